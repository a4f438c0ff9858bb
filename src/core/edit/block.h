// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <functional>

namespace hinge
{

/// A house block: items kept under a name, to be put into any job: a logo, contact lines, a back page. Its file is a
/// job file with a "block" object beside the job's own keys: a single leaf as large as the panel they stood on, with
/// their inks, styles and files, which lie in it.
struct Block {
    QString name;
    QString version; ///< of what was in it when it was kept: another one as soon as anything differs
    Job job;         ///< the leaf; its outside has the items
    QString path;    ///< of its file; empty until it is kept
};

/// Keeps items of a surface, in painting order. Fails without any, without a name, and when a file they use cannot be
/// taken in.
[[nodiscard]] Result<Block> blockFrom(const Job& job, const Plan& plan, const SurfaceId& surface,
                                      const QStringList& ids, const QString& name, const QString& jobFolder);
[[nodiscard]] QByteArray writeBlock(const Block& block);
[[nodiscard]] Result<Block> readBlock(const QByteArray& json, const QString& fileName);
/// A file name for it: its name in small letters, without what file systems do not take.
[[nodiscard]] QString blockFileName(const QString& name);

/// Its items, in painting order.
[[nodiscard]] inline const std::vector<Item>& partsOf(const Block& block) { return block.job.on(Face::Outside).items; }
/// The frame around them on the leaf they are kept on.
[[nodiscard]] Rect frameOf(const Block& block, const Plan& leaf);

/// Puts a block on a panel: its items hold on to the same lines there. Inks and styles of the same name that differ
/// come beside those of the job, under a name of their own. The ids of the items, which stand on top of all.
QStringList putBlock(Job& job, const Plan& plan, const SurfaceId& surface, int panel, const Block& block,
                     const std::function<QString()>& freshId);

/// Tells items that a block was made of that they are it: they follow its newer versions, too.
void markAsBlock(Job& job, const SurfaceId& surface, const QStringList& ids, const Block& block, const QString& use);

/// One putting of a block into a job.
struct PlacedBlock {
    QString use;
    QString name;
    QString version;
    SurfaceId surface;
    QStringList items; ///< in painting order
};
[[nodiscard]] std::vector<PlacedBlock> placedBlocks(const Job& job);

/// Has the newer version of a block stand where an older one does, its head-left corner in the same place and as deep
/// in the pile; parts that were taken off there stay off. The ids of its items; nothing happens where that use is gone.
QStringList takeNewer(Job& job, const Plan& plan, const QString& use, const Block& block,
                      const std::function<QString()>& freshId);

} // namespace hinge
