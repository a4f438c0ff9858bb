// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QWidget>

class QPushButton;

namespace hinge
{

/// A little square whose four sides tell what an item holds on to, and change it.
class HoldsSquare : public QWidget
{
    Q_OBJECT

public:
    HoldsSquare(Document& document, QString itemId, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {190, 128}; }
    void refresh();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void choose(ItemSide side);
    void set(ItemSide side, const SideAnchor& placed);
    [[nodiscard]] QRectF square() const;

    Document& document_;
    QString itemId_;
    std::array<QPushButton*, 4> buttons_{};
};

} // namespace hinge
