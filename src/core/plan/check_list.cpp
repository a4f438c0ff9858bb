// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/check_list.h"

#include "core/job/master_copies.h"

#include <algorithm>

namespace hinge
{
namespace
{

struct Count {
    int items = 0;
    int files = 0;
    int texts = 0;
    int codes = 0;
};

Count countOf(const Job& job)
{
    Count count;
    for (const auto& [surface, content] : job.surfaces) {
        if (std::ranges::any_of(content->items, [](const Item& item) { return isMasterCopy(item.id); }))
            continue;
        count.items += int(content->items.size());
        count.files += content->supplied ? 1 : 0;
        for (const Item& item : content->items) {
            count.files += item.hasPicture() ? 1 : 0;
            count.codes += item.kind == ItemKind::Code ? 1 : 0;
            count.texts += item.kind == ItemKind::Text ? 1 : 0;
        }
    }
    return count;
}

} // namespace

std::vector<CheckedPoint> checkList(const Job& job, const Plan& plan, const std::vector<Finding>& findings)
{
    std::vector<CheckedPoint> points;
    const auto add = [&](const QString& name, const QString& allWell, std::initializer_list<const char*> prefixes) {
        CheckedPoint point{name, allWell, std::nullopt};
        int found = 0;
        for (const Finding& f : findings) {
            if (std::ranges::none_of(prefixes,
                                     [&](const char* prefix) { return f.code.startsWith(QLatin1String(prefix)); }))
                continue;
            ++found;
            point.trouble = point.trouble ? std::min(*point.trouble, f.severity) : f.severity;
        }
        if (found > 0)
            point.detail = found == 1 ? QStringLiteral("1 finding") : QStringLiteral("%1 findings").arg(found);
        points.push_back(point);
    };
    const auto shown = [&](Length l) { return formatLength(l, job.unit); };
    const Count count = countOf(job);
    const Closing& closing = plan.paper.closing;
    if (rulesOf(job.kind).bends()) {
        add(QStringLiteral("Closes flat"),
            closing.spare ? QStringLiteral("%1 to spare at the tightest fold").arg(shown(*closing.spare))
                          : QStringLiteral("no panel lies inside a fold"),
            {"fold."});
        add(QStringLiteral("Paper folds cleanly"),
            QStringLiteral("%1 g/m², grain along the folds").arg(job.stock.grammage), {"grain.", "stock."});
    }
    if (plan.book || rulesOf(job.kind).isCoverAlone())
        add(QStringLiteral("Pages and binding agree"),
            plan.book ? QStringLiteral("%1 pages, none made up").arg(plan.book->pages)
                      : QStringLiteral("the spine fits its block"),
            {"pages.", "booklet.", "spine.thin", "spine.stale", "supplied.spine", "cover."});
    add(QStringLiteral("Bleed where it is cut"),
        QStringLiteral("%1 where the knife goes, none over a fold").arg(shown(job.zones.bleed)),
        {"bleed.", "supplied.bleed", "item.", "sliver"});
    add(QStringLiteral("Live matter is safe"),
        QStringLiteral("%1 from the knife, %2 from folds").arg(shown(job.zones.safe), shown(job.zones.foldClearance)),
        {"text.unsafe", "text.acrossFold", "safe.", "area.", "whole.", "spine.tight", "supplied.gutters"});
    add(QStringLiteral("Text is whole"),
        count.texts == 0   ? QStringLiteral("no text")
        : count.texts == 1 ? QStringLiteral("the text fits, every letter has its glyph")
                           : QStringLiteral("%1 texts fit, every letter has its glyph").arg(count.texts),
        {"text.over", "text.font", "text.fontLocked", "text.glyph", "text.small", "text.odd"});
    if (count.texts > 0)
        add(QStringLiteral("Text stands out"), QStringLiteral("from what is behind it, 4.5 to 1"), {"text.faint"});
    add(QStringLiteral("Every frame is filled"), QStringLiteral("nothing waits, no dummy copy is left"),
        {"frame.", "text.standIn", "text.date", "contact."});
    add(QStringLiteral("Files are there"),
        count.files == 0   ? QStringLiteral("no files")
        : count.files == 1 ? QStringLiteral("one file, unchanged, fonts inside")
                           : QStringLiteral("%1 files, unchanged, fonts inside").arg(count.files),
        {"file.", "supplied.size", "supplied.pages", "supplied.noTrimBox", "supplied.notPdf"});
    add(QStringLiteral("Pictures are fine enough"), QStringLiteral("300 ppi or more in print"), {"picture."});
    add(QStringLiteral("Inks and lines print"), QStringLiteral("no ink over the press's limit, no hairlines"),
        {"ink.", "stroke."});
    if (count.codes > 0)
        add(QStringLiteral("Codes can be read"),
            QStringLiteral("%1 with modules wide enough and blank paper around").arg(count.codes), {"code."});
    if (job.records.any())
        add(QStringLiteral("Every copy has its record"),
            QStringLiteral("%1, each is whole and there once").arg(recordsText(job.records)), {"records."});
    add(QStringLiteral("Fits the press sheet"),
        QStringLiteral("%1 up, every piece freed by the guillotine").arg(plan.sheet().up()), {"sheet.", "size."});
    return points;
}

QString allIsWell(const Job& job, const Plan& plan)
{
    const QString bleed = QStringLiteral("what is printed at a cut edge reaches the bleed");
    const auto first = [&]() -> QString {
        const Closing& closing = plan.paper.closing;
        if (const auto spare = closing.spare ? closing.spare : closing.flapGap)
            return QStringLiteral("the piece closes flat with %1 to spare").arg(formatLength(*spare, job.unit));
        if (plan.book)
            return QStringLiteral("every page has its place");
        if (rulesOf(job.kind).isCoverAlone())
            return QStringLiteral("the spine fits its block");
        return plan.paper.folds.empty() || rulesOf(job.kind).form == FlatForm::CutLeaf
                   ? QString()
                   : QStringLiteral("the piece closes flat");
    }();
    return first.isEmpty() ? bleed : first + QStringLiteral("; ") + bleed;
}

} // namespace hinge
