// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/sheet_rows.h"
#include "core/plan/plan.h"

namespace hinge
{

/// A text is a table when it has a `Table`; its paragraphs are the rows.

/// A table that fills the layout of a panel, or its first column: the first row is the header. It has neither id nor
/// name yet.
[[nodiscard]] Item newTable(const Job& job, const Plan& plan, const SurfaceId& surface, int panel,
                            const SheetRows& rows);
/// Rows and columns of nothing, to begin with.
[[nodiscard]] SheetRows emptyRows(int rows, int columns);
/// Puts other rows into a table: those it had keep their styles, the header's and the others'.
void setRows(Item& table, const SheetRows& rows);
/// A table as it is begun: a header, numbers ranged right.
[[nodiscard]] Table usualTable(const QList<QStringList>& rows);
/// Sets columns nobody has said anything of as is usual for what stands in them.
void settleColumns(Item& table);
/// Puts rows over the cells from a place on; the table grows where they go beyond it. False when it would be larger
/// than a table may be.
[[nodiscard]] bool pasteCells(Item& table, int row, int column, const QList<QStringList>& rows);
/// True of a column whose cells below the header are numbers, with what stands beside them: "7.50", "12 %", "€ 3", "–".
[[nodiscard]] bool isNumeric(const QList<QStringList>& rows, int column);

/// The cells of a table, row by row; shorter rows are filled up.
[[nodiscard]] QList<QStringList> cellsOf(const Item& table);

/// Rows and columns put in before a place, or at the end; and taken out. What spans them grows and shrinks. The last
/// row, and the last column, stay.
void insertRow(Item& table, int before);
void removeRow(Item& table, int row);
void insertColumn(Item& table, int before);
void removeColumn(Item& table, int column);
void setCell(Item& table, int row, int column, const QString& words);
/// Makes one cell of several: their words follow each other in it.
void joinCells(Item& table, const TableSpan& span);
/// Parts the joined cell that lies at a place again; its words stay in the first.
void partCells(Item& table, int row, int column);

/// How wide its columns are, in words: "content, 2 parts, 25 mm". Columns that it does not have are by content.
[[nodiscard]] QString columnsText(const Table& table, int columns, Unit unit);
/// Reads that; where there are fewer words than columns the last goes for the others.
[[nodiscard]] Result<void> setColumns(Table& table, int columns, const QString& text, Unit unit);
/// How what stands in its columns is ranged: "left, right, centre".
[[nodiscard]] QString alignsText(const Table& table, int columns);
[[nodiscard]] Result<void> setAligns(Table& table, int columns, const QString& text);

} // namespace hinge
