// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/content_checks.h"

#include "core/edit/new_items.h"
#include "core/file/record_table.h"
#include "core/job/stories.h"
#include "core/plan/date_checks.h"
#include "core/plan/finding_parts.h"
#include "core/plan/item_checks.h"
#include "core/plan/master_layers.h"
#include "core/plan/record_checks.h"
#include "core/plan/tint_checks.h"
#include "typeset/code_symbol.h"
#include "typeset/contrast_checks.h"
#include "typeset/story_layout.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// What bars must stand out by in the reader's red light, in percent. Common practice; ISO/IEC 15416 grades 55 as good
/// and 40 as fair.
constexpr int palestBar = 60;

void checkLayout(const Job& job, const Item& item, const SurfaceId& surface, const TextLayout& layout,
                 std::vector<Finding>& out)
{
    if (!layout.fits())
        out.push_back(foundAt(
            "text.over", Severity::Stop, job, surface, item, QStringLiteral("%1 does not fit its frame, %2"),
            QStringLiteral(
                "%1 of %2 lines are left out. Make the frame deeper, let it run on into another, or shorten the text.")
                .arg(layout.linesOver)
                .arg(layout.lines)));
    for (const QString& font : layout.missingFonts)
        out.push_back(foundAt(
            "text.font", Severity::Stop, job, surface, item, QStringLiteral("%1 wants the font “%3”, %2"),
            QStringLiteral("It is neither installed here nor does it ship with the program; another one stands in."),
            Remedy::None, {font}));
    QStringList locked;
    for (const GlyphRun& run : layout.runs)
        if (!run.font->mayEmbed() && !locked.contains(run.font->name()))
            locked << run.font->name();
    for (const QString& font : locked)
        out.push_back(foundAt("text.fontLocked", Severity::Stop, job, surface, item,
                              QStringLiteral("%1 is set in “%3”, which must not be embedded, %2"),
                              QStringLiteral("Its maker forbids it; the printer would get the text in another font. "
                                             "Choose one that may go into the file."),
                              Remedy::None, {font}));
    if (layout.missingGlyphs)
        out.push_back(foundAt("text.glyph", Severity::Stop, job, surface, item,
                              QStringLiteral("%1 has letters that its font lacks, %2"),
                              QStringLiteral("They would print as empty boxes. Choose another font.")));
}

void checkCode(const Job& job, const Plan& plan, const SurfaceId& surface, const Item& item, const FontLibrary& fonts,
               std::vector<Finding>& out)
{
    const PlannedItem& placed = *plan.findItem(item.id);
    const auto code = layOutCode(item.code, item.ink, placed.frame.size(), fonts);
    if (!code) {
        out.push_back(foundAt("code.wrong", Severity::Stop, job, surface, item, QStringLiteral("%1 is no code yet, %2"),
                              code.error().message));
        return;
    }
    const Length module = Length::nearestPoints(code->module);
    if (module < leastModule(item.code.symbology) - Length::micrometres(1).part(100))
        out.push_back(foundAt(
            "code.small", Severity::Warn, job, surface, item, QStringLiteral("%1 has modules of %3, %2"),
            QStringLiteral("A %1 wants %2 to be read well; make it larger or say less.")
                .arg(symbologyName(item.code.symbology), formatThickness(leastModule(item.code.symbology), job.unit)),
            Remedy::None, {formatThickness(module, job.unit)}));
    if (const Item* other = disturbsCode(job, plan, surface, item))
        out.push_back(foundAt("code.quiet", Severity::Warn, job, surface, item,
                              QStringLiteral("%1 needs the paper around it blank, %2"),
                              QStringLiteral("%1 reaches into it. Readers find a code by the blank strip around it.")
                                  .arg(other->name.isEmpty() ? QStringLiteral("Another item") : other->name),
                              groundForCode(job, plan, item.id) ? Remedy::LayGround : Remedy::None));
    const Ink* ink = job.findInk(item.ink);
    const Stock& stock = stockOf(job, surface);
    if (!ink || ink->spot || symbolContrast(stock, *ink, item.strength) >= palestBar)
        return;
    // The paper may be all that is wrong.
    const bool onWhite = symbolContrast(Stock(), *ink, item.strength) >= palestBar;
    out.push_back(foundAt(
        "code.pale", Severity::Warn, job, surface, item,
        onWhite ? QStringLiteral("%1 stands out too little on this paper, %2")
                : QStringLiteral("%1 is too pale to be read, %2"),
        onWhite
            ? QStringLiteral("Readers see with red light, and %1 paper sends little of it back. Use black on lighter "
                             "paper, or print white below the code.")
                  .arg(tintName(stock.tint))
            : QStringLiteral(
                  "Readers see with red light: red, orange and yellow are white to them. Use black or a dark blue.")));
}

} // namespace

