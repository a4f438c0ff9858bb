// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/surface.h"

#include <QJsonObject>
#include <vector>

namespace hinge
{

/// Where a master shows.
enum class MasterOn { Outside, Inside, BothFaces, Panels, AllPages, RightHand, LeftHand, PageSet };

/// What a rule means for the surfaces of its master; a row for each.
struct MasterRule {
    MasterOn on = MasterOn::Outside;
    const char* words = ""; ///< as it is written in job files, and read: "both faces"
    Component component = Component::Flat;
    /// It shows on another paper, too: the other face, or the page of the other hand.
    bool both = false;
};
inline constexpr std::array<MasterRule, 8> masterRules{{
    {MasterOn::Outside, "outside", Component::Flat, false},
    {MasterOn::Inside, "inside", Component::Flat, false},
    {MasterOn::BothFaces, "both faces", Component::Flat, true},
    {MasterOn::Panels, "chosen panels", Component::Flat, false},
    {MasterOn::AllPages, "all pages", Component::Text, true},
    {MasterOn::RightHand, "right-hand pages", Component::Text, false},
    {MasterOn::LeftHand, "left-hand pages", Component::Text, false},
    {MasterOn::PageSet, "chosen pages", Component::Text, true},
}};
[[nodiscard]] constexpr const MasterRule& ruleOf(MasterOn on) { return masterRules[std::size_t(on)]; }

/// Content that shows on other surfaces, under or over their own items: made once, changed once. It stands on a surface
/// of its own, which is worked on as any other; where it shows on other papers, copies of it are kept there
/// (`settleMasters`).
struct Master {
    int id = 0; ///< from 1; no two share one
    QString name;
    MasterOn on = MasterOn::Outside;
    QString pages{};           ///< of `MasterOn::PageSet`, as it is typed: "3-9, odd" (`parsePageSet`)
    Face face = Face::Outside; ///< of `MasterOn::Panels`
    /// Of `MasterOn::Panels`: from 0; its items are made on the first.
    std::vector<int> panels{};
    /// It lies over the items of the surface; else under them, over what is supplied for it.
    bool over = false;
    /// What is at the fore-edge is so on left-hand pages, too, and what is at the spine; else all lies as it does on
    /// right-hand pages.
    bool mirrored = true;
    QJsonObject extra{};
    bool operator==(const Master&) const = default;

    /// The surface it is made on.
    [[nodiscard]] SurfaceId surface() const;
    /// The others it has copies on; empty when one paper is enough.
    [[nodiscard]] std::vector<SurfaceId> copies() const;
};

} // namespace hinge
