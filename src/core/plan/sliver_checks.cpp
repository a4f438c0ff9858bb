// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/sliver_checks.h"

#include "core/job/outline_path.h"
#include "core/plan/finding_parts.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace hinge
{
namespace
{

/// Of what lies about one spot only so many are measured against each other: in a pile of thousands one sliver more
/// says nothing.
constexpr int mostNeighbours = 20;
constexpr int stepsOfACurve = 32;

/// Something printed, as far as its ink reaches.
struct Inked {
    const Item* item;
    Length stroke; ///< half of it, outside the outline
    Rect reach;    ///< about all of its ink
    bool straight; ///< its outline is `reach` itself
};

Rect reachOf(const Item& item, const Rect& frame, Length stroke)
{
    if (item.outline != Outline::Polygon && item.outline != Outline::Free)
        return frame.grown(stroke);
    const auto path = outlinePath(frame, item);
    double l = std::numeric_limits<double>::max(), t = l, r = -l, b = -l;
    for (const PathStep& step : path) {
        if (step.kind == PathStep::Close)
            continue;
        l = std::min(l, step.to.x());
        r = std::max(r, step.to.x());
        t = std::min(t, step.to.y());
        b = std::max(b, step.to.y());
    }
    return Rect::fromEdges(Length::nearestMm(l), Length::nearestMm(t), Length::nearestMm(r), Length::nearestMm(b))
        .grown(stroke);
}

std::vector<Inked> inkedOn(const Job& job, const Plan& plan, const SurfaceId& surface)
{
    std::vector<Inked> out;
    const auto& items = job.on(surface).items;
    const auto& places = plan.itemsOn(surface);
    for (std::size_t i = 0; i < items.size(); ++i) {
        const Item& item = items[i];
        const Length stroke = item.stroke.width.part(2);
        const bool printed = item.hasPicture() || (item.kind == ItemKind::Shape && !item.ink.isEmpty()) ||
                             ((item.kind == ItemKind::Shape) && stroke > Length());
        if (!printed || isVoid(item, places[i].frame) || (item.outline != Outline::Line && places[i].frame.isEmpty()))
            continue;
        const bool straight = item.outline == Outline::Rectangle && item.cornerRadius == Length();
        out.push_back({&item, stroke, reachOf(item, places[i].frame, stroke), straight});
    }
    return out;
}

Length low(const Rect& r, bool level) { return level ? r.y : r.x; }
Length high(const Rect& r, bool level) { return level ? r.bottom() : r.right(); }

/// What lies nearest beyond a side, if it is a sliver away.
class Nearest
{
public:
    Nearest(Length at, bool far) : at_(at), far_(far) {}
    void considerFold(Length line)
    {
        if (isNearest(line))
            name_ = QStringLiteral("the fold");
    }
    void consider(Length line, const Item& item)
    {
        if (isNearest(line))
            name_ = nameOf(item);
    }
    [[nodiscard]] std::optional<Length> line() const { return to_; }
    [[nodiscard]] Length gap() const { return abs(*to_ - at_); }
    [[nodiscard]] const QString& name() const { return name_; }

private:
    [[nodiscard]] bool isNearest(Length line)
    {
        const Length gap = far_ ? line - at_ : at_ - line;
        if (gap <= Length() || gap > widestSliver || (to_ && gap >= abs(*to_ - at_)))
            return false;
        to_ = line;
        return true;
    }

    Length at_;
    bool far_;
    std::optional<Length> to_;
    QString name_;
};

Finding sliver(const Job& job, const SurfaceId& surface, const Item& item, Length gap, const QString& beside,
               Remedy remedy)
{
    return foundAt("sliver", Severity::Warn, job, surface, item, QStringLiteral("%1 ends %3 beside %4, %2"),
                   QStringLiteral("So narrow a strip of paper shows as a flaw; let them touch, or part them clearly."),
                   remedy, {shown(job, gap), beside});
}

/// Straight sides: against folds, and against the facing sides of others.
class StraightSides
{
public:
    StraightSides(const Job& job, const Plan& plan, const SurfaceId& surface, const std::vector<Inked>& all)
        : job_(job), surface_(surface), all_(all)
    {
        for (const Panel& p : plan.panelsOf(surface))
            for (const ItemSide side : allSides)
                if (p.edge(side) == EdgeFate::Folded)
                    folds_.push_back({positionOf(p.area, side), !isHorizontal(side), p.area});
        for (std::size_t i = 0; i < all.size(); ++i)
            if (all[i].straight)
                for (const bool level : {false, true}) {
                    const Length from = low(all[i].reach, !level);
                    const Length to = high(all[i].reach, !level);
                    facing_[level ? 2 : 0].push_back({low(all[i].reach, level), from, to, i});
                    facing_[level ? 3 : 1].push_back({high(all[i].reach, level), from, to, i});
                }
        for (auto& edges : facing_)
            std::ranges::sort(edges, {}, &Edge::at);
    }

    void check(const Inked& one, std::vector<Finding>& out) const
    {
        for (const ItemSide side : allSides) {
            const bool level = !isHorizontal(side);
            const bool far = side == ItemSide::Right || side == ItemSide::Bottom;
            const Length at = far ? high(one.reach, level) : low(one.reach, level);
            Nearest nearest(at, far);
            for (const Fold& fold : folds_)
                if (fold.level == level && fold.panel.overlaps(one.reach.grown(widestSliver)))
                    nearest.considerFold(fold.at);
            if (one.straight)
                considerFacing(one, level, far, at, nearest);
            if (!nearest.line())
                continue;
            const bool movable = one.item->outline != Outline::Line && one.item->outline != Outline::Polygon &&
                                 one.item->outline != Outline::Free;
            Finding f = sliver(job_, surface_, *one.item, nearest.gap(), nearest.name(),
                               movable ? Remedy::CloseGap : Remedy::None);
            f.side = side;
            f.target = *nearest.line() + (far ? -one.stroke : one.stroke);
            out.push_back(f);
        }
    }

private:
    struct Edge {
        Length at;
        Length from, to; ///< along it
        std::size_t index;
    };
    struct Fold {
        Length at;
        bool level;
        Rect panel; ///< one it is an edge of
    };

    /// Only those whose facing edge lies about here.
    void considerFacing(const Inked& one, bool level, bool far, Length at, Nearest& nearest) const
    {
        const auto& edges = facing_[(level ? 2 : 0) + (far ? 0 : 1)];
        const Length from = low(one.reach, !level);
        const Length to = high(one.reach, !level);
        for (auto near = std::ranges::lower_bound(edges, at - widestSliver, {}, &Edge::at);
             near != edges.end() && near->at <= at + widestSliver; ++near)
            if (near->from < to && from < near->to && &all_[near->index] != &one)
                nearest.consider(near->at, *all_[near->index].item);
    }

    const Job& job_;
    const SurfaceId& surface_;
    const std::vector<Inked>& all_;
    std::vector<Fold> folds_;
    std::array<std::vector<Edge>, 4> facing_; ///< left, right, upper and lower edges, each in order
};

using Line = std::vector<QPointF>;

/// The outline as a chain of short straight steps, closed unless it is a line.
Line chainOf(const Item& item, const Rect& frame)
{
    Line chain;
    for (const PathStep& step : outlinePath(frame, item)) {
        if (step.kind == PathStep::Close) {
            chain.push_back(chain.front());
            continue;
        }
        if (step.kind != PathStep::Curve) {
            chain.push_back(step.to);
            continue;
        }
        const QPointF from = chain.back();
        for (int i = 1; i <= stepsOfACurve; ++i) {
            const double t = double(i) / stepsOfACurve, u = 1 - t;
            chain.push_back(from * (u * u * u) + step.control1 * (3 * u * u * t) + step.control2 * (3 * u * t * t) +
                            step.to * (t * t * t));
        }
    }
    return chain;
}

/// True when the point lies within a closed chain: an odd number of its steps pass to the right of it.
bool holds(const Line& chain, QPointF p)
{
    bool inside = false;
    for (std::size_t i = 1; i < chain.size(); ++i) {
        const QPointF a = chain[i - 1], b = chain[i];
        if ((a.y() > p.y()) != (b.y() > p.y()) && p.x() < a.x() + (b.x() - a.x()) * (p.y() - a.y()) / (b.y() - a.y()))
            inside = !inside;
    }
    return inside;
}

double distance(QPointF p, QPointF a, QPointF b)
{
    const QPointF along = b - a;
    const double length = QPointF::dotProduct(along, along);
    const double t = length > 0 ? std::clamp(QPointF::dotProduct(p - a, along) / length, 0.0, 1.0) : 0;
    const QPointF off = p - (a + along * t);
    return std::hypot(off.x(), off.y());
}

bool crosses(QPointF a, QPointF b, QPointF c, QPointF d)
{
    const auto side = [](QPointF from, QPointF to, QPointF p) {
        return (to.x() - from.x()) * (p.y() - from.y()) - (to.y() - from.y()) * (p.x() - from.x());
    };
    return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

/// The bare paper between two outlines in millimetres; 0 when they cross, or one holds the other.
double between(const Line& one, const Line& other)
{
    if (holds(one, other.front()) || holds(other, one.front()))
        return 0;
    double least = std::numeric_limits<double>::max();
    for (std::size_t i = 1; i < one.size(); ++i)
        for (std::size_t k = 1; k < other.size(); ++k) {
            if (crosses(one[i - 1], one[i], other[k - 1], other[k]))
                return 0;
            least = std::min({least, distance(one[i], other[k - 1], other[k]), distance(other[k], one[i - 1], one[i])});
        }
    return least;
}

/// Pairs of which at least one is round or slants, each told at the upper one.
void checkRound(const Job& job, const Plan& plan, const SurfaceId& surface, const std::vector<Inked>& all,
                std::vector<Finding>& out)
{
    struct Place {
        Length left, head, foot;
        bool straight;
        const Inked* inked;
    };
    std::vector<Place> byLeft;
    byLeft.reserve(all.size());
    for (const Inked& i : all)
        byLeft.push_back({i.reach.x, i.reach.y, i.reach.bottom(), i.straight, &i});
    if (std::ranges::all_of(byLeft, &Place::straight))
        return;
    std::ranges::stable_sort(byLeft, {}, &Place::left);
    for (std::size_t i = 0; i < byLeft.size(); ++i) {
        const Inked& one = *byLeft[i].inked;
        const Rect about = one.reach.grown(widestSliver);
        int measured = 0;
        for (std::size_t k = i + 1; k < byLeft.size() && byLeft[k].left <= about.right(); ++k) {
            const Place& place = byLeft[k];
            if (place.head > about.bottom() || place.foot < about.y || (one.straight && place.straight))
                continue;
            const Inked& other = *place.inked;
            const bool bothLines = one.item->outline == Outline::Line && other.item->outline == Outline::Line;
            if (bothLines || !about.overlaps(other.reach))
                continue;
            if (++measured > mostNeighbours)
                break;
            const Line chain = chainOf(*one.item, plan.findItem(one.item->id)->frame);
            const Line beside = chainOf(*other.item, plan.findItem(other.item->id)->frame);
            const Length gap = Length::nearestMm(between(chain, beside)) - one.stroke - other.stroke;
            if (gap <= Length::micrometres(1) || gap > widestSliver)
                continue;
            const bool oneIsUpper = one.item > other.item; // the job has them in painting order
            out.push_back(sliver(job, surface, *(oneIsUpper ? one : other).item, gap,
                                 nameOf(*(oneIsUpper ? other : one).item), Remedy::None));
        }
    }
}

} // namespace

void checkSlivers(const Job& job, const Plan& plan, const SurfaceId& surface, std::vector<Finding>& out)
{
    const std::vector<Inked> all = inkedOn(job, plan, surface);
    const StraightSides sides(job, plan, surface, all);
    for (const Inked& one : all)
        sides.check(one, out);
    checkRound(job, plan, surface, all, out);
}

} // namespace hinge
