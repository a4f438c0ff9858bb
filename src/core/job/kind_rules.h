// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/paper/edge_fate.h"

#include <QString>
#include <array>

namespace hinge
{

/// What kind of piece it is. The kind says which of the job's parts count; the others keep their values, so that a
/// change of mind loses nothing.
enum class PieceKind {
    Leaflet,  ///< a sheet, folded
    Card,     ///< a sheet of board, folded once
    Cover,    ///< wraps about a block: back, spine, front, and flaps when wanted
    Booklet,  ///< folded sheets, nested and stapled through the fold
    Book,     ///< signatures, gathered and glued into a cover
    Leaf,     ///< not folded: cards, tickets, postcards
    WireBook, ///< cut leaves, punched and bound with wire, comb or rings
};
inline constexpr std::array<PieceKind, 7> allPieceKinds{PieceKind::Leaflet, PieceKind::Card, PieceKind::Cover,
                                                        PieceKind::Booklet, PieceKind::Book, PieceKind::Leaf,
                                                        PieceKind::WireBook};

/// What the flat that is at work is.
enum class FlatForm {
    FoldedSheet,  ///< a sheet, folded as the job says
    WrappedCover, ///< back, spine and front about a block, with flaps when wanted
    OuterSheet,   ///< a sheet folded once: the outermost of nested ones, or the cover about them
    CutLeaf,      ///< one leaf, not folded
    BoundLeaf,    ///< one leaf, punched at an edge
};

/// How pages are held together.
enum class Binding { None, Stapled, Glued, Wired };

/// Whether a piece has a cover apart from its pages.
enum class CoverOfItsOwn {
    Never,
    IfWanted, ///< `Pages::plusCover`
    Always,
};

/// What sets a kind apart: one row a kind. Code asks the row, not the kind.
struct KindRules {
    PieceKind kind;
    const char* name; ///< "stapled booklet"
    FlatForm form;
    Binding binding;
    CoverOfItsOwn cover;
    /// Board, which takes one fold in its middle; else the fold is the job's to say, where the flat is folded at all.
    bool foldsOnce;
    /// Pages come in multiples of this: those of a folded sheet, or of a leaf.
    int pagesStep;
    /// Pages on the flat when it is one of the text.
    int pagesOnFlat;
    /// Flats to a piece when they are its cover: front and back leaf of what is bound with wire.
    int coverFlats;
    /// What is done to the edge of a page at the spine; without meaning for kinds without pages.
    EdgeFate spine;
    /// How far open the standing picture is at first: 0 closed, 1 flat. Where the folds are the job's to say, they say
    /// that, too (`tellingOpenness`).
    double standsOpen;
    const char* outside; ///< what its faces are called
    const char* inside;

    [[nodiscard]] bool hasPages() const { return binding != Binding::None; }
    /// A cover by itself: its block is made elsewhere.
    [[nodiscard]] bool isCoverAlone() const { return form == FlatForm::WrappedCover && !hasPages(); }
    /// The folds are the job's to say.
    [[nodiscard]] bool isFolded() const { return form == FlatForm::FoldedSheet; }
    /// The size that is said is that of a page; else it is that of the flat.
    [[nodiscard]] bool isSizedByPage() const { return form != FlatForm::FoldedSheet && form != FlatForm::CutLeaf; }
    /// Paper is bent where it is used, so that its grain matters.
    [[nodiscard]] bool bends() const { return form != FlatForm::CutLeaf && form != FlatForm::BoundLeaf; }
};

[[nodiscard]] const KindRules& rulesOf(PieceKind kind);

} // namespace hinge
