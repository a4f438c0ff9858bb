// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/checks.h"

#include "core/file/links.h"
#include "core/job/picture_fit.h"
#include "core/plan/file_state.h"
#include "core/plan/finding_parts.h"
#include "core/plan/gutter_check.h"
#include "core/plan/item_checks.h"
#include "core/plan/page_checks.h"
#include "core/plan/press_checks.h"
#include "core/plan/spine_check.h"
#include "core/units/page_sizes.h"

#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

/// A folding machine wants this much to take hold of; narrower panels are folded by hand. Common practice.
constexpr Length narrowestPanel = Length::mm(40);
/// Thinner spines take no line of text, since covers wander by a millimetre. Common practice: 5 to 6 mm.
constexpr Length thinnestTextSpine = Length::mm(5);
/// A typed spine may differ from the reckoned one by this much.
constexpr Length spineTolerance = Length::micrometres(500);

QString deviceName(Device device)
{
    switch (device) {
    case Device::ProductionPress: return QStringLiteral("a production press and its knife");
    case Device::ShopMachine: return QStringLiteral("a small shop's machines");
    case Device::OfficePrinter: return QStringLiteral("an office printer and cutting by hand");
    }
    return {};
}

/// A score wanted before the fold, with its reason; nothing where the stock folds as it is.
void checkScore(const Job& job, const char* what, bool scored, std::vector<Finding>& out)
{
    if (scored || !wantsScore(job.stock))
        return;
    const QString stock = job.stock.photo && job.stock.grammage <= heaviestUnscored
                              ? QStringLiteral("photo paper")
                              : QStringLiteral("%1 g/m²").arg(job.stock.grammage);
    out.push_back(
        found("stock.score", Severity::Warn, QString::fromLatin1(what).arg(stock),
              job.stock.photo
                  ? QStringLiteral("Its layer breaks at a fold that was not scored.")
                  : QStringLiteral("Common practice above %1 g/m²: unscored, the fold cracks.").arg(heaviestUnscored),
              Remedy::Score));
}

void checkClosing(const Job& job, const Paper& paper, std::vector<Finding>& out)
{
    const Closing& closing = paper.closing;
    if (closing.spare && *closing.spare < Length()) {
        const QString role = paper.face(Face::Outside)[std::size_t(closing.tightestColumn)].roleName;
        const bool typed =
            job.fold.tuckAllowance || std::ranges::any_of(job.fold.widths, [](const auto& w) { return w.has_value(); });
        const Remedy remedy = typed ? Remedy::UseStockTuck : Remedy::None;
        if (paper.narrowing.why == Narrowed::TuckIn && paper.narrowing.allowance == Length() && job.fold.widths.empty())
            out.push_back(found(
                "fold.equalPanels", Severity::Stop,
                QStringLiteral("Equal panels do not close: the %1 must be narrower").arg(role),
                QStringLiteral("What folds inside must stop short of the fold around it, or it buckles."), remedy));
        else
            out.push_back(
                found("fold.buckles", Severity::Stop,
                      QStringLiteral("The %1 is %2 too wide to close").arg(role, shown(job, abs(*closing.spare))),
                      QStringLiteral("A panel that folds inside must stop short of the fold around it, or it buckles."),
                      remedy));
    }
    if (closing.flapGap && *closing.flapGap < Length())
        out.push_back(
            found("fold.overlaps", Severity::Stop,
                  QStringLiteral("The gate flaps overlap by %1").arg(shown(job, abs(*closing.flapGap))),
                  QStringLiteral(
                      "Gate flaps meet in the middle; together they may not be wider than what lies between them."),
                  Remedy::UseStockTuck));
    else if (closing.flapGap && *closing.flapGap == Length())
        out.push_back(
            found("fold.flapsTouch", Severity::Warn, QStringLiteral("The gate flaps meet without any room"),
                  QStringLiteral("Folders drift by half a millimetre or more; flaps that touch ride up on each other."),
                  Remedy::UseStockTuck));
    if (closing.protrusion > Length::micrometres(500))
        out.push_back(
            found("fold.protrudes", Severity::Warn,
                  QStringLiteral("A panel sticks out %1 beyond the front cover").arg(shown(job, closing.protrusion)),
                  QStringLiteral("The closed piece is larger than its cover; it catches in envelopes and racks.")));
    Length narrow = narrowestPanel;
    if (paper.columns() > 1)
        narrow = std::min(narrow, *std::ranges::min_element(paper.widths));
    if (paper.rows() > 1)
        narrow = std::min(narrow, *std::ranges::min_element(paper.heights));
    if (narrow < narrowestPanel)
        out.push_back(found(
            "fold.narrow", Severity::Warn,
            QStringLiteral("A panel of %1 is narrower than %2").arg(shown(job, narrow), shown(job, narrowestPanel)),
            QStringLiteral(
                "Folding machines need about that much to take hold of the paper; this one would be folded by hand.")));
    checkScore(job, "The fold of %1 wants a score first", job.fold.scored, out);
}

