// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/piece/binding.h"

namespace hinge
{

/// All of a piece that its press sheets are made from. Refers to what it was made of, which must outlive it.
struct PieceParts {
    const Job& job;
    const Paper& paper;         ///< of the flat at work
    const Book* book = nullptr; ///< of kinds with pages
    const std::vector<ReaderPage>* pages = nullptr;
    const std::array<Paper, 2>* textPages = nullptr; ///< by `Hand`
};

/// What the knife frees, and all that comes after it works on: a flat, the sheet of a booklet or a signature before it
/// is folded, a leaf. Upright, outer side up.
struct PressUnit {
    Component component = Component::Flat;
    Size size;                      ///< as it is freed, with what is trimmed off later
    std::array<Length, 4> bleeds{}; ///< printed beyond it: left, top, right, bottom of the outer side
    bool tumbled = false;           ///< see `Paper::tumbled`
    int columns = 1;                ///< pages beside and above each other on either side
    int rows = 1;
    bool operator==(const PressUnit&) const = default;
};

/// How many sheets, signatures or leaves a component is made of; 1 for a flat.
[[nodiscard]] int worksOf(const PieceParts& parts, Component component);
/// The unit of one of them, from 0.
[[nodiscard]] PressUnit unitOf(const PieceParts& parts, Component component, int work);
/// The largest of a component: the one press sheets are chosen by.
[[nodiscard]] PressUnit largestUnit(const PieceParts& parts, Component component);

/// A page or a face on one side of a unit.
struct UnitPlace {
    SurfaceId surface; ///< page 0 for a page nothing is known of: it stays blank
    int page = 0;      ///< as `ReaderPage::number`; 0 for a face of the flat
    /// Its trim, from the head-left corner of the unit on that side. Narrower than the page where it was made so.
    Rect trim;
    /// What of it is printed, bleed and all: no further than the fold, however it is shifted.
    Rect printed;
    bool headDown = false;
    Size size; ///< of the page or face itself
    bool operator==(const UnitPlace&) const = default;
};
/// What is printed on a side of a unit.
[[nodiscard]] std::vector<UnitPlace> placesOn(const PieceParts& parts, Component component, int work, Face side);

/// A line of a unit that wants marks: where it is trimmed, or folded.
struct UnitLine {
    bool upright = true;
    bool fold = false;
    Length at; ///< from the left (head) of that side
    bool operator==(const UnitLine&) const = default;
};
[[nodiscard]] std::vector<UnitLine> linesOn(const PieceParts& parts, Component component, int work, Face side);

/// A collating step on the spine of a signature, on its outer side. Empty where nothing is gathered.
[[nodiscard]] std::optional<Rect> collatingStep(const PieceParts& parts, int work);

/// How far the pages of a nested sheet are shifted toward the spine, or narrowed.
[[nodiscard]] Length shingling(const PieceParts& parts, int work);

} // namespace hinge
