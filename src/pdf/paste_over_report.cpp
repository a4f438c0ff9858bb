// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/paste_over_report.h"

#include "core/file/links.h"
#include "core/job/master_copies.h"
#include "core/job/picture_fit.h"
#include "core/job/placement.h"
#include "pdf/page_preview.h"
#include "typeset/caret.h"
#include "typeset/painter_path.h"
#include "typeset/story_layout.h"
#include "typeset/text_place.h"

#include <QRegularExpression>

namespace hinge
{
namespace
{

/// Looks at one piece, and reads each file page once for each time it is met.
class Look
{
public:
    Look(const Job& job, const Plan& plan, QString folder) : job_(job), plan_(plan), folder_(std::move(folder)) {}

    PasteOverSpot at(const SurfaceId& surface, const PasteOverAt& cover)
    {
        PasteOverSpot spot{surface, cover.item->id, cover.item->name, {}};
        std::vector<StandingWords> words;
        if (const auto& supplied = job_.on(surface).supplied)
            addFile(*supplied, words, spot.problem, [&](Size trim) {
                const PageLie lie = lieOf(plan_.paperOf(surface).flat, trim, job_.on(surface).placement);
                return QTransform(lie.a, lie.b, lie.c, lie.d, lie.e, lie.f);
            });
        for (const SurfaceId& layer : plan_.layersOf(surface)) {
            const auto& items = job_.on(layer).items;
            const bool own = layer == cover.placed->surface;
            for (std::size_t i = 0; i < (own ? cover.index : items.size()); ++i)
                if (const PlannedItem& placed = plan_.itemsOn(layer)[i]; placed.shown &&
                                                                         placed.frame.overlaps(cover.placed->frame) &&
                                                                         !isLetGo(job_, surface, layer, items[i]))
                    addItem(items[i], placed, words, spot.problem);
            if (own)
                break;
        }
        spot.covered = coveredBy(cover.placed->frame, words);
        return spot;
    }

private:
    void addItem(const Item& item, const PlannedItem& placed, std::vector<StandingWords>& words, QString& problem)
    {
        if (item.kind == ItemKind::Text)
            return addText(item, placed, words);
        if (!item.hasPicture() || !item.file.path.endsWith(QStringLiteral(".pdf"), Qt::CaseInsensitive))
            return;
        addFile(item.file, words, problem, [&](Size trim) {
            const double ratio = trim.w.toMm() / std::max(0.01, trim.h.toMm());
            const QRectF area = toMm(pictureArea(placed.fitted, item.fit, item.crop, ratio));
            return QTransform::fromScale(area.width() / trim.w.toMm(), area.height() / trim.h.toMm()) *
                   QTransform::fromTranslate(area.x(), area.y());
        });
    }
    void addText(const Item& item, const PlannedItem& placed, std::vector<StandingWords>& words)
    {
        const StoryInput story = storyThrough(job_, plan_, item);
        if (story.table)
            return words.push_back({item.name, placed.frame}); // its cells are not looked at one by one
        const auto layouts = layOut(story, FontLibrary::installed());
        TextLayouts all;
        for (const TextLayout& layout : layouts)
            all.push_back(&layout);
        const auto frame = std::size_t(story.items.indexOf(item.id));
        const QTransform toPaper = textToPaper(item, placed);
        static const QRegularExpression word(QStringLiteral("\\S+"));
        for (int p = 0; p < int(story.paragraphs.size()); ++p)
            for (auto it = word.globalMatch(story.paragraphs[std::size_t(p)].text); it.hasNext();) {
                const auto match = it.next();
                for (const MarkedBar& bar :
                     barsBetween(all, {p, int(match.capturedStart())}, {p, int(match.capturedEnd())}))
                    if (bar.frame == frame)
                        words.push_back({match.captured(), nearestRect(toPaper.mapRect(bar.bar))});
            }
    }
    template <class Lie>
    void addFile(const LinkedFile& file, std::vector<StandingWords>& words, QString& problem, const Lie& lie)
    {
        const auto page = files_.words(resolvedPath(file.path, folder_), file.page);
        if (!page) {
            problem = page.error().message;
            return;
        }
        const QTransform toSurface = lie(page->trim);
        for (const PageWord& word : page->words)
            words.push_back({word.text, nearestRect(toSurface.mapRect(toMm(word.box)))});
    }

    const Job& job_;
    const Plan& plan_;
    QString folder_;
    PageRenderer files_; // keeps them open
};

} // namespace

std::vector<PasteOverSpot> pasteOverReport(const Job& job, const Plan& plan, const QString& jobFolder,
                                           const std::function<bool()>& goesOn)
{
    std::vector<PasteOverSpot> out;
    Look look(job, plan, jobFolder);
    for (const SurfaceId& surface : surfacesPastedOver(job, plan))
        for (const PasteOverAt& cover : pasteOversOn(job, plan, surface)) {
            if (goesOn && !goesOn())
                return out;
            out.push_back(look.at(surface, cover));
        }
    return out;
}

} // namespace hinge
