// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/mark_operators.h"

#include "pdf/pdf_number.h"

namespace hinge
{
namespace
{

/// From the middle of an arc's chord to its control points, for a quarter of a circle of radius 1 (common practice).
constexpr double quarterArc = 0.5522847498;

QByteArray circle(double x, double y, double r)
{
    const double k = r * quarterArc;
    return pdfNumbers(x + r, y) + "m " + pdfNumbers(x + r, y + k, x + k, y + r, x, y + r) + "c " +
           pdfNumbers(x - k, y + r, x - r, y + k, x - r, y) + "c " + pdfNumbers(x - r, y - k, x - k, y - r, x, y - r) +
           "c " + pdfNumbers(x + k, y - r, x + r, y - k, x + r, y) + "c h S\n";
}

QByteArray line(double x1, double y1, double x2, double y2)
{
    return pdfNumbers(x1, y1) + "m " + pdfNumbers(x2, y2) + "l S\n";
}

} // namespace

QPDFObjectHandle registrationSpace()
{
    return QPDFObjectHandle::parse(
        "[ /Separation /All /DeviceCMYK << /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /C1 [1 1 1 1] /N 1 >> ]");
}

QByteArray drawMarks(const std::vector<MarkLine>& marks, Length weight, Length height)
{
    const auto dashes = [](MarkKind kind) -> QByteArray {
        switch (kind) {
        case MarkKind::Fold: return "[" + pdfNumbers(foldMarkDash.toPoints(), foldMarkGap.toPoints()) + "] 0 d\n";
        case MarkKind::Bleed: return "[" + pdfNumbers(bleedMarkDash.toPoints()) + "] 0 d\n";
        default: return "[] 0 d\n";
        }
    };
    QByteArray out = "q /Reg CS 1 SCN " + pdfNumber(weight.toPoints()) + " w\n";
    for (const MarkKind kind : {MarkKind::Crop, MarkKind::Centre, MarkKind::Fold, MarkKind::Bleed}) {
        QByteArray lines;
        for (const MarkLine& m : marks)
            if (m.kind == kind)
                lines += line(m.from.x.toPoints(), (height - m.from.y).toPoints(), m.to.x.toPoints(),
                              (height - m.to.y).toPoints());
        if (!lines.isEmpty())
            out += dashes(kind) + lines;
    }
    return out + "Q\n";
}

QByteArray drawTargets(const std::vector<Rect>& targets, Length weight, Length height)
{
    if (targets.empty())
        return {};
    QByteArray out = "q /Reg CS 1 SCN " + pdfNumber(weight.toPoints()) + " w\n";
    for (const Rect& t : targets) {
        const double x = t.middle().x.toPoints();
        const double y = (height - t.middle().y).toPoints();
        const double r = t.w.toPoints() / 2;
        out += circle(x, y, t.w.toPoints() / 3) + line(x - r, y, x + r, y) + line(x, y - r, x, y + r);
    }
    return out + "Q\n";
}

QByteArray rectangleOnPage(const Rect& r, Length height)
{
    return pdfNumbers(r.x.toPoints(), (height - r.bottom()).toPoints(), r.w.toPoints(), r.h.toPoints()) + "re ";
}

} // namespace hinge
