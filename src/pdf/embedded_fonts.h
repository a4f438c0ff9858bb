// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"
#include "typeset/text_layout.h"

#include <map>
#include <qpdf/QPDF.hh>
#include <set>

namespace hinge
{

/// Collects the glyphs a document uses and embeds each font as a subset (ISO 32000-1, 9.7 and 9.9):
/// TrueType outlines as CIDFontType2, PostScript outlines as CIDFontType0C, both with Identity-H, so
/// that the codes in the page are glyph numbers, and with a ToUnicode map by cluster.
class EmbeddedFonts
{
public:
    /// First: tell of every text that will be drawn.
    void collect(const TextLayout& layout);
    /// Then: make the font objects. Fails when a font forbids embedding or cannot be cut down.
    [[nodiscard]] Result<void> embed(QPDF& pdf);

    /// Dictionary of all fonts for a /Resources, by name. Empty when there is no text.
    [[nodiscard]] QPDFObjectHandle resources() const;
    /// Operators that draw a run; `x0`, `y0` is the head-left corner of its frame in page space, y up.
    [[nodiscard]] QByteArray drawRun(const GlyphRun& run, double x0, double y0) const;

private:
    struct Subset {
        std::set<quint32> glyphs;
        std::map<quint32, QString> unicode; ///< by old glyph number, what it stands for most often: the first use
        std::map<quint32, quint32> newGlyph;
        std::map<quint32, int> width; ///< by old glyph number, in thousandths of the em as written to /W
        QByteArray resourceName;
        QPDFObjectHandle font;
    };
    [[nodiscard]] Result<void> embedOne(QPDF& pdf, const FontFace& face, Subset& subset);
    std::map<const FontFace*, Subset> subsets_;
    std::vector<const FontFace*> order_; ///< first use first, so that files come out the same every time
};

} // namespace hinge
