// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gang/gang_split.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>
#include <optional>
#include <set>
#include <tuple>

namespace hinge
{
namespace
{

using Runs = std::vector<SharedRun>;
using Numbers = std::vector<qint64>;

qint64 sheetsOf(const Runs& runs)
{
    qint64 sheets = 0;
    for (const SharedRun& run : runs)
        sheets += run.sheets;
    return sheets;
}

/// How often each of several forms is printed, when what is on them is known.
class Lengths
{
public:
    Lengths(Numbers wanted, int times, Percent overrun)
        : wanted_(std::move(wanted)), times_(times), overrun_(overrun.share())
    {
    }

    [[nodiscard]] double overOf(const Runs& runs) const
    {
        return mostOver(printedBy(runs, times_, wanted_.size()), wanted_);
    }
    [[nodiscard]] bool keepsOverrun(const Runs& runs) const { return overOf(runs) <= overrun_; }

    [[nodiscard]] bool isBetter(const Runs& a, const Runs& b) const
    {
        if (b.empty())
            return true;
        const auto rank = [&](const Runs& runs) {
            const double over = overOf(runs);
            return std::tuple(over <= overrun_ ? 0 : over, sheetsOf(runs), runs.size(), over);
        };
        return rank(a) < rank(b);
    }

    /// The lengths that two of the runs may have while the others stay: where the fewest sheets are, two pieces come
    /// out at just what is wanted, or at the most they may.
    template <typename Visit>
    void each(Runs runs, std::size_t a, std::size_t b, Visit visit) const
    {
        runs[a].sheets = runs[b].sheets = 0;
        const Numbers given = printedBy(runs, times_, wanted_.size());
        for (const qint64 length : turningPoints(runs, a, b, given)) {
            runs[a].sheets = length;
            if (const auto rest = stillNeeded(runs, a, b, given)) {
                runs[b].sheets = *rest;
                visit(runs);
            }
        }
    }

    /// The best lengths of forms with these counts; all that is wanted is on one of them.
    [[nodiscard]] Runs of(const std::vector<std::vector<int>>& counts) const
    {
        qint64 all = 0;
        for (std::size_t i = 0; i < wanted_.size(); ++i) {
            qint64 each = 0;
            for (const std::vector<int>& form : counts)
                each += qint64(form[i]) * times_;
            if (each > 0)
                all = std::max(all, (wanted_[i] + each - 1) / each);
        }
        Runs best;
        for (const std::vector<int>& form : counts)
            best.push_back({form, all});
        for (Runs before; before != best;) {
            before = best;
            for (std::size_t a = 0; a < best.size(); ++a)
                for (std::size_t b = a + 1; b < best.size(); ++b)
                    each(best, a, b, [&](const Runs& runs) { best = isBetter(runs, best) ? runs : best; });
        }
        return best;
    }

private:
    [[nodiscard]] std::set<qint64> turningPoints(const Runs& runs, std::size_t a, std::size_t b,
                                                 const Numbers& given) const
    {
        struct Bound {
            double a, b, number;
        };
        std::vector<Bound> bounds;
        for (std::size_t i = 0; i < wanted_.size(); ++i)
            for (const double share : {0.0, overrun_})
                bounds.push_back({double(runs[a].counts[i] * times_), double(runs[b].counts[i] * times_),
                                  double(wanted_[i]) * (1 + share) - double(given[i])});
        std::set<qint64> lengths{0};
        for (const Bound& p : bounds)
            for (const Bound& q : bounds)
                if (const double turn = p.a * q.b - p.b * q.a; turn != 0) {
                    const auto length = qint64(std::floor((p.number * q.b - p.b * q.number) / turn));
                    lengths.insert({std::max<qint64>(0, length), std::max<qint64>(0, length + 1)});
                }
        // Those that need nothing of the other.
        for (const Bound& p : bounds)
            if (p.a > 0)
                lengths.insert(std::max<qint64>(0, qint64(std::ceil(p.number / p.a))));
        return lengths;
    }

    /// Sheets of run `b` for what the others leave wanting; none where it does not print all of that.
    [[nodiscard]] std::optional<qint64> stillNeeded(const Runs& runs, std::size_t a, std::size_t b,
                                                    const Numbers& given) const
    {
        qint64 sheets = 0;
        for (std::size_t i = 0; i < wanted_.size(); ++i) {
            const qint64 lacking = wanted_[i] - given[i] - runs[a].sheets * runs[a].counts[i] * times_;
            const qint64 each = qint64(runs[b].counts[i]) * times_;
            if (lacking > 0 && each == 0)
                return std::nullopt;
            if (lacking > 0)
                sheets = std::max(sheets, (lacking + each - 1) / each);
        }
        return sheets;
    }

    Numbers wanted_;
    int times_;
    double overrun_;
};

class Splitter
{
public:
    Splitter(const SheetHolds& sheetHolds, const Numbers& wanted, int times, Percent overrun,
             const std::vector<int>& most)
        : sheetHolds_(sheetHolds), wanted_(wanted), times_(times), overrun_(overrun), most_(most)
    {
    }

