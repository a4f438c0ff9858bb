// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/kept_files.h"
#include "core/edit/block.h"

#include <QObject>

namespace hinge
{

/// The house blocks on the shelf, one file each in the user's data folder. They hold pictures: they are read when first
/// asked for.
class BlockStore : public QObject
{
    Q_OBJECT

public:
    explicit BlockStore(QObject* parent = nullptr) : QObject(parent) {}
    /// By name.
    [[nodiscard]] const std::vector<Block>& all() const;
    /// nullptr when there is none of that name.
    [[nodiscard]] const Block* find(const QString& name) const;
    /// Keeps a block; one of the same name is replaced.
    Result<void> keep(const Block& block);
    void remove(const QString& name);
    /// Takes a file somebody shared. The name of the block.
    Result<QString> importFile(const QString& path);
    [[nodiscard]] QString folder() const { return files_.folder(); }

Q_SIGNALS:
    void changed();

private:
    void forget();
    const KeptFiles files_{QStringLiteral("blocks")};
    mutable std::optional<std::vector<Block>> blocks_;
};

} // namespace hinge
