// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/cells_dialog.h"

#include "app/look/ask_file.h"
#include "app/look/plain_text.h"

#include <QClipboard>
#include <QDialogButtonBox>
#include <QFileInfo>
#include <QGuiApplication>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QTableView>
#include <QVBoxLayout>

namespace hinge
{

CellsModel::CellsModel(Item table, QObject* parent)
    : QAbstractTableModel(parent), table_(std::move(table)), cells_(cellsOf(table_))
{
}

int CellsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(cells_.size()); }

int CellsModel::columnCount(const QModelIndex& parent) const
{
    return parent.isValid() || cells_.isEmpty() ? 0 : int(cells_.first().size());
}

QVariant CellsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid())
        return {};
    const int headers = table_.table ? table_.table->headerRows : 0;
    switch (role) {
    case Qt::DisplayRole:
    case Qt::EditRole: return QString(cells_[index.row()][index.column()]).replace(QChar(QChar::LineSeparator), u'\n');
    case Qt::FontRole: {
        QFont font;
        font.setBold(index.row() < headers);
        return font;
    }
    case Qt::TextAlignmentRole: {
        const auto& columns = table_.table ? table_.table->columns : std::vector<TableColumn>{};
        const Align align =
            std::size_t(index.column()) < columns.size() ? columns[std::size_t(index.column())].align : Align::Left;
        return QVariant(Qt::AlignVCenter | (align == Align::Right    ? Qt::AlignRight
                                            : align == Align::Centre ? Qt::AlignHCenter
                                                                     : Qt::AlignLeft));
    }
    default: return {};
    }
}

QVariant CellsModel::headerData(int section, Qt::Orientation, int role) const
{
    return role == Qt::DisplayRole ? QVariant(section + 1) : QVariant();
}

bool CellsModel::setData(const QModelIndex& index, const QVariant& value, int role)
{
    if (!index.isValid() || role != Qt::EditRole)
        return false;
    setCell(table_, index.row(), index.column(), value.toString());
    cells_ = cellsOf(table_);
    Q_EMIT dataChanged(index, index);
    return true;
}

Qt::ItemFlags CellsModel::flags(const QModelIndex& index) const
{
    return QAbstractTableModel::flags(index) | Qt::ItemIsEditable;
}

void CellsModel::change(const std::function<void(Item&)>& how)
{
    beginResetModel();
    how(table_);
    cells_ = cellsOf(table_);
    endResetModel();
}

