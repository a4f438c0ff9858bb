// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QScrollArea>
#include <QVBoxLayout>

namespace hinge
{

/// Scrolls what is in it up and down where the window is too low, and looks like nothing.
[[nodiscard]] inline QScrollArea* scrolled(QWidget* content)
{
    auto* area = new QScrollArea;
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area->setFocusPolicy(Qt::NoFocus);
    area->setWidget(content);
    area->viewport()->setAutoFillBackground(false);
    content->setAutoFillBackground(false);
    return area;
}

/// A column on a slip, its margins measured from the edge of the slip.
[[nodiscard]] inline QVBoxLayout* scrolledColumn(QWidget* slip, const QMargins& margins)
{
    auto* outer = new QVBoxLayout(slip);
    outer->setContentsMargins(6, 4, 6, 8); // the edge of the paper and its shadow
    auto* inner = new QWidget;
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(margins - QMargins(6, 4, 6, 8));
    outer->addWidget(scrolled(inner));
    return column;
}

} // namespace hinge
