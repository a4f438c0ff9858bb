// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/table_layout.h"

#include "core/job/paragraphs.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// Wide enough for any cell to stand in one line, in which it is measured.
constexpr Length endless = Length::mm(20'000);

double extentOf(const TextLayout& layout)
{
    double right = 0;
    for (const GlyphRun& run : layout.runs)
        for (const Glyph& glyph : run.glyphs)
            right = std::max(right, glyph.x + glyph.advance);
    return right;
}

/// The width of the longest word of a cell that stands in one line.
double longestWord(const TextLayout& layout)
{
    double longest = 0;
    double from = 0;
    double line = -1;
    bool inWord = false;
    for (const GlyphRun& run : layout.runs)
        for (const Glyph& glyph : run.glyphs) {
            const bool space = glyph.textStart < run.text.size() && run.text[glyph.textStart].isSpace();
            if (space || !inWord || glyph.y != line)
                from = glyph.x;
            inWord = !space;
            line = glyph.y;
            if (!space)
                longest = std::max(longest, glyph.x + glyph.advance - from);
        }
    return longest;
}

void move(TextLayout& layout, double dx, double dy)
{
    for (GlyphRun& run : layout.runs)
        for (Glyph& glyph : run.glyphs) {
            glyph.x += dx;
            glyph.y += dy;
        }
    for (TextRule& rule : layout.rules) {
        rule.x += dx;
        rule.y += dy;
    }
}

/// A table while it is set.
class TableSetter
{
public:
    TableSetter(const std::vector<Paragraph>& rows, const Table& table, const FontLibrary& fonts, Patience patience)
        : table_(table), fonts_(fonts), patience_(patience), columns_(columnsOf(rows)), rows_(int(rows.size()))
    {
        cells_.resize(std::size_t(rows_) * std::size_t(columns_));
        for (std::size_t i = 0; i < cells_.size(); ++i)
            cells_[i].owner = int(i);
        for (const TableSpan& span : table.spans)
            cover(span);
        for (int row = 0; row < rows_; ++row)
            for (int column = 0; column < columns_; ++column)
                if (Cell& cell = at(row, column); !cell.covered)
                    begin(cell, rows[std::size_t(row)], column);
    }

    std::vector<Length> widths(Length total)
    {
        std::vector<Length> natural(std::size_t(columns_), table_.padAcross * 2);
        for (int row = 0; row < rows_; ++row)
            for (int column = 0; column < columns_; ++column)
                if (const Cell& cell = at(row, column); !cell.covered && cell.across == 1)
                    natural[std::size_t(column)] =
                        std::max(natural[std::size_t(column)], padded(extentOf(cell.layout)));
        Length sum;
        for (const Length width : natural)
            sum += width;
        // Words are looked for only where lines have to be broken.
        return columnWidths(table_.columns, natural, sum > total ? longestWords() : natural, total);
    }

    std::vector<TextLayout> set(const std::vector<TextFrame>& frames)
    {
        widths_ = widths(frames.front().size.w);
        lefts_ = {0};
        for (const Length width : widths_)
            lefts_.push_back(lefts_.back() + width.toPoints());
        fitCells();
        measureRows();
        std::vector<TextLayout> out;
        int next = 0;
        for (const TextFrame& frame : frames)
            out.push_back(fill(frame, next, &frame == &frames.back()));
        for (const Cell& cell : cells_) {
            for (const QString& font : cell.layout.missingFonts)
                if (!out.front().missingFonts.contains(font))
                    out.front().missingFonts << font;
            out.front().missingGlyphs = out.front().missingGlyphs || cell.layout.missingGlyphs;
        }
        return out;
    }

private:
    struct Cell {
        Paragraph paragraph;
        TextLayout layout;
        int across = 1;
        int down = 1;
        bool covered = false; ///< by a cell that spans it
        int owner = 0;        ///< a number of the cell that lies here, be it this one or one that spans it
    };
    Cell& at(int row, int column) { return cells_[std::size_t(row) * std::size_t(columns_) + std::size_t(column)]; }
    [[nodiscard]] Length padded(double points) const
    {
        // A thousandth of a point more, so that what was measured fits where it was.
        return Length::nearestPoints(points + 0.001) + table_.padAcross * 2;
    }
    [[nodiscard]] Align alignOf(int column) const
    {
        return std::size_t(column) < table_.columns.size() ? table_.columns[std::size_t(column)].align : Align::Left;
    }
    [[nodiscard]] int headerRows() const { return std::min(table_.headerRows, rows_); }

    void cover(const TableSpan& span)
    {
        if (span.row >= rows_ || span.column >= columns_ || at(span.row, span.column).covered)
            return;
        const int below = std::min(rows_, span.row + span.down);
        const int right = std::min(columns_, span.column + span.across);
        for (int row = span.row; row < below; ++row)
            for (int column = span.column; column < right; ++column)
                if (Cell& under = at(row, column); !under.covered) {
                    under.covered = true;
                    under.owner = at(span.row, span.column).owner;
                }
        Cell& cell = at(span.row, span.column);
        cell.covered = false;
        cell.across = right - span.column;
        cell.down = below - span.row;
    }
    void begin(Cell& cell, const Paragraph& row, int column)
    {
        cell.paragraph = cellOf(row, column);
        TextStyle& style = cell.paragraph.style;
        style.align = Align::Left;
        // What makes a paragraph of its own of it has no place in a cell.
        style.spaceBefore = style.spaceAfter = style.indent = style.firstIndent = style.ruleBelow = style.ruleAbove =
            Length();
        style.boxInk.clear();
        style.list = ListMark::None;
        style.dropLines = 0;
        style.tabs.clear();
        if (!cell.paragraph.text.isEmpty())
            cell.layout = lay(cell.paragraph, endless);
    }
    [[nodiscard]] TextLayout lay(const Paragraph& paragraph, Length width) const
    {
        return layOutStory({paragraph}, {TextFrame{{width, endless}}}, fonts_, patience_).front();
    }
    std::vector<Length> longestWords()
    {
        std::vector<Length> least(std::size_t(columns_), table_.padAcross * 2);
        for (int row = 0; row < rows_; ++row)
            for (int column = 0; column < columns_; ++column) {
                const Cell& cell = at(row, column);
                if (cell.covered || cell.across > 1 || cell.paragraph.text.isEmpty())
                    continue;
                Length& width = least[std::size_t(column)];
                width = std::max(width, padded(longestWord(cell.layout)));
            }
        return least;
    }
    /// Breaks lines where a cell is narrower than what stands in it, and lays it where its column wants it.
    void fitCells()
    {
        for (int row = 0; row < rows_; ++row)
            for (int column = 0; column < columns_; ++column) {
                Cell& cell = at(row, column);
                if (cell.covered || cell.paragraph.text.isEmpty())
                    continue;
                Length room = -table_.padAcross * 2;
                for (int i = column; i < column + cell.across; ++i)
                    room += widths_[std::size_t(i)];
                room = std::max(room, Length::points(1));
                const Align align = alignOf(column);
                const double extent = extentOf(cell.layout);
                if (cell.layout.lines > 1 || extent > room.toPoints()) {
                    cell.paragraph.style.align = align;
                    cell.layout = lay(cell.paragraph, room);
                } else if (align == Align::Right) {
                    move(cell.layout, room.toPoints() - extent, 0);
                } else if (align == Align::Centre) {
                    move(cell.layout, (room.toPoints() - extent) / 2, 0);
                }
            }
    }
    void measureRows()
    {
        heights_.assign(std::size_t(rows_), 0);
        const double pad = table_.padDown.toPoints() * 2;
        for (int row = 0; row < rows_; ++row) {
            double& height = heights_[std::size_t(row)];
            for (int column = 0; column < columns_; ++column)
                if (const Cell& cell = at(row, column); !cell.covered && cell.down == 1)
                    height = std::max(height, cell.layout.height + pad);
            if (height <= pad) // an empty row is as high as a line of its style
                height = std::max(height, at(row, 0).paragraph.style.lineStep().toPoints() + pad);
        }
        // What spans rows makes the last of them higher where they are too low.
        for (int row = 0; row < rows_; ++row)
            for (int column = 0; column < columns_; ++column)
                if (const Cell& cell = at(row, column); !cell.covered && cell.down > 1)
                    heights_[std::size_t(row + cell.down - 1)] +=
                        std::max(0.0, cell.layout.height + pad - heightOf(row, row + cell.down));
    }
    [[nodiscard]] double heightOf(int from, int to) const
    {
        double height = 0;
        for (int row = from; row < to; ++row)
            height += heights_[std::size_t(row)];
        return height;
    }
    /// The row after the last that has to stay with this one, because a cell spans both.
    int endOfBlock(int row)
    {
        int end = row + 1;
        for (int i = row; i < end; ++i)
            for (int column = 0; column < columns_; ++column)
                if (const Cell& cell = at(i, column); !cell.covered)
                    end = std::max(end, i + cell.down);
        return end;
    }

    /// One frame: the header, then rows as long as there is room. What stands in none is counted in the last frame.
    TextLayout fill(const TextFrame& frame, int& next, bool last)
    {
        TextLayout out;
        const double room = frame.size.h.toPoints() + 0.001;
        std::vector<int> rows;
        double height = heightOf(0, headerRows());
        if ((next < rows_ || !headerStands_) && height <= room)
            for (int row = 0; row < headerRows(); ++row)
                rows.push_back(row);
        int row = std::max(next, headerRows());
        const int began = row;
        while (row < rows_) {
            const int end = endOfBlock(row);
            const double block = heightOf(row, end);
            if (height + block > room)
                break;
            height += block;
            for (; row < end; ++row)
                rows.push_back(row);
        }
        // A header alone is left to the next frame, unless the table is nothing else.
        if (row == began && row < rows_)
            rows.clear();
        headerStands_ = headerStands_ || headerRows() == 0 || !rows.empty();
        next = row;
        double used = 0;
        for (const int shown : rows)
            used += heights_[std::size_t(shown)];
        const double spare = std::max(0.0, frame.size.h.toPoints() - used);
        const double head = frame.align == VerticalAlign::Foot     ? spare
                            : frame.align == VerticalAlign::Middle ? spare / 2
                                                                   : 0;
        draw(rows, head, out);
        out.lines = int(rows.size());
        out.height = used;
        if (const int from = headerStands_ ? next : 0; last && from < rows_) {
            out.linesOver = rows_ - from;
            out.lines += out.linesOver;
            out.overFrom = TextPosition{from, 0};
            out.height = std::max(room + 1, used + heightOf(from, rows_));
        }
        return out;
    }

    void draw(const std::vector<int>& rows, double head, TextLayout& out)
    {
        double y = head;
        std::vector<double> tops;
        for (const int row : rows) {
            tops.push_back(y);
            tint(row, y, out);
            y += heights_[std::size_t(row)];
        }
        tops.push_back(y);
        for (std::size_t i = 0; i < rows.size(); ++i)
            for (int column = 0; column < columns_; ++column)
                if (Cell& cell = at(rows[i], column); !cell.covered)
                    place(cell, column, tops[i], tops[std::min(tops.size() - 1, i + std::size_t(cell.down))], out);
        lines(rows, tops, out);
    }
    void tint(int row, double y, TextLayout& out) const
    {
        const bool header = row < headerRows();
        const bool second = (row - headerRows()) % 2 == 1;
        const QString& ink = header ? table_.headerInk : second ? table_.tintInk : QString();
        if (!ink.isEmpty())
            out.rules.push_back({0, y, lefts_.back(), heights_[std::size_t(row)], ink,
                                 header ? table_.headerStrength : table_.tintStrength});
    }
    void place(const Cell& cell, int column, double top, double bottom, TextLayout& out) const
    {
        TextLayout layout = cell.layout;
        const double pad = table_.padDown.toPoints();
        const double spare = std::max(0.0, bottom - top - 2 * pad - layout.height);
        const double down = table_.align == VerticalAlign::Foot     ? spare
                            : table_.align == VerticalAlign::Middle ? spare / 2
                                                                    : 0;
        move(layout, lefts_[std::size_t(column)] + table_.padAcross.toPoints(), top + pad + down);
        std::ranges::move(layout.runs, std::back_inserter(out.runs));
        std::ranges::move(layout.rules, std::back_inserter(out.rules));
    }
    static void bar(double x, double y, double w, double h, const Stroke& stroke, TextLayout& out)
    {
        if (stroke.width > Length() && w > 0 && h > 0)
            out.rules.push_back({x, y, w, h, stroke.ink, stroke.strength});
    }
    /// Whether one cell lies on both sides of the line at the left of a column, or at the head of a row.
    bool spansAcross(int row, int column) { return at(row, column).owner == at(row, column - 1).owner; }
    bool spansDown(int row, int column) { return at(row, column).owner == at(row - 1, column).owner; }
    /// Lines are centred on the edges of rows and columns; those around the table lie within it.
    void lines(const std::vector<int>& rows, const std::vector<double>& tops, TextLayout& out)
    {
        if (rows.empty())
            return;
        const bool spans = !table_.spans.empty();
        for (std::size_t i = 1; i <= rows.size(); ++i) {
            const Stroke& stroke = rows[i - 1] == headerRows() - 1 ? table_.headerLine : table_.rowLine;
            const double thick = stroke.width.toPoints();
            // The last lies within the table, so that it is not cut off at the foot of its frame.
            const double y = i == rows.size() ? tops[i] - thick : tops[i] - thick / 2;
            double from = 0;
            for (int column = 0; column <= columns_; ++column) {
                const bool broken = column == columns_ || (spans && i < rows.size() && spansDown(rows[i], column));
                if (!broken)
                    continue;
                bar(from, y, lefts_[std::size_t(column)] - from, thick, stroke, out);
                from = column < columns_ ? lefts_[std::size_t(column) + 1] : from;
            }
        }
        const double thick = table_.columnLine.width.toPoints();
        for (int column = 1; column < columns_; ++column) {
            double from = tops.front();
            for (std::size_t i = 0; i <= rows.size(); ++i) {
                const bool broken = i == rows.size() || (spans && spansAcross(rows[i], column));
                if (!broken)
                    continue;
                bar(lefts_[std::size_t(column)] - thick / 2, from, thick, tops[i] - from, table_.columnLine, out);
                from = i < rows.size() ? tops[i + 1] : from;
            }
        }
        const double edge = table_.frameLine.width.toPoints();
        const double height = tops.back() - tops.front();
        bar(0, tops.front(), lefts_.back(), edge, table_.frameLine, out);
        bar(0, tops.back() - edge, lefts_.back(), edge, table_.frameLine, out);
        bar(0, tops.front() + edge, edge, height - 2 * edge, table_.frameLine, out);
        bar(lefts_.back() - edge, tops.front() + edge, edge, height - 2 * edge, table_.frameLine, out);
    }

    const Table& table_;
    const FontLibrary& fonts_;
    Patience patience_;
    int columns_;
    int rows_;
    std::vector<Cell> cells_;     ///< row by row
    std::vector<Length> widths_;  ///< of the columns
    std::vector<double> lefts_;   ///< of the columns in points, and the right of the last
    std::vector<double> heights_; ///< of the rows
    bool headerStands_ = false;   ///< in some frame
};

} // namespace

std::vector<TextLayout> layOutTable(const std::vector<Paragraph>& rows, const Table& table,
                                    const std::vector<TextFrame>& frames, const FontLibrary& fonts, Patience patience)
{
    return TableSetter(rows, table, fonts, patience).set(frames);
}

std::vector<Length> tableColumns(const std::vector<Paragraph>& rows, const Table& table, Length width,
                                 const FontLibrary& fonts)
{
    return TableSetter(rows, table, fonts, Patience::Waits).widths(width);
}

} // namespace hinge
