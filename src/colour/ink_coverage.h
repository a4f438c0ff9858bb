// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <array>

namespace hinge
{

/// Counts how much ink lies on the parts of a picture.
class InkCoverage
{
public:
    /// Four bytes a pixel, 255 for full ink.
    void add(const uchar* cmyk, int pixels);
    /// The ink of the heaviest parts, in percent of the four together: what at least one pixel of a thousand reaches,
    /// so that a stray pixel does not count. 0 when nothing was counted.
    [[nodiscard]] int heaviest() const;

private:
    std::array<qint64, 401> pixels_{}; ///< by percent of ink
    qint64 total_ = 0;
};

} // namespace hinge
