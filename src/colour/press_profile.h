// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

#include <QByteArray>

namespace hinge
{

/// What a press and its paper make of process colours.
struct PressProfile {
    QByteArray icc; ///< ISO 15076-1, class "prtr", four process colours
    QString name;   ///< its description
    /// The ink its darkest colours take, in percent of the four together, in whole fives.
    int inkLimit = 0;
    /// The profile as zlib packs it, where that is at hand; else empty.
    QByteArray deflated{};
};

/// Refuses what is no profile of a press in four process colours.
[[nodiscard]] Result<PressProfile> readPressProfile(const QByteArray& icc);

/// The one that ships: offset on coated paper, 300 %.
[[nodiscard]] const PressProfile& shippedPressProfile();

/// The profile of a job: its own, or the one that ships. Fails when its own is not there or is none.
[[nodiscard]] Result<PressProfile> pressProfileOf(const Job& job, const QString& jobFolder);

} // namespace hinge
