// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dialogs/files_dialog.h"

#include "app/document/linked_files.h"
#include "app/look/ask_file.h"
#include "app/look/theme.h"
#include "core/file/embedded_files.h"
#include "core/file/links.h"

#include <QDir>
#include <QFileInfo>
#include <QLocale>
#include <QPointer>
#include <QPushButton>
#include <QTableView>
#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

QString stateText(FileState state)
{
    switch (state) {
    case FileState::NotRead: return FilesModel::tr("reading…");
    case FileState::Missing: return FilesModel::tr("missing");
    case FileState::Unusable: return FilesModel::tr("cannot be used");
    case FileState::Changed: return FilesModel::tr("changed");
    case FileState::Poor: return FilesModel::tr("too coarse");
    case FileState::Coarse: return FilesModel::tr("a little coarse");
    case FileState::Fine: return FilesModel::tr("fine");
    }
    return {};
}

} // namespace

FilesModel::FilesModel(Document& document, QWidget* parent) : QAbstractTableModel(parent), document_(document)
{
    connect(&document_, &Document::changed, this, &FilesModel::refresh);
    refresh();
}

void FilesModel::refresh()
{
    const QStringList now = linkedPaths(document_.job());
    if (now == paths_) {
        if (!paths_.isEmpty())
            Q_EMIT dataChanged(index(0, 0), index(rowCount() - 1, columnTotal - 1));
        return;
    }
    beginResetModel();
    paths_ = now;
    endResetModel();
}

int FilesModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(paths_.size()); }
int FilesModel::columnCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : columnTotal; }
QString FilesModel::pathAt(int row) const { return row >= 0 && row < paths_.size() ? paths_[row] : QString(); }

FileState FilesModel::stateOf(const QString& path) const
{
    return fileState(document_.job(), document_.plan(), path, document_.files().facts());
}

QVariant FilesModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid())
        return {};
    const QString& path = paths_[index.row()];
    const FileFacts facts = document_.files().facts().value(path);
    if (role == Qt::ToolTipRole)
        return !facts.error.isEmpty() ? facts.error
               : isEmbedded(path)     ? tr("It lies in the job")
                                      : QDir::toNativeSeparators(resolvedPath(path, document_.folder()));
    if (role == Qt::TextAlignmentRole && index.column() > State)
        return int(Qt::AlignRight | Qt::AlignVCenter);
    if (role == Qt::DecorationRole && index.column() == State) {
        const FileState state = stateOf(path);
        const bool well = state == FileState::Fine || state == FileState::NotRead;
        const Theme& t = Theme::of(qobject_cast<const QWidget*>(QObject::parent()));
        return themedIcon(well ? QStringLiteral("circle-check") : QStringLiteral("triangle-alert"),
                          well ? t.accent : t.brick);
    }
    if (role != Qt::DisplayRole)
        return {};
    switch (index.column()) {
    case Name: return isEmbedded(path) ? tr("%1, in the job").arg(shownPath(path)) : path;
    case State: return stateText(stateOf(path));
    case Pixels:
        if (facts.pixelWidth > 0)
            return tr("%1 × %2").arg(facts.pixelWidth).arg(facts.pixelHeight);
        return facts.isPdf && !facts.pages.empty() ? formatSize(facts.pages.front().trim, document_.job().unit)
                                                   : QString();
    case Resolution: {
        const double ppi = coarsestPpi(document_.job(), document_.plan(), path, facts);
        return ppi > 0 ? tr("%1 ppi").arg(std::lround(ppi)) : facts.isPdf ? tr("any") : QString();
    }
    case Colour: {
        if (!facts.profileName.isEmpty())
            return tr("press profile");
        if (facts.isPdf)
            return facts.isSvg ? tr("drawing") : tr("page");
        const QString bits = facts.bitsPerChannel == 16 ? tr(", 16 bit") : QString();
        return colourName(facts.colour) + (facts.hasProfile ? tr(", profile") : QString()) + bits;
    }
    case Bytes: return facts.bytes > 0 ? QLocale().formattedDataSize(facts.bytes) : QString();
    default: return {};
    }
}

