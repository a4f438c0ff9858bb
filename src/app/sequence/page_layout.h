// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <QRectF>
#include <QString>
#include <functional>
#include <vector>

namespace hinge
{

/// How the pages are put side by side.
enum class PageView {
    Spreads,  ///< two by two, as a reader meets them
    Singles,  ///< one after the other
    Sides,    ///< as they lie on the sides of the sheets
    Received, ///< by the files they came in; what was made here comes last
};

/// Where one page is drawn, in pixels of the whole scrolled drawing.
struct PageCell {
    SurfaceId surface; ///< a page of the sequence, or a face of the cover; a made-up blank has page 0
    int reader = -1;   ///< its index in `Plan::pages`; -1 for a face of the cover
    QRectF paper;
    bool headDown = false;
    int group = 0; ///< pages of one group lie on the same paper, or face each other
};

/// Pages that belong together: a spread, a side of a sheet, a face of the cover.
struct PageGroup {
    QRectF area;
    QString caption;       ///< above it; may be empty
    bool isCentre = false; ///< the middle of a booklet that is stapled: both pages are one piece of paper
};

/// All pages laid out in rows of a given width.
struct PageLayout {
    std::vector<PageCell> cells;
    std::vector<PageGroup> groups;
    double height = 0;
};

/// `pageHeight` in pixels. `isShown` leaves single pages out; spreads and sides of sheets stay whole.
[[nodiscard]] PageLayout layOutPages(const Job& job, const Plan& plan, PageView view, double width, double pageHeight,
                                     const std::function<bool(const ReaderPage&)>& isShown);

} // namespace hinge
