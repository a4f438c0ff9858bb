// SPDX-License-Identifier: GPL-3.0-or-later
// The papers of the kinds of pieces: what their flats are, and what their panels are called.
#include "core/piece/binding.h"
#include "core/piece/flat_paper.h"
#include "core/piece/reading.h"
#include "core/units/ranges.h"

#include <algorithm>

namespace hinge
{
namespace
{

Result<Paper> foldedPaper(const Job& job, const Fold& fold, Size size)
{
    auto grid = foldGrid(fold);
    if (!grid)
        return tl::unexpected(grid.error());
    Narrowing narrower = narrowing(fold, *grid, job.stock);
    auto widths = panelWidths(fold, *grid, narrower, size.w, job.unit);
    if (!widths)
        return tl::unexpected(widths.error());
    auto heights = panelHeights(*grid, narrower, size.h, job.unit);
    if (!heights)
        return tl::unexpected(heights.error());
    return makePaper(job, {*widths, *heights, grid->steps, fold.coverPanel}, std::move(narrower));
}

/// A cover that wraps about a block: flap, back, spine, front, flap. The spine is not folded onto anything, so the
/// pile knows nothing of it; front and back are told by where they stand.
namespace
{

/// Back, spine and front, with a flap at either end where it has them.
FlatShape coverShape(const Job& job, Length spine)
{
    const Length flap = job.cover.flap;
    FlatShape flat;
    flat.widths = {job.page.w, spine, job.page.w};
    int spineColumn = 1;
    if (flap > Length()) {
        flat.widths.insert(flat.widths.begin(), flap);
        flat.widths.push_back(flap);
        spineColumn = 2;
        flat.steps = {{Axis::Vertical, 1, LineSide::Before, FoldWay::Under},
                      {Axis::Vertical, 4, LineSide::After, FoldWay::Under}};
    }
    flat.heights = {job.page.h};
    flat.spineColumn = spineColumn;
    flat.coverPanel = job.rightToLeft ? spineColumn - 1 : spineColumn + 1;
    return flat;
}

/// The folds at the spine, and the scores beside it where it opens.
void addSpineFolds(Paper& paper, const Job& job, Length spine)
{
    const int spineColumn = paper.spineColumn;
    const Length spineX = sumTo(paper.widths, spineColumn);
    const auto addLine = [&](LineWork work, Length x, int line) {
        FoldLine l;
        l.work = work;
        l.line = line;
        l.at[0] = x;
        l.to[0] = paper.flat.h;
        layOnInside(paper, l);
        l.valley = {false, work == LineWork::Fold};
        paper.folds.push_back(l);
    };
    addLine(LineWork::Fold, spineX, spineColumn);
    addLine(LineWork::Fold, spineX + spine, spineColumn + 1);
    if (job.cover.hinge > Length()) {
        addLine(LineWork::Score, spineX - job.cover.hinge, 0);
        addLine(LineWork::Score, spineX + spine + job.cover.hinge, 0);
    }
    std::ranges::sort(paper.folds, {}, [](const FoldLine& l) { return l.at[0]; });
}

void nameCoverPanels(Paper& paper, bool rightToLeft)
{
    const int spineColumn = paper.spineColumn;
    const int front = rightToLeft ? spineColumn - 1 : spineColumn + 1;
    // What a reader meets: the front, its flap, then the inside from front to back, and the back last.
    const int columns = paper.columns();
    const int direction = rightToLeft ? -1 : 1;
    int next = 1;
    const auto tell = [&](Face face, int column, Role role, const QString& name) {
        auto& panel = paper.panelOn(face, column, 0);
        panel.role = role;
        panel.roleName = name;
        panel.readingNumber = next++;
        panel.headDown = false;
    };
    const int back = spineColumn - direction;
    const int frontFlap = front + direction;
    const int backFlap = back - direction;
    const bool flaps = columns == 5;
    tell(Face::Outside, front, Role::FrontCover, QStringLiteral("front cover"));
    tell(Face::Outside, spineColumn, Role::Spine, QStringLiteral("spine"));
    if (flaps)
        tell(Face::Outside, frontFlap, Role::CoverFlap, QStringLiteral("front flap"));
    tell(Face::Inside, front, Role::Inside, QStringLiteral("inside front"));
    if (flaps)
        tell(Face::Inside, frontFlap, Role::Inside, QStringLiteral("inside front flap"));
    tell(Face::Inside, spineColumn, Role::Inside, QStringLiteral("inside spine"));
    if (flaps)
        tell(Face::Inside, backFlap, Role::Inside, QStringLiteral("inside back flap"));
    tell(Face::Inside, back, Role::Inside, QStringLiteral("inside back"));
    if (flaps)
        tell(Face::Outside, backFlap, Role::CoverFlap, QStringLiteral("back flap"));
    tell(Face::Outside, back, Role::BackCover, QStringLiteral("back cover"));
}

} // namespace

Result<Paper> coverPaper(const Job& job)
{
    const Length spine = spineOf(job);
    if (auto sound = checkLength(QStringLiteral("cover.spine"), QStringLiteral("The spine"), spine,
                                 Length::micrometres(1), Length::mm(200), job.unit);
        !sound)
        return tl::unexpected(sound.error());
    const FlatShape flat = coverShape(job, spine);
    auto made = makePaper(job, flat);
    if (!made)
        return made;
    Paper& paper = *made;
    paper.spineColumn = flat.spineColumn;
    paper.closing = {};
    paper.closing.size = job.page;
    paper.closing.thickness = spine;
    addSpineFolds(paper, job, spine);
    nameCoverPanels(paper, job.rightToLeft);

    // The block is glued to the spine and a little way up the cover on both sides of it.
    const Length side = job.cover.sideGlue;
    const Rect glue = Rect{sumTo(paper.widths, paper.spineColumn) - side, Length(), spine + side * 2, paper.flat.h};
    paper.keepClear.push_back({Face::Inside, paper.through(glue), QStringLiteral("glue"),
                               QStringLiteral("Glue does not hold on ink or varnish."), true});
    return made;
}

Result<Paper> leafPaper(const Job& job)
{
    const Leaf& leaf = job.leaf;
    FlatShape flat;
    flat.heights = {job.flat.h};
    flat.unfolded = EdgeFate::Torn;
    flat.widths = {job.flat.w};
    if (leaf.stub > Length())
        flat.widths = {job.flat.w - leaf.stub, leaf.stub};
    auto made = makePaper(job, flat);
    if (!made)
        return made;
    Paper& paper = *made;
    int number = 1;
    for (const Face face : bothFaces) {
        for (int column = 0; column < paper.columns(); ++column) {
            auto& panel = paper.panelOn(face, column, 0);
            const bool stub = column == 1;
            panel.role = stub ? Role::Stub : face == Face::Outside ? Role::FrontCover : Role::BackCover;
            panel.roleName = face == Face::Outside
                                 ? (stub ? QStringLiteral("stub") : QStringLiteral("front"))
                                 : (stub ? QStringLiteral("back of the stub") : QStringLiteral("back"));
            panel.readingNumber = number++;
            panel.headDown = false;
        }
    }
    if (leaf.stub > Length()) {
        FoldLine line;
        line.work = LineWork::Perforation;
        line.at[0] = paper.widths[0];
        line.to[0] = paper.flat.h;
        layOnInside(paper, line);
        paper.folds = {line};
    }
    const auto addHoles = [&](const Rect& hole) {
        const Rect clear = hole.grown(Length::mm(3));
        for (const Face face : bothFaces)
            paper.keepClear.push_back({face, face == Face::Outside ? clear : paper.through(clear),
                                       QStringLiteral("hole"), QStringLiteral("The drill takes away what stands here."),
                                       false});
    };
    paper.holes = drillHoles(leaf, job.flat);
    for (const Rect& hole : paper.holes)
        addHoles(hole);
    paper.cornerRadius = leaf.cornerRadius;
    if (leaf.postal) {
        // Common practice: the right half of the back is the post's, its upper right corner the stamp's.
        const Size s = job.flat;
        const Length half = s.w.part(2);
        paper.keepClear.push_back({Face::Inside,
                                   {half, s.h.part(3), s.w - half, s.h - s.h.part(3)},
                                   QStringLiteral("address"),
                                   QStringLiteral("The address is written here and read by machines."),
                                   false});
        paper.keepClear.push_back(
            {Face::Inside,
             {s.w - Length::mm(40), Length(), Length::mm(40), std::min(Length::mm(40), s.h.part(3))},
             QStringLiteral("stamp"),
             QStringLiteral("The stamp and its cancelling mark stand here."),
             false});
    }
    return made;
}

/// The first leaf of a block of cut leaves that is bound with wire, comb or rings.
Result<Paper> boundLeafPaper(const Job& job)
{
    FlatShape flat;
    flat.widths = {job.page.w};
    flat.heights = {job.page.h};
    flat.bound = job.rightToLeft ? ItemSide::Right : ItemSide::Left;
    auto made = makePaper(job, flat);
    if (!made)
        return made;
    Paper& paper = *made;
    auto& front = paper.panels[0].front();
    auto& behind = paper.panels[1].front();
    front.role = Role::FrontCover;
    front.roleName = QStringLiteral("front cover");
    front.readingNumber = 1;
    behind.role = Role::Inside;
    behind.roleName = QStringLiteral("inside front");
    behind.readingNumber = 2;
    paper.closing.thickness = blockThickness(job);
    return made;
}

} // namespace

QString handName(Hand hand)
{
    return hand == Hand::Left ? QStringLiteral("left-hand page") : QStringLiteral("right-hand page");
}

Result<Paper> textPage(const Job& job, Hand hand, const SurfaceContent* own)
{
    // What stands on the cover's panels is no business of the text.
    Job page = job;
    page.surfaces = {};
    if (own)
        for (const Face face : bothFaces) { // a page lies on either side of the paper model's leaf
            page.edit(face).columns = own->columns;
            page.edit(face).margins = own->margins;
            page.edit(face).layout = own->layout;
            page.edit(face).guides = own->guides;
        }
    FlatShape flat;
    flat.widths = {job.page.w};
    flat.heights = {job.page.h};
    flat.bound = hand == Hand::Left ? ItemSide::Right : ItemSide::Left;
    flat.boundAs = rulesOf(job.kind).spine;
    auto made = makePaper(page, flat);
    if (!made)
        return made;
    for (auto& face : made->panels) {
        face.front().role = Role::Inside;
        face.front().roleName = handName(hand);
        face.front().readingNumber = hand == Hand::Left ? 1 : 2;
    }
    return made;
}

Result<Paper> foldPaper(const Job& job)
{
    switch (rulesOf(job.kind).form) {
    case FlatForm::FoldedSheet: return foldedPaper(job, job.fold, job.flat);
    case FlatForm::WrappedCover: return coverPaper(job);
    case FlatForm::OuterSheet: {
        // Cover and text alike are sheets folded once; what is laid out here is the outermost one.
        Fold half;
        half.scheme = FoldScheme::Half;
        half.panels = 2;
        half.coverPanel = job.rightToLeft ? 0 : 1;
        return foldedPaper(job, half, {job.page.w * 2, job.page.h});
    }
    case FlatForm::CutLeaf: return leafPaper(job);
    case FlatForm::BoundLeaf: return boundLeafPaper(job);
    }
    return problem({}, QStringLiteral("This kind of piece is not known."));
}

} // namespace hinge
