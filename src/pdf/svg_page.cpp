// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/svg_page.h"

#include <QBuffer>
#include <QPageSize>
#include <QPainter>
#include <QPdfWriter>
#include <QSvgRenderer>

namespace hinge {

bool looksLikeSvg(const QByteArray& head)
{
    const QByteArray start = head.trimmed();
    return start.startsWith("<svg") || ((start.startsWith("<?xml") || start.startsWith("<!--") || start.startsWith("<!DOCTYPE svg")) && start.contains("<svg"));
}

Result<QByteArray> pageFromSvg(const QString& path)
{
    QSvgRenderer renderer(path);
    const QSizeF size = renderer.defaultSize();
    if (!renderer.isValid() || size.isEmpty())
        return problem(path, QStringLiteral("The SVG is damaged, or has no size. Open it in a drawing program and save it again."));
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        const QSizeF points = size * 72 / 96;
        writer.setPageSize(QPageSize(points, QPageSize::Point, {}, QPageSize::ExactMatch));
        writer.setPageMargins(QMarginsF());
        writer.setResolution(1200);
        QPainter painter(&writer);
        renderer.render(&painter, QRectF(0, 0, points.width() / 72 * 1200, points.height() / 72 * 1200));
    }
    return buffer.data();
}

} // namespace hinge
