// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

/// How much of a piece the file of its flat holds. Press sheets hold all of it.
enum class Extent {
    Whole,          ///< all of it
    CoverOnly,      ///< the cover; the pages of the text have no content
    OuterSheetOnly, ///< of a piece with pages on one stock the outermost sheet or leaf alone
    FirstRecord,    ///< the first copy, though each has a number or a row of data of its own
};

/// What the flat of a piece holds of it.
[[nodiscard]] Extent extentOf(const Job& job);
/// True when neither face has anything on it.
[[nodiscard]] bool isBare(const Job& job);

/// "cover only", "outer sheet only", "first copy only"; empty for all of it.
[[nodiscard]] QString extentName(Extent extent);
/// The same as a sentence that says what is missing; empty for all of it.
[[nodiscard]] QString extentNote(Extent extent);

} // namespace hinge
