// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <vector>

namespace hinge
{

/// A place where a line may end.
struct BreakChance {
    int at = 0;          ///< the next line begins with this character
    bool hyphen = false; ///< a hyphen has to be printed
    bool forced = false; ///< the line must end here
};

/// What a line would come to if it were set on its own.
struct LineMeasure {
    double width = 0; ///< natural, without the spaces that hang over the margin
    int spaces = 0;   ///< inside, that may be opened or closed
};

struct ParagraphMeasures {
    std::vector<BreakChance> chances; ///< ascending; the last one is the end of the text
    std::function<LineMeasure(int start, const BreakChance& end)> measure;
    double width = 0;
    double firstWidth = 0; ///< of the first line, when it is indented
    double space = 0;      ///< width of a space
    bool justified = false;
};

/// Chooses the ends of all lines of a paragraph at once, so that its worst lines are as good as they can be: the sum of
/// the squared badness of its lines is the least (Knuth and Plass, "Breaking paragraphs into lines", 1981). Spaces of
/// justified text open by half and close by a quarter of themselves before a line counts as bad. `start` is where the
/// text begins.
[[nodiscard]] std::vector<BreakChance> chooseLineEnds(const ParagraphMeasures& paragraph, int start = 0);

} // namespace hinge