QVariant FilesModel::headerData(int section, Qt::Orientation orientation, int role) const
{
    if (orientation != Qt::Horizontal)
        return {};
    if (role == Qt::TextAlignmentRole)
        return int((section > State ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    if (role != Qt::DisplayRole)
        return {};
    switch (section) {
    case Name: return tr("File");
    case State: return tr("State");
    case Pixels: return tr("Size");
    case Resolution: return tr("In print");
    case Colour: return tr("Colour");
    case Bytes: return tr("On disk");
    default: return {};
    }
}

FilesDialog::FilesDialog(Document& document, Selection& selection, QWidget* parent)
    : TableDialog(QStringLiteral("files"), tr("Files of this job"), parent), document_(document), selection_(selection),
      model_(document, this)
{
    setObjectName(QStringLiteral("filesDialog"));
    resize(860, 420);
    refresh_ =
        addButton(tr("Read again"), QStringLiteral("refresh"), tr("Look at the file again, and take it as it is now"));
    replace_ = addButton(tr("Find or replace…"), QStringLiteral("replace"),
                         tr("Another file in its place, everywhere in this job"));
    embed_ = addButton(tr("Put into the job"), QStringLiteral("embed"), {});
    show_ = addButton(tr("Show it"), QStringLiteral("show"), tr("Go to where it is used"));
    connect(refresh_, &QPushButton::clicked, this, &FilesDialog::takeAsItIs);
    connect(replace_, &QPushButton::clicked, this, &FilesDialog::findOrReplace);
    connect(embed_, &QPushButton::clicked, this, &FilesDialog::embedOrRelease);
    connect(show_, &QPushButton::clicked, this, &FilesDialog::showCurrent);
    setModel(model_, FilesModel::Name);
    connect(table(), &QTableView::doubleClicked, this, &FilesDialog::showCurrent);
    choose(0);
    chosenChanged();
}

void FilesDialog::chosenChanged()
{
    const bool any = !current().isEmpty();
    const bool inside = isEmbedded(current());
    for (QPushButton* button : {replace_, embed_, show_})
        button->setEnabled(any);
    refresh_->setEnabled(any && !inside);
    embed_->setText(inside ? tr("Put beside the job…") : tr("Put into the job"));
    embed_->setToolTip(inside ? tr("Write it to disk and use it from there")
                              : tr("It then travels in the job file, and nothing can happen to it"));
    const FileFacts facts = document_.files().facts().value(current());
    say(model_.rowCount() == 0 ? tr("The job uses no files. Drop a picture on a panel to place it.") : facts.error);
}

void FilesDialog::takeAsItIs()
{
    const QString path = current();
    if (path.isEmpty())
        return;
    document_.files().refresh(path);
    // Taken as it is now: what it was when it was placed no longer counts.
    document_.files().withFacts(path, [self = QPointer(this), this, path](const FileFacts& facts) {
        if (!self || !facts.error.isEmpty())
            return; // closed in the meantime
        Job job = document_.job();
        forEachLink(job, path, [&](LinkedFile& link) {
            link.bytes = facts.bytes;
            link.sha256 = facts.sha256;
        });
        (void)document_.edit(tr("Take %1 as it is").arg(QFileInfo(path).fileName()), std::move(job));
    });
}

void FilesDialog::findOrReplace()
{
    const QString path = askForFile(this, tr("In place of %1").arg(QFileInfo(shownPath(current())).fileName()),
                                    tr("Pictures (*.jpg *.jpeg *.png *.tif *.tiff *.svg *.pdf);;All files (*)"));
    if (!path.isEmpty())
        replaceWith(path);
}

QString FilesDialog::current() const { return model_.pathAt(chosenRow()); }

void FilesDialog::replaceWith(const QString& newPath)
{
    const QString old = current();
    const QString link = document_.linkFor(newPath);
    document_.files().withFacts(link, [self = QPointer(this), this, old, link](const FileFacts& facts) {
        if (!self)
            return; // closed in the meantime
        if (!facts.error.isEmpty()) {
            say(tr("%1 was not taken. %2").arg(link, facts.error));
            return;
        }
        Job job = document_.job();
        forEachLink(job, old, [&](LinkedFile& file) {
            file = {link, std::min(file.page, std::max(1, int(facts.pages.size()))), facts.bytes, facts.sha256};
        });
        (void)document_.edit(tr("Replace %1").arg(QFileInfo(shownPath(old)).fileName()), std::move(job));
    });
}

void FilesDialog::embedOrRelease()
{
    const QString path = current();
    const int row = chosenRow();
    Job job = document_.job();
    const bool inside = isEmbedded(path);
    Result<void> done;
    if (inside) {
        const QString target = askWhereToWrite(this, tr("Put beside the job"), document_.folder(), shownPath(path), {});
        if (target.isEmpty())
            return;
        done = releaseFile(job, path, target, document_.linkFor(target));
    } else {
        done = embedFile(job, path, document_.folder());
    }
    if (done)
        done = document_.edit(inside ? tr("Put %1 beside the job").arg(shownPath(path))
                                     : tr("Put %1 into the job").arg(QFileInfo(path).fileName()),
                              std::move(job));
    choose(row);
    if (!done)
        say(done.error().message);
}

void FilesDialog::showCurrent()
{
    if (document_.job().press.profile.path == current()) {
        say(tr("The profile of the press; see Press and paper."));
        return;
    }
    for (const auto& [surface, content] : document_.job().surfaces) {
        const auto item = std::ranges::find_if(
            content->items, [&](const Item& i) { return i.kind == ItemKind::Picture && i.file.path == current(); });
        if (item == content->items.end() && !(content->supplied && content->supplied->path == current()))
            continue;
        selection_.setItem(surface, item == content->items.end() ? QString() : item->id);
        accept();
        return;
    }
}

} // namespace hinge
