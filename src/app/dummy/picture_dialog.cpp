// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dummy/picture_dialog.h"

#include "app/look/plain_text.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>
#include <cmath>

namespace hinge
{
namespace
{

constexpr QSize previewSize(460, 288);
constexpr int mostPixels = 8000;

QSpinBox* countBox(int low, int high, int value, const QString& name, const QString& told)
{
    auto* box = new QSpinBox;
    box->setRange(low, high);
    box->setValue(value);
    box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    box->setFixedWidth(76);
    box->setObjectName(name);
    box->setAccessibleName(told);
    return box;
}

} // namespace

PictureDialog::PictureDialog(DummyCanvas& canvas, QWidget* parent)
    : PictureDialog(canvas, tr("Picture of the piece"), QStringLiteral("pictureDialog"), parent)
{
    finish(tr("Save…"));
}

PictureDialog::PictureDialog(DummyCanvas& canvas, const QString& title, const QString& name, QWidget* parent)
    : QDialog(parent), canvas_(canvas)
{
    setObjectName(name);
    setWindowTitle(title);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    preview_ = plainLabel();
    preview_->setObjectName(name + QStringLiteral(".preview"));
    preview_->setFixedSize(previewSize);
    preview_->setAlignment(Qt::AlignCenter);
    preview_->setAccessibleName(tr("How it will look"));
    column->addWidget(preview_);
    fields_ = new QFormLayout;
    fields_->setHorizontalSpacing(14);
    fields_->setVerticalSpacing(8);
    column->addLayout(fields_);
    width_ = countBox(64, mostPixels, 1600, name + QStringLiteral(".width"), tr("Width in pixels"));
    height_ = countBox(64, mostPixels, 1000, name + QStringLiteral(".height"), tr("Height in pixels"));
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    row->addWidget(width_);
    row->addWidget(plainLabel(QStringLiteral("×")));
    row->addWidget(height_);
    row->addWidget(plainLabel(tr("pixels")));
    row->addStretch(1);
    fields_->addRow(tr("Size"), row);
    ground_ = new QComboBox;
    ground_->setObjectName(name + QStringLiteral(".ground"));
    ground_->setAccessibleName(tr("What it lies on"));
    ground_->addItems({tr("on the desk"), tr("on nothing (transparent)")});
    fields_->addRow(tr("Ground"), ground_);
    for (QSpinBox* box : {width_, height_})
        connect(box, &QSpinBox::valueChanged, this, &PictureDialog::refresh);
    connect(ground_, &QComboBox::currentIndexChanged, this, &PictureDialog::refresh);
    connect(&canvas.pictures(), &SurfacePictures::changed, this, &PictureDialog::refresh);
}

void PictureDialog::finish(const QString& accept)
{
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    auto* save = buttons->addButton(accept, QDialogButtonBox::AcceptRole);
    save->setDefault(true);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout()->addWidget(buttons);
    refresh();
}

QSize PictureDialog::size() const { return {width_->value(), height_->value()}; }

bool PictureDialog::onDesk() const { return ground_->currentIndex() == 0; }

void PictureDialog::refresh()
{
    const QSize shown = size().scaled(previewSize, Qt::KeepAspectRatio);
    preview_->setPixmap(QPixmap::fromImage(canvas_.picture(shown, onDesk(), canvas_.moment())));
}

FilmDialog::FilmDialog(DummyCanvas& canvas, QWidget* parent)
    : PictureDialog(canvas, tr("Film of the piece"), QStringLiteral("filmDialog"), parent)
{
    const int last = canvas.lastMoment();
    // A book has many leaves: the first few show how it opens.
    const int upTo = canvas.dummy().isBound() ? std::min(last, 6) : last;
    from_ = countBox(0, last, 0, QStringLiteral("filmDialog.from"), tr("From step"));
    to_ = countBox(0, last, upTo, QStringLiteral("filmDialog.to"), tr("To step"));
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    row->addWidget(from_);
    row->addWidget(plainLabel(tr("to")));
    row->addWidget(to_);
    row->addStretch(1);
    row->insertWidget(row->count() - 1, plainLabel(tr("of %1; 0 is the beginning").arg(last)));
    fields().addRow(tr("Steps"), row);
    seconds_ = new QDoubleSpinBox;
    seconds_->setRange(0.2, 10);
    seconds_->setDecimals(1);
    seconds_->setSingleStep(0.2);
    seconds_->setValue(1.2);
    seconds_->setButtonSymbols(QAbstractSpinBox::NoButtons);
    seconds_->setFixedWidth(76);
    seconds_->setObjectName(QStringLiteral("filmDialog.seconds"));
    seconds_->setAccessibleName(tr("Seconds for a step"));
    seconds_->setSuffix(tr(" s"));
    fields().addRow(tr("A step takes"), seconds_);
    format_ = new QComboBox;
    format_->setObjectName(QStringLiteral("filmDialog.format"));
    format_->setAccessibleName(tr("Kind of file"));
    format_->addItems({tr("animated picture (WebP)"), tr("a row of pictures (PNG)")});
    fields().addRow(tr("As"), format_);
    finish(tr("Save…"));
}

FilmPlan FilmDialog::plan() const
{
    FilmPlan plan;
    plan.from = from_->value();
    plan.to = to_->value();
    plan.size = size();
    plan.secondsAStep = seconds_->value();
    plan.onDesk = onDesk();
    plan.asPictures = format_->currentIndex() == 1;
    return plan;
}

} // namespace hinge
