// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/edit/block.h"

#include <QObject>

namespace hinge
{

/// The house blocks on the shelf, one file each in the user's data folder.
class BlockStore : public QObject
{
    Q_OBJECT

public:
    explicit BlockStore(QObject* parent = nullptr);
    /// By name.
    [[nodiscard]] const std::vector<Block>& all() const { return blocks_; }
    /// nullptr when there is none of that name.
    [[nodiscard]] const Block* find(const QString& name) const;
    /// Keeps a block; one of the same name is replaced.
    Result<void> keep(const Block& block);
    void remove(const QString& name);
    /// Takes a file somebody shared. The name of the block.
    Result<QString> importFile(const QString& path);
    /// Writes a block to share it.
    [[nodiscard]] Result<void> exportFile(const QString& name, const QString& path) const;
    [[nodiscard]] static QString folder();

Q_SIGNALS:
    void changed();

private:
    void reload();
    std::vector<Block> blocks_;
};

} // namespace hinge
