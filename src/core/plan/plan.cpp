// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plan.h"

#include "core/plan/checks.h"
#include "core/plan/figures.h"

#include <algorithm>

namespace hinge
{
namespace
{

Rect within(const Rect& r, const Rect& bounds)
{
    return Rect::fromEdges(std::max(r.x, bounds.x), std::max(r.y, bounds.y), std::min(r.right(), bounds.right()),
                           std::min(r.bottom(), bounds.bottom()));
}

Run makeRun(const Job& job, bool isText, int up, qint64 pieces, const QString& upWorking, const QString& piecesWorking)
{
    Run run;
    run.isText = isText;
    run.up = up;
    run.upWorking = upWorking;
    if (up > 0) {
        run.sheets = int(sheetsFor(pieces, up));
        run.overs = int(oversFor(run.sheets, job.overs));
        run.sheetsWorking = QStringLiteral("%1 ÷ %2, rounded up").arg(piecesWorking).arg(up);
    }
    return run;
}

/// How many of its flats a job takes: covers where it has them, else sheets, signatures or leaves of its pages.
qint64 flatsOfRun(const Job& job, const std::optional<Book>& book)
{
    if (!book)
        return job.quantity;
    if (hasOwnCover(job))
        return qint64(job.quantity) * rulesOf(job.kind).coverFlats;
    return qint64(job.quantity) * (book->sheets.empty() ? book->leaves : int(book->sheets.size()));
}

std::vector<Run> makeRuns(const Job& job, const Plan& plan)
{
    const auto copies = groupedNumber(job.quantity);
    const auto room = [&](Size cell) {
        return QStringLiteral("%1 with bleed in %2 printable")
            .arg(formatSize(cell, job.unit), formatSize(plan.sheet.fillArea.size(), job.unit));
    };
    std::vector<Run> runs;
    const QString flats = job.press.gap
                              ? QStringLiteral("%1 with gaps of %2 in %3 printable")
                                    .arg(formatSize(plan.paper.flat, job.unit), formatLength(*job.press.gap, job.unit),
                                         formatSize(plan.sheet.fillArea.size(), job.unit))
                              : room(bleedOf(plan.paper).size());
    if (!plan.book) {
        runs.push_back(makeRun(job, false, plan.sheet.up(), flatsOfRun(job, plan.book), flats, copies));
        return runs;
    }
    const Book& book = *plan.book;
    if (hasOwnCover(job)) {
        const int each = rulesOf(job.kind).coverFlats;
        runs.push_back(makeRun(job, false, plan.sheet.up(), flatsOfRun(job, plan.book), flats,
                               each == 1 ? copies : QStringLiteral("%1 × 2 leaves").arg(copies)));
    }
    const bool isText = hasOwnCover(job);
    int up = countOnSheet(job.press, book.sheetFlat);
    qint64 pieces = 0;
    QString working;
    if (rulesOf(job.kind).binding == Binding::Glued) {
        // A signature whose both sides are printed from one form comes twice off each sheet; the others need a sheet
        // each.
        pieces = qint64(job.quantity) * qint64(book.sheets.size());
        working = QStringLiteral("%1 × %2 signatures").arg(copies).arg(book.sheets.size());
        // Turned, the front of a signature backs its inner side: they lie on the sheet in pairs, and an odd place stays
        // empty.
        if (job.pages.workStyle == WorkStyle::WorkAndTurn && up > 1)
            up -= up % 2;
    } else if (rulesOf(job.kind).binding == Binding::Stapled) {
        pieces = qint64(job.quantity) * qint64(book.sheets.size());
        working = QStringLiteral("%1 × %2 sheets").arg(copies).arg(book.sheets.size());
    } else {
        pieces = qint64(job.quantity) * book.leaves;
        working = QStringLiteral("%1 × %2 leaves").arg(copies).arg(book.leaves);
    }
    runs.push_back(makeRun(job, isText, up, pieces, room(book.sheetFlat), working));
    return runs;
}

} // namespace

const Figure* Plan::findFigure(const QString& key) const
{
    const auto it = std::ranges::find(figures, key, &Figure::key);
    return it == figures.end() ? nullptr : &*it;
}

const PlannedItem* Plan::findItem(const QString& id) const
{
    const auto it = byId.constFind(id);
    return it == byId.constEnd() ? nullptr : &items.at(it->first)[it->second];
}

const std::vector<PlannedItem>& Plan::itemsOn(const SurfaceId& surface) const
{
    static const std::vector<PlannedItem> none;
    const auto it = items.find(surface);
    return it == items.end() ? none : it->second;
}

const ReaderPage* Plan::readerPage(const SurfaceId& surface) const
{
    const auto it = surface.component == Component::Text ? pageIndex.constFind(surface.page) : pageIndex.constEnd();
    return it == pageIndex.constEnd() ? nullptr : &pages[std::size_t(*it)];
}

SurfaceId surfaceBehind(const Job& job, const Plan& plan, const SurfaceId& surface)
{
    if (surface.component == Component::Flat)
        return otherFace(surface.face);
    const auto index = plan.pageIndex.value(surface.page, -1);
    // The first page of a leaf is an odd one.
    const int behind = index < 0 ? -1 : index % 2 == 0 ? index + 1 : index - 1;
    if (behind < 0 || behind >= int(plan.pages.size()))
        return SurfaceId::ofPage(0);
    const int place = plan.pages[std::size_t(behind)].place;
    return place >= 0 && place < job.sequence.size() ? job.sequence.at(place).surface() : SurfaceId::ofPage(0);
}

const Paper& Plan::paperOf(const SurfaceId& surface) const
{
    if (surface.component != Component::Text || !textPages)
        return paper;
    // A page of its own lies on the right until it has a place among others.
    const ReaderPage* page = readerPage(surface);
    return (*textPages)[std::size_t(page ? page->hand : Hand::Right)];
}

GrainAgainst grainAgainstFolds(const Job& job, const Paper& paper)
{
    // A spine lies upright; else the fold made last is the one that is bent most often.
    bool upright = true;
    if (paper.spineColumn < 0 && !paper.steps.empty())
        upright = paper.steps.back().axis == Axis::Vertical;
    return upright == (job.stock.grain == Grain::AlongHeight) ? GrainAgainst::Along : GrainAgainst::Across;
}

QString grainWords(GrainAgainst grain)
{
    return grain == GrainAgainst::Along ? QStringLiteral("along the folds") : QStringLiteral("across the folds");
}

QString coatingName(Coating coating)
{
    switch (coating) {
    case Coating::None: return QStringLiteral("none");
    case Coating::Varnish: return QStringLiteral("varnish");
    case Coating::GlossFilm: return QStringLiteral("gloss film");
    case Coating::MattFilm: return QStringLiteral("matt film");
    }
    return {};
}

namespace
{

/// Works out where the items of a surface lie.
void placeItems(Plan& plan, const SurfaceId& surface, const SurfaceContent& content)
{
    const Paper& paper = plan.paperOf(surface);
    const Rect bleed = bleedOf(paper, surface.face);
    std::vector<PlannedItem>& out = plan.items[surface];
    out.reserve(content.items.size());
    for (const Item& item : content.items) {
        const Rect frame = frameOf(paper, surface.face, item);
        const int panel = panelAt(paper, surface.face, frame.middle());
        const bool headDown = plan.panelsOf(surface)[std::size_t(panel)].headDown;
        const Rect printed = within(frame, bleed);
        const bool flat = frame.isEmpty() && !isVoid(item, frame); // a line straight across or down
        const bool shown =
            !isVoid(item, frame) && (flat ? bleed.overlaps(frame.grown(Length::micrometres(1))) : !printed.isEmpty());
        plan.byId.insert(item.id, {surface, out.size()});
        const Rect fitted = item.fit == PictureFit::Panel
                                ? plan.panelsOf(surface)[std::size_t(item.side(ItemSide::Left).panel)].area
                                : frame;
        out.push_back({item.id, surface, frame, fitted, printed, shown, headDown});
    }
}

} // namespace

Result<Plan> plan(const Job& job, const Plan* before)
{
    if (auto valid = validate(job); !valid)
        return tl::unexpected(valid.error());
    auto paper = foldPaper(job);
    if (!paper)
        return tl::unexpected(paper.error());
    Plan plan;
    plan.paper = std::move(*paper);
    if (hasPages(job.kind)) {
        auto left = textPage(job, Hand::Left);
        auto right = textPage(job, Hand::Right);
        if (!left || !right)
            return tl::unexpected((left ? right : left).error());
        plan.textPages = {std::move(*left), std::move(*right)};
        plan.book = makeBook(job);
        plan.pages = readerPages(job, *plan.book);
        plan.pageIndex.reserve(job.sequence.size());
        for (std::size_t i = 0; i < plan.pages.size(); ++i)
            if (const int place = plan.pages[i].place; place >= 0 && place < job.sequence.size())
                plan.pageIndex.insert(job.sequence[place].id, int(i));
        plan.paper.closing.thickness = plan.book->block + (hasOwnCover(job) ? job.stock.caliper() * 2 : Length());
    }
    std::size_t count = 0;
    for (const auto& [surface, content] : job.surfaces)
        count += content->items.size();
    plan.byId.reserve(qsizetype(count));
    for (const auto& [surface, content] : job.surfaces)
        placeItems(plan, surface, *content);
    plan.onPress = pieceOnPress(job, plan.paper, flatsOfRun(job, plan.book));
    plan.arrangements = before && before->onPress == plan.onPress ? before->arrangements : arrangements(plan.onPress);
    const auto own = std::ranges::find(plan.arrangements, job.press.sheet, &SheetLayout::sheet);
    plan.sheet = *own; // `arrangements` always lists the job's own sheet
    plan.runs = makeRuns(job, plan);
    plan.figures = makeFigures(job, plan);
    plan.findings = checkPiece(job, plan);
    return plan;
}

} // namespace hinge
