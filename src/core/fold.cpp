// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fold.h"

#include <numeric>

namespace hinge {
namespace {

FoldStep mirroredStep(FoldStep step, int panels)
{
    step.line = panels - step.line;
    step.moves = step.moves == LineSide::Before ? LineSide::After : LineSide::Before;
    return step;
}

} // namespace

std::vector<FoldStep> foldSteps(const Fold& fold)
{
    std::vector<FoldStep> steps;
    switch (fold.scheme) {
    case FoldScheme::Own:
        return fold.steps;
    case FoldScheme::Roll:
        for (int line = 1; line < fold.panels; ++line)
            steps.push_back({Axis::Vertical, line, LineSide::Before, FoldWay::Under});
        break;
    case FoldScheme::Zigzag:
        for (int line = fold.panels - 1; line >= 1; --line) {
            const bool under = (fold.panels - 1 - line) % 2 == 0;
            steps.push_back({Axis::Vertical, line, LineSide::After, under ? FoldWay::Under : FoldWay::Over});
        }
        break;
    }
    if (fold.coverPanel == 0)
        for (FoldStep& step : steps)
            step = mirroredStep(step, fold.panels);
    return steps;
}

std::vector<int> tuckCounts(int panels, const std::vector<FoldStep>& steps)
{
    // Any numbers do, as long as the allowance is small against a panel.
    const Length wide = Length::mm(10'000);
    const Length allowance = Length::mm(1);
    std::vector<int> counts(std::size_t(panels), 0);
    const int mostRounds = panels * panels;
    for (int round = 0; round < mostRounds; ++round) {
        std::vector<Length> widths;
        for (const int k : counts)
            widths.push_back(wide - allowance * k);
        FoldedSheet sheet(widths, {wide});
        bool allClear = true;
        for (const FoldStep& step : steps) {
            for (const FoldEvent::Enclosed& e : sheet.fold(step).enclosed) {
                if (e.gap >= allowance || !allClear)
                    continue;
                ++counts[std::size_t(e.column)];
                allClear = false; // fold afresh: the next fold may already be clear
            }
        }
        if (allClear)
            break;
    }
    return counts;
}

Result<std::vector<Length>> panelWidths(const Fold& fold, Length flat, Length allowance)
{
    const std::vector<int> counts = tuckCounts(fold.panels, foldSteps(fold));
    const auto typed = [&](int i) -> std::optional<Length> {
        return std::size_t(i) < fold.widths.size() ? fold.widths[std::size_t(i)] : std::nullopt;
    };
    Length fixed;
    Length allowances;
    int open = 0;
    for (int i = 0; i < fold.panels; ++i) {
        if (const auto w = typed(i)) {
            fixed += *w;
        } else {
            allowances += allowance * counts[std::size_t(i)];
            ++open;
        }
    }
    if (open == 0 && fixed != flat)
        return problem(QStringLiteral("fold.widths"),
                       QStringLiteral("The typed panel widths add up to %1 mm, but the flat is %2 mm wide. Let one of them go.")
                           .arg(fixed.toMm()).arg(flat.toMm()));
    const std::vector<Length> shared = share(flat - fixed + allowances, open);
    std::vector<Length> widths;
    std::size_t next = 0;
    for (int i = 0; i < fold.panels; ++i) {
        const Length w = typed(i) ? *typed(i) : shared[next++] - allowance * counts[std::size_t(i)];
        if (w <= Length())
            return problem(QStringLiteral("fold.widths"),
                           QStringLiteral("Panel %1 would be %2 mm wide: the fold lies off the paper. Make the flat wider or the other panels narrower.")
                               .arg(i + 1).arg(w.toMm(), 0, 'f', 2));
        widths.push_back(w);
    }
    return widths;
}

} // namespace hinge
