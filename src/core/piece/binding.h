// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"
#include "core/paper/signature.h"
#include "core/piece/panels.h"

#include <optional>

namespace hinge
{

/// A stapling machine closes about this much; thicker blocks are glued. Common practice: 3 to 5 mm.
inline constexpr Length thickestStapled = Length::mm(4);

/// One sheet of a booklet, or one signature of a book.
struct BookSheet {
    int number = 1; ///< from 1: the outermost of a booklet, the first of a book
    int pages = 4;
    int columns = 2;
    int rows = 1;
    /// Pages of the outer and the inner side, row by row from the left, as that side is looked at; 1 is the first page
    /// of the text in reading order.
    struct Spot {
        int page = 0;
        bool headDown = false;
        bool operator==(const Spot&) const = default;
    };
    std::array<std::vector<Spot>, 2> sides;
    /// How far its leaves stick out beyond those of the outermost sheet before trimming.
    Length creep;
    /// A mark on the spine fold beside the first page, one step lower on each signature, so that a missing or misplaced
    /// one shows in the gathered block. Looked at on the outer side.
    struct CollatingMark {
        int fold = 0; ///< the column on its right
        int row = 0;
        Length top; ///< from the upper edge of that row's pages, trimmed
        Length height;
        bool operator==(const CollatingMark&) const = default;
    };
    /// Empty where nothing is gathered.
    std::optional<CollatingMark> mark;
    bool operator==(const BookSheet&) const = default;

    [[nodiscard]] const Spot& at(int side, int column, int row) const
    {
        return sides[std::size_t(side)][std::size_t(row * columns + column)];
    }
};

/// Two pages a reader sees beside each other; 0 where there is none.
struct Spread {
    int left = 0;
    int right = 0;
    bool operator==(const Spread&) const = default;
};

/// The pages of a piece, folded, put together and counted.
struct Book {
    int pages = 0;                 ///< of the text, with blanks; the cover's four only when it is of the same stock
    std::vector<int> blanks;       ///< pages that are there only to fill, in order
    std::vector<BookSheet> sheets; ///< empty for cut leaves
    int leaves = 0;
    Length block; ///< leaves x caliper
    std::vector<Spread> spreads;
    /// Of the innermost sheet; 0 for anything not nested.
    Length creep;
    /// The largest sheet to print, open, with its trims.
    Size sheetFlat;
    /// The pile from front to back, folded, put together, trimmed and bound; its spine on the left.
    Pile pile;
    /// Every page can be turned: no fold is left closed at the head or fore-edge.
    bool opens = true;
};

/// Pages as wanted, made up to what the binding needs: a multiple of four where sheets fold, of two where leaves are
/// cut.
[[nodiscard]] int madeUpPages(const Job& job);

/// Which pages stay empty when `wanted` pages are made up to `made`.
[[nodiscard]] std::vector<int> blankPages(int wanted, int made, Blanks where);

/// The pages of the signatures of a book, in order. What does not fill a signature goes into smaller ones, which stand
/// before the last full one: an outer signature should be stout.
[[nodiscard]] std::vector<int> signaturePages(int pages, int full);

/// Folds and puts together the pages of a job whose kind has some.
[[nodiscard]] Book makeBook(const Job& job);

/// Leaves of the text times their caliper.
[[nodiscard]] Length blockThickness(const Job& job);

/// What the spine of a cover comes to: block + twice the cover's caliper + glue.
[[nodiscard]] Length reckonedSpine(const Job& job);
/// The spine of a cover: typed, or reckoned.
[[nodiscard]] Length spineOf(const Job& job);

/// The two pages in the middle of what is nested and stapled: one piece of paper goes across both. Empty for anything
/// else.
[[nodiscard]] std::optional<Spread> centreSpread(const Job& job, const Book& book);

/// "sheet 2" of what is nested, "signature 2" of what is gathered.
[[nodiscard]] QString sheetName(PieceKind kind, const BookSheet& sheet);

/// A page as a reader meets it.
struct ReaderPage {
    int number = 0; ///< as in `BookSheet`: 1 is the first page of the text
    /// Where it stands in the sequence, from 0; -1 for a blank that is there only to fill.
    int place = -1;
    Hand hand = Hand::Right;
    QString folio; ///< what is printed as its number; empty for none
    [[nodiscard]] bool isBlank() const { return place < 0; }
    bool operator==(const ReaderPage&) const = default;
};
/// All pages in reading order, blanks at their places.
[[nodiscard]] std::vector<ReaderPage> readerPages(const Job& job, const Book& book);

/// What is printed as the number of a page; empty for one that has none. `page` counts as in `BookSheet`.
[[nodiscard]] QString folio(const Job& job, int page, int pages);

} // namespace hinge
