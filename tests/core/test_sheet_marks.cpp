// SPDX-License-Identifier: GPL-3.0-or-later
// The printer's marks on press sheets of every kind of piece.
#include "any_piece.h"

#include <set>

using namespace hinge;
using testing::len;

class TestSheetMarks : public QObject
{
    Q_OBJECT

private Q_SLOTS:
    void marksKeepOffWhatIsPrinted()
    {
        CHECK_PROPERTY("lines, targets, bar and label lie within the printable area and outside every bleed", [] {
            Job job = *testing::anyPiece();
            SheetMarks& m = job.press.marks;
            for (bool SheetMarks::*part : {&SheetMarks::bleed, &SheetMarks::bar, &SheetMarks::centre})
                m.*part = *rc::gen::arbitrary<bool>();
            const auto plan = hinge::plan(job);
            RC_PRE(plan.has_value());
            const PieceParts parts = plan->partsOf(job);
            for (const PressRun& run : plan->press) {
                RC_PRE(!run.forms.empty());
                const PressForm& form = run.forms.front();
                for (const Face side : bothFaces) {
                    const MarksOnSide marks = marksOn(parts, form, side);
                    std::vector<Rect> areas = marks.targets;
                    for (const MarkLine& line : marks.lines)
                        areas.push_back(
                            Rect::fromEdges(std::min(line.from.x, line.to.x), std::min(line.from.y, line.to.y),
                                            std::max(line.from.x, line.to.x), std::max(line.from.y, line.to.y)));
                    for (const InkPatch& patch : marks.bar)
                        areas.push_back(patch.area);
                    if (marks.label)
                        areas.push_back(marks.label->area);
                    for (const Rect& area : areas) {
                        RC_ASSERT(form.layout->area(side).contains(area));
                        for (const PlacedSurface& p : placedOn(parts, form, side))
                            RC_ASSERT(!p.printed.overlaps(area.grown(len("0.05"))));
                    }
                    // Boxes stand apart from each other.
                    for (std::size_t i = 0; i < marks.bar.size(); ++i) {
                        for (std::size_t j = 0; j < i; ++j)
                            RC_ASSERT(!marks.bar[i].area.overlaps(marks.bar[j].area));
                        if (marks.label)
                            RC_ASSERT(!marks.bar[i].area.overlaps(marks.label->area));
                    }
                }
            }
        });
    }

    void marksAreOnOrOff()
    {
        Job job = testing::cards(3, 2, len("10"));
        job.press.marks.bar = true;
        const auto marks = [&] {
            const Plan plan = testing::planned(job);
            return marksOn(plan.partsOf(job), plan.press.front().forms.front(), Face::Outside);
        };
        QCOMPARE(marks().targets.size(), std::size_t(4));
        QVERIFY(marks().label);
        QVERIFY(marks().bar.size() >= 4);
        QCOMPARE(marks().bar[0].plate, QStringLiteral("Cyan"));
        QCOMPARE(marks().bar[3].plate, QStringLiteral("Black"));
        job.press.marks.bar = job.press.marks.label = job.press.marks.registration = false;
        QVERIFY(marks().targets.empty() && !marks().label && marks().bar.empty());
        const auto kinds = [&] {
            std::set<MarkKind> found;
            for (const MarkLine& line : marks().lines)
                found.insert(line.kind);
            return found;
        };
        QVERIFY((kinds() == std::set{MarkKind::Crop, MarkKind::Centre}));
        job.press.marks.bleed = true;
        job.press.marks.centre = job.press.marks.crop = false;
        QVERIFY((kinds() == std::set{MarkKind::Bleed}));
        // Farther away, longer.
        job.press.marks = SheetMarks();
        job.press.marks.length = len("8 mm");
        job.press.marks.clearance = len("2 mm");
        const auto longest = std::ranges::max(marks().lines, {}, [](const MarkLine& line) {
            return abs(line.to.x - line.from.x) + abs(line.to.y - line.from.y);
        });
        COMPARE_MM(abs(longest.to.x - longest.from.x) + abs(longest.to.y - longest.from.y), 8);
    }

    void collatingStepsGoDown()
    {
        // A step lower on each signature, on the fold beside its first page (common practice).
        Job job = newPiece(PieceKind::Book);
        job.pages.count = 64;
        job.pages.signature = 16;
        job.press.text = SheetSetup{.sheet = {len("900"), len("640")}};
        const Plan plan = testing::planned(job);
        std::vector<Length> tops;
        for (const PressForm& form : plan.runOf(Component::Text)->forms) {
            const auto marks = marksOn(plan.partsOf(job), form, Face::Outside);
            QCOMPARE(marks.steps.size(), std::size_t(form.layout->up()));
            QVERIFY(marksOn(plan.partsOf(job), form, Face::Inside).steps.empty());
            const auto placed = placedOn(plan.partsOf(job), form, Face::Outside);
            const PlacedSurface first = *std::ranges::find_if(
                placed, [&](const PlacedSurface& p) { return p.page == 16 * (form.number - 1) + 1 && p.slot == 0; });
            // Beside the spine side of that page, 3 mm of mill away.
            const bool lies = first.turn == Turn::Quarter || first.turn == Turn::ThreeQuarters;
            QVERIFY(std::ranges::any_of(marks.steps, [&](const Rect& r) {
                return lies ? r.x >= first.trim.x && r.right() <= first.trim.right()
                            : r.y >= first.trim.y && r.bottom() <= first.trim.bottom();
            }));
            const Rect step = marks.steps.front();
            tops.push_back(lies ? step.x : step.y);
        }
        for (std::size_t i = 1; i < tops.size(); ++i)
            COMPARE_MM(abs(tops[i] - tops[i - 1]), 4);
    }
};

HINGE_TEST(TestSheetMarks)
#include "test_sheet_marks.moc"
