// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/press/press_forms.h"

#include "core/job/master_copies.h"
#include <algorithm>
#include <map>

namespace hinge
{
namespace
{

/// Numbered or data-driven pieces are cut and stacked; what pages differ in is not on their sheets.
bool hasStackedCopies(const PieceParts& parts, Component component)
{
    return component == Component::Flat && !parts.book && parts.job.records.any() && parts.job.records.count > 0;
}

/// The press as it is set up for a component.
Press pressFor(const PieceParts& parts, Component component)
{
    const Job& job = parts.job;
    Press press = job.press;
    static_cast<SheetSetup&>(press) = setupOf(job, component);
    press.text.reset();
    if (component == Component::Text && job.pages.strips > 1 && press.columns == 0 && press.rows == 0) {
        press.columns = 1;
        press.rows = job.pages.strips;
    }
    // Copies that differ come once off each sheet.
    if (hasStackedCopies(parts, component) && press.work != WorkStyle::OneSide)
        press.work = WorkStyle::Sheetwise;
    if (isOneForm(press.work))
        press.offset.reset(); // it lies against the line the sheet is turned about
    return press;
}

/// Smaller units of a component beside its largest one, and how many of its works they are.
std::vector<std::pair<Size, int>> smallerUnits(const PieceParts& parts, Component component, Size largest)
{
    std::vector<std::pair<Size, int>> smaller;
    for (int work = 0; component == Component::Text && work < worksOf(parts, component); ++work) {
        const Size size = unitOf(parts, component, work).size;
        if (size == largest)
            continue;
        const auto known = std::ranges::find(smaller, size, &std::pair<Size, int>::first);
        if (known == smaller.end())
            smaller.push_back({size, 1});
        else
            ++known->second;
    }
    return smaller;
}

PieceOnPress onPress(const PieceParts& parts, Component component)
{
    const Job& job = parts.job;
    const PressUnit unit = largestUnit(parts, component);
    const Stock& stock = stockOf(job, component);
    PieceOnPress piece;
    piece.press = pressFor(parts, component);
    piece.size = unit.size;
    piece.bleeds = unit.bleeds;
    piece.tumbled = unit.tumbled;
    piece.grain = stock.grain;
    piece.caliper = stock.caliper();
    piece.overs = job.overs;
    piece.works = worksOf(parts, component);
    piece.smaller = smallerUnits(parts, component, unit.size);
    piece.pieces = component == Component::Flat ? qint64(job.quantity) * rulesOf(job.kind).coverFlats : job.quantity;
    if (hasStackedCopies(parts, component))
        piece.pieces = job.records.count;
    piece.kind = job.kind;
    if (component == Component::Text) {
        piece.rightToLeft = job.rightToLeft;
        piece.creepBy = job.pages.creepBy;
        piece.trims = {job.pages.mill, job.zones.bleed, job.pages.lap};
    }
    return piece;
}

/// Makes the forms of a component; layouts are kept by the size of what lies on them.
class Forms
{
public:
    Forms(const PieceParts& parts, PressRun& run) : parts_(parts), run_(run) {}

    void make()
    {
        if (run_.layout().up() == 0)
            return; // small signatures alone would not make the book
        if (isInPiles(run_.piece))
            return piles();
        for (int work = 0; work < run_.piece.works; ++work)
            alike(work);
    }

private:
    std::shared_ptr<const SheetLayout> layoutFor(const PressUnit& unit)
    {
        auto& kept = layouts_[{unit.columns, unit.rows}];
        if (!kept)
            kept = std::make_shared<const SheetLayout>(
                unit.size == run_.piece.size ? run_.layout()
                                             : layOutSmaller(run_.piece, unit.size, run_.piece.press.sheet));
        return kept;
    }

