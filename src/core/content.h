// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/length.h"

#include <QJsonObject>
#include <QString>
#include <array>
#include <optional>
#include <vector>

namespace hinge {

/// A process colour in hundredths of a percent would be false precision; presses hold whole percents.
struct Cmyk {
    int c = 0, m = 0, y = 0, k = 0; ///< percent, 0 to 100
    bool operator==(const Cmyk&) const = default;
    /// Sum of the four, the ink that lies on one spot of paper.
    [[nodiscard]] int total() const { return c + m + y + k; }
};

/// A named ink of the job. Items name it, so that one change recolours all of them.
struct Ink {
    QString name;
    Cmyk cmyk;
    bool operator==(const Ink&) const = default;
};

/// A line of the paper that the side of an item may hold on to.
enum class PaperLine {
    Bleed, ///< where print ends: beyond a cut edge by the bleed; the fold itself at a folded edge
    Edge, ///< the edge of the panel: trim where it is cut, fold where it is folded
    Safe, ///< where live matter ends: the safe zone at a cut edge, the fold clearance at a fold
    Column, ///< an edge of a column of the panel
};

/// The four sides in the order in which they are stored.
enum class ItemSide { Left = 0, Top = 1, Right = 2, Bottom = 3 };
inline constexpr std::array<ItemSide, 4> allSides{ItemSide::Left, ItemSide::Top, ItemSide::Right, ItemSide::Bottom};
[[nodiscard]] constexpr bool isHorizontal(ItemSide s) { return s == ItemSide::Left || s == ItemSide::Right; }

/// How one side of an item is placed: at a line of the paper plus an offset.
///
/// Every side is stored like this. A side that `holds` was put there by the user and keeps to that
/// line; a free side keeps its distance from the nearer panel edge, which is the line named here.
struct Placed {
    PaperLine line = PaperLine::Edge;
    /// The panel the line belongs to, counted from the left of the face, from 0. Meaningless for
    /// top and bottom sides other than for naming.
    int panel = 0;
    /// Which edge of that panel (or column): true for its right or bottom edge.
    bool farEdge = false;
    /// Which column, from 0; only for `PaperLine::Column`.
    int column = 0;
    /// From the line to the side, right and down positive.
    Length offset;
    bool holds = false;
    bool operator==(const Placed&) const = default;
};

enum class Align { Left, Centre, Right, Justified };

/// How a paragraph looks.
struct TextStyle {
    /// "Family Style" of a shipped font, e.g. "Cabin Regular".
    QString font = QStringLiteral("Cabin Regular");
    Length size = Length::points(9);
    Length leading = Length::points(13);
    Length spaceAfter;
    Align align = Align::Left;
    QString ink = QStringLiteral("Black");
    bool operator==(const TextStyle&) const = default;
};

struct Paragraph {
    QString text; ///< without line ends; U+2028 forces a line
    TextStyle style;
    bool operator==(const Paragraph&) const = default;
};

/// A file that an item shows, linked by a path relative to the job's folder.
struct LinkedFile {
    QString path;
    int page = 1; ///< for PDF; from 1
    qint64 bytes = 0; ///< size when it was placed; 0 when not known
    QString sha256; ///< hex; empty when not known
    bool operator==(const LinkedFile&) const = default;
};

enum class PictureFit {
    Fill, ///< covers the frame; what is over is cropped evenly
    Whole, ///< lies in the frame whole, centred
};

enum class ItemKind { Picture, Text, Tint };

/// Something placed on a face.
struct Item {
    /// Unique in the job, never shown.
    QString id;
    ItemKind kind = ItemKind::Tint;
    QString name;
    /// Left, top, right, bottom.
    std::array<Placed, 4> sides;
    LinkedFile file; ///< pictures
    PictureFit fit = PictureFit::Fill; ///< pictures
    std::vector<Paragraph> paragraphs; ///< text
    QString ink; ///< tints: name of the ink
    int strength = 100; ///< tints: percent of the ink, 1 to 100
    QJsonObject extra{};
    bool operator==(const Item&) const = default;

    [[nodiscard]] const Placed& side(ItemSide s) const { return sides[std::size_t(s)]; }
    [[nodiscard]] Placed& side(ItemSide s) { return sides[std::size_t(s)]; }
};

/// Columns of a panel; only panels that differ from one column are listed.
struct ColumnGrid {
    int panel = 0;
    int columns = 1; ///< 1 to 12
    Length gutter = Length::mm(4);
    bool operator==(const ColumnGrid&) const = default;
};

/// A margin of one panel that differs from what the zones say: tighter beside a fold, wider at a staple.
struct PanelMargin {
    int panel = 0;
    ItemSide side = ItemSide::Left;
    Length width;
    bool operator==(const PanelMargin&) const = default;
};

/// Everything printed on one face.
struct FaceContent {
    /// A customer's finished page that is the whole face; items lie over it.
    std::optional<LinkedFile> supplied;
    /// In painting order, the last on top.
    std::vector<Item> items;
    std::vector<ColumnGrid> columns;
    std::vector<PanelMargin> margins;
    bool operator==(const FaceContent&) const = default;
};

} // namespace hinge
