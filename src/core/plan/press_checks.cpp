// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/press_checks.h"

#include "core/plan/finding_parts.h"
#include "core/units/page_sizes.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// The sheets on hand that would take what does not fit, smallest first.
QString sheetsThatWouldDo(const Job& job, const PressRun& run)
{
    std::vector<Size> sheets;
    for (const SheetLayout& layout : run.arrangements)
        if (layout.up() > 0)
            sheets.push_back(layout.sheet);
    std::ranges::sort(sheets, {}, [](Size s) { return s.w.toMm() * s.h.toMm(); });
    QStringList names;
    for (const Size& sheet : sheets) {
        const QString name = nameOfSize(sheet).remove(QStringLiteral(" landscape"));
        names << (name.isEmpty() ? formatSize(sheet, job.unit) : name);
        if (names.size() == 3)
            break;
    }
    return names.isEmpty() ? QStringLiteral("None of the usual sheets takes it.")
                           : QStringLiteral("It fits on %1.").arg(names.join(QStringLiteral(", ")));
}

/// What does not fit on its press sheet.
void checkFits(const Job& job, const PressRun& run, std::vector<Finding>& out)
{
    const QString sheet = formatSize(run.piece.press.sheet, job.unit);
    if (run.layout().isOneForm()) {
        PieceOnPress once = run.piece;
        once.press.work = WorkStyle::Sheetwise;
        if (layOutSheet(once, once.press.sheet).up() > 0) {
            // Turned, the form lands on its own back: only a sheet that holds it twice yields whole pieces.
            out.push_back(
                found("sheet.oneUp", Severity::Stop,
                      QStringLiteral("%1 needs room for two; the press sheet of %2 takes one")
                          .arg(run.layout().work == WorkStyle::WorkAndTurn ? QStringLiteral("Work-and-turn")
                                                                           : QStringLiteral("Work-and-tumble"),
                               sheet),
                      QStringLiteral("Both sides are printed from one form that holds everything twice. "
                                     "Print it sheetwise, or take a larger sheet."),
                      Remedy::Sheetwise));
            return;
        }
    }
    const bool isText = run.component == Component::Text;
    const bool typed = run.piece.press.columns > 0 || run.piece.press.rows > 0 || run.piece.press.offset;
    const QString reason =
        typed ? QStringLiteral("Not as many, or not there, as was typed. Type fewer, or choose a larger sheet. ")
              : QStringLiteral("It is larger than the printable area. ");
    out.push_back(found(isText ? "sheet.textTooSmall" : "sheet.tooSmall", Severity::Stop,
                        (isText ? QStringLiteral("The text sheet of %1 does not fit on the press sheet of %2")
                                : QStringLiteral("The flat of %1 does not fit on the press sheet of %2"))
                            .arg(formatSize(run.piece.size, job.unit), sheet),
                        reason + sheetsThatWouldDo(job, run)));
}

} // namespace

void checkPress(const Job& job, const Plan& plan, std::vector<Finding>& out)
{
    for (const PressRun& run : plan.press)
        if (run.layout().up() == 0)
            checkFits(job, run, out);
    if (const Problem* fault = plan.pressFault())
        out.push_back(found("sheet.proof", Severity::Stop,
                            QStringLiteral("The press sheets would not give the piece: %1").arg(fault->text()),
                            QStringLiteral("They were printed, cut, folded and read in the model. Choose another way "
                                           "of arranging them.")));
    int unmarked = 0;
    for (const PressRun& run : plan.press)
        unmarked += run.check ? run.check->unmarkedCuts : 0;
    if (unmarked > 0)
        out.push_back(found("sheet.marks", Severity::Warn,
                            unmarked == 1 ? QStringLiteral("One cut has no mark on the press sheet")
                                          : QStringLiteral("%1 cuts have no mark on the press sheet").arg(unmarked),
                            QStringLiteral("There is no room for it beside the bleeds, and nothing to set the knife "
                                           "by. Take a larger sheet, or a smaller bleed.")));
}

} // namespace hinge
