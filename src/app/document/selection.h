// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

#include <QObject>

namespace hinge
{

/// What the user is looking at: a surface, one of its panels, perhaps items on it. Shared by the
/// canvas, the drawer and the findings; not part of the job.
class Selection : public QObject
{
    Q_OBJECT

public:
    using QObject::QObject;

    [[nodiscard]] const SurfaceId& surface() const { return surface_; }
    /// The face or page that was looked at before a master was: where the way back leads.
    [[nodiscard]] const SurfaceId& beforeMaster() const { return beforeMaster_; }
    /// Position from the left of the surface.
    [[nodiscard]] int panel() const { return panel_; }
    /// The item at work, the last one taken; empty when none is.
    [[nodiscard]] QString item() const { return items_.isEmpty() ? QString() : items_.last(); }
    /// All that are taken together, in the order in which they were.
    [[nodiscard]] const QStringList& items() const { return items_; }

    void setSurface(const SurfaceId& surface)
    {
        if (surface == surface_)
            return;
        goTo(surface);
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
    void setItem(const SurfaceId& surface, const QString& item)
    {
        setItems(surface, item.isEmpty() ? QStringList() : QStringList{item});
    }
    void setItems(const SurfaceId& surface, const QStringList& items)
    {
        if (surface == surface_ && items == items_)
            return;
        goTo(surface);
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
    void clearItem() { setItem(surface_, {}); }

Q_SIGNALS:
    void changed();

private:
    void goTo(const SurfaceId& surface)
    {
        if (surface_.master == 0)
            beforeMaster_ = surface_;
        surface_ = surface;
    }

    SurfaceId surface_;
    SurfaceId beforeMaster_;
    int panel_ = 0;
    QStringList items_;
};

} // namespace hinge
