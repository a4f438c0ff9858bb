// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/item_checks.h"

#include "core/job/master_copies.h"
#include "core/job/plates.h"
#include "core/job/stand_in_copy.h"
#include "core/plan/contact_check.h"
#include "core/plan/finding_parts.h"
#include "core/plan/master_layers.h"
#include "core/plan/sliver_checks.h"

#include <QSet>
#include <algorithm>
#include <array>
#include <cmath>
#include <map>

namespace hinge
{
namespace
{

/// Type in several inks that must fit each other, or in paper colour. Common practice.
constexpr Length smallestFineType = Length::points(7);
/// A ground of no more ink than this leaves the bars of a code enough contrast. Common practice.
constexpr int lightestGround = 20;
/// What is seen through as much as this hides nothing.
constexpr int hardlyThere = 15;

/// An item and where it lies.
struct Lying {
    const Item& item;
    const PlannedItem& placed;
};

/// What stands on a surface; the plan keeps the order of the job.
std::vector<Lying> lyingOn(const Job& job, const Plan& plan, const SurfaceId& surface)
{
    std::vector<Lying> out;
    const auto& items = job.on(surface).items;
    const auto& places = plan.itemsOn(surface);
    out.reserve(items.size());
    for (std::size_t i = 0; i < items.size(); ++i)
        out.push_back({items[i], places[i]});
    return out;
}

/// What must not be cut, folded or lost.
bool isLive(const Item& item) { return item.kind == ItemKind::Text || item.kind == ItemKind::Code; }

/// Content on glue, under a stamp, or where holes are punched.
void checkKeepClear(const Job& job, const Plan& plan, const SurfaceId& surface, std::vector<Finding>& out)
{
    for (const KeepClear& area : plan.paperOf(surface).keepClear) {
        if (area.face != surface.face)
            continue;
        for (const auto& [item, placed] : lyingOn(job, plan, surface)) {
            const bool matters = area.noPrint || isLive(item);
            if (!matters || placed.frame.isEmpty() || !placed.frame.overlaps(area.area))
                continue;
            out.push_back(foundAt("area.covered", Severity::Warn, job, surface, item,
                                  QStringLiteral("%1 stands where the %3 is, %2"), area.reason, Remedy::None,
                                  {area.what}));
        }
    }
}

/// Printed matter that reaches the edge of the paper must go on to the bleed.
void checkBleeds(const Job& job, const Plan& plan, const SurfaceId& surface, std::vector<Finding>& out)
{
    const Rect trim = trimOf(plan.paper);
    const Rect bleed = bleedOf(plan.paperOf(surface), surface.face);
    for (const auto& [item, placed] : lyingOn(job, plan, surface)) {
        if (isVoid(item, placed.frame)) {
            out.push_back(
                foundAt("item.crossed", Severity::Stop, job, surface, item, QStringLiteral("%1 has no size left, %2"),
                        QStringLiteral("Its sides hold on to lines that have passed each other. Move one of them.")));
            continue;
        }
        if (!placed.shown) {
            out.push_back(
                foundAt("item.off", Severity::Warn, job, surface, item, QStringLiteral("%1 lies off the paper, %2"),
                        QStringLiteral("It will not be printed. Its panel may have gone when the fold changed.")));
            continue;
        }
        if (item.kind == ItemKind::Text || item.kind == ItemKind::Code || item.outline == Outline::Line)
            continue;
        if (job.zones.bleed == Length() && !printsToSize(job, plan.paper.flat) &&
            !trim.grown(-driftOf(job.press.device).knife).contains(placed.frame)) {
            out.push_back(foundAt(
                "bleed.none", Severity::Warn, job, surface, item,
                QStringLiteral("%1 comes to the edge, and there is no bleed, %2"),
                QStringLiteral("The knife drifts by up to %1; without bleed that shows as a white edge. Give the piece "
                               "a bleed, or keep print further from its edges.")
                    .arg(shown(job, driftOf(job.press.device).knife))));
            continue;
        }
        const struct {
            ItemSide side;
            Length inside;  ///< from the side to the trim, positive within the paper
            Length toBleed; ///< from the side to the end of the bleed
        } sides[] = {
            {ItemSide::Left, placed.frame.x - trim.x, placed.frame.x - bleed.x},
            {ItemSide::Top, placed.frame.y - trim.y, placed.frame.y - bleed.y},
            {ItemSide::Right, trim.right() - placed.frame.right(), bleed.right() - placed.frame.right()},
            {ItemSide::Bottom, trim.bottom() - placed.frame.bottom(), bleed.bottom() - placed.frame.bottom()},
        };
        for (const auto& s : sides) {
            // Near the knife but not beyond it by the full bleed.
            if (s.inside > Length::mm(1) || s.toBleed <= Length())
                continue;
            Finding f = foundAt("bleed.short", Severity::Warn, job, surface, item,
                                QStringLiteral("%1 ends %3 short of the bleed, %2"),
                                QStringLiteral("Where the knife drifts outward a white edge would show."),
                                Remedy::PullToBleed, {shown(job, s.toBleed)});
            f.side = s.side;
            out.push_back(f);
        }
    }
}

/// Live matter outside the safe zone or across a fold.
void checkLiveMatter(const Job& job, const Plan& plan, const SurfaceId& surface, std::vector<Finding>& out)
{
    for (const auto& [item, placed] : lyingOn(job, plan, surface)) {
        if (!isLive(item) || placed.frame.isEmpty())
            continue;
        const auto& panels = plan.panelsOf(surface);
        const auto on = std::ranges::find_if(panels, [&](const Panel& p) { return p.area.contains(placed.frame); });
        if (on != panels.end() && on->role == Role::Spine) {
            if (std::min(placed.frame.x - on->area.x, on->area.right() - placed.frame.right()) < spineRoom)
                out.push_back(foundAt(
                    "spine.tight", Severity::Warn, job, surface, item,
                    QStringLiteral("%1 stands too near the edge of the spine, %2"),
                    QStringLiteral("Covers wander by a millimetre; the line would run over onto front or back.")));
            continue;
        }
        if (std::ranges::any_of(panels, [&](const Panel& p) { return p.safeArea.contains(placed.frame); }))
            continue;
        const QString what = item.kind == ItemKind::Code ? QStringLiteral("code") : QStringLiteral("text");
        if (on != panels.end())
            out.push_back(foundAt(
                "text.unsafe", Severity::Warn, job, surface, item, QStringLiteral("%1 leaves the safe zone, %2"),
                QStringLiteral("So near an edge, drift of knife or folder cuts or folds the %1.").arg(what),
                Remedy::MoveToSafe));
        else
            out.push_back(foundAt("text.acrossFold", Severity::Warn, job, surface, item,
                                  QStringLiteral("%1 runs across a fold or off the trim, %2"),
                                  QStringLiteral("A %1 in a fold cracks and is hard to read.").arg(what)));
    }
}

/// Items marked to be kept whole.
void checkWhole(const Job& job, const Plan& plan, const SurfaceId& surface, std::vector<Finding>& out)
{
    for (const auto& [item, placed] : lyingOn(job, plan, surface)) {
        const Rect& frame = placed.frame;
        if (!item.keepWhole || frame.isEmpty())
            continue;
        const auto& panels = plan.panelsOf(surface);
        const auto on = std::ranges::find_if(panels, [&](const Panel& p) { return p.area.contains(frame); });
        if (on != panels.end()) {
            // Texts and codes are told of in any case.
            if (!isLive(item) && !on->safeArea.contains(frame))
                out.push_back(foundAt("whole.unsafe", Severity::Warn, job, surface, item,
                                      QStringLiteral("%1 should stay whole but leaves the safe zone, %2"),
                                      QStringLiteral("So near an edge, drift of knife or folder cuts or folds it."),
                                      Remedy::MoveToSafe));
            continue;
        }
        out.push_back(foundAt("whole.cut", Severity::Warn, job, surface, item,
                              QStringLiteral("%1 should stay whole but is cut or folded, %2"),
                              QStringLiteral("It reaches over the trim or a fold.")));
    }
}

void checkStrokes(const Job& job, const SurfaceId& surface, std::vector<Finding>& out)
{
    for (const Item& item : job.on(surface).items) {
        if (item.stroke.width > Length() && item.stroke.width < thinnestStroke)
            out.push_back(foundAt("stroke.hairline", Severity::Warn, job, surface, item,
                                  QStringLiteral("%1 has a hairline, %2"),
                                  QStringLiteral("Lines thinner than a quarter of a point break up on the plate."),
                                  Remedy::ThickenStroke));
        if (item.kind == ItemKind::Shape && item.ink.isEmpty() && item.stroke.width == Length())
            out.push_back(foundAt("item.empty", Severity::Warn, job, surface, item,
                                  QStringLiteral("%1 prints nothing, %2"),
                                  QStringLiteral("It has neither a tint nor a stroke."), Remedy::RemoveItem));
    }
}

int inksIn(const Cmyk& c) { return (c.c > 0) + (c.m > 0) + (c.y > 0) + (c.k > 0); }

/// Type that is too small for the inks it is printed in.
void checkSmallType(const Job& job, const SurfaceId& surface, std::vector<Finding>& out)
{
    for (const Item& item : job.on(surface).items) {
        if (item.kind != ItemKind::Text)
            continue;
        std::optional<Length> worst;
        QString why;
        for (const Paragraph& p : item.paragraphs) {
            const TextStyle& style = job.styleOf(p);
            const Ink* ink = job.findInk(style.ink);
            const bool reversed = !ink->spot && ink->cmyk.total() == 0;
            const bool several = !ink->spot && inksIn(ink->cmyk) > 1;
            const Length least = reversed || several ? smallestFineType : smallestType;
            if (p.text.trimmed().isEmpty() || style.size >= least || (worst && style.size >= *worst))
                continue;
            worst = style.size;
            why = reversed  ? QStringLiteral("In paper colour, ink runs into letters below 7 points.")
                  : several ? QStringLiteral("It is printed in several inks, which never fit each other exactly; below "
                                             "7 points that shows.")
                            : QStringLiteral("Below 5 points type is hard to read and to print.");
        }
        if (worst)
            out.push_back(foundAt("text.small", Severity::Warn, job, surface, item,
                                  QStringLiteral("%1 has type of %3, %2"), why, Remedy::None,
                                  {formatLength(*worst, Unit::Point)}));
    }
}

/// Words that only show how much a frame holds.
void checkStandIns(const Job& job, std::vector<Finding>& out)
{
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items)
            if (std::ranges::any_of(item.paragraphs, [](const Paragraph& p) { return isStandIn(p.text); }))
                out.push_back(foundAt("text.standIn", Severity::Warn, job, surface, item,
                                      QStringLiteral("%1 still has dummy copy, %2"),
                                      QStringLiteral("It is there to show how much the frame holds. Put the real words "
                                                     "in its place.")));
}

/// More ink than the paper takes.
void checkInks(const Job& job, std::vector<Finding>& out)
{
    std::map<QString, std::pair<SurfaceId, QString>> used; // ink -> where it is seen first
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items)
            for (const auto& [ink, strength] : inksOf(job, item))
                used.try_emplace(ink, surface, item.id);
    for (const Ink& ink : job.inks) {
        const auto where = used.find(ink.name);
        if (where == used.end() || ink.spot || ink.cmyk.total() <= job.press.inkLimit)
            continue;
        Finding f = found("ink.heavy", Severity::Warn,
                          QStringLiteral("The ink %1 comes to %2 %; the press takes %3 %")
                              .arg(ink.name, percentText(ink.cmyk.total()), QString::number(job.press.inkLimit)),
                          QStringLiteral("So much ink does not dry; it sets off on the next sheet."));
        f.surface = where->second.first;
        f.itemId = where->second.second;
        out.push_back(f);
    }
}

