// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/document/selection.h"
#include "typeset/drawn_outline.h"

#include <QObject>
#include <QPainterPath>
#include <QTransform>

class QKeyEvent;
class QPainter;

namespace hinge
{

/// Draws outlines of points and curves, and changes the points of one that is there. All in millimetres of the surface
/// in view.
class OutlinePen : public QObject
{
    Q_OBJECT

public:
    OutlinePen(Document& document, Selection& selection, QObject* parent = nullptr);

    /// The next presses set points: a press and a drag a curve, a press on the first point closes the outline.
    void draw();
    /// Shows the points of a shape, to be moved.
    void edit(const QString& item);
    void leave();
    [[nodiscard]] bool isOn() const { return drawing_ || !item_.isEmpty(); }
    [[nodiscard]] bool isDrawing() const { return drawing_; }

    /// `reach` is how near a press must be to mean a point. False when it was not for the pen.
    [[nodiscard]] bool press(QPointF mm, double reach);
    void drag(QPointF mm);
    void release();
    void hover(QPointF mm);
    /// On a point: turns a corner into a curve, or a curve into a corner; on the outline: adds a point.
    void pressTwice(QPointF mm, double reach);
    [[nodiscard]] bool takeKey(const QKeyEvent& event);
    void paint(QPainter& painter, const QTransform& toPixels) const;

Q_SIGNALS:
    void changed();
    /// An outline was drawn and closed.
    void drawn(const QPainterPath& outline);
    void hint(const QString& text);

private:
    void take(); ///< the points of the item
    void apply(const QString& what, bool joins);
    void finish();
    void remove(std::size_t point);

    Document& document_;
    Selection& selection_;
    bool drawing_ = false;
    QString item_; ///< whose points are shown
    OutlineNodes points_;
    std::optional<NodeHold> held_;
    std::optional<std::size_t> last_; ///< the point that was taken last
    QPointF pointer_;
    int stroke_ = 0; ///< counts drags: each is a step of the history
    bool applying_ = false;
};

} // namespace hinge
