// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/brief/start_gallery.h"

#include "app/look/ask_file.h"
#include "app/look/foot_button.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "core/dummy/dummy.h"
#include "core/file/save_file.h"
#include "core/units/envelopes.h"
#include "core/units/page_sizes.h"
#include "paint/piece_painter.h"

#include <QComboBox>
#include <QFile>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace hinge
{
namespace
{

constexpr QSize tileSize(207, 190);

class TileDelegate : public QStyledItemDelegate
{
public:
    TileDelegate(PresetModel& model, const QSortFilterProxyModel& filter, QObject* parent)
        : QStyledItemDelegate(parent), model_(model), filter_(filter)
    {
    }

    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return tileSize; }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        const int row = filter_.mapToSource(index).row();
        const bool chosen = (option.state & QStyle::State_Selected) != 0;
        const bool hover = (option.state & QStyle::State_MouseOver) != 0;
        const bool focus = (option.state & QStyle::State_HasFocus) != 0;
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        const QRectF card = QRectF(option.rect).adjusted(5, 5, -5, -5);
        p->setPen(QPen(chosen || focus ? t.accent : hover ? t.ink2 : t.line, focus ? 2 : 1));
        p->setBrush(chosen ? t.accentTint : t.slip);
        p->drawRoundedRect(card, 4, 4);
        const QRectF drawing(card.x() + 18, card.y() + 12, card.width() - 36, 88);
        if (const auto& plan = model_.plan(row))
            paintStandingPiece(*p, drawing, *model_.job(row), *plan, tellingOpenness(*model_.job(row)), {},
                               t.dark ? QColor(0x20, 0x26, 0x2D) : t.ink, PieceScale::Fill);
        const QRectF words = card.adjusted(12, 106, -12, -6);
        p->setPen(t.ink);
        p->setFont(uiFont(type::label, QFont::Bold));
        p->drawText(
            words, Qt::AlignTop | Qt::AlignLeft,
            p->fontMetrics().elidedText(index.data(Qt::DisplayRole).toString(), Qt::ElideRight, int(words.width())));
        p->setFont(uiFont(type::note));
        const QString trouble = index.data(PresetModel::ProblemRole).toString();
        if (trouble.isEmpty()) {
            p->setPen(t.ink2);
            p->drawText(words.adjusted(0, 18, 0, -16), Qt::AlignTop | Qt::AlignLeft | Qt::TextWordWrap,
                        index.data(PresetModel::DescriptionRole).toString());
            p->setPen(t.ink);
            p->drawText(words, Qt::AlignBottom | Qt::AlignLeft, index.data(PresetModel::SizeRole).toString());
        } else {
            p->setPen(t.brick);
            p->drawText(words.adjusted(0, 18, 0, 0), Qt::AlignTop | Qt::AlignLeft | Qt::TextWordWrap, trouble);
        }
        p->restore();
    }

private:
    PresetModel& model_;
    const QSortFilterProxyModel& filter_;
};

QString pluralOf(PieceKind kind)
{
    switch (kind) {
    case PieceKind::Leaflet: return StartGallery::tr("Leaflets");
    case PieceKind::Card: return StartGallery::tr("Folded cards");
    case PieceKind::Cover: return StartGallery::tr("Covers");
    case PieceKind::Booklet: return StartGallery::tr("Stapled booklets");
    case PieceKind::Book: return StartGallery::tr("Glued books");
    case PieceKind::Leaf: return StartGallery::tr("Single leaves");
    case PieceKind::WireBook: return StartGallery::tr("Wire-bound");
    }
    return {};
}

} // namespace

PresetModel::PresetModel(PresetStore& store, QObject* parent) : QAbstractListModel(parent), store_(store)
{
    connect(&store_, &PresetStore::changed, this, &PresetModel::rebuild);
    rebuild();
}

void PresetModel::setStartSize(const StartSize& start)
{
    start_ = start;
    rebuild();
}

