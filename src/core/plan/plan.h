// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_facts.h"
#include "core/piece/binding.h"
#include "core/piece/lines.h"
#include "core/plan/figure.h"
#include "core/plan/finding.h"
#include "core/press/press_forms.h"

#include <QHash>

namespace hinge
{

/// Everything that follows from a job. Views and files take all their geometry from here.
struct Plan {
    Paper paper;
    /// Kinds with pages only.
    std::optional<Book> book;
    /// The left-hand and the right-hand page of the text; kinds with pages only.
    std::optional<std::array<Paper, 2>> textPages;
    /// Of pages, and of masters of pages, with columns, margins or guides of their own; those that have the same share
    /// one.
    std::map<SurfaceId, std::shared_ptr<const Paper>> ownPapers;
    /// As a reader meets them, blanks and all; kinds with pages only.
    std::vector<ReaderPage> pages;
    /// By the id of a page of the sequence: its index in `pages`.
    QHash<int, int> pageIndex;
    /// Items with their frames, by surface, in painting order.
    std::map<SurfaceId, std::vector<PlannedItem>> items;
    /// The surfaces that masters show on, each with what is painted there, the lowest first: surfaces of masters and it
    /// itself.
    std::map<SurfaceId, std::vector<SurfaceId>> layers;
    /// What texts keep off (`Item::textAround`), by the surface it stands on; surfaces without it are not listed.
    std::map<SurfaceId, QStringList> keptOff;
    /// What each component needs of the press: the flat first, then the pages where they are printed apart from it.
    std::vector<PressRun> press;
    std::vector<Figure> figures;
    /// What follows from the job alone; see `checkFiles` for the rest.
    std::vector<Finding> findings;

    /// Where an item stands in `items`, by its id; made once, so that looking one up does not depend on how many there
    /// are.
    QHash<QString, std::pair<SurfaceId, std::size_t>> byId;

    /// The first component's layouts, best first, and the one on its own press sheet.
    [[nodiscard]] const QList<SheetLayout>& arrangements() const { return press.front().arrangements; }
    [[nodiscard]] const SheetLayout& sheet() const { return press.front().layout(); }
    /// Why the sheets would not give the piece, found by making it in the model; nullptr when they do.
    [[nodiscard]] const Problem* pressFault() const;
    /// What press sheets are made from. Refers to this plan and to the job.
    [[nodiscard]] PieceParts partsOf(const Job& job) const;
    /// nullptr for a component that is not printed by itself.
    [[nodiscard]] const PressRun* runOf(Component component) const;

    /// Empty for a surface that nothing stands on.
    [[nodiscard]] const std::vector<PlannedItem>& itemsOn(const SurfaceId& surface) const;
    /// What is painted on a surface, the lowest first; it itself alone where no master shows.
    [[nodiscard]] std::vector<SurfaceId> layersOf(const SurfaceId& surface) const;
    /// Something is printed on it: what stands there, or a master.
    [[nodiscard]] bool prints(const Job& job, const SurfaceId& surface) const;
    /// The files that a surface is printed from, masters and all.
    [[nodiscard]] QList<LinkedFile> filesOn(const Job& job, const SurfaceId& surface) const;
    /// The paper a surface is a side of, `surface.face` of it: the flat that is at work, or the left- or right-hand
    /// page as it comes to lie among the others.
    [[nodiscard]] const Paper& paperOf(const SurfaceId& surface) const;
    /// Of a page, and of a master of pages: the hand its paper is at.
    [[nodiscard]] Hand handOf(const SurfaceId& surface) const;
    [[nodiscard]] const std::vector<Panel>& panelsOf(const SurfaceId& surface) const
    {
        return paperOf(surface).face(surface.face);
    }
    /// nullptr for a face, and for a page that is not in the sequence.
    [[nodiscard]] const ReaderPage* readerPage(const SurfaceId& surface) const;
    /// nullptr when there is no such figure.
    [[nodiscard]] const Figure* findFigure(const QString& key) const;
    /// nullptr when there is no such item.
    [[nodiscard]] const PlannedItem* findItem(const QString& id) const;
};

/// The page on the back of a leaf, and the one a reader sees beside a page, by their numbers from 1; 0 where there is
/// none.
[[nodiscard]] int pageBehind(const Plan& plan, int page);
[[nodiscard]] int pageBeside(const Plan& plan, int page);
/// What is printed on the back of the same paper: the other face, or the other side of the leaf. Page 0 for a blank
/// that is there only to fill.
[[nodiscard]] SurfaceId surfaceBehind(const Job& job, const Plan& plan, const SurfaceId& surface);

/// How the grain lies against the fold that matters most: the spine, or the last fold made.
enum class GrainAgainst { Along, Across };
[[nodiscard]] GrainAgainst grainAgainstFolds(const Job& job, const Paper& paper);
[[nodiscard]] QString grainWords(GrainAgainst grain);
/// "varnish", "gloss film", "matt film".
[[nodiscard]] QString coatingName(Coating coating);

/// Works out everything. Pure: the same job gives the same plan, and nothing else is read.
/// What `before`, the plan of an earlier job, has worked out already is taken from there; it changes nothing but the
/// time. Fails with the first thing that makes the job impossible (see `validate` and `foldPaper`).
[[nodiscard]] Result<Plan> plan(const Job& job, const Plan* before = nullptr);

/// True when two trims are the same for the trade: PDF pages are rounded to a hundredth of a point or so,
/// and a tenth of a millimetre is no mistake.
[[nodiscard]] bool sameTrim(Size a, Size b);

/// The resolution a picture prints at, in pixels per inch; 0 when its size is not known.
[[nodiscard]] double effectivePpi(const Item& item, const Rect& frame, const FileFacts& facts);

/// Findings about linked files: missing, changed, too coarse, or artwork that does not fit the face.
[[nodiscard]] std::vector<Finding> checkFiles(const Job& job, const Plan& plan, const FileFactsMap& facts);

} // namespace hinge
