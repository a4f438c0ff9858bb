// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job.h"

#include <QObject>

namespace hinge {

/// What the user is looking at: a face, one of its panels, perhaps an item on it. Shared by the
/// canvas, the drawer and the findings; not part of the job.
class Selection : public QObject {
    Q_OBJECT

public:
    using QObject::QObject;

    [[nodiscard]] Face face() const { return face_; }
    /// Position from the left of the face.
    [[nodiscard]] int panel() const { return panel_; }
    /// Empty when no item is selected.
    [[nodiscard]] const QString& item() const { return item_; }

    void setFace(Face face)
    {
        if (face == face_)
            return;
        face_ = face;
        item_.clear();
        Q_EMIT changed();
    }
    void setPanel(int panel)
    {
        if (panel == panel_ && item_.isEmpty())
            return;
        panel_ = panel;
        item_.clear();
        Q_EMIT changed();
    }
    void setItem(Face face, const QString& item)
    {
        if (face == face_ && item == item_)
            return;
        face_ = face;
        item_ = item;
        Q_EMIT changed();
    }
    void clearItem() { setItem(face_, {}); }

Q_SIGNALS:
    void changed();

private:
    Face face_ = Face::Outside;
    int panel_ = 0;
    QString item_;
};

} // namespace hinge
