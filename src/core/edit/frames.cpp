// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/frames.h"

#include "core/edit/new_items.h"
#include "core/file/links.h"
#include "core/job/master_copies.h"
#include "core/plan/item_checks.h"
#include "core/units/hand_steps.h"

#include <QFileInfo>
#include <algorithm>

namespace hinge
{
namespace
{

/// A row a frame that usually stands on a panel: common practice, no source.
struct UsualFrame {
    Role role;
    FrameFor what;
    const char* waitsFor;
    int from, to; ///< of the height of the safe area, in thousandths from the panel's head
    int points;   ///< size of its words; 0 for that of running text
    Align align;
    bool toBleed; ///< out to the bleed at the head and beside it
};

using F = FrameFor;
using A = Align;

// clang-format off
constexpr UsualFrame usual[] = {
  {Role::FrontCover, F::Picture, "Picture",          0,   600, 0,  A::Left,   true},
  {Role::FrontCover, F::Words,   "Title",            640, 780, 26, A::Centre, false},
  {Role::FrontCover, F::Words,   "Line below it",    790, 860, 12, A::Centre, false},
  {Role::BackCover,  F::Picture, "Map or picture",   0,   450, 0,  A::Left,   false},
  {Role::BackCover,  F::Words,   "Contact lines",    500, 800, 10, A::Centre, false},
  {Role::BackCover,  F::Picture, "Logo",             860, 1000, 0, A::Left,   false},
  {Role::TuckInFlap, F::Words,   "Heading",          0,   110, 18, A::Left,   false},
  {Role::TuckInFlap, F::Words,   "Short text",       130, 620, 0,  A::Left,   false},
  {Role::TuckInFlap, F::Picture, "Picture",          660, 1000, 0, A::Left,   false},
  {Role::Outside,    F::Words,   "Heading",          0,   110, 18, A::Left,   false},
  {Role::Outside,    F::Words,   "Text",             130, 1000, 0, A::Left,   false},
  {Role::Inside,     F::Words,   "Heading",          0,   110, 18, A::Left,   false},
  {Role::Inside,     F::Picture, "Picture",          130, 480, 0,  A::Left,   false},
  {Role::Inside,     F::Words,   "Text",             510, 1000, 0, A::Left,   false},
  {Role::CoverFlap,  F::Picture, "Portrait",         0,   300, 0,  A::Left,   false},
  {Role::CoverFlap,  F::Words,   "About the author", 330, 1000, 0, A::Left,   false},
  {Role::Stub,       F::Words,   "Number",           0,   200, 14, A::Centre, false},
};
// clang-format on

/// Where live matter has less room than this nothing usually stands.
constexpr Length narrowest = Length::mm(12);

TextStyle styleOf(const Job& job, const Plan& plan, const SurfaceId& surface, const Rect& area, int points, Align align)
{
    TextStyle style;
    style.align = align;
    if (points > 0) {
        style.font = QStringLiteral("Vollkorn SemiBold");
        style.size = Length::points(points);
        style.leading = style.size.part(4) * 5;
    } else {
        style.hyphenation = QStringLiteral("en-GB");
    }
    if (const QString bare = bareInk(job); !bare.isEmpty() && isDarkBehind(job, plan, surface, area))
        style.ink = bare;
    return style;
}

} // namespace

Item newFrame(const Job& job, const Plan& plan, const SurfaceId& surface, FrameFor what, const Rect& area, Length reach)
{
    Item item;
    item.kind = what == FrameFor::Picture ? ItemKind::Picture : ItemKind::Text;
    item.name = what == FrameFor::Picture ? QStringLiteral("Picture") : QStringLiteral("Text");
    if (what == FrameFor::Words) {
        item.paragraphs = {{QString(), styleOf(job, plan, surface, area, 0, Align::Left)}};
        item.textGutter = usualGutter(job.unit);
    }
    for (const ItemSide side : allSides) {
        item.side(side) = settledSide(plan.paperOf(surface), surface.face, side, area, reach);
        if (!item.side(side).holds)
            item.side(side).offset = toStep(item.side(side).offset, handSteps(job.unit).small);
    }
    return item;
}

Rect roomAt(const Plan& plan, const SurfaceId& surface, Point place)
{
    const Panel& panel = plan.panelsOf(surface)[std::size_t(panelAt(plan.paperOf(surface), surface.face, place))];
    const auto at = [](const std::vector<Rect>& areas, auto end, Length where) {
        const auto found = std::ranges::find_if(areas, [&](const Rect& r) { return where < (r.*end)(); });
        return found == areas.end() ? areas.back() : *found;
    };
    const Rect column = at(panel.columnAreas, &Rect::right, place.x);
    const Rect row = at(panel.rowAreas, &Rect::bottom, place.y);
    return {column.x, row.y, column.w, row.h};
}

std::vector<Item> usualFrames(const Job& job, const Plan& plan, const SurfaceId& surface, int panel)
{
    const Panel& on = plan.panelsOf(surface)[std::size_t(panel)];
    std::vector<Item> out;
    if (on.role == Role::Spine) {
        if (std::ranges::any_of(job.on(surface).items, [&](const Item& item) {
                return item.kind == ItemKind::Text && on.area.contains(plan.findItem(item.id)->frame);
            }))
            return {}; // one title is enough
        if (on.area.w < spineRoom * 2 + Length::points(6) || on.safeArea.h < narrowest)
            return {}; // too thin to be printed on
        Item title = newHeading(job, plan, surface, panel, QString());
        title.name = QStringLiteral("Title");
        return {title};
    }
    const Rect& room = on.layoutArea;
    if (room.w < narrowest || room.h < narrowest)
        return {}; // the inside of a spine
    const auto waits = [&](const char* name) {
        return std::ranges::any_of(job.on(surface).items, [&](const Item& item) {
            return item.isWaiting() && item.name == QLatin1String(name) &&
                   on.bleedArea.contains(plan.findItem(item.id)->frame);
        });
    };
    for (const UsualFrame& row : usual) {
        if (row.role != on.role || waits(row.waitsFor))
            continue;
        // The head of a panel that is read the other way up is at its foot.
        const auto down = [&](int share) {
            const int from = on.headDown ? 1000 - share : share;
            return from == 1000 ? room.h : room.h.part(1000) * from; // a thousand parts may leave a rest
        };
        const Length head = room.y + std::min(down(row.from), down(row.to));
        const Length foot = room.y + std::max(down(row.from), down(row.to));
        Rect area = Rect::fromEdges(room.x, head, room.right(), foot);
        if (row.toBleed) {
            const Rect& bleed = on.bleedArea;
            area = on.headDown ? Rect::fromEdges(bleed.x, head, bleed.right(), bleed.bottom())
                               : Rect::fromEdges(bleed.x, bleed.y, bleed.right(), foot);
        }
        Item item = newFrame(job, plan, surface, row.what, area, {});
        item.name = QString::fromLatin1(row.waitsFor);
        if (row.what == FrameFor::Words)
            item.paragraphs.front().style = styleOf(job, plan, surface, area, row.points, row.align);
        out.push_back(std::move(item));
    }
    return out;
}

bool waitsFor(const Item& item, FrameFor what)
{
    return item.isWaiting() && item.kind == (what == FrameFor::Picture ? ItemKind::Picture : ItemKind::Text);
}

QStringList waitingFrames(const Job& job, const Plan& plan, const SurfaceId& surface, FrameFor what, int panel)
{
    struct Waiting {
        int order;
        Length down, across;
        QString id;
    };
    const auto& panels = plan.panelsOf(surface);
    const int count = int(panels.size());
    const int first = panels[std::size_t(std::clamp(panel, 0, count - 1))].readingNumber;
    std::vector<Waiting> found;
    for (const SurfaceId& layer : plan.layersOf(surface))
        for (const Item& item : job.on(layer).items) {
            if (!waitsFor(item, what) || item.locked || isLetGo(job, surface, layer, item))
                continue;
            const Rect& frame = plan.findItem(item.id)->frame;
            const Panel& on = panels[std::size_t(panelAt(plan.paperOf(surface), surface.face, frame.middle()))];
            const bool before = on.readingNumber < first;
            found.push_back({on.readingNumber + (before ? 1000 : 0), on.headDown ? -frame.bottom() : frame.y,
                             on.headDown ? -frame.right() : frame.x, item.id});
        }
    std::ranges::stable_sort(found, {}, [](const Waiting& w) { return std::tuple(w.order, w.down, w.across); });
    QStringList ids;
    for (const Waiting& w : found)
        ids << w.id;
    return ids;
}

namespace
{

/// A name without its spaces, signs and capitals.
QString bareName(const QString& name)
{
    QString out;
    for (const QChar c : name)
        if (c.isLetterOrNumber())
            out += c.toLower();
    return out;
}

} // namespace

QStringList framesForFiles(const Job& job, QStringList frames, const QStringList& paths)
{
    QStringList out;
    for (const QString& path : paths) {
        const QString name = bareName(QFileInfo(shownPath(path)).completeBaseName());
        const auto called = std::ranges::find_if(frames, [&](const QString& id) {
            const Item* frame = job.findItem(id);
            return frame && !name.isEmpty() && bareName(frame->name) == name;
        });
        out << (called == frames.end() ? QString() : *called);
        if (called != frames.end())
            frames.erase(called);
    }
    for (QString& frame : out)
        if (frame.isEmpty() && !frames.isEmpty())
            frame = frames.takeFirst();
    return out;
}

void fillFrame(Item& frame, LinkedFile file)
{
    frame.file = std::move(file);
    frame.crop = {};
}

void fillFrame(Item& frame, const QString& words)
{
    const Paragraph like = frame.paragraphs.empty() ? Paragraph{} : frame.paragraphs.front();
    frame.paragraphs.clear();
    for (const QString& line : QString(words).remove(u'\r').split(u'\n')) {
        frame.paragraphs.push_back(like);
        frame.paragraphs.back().text = line;
        frame.paragraphs.back().spans.clear();
    }
    while (frame.paragraphs.size() > 1 && frame.paragraphs.back().text.isEmpty())
        frame.paragraphs.pop_back();
}

} // namespace hinge
