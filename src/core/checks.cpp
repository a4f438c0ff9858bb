// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/checks.h"

#include <algorithm>
#include <cmath>

namespace hinge {
namespace {

/// A picture below this is worth a look, below the lower one it will show. Common practice.
constexpr double goodPpi = 300;
constexpr double poorPpi = 150;
constexpr Length sizeTolerance = Length::micrometres(100);

QString shown(const Job& job, Length l) { return formatLength(l, job.unit); }
QString nameOf(const Item& item) { return item.name.isEmpty() ? QStringLiteral("An item") : item.name; }

void checkClosing(const Job& job, const Paper& paper, std::vector<Finding>& out)
{
    const Closing& closing = paper.closing;
    if (closing.spare && *closing.spare < Length()) {
        Finding f;
        f.code = QStringLiteral("fold.buckles");
        f.severity = Severity::Stop;
        const QString role = paper.face(Face::Outside)[std::size_t(closing.tightestColumn)].roleName;
        f.message = QStringLiteral("The %1 is %2 too wide to close").arg(role, shown(job, abs(*closing.spare)));
        f.reason = QStringLiteral("A panel that folds inside must stop short of the fold around it, or it buckles.");
        const bool typed = job.fold.tuckAllowance || std::ranges::any_of(job.fold.widths, [](const auto& w) { return w.has_value(); });
        f.remedy = typed ? Remedy::UseStockTuck : Remedy::None;
        out.push_back(f);
    }
    if (closing.protrusion > Length::micrometres(500)) {
        Finding f;
        f.code = QStringLiteral("fold.protrudes");
        f.message = QStringLiteral("A panel sticks out %1 beyond the front cover").arg(shown(job, closing.protrusion));
        f.reason = QStringLiteral("The closed piece is larger than its cover; it catches in envelopes and racks.");
        out.push_back(f);
    }
    if (job.stock.grain == Grain::AlongWidth) {
        Finding f;
        f.code = QStringLiteral("grain.across");
        f.message = QStringLiteral("The grain runs across the folds");
        f.reason = QStringLiteral("Paper cracks and springs back when it is folded against its grain.");
        f.remedy = Remedy::TurnGrain;
        out.push_back(f);
    }
    if (job.stock.grammage > 170) {
        Finding f;
        f.code = QStringLiteral("stock.score");
        f.message = QStringLiteral("%1 g/m² wants a score before folding").arg(job.stock.grammage);
        f.reason = QStringLiteral("Common practice above 170 g/m²: unscored, the fold cracks.");
        out.push_back(f);
    }
}

void checkSheet(const Job& job, const Plan& plan, std::vector<Finding>& out)
{
    if (job.zones.bleed == Length()) {
        Finding f;
        f.code = QStringLiteral("bleed.none");
        f.message = QStringLiteral("No bleed on edges that are cut");
        f.reason = QStringLiteral("The knife drifts by some tenths of a millimetre; without bleed that shows as a white edge.");
        out.push_back(f);
    }
    if (plan.sheet.up() == 0) {
        Finding f;
        f.code = QStringLiteral("sheet.tooSmall");
        f.severity = Severity::Stop;
        f.message = QStringLiteral("The flat does not fit on the press sheet of %1").arg(formatSize(job.press.sheet, job.unit));
        f.reason = QStringLiteral("With its bleed it is larger than the printable area. Choose a larger sheet.");
        out.push_back(f);
    }
}

/// Printed matter that reaches the edge of the paper must go on to the bleed.
void checkBleeds(const Job& job, const Plan& plan, Face face, std::vector<Finding>& out)
{
    const Rect trim = trimOf(job);
    const Rect bleed = bleedOf(job);
    for (const Item& item : job.face(face).items) {
        const PlacedItem* placed = plan.findItem(item.id);
        if (placed->frame.isEmpty()) {
            Finding f;
            f.code = QStringLiteral("item.crossed");
            f.severity = Severity::Stop;
            f.message = QStringLiteral("%1 has no size left").arg(nameOf(item));
            f.reason = QStringLiteral("Its sides hold on to lines that have passed each other. Move one of them.");
            f.face = face;
            f.itemId = item.id;
            out.push_back(f);
            continue;
        }
        if (!placed->frame.overlaps(bleed)) {
            Finding f;
            f.code = QStringLiteral("item.off");
            f.message = QStringLiteral("%1 lies off the paper").arg(nameOf(item));
            f.reason = QStringLiteral("It will not be printed. Its panel may have gone when the fold changed.");
            f.face = face;
            f.itemId = item.id;
            out.push_back(f);
            continue;
        }
        if (item.kind == ItemKind::Text)
            continue;
        const struct {
            ItemSide side;
            Length inside; ///< from the side to the trim, positive within the paper
            Length toBleed; ///< from the side to the end of the bleed
        } sides[] = {
            {ItemSide::Left, placed->frame.x - trim.x, placed->frame.x - bleed.x},
            {ItemSide::Top, placed->frame.y - trim.y, placed->frame.y - bleed.y},
            {ItemSide::Right, trim.right() - placed->frame.right(), bleed.right() - placed->frame.right()},
            {ItemSide::Bottom, trim.bottom() - placed->frame.bottom(), bleed.bottom() - placed->frame.bottom()},
        };
        for (const auto& s : sides) {
            // Near the knife but not beyond it by the full bleed.
            if (s.inside > Length::mm(1) || s.toBleed <= Length())
                continue;
            Finding f;
            f.code = QStringLiteral("bleed.short");
            f.message = QStringLiteral("%1 ends %2 short of the bleed, %3").arg(nameOf(item), shown(job, s.toBleed), faceName(face));
            f.reason = QStringLiteral("Where the knife drifts outward a white edge would show.");
            f.face = face;
            f.itemId = item.id;
            f.side = s.side;
            f.remedy = Remedy::PullToBleed;
            out.push_back(f);
        }
    }
}

/// Live matter outside the safe zone or across a fold.
void checkLiveMatter(const Job& job, const Plan& plan, Face face, std::vector<Finding>& out)
{
    for (const Item& item : job.face(face).items) {
        const PlacedItem* placed = plan.findItem(item.id);
        if (item.kind != ItemKind::Text || placed->frame.isEmpty())
            continue;
        const auto& panels = plan.paper.face(face);
        const bool safe = std::ranges::any_of(panels, [&](const Panel& p) { return p.safeArea.contains(placed->frame); });
        if (safe)
            continue;
        const bool onOne = std::ranges::any_of(panels, [&](const Panel& p) { return p.area.contains(placed->frame); });
        Finding f;
        f.code = onOne ? QStringLiteral("text.unsafe") : QStringLiteral("text.acrossFold");
        f.message = onOne ? QStringLiteral("%1 leaves the safe zone, %2").arg(nameOf(item), faceName(face))
                          : QStringLiteral("%1 runs across a fold or off the trim, %2").arg(nameOf(item), faceName(face));
        f.reason = onOne ? QStringLiteral("So near an edge, drift of knife or folder cuts or folds the text.")
                         : QStringLiteral("Text in a fold cracks and is hard to read.");
        f.face = face;
        f.itemId = item.id;
        out.push_back(f);
    }
}

Finding fileFinding(const QString& code, Severity severity, Face face, const QString& itemId, QString message, QString reason)
{
    Finding f;
    f.code = code;
    f.severity = severity;
    f.message = std::move(message);
    f.reason = std::move(reason);
    f.face = face;
    f.itemId = itemId;
    return f;
}

/// What is wrong with the file itself, for pictures and supplied artwork alike. True when it can be used.
bool checkFile(const LinkedFile& file, const FileFacts& facts, Face face, const QString& itemId, std::vector<Finding>& out)
{
    if (!facts.error.isEmpty()) {
        out.push_back(fileFinding(QStringLiteral("file.unreadable"), Severity::Stop, face, itemId,
                                  QStringLiteral("%1 cannot be used").arg(file.path), facts.error));
        return false;
    }
    if (facts.isPdf && file.page > int(facts.pages.size())) {
        out.push_back(fileFinding(QStringLiteral("file.pageMissing"), Severity::Stop, face, itemId,
                                  QStringLiteral("%1 has %2 pages; page %3 is wanted").arg(file.path).arg(facts.pages.size()).arg(file.page),
                                  QStringLiteral("Choose a page the file has, or ask for the complete file.")));
        return false;
    }
    if (!file.sha256.isEmpty() && !facts.sha256.isEmpty() && file.sha256 != facts.sha256)
        out.push_back(fileFinding(QStringLiteral("file.changed"), Severity::Warn, face, itemId,
                                  QStringLiteral("%1 has changed since it was placed").arg(file.path),
                                  QStringLiteral("The new contents will be printed. Look at it once more.")));
    if (!facts.missingFonts.isEmpty())
        out.push_back(fileFinding(QStringLiteral("file.fonts"), Severity::Stop, face, itemId,
                                  QStringLiteral("%1 lacks the font %2").arg(file.path, facts.missingFonts.first()),
                                  QStringLiteral("A font that is not in the file is replaced by another one on the way to the plate.")));
    return true;
}

void checkSupplied(const Job& job, Face face, const FileFacts& facts, std::vector<Finding>& out)
{
    const LinkedFile& file = *job.face(face).supplied;
    if (!checkFile(file, facts, face, {}, out))
        return;
    if (!facts.isPdf) {
        out.push_back(fileFinding(QStringLiteral("supplied.notPdf"), Severity::Stop, face, {},
                                  QStringLiteral("%1 is not a PDF").arg(file.path),
                                  QStringLiteral("Supplied artwork is taken from a PDF page, which knows its trim and bleed.")));
        return;
    }
    const PageFacts& page = facts.pages[std::size_t(file.page - 1)];
    if (!sameTrim(page.trim, job.flat)) {
        const bool turned = sameTrim(page.trim.turned(), job.flat);
        out.push_back(fileFinding(QStringLiteral("supplied.size"), Severity::Stop, face, {},
                                  QStringLiteral("%1 is %2, the flat is %3").arg(file.path, formatSize(page.trim, job.unit), formatSize(job.flat, job.unit)),
                                  turned ? QStringLiteral("The page is turned by 90 degrees.")
                                         : QStringLiteral("Its trim box does not match; folds and cuts would fall in the wrong places.")));
    } else if (!page.hasTrimBox) {
        out.push_back(fileFinding(QStringLiteral("supplied.noTrimBox"), Severity::Warn, face, {},
                                  QStringLiteral("%1 has no trim box; its page edge is taken").arg(file.path),
                                  QStringLiteral("Without a trim box nobody can tell page edge from bleed.")));
    }
    const Length least = *std::ranges::min_element(page.bleed);
    if (least + sizeTolerance < job.zones.bleed)
        out.push_back(fileFinding(QStringLiteral("supplied.bleed"), Severity::Warn, face, {},
                                  QStringLiteral("%1 has %2 bleed, %3 is wanted").arg(file.path, shown(job, std::max(least, Length())), shown(job, job.zones.bleed)),
                                  QStringLiteral("Where the knife drifts outward a white edge would show.")));
    const bool single = !job.face(otherFace(face)).supplied && job.face(otherFace(face)).items.empty();
    const int wanted = single ? 1 : 2;
    const bool sameFile = job.face(otherFace(face)).supplied && job.face(otherFace(face)).supplied->path == file.path;
    if (int(facts.pages.size()) > wanted && (single || sameFile) && face == Face::Outside)
        out.push_back(fileFinding(QStringLiteral("supplied.pages"), Severity::Warn, face, {},
                                  QStringLiteral("%1 has %2 pages; a leaflet prints two faces").arg(file.path).arg(facts.pages.size()),
                                  QStringLiteral("Single pages may have been exported in place of whole faces.")));
}

} // namespace

std::vector<Finding> checkPiece(const Job& job, const Plan& plan)
{
    std::vector<Finding> out;
    checkClosing(job, plan.paper, out);
    checkSheet(job, plan, out);
    for (const Face face : bothFaces) {
        checkBleeds(job, plan, face, out);
        checkLiveMatter(job, plan, face, out);
    }
    return out;
}

bool sameTrim(Size a, Size b) { return abs(a.w - b.w) <= sizeTolerance && abs(a.h - b.h) <= sizeTolerance; }

double effectivePpi(const Item& item, const Rect& frame, const FileFacts& facts)
{
    if (facts.pixelWidth <= 0 || facts.pixelHeight <= 0 || frame.isEmpty())
        return 0;
    const double across = facts.pixelWidth / frame.w.toInches();
    const double down = facts.pixelHeight / frame.h.toInches();
    // Filling scales by the side that needs more, fitting by the side that needs less.
    return item.fit == PictureFit::Fill ? std::min(across, down) : std::max(across, down);
}

std::vector<Finding> checkFiles(const Job& job, const Plan& plan, const FileFactsMap& facts)
{
    std::vector<Finding> out;
    for (const Face face : bothFaces) {
        const FaceContent& content = job.face(face);
        if (content.supplied && facts.contains(content.supplied->path))
            checkSupplied(job, face, facts[content.supplied->path], out);
        for (const Item& item : content.items) {
            if (item.kind != ItemKind::Picture || !facts.contains(item.file.path))
                continue;
            const FileFacts& known = facts[item.file.path];
            if (!checkFile(item.file, known, face, item.id, out))
                continue;
            const double ppi = effectivePpi(item, plan.findItem(item.id)->frame, known);
            if (ppi > 0 && ppi < goodPpi - 0.5)
                out.push_back(fileFinding(ppi < poorPpi ? QStringLiteral("picture.poor") : QStringLiteral("picture.coarse"),
                                          Severity::Warn, face, item.id,
                                          QStringLiteral("%1 prints at %2 ppi, %3").arg(nameOf(item)).arg(std::lround(ppi)).arg(faceName(face)),
                                          QStringLiteral("Common practice is 300 ppi at the printed size; below 150 the pixels show.")));
        }
    }
    return out;
}

QString remedyText(Remedy remedy)
{
    switch (remedy) {
    case Remedy::None: return {};
    case Remedy::UseStockTuck: return QStringLiteral("Use the stock's allowance");
    case Remedy::PullToBleed: return QStringLiteral("Pull out to the bleed");
    case Remedy::TurnGrain: return QStringLiteral("Turn the grain");
    }
    return {};
}

Job settled(Job job, const Finding& finding)
{
    switch (finding.remedy) {
    case Remedy::None:
        break;
    case Remedy::UseStockTuck:
        job.fold.tuckAllowance.reset();
        job.fold.widths.clear();
        break;
    case Remedy::TurnGrain:
        job.stock.grain = Grain::AlongHeight;
        break;
    case Remedy::PullToBleed:
        if (Item* item = job.findItem(finding.itemId)) {
            const bool farEdge = finding.side == ItemSide::Right || finding.side == ItemSide::Bottom;
            const int panel = finding.side == ItemSide::Right ? job.fold.panels - 1 : finding.side == ItemSide::Left ? 0 : item->side(finding.side).panel;
            item->side(finding.side) = {PaperLine::Bleed, panel, farEdge, 0, Length(), true};
        }
        break;
    }
    return job;
}

} // namespace hinge
