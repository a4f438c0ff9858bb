// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/kept_files.h"
#include "core/file/preset.h"

#include <QObject>

namespace hinge
{

/// The set-ups to start from: those that ship with the program, and own ones, one file each in the user's data folder.
/// Templates hold pictures: they are read when first asked for.
class PresetStore : public QObject
{
    Q_OBJECT

public:
    explicit PresetStore(QObject* parent = nullptr) : QObject(parent) {}
    /// Shipped ones in their order, then own ones by name.
    [[nodiscard]] const std::vector<Preset>& all() const;
    /// Keeps a set-up under its name; one of the same name is replaced.
    Result<void> keep(const Preset& preset);
    /// Takes an own one away; shipped ones stay.
    void remove(const Preset& preset);
    /// Takes a file somebody shared. The name it got.
    Result<QString> importFile(const QString& path);
    [[nodiscard]] QString folder() const { return files_.folder(); }

Q_SIGNALS:
    void changed();

private:
    void forget();
    const KeptFiles files_{QStringLiteral("presets")};
    mutable std::optional<std::vector<Preset>> presets_;
};

} // namespace hinge
