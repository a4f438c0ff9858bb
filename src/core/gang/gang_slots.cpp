// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gang/gang_slots.h"

#include <algorithm>

namespace hinge
{
namespace
{

MixedPiece cellOf(const PieceOnPress& piece)
{
    const auto [upright, turned] = turnsAllowed(piece);
    return {{piece.size.w + piece.bleeds[0] + piece.bleeds[2], piece.size.h + piece.bleeds[1] + piece.bleeds[3]},
            upright,
            turned};
}

/// Whether one may stand where the other does.
bool areCutAlike(const PieceOnPress& a, const PieceOnPress& b)
{
    return a.size == b.size && a.bleeds == b.bleeds && a.tumbled == b.tumbled && turnsAllowed(a) == turnsAllowed(b);
}

/// No more of it than the area holds; 0 where it does not even go in once.
int mostOf(const MixedPiece& piece, Size area)
{
    const auto fits = [&](Size cell) { return cell.w <= area.w && cell.h <= area.h; };
    if (!(piece.upright && fits(piece.cell)) && !(piece.turned && fits(piece.cell.turned())))
        return 0;
    return int(area.w.toMm() * area.h.toMm() / (piece.cell.w.toMm() * piece.cell.h.toMm()) + 1e-6);
}

std::optional<int> pieceOf(const std::vector<GangPiece>& pieces, const Gang::Slot& slot)
{
    const auto found = std::ranges::find_if(
        pieces, [&](const GangPiece& piece) { return piece.job == slot.member && piece.part == slot.part; });
    if (found == pieces.end())
        return std::nullopt;
    return int(found - pieces.begin());
}

} // namespace

GangSheets::GangSheets(const Gang& gang, const std::vector<GangPiece>& pieces)
    : gang_(gang), pieces_(pieces), area_(areaOfGang(gang.press, gang.press.sheet).size())
{
    std::vector<MixedPiece> cells;
    for (const GangPiece& piece : pieces) {
        const auto alike = std::ranges::find_if(
            onPress_, [&](const PieceOnPress& before) { return areCutAlike(before, piece.piece); });
        cut_.push_back(int(alike - onPress_.begin()));
        cells.push_back(cellOf(piece.piece));
        most_.push_back(mostOf(cells.back(), area_));
        onPress_.push_back(piece.piece);
    }
    fill_.emplace(std::move(cells), area_);
    times_ = isOneForm(gang.press.work) ? 2 : 1;
}

std::vector<int> GangSheets::byCut(const std::vector<int>& counts) const
{
    std::vector<int> sums(counts.size(), 0);
    for (std::size_t i = 0; i < counts.size(); ++i)
        sums[std::size_t(cut_[i])] += counts[i];
    return sums;
}

bool GangSheets::holds(const std::vector<int>& counts) { return fill_->holds(byCut(counts)); }

SheetLayout GangSheets::layOut(const std::vector<int>& byCut, const std::vector<int>& left)
{
    const auto cells = fill_->fill(byCut);
    if (!cells)
        return {};
    Press press = gang_.press;
    press.left = left;
    return layOutGang(press, press.sheet, onPress_, *cells);
}

std::shared_ptr<const SheetLayout> GangSheets::laid(const std::vector<int>& counts)
{
    SheetLayout layout = layOut(byCut(counts), {});
    if (layout.front.empty())
        return nullptr;
    std::vector<int> rest = counts;
    std::vector<bool> given(layout.front.size(), false);
    for (std::size_t i = 0; i < layout.front.size(); ++i) {
        if (given[i])
            continue;
        // The next of those that are cut like this and have not all their places yet.
        std::size_t piece = 0;
        while (cut_[piece] != layout.front[i].piece || rest[piece] == 0)
            ++piece;
        --rest[piece];
        for (const std::size_t slot : {i, std::size_t(layout.partner[i])}) {
            given[slot] = true;
            layout.front[slot].piece = int(piece);
            if (!layout.back.empty())
                layout.back[slot].piece = int(piece);
        }
    }
    return std::make_shared<const SheetLayout>(std::move(layout));
}

Result<std::shared_ptr<const SheetLayout>> GangSheets::laidByHand(const std::vector<Gang::Slot>& slots)
{
    std::vector<int> counts(pieces_.size(), 0);
    std::vector<int> left;
    std::vector<int> given;
    for (const Gang::Slot& slot : slots) {
        const auto piece = pieceOf(pieces_, slot);
        if (!piece)
            return problem({}, QStringLiteral("A slot was given to a part that its job does not have."));
        ++counts[std::size_t(*piece)];
        given.push_back(*piece);
        if (slot.left)
            left.push_back(int(given.size()));
    }
    std::vector<int> sums = byCut(counts);
    for (int& sum : sums)
        sum /= times_;
    SheetLayout layout = layOut(sums, left);
    if (layout.front.size() != slots.size())
        return problem({}, QStringLiteral("They do not go on the sheet together any more."));
    for (std::size_t i = 0; i < slots.size(); ++i) {
        if (cut_[std::size_t(given[i])] != layout.front[i].piece)
            return problem({}, QStringLiteral("Slot %1 is not as large any more as what it was given to.").arg(i + 1));
        if (given[i] != given[std::size_t(layout.partner[i])])
            return problem({}, QStringLiteral("Slot %1 is printed on the back of another job.").arg(i + 1));
    }
    for (std::size_t i = 0; i < slots.size(); ++i) {
        layout.front[i].piece = given[i];
        if (!layout.back.empty())
            layout.back[i].piece = given[i];
    }
    return std::make_shared<const SheetLayout>(std::move(layout));
}

std::vector<int> GangSheets::countsOn(const SheetLayout& layout) const
{
    std::vector<int> counts(pieces_.size(), 0);
    for (const SheetSlot& slot : layout.front)
        counts[std::size_t(slot.piece)] += slot.left ? 0 : 1;
    for (int& count : counts)
        count /= times_;
    return counts;
}

std::vector<int> takersOf(const GangPlan& plan, int form, int slot)
{
    std::vector<int> takers;
    const SheetSlot& at = plan.split()->forms[std::size_t(form)].layout->front[std::size_t(slot)];
    const PieceOnPress& there = plan.pieces[std::size_t(at.piece)].piece;
    for (int piece = 0; piece < int(plan.pieces.size()); ++piece)
        if (areCutAlike(there, plan.pieces[std::size_t(piece)].piece) && (piece != at.piece || at.left))
            takers.push_back(piece);
    return takers;
}

Gang withSlotGiven(Gang gang, const GangPlan& plan, int form, int slot, std::optional<int> piece)
{
    gang.byHand.clear();
    for (const GangForm& on : plan.split()->forms) {
        std::vector<Gang::Slot>& slots = gang.byHand.emplace_back();
        for (const SheetSlot& at : on.layout->front) {
            const GangPiece& there = plan.pieces[std::size_t(at.piece)];
            slots.push_back({there.job, there.part, at.left});
        }
    }
    const SheetLayout& layout = *plan.split()->forms[std::size_t(form)].layout;
    for (const int at : {slot, layout.partner[std::size_t(slot)]}) {
        Gang::Slot& given = gang.byHand[std::size_t(form)][std::size_t(at)];
        given.left = !piece;
        if (piece) {
            given.member = plan.pieces[std::size_t(*piece)].job;
            given.part = plan.pieces[std::size_t(*piece)].part;
        }
    }
    return gang;
}

} // namespace hinge
