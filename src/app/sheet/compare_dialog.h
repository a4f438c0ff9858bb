// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sheet/arrangements_list.h"

#include <QDialog>

class QComboBox;
class QLabel;

namespace hinge
{

/// Two arrangements beside each other: how they lie, what the run takes on each, and the difference. Gives the sheet
/// the user would rather print on.
class CompareDialog : public QDialog
{
    Q_OBJECT

public:
    CompareDialog(Document& document, SheetState& state, QWidget* parent = nullptr);
    [[nodiscard]] Size other() const;

private:
    void refresh();

    Document& document_;
    SheetState& state_;
    QComboBox* which_ = nullptr;
    std::array<QLabel*, 2> pictures_{};
    std::array<QLabel*, 4> columns_{}; ///< names of figures, of the chosen one, of the other, the differences
};

} // namespace hinge
