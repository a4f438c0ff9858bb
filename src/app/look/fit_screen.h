// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QScreen>
#include <QWidget>

namespace hinge
{

/// Makes a window no larger than its screen, and brings it all into view.
inline void fitScreen(QWidget& window)
{
    // The frame is told only some time after the window is shown: room for a title bar is kept in any case.
    const QRect room = window.screen()->availableGeometry();
    const QSize frame = (window.frameGeometry().size() - window.size()).expandedTo({2, 36});
    const QSize most = room.size() - frame;
    if (window.isMaximized() || window.isFullScreen() || most.width() < window.minimumWidth() ||
        most.height() < window.minimumHeight())
        return;
    window.resize(window.size().boundedTo(most));
    if (!room.contains(window.frameGeometry()))
        window.move(room.topLeft());
}

} // namespace hinge
