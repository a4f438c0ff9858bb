// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/press/press_proof.h"

#include "core/press/guillotine.h"

#include <algorithm>
#include <map>

namespace hinge
{
namespace
{

/// A rectangle of the paper, printed on both sides.
struct Printed {
    int page = 0;
    SurfaceId surface;
    Rect trim;
    Turn turn = Turn::None;
};

/// What is printed within a rectangle of a side. Of several things the last counts: a flat may lie under its pages.
std::optional<Printed> seenIn(const std::vector<PlacedSurface>& placed, const Rect& area)
{
    std::optional<Printed> seen;
    for (const PlacedSurface& p : placed) {
        const Point middle = p.trim.middle();
        if (middle.x > area.x && middle.x < area.right() && middle.y > area.y && middle.y < area.bottom())
            seen = Printed{p.page, p.surface, p.trim, p.turn};
    }
    return seen;
}

/// A place on the front as it lies when the sheet has been turned.
Rect throughSheet(const Rect& r, const SheetLayout& layout)
{
    return layout.turnsAboutVertical ? Rect{layout.sheet.w - r.right(), r.y, r.w, r.h}
                                     : Rect{r.x, layout.sheet.h - r.bottom(), r.w, r.h};
}

/// How a head that points `turn` on the front would point on the back, if it stood behind it.
Turn throughSheet(Turn turn, bool aboutVertical)
{
    const bool lies = turn == Turn::Quarter || turn == Turn::ThreeQuarters;
    return lies == aboutVertical ? turnedBy(turn, Turn::Half) : turn;
}

/// The rectangles of an unfolded sheet, outer side up.
std::vector<Rect> cellsOf(const PressUnit& unit)
{
    std::vector<Rect> cells;
    const Length w = unit.size.w.part(unit.columns);
    const Length h = unit.size.h.part(unit.rows);
    for (int row = 0; row < unit.rows; ++row)
        for (int column = 0; column < unit.columns; ++column)
            cells.push_back({w * column, h * row, w, h});
    return cells;
}

/// Both sides of a sheet of the text as they were printed: outer and inner, row by row from the left of the outer one.
using Sides = std::array<std::vector<std::optional<Printed>>, 2>;

class Prover
{
public:
    Prover(const PieceParts& parts, const PressRun& run) : parts_(parts), run_(run) {}

    Result<void> prove()
    {
        const SheetLayout* cut = nullptr;
        for (const PressForm& form : run_.forms) {
            if (form.layout.get() != cut)
                if (auto freed = isFreed(form); !freed)
                    return freed;
            cut = form.layout.get();
            if (auto done = run_.component == Component::Flat ? proveFlats(form) : collectText(form); !done)
                return done;
        }
        if (run_.component == Component::Text && !run_.forms.empty())
            if (auto read = readBook(); !read)
                return read;
        return run_.stacking ? proveStacking(*run_.stacking) : Result<void>();
    }

private:
    [[nodiscard]] static Result<void> wrong(const PressForm& form, const QString& what)
    {
        return problem(QStringLiteral("press sheet %1").arg(form.number), what);
    }

    [[nodiscard]] Result<void> isFreed(const PressForm& form) const
    {
        const SheetLayout& layout = *form.layout;
        const auto table = cutByProgram(layout.sheet, layout.program);
        if (!table)
            return wrong(form, table.error().text());
        std::vector<Rect> slots;
        for (const SheetSlot& slot : layout.front)
            slots.push_back(slot.trim);
        if (!std::ranges::is_permutation(*table, slots))
            return wrong(form, QStringLiteral("The knife does not free what was laid on the sheet."));
        return {};
    }

    /// Behind each front lies its own back.
    [[nodiscard]] Result<void> proveFlats(const PressForm& form) const
    {
        const SheetLayout& layout = *form.layout;
        if (layout.work == WorkStyle::OneSide)
            return {};
        const auto front = placedOn(parts_, form, Face::Outside);
        const auto back = placedOn(parts_, form, Face::Inside);
        for (const PlacedSurface& face : front) {
            const auto behind = seenIn(back, throughSheet(face.trim, layout));
            if (!behind || behind->surface == face.surface || behind->trim != throughSheet(face.trim, layout))
                return wrong(form, QStringLiteral("A back does not lie behind its front."));
            Turn head = throughSheet(face.turn, layout.turnsAboutVertical);
            if (parts_.paper.tumbled)
                head = turnedBy(head, Turn::Half);
            if (behind->turn != head)
                return wrong(form, QStringLiteral("A back stands on its head."));
        }
        return {};
    }

    /// Looks at each sheet of the text as it was printed.
    [[nodiscard]] Result<void> collectText(const PressForm& form)
    {
        const SheetLayout& layout = *form.layout;
        const bool bothSides = printedSides(layout.work) == 2;
        const auto front = placedOn(parts_, form, Face::Outside);
        const auto back = bothSides ? placedOn(parts_, form, Face::Inside) : std::vector<PlacedSurface>();
        for (std::size_t i = 0; i < layout.front.size(); ++i) {
            const int work = form.works[i];
            if (work < 0)
                continue;
            const SheetSlot& slot = layout.front[i];
            const PressUnit unit = unitOf(parts_, Component::Text, work);
            Sides sides;
            for (const Rect& cell : cellsOf(unit)) {
                // A sheet whose inner side lies up has its columns the other way round.
                const bool outerUp = slot.shows == Face::Outside;
                const Rect inSlot = outerUp ? cell : Rect{unit.size.w - cell.right(), cell.y, cell.w, cell.h};
                const Rect area = onSheet(slot, inSlot);
                auto up = seenIn(front, area);
                auto down = bothSides ? seenIn(back, throughSheet(area, layout)) : std::nullopt;
                const Turn slotDown = throughSheet(slot.turn, layout.turnsAboutVertical);
                if (up)
                    up->turn = turnedBy(up->turn, Turn((360 - int(slot.turn)) % 360));
                if (down)
                    down->turn = turnedBy(down->turn, Turn((360 - int(slotDown)) % 360));
                sides[outerUp ? 0 : 1].push_back(up);
                sides[outerUp ? 1 : 0].push_back(down);
            }
            const auto known = printed_.find(work);
            if (known == printed_.end())
                printed_.emplace(work, std::move(sides));
            else if (!alike(known->second, sides))
                return wrong(form, QStringLiteral("Two copies of a sheet are not alike."));
        }
        return {};
    }