void checkCover(const Job& job, std::vector<Finding>& out)
{
    const Length spine = spineOf(job);
    if (spine < thinnestTextSpine)
        out.push_back(found(
            "spine.thin", Severity::Warn, QStringLiteral("A spine of %1 is too thin for text").arg(shown(job, spine)),
            QStringLiteral("Covers wander by about a millimetre; from %1 on a line of text stays on the spine.")
                .arg(shown(job, thinnestTextSpine))));
    if (job.cover.spine) {
        const Length reckoned = reckonedSpine(job);
        if (abs(reckoned - spine) > spineTolerance)
            out.push_back(found(
                "spine.stale", Severity::Warn,
                QStringLiteral("The spine is %1, the pages now want %2").arg(shown(job, spine), shown(job, reckoned)),
                QStringLiteral(
                    "It was typed; pages or stock may have changed since. A wrong spine shows on the shelf."),
                Remedy::ReckonSpine));
    }
    checkScore(job, "A cover of %1 wants hinge scores", job.cover.hinge > Length(), out);
    if (job.coatings[1] != Coating::None)
        out.push_back(found("cover.coatedGlue", Severity::Warn,
                            QStringLiteral("The inside of the cover is coated where it is glued"),
                            QStringLiteral("Glue does not hold on %1; leave the glue area free of it.")
                                .arg(coatingName(job.coatings[1]))));
}

void checkPages(const Job& job, const Plan& plan, std::vector<Finding>& out)
{
    const Book& book = *plan.book;
    const int step = rulesOf(job.kind).pagesStep;
    if (book.pages != job.pages.count)
        out.push_back(
            found("pages.madeUp", Severity::Warn,
                  QStringLiteral("%1 pages are no multiple of %2; %3 made up")
                      .arg(job.pages.count)
                      .arg(step)
                      .arg(book.blanks.size() == 1 ? QStringLiteral("one blank is")
                                                   : QStringLiteral("%1 blanks are").arg(book.blanks.size())),
                  step == 4 ? QStringLiteral("Every folded sheet has four pages. Fill the blanks, or take pages out.")
                            : QStringLiteral("Every leaf has two pages. Fill the blank, or take a page out."),
                  Remedy::MakeUpPages));
    if (!book.blanks.empty() && book.blanks.back() == book.pages && !hasOwnCover(job))
        out.push_back(found("pages.blankBack", Severity::Warn, QStringLiteral("The back cover would be blank"),
                            QStringLiteral("Blanks at the end fall on the page everybody sees."), Remedy::MoveBlanks));
    if (rulesOf(job.kind).binding == Binding::Stapled) {
        const Length thick = book.block + (hasOwnCover(job) ? job.stock.caliper() * 2 : Length());
        if (thick > thickestStapled)
            out.push_back(found("booklet.thick", Severity::Warn,
                                QStringLiteral("%1 of paper is too thick to staple").arg(shown(job, thick)),
                                QStringLiteral("Common practice: staples close up to about %1; thicker booklets gape "
                                               "and lose their middle sheets.")
                                    .arg(shown(job, thickestStapled)),
                                Remedy::GlueInstead));
        if (hasOwnCover(job))
            checkScore(job, "A cover of %1 wants a score before folding", job.fold.scored, out);
    }
    if (!book.opens)
        out.push_back(
            found("pages.closed", Severity::Stop,
                  QStringLiteral("Pages stay closed: folds are left at the head or fore-edge"),
                  QStringLiteral("Without bleed nothing is trimmed off there, and a signature cannot be opened."),
                  Remedy::None));
}

