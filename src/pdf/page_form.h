// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"
#include "pdf/assembly.h"
#include "pdf/deflater.h"
#include "pdf/export_run.h"
#include "pdf/open_pdf.h"
#include "pdf/page_boxes.h"

#include <QStringList>
#include <map>
#include <qpdf/QPDF.hh>
#include <qpdf/QPDFPageObjectHelper.hh>

namespace hinge
{

/// A page of another PDF, ready to be painted: a form XObject (ISO 32000-1, 8.10) whose box is the
/// page's bleed, so that bleed is not lost.
struct PageForm {
    QPDFObjectHandle form;
    PageBoxes boxes;
    bool transparent = false; ///< something in it is seen through, or blends
    /// What keeps it from being part of a PDF/X-4 file, in words that follow the name of its file.
    QStringList obstacles;
};

/// Takes pages of other files into a document. Every file is opened once; nothing of it is copied before the document
/// is written.
///
/// Form fields and notes that print are painted in. Device RGB is tagged as sRGB, wherever it stands. Layers are in the
/// state in which their file prints them (`carryLayers`). A page that blends keeps to itself what it blends, as it does
/// as a page; the group of one that does not is dropped (some renderers shift colours there). A spot ink is one
/// separation, whoever names it. References to other files go.
class PageForms
{
public:
    PageForms(QPDF& target, Assembly& assembly, ExportRun& run) : target_(target), assembly_(assembly), run_(run) {}

    /// Has a separation of ours stand for all of that name.
    void setSpot(const std::string& name, const QPDFObjectHandle& space) { spots_[name] = space; }
    /// Fails when the file or the page cannot be used; the problem says why.
    [[nodiscard]] Result<PageForm> place(const QString& path, int number);

private:
    [[nodiscard]] Result<QPDF*> open(const QString& path);
    /// Whether all that a page draws can be unpacked; fails where that is more than the limits allow.
    [[nodiscard]] Result<bool> isSound(const std::vector<QPDFObjectHandle>& contents);
    [[nodiscard]] Result<PageForm> formOf(QPDF& source, QPDFObjectHandle page);

    QPDF& target_;
    Assembly& assembly_;
    ExportRun& run_;
    SmallInflater inflater_;
    std::map<QString, OpenPdf> sources_; ///< kept open until the target is written
    std::map<std::pair<QString, int>, PageForm> pages_;
    std::map<std::string, QPDFObjectHandle> spots_; ///< by the name of the separation
};

} // namespace hinge
