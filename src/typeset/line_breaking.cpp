// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/line_breaking.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace hinge
{
namespace
{

constexpr double hopeless = 1e5; ///< badness of a line that no opening of spaces can fill
constexpr double hyphenPenalty = 60;
constexpr double hyphensInARow = 8000;
constexpr double nearlyEmptyEnd = 3000; ///< a last line of hardly a word

struct Node {
    double cost = std::numeric_limits<double>::infinity();
    int before = -1;
    int lines = 0;
};

/// How bad a line is: 0 for perfect, 100 at the limit of what spaces may do; negative when it does not fit.
double badness(const ParagraphMeasures& p, const LineMeasure& line, double width, bool last)
{
    const double free = width - line.width;
    if (p.justified && !last) {
        const double per = line.spaces > 0 ? free / line.spaces : 0;
        if (free < -1e-6)
            return line.spaces > 0 && -per <= p.space / 4 ? 100 * std::pow(-per / (p.space / 4), 3) : -1;
        if (line.spaces == 0)
            return free < 1e-6 ? 0 : hopeless;
        return std::min(hopeless, 100 * std::pow(per / (p.space / 2), 3));
    }
    if (free < -1e-6)
        return -1;
    // A ragged edge may vary by a fifth of the measure.
    return last ? 0 : std::min(hopeless, 100 * std::pow(free / (width / 5), 3));
}

/// Lines from `start` to the forced end `last` (an index into the chances), appended to `out`.
void breakStretch(const ParagraphMeasures& p, int start, std::size_t first, std::size_t last, bool beginsParagraph,
                  std::vector<BreakChance>& out)
{
    const std::size_t count = last - first + 1;
    std::vector<Node> nodes(count + 1); // node 0 is the start; node k ends at chance first + k - 1
    nodes[0].cost = 0;
    for (std::size_t k = 1; k <= count; ++k) {
        const BreakChance& end = p.chances[first + k - 1];
        const bool isLast = k == count;
        bool reached = false;
        for (std::size_t from = k; from-- > 0;) {
            if (!std::isfinite(nodes[from].cost))
                continue;
            const int begin = from == 0 ? start : p.chances[first + from - 1].at;
            const double width = from == 0 && beginsParagraph ? p.firstWidth : p.width;
            const LineMeasure line = p.measure(begin, end);
            double bad = badness(p, line, width, isLast);
            if (bad < 0) {
                if (reached || from + 1 < k)
                    break;      // longer lines fit even less
                bad = hopeless; // a single piece wider than the measure has to stand somewhere
            }
            double cost = (1 + bad + (end.hyphen ? hyphenPenalty : 0)) * (1 + bad + (end.hyphen ? hyphenPenalty : 0));
            if (end.hyphen && from > 0 && p.chances[first + from - 1].hyphen)
                cost += hyphensInARow;
            if (isLast && from > 0 && line.width < width / 8)
                cost += nearlyEmptyEnd;
            cost += nodes[from].cost;
            if (cost < nodes[k].cost)
                nodes[k] = {cost, int(from), nodes[from].lines + 1};
            reached = true;
        }
    }
    std::vector<BreakChance> ends;
    for (int k = int(count); k > 0; k = nodes[std::size_t(k)].before)
        ends.push_back(p.chances[first + std::size_t(k) - 1]);
    std::ranges::reverse(ends);
    out.insert(out.end(), ends.begin(), ends.end());
}

} // namespace

std::vector<BreakChance> chooseLineEnds(const ParagraphMeasures& p, int start)
{
    std::vector<BreakChance> out;
    std::size_t first = 0;
    while (first < p.chances.size() && p.chances[first].at <= start)
        ++first;
    bool begins = start == 0;
    for (std::size_t i = first; i < p.chances.size(); ++i) {
        if (!p.chances[i].forced && i + 1 < p.chances.size())
            continue;
        breakStretch(p, start, first, i, begins, out);
        start = p.chances[i].at;
        first = i + 1;
        begins = false;
    }
    return out;
}

} // namespace hinge
