// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/tab_stops.h"

#include <algorithm>

namespace hinge
{
namespace
{

const std::pair<QString, Align> tabWords[] = {{QStringLiteral("right"), Align::Right},
                                              {QStringLiteral("centre"), Align::Centre},
                                              {QStringLiteral("left"), Align::Left}};

} // namespace

QString tabStopsText(const std::vector<TabStop>& stops, Unit unit)
{
    QStringList out;
    for (const TabStop& stop : stops) {
        QString text = formatLength(stop.at, unit);
        for (const auto& [word, align] : tabWords)
            if (stop.align == align && align != Align::Left)
                text += u' ' + word;
        out << text;
    }
    return out.join(QStringLiteral(", "));
}

Result<std::vector<TabStop>> parseTabStops(const QString& text, Unit unit)
{
    std::vector<TabStop> stops;
    for (QString part : text.split(u',', Qt::SkipEmptyParts)) {
        part = part.trimmed();
        TabStop stop;
        for (const auto& [word, align] : tabWords)
            if (part.endsWith(word)) {
                stop.align = align;
                part.chop(word.size());
            }
        const auto at = parseLength(part, unit);
        if (!at)
            return tl::unexpected(at.error());
        stop.at = *at;
        stops.push_back(stop);
    }
    std::ranges::sort(stops, {}, &TabStop::at);
    return stops;
}

} // namespace hinge
