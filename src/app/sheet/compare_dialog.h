// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sheet/arrangements_list.h"

#include <QDialog>

class QComboBox;
class QLabel;
class QPushButton;

namespace hinge
{

/// Two arrangements beside each other: how they lie, what the run takes on each, and the difference; the other one on
/// another paper, too, if that is wanted. Gives what the user would rather print on.
class CompareDialog : public QDialog
{
    Q_OBJECT

public:
    CompareDialog(Document& document, SheetState& state, QWidget* parent = nullptr);
    [[nodiscard]] Size other() const;
    /// The paper of the other one; nothing for the same.
    [[nodiscard]] std::optional<Stock> otherStock() const;

private:
    /// The papers there are, each with the run planned on it; those that take the least of it first.
    void addStocks();
    void refresh();

    Document& document_;
    SheetState& state_;
    QComboBox* which_ = nullptr;
    QComboBox* paper_ = nullptr;
    std::vector<std::pair<Stock, PressRun>> onStock_; ///< as `paper_` lists them, after the same paper
    QPushButton* take_ = nullptr;
    std::array<QLabel*, 2> pictures_{};
    std::array<QLabel*, 4> columns_{}; ///< names of figures, of the chosen one, of the other, the differences
};

} // namespace hinge