void checkGrain(const Job& job, const Paper& paper, std::vector<Finding>& out)
{
    const bool bends = rulesOf(job.kind).bends();
    if (bends && grainAgainstFolds(job, paper) == GrainAgainst::Across)
        out.push_back(found("grain.across", Severity::Warn, QStringLiteral("The grain runs across the folds"),
                            QStringLiteral("Paper cracks and springs back when it is folded against its grain."),
                            Remedy::TurnGrain));
}

void checkZones(const Job& job, const Plan& plan, std::vector<Finding>& out)
{
    const Drift drift = driftOf(job.press.device);
    const bool trimmed = !printsToSize(job, plan.paper.flat);
    // What the pages bleed is seen when they come in; what stands on the flat tells for itself.
    if (job.zones.bleed == Length() && plan.book)
        out.push_back(
            found("bleed.none", Severity::Warn, QStringLiteral("No bleed on edges that are cut"),
                  QStringLiteral("The knife drifts by up to %1; where print comes to the edge, that shows as a white "
                                 "edge.")
                      .arg(shown(job, drift.knife))));
    else if (trimmed && job.zones.bleed > Length() && job.zones.bleed < drift.knife)
        out.push_back(found("bleed.small", Severity::Warn,
                            QStringLiteral("A bleed of %1 is smaller than the drift of %2")
                                .arg(shown(job, job.zones.bleed), deviceName(job.press.device)),
                            QStringLiteral("Print and knife miss by up to %1 there; beyond the bleed a white edge "
                                           "shows.")
                                .arg(shown(job, drift.knife)),
                            Remedy::WidenBleed));
    if (trimmed && job.zones.safe < drift.knife)
        out.push_back(
            found("safe.small", Severity::Warn,
                  QStringLiteral("A safe zone of %1 is smaller than the drift of %2")
                      .arg(shown(job, job.zones.safe), deviceName(job.press.device)),
                  QStringLiteral("Print and knife miss by up to %1 there; what stands nearer to the trim may be cut.")
                      .arg(shown(job, drift.knife)),
                  Remedy::WidenSafe));
    else if (!plan.paper.folds.empty() && job.zones.foldClearance < drift.folder)
        out.push_back(found("safe.small", Severity::Warn,
                            QStringLiteral("%1 clear of folds is smaller than the drift of folding")
                                .arg(shown(job, job.zones.foldClearance)),
                            QStringLiteral("Folds miss by up to %1 with %2; what stands nearer may be folded.")
                                .arg(shown(job, drift.folder), deviceName(job.press.device)),
                            Remedy::WidenSafe));
}

/// One name, two sizes: said when the unit suggests that the other one was meant.
void checkSizeName(const Job& job, const Plan& plan, std::vector<Finding>& out)
{
    const Size size = rulesOf(job.kind).form == FlatForm::CutLeaf ? plan.paper.flat : plan.paper.closing.size;
    const auto twin = otherSizeOfThatName(size);
    if (!twin)
        return;
    const bool inches = job.unit == Unit::Inch;
    const bool isAmerican = twin->family == SizeFamily::IsoA; // the twin is the other family
    if (inches == isAmerican)
        return;
    out.push_back(
        found("size.twoNames", Severity::Warn,
              QStringLiteral("%1 is %2; %3 is %4")
                  .arg(QString(nameOfSize(size)).remove(QStringLiteral(" landscape")), formatSize(size, job.unit),
                       twin->title(), formatSize(twin->size, job.unit)),
              QStringLiteral("One name stands for two sizes. Make sure that this is the one the customer means.")));
}

Finding fileFinding(const QString& code, Severity severity, const SurfaceId& surface, const QString& itemId,
                    QString message, QString reason)
{
    Finding f;
    f.code = code;
    f.severity = severity;
    f.message = std::move(message);
    f.reason = std::move(reason);
    f.surface = surface;
    f.itemId = itemId;
    return f;
}

