// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/item_rules.h"

#include "core/units/ranges.h"

#include <QSet>

namespace hinge
{
namespace
{

Result<void> checkTable(const Job& job, const QString& where, const Table& table)
{
    for (const QString& ink : {table.headerInk, table.tintInk})
        if (!ink.isEmpty() && !job.findInk(ink))
            return problem(where, QStringLiteral("The job has no ink named “%1”.").arg(Problem::quoted(ink)));
    for (const Percent strength : {table.headerStrength, table.tintStrength})
        if (auto r = checkPercent(where, QStringLiteral("The strength of the tint"), strength, 1, 100); !r)
            return r;
    for (const Stroke* stroke : table.strokes()) {
        if (stroke->width > Length() && !job.findInk(stroke->ink))
            return problem(where, QStringLiteral("The job has no ink named “%1”.").arg(Problem::quoted(stroke->ink)));
        if (auto r = checkLength(where, QStringLiteral("A line of the table"), stroke->width, Length(), Length::mm(20),
                                 Unit::Point);
            !r)
            return r;
        if (auto r = checkPercent(where, QStringLiteral("The strength of a line"), stroke->strength, 1, 100); !r)
            return r;
    }
    for (const Length pad : {table.padAcross, table.padDown})
        if (auto r = checkLength(where, QStringLiteral("The padding"), pad, Length(), Length::mm(50), job.unit); !r)
            return r;
    if (table.columns.size() > 100)
        return problem(where, QStringLiteral("A table has up to 100 columns."));
    for (const TableColumn& column : table.columns) {
        if (auto r = checkNumber(where, QStringLiteral("The share of a column"), column.share, 1, 99, {}); !r)
            return r;
        if (column.by == ColumnBy::Width)
            if (auto r = checkLength(where, QStringLiteral("The width of a column"), column.width,
                                     Length::micrometres(100), limits::largestSide, job.unit);
                !r)
                return r;
    }
    for (const TableSpan& span : table.spans)
        if (span.row < 0 || span.column < 0 || span.across < 1 || span.down < 1 || span.across > 100 ||
            span.down > 10'000 || span.row > 100'000 || span.column > 1000)
            return problem(where, QStringLiteral("A cell of the table spans what is not there."));
    return checkNumber(where, QStringLiteral("The rows of the header"), table.headerRows, 0, 20, {});
}

Result<void> checkText(const Job& job, const QString& where, const Item& item)
{
    if (auto r = checkNumber(where, QStringLiteral("The columns of the text"), item.textColumns, 1, 12, {}); !r)
        return r;
    if (auto r = checkLength(where, QStringLiteral("The gutter of the text"), item.textGutter, Length(),
                             Length::mm(100), job.unit);
        !r)
        return r;
    if (item.table)
        if (auto r = checkTable(job, where, *item.table); !r)
            return r;
    for (const Paragraph& p : item.paragraphs) {
        if (!p.styleName.isEmpty() && !job.findTextStyle(p.styleName))
            return problem(where, QStringLiteral("The job has no style named “%1”.").arg(Problem::quoted(p.styleName)));
        if (p.styleName.isEmpty())
            if (auto r = validateStyle(job, where, p.style); !r)
                return r;
        int end = 0;
        for (const CharacterStyle& span : p.spans) {
            if (span.start < end || span.length < 1 || qint64(span.start) + span.length > p.text.size())
                return problem(where,
                               QStringLiteral("A character style lies outside its paragraph, or over another one."));
            end = span.start + span.length;
            if (!span.styleName.isEmpty() && !job.findCharacterStyle(span.styleName))
                return problem(
                    where,
                    QStringLiteral("The job has no character style named “%1”.").arg(Problem::quoted(span.styleName)));
            if (!span.ink.isEmpty() && !job.findInk(span.ink))
                return problem(where, QStringLiteral("The job has no ink named “%1”.").arg(Problem::quoted(span.ink)));
        }
    }
    if (item.next.isEmpty())
        return {};
    const Item* next = job.findItem(item.next);
    if (!next || next->kind != ItemKind::Text)
        return problem(where, QStringLiteral("Its text runs on into a frame that is not there."));
    if (!next->paragraphs.empty())
        return problem(where, QStringLiteral("Its text runs on into a frame that has words of its own."));
    QSet<QString> seen;
    for (const Item* at = &item; at; at = job.findItem(at->next)) {
        if (seen.contains(at->id))
            return problem(where,
                           QStringLiteral("Its text would run in a circle. Let it run on into a frame further on."));
        seen.insert(at->id);
    }
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& other : content->items)
            if (other.next == item.next && other.id != item.id)
                return problem(where, QStringLiteral("Two texts cannot run on into the same frame."));
    return {};
}

Result<void> checkPoints(const QString& where, const Item& item)
{
    if (item.outline != Outline::Free)
        return {};
    if (item.points.size() < 2 || item.points.size() > limits::mostOutlinePoints)
        return problem(where, QStringLiteral("A free outline has 2 to %1 points.").arg(limits::mostOutlinePoints));
    for (const OutlinePoint& p : item.points)
        for (const int part : {p.x, p.y, p.inX, p.inY, p.outX, p.outY})
            if (std::abs(part) > 10 * outlineWhole)
                return problem(where, QStringLiteral("A point of its outline lies far off its frame."));
    return {};
}

Result<void> checkLook(const Job& job, const QString& where, const Item& item)
{
    const bool painted = (item.kind == ItemKind::Shape && !item.ink.isEmpty()) || item.kind == ItemKind::Code;
    if (painted && !job.findInk(item.ink))
        return problem(where, QStringLiteral("The job has no ink named “%1”.").arg(Problem::quoted(item.ink)));
    if (item.stroke.width > Length() && !job.findInk(item.stroke.ink))
        return problem(where, QStringLiteral("The job has no ink named “%1”.").arg(Problem::quoted(item.stroke.ink)));
    if (item.shadow && !job.findInk(item.shadow->ink))
        return problem(where, QStringLiteral("The job has no ink named “%1”.").arg(Problem::quoted(item.shadow->ink)));
    const struct {
        const char* what;
        int value, least, most;
    } numbers[] = {{"The number of corners", item.corners, 3, 24},
                   {"The focus of the picture", item.crop.focusX, 0, 1000},
                   {"The focus of the picture", item.crop.focusY, 0, 1000},
                   {"The scale of the picture", item.crop.scaleMilli, 10, 50000}};
    for (const auto& n : numbers)
        if (n.value < n.least || n.value > n.most)
            return checkNumber(where, QString::fromLatin1(n.what), n.value, n.least, n.most, {});
    const struct {
        const char* what;
        Percent value;
    } shares[] = {{"The strength of the tint", item.strength},
                  {"The strength of the stroke", item.stroke.strength},
                  {"The strength of the shadow", item.shadow ? item.shadow->strength : 1},
                  {"The opacity", item.opacity}};
    for (const auto& s : shares)
        if (s.value < 1 || s.value > 100)
            return checkPercent(where, QString::fromLatin1(s.what), s.value, 1, 100);
    if (auto r =
            checkLength(where, QStringLiteral("The stroke"), item.stroke.width, Length(), Length::mm(100), job.unit);
        !r)
        return r;
    if (auto r = checkLength(where, QStringLiteral("The corner radius"), item.cornerRadius, Length(), Length::mm(1000),
                             job.unit);
        !r)
        return r;
    if (auto r = checkPoints(where, item); !r)
        return r;
    if (item.pasteOver && item.kind != ItemKind::Shape)
        return problem(where, QStringLiteral("Only a shape can be a paste-over."));
    if (auto r = checkLength(where, QStringLiteral("What text keeps from it"), item.aroundGap, Length(),
                             Length::mm(100), job.unit);
        !r)
        return r;
    if (item.shadow)
        for (const Length l : {item.shadow->blur, abs(item.shadow->dx), abs(item.shadow->dy)})
            if (auto r = checkLength(where, QStringLiteral("The shadow"), l, Length(), Length::mm(100), job.unit); !r)
                return r;
    return {};
}

} // namespace

