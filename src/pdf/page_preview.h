// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_facts.h"
#include "core/file/file_stamp.h"
#include "core/units/result.h"

#include <QImage>
#include <QRectF>
#include <memory>
#include <mutex>
#include <vector>

namespace hinge
{

/// A page of a PDF as an image that shows exactly its bleed area, upright.
struct PagePreview {
    QImage image;
    QRectF trim; ///< in pixels of the image
    Size trimSize;
};

/// A word of a page and the box of its letters, from the head-left corner of the page's trim as it is seen.
struct PageWord {
    QString text;
    Rect box;
};
struct PageWords {
    Size trim;
    std::vector<PageWord> words;
};

/// Renders with Poppler at about `ppi`, but never more than 40 megapixels. Slow: call off the window's thread.
[[nodiscard]] Result<PagePreview> renderPagePreview(const QString& path, int page, double ppi);

/// Renders page after page of the same files, which stay open in between: opening one of a thousand pages takes longer
/// than rendering one of them. May be called from several threads.
class PageRenderer
{
public:
    PageRenderer();
    ~PageRenderer();
    PageRenderer(const PageRenderer&) = delete;
    PageRenderer& operator=(const PageRenderer&) = delete;
    /// As `renderPagePreview`. A file that changed on disk is opened again.
    [[nodiscard]] Result<PagePreview> render(const QString& path, int page, double ppi);
    /// The words of a page, as Poppler finds them. Letters that are drawn as outlines are none.
    [[nodiscard]] Result<PageWords> words(const QString& path, int page);

private:
    struct Open;
    [[nodiscard]] Result<std::unique_ptr<Open>> open(const QString& path);
    [[nodiscard]] std::unique_ptr<Open> take(const QString& path);
    void giveBack(std::unique_ptr<Open> file);
    std::mutex mutex_;
    std::vector<std::unique_ptr<Open>> idle_; ///< the one used last at the end
};

} // namespace hinge
