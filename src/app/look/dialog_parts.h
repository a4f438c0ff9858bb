// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QBoxLayout>
#include <QPushButton>

namespace hinge
{

/// A button in the foot of a dialog. It never takes Enter away from what is being typed.
inline QPushButton* addFootButton(QBoxLayout* foot, const QString& text, const char* name, const QString& tip)
{
    auto* button = new QPushButton(text);
    button->setObjectName(QString::fromLatin1(name));
    button->setToolTip(tip);
    button->setAutoDefault(false);
    foot->addWidget(button);
    return button;
}

} // namespace hinge