/// What is wrong with the file itself, for pictures and supplied artwork alike. True when it can be used.
bool checkFile(const Job& job, const LinkedFile& file, const FileFacts& facts, const SurfaceId& surface,
               const QString& itemId, std::vector<Finding>& out)
{
    if (!facts.error.isEmpty()) {
        const bool damaged = std::ranges::any_of(job.embedded, [&](const EmbeddedFile& held) {
            return held.isDamaged() && embeddedPath(held) == file.path;
        });
        out.push_back(fileFinding(
            QStringLiteral("file.unreadable"), Severity::Stop, surface, itemId,
            QStringLiteral("%1 cannot be used").arg(shownPath(file.path)),
            damaged
                ? QStringLiteral(
                      "It is damaged inside the packed job: its bytes are not those it was saved with. Place it again.")
                : facts.error));
        return false;
    }
    if (facts.isPdf && file.page > int(facts.pages.size())) {
        out.push_back(
            fileFinding(QStringLiteral("file.pageMissing"), Severity::Stop, surface, itemId,
                        QStringLiteral("%1 has %2 pages; page %3 is wanted")
                            .arg(shownPath(file.path), QString::number(facts.pages.size()), QString::number(file.page)),
                        QStringLiteral("Choose a page the file has, or ask for the complete file.")));
        return false;
    }
    if (hasChanged(file, facts))
        out.push_back(fileFinding(QStringLiteral("file.changed"), Severity::Warn, surface, itemId,
                                  QStringLiteral("%1 has changed since it was placed").arg(shownPath(file.path)),
                                  QStringLiteral("The new contents will be printed. Look at it once more.")));
    if (!facts.isPdf)
        return true;
    const PageFacts& page = facts.pages[std::size_t(file.page - 1)];
    if (!page.isUsable) {
        out.push_back(fileFinding(
            QStringLiteral("file.pageSize"), Severity::Stop, surface, itemId,
            QStringLiteral("Page %1 of %2 does not say how large it is")
                .arg(QString::number(file.page), shownPath(file.path)),
            QStringLiteral("Its media box is missing, or has no size a page can have. Ask for the file again.")));
        return false;
    }
    if (!page.missingFonts.isEmpty())
        out.push_back(fileFinding(
            QStringLiteral("file.fonts"), Severity::Stop, surface, itemId,
            QStringLiteral("%1 lacks the font %2").arg(shownPath(file.path), page.missingFonts.first()),
            QStringLiteral("A font that is not in the file is replaced by another one on the way to the plate.")));
    return true;
}

/// "It seems to be meant as A5, 148 × 210 mm. ", or nothing where the page tells nothing.
QString meantSize(const Job& job, Size page)
{
    const auto meant = likelySize(page);
    return meant ? QStringLiteral("It seems to be meant as %1. ").arg(describedSize(*meant, job.unit)) : QString();
}

