// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

/// One number of a series, or one row of data.
struct Record {
    int place = 0; ///< among the records, from 0
    QStringList fields;
    QStringList values; ///< as many as fields
    /// By the name of a field, however it is written in small and capital letters. Empty when there is no such field.
    [[nodiscard]] std::optional<QString> find(const QString& field) const;
};

/// A field named in a text, with its braces: `{number}`.
struct FieldUse {
    QString name;
    int start = 0;
    int length = 0;
    bool operator==(const FieldUse&) const = default;
};
/// The fields a text names, in order: whatever stands between braces on one line.
[[nodiscard]] std::vector<FieldUse> fieldsIn(const QString& text);

/// A text with its fields filled in, letter by letter as the values are. Names that are no fields stay as they are
/// typed.
[[nodiscard]] QString filled(const QString& text, const Record& record);

/// True when the words, the code, or the file name of an item name fields.
[[nodiscard]] bool namesFields(const Item& item);
/// True for an item that each copy has its own of: it names fields, or a text that runs through it does. `job` with its
/// fields as they are typed.
[[nodiscard]] bool differsByCopy(const Job& job, const Item& item);
/// Every field an item names, each once.
[[nodiscard]] QStringList fieldsOf(const Item& item);
/// Likewise, on all of the piece.
[[nodiscard]] QStringList fieldsOf(const Job& job);

/// An item as the copy for this record is printed.
void fillItem(Item& item, const Record& record);

/// The job as the copy for this record is printed: its fields are filled in wherever they are named. Frames stay where
/// they are, so that the plan of the job is that of the copy, too. A paragraph of fields alone goes when all of them
/// are empty; a break in a value breaks the line. A picture whose file name would lead out of the folder that
/// stands before its first field keeps the name as it is typed, which no file has.
[[nodiscard]] Job filledFor(const Job& job, const Record& record);

/// The job as far as all copies are alike: texts without their fields; in place of codes and pictures that name some
/// shapes that print nothing, so that the plan of the job is that of this one, too.
[[nodiscard]] Job withoutRecord(const Job& job);

/// True when something in the job names fields; only where there are records.
[[nodiscard]] bool namesFields(const Job& job);

/// True for a picture that each copy has its own of: its file is known only for a record.
[[nodiscard]] bool isNamedByField(const Job& job, const LinkedFile& file);

} // namespace hinge
