// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"

#include <QStringList>

namespace hinge
{

/// What `hinge gather` was asked for.
struct Gathering {
    QStringList paths;   ///< PDFs, pictures and folders of such
    QString target;      ///< the job to write; an existing file is replaced
    bool apart = false;  ///< pages drawn two beside each other are taken apart
    bool toSafe = false; ///< pictures within the safe area, else out to the bleed
};

/// Makes a job of finished pages: a booklet or book of all that can be used, in the order it was named, the files of a
/// folder as people count. Gives lines that tell what was left out, which pages are the same, and what it made. Fails
/// when nothing can be used.
[[nodiscard]] Result<QStringList> gather(const Gathering& wanted);

} // namespace hinge
