// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFile>
#include <qpdf/InputSource.hh>

namespace hinge
{

/// A file that qpdf reads from, a window of it at a time. The library asks for a few bytes here and there: with a
/// window most of that needs no call of the system, which takes longer than all the rest of copying a file of pictures.
class WindowedFile : public InputSource
{
public:
    /// Throws `std::runtime_error` where the file cannot be opened.
    explicit WindowedFile(const QString& path);

    qpdf_offset_t findAndSkipNextEOL() override;
    std::string const& getName() const override { return name_; }
    qpdf_offset_t tell() override { return at_; }
    void seek(qpdf_offset_t offset, int whence) override;
    void rewind() override { at_ = 0; }
    size_t read(char* into, size_t length) override;
    void unreadCh(char) override { --at_; }

private:
    static constexpr qpdf_offset_t windowSize = 64 << 10;
    /// The bytes from a place on, as far as the window then has them; empty at the end of the file.
    [[nodiscard]] QByteArrayView bytesAt(qpdf_offset_t offset);

    std::string name_;
    QFile file_;
    qpdf_offset_t size_ = 0;
    qpdf_offset_t at_ = 0;
    QByteArray window_;
    qpdf_offset_t windowAt_ = 0;
};

} // namespace hinge
