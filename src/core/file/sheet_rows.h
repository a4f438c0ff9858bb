// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/table.h"
#include "core/units/result.h"

#include <QStringList>

namespace hinge
{

/// Rows of cells as a table takes them; lines within a cell are parted by U+2028.
struct SheetRows {
    QList<QStringList> rows;
    std::vector<TableSpan> spans; ///< cells that are merged
};

/// True of names of files that rows can be read from: CSV, TSV, and spreadsheets in OpenDocument (ISO/IEC 26300).
[[nodiscard]] bool isSheetName(const QString& path);
/// The rows of a file; of a spreadsheet those of its first sheet, as they are shown there. Empty rows and columns at
/// the end are left out. Fails on what is no table, has nothing in it, or more rows or columns than a table may have.
[[nodiscard]] Result<SheetRows> readSheet(const QString& path);

/// The tables of a text in OpenDocument, up to the first that is empty or cannot be read; none of any other file.
[[nodiscard]] std::vector<SheetRows> tablesOfText(const QString& path);

/// Rows as they come from the clipboard: lines, their cells parted by tabs, with quotes about cells that hold lines of
/// their own. Empty when there is no tab in them.
[[nodiscard]] QList<QStringList> rowsOf(const QString& text);

} // namespace hinge
