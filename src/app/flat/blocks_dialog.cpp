// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/blocks_dialog.h"

#include "app/document/linked_files.h"
#include "app/look/ask_file.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "core/file/save_file.h"

#include <QGuiApplication>
#include <QHBoxLayout>
#include <QLabel>
#include <QListView>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

namespace hinge
{
namespace
{

constexpr QColor ground(226, 221, 210);

} // namespace

BlockModel::BlockModel(BlockStore& store, FacePainter& painter, QObject* parent)
    : QAbstractListModel(parent), store_(store), painter_(painter)
{
    connect(&store_, &BlockStore::changed, this, &BlockModel::rebuild);
    rebuild();
}

int BlockModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(pictures_.size()); }

QVariant BlockModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid())
        return {};
    if (role == Qt::DisplayRole || role == Qt::ToolTipRole)
        return store_.all()[std::size_t(index.row())].name;
    if (role == Qt::DecorationRole)
        return pictures_[std::size_t(index.row())];
    return {};
}

void BlockModel::rebuild()
{
    beginResetModel();
    pictures_.clear();
    for (const Block& block : store_.all())
        pictures_.push_back(pictureOf(block));
    endResetModel();
}

void BlockModel::refresh()
{
    for (std::size_t i = 0; i < pictures_.size(); ++i)
        pictures_[i] = pictureOf(store_.all()[i]);
    if (!pictures_.empty())
        Q_EMIT dataChanged(index(0), index(rowCount() - 1), {Qt::DecorationRole});
}

QIcon BlockModel::pictureOf(const Block& block) const
{
    const double ratio = qGuiApp->devicePixelRatio();
    QPixmap picture(pictureSize * ratio);
    picture.setDevicePixelRatio(ratio);
    picture.fill(Qt::transparent);
    QPainter p(&picture);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF paper = QRectF(QPointF(), pictureSize).adjusted(1, 1, -1, -1);
    p.setPen(QPen(Theme::lightTheme().line, 1));
    p.setBrush(ground); // a little darker than paper: what is left bare shows
    p.drawRect(paper);
    const auto planned = plan(block.job);
    const QRectF around = planned ? toMm(frameOf(block, *planned)) : QRectF();
    if (!around.isEmpty()) {
        const QRectF room = paper.adjusted(6, 6, -6, -6);
        const double scale = std::min({room.width() / around.width(), room.height() / around.height(), 4.0});
        p.setClipRect(paper);
        p.translate(room.center());
        p.scale(scale, scale);
        p.translate(-around.center());
        painter_.paintContent(p, block.job, *planned, Face::Outside, false);
    }
    p.end();
    QIcon icon(picture);
    icon.addPixmap(picture, QIcon::Selected); // not tinted: it is to be seen as it is
    return icon;
}

