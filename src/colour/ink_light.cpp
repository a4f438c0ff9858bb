// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/ink_light.h"

#include "colour/screen_colour.h"

namespace hinge
{

LightOfInk lightByPress(const QByteArray& icc)
{
    const auto screen = std::make_shared<ScreenColour>();
    screen->usePress(icc);
    return [screen](const Cmyk& cmyk, Percent strength) {
        return lightOfScreen(int(screen->of(cmyk, strength).rgb() & 0xFFFFFF));
    };
}

} // namespace hinge