    Runs best(int runs)
    {
        Runs found = split(wanted_, runs);
        if (runs > 1) {
            inPairs(found);
            exchange(found);
        }
        return found;
    }

private:
    /// Beyond this many fillings tried no more ways are looked for.
    static constexpr int mostTries = 1500;
    /// Up to so many fillings of a sheet are tried two by two.
    static constexpr std::size_t mostFillings = 300;

    [[nodiscard]] std::vector<int> countsFor(const Numbers& wanted, qint64 sheets) const
    {
        std::vector<int> counts;
        for (const qint64 n : wanted)
            counts.push_back(int((n + sheets * times_ - 1) / (sheets * times_)));
        return counts;
    }

    [[nodiscard]] bool holds(const std::vector<int>& counts)
    {
        for (std::size_t i = 0; i < counts.size(); ++i)
            if (counts[i] > most_[i])
                return false;
        ++tries_;
        return sheetHolds_(counts);
    }

    /// Two of the runs made as long as is best.
    void lengthen(const Runs& runs, std::size_t a, std::size_t b, Runs& best) const
    {
        lengths_.each(runs, a, b, [&](Runs made) {
            std::erase_if(made, [](const SharedRun& run) { return run.sheets == 0; });
            if (lengths_.isBetter(made, best))
                best = std::move(made);
        });
    }

    /// The lengths of run at which some piece needs one place less.
    [[nodiscard]] std::vector<qint64> lengths(const Numbers& wanted, bool rounded) const
    {
        std::set<qint64> found;
        for (std::size_t i = 0; i < wanted.size(); ++i)
            for (int k = 1; wanted[i] > 0 && k <= most_[i]; ++k)
                if (const qint64 n = rounded ? (wanted[i] + k * times_ - 1) / (k * times_) : wanted[i] / (k * times_))
                    found.insert(n);
        return {found.begin(), found.end()};
    }

    /// All on one sheet.
    [[nodiscard]] std::optional<SharedRun> single(const Numbers& wanted)
    {
        const std::vector<qint64> possible = lengths(wanted, true);
        const auto fewest =
            std::ranges::partition_point(possible, [&](qint64 sheets) { return !holds(countsFor(wanted, sheets)); });
        // A longer run may go better with all numbers than the shortest.
        std::optional<SharedRun> found;
        double least = 0;
        for (auto at = fewest; at != possible.end(); ++at) {
            const SharedRun run{countsFor(wanted, *at), *at};
            const double over = mostOver(printedBy({run}, times_, wanted.size()), wanted);
            if (found && (over >= least || !holds(run.counts)))
                continue;
            found = run;
            least = over;
            if (over <= overrun_.share())
                break;
        }
        return found;
    }

    [[nodiscard]] Runs split(const Numbers& wanted, int runs)
    {
        Runs best;
        if (const auto one = single(wanted))
            best = {*one};
        const auto many = std::ranges::count_if(wanted, [](qint64 n) { return n > 0; });
        if (runs < 2 || many < 2)
            return best;
        apart(wanted, runs, best);
        inTurn(wanted, runs, best);
        return best;
    }

    /// Those wanted most often by themselves, the rest on other sheets.
    void apart(const Numbers& wanted, int runs, Runs& best)
    {
        std::vector<std::size_t> order(wanted.size());
        std::iota(order.begin(), order.end(), 0);
        std::ranges::stable_sort(order, std::greater<>(), [&](std::size_t i) { return wanted[i]; });
        for (std::size_t n = 1; n < order.size() && wanted[order[n]] > 0 && tries_ < mostTries; ++n) {
            Numbers first(wanted.size(), 0);
            Numbers rest = wanted;
            for (std::size_t i = 0; i < n; ++i)
                std::swap(first[order[i]], rest[order[i]]);
            if (const auto one = single(first))
                join({*one}, split(rest, runs - 1), wanted, best);
        }
    }

    /// A first sheet with as much of everything as does not go over, the rest on others.
    void inTurn(const Numbers& wanted, int runs, Runs& best)
    {
        for (const qint64 sheets : lengths(wanted, false)) {
            if (tries_ >= mostTries)
                return;
            SharedRun first{{}, sheets};
            Numbers rest = wanted;
            bool any = false;
            for (std::size_t i = 0; i < wanted.size(); ++i) {
                const int count = int(std::min<qint64>(wanted[i] / (sheets * times_), most_[i]));
                first.counts.push_back(count);
                rest[i] -= count * sheets * times_;
                any = any || rest[i] > 0;
            }
            if (any && holds(first.counts))
                join({first}, split(rest, runs - 1), wanted, best);
        }
    }

