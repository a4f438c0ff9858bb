// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "core/edit/changes.h"

#include <QWidget>

class QLabel;
class QPushButton;

namespace hinge
{

/// After the piece was changed under its content: what moved with it and what no longer fits, until the user has seen
/// it. Hidden while there is nothing to tell.
class ChangeBar : public QWidget
{
    Q_OBJECT

public:
    explicit ChangeBar(Document& document, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void look();
    void accept();
    void takeBack();

    Document& document_;
    /// The job as it was when the user last agreed to its shape.
    Job before_;
    Paper beforePaper_;
    bool fresh_ = false; ///< another job is being opened: nothing to compare it with
    QLabel* text_ = nullptr;
};

} // namespace hinge
