// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dialogs/stock_dialog.h"

#include "app/look/dialog_parts.h"
#include "app/look/plain_text.h"
#include "core/job/job.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableView>
#include <QVBoxLayout>
#include <cmath>

namespace hinge
{

StockTableModel::StockTableModel(StockStore& store, Unit unit, QObject* parent)
    : QAbstractTableModel(parent), store_(store), unit_(unit), stocks_(store.all())
{
    connect(&store_, &StockStore::changed, this, [this] {
        beginResetModel();
        stocks_ = store_.all();
        endResetModel();
    });
}

int StockTableModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(stocks_.size()); }
int StockTableModel::columnCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : columnTotal; }

QVariant StockTableModel::headerData(int section, Qt::Orientation orientation, int role) const
{
    if (orientation != Qt::Horizontal)
        return {};
    const struct {
        QString name, tip;
    } heads[] = {{tr("Stock"), tr("Its name")},
                 {tr("g/m²"), tr("Grammage (ISO 536), or pounds with their sort, such as 100 lb text")},
                 {tr("Bulk, cm³/g"), tr("Thickness for its weight (ISO 534)")},
                 {tr("Caliper"), tr("Thickness of one sheet: typed, or grammage × bulk")},
                 {tr("Pages per inch"), tr("Two pages a leaf; sets the caliper")},
                 {tr("Coated"), tr("Whether its surface is coated")}};
    if (role == Qt::DisplayRole)
        return heads[section].name;
    if (role == Qt::ToolTipRole)
        return heads[section].tip;
    if (role == Qt::TextAlignmentRole)
        return section == Name || section == Coated ? int(Qt::AlignLeft | Qt::AlignVCenter)
                                                    : int(Qt::AlignRight | Qt::AlignVCenter);
    return {};
}

QVariant StockTableModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid())
        return {};
    const Stock& s = stocks_[std::size_t(index.row())];
    if (role == Qt::TextAlignmentRole)
        return headerData(index.column(), Qt::Horizontal, role);
    if (role == Qt::CheckStateRole && index.column() == Coated)
        return s.coated ? Qt::Checked : Qt::Unchecked;
    if (role == Qt::FontRole && index.column() == Caliper && s.measuredCaliper) {
        QFont font;
        font.setBold(true);
        return font;
    }
    if (role == Qt::ToolTipRole)
        return isOwn(index.row()) ? tr("An own stock: double-click to change")
                                  : tr("Ships with the program; make a copy to change it");
    if (role != Qt::DisplayRole && role != Qt::EditRole)
        return {};
    switch (index.column()) {
    case Name: return s.name;
    case Grammage: return QString::number(s.grammage);
    case Bulk:
        return QString::number(s.measuredCaliper ? s.caliper().toMm() * 1000 / s.grammage : s.bulkMilli / 1000.0, 'f',
                               2);
    case Caliper: return QStringLiteral("%1 mm").arg(s.caliper().toMm(), 0, 'f', 3);
    case PagesPerInch: return QString::number(s.pagesPerInch(), 'f', 0);
    default: return {};
    }
}

Qt::ItemFlags StockTableModel::flags(const QModelIndex& index) const
{
    Qt::ItemFlags flags = QAbstractTableModel::flags(index);
    if (index.isValid() && isOwn(index.row()))
        flags |= index.column() == Coated ? Qt::ItemIsUserCheckable : Qt::ItemIsEditable;
    return flags;
}

bool StockTableModel::setData(const QModelIndex& index, const QVariant& value, int role)
{
    if (!index.isValid() || !isOwn(index.row()))
        return false;
    std::vector<Stock> own = store_.own();
    Stock& s = own[std::size_t(index.row())];
    const QString text = value.toString().trimmed();
    const auto number = [&](double low, double high, double& out) {
        bool ok = false;
        out = QString(text).replace(u',', u'.').toDouble(&ok);
        if (!ok || out < low || out > high) {
            Q_EMIT refused(tr("Type a number between %1 and %2.").arg(low).arg(high));
            return false;
        }
        return true;
    };
    double n = 0;
    switch (index.column()) {
    case Name: s.name = text; break;
    case Grammage: {
        const auto grams = parseGrammage(text);
        if (!grams) {
            Q_EMIT refused(grams.error().message);
            return false;
        }
        setGrammage(s, *grams); // a measured caliper follows again; the column beside it shows that
        break;
    }
    case Bulk:
        if (!number(limits::thinnestBulk / 1000.0, limits::thickestBulk / 1000.0, n))
            return false;
        s.bulkMilli = int(std::lround(n * 1000));
        s.measuredCaliper.reset(); // the caliper follows again
        break;
    case Caliper: {
        if (text.isEmpty()) {
            s.measuredCaliper.reset();
            break;
        }
        const auto length = parseLength(text, Unit::Mm);
        if (!length) {
            Q_EMIT refused(length.error().message);
            return false;
        }
        s.measuredCaliper = *length;
        break;
    }
    case PagesPerInch: {
        const auto caliper = caliperOfPagesPerInch(text);
        if (!caliper) {
            Q_EMIT refused(caliper.error().message);
            return false;
        }
        s.measuredCaliper = *caliper;
        break;
    }
    case Coated:
        if (role != Qt::CheckStateRole)
            return false;
        s.coated = value.toInt() == Qt::Checked;
        break;
    default: return false;
    }
    if (const auto kept = store_.setOwn(std::move(own)); !kept) {
        Q_EMIT refused(kept.error().message);
        return false;
    }
    return true;
}

