// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gang/gang_split.h"

#include <algorithm>
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

class Splitter
{
public:
    Splitter(MixedFill& fill, const Numbers& wanted, int times, Percent overrun, const std::vector<int>& most)
        : fill_(fill), wanted_(wanted), times_(times), overrun_(overrun.share()), most_(most)
    {
    }

    Runs best(int runs) { return split(wanted_, runs); }

private:
    /// Beyond this many fillings tried no more ways are looked for.
    static constexpr int mostTries = 1500;

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
        return fill_.holds(counts);
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
            if (over <= overrun_)
                break;
        }
        return found;
    }

    [[nodiscard]] bool isBetter(const Runs& a, const Runs& b, const Numbers& wanted) const
    {
        if (b.empty())
            return true;
        const auto rank = [&](const Runs& runs) {
            const double over = mostOver(printedBy(runs, times_, wanted.size()), wanted);
            qint64 sheets = 0;
            for (const SharedRun& run : runs)
                sheets += run.sheets;
            const double beyond = over <= overrun_ ? 0 : over;
            return std::tuple(beyond, sheets, runs.size(), over);
        };
        return rank(a) < rank(b);
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

    void join(Runs first, const Runs& rest, const Numbers& wanted, Runs& best) const
    {
        if (rest.empty())
            return;
        first.insert(first.end(), rest.begin(), rest.end());
        if (isBetter(first, best, wanted))
            best = std::move(first);
    }

    MixedFill& fill_;
    const Numbers& wanted_;
    int times_;
    double overrun_;
    const std::vector<int>& most_;
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

std::vector<SharedRun> fewestSheets(MixedFill& fill, const std::vector<qint64>& wanted, int times, int runs,
                                    Percent overrun, const std::vector<int>& mostOnSheet)
{
    return Splitter(fill, wanted, times, overrun, mostOnSheet).best(runs);
}

} // namespace hinge
