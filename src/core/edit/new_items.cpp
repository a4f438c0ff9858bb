// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/new_items.h"

#include "core/edit/arrange.h"
#include "core/piece/lines.h"
#include "core/plan/item_checks.h"

#include <QUuid>
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

Item tinted(const Job& job, Percent strength)
{
    Item item;
    item.kind = ItemKind::Shape;
    item.ink = inkForTint(job);
    item.strength = strength;
    return item;
}

/// A line down a spine, centred both ways, as large as its width takes, up to the size of the style.
Item spineLine(const Panel& spine, const QString& words, TextStyle style)
{
    const Length room = spine.area.w - spineRoom * 2;
    style.size = std::clamp(room.part(10) * 7, smallestType, style.size);
    style.leading = style.size.part(4) * 5;
    style.align = Align::Centre;
    Item item;
    item.kind = ItemKind::Text;
    item.paragraphs = {{words, style}};
    item.textRun = TextRun::Down;
    item.verticalAlign = VerticalAlign::Middle;
    item.sides = sidesFillingSafeArea(spine.position);
    for (const ItemSide s : {ItemSide::Left, ItemSide::Right}) {
        item.side(s) = holdOn(PaperLine::Edge, spine.position, endOf(s));
        item.side(s).offset = s == ItemSide::Left ? spineRoom : -spineRoom;
    }
    return item;
}

} // namespace

QString freshItemId() { return QUuid::createUuid().toString(QUuid::WithoutBraces).left(8); }

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

bool isDarkBehind(const Job& job, const Plan& plan, const SurfaceId& surface, const Rect& area)
{
    const auto& items = job.on(surface).items;
    const Point middle = area.middle();
    const Rect spot{middle.x, middle.y, Length::micrometres(1), Length::micrometres(1)};
    for (std::size_t i = items.size(); i-- > 0;) {
        const Item& item = items[i];
        const PlannedItem* placed = plan.findItem(item.id); // nullptr for what was put there since
        if (!placed || !placed->frame.contains(spot) || item.kind == ItemKind::Text)
            continue;
        const Ink* ink = item.kind == ItemKind::Shape ? job.findInk(item.ink) : nullptr;
        if (item.kind == ItemKind::Shape && !ink)
            continue; // a frame without a tint
        if (!ink)
            return false;
        // How dark the inks look: cyan and magenta more than yellow, by the weights of luminance (ITU-R BT.601).
        const Cmyk& c = ink->cmyk;
        const double dark = c.k.value() + 0.30 * c.c.value() + 0.59 * c.m.value() + 0.11 * c.y.value();
        return dark * item.strength.share() * item.opacity.share() > 50;
    }
    return false;
}

QString bareInk(const Job& job)
{
    const auto it = std::ranges::find_if(job.inks, [](const Ink& ink) { return !ink.spot && ink.cmyk.total() == 0; });
    return it == job.inks.end() ? QString() : it->name;
}

Item newHeading(const Job& job, const Plan& plan, const SurfaceId& surface, int panel, const QString& words)
{
    const Panel& on = plan.panelsOf(surface)[std::size_t(panel)];
    TextStyle style;
    style.font = QStringLiteral("Vollkorn SemiBold");
    style.size = Length::points(21);
    style.leading = Length::points(26);
    if (const QString bare = bareInk(job); !bare.isEmpty() && isDarkBehind(job, plan, surface, on.area))
        style.ink = bare;
    if (on.role == Role::Spine)
        return spineLine(on, words, style);
    if (on.columnAreas.size() > 1) {
        style.font = TextStyle().font;
        style.size = TextStyle().size;
        style.leading = TextStyle().leading;
        Item item = newText(job, plan, surface, panel, words);
        item.paragraphs.front().style = style;
        return item;
    }
    Item item;
    item.kind = ItemKind::Text;
    item.paragraphs = {{words, style}};
    item.textGutter = usualGutter(job.unit);
    item.sides = sidesFillingLayout(on);
    const Rect& room = on.layoutArea;
    const Length foot = std::min(room.y + Length::mm(30), room.bottom());
    item.side(ItemSide::Bottom) =
        freeSide(plan.paperOf(surface), surface.face, ItemSide::Bottom, withSideAt(room, ItemSide::Bottom, foot));
    return item;
}

