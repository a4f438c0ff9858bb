// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "paint/zone_painter.h"

#include <QColor>
#include <QFont>
#include <QIcon>

class QApplication;
class QWidget;

namespace hinge
{

/// The window's colours. Paper stays paper in every theme; see `ZoneColours`.
struct Theme {
    bool dark = false;
    QColor desk; ///< what everything lies on
    QColor slip; ///< menus, docket, drawers
    QColor work; ///< the open stage and fields
    QColor fold; ///< the shaded side of the strip of stages
    QColor ink;
    QColor ink2;
    QColor line;
    QColor accent;
    QColor accentTint;
    QColor onAccent;
    QColor ochre; ///< attention
    QColor ochreTint;
    QColor brick; ///< error
    QColor brickTint;

    static const Theme& lightTheme();
    static const Theme& darkTheme();
    /// The theme a widget is shown in; it is carried by the palette.
    static const Theme& of(const QWidget* widget);
};

/// The key under which the settings keep the choice of the dark theme.
inline const QString darkKey = QStringLiteral("darkTheme");

/// The five sizes of type in the window, in pixels at 100 %.
namespace type
{
inline constexpr int note = 11;
inline constexpr int label = 12;
inline constexpr int body = 13;
inline constexpr int heading = 15;
inline constexpr int title = 17;
} // namespace type

/// The window's font; figures in it are tabular.
[[nodiscard]] QFont uiFont(int pixels, QFont::Weight weight = QFont::Medium);

/// Loads the window's font and gives the application palette, style and style sheet. May be called again.
void applyTheme(QApplication& application, bool dark);
/// The same in two steps, for the start: all but the style sheet before the window is made, the style sheet when it is
/// whole. Set before, it would be worked out anew for every widget each time one of those around it gets a parent.
void applyColours(QApplication& application, bool dark);
void applyStyleSheet(QApplication& application, bool dark);

/// An icon of the shipped set in the colour of the text around it.
[[nodiscard]] QIcon themedIcon(const QString& name, const QColor& colour);

} // namespace hinge
