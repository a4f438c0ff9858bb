// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/styles_dialog.h"

#include "app/look/plain_text.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace hinge
{

StylesDialog::StylesDialog(const Job& job, const DocumentText& document, const QString& name, QWidget* parent)
    : QDialog(parent)
{
    setObjectName(QStringLiteral("stylesDialog"));
    setWindowTitle(tr("Styles of the text"));
    resize(520, 380);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    auto* about = plainLabel(tr("What is each kind of paragraph in %1 to look like? The job remembers it.").arg(name));
    about->setProperty("role", QStringLiteral("note"));
    about->setWordWrap(true);
    column->addWidget(about);
    auto* inner = new QWidget;
    auto* grid = new QGridLayout(inner);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(8);
    grid->setColumnStretch(1, 1);
    for (const StyleChoice& choice : proposedChoices(job, document)) {
        const int row = grid->rowCount();
        // What such a paragraph says tells more than the name of its style.
        QString words;
        for (const DocumentParagraph& paragraph : document.paragraphs)
            if (paragraph.style == choice.from && words.isEmpty())
                words = paragraph.text;
        auto* label = plainLabel(choice.from);
        grid->addWidget(label, row, 0);
        auto* sample = plainLabel(words.size() > 30 ? words.left(28) + QStringLiteral("…") : words);
        sample->setProperty("role", QStringLiteral("note"));
        grid->addWidget(sample, row, 1);
        auto* box = new QComboBox;
        box->setObjectName(QStringLiteral("styles.") + choice.from);
        box->setAccessibleName(tr("Look of %1").arg(choice.from));
        box->setMinimumWidth(170);
        box->addItem(tr("new style “%1”").arg(choice.from), QString());
        for (const NamedStyle& style : job.textStyles)
            box->addItem(style.name, style.name);
        box->setCurrentIndex(std::max(0, box->findData(choice.to)));
        label->setBuddy(box);
        grid->addWidget(box, row, 2);
        boxes_.emplace_back(choice.from, box);
    }
    grid->setRowStretch(grid->rowCount(), 1);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setWidget(inner);
    column->addWidget(scroll, 1);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Place the text"));
    buttons->button(QDialogButtonBox::Ok)->setProperty("leading", true);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
}

std::vector<StyleChoice> StylesDialog::choices() const
{
    std::vector<StyleChoice> out;
    for (const auto& [from, box] : boxes_)
        out.push_back({from, box->currentData().toString()});
    return out;
}

} // namespace hinge
