// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/block_store.h"

#include "core/file/embedded_files.h"
#include "core/file/read_file.h"
#include "core/file/read_limits.h"

#include <QFileInfo>
#include <algorithm>

namespace hinge
{
namespace
{

Result<Block> readBlockFile(const QString& path)
{
    const auto json = readWhole(path, limits::largestJobFile, QStringLiteral("a house block"));
    return json ? readBlock(*json, QFileInfo(path).fileName()) : tl::unexpected(json.error());
}

} // namespace

const std::vector<Block>& BlockStore::all() const
{
    if (blocks_)
        return *blocks_;
    blocks_.emplace();
    for (const QString& path : files_.all()) {
        auto block = readBlockFile(path);
        // Its pictures are seen from where embedded files are unpacked.
        if (!block || !unpackEmbedded(block->job))
            continue;
        block->path = path;
        blocks_->push_back(std::move(*block));
    }
    std::ranges::sort(*blocks_, {}, &Block::name);
    return *blocks_;
}

void BlockStore::forget()
{
    blocks_.reset();
    Q_EMIT changed();
}

const Block* BlockStore::find(const QString& name) const
{
    const auto it = std::ranges::find(all(), name, &Block::name);
    return it == all().end() ? nullptr : &*it;
}

Result<void> BlockStore::keep(const Block& block)
{
    if (auto kept = files_.keep(blockFileName(block.name), writeBlock(block)); !kept)
        return kept;
    forget();
    return {};
}

void BlockStore::remove(const QString& name)
{
    if (const Block* block = find(name)) {
        QFile::remove(block->path);
        forget();
    }
}

Result<QString> BlockStore::importFile(const QString& path)
{
    const auto block = readBlockFile(path);
    if (!block)
        return tl::unexpected(block.error());
    if (const auto kept = keep(*block); !kept)
        return tl::unexpected(kept.error());
    return block->name;
}

} // namespace hinge
