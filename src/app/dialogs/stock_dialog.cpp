// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dialogs/stock_dialog.h"

#include "app/look/ask_file.h"

#include "core/job/job.h"

#include <QPainter>
#include <QPushButton>
#include <QTableView>
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
                 {tr("Coated"), tr("Whether its surface is coated")},
                 {tr("Photo"), tr("Photo paper: it wants a score before it is folded")},
                 {tr("Tint"), tr("The colour of the paper itself: white, natural, cream, kraft … or #rrggbb")}};
    if (role == Qt::DisplayRole)
        return heads[section].name;
    if (role == Qt::ToolTipRole)
        return heads[section].tip;
    if (role == Qt::TextAlignmentRole)
        return section == Name || section >= Coated ? int(Qt::AlignLeft | Qt::AlignVCenter)
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
    if (role == Qt::CheckStateRole && index.column() == Photo)
        return s.photo ? Qt::Checked : Qt::Unchecked;
    if (role == Qt::DecorationRole && index.column() == Tint) {
        QPixmap swatch(14, 14);
        swatch.fill(QColor::fromRgb(QRgb(s.tint)));
        QPainter p(&swatch);
        p.setPen(QColor(0, 0, 0, 90));
        p.drawRect(0, 0, 13, 13);
        return swatch;
    }
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
    case Caliper: return formatThickness(s.caliper(), Unit::Mm);
    case PagesPerInch: return QString::number(s.pagesPerInch(), 'f', 0);
    case Tint: return tintName(s.tint);
    default: return {};
    }
}

Qt::ItemFlags StockTableModel::flags(const QModelIndex& index) const
{
    Qt::ItemFlags flags = QAbstractTableModel::flags(index);
    if (index.isValid() && isOwn(index.row()))
        flags |= index.column() == Coated || index.column() == Photo ? Qt::ItemIsUserCheckable : Qt::ItemIsEditable;
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
    case Tint: {
        const auto tint = parseTint(text);
        if (!tint) {
            Q_EMIT refused(tint.error().message);
            return false;
        }
        s.tint = *tint;
        break;
    }
    case Coated:
        if (role != Qt::CheckStateRole)
            return false;
        s.coated = value.toInt() == Qt::Checked;
        break;
    case Photo:
        if (role != Qt::CheckStateRole)
            return false;
        s.photo = value.toInt() == Qt::Checked;
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
    : TableDialog(QStringLiteral("stocks"), tr("Stocks of this shop"), parent), store_(store), model_(store, unit)
{
    setObjectName(QStringLiteral("stockDialog"));
    resize(820, 560);
    auto* add = addButton(tr("Add a copy"), QStringLiteral("add"), tr("Make an own stock from the one chosen"));
    remove_ = addButton(tr("Remove"), QStringLiteral("remove"), tr("Take an own stock away"));
    auto* take = addButton(tr("Import…"), QStringLiteral("import"), tr("Add the stocks of a JSON or CSV file"));
    auto* give = addButton(tr("Export…"), QStringLiteral("export"), tr("Write all stocks as JSON or CSV"));
    say(tr("Own stocks come first and can be changed; double-click a value."));
    connect(&model_, &StockTableModel::refused, this, &StockDialog::say);
    connect(add, &QPushButton::clicked, this, &StockDialog::addCopy);
    connect(remove_, &QPushButton::clicked, this, [this] { model_.removeOwn(chosenRow()); });
    connect(take, &QPushButton::clicked, this, [this] {
        const QString path = askForFile(this, tr("Import stocks"), tr("Lists of stocks (*.json *.csv);;All files (*)"));
        if (!path.isEmpty())
            importFrom(path);
    });
    connect(give, &QPushButton::clicked, this, [this] {
        const QString path = askWhereToWrite(this, tr("Export stocks"), {}, QStringLiteral("stocks.csv"),
                                             tr("Table (*.csv);;JSON (*.json)"));
        if (!path.isEmpty())
            exportTo(path);
    });
    setModel(model_, StockTableModel::Name);
    choose(0);
    chosenChanged();
}

void StockDialog::addCopy()
{
    const int row = model_.addCopy(model_.stock(std::max(0, chosenRow())));
    if (row < 0)
        return;
    choose(row);
    table()->edit(model_.index(row, StockTableModel::Name));
}

void StockDialog::importFrom(const QString& path)
{
    const auto count = store_.importFile(path);
    say(count ? tr("%1 stocks taken in.").arg(*count) : count.error().text());
}

void StockDialog::exportTo(const QString& path)
{
    const auto written = store_.exportFile(path);
    say(written ? tr("Written to %1.").arg(path) : written.error().text());
}

void StockDialog::chosenChanged() { remove_->setEnabled(model_.isOwn(chosenRow())); }

} // namespace hinge
