// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/keep_dialog.h"

#include "app/look/plain_text.h"

#include <QDialogButtonBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace hinge
{

KeepDialog::KeepDialog(const QString& objectName, const QString& prefix, const QString& title, const QString& name,
                       QWidget* parent)
    : QDialog(parent), prefix_(prefix), fields_(new QVBoxLayout)
{
    setObjectName(objectName);
    setWindowTitle(title);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(16);
    fields_->setSpacing(8);
    column->addLayout(fields_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Save | QDialogButtonBox::Cancel);
    save_ = buttons->button(QDialogButtonBox::Save);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    name_ = addLine(tr("Its name"), "name", name);
    name_->selectAll();
    name_->setFocus(); // before the buttons, which were made first
    const auto refresh = [this] { save_->setEnabled(!name_->text().simplified().isEmpty()); };
    connect(name_, &QLineEdit::textChanged, this, refresh);
    refresh();
}

void KeepDialog::addField(const QString& label, QWidget* field, const char* part)
{
    auto* words = plainLabel(label);
    words->setProperty("role", QStringLiteral("note"));
    words->setBuddy(field);
    field->setObjectName(prefix_ + u'.' + QString::fromLatin1(part));
    field->setAccessibleName(label);
    field->setMinimumWidth(380);
    fields_->addWidget(words);
    fields_->addWidget(field);
}

QLineEdit* KeepDialog::addLine(const QString& label, const char* part, const QString& text)
{
    auto* edit = new QLineEdit(text);
    addField(label, edit, part);
    return edit;
}

QLabel* KeepDialog::addNote(const char* part)
{
    auto* words = plainLabel();
    words->setProperty("role", QStringLiteral("note"));
    words->setObjectName(prefix_ + u'.' + QString::fromLatin1(part));
    fields_->addWidget(words);
    return words;
}

} // namespace hinge
