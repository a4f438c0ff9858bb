// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/windowed_file.h"

#include <algorithm>
#include <cerrno>
#include <cstring>
#include <stdexcept>
#include <unistd.h>

namespace hinge
{

WindowedFile::WindowedFile(const QString& path) : name_(QFile::encodeName(path).toStdString()), file_(path)
{
    if (!file_.open(QIODevice::ReadOnly | QIODevice::Unbuffered))
        throw std::runtime_error("open " + name_ + ": " + file_.errorString().toStdString());
    size_ = file_.size();
}

size_t WindowedFile::readHere(char* into, size_t length, qpdf_offset_t offset) const
{
    size_t done = 0;
    while (done < length) {
        const ssize_t got = ::pread(file_.handle(), into + done, length - done, offset + qpdf_offset_t(done));
        if (got < 0 && errno == EINTR)
            continue;
        if (got <= 0)
            break;
        done += size_t(got);
    }
    return done;
}

QByteArray WindowedFile::at(qint64 offset, qint64 length) const
{
    QByteArray out(qsizetype(std::clamp<qint64>(length, 0, std::max<qint64>(0, size_ - offset))), Qt::Uninitialized);
    out.resize(qsizetype(readHere(out.data(), size_t(out.size()), offset)));
    return out;
}

QByteArrayView WindowedFile::bytesAt(qpdf_offset_t offset)
{
    const qpdf_offset_t from = offset / windowSize * windowSize;
    auto window = std::ranges::find(windows_, from, &Window::from);
    if (window == windows_.end()) {
        --window;
        window->from = from;
        window->bytes.resize(windowSize);
        window->bytes.resize(qsizetype(readHere(window->bytes.data(), size_t(windowSize), from)));
    }
    std::rotate(windows_.begin(), window, window + 1);
    const QByteArrayView bytes = windows_.front().bytes;
    return bytes.sliced(std::min(offset - from, bytes.size()));
}

void WindowedFile::seek(qpdf_offset_t offset, int whence)
{
    at_ = whence == SEEK_SET ? offset : whence == SEEK_CUR ? at_ + offset : size_ + offset;
    if (at_ < 0)
        throw std::runtime_error(name_ + ": seek before the beginning of the file");
}

size_t WindowedFile::read(char* into, size_t length)
{
    last_offset = at_;
    size_t done = 0;
    if (length >= size_t(windowSize)) { // in one go
        done = readHere(into, length, at_);
        at_ += qpdf_offset_t(done);
    }
    while (done < length) {
        const QByteArrayView bytes = bytesAt(at_);
        if (bytes.isEmpty())
            break;
        const size_t count = std::min(length - done, size_t(bytes.size()));
        std::memcpy(into + done, bytes.data(), count);
        done += count;
        at_ += qpdf_offset_t(count);
    }
    if (done == 0 && length > 0) // as the library's own reading of files leaves it
        last_offset = at_ = size_;
    return done;
}

qpdf_offset_t WindowedFile::findAndSkipNextEOL()
{
    const auto isEnd = [](char c) { return c == '\r' || c == '\n'; };
    qpdf_offset_t found = -1;
    for (QByteArrayView bytes = bytesAt(at_); !bytes.isEmpty(); bytes = bytesAt(at_)) {
        const auto next = found < 0 ? std::find_if(bytes.begin(), bytes.end(), isEnd)
                                    : std::find_if_not(bytes.begin(), bytes.end(), isEnd);
        at_ += next - bytes.begin();
        if (next == bytes.end())
            continue;
        if (found >= 0)
            return found;
        found = at_;
    }
    at_ = size_;
    return found < 0 ? at_ : found;
}

} // namespace hinge
