// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/figure.h"
#include "core/file_facts.h"
#include "core/finding.h"
#include "core/lines.h"
#include "core/sheet_layout.h"

namespace hinge {

/// Everything that follows from a job. Views and files take all their geometry from here.
struct Plan {
    Paper paper;
    /// Items with their frames, by face, in painting order.
    std::array<std::vector<PlacedItem>, 2> items;
    std::vector<SheetLayout> arrangements;
    /// The one on the job's own press sheet.
    SheetLayout sheet;
    /// Good sheets, and the overs on top.
    int sheetsNeeded = 0;
    int overs = 0;
    std::vector<Figure> figures;
    /// What follows from the job alone; see `checkFiles` for the rest.
    std::vector<Finding> findings;

    [[nodiscard]] const std::vector<PlacedItem>& itemsOn(Face f) const { return items[std::size_t(f)]; }
    /// nullptr when there is no such figure.
    [[nodiscard]] const Figure* findFigure(const QString& key) const;
    /// nullptr when there is no such item.
    [[nodiscard]] const PlacedItem* findItem(const QString& id) const;
    /// Where the folds lie on a face, from its left trim edge, in that order.
    [[nodiscard]] std::vector<Length> foldPositions(Face face) const;
};

/// Works out everything. Pure: the same job gives the same plan, and nothing else is read.
/// Fails with the first thing that makes the job impossible (see `validate` and `foldPaper`).
[[nodiscard]] Result<Plan> plan(const Job& job);

/// True when two trims are the same for the trade: PDF pages are rounded to a hundredth of a point or so,
/// and a tenth of a millimetre is no mistake.
[[nodiscard]] bool sameTrim(Size a, Size b);

/// The resolution a picture prints at, in pixels per inch; 0 when its size is not known.
[[nodiscard]] double effectivePpi(const Item& item, const Rect& frame, const FileFacts& facts);

/// Findings about linked files: missing, changed, too coarse, or artwork that does not fit the face.
[[nodiscard]] std::vector<Finding> checkFiles(const Job& job, const Plan& plan, const FileFactsMap& facts);

} // namespace hinge
