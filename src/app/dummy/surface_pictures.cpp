// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dummy/surface_pictures.h"

#include "app/document/linked_files.h"
#include "app/document/record_view.h"
#include "paint/zone_painter.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>
#include <utility>

namespace hinge
{
namespace
{

/// No surface is painted with more pixels along its longer side.
constexpr double longestSide = 2200;
/// So many surfaces are kept.
constexpr std::size_t surfacesKept = 10;
constexpr double mmPerInch = 25.4;

QColor tinted(const Stock& stock)
{
    QImage dot(1, 1, QImage::Format_RGB32);
    dot.fill(ZoneColours().paper);
    QPainter p(&dot);
    tintPaper(p, QRectF(0, 0, 1, 1), stock);
    p.end();
    return dot.pixelColor(0, 0);
}

/// Takes away what the drill and the corner cutter take.
void cutAway(QImage& image, const Paper& paper, const SurfaceId& surface, double perMm)
{
    if (surface.component != Component::Flat || (paper.holes.empty() && paper.cornerRadius <= Length()))
        return;
    image = image.convertToFormat(QImage::Format_ARGB32_Premultiplied);
    QPainterPath stays;
    stays.addRoundedRect(QRectF(QPointF(0, 0), QSizeF(image.size())), paper.cornerRadius.toMm() * perMm,
                         paper.cornerRadius.toMm() * perMm);
    for (const Rect& hole : paper.holes) {
        const QRectF at = toMm(surface.face == Face::Outside ? hole : paper.through(hole));
        QPainterPath round;
        round.addEllipse(QRectF(at.topLeft() * perMm, at.size() * perMm));
        stays -= round;
    }
    QPainterPath goes;
    goes.addRect(QRectF(QPointF(-1, -1), QSizeF(image.size()) + QSizeF(2, 2)));
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    p.setCompositionMode(QPainter::CompositionMode_DestinationOut);
    p.fillPath(goes - stays, Qt::black);
}

} // namespace

SurfacePictures::SurfacePictures(Document& document, QObject* parent)
    : QObject(parent), document_(document), painter_(document.layouts(), pictures_)
{
    pictures_.setFineness(150);
    connect(&document_, &Document::changed, this, &SurfacePictures::refresh);
    connect(&document_.records(), &RecordView::changed, this, &SurfacePictures::refresh);
    connect(&document_, &Document::replaced, this, [this] { painted_.clear(); });
    connect(&document_, &Document::fileStateChanged, this, [this] { pictures_.setFolder(document_.folder()); });
    connect(&document_.files(), &LinkedFiles::refreshed, this, [this](const QString& path) { pictures_.forget(path); });
    connect(&pictures_, &PagePictures::read, this, [this](const LinkedFile& file) {
        std::erase_if(painted_, [&](const auto& entry) {
            return document_.plan().filesOn(document_.shown(), entry.first).contains(file);
        });
        Q_EMIT changed();
    });
    pictures_.setFolder(document_.folder());
}

void SurfacePictures::usePress(const QByteArray& icc)
{
    painter_.usePress(icc);
    pictures_.usePress(icc);
    painted_.clear();
    Q_EMIT changed();
}

void SurfacePictures::refresh()
{
    pictures_.setBlocked(document_.files().blocked());
    behind_ = true; // worked out when somebody looks
    Q_EMIT changed();
}

void SurfacePictures::catchUp()
{
    if (!std::exchange(behind_, false))
        return;
    const Repaint stale = printed_.update(document_.shown(), document_.plan(), painter_.layouts());
    if (stale.everything)
        painted_.clear();
    for (const auto& [surface, areas] : stale.areas)
        painted_.erase(surface);
}

bool SurfacePictures::has(const SurfaceId& surface)
{
    catchUp();
    return painted_.contains(surface);
}

DummyColours SurfacePictures::colours() const
{
    DummyColours colours;
    colours.paper = tinted(document_.job().stock);
    colours.text = tinted(textStockOf(document_.job()));
    return colours;
}

SurfaceImage SurfacePictures::imageOf(const SurfaceId& surface, double perMm, bool hurry)
{
    catchUp();
    const Size size = document_.plan().paperOf(surface).flat;
    const double most = longestSide / std::max(1.0, std::max(size.w, size.h).toMm());
    // In steps, so that zooming does not paint it at every moment.
    const double wanted = std::min(most, std::exp2(std::ceil(std::log2(std::max(1.0, perMm)) * 2) / 2));
    Painted& kept = painted_[surface];
    kept.used = ++now_;
    if (kept.image.sizes.empty() || (!hurry && kept.image.perMm < wanted * 0.99))
        kept.image = withSmallerSizes(paint(surface, wanted), wanted);
    const SurfaceImage image = kept.image;
    if (painted_.size() > surfacesKept) {
        const auto oldest = std::ranges::min_element(painted_, {}, [](const auto& entry) { return entry.second.used; });
        painted_.erase(oldest);
    }
    return image;
}

QImage SurfacePictures::paint(const SurfaceId& surface, double perMm)
{
    const Job& job = document_.shown();
    const Plan& plan = document_.plan();
    const Paper& paper = plan.paperOf(surface);
    pictures_.setFineness(std::clamp(perMm * mmPerInch, 72.0, 300.0));
    QList<LinkedFile> files = plan.filesOn(job, surface);
    for (const auto& [other, kept] : painted_)
        files += plan.filesOn(job, other);
    pictures_.want(files);
    QImage image(std::max(1, int(std::lround(paper.flat.w.toMm() * perMm))),
                 std::max(1, int(std::lround(paper.flat.h.toMm() * perMm))), QImage::Format_RGB32);
    image.fill(ZoneColours().paper);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    p.scale(perMm, perMm);
    painter_.paintContent(p, job, plan, surface, true);
    tintPaper(p, toMm(trimOf(paper)), stockOf(job, surface.component));
    p.end();
    cutAway(image, paper, surface, perMm);
    return image;
}

} // namespace hinge
