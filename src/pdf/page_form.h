// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"
#include "pdf/export_run.h"
#include "pdf/page_boxes.h"

#include <QStringList>
#include <map>
#include <memory>
#include <qpdf/QPDF.hh>
#include <qpdf/QPDFPageObjectHelper.hh>
#include <set>

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

/// Copies pages of other files into a document. Every file is opened once and every page copied once.
///
/// Form fields and notes that print are painted in. Device RGB is tagged as sRGB, wherever it stands. Layers are in the
/// state in which their file prints them (`carryLayers`). A page that blends keeps to itself what it blends, as it does
/// as a page; the group of one that does not is dropped (some renderers shift colours there). A spot ink is one
/// separation, whoever names it. References to other files go.
class PageForms
{
public:
    PageForms(QPDF& target, ExportRun& run) : target_(target), run_(run) {}

    /// Has a separation of ours stand for all of that name.
    void setSpot(const std::string& name, const QPDFObjectHandle& space) { spots_[name] = space; }
    /// Fails when the file or the page cannot be used; the problem says why.
    [[nodiscard]] Result<PageForm> place(const QString& path, int number);

private:
    [[nodiscard]] Result<std::shared_ptr<QPDF>> open(const QString& path);
    [[nodiscard]] Result<void> settle(QPDFObjectHandle form);
    /// The content stream of a page made a form: its bytes are copied as they are, and never unpacked and packed again.
    [[nodiscard]] QPDFObjectHandle asItIs(QPDF& source, QPDFPageObjectHelper& page, const QPDFObjectHandle& content);

    QPDF& target_;
    ExportRun& run_;
    std::map<QString, std::shared_ptr<QPDF>>
        sources_; ///< kept open: streams are read from them when the target is written
    std::map<std::pair<QString, int>, PageForm> pages_;
    std::set<QPDFObjGen> taken_;                    ///< content streams that are forms here already
    std::map<std::string, QPDFObjectHandle> spots_; ///< by the name of the separation
};

} // namespace hinge
