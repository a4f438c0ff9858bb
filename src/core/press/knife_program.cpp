// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/press/knife_program.h"

#include <algorithm>
#include <map>

namespace hinge
{
namespace
{

/// A part that is still to be cut.
struct Lying {
    Rect area;
    const CutNode* node;
};

/// Where a part has its lines in one direction, from its near end (left, head) to its far one.
struct Lines {
    Length from, to;
    std::vector<Length> at;
    bool wasteNear = false;
    bool wasteFar = false;
};

Lines linesOf(const Lying& part)
{
    const bool upright = part.node->lines == Axis::Vertical;
    Lines lines{upright ? part.area.x : part.area.y, upright ? part.area.right() : part.area.bottom(), {}};
    Length at = lines.from;
    for (std::size_t i = 0; i + 1 < part.node->parts.size(); ++i) {
        at += part.node->parts[i].extent;
        lines.at.push_back(at);
    }
    lines.wasteNear = part.node->parts.front().node.what == CutNode::What::Waste;
    lines.wasteFar = part.node->parts.back().node.what == CutNode::What::Waste;
    return lines;
}

/// A part as it is cut down in one direction.
struct Work {
    Lying part;
    Lines lines;
    Rect left; ///< what has not been cut off yet
};

/// The stretch of a part between two places across its lines.
Rect stretch(const Work& work, Length from, Length to)
{
    const Rect& a = work.part.area;
    return work.part.node->lines == Axis::Vertical ? Rect{from, a.y, to - from, a.h} : Rect{a.x, from, a.w, to - from};
}

class Program
{
public:
    Program(Size sheet, const Knife& knife) : sheet_(sheet), knife_(knife) {}

    KnifeProgram of(const CutNode& tree)
    {
        std::vector<Lying> table;
        if (tree.what == CutNode::What::Cut)
            table.push_back({{Length(), Length(), sheet_.w, sheet_.h}, &tree});
        while (!table.empty()) {
            const Axis axis = table.front().node->lines;
            std::vector<Work> now;
            std::vector<Lying> next;
            for (const Lying& part : table) {
                if (part.node->lines == axis)
                    now.push_back({part, linesOf(part), part.area});
                else
                    next.push_back(part);
            }
            cutNear(now, axis);
            cutFar(now, axis);
            for (const Work& work : now)
                addParts(work, next);
            table = std::move(next);
        }
        return std::move(program_);
    }

private:
    using Strokes = std::map<Length, std::vector<std::pair<std::size_t, Length>>, std::greater<>>;

    /// With the near edge at the gauge: the far waste of what has waste at both ends, else all lines.
    void cutNear(std::vector<Work>& now, Axis axis)
    {
        Strokes strokes;
        for (std::size_t i = 0; i < now.size(); ++i) {
            const Lines& l = now[i].lines;
            if (l.wasteNear && !l.wasteFar)
                continue;
            for (const Length at : l.at)
                if (!l.wasteNear || at == l.at.back())
                    strokes[at - l.from].push_back({i, at});
        }
        for (const auto& [gauge, cuts] : strokes) {
            KnifeStep& step = begin(axis == Axis::Vertical ? GaugeEdge::Left : GaugeEdge::Head, gauge);
            for (const auto& [i, at] : cuts) {
                Work& work = now[i];
                const Length end = axis == Axis::Vertical ? work.left.right() : work.left.bottom();
                step.fresh = step.fresh || isInside(work.lines.from, axis);
                split(step, work, stretch(work, work.lines.from, at), stretch(work, at, end));
            }
        }
    }

    /// With the far edge at the gauge: what begins with waste.
    void cutFar(std::vector<Work>& now, Axis axis)
    {
        Strokes strokes;
        for (std::size_t i = 0; i < now.size(); ++i) {
            const Lines& l = now[i].lines;
            if (!l.wasteNear)
                continue;
            const Length end = l.wasteFar ? l.at.back() : l.to;
            for (const Length at : l.at)
                if (at < end)
                    strokes[end - at].push_back({i, at});
        }
        for (const auto& [gauge, cuts] : strokes) {
            KnifeStep& step = begin(axis == Axis::Vertical ? GaugeEdge::Right : GaugeEdge::Foot, gauge);
            for (const auto& [i, at] : cuts) {
                Work& work = now[i];
                const Length start = axis == Axis::Vertical ? work.left.x : work.left.y;
                const Length end = axis == Axis::Vertical ? work.left.right() : work.left.bottom();
                step.fresh = step.fresh || isInside(end, axis);
                split(step, work, stretch(work, at, end), stretch(work, start, at));
            }
        }
    }

    [[nodiscard]] bool isInside(Length at, Axis axis) const
    {
        return at > Length() && at < (axis == Axis::Vertical ? sheet_.w : sheet_.h);
    }

    KnifeStep& begin(GaugeEdge edge, Length gauge)
    {
        KnifeStep step;
        step.edge = edge;
        step.gauge = gauge;
        step.tooNear = gauge < knife_.leastGauge;
        if (!program_.steps.empty())
            step.turn = (int(edge) - int(program_.steps.back().edge) + 360) % 360;
        program_.steps.push_back(std::move(step));
        return program_.steps.back();
    }

    /// What stays behind the blade goes on being cut; what lies before it is a part by itself.
    static void split(KnifeStep& step, Work& work, const Rect& behind, const Rect& before)
    {
        step.under.push_back(work.left);
        for (const Rect& r : {behind, before}) {
            const bool waste = isWaste(work, r);
            (waste ? step.waste : step.kept).push_back(r);
        }
        work.left = behind;
    }

    static bool isWaste(const Work& work, const Rect& r)
    {
        Length at = work.lines.from;
        for (const CutNode::Part& part : work.part.node->parts) {
            if (stretch(work, at, at + part.extent) == r)
                return part.node.what == CutNode::What::Waste;
            at += part.extent;
        }
        return false; // several parts in one
    }

    static void addParts(const Work& work, std::vector<Lying>& next)
    {
        Length at = work.lines.from;
        for (const CutNode::Part& part : work.part.node->parts) {
            if (part.node.what == CutNode::What::Cut)
                next.push_back({stretch(work, at, at + part.extent), &part.node});
            at += part.extent;
        }
    }

    Size sheet_;
    const Knife& knife_;
    KnifeProgram program_;
};

} // namespace

int KnifeProgram::gaugeSettings() const
{
    int settings = 0;
    for (std::size_t i = 0; i < steps.size(); ++i)
        if (i == 0 || steps[i].gauge != steps[i - 1].gauge)
            ++settings;
    return settings;
}

int KnifeProgram::turns() const
{
    return int(std::ranges::count_if(steps, [](const KnifeStep& step) { return step.turn != 0; }));
}

bool KnifeProgram::canBeCut() const { return std::ranges::none_of(steps, &KnifeStep::tooNear); }

KnifeProgram knifeProgram(Size sheet, const CutNode& tree, const Knife& knife)
{
    return Program(sheet, knife).of(tree);
}

std::vector<Rect> tableAfter(Size sheet, const KnifeProgram& program, std::size_t steps)
{
    std::vector<Rect> table{{Length(), Length(), sheet.w, sheet.h}};
    for (std::size_t i = 0; i < std::min(steps, program.steps.size()); ++i) {
        for (const Rect& under : program.steps[i].under)
            std::erase(table, under);
        table.insert(table.end(), program.steps[i].kept.begin(), program.steps[i].kept.end());
    }
    return table;
}

} // namespace hinge
