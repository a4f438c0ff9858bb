// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QBoxLayout>
#include <QPushButton>

namespace hinge
{

/// A button for the foot of a dialog. It never takes Enter away from what is being typed.
inline QPushButton* makeFootButton(const QString& text, const QString& name, const QString& tip)
{
    auto* button = new QPushButton(text);
    button->setObjectName(name);
    button->setToolTip(tip);
    button->setAutoDefault(false);
    return button;
}

inline QPushButton* addFootButton(QBoxLayout* foot, const QString& text, const char* name, const QString& tip)
{
    QPushButton* button = makeFootButton(text, QString::fromLatin1(name), tip);
    foot->addWidget(button);
    return button;
}

} // namespace hinge
