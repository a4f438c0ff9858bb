// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/paper/fold.h"

#include "core/paper/signature.h"

#include <QStringList>
#include <algorithm>
#include <numeric>
#include <set>

namespace hinge
{
namespace
{

/// The steps of a scheme as they bring the last panel to the front.
FoldGrid schemeGrid(const Fold& fold)
{
    const auto across = [](int line, LineSide side, FoldWay way) { return FoldStep{Axis::Vertical, line, side, way}; };
    const auto equal = [](int n) { return std::vector<int>(std::size_t(std::max(1, n)), 1); };
    FoldGrid grid;
    switch (fold.scheme) {
    case FoldScheme::Half:
    case FoldScheme::Short:
        if (fold.atHead) {
            grid.rowShares = {1, 1};
            grid.steps = {{Axis::Horizontal, 1, LineSide::Before, FoldWay::Under}};
        } else {
            grid.columnShares = {1, 1};
            grid.steps = {across(1, LineSide::Before, FoldWay::Under)};
        }
        break;
    case FoldScheme::Roll:
        grid.columnShares = equal(fold.panels);
        for (int line = 1; line < fold.panels; ++line)
            grid.steps.push_back(across(line, LineSide::Before, FoldWay::Under));
        break;
    case FoldScheme::Zigzag:
        grid.columnShares = equal(fold.panels);
        for (int line = fold.panels - 1; line >= 1; --line) {
            const bool under = (fold.panels - 1 - line) % 2 == 0;
            grid.steps.push_back(across(line, LineSide::After, under ? FoldWay::Under : FoldWay::Over));
        }
        break;
    case FoldScheme::Gate:
        grid.columnShares = {1, 2, 1};
        grid.steps = {across(1, LineSide::Before, FoldWay::Under), across(2, LineSide::After, FoldWay::Under)};
        break;
    case FoldScheme::DoubleGate:
        grid.columnShares = {1, 1, 1, 1};
        grid.steps = {across(1, LineSide::Before, FoldWay::Under), across(3, LineSide::After, FoldWay::Under),
                      across(2, LineSide::Before, FoldWay::Under)};
        break;
    case FoldScheme::Cross: {
        const SignatureFold folded = signatureFold(fold.panels * 2);
        grid.columnShares = equal(folded.columns);
        grid.rowShares = equal(folded.rows);
        grid.steps = folded.steps;
        break;
    }
    case FoldScheme::HalfRoll:
        grid.columnShares = equal(fold.panels / 2);
        grid.rowShares = {1, 1};
        grid.steps = {{Axis::Horizontal, 1, LineSide::Before, FoldWay::Under}};
        for (int line = 1; line < fold.panels / 2; ++line)
            grid.steps.push_back(across(line, LineSide::Before, FoldWay::Under));
        break;
    case FoldScheme::Own:
        grid.rowShares = equal(fold.rows);
        grid.columnShares = equal(fold.panels / std::max(1, fold.rows));
        grid.steps = fold.steps;
        break;
    }
    return grid;
}

FoldGrid mirrored(FoldGrid grid, Axis axis)
{
    auto& shares = axis == Axis::Vertical ? grid.columnShares : grid.rowShares;
    std::ranges::reverse(shares);
    for (FoldStep& step : grid.steps) {
        if (step.axis != axis)
            continue;
        step.line = int(shares.size()) - step.line;
        step.moves = step.moves == LineSide::Before ? LineSide::After : LineSide::Before;
    }
    return grid;
}

const Length nominal = Length::mm(10'000);

FoldedSheet nominalSheet(const FoldGrid& grid, const Narrowing& narrower)
{
    const auto widths = [&](const std::vector<int>& shares, const std::vector<int>& tucks) {
        std::vector<Length> out;
        for (std::size_t i = 0; i < shares.size(); ++i)
            out.push_back(nominal * shares[i] - narrower.allowance * tucks[i]);
        return out;
    };
    return FoldedSheet(widths(grid.columnShares, narrower.columns), widths(grid.rowShares, narrower.rows));
}

Narrowing notNarrowed(const FoldGrid& grid)
{
    return {Narrowed::Nothing,
            std::vector<int>(grid.columnShares.size(), 0),
            std::vector<int>(grid.rowShares.size(), 0),
            {}};
}

/// The panels of the outside face that a customer may see first.
std::set<int> frontPanels(const FoldGrid& grid)
{
    FoldedSheet sheet = nominalSheet(grid, notNarrowed(grid));
    for (const FoldStep& step : grid.steps)
        sheet.fold(step);
    std::set<int> fronts;
    for (int side = 0; side < 2; ++side) {
        for (const Cell& cell : sheet.seenFromAbove())
            if (cell.outsideUp())
                fronts.insert(cell.row * grid.columns() + cell.column);
        sheet.turnOver();
    }
    return fronts;
}

Result<std::vector<Length>> sharedOut(const std::vector<int>& shares, const std::vector<int>& tucks,
                                      const std::vector<std::optional<Length>>& typed, Length flat, Length allowance,
                                      const QString& what, Unit unit)
{
    const auto typedAt = [&](std::size_t i) { return i < typed.size() ? typed[i] : std::nullopt; };
    Length fixed;
    Length allowances;
    int open = 0;
    for (std::size_t i = 0; i < shares.size(); ++i) {
        if (const auto w = typedAt(i)) {
            fixed += *w;
        } else {
            allowances += allowance * tucks[i];
            open += shares[i];
        }
    }
    if (open == 0 && fixed != flat)
        return problem(
            QStringLiteral("fold.widths"),
            QStringLiteral("The typed panel widths add up to %1, but the flat is %2 wide. Let one of them go.")
                .arg(formatLength(fixed, unit), formatLength(flat, unit)));
    const std::vector<Length> parts = share(flat - fixed + allowances, open);
    std::vector<Length> out;
    auto next = parts.begin();
    for (std::size_t i = 0; i < shares.size(); ++i) {
        Length w;
        if (const auto t = typedAt(i)) {
            w = *t;
        } else {
            w = std::accumulate(next, next + shares[i], Length()) - allowance * tucks[i];
            next += shares[i];
        }
        if (w <= Length())
            return problem(QStringLiteral("fold.widths"),
                           QStringLiteral("%1 %2 would be %3 wide: the fold lies off the paper. Make the flat wider "
                                          "or the other panels narrower.")
                               .arg(what, QString::number(i + 1), formatLength(w, unit)));
        out.push_back(w);
    }
    return out;
}

} // namespace

int fixedPanels(FoldScheme scheme)
{
    switch (scheme) {
    case FoldScheme::Half:
    case FoldScheme::Short: return 2;
    case FoldScheme::Gate: return 3;
    case FoldScheme::DoubleGate: return 4;
    default: return 0;
    }
}

int usualFront(const Fold& fold, bool rightToLeft)
{
    if (fold.scheme == FoldScheme::DoubleGate)
        return rightToLeft ? 1 : 2;
    const FoldGrid grid = schemeGrid(fold);
    const int last = grid.columns() * grid.rows() - 1;
    return rightToLeft ? last - (grid.columns() - 1) : last;
}

Result<FoldGrid> foldGrid(const Fold& fold)
{
    const FoldGrid base = schemeGrid(fold);
    std::vector<FoldGrid> variants{base};
    if (fold.scheme != FoldScheme::Own) {
        variants.push_back(mirrored(base, Axis::Vertical));
        if (base.rows() > 1) {
            variants.push_back(mirrored(base, Axis::Horizontal));
            variants.push_back(mirrored(variants[1], Axis::Horizontal));
        }
    }
    std::set<int> possible;
    for (const FoldGrid& grid : variants) {
        const std::set<int> fronts = frontPanels(grid);
        if (fronts.contains(fold.coverPanel))
            return grid;
        possible.insert(fronts.begin(), fronts.end());
    }
    QStringList names;
    for (const int p : possible)
        names << QString::number(p + 1);
    return problem(
        QStringLiteral("fold.coverPanel"),
        QStringLiteral("Panel %1 does not lie in front when the piece is folded; of the outside, panel %2 can. "
                       "Choose another front panel or another fold.")
            .arg(fold.coverPanel + 1)
            .arg(names.join(QStringLiteral(" or "))));
}

std::optional<FoldStep> anotherStep(const Fold& fold)
{
    const FoldGrid grid = schemeGrid(fold);
    FoldedSheet folded = nominalSheet(grid, notNarrowed(grid));
    for (const FoldStep& step : grid.steps)
        folded.fold(step);
    for (const Axis axis : {Axis::Vertical, Axis::Horizontal}) {
        const int lines = (axis == Axis::Vertical ? grid.columns() : grid.rows()) - 1;
        for (int line = 1; line <= lines; ++line) {
            for (const LineSide moves : {LineSide::Before, LineSide::After}) {
                for (const FoldWay way : {FoldWay::Under, FoldWay::Over}) {
                    FoldedSheet trial = folded;
                    const FoldStep step{axis, line, moves, way};
                    const FoldEvent event = trial.fold(step);
                    FoldGrid next = grid;
                    next.steps.push_back(step);
                    // A line that is folded already may lie on one that is not; the step is told by the line it
                    // creases.
                    const bool creases =
                        std::ranges::any_of(event.creases, [&](const FoldEvent::Crease& k) { return k.line == line; });
                    if (event.tornLine == 0 && creases && frontPanels(next).contains(fold.coverPanel))
                        return step;
                }
            }
        }
    }
    return std::nullopt;
}

namespace
{

/// What has to be narrower so that the fold closes, by an allowance of nominal size.
Narrowing neededToClose(const FoldGrid& grid)
{
    Narrowing needed = notNarrowed(grid);
    needed.allowance = Length::mm(1); // any will do that is small against a panel
    const int cells = grid.columns() * grid.rows();
    for (int round = 0; round < cells * cells; ++round) {
        FoldedSheet sheet = nominalSheet(grid, needed);
        bool allClear = true;
        for (const FoldStep& step : grid.steps) {
            for (const FoldEvent::Enclosed& e : sheet.fold(step).enclosed) {
                if (e.gap >= needed.allowance || !allClear)
                    continue;
                ++(step.axis == Axis::Vertical ? needed.columns[std::size_t(e.column)]
                                               : needed.rows[std::size_t(e.row)]);
                allClear = false; // fold afresh: the next fold may already be clear
                needed.why = Narrowed::TuckIn;
            }
        }
        if (allClear) {
            for (const FoldedSheet::Meeting& m : sheet.meetings()) {
                if (m.gap >= needed.allowance * 2)
                    continue;
                auto& counts = m.axis == Axis::Vertical ? needed.columns : needed.rows;
                ++counts[std::size_t(m.first)];
                ++counts[std::size_t(m.second)];
                allClear = false;
                if (needed.why == Narrowed::Nothing)
                    needed.why = Narrowed::GateFlaps;
                break;
            }
        }
        if (allClear)
            break;
    }
    return needed;
}

} // namespace

Narrowing narrowing(const Fold& fold, const FoldGrid& grid, const Stock& stock)
{
    Narrowing out = neededToClose(grid);
    if (fold.scheme == FoldScheme::Short) {
        out.why = Narrowed::Step;
        (fold.atHead ? out.rows : out.columns)[std::size_t(fold.coverPanel)] = 1;
        out.allowance = fold.step;
        return out;
    }
    out.allowance =
        fold.tuckAllowance.value_or(out.why == Narrowed::GateFlaps ? stock.gateAllowance() : stock.tuckAllowance());
    return out;
}

Result<std::vector<Length>> panelWidths(const Fold& fold, const FoldGrid& grid, const Narrowing& narrower, Length flat,
                                        Unit unit)
{
    return sharedOut(grid.columnShares, narrower.columns, fold.widths, flat, narrower.allowance,
                     QStringLiteral("Panel"), unit);
}

Result<std::vector<Length>> panelHeights(const FoldGrid& grid, const Narrowing& narrower, Length flat, Unit unit)
{
    return sharedOut(grid.rowShares, narrower.rows, {}, flat, narrower.allowance, QStringLiteral("Row"), unit);
}

QString foldName(const Fold& fold)
{
    switch (fold.scheme) {
    case FoldScheme::Half: return fold.atHead ? QStringLiteral("half fold at the head") : QStringLiteral("half fold");
    case FoldScheme::Roll: return fold.panels == 2 ? QStringLiteral("half fold") : QStringLiteral("roll fold");
    case FoldScheme::Zigzag:
        return fold.panels == 2   ? QStringLiteral("half fold")
               : fold.panels == 3 ? QStringLiteral("Z fold")
                                  : QStringLiteral("accordion fold");
    case FoldScheme::Gate: return QStringLiteral("gate fold");
    case FoldScheme::DoubleGate: return QStringLiteral("double gate fold");
    case FoldScheme::Short: return QStringLiteral("short fold");
    case FoldScheme::Cross:
        return fold.panels == 8 ? QStringLiteral("cross fold, three right-angle folds") : QStringLiteral("cross fold");
    case FoldScheme::HalfRoll: return QStringLiteral("half, then roll fold");
    case FoldScheme::Own: return QStringLiteral("own fold");
    }
    return {};
}

} // namespace hinge