Result<void> validateStyle(const Job& job, const QString& where, const TextStyle& style)
{
    if (!job.findInk(style.ink))
        return problem(where, QStringLiteral("The job has no ink named “%1”.").arg(Problem::quoted(style.ink)));
    for (const QString* ink : style.otherInks())
        if (!ink->isEmpty() && !job.findInk(*ink))
            return problem(where, QStringLiteral("The job has no ink named “%1”.").arg(Problem::quoted(*ink)));
    if (auto r = checkPercent(where, QStringLiteral("The strength of the tint"), style.boxStrength, 1, 100); !r)
        return r;
    if (auto r = checkNumber(where, QStringLiteral("The height of the first letter in lines"), style.dropLines, 0,
                             limits::mostDropLines, {});
        !r)
        return r;
    if (style.list == ListMark::Sign && (style.listSign.trimmed().isEmpty() || style.listSign.size() > 8))
        return problem(where, QStringLiteral("The sign of a list has 1 to 8 characters."));
    if (style.leadingShare != 0)
        if (auto r = checkPercent(where, QStringLiteral("The leading"), style.leadingShare, 50, 400); !r)
            return r;
    for (std::size_t i = 1; i < style.tabs.size(); ++i)
        if (style.tabs[i].at <= style.tabs[i - 1].at)
            return problem(where,
                           QStringLiteral("Tab stops go from left to right; each is further on than the one before."));
    if (style.tabs.size() > 20)
        return problem(where, QStringLiteral("A paragraph has up to 20 tab stops."));
    const struct {
        const char* what;
        Length value, least, most;
    } lengths[] = {{"The type size", style.size, Length::points(2), Length::points(800)},
                   {"The leading", style.leading, Length::points(2), Length::points(1600)},
                   {"The space before", style.spaceBefore, Length(), Length::points(1600)},
                   {"The space after", style.spaceAfter, Length(), Length::points(1600)},
                   {"The indent", style.indent, Length(), Length::mm(200)},
                   {"The first indent", style.firstIndent, -Length::mm(200), Length::mm(200)},
                   {"The line above a paragraph", style.ruleAbove, Length(), Length::mm(20)},
                   {"The line under a paragraph", style.ruleBelow, Length(), Length::mm(20)},
                   {"The padding of a tint", style.boxPadding, Length(), Length::mm(100)},
                   {"The indent of a list", style.listIndent, Length(), Length::mm(200)}};
    for (const auto& l : lengths)
        if (l.value < l.least || l.value > l.most)
            return checkLength(where, QString::fromLatin1(l.what), l.value, l.least, l.most, Unit::Point);
    for (const TabStop& tab : style.tabs)
        if (auto r = checkLength(where, QStringLiteral("A tab stop"), tab.at, Length::micrometres(1),
                                 limits::largestSide, job.unit);
            !r)
            return r;
    return {};
}

