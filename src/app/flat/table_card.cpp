// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/table_card.h"

#include "app/fields/drawer_parts.h"
#include "core/edit/table_edits.h"
#include "core/job/paragraphs.h"

#include <QHBoxLayout>
#include <QPushButton>

namespace hinge
{

TableCard::TableCard(Document& document, QString item, QWidget* parent)
    : QWidget(parent), document_(document), item_(std::move(item))
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addWidget(section(tr("Table")));
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    auto* cells = new QPushButton(tr("Cells…"));
    cells->setObjectName(QStringLiteral("drawer.cells"));
    cells->setToolTip(tr("Type, paste or take in what stands in the cells (Enter)"));
    connect(cells, &QPushButton::clicked, this, &TableCard::cellsRequested);
    row->addWidget(cells, 1);
    auto* plain = new QPushButton(tr("as plain text"));
    plain->setProperty("link", true);
    plain->setObjectName(QStringLiteral("drawer.noTable"));
    plain->setToolTip(tr("Set the rows as paragraphs again, their cells parted by tabs"));
    connect(plain, &QPushButton::clicked, this, [this] {
        Job job = document_.job();
        if (Item* i = job.findItem(item_))
            i->table.reset();
        (void)document_.edit(tr("Set a table as text"), std::move(job));
    });
    row->addWidget(plain);
    column->addLayout(row);
    addColumns(column);
    addLines(column);
    addTints(column);
}

Table TableCard::shown(const Job& job) const
{
    const Item* item = job.findItem(item_);
    return item && item->table ? *item->table : Table{};
}

void TableCard::change(Job& job, const std::function<void(Table&)>& how) const
{
    if (Item* item = job.findItem(item_); item && item->table)
        how(*item->table);
}

JobField* TableCard::length(const QString& what, Length Table::*part, Unit unit)
{
    return new JobField(
        document_, what, [this, part, unit](const Job& j) { return formatNumber(shown(j).*part, unit); },
        [this, part, unit](Job& j, const QString& text) -> Result<void> {
            const auto length = parseLength(text, unit);
            if (!length)
                return tl::unexpected(length.error());
            change(j, [&](Table& t) { t.*part = *length; });
            return {};
        });
}

JobField* TableCard::weight(const QString& what, Stroke Table::*part)
{
    return new JobField(
        document_, what, [this, part](const Job& j) { return formatLength((shown(j).*part).width, Unit::Point); },
        [this, part](Job& j, const QString& text) -> Result<void> {
            const auto width = parseLength(text, Unit::Point);
            if (!width)
                return tl::unexpected(width.error());
            change(j, [&](Table& t) { (t.*part).width = *width; });
            return {};
        });
}

JobField* TableCard::strength(const QString& what, Percent Table::*part)
{
    return new JobField(
        document_, what, [this, part](const Job& j) { return percentText(shown(j).*part); },
        [this, part](Job& j, const QString& text) -> Result<void> {
            const auto value = parsePercent(text);
            if (!value)
                return tl::unexpected(value.error());
            change(j, [&](Table& t) { t.*part = *value; });
            return {};
        });
}

JobChoice* TableCard::ink(const QString& what, const std::function<QString(const Table&)>& now,
                          const std::function<void(Table&, const QString&)>& set, const QString& none)
{
    std::vector<JobChoice::Option> options;
    const auto add = [&](const QString& text, const QString& name) {
        options.push_back({text, [this, now, name](const Job& j) { return now(shown(j)) == name; },
                           [this, set, name](Job& j) { change(j, [&](Table& t) { set(t, name); }); }});
    };
    if (!none.isEmpty())
        add(none, {});
    for (const Ink& ink : document_.job().inks)
        add(ink.name, ink.name);
    return new JobChoice(document_, what, std::move(options));
}

