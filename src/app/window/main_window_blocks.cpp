// SPDX-License-Identifier: GPL-3.0-or-later
// House blocks: kept from the job at work, put into it, and taken over when they have changed.
#include "app/flat/blocks_dialog.h"
#include "app/look/keep_dialog.h"
#include "app/window/main_window.h"
#include "core/edit/new_items.h"

#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QPushButton>

namespace hinge
{

void MainWindow::keepBlock()
{
    const QStringList ids = selection_.items();
    if (ids.isEmpty() || selection_.item().isEmpty()) {
        tell(tr("Nothing in hand"),
             tr("Take the items of the block in hand first: a click takes one, Shift and a click "
                "one more."));
        return;
    }
    const Item& first = *document_.job().findItem(selection_.item());
    KeepDialog dialog(QStringLiteral("keepBlockDialog"), QStringLiteral("block"), tr("Keep as a house block"),
                      first.block ? first.block->name : first.name, this);
    QLabel* about = dialog.addNote("about");
    const auto refresh = [&] {
        about->setText(blocks_.find(dialog.name()->text().simplified())
                           ? tr("A newer version of the one on the shelf: jobs that have it can take it over.")
                           : tr("Its pictures, styles and inks are kept with it."));
    };
    connect(dialog.name(), &QLineEdit::textChanged, &dialog, refresh);
    refresh();
    if (dialog.exec() != QDialog::Accepted)
        return;
    const auto block = blockFrom(document_.job(), document_.plan(), selection_.surface(), ids, dialog.name()->text(),
                                 document_.folder());
    const auto kept = block ? blocks_.keep(*block) : Result<void>(tl::unexpected(block.error()));
    if (!kept) {
        tell(tr("Not kept"), kept.error().text());
        return;
    }
    Job job = document_.job();
    markAsBlock(job, selection_.surface(), ids, *block, freshItemId());
    (void)document_.edit(tr("Keep “%1” as a house block").arg(block->name), std::move(job));
}

void MainWindow::showBlocks()
{
    const int panel = panelAtWork();
    BlocksDialog dialog(blocks_, document_, painter_, this);
    if (dialog.exec() != QDialog::Accepted)
        return;
    const Block* found = blocks_.find(dialog.chosen());
    if (!found)
        return;
    const Block block = *found; // the shelf may be read again meanwhile
    if (dialog.wish() == BlocksDialog::Wish::TakeOver) {
        takeOver(block);
        return;
    }
    Job job = document_.job();
    const SurfaceId surface = selection_.surface();
    const QStringList ids = putBlock(job, document_.plan(), surface, panel, block, freshItemId);
    if (const auto done = document_.edit(tr("Put “%1” on the panel").arg(block.name), std::move(job)); !done)
        tell(tr("Not put on the panel"), done.error().text());
    else
        selection_.setItems(surface, ids);
}

void MainWindow::takeOver(const Block& block)
{
    for (const PlacedBlock& placed : placedBlocks(document_.job())) {
        if (placed.name != block.name || placed.version == block.version)
            continue;
        openSurface(placed.surface);
        selection_.setItems(placed.surface, placed.items);
        QMessageBox box(QMessageBox::NoIcon, windowTitle(),
                        tr("Take the newer version of “%1” here, %2?")
                            .arg(block.name, surfaceName(placed.surface, document_.job())),
                        QMessageBox::NoButton, this);
        box.setObjectName(QStringLiteral("takeOver"));
        const auto* take = box.addButton(tr("Take it"), QMessageBox::AcceptRole);
        box.addButton(tr("Leave this one"), QMessageBox::DestructiveRole);
        const auto* stop = box.addButton(tr("Stop"), QMessageBox::RejectRole);
        box.exec();
        if (box.clickedButton() == stop)
            return;
        if (box.clickedButton() != take)
            continue;
        Job job = document_.job();
        const QStringList ids = takeNewer(job, document_.plan(), placed.use, block, freshItemId);
        if (const auto done = document_.edit(tr("Take the newer “%1”").arg(block.name), std::move(job)); !done) {
            tell(tr("Not taken over"), done.error().text());
            return;
        }
        selection_.setItems(placed.surface, ids);
    }
}

} // namespace hinge
