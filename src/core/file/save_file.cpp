// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/save_file.h"

#include <QFileInfo>
#include <algorithm>

namespace hinge
{
namespace
{

constexpr qsizetype worthACall = 64 << 10;
/// What is written before it is asked again whether to go on.
constexpr qsizetype part = 4 << 20;

} // namespace

Result<void> checkPlainFile(const QString& path)
{
    const QFileInfo target(path);
    if (target.exists() && !target.isFile())
        return problem(path, QStringLiteral("This is no plain file. Choose another name."));
    return {};
}

tl::unexpected<Problem> WholeFileWriter::failed() const
{
    const QString left = QFileInfo::exists(path_) ? QStringLiteral(" The file on disk is unchanged.") : QString();
    return problem(path_, QStringLiteral("It could not be written: %1.%2").arg(file_.errorString(), left));
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
    // A disk that is nearly full takes a part, and says why only when it is asked to take the rest.
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
    for (qsizetype at = 0; at < bytes.size(); at += part) {
        if (goesOn && !goesOn())
            return problem(path, QStringLiteral("Writing was stopped. The file on disk is unchanged."));
        if (auto written = writer.write(bytes.constData() + at, std::min(part, bytes.size() - at)); !written)
            return written;
    }
    return writer.commit();
}

} // namespace hinge
