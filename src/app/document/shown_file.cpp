// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/shown_file.h"

#include "pdf/open_pdf.h"
#include "pdf/picture_preview.h"
#include "pdf/read_facts.h"

namespace hinge
{

ShownPicture readForScreen(PageRenderer& pages, const QString& path, int page, Fineness fineness,
                           const QByteArray& press)
{
    ShownPicture shown;
    if (isPageFile(path)) {
        if (auto preview = pages.render(path, page, fineness.ppi)) {
            shown.image = preview->image;
            shown.trim = preview->trim;
            shown.trimSize = preview->trimSize;
            shown.ratio = preview->trimSize.w.toMm() / preview->trimSize.h.toMm();
        }
    } else if (const auto image = picturePreview(path, fineness.longest, press)) {
        shown.image = image->convertToFormat(image->hasAlphaChannel() ? QImage::Format_ARGB32_Premultiplied
                                                                      : QImage::Format_RGB32);
        const FileFacts facts = readPixelFacts(path);
        shown.ratio = facts.pixelHeight > 0 ? double(facts.pixelWidth) / facts.pixelHeight
                                            : double(image->width()) / image->height();
        shown.trim = QRectF(shown.image.rect());
    }
    shown.failed = shown.image.isNull();
    if (!shown.failed)
        addSmallerVersions(shown);
    return shown;
}

} // namespace hinge
