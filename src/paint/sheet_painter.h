// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/sheet_marks.h"
#include "paint/face_painter.h"
#include "paint/zone_painter.h"

namespace hinge
{

/// What is printed on a face, painted once for a scale and kept until it changes.
class FaceImageCache
{
public:
    /// Where the face lies by the painter's transform; `pixel` is the size of one device pixel in millimetres.
    void paint(QPainter& painter, FacePainter& faces, const Job& job, const Plan& plan, const SurfaceId& surface,
               bool toTrim, double pixel);
    /// From the head-left corner of the bleed (or trim), a device pixel a pixel.
    const QImage& image(FacePainter& faces, const Job& job, const Plan& plan, const SurfaceId& surface, bool toTrim,
                        double pixel);
    /// Pictures came or went.
    void forget() { kept_.clear(); }

private:
    struct Kept {
        SurfaceId surface;
        bool toTrim;
        double pixel;
        QImage image;
    };
    PrintedState printed_;
    std::vector<Kept> kept_;
};

/// Marks as they are printed, in millimetres, but never finer than a pixel of the screen.
void paintMarks(QPainter& painter, const std::vector<MarkLine>& marks, double pixel);

/// Paints one side of the job's press sheet: paper, gripper and unprinted margins, the pieces with
/// their bleed, and the printer's marks. Painter in millimetres, origin at the head-left corner of the
/// side; `pixel` is the size of one screen pixel in millimetres.
void paintSheetSide(QPainter& painter, FacePainter& faces, FaceImageCache& cache, const Job& job, const Plan& plan,
                    Face face, PaperView view, const ZoneColours& colours, double pixel);

/// A small diagram of a layout for a list.
void paintLayoutDiagram(QPainter& painter, const QRectF& target, const SheetLayout& layout, const QColor& paper,
                        const QColor& piece, const QColor& line);

} // namespace hinge
