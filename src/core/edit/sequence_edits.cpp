// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/sequence_edits.h"

#include "core/edit/new_items.h"
#include "core/piece/lines.h"

#include <QFileInfo>
#include <QSet>
#include <algorithm>
#include <set>

namespace hinge
{
namespace
{

/// Fresh numbers for pages, one after the other.
class FreshIds
{
public:
    explicit FreshIds(const Job& job)
    {
        for (const SequencePage& page : job.sequence)
            last_ = std::max(last_, page.id);
        // What once stood on a page that is gone must not come back with its number.
        for (const auto& [surface, content] : job.surfaces)
            last_ = std::max(last_, surface.page);
    }
    SequencePage page() { return SequencePage{++last_, PageState::Nothing, {}, {}}; }

private:
    int last_ = 0;
};

/// Those that are there, each once, in order.
std::vector<int> sound(const Job& job, const std::vector<int>& places)
{
    std::set<int> out;
    for (const int place : places)
        if (place >= 0 && place < job.sequence.size())
            out.insert(place);
    return {out.begin(), out.end()};
}

/// Of a page of the sequence; `plan` is that of the job.
Hand handOf(const Job& job, const Plan& plan, int place) { return plan.handOf(job.sequence.at(place).surface()); }

void countFollows(Job& job) { job.pages.count = int(job.sequence.size()); }

template <class Change>
void changeSupplied(Job& job, const std::vector<int>& places, const Change& change)
{
    beginSequence(job);
    for (const int place : sound(job, places)) {
        const SurfaceId surface = job.sequence.at(place).surface();
        if (job.on(surface).supplied)
            change(job.edit(surface).placement);
    }
}

} // namespace

void beginSequence(Job& job)
{
    if (!job.sequence.isEmpty())
        return;
    FreshIds ids(job);
    for (int i = 0; i < job.pages.count; ++i)
        job.sequence.push_back(ids.page());
}

void insertPages(Job& job, int before, int count)
{
    beginSequence(job);
    const auto at = before < 0 || before > job.sequence.size() ? job.sequence.size() : qsizetype(before);
    FreshIds ids(job);
    for (int i = 0; i < count; ++i)
        job.sequence.insert(at + i, ids.page());
    countFollows(job);
}

void removePages(Job& job, const std::vector<int>& places)
{
    beginSequence(job);
    const std::vector<int> going = sound(job, places);
    for (auto place = going.rbegin(); place != going.rend() && job.sequence.size() > 1; ++place) {
        job.surfaces.erase(job.sequence.at(*place).surface());
        job.sequence.removeAt(*place);
    }
    countFollows(job);
}

void movePages(Job& job, const std::vector<int>& places, int before)
{
    beginSequence(job);
    const std::vector<int> moving = sound(job, places);
    Sequence taken;
    Sequence kept;
    qsizetype at = -1;
    for (qsizetype i = 0; i < job.sequence.size(); ++i) {
        if (i == before)
            at = kept.size();
        (std::ranges::binary_search(moving, int(i)) ? taken : kept).push_back(job.sequence.at(i));
    }
    if (at < 0)
        at = before < 0 ? 0 : kept.size();
    for (qsizetype i = 0; i < taken.size(); ++i)
        kept.insert(at + i, taken.at(i));
    job.sequence = kept;
}

namespace
{

/// What stands on a page, on another one that is to come into the sequence.
SequencePage copyOf(Job& job, const SequencePage& original, FreshIds& ids)
{
    SequencePage copy = ids.page();
    copy.state = original.state;
    copy.question = original.question;
    job.surfaces.share(original.surface(), copy.surface());
    // Items have names of their own wherever they stand.
    if (!job.on(copy.surface()).items.empty()) {
        auto& items = job.edit(copy.surface()).items;
        QHash<QString, QString> now;
        for (Item& item : items)
            item.id = now[item.id] = freshItemId();
        for (Item& item : items)
            item.next = now.value(item.next); // a text that ran on to another page ends here
    }
    return copy;
}

} // namespace

void duplicatePages(Job& job, const std::vector<int>& places)
{
    beginSequence(job);
    FreshIds ids(job);
    const std::vector<int> copied = sound(job, places);
    for (auto place = copied.rbegin(); place != copied.rend(); ++place)
        job.sequence.insert(*place + 1, copyOf(job, SequencePage(job.sequence.at(*place)), ids));
    countFollows(job);
}

void copyPages(Job& job, const std::vector<int>& places, int before)
{
    beginSequence(job);
    FreshIds ids(job);
    QList<SequencePage> copies;
    for (const int place : sound(job, places))
        copies << copyOf(job, SequencePage(job.sequence.at(place)), ids);
    const qsizetype at = std::clamp<qsizetype>(before, 0, job.sequence.size());
    for (qsizetype i = 0; i < copies.size(); ++i)
        job.sequence.insert(at + i, copies[i]);
    countFollows(job);
}

void swapPages(Job& job, int one, int other)
{
    beginSequence(job);
    if (sound(job, {one, other}).size() == 2)
        job.sequence.swapItemsAt(one, other);
}

void reversePages(Job& job, const std::vector<int>& places)
{
    beginSequence(job);
    const std::vector<int> turned = sound(job, places);
    for (std::size_t i = 0; i < turned.size() / 2; ++i)
        job.sequence.swapItemsAt(turned[i], turned[turned.size() - 1 - i]);
}

Result<void> setPageCount(Job& job, int count)
{
    if (job.sequence.isEmpty()) {
        job.pages.count = count;
        return {};
    }
    for (qsizetype i = std::max(0, count); i < job.sequence.size(); ++i)
        if (!job.on(job.sequence.at(i).surface()).isEmpty())
            return problem(
                QStringLiteral("pages.count"),
                QStringLiteral("Something stands on page %1. Take it out of the sequence first.").arg(i + 1));
    while (job.sequence.size() > std::max(1, count)) {
        job.surfaces.erase(job.sequence.last().surface());
        job.sequence.removeLast();
    }
    // Beyond what any piece has the count is refused later, with its reason.
    if (count > job.sequence.size() && count <= limits::mostPages)
        insertPages(job, int(job.sequence.size()), count - int(job.sequence.size()));
    job.pages.count = count;
    return {};
}

void setPageState(Job& job, const std::vector<int>& places, PageState state, const QString& question)
{
    beginSequence(job);
    for (const int place : sound(job, places)) {
        job.sequence[place].state = state;
        job.sequence[place].question = state == PageState::Question ? question : QString();
    }
}

void hidePageNumbers(Job& job, const std::vector<int>& places, bool hide)
{
    beginSequence(job);
    for (const int place : sound(job, places))
        job.sequence[place].hidesNumber = hide;
}

void turnPages(Job& job, const std::vector<int>& places, Turn by)
{
    changeSupplied(job, places, [by](Placement& p) { p.turn = Turn((int(p.turn) + int(by)) % 360); });
}

void setFromSpine(Job& job, const Plan& plan, const std::vector<int>& places, Length fromSpine)
{
    beginSequence(job);
    for (const int place : sound(job, places)) {
        const SurfaceId surface = job.sequence.at(place).surface();
        if (job.on(surface).supplied)
            job.edit(surface).placement.shift.x = handOf(job, plan, place) == Hand::Right ? fromSpine : -fromSpine;
    }
}

void setDown(Job& job, const std::vector<int>& places, Length down)
{
    changeSupplied(job, places, [down](Placement& p) { p.shift.y = down; });
}

Length fromSpine(const Job& job, const Plan& plan, int place)
{
    if (place < 0 || place >= job.sequence.size())
        return {};
    const Length shift = job.on(job.sequence.at(place).surface()).placement.shift.x;
    return handOf(job, plan, place) == Hand::Right ? shift : -shift;
}

void scalePages(Job& job, const std::vector<int>& places, Percent scale)
{
    changeSupplied(job, places, [scale](Placement& p) { p.scale = scale; });
}

Result<void> putOnCover(Job& job, const Plan& plan, int place, CoverPanel panel)
{
    const SurfaceId from = place >= 0 && place < job.sequence.size() ? job.sequence.at(place).surface() : SurfaceId();
    if (from.component != Component::Text || !job.on(from).supplied)
        return problem({}, QStringLiteral("Nothing from a file stands on that page."));
    if (job.on(from).placement.part)
        return problem({}, QStringLiteral("Half of a drawing stands on that page; a cover takes a whole one."));
    const auto& outside = plan.paper.face(Face::Outside);
    const auto back = std::ranges::find(outside, Role::BackCover, &Panel::role);
    const bool atFront = panel == CoverPanel::Front || panel == CoverPanel::InsideFront;
    if (!hasOwnCover(job) || (!atFront && back == outside.end()))
        return problem({}, QStringLiteral("The piece has no such panel of a cover of its own."));
    const Panel& printed = atFront ? outside[std::size_t(plan.paper.front())] : *back;
    const bool isInside = panel == CoverPanel::InsideFront || panel == CoverPanel::InsideBack;
    Item item;
    item.id = freshItemId();
    item.kind = ItemKind::Picture;
    item.file = *job.on(from).supplied;
    item.name = QFileInfo(item.file.path).completeBaseName();
    item.sides = sidesFillingPanel(isInside ? plan.paper.behind(printed).position : printed.position);
    job.edit(isInside ? Face::Inside : Face::Outside).items.push_back(item);
    return {};
}

} // namespace hinge
