// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

/// How much of a piece the files for the printer hold.
enum class Extent {
    Whole,          ///< all of it
    CoverOnly,      ///< the cover; the pages of the text have no content
    OuterSheetOnly, ///< of a piece with pages on one stock the outermost sheet or leaf alone
    WithoutRecords, ///< every copy the same, though each has a number or a row of data of its own
};

/// What the files for a piece hold of it.
[[nodiscard]] Extent extentOf(const Job& job);
/// True when neither face has anything on it.
[[nodiscard]] bool isBare(const Job& job);

/// "cover only", "outer sheet only", "without records"; empty for all of it.
[[nodiscard]] QString extentName(Extent extent);
/// The same as a sentence that says what is missing; empty for all of it.
[[nodiscard]] QString extentNote(Extent extent);

} // namespace hinge
