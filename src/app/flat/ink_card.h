// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QFrame>

class QGridLayout;
class QPushButton;
class QVBoxLayout;

namespace hinge
{

class JobField;
class ScreenColour;

/// The inks of the job as a card over the window: name, process parts, spot or not; add one, take one away that nothing
/// uses. A change shows wherever the ink is used.
class InkCard : public QFrame
{
    Q_OBJECT

public:
    InkCard(Document& document, const ScreenColour& colour, QWidget* parent = nullptr);

private:
    void rebuild();
    /// The row of an ink, and its parts.
    void addInk(QGridLayout* grid, int i);
    JobField* nameField(int i);
    JobField* partField(int i, int part);
    JobField* screenField(int i);
    QPushButton* dropButton(int i);
    Document& document_;
    const ScreenColour& colour_;
    QVBoxLayout* rows_;
    QWidget* body_ = nullptr;
    std::size_t shown_ = 0; ///< how many inks it has rows for
};

} // namespace hinge
