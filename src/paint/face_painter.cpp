// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/face_painter.h"

#include "core/piece/page_numbers.h"
#include "core/plan/paste_overs.h"

#include "core/job/master_copies.h"
#include "core/job/picture_fit.h"
#include "core/job/plates.h"
#include "core/job/record_fill.h"
#include "core/job/stories.h"
#include "typeset/code_symbol.h"
#include "typeset/painter_path.h"
#include "typeset/shadow_mask.h"
#include "typeset/text_place.h"

#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

/// What stands in for a picture that is being read, or that is missing.
void paintStandIn(QPainter& painter, const QRectF& frame, bool failed)
{
    painter.fillRect(frame, failed ? QColor(0xEE, 0xDD, 0xD6) : QColor(0xEC, 0xEA, 0xE3));
    painter.setPen(QPen(failed ? QColor(0xA8, 0x45, 0x2F) : QColor(0xB9, 0xB4, 0xA6), 0));
    painter.drawRect(frame);
    painter.drawLine(frame.topLeft(), frame.bottomRight());
    painter.drawLine(frame.topRight(), frame.bottomLeft());
}

} // namespace

namespace
{

/// The smallest version of a picture that still has a pixel for every pixel of the screen where its trim is so many
/// millimetres wide: a much larger one would lose lines between them.
const QImage& versionFor(const QPainter& painter, const ShownPicture& shown, double trimWidth)
{
    const double wanted = trimWidth * std::hypot(painter.transform().m11(), painter.transform().m12()) *
                          painter.device()->devicePixelRatioF();
    const QImage* best = &shown.image;
    for (const QImage& smaller : shown.smaller)
        if (smaller.width() * shown.trim.width() / shown.image.width() >= wanted)
            best = &smaller;
    return *best;
}

} // namespace

void FacePainter::paintPicture(const Work& w)
{
    QPainter& painter = w.painter;
    const ShownPicture shown = pictures_.picture(w.item.file);
    painter.save();
    painter.setClipPath(painterPath(w.placed.frame, w.item), Qt::IntersectClip);
    if (shown.image.isNull()) {
        paintStandIn(painter, toMm(w.placed.frame), shown.failed);
    } else {
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        const QRectF area = toMm(pictureArea(w.placed.fitted, w.item.fit, w.item.crop, shown.ratio));
        const QImage* best = &versionFor(painter, shown, area.width());
        const double part = double(best->width()) / shown.image.width();
        const QRectF trim(shown.trim.topLeft() * part, shown.trim.size() * part);
        if (w.item.fit == PictureFit::Panel) {
            // The page goes on beyond its trim as far as the frame lets it show.
            const double perPixel = area.width() / trim.width();
            const QRectF whole(area.topLeft() - trim.topLeft() * perPixel, QSizeF(best->size()) * perPixel);
            painter.drawImage(whole, colour_.of(*best, w.view));
        } else {
            painter.drawImage(area, colour_.of(*best, w.view), trim);
        }
    }
    painter.restore();
}

void FacePainter::paintSupplied(QPainter& painter, const Paper& paper, const SurfaceContent& content,
                                const InkView& view)
{
    const ShownPicture shown = pictures_.picture(*content.supplied);
    if (shown.image.isNull() || shown.trimSize.w == Length()) {
        paintStandIn(painter, toMm(trimOf(paper)), shown.failed);
        return;
    }
    const PageLie lie = lieOf(paper.flat, shown.trimSize, content.placement);
    // The image shows the page with its bleed; its trim is laid where the placement says.
    const double perPixel = shown.trimSize.w.toMm() / shown.trim.width();
    const QRectF whole(-shown.trim.x() * perPixel, -shown.trim.y() * perPixel, shown.image.width() * perPixel,
                       shown.image.height() * perPixel);
    painter.save();
    painter.setClipRect(toMm(lie.window), Qt::IntersectClip);
    painter.setTransform(QTransform(lie.a, lie.b, lie.c, lie.d, lie.e, lie.f), true);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(whole, colour_.of(versionFor(painter, shown, shown.trimSize.w.toMm()), view));
    painter.restore();
}

void addSmallerVersions(ShownPicture& picture)
{
    const QImage* last = &picture.image;
    while (last->width() > 160 && last->height() > 160) {
        picture.smaller.push_back(
            last->scaled(last->width() / 2, last->height() / 2, Qt::IgnoreAspectRatio, Qt::SmoothTransformation));
        last = &picture.smaller.back();
    }
}