/// The frames that some text runs on into.
QSet<QString> framesRunInto(const Job& job)
{
    QSet<QString> frames;
    for (const auto& [any, content] : job.surfaces)
        for (const Item& item : content->items)
            if (!item.next.isEmpty())
                frames.insert(item.next);
    return frames;
}

/// Frames that wait for a picture or for words.
void checkWaiting(const Job& job, const SurfaceId& surface, const QSet<QString>& runOnInto, std::vector<Finding>& out)
{
    for (const Item& item : job.on(surface).items) {
        const bool wordless = item.kind == ItemKind::Text && item.paragraphs.empty() && !runOnInto.contains(item.id);
        if (item.isWaiting() || wordless)
            out.push_back(
                foundAt("frame.empty", Severity::Warn, job, surface, item, QStringLiteral("%1 is still empty, %2"),
                        QStringLiteral("Nothing prints there. Fill it, or take it off."), Remedy::RemoveItem));
    }
}

/// True of two that print the same, whatever they are called and hold on to.
bool looksLike(const Item& item, Item other)
{
    other.id = item.id;
    other.name = item.name;
    other.sides = item.sides;
    return other == item;
}

/// What lies twice on one spot.
void checkDoubled(const Job& job, const Plan& plan, const SurfaceId& surface, std::vector<Finding>& out)
{
    const std::vector<Lying> all = lyingOn(job, plan, surface);
    std::vector<const Lying*> bySpot;
    for (const Lying& lying : all)
        if (!lying.item.isWaiting())
            bySpot.push_back(&lying);
    const auto spot = [](const Lying* l) {
        const Rect& f = l->placed.frame;
        return std::tuple(f.x, f.y, f.w, f.h, l->item.kind);
    };
    // Those on one spot come side by side, the lowest first.
    std::ranges::stable_sort(bySpot, {}, spot);
    for (std::size_t i = 1; i < bySpot.size(); ++i) {
        const Item& item = bySpot[i]->item;
        constexpr std::size_t deepest = 20; // of a pile on one spot: thousands there are not compared each with each
        for (std::size_t below = i; below > 0 && i - below < deepest && spot(bySpot[below - 1]) == spot(bySpot[i]);
             --below) {
            if (!looksLike(item, bySpot[below - 1]->item))
                continue;
            out.push_back(
                foundAt("item.doubled", Severity::Warn, job, surface, item,
                        QStringLiteral("%1 lies twice on the same spot, %2"),
                        QStringLiteral("The one below cannot be seen; changes to one leave the other as it was."),
                        Remedy::RemoveItem));
            break;
        }
    }
}

