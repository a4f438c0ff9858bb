// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/table.h"

#include <QJsonObject>
#include <QString>
#include <algorithm>
#include <array>
#include <optional>
#include <vector>

namespace hinge
{

/// A process colour.
struct Cmyk {
    Percent c, m, y, k; ///< each 0 to 100
    bool operator==(const Cmyk&) const = default;
    /// Sum of the four, the ink that lies on one spot of paper.
    [[nodiscard]] Percent total() const { return c + m + y + k; }
};

/// A named ink of the job. Items name it, so that one change recolours all of them.
struct Ink {
    QString name;
    Cmyk cmyk; ///< of a spot ink: what stands in for it on screen and in proofs
    /// Mixed before printing and put on a plate of its own, under this name.
    bool spot = false;
    QJsonObject extra{};
    bool operator==(const Ink&) const = default;
};

/// A line of the paper that the side of an item may hold on to.
enum class PaperLine {
    Bleed,  ///< where print ends: beyond a cut edge by the bleed; the fold itself at a folded edge
    Edge,   ///< the edge of the panel: trim where it is cut, fold where it is folded
    Safe,   ///< where live matter ends: the safe zone at a cut edge, the fold clearance at a fold
    Column, ///< an edge of a column of the panel, or of a row for sides at head and foot
    Guide,  ///< a guide the user put on the panel
};

/// The four sides in the order in which they are stored.
enum class ItemSide { Left = 0, Top = 1, Right = 2, Bottom = 3 };
inline constexpr std::array<ItemSide, 4> allSides{ItemSide::Left, ItemSide::Top, ItemSide::Right, ItemSide::Bottom};
[[nodiscard]] constexpr bool isHorizontal(ItemSide s) { return s == ItemSide::Left || s == ItemSide::Right; }

/// Which edge of a panel or column a line is.
enum class LineEnd {
    Start, ///< the left one, or the one at the head
    End,   ///< the right one, or the one at the foot
};
/// The edge at which a side lies when its item fills the panel.
[[nodiscard]] constexpr LineEnd endOf(ItemSide s)
{
    return s == ItemSide::Right || s == ItemSide::Bottom ? LineEnd::End : LineEnd::Start;
}

/// What one side of an item is measured from: a line of the paper plus an offset.
///
/// Every side is stored like this. A side that `holds` was put there by the user and keeps to that
/// line; a free side keeps its distance from the nearer panel edge, which is the line named here.
struct SideAnchor {
    PaperLine line = PaperLine::Edge;
    /// The panel the line belongs to, row by row from the left of the face, from 0.
    int panel = 0;
    LineEnd at = LineEnd::Start; ///< not for guides
    int column = 0;              ///< for `PaperLine::Column`: which column or row of the panel, from 0
    int guide = 0;               ///< for `PaperLine::Guide`: its `Guide::number`
    /// From the line to the side, right and down positive.
    Length offset{};
    bool holds = false;
    bool operator==(const SideAnchor&) const = default;
};

/// A side that holds on to an edge of a panel.
[[nodiscard]] inline SideAnchor holdOn(PaperLine line, int panel, LineEnd at)
{
    return {.line = line, .panel = panel, .at = at, .holds = true};
}
/// A side that holds on to an edge of a column or row of a panel.
[[nodiscard]] inline SideAnchor holdOnColumn(int panel, int column, LineEnd at)
{
    return {.line = PaperLine::Column, .panel = panel, .at = at, .column = column, .holds = true};
}
/// A side that holds on to a guide of a panel.
[[nodiscard]] inline SideAnchor holdOnGuide(int panel, int number)
{
    return {.line = PaperLine::Guide, .panel = panel, .guide = number, .holds = true};
}

/// Where a tab leads to, from the left of the column; the text after it is aligned there.
struct TabStop {
    Length at;
    Align align = Align::Left;
    bool operator==(const TabStop&) const = default;
};

/// What stands before each paragraph of a list.
enum class ListMark {
    None,
    Sign,    ///< a sign of the user's choice
    Numbers, ///< 1. 2. 3.
    Letters, ///< a. b. c.
};

/// How a paragraph looks.
struct TextStyle {
    /// "Family Style" of a shipped font, e.g. "Cabin Regular".
    QString font = QStringLiteral("Cabin Regular");
    Length size = Length::points(9);
    Length leading = Length::points(13);
    /// The leading as a share of the size, in place of `leading`; 0 for none.
    Percent leadingShare = 0;
    Length spaceBefore; ///< not at the head of a column
    Length spaceAfter;
    Length indent;      ///< of all lines, from where reading begins
    Length firstIndent; ///< of the first line, beside that
    Align align = Align::Left;
    QString ink = QStringLiteral("Black");
    /// Words are parted by the patterns of this language, as "en-GB"; empty for none.
    QString hyphenation;
    /// Thickness of a line above and below the paragraph, as wide as the column; 0 for none.
    Length ruleAbove;
    Length ruleBelow;
    QString ruleAboveInk{}; ///< empty for that of the text
    QString ruleBelowInk{};
    /// A tint behind the paragraph, as wide as the column; empty for none.
    QString boxInk{};
    Percent boxStrength = 20;
    Length boxPadding = Length::points(4); ///< from the edges of the tint to the text
    ListMark list = ListMark::None;
    QString listSign = QStringLiteral("•");
    Length listIndent = Length::points(12); ///< of the text of a list; its marks stand in it
    /// The first letter reaches down over so many lines; 0 for a letter like the others.
    int dropLines = 0;
    std::vector<TabStop> tabs; ///< in order
    bool operator==(const TextStyle&) const = default;
    /// The inks of what is drawn beside the letters.
    [[nodiscard]] std::array<const QString*, 3> otherInks() const { return {&ruleAboveInk, &ruleBelowInk, &boxInk}; }
    [[nodiscard]] std::array<QString*, 3> otherInks() { return {&ruleAboveInk, &ruleBelowInk, &boxInk}; }
    /// From baseline to baseline.
    [[nodiscard]] Length lineStep() const
    {
        return leadingShare > 0 ? Length::units(size.count() * leadingShare.hundredths() / 10'000) : leading;
    }
};

/// A style under a name: one change to it changes every paragraph that uses it.
struct NamedStyle {
    QString name;
    TextStyle style;
    QJsonObject extra{};
    bool operator==(const NamedStyle&) const = default;
};

/// Characters of a paragraph that differ from its style.
struct CharacterStyle {
    int start = 0;
    int length = 0;
    QString font; ///< empty for that of the paragraph
    QString ink;  ///< likewise
    /// The character style of the job that they follow, which then says how they look; empty for a look of their own.
    QString styleName{};
    bool underline = false;
    bool strike = false; ///< struck through
    bool operator==(const CharacterStyle&) const = default;
    /// Like the paragraph they stand in.
    [[nodiscard]] bool isPlain() const
    {
        return font.isEmpty() && ink.isEmpty() && styleName.isEmpty() && !underline && !strike;
    }
    [[nodiscard]] bool looksLike(const CharacterStyle& other) const
    {
        return font == other.font && ink == other.ink && styleName == other.styleName && underline == other.underline &&
               strike == other.strike;
    }
};

/// A look of characters under a name: one change to it changes all that follow it.
struct NamedCharacterStyle {
    QString name;
    QString font; ///< empty for that of the paragraph
    QString ink;  ///< likewise
    bool underline = false;
    bool strike = false;
    QJsonObject extra{};
    bool operator==(const NamedCharacterStyle&) const = default;
};

struct Paragraph {
    QString text; ///< without line ends; U+2028 forces a line
    /// How it looks, unless it follows a style of the job.
    TextStyle style;
    /// The style of the job that it follows; empty for its own.
    QString styleName{};
    std::vector<CharacterStyle> spans{}; ///< in order, without overlaps
    QJsonObject extra{};
    bool operator==(const Paragraph&) const = default;
};

/// A file that lies in the job itself. Links name it by `embeddedPath`.
struct EmbeddedFile {
    QString name;   ///< without folders, as "harbour.jpg"
    QString sha256; ///< of all bytes, hex; tells it from every other
    QByteArray bytes;
    QJsonObject extra{};
    /// True when its bytes were not those it was saved with, and are not kept.
    [[nodiscard]] bool isDamaged() const { return bytes.isEmpty(); }
    /// The hash stands for the bytes, which may be many.
    bool operator==(const EmbeddedFile& other) const { return name == other.name && sha256 == other.sha256; }
};

/// A file that the job uses: by a path relative to the job's folder, or inside the job (see `embeddedPath`).
struct LinkedFile {
    QString path;
    int page = 1;     ///< for PDF; from 1
    qint64 bytes = 0; ///< size when it was placed; 0 when not known
    QString sha256;   ///< hex; empty when not known
    bool operator==(const LinkedFile&) const = default;
};

enum class PictureFit {
    Fill,  ///< covers the frame; what is over is cropped
    Whole, ///< lies in the frame whole, centred
    Own,   ///< at a scale of its own
    Panel, ///< covers its panel, whatever the frame: a page drawn for the panel, whose bleed goes on beyond it
};

/// The part of a picture that shows in its frame.
struct PictureCrop {
    /// The point that matters, in thousandths of the picture from its head-left corner: it stays in sight, as near to
    /// the middle of the frame as the picture allows.
    int focusX = 500;
    int focusY = 500;
    /// For `PictureFit::Own`: in thousandths of the scale at which the picture just fills the frame.
    int scaleMilli = 1000;
    bool operator==(const PictureCrop&) const = default;
};

enum class ItemKind { Picture, Text, Shape, Code };

/// A point of a free outline, and the controls of the curves that lead to it and away from it; straight where they lie
/// on the point. In hundred-thousandths of its frame, from the head-left corner.
struct OutlinePoint {
    int x = 0;
    int y = 0;
    int inX = 0;
    int inY = 0;
    int outX = 0;
    int outY = 0;
    bool begins = false; ///< the first of a part; parts within others are holes
    bool operator==(const OutlinePoint&) const = default;
};
inline constexpr int outlineWhole = 100'000; ///< the width, or height, of the frame

/// The outline of a shape, or of the frame of a picture or text.
enum class Outline {
    Rectangle,
    Ellipse,
    Line,    ///< from the head-left to the foot-right corner; only for shapes
    Polygon, ///< regular, inscribed in the frame; only for shapes
    Free,    ///< `Item::points`
};

/// What text does that meets an item.
enum class TextAround {
    Over,    ///< goes on as if it were not there
    Frame,   ///< keeps off its frame
    Outline, ///< keeps off its outline
};

/// A soft shadow under an item.
struct Shadow {
    Length dx = Length::mm(1);
    Length dy = Length::mm(1);
    Length blur = Length::mm(2); ///< how far it fades
    QString ink = QStringLiteral("Black");
    Percent strength = 40;
    bool operator==(const Shadow&) const = default;
};

/// Which way text runs.
enum class TextRun {
    Across,
    Down, ///< the head of the letters to the right, as on most spines
    Up,   ///< the head of the letters to the left
};

enum class Symbology { Qr, Ean13, Code128 };

/// A code for machines.
struct Code {
    Symbology symbology = Symbology::Qr;
    QString data; ///< text, a link, twelve or thirteen digits
    bool operator==(const Code&) const = default;
};

/// Where an item came from: a house block (`Block`), at one putting of it.
struct BlockUse {
    QString name;    ///< of the block
    QString version; ///< of what was in it then
    QString use;     ///< the same for all that was put in at once
    int part = 0;    ///< which of its items, from 0
    int parts = 1;   ///< of how many
    bool operator==(const BlockUse&) const = default;
};

/// Something placed on a face.
struct Item {
    /// Unique in the job, never shown.
    QString id;
    ItemKind kind = ItemKind::Shape;
    QString name;
    /// Left, top, right, bottom.
    std::array<SideAnchor, 4> sides;
    LinkedFile file;                                   ///< pictures; without a path while the frame waits
    PictureFit fit = PictureFit::Fill;                 ///< pictures
    PictureCrop crop;                                  ///< pictures
    std::vector<Paragraph> paragraphs;                 ///< text; empty when it runs on from another frame
    std::optional<Table> table{};                      ///< text that is set as a table
    int textColumns = 1;                               ///< text
    Length textGutter = Length::mm(4);                 ///< text, between its columns
    VerticalAlign verticalAlign = VerticalAlign::Head; ///< text
    bool onGrid = false;                               ///< text: stands on the baseline grid of the job
    TextRun textRun = TextRun::Across;                 ///< text
    QString next;                                      ///< text: id of the frame it runs on into; empty for none
    Code code;                                         ///< codes
    Outline outline = Outline::Rectangle;              ///< shapes and pictures; texts that stand in a free one
    int corners = 6;                                   ///< polygons: 3 to 24
    std::vector<OutlinePoint> points{};                ///< free outlines: part by part, each closed
    Length cornerRadius;                               ///< rectangles; 0 for square corners
    QString ink;            ///< shapes and codes: name of the ink; empty for a shape without a fill
    Percent strength = 100; ///< shapes and codes: how much of the ink, 1 to 100
    Stroke stroke;          ///< shapes and pictures
    Percent opacity = 100;
    std::optional<Shadow> shadow;             ///< shapes and pictures
    bool locked = false;                      ///< cannot be moved or changed on the paper
    QString group;                            ///< items with the same word are taken together; empty for none
    bool pasteOver = false;                   ///< shapes: lies there to cover what must not print
    TextAround textAround = TextAround::Over; ///< not of texts
    Length aroundGap = Length::mm(3);         ///< that text keeps from it
    bool keepWhole = false;                   ///< must not be cut by the knife or crossed by a fold
    std::optional<BlockUse> block{};
    /// On a page: the item of a master that this one stands in the place of, by its id. It moves with that one as long
    /// as it lies where that one lies; empty for an item of its own.
    QString standsFor{};
    QJsonObject extra{};
    bool operator==(const Item&) const = default;

