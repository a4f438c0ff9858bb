// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/owned.h"
#include "typeset/font_library.h"

#include <hb.h>
#include <memory>
#include <unicode/ubidi.h>
#include <unicode/ubrk.h>
#include <vector>

namespace hinge
{

using ShapingBuffer = Owned<hb_buffer_t, hb_buffer_destroy>;
using Bidi = Owned<UBiDi, ubidi_close>;
using BreakIterator = Owned<UBreakIterator, ubrk_close>;

/// In points: frames come from exact lengths, glyphs from floating point.
inline constexpr double hair = 0.01;
inline constexpr QChar softHyphen(0x00AD);

/// Text as ICU takes it.
[[nodiscard]] inline const UChar* utf16(const QString& s) { return reinterpret_cast<const UChar*>(s.utf16()); }

/// A glyph of a font at its place in a run; lengths in font units.
struct ShapedGlyph {
    quint32 id;
    int cluster; ///< index into the paragraph
    double advance, dx, dy;
};

/// A stretch of one direction and font, shaped. Advances in font units, glyphs from left to right.
struct Shaped {
    std::vector<ShapedGlyph> glyphs;
};

/// Shapes `length` characters of a text from `start` on.
[[nodiscard]] Shaped shape(const FontFace& font, const QString& text, int start, int length, bool rightToLeft);
/// Of a character by itself; `scale` is points a font unit.
[[nodiscard]] double advanceOf(const FontFace& font, QChar c, double scale);
/// The character after the cluster that a glyph belongs to; `runEnd` for the last of the run.
[[nodiscard]] int endOfCluster(const Shaped& shaped, std::size_t i, int runEnd, bool rtl);

[[nodiscard]] inline bool isSpace(QChar c) { return c == u' ' || c == u'\t' || c == u'\u2028' || c == u'\n'; }
/// Letters, digits, marks and signs; not spaces, controls and what only steers the shaping.
[[nodiscard]] inline bool showsInk(QChar c) { return c.isLetterOrNumber() || c.isPunct() || c.isSymbol(); }

} // namespace hinge
