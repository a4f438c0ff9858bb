// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/content.h"

#include <QColor>
#include <QHash>
#include <memory>

namespace hinge {

/// Shows process colours on a screen: from the shipped press profile to sRGB, relative colorimetric
/// with black point compensation, as lcms2 computes it.
class ScreenColour {
public:
    ScreenColour();
    ~ScreenColour();
    ScreenColour(const ScreenColour&) = delete;
    ScreenColour& operator=(const ScreenColour&) = delete;

    /// `strength` in percent of each ink.
    [[nodiscard]] QColor of(const Cmyk& cmyk, int strength = 100) const;

private:
    void* transform_ = nullptr; // a cmsHTRANSFORM, released in the destructor
    mutable QHash<quint64, QColor> known_;
};

} // namespace hinge
