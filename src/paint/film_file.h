// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"

#include <QByteArray>
#include <QImage>
#include <memory>

namespace hinge
{

/// An animated picture in the open WebP format (RFC 9649), made picture by picture; it runs for ever. Browsers and
/// picture viewers show it without help. Not for two threads at a time.
class FilmFile
{
public:
    /// All pictures have this size, at most 16383 pixels a side.
    explicit FilmFile(QSize size);
    ~FilmFile();
    FilmFile(const FilmFile&) = delete;
    FilmFile& operator=(const FilmFile&) = delete;

    /// Shows a picture for so long. Slow: some 50 ms.
    [[nodiscard]] Result<void> add(const QImage& picture, int milliseconds);
    /// The bytes of the file; nothing can be added after.
    [[nodiscard]] Result<QByteArray> finish();

private:
    struct Encoder;
    std::unique_ptr<Encoder> encoder_;
    QSize size_;
    int now_ = 0; ///< milliseconds
};

} // namespace hinge
