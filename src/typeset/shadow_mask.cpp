// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/shadow_mask.h"

#include "typeset/painter_path.h"

#include <QPainter>
#include <cmath>

namespace hinge
{
namespace
{

/// A mean over 2 r + 1 pixels of one line; three of these one after the other come close to a Gaussian.
void blurLine(std::vector<int>& line, std::vector<int>& scratch, int r)
{
    const int n = int(line.size());
    int sum = 0;
    for (int i = -r; i <= r; ++i)
        sum += i >= 0 && i < n ? line[std::size_t(i)] : 0;
    for (int i = 0; i < n; ++i) {
        scratch[std::size_t(i)] = sum / (2 * r + 1);
        sum += (i + r + 1 < n ? line[std::size_t(i + r + 1)] : 0) - (i - r >= 0 ? line[std::size_t(i - r)] : 0);
    }
    line.swap(scratch);
}

void blur(QImage& image, int r)
{
    if (r < 1)
        return;
    std::vector<int> line(std::size_t(image.width())), scratch(line);
    for (int y = 0; y < image.height(); ++y) {
        uchar* row = image.scanLine(y);
        for (int x = 0; x < image.width(); ++x)
            line[std::size_t(x)] = row[x];
        for (int i = 0; i < 3; ++i)
            blurLine(line, scratch, r);
        for (int x = 0; x < image.width(); ++x)
            row[x] = uchar(line[std::size_t(x)]);
    }
    line.resize(std::size_t(image.height()));
    scratch.resize(line.size());
    for (int x = 0; x < image.width(); ++x) {
        for (int y = 0; y < image.height(); ++y)
            line[std::size_t(y)] = image.constScanLine(y)[x];
        for (int i = 0; i < 3; ++i)
            blurLine(line, scratch, r);
        for (int y = 0; y < image.height(); ++y)
            image.scanLine(y)[x] = uchar(line[std::size_t(y)]);
    }
}

} // namespace

ShadowMask shadowMask(const Rect& frame, const Item& item)
{
    if (!item.shadow || frame.isEmpty())
        return {};
    const double fade = item.shadow->blur.toMm();
    const double room = fade * 1.5 + 0.5;
    ShadowMask out;
    out.area = QRectF(frame.x.toMm(), frame.y.toMm(), frame.w.toMm(), frame.h.toMm())
                   .translated(item.shadow->dx.toMm(), item.shadow->dy.toMm())
                   .adjusted(-room, -room, room, room);
    // 150 ppi, less for posters.
    const double perMm = std::min(150 / 25.4, 2400 / std::max(out.area.width(), out.area.height()));
    out.image = QImage(std::max(1, int(std::ceil(out.area.width() * perMm))),
                       std::max(1, int(std::ceil(out.area.height() * perMm))), QImage::Format_Grayscale8);
    out.image.fill(0);
    QPainter p(&out.image);
    p.setRenderHint(QPainter::Antialiasing);
    p.scale(out.image.width() / out.area.width(), out.image.height() / out.area.height());
    p.translate(-out.area.topLeft() + QPointF(item.shadow->dx.toMm(), item.shadow->dy.toMm()));
    p.fillPath(painterPath(frame, item), Qt::white);
    p.end();
    blur(out.image, int(std::lround(fade * perMm / 3)));
    return out;
}

} // namespace hinge
