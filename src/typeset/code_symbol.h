// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"
#include "core/units/result.h"
#include "typeset/text_layout.h"

#include <QRectF>
#include <QSizeF>

namespace hinge
{

/// A code as the modules that are printed.
struct CodeSymbol {
    /// Dark bars or squares in modules, from the head-left corner of the symbol, without the quiet zone. Bars of linear
    /// codes are 1 high.
    std::vector<QRectF> bars;
    QSizeF size; ///< of the symbol, in modules; linear codes are 1 high
    /// Modules that must stay blank at the left, head, right and foot.
    std::array<int, 4> quiet{};
    QString digits; ///< what is printed below for people; empty for none
};

/// Encodes what the code says. Fails with a sentence for the user when it cannot be: empty, too long, letters in an
/// article number, a wrong check digit.
[[nodiscard]] Result<CodeSymbol> encode(const Code& code);

/// A code in its frame.
struct CodeLayout {
    std::vector<QRectF> bars; ///< in points from the head-left corner of the frame
    TextLayout digits;
    double module = 0; ///< width of a module in points
    QRectF symbol;     ///< with its quiet zone, in points
};

/// As large as it fits into the frame with its quiet zone; bars of linear codes take the height there is.
[[nodiscard]] Result<CodeLayout> layOutCode(const Code& code, const QString& ink, Size frame, const FontLibrary& fonts);

/// The least width of a module that prints and reads well.
[[nodiscard]] Length leastModule(Symbology symbology);
/// A size at which it is read well: a square of 25 mm, an article number at its nominal 37.29 × 25.93 mm (GS1 General
/// Specifications, 5.2), bars as wide as they want to be and 15 mm high; larger where it says much.
[[nodiscard]] Size soundSize(const Code& code);
/// "QR code", "EAN-13", "Code 128".
[[nodiscard]] QString symbologyName(Symbology symbology);

} // namespace hinge
