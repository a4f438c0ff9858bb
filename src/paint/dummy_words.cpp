// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/dummy_words.h"

#include <QCoreApplication>
#include <QStringList>
#include <algorithm>

namespace hinge
{
namespace
{

struct DummyWords {
    Q_DECLARE_TR_FUNCTIONS(DummyWords)
};

QString partName(const DummyStep& step)
{
    const bool one = step.panels == 1;
    switch (step.moves) {
    case SeenSide::Left: return one ? DummyWords::tr("left panel") : DummyWords::tr("left part");
    case SeenSide::Right: return one ? DummyWords::tr("right panel") : DummyWords::tr("right part");
    case SeenSide::Head: return one ? DummyWords::tr("upper panel") : DummyWords::tr("upper part");
    case SeenSide::Foot: return one ? DummyWords::tr("lower panel") : DummyWords::tr("lower part");
    }
    return {};
}

int countOf(const Dummy& dummy, DummyWork work)
{
    return int(std::ranges::count(dummy.steps(), work, &DummyStep::work));
}

} // namespace

QString asSentence(QString words)
{
    if (!words.isEmpty())
        words[0] = words[0].toUpper();
    return words;
}

QString stepTitle(const Dummy& dummy, int step)
{
    const DummyStep& s = dummy.steps()[std::size_t(step)];
    const auto before = dummy.steps().begin() + step;
    const int number = int(std::count_if(dummy.steps().begin(), before,
                                         [&](const DummyStep& other) { return other.work == s.work; })) +
                       1;
    const int count = countOf(dummy, s.work);
    switch (s.work) {
    case DummyWork::Fold:
        return count == 1 ? DummyWords::tr("the fold") : DummyWords::tr("fold %1 of %2").arg(number).arg(count);
    case DummyWork::BendSpine: return DummyWords::tr("spine, bend %1 of %2").arg(number).arg(count);
    case DummyWork::TearOff: return DummyWords::tr("tear off");
    case DummyWork::TurnLeaf: return DummyWords::tr("leaf %1 of %2").arg(number).arg(count);
    }
    return {};
}

QString stepWords(const Dummy& dummy, const Plan& plan, int step)
{
    const DummyStep& s = dummy.steps()[std::size_t(step)];
    switch (s.work) {
    case DummyWork::Fold:
        return DummyWords::tr("%1 %2, %3")
            .arg(partName(s), s.over ? DummyWords::tr("over") : DummyWords::tr("under"),
                 s.over ? DummyWords::tr("valley") : DummyWords::tr("mountain"));
    case DummyWork::BendSpine: return DummyWords::tr("%1 up round the block").arg(partName(s));
    case DummyWork::TearOff: return DummyWords::tr("the stub, at the perforation");
    case DummyWork::TurnLeaf:
        return seenNames(
            plan,
            dummy.readingStops()[std::size_t(std::clamp(step + 1, 0, int(dummy.readingStops().size()) - 1))].seen);
    }
    return {};
}

QString momentWords(const Job& job, const Dummy& dummy, const Plan& plan, int done)
{
    if (dummy.isBound())
        return seenNames(plan, dummy.readingStops()[std::size_t(done)].seen);
    if (dummy.steps().empty())
        return DummyWords::tr("one leaf, nothing to fold");
    const bool whole = dummy.steps().front().work == DummyWork::TearOff;
    if (done == 0)
        return whole ? DummyWords::tr("whole") : DummyWords::tr("flat, %1 up").arg(faceName(dummy.faceUp(), job.kind));
    if (done == int(dummy.steps().size()) && !whole)
        return DummyWords::tr("closed");
    return stepTitle(dummy, done - 1);
}

QString seenName(const Plan& plan, const ReadingStop::Seen& seen)
{
    if (seen.page > 0) {
        const auto index = std::size_t(seen.page - 1);
        if (index < plan.pages.size() && plan.pages[index].isBlank())
            return DummyWords::tr("blank page");
        return DummyWords::tr("page %1").arg(seen.page);
    }
    if (!seen.surface)
        return DummyWords::tr("blank page");
    const auto& panels = plan.paper.face(seen.surface->face);
    return panels[std::size_t(std::clamp(seen.panel, 0, int(panels.size()) - 1))].roleName;
}

QString seenNames(const Plan& plan, const std::vector<ReadingStop::Seen>& seen)
{
    const bool pages =
        seen.size() == 2 && std::ranges::all_of(seen, [&](const ReadingStop::Seen& s) {
            return s.page > 0 && s.page <= int(plan.pages.size()) && !plan.pages[std::size_t(s.page - 1)].isBlank();
        });
    if (pages)
        return DummyWords::tr("pages %1 and %2")
            .arg(std::min(seen[0].page, seen[1].page))
            .arg(std::max(seen[0].page, seen[1].page));
    QStringList names;
    for (const ReadingStop::Seen& s : seen)
        names << seenName(plan, s);
    return names.join(QStringLiteral(", "));
}

QString edgeWords(const std::array<EdgeFate, 4>& edges)
{
    const auto fateName = [](EdgeFate fate) {
        switch (fate) {
        case EdgeFate::Knife: return DummyWords::tr("cut");
        case EdgeFate::Folded: return DummyWords::tr("folded");
        case EdgeFate::Shared: return DummyWords::tr("one cut with its neighbour");
        case EdgeFate::Torn: return DummyWords::tr("perforated");
        case EdgeFate::Bound: return DummyWords::tr("bound");
        case EdgeFate::Milled: return DummyWords::tr("glued");
        }
        return QString();
    };
    const std::array<QString, 4> sides{DummyWords::tr("left"), DummyWords::tr("head"), DummyWords::tr("right"),
                                       DummyWords::tr("foot")};
    if (std::ranges::all_of(edges, [&](EdgeFate e) { return e == edges[0]; }))
        return DummyWords::tr("%1 all round").arg(fateName(edges[0]));
    QStringList parts;
    std::vector<EdgeFate> told;
    for (const EdgeFate fate : edges) {
        if (std::ranges::find(told, fate) != told.end())
            continue;
        told.push_back(fate);
        QStringList at;
        for (std::size_t i = 0; i < edges.size(); ++i)
            if (edges[i] == fate)
                at << sides[i];
        const QString last = at.takeLast();
        parts << DummyWords::tr("%1 at %2")
                     .arg(fateName(fate),
                          at.isEmpty() ? last : DummyWords::tr("%1 and %2").arg(at.join(QStringLiteral(", ")), last));
    }
    return parts.join(QStringLiteral("; "));
}

QString sheetWords(const Job& job, const Plan& plan, const SpotFacts& facts)
{
    if (!facts.sheet) {
        if (facts.here.page > 0 || !facts.here.surface)
            return DummyWords::tr("a leaf of its own");
        return plan.sheet().up() > 0 ? DummyWords::tr("the flat, %1 up on the press sheet").arg(plan.sheet().up())
                                     : DummyWords::tr("the flat");
    }
    const BookSheet& sheet = plan.book->sheets[std::size_t(facts.sheet->sheet)];
    const QString across = sheet.columns == 2
                               ? (facts.sheet->column == 0 ? DummyWords::tr("left") : DummyWords::tr("right"))
                               : DummyWords::tr("column %1").arg(facts.sheet->column + 1);
    QStringList words{sheetName(job.kind, sheet),
                      facts.sheet->outer ? DummyWords::tr("outer side") : DummyWords::tr("inner side")};
    if (sheet.rows > 1)
        words << DummyWords::tr("row %1").arg(facts.sheet->row + 1);
    words << across;
    if (facts.sheet->headDown)
        words << DummyWords::tr("head down");
    return words.join(QStringLiteral(", "));
}

} // namespace hinge
