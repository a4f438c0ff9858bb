// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/kind_rules.h"

#include <algorithm>

namespace hinge
{
namespace
{

using K = PieceKind;
using F = FlatForm;
using B = Binding;
using C = CoverOfItsOwn;
using E = EdgeFate;

constexpr auto outside = "outside";
constexpr auto inside = "inside";
constexpr auto front = "front";
constexpr auto back = "back";

// clang-format off
// Multiples of pages, and what is done at the spine: common practice. A folded sheet has four pages, a leaf two. The
// numbers are `pagesStep`, `pagesOnFlat` and `coverFlats`.
constexpr std::array<KindRules, 7> table{{
  {K::Leaflet,  "leaflet",         F::FoldedSheet,  B::None,    C::Never,    2, 0, 1, E::Bound,  0,    outside, inside},
  {K::Card,     "folded card",     F::FoldedSheet,  B::None,    C::Never,    2, 0, 1, E::Bound,  0,    outside, inside},
  {K::Cover,    "cover",           F::WrappedCover, B::None,    C::Always,   2, 0, 1, E::Bound,  0.42, outside, inside},
  {K::Booklet,  "stapled booklet", F::OuterSheet,   B::Stapled, C::IfWanted, 4, 4, 1, E::Folded, 0.42, outside, inside},
  {K::Book,     "glued book",      F::WrappedCover, B::Glued,   C::Always,   4, 2, 1, E::Milled, 0.42, outside, inside},
  {K::Leaf,     "single leaf",     F::CutLeaf,      B::None,    C::Never,    2, 0, 1, E::Bound,  1,    front,   back},
  {K::WireBook, "wire-bound book", F::BoundLeaf,    B::Wired,   C::IfWanted, 2, 2, 2, E::Bound,  1,    outside, inside},
}};
// clang-format on

} // namespace

const KindRules& rulesOf(PieceKind kind) { return *std::ranges::find(table, kind, &KindRules::kind); }

} // namespace hinge
