// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/tones.h"

#include <QImage>

namespace hinge
{

/// The tones of an image of the screen: its longer side in `longest` cells. Empty for a null image.
[[nodiscard]] Tones tonesOf(const QImage& image, int longest = 48);

} // namespace hinge
