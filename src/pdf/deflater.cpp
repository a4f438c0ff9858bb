// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/deflater.h"

#include <new>
#include <stdexcept>

namespace hinge
{
namespace
{

/// More than this is packed fast: pictures gain little from more effort, and there are many bytes.
constexpr qint64 packedFast = 24 << 20;
constexpr std::size_t pieceSize = 4 << 20;
constexpr std::size_t atOnce = 3;

} // namespace

SmallDeflater::SmallDeflater()
{
    if (deflateInit(&state_, Z_DEFAULT_COMPRESSION) != Z_OK)
        throw std::bad_alloc();
}

SmallDeflater::~SmallDeflater() { deflateEnd(&state_); }

std::string SmallDeflater::deflated(const uchar* plain, std::size_t size)
{
    deflateReset(&state_);
    std::string out(deflateBound(&state_, uLong(size)), '\0');
    state_.next_in = const_cast<Bytef*>(plain);
    state_.avail_in = uInt(size);
    state_.next_out = reinterpret_cast<Bytef*>(out.data());
    state_.avail_out = uInt(out.size());
    if (deflate(&state_, Z_FINISH) != Z_STREAM_END)
        throw std::runtime_error("deflate");
    out.resize(state_.total_out);
    return out;
}

SmallInflater::SmallInflater()
{
    if (inflateInit(&state_) != Z_OK)
        throw std::bad_alloc();
    unpacked_.resize(64 << 10);
}

SmallInflater::~SmallInflater() { inflateEnd(&state_); }

std::optional<qint64> SmallInflater::sizeOf(const QByteArray& deflated, qint64 most)
{
    inflateReset(&state_);
    state_.next_in = reinterpret_cast<Bytef*>(const_cast<char*>(deflated.constData()));
    state_.avail_in = uInt(deflated.size());
    int done = Z_OK;
    while (done == Z_OK && qint64(state_.total_out) <= most) {
        state_.next_out = reinterpret_cast<Bytef*>(unpacked_.data());
        state_.avail_out = uInt(unpacked_.size());
        done = inflate(&state_, Z_NO_FLUSH);
    }
    return done == Z_STREAM_END ? std::optional(qint64(state_.total_out)) : std::nullopt;
}

Deflater::Deflater(ByteSink sink, qint64 bytes)
    : sink_(std::move(sink)), level_(bytes > packedFast ? 1 : Z_DEFAULT_COMPRESSION), check_(adler32(0, nullptr, 0))
{
    static constexpr uchar head[] = {0x78, 0x01};
    sink_(head, 2);
}

Deflater::Piece Deflater::deflated(std::string plain, int level)
{
    Piece out;
    out.length = plain.size();
    out.check = adler32_z(adler32(0, nullptr, 0), reinterpret_cast<const Bytef*>(plain.data()), plain.size());
    z_stream z{};
    // Without head and tail, which belong to the whole.
    if (deflateInit2(&z, level, Z_DEFLATED, -15, 9, Z_DEFAULT_STRATEGY) != Z_OK)
        throw std::bad_alloc();
    out.bytes.resize(deflateBound(&z, uLong(plain.size())) + 16);
    z.next_in = reinterpret_cast<Bytef*>(plain.data());
    z.avail_in = uInt(plain.size());
    z.next_out = reinterpret_cast<Bytef*>(out.bytes.data());
    z.avail_out = uInt(out.bytes.size());
    const int done = deflate(&z, Z_FULL_FLUSH); // ends on a whole byte
    out.bytes.erase(std::size_t(z.total_out));
    deflateEnd(&z);
    if (done != Z_OK || z.avail_in != 0)
        throw std::runtime_error("deflate");
    return out;
}

void Deflater::write(const uchar* bytes, std::size_t count)
{
    plain_.append(reinterpret_cast<const char*>(bytes), count);
    if (plain_.size() >= pieceSize)
        send();
}

void Deflater::finish()
{
    send();
    while (!working_.empty())
        take();
    // An empty last block, and the checksum of all.
    const uchar tail[] = {0x03, 0x00, uchar(check_ >> 24), uchar(check_ >> 16), uchar(check_ >> 8), uchar(check_)};
    sink_(tail, sizeof tail);
}

void Deflater::send()
{
    if (plain_.empty())
        return;
    working_.push_back(std::async(std::launch::async, deflated, std::exchange(plain_, {}), level_));
    if (working_.size() >= atOnce)
        take();
}

void Deflater::take()
{
    const Piece piece = working_.front().get();
    working_.erase(working_.begin());
    check_ = adler32_combine(check_, piece.check, z_off_t(piece.length));
    sink_(reinterpret_cast<const uchar*>(piece.bytes.data()), piece.bytes.size());
}

} // namespace hinge
