// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/gang/gang_plan.h"

namespace hinge
{

/// Lays the pieces of a gang on its press sheet, each sheet as often filled as it is asked.
class GangSheets
{
public:
    GangSheets(const Gang& gang, const std::vector<GangPiece>& pieces);

    /// How often one place on the form is printed on a sheet: twice where both sides are printed from it.
    [[nodiscard]] int times() const { return times_; }
    /// No more of a piece than the sheet holds, by piece; 0 where it does not even go on it once.
    [[nodiscard]] const std::vector<int>& most() const { return most_; }
    [[nodiscard]] bool holds(const std::vector<int>& counts);
    /// So many of each, those of one size along the rows in the order of the pieces; nullptr where they do not go on
    /// it.
    [[nodiscard]] std::shared_ptr<const SheetLayout> laid(const std::vector<int>& counts);
    /// The slots as they were given out by hand. Fails where the sheet would not have such slots, with the reason.
    [[nodiscard]] Result<std::shared_ptr<const SheetLayout>> laidByHand(const std::vector<Gang::Slot>& slots);
    /// What of each piece is printed on a form, counted once where it is printed twice.
    [[nodiscard]] std::vector<int> countsOn(const SheetLayout& layout) const;

private:
    [[nodiscard]] std::vector<int> byCut(const std::vector<int>& counts) const;
    [[nodiscard]] SheetLayout layOut(const std::vector<int>& byCut, const std::vector<int>& left);

    const Gang& gang_;
    const std::vector<GangPiece>& pieces_;
    Size area_;
    std::vector<PieceOnPress> onPress_;
    std::vector<int> cut_; ///< by piece: the first that the knife cuts alike
    std::vector<int> most_;
    std::optional<MixedFill> fill_;
    int times_ = 1;
};

/// Pieces that a slot of the split in hand can be given to: all that are cut like what is in it.
[[nodiscard]] std::vector<int> takersOf(const GangPlan& plan, int form, int slot);
/// The gang with a slot given to a piece, and all others as they are; without a piece it is left free. On a sheet that
/// is printed twice from one form, the slot it changes places with goes with it.
[[nodiscard]] Gang withSlotGiven(Gang gang, const GangPlan& plan, int form, int slot, std::optional<int> piece);

} // namespace hinge
