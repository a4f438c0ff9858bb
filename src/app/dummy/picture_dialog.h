// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/dummy/film_maker.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QFormLayout;
class QLabel;
class QSpinBox;

namespace hinge
{

/// How a picture of the dummy is to be: its size, and what it lies on.
class PictureDialog : public QDialog
{
    Q_OBJECT

public:
    explicit PictureDialog(DummyCanvas& canvas, QWidget* parent = nullptr);
    [[nodiscard]] QSize size() const;
    [[nodiscard]] bool onDesk() const;

protected:
    PictureDialog(DummyCanvas& canvas, const QString& title, const QString& name, QWidget* parent);
    /// The column of fields, for those that want more of them; buttons follow below.
    [[nodiscard]] QFormLayout& fields() { return *fields_; }
    void finish(const QString& accept);
    void refresh();

    DummyCanvas& canvas_;

private:
    QFormLayout* fields_ = nullptr;
    QLabel* preview_ = nullptr;
    QSpinBox* width_ = nullptr;
    QSpinBox* height_ = nullptr;
    QComboBox* ground_ = nullptr;
};

/// The same for a film: which steps, how quickly, and as what.
class FilmDialog : public PictureDialog
{
    Q_OBJECT

public:
    explicit FilmDialog(DummyCanvas& canvas, QWidget* parent = nullptr);
    /// Without the path.
    [[nodiscard]] FilmPlan plan() const;

private:
    QSpinBox* from_ = nullptr;
    QSpinBox* to_ = nullptr;
    QDoubleSpinBox* seconds_ = nullptr;
    QComboBox* format_ = nullptr;
};

} // namespace hinge
