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

constexpr auto out = "outside";
constexpr auto in = "inside";
constexpr auto front = "front";
constexpr auto back = "back";

// clang-format off
// Multiples of pages, and what is done at the spine: common practice. A folded sheet has four pages, a leaf two. The
// numbers are `pagesStep`, `pagesOnFlat` and `coverFlats`, what stands before them is `foldsOnce`.
constexpr std::array<KindRules, 7> table{{
  {K::Leaflet,  "leaflet",         F::FoldedSheet,  B::None,    C::Never,    0, 2, 0, 1, E::Bound,  0,    out, in},
  {K::Card,     "folded card",     F::FoldedSheet,  B::None,    C::Never,    1, 2, 0, 1, E::Bound,  0,    out, in},
  {K::Cover,    "cover",           F::WrappedCover, B::None,    C::Always,   0, 2, 0, 1, E::Bound,  0.42, out, in},
  {K::Booklet,  "stapled booklet", F::OuterSheet,   B::Stapled, C::IfWanted, 0, 4, 4, 1, E::Folded, 0.42, out, in},
  {K::Book,     "glued book",      F::WrappedCover, B::Glued,   C::Always,   0, 4, 2, 1, E::Milled, 0.42, out, in},
  {K::Leaf,     "single leaf",     F::CutLeaf,      B::None,    C::Never,    0, 2, 0, 1, E::Bound,  1,    front, back},
  {K::WireBook, "wire-bound book", F::BoundLeaf,    B::Wired,   C::IfWanted, 0, 2, 2, 2, E::Bound,  1,    out, in},
}};
// clang-format on

} // namespace

const KindRules& rulesOf(PieceKind kind) { return *std::ranges::find(table, kind, &KindRules::kind); }

} // namespace hinge