Item newField(const Job& job, const Plan& plan, const SurfaceId& surface, int panel, const QString& field)
{
    Item item = newHeading(job, plan, surface, panel, u'{' + field + u'}');
    const Panel& on = plan.panelsOf(surface)[std::size_t(panel)];
    if (on.role == Role::Spine || on.columnAreas.size() > 1)
        return item;
    const Rect& safe = safeAreaOf(plan, surface, panel);
    constexpr Length apart = Length::mm(2);
    Rect line{safe.x, safe.y, safe.w, std::min(Length::mm(11), safe.h)};
    const auto& items = job.on(surface).items;
    const auto& places = plan.itemsOn(surface);
    for (bool moved = true; moved;) {
        moved = false;
        for (std::size_t i = 0; i < items.size(); ++i)
            if (items[i].kind == ItemKind::Text && places[i].frame.overlaps(line)) {
                line.y = places[i].frame.bottom() + apart;
                moved = true;
            }
    }
    if (line.bottom() > safe.bottom())
        line.y = safe.y; // the panel is full of texts: the user sees where it fits
    const Paper& paper = plan.paperOf(surface);
    if (line.y > safe.y)
        item.side(ItemSide::Top) = freeSide(paper, surface.face, ItemSide::Top, line);
    item.side(ItemSide::Bottom) = freeSide(paper, surface.face, ItemSide::Bottom, line);
    return item;
}

Item newText(const Job& job, const Plan& plan, const SurfaceId& surface, int panel, const QString& words)
{
    TextStyle style;
    style.hyphenation = QStringLiteral("en-GB");
    Item item;
    item.kind = ItemKind::Text;
    for (const QString& line : QString(words).remove(u'\r').split(u'\n'))
        item.paragraphs.push_back({line, style});
    while (item.paragraphs.size() > 1 && item.paragraphs.back().text.isEmpty())
        item.paragraphs.pop_back();
    const Panel& on = plan.panelsOf(surface)[std::size_t(panel)];
    item.sides = sidesFillingLayout(on);
    const auto& columns = on.columnAreas;
    item.textGutter = usualGutter(job.unit);
    if (columns.size() > 1) {
        item.textColumns = int(columns.size());
        item.textGutter = columns[1].x - columns[0].right();
    }
    return item;
}

namespace
{

/// The same frame on the page a reader meets next: as far from the spine there as it is here.
std::optional<NewFrame> onNextPage(const Job& job, const Plan& plan, const PlannedItem& from)
{
    const ReaderPage* page = plan.readerPage(from.surface);
    if (!page || page->place + 1 >= job.sequence.size())
        return std::nullopt;
    const SurfaceId next = job.sequence.at(page->place + 1).surface();
    const Paper& paper = plan.paperOf(next);
    Rect frame = from.frame;
    if (plan.readerPage(next) && plan.readerPage(next)->hand != page->hand)
        frame.x = paper.flat.w - frame.right();
    Item item = newText(job, plan, next, 0, QString());
    item.paragraphs.clear();
    item.sides = freeSides(paper, Face::Outside, frame);
    return NewFrame{next, std::move(item)};
}

} // namespace

std::optional<NewFrame> newFrameAfter(const Job& job, const Plan& plan, const QString& textId)
{
    const PlannedItem* from = plan.findItem(textId);
    if (!from)
        return std::nullopt;
    if (from->surface.component == Component::Text)
        return onNextPage(job, plan, *from);
    const int on = panelAt(plan.paperOf(from->surface), from->surface.face, from->frame.middle());
    const int wanted = plan.panelsOf(from->surface)[std::size_t(on)].readingNumber + 1;
    for (const Face face : bothFaces) {
        const auto& panels = plan.panelsOf(face);
        const auto next = std::ranges::find(panels, wanted, &Panel::readingNumber);
        if (next == panels.end())
            continue;
        Item item = newText(job, plan, face, next->position, QString());
        item.paragraphs.clear();
        return NewFrame{face, std::move(item)};
    }
    return std::nullopt;
}

Length usualGutter(Unit unit)
{
    return unit == Unit::Mm || unit == Unit::Cm ? Length::mm(4) : Length::inches(1).part(6);
}

