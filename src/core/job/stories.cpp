// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/stories.h"

namespace hinge
{
namespace
{

/// The frame that runs on into this one; nullptr for the first of a chain.
const Item* before(const Job& job, const QString& itemId)
{
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items)
            if (item.kind == ItemKind::Text && item.next == itemId && !itemId.isEmpty())
                return &item;
    return nullptr;
}

} // namespace

QStringList chainOf(const Job& job, const Item& item)
{
    // A frame with words of its own is the first of its text (see `validateItem`), and most texts have but one.
    return item.next.isEmpty() && !item.paragraphs.empty() ? QStringList{item.id} : chainOf(job, item.id);
}

QStringList chainOf(const Job& job, const QString& itemId)
{
    QString first = itemId;
    QStringList seen{first};
    for (const Item* item = before(job, first); item && !seen.contains(item->id); item = before(job, first)) {
        first = item->id;
        seen << first;
    }
    QStringList chain;
    for (const Item* item = job.findItem(first); item && !chain.contains(item->id); item = job.findItem(item->next))
        chain << item->id;
    return chain;
}

std::vector<Paragraph> lookedUp(const Job& job, const Item& item)
{
    std::vector<Paragraph> out = item.paragraphs;
    for (Paragraph& p : out) {
        p.style = job.styleOf(p);
        for (CharacterStyle& span : p.spans)
            span = job.lookOf(span);
    }
    return out;
}

void removeItem(Job& job, const QString& itemId)
{
    const Item* gone = job.findItem(itemId);
    if (!gone)
        return;
    const QString next = gone->next;
    if (Item* follower = job.findItem(next); follower && !gone->paragraphs.empty())
        follower->paragraphs = gone->paragraphs;
    job.surfaces.editEach([&](SurfaceContent& content) {
        for (Item& item : content.items)
            if (item.next == itemId)
                item.next = next;
        std::erase_if(content.items, [&](const Item& item) { return item.id == itemId; });
    });
}

bool wouldLoop(const Job& job, const QString& from, const QString& to) { return chainOf(job, from).contains(to); }

void runOn(Job& job, const QString& from, const QString& to)
{
    Item* first = job.findItem(from);
    Item* second = job.findItem(to);
    if (!first || (!to.isEmpty() && !second))
        return;
    first->next = to;
    if (!second || second->paragraphs.empty())
        return;
    Item* head = job.findItem(chainOf(job, from).first());
    head->paragraphs.insert(head->paragraphs.end(), second->paragraphs.begin(), second->paragraphs.end());
    second->paragraphs.clear();
}

} // namespace hinge
