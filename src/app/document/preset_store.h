// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/preset.h"

#include <QObject>

namespace hinge
{

/// The set-ups to start from: those that ship with the program, and own ones, one file each in the user's data folder.
class PresetStore : public QObject
{
    Q_OBJECT

public:
    explicit PresetStore(QObject* parent = nullptr);
    /// Shipped ones in their order, then own ones by name.
    [[nodiscard]] const std::vector<Preset>& all() const { return presets_; }
    /// Keeps a set-up under its name; one of the same name is replaced.
    Result<void> keep(const Preset& preset);
    /// Takes an own one away; shipped ones stay.
    void remove(const Preset& preset);
    /// Takes a file somebody shared. The name it got.
    Result<QString> importFile(const QString& path);
    [[nodiscard]] static QString folder();

Q_SIGNALS:
    void changed();

private:
    void reload();
    std::vector<Preset> presets_;
};

} // namespace hinge
