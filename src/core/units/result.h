// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <tl/expected.hpp>

namespace hinge
{

/// Why something could not be done, in words the user can act on.
struct Problem {
    /// Where it is: a file name, or the path of a field such as "stock.grammage". May be empty.
    QString where;
    /// What is wrong and what to do about it, as a sentence.
    QString message;

    /// Text that came from a file, such as a wrong word, short enough to be told: one line, sixty characters.
    [[nodiscard]] static QString quoted(const QString& text)
    {
        const QString line = text.left(200).simplified();
        return line.size() > 60 ? line.left(59) + u'…' : line;
    }

    /// "where: message", the form used on stderr and in dialogs.
    [[nodiscard]] QString text() const { return where.isEmpty() ? message : where + QStringLiteral(": ") + message; }
    bool operator==(const Problem&) const = default;
};

/// A value, or the problem that prevented it. Nothing in core throws for bad input.
template <class T>
using Result = tl::expected<T, Problem>;

[[nodiscard]] inline tl::unexpected<Problem> problem(QString where, QString message)
{
    return tl::unexpected<Problem>(Problem{std::move(where), std::move(message)});
}

} // namespace hinge
