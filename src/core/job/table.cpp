// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/table.h"

#include <algorithm>
#include <numeric>

namespace hinge
{

std::vector<Length> shareByWeights(Length whole, const std::vector<qint64>& weights)
{
    __extension__ using Wide = __int128; // a metre times a metre is more than 64 bits hold
    Wide total = 0;
    for (const qint64 weight : weights)
        total += weight;
    std::vector<Length> out;
    Wide sum = 0;
    Wide given = 0;
    for (const qint64 weight : weights) {
        sum += weight;
        const Wide until = total == 0 ? 0 : Wide(whole.count()) * sum / total;
        out.push_back(Length::units(std::int64_t(until - given)));
        given = until;
    }
    return out;
}

namespace
{

std::vector<qint64> counts(const std::vector<Length>& lengths)
{
    std::vector<qint64> out;
    for (const Length length : lengths)
        out.push_back(std::max<qint64>(1, length.count()));
    return out;
}

Length sumOf(const std::vector<Length>& lengths) { return std::accumulate(lengths.begin(), lengths.end(), Length()); }

/// Widths for contents that have less room than they would like: as much more than their longest words as they would
/// like more.
std::vector<Length> squeezed(const std::vector<Length>& natural, const std::vector<Length>& least, Length room)
{
    if (room <= sumOf(least))
        return shareByWeights(room, counts(least));
    std::vector<qint64> more;
    for (std::size_t i = 0; i < natural.size(); ++i)
        more.push_back(std::max<qint64>(0, (natural[i] - least[i]).count()));
    std::vector<Length> out = shareByWeights(room - sumOf(least), more);
    for (std::size_t i = 0; i < out.size(); ++i)
        out[i] += least[i];
    return out;
}

} // namespace

std::vector<Length> columnWidths(const std::vector<TableColumn>& columns, const std::vector<Length>& natural,
                                 const std::vector<Length>& least, Length total)
{
    const std::size_t count = natural.size();
    const auto column = [&](std::size_t i) { return i < columns.size() ? columns[i] : TableColumn{}; };
    std::vector<Length> out(count);
    Length fixed;
    std::vector<std::size_t> contents;
    std::vector<std::size_t> shares;
    for (std::size_t i = 0; i < count; ++i) {
        if (column(i).by == ColumnBy::Width)
            fixed += out[i] = column(i).width;
        else
            (column(i).by == ColumnBy::Share ? shares : contents).push_back(i);
    }
    const bool allFixed = contents.empty() && shares.empty();
    if (fixed >= total && !(allFixed && fixed == total)) {
        // The others keep a tenth of the table, so that nothing is out of sight for good.
        const Length room = allFixed ? total : total - total.part(10);
        const std::vector<Length> scaled = shareByWeights(std::min(fixed, room), [&] {
            std::vector<qint64> weights;
            for (const Length width : out)
                weights.push_back(width.count());
            return weights;
        }());
        out = scaled;
        fixed = sumOf(out);
    }
    if (allFixed)
        return out;
    Length room = total - fixed;
    std::vector<Length> wanted;
    std::vector<Length> words;
    for (const std::size_t i : contents) {
        wanted.push_back(natural[i]);
        words.push_back(std::min(natural[i], least[i]));
    }
    Length forShares;
    for (const std::size_t i : shares)
        forShares += least[i];
    std::vector<Length> given;
    if (!contents.empty()) {
        if (shares.empty())
            given = sumOf(wanted) < room ? shareByWeights(room, counts(wanted)) : squeezed(wanted, words, room);
        else if (sumOf(wanted) + forShares > room)
            given = squeezed(wanted, words, std::max(room - forShares, room.part(2)));
        else
            given = wanted;
    }
    for (std::size_t i = 0; i < contents.size(); ++i)
        room -= out[contents[i]] = given[i];
    std::vector<qint64> weights;
    for (const std::size_t i : shares)
        weights.push_back(column(i).share);
    const std::vector<Length> parts = shareByWeights(room, weights);
    for (std::size_t i = 0; i < shares.size(); ++i)
        out[shares[i]] = parts[i];
    return out;
}

} // namespace hinge
