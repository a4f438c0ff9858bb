// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/making_steps.h"

#include "core/plan/sheet_words.h"

namespace hinge
{

QStringList makingSteps(const Job& job, const Plan& plan)
{
    QStringList steps;
    const auto size = [&](Size s) { return formatSize(s, job.unit); };
    for (const PressRun& run : plan.press) {
        const bool isText = run.component == Component::Text && plan.press.size() > 1;
        steps << QStringLiteral("Print %1 on %2, %3 up: %4 sheets of %5 and %6 overs, %7, %8.")
                     .arg(isText             ? QStringLiteral("the text")
                          : hasOwnCover(job) ? QStringLiteral("the cover")
                                             : QStringLiteral("the piece"),
                          isText ? job.pages.textStock.name : job.stock.name)
                     .arg(run.layout().up())
                     .arg(groupedNumber(run.sheets), sheetSizeName(run.piece.press.sheet, job.unit),
                          groupedNumber(run.overs), inksText(job.faceInks), workStyleName(run.piece.press.work));
    }
    if (job.records.any())
        steps << QStringLiteral("Each piece has a record of its own: %1.").arg(recordsText(job.records));
    for (const Face face : bothFaces)
        if (job.coatings[std::size_t(face)] != Coating::None)
            steps << QStringLiteral("Lay %1 over the %2.")
                         .arg(coatingName(job.coatings[std::size_t(face)]), faceName(face, job.kind));
    if (plan.sheet().up() > 1 && !plan.book)
        steps << QStringLiteral("Cut to %1.").arg(size(plan.paper.flat));
    if (rulesOf(job.kind).isFolded()) {
        if (job.fold.scored)
            steps << QStringLiteral("Score the folds.");
        steps << QStringLiteral("Fold: %1, to %2.").arg(foldName(job.fold), size(plan.paper.closing.size));
    }
    if (rulesOf(job.kind).form == FlatForm::CutLeaf) {
        if (job.leaf.stub > Length())
            steps << QStringLiteral("Perforate %1 from the right.").arg(formatLength(job.leaf.stub, job.unit));
        if (job.leaf.holes > 0)
            steps << QStringLiteral("Drill %1 holes of %2, %3 apart.")
                         .arg(job.leaf.holes)
                         .arg(formatLength(job.leaf.holeDiameter, job.unit),
                              formatLength(job.leaf.holePitch, job.unit));
        if (job.leaf.cornerRadius > Length())
            steps << QStringLiteral("Round the corners to %1.").arg(formatLength(job.leaf.cornerRadius, job.unit));
        if (job.leaf.padSheets > 0)
            steps << QStringLiteral("Glue into pads of %1.").arg(job.leaf.padSheets);
    }
    const auto coverScores = [&] {
        if (job.cover.hinge > Length())
            steps << QStringLiteral("Score the cover at the spine and %1 beside it.")
                         .arg(formatLength(job.cover.hinge, job.unit));
    };
    if (rulesOf(job.kind).isCoverAlone())
        coverScores();
    if (plan.book) {
        const Book& book = *plan.book;
        if (rulesOf(job.kind).binding == Binding::Stapled) {
            if (job.pages.strips > 1)
                steps << QStringLiteral("Cut %1 strips from each sheet.").arg(job.pages.strips);
            steps << QStringLiteral("Fold %1 sheets once and nest them%2.")
                         .arg(book.sheets.size())
                         .arg(hasOwnCover(job) ? QStringLiteral(" into the cover") : QString());
            steps
                << QStringLiteral("Staple through the fold; trim head, foot and fore-edge to %1.").arg(size(job.page));
        } else if (rulesOf(job.kind).binding == Binding::Glued) {
            coverScores();
            steps << QStringLiteral("Fold %1 signatures and gather them.").arg(book.sheets.size());
            steps << QStringLiteral("Mill %1 off the spine, glue into the cover with a spine of %2; trim to %3.")
                         .arg(formatLength(job.pages.mill, job.unit), formatLength(spineOf(job), job.unit),
                              size(job.page));
        } else {
            steps << QStringLiteral("Cut %1 leaves to %2 and gather them%3.")
                         .arg(book.leaves)
                         .arg(size(job.page), hasOwnCover(job) ? QStringLiteral(" between the covers") : QString());
            steps << QStringLiteral("Punch and bind at the %1.")
                         .arg(job.rightToLeft ? QStringLiteral("right") : QStringLiteral("left"));
        }
    }
    steps << QStringLiteral("Deliver %1 copies.").arg(groupedNumber(job.quantity));
    return steps;
}

} // namespace hinge
