// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/press/sheet_marks.h"
#include "pdf/face_form.h"

#include <qpdf/QPDF.hh>

namespace hinge
{

/// A job of which something is printed on sheets. Faces and pages are composed when they are first wanted, and kept.
class SheetSource
{
public:
    SheetSource(QPDF& pdf, const Job& job, const Plan& plan, FaceComposer& composer);

    [[nodiscard]] const Job& job() const { return job_; }
    [[nodiscard]] FaceComposer& composer() const { return composer_; }
    /// Paints a page or face on its place; nothing where it is blank. `prefix` keeps names in the resources of the page
    /// apart where several jobs share it.
    [[nodiscard]] Result<void> paint(FaceComposer::Content& content, const PlacedSurface& place, Length sheetHeight,
                                     const QByteArray& prefix = "/");

private:
    [[nodiscard]] bool isPrinted(const PlacedSurface& place) const;

    QPDF& pdf_;
    const Job& job_;
    const Plan& plan_;
    FaceComposer& composer_;
    std::map<SurfaceId, QPDFObjectHandle> composed_;
};

/// The operators that clip what follows to where it may be printed, and lay a form on its place; ends with a state that
/// is saved. The form's origin is the lower left corner of its trim.
[[nodiscard]] QByteArray layOnSheet(const PlacedSurface& place, Length sheetHeight);

/// Adds pages of press sheets, with marks in a layer of their own (ISO 32000-1, 8.11).
class SheetPages
{
public:
    explicit SheetPages(QPDF& pdf);
    /// Bar patches one ink each, collating steps in black, all else on every plate. What a patch is printed in is
    /// looked for among the sources; the first of them draws the small print.
    [[nodiscard]] QByteArray markOperators(QPDFObjectHandle resources, const MarksOnSide& marks, const QString& label,
                                           const std::vector<SheetSource*>& sources, Length sheetHeight) const;
    /// Draws the marks of a sheet, and returns the operators that paint them: sheets that have the same share a
    /// drawing, only what they are labelled differs.
    [[nodiscard]] QByteArray paintMarks(QPDFObjectHandle resources, const MarksOnSide& marks, const QString& label,
                                        const std::vector<SheetSource*>& sources, Size sheet);
    /// The marks as a drawing of their own (a form XObject), for sheets that are many and have the same.
    [[nodiscard]] QPDFObjectHandle asDrawing(const QByteArray& marks, QPDFObjectHandle resources, Size sheet);
    /// Puts such a drawing into the resources of a page, where `drawingPainted` paints it.
    static void paintDrawing(QPDFObjectHandle resources, const QPDFObjectHandle& drawing);
    [[nodiscard]] static QByteArray drawingPainted() { return "/SheetMarks Do\n"; }
    /// All that is painted on a page: the work, and the marks over it in their layer.
    [[nodiscard]] static QByteArray contentOf(const QByteArray& work, const QByteArray& marks);
    /// Adds a page, as large as the sheet.
    void add(const QPDFObjectHandle& content, QPDFObjectHandle resources, Size sheet);

private:
    QPDF& pdf_;
    QPDFObjectHandle layer_;
    QPDFObjectHandle registration_;
    QPDFObjectHandle box_; ///< of the page before: most are as large
    Size boxOf_;
    std::map<QByteArray, QPDFObjectHandle> drawings_; ///< of marks, by their operators and the size of the sheet
};

} // namespace hinge
