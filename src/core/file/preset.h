// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

/// A set-up to start from: a job without content, with a name and a word about what it is for. Its file is a job file
/// with a "preset" object beside the job's own keys.
struct Preset {
    QString name;
    QString description;
    Job job;
    QString path; ///< of its file; empty for one that ships with the program
};

/// The set-up of a job under a name: what is printed, its title, customer and pieces of content stay behind.
[[nodiscard]] Preset presetFrom(const Job& job, const QString& name, const QString& description);
/// A fresh job from a preset.
[[nodiscard]] Job startFrom(const Preset& preset);

[[nodiscard]] QByteArray writePreset(const Preset& preset);
[[nodiscard]] Result<Preset> readPreset(const QByteArray& json, const QString& name);

/// A file name for it: its name in small letters, without what file systems do not take.
[[nodiscard]] QString presetFileName(const QString& name);

} // namespace hinge
