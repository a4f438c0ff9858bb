// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/bring_in.h"

#include "core/edit/new_items.h"
#include "core/edit/sequence_edits.h"
#include "core/piece/binding.h"
#include "core/piece/lines.h"
#include "core/plan/file_state.h"
#include "core/plan/page_checks.h"
#include "core/units/page_sizes.h"

#include <QCollator>
#include <QDir>
#include <QFileInfo>
#include <algorithm>
#include <map>

namespace hinge
{
namespace
{

bool isUsable(const FileFacts& facts) { return facts.error.isEmpty() && !facts.missing && !facts.isLocked; }

/// Sizes that are the same for the trade count together.
using SizeKey = std::pair<qint64, qint64>;
SizeKey keyOf(Size size)
{
    const auto tenths = [](Length l) { return qint64(std::lround(l.toMm() * 5)); };
    return {tenths(size.w), tenths(size.h)};
}

Item pictureOn(const Paper& paper, Hand hand, const IncomingPage& page, const IncomingLie& lie)
{
    Item item;
    item.id = freshItemId();
    item.name = QFileInfo(page.file.path).completeBaseName();
    item.kind = ItemKind::Picture;
    item.file = page.file;
    item.fit = lie.toBleed ? PictureFit::Fill : PictureFit::Whole;
    item.sides = lie.toBleed ? sidesFillingPanel(0) : sidesFillingSafeArea(0);
    const Rect frame = frameOf(paper, Face::Outside, item);
    const double w = page.pixels.width() / goodPpi * 25.4;
    const double h = page.pixels.height() / goodPpi * 25.4;
    // How much larger than at its own fineness it would be printed.
    const double grows = lie.toBleed ? std::max(frame.w.toMm() / w, frame.h.toMm() / h)
                                     : std::min(frame.w.toMm() / w, frame.h.toMm() / h);
    const bool ownSize = (grows > 1 && !lie.mayGrow) || (grows < 1 && !lie.mayShrink);
    if (lie.toBleed && !ownSize)
        return item;
    const double scale = ownSize ? 1 : grows;
    const Length wide = Length::nearestMm(w * scale);
    const Length high = Length::nearestMm(h * scale);
    const bool atLeft = (lie.lean == IncomingLie::ToSpine) == (hand == Hand::Right);
    const Length x = lie.lean == IncomingLie::Middle ? frame.middle().x - wide.part(2)
                     : atLeft                        ? frame.x
                                                     : frame.right() - wide;
    item.fit = PictureFit::Whole;
    // One that lies whole in the middle holds on to the page, and goes with it.
    if (ownSize || lie.lean != IncomingLie::Middle)
        item.sides = freeSides(paper, Face::Outside, {x, frame.middle().y - high.part(2), wide, high});
    return item;
}

/// The scale at which a page of this trim lies in one of that.
Percent fitting(Size trim, Size into)
{
    return Percent::nearest(100 * std::min(into.w.toMm() / trim.w.toMm(), into.h.toMm() / trim.h.toMm()));
}

} // namespace

QStringList inNaturalOrder(QStringList paths)
{
    QCollator collator{QLocale(QLocale::English)}; // the C locale counts no numbers
    collator.setNumericMode(true);
    collator.setCaseSensitivity(Qt::CaseInsensitive);
    std::ranges::stable_sort(paths, [&](const QString& a, const QString& b) { return collator.compare(a, b) < 0; });
    return paths;
}

bool isEmptySequence(const Job& job)
{
    return std::ranges::all_of(job.sequence,
                               [&](const SequencePage& page) { return job.on(page.surface()).isEmpty(); });
}

QStringList filesIn(const QStringList& paths)
{
    static const QStringList taken{QStringLiteral("*.pdf"),  QStringLiteral("*.png"), QStringLiteral("*.jpg"),
                                   QStringLiteral("*.jpeg"), QStringLiteral("*.tif"), QStringLiteral("*.tiff"),
                                   QStringLiteral("*.svg")};
    QStringList files;
    for (const QString& path : paths) {
        if (!QFileInfo(path).isDir()) {
            files << path;
            continue;
        }
        QStringList inside;
        for (const QFileInfo& file : QDir(path).entryInfoList(taken, QDir::Files))
            inside << file.filePath();
        files << inNaturalOrder(inside);
    }
    return files;
}

std::vector<IncomingPage> pagesOf(const std::vector<IncomingFile>& files)
{
    std::vector<IncomingPage> out;
    std::map<std::pair<QString, int>, int> first; // by hash and page
    const auto add = [&](IncomingPage page) {
        const auto [known, fresh] = first.try_emplace({page.file.sha256, page.file.page}, int(out.size()));
        if (!fresh && !page.file.sha256.isEmpty())
            page.sameAs = known->second;
        out.push_back(std::move(page));
    };
    for (const IncomingFile& file : files) {
        if (!isUsable(file.facts))
            continue;
        const LinkedFile link{file.link, 1, file.facts.bytes, file.facts.sha256};
        if (!file.facts.isPdf) {
            if (file.facts.pixelWidth > 0 && file.facts.pixelHeight > 0) {
                IncomingPage page;
                page.file = link;
                page.pixels = QSizeF(file.facts.pixelWidth, file.facts.pixelHeight);
                add(std::move(page));
            }
            continue;
        }
        for (std::size_t i = 0; i < file.facts.pages.size(); ++i) {
            const PageFacts& facts = file.facts.pages[i];
            if (!facts.isUsable)
                continue;
            IncomingPage page;
            page.file = link;
            page.file.page = int(i) + 1;
            page.trim = facts.trim;
            page.bleed = facts.bleed;
            page.hasTrimBox = facts.hasTrimBox;
            page.crop = facts.crop;
            page.media = facts.media;
            add(std::move(page));
        }
    }
    return out;
}

QString changeText(const FileFacts& before, const FileFacts& now)
{
    if (!isUsable(before) || !isUsable(now) || before.isPdf != now.isPdf)
        return {};
    QStringList parts;
    const int by = int(now.pages.size()) - int(before.pages.size());
    if (by != 0)
        parts << (now.pages.size() == 1 ? QStringLiteral("1 page, %1 fewer than before").arg(-by)
                  : by > 0              ? QStringLiteral("%1 pages, %2 more than before").arg(now.pages.size()).arg(by)
                           : QStringLiteral("%1 pages, %2 fewer than before").arg(now.pages.size()).arg(-by));
    QStringList resized;
    for (std::size_t i = 0; i < std::min(before.pages.size(), now.pages.size()); ++i)
        if (!sameTrim(before.pages[i].trim, now.pages[i].trim))
            resized << QString::number(i + 1);
    if (resized.size() == 1)
        parts << QStringLiteral("page %1 has another size").arg(resized.first());
    else if (!resized.isEmpty())
        parts << QStringLiteral("pages %1 have another size").arg(resized.mid(0, 12).join(QStringLiteral(", ")));
    if (now.pixelWidth != before.pixelWidth || now.pixelHeight != before.pixelHeight)
        parts << QStringLiteral("%1 × %2 pixels, before %3 × %4")
                     .arg(now.pixelWidth)
                     .arg(now.pixelHeight)
                     .arg(before.pixelWidth)
                     .arg(before.pixelHeight);
    return parts.join(QStringLiteral("; "));
}

std::vector<IncomingPage> measuredBy(std::vector<IncomingPage> pages, PageBox box)
{
    for (IncomingPage& page : pages) {
        const Rect whole{{}, {}, page.trim.w, page.trim.h};
        const Rect& by = box == PageBox::Crop ? page.crop : page.media;
        if (box == PageBox::Trim || page.isPicture() || by.isEmpty() || by == whole)
            continue;
        page.part = by;
        page.trim = by.size();
        page.bleed = {};
    }
    return pages;
}

std::vector<IncomingPage> takenApart(const std::vector<IncomingPage>& pages, Size page, bool rightToLeft)
{
    std::vector<IncomingPage> out;
    for (const IncomingPage& spread : pages) {
        if (spread.isPicture() || !sameTrim(spread.trim, {page.w * 2, page.h})) {
            out.push_back(spread);
            continue;
        }
        const Length half = spread.trim.w.part(2);
        std::array<IncomingPage, 2> halves{spread, spread};
        for (IncomingPage& h : halves) {
            const bool left = &h == &halves[0];
            const Rect from = spread.part.value_or(Rect{{}, {}, spread.trim.w, spread.trim.h});
            h.part = Rect{from.x + (left ? Length() : half), from.y, left ? half : from.w - half, from.h};
            h.trim = h.part->size();
            h.bleed[left ? 2 : 0] = {}; // the other page begins there
            h.sameAs = -1;
        }
        if (rightToLeft)
            std::swap(halves[0], halves[1]);
        out.insert(out.end(), halves.begin(), halves.end());
    }
    return out;
}

bool isCoverFor(Size page, const IncomingPage& incoming)
{
    const Size trim = incoming.trim;
    return !incoming.isPicture() && abs(trim.h - page.h) <= pageTolerance && trim.w > page.w * 2 + Length::mm(1) &&
           trim.w < page.w * 4;
}

bool takesCover(const Job& job) { return rulesOf(job.kind).form == FlatForm::WrappedCover && hasOwnCover(job); }

std::optional<IncomingOffer> offerFor(const Job& job, const std::vector<IncomingPage>& pages)
{
    std::map<SizeKey, int> sizes;
    for (const IncomingPage& page : pages)
        if (!page.isPicture())
            ++sizes[keyOf(page.trim)];
    if (sizes.empty())
        return std::nullopt;
    const auto most = std::ranges::max_element(sizes, {}, [](const auto& s) { return s.second; });
    IncomingOffer offer;
    offer.pages = int(pages.size());
    offer.ofThatSize = most->second;
    std::optional<Length> bleed;
    for (const IncomingPage& page : pages) {
        if (page.isPicture() || keyOf(page.trim) != most->first)
            continue;
        offer.page = likelySize(page.trim).value_or(page.trim);
        bleed = std::min(bleed.value_or(page.usableBleed()), page.usableBleed());
    }
    offer.bleed = bleed.value_or(Length());
    const auto covers =
        std::ranges::count_if(pages, [&](const IncomingPage& page) { return isCoverFor(offer.page, page); });
    offer.hasCover = covers > 0;
    offer.pages -= int(std::min<std::ptrdiff_t>(covers, 2));
    Job tried = job;
    tried.sequence.clear();
    tried.pages.count = offer.pages;
    tried.kind = PieceKind::Booklet;
    // A cover with a spine is wrapped about what is glued.
    if (offer.hasCover || blockThickness(tried) > thickestStapled)
        tried.kind = PieceKind::Book;
    offer.kind = tried.kind;
    offer.blanks = madeUpPages(tried) - offer.pages;
    return offer;
}

QString offerText(const IncomingOffer& offer, Unit unit)
{
    const QString size = nameOfSize(offer.page).isEmpty() ? formatSize(offer.page, unit) : nameOfSize(offer.page);
    const QString bleed = offer.bleed > Length() ? QStringLiteral(" with %1 bleed").arg(formatLength(offer.bleed, unit))
                                                 : QStringLiteral(" without bleed");
    const QString blanks = offer.blanks == 0   ? QString()
                           : offer.blanks == 1 ? QStringLiteral(" with one blank")
                                               : QStringLiteral(" with %1 blanks").arg(offer.blanks);
    const QString cover = offer.hasCover ? QStringLiteral(" and its cover") : QString();
    return QStringLiteral("%1%7, %2%3: a %4 of %5%6")
        .arg(offer.pages == 1 ? QStringLiteral("1 page") : QStringLiteral("%1 pages").arg(offer.pages), size, bleed,
             kindName(offer.kind), QString::number(offer.pages + offer.blanks), blanks, cover);
}

void takeOffer(Job& job, const IncomingOffer& offer)
{
    job.kind = offer.kind;
    if (rulesOf(offer.kind).binding == Binding::Glued)
        setOwnCover(job, true);
    job.page = offer.page;
    if (offer.bleed > Length())
        job.zones.bleed = offer.bleed;
    if (isEmptySequence(job)) {
        job.sequence.clear();
        job.pages.count = offer.pages;
    }
}

namespace
{

/// Takes covers out of the pile, and lays them on the faces of the cover.
std::vector<IncomingPage> withoutCovers(Job& job, const std::vector<IncomingPage>& pages)
{
    if (!takesCover(job))
        return pages;
    std::vector<IncomingPage> left;
    std::size_t faces = 0;
    for (const IncomingPage& page : pages) {
        if (faces < bothFaces.size() && isCoverFor(job.page, page))
            job.edit(bothFaces[faces++]).supplied = page.file;
        else
            left.push_back(page);
    }
    return left;
}

} // namespace

std::vector<int> bringIn(Job& job, const std::vector<IncomingPage>& incoming, int before, const IncomingLie& lie)
{
    const std::vector<IncomingPage> pages = withoutCovers(job, incoming);
    if (pages.empty())
        return {};
    const bool fresh = isEmptySequence(job);
    beginSequence(job);
    if (fresh) {
        // The count follows from what comes in.
        while (job.sequence.size() > qsizetype(pages.size()))
            job.sequence.removeLast();
        before = 0;
        // No piece has fewer than two pages.
        insertPages(job, -1, std::max(2, int(pages.size())) - int(job.sequence.size()));
    } else {
        before = before < 0 || before > job.sequence.size() ? int(job.sequence.size()) : before;
        insertPages(job, before, int(pages.size()));
    }
    job.pages.count = int(job.sequence.size());
    const auto planned = plan(job);
    std::vector<int> places;
    for (std::size_t i = 0; i < pages.size(); ++i) {
        const int place = before + int(i);
        places.push_back(place);
        SequencePage& page = job.sequence[place];
        page.state = PageState::InWork;
        SurfaceContent& content = job.edit(page.surface());
        if (!pages[i].isPicture()) {
            content.supplied = pages[i].file;
            content.placement.part = pages[i].part;
            if (lie.fitPages && !sameTrim(pages[i].trim, job.page))
                content.placement.scale = fitting(pages[i].trim, job.page);
        } else if (const ReaderPage* reader = planned ? planned->readerPage(page.surface()) : nullptr) {
            content.items.push_back(pictureOn(planned->paperOf(page.surface()), reader->hand, pages[i], lie));
        }
    }
    return places;
}

} // namespace hinge
