// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

/// A set-up to start from: a job with a name and a word about what it is for. It may keep what stands on the piece;
/// then it is a template. Its file is a job file with a "preset" object beside the job's own keys; the files it uses
/// lie in it, so that it is shared as one.
struct Preset {
    QString name;
    QString description;
    Job job;
    QString path; ///< of its file; empty for one that ships with the program
};

/// What of a job a preset keeps beside its set-up.
enum class PresetContent {
    Nothing,
    WithoutPictures, ///< all that stands on it, but frames of pictures wait, and supplied pages stay behind
    Everything,
};
/// The set-up of a job under a name; its title and customer stay behind. Fails when a file it is to keep cannot be
/// taken in.
[[nodiscard]] Result<Preset> presetFrom(const Job& job, const QString& name, const QString& description,
                                        PresetContent content = PresetContent::Nothing, const QString& jobFolder = {});
/// It keeps what stands on the piece.
[[nodiscard]] bool isTemplate(const Preset& preset);
/// A fresh job from a preset.
[[nodiscard]] Job startFrom(const Preset& preset);

[[nodiscard]] QByteArray writePreset(const Preset& preset);
[[nodiscard]] Result<Preset> readPreset(const QByteArray& json, const QString& name);

/// A file name for it: its name in small letters, without what file systems do not take.
[[nodiscard]] QString presetFileName(const QString& name);

} // namespace hinge
