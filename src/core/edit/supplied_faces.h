// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// How a customer's PDF gives the faces of a flat.
enum class FacesFrom {
    None,       ///< its pages have another size; each can be supplied for a face all the same
    OneFace,    ///< a page is a face
    TwoPages,   ///< the first page is the outside, the second the inside
    Stacked,    ///< one page has both, the outside above the inside
    SideBySide, ///< one page has both, the outside left of the inside
    PanelPages, ///< every panel has a page of its own, in the order they are read
};

/// Sizes of boxes are rounded, and pages of panels are often drawn all alike, as if nothing were folded inside.
[[nodiscard]] FacesFrom facesFrom(const Plan& plan, const FileFacts& facts);

/// Takes the file as the faces of the flat, linked as it is. A single face goes to `surface`; of two pages the inside
/// takes the second alone when it is the one at work; pages of panels become a
/// picture on each panel, below what stands there, in place of one that came so before.
void takeFaces(Job& job, const Plan& plan, const LinkedFile& file, FacesFrom how, const SurfaceId& surface);

} // namespace hinge