void PresetModel::rebuild()
{
    beginResetModel();
    entries_.clear();
    for (const Preset& preset : store_.all()) {
        Job job = startFrom(preset);
        Entry entry{job, std::nullopt};
        if (const auto fitted = applyStartSize(job, start_); !fitted) {
            entry.job = tl::unexpected(fitted.error());
        } else if (auto planned = hinge::plan(job); !planned) {
            entry.job = tl::unexpected(planned.error());
        } else {
            entry.job = std::move(job);
            entry.plan = std::move(*planned);
        }
        entries_.push_back(std::move(entry));
    }
    endResetModel();
}

int PresetModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(entries_.size()); }

Qt::ItemFlags PresetModel::flags(const QModelIndex& index) const
{
    const bool good = index.isValid() && job(index.row()).has_value();
    return good ? QAbstractListModel::flags(index) : Qt::ItemIsSelectable;
}

QVariant PresetModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const Preset& p = preset(index.row());
    const auto& made = job(index.row());
    switch (role) {
    case Qt::DisplayRole:
    case Qt::AccessibleTextRole:
        // Made to another size it is not called by its usual one.
        return start_.from == StartSize::From::AsItIs ? p.name : withoutSizes(p.name);
    case Qt::ToolTipRole:
        return made ? tr("%1\nflat %2, %3")
                          .arg(p.description, formatSize(plan(index.row())->paper.flat, made->unit), made->stock.name)
                    : p.description;
    case KindRole: return int(p.job.kind);
    case DescriptionRole: return p.description;
    case OwnRole: return !p.path.isEmpty();
    case ProblemRole: return made ? QString() : made.error().message;
    case SizeRole: {
        if (!made)
            return {};
        const Size closed = closedSize(*made);
        const Size flat = plan(index.row())->paper.flat;
        const QString size =
            closed == flat ? formatSize(closed, made->unit) : tr("%1 closed").arg(formatSize(closed, made->unit));
        return isTemplate(p) ? tr("%1, a template").arg(size) : size;
    }
    default: return {};
    }
}

/// Shows the set-ups of one kind, or all, the user's own first.
class StartGallery::KindFilter : public QSortFilterProxyModel
{
public:
    explicit KindFilter(QObject* parent) : QSortFilterProxyModel(parent) { sort(0); }
    void setKind(std::optional<PieceKind> kind)
    {
        kind_ = kind;
        invalidateFilter();
    }

protected:
    bool filterAcceptsRow(int row, const QModelIndex& parent) const override
    {
        return !kind_ || sourceModel()->index(row, 0, parent).data(PresetModel::KindRole).toInt() == int(*kind_);
    }

    bool lessThan(const QModelIndex& a, const QModelIndex& b) const override
    {
        const bool own = a.data(PresetModel::OwnRole).toBool();
        return own != b.data(PresetModel::OwnRole).toBool() ? own : a.row() < b.row();
    }

private:
    std::optional<PieceKind> kind_;
};

StartGallery::StartGallery(PresetStore& presets, Unit unit, QWidget* parent)
    : QDialog(parent), presets_(presets), unit_(unit), model_(presets)
{
    setObjectName(QStringLiteral("startGallery"));
    setWindowTitle(tr("Start a piece"));
    resize(1080, 700);
    filter_ = new KindFilter(this);
    filter_->setSourceModel(&model_);

    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    column->addLayout(makeSizes());
    auto* middle = new QHBoxLayout;
    middle->setSpacing(12);
    QListWidget* kinds = makeKinds();
    middle->addWidget(kinds);
    middle->addWidget(makePieces(), 1);
    column->addLayout(middle, 1);
    column->addLayout(makeFoot());

    connect(&model_, &QAbstractItemModel::modelReset, this, &StartGallery::refreshButtons);
    readSize();
    kinds->setCurrentRow(0);
    list_->setFocus();
}