    void add(std::shared_ptr<const SheetLayout> layout, std::vector<int> works, qint64 sheets)
    {
        PressForm form;
        form.component = run_.component;
        form.number = int(run_.forms.size()) + 1;
        form.layout = std::move(layout);
        form.works = std::move(works);
        form.sheets = sheets;
        form.overs = oversFor(sheets, run_.piece.overs);
        run_.sheets += form.sheets;
        run_.overs += form.overs;
        run_.forms.push_back(std::move(form));
    }

    /// The same in all slots.
    void alike(int work)
    {
        const auto layout = layoutFor(unitOf(parts_, run_.component, work));
        if (layout->up() == 0)
            return;
        std::vector<int> works;
        for (const SheetSlot& slot : layout->front)
            works.push_back(slot.left ? -1 : work);
        add(layout, std::move(works), sheetsFor(run_.piece.pieces, layout->up()));
    }

    /// Each slot carries a run of them: cut and stacked, the piles are in order.
    void piles()
    {
        const auto layout = layoutFor(unitOf(parts_, run_.component, 0));
        const int places = layout->places();
        if (places == 0)
            return;
        const int forms = int(formsOfRun(run_.piece, *layout));
        const std::vector<int> pileAt = placesInOrder(*layout);
        const qint64 sheets = sheetsFor(run_.piece.pieces, layout->up() / places);
        for (int i = 0; i < forms; ++i) {
            std::vector<int> works;
            for (const int pile : pileAt) {
                const int work = pile * forms + i;
                works.push_back(pile >= 0 && work < run_.piece.works ? work : -1);
            }
            add(layout, std::move(works), sheets);
        }
    }

    /// The pile of each slot; the two that change places when the sheet is turned carry the same one.
    [[nodiscard]] std::vector<int> placesInOrder(const SheetLayout& layout) const
    {
        std::vector<int> first; // of each pair, the slot whose outer side lies on the front
        for (int slot = 0; slot < int(layout.front.size()); ++slot)
            first.push_back(layout.front[std::size_t(slot)].shows == Face::Outside ? slot
                                                                                   : layout.partner[std::size_t(slot)]);
        std::vector<int> order;
        for (int slot = 0; slot < int(layout.front.size()); ++slot)
            if (pileOf(layout, slot, run_.piece.press.piles) >= 0 && first[std::size_t(slot)] == slot)
                order.push_back(slot);
        std::ranges::sort(order, {}, [&](int slot) { return pileOf(layout, slot, run_.piece.press.piles); });
        std::vector<int> piles;
        for (const int slot : first) {
            const auto at = std::ranges::find(order, slot);
            piles.push_back(at == order.end() ? -1 : int(at - order.begin()));
        }
        return piles;
    }