void tintPaper(QPainter& painter, const QRectF& area, const Stock& stock)
{
    if (stock.tint == whitePaper)
        return;
    painter.save();
    painter.setCompositionMode(QPainter::CompositionMode_Multiply);
    painter.fillRect(area, QColor::fromRgb(QRgb(stock.tint)));
    painter.restore();
}

Rect paintedArea(const Job& job, const Item& item, const PlannedItem& placed)
{
    Length over = Length::mm(1) + item.stroke.width;
    if (item.shadow)
        over += abs(item.shadow->dx) + abs(item.shadow->dy) + item.shadow->blur;
    // Letters may hang over the edge of their frame, also those of a text that runs on into it.
    const Item* head =
        item.kind == ItemKind::Text && item.paragraphs.empty() ? job.findItem(chainOf(job, item).first()) : &item;
    for (const Paragraph& p : head->paragraphs)
        over = std::max(over, job.styleOf(p).size);
    return placed.frame.grown(over);
}

bool PrintedState::findChanged(const Job& job, const Plan& plan, const SurfaceId& surface, Repaint& out) const
{
    const SurfaceContent& before = before_.on(surface);
    const SurfaceContent& now = job.on(surface);
    const auto placesBefore = items_.find(surface);
    if (placesBefore == items_.end() || before.supplied != now.supplied || before.placement != now.placement ||
        before.items.size() != now.items.size() || before.letGo != now.letGo)
        return false;
    const auto& places = plan.itemsOn(surface);
    std::vector<Rect> areas;
    for (std::size_t i = 0; i < now.items.size(); ++i) {
        const Item& was = before.items[i];
        const Item& is = now.items[i];
        if (was.id != is.id)
            return false;
        if (was == is && placesBefore->second[i] == places[i])
            continue;
        // What texts keep off moves their lines, wherever they stand.
        if (was.textAround != TextAround::Over || is.textAround != TextAround::Over)
            return false;
        // The frames of a text that runs on are set together, wherever they stand.
        if (is.kind == ItemKind::Text && (!is.next.isEmpty() || is.paragraphs.empty() || was.next != is.next))
            return false;
        areas.push_back(paintedArea(job, was, placesBefore->second[i]));
        areas.push_back(paintedArea(job, is, places[i]));
    }
    if (!areas.empty())
        out.areas[surface] = std::move(areas);
    return true;
}

bool printsAlike(const Job& a, const Job& b)
{
    return a.inks == b.inks && a.textStyles == b.textStyles && a.characterStyles == b.characterStyles &&
           a.masters == b.masters && a.gridStart == b.gridStart && a.gridStep == b.gridStep &&
           a.press.overprintBlack == b.press.overprintBlack && numbersAlike(a, b);
}

Repaint PrintedState::update(const Job& job, const Plan& plan, TextLayoutCache& layouts)
{
    (void)layouts.refresh();
    Repaint out;
    out.everything = !any_ || layouts_ != layouts.revision() || flat_ != plan.paper.flat ||
                     bleeds_ != plan.paper.bleeds || layers_ != plan.layers || !printsAlike(before_, job);
    if (!out.everything && items_ == plan.items && before_.surfaces == job.surfaces)
        return out;
    for (const auto& [surface, content] : job.surfaces)
        out.everything = out.everything || !findChanged(job, plan, surface, out);
    // What changes on a master does so wherever it shows.
    for (const auto& [surface, layers] : plan.layers)
        for (const SurfaceId& layer : layers)
            if (const auto changed = out.areas.find(layer); layer != surface && changed != out.areas.end()) {
                std::vector<Rect>& here = out.areas[surface];
                here.insert(here.end(), changed->second.begin(), changed->second.end());
            }
    any_ = true;
    layers_ = plan.layers;
    layouts_ = layouts.revision();
    flat_ = plan.paper.flat;
    bleeds_ = plan.paper.bleeds;
    items_ = plan.items;
    before_ = job;
    return out;
}

bool FacePainter::leavesPlateAlone(const Work& w, const QString& name, Percent strength)
{
    const Ink* on = w.job.findInk(name);
    return !w.view.plate.isEmpty() && on && overprints(w.job, name, strength) &&
           amountOnPlate(*on, strength, w.view.plate) == 0;
}

void FacePainter::paintText(const Work& w)
{
    QPainter& painter = w.painter;
    painter.save();
    painter.setTransform(textTurn(w.item.textRun, w.placed.frame), true);
    text_.paint(painter, layouts_.layout(w.job, w.plan, w.item), [&](const QString& name, Percent strength) {
        return leavesPlateAlone(w, name, strength) ? QColor() : ink(w, name, strength);
    });
    painter.restore();
}

