// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length_text.h"
#include "core/units/percent.h"

#include <QDialog>

class QCheckBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace hinge
{

/// Asks by how much what is in hand is scaled, and whether what is in it goes along.
class ScaleDialog : public QDialog
{
    Q_OBJECT

public:
    /// `size` is that of the frame around what is in hand.
    ScaleDialog(Size size, Unit unit, QWidget* parent = nullptr);
    [[nodiscard]] Percent scale() const;
    [[nodiscard]] bool withContents() const;

private:
    void tell();

    Size size_;
    Unit unit_;
    QLineEdit* percent_;
    QCheckBox* contents_;
    QLabel* about_;
    QPushButton* ok_;
};

} // namespace hinge
