// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/finding.h"

#include <QStringList>

namespace hinge
{

/// What the checks say things with.

[[nodiscard]] inline QString shown(const Job& job, Length l) { return formatLength(l, job.unit); }
[[nodiscard]] inline QString nameOf(const Item& item)
{
    return item.name.isEmpty() ? QStringLiteral("An item") : item.name;
}

[[nodiscard]] inline Finding found(const char* code, Severity severity, QString message, QString reason,
                                   Remedy remedy = Remedy::None)
{
    Finding f;
    f.code = QString::fromLatin1(code);
    f.severity = severity;
    f.message = std::move(message);
    f.reason = std::move(reason);
    f.remedy = remedy;
    return f;
}

/// About an item; the message has its name as %1, its surface as %2, and up to two `more` after them. All are put in at
/// once: a name that holds a percent sign and a digit stays what it is.
[[nodiscard]] inline Finding foundAt(const char* code, Severity severity, const Job& job, const SurfaceId& surface,
                                     const Item& item, const QString& message, QString reason,
                                     Remedy remedy = Remedy::None, const QStringList& more = {})
{
    const QString name = nameOf(item);
    const QString where = surfaceName(surface, job);
    const QString text = more.isEmpty()     ? message.arg(name, where)
                         : more.size() == 1 ? message.arg(name, where, more[0])
                                            : message.arg(name, where, more[0], more[1]);
    Finding f = found(code, severity, text, std::move(reason), remedy);
    f.surface = surface;
    f.itemId = item.id;
    return f;
}

} // namespace hinge
