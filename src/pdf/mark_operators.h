// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/press/sheet_marks.h"

#include <QByteArray>
#include <qpdf/QPDFObjectHandle.hh>

namespace hinge
{

/// Registration colour: prints on every plate (ISO 32000-1, 8.6.6.4, Separation All). Stands as /Reg in resources.
[[nodiscard]] QPDFObjectHandle registrationSpace();

/// Lines of marks as operators, in registration colour; `height` of the page turns y down into y up.
[[nodiscard]] QByteArray drawMarks(const std::vector<MarkLine>& marks, Length weight, Length height);
/// Registration marks: a ring and a cross.
[[nodiscard]] QByteArray drawTargets(const std::vector<Rect>& targets, Length weight, Length height);
/// "x y w h re " of a rectangle of the page.
[[nodiscard]] QByteArray rectangleOnPage(const Rect& r, Length height);

} // namespace hinge
