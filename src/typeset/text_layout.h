// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"
#include "typeset/font_library.h"

#include <QPolygonF>
#include <memory>

namespace hinge
{

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
    double size = 0;                ///< points
    QString ink;
    bool rightToLeft = false;
    /// Where in the text it begins; a paragraph of -1 for what was not typed, as the mark of a list.
    int paragraph = -1;
    int start = 0;
    /// A hyphen at the end of a line is a soft one (U+00AD) here.
    QString text;
    std::vector<Glyph> glyphs;
};

/// A filled bar: a line above or below a paragraph, under letters or through them, a tint, a line of a table. In points
/// from the head-left corner of the frame.
struct TextRule {
    double x = 0;
    double y = 0;
    double width = 0;
    double height = 0;
    QString ink;
    Percent strength = 100;
};

/// A place in a text.
struct TextPosition {
    int paragraph = 0;
    int character = 0;
    bool operator==(const TextPosition&) const = default;
};

/// A line of text as a caret moves in it. In points from the head-left corner of the frame.
struct LineBox {
    int paragraph = 0;
    int start = 0; ///< its characters, with the spaces that hang over its end
    int end = 0;
    int lettersEnd = 0; ///< without those spaces
    double left = 0;    ///< of what it may fill
    double width = 0;
    double baseline = 0;
    double head = 0; ///< of its letters
    double foot = 0;
    double begin = 0; ///< where its first letter stands, or would
};

/// What of a text stands in one frame.
struct TextLayout {
    std::vector<GlyphRun> runs;
    std::vector<TextRule> rules;    ///< lie under the letters
    std::vector<LineBox> lineBoxes; ///< in the order of the text; none of a table
    /// The depth the text needs in points, in the last column of the frame; more than the frame's height when it does
    /// not fit.
    double height = 0;
    int lines = 0; ///< in this frame, with those that do not fit
    /// Lines that end below the last frame of the text; they are not in `runs`.
    int linesOver = 0;
    /// Where the text that does not fit begins.
    std::optional<TextPosition> overFrom;
    /// Fonts that are named but not in the library.
    QStringList missingFonts;
    /// True when some character has no glyph in its font.
    bool missingGlyphs = false;

    [[nodiscard]] bool fits() const { return linesOver == 0; }
};

/// Something that lies in a frame and that its text keeps out of: an outline in points from the head-left corner of the
/// frame, with the distance that is kept.
using TextObstacle = QPolygonF;

/// A frame that text runs through.
struct TextFrame {
    Size size;
    int columns = 1;
    Length gutter{};
    VerticalAlign align = VerticalAlign::Head;
    /// Baselines stand on lines this far apart, the first one so far below the head of the frame; nothing for text
    /// that follows its own leading.
    std::optional<std::pair<Length, Length>> grid{};
    std::vector<TextObstacle> obstacles{};
    /// An outline that the text stands in; empty for all of the frame.
    QPolygonF within{};
    bool operator==(const TextFrame&) const = default;
};

/// A line of small print that stands beside the work, such as the label of a press sheet: half a point over six, in the
/// plain face; 3 mm high at most.
[[nodiscard]] TextLayout layOutSmallPrint(const QString& words, const FontLibrary& fonts);

/// Whether a layout waits for patterns of hyphenation that are not loaded yet, or does without them for now.
enum class Patience { Waits, DoesWithout };

/// Sets paragraphs into frames, column by column and frame by frame; gives a layout for each. Shaping is HarfBuzz's,
/// bidirectional order and the places where a line may break are those of ICU (Unicode Standard Annexes 9 and 14),
/// words are parted by libhyphen's patterns, and the lines of a paragraph are chosen all at once (`chooseLineEnds`).
/// The first baseline of a column lies one ascender below its head; the next ones follow by the leading. Beside what
/// lies in a frame a line takes the wider of its free stretches, and is left out where none is as wide as a few
/// letters.
[[nodiscard]] std::vector<TextLayout> layOutStory(const std::vector<Paragraph>& paragraphs,
                                                  const std::vector<TextFrame>& frames, const FontLibrary& fonts,
                                                  Patience patience = Patience::Waits);

class ParagraphSetter;

/// The paragraphs of a text as they were measured: when its frames change, or one of its paragraphs, the others need
/// not be shaped and searched for breaks again. Always for the same fonts and the same patience.
class MeasuredStory
{
public:
    MeasuredStory();
    ~MeasuredStory();
    MeasuredStory(MeasuredStory&&) noexcept;
    MeasuredStory& operator=(MeasuredStory&&) noexcept;

private:
    friend class StorySetter;
    std::vector<std::unique_ptr<ParagraphSetter>> setters_;
};

/// The same, with what was measured before; what is measured now is left there.
[[nodiscard]] std::vector<TextLayout> layOutStory(MeasuredStory& measured, const std::vector<Paragraph>& paragraphs,
                                                  const std::vector<TextFrame>& frames, const FontLibrary& fonts,
                                                  Patience patience);

/// In a single frame of one column.
[[nodiscard]] TextLayout layOutText(const std::vector<Paragraph>& paragraphs, Size frame, const FontLibrary& fonts);

} // namespace hinge
