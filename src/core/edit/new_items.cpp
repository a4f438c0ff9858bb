// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/new_items.h"

#include "core/edit/arrange.h"
#include "core/piece/lines.h"

#include <algorithm>

namespace hinge
{
namespace
{

const Rect& safeAreaOf(const Plan& plan, const SurfaceId& surface, int panel)
{
    return plan.panelsOf(surface)[std::size_t(panel)].safeArea;
}

/// The ink of a fresh tint: the first that is a colour, or else the first there is.
QString inkForTint(const Job& job)
{
    const auto colour =
        std::ranges::find_if(job.inks, [](const Ink& ink) { return ink.cmyk.c + ink.cmyk.m + ink.cmyk.y > 0; });
    return colour != job.inks.end() ? colour->name : job.inks.empty() ? QString() : job.inks.front().name;
}

Item tinted(const Job& job, int strength)
{
    Item item;
    item.kind = ItemKind::Shape;
    item.ink = inkForTint(job);
    item.strength = strength;
    return item;
}

} // namespace

Item newPicture(int panel, std::optional<int> column, LinkedFile file)
{
    Item item;
    item.kind = ItemKind::Picture;
    item.file = std::move(file);
    item.sides = column ? sidesFillingSafeArea(panel) : sidesFillingPanel(panel);
    if (column)
        for (const ItemSide s : {ItemSide::Left, ItemSide::Right})
            item.side(s) = holdOnColumn(panel, *column, endOf(s));
    return item;
}

Item newHeading(const Plan& plan, const SurfaceId& surface, int panel, const QString& words)
{
    TextStyle style;
    style.font = QStringLiteral("Vollkorn SemiBold");
    style.size = Length::points(21);
    style.leading = Length::points(26);
    Item item;
    item.kind = ItemKind::Text;
    item.paragraphs = {{words, style}};
    item.sides = sidesFillingSafeArea(panel);
    const Rect& safe = safeAreaOf(plan, surface, panel);
    const Length foot = std::min(safe.y + Length::mm(30), safe.bottom());
    item.side(ItemSide::Bottom) =
        freeSide(plan.paperOf(surface), surface.face, ItemSide::Bottom, withSideAt(safe, ItemSide::Bottom, foot));
    return item;
}

Item newText(int panel, const QString& words)
{
    TextStyle style;
    style.hyphenation = QStringLiteral("en-GB");
    Item item;
    item.kind = ItemKind::Text;
    for (const QString& line : QString(words).remove(u'\r').split(u'\n'))
        item.paragraphs.push_back({line, style});
    while (item.paragraphs.size() > 1 && item.paragraphs.back().text.isEmpty())
        item.paragraphs.pop_back();
    item.sides = sidesFillingSafeArea(panel);
    return item;
}

Item newTint(const Job& job, int panel)
{
    Item item = tinted(job, 30);
    item.sides = sidesFillingPanel(panel);
    return item;
}

Item newGround(const Job& job, const Plan& plan, const SurfaceId& surface)
{
    Item item = tinted(job, 20);
    item.sides = sidesFillingPanel(0);
    item.side(ItemSide::Right).panel = plan.paperOf(surface).columns() - 1;
    item.side(ItemSide::Bottom).panel = int(plan.panelsOf(surface).size()) - 1;
    return item;
}

Item newShape(const Job& job, const Plan& plan, const SurfaceId& surface, int panel)
{
    const Rect& safe = safeAreaOf(plan, surface, panel);
    const Length side = std::min(safe.w, safe.h).part(2);
    Item item = tinted(job, 100);
    item.sides = freeSides(plan.paperOf(surface), surface.face,
                           {safe.x + (safe.w - side).part(2), safe.y + (safe.h - side).part(2), side, side});
    return item;
}

Item newCode(const Job& job, const Plan& plan, const SurfaceId& surface, int panel)
{
    const Rect& safe = safeAreaOf(plan, surface, panel);
    const Length side = std::min({safe.w, safe.h, Length::mm(25)});
    Item item;
    item.kind = ItemKind::Code;
    // A code is read by its contrast: black, where the job has it.
    const QString black = QStringLiteral("Black");
    item.ink = job.findInk(black) ? black : inkForTint(job);
    item.keepWhole = true;
    item.sides =
        freeSides(plan.paperOf(surface), surface.face, {safe.right() - side, safe.bottom() - side, side, side});
    for (const ItemSide s : {ItemSide::Right, ItemSide::Bottom})
        item.side(s) = holdOn(PaperLine::Safe, panel, endOf(s));
    return item;
}

std::vector<Item> copiesBeside(const Plan& plan, const std::vector<Item>& items,
                               const std::function<QString()>& freshId)
{
    std::vector<Item> copies = copiesFor(items, 0, 0, freshId);
    for (std::size_t i = 0; i < copies.size(); ++i) {
        const PlannedItem* original = plan.findItem(items[i].id);
        Rect frame = original->frame;
        frame.x += Length::mm(5);
        frame.y += Length::mm(5);
        copies[i].sides = freeSides(plan.paperOf(original->surface), original->surface.face, frame);
    }
    return copies;
}

} // namespace hinge
