// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

/// Names of the plates a job is printed from: "Cyan", "Magenta", "Yellow", "Black", then its spot inks that are used.
[[nodiscard]] QStringList platesOf(const Job& job);

/// What a plate prints where it is full: its process ink, or what stands in for its spot ink.
[[nodiscard]] Cmyk plateColour(const Job& job, const QString& plate);

/// How much of an ink lies on a plate, in percent. A spot ink lies on its own plate alone.
[[nodiscard]] double amountOnPlate(const Ink& ink, Percent strength, const QString& plate);

/// Lines up to this width overprint like text does; wider ones are seen as areas. Common practice.
inline constexpr Length thickestOverprinted = Length::points(2);
/// True when text, or a thin line, in this ink is printed over what lies under it: full black and nothing else, if the
/// job has that so.
[[nodiscard]] bool overprints(const Job& job, const QString& ink, Percent strength);

/// The inks an item is printed in, with the strength of each; one may stand there twice.
[[nodiscard]] std::vector<std::pair<QString, Percent>> inksOf(const Job& job, const Item& item);

/// True when something printed uses the ink.
[[nodiscard]] bool usesInk(const Job& job, const QString& name);

/// The name of a process ink of just these parts, which is added to the job when it has none.
QString inkOf(Job& job, const Cmyk& cmyk);

/// The job with one ink renamed wherever it is used.
[[nodiscard]] Job withInkRenamed(Job job, const QString& from, const QString& to);

} // namespace hinge