std::vector<Finding> checkText(const Job& job, const Plan& plan, TextLayoutCache& layouts)
{
    std::vector<Finding> out;
    for (const auto& [surface, content] : job.surfaces) {
        const auto& items = content->items;
        for (std::size_t i = 0; i < items.size(); ++i) {
            const Item& item = items[i];
            if (plan.itemsOn(surface)[i].frame.isEmpty())
                continue;
            if (item.kind == ItemKind::Text)
                checkLayout(job, item, surface, layouts.layout(job, plan, item), out);
            if (item.kind == ItemKind::Code)
                checkCode(job, plan, surface, item, layouts.fonts(), out);
        }
    }
    return out;
}

std::vector<Finding> checkLongestRecords(const Job& job, const Plan& plan, const FileFactsMap& facts,
                                         TextLayoutCache& layouts)
{
    std::vector<Finding> out;
    const RecordTable* table = tableOf(job, facts);
    std::map<int, Job> copies; // of several texts the same record may be the longest
    for (const auto& [surface, content] : job.surfaces) {
        for (const Item& item : content->items) {
            if (item.kind != ItemKind::Text || plan.findItem(item.id)->frame.isEmpty())
                continue;
            for (const int place : longestRecords(job, table, item)) {
                auto copy = copies.find(place);
                if (copy == copies.end())
                    copy = copies.emplace(place, filledFor(job, recordAt(job, table, place))).first;
                const QStringList chain = chainOf(job, item);
                const Item& last = *copy->second.findItem(chain.last());
                const TextLayout& layout = layouts.layout(copy->second, plan, last, place);
                if (layout.fits())
                    continue;
                out.push_back(foundAt("records.over", Severity::Stop, job, surface, item,
                                      QStringLiteral("%1 does not fit its frame, %2, filled in for record %3"),
                                      QStringLiteral("%1 of %2 lines are left out there. Make the frame deeper or the "
                                                     "type smaller.")
                                          .arg(layout.linesOver)
                                          .arg(layout.lines),
                                      Remedy::None, {groupedNumber(place + 1)}));
                break;
            }
        }
    }
    return out;
}

std::vector<Finding> allFindings(const Job& job, const Job& shown, const Plan& plan, const FileFactsMap& facts,
                                 const LightOfInk& light, TextLayoutCache& layouts, const RecordSurvey& survey)
{
    std::vector<Finding> all = plan.findings;
    const auto add = [&all](std::vector<Finding> part) {
        all.insert(all.end(), std::make_move_iterator(part.begin()), std::make_move_iterator(part.end()));
    };
    add(checkFiles(shown, plan, facts));
    add(checkText(shown, plan, layouts));
    add(checkContrast(shown, plan, facts, light, layouts));
    add(checkTints(job, plan, light));
    add(checkDates(shown, QDate::currentDate()));
    if (job.records.any()) {
        // What all records have in common is told once for all of them.
        std::erase_if(all, [&](const Finding& f) {
            const Item* item = f.code.startsWith(QStringLiteral("file.")) || f.code == QStringLiteral("code.wrong")
                                   ? job.findItem(f.itemId)
                                   : nullptr;
            return item && namesFields(*item) && !survey.isEmpty();
        });
        add(checkRecords(job, facts, survey));
        add(checkLongestRecords(job, plan, facts, layouts));
    }
    tellOfMasters(job, plan, all);
    std::ranges::stable_sort(all, {}, &Finding::severity);
    return all;
}

} // namespace hinge
