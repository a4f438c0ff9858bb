// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/json_reader.h"
#include "core/units/percent.h"

namespace hinge
{

/// Writes fields that differ from what is usual.
class Sparse
{
public:
    Sparse(QJsonObject& out, Unit unit) : out_(out), unit_(unit) {}
    void add(const char* key, Length value, Length usual)
    {
        if (value != usual)
            out_[QLatin1String(key)] = exactText(value, unit_);
    }
    void add(const char* key, Percent value, Percent usual)
    {
        if (value != usual)
            out_[QLatin1String(key)] = value.value();
    }
    void add(const char* key, int value, int usual)
    {
        if (value != usual)
            out_[QLatin1String(key)] = value;
    }
    void add(const char* key, const QString& value)
    {
        if (!value.isEmpty())
            out_[QLatin1String(key)] = value;
    }
    void addFlag(const char* key, bool value)
    {
        if (value)
            out_[QLatin1String(key)] = true;
    }
    template <class T, std::size_t N>
    void add(const char* key, T value, T usual, const Word<T> (&words)[N])
    {
        if (value != usual)
            out_[QLatin1String(key)] = wordFor(words, value);
    }

private:
    QJsonObject& out_;
    Unit unit_;
};

} // namespace hinge
