// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/content.h"
#include "typeset/font_library.h"

namespace hinge {

/// A glyph at its place. Positions are in PDF points from the head-left corner of the frame, y down.
struct Glyph {
    quint32 id = 0;
    double x = 0;
    double y = 0;
    double advance = 0;
    /// The part of the run's text it stands for; several glyphs may share one part, and one glyph
    /// may stand for several characters (a ligature).
    int textStart = 0;
    int textLength = 0;
};

/// Glyphs of one font, size and ink on one line, from left to right on the paper.
struct GlyphRun {
    const FontFace* font = nullptr; ///< never null; owned by the library
    double size = 0; ///< points
    QString ink;
    bool rightToLeft = false;
    QString text;
    std::vector<Glyph> glyphs;
};

/// Paragraphs set into a frame.
struct TextLayout {
    std::vector<GlyphRun> runs;
    /// The depth the text needs in points; more than the frame's height when it does not fit.
    double height = 0;
    int lines = 0;
    /// Lines that end below the frame; they are not in `runs`.
    int linesOver = 0;
    /// Fonts that are named but not in the library.
    QStringList missingFonts;
    /// True when some character has no glyph in its font.
    bool missingGlyphs = false;

    [[nodiscard]] bool fits() const { return linesOver == 0; }
};

/// Sets paragraphs line by line. Shaping is HarfBuzz's, bidirectional order and the places where a
/// line may break are those of ICU (Unicode Standard Annexes 9 and 14). The first baseline lies one
/// ascender below the head of the frame; the next ones follow by the leading.
[[nodiscard]] TextLayout layOutText(const std::vector<Paragraph>& paragraphs, Size frame, const FontLibrary& fonts);

} // namespace hinge
