// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length_text.h"
#include "core/units/percent.h"

#include <QJsonArray>
#include <QJsonObject>
#include <functional>
#include <span>
#include <utility>

namespace hinge
{

/// A word of the file and the value it stands for.
template <class T>
struct Word {
    const char* word;
    T value;
};

/// Takes fields out of a JSON object one by one and remembers the first problem. What nobody took is left over, so that
/// it can be written back (see `keptBeside`): that of nested objects, too, unless their reader took it for itself.
class JsonReader
{
public:
    /// `problem` is shared by all readers of one file; once it is set, fields keep their defaults.
    JsonReader(QJsonObject object, QString path, std::optional<Problem>& problem)
        : object_(std::move(object)), path_(std::move(path)), problem_(&problem)
    {
    }

    /// Each leaves `out` as it is when the field is missing, and sets the problem when it is wrong.
    void read(const char* key, QString& out);
    void read(const char* key, int& out);
    void read(const char* key, qint64& out);
    void read(const char* key, bool& out);
    void read(const char* key, Length& out);
    void read(const char* key, std::optional<Length>& out);
    /// Looks at a text without taking it.
    void peek(const char* key, QString& out) const { out = object_.value(QLatin1String(key)).toString(); }
    void read(const char* key, Percent& out);
    /// A number with decimals, kept as a whole count of thousandths.
    void readMilli(const char* key, int& out);

    template <class T>
    void readWord(const char* key, T& out, std::span<const Word<T>> words)
    {
        QString text;
        read(key, text);
        if (text.isNull())
            return;
        QStringList known;
        for (const Word<T>& w : words) {
            if (text == QLatin1String(w.word)) {
                out = w.value;
                return;
            }
            known << QString::fromLatin1(w.word);
        }
        fail(key,
             QStringLiteral("“%1” is not one of: %2.").arg(Problem::quoted(text), known.join(QStringLiteral(", "))));
    }

    /// Reads a nested object when it is there.
    void readObject(const char* key, const std::function<void(JsonReader&)>& body);
    /// Reads an array of objects.
    void readArray(const char* key, const std::function<void(JsonReader&)>& body);
    /// An array as it stands, for values that are not objects. Empty when it is missing.
    [[nodiscard]] QJsonArray takeArray(const char* key);
    [[nodiscard]] bool has(const char* key) const { return object_.contains(QLatin1String(key)); }

    void fail(const char* key, const QString& message);
    /// What nobody took, for the one to keep who asks.
    [[nodiscard]] QJsonObject takeLeftOver() { return std::exchange(object_, {}); }

private:
    [[nodiscard]] QString pathOf(const char* key) const;
    std::optional<QJsonValue> take(const char* key);

    QJsonObject object_;
    QString path_;
    std::optional<Problem>* problem_;
};

/// Panels, columns and pages count from 1 in the file, as people do.
inline void readOrdinal(JsonReader& r, const char* key, int& out)
{
    int n = out + 1;
    r.read(key, n);
    if (n < 1)
        return r.fail(key, QStringLiteral("It counts from 1."));
    out = n - 1;
}

/// The word a value is written as.
template <class T, std::size_t N>
QString wordFor(const Word<T> (&words)[N], T value)
{
    for (const Word<T>& w : words)
        if (w.value == value)
            return QString::fromLatin1(w.word);
    return {};
}

/// What was read and what was left over, as one object again: `written`, with the keys beside it that only `leftOver`
/// has. Left-over keys of a nested object or list are written only where that is written.
[[nodiscard]] QJsonObject keptBeside(const QJsonObject& leftOver, QJsonObject written);

/// Reads one of the words into `out`.
template <class T, std::size_t N>
void readWord(JsonReader& r, const char* key, T& out, const Word<T> (&words)[N])
{
    r.readWord(key, out, std::span<const Word<T>>(words));
}

} // namespace hinge
