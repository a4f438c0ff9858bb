// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"
#include "core/press/sheet_marks.h"
#include "paint/face_painter.h"
#include "paint/zone_painter.h"

#include <functional>

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

/// Lines of marks as they are printed, in millimetres, but never finer than a pixel of the screen.
void paintMarks(QPainter& painter, const std::vector<MarkLine>& marks, Length weight, double pixel);

/// What of a side of a press sheet is painted, and how.
struct SheetLook {
    PaperView view = PaperView::Printed;
    /// Every slot says what it carries: page, number, where its head points.
    bool labels = false;
    qint64 sheet = 0;  ///< of a run of records, which sheet, from 0
    bool paper = true; ///< the paper itself; else only what is printed, to be laid over another side
    bool marks = true; ///< those of the printer
    /// Of numbered copies: the job with its fields as they are typed, as the copy of a record has it, and who paints
    /// what that has of its own. Without them slots show what all copies have in common.
    const Job* raw = nullptr;
    std::function<Job(qint64 record)> copyOf{};
    FacePainter* copies = nullptr;
};

/// Paints one side of a press sheet: paper, gripper and unprinted margins, the pieces with their bleed, and the
/// printer's marks. Painter in millimetres, origin at the head-left corner of the side; `pixel` is the size of one
/// screen pixel in millimetres.
void paintSheetSide(QPainter& painter, FacePainter& faces, FaceImageCache& cache, const Job& job, const Plan& plan,
                    const PressForm& form, Face side, const SheetLook& look, const ZoneColours& colours, double pixel);

/// Plate, and the colour it is shown in.
using PlateColour = std::function<QColor(const QString& plate)>;
/// All printer's marks of a side, with the words of its label.
void paintSheetMarks(QPainter& painter, FacePainter& faces, const MarksOnSide& marks, Length weight,
                     const PlateColour& colour, const QString& label, double pixel);
/// What a slot carries, on a plate with a wedge at its head.
void paintSlotLabel(QPainter& painter, const Rect& trim, Turn turn, const QString& text, double pixel);

/// A small diagram of a press sheet: its slots with the pages in them, heads told by a bar.
void paintFormDiagram(QPainter& painter, const QRectF& target, const PieceParts& parts, const PressForm& form,
                      const QColor& paper, const QColor& piece, const QColor& line);
/// A small diagram of a layout for a list.
void paintLayoutDiagram(QPainter& painter, const QRectF& target, const SheetLayout& layout, const QColor& paper,
                        const QColor& piece, const QColor& line);

} // namespace hinge
