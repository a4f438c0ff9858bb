// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/links.h"
#include "core/plan/plan.h"

#include <functional>

namespace hinge
{

/// What is to be said of a file a job uses, the worst first.
enum class FileState {
    NotRead, ///< nothing is known of it yet
    Missing,
    Unusable, ///< damaged, locked, of a kind that is not taken
    Changed,  ///< not what it was when it was placed
    Poor,     ///< its pixels will show
    Coarse,   ///< below what is usual
    Fine,
};

/// Pixels an inch of print that are usual. Common practice.
inline constexpr double goodPpi = 300;

/// How fine a picture prints: `Poor`, `Coarse` or `Fine`. Common practice: 300 ppi; below 150 the pixels show. 0 stands
/// for what is drawn sharp at any size.
[[nodiscard]] FileState finenessOf(double ppi);

/// True when the file is not what it was when it was placed; false when that is not known.
[[nodiscard]] bool hasChanged(const LinkedFile& link, const FileFacts& facts);

/// The lowest resolution at which the job prints a file, in pixels per inch; 0 when it is drawn sharp at any size.
[[nodiscard]] double coarsestPpi(const Job& job, const Plan& plan, const QString& path, const FileFacts& facts);

[[nodiscard]] FileState fileState(const Job& job, const Plan& plan, const QString& path, const FileFactsMap& facts);

} // namespace hinge