void FacePainter::paintCode(const Work& w)
{
    QPainter& painter = w.painter;
    const QRectF frame = toMm(w.placed.frame);
    const auto code = layOutCode(w.item.code, w.item.ink, w.placed.frame.size(), layouts_.fonts());
    if (!code) {
        paintStandIn(painter, frame, true);
        return;
    }
    painter.save();
    painter.translate(frame.topLeft());
    const QColor colour = ink(w, w.item.ink, w.item.strength);
    // Edges on whole pixels would make modules unequal; smoothed edges keep them true.
    painter.setPen(Qt::NoPen);
    painter.setBrush(colour);
    QPainterPath modules;
    modules.setFillRule(Qt::WindingFill);
    for (const QRectF& bar : code->bars)
        modules.addRect(QRectF(bar.topLeft() * mmPerPoint, bar.size() * mmPerPoint));
    painter.drawPath(modules);
    text_.paint(painter, code->digits, [&](const QString&, Percent) { return colour; });
    painter.restore();
}

void FacePainter::paintShadow(const Work& w)
{
    const ShadowMask mask = shadowMask(w.placed.frame, w.item);
    if (mask.image.isNull())
        return;
    const QColor colour = ink(w, w.item.shadow->ink, 100);
    QImage tinted(mask.image.size(), QImage::Format_ARGB32_Premultiplied);
    tinted.fill(colour);
    for (int y = 0; y < tinted.height(); ++y) {
        auto* row = reinterpret_cast<QRgb*>(tinted.scanLine(y));
        const uchar* from = mask.image.constScanLine(y);
        for (int x = 0; x < tinted.width(); ++x)
            row[x] = qPremultiply(
                qRgba(colour.red(), colour.green(), colour.blue(), int(from[x] * w.item.shadow->strength.share())));
    }
    w.painter.setRenderHint(QPainter::SmoothPixmapTransform);
    w.painter.drawImage(mask.area, tinted);
}

void FacePainter::paintStroke(const Work& w)
{
    if (w.item.stroke.width == Length())
        return;
    if (w.item.stroke.width <= thickestOverprinted && leavesPlateAlone(w, w.item.stroke.ink, w.item.stroke.strength))
        return;
    QPen pen(ink(w, w.item.stroke.ink, w.item.stroke.strength), w.item.stroke.width.toMm(), Qt::SolidLine, Qt::FlatCap,
             Qt::MiterJoin);
    w.painter.setRenderHint(QPainter::Antialiasing);
    w.painter.strokePath(painterPath(w.placed.frame, w.item), pen);
}

void FacePainter::paintWhole(const Work& w)
{
    switch (w.item.kind) {
    case ItemKind::Picture:
        paintPicture(w);
        paintStroke(w);
        break;
    case ItemKind::Shape:
        if (!w.item.ink.isEmpty() && w.item.outline != Outline::Line) {
            const QColor colour = ink(w, w.item.ink, w.item.strength);
            if (w.item.outline == Outline::Rectangle && w.item.cornerRadius == Length())
                w.painter.fillRect(toMm(w.placed.frame), colour);
            else
                w.painter.fillPath(painterPath(w.placed.frame, w.item), colour);
        }
        paintStroke(w);
        break;
    case ItemKind::Text: paintText(w); break;
    case ItemKind::Code: paintCode(w); break;
    }
}

void FacePainter::paintItem(const Work& w)
{
    if (w.item.isWaiting())
        return;
    QPainter& painter = w.painter;
    painter.save();
    painter.setTransform(headDownTurn(w.placed), true);
    if (w.item.shadow && (w.item.kind == ItemKind::Picture || w.item.kind == ItemKind::Shape))
        paintShadow(w);
    if (w.item.opacity == 100) {
        paintWhole(w);
    } else {
        // Seen through as a whole, so that a stroke does not show the tint beneath it.
        const double ratio = painter.device()->devicePixelRatioF();
        const double over = w.item.stroke.width.toMm() / 2 + 0.5;
        const QTransform to = painter.transform() * QTransform::fromScale(ratio, ratio);
        const QRect pixels = to.mapRect(toMm(w.placed.frame).adjusted(-over, -over, over, over)).toAlignedRect() &
                             QRect(0, 0, painter.device()->width() * int(std::ceil(ratio)),
                                   painter.device()->height() * int(std::ceil(ratio)));
        if (!pixels.isEmpty()) {
            QImage layer(pixels.size(), QImage::Format_ARGB32_Premultiplied);
            layer.fill(Qt::transparent);
            QPainter p(&layer);
            p.setRenderHint(QPainter::Antialiasing);
            p.setTransform(to * QTransform::fromTranslate(-pixels.x(), -pixels.y()));
            paintWhole({p, w.job, w.plan, w.item, w.placed, w.view});
            p.end();
            painter.setTransform(QTransform::fromScale(1 / ratio, 1 / ratio));
            painter.setOpacity(w.item.opacity.share());
            painter.drawImage(pixels.topLeft(), layer);
        }
    }
    painter.restore();
}