void checkSupplied(const Job& job, const Plan& plan, const SurfaceId& surface, const FileFacts& facts,
                   std::vector<Finding>& out)
{
    const LinkedFile& file = *job.on(surface).supplied;
    if (!checkFile(job, file, facts, surface, {}, out))
        return;
    if (!facts.isPdf) {
        out.push_back(
            fileFinding(QStringLiteral("supplied.notPdf"), Severity::Stop, surface, {},
                        QStringLiteral("%1 is not a PDF").arg(shownPath(file.path)),
                        QStringLiteral("Supplied artwork is taken from a PDF page, which knows its trim and bleed.")));
        return;
    }
    const PageFacts& page = facts.pages[std::size_t(file.page - 1)];
    if (surface.component == Component::Text) {
        checkPageFit(job, plan, surface, page, out);
        return;
    }
    const Size flat = plan.paper.flat;
    // Of a page that has both faces, the part that is this one.
    const auto& taken = job.on(surface).placement.part;
    const Size trim = taken ? taken->size() : page.trim;
    if (!sameTrim(trim, flat)) {
        const bool turned = sameTrim(trim.turned(), flat);
        const auto spine = turned ? std::nullopt : spineMeant(job, plan, trim);
        if (spine) {
            const Length off = *spine - spineOf(job);
            const QString explained = whatExplains(job, *spine);
            out.push_back(
                fileFinding(QStringLiteral("supplied.spine"), Severity::Stop, surface, {},
                            QStringLiteral("%1 is made for a spine of %2, %3 %4 than this one")
                                .arg(shownPath(file.path), shown(job, *spine), shown(job, abs(off)),
                                     off > Length() ? QStringLiteral("more") : QStringLiteral("less")),
                            QStringLiteral("%1Ask for a cover with a spine of %2, or check the block.")
                                .arg(explained.isEmpty() ? QString() : explained + u' ', shown(job, spineOf(job)))));
            return;
        }
        out.push_back(fileFinding(
            QStringLiteral("supplied.size"), Severity::Stop, surface, {},
            QStringLiteral("%1 is %2, the flat is %3")
                .arg(shownPath(file.path), formatSize(trim, job.unit), formatSize(flat, job.unit)),
            turned ? QStringLiteral("The page is turned by 90 degrees.")
                   : QStringLiteral("%1Folds and cuts would fall in the wrong places.").arg(meantSize(job, trim))));
    } else if (!page.hasTrimBox) {
        out.push_back(
            fileFinding(QStringLiteral("supplied.noTrimBox"), Severity::Warn, surface, {},
                        QStringLiteral("%1 has no trim box; its page edge is taken").arg(shownPath(file.path)),
                        QStringLiteral("Without a trim box nobody can tell page edge from bleed.")));
    }
    if (rulesOf(job.kind).isFolded())
        checkGutters(job, plan, surface.face, page, out);
    // Two faces that touch on their page have no bleed between them.
    const Length least = taken ? Length() : *std::ranges::min_element(page.bleed);
    if (least + sizeTolerance < job.zones.bleed)
        out.push_back(fileFinding(
            QStringLiteral("supplied.bleed"), Severity::Warn, surface, {},
            QStringLiteral("%1 has %2 bleed, %3 is wanted")
                .arg(shownPath(file.path), shown(job, std::max(least, Length())), shown(job, job.zones.bleed)),
            QStringLiteral("Where the knife drifts outward a white edge would show.")));
    const bool single = !job.on(otherFace(surface.face)).isFilled();
    const int wanted = single ? 1 : 2;
    const bool sameFile =
        job.on(otherFace(surface.face)).supplied && job.on(otherFace(surface.face)).supplied->path == file.path;
    if (int(facts.pages.size()) > wanted && (single || sameFile) && surface == Face::Outside)
        out.push_back(fileFinding(QStringLiteral("supplied.pages"), Severity::Warn, surface, {},
                                  QStringLiteral("%1 has %2 pages; two faces are printed")
                                      .arg(shownPath(file.path), QString::number(facts.pages.size())),
                                  QStringLiteral("Single pages may have been exported in place of whole faces.")));
}

} // namespace

std::vector<Finding> checkPiece(const Job& job, const Plan& plan)
{
    std::vector<Finding> out;
    if (rulesOf(job.kind).isFolded())
        checkClosing(job, plan.paper, out);
    if (rulesOf(job.kind).form == FlatForm::WrappedCover)
        checkCover(job, out);
    if (plan.book)
        checkPages(job, plan, out);
    checkGrain(job, plan.paper, out);
    checkZones(job, plan, out);
    checkPress(job, plan, out);
    checkSizeName(job, plan, out);
    checkItems(job, plan, out);
    checkSequence(job, plan, out);
    return out;
}

bool sameTrim(Size a, Size b) { return abs(a.w - b.w) <= sizeTolerance && abs(a.h - b.h) <= sizeTolerance; }

double effectivePpi(const Item& item, const Rect& frame, const FileFacts& facts)
{
    if (facts.pixelWidth <= 0 || facts.pixelHeight <= 0 || frame.isEmpty())
        return 0;
    return facts.pixelWidth /
           pictureArea(frame, item.fit, item.crop, double(facts.pixelWidth) / facts.pixelHeight).w.toInches();
}

