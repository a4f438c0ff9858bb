// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFile>
#include <array>
#include <qpdf/InputSource.hh>

namespace hinge
{

/// A file that qpdf reads from, a few windows of it at a time. The library asks for a few bytes here and there, and a
/// booklet takes its pages from both ends: with windows most of that needs no call of the system, which takes longer
/// than all the rest of copying a file of pictures.
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

    /// These bytes, or as many of them as there are. Its windows stay as they are: other threads may ask.
    [[nodiscard]] QByteArray at(qint64 offset, qint64 length) const;
    /// For copying from it within the system.
    [[nodiscard]] int descriptor() const { return file_.handle(); }

private:
    static constexpr qpdf_offset_t windowSize = 16 << 10;
    struct Window {
        qpdf_offset_t from = -1; ///< a multiple of `windowSize`; -1: of nothing yet
        QByteArray bytes;
    };
    /// The bytes from a place on, as far as its window has them; empty at the end of the file.
    [[nodiscard]] QByteArrayView bytesAt(qpdf_offset_t offset);
    size_t readHere(char* into, size_t length, qpdf_offset_t offset) const;

    std::string name_;
    QFile file_;
    qpdf_offset_t size_ = 0;
    qpdf_offset_t at_ = 0;
    std::array<Window, 8> windows_; ///< the one used last is the first
};

} // namespace hinge
