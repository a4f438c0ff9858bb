// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length.h"
#include "core/units/length_text.h"

#include <QString>
#include <optional>
#include <vector>

namespace hinge
{

/// The published series a size belongs to; it tells apart names that exist twice.
enum class SizeFamily { IsoA, IsoB, IsoC, IsoRaw, NorthAmerican, NorthAmericanCard, DigitalSheet, PressSheet, Photo };

/// A named size, upright (height is the longer side) except where the trade names it otherwise.
struct PageSize {
    /// Short name as the standard gives it, e.g. "A4", "SRA3", "Letter". Not unique: see `title`.
    QString name;
    SizeFamily family;
    Size size;

    /// Unique name for lists: "A7 (ISO)" beside "A7 (North American card)" where a name exists twice.
    [[nodiscard]] QString title() const;
};

/// Every size the program knows.
/// ISO A, B, C: ISO 216 and ISO 269, by halving and rounding down to whole millimetres; RA and SRA:
/// ISO 217; North American: ASME Y14.1 and common practice; sheets for digital presses: common practice.
[[nodiscard]] const std::vector<PageSize>& pageSizes();

/// "ISO 216", "common practice" ...: where a family's sizes are published.
[[nodiscard]] QString sizeSource(SizeFamily family);

/// The size with this title or unambiguous name; letter case does not matter.
/// Empty when the name is unknown or stands for two sizes ("A7").
[[nodiscard]] std::optional<PageSize> findPageSize(const QString& name);

/// Reads a size as people say it: a name such as "A5", "DL" or "Letter landscape", or width × height as `parseSize`
/// does. A name that stands for two sizes is refused, and both are told.
[[nodiscard]] Result<Size> readSize(const QString& text, Unit unit);

/// The size a page seems to be meant as that is not just so: a named size within half a millimetre, or whole inches
/// within a fiftieth of an inch. Empty when it tells nothing.
[[nodiscard]] std::optional<Size> likelySize(Size page);

/// A size with its name, where it has one: "A5, 148 × 210 mm".
[[nodiscard]] QString describedSize(Size size, Unit unit);

/// A text without the sizes in it: "Roll fold, 6 pp" of "A4 roll fold, 6 pp".
[[nodiscard]] QString withoutSizes(const QString& text);

/// The other size that goes by the name of this one ("A7": ISO and North American); empty when the name is its own.
[[nodiscard]] std::optional<PageSize> otherSizeOfThatName(Size size);

/// "A4", "A4 landscape", or empty when no named size is exactly this one.
[[nodiscard]] QString nameOfSize(Size size);

} // namespace hinge