void FacePainter::paintLayer(QPainter& painter, const Job& job, const Plan& plan, const SurfaceId& surface,
                             const SurfaceId& layer, const InkView& view, std::size_t upTo)
{
    const SurfaceContent& content = job.on(layer);
    const auto& places = plan.itemsOn(layer); // in the order of the items
    const QRectF wanted = painter.clipBoundingRect();
    for (std::size_t i = 0; i < std::min(upTo, content.items.size()); ++i) {
        const PlannedItem& placed = places[i];
        if (placed.shown && !(view.covered && content.items[i].pasteOver) &&
            !isLetGo(job, surface, layer, content.items[i]) &&
            toMm(paintedArea(job, content.items[i], placed)).intersects(wanted))
            paintItem({painter, job, plan, content.items[i], placed, view});
    }
}

void FacePainter::paintContent(QPainter& painter, const Job& job, const Plan& plan, const SurfaceId& surface,
                               bool toTrim, const InkView& view)
{
    painter.save();
    painter.setClipRect(toMm(toTrim ? trimOf(plan.paperOf(surface)) : bleedOf(plan.paperOf(surface), surface.face)),
                        Qt::IntersectClip);
    if (view.covered) {
        paintCovered(painter, job, plan, surface, view);
    } else {
        if (job.on(surface).supplied) // lies below everything
            paintSupplied(painter, plan.paperOf(surface), job.on(surface), view);
        for (const SurfaceId& layer : plan.layersOf(surface))
            paintLayer(painter, job, plan, surface, layer, view, job.on(layer).items.size());
        paintNumber(painter, job, plan, surface, view);
    }
    painter.restore();
}

void FacePainter::paintCovered(QPainter& painter, const Job& job, const Plan& plan, const SurfaceId& surface,
                               const InkView& view)
{
    for (const PasteOverAt& cover : pasteOversOn(job, plan, surface)) {
        painter.save();
        painter.setClipPath(painterPath(cover.placed->frame, *cover.item), Qt::IntersectClip);
        if (job.on(surface).supplied)
            paintSupplied(painter, plan.paperOf(surface), job.on(surface), view);
        for (const SurfaceId& layer : plan.layersOf(surface)) {
            const bool own = layer == cover.placed->surface;
            paintLayer(painter, job, plan, surface, layer, view, own ? cover.index : job.on(layer).items.size());
            if (own)
                break; // what lies over it is not covered
        }
        painter.restore();
    }
}

void FacePainter::paintNumber(QPainter& painter, const Job& job, const Plan& plan, const SurfaceId& surface,
                              const InkView& view)
{
    const ReaderPage* page = plan.readerPage(surface);
    const auto number = page ? printedNumber(job, *page) : std::nullopt;
    if (!number)
        return;
    painter.save();
    painter.translate(toMm(number->frame).topLeft());
    text_.paint(painter, layOutText({number->words}, number->frame.size(), layouts_.fonts()),
                [&](const QString& name, Percent strength) { return colour_.of(job, name, strength, view); });
    painter.restore();
}

void FacePainter::paintOwn(QPainter& painter, const Job& raw, const Job& copy, const Plan& plan,
                           const SurfaceId& surface)
{
    for (const SurfaceId& layer : plan.layersOf(surface)) {
        const auto& places = plan.itemsOn(layer);
        const auto& items = copy.on(layer).items;
        for (std::size_t i = 0; i < items.size(); ++i)
            if (places[i].shown && !isLetGo(copy, surface, layer, items[i]) &&
                differsByCopy(raw, raw.on(layer).items[i]))
                paintItem({painter, copy, plan, items[i], places[i], {}});
    }
}

void FacePainter::paintSmallPrint(QPainter& painter, const QString& words)
{
    text_.paint(painter, layOutSmallPrint(words, layouts_.fonts()),
                [](const QString&, Percent) { return QColor(Qt::black); });
}

} // namespace hinge
