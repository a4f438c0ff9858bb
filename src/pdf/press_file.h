// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/press_profile.h"
#include "pdf/assembly.h"
#include "pdf/export_run.h"

#include <qpdf/QPDF.hh>

namespace hinge
{

/// Puts the output intent (the profile of the press), document information and XMP metadata in.
/// With `claimX4` the file says that it is PDF/X-4 (ISO 15930-7, 6.3 and 6.4).
void dressForPress(QPDF& pdf, const QString& title, const PressProfile& press, bool claimX4);

/// What blends on its pages does so in the inks of the press (ISO 32000-1, 11.4.7).
void blendInCmyk(QPDF& pdf);
/// Has it printed as large as it is, not shrunk to what an office printer reaches (ISO 32000-1, 12.2).
void printAtFullSize(QPDF& pdf);

/// Writes the document beside `target` and then swaps it in, unless a file it was
/// made from has changed meanwhile. Lets `ExportStopped` and `ExportFailed` through; nothing stays behind then.
[[nodiscard]] Result<void> writePressFile(QPDF& pdf, const QString& target, ExportRun& run, const Assembly& assembly);

} // namespace hinge