namespace
{

Result<void> checkItem(const Job& job, const QString& where, const Item& item)
{
    for (const SideAnchor& side : item.sides) {
        if (side.panel < 0 || side.panel >= limits::mostPanels * 2)
            return problem(where,
                           QStringLiteral("One of its sides names panel %1, which no piece has.").arg(side.panel + 1));
        if (auto r = checkLength(where, QStringLiteral("One of its offsets"), abs(side.offset), Length(),
                                 limits::largestSide, job.unit);
            !r)
            return r;
    }
    if (auto r = checkLook(job, where, item); !r)
        return r;
    return item.kind == ItemKind::Text ? checkText(job, where, item) : Result<void>{};
}

} // namespace

Result<void> validateItem(const Job& job, const Item& item)
{
    if (checkItem(job, {}, item))
        return {};
    // Put together only for what is wrong: thousands of items are right at every edit.
    return checkItem(job, QStringLiteral("item “%1”").arg(Problem::quoted(item.name.isEmpty() ? item.id : item.name)),
                     item);
}

Result<void> validateSequence(const Job& job)
{
    const QString where = QStringLiteral("sequence");
    QSet<int> ids;
    for (const SequencePage& page : job.sequence) {
        if (page.id < 1 || ids.contains(page.id))
            return problem(where, QStringLiteral("A page has no number of its own, or one that another has, too."));
        ids.insert(page.id);
    }
    if (!job.sequence.isEmpty() && job.sequence.size() != job.pages.count)
        return problem(where, QStringLiteral("The sequence has %1 pages, but %2 are wanted.")
                                  .arg(job.sequence.size())
                                  .arg(job.pages.count));
    for (const auto& [surface, content] : job.surfaces) {
        if (!job.sequence.isEmpty() && surface.component == Component::Text && surface.master == 0 &&
            !ids.contains(surface.page) && !content->isEmpty())
            return problem(where, QStringLiteral("Something stands on a page that is not in the sequence."));
        const Placement& place = content->placement;
        if (auto found = checkPercent(where, QStringLiteral("The scale of a page"), place.scale, 1, 1000); !found)
            return found;
        if (abs(place.shift.x) > limits::largestSide || abs(place.shift.y) > limits::largestSide)
            return problem(where, QStringLiteral("A page is shifted further than any piece is wide."));
        // Measured by another box than its trim, a page begins before that.
        if (place.part &&
            (place.part->isEmpty() || place.part->x < -limits::largestSide || place.part->y < -limits::largestSide ||
             place.part->right() <= Length() || place.part->bottom() <= Length()))
            return problem(where, QStringLiteral("The part that is taken of a page has no size, or lies off it."));
    }
    return {};
}

} // namespace hinge
