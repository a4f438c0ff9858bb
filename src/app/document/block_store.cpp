// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/block_store.h"

#include "core/file/embedded_files.h"
#include "core/file/read_limits.h"
#include "core/file/save_file.h"

#include <QDir>
#include <QStandardPaths>
#include <algorithm>

namespace hinge
{
namespace
{

Result<Block> readBlockFile(const QString& path)
{
    QFile file(path);
    if (auto plain = checkPlainFile(path); !plain)
        return tl::unexpected(plain.error());
    if (!file.open(QIODevice::ReadOnly))
        return problem(path, QStringLiteral("The file cannot be read: %1.").arg(file.errorString()));
    if (file.size() > limits::largestJobFile)
        return problem(path, QStringLiteral("It is too large for a house block."));
    return readBlock(file.readAll(), QFileInfo(path).fileName());
}

} // namespace

QString BlockStore::folder()
{
    return QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/blocks");
}

BlockStore::BlockStore(QObject* parent) : QObject(parent) { reload(); }

void BlockStore::reload()
{
    blocks_.clear();
    for (const QString& name : QDir(folder()).entryList({QStringLiteral("*.json")}, QDir::Files, QDir::Name)) {
        auto block = readBlockFile(folder() + u'/' + name);
        // Its pictures are seen from where embedded files are unpacked.
        if (!block || !unpackEmbedded(block->job))
            continue;
        block->path = folder() + u'/' + name;
        blocks_.push_back(std::move(*block));
    }
    std::ranges::sort(blocks_, {}, &Block::name);
    Q_EMIT changed();
}

const Block* BlockStore::find(const QString& name) const
{
    const auto it = std::ranges::find(blocks_, name, &Block::name);
    return it == blocks_.end() ? nullptr : &*it;
}

Result<void> BlockStore::keep(const Block& block)
{
    if (!QDir().mkpath(folder()))
        return problem(folder(), tr("The folder could not be made."));
    if (auto written = saveWhole(folder() + u'/' + blockFileName(block.name), writeBlock(block)); !written)
        return written;
    reload();
    return {};
}

void BlockStore::remove(const QString& name)
{
    if (const Block* block = find(name)) {
        QFile::remove(block->path);
        reload();
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

Result<void> BlockStore::exportFile(const QString& name, const QString& path) const
{
    const Block* block = find(name);
    return block ? saveWhole(path, writeBlock(*block)) : problem(path, tr("It is on the shelf no more."));
}

} // namespace hinge
