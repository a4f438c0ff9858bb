// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/caret.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace hinge
{
namespace
{

bool isBefore(TextPosition a, TextPosition b)
{
    return a.paragraph != b.paragraph ? a.paragraph < b.paragraph : a.character < b.character;
}

/// A line of the text and the frame it stands in.
struct Line {
    std::size_t frame = 0;
    const LineBox* box = nullptr;
};

std::vector<Line> linesOf(const TextLayouts& layouts)
{
    std::vector<Line> lines;
    for (std::size_t i = 0; i < layouts.size(); ++i)
        for (const LineBox& box : layouts[i]->lineBoxes)
            lines.push_back({i, &box});
    return lines;
}

/// The stretch of a character on its line: where it begins as it is read, and where it ends.
struct CharacterStretch {
    int at = 0;
    double begin = 0;
    double end = 0;
};

/// Of all characters of a line that have letters, in the order in which they stand on the paper. Characters that share
/// a glyph share its width evenly.
std::vector<CharacterStretch> stretchesOf(const TextLayout& layout, const LineBox& line)
{
    std::vector<CharacterStretch> out;
    for (const GlyphRun& run : layout.runs) {
        if (run.paragraph != line.paragraph || run.start < line.start || run.start >= line.end)
            continue;
        for (std::size_t i = 0; i < run.glyphs.size();) {
            // Glyphs of one cluster stand for the same characters.
            const Glyph& first = run.glyphs[i];
            double left = first.x;
            double right = first.x + first.advance;
            for (; i < run.glyphs.size() && run.glyphs[i].textStart == first.textStart; ++i) {
                left = std::min(left, run.glyphs[i].x);
                right = std::max(right, run.glyphs[i].x + run.glyphs[i].advance);
            }
            const double each = (right - left) / std::max(1, first.textLength);
            for (int c = 0; c < first.textLength; ++c) {
                const double begin = run.rightToLeft ? right - c * each : left + c * each;
                out.push_back({run.start + first.textStart + c, begin, run.rightToLeft ? begin - each : begin + each});
            }
        }
    }
    return out;
}

/// Where a caret stands before a character of a line, or behind its last.
double xOf(const TextLayout& layout, const LineBox& line, int character)
{
    double x = line.begin;
    int nearest = -1; // the character furthest on before the place: what hangs over the end has no letters
    for (const CharacterStretch& c : stretchesOf(layout, line)) {
        if (c.at == character)
            return c.begin;
        if (c.at < character && c.at > nearest) {
            nearest = c.at;
            x = c.end;
        }
    }
    return x;
}

/// True when a place is on a line: from its first character on, up to its end where that is no other line's.
bool isOn(const LineBox& line, TextPosition place, LineSeam seam, bool lastOfParagraph)
{
    if (place.paragraph != line.paragraph || place.character < line.start || place.character > line.end)
        return false;
    if (seam == LineSeam::Before && place.character == line.start && line.start > 0)
        return false; // it stands at the end of the line before
    return place.character < line.end || lastOfParagraph || seam == LineSeam::Before;
}

std::optional<std::size_t> lineOf(const std::vector<Line>& lines, TextPosition place, LineSeam seam)
{
    for (std::size_t i = 0; i < lines.size(); ++i) {
        const bool last = i + 1 == lines.size() || lines[i + 1].box->paragraph != lines[i].box->paragraph;
        if (isOn(*lines[i].box, place, seam, last))
            return i;
    }
    return std::nullopt;
}

/// The last place of a line: before the space that it was broken at, or where a word goes on in the next.
PointedPlace lastPlace(const std::vector<Line>& lines, std::size_t i)
{
    const LineBox& box = *lines[i].box;
    const bool goesOn = i + 1 < lines.size() && lines[i + 1].box->paragraph == box.paragraph;
    if (!goesOn)
        return {{box.paragraph, box.end}, LineSeam::After};
    return {{box.paragraph, box.lettersEnd}, box.lettersEnd < box.end ? LineSeam::After : LineSeam::Before};
}

PointedPlace placeOnLine(const TextLayouts& layouts, const std::vector<Line>& lines, std::size_t i, double x)
{
    const LineBox& box = *lines[i].box;
    const PointedPlace last = lastPlace(lines, i);
    PointedPlace best = last;
    double distance = std::numeric_limits<double>::infinity();
    for (int at = box.start; at <= last.place.character; ++at) {
        const double off = std::abs(xOf(*layouts[lines[i].frame], box, at) - x);
        if (off >= distance)
            continue;
        distance = off;
        best = at == last.place.character ? last : PointedPlace{{box.paragraph, at}, LineSeam::After};
    }
    return best;
}

} // namespace

std::optional<CaretPlace> caretAt(const TextLayouts& layouts, TextPosition place, LineSeam seam)
{
    const auto lines = linesOf(layouts);
    const auto i = lineOf(lines, place, seam);
    if (!i)
        return std::nullopt;
    const Line& line = lines[*i];
    return CaretPlace{line.frame, xOf(*layouts[line.frame], *line.box, place.character), line.box->head,
                      line.box->foot};
}

std::optional<PointedPlace> placeAt(const TextLayouts& layouts, std::size_t frame, QPointF point)
{
    const auto lines = linesOf(layouts);
    std::optional<std::size_t> nearest;
    double least = 0;
    for (std::size_t i = 0; i < lines.size(); ++i) {
        if (lines[i].frame != frame)
            continue;
        const LineBox& box = *lines[i].box;
        // Of columns the one that is pointed at; in it the line nearest to the height.
        const double aside = std::max({0.0, box.left - point.x(), point.x() - box.left - box.width});
        const double off = std::max({0.0, box.head - point.y(), point.y() - box.foot});
        const double middle = std::abs((box.head + box.foot) / 2 - point.y());
        const double distance = aside * 1000 + off + middle / 1000;
        if (!nearest || distance < least) {
            nearest = i;
            least = distance;
        }
    }
    if (!nearest)
        return std::nullopt;
    return placeOnLine(layouts, lines, *nearest, point.x());
}

std::optional<PointedPlace> placeOnNextLine(const TextLayouts& layouts, TextPosition place, LineSeam seam, double x,
                                            int by)
{
    const auto lines = linesOf(layouts);
    const auto i = lineOf(lines, place, seam);
    if (!i || (by < 0 && *i == 0) || (by > 0 && *i + 1 == lines.size()))
        return std::nullopt;
    return placeOnLine(layouts, lines, by < 0 ? *i - 1 : *i + 1, x);
}

std::optional<PointedPlace> endOfLine(const TextLayouts& layouts, TextPosition place, LineSeam seam, bool last)
{
    const auto lines = linesOf(layouts);
    const auto i = lineOf(lines, place, seam);
    if (!i)
        return std::nullopt;
    const LineBox& box = *lines[*i].box;
    return last ? lastPlace(lines, *i) : PointedPlace{{box.paragraph, box.start}, LineSeam::After};
}

std::vector<MarkedBar> barsBetween(const TextLayouts& layouts, TextPosition from, TextPosition to)
{
    if (isBefore(to, from))
        std::swap(from, to);
    std::vector<MarkedBar> out;
    for (const Line& line : linesOf(layouts)) {
        const LineBox& box = *line.box;
        const TextPosition begin{box.paragraph, box.start};
        const TextPosition end{box.paragraph, box.end};
        // An empty paragraph between the ends shows that it is marked, too.
        if (box.start == box.end && !isBefore(begin, from) && isBefore(begin, to))
            out.push_back({line.frame, {box.begin, box.head, 3, box.foot - box.head}});
        if (!isBefore(from, end) || !isBefore(begin, to))
            continue;
        const int first = isBefore(begin, from) ? from.character : box.start;
        const int last = isBefore(to, end) ? to.character : box.end;
        // Letters of both directions may stand in several bars; each is joined to what it touches.
        std::vector<std::pair<double, double>> parts;
        for (const CharacterStretch& c : stretchesOf(*layouts[line.frame], box))
            if (c.at >= first && c.at < last)
                parts.emplace_back(std::min(c.begin, c.end), std::max(c.begin, c.end));
        std::ranges::sort(parts);
        for (std::size_t i = 0; i < parts.size();) {
            auto [left, right] = parts[i];
            for (++i; i < parts.size() && parts[i].first <= right + 0.5; ++i)
                right = std::max(right, parts[i].second);
            out.push_back({line.frame, {left, box.head, right - left, box.foot - box.head}});
        }
    }
    return out;
}

} // namespace hinge
