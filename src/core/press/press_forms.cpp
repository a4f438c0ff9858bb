// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/press/press_forms.h"

#include <algorithm>
#include <map>

namespace hinge
{
namespace
{

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
    if (component == Component::Flat && job.records.any() && press.work != WorkStyle::OneSide)
        press.work = WorkStyle::Sheetwise;
    if (press.work == WorkStyle::WorkAndTurn || press.work == WorkStyle::WorkAndTumble)
        press.offset.reset(); // it lies against the line the sheet is turned about
    return press;
}

PieceOnPress onPress(const PieceParts& parts, Component component)
{
    const Job& job = parts.job;
    const PressUnit unit = largestUnit(parts, component);
    PieceOnPress piece;
    piece.press = pressFor(parts, component);
    piece.size = unit.size;
    piece.bleeds = unit.bleeds;
    piece.tumbled = unit.tumbled;
    const Stock& stock = component == Component::Text ? textStockOf(job) : job.stock;
    piece.grain = stock.grain;
    // The grain of a text stock is that of its pages, upright as they are read, and so is that of the sheet.
    piece.overs = job.overs;
    piece.works = worksOf(parts, component);
    piece.pieces = component == Component::Flat ? qint64(job.quantity) * rulesOf(job.kind).coverFlats : job.quantity;
    if (component == Component::Flat && !parts.book && job.records.any() && job.records.count > 0)
        piece.pieces = job.records.count;
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
        if (run_.component == Component::Text && run_.piece.press.fill == SlotFill::Piles && allAlike())
            return piles();
        for (int work = 0; work < run_.piece.works; ++work)
            alike(work);
    }

private:
    std::shared_ptr<const SheetLayout> layoutFor(const PressUnit& unit)
    {
        auto& kept = layouts_[{unit.columns, unit.rows}];
        if (!kept) {
            PieceOnPress piece = run_.piece;
            const bool largest = piece.size == unit.size;
            piece.size = unit.size;
            if (!largest) { // what is typed is said of the largest
                piece.press.columns = 0;
                piece.press.rows = 0;
            }
            kept = std::make_shared<const SheetLayout>(largest ? run_.layout() : layOutSheet(piece, piece.press.sheet));
        }
        return kept;
    }

    [[nodiscard]] bool allAlike() const
    {
        const PressUnit first = unitOf(parts_, run_.component, 0);
        for (int work = 1; work < run_.piece.works; ++work)
            if (unitOf(parts_, run_.component, work).size != first.size)
                return false;
        return true;
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
        const int forms = int(sheetsFor(run_.piece.works, places));
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

/// Numbered or data-driven pieces, cut and stacked.
void stack(const PieceParts& parts, PressRun& run)
{
    const Job& job = parts.job;
    if (run.component != Component::Flat || parts.book || !job.records.any() || run.forms.empty())
        return;
    Stacking stacking;
    stacking.records = run.piece.pieces;
    stacking.piles = run.layout().up();
    stacking.sheetsPerLift = sheetsPerLift(job.press.knife, job.stock.caliper());
    stacking.order = job.press.piles;
    stacking.delivery = job.press.delivery;
    run.stacking = stacking;
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
        const PressRun* kept = nullptr;
        if (before)
            for (const PressRun& earlier : *before)
                if (earlier.component == component && earlier.piece == run.piece)
                    kept = &earlier;
        run.arrangements = kept ? kept->arrangements : arrangements(run.piece);
        Forms(parts, run).make();
        stack(parts, run);
        runs.push_back(std::move(run));
    }
    return runs;
}

bool isCoverNotBegun(const PieceParts& parts, const PressRun& run)
{
    return run.component == Component::Flat && parts.book && !parts.job.on(Face::Outside).isFilled() &&
           !parts.job.on(Face::Inside).isFilled();
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
