// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/finding_groups.h"

#include <algorithm>

namespace hinge
{

QString FindingGroup::message() const
{
    return findings.size() == 1
               ? first().message
               : QStringLiteral("%1, and %2 more like it").arg(first().message, QString::number(findings.size() - 1));
}

namespace
{

/// About one of many: an item, or a page.
bool isOfMany(const Finding& f)
{
    return !f.itemId.isEmpty() || (f.surface && f.surface->component == Component::Text);
}

} // namespace

std::vector<FindingGroup> grouped(const std::vector<Finding>& findings)
{
    std::vector<FindingGroup> groups;
    for (const Finding& f : findings) {
        const auto alike = std::ranges::find_if(groups, [&](const FindingGroup& g) {
            const Finding& other = g.first();
            return isOfMany(f) && isOfMany(other) && f.code == other.code && f.severity == other.severity &&
                   f.remedy == other.remedy && f.reason == other.reason;
        });
        if (alike == groups.end())
            groups.push_back({{f}});
        else
            alike->findings.push_back(f);
    }
    return groups;
}

} // namespace hinge
