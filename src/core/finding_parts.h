// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/finding.h"

namespace hinge {

/// What the checks say things with.

[[nodiscard]] inline QString shown(const Job& job, Length l) { return formatLength(l, job.unit); }
[[nodiscard]] inline QString nameOf(const Item& item) { return item.name.isEmpty() ? QStringLiteral("An item") : item.name; }

[[nodiscard]] inline Finding found(const char* code, Severity severity, QString message, QString reason, Remedy remedy = Remedy::None)
{
    Finding f;
    f.code = QString::fromLatin1(code);
    f.severity = severity;
    f.message = std::move(message);
    f.reason = std::move(reason);
    f.remedy = remedy;
    return f;
}

/// About an item; the message has its name as %1 and its face as %2.
[[nodiscard]] inline Finding foundAt(const char* code, Severity severity, const Job& job, Face face, const Item& item, const QString& message, QString reason, Remedy remedy = Remedy::None)
{
    Finding f = found(code, severity, message.arg(nameOf(item), faceName(face, job.kind)), std::move(reason), remedy);
    f.face = face;
    f.itemId = item.id;
    return f;
}

} // namespace hinge