int StockTableModel::addCopy(const Stock& stock)
{
    Stock copy = stock;
    const auto taken = [&](const QString& name) {
        return std::ranges::any_of(stocks_, [&](const Stock& s) { return s.name == name; });
    };
    copy.name = tr("%1, own").arg(stock.name);
    for (int i = 2; taken(copy.name); ++i)
        copy.name = tr("%1, own %2").arg(stock.name, QString::number(i));
    std::vector<Stock> own = store_.own();
    own.push_back(copy);
    const int row = int(own.size()) - 1;
    if (const auto kept = store_.setOwn(std::move(own)); !kept) {
        Q_EMIT refused(kept.error().message);
        return -1;
    }
    return row;
}

void StockTableModel::removeOwn(int row)
{
    if (!isOwn(row))
        return;
    std::vector<Stock> own = store_.own();
    own.erase(own.begin() + row);
    if (const auto kept = store_.setOwn(std::move(own)); !kept)
        Q_EMIT refused(kept.error().message);
}

StockDialog::StockDialog(StockStore& store, Unit unit, QWidget* parent)
    : QDialog(parent), store_(store), model_(store, unit)
{
    setObjectName(QStringLiteral("stockDialog"));
    setWindowTitle(tr("Stocks"));
    resize(820, 560);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    auto* title = plainLabel(tr("Stocks of this shop"));
    title->setProperty("role", QStringLiteral("title"));
    column->addWidget(title);
    table_ = hinge::makeTable(model_, "stocks.table", tr("Stocks"));
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    table_->horizontalHeader()->setSectionResizeMode(StockTableModel::Name, QHeaderView::Stretch);
    const std::pair<int, int> widths[] = {{StockTableModel::Grammage, 74},
                                          {StockTableModel::Bulk, 100},
                                          {StockTableModel::Caliper, 92},
                                          {StockTableModel::PagesPerInch, 120},
                                          {StockTableModel::Coated, 84}};
    for (const auto& [section, width] : widths)
        table_->setColumnWidth(section, width);
    table_->horizontalHeader()->setHighlightSections(false);
    column->addWidget(table_, 1);

    auto* foot = new QHBoxLayout;
    foot->setSpacing(8);
    auto* add = addFootButton(foot, tr("Add a copy"), "stocks.add", tr("Make an own stock from the one chosen"));
    remove_ = addFootButton(foot, tr("Remove"), "stocks.remove", tr("Take an own stock away"));
    auto* take = addFootButton(foot, tr("Import…"), "stocks.import", tr("Add the stocks of a JSON or CSV file"));
    auto* give = addFootButton(foot, tr("Export…"), "stocks.export", tr("Write all stocks as JSON or CSV"));
    note_ = plainLabel(tr("Own stocks come first and can be changed; double-click a value."));
    note_->setObjectName(QStringLiteral("stocks.note"));
    note_->setProperty("role", QStringLiteral("note"));
    note_->setWordWrap(true);
    foot->addWidget(note_, 1);
    auto* done = addFootButton(foot, tr("Close"), "stocks.close", tr("Back to the piece"));
    column->addLayout(foot);

    connect(&model_, &StockTableModel::refused, note_, &QLabel::setText);
    connect(table_->selectionModel(), &QItemSelectionModel::currentChanged, this, &StockDialog::refreshButtons);
    connect(&model_, &QAbstractItemModel::modelReset, this, &StockDialog::refreshButtons);
    connect(add, &QPushButton::clicked, this, [this] {
        const int from = std::max(0, table_->currentIndex().row());
        if (const int row = model_.addCopy(model_.stock(from)); row >= 0) {
            table_->setCurrentIndex(model_.index(row, StockTableModel::Name));
            table_->edit(model_.index(row, StockTableModel::Name));
        }
    });
    connect(remove_, &QPushButton::clicked, this, [this] { model_.removeOwn(table_->currentIndex().row()); });
    connect(take, &QPushButton::clicked, this, [this] {
        const QString path = QFileDialog::getOpenFileName(this, tr("Import stocks"), {},
                                                          tr("Lists of stocks (*.json *.csv);;All files (*)"));
        if (!path.isEmpty())
            importFrom(path);
    });
    connect(give, &QPushButton::clicked, this, [this] {
        const QString path = QFileDialog::getSaveFileName(this, tr("Export stocks"), QStringLiteral("stocks.csv"),
                                                          tr("Table (*.csv);;JSON (*.json)"));
        if (!path.isEmpty())
            exportTo(path);
    });
    connect(done, &QPushButton::clicked, this, &QDialog::accept);
    table_->setCurrentIndex(model_.index(0, 0));
    refreshButtons();
}

void StockDialog::importFrom(const QString& path)
{
    const auto count = store_.importFile(path);
    note_->setText(count ? tr("%1 stocks taken in.").arg(*count) : count.error().text());
}

void StockDialog::exportTo(const QString& path)
{
    const auto written = store_.exportFile(path);
    note_->setText(written ? tr("Written to %1.").arg(path) : written.error().text());
}

void StockDialog::refreshButtons() { remove_->setEnabled(model_.isOwn(table_->currentIndex().row())); }

} // namespace hinge
