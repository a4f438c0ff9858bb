// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"

#include <QByteArray>
#include <QStringList>

namespace hinge
{

/// A folder of the user's data with one file for each thing that is kept: presets, house blocks.
class KeptFiles
{
public:
    explicit KeptFiles(const QString& name);
    [[nodiscard]] const QString& folder() const { return folder_; }
    /// Paths of all, by name.
    [[nodiscard]] QStringList all() const;
    /// Writes one, and makes the folder where there is none yet.
    [[nodiscard]] Result<void> keep(const QString& fileName, const QByteArray& bytes) const;

private:
    QString folder_;
};

} // namespace hinge
