// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/page_checks.h"

#include "core/plan/finding_parts.h"

#include <algorithm>
#include <map>

namespace hinge
{
namespace
{

Finding onPage(const Job& job, const char* code, const SurfaceId& surface, const QString& message, QString reason)
{
    Finding f = found(code, Severity::Warn, message.arg(surfaceName(surface, job)), std::move(reason));
    f.message[0] = f.message[0].toUpper();
    f.surface = surface;
    return f;
}

/// A page of a file, or a part of it, to tell two that are the same.
struct PrintedFrom {
    QString path;
    int page = 1;
    Point part{};
    bool operator==(const PrintedFrom&) const = default;
};
size_t qHash(const PrintedFrom& from, size_t seed)
{
    return qHashMulti(seed, from.path, from.page, from.part.x.count(), from.part.y.count());
}

/// Visits what of a surface is printed from files.
template <class Visit>
void visitFilesOn(const SurfaceContent& content, const Visit& visit)
{
    if (content.supplied) {
        const auto& half = content.placement.part; // perhaps only this of it
        visit({content.supplied->path, content.supplied->page, half ? Point{half->x, half->y} : Point{}});
    }
    for (const Item& item : content.items)
        if (item.hasPicture())
            visit({item.file.path, item.file.page, {}});
}

} // namespace

namespace
{

bool isSpread(const Book& book, int left, int right)
{
    return std::ranges::find(book.spreads, Spread{left, right}) != book.spreads.end();
}

/// Halves of one drawing that a reader would no longer see beside each other.
void checkHalves(const Job& job, const Plan& plan, std::vector<Finding>& out)
{
    std::map<QString, SurfaceId> halves;
    for (const SequencePage& page : job.sequence) {
        const SurfaceContent& content = job.on(page.surface());
        if (!content.supplied || !content.placement.part)
            continue;
        const QString drawing =
            QStringLiteral("%1#%2").arg(content.supplied->path, QString::number(content.supplied->page));
        const auto [other, first] = halves.try_emplace(drawing, page.surface());
        if (first || job.on(other->second).placement.part == content.placement.part)
            continue;
        const bool isLeft = content.placement.part->x < job.on(other->second).placement.part->x;
        const ReaderPage* left = plan.readerPage(isLeft ? page.surface() : other->second);
        const ReaderPage* right = plan.readerPage(isLeft ? other->second : page.surface());
        if (left && right && !isSpread(*plan.book, left->number, right->number))
            out.push_back(onPage(job, "pages.apart", page.surface(),
                                 QStringLiteral("%1 does not face the other half of its drawing, ") +
                                     surfaceName(other->second, job),
                                 QStringLiteral("They were drawn as one across the spine. Move them beside each "
                                                "other.")));
    }
}

} // namespace

void checkSequence(const Job& job, const Plan& plan, std::vector<Finding>& out)
{
    if (!plan.book)
        return;
    if (const PageNumbers& numbers = job.pages.printed;
        numbers.place != NumberPlace::None && numbers.fromEdge < job.zones.safe)
        out.push_back(found("pages.number", Severity::Warn,
                            QStringLiteral("page numbers stand %1 from the trim").arg(shown(job, numbers.fromEdge)),
                            QStringLiteral("Within %1 of it the knife may take them off. Move them in.")
                                .arg(shown(job, job.zones.safe))));
    if (job.sequence.isEmpty())
        return;
    checkHalves(job, plan, out);
    const bool statesAreUsed =
        std::ranges::any_of(job.sequence, [](const SequencePage& page) { return page.state == PageState::Passed; });
    QHash<PrintedFrom, SurfaceId> seen;
    seen.reserve(job.sequence.size());
    for (const SequencePage& page : job.sequence) {
        const SurfaceId surface = page.surface();
        const SurfaceContent& content = job.on(surface);
        if (!content.isFilled()) {
            out.push_back(onPage(job, "pages.empty", surface, QStringLiteral("%1 is still empty"),
                                 QStringLiteral("Nothing is printed on it. Bring its contents in, or take it out.")));
            continue;
        }
        if (page.state == PageState::Question)
            out.push_back(
                onPage(job, "pages.question", surface, QStringLiteral("%1 waits for an answer"),
                       page.question.isEmpty() ? QStringLiteral("Nobody wrote down to what.") : page.question));
        else if (statesAreUsed && page.state != PageState::Passed)
            out.push_back(onPage(job, "pages.unpassed", surface, QStringLiteral("%1 was not passed yet"),
                                 QStringLiteral("Others were looked at and found good; look at this one, too.")));
        visitFilesOn(content, [&](const PrintedFrom& file) {
            const auto first = seen.constFind(file);
            if (first == seen.constEnd())
                seen.insert(file, surface);
            else if (*first != surface)
                out.push_back(
                    onPage(job, "pages.twice", surface,
                           QStringLiteral("%1 is printed from the same page or picture as ") + surfaceName(*first, job),
                           QStringLiteral("One may have been brought in for another by mistake.")));
        });
    }
}

void checkPageFit(const Job& job, const Plan& plan, const SurfaceId& surface, const PageFacts& page,
                  std::vector<Finding>& out)
{
    const Placement& placement = job.on(surface).placement;
    const Size wanted = plan.paperOf(surface).flat;
    const PageLie lie = lieOf(wanted, page.trim, placement);
    const Size size = lie.trim.size();
    if (abs(size.w - wanted.w) > pageTolerance || abs(size.h - wanted.h) > pageTolerance) {
        const bool lies = (size.w > size.h) != (wanted.w > wanted.h);
        const QString sizes =
            QStringLiteral(" is %1, the pages are %2").arg(formatSize(size, job.unit), formatSize(wanted, job.unit));
        out.push_back(onPage(job, lies ? "pages.turned" : "pages.size", surface, QStringLiteral("%1") + sizes,
                             lies ? QStringLiteral("It lies on its side. Turn it, or ask for the page again.")
                                  : QStringLiteral("It lies in the middle. Scale it, or ask for the page again.")));
        return;
    }
    // Of the page's own sides, which go round when it is turned; where a part ends there is nothing to bleed.
    const int quarters = int(placement.turn) / 90;
    Length least = job.zones.bleed;
    for (int side = 0; side < 4; ++side) {
        const ItemSide edge = allSides[std::size_t((side + quarters) % 4)];
        const Panel& panel = plan.panelsOf(surface).front();
        const bool cut = panel.edge(edge) == EdgeFate::Knife;
        const auto& part = placement.part;
        // How far the part goes beyond the trim: so much of the bleed is used up; below 0 it ends within the page.
        const Length beyond = !part       ? Length()
                              : side == 0 ? -part->x
                              : side == 1 ? -part->y
                              : side == 2 ? part->right() - page.trim.w
                                          : part->bottom() - page.trim.h;
        const Length left = beyond < Length() ? Length() : page.bleed[std::size_t(side)] - beyond;
        if (cut)
            least = std::min(least, std::max(Length(), left));
    }
    if (least + sizeTolerance < job.zones.bleed)
        out.push_back(
            onPage(job, "pages.bleed", surface,
                   least == Length() ? QStringLiteral("%1 has no bleed") : QStringLiteral("%1 has too little bleed"),
                   QStringLiteral("It has %1, and %2 are wanted where the knife goes: a white edge would show.")
                       .arg(shown(job, least), shown(job, job.zones.bleed))));
}

} // namespace hinge