CellsDialog::CellsDialog(Item table, QWidget* parent)
    : QDialog(parent), model_(std::move(table)), view_(new QTableView), note_(plainLabel())
{
    setObjectName(QStringLiteral("cellsDialog"));
    setWindowTitle(tr("Cells of the table"));
    resize(820, 520);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(10);
    auto* tools = new QHBoxLayout;
    tools->setSpacing(6);
    const auto tool = [&](const QString& text, const char* name, const QString& told, auto slot) {
        auto* button = new QPushButton(text);
        button->setObjectName(QString::fromLatin1(name));
        button->setToolTip(told);
        button->setAutoDefault(false);
        connect(button, &QPushButton::clicked, this, slot);
        tools->addWidget(button);
        return button;
    };
    tool(tr("Add row"), "cells.addRow", tr("A row below the marked one"),
         [this] { change([](Item& t, const TableSpan& at) { insertRow(t, at.row + at.down); }); });
    tool(tr("Add column"), "cells.addColumn", tr("A column at the right of the marked one"),
         [this] { change([](Item& t, const TableSpan& at) { insertColumn(t, at.column + at.across); }); });
    removeRow_ = tool(tr("Remove row"), "cells.removeRow", tr("Take the marked rows out"), [this] {
        change([](Item& t, const TableSpan& at) {
            for (int i = 0; i < at.down; ++i)
                removeRow(t, at.row);
        });
    });
    removeColumn_ = tool(tr("Remove column"), "cells.removeColumn", tr("Take the marked columns out"), [this] {
        change([](Item& t, const TableSpan& at) {
            for (int i = 0; i < at.across; ++i)
                removeColumn(t, at.column);
        });
    });
    join_ = tool(tr("Join"), "cells.join", tr("Make one cell of those that are marked"),
                 [this] { change([](Item& t, const TableSpan& at) { joinCells(t, at); }); });
    part_ = tool(tr("Part"), "cells.part", tr("Part a joined cell again"),
                 [this] { change([](Item& t, const TableSpan& at) { partCells(t, at.row, at.column); }); });
    tools->addStretch(1);
    tool(tr("From a file…"), "cells.file", tr("Take the rows of a CSV file or of a spreadsheet (ODS)"), [this] {
        const QStringList paths =
            askForFiles(this, tr("Take a table"), tr("Tables (*.csv *.tsv *.ods);;All files (*)"));
        if (!paths.isEmpty())
            takeFrom(paths.first());
    });
    column->addLayout(tools);

    view_->setObjectName(QStringLiteral("cells.table"));
    view_->setAccessibleName(tr("Cells of the table"));
    view_->setModel(&model_);
    view_->setEditTriggers(QAbstractItemView::AnyKeyPressed | QAbstractItemView::DoubleClicked |
                           QAbstractItemView::EditKeyPressed);
    view_->horizontalHeader()->setDefaultSectionSize(150);
    view_->horizontalHeader()->setMinimumSectionSize(60);
    view_->verticalHeader()->setDefaultSectionSize(30);
    view_->setCurrentIndex(model_.index(0, 0));
    view_->installEventFilter(this);
    column->addWidget(view_, 1);
    note_->setObjectName(QStringLiteral("cells.note"));
    note_->setProperty("role", QStringLiteral("note"));
    note_->setWordWrap(true);
    column->addWidget(note_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Set the table"));
    buttons->button(QDialogButtonBox::Ok)->setProperty("leading", true);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(view_->selectionModel(), &QItemSelectionModel::selectionChanged, this, &CellsDialog::tell);
    connect(&model_, &QAbstractItemModel::modelReset, this, &CellsDialog::showSpans);
    showSpans();
    view_->setFocus();
}

TableSpan CellsDialog::marked() const
{
    TableSpan span{view_->currentIndex().row(), view_->currentIndex().column(), 1, 1};
    span.row = std::max(0, span.row);
    span.column = std::max(0, span.column);
    const QModelIndexList all = view_->selectionModel()->selectedIndexes();
    int bottom = span.row;
    int right = span.column;
    for (const QModelIndex& index : all) {
        span.row = std::min(span.row, index.row());
        span.column = std::min(span.column, index.column());
        bottom = std::max(bottom, index.row());
        right = std::max(right, index.column());
    }
    span.down = bottom - span.row + 1;
    span.across = right - span.column + 1;
    return span;
}

void CellsDialog::change(const std::function<void(Item&, const TableSpan&)>& how)
{
    const TableSpan at = marked();
    model_.change([&](Item& table) { how(table, at); });
    view_->setCurrentIndex(
        model_.index(std::min(at.row, model_.rowCount() - 1), std::min(at.column, model_.columnCount() - 1)));
    tell();
}

void CellsDialog::showSpans()
{
    view_->clearSpans();
    for (const TableSpan& span : model_.table().table->spans)
        if (span.row < model_.rowCount() && span.column < model_.columnCount() && (span.across > 1 || span.down > 1))
            view_->setSpan(span.row, span.column, std::min(span.down, model_.rowCount() - span.row),
                           std::min(span.across, model_.columnCount() - span.column));
    tell();
}

void CellsDialog::tell()
{
    const TableSpan at = marked();
    const auto& spans = model_.table().table->spans;
    const bool joined =
        std::ranges::any_of(spans, [&](const TableSpan& s) { return s.row == at.row && s.column == at.column; });
    join_->setEnabled(at.across > 1 || at.down > 1);
    part_->setEnabled(joined);
    removeRow_->setEnabled(at.down < model_.rowCount());
    removeColumn_->setEnabled(at.across < model_.columnCount());
    note_->setText(tr("%1 rows, %2 columns. Type into a cell, or paste what was copied from a spreadsheet (Ctrl+V).")
                       .arg(model_.rowCount())
                       .arg(model_.columnCount()));
    note_->setStyleSheet({});
}

void CellsDialog::takeFrom(const QString& path)
{
    const auto rows = readSheet(path);
    if (!rows) {
        note_->setText(tr("%1 was not taken. %2").arg(QFileInfo(path).fileName(), rows.error().message));
        return;
    }
    model_.change([&](Item& table) {
        setRows(table, *rows);
        settleColumns(table);
    });
    view_->setCurrentIndex(model_.index(0, 0));
}

void CellsDialog::accept()
{
    // What is still being typed counts.
    view_->setFocus();
    model_.change([](Item& table) { settleColumns(table); });
    QDialog::accept();
}

void CellsDialog::paste()
{
    const QString text = QGuiApplication::clipboard()->text();
    QList<QStringList> rows = rowsOf(text);
    if (rows.isEmpty())
        for (const QString& line : text.split(u'\n', Qt::SkipEmptyParts))
            rows << QStringList{line};
    if (rows.isEmpty()) {
        note_->setText(tr("There is nothing on the clipboard that a table could take."));
        return;
    }
    const TableSpan at = marked();
    bool taken = false;
    model_.change([&](Item& table) { taken = pasteCells(table, at.row, at.column, rows); });
    if (!taken)
        note_->setText(tr("That is more than a table on paper takes."));
    view_->setCurrentIndex(model_.index(at.row, at.column));
}

bool CellsDialog::takeKey(QKeyEvent& key)
{
    if (key.matches(QKeySequence::Paste)) {
        paste();
        return true;
    }
    if (key.key() == Qt::Key_Delete || key.key() == Qt::Key_Backspace) {
        for (const QModelIndex& index : view_->selectionModel()->selectedIndexes())
            model_.setData(index, QString(), Qt::EditRole);
        return true;
    }
    if (key.key() != Qt::Key_Return && key.key() != Qt::Key_Enter)
        return false;
    // Enter goes down, as it does where tables are typed; it does not end the dialog.
    if (key.modifiers() & Qt::ControlModifier) {
        accept();
    } else {
        const QModelIndex at = view_->currentIndex();
        view_->setCurrentIndex(model_.index(std::min(at.row() + 1, model_.rowCount() - 1), at.column()));
    }
    return true;
}

bool CellsDialog::eventFilter(QObject* watched, QEvent* event)
{
    // Shortcuts of the window must not take what is meant for the cells.
    if (watched == view_ && event->type() == QEvent::ShortcutOverride) {
        event->accept();
        return true;
    }
    return watched == view_ && event->type() == QEvent::KeyPress && takeKey(*static_cast<QKeyEvent*>(event))
               ? true
               : QDialog::eventFilter(watched, event);
}

} // namespace hinge