    const PieceParts& parts_;
    PressRun& run_;
    std::map<std::pair<int, int>, std::shared_ptr<const SheetLayout>> layouts_;
};

void stack(const PieceParts& parts, PressRun& run)
{
    if (!hasStackedCopies(parts, run.component) || run.forms.empty())
        return;
    const Press& press = run.piece.press;
    run.stacking = Stacking{run.piece.pieces, run.layout().up(), sheetsPerLift(press.knife, run.piece.caliper),
                            press.piles, press.delivery};
}

} // namespace

std::vector<int> PressForm::differentWorks() const
{
    std::vector<int> different;
    for (const int work : works)
        if (work >= 0)
            different.push_back(work);
    std::ranges::sort(different);
    different.erase(std::ranges::unique(different).begin(), different.end());
    return different;
}

const SheetLayout& PressRun::layout() const
{
    // The sheet that was chosen is always among them.
    return *std::ranges::find(arrangements, piece.press.sheet, &SheetLayout::sheet);
}

std::vector<PressRun> pressRuns(const PieceParts& parts, const std::vector<PressRun>* before)
{
    std::vector<PressRun> runs;
    for (const Component component : {Component::Flat, Component::Text}) {
        if (component == Component::Flat ? parts.book && !hasOwnCover(parts.job) : !parts.book)
            continue;
        PressRun run;
        run.component = component;
        run.piece = onPress(parts, component);
        const auto isKept = [&](const PressRun& r) { return r.component == component && r.piece == run.piece; };
        if (before)
            if (const auto kept = std::ranges::find_if(*before, isKept); kept != before->end()) {
                runs.push_back(*kept);
                continue;
            }
        run.arrangements = arrangements(run.piece);
        Forms(parts, run).make();
        stack(parts, run);
        runs.push_back(std::move(run));
    }
    return runs;
}

bool isCoverNotBegun(const PieceParts& parts, const PressRun& run)
{
    return run.component == Component::Flat && parts.book && !facePrints(parts.job, Face::Outside) &&
           !facePrints(parts.job, Face::Inside);
}

int pileOf(const SheetLayout& layout, int slot, PileOrder order)
{
    const SheetSlot& at = layout.front[std::size_t(slot)];
    if (at.left)
        return -1;
    const auto key = [order](const SheetSlot& s) {
        return order == PileOrder::AlongRows ? std::pair(s.trim.y, s.trim.x) : std::pair(s.trim.x, s.trim.y);
    };
    return int(std::ranges::count_if(layout.front,
                                     [&](const SheetSlot& other) { return !other.left && key(other) < key(at); }));
}

namespace
{

/// Bleeds that overlap end half way between their trims.
void partNeighbours(std::vector<PlacedSurface>& placed, const std::vector<SheetSlot>& slots)
{
    const std::vector<PlacedSurface> whole = placed;
    for (std::size_t i = 0; i < placed.size(); ++i)
        for (std::size_t j = 0; j < placed.size(); ++j) {
            if (whole[i].slot == whole[j].slot || !whole[i].printed.overlaps(whole[j].printed))
                continue;
            const Rect& mine = slots[std::size_t(whole[i].slot)].trim;
            const Rect& theirs = slots[std::size_t(whole[j].slot)].trim;
            const Rect& out = placed[i].printed;
            Length left = out.x, top = out.y, right = out.right(), bottom = out.bottom();
            const bool beside = mine.y < theirs.bottom() && theirs.y < mine.bottom();
            const bool above = mine.x < theirs.right() && theirs.x < mine.right();
            if (beside && theirs.x >= mine.right())
                right = std::min(right, mine.right() + (theirs.x - mine.right()).part(2));
            if (beside && theirs.right() <= mine.x)
                left = std::max(left, mine.x - (mine.x - theirs.right()).part(2));
            if (above && theirs.y >= mine.bottom())
                bottom = std::min(bottom, mine.bottom() + (theirs.y - mine.bottom()).part(2));
            if (above && theirs.bottom() <= mine.y)
                top = std::max(top, mine.y - (mine.y - theirs.bottom()).part(2));
            placed[i].printed = Rect::fromEdges(left, top, right, bottom);
        }
}

} // namespace

std::vector<PlacedSurface> placedOn(const PieceParts& parts, const PressForm& form, Face side)
{
    std::vector<PlacedSurface> out;
    const std::vector<SheetSlot>& slots = form.layout->side(side);
    std::map<std::pair<int, Face>, std::vector<UnitPlace>> made;
    for (std::size_t i = 0; i < slots.size(); ++i) {
        const SheetSlot& slot = slots[i];
        const int work = form.works[i];
        if (work < 0)
            continue;
        auto [known, fresh] = made.try_emplace({work, slot.shows});
        if (fresh)
            known->second = placesOn(parts, form.component, work, slot.shows);
        for (const UnitPlace& place : known->second)
            out.push_back({place.surface, place.page, int(i), onSheet(slot, place.trim),
                           place.headDown ? turnedBy(slot.turn, Turn::Half) : slot.turn, onSheet(slot, place.printed),
                           place.size});
    }
    partNeighbours(out, slots);
    return out;
}

} // namespace hinge