std::vector<Finding> checkFiles(const Job& job, const Plan& plan, const FileFactsMap& facts)
{
    std::vector<Finding> out;
    for (const auto& [surface, content] : job.surfaces) {
        // Found, not copied: the facts of one file may tell of a thousand pages.
        if (content->supplied)
            if (const auto known = facts.constFind(content->supplied->path); known != facts.constEnd())
                checkSupplied(job, plan, surface, *known, out);
        for (const Item& item : content->items) {
            const auto found = facts.constFind(item.file.path);
            if (item.kind != ItemKind::Picture || found == facts.constEnd())
                continue;
            const FileFacts& known = *found;
            if (!checkFile(job, item.file, known, surface, item.id, out))
                continue;
            if (known.profileMisfit)
                out.push_back(fileFinding(QStringLiteral("picture.wrongProfile"), Severity::Warn, surface, item.id,
                                          QStringLiteral("%1 has a profile that does not fit its colours, %2")
                                              .arg(nameOf(item), surfaceName(surface, job)),
                                          known.colour == PixelColour::Rgb
                                              ? QStringLiteral("It is printed as sRGB, as if it had none. Save it "
                                                               "again with the profile it was made in.")
                                              : QStringLiteral("Its numbers go to the plates as they are. Save it "
                                                               "again with the profile it was made in.")));
            else if (known.pixelWidth > 0 && known.colour == PixelColour::Rgb && !known.hasProfile)
                out.push_back(fileFinding(
                    QStringLiteral("picture.noProfile"), Severity::Warn, surface, item.id,
                    QStringLiteral("%1 has RGB without a profile, %2").arg(nameOf(item), surfaceName(surface, job)),
                    QStringLiteral("Nobody can tell which colours were meant; they are taken as "
                                   "sRGB. Save it with its profile.")));
            if (known.heaviestInk > job.press.inkLimit)
                out.push_back(fileFinding(QStringLiteral("ink.picture"), Severity::Warn, surface, item.id,
                                          QStringLiteral("%1 has up to %2 % of ink; the press takes %3 %, %4")
                                              .arg(nameOf(item), QString::number(known.heaviestInk),
                                                   QString::number(job.press.inkLimit), surfaceName(surface, job)),
                                          QStringLiteral("So much ink does not dry; it sets off on the next sheet. "
                                                         "Convert the picture anew for this press.")));
            const double ppi = effectivePpi(item, plan.findItem(item.id)->fitted, known);
            if (const FileState fineness = finenessOf(ppi); fineness != FileState::Fine)
                out.push_back(fileFinding(
                    fineness == FileState::Poor ? QStringLiteral("picture.poor") : QStringLiteral("picture.coarse"),
                    Severity::Warn, surface, item.id,
                    QStringLiteral("%1 prints at %2 ppi, %3")
                        .arg(nameOf(item), QString::number(std::lround(ppi)), surfaceName(surface, job)),
                    QStringLiteral("Common practice is 300 ppi at the printed size; below 150 the pixels show.")));
        }
    }
    if (const LinkedFile& data = job.records.file;
        job.records.source == RecordSource::File && facts.contains(data.path)) {
        const FileFacts& known = facts[data.path];
        if (checkFile(job, data, known, Face::Outside, {}, out) && !known.table)
            out.push_back(fileFinding(QStringLiteral("file.noTable"), Severity::Stop, Face::Outside, {},
                                      QStringLiteral("%1 is no table of records").arg(shownPath(data.path)),
                                      QStringLiteral("Bring in a CSV file.")));
    }
    if (const LinkedFile& profile = job.press.profile; !profile.path.isEmpty() && facts.contains(profile.path)) {
        const FileFacts& known = facts[profile.path];
        if (checkFile(job, profile, known, Face::Outside, {}, out) && known.profileName.isEmpty())
            out.push_back(fileFinding(QStringLiteral("file.noProfile"), Severity::Stop, Face::Outside, {},
                                      QStringLiteral("%1 is no press profile").arg(shownPath(profile.path)),
                                      QStringLiteral("Choose an ICC profile of a press in four process colours, or the "
                                                     "one that ships with the program.")));
    }
    return out;
}

} // namespace hinge
