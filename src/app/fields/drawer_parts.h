// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/plain_text.h"
#include "app/look/scrolled.h"
#include "app/look/slip.h"

#include <QAction>
#include <QGridLayout>
#include <QPushButton>
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

/// A button that does what an action does, in words of its own.
[[nodiscard]] inline QPushButton* actionButton(QAction* action, const QString& text)
{
    auto* button = new QPushButton(text);
    button->setObjectName(QStringLiteral("drawer.") + action->objectName());
    button->setToolTip(action->statusTip() +
                       (action->shortcut().isEmpty()
                            ? QString()
                            : QStringLiteral(" (%1)").arg(action->shortcut().toString(QKeySequence::NativeText))));
    button->setIcon(action->icon());
    QObject::connect(button, &QPushButton::clicked, action, &QAction::trigger);
    return button;
}

/// What stands at the head of a drawer at the right of a stage, and the column that goes on below it.
struct SlipHead {
    QLabel* title;
    QLabel* about;
    QVBoxLayout* column;
};
/// Makes a widget a drawer: a slip of the usual width whose column scrolls. `prefix` begins the object names.
[[nodiscard]] inline SlipHead makeSlip(QWidget& drawer, const QString& prefix)
{
    drawer.setFixedWidth(246);
    auto* outer = new QVBoxLayout(&drawer);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* slip = new Slip;
    outer->addWidget(slip);
    QVBoxLayout* column = scrolledColumn(slip, {18, 16, 18, 16});
    column->setSpacing(6);
    auto* title = plainLabel();
    title->setObjectName(prefix + QStringLiteral(".title"));
    title->setProperty("role", QStringLiteral("title"));
    column->addWidget(title);
    auto* about = note({});
    about->setObjectName(prefix + QStringLiteral(".about"));
    column->addWidget(about);
    return {title, about, column};
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