    /// A picture that is there: a frame may wait for its own.
    [[nodiscard]] bool hasPicture() const { return kind == ItemKind::Picture && !file.path.isEmpty(); }
    /// A frame that was drawn before its picture or its words came: it prints nothing. Its name says what it waits for.
    [[nodiscard]] bool isWaiting() const
    {
        if (kind == ItemKind::Picture)
            return file.path.isEmpty();
        return kind == ItemKind::Text && !paragraphs.empty() && std::ranges::all_of(paragraphs, [](const Paragraph& p) {
                   return QStringView(p.text).trimmed().isEmpty();
               });
    }
    [[nodiscard]] const SideAnchor& side(ItemSide s) const { return sides[std::size_t(s)]; }
    [[nodiscard]] SideAnchor& side(ItemSide s) { return sides[std::size_t(s)]; }
};

/// Columns of a panel; only panels that differ from one column are listed.
struct ColumnGrid {
    int panel = 0;
    int columns = 1; ///< 1 to 12
    Length gutter = Length::mm(4);
    int rows = 1; ///< 1 to 24
    Length rowGutter = Length::mm(4);
    bool operator==(const ColumnGrid&) const = default;
};

/// A margin of one panel that differs from what the zones say: tighter beside a fold, wider at a staple.
struct PanelMargin {
    int panel = 0;
    ItemSide side = ItemSide::Left;
    Length width;
    bool operator==(const PanelMargin&) const = default;
};

/// A line of help on a panel that items may hold on to; never printed.
struct Guide {
    /// Tells it from the other guides of the face for good: what holds on to it finds it wherever it is moved.
    int number = 0;
    int panel = 0;
    bool upright = true;
    Length at; ///< from the left or the head of the panel
    QJsonObject extra{};
    bool operator==(const Guide&) const = default;
};

} // namespace hinge
