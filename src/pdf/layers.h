// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "pdf/assembly.h"

#include <QString>

namespace hinge
{

/// Takes the layers of a placed file over, each in the state in which that file would print it (ISO 32000-1, 8.11.4):
/// its base state, what it switches on and off, and what it says of printing. Layers keep to their file: one that
/// another file names alike gets the file's name before its own, since many programs tell layers by their names. Call
/// once a file.
void carryLayers(QPDF& source, QPDF& target, Assembly& assembly, const QString& fileName);

/// Makes a layer of our own, which is shown and printed.
[[nodiscard]] QPDFObjectHandle addLayer(QPDF& target, const std::string& name);

} // namespace hinge
