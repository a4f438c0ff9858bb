// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/plain_text.h"

namespace hinge
{

/// A line of explanation in a slip.
[[nodiscard]] inline QLabel* note(const QString& text)
{
    auto* label = plainLabel(text);
    label->setProperty("role", QStringLiteral("note"));
    label->setWordWrap(true);
    return label;
}

/// The small heading over a group of fields.
[[nodiscard]] inline QLabel* section(const QString& text)
{
    auto* label = plainLabel(text.toUpper());
    label->setProperty("role", QStringLiteral("section"));
    return label;
}

} // namespace hinge
