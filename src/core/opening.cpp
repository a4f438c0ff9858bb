// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/opening.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hinge {
namespace {

/// A closed fold stops a little short of lying flat, so that the layers can be told apart.
constexpr double closedAngle = 0.965 * std::numbers::pi;

/// How far each line is folded, by line, 0 for flat.
std::vector<double> foldAngles(const Paper& paper, double openness)
{
    const int folds = int(paper.steps.size());
    std::vector<double> angles(paper.widths.size() + 1, 0);
    for (int i = 0; i < folds; ++i) {
        // The last fold made is the first to open.
        const double opened = std::clamp(openness * folds - (folds - 1 - i), 0.0, 1.0);
        const double eased = opened * opened * (3 - 2 * opened);
        angles[std::size_t(paper.steps[std::size_t(i)].line)] = closedAngle * (1 - eased);
    }
    return angles;
}

} // namespace

std::vector<PanelPose> openedPiece(const Paper& paper, double openness)
{
    const auto angles = foldAngles(paper, openness);
    const int count = int(paper.widths.size());
    int base = 0;
    for (const auto& panels : paper.panels)
        for (const Panel& p : panels)
            if (p.role == Role::BackCover)
                base = count - 1 - p.column; // position on the inside face

    // A valley on the inside bends the next panel towards the reader.
    const auto turnAt = [&](int line) {
        const auto fold = std::ranges::find(paper.folds, line, &FoldLine::line);
        const bool valleyInside = fold != paper.folds.end() && fold->valley[1];
        return valleyInside ? angles[std::size_t(line)] : -angles[std::size_t(line)];
    };
    std::vector<PanelPose> poses{std::size_t(count)};
    const auto columnAt = [count](int position) { return count - 1 - position; };
    const auto width = [&](int position) { return paper.widths[std::size_t(columnAt(position))].toMm(); };
    poses[std::size_t(base)] = {columnAt(base), 0, 0, width(base), 0};
    double direction = 0;
    for (int p = base + 1; p < count; ++p) {
        // Between positions p-1 and p lies the line before column p-1, which counts from the outside.
        direction += turnAt(columnAt(p - 1));
        const PanelPose& before = poses[std::size_t(p - 1)];
        poses[std::size_t(p)] = {columnAt(p), before.x1, before.z1, before.x1 + width(p) * std::cos(direction),
                                 before.z1 + width(p) * std::sin(direction)};
    }
    direction = 0;
    for (int p = base - 1; p >= 0; --p) {
        direction += turnAt(columnAt(p));
        const PanelPose& after = poses[std::size_t(p + 1)];
        poses[std::size_t(p)] = {columnAt(p), after.x0 - width(p) * std::cos(direction),
                                 after.z0 + width(p) * std::sin(direction), after.x0, after.z0};
    }
    return poses;
}

} // namespace hinge
