// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plan.h"

#include "core/plan/checks.h"
#include "core/plan/figures.h"
#include "core/plan/master_layers.h"
#include "core/press/press_proof.h"
#include "core/press/sheet_marks.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// The runs, and whether they give the piece. Proved anew where something they follow from has changed.
void addPress(const Job& job, Plan& plan, const Plan* before)
{
    const PieceParts parts = plan.partsOf(job);
    plan.press = pressRuns(parts, before ? &before->press : nullptr);
    for (PressRun& run : plan.press) {
        if (run.check)
            continue;
        PressRun::Check& check = run.check.emplace();
        if (!run.forms.empty())
            check.unmarkedCuts = cutsWithoutMark({{parts, run.forms.front()}});
        if (auto proved = proveRun(parts, run); !proved)
            check.fault = proved.error();
    }
}

} // namespace

const Figure* Plan::findFigure(const QString& key) const
{
    const auto it = std::ranges::find(figures, key, &Figure::key);
    return it == figures.end() ? nullptr : &*it;
}

PieceParts Plan::partsOf(const Job& job) const
{
    return {job, paper, book ? &*book : nullptr, book ? &pages : nullptr, textPages ? &*textPages : nullptr};
}

const Problem* Plan::pressFault() const
{
    for (const PressRun& run : press)
        if (run.check && run.check->fault)
            return &*run.check->fault;
    return nullptr;
}

const PressRun* Plan::runOf(Component component) const
{
    const auto it = std::ranges::find(press, component, &PressRun::component);
    return it == press.end() ? nullptr : &*it;
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

std::vector<SurfaceId> Plan::layersOf(const SurfaceId& surface) const
{
    const auto it = layers.find(surface);
    return it == layers.end() ? std::vector{surface} : it->second;
}

bool Plan::prints(const Job& job, const SurfaceId& surface) const
{
    return std::ranges::any_of(layersOf(surface), [&](const SurfaceId& layer) { return job.on(layer).isFilled(); });
}

QList<LinkedFile> Plan::filesOn(const Job& job, const SurfaceId& surface) const
{
    QList<LinkedFile> files;
    for (const SurfaceId& layer : layersOf(surface))
        files << job.on(layer).files();
    return files;
}

const ReaderPage* Plan::readerPage(const SurfaceId& surface) const
{
    const auto it = surface.component == Component::Text ? pageIndex.constFind(surface.page) : pageIndex.constEnd();
    return it == pageIndex.constEnd() ? nullptr : &pages[std::size_t(*it)];
}

int pageBehind(const Plan& plan, int page)
{
    // The first page of a leaf is an odd one.
    const int behind = page % 2 == 1 ? page + 1 : page - 1;
    return page >= 1 && behind >= 1 && behind <= int(plan.pages.size()) ? behind : 0;
}

int pageBeside(const Plan& plan, int page)
{
    if (plan.book)
        for (const Spread& spread : plan.book->spreads)
            if (spread.left == page || spread.right == page)
                return spread.left == page ? spread.right : spread.left;
    return 0;
}

SurfaceId surfaceBehind(const Job& job, const Plan& plan, const SurfaceId& surface)
{
    if (surface.component == Component::Flat)
        return otherFace(surface.face);
    const int behind = pageBehind(plan, plan.pageIndex.value(surface.page, -1) + 1);
    if (behind == 0)
        return SurfaceId::ofPage(0);
    const int place = plan.pages[std::size_t(behind - 1)].place;
    return place >= 0 && place < job.sequence.size() ? job.sequence.at(place).surface() : SurfaceId::ofPage(0);
}

const Paper& Plan::paperOf(const SurfaceId& surface) const
{
    if (surface.component != Component::Text || !textPages)
        return paper;
    if (const auto own = ownPapers.find(surface); own != ownPapers.end())
        return *own->second;
    return (*textPages)[std::size_t(handOf(surface))];
}

Hand Plan::handOf(const SurfaceId& surface) const
{
    if (surface.master != 0)
        return surface.copy == 1 ? Hand::Left : Hand::Right;
    // A page of its own lies on the right until it has a place among others.
    const ReaderPage* page = readerPage(surface);
    return page ? page->hand : Hand::Right;
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
        const Rect printed = frame.within(bleed);
        const bool flat = frame.isEmpty() && !isVoid(item, frame); // a line straight across or down
        const bool shown =
            !isVoid(item, frame) && (flat ? bleed.overlaps(frame.grown(Length::micrometres(1))) : !printed.isEmpty());
        plan.byId.insert(item.id, {surface, out.size()});
        const Rect fitted = item.fit == PictureFit::Panel
                                ? plan.panelsOf(surface)[std::size_t(item.side(ItemSide::Left).panel)].area
                                : frame;
        if (item.textAround != TextAround::Over && item.kind != ItemKind::Text && shown)
            plan.keptOff[surface] << item.id;
        out.push_back({item.id, surface, frame, fitted, printed, shown, headDown});
    }
}

} // namespace

namespace
{

/// Papers for pages with lines of their own; many pages often have the same.
Result<void> layOutOwnPapers(const Job& job, Plan& plan)
{
    struct Made {
        Hand hand;
        const SurfaceContent* lines;
        std::shared_ptr<const Paper> paper;
    };
    std::vector<Made> made;
    for (const auto& [surface, content] : job.surfaces) {
        if (surface.component != Component::Text || !content->hasLines())
            continue;
        const Hand hand = plan.handOf(surface);
        const SurfaceContent& own = *content;
        auto same = std::ranges::find_if(made, [&](const Made& m) {
            return m.hand == hand && m.lines->columns == own.columns && m.lines->margins == own.margins &&
                   m.lines->layout == own.layout && m.lines->guides == own.guides;
        });
        if (same == made.end()) {
            auto paper = textPage(job, hand, &own);
            if (!paper)
                return tl::unexpected(paper.error());
            made.push_back({hand, &own, std::make_shared<const Paper>(std::move(*paper))});
            same = made.end() - 1;
        }
        plan.ownPapers[surface] = same->paper;
    }
    return {};
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
        if (auto laid = layOutOwnPapers(job, plan); !laid)
            return tl::unexpected(laid.error());
        plan.paper.closing.thickness = plan.book->block + (hasOwnCover(job) ? job.stock.caliper() * 2 : Length());
    }
    std::size_t count = 0;
    for (const auto& [surface, content] : job.surfaces)
        count += content->items.size();
    plan.byId.reserve(qsizetype(count));
    for (const auto& [surface, content] : job.surfaces)
        placeItems(plan, surface, *content);
    plan.layers = masterLayers(job, plan.pages);
    addPress(job, plan, before);
    plan.figures = makeFigures(job, plan);
    plan.findings = checkPiece(job, plan);
    return plan;
}

} // namespace hinge
