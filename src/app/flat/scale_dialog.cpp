// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/scale_dialog.h"

#include "app/look/plain_text.h"
#include "core/edit/scaling.h"

#include <QCheckBox>
#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace hinge
{

ScaleDialog::ScaleDialog(Size size, Unit unit, QWidget* parent)
    : QDialog(parent), size_(size), unit_(unit), percent_(new QLineEdit(QStringLiteral("100"))),
      contents_(new QCheckBox(tr("Type, lines and corners go along"))), about_(plainLabel())
{
    setObjectName(QStringLiteral("scaleDialog"));
    setWindowTitle(tr("Scale"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    auto* row = new QHBoxLayout;
    auto* label = plainLabel(tr("to so many percent"));
    percent_->setObjectName(QStringLiteral("scale.percent"));
    percent_->setAccessibleName(label->text());
    percent_->setFixedWidth(90);
    label->setBuddy(percent_);
    row->addWidget(label);
    row->addWidget(percent_);
    row->addStretch(1);
    column->addLayout(row);
    contents_->setObjectName(QStringLiteral("scale.contents"));
    contents_->setChecked(true);
    column->addWidget(contents_);
    about_->setObjectName(QStringLiteral("scale.about"));
    about_->setProperty("role", QStringLiteral("note"));
    about_->setMinimumWidth(300);
    column->addWidget(about_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    ok_ = buttons->button(QDialogButtonBox::Ok);
    ok_->setText(tr("Scale"));
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(percent_, &QLineEdit::textChanged, this, &ScaleDialog::tell);
    percent_->selectAll();
    percent_->setFocus();
    tell();
}

Percent ScaleDialog::scale() const
{
    const auto read = parsePercent(percent_->text());
    return read ? *read : Percent(0);
}

bool ScaleDialog::withContents() const { return contents_->isChecked(); }

void ScaleDialog::tell()
{
    const Percent by = scale();
    const bool sound = canScaleBy(by);
    ok_->setEnabled(sound);
    about_->setText(sound ? tr("From %1 to %2.").arg(formatSize(size_, unit_), formatSize(scaledSize(size_, by), unit_))
                          : tr("Type something between 1 and 1000 %."));
}

} // namespace hinge
