// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/paste_overs.h"

#include <functional>

namespace hinge
{

/// What a paste-over does on one of the surfaces it shows on.
struct PasteOverSpot {
    SurfaceId surface;
    QString item; ///< its id
    QString name;
    Covered covered;
    QString problem{}; ///< a file under it that could not be read, in words for the user; empty for none
};

/// Looks under each paste-over of a piece, surface by surface as a reader meets them: at the words of texts there, and
/// at those of pages and PDFs that were brought in. Letters that are drawn, and pictures, have no words to find. Slow:
/// call off the window's thread; what was found so far is given back when `goesOn` says no.
[[nodiscard]] std::vector<PasteOverSpot> pasteOverReport(const Job& job, const Plan& plan, const QString& jobFolder,
                                                         const std::function<bool()>& goesOn = {});

} // namespace hinge
