// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/plain_text.h"

#include <QGridLayout>
#include <QVBoxLayout>
#include <vector>

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

/// A field with the label above it and its object name.
struct LabelledField {
    QString label;
    QWidget* edit;
    const char* name;
    QString tip{};
};

/// Two or three fields beside each other, each below its label.
inline void addCells(QVBoxLayout* column, const std::vector<LabelledField>& fields)
{
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(6);
    grid->setVerticalSpacing(2);
    int cell = 0;
    for (const auto& [label, edit, name, tip] : fields) {
        auto* text = plainLabel(label);
        text->setProperty("role", QStringLiteral("note"));
        text->setBuddy(edit);
        edit->setObjectName(QString::fromLatin1(name));
        edit->setAccessibleName(label);
        if (!tip.isEmpty())
            edit->setToolTip(tip);
        edit->setMinimumWidth(24); // a slip is narrow: fields share its width, whatever they would like
        edit->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
        grid->addWidget(text, 0, cell);
        grid->addWidget(edit, 1, cell);
        grid->setColumnStretch(cell++, 1);
    }
    column->addLayout(grid);
}

} // namespace hinge
