// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// A job from its file, with all that is to be said of it and of its files.
struct OpenedJob {
    Job job;
    Plan plan;
    std::vector<Finding> findings;
    QString folder; ///< where its links start
};

/// Opens a job, looks its files through and checks it. Files outside the folder of the job are only read when that was
/// allowed: a job that somebody sent could name any. Fails, too, where the job cannot be planned.
[[nodiscard]] Result<OpenedJob> openJob(const QString& path, bool filesOutside);

} // namespace hinge
