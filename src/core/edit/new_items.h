// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <functional>

namespace hinge
{

/// An id that no other item has: random, so that items of two jobs can stand in one.
[[nodiscard]] QString freshItemId();

/// Fresh items as they come onto a panel of a surface. They have neither id nor name: those are the caller's to give.

/// A picture or page: out to the bleed of the panel, or within one of its columns.
[[nodiscard]] Item newPicture(int panel, std::optional<int> column, LinkedFile file);
/// A text as it is begun on a panel: a heading across the safe area, as deep as a few lines, its foot free to be pulled
/// down; on a panel with columns the whole of them; on a spine a line that runs down it, in its middle. In an ink that
/// reads on what lies there.
[[nodiscard]] Item newHeading(const Job& job, const Plan& plan, const SurfaceId& surface, int panel,
                              const QString& words);
/// A line that names a field of the data, between braces: as a heading, but one line deep and below the texts that
/// stand on the panel already, where there is room.
[[nodiscard]] Item newField(const Job& job, const Plan& plan, const SurfaceId& surface, int panel,
                            const QString& field);
/// Columns and rows of a panel as they are begun: one of each, with the gutter that is usual in the job's unit.
[[nodiscard]] ColumnGrid newGrid(int panel, Unit unit);
/// Between columns: a pica (1/6 in) where inches, points or picas are measured, else 4 mm. Common practice.
[[nodiscard]] Length usualGutter(Unit unit);
/// A text that fills the safe area in the columns of the panel, a paragraph a line; empty lines at its end are left
/// out.
[[nodiscard]] Item newText(const Job& job, const Plan& plan, const SurfaceId& surface, int panel, const QString& words);
/// True when black would not read here: the tint on top there is dark. A picture is taken to be light.
[[nodiscard]] bool isDarkBehind(const Job& job, const Plan& plan, const SurfaceId& surface, const Rect& area);
/// The ink of the job that leaves the paper bare; empty when it has none.
[[nodiscard]] QString bareInk(const Job& job);
/// An empty frame for a text to run on into, on the panel a reader sees next, whichever face that is on, or on the next
/// page.
struct NewFrame {
    SurfaceId surface;
    Item item;
};
/// Empty when the text stands on the last panel or page, or on none.
[[nodiscard]] std::optional<NewFrame> newFrameAfter(const Job& job, const Plan& plan, const QString& textId);
/// A tint of the panel, out to its bleed.
[[nodiscard]] Item newTint(const Job& job, int panel);
/// A tint from the bleed of the first panel to that of the last, folds and all.
[[nodiscard]] Item newGround(const Job& job, const Plan& plan, const SurfaceId& surface);
/// A square in the middle of the panel, half as large as its safe area allows.
[[nodiscard]] Item newShape(const Job& job, const Plan& plan, const SurfaceId& surface, int panel);
/// The bare ground a code wants below it to be found where it stands, a millimetre larger than its frame, so that a
/// slight misregister shows nothing. Empty when it stands on blank paper, when what disturbs it lies over it, or when
/// the job has no ink that leaves the paper bare.
[[nodiscard]] std::optional<Item> groundForCode(const Job& job, const Plan& plan, const QString& codeId);
/// Lays that ground right below the code and groups the two, so that it goes where the code goes. False when there is
/// nothing to lay.
bool layGroundUnderCode(Job& job, const QString& codeId);
/// An article number as large as it is meant to be, with its quiet zone (GS1 General Specifications, 5.2).
inline constexpr Size nominalArticleNumber{Length::micrometres(37290), Length::micrometres(25930)};
/// A code in the foot-right corner of the safe area, kept clear of knife and folds: of a cover with a spine an article
/// number at its nominal size, else a square of at most 25 mm.
[[nodiscard]] Item newCode(const Job& job, const Plan& plan, const SurfaceId& surface, int panel);
/// Sizes of photo prints, the shorter side first: 4 x 6, 5 x 7 and 8 x 10 in. Common practice.
inline constexpr std::array<Size, 3> photoSizes{Size{Length::inches(4), Length::inches(6)},
                                                Size{Length::inches(5), Length::inches(7)},
                                                Size{Length::inches(8), Length::inches(10)}};
/// Such a print upright or across, as a frame is.
[[nodiscard]] constexpr Size photoSizeFor(Size print, Size frame) { return frame.w > frame.h ? print.turned() : print; }
/// Gives an item another size: the sides that hold stay where they are, else those at its left and head, and it is
/// moved into the safe area of its panel as far as it fits there.
void resizeItem(Job& job, const Plan& plan, const QString& id, Size size);
/// Copies of items beside them, free, so far to the right and down.
[[nodiscard]] std::vector<Item> copiesBeside(const Plan& plan, const std::vector<Item>& items, Length by,
                                             const std::function<QString()>& freshId);

} // namespace hinge