ColumnGrid newGrid(int panel, Unit unit)
{
    ColumnGrid grid{panel};
    grid.gutter = usualGutter(unit);
    grid.rowGutter = grid.gutter;
    return grid;
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
    Item item;
    item.kind = ItemKind::Code;
    const bool isBook = rulesOf(job.kind).form == FlatForm::WrappedCover;
    if (isBook)
        item.code.symbology = Symbology::Ean13;
    const Length usual = std::min({safe.w, safe.h, Length::mm(25)});
    const Size size = isBook ? Size{std::min(safe.w, nominalArticleNumber.w), std::min(safe.h, nominalArticleNumber.h)}
                             : Size{usual, usual};
    // A code is read by its contrast: black, where the job has it.
    const QString black = QStringLiteral("Black");
    item.ink = job.findInk(black) ? black : inkForTint(job);
    item.keepWhole = true;
    item.sides =
        freeSides(plan.paperOf(surface), surface.face, {safe.right() - size.w, safe.bottom() - size.h, size.w, size.h});
    for (const ItemSide s : {ItemSide::Right, ItemSide::Bottom})
        item.side(s) = holdOn(PaperLine::Safe, panel, endOf(s));
    return item;
}

std::optional<Item> groundForCode(const Job& job, const Plan& plan, const QString& codeId)
{
    const PlannedItem* placed = plan.findItem(codeId);
    const QString bare = bareInk(job);
    if (!placed || bare.isEmpty())
        return std::nullopt;
    const Item* code = job.findItem(codeId);
    const Item* disturbing = disturbsCode(job, plan, placed->surface, *code);
    if (!disturbing || disturbing > code) // the job has them in painting order: it lies over the code
        return std::nullopt;
    Item item;
    item.kind = ItemKind::Shape;
    item.ink = bare;
    item.sides = freeSides(plan.paperOf(placed->surface), placed->surface.face, placed->frame.grown(Length::mm(1)));
    return item;
}

bool layGroundUnderCode(Job& job, const QString& codeId)
{
    const auto planned = plan(job);
    auto ground = planned ? groundForCode(job, *planned, codeId) : std::nullopt;
    if (!ground)
        return false;
    auto& items = job.edit(planned->findItem(codeId)->surface).items;
    const auto code = std::ranges::find(items, codeId, &Item::id);
    if (code->group.isEmpty())
        code->group = freshItemId();
    ground->id = freshItemId();
    ground->name =
        code->name.isEmpty() ? QStringLiteral("Ground of a code") : QStringLiteral("Ground of %1").arg(code->name);
    ground->group = code->group;
    items.insert(code, std::move(*ground));
    return true;
}

void resizeItem(Job& job, const Plan& plan, const QString& id, Size size)
{
    const PlannedItem* placed = plan.findItem(id);
    Item* item = job.findItem(id);
    if (!placed || !item)
        return;
    const Paper& paper = plan.paperOf(placed->surface);
    const Face face = placed->surface.face;
    const Rect& safe = safeAreaOf(plan, placed->surface, panelAt(paper, face, placed->frame.middle()));
    Rect frame = placed->frame;
    const bool fromRight = item->side(ItemSide::Right).holds && !item->side(ItemSide::Left).holds;
    const bool fromFoot = item->side(ItemSide::Bottom).holds && !item->side(ItemSide::Top).holds;
    frame.x = fromRight ? frame.right() - size.w : frame.x;
    frame.y = fromFoot ? frame.bottom() - size.h : frame.y;
    frame.w = size.w;
    frame.h = size.h;
    frame.x = std::max(safe.x, std::min(frame.x, safe.right() - size.w));
    frame.y = std::max(safe.y, std::min(frame.y, safe.bottom() - size.h));
    for (const ItemSide side : allSides)
        if (!item->side(side).holds || positionOf(frame, side) != positionOf(placed->frame, side))
            item->side(side) = freeSide(paper, face, side, frame);
}

std::vector<Item> copiesBeside(const Plan& plan, const std::vector<Item>& items, Length by,
                               const std::function<QString()>& freshId)
{
    std::vector<Item> copies = copiesFor(items, 0, 0, freshId);
    for (std::size_t i = 0; i < copies.size(); ++i) {
        const PlannedItem* original = plan.findItem(items[i].id);
        Rect frame = original->frame;
        frame.x += by;
        frame.y += by;
        copies[i].sides = freeSides(plan.paperOf(original->surface), original->surface.face, frame);
    }
    return copies;
}

} // namespace hinge
