// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/save_file.h"

#include <QFileInfo>
#include <algorithm>
#include <cerrno>
#include <unistd.h>

namespace hinge
{
namespace
{

constexpr qsizetype worthACall = 64 << 10;
/// What is written before it is asked again whether to go on.
constexpr qsizetype partSize = 4 << 20;

} // namespace

Result<void> checkPlainFile(const QString& path)
{
    const QFileInfo target(path);
    if (target.exists() && !target.isFile())
        return problem(path, QStringLiteral("This is no plain file. Choose another name."));
    return {};
}

tl::unexpected<Problem> WholeFileWriter::failed() const { return failed(file_.errorString()); }

tl::unexpected<Problem> WholeFileWriter::failed(const QString& why) const
{
    const QString left = QFileInfo::exists(path_) ? QStringLiteral(" The file on disk is unchanged.") : QString();
    return problem(path_, QStringLiteral("It could not be written: %1.%2").arg(why, left));
}

Result<void> WholeFileWriter::open(std::optional<QFileDevice::Permissions> rights)
{
    if (auto plain = checkPlainFile(path_); !plain)
        return plain;
    // Not buffered by Qt: its buffer forgets why it could not be written.
    if (!file_.open(QIODevice::WriteOnly | QIODevice::Unbuffered) || (rights && !file_.setPermissions(*rights)))
        return problem(
            path_, QStringLiteral("It cannot be written here: %1. Choose another folder.").arg(file_.errorString()));
    return {};
}

Result<void> WholeFileWriter::flush()
{
    const char* bytes = waiting_.constData();
    qint64 left = waiting_.size();
    // A disk that is nearly full takes a partSize, and says why only when it is asked to take the rest.
    while (left > 0) {
        const qint64 written = file_.write(bytes, left);
        if (written <= 0)
            return failed();
        bytes += written;
        left -= written;
    }
    waiting_.clear();
    return {};
}

Result<void> WholeFileWriter::write(const char* bytes, qint64 size)
{
    waiting_.append(bytes, size);
    return waiting_.size() < worthACall ? Result<void>{} : flush();
}

Result<void> WholeFileWriter::writeFrom(int descriptor, qint64 offset, qint64 size)
{
    if (auto flushed = flush(); !flushed)
        return flushed;
    const qint64 end = file_.pos() + size;
    for (off64_t from = offset; size > 0;) {
        const ssize_t copied = ::copy_file_range(descriptor, &from, file_.handle(), nullptr, std::size_t(size), 0);
        if (copied <= 0)
            break; // between some systems of files it cannot, and it is copied by hand
        size -= copied;
        offset += copied;
    }
    file_.seek(end - size); // Qt did not see it
    QByteArray bytes(qsizetype(std::min<qint64>(size, partSize)), Qt::Uninitialized);
    while (size > 0) {
        const ssize_t got = ::pread(descriptor, bytes.data(), std::size_t(std::min<qint64>(size, partSize)), offset);
        if (got <= 0)
            return failed(got < 0 ? qt_error_string(errno) : QStringLiteral("a file it is made of became shorter"));
        if (auto written = write(bytes.constData(), got); !written)
            return written;
        size -= got;
        offset += got;
    }
    return {};
}

Result<void> WholeFileWriter::commit()
{
    if (auto flushed = flush(); !flushed)
        return flushed;
    return file_.commit() ? Result<void>{} : failed();
}

Result<void> saveWhole(const QString& path, const QByteArray& bytes, std::optional<QFileDevice::Permissions> rights,
                       const std::function<bool()>& goesOn)
{
    WholeFileWriter writer(path);
    if (auto opened = writer.open(rights); !opened)
        return opened;
    for (qsizetype at = 0; at < bytes.size(); at += partSize) {
        if (goesOn && !goesOn())
            return problem(path, QStringLiteral("Writing was stopped. The file on disk is unchanged."));
        if (auto written = writer.write(bytes.constData() + at, std::min(partSize, bytes.size() - at)); !written)
            return written;
    }
    return writer.commit();
}

} // namespace hinge
