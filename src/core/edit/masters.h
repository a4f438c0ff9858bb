// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/master_copies.h"
#include "core/plan/plan.h"

#include <functional>

namespace hinge
{

/// An item of a master as it shows on one surface.
struct MasterItem {
    int master = 0;
    QString id;      ///< of the master's own item, by which a surface lets go of it
    QString shownId; ///< of the copy that lies there; the same where no copy is needed
    QString name;
    bool waits = false; ///< a frame that is to be filled on each surface
    bool letGo = false;
    QString filledBy; ///< the item of the surface that stands in its place; empty for none
    bool operator==(const MasterItem&) const = default;
};
/// All that masters show on a surface, the topmost first.
[[nodiscard]] std::vector<MasterItem> masterItemsOn(const Job& job, const Plan& plan, const SurfaceId& surface);

/// The topmost item of a master that shows at a place of a surface; empty when none does.
[[nodiscard]] std::optional<MasterItem> masterItemAt(const Job& job, const Plan& plan, const SurfaceId& surface,
                                                     Point place);

/// A fresh master for a surface, with a name no other has: for a page all pages, for a face that face.
[[nodiscard]] Master newMaster(const Job& job, const SurfaceId& surface);
/// Adds one; pages begin to be known where it shows on pages.
void addMaster(Job& job, const Master& master);
/// Adds one that takes over items of a surface: they show there as before, and on all others the master shows on.
void addMasterOf(Job& job, const Plan& plan, Master master, const SurfaceId& surface, const QStringList& ids);
/// Puts `next` in the place of the master with its number; what stands on it stays.
void changeMaster(Job& job, const Master& next);
/// Takes a master off with all that stands on it. Items of pages that stood in the place of its own stay where they
/// are.
void removeMaster(Job& job, int id);
/// A master with another rule; where that asks for pages it shows on all, where it asks for panels on the one given,
/// until others are chosen.
[[nodiscard]] Master withRule(Master master, MasterOn on, int panel);
/// How many faces or pages a master shows on.
[[nodiscard]] int surfacesOf(const Plan& plan, const Master& master);

/// A surface lets go of an item of a master, or takes it up again.
void letGo(Job& job, const SurfaceId& surface, const QString& masterItem, bool go);
/// The frame that is to be filled on a surface: the one given, or where that is of a master, an item of the surface's
/// own in its place.
[[nodiscard]] QString frameOn(Job& job, const Plan& plan, const SurfaceId& surface, const QString& frame,
                              const std::function<QString()>& freshId);
/// Puts an item of its own in the place of one that a master shows on a surface; it moves with that one. Returns its
/// id; empty when no such item shows there.
QString fillHere(Job& job, const Plan& plan, const SurfaceId& surface, const QString& masterItem,
                 const std::function<QString()>& freshId);

} // namespace hinge
