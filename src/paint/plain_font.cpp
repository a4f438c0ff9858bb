// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/plain_font.h"

#include <QFontDatabase>

namespace hinge
{

QFont plainFont(int pixels, QFont::Weight weight)
{
    static const bool loaded = [] {
        for (const char* style : {"Regular", "Medium", "SemiBold", "Bold"})
            QFontDatabase::addApplicationFont(
                QStringLiteral(":/hinge/ui-fonts/HingeSans-%1.ttf").arg(QLatin1String(style)));
        return true;
    }();
    Q_UNUSED(loaded)
    QFont font(QStringLiteral("Hinge Sans"));
    font.setPixelSize(pixels);
    font.setWeight(weight);
    return font;
}

} // namespace hinge
