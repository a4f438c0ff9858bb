// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/page_set.h"

#include <QRegularExpression>
#include <QStringList>
#include <set>

namespace hinge
{

Result<std::vector<int>> parsePageSet(const QString& text, int pages)
{
    static const QRegularExpression range(QStringLiteral("^(\\d{1,6})(?: ?[-–] ?(\\d{1,6}))?$"));
    const auto wrong = [](const QString& part) {
        return problem({}, QStringLiteral("“%1” is no set of pages. Type numbers and ranges, such as 3-9, 12, or odd, "
                                          "even or all.")
                               .arg(Problem::quoted(part)));
    };
    std::set<int> places;
    for (const QString& part : text.split(u',')) {
        const QString wanted = part.simplified().toLower();
        const bool odd = wanted == QStringLiteral("odd");
        if (const bool even = wanted == QStringLiteral("even"); odd || even || wanted == QStringLiteral("all")) {
            for (int i = 0; i < pages; ++i)
                if (!(odd && i % 2 == 1) && !(even && i % 2 == 0))
                    places.insert(i);
            continue;
        }
        const auto match = range.match(wanted);
        if (!match.hasMatch())
            return wrong(part);
        int from = match.captured(1).toInt();
        int to = match.captured(2).isEmpty() ? from : match.captured(2).toInt();
        if (from > to)
            std::swap(from, to);
        if (from < 1 || to > pages)
            return problem({}, QStringLiteral("There are pages 1 to %1.").arg(pages));
        for (int i = from; i <= to; ++i)
            places.insert(i - 1);
    }
    return std::vector<int>(places.begin(), places.end());
}

QString pageSetText(const std::vector<int>& places)
{
    QStringList parts;
    for (std::size_t i = 0; i < places.size();) {
        std::size_t end = i;
        while (end + 1 < places.size() && places[end + 1] == places[end] + 1)
            ++end;
        const QString first = QString::number(places[i] + 1);
        const QString last = QString::number(places[end] + 1);
        parts << (end == i ? first : QStringLiteral("%1-%2").arg(first, last));
        i = end + 1;
    }
    return parts.join(QStringLiteral(", "));
}

} // namespace hinge
