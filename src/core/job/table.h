// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/look.h"

#include <QJsonObject>
#include <vector>

namespace hinge
{

/// What makes a column of a table as wide as it is.
enum class ColumnBy {
    Content, ///< what stands in it
    Share,   ///< its share of what the others leave
    Width,   ///< a number
};

struct TableColumn {
    ColumnBy by = ColumnBy::Content;
    int share = 1; ///< of `ColumnBy::Share`: so many parts, 1 to 99
    Length width;  ///< of `ColumnBy::Width`, with its padding
    Align align = Align::Left;
    bool operator==(const TableColumn&) const = default;
};

/// A cell that spans others to its right and below it, from 0; what stands in those is not shown.
struct TableSpan {
    int row = 0;
    int column = 0;
    int across = 1;
    int down = 1;
    bool operator==(const TableSpan&) const = default;
};

/// How a text is set as a table. Its paragraphs are the rows, in the style of each; a tab parts one cell from the next.
struct Table {
    /// From the left; columns beyond them are as wide as their content and ranged left.
    std::vector<TableColumn> columns;
    int headerRows = 1; ///< stand at the head again in every frame the table runs on into
    Length padAcross = Length::micrometres(1500);
    Length padDown = Length::micrometres(800);
    Stroke headerLine{Length::units(Length::perPoint * 8 / 10)}; ///< below the header
    Stroke rowLine{Length::units(Length::perPoint * 4 / 10)};    ///< between the other rows, and below the last
    Stroke columnLine;                                           ///< between columns
    Stroke frameLine;                                            ///< around the table
    QString headerInk{};                                         ///< a tint behind the header; empty for none
    Percent headerStrength = 20;
    QString tintInk{}; ///< a tint behind every second row of the others; empty for none
    Percent tintStrength = 20;
    VerticalAlign align = VerticalAlign::Head; ///< of what stands in a cell
    std::vector<TableSpan> spans{};
    QJsonObject extra{};
    bool operator==(const Table&) const = default;

    /// The strokes that are drawn where they have a width.
    [[nodiscard]] std::array<const Stroke*, 4> strokes() const
    {
        return {&headerLine, &rowLine, &columnLine, &frameLine};
    }
    [[nodiscard]] std::array<Stroke*, 4> strokes() { return {&headerLine, &rowLine, &columnLine, &frameLine}; }
};

/// Divides a width among columns. `natural` is how wide what stands in each would be without a break, `least` how wide
/// its longest word; both with padding, one a column. Numbers come first, then contents, and what is left goes to
/// shares, or where there are none to contents, in proportion. Where there is too little, contents shrink towards their
/// longest words, then everything in proportion. The widths add up exactly: to `total`, or to the numbers alone where
/// all columns have one and they take less.
[[nodiscard]] std::vector<Length> columnWidths(const std::vector<TableColumn>& columns,
                                               const std::vector<Length>& natural, const std::vector<Length>& least,
                                               Length total);

/// Divides a length in proportion to weights, of which one is above 0; the parts add up to it exactly.
[[nodiscard]] std::vector<Length> shareByWeights(Length whole, const std::vector<qint64>& weights);

} // namespace hinge
