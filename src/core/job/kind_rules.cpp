// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/kind_rules.h"

#include <algorithm>

namespace hinge
{
namespace
{

// clang-format off
// Multiples of pages, and what is done at the spine: common practice. A folded sheet has four pages, a leaf two.
constexpr std::array<KindRules, 7> table{{
    //  kind               name               form                    binding           cover of its own         step on flat covers spine             open  outside    inside
    {PieceKind::Leaflet,  "leaflet",         FlatForm::FoldedSheet,  Binding::None,    CoverOfItsOwn::Never,    2,   0,      1,     EdgeFate::Bound,  0.62, "outside", "inside"},
    {PieceKind::Card,     "folded card",     FlatForm::FoldedSheet,  Binding::None,    CoverOfItsOwn::Never,    2,   0,      1,     EdgeFate::Bound,  0.62, "outside", "inside"},
    {PieceKind::Cover,    "cover",           FlatForm::WrappedCover, Binding::None,    CoverOfItsOwn::Always,   2,   0,      1,     EdgeFate::Bound,  0.42, "outside", "inside"},
    {PieceKind::Booklet,  "stapled booklet", FlatForm::OuterSheet,   Binding::Stapled, CoverOfItsOwn::IfWanted, 4,   4,      1,     EdgeFate::Folded, 0.42, "outside", "inside"},
    {PieceKind::Book,     "glued book",      FlatForm::WrappedCover, Binding::Glued,   CoverOfItsOwn::Always,   4,   2,      1,     EdgeFate::Milled, 0.42, "outside", "inside"},
    {PieceKind::Leaf,     "single leaf",     FlatForm::CutLeaf,      Binding::None,    CoverOfItsOwn::Never,    2,   0,      1,     EdgeFate::Bound,  1,    "front",   "back"},
    {PieceKind::WireBook, "wire-bound book", FlatForm::BoundLeaf,    Binding::Wired,   CoverOfItsOwn::IfWanted, 2,   2,      2,     EdgeFate::Bound,  1,    "outside", "inside"},
}};
// clang-format on

} // namespace

const KindRules& rulesOf(PieceKind kind) { return *std::ranges::find(table, kind, &KindRules::kind); }

} // namespace hinge
