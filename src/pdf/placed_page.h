// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/result.h"
#include "pdf/page_boxes.h"

#include <memory>
#include <qpdf/QPDF.hh>

namespace hinge {

/// A page of another PDF, ready to be painted: a form XObject (ISO 32000-1, 8.10) whose box is the
/// page's bleed, so that bleed is not lost.
struct PlacedPage {
    QPDFObjectHandle form;
    PageBoxes boxes;
    /// Keeps the file open: copied streams are read from it when the target is written.
    std::shared_ptr<QPDF> source;
};

/// Copies the page into `target`. Form fields and notes that print are painted in, device RGB is
/// tagged as sRGB, layers that are switched off stay off, and a page group is dropped where nothing
/// on the page is transparent (some renderers shift colours there).
[[nodiscard]] Result<PlacedPage> placePage(QPDF& target, const QString& path, int number);

} // namespace hinge
