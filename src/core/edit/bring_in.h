// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_facts.h"
#include "core/job/job.h"

#include <QSizeF>

namespace hinge
{

/// Finished pages that come in as files.

/// Paths as people count them: "page 2" before "page 10", whatever the case of their letters.
[[nodiscard]] QStringList inNaturalOrder(QStringList paths);

/// The files that paths stand for: folders give way to the pages and pictures in them, as people count them. What else
/// is in a folder is junk that nobody named.
[[nodiscard]] QStringList filesIn(const QStringList& paths);

/// True while nothing stands on any page: what comes in then makes the piece.
[[nodiscard]] bool isEmptySequence(const Job& job);

/// A page that comes in, before it has a place.
struct IncomingPage {
    LinkedFile file; ///< with the page of a PDF
    /// PDF: its trim as it is seen, or of the part that is taken. Pictures: 0.
    Size trim{};
    std::array<Length, 4> bleed{}; ///< left, head, right, foot; 0 where there is none
    bool hasTrimBox = false;
    Rect crop{}; ///< PDF: its other boxes, from the head-left corner of its trim
    Rect media{};
    QSizeF pixels{};            ///< pictures: as they stand; empty for pages
    std::optional<Rect> part{}; ///< of a page that is taken apart
    /// The place in the list of an earlier one that is the very same: the same file and page, or files that are alike.
    int sameAs = -1;
    [[nodiscard]] bool isPicture() const { return !pixels.isEmpty(); }
    /// The bleed it has wherever the knife goes, whichever hand it is for: at the spine there need be none.
    [[nodiscard]] Length usableBleed() const
    {
        return std::max(Length(), std::min({bleed[1], bleed[3], std::max(bleed[0], bleed[2])}));
    }
};

/// A file that was looked at: the link to it, and what reading it told.
struct IncomingFile {
    QString link;
    FileFacts facts;
};

/// What comes in of files that can be used, in their order: every page of a PDF, every picture. Same ones are told.
[[nodiscard]] std::vector<IncomingPage> pagesOf(const std::vector<IncomingFile>& files);

/// Which box of a PDF page says how large it is (ISO 32000-1, 14.11.2).
enum class PageBox {
    Trim, ///< where there is one, else the CropBox, else the MediaBox
    Crop,
    Media,
};
/// Pages of files taken by another box than their trim, for files whose trim is wrong: what lies beyond it is then part
/// of the page, and no bleed is left.
[[nodiscard]] std::vector<IncomingPage> measuredBy(std::vector<IncomingPage> pages, PageBox box);

/// Pages drawn two beside each other are taken apart where each half is a page of this size: the left half comes first,
/// or the right one where it is read from right to left. All others stay as they are.
[[nodiscard]] std::vector<IncomingPage> takenApart(const std::vector<IncomingPage>& pages, Size page, bool rightToLeft);

/// True of one that is drawn as back, spine and front of a cover for pages of this size, perhaps with flaps: as high as
/// they are, and wider than two of them.
[[nodiscard]] bool isCoverFor(Size page, const IncomingPage& incoming);

/// True where a cover is wrapped about the pages, so that what is drawn as one goes onto it.
[[nodiscard]] bool takesCover(const Job& job);

/// What a pile of pages seems to be.
struct IncomingOffer {
    int pages = 0; ///< that come in, without what goes on the cover
    bool hasCover = false;
    Size page;          ///< the trim most of them have
    int ofThatSize = 0; ///< how many have it
    Length bleed;       ///< the least that those have all round
    PieceKind kind = PieceKind::Booklet;
    int blanks = 0; ///< made up to what the binding needs
};
/// Stapled up to as many pages as staples hold of that paper, else glued. Empty when nothing that comes in tells a
/// size.
[[nodiscard]] std::optional<IncomingOffer> offerFor(const Job& job, const std::vector<IncomingPage>& pages);
/// "31 pages, A5 with 3 mm bleed: a stapled booklet of 32 with one blank".
[[nodiscard]] QString offerText(const IncomingOffer& offer, Unit unit);
/// The job as the offer says: kind, size of a page and count.
void takeOffer(Job& job, const IncomingOffer& offer);

/// What a newer version of a file has other than the one before: "10 pages, 2 more than before; page 3 has another
/// size". Empty when pages and sizes are the same.
[[nodiscard]] QString changeText(const FileFacts& before, const FileFacts& now);

/// How what comes in lies on its page.
struct IncomingLie {
    /// Pictures fill the page out to the bleed, else within the safe area.
    bool toBleed = true;
    bool mayGrow = true;   ///< larger than they are at 300 pixels an inch
    bool mayShrink = true; ///< smaller than that
    /// Where they stand who do not fill what they may.
    enum Lean { ToSpine, Middle, ToForeEdge } lean = Middle;
    /// Pages of files are scaled until their trim lies in that of the page; else they keep their true size.
    bool fitPages = false;
};

/// Puts pages in before a place of the sequence; at its end for -1. A sequence on which nothing stands yet is replaced.
/// What is drawn as a cover goes onto the cover where the piece wraps one about its pages: the first outside, the
/// second inside. Where the pages came to stand.
std::vector<int> bringIn(Job& job, const std::vector<IncomingPage>& pages, int before = -1,
                         const IncomingLie& lie = {});

} // namespace hinge
