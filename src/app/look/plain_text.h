// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>

namespace hinge
{

/// A label that shows its text as it stands: names of jobs, items and files may look like markup.
[[nodiscard]] inline QLabel* plainLabel(const QString& text = {}, QWidget* parent = nullptr)
{
    auto* label = new QLabel(parent); // owned by its parent, or by the layout it goes into
    label->setTextFormat(Qt::PlainText);
    label->setText(text);
    return label;
}

/// A tool tip that shows its text as it stands.
[[nodiscard]] inline QString plainTip(const QString& text)
{
    return Qt::mightBeRichText(text) ? text.toHtmlEscaped() : text;
}

} // namespace hinge
