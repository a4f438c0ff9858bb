// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length_text.h"

#include <QDialog>

class QDialogButtonBox;
class QLabel;
class QLineEdit;
class QSpinBox;

namespace hinge
{

/// How copies of what is in hand stand in rows: how many, and how far apart.
class RowsDialog : public QDialog
{
    Q_OBJECT

public:
    /// `one`: the size of what is copied.
    RowsDialog(Size one, Unit unit, QWidget* parent = nullptr);
    [[nodiscard]] int columns() const;
    [[nodiscard]] int rows() const;
    [[nodiscard]] Length across() const { return across_; }
    [[nodiscard]] Length down() const { return down_; }

private:
    void refresh();

    Size one_;
    Unit unit_;
    Length across_, down_;
    QSpinBox* columns_;
    QSpinBox* rows_;
    QLineEdit* gapAcross_;
    QLineEdit* gapDown_;
    QLabel* about_;
    QDialogButtonBox* buttons_;
};

} // namespace hinge
