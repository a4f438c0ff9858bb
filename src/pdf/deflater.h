// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "pdf/assembly.h"

#include <future>
#include <vector>
#include <zlib.h>

namespace hinge
{

/// Deflates small contents one after the other (RFC 1950): what the library sets up for each is set up once.
class SmallDeflater
{
public:
    SmallDeflater();
    ~SmallDeflater();
    SmallDeflater(const SmallDeflater&) = delete;
    SmallDeflater& operator=(const SmallDeflater&) = delete;
    [[nodiscard]] std::string deflated(const uchar* plain, std::size_t size);

private:
    z_stream state_{};
};

/// Unpacks small contents one after the other.
class SmallInflater
{
public:
    SmallInflater();
    ~SmallInflater();
    SmallInflater(const SmallInflater&) = delete;
    SmallInflater& operator=(const SmallInflater&) = delete;
    /// How many bytes they unpack to. Nothing where they are damaged, or unpack to more than `most`.
    [[nodiscard]] std::optional<qint64> sizeOf(const QByteArray& deflated, qint64 most);

private:
    z_stream state_{};
    QByteArray unpacked_;
};

/// Deflates what it is given in pieces, several at a time, in the order in which they came (RFC 1950, RFC 1951).
class Deflater
{
public:
    /// `bytes` tells about how many will come: many are packed less hard.
    Deflater(ByteSink sink, qint64 bytes);
    void write(const uchar* bytes, std::size_t count);
    void finish();

private:
    /// A piece of deflated data that others may follow.
    struct Piece {
        std::string bytes;
        uLong check = 1;
        std::size_t length = 0;
    };
    [[nodiscard]] static Piece deflated(std::string plain, int level);
    void send();
    void take();

    ByteSink sink_;
    int level_;
    std::string plain_;
    std::vector<std::future<Piece>> working_;
    uLong check_;
};

} // namespace hinge