BlocksDialog::BlocksDialog(BlockStore& store, Document& document, FacePainter& painter, QWidget* parent)
    : QDialog(parent), store_(store), document_(document), model_(store, painter), list_(new QListView),
      note_(plainLabel())
{
    setObjectName(QStringLiteral("blocksDialog"));
    setWindowTitle(tr("House blocks"));
    resize(640, 480);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    list_->setObjectName(QStringLiteral("blocks.list"));
    list_->setAccessibleName(tr("House blocks"));
    list_->setModel(&model_);
    list_->setViewMode(QListView::IconMode);
    list_->setResizeMode(QListView::Adjust);
    list_->setMovement(QListView::Static);
    list_->setIconSize(BlockModel::pictureSize);
    list_->setGridSize(BlockModel::pictureSize + QSize(16, 36));
    list_->setWordWrap(true);
    column->addWidget(list_, 1);
    note_->setObjectName(QStringLiteral("blocks.note"));
    note_->setProperty("role", QStringLiteral("note"));
    note_->setWordWrap(true);
    column->addWidget(note_);
    auto* foot = new QHBoxLayout;
    foot->setSpacing(8);
    put_ = button(tr("Put on the panel"), "blocks.put", tr("Its items hold on to the same lines there (Enter)"));
    takeOver_ = button(tr("Take over…"), "blocks.takeOver",
                       tr("Where an older version stands in this job, the one on the shelf comes in its place; each is "
                          "shown and asked about"));
    auto* import = button(tr("Import…"), "blocks.import", tr("Take in a block that somebody shared"));
    share_ = button(tr("Share…"), "blocks.share", tr("Write the chosen block to a file"));
    remove_ = button(tr("Remove"), "blocks.remove", tr("Take it off the shelf; where it stands it stays"));
    auto* close = button(tr("Close"), "blocks.close", {});
    for (QPushButton* b : {put_, takeOver_, import, share_, remove_})
        foot->addWidget(b);
    foot->addStretch(1);
    foot->addWidget(close);
    column->addLayout(foot);
    put_->setDefault(true);

    const auto finish = [this](Wish wish) {
        if (chosen().isEmpty())
            return;
        wish_ = wish;
        accept();
    };
    connect(put_, &QPushButton::clicked, this, [finish] { finish(Wish::Put); });
    connect(takeOver_, &QPushButton::clicked, this, [finish] { finish(Wish::TakeOver); });
    connect(list_, &QListView::activated, this, [finish] { finish(Wish::Put); });
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
    connect(import, &QPushButton::clicked, this, [this] {
        if (const QString path = askForFile(this, tr("Import a house block"), tr("House blocks (*.json)"));
            !path.isEmpty())
            importFrom(path);
    });
    connect(share_, &QPushButton::clicked, this, [this] {
        const QString path = askWhereToWrite(this, tr("Share the house block"), {}, blockFileName(chosen()),
                                             tr("House blocks (*.json)"));
        if (!path.isEmpty())
            shareTo(path);
    });
    connect(remove_, &QPushButton::clicked, this, [this] { store_.remove(chosen()); });
    connect(list_->selectionModel(), &QItemSelectionModel::currentChanged, this, &BlocksDialog::tell);
    connect(&model_, &QAbstractItemModel::modelReset, this, [this] {
        if (model_.rowCount() > 0)
            list_->setCurrentIndex(model_.index(0));
        tell();
    });
    connect(&document_.files(), &LinkedFiles::picturesChanged, &model_, &BlockModel::refresh);
    if (model_.rowCount() > 0)
        list_->setCurrentIndex(model_.index(0));
    tell();
    list_->setFocus();
}

QPushButton* BlocksDialog::button(const QString& text, const char* name, const QString& tip)
{
    auto* made = new QPushButton(text);
    made->setObjectName(QString::fromLatin1(name));
    made->setToolTip(tip);
    made->setAutoDefault(false);
    return made;
}

QString BlocksDialog::chosen() const { return list_->currentIndex().data().toString(); }

void BlocksDialog::say(const QString& text) { note_->setText(text); }

void BlocksDialog::tell()
{
    const Block* block = store_.find(chosen());
    int stands = 0;
    int older = 0;
    for (const PlacedBlock& placed : placedBlocks(document_.job()))
        if (block && placed.name == block->name) {
            ++stands;
            older += placed.version != block->version ? 1 : 0;
        }
    for (QPushButton* b : {put_, share_, remove_})
        b->setEnabled(block);
    takeOver_->setEnabled(older > 0);
    if (!block) {
        say(tr(
            "Nothing on the shelf yet. Take a logo, contact lines or a whole back page in hand on the Flat, and keep "
            "it as a house block."));
        return;
    }
    const auto planned = plan(block->job);
    const Size size = planned ? frameOf(*block, *planned).size() : Size{};
    const int items = int(partsOf(*block).size());
    const QString measures = formatSize(size, document_.job().unit);
    const QString about =
        items == 1 ? tr("One item, %1").arg(measures) : tr("%1 items, %2").arg(QString::number(items), measures);
    const QString here = stands == 0  ? tr("not in this job")
                         : older == 0 ? tr("in this job %1 ×").arg(stands)
                                      : tr("in this job %1 ×, %2 of them an older version").arg(stands).arg(older);
    say(about + QStringLiteral("; ") + here);
}

void BlocksDialog::importFrom(const QString& path)
{
    const auto name = store_.importFile(path);
    if (!name) {
        say(name.error().text());
        return;
    }
    for (int row = 0; row < model_.rowCount(); ++row)
        if (model_.index(row).data().toString() == *name)
            list_->setCurrentIndex(model_.index(row));
}

void BlocksDialog::shareTo(const QString& path)
{
    const Block* block = store_.find(chosen());
    if (!block)
        return;
    const auto written = saveWhole(path, writeBlock(*block));
    say(written ? tr("Written to %1.").arg(path) : written.error().text());
}

} // namespace hinge