void TableCard::addColumns(QVBoxLayout* column)
{
    const auto count = [this](const Job& j) {
        const Item* item = j.findItem(item_);
        return item ? columnsOf(item->paragraphs) : 1;
    };
    auto* widths = new JobField(
        document_, tr("Change the columns of a table"),
        [this, count](const Job& j) { return columnsText(shown(j), count(j), j.unit); },
        [this, count](Job& j, const QString& text) -> Result<void> {
            Table table = shown(j);
            if (auto read = setColumns(table, count(j), text, j.unit); !read)
                return read;
            change(j, [&](Table& t) { t = table; });
            return {};
        });
    addCells(column, {{tr("widths of the columns"), widths, "drawer.tableColumns",
                       tr("For each: content, a number of parts of what is left, or a length")}});
    auto* aligns = new JobField(
        document_, tr("Range the columns of a table"),
        [this, count](const Job& j) { return alignsText(shown(j), count(j)); },
        [this, count](Job& j, const QString& text) -> Result<void> {
            Table table = shown(j);
            if (auto read = setAligns(table, count(j), text); !read)
                return read;
            change(j, [&](Table& t) { t = table; });
            return {};
        });
    addCells(column, {{tr("ranged"), aligns, "drawer.tableAligns", tr("For each: left, centre, right or justified")}});
    auto* headers = new JobField(
        document_, tr("Change the header of a table"),
        [this](const Job& j) { return QString::number(shown(j).headerRows); },
        [this](Job& j, const QString& text) -> Result<void> {
            bool ok = false;
            const int rows = text.trimmed().toInt(&ok);
            if (!ok || rows < 0)
                return problem({}, tr("Type how many rows the header has; 0 for none."));
            change(j, [&](Table& t) { t.headerRows = rows; });
            return {};
        });
    const Unit unit = document_.job().unit;
    addCells(column, {{tr("header rows"), headers, "drawer.tableHeader", tr("They come again in every frame")},
                      {tr("pad across"), length(tr("Change the padding of a table"), &Table::padAcross, unit),
                       "drawer.tablePadAcross", tr("Room at both sides of what stands in a cell")},
                      {tr("pad down"), length(tr("Change the padding of a table"), &Table::padDown, unit),
                       "drawer.tablePadDown", tr("Room above and below what stands in a cell")}});
}

void TableCard::addLines(QVBoxLayout* column)
{
    const QString what = tr("Change the lines of a table");
    addCells(column, {{tr("header line"), weight(what, &Table::headerLine), "drawer.tableHeaderLine"},
                      {tr("row line"), weight(what, &Table::rowLine), "drawer.tableRowLine"}});
    addCells(column, {{tr("column line"), weight(what, &Table::columnLine), "drawer.tableColumnLine"},
                      {tr("frame"), weight(what, &Table::frameLine), "drawer.tableFrameLine"}});
    addCells(column, {{tr("ink of the lines"),
                       ink(
                           tr("Change the ink of a table's lines"), [](const Table& t) { return t.rowLine.ink; },
                           [](Table& t, const QString& name) {
                               for (Stroke* stroke : t.strokes())
                                   stroke->ink = name;
                           },
                           {}),
                       "drawer.tableLineInk"}});
}

void TableCard::addTints(QVBoxLayout* column)
{
    addCells(column, {{tr("behind the header"),
                       ink(
                           tr("Change the tint of a table's header"), [](const Table& t) { return t.headerInk; },
                           [](Table& t, const QString& name) { t.headerInk = name; }, tr("no tint")),
                       "drawer.tableHeaderInk"},
                      {tr("percent"), strength(tr("Change the tint of a table's header"), &Table::headerStrength),
                       "drawer.tableHeaderStrength"}});
    addCells(column, {{tr("behind every 2nd row"),
                       ink(
                           tr("Change the tint of a table's rows"), [](const Table& t) { return t.tintInk; },
                           [](Table& t, const QString& name) { t.tintInk = name; }, tr("no tint")),
                       "drawer.tableTintInk"},
                      {tr("percent"), strength(tr("Change the tint of a table's rows"), &Table::tintStrength),
                       "drawer.tableTintStrength"}});
}

} // namespace hinge
