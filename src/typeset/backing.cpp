// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/backing.h"

#include "core/job/master_copies.h"
#include "core/job/picture_fit.h"
#include "typeset/painter_path.h"
#include "typeset/text_place.h"

namespace hinge
{
namespace
{

/// The tones of a file, and its width by its height; nothing when it was not looked at.
std::pair<const Tones*, double> knownTones(const FileFactsMap& facts, const LinkedFile& file)
{
    const auto known = facts.constFind(file.path);
    if (known == facts.constEnd())
        return {nullptr, 0};
    if (!known->isPdf) {
        if (known->tones.isEmpty() || known->pixelHeight == 0)
            return {nullptr, 0};
        return {&known->tones, double(known->pixelWidth) / known->pixelHeight};
    }
    if (file.page < 1 || std::size_t(file.page) > known->pages.size())
        return {nullptr, 0};
    const PageFacts& page = known->pages[std::size_t(file.page) - 1];
    if (page.tones.isEmpty() || page.trim.h == Length())
        return {nullptr, 0};
    return {&page.tones, page.trim.w.toMm() / page.trim.h.toMm()};
}

/// From a box to shares of its width and height.
QTransform sharesOf(const QRectF& box)
{
    return QTransform::fromTranslate(-box.x(), -box.y()) * QTransform::fromScale(1 / box.width(), 1 / box.height());
}

} // namespace

Backing::Backing(const Job& job, const Plan& plan, const FileFactsMap& facts, const LightOfInk& light,
                 const SurfaceId& surface, const SurfaceId& layer, std::size_t index)
    : frame_(toMm(plan.itemsOn(layer)[index].frame)), paper_(lightOfScreen(stockOf(job, surface).tint))
{
    const std::vector<SurfaceId> layers = plan.layersOf(surface);
    // From the layer the item stands on down to the lowest.
    for (auto at = std::ranges::find(layers, layer); at != layers.end();) {
        const std::vector<Item>& items = job.on(*at).items;
        const std::vector<PlannedItem>& places = plan.itemsOn(*at);
        for (std::size_t i = *at == layer ? index : items.size(); i-- > 0;)
            if (*at == surface || !isLetGo(job, surface, *at, items[i]))
                addItem(job, facts, light, items[i], places[i]);
        if (at == layers.begin())
            break;
        --at;
    }
    if (sheets_.empty() || !sheets_.back().hidesAll)
        addSupplied(job, plan, facts, surface);
}

void Backing::addItem(const Job& job, const FileFactsMap& facts, const LightOfInk& light, const Item& item,
                      const PlannedItem& placed)
{
    const QRectF box = toMm(placed.frame);
    const bool hidden = !sheets_.empty() && sheets_.back().hidesAll;
    if (hidden || !placed.shown || placed.frame.isEmpty() || !box.intersects(frame_))
        return;
    Sheet sheet{box, {}, item.opacity.share()};
    const bool isBox = item.outline == Outline::Rectangle && item.cornerRadius == Length();
    if (!isBox)
        sheet.outline = headDownTurn(placed).map(painterPath(placed.frame, item));
    if (item.kind == ItemKind::Shape && item.outline != Outline::Line) {
        const Ink* ink = job.findInk(item.ink);
        if (!ink)
            return;
        sheet.light = light(ink->cmyk, item.strength).through(paper_);
        sheet.hidesAll = isBox && sheet.share >= 1 && box.contains(frame_);
    } else if (item.hasPicture()) {
        const auto [tones, ratio] = knownTones(facts, item.file);
        sheet.isPicture = true;
        sheet.tones = tones;
        if (tones) {
            const QRectF area = toMm(pictureArea(placed.fitted, item.fit, item.crop, ratio));
            sheet.toTones = headDownTurn(placed).inverted() * sharesOf(area);
            if (item.fit != PictureFit::Panel) // a page goes on beyond its trim
                sheet.box = box & headDownTurn(placed).mapRect(area);
        }
    } else {
        return;
    }
    sheets_.push_back(std::move(sheet));
}

void Backing::addSupplied(const Job& job, const Plan& plan, const FileFactsMap& facts, const SurfaceId& surface)
{
    const SurfaceContent& content = job.on(surface);
    if (!content.supplied)
        return;
    Sheet sheet{frame_, {}, 1};
    sheet.isPicture = true;
    const auto known = facts.constFind(content.supplied->path);
    if (const Tones* tones = knownTones(facts, *content.supplied).first) {
        const Size trim = known->pages[std::size_t(content.supplied->page) - 1].trim;
        const PageLie lie = lieOf(plan.paperOf(surface).flat, trim, content.placement);
        sheet.box = toMm(lie.window);
        sheet.tones = tones;
        sheet.toTones = QTransform(lie.a, lie.b, lie.c, lie.d, lie.e, lie.f).inverted() *
                        QTransform::fromScale(1 / trim.w.toMm(), 1 / trim.h.toMm());
    }
    sheets_.push_back(std::move(sheet));
}

std::optional<Light> Backing::everywhere() const
{
    if (sheets_.empty())
        return paper_;
    return sheets_.front().hidesAll ? std::optional(sheets_.front().light) : std::nullopt;
}

std::optional<Light> Backing::at(QPointF spot) const
{
    Light seen{0, 0, 0};
    double open = 1; // how much of what is below shows through
    const auto lay = [&](const Light& light, double share) {
        seen = {seen.red + open * share * light.red, seen.green + open * share * light.green,
                seen.blue + open * share * light.blue};
        open *= 1 - share;
    };
    for (const Sheet& sheet : sheets_) {
        if (!sheet.box.contains(spot) || (!sheet.outline.isEmpty() && !sheet.outline.contains(spot)))
            continue;
        if (!sheet.isPicture) {
            lay(sheet.light, sheet.share);
        } else if (!sheet.tones) {
            return std::nullopt;
        } else {
            const QPointF on = sheet.toTones.map(spot);
            const quint32 cell = sheet.tones->at(on.x(), on.y());
            lay(lightOfScreen(int(cell & 0xFFFFFF)).through(paper_), sheet.share * (cell >> 24) / 255.0);
        }
        if (open < 0.01)
            break;
    }
    lay(paper_, 1);
    return seen;
}

} // namespace hinge