    static bool alike(const Sides& a, const Sides& b)
    {
        for (std::size_t side = 0; side < 2; ++side)
            if (!std::ranges::equal(a[side], b[side], [](const auto& x, const auto& y) {
                    return x.has_value() == y.has_value() && (!x || (x->page == y->page && x->turn == y->turn));
                }))
                return false;
        return true;
    }

    /// Puts the folded sheets together and turns the pages.
    [[nodiscard]] Result<void> readBook() const
    {
        // A page that is moved by more than half its width lies on its neighbour.
        if (parts_.job.pages.creepBy != CreepBy::Nothing && parts_.book->creep > parts_.job.page.w.part(2))
            return problem({}, QStringLiteral("So many sheets lie in each other that the innermost sticks out by %1, "
                                              "more than half a page. Glue the piece, or leave creep as it is.")
                                   .arg(formatThickness(parts_.book->creep, parts_.job.unit)));
        int number = 0;
        for (const PileLeaf& leaf : parts_.book->pile)
            for (const PageSpot& spot : {leaf.upper, leaf.lower}) {
                ++number;
                const auto sheet = printed_.find(leaf.sheet);
                if (sheet == printed_.end())
                    return problem({}, QStringLiteral("Page %1 is on no press sheet.").arg(number));
                const auto& seen = at(sheet->second, unitOf(parts_, Component::Text, leaf.sheet), spot);
                if (!seen) {
                    if (run_.piece.press.work == WorkStyle::OneSide && !spot.outer)
                        continue;
                    return problem({}, QStringLiteral("Page %1 would be empty.").arg(number));
                }
                if (seen->page != number)
                    return problem(
                        {}, QStringLiteral("Page %1 would lie where page %2 is read.").arg(seen->page).arg(number));
                if (seen->turn != (spot.headDown ? Turn::Half : Turn::None))
                    return problem({}, QStringLiteral("Page %1 would stand on its head.").arg(number));
            }
        return {};
    }

    /// What was printed on a spot of the folded sheet. The model folds for a piece that opens to the left; one that
    /// opens the other way is the same work in a mirror.
    [[nodiscard]] const std::optional<Printed>& at(const Sides& sides, const PressUnit& unit,
                                                   const PageSpot& spot) const
    {
        const int asSeen = parts_.job.rightToLeft ? unit.columns - 1 - spot.column : spot.column;
        // Cells are counted on the outer side.
        const int column = spot.outer ? asSeen : unit.columns - 1 - asSeen;
        return sides[spot.outer ? 0 : 1][std::size_t(spot.row * unit.columns + column)];
    }

    /// Piles the cut stacks on each other, lift by lift, and looks whether every record comes after the one before: by
    /// what the first and the last sheet of each pile carry.
    [[nodiscard]] Result<void> proveStacking(const Stacking& stacking) const
    {
        const SheetLayout& layout = run_.layout();
        std::vector<int> piles;
        for (int slot = 0; slot < int(layout.front.size()); ++slot)
            if (const int pile = pileOf(layout, slot, stacking.order); pile >= 0)
                piles.push_back(pile);
        std::ranges::sort(piles);
        for (int pile = 0; pile < std::max(stacking.piles, int(piles.size())); ++pile)
            if (pile >= int(piles.size()) || piles[std::size_t(pile)] != pile || stacking.piles != int(piles.size()))
                return problem({}, QStringLiteral("The piles are not those of the sheet."));
        qint64 next = 0;
        for (int lift = 0; lift < stacking.lifts(); ++lift)
            for (int pile = 0; pile < stacking.piles; ++pile) {
                const qint64 count = stacking.pile(lift, pile).count();
                if (count <= 0)
                    continue;
                const qint64 from = lift * stacking.sheetsPerLift;
                const bool down = stacking.delivery == Delivery::FaceDown;
                const qint64 last = stacking.sheetsIn(lift) - 1;
                const qint64 top = stacking.recordAt(pile, from + (down ? 0 : last));
                const qint64 foot = stacking.recordAt(pile, from + (down ? count - 1 : last - count + 1));
                if (top != next || foot != next + count - 1)
                    return problem({}, QStringLiteral("Record %1 would come after record %2.").arg(top + 1).arg(next));
                next += count;
            }
        if (next != stacking.records || stacking.records != run_.piece.pieces)
            return problem({}, QStringLiteral("%1 of %2 records would be printed.").arg(next).arg(run_.piece.pieces));
        return {};
    }

    const PieceParts& parts_;
    const PressRun& run_;
    std::map<int, Sides> printed_;
};

} // namespace

Result<void> proveRun(const PieceParts& parts, const PressRun& run) { return Prover(parts, run).prove(); }

} // namespace hinge