QLayout* StartGallery::makeSizes()
{
    auto* sizeRow = new QHBoxLayout;
    sizeRow->setSpacing(8);
    auto* title = plainLabel(tr("What will it be?"));
    title->setProperty("role", QStringLiteral("title"));
    sizeRow->addWidget(title);
    sizeRow->addStretch(1);
    from_ = new QComboBox;
    from_->setObjectName(QStringLiteral("start.from"));
    from_->setAccessibleName(tr("Start from a size"));
    from_->addItems({tr("in its usual size"), tr("from a sheet of"), tr("to fit the envelope"), tr("closed to")});
    sizeRow->addWidget(from_);
    known_ = new QComboBox;
    known_->setObjectName(QStringLiteral("start.known"));
    known_->setAccessibleName(tr("Sheet or envelope"));
    known_->setMinimumWidth(190);
    sizeRow->addWidget(known_);
    closed_ = new QLineEdit;
    closed_->setObjectName(QStringLiteral("start.closed"));
    closed_->setAccessibleName(tr("Closed size"));
    closed_->setPlaceholderText(tr("A5, DL or 5 x 7 in"));
    closed_->setMinimumWidth(190);
    sizeRow->addWidget(closed_);
    connect(from_, &QComboBox::currentIndexChanged, this, &StartGallery::offerSizes);
    connect(known_, &QComboBox::currentIndexChanged, this, &StartGallery::readSize);
    connect(closed_, &QLineEdit::textChanged, this, &StartGallery::readSize);
    return sizeRow;
}

void StartGallery::offerSizes(int from)
{
    known_->clear();
    if (from == int(StartSize::From::Sheet))
        for (const PageSize& s : pageSizes())
            known_->addItem(QStringLiteral("%1   %2").arg(s.title(), formatSize(s.size, unit_)), s.title());
    if (from == int(StartSize::From::Envelope))
        for (const Envelope& e : envelopes())
            known_->addItem(QStringLiteral("%1   %2").arg(e.name, formatSize(e.size, unit_)), e.name);
    if (from == int(StartSize::From::Sheet))
        known_->setCurrentIndex(known_->findData(QStringLiteral("A4")));
    readSize();
}

QListWidget* StartGallery::makeKinds()
{
    auto* kinds = new QListWidget;
    kinds->setObjectName(QStringLiteral("start.kinds"));
    kinds->setAccessibleName(tr("Kinds of pieces"));
    kinds->setFixedWidth(160);
    kinds->setSpacing(1);
    kinds->setProperty("roomy", true);
    kinds->addItem(tr("Everything"));
    for (const PieceKind kind : allPieceKinds)
        kinds->addItem(pluralOf(kind));
    for (int i = 0; i < kinds->count(); ++i)
        kinds->item(i)->setSizeHint({0, 32});
    connect(kinds, &QListWidget::currentRowChanged, this, [this](int row) {
        filter_->setKind(row <= 0 ? std::nullopt : std::optional(allPieceKinds[std::size_t(row - 1)]));
        list_->setCurrentIndex(filter_->index(0, 0));
        refreshButtons();
    });
    return kinds;
}

QListView* StartGallery::makePieces()
{
    list_ = new QListView;
    list_->setObjectName(QStringLiteral("start.pieces"));
    list_->setAccessibleName(tr("Pieces to start from"));
    list_->setModel(filter_);
    list_->setItemDelegate(new TileDelegate(model_, *filter_, list_));
    list_->setViewMode(QListView::IconMode);
    list_->setResizeMode(QListView::Adjust);
    list_->setMovement(QListView::Static);
    list_->setUniformItemSizes(true);
    list_->setMouseTracking(true);
    list_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    connect(list_->selectionModel(), &QItemSelectionModel::currentChanged, this, &StartGallery::refreshButtons);
    connect(list_, &QListView::activated, this, &StartGallery::take);
    connect(list_, &QListView::doubleClicked, this, &StartGallery::take);
    return list_;
}

