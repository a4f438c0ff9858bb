// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/overrides.h"

#include <algorithm>

namespace hinge
{

void setOverride(Job& job, const QString& field, std::optional<Length> value, int columns)
{
    if (field == QStringLiteral("fold.tuckAllowance")) {
        job.fold.tuckAllowance = value;
    } else if (field == QStringLiteral("fold.step")) {
        job.fold.step = value.value_or(Fold().step);
    } else if (field == QStringLiteral("cover.spine")) {
        job.cover.spine = value;
    } else if (field == QStringLiteral("stock.caliper")) {
        job.stock.measuredCaliper = value;
    } else if (field == QStringLiteral("pages.textStock.caliper")) {
        job.pages.textStock.measuredCaliper = value;
    } else if (field.startsWith(QStringLiteral("fold.widths."))) {
        const int column = field.section(u'.', -1).toInt() - 1;
        auto& widths = job.fold.widths;
        widths.resize(std::size_t(std::max(columns, column + 1)));
        widths[std::size_t(column)] = value;
        if (std::ranges::none_of(widths, [](const auto& w) { return w.has_value(); }))
            widths.clear();
    }
}

} // namespace hinge
