// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QWidget>

class QLabel;
class QSpinBox;
class QToolButton;

namespace hinge
{

/// Leafs through the records: first, one back, the number of the one that is shown, one on, last.
class RecordBar : public QWidget
{
    Q_OBJECT

public:
    /// `prefix` begins the object names.
    RecordBar(Document& document, const QString& prefix, QWidget* parent = nullptr);

private:
    void refresh();

    Document& document_;
    QSpinBox* place_ = nullptr;
    QLabel* of_ = nullptr;
    std::array<QToolButton*, 4> steps_{};
};

} // namespace hinge