void checkOddLooks(const Job& job, std::vector<Finding>& out)
{
    for (const OddLook& odd : oddLooks(job)) {
        const Item& item = *job.findItem(odd.itemId);
        const TextStyle& style = job.styleOf(item.paragraphs[odd.paragraph]);
        out.push_back(foundAt("text.odd", Severity::Warn, job, odd.surface, item,
                              QStringLiteral("%1 is set in %3 of %4, %2"),
                              QStringLiteral("Text like it is set in %1 of %2; a single odd one looks like a mistake.")
                                  .arg(odd.font, formatLength(odd.size, Unit::Point)),
                              Remedy::MatchLook, {style.font, formatLength(style.size, Unit::Point)}));
    }
}

} // namespace

const Item* disturbsCode(const Job& job, const Plan& plan, const SurfaceId& surface, const Item& code)
{
    const auto& items = job.on(surface).items;
    const Rect& frame = plan.findItem(code.id)->frame;
    const auto at = std::ranges::find(items, code.id, &Item::id);
    const auto reaches = [&](const Item& other) {
        return other.opacity >= hardlyThere && plan.findItem(other.id)->frame.overlaps(frame);
    };
    for (auto above = at + 1; above != items.end(); ++above)
        if (reaches(*above))
            return &*above;
    // Down from the code: a light ground that holds all of it hides whatever lies further below.
    for (auto below = at; below != items.begin();) {
        --below;
        const Ink* ink = job.findInk(below->ink);
        const bool light = below->kind == ItemKind::Shape && ink &&
                           ink->cmyk.total().value() * below->strength.share() <= lightestGround;
        if (light && below->opacity == 100 && plan.findItem(below->id)->frame.contains(frame))
            return nullptr;
        if (!light && reaches(*below))
            return &*below;
    }
    return nullptr;
}

