// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/json_reader.h"

#include <cmath>

namespace hinge
{
namespace
{

/// Marks what was left over inside the object or list of that key: it belongs to it and goes with it.
constexpr QChar insideMark(1);
QString insideOf(const char* key) { return insideMark + QString::fromLatin1(key); }

} // namespace

QJsonObject keptBeside(const QJsonObject& leftOver, QJsonObject written)
{
    for (auto it = leftOver.begin(); it != leftOver.end(); ++it) {
        if (!it.key().startsWith(insideMark)) {
            if (!written.contains(it.key()))
                written[it.key()] = it.value();
            continue;
        }
        const QString key = it.key().mid(1);
        QJsonValueRef inside = written[key];
        if (it.value().isObject() && inside.isObject()) {
            inside = keptBeside(it.value().toObject(), inside.toObject());
        } else if (it.value().isArray() && inside.isArray() && it.value().toArray().size() == inside.toArray().size()) {
            QJsonArray entries = inside.toArray();
            for (qsizetype i = 0; i < entries.size(); ++i)
                entries[i] = keptBeside(it.value().toArray()[i].toObject(), entries[i].toObject());
            inside = entries;
        }
        if (inside.isNull())
            written.remove(key);
    }
    return written;
}

QString JsonReader::pathOf(const char* key) const
{
    return path_.isEmpty() ? QString::fromLatin1(key) : path_ + u'.' + QLatin1String(key);
}

void JsonReader::fail(const char* key, const QString& message)
{
    if (!problem_->has_value())
        *problem_ = Problem{pathOf(key), message};
}

std::optional<QJsonValue> JsonReader::take(const char* key)
{
    const QLatin1String name(key);
    if (problem_->has_value() || !object_.contains(name))
        return std::nullopt;
    return object_.take(name);
}

void JsonReader::read(const char* key, QString& out)
{
    if (const auto v = take(key)) {
        if (v->isString())
            out = v->toString();
        else
            fail(key, QStringLiteral("A text in quotes is expected here."));
    }
}

void JsonReader::read(const char* key, qint64& out)
{
    if (const auto v = take(key)) {
        const double d = v->toDouble(std::nan(""));
        if (v->isDouble() && std::floor(d) == d && std::abs(d) < 9e15)
            out = qint64(d);
        else
            fail(key, QStringLiteral("A whole number is expected here."));
    }
}

void JsonReader::read(const char* key, int& out)
{
    qint64 wide = out;
    read(key, wide);
    if (wide < std::numeric_limits<int>::min() || wide > std::numeric_limits<int>::max())
        fail(key, QStringLiteral("The number is too large."));
    else
        out = int(wide);
}

void JsonReader::readMilli(const char* key, int& out)
{
    if (const auto v = take(key)) {
        const double d = v->toDouble(std::nan(""));
        if (v->isDouble() && std::abs(d) < 1e6)
            out = int(std::lround(d * 1000));
        else
            fail(key, QStringLiteral("A number is expected here."));
    }
}

void JsonReader::read(const char* key, Percent& out)
{
    if (const auto v = take(key)) {
        const double d = v->toDouble(std::nan(""));
        if (v->isDouble() && std::abs(d) < 1e4)
            out = Percent::nearest(d);
        else
            fail(key, QStringLiteral("A percentage is expected here."));
    }
}

void JsonReader::read(const char* key, bool& out)
{
    if (const auto v = take(key)) {
        if (v->isBool())
            out = v->toBool();
        else
            fail(key, QStringLiteral("true or false is expected here."));
    }
}

void JsonReader::read(const char* key, Length& out)
{
    QString text;
    read(key, text);
    if (text.isNull())
        return;
    if (const auto length = parseLength(text, Unit::Mm))
        out = *length;
    else
        fail(key, length.error().message);
}

void JsonReader::read(const char* key, std::optional<Length>& out)
{
    if (!has(key))
        return;
    Length value;
    read(key, value);
    out = value;
}

void JsonReader::readObject(const char* key, const std::function<void(JsonReader&)>& body)
{
    if (const auto v = take(key)) {
        if (!v->isObject())
            return fail(key, QStringLiteral("An object in braces is expected here."));
        JsonReader inner(v->toObject(), pathOf(key), *problem_);
        body(inner);
        if (const QJsonObject left = inner.takeLeftOver(); !left.isEmpty())
            object_[insideOf(key)] = left;
    }
}

void JsonReader::readArray(const char* key, const std::function<void(JsonReader&)>& body)
{
    const QJsonArray array = takeArray(key);
    QJsonArray left;
    bool anyLeft = false;
    for (qsizetype i = 0; i < array.size(); ++i) {
        if (!array[i].isObject())
            return fail(key, QStringLiteral("Entry %1 of the list is not an object in braces.").arg(i + 1));
        JsonReader inner(array[i].toObject(), QStringLiteral("%1[%2]").arg(pathOf(key), QString::number(i)), *problem_);
        body(inner);
        left.append(inner.takeLeftOver());
        anyLeft = anyLeft || !left.last().toObject().isEmpty();
    }
    if (anyLeft)
        object_[insideOf(key)] = left;
}

QJsonArray JsonReader::takeArray(const char* key)
{
    if (const auto v = take(key)) {
        if (v->isArray())
            return v->toArray();
        fail(key, QStringLiteral("A list in square brackets is expected here."));
    }
    return {};
}

} // namespace hinge
