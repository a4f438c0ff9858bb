// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "core/plan/finding_groups.h"

#include <QWidget>

class QHBoxLayout;
class QLabel;

namespace hinge
{

/// The line at the foot: the most pressing findings, each with its remedy.
class FindingsBar : public QWidget
{
    Q_OBJECT

public:
    explicit FindingsBar(Document& document, QWidget* parent = nullptr);

Q_SIGNALS:
    /// Show where this finding is.
    void showRequested(const hinge::Finding& finding);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void refresh();
    /// All findings in a list above the strip.
    void openList();
    Document& document_;
    QHBoxLayout* row_ = nullptr;
    std::vector<QWidget*> shown_;
    /// What the widgets say; the same is not built again.
    struct Said {
        bool dark = false;
        std::vector<FindingGroup> findings;
        QString allIsWell; ///< said when there are none
        bool operator==(const Said&) const = default;
    };
    std::optional<Said> said_;
};

/// The sign of a severity: a triangle to look at, an octagon that stops. Never colour alone.
[[nodiscard]] QPixmap severitySign(Severity severity, const QWidget* on, int size = 16);

} // namespace hinge