    /// Every filling with every other, where there are few: no two runs do better then.
    void inPairs(Runs& best)
    {
        std::vector<std::vector<int>> all;
        std::vector<int> counts(wanted_.size(), 0);
        fillings(counts, 0, all);
        if (all.size() > mostFillings)
            return;
        for (std::size_t i = 0; i < all.size(); ++i) {
            const qint64 most =
                best.empty() || !lengths_.keepsOverrun(best) ? std::numeric_limits<qint64>::max() : sheetsOf(best);
            for (std::size_t j = i + 1; j < all.size(); ++j)
                if (mayDoWith(most, all[i], all[j]))
                    lengthen({{all[i], 0}, {all[j], 0}}, 0, 1, best);
        }
    }

    /// False where two fillings cannot print all with so many sheets, however often each is printed.
    [[nodiscard]] bool mayDoWith(qint64 sheets, const std::vector<int>& a, const std::vector<int>& b) const
    {
        for (std::size_t i = 0; i < wanted_.size(); ++i)
            if (const qint64 each = qint64(std::max(a[i], b[i])) * times_;
                wanted_[i] > 0 && (each == 0 || wanted_[i] / each > sheets))
                return false;
        return true;
    }

    /// All that the sheet holds, from `counts` on with more of the pieces from `piece` on; stops once they are too
    /// many.
    void fillings(std::vector<int>& counts, std::size_t piece, std::vector<std::vector<int>>& all)
    {
        if (piece == counts.size()) {
            all.push_back(counts);
            return;
        }
        const int before = counts[piece];
        while (all.size() <= mostFillings && counts[piece] <= most_[piece] && (counts[piece] == 0 || holds(counts))) {
            fillings(counts, piece + 1, all);
            ++counts[piece];
        }
        counts[piece] = before;
    }

    /// One place after the other given to another piece, as long as that takes fewer sheets.
    void exchange(Runs& best)
    {
        while (exchangeOne(best)) {
        }
    }

    bool exchangeOne(Runs& best)
    {
        for (std::size_t run = 0; run < best.size(); ++run)
            for (std::size_t from = 0; from < wanted_.size(); ++from)
                for (std::size_t to = 0; to <= wanted_.size() && best[run].counts[from] > 0; ++to)
                    if (to != from && tries_ < mostTries && given(run, from, to, best))
                        return true;
        return false;
    }

    /// A place of a run given by one piece to another, or left free where there is no such other; true where it helps.
    bool given(std::size_t run, std::size_t from, std::size_t to, Runs& best)
    {
        std::vector<std::vector<int>> counts;
        for (const SharedRun& of : best)
            counts.push_back(of.counts);
        --counts[run][from];
        if (to < wanted_.size())
            ++counts[run][to];
        const bool lacks = std::ranges::all_of(counts, [from](const std::vector<int>& of) { return of[from] == 0; });
        if (lacks || !holds(counts[run]))
            return false;
        Runs made = lengths_.of(counts);
        std::erase_if(made, [](const SharedRun& of) { return of.sheets == 0; });
        if (!lengths_.isBetter(made, best))
            return false;
        best = std::move(made);
        return true;
    }

    void join(Runs first, const Runs& rest, const Numbers& wanted, Runs& best) const
    {
        if (rest.empty())
            return;
        first.insert(first.end(), rest.begin(), rest.end());
        if (Lengths(wanted, times_, overrun_).isBetter(first, best))
            best = std::move(first);
    }

    const SheetHolds& sheetHolds_;
    const Numbers& wanted_;
    int times_;
    Percent overrun_;
    const std::vector<int>& most_;
    Lengths lengths_{wanted_, times_, overrun_};
    int tries_ = 0;
};

} // namespace

std::vector<qint64> printedBy(const std::vector<SharedRun>& runs, int times, std::size_t pieces)
{
    Numbers printed(pieces, 0);
    for (const SharedRun& run : runs)
        for (std::size_t i = 0; i < pieces; ++i)
            printed[i] += run.counts[i] * run.sheets * times;
    return printed;
}

double mostOver(const std::vector<qint64>& printed, const std::vector<qint64>& wanted)
{
    double most = 0;
    for (std::size_t i = 0; i < wanted.size(); ++i)
        if (wanted[i] > 0)
            most = std::max(most, double(printed[i] - wanted[i]) / double(wanted[i]));
    return most;
}

std::vector<SharedRun> runsOf(const std::vector<std::vector<int>>& counts, const std::vector<qint64>& wanted, int times,
                              Percent overrun)
{
    Numbers asked = wanted;
    for (std::size_t i = 0; i < asked.size(); ++i)
        if (std::ranges::all_of(counts, [i](const std::vector<int>& form) { return form[i] == 0; }))
            asked[i] = 0;
    return Lengths(asked, times, overrun).of(counts);
}

std::vector<SharedRun> fewestSheets(const SheetHolds& holds, const std::vector<qint64>& wanted, int times, int runs,
                                    Percent overrun, const std::vector<int>& mostOnSheet)
{
    return Splitter(holds, wanted, times, overrun, mostOnSheet).best(runs);
}

} // namespace hinge
