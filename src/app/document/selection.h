// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

#include <QObject>

namespace hinge {

/// What the user is looking at: a face, one of its panels, perhaps items on it. Shared by the
/// canvas, the drawer and the findings; not part of the job.
class Selection : public QObject {
    Q_OBJECT

public:
    using QObject::QObject;

    [[nodiscard]] Face face() const { return face_; }
    /// Position from the left of the face.
    [[nodiscard]] int panel() const { return panel_; }
    /// The item at work, the last one taken; empty when none is.
    [[nodiscard]] QString item() const { return items_.isEmpty() ? QString() : items_.last(); }
    /// All that are taken together, in the order in which they were.
    [[nodiscard]] const QStringList& items() const { return items_; }

    void setFace(Face face)
    {
        if (face == face_)
            return;
        face_ = face;
        items_.clear();
        Q_EMIT changed();
    }
    void setPanel(int panel)
    {
        if (panel == panel_ && items_.isEmpty())
            return;
        panel_ = panel;
        items_.clear();
        Q_EMIT changed();
    }
    void setItem(Face face, const QString& item) { setItems(face, item.isEmpty() ? QStringList() : QStringList{item}); }
    void setItems(Face face, const QStringList& items)
    {
        if (face == face_ && items == items_)
            return;
        face_ = face;
        items_ = items;
        Q_EMIT changed();
    }
    /// Takes an item as well, or lets go of it.
    void toggle(const QString& item)
    {
        if (!items_.removeOne(item))
            items_ << item;
        Q_EMIT changed();
    }
    void clearItem() { setItem(face_, {}); }

Q_SIGNALS:
    void changed();

private:
    Face face_ = Face::Outside;
    int panel_ = 0;
    QStringList items_;
};

} // namespace hinge