QLayout* StartGallery::makeFoot()
{
    auto* foot = new QHBoxLayout;
    foot->setSpacing(8);
    auto* take = addFootButton(foot, tr("Import…"), "start.import", tr("Take in a preset that somebody shared"));
    share_ = addFootButton(foot, tr("Share…"), "start.share", tr("Write the chosen preset to a file"));
    remove_ = addFootButton(foot, tr("Remove"), "start.remove", tr("Take an own preset away"));
    note_ = plainLabel();
    note_->setObjectName(QStringLiteral("start.note"));
    note_->setProperty("role", QStringLiteral("note"));
    note_->setWordWrap(true);
    foot->addWidget(note_, 1);
    auto* cancel = addFootButton(foot, tr("Cancel"), "start.cancel", tr("Keep the piece that is open"));
    start_ = addFootButton(foot, tr("Start"), "start.go", tr("Begin with this set-up (Enter)"));
    start_->setDefault(true);
    start_->setProperty("leading", true);
    connect(take, &QPushButton::clicked, this, &StartGallery::importPreset);
    connect(share_, &QPushButton::clicked, this, &StartGallery::sharePreset);
    connect(remove_, &QPushButton::clicked, this, &StartGallery::removePreset);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    connect(start_, &QPushButton::clicked, this, &StartGallery::take);
    return foot;
}

int StartGallery::currentRow() const
{
    const QModelIndex index = filter_->mapToSource(list_->currentIndex());
    return index.isValid() ? index.row() : -1;
}

void StartGallery::readSize()
{
    const auto from = StartSize::From(from_->currentIndex());
    known_->setVisible(from == StartSize::From::Sheet || from == StartSize::From::Envelope);
    closed_->setVisible(from == StartSize::From::Closed);
    StartSize start;
    note_->clear();
    refused_ = false;
    if (from == StartSize::From::Sheet) {
        if (const auto size = findPageSize(known_->currentData().toString()))
            start = {from, size->size, {}};
    } else if (from == StartSize::From::Envelope) {
        if (const auto envelope = findEnvelope(known_->currentData().toString()))
            start = {from, envelope->size, envelope->slip};
    } else if (from == StartSize::From::Closed && !closed_->text().trimmed().isEmpty()) {
        if (const auto size = hinge::readSize(closed_->text(), unit_)) {
            start = {from, *size, {}};
        } else {
            note_->setText(size.error().message);
            refused_ = true;
        }
    }
    closed_->setProperty("wrong", refused_);
    closed_->style()->polish(closed_);
    const int row = list_->currentIndex().row();
    model_.setStartSize(start);
    list_->setCurrentIndex(filter_->index(std::max(0, row), 0));
    refreshButtons();
}

void StartGallery::refreshButtons()
{
    const int row = currentRow();
    const bool good = !refused_ && row >= 0 && row < model_.rowCount() && model_.job(row).has_value();
    start_->setEnabled(good);
    share_->setEnabled(row >= 0);
    remove_->setEnabled(row >= 0 && row < model_.rowCount() && !model_.preset(row).path.isEmpty());
}

void StartGallery::take()
{
    const int row = currentRow();
    if (row < 0 || !model_.job(row) || refused_)
        return;
    chosen_ = *model_.job(row);
    accept();
}

void StartGallery::importPreset()
{
    const QString path = askForFile(this, tr("Import a preset"), tr("Presets (*.hinge.json);;All files (*)"));
    if (path.isEmpty())
        return;
    const auto name = presets_.importFile(path);
    note_->setText(name ? tr("“%1” is in the list now.").arg(*name) : name.error().text());
}

void StartGallery::sharePreset()
{
    const int row = currentRow();
    if (row < 0)
        return;
    const Preset& preset = model_.preset(row);
    const QString path =
        askWhereToWrite(this, tr("Share a preset"), {}, presetFileName(preset.name), tr("Presets (*.hinge.json)"));
    if (path.isEmpty())
        return;
    const auto written = saveWhole(path, writePreset(preset));
    note_->setText(written ? tr("Written to %1.").arg(path) : written.error().text());
}

void StartGallery::removePreset()
{
    if (const int row = currentRow(); row >= 0)
        presets_.remove(Preset(model_.preset(row)));
}

} // namespace hinge
