// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/rows_dialog.h"

#include "app/fields/fields.h"
#include "app/look/plain_text.h"
#include "core/edit/arrange.h"
#include "core/edit/new_items.h"

#include <QDialogButtonBox>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

namespace hinge
{
namespace
{

constexpr int mostInARow = 50;

QSpinBox* countBox(int value, const char* name, const QString& told)
{
    auto* box = new QSpinBox;
    box->setRange(1, mostInARow);
    box->setValue(value);
    box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    box->setFixedWidth(90);
    box->setObjectName(QString::fromLatin1(name));
    box->setAccessibleName(told);
    return box;
}

QLineEdit* gapBox(const QString& text, const char* name, const QString& told)
{
    auto* edit = new QLineEdit(text);
    edit->setFixedWidth(90);
    edit->setObjectName(QString::fromLatin1(name));
    edit->setAccessibleName(told);
    return edit;
}

} // namespace

RowsDialog::RowsDialog(Size one, Unit unit, QWidget* parent)
    : QDialog(parent), one_(one), unit_(unit), columns_(countBox(2, "rows.columns", tr("Side by side"))),
      rows_(countBox(1, "rows.rows", tr("Below each other"))),
      gapAcross_(gapBox(formatLength(usualGutter(unit), unit), "rows.across", tr("Gap between columns"))),
      gapDown_(gapBox(formatLength(usualGutter(unit), unit), "rows.down", tr("Gap between rows"))),
      about_(plainLabel()), buttons_(new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel))
{
    setObjectName(QStringLiteral("rowsDialog"));
    setWindowTitle(tr("Copies in rows"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(14);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(10);
    grid->setVerticalSpacing(8);
    const auto row = [&](int at, const QString& count, QWidget* counts, const QString& gap, QWidget* gaps) {
        grid->addWidget(plainLabel(count), at, 0);
        grid->addWidget(counts, at, 1);
        grid->addWidget(plainLabel(gap), at, 2);
        grid->addWidget(gaps, at, 3);
    };
    row(0, tr("side by side"), columns_, tr("with a gap of"), gapAcross_);
    row(1, tr("below each other"), rows_, tr("with a gap of"), gapDown_);
    column->addLayout(grid);
    about_->setObjectName(QStringLiteral("rows.about"));
    about_->setProperty("role", QStringLiteral("note"));
    about_->setWordWrap(true);
    about_->setMinimumHeight(36);
    column->addWidget(about_);
    buttons_->button(QDialogButtonBox::Ok)->setText(tr("Copy"));
    column->addWidget(buttons_);
    connect(buttons_, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons_, &QDialogButtonBox::rejected, this, &QDialog::reject);
    for (QSpinBox* box : {columns_, rows_})
        connect(box, &QSpinBox::valueChanged, this, &RowsDialog::refresh);
    for (QLineEdit* edit : {gapAcross_, gapDown_})
        connect(edit, &QLineEdit::textChanged, this, &RowsDialog::refresh);
    refresh();
}

int RowsDialog::columns() const { return columns_->value(); }

int RowsDialog::rows() const { return rows_->value(); }

void RowsDialog::refresh()
{
    const auto across = parseLength(gapAcross_->text(), unit_);
    const auto down = parseLength(gapDown_->text(), unit_);
    markField(gapAcross_, across ? QString() : across.error().message);
    markField(gapDown_, down ? QString() : down.error().message);
    const int copies = columns() * rows() - 1;
    buttons_->button(QDialogButtonBox::Ok)->setEnabled(across && down && copies > 0);
    if (!across || !down) {
        about_->clear();
        return;
    }
    across_ = *across;
    down_ = *down;
    const Size all = sizeInRows(one_, columns(), rows(), across_, down_);
    about_->setText(copies == 0   ? tr("Nothing to copy.")
                    : copies == 1 ? tr("One copy; %1 in all.").arg(formatSize(all, unit_))
                                  : tr("%1 copies; %2 in all.").arg(copies).arg(formatSize(all, unit_)));
}

} // namespace hinge
