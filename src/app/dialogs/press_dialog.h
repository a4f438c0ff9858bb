// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QDialog>

class QCheckBox;
class QLabel;
class QPushButton;

namespace hinge
{

/// The profile of press and paper that colours are converted and shown through, and how much ink the paper takes.
class PressDialog : public QDialog
{
    Q_OBJECT

public:
    explicit PressDialog(Document& document, QWidget* parent = nullptr);
    /// Takes the ICC profile in a file into the job; what is none is refused below the name.
    void take(const QString& file);

private:
    void tell();
    Document& document_;
    QLabel* name_;
    QLabel* about_;
    QCheckBox* over_ = nullptr;
    QPushButton* shipped_;
};

} // namespace hinge
