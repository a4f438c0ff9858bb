// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/press/guillotine.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// Parts a piece at a distance from the edge that lies at the gauge: what stays behind the blade, and what falls
/// before it. The pile was turned clockwise by `angle`: at 90 degrees its left edge lies at the gauge.
std::pair<Rect, Rect> parted(const Rect& r, int angle, Length gauge)
{
    switch (angle) {
    case 0: return {{r.x, r.y, r.w, gauge}, {r.x, r.y + gauge, r.w, r.h - gauge}};
    case 90: return {{r.x, r.y, gauge, r.h}, {r.x + gauge, r.y, r.w - gauge, r.h}};
    case 180: return {{r.x, r.bottom() - gauge, r.w, gauge}, {r.x, r.y, r.w, r.h - gauge}};
    default: return {{r.right() - gauge, r.y, gauge, r.h}, {r.x, r.y, r.w - gauge, r.h}};
    }
}

} // namespace

Result<std::vector<Rect>> cutByProgram(Size sheet, const KnifeProgram& program)
{
    std::vector<Rect> table{{Length(), Length(), sheet.w, sheet.h}};
    int angle = program.steps.empty() ? 0 : int(program.steps.front().edge);
    int number = 0;
    for (const KnifeStep& step : program.steps) {
        const QString where = QStringLiteral("stroke %1").arg(++number);
        angle = (angle + step.turn) % 360;
        std::vector<Rect> fallen;
        for (const Rect& under : step.under) {
            const auto there = std::ranges::find(table, under);
            if (there == table.end())
                return problem(where, QStringLiteral("What is to be cut does not lie on the table."));
            const auto [behind, before] = parted(under, angle, step.gauge);
            if (behind.isEmpty() || before.isEmpty())
                return problem(where, QStringLiteral("The blade comes down beside the pile."));
            table.erase(there);
            fallen.push_back(behind);
            fallen.push_back(before);
        }
        for (const Rect& part : fallen) {
            if (std::ranges::find(step.kept, part) != step.kept.end())
                table.push_back(part);
            else if (std::ranges::find(step.waste, part) == step.waste.end())
                return problem(where, QStringLiteral("The pile is parted elsewhere than the program says."));
        }
    }
    return table;
}

} // namespace hinge
