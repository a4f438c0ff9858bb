// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/light.h"

#include <QByteArray>

namespace hinge
{

/// The light of process colours as a press profile (ICC, four process colours) has them, its paper taken as white.
[[nodiscard]] LightOfInk lightByPress(const QByteArray& icc);

} // namespace hinge