std::vector<OddLook> oddLooks(const Job& job)
{
    struct Use {
        int own = 0;    ///< paragraphs with a look of their own
        int styled = 0; ///< those that follow a style: as they were meant, and they say what is usual
        OddLook first;
        [[nodiscard]] bool isUsual() const { return own >= 3 || styled > 0; }
        [[nodiscard]] int times() const { return own + styled; }
    };
    std::map<std::pair<QString, Length>, Use> uses;
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items)
            for (std::size_t i = 0; i < item.paragraphs.size(); ++i) {
                const Paragraph& p = item.paragraphs[i];
                // The header of a table is meant to stand out.
                const bool header = item.table && i < std::size_t(item.table->headerRows);
                if (p.text.trimmed().isEmpty() || isMasterCopy(item.id) || header)
                    continue;
                const TextStyle& style = job.styleOf(p);
                Use& use = uses[{style.font, style.size}];
                ++(p.styleName.isEmpty() ? use.own : use.styled);
                use.first = {item.id, surface, i, style.font, style.size};
            }
    std::vector<OddLook> out;
    for (const auto& [look, use] : uses) {
        if (use.own != 1 || use.styled > 0)
            continue;
        const auto& [font, size] = look;
        const Use* likes = nullptr;
        for (const auto& [other, otherUse] : uses) {
            const double ratio = other.second.toMm() / size.toMm();
            // Another size on purpose differs by more than a sixth.
            const bool alike =
                other.first == font ? std::abs(ratio - 1) > 1e-9 && std::abs(ratio - 1) < 0.16 : other.second == size;
            if (alike && otherUse.isUsual() && (!likes || otherUse.times() > likes->times()))
                likes = &otherUse;
        }
        if (!likes)
            continue;
        OddLook odd = use.first;
        odd.font = likes->first.font;
        odd.size = likes->first.size;
        out.push_back(odd);
    }
    return out;
}

void checkItems(const Job& job, const Plan& plan, std::vector<Finding>& out)
{
    const QSet<QString> runOnInto = framesRunInto(job);
    for (const auto& [surface, content] : job.surfaces) {
        if (content->items.empty())
            continue;
        checkKeepClear(job, plan, surface, out);
        checkBleeds(job, plan, surface, out);
        checkLiveMatter(job, plan, surface, out);
        checkWhole(job, plan, surface, out);
        checkSlivers(job, plan, surface, out);
        checkStrokes(job, surface, out);
        checkSmallType(job, surface, out);
        if (surface.master == 0)
            checkWaiting(job, surface, runOnInto, out);
        checkDoubled(job, plan, surface, out);
    }
    checkMasterFrames(job, plan, out);
    checkStandIns(job, out);
    checkContact(job, out);
    checkInks(job, out);
    checkOddLooks(job, out);
}

} // namespace hinge
