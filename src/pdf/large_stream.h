// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "pdf/export_run.h"

#include <memory>
#include <qpdf/QPDF.hh>
#include <qpdf/QPDFWriter.hh>
#include <vector>

namespace hinge
{

/// Takes bytes as they come.
using ByteSink = std::function<void(const uchar* bytes, std::size_t count)>;

/// The contents of a stream, made when the file is written. Throws `ExportFailed` or `ExportStopped`.
class StreamSource
{
public:
    virtual ~StreamSource() = default;
    virtual void write(const ByteSink& sink) const = 0;
};

/// Streams too large to be held in memory while the document is written: they are put behind it, as an update of the
/// file (ISO 32000-1, 7.5.6), while they are read. In the document itself stands an empty stream with the same
/// dictionary.
class LargeStreams
{
public:
    /// A stream that `source` fills. Small ones are written with the document. `packed` contents are in the form that
    /// `filter` names and stay as they are; others are deflated.
    QPDFObjectHandle add(QPDF& pdf, std::shared_ptr<StreamSource> source, qint64 bytes, const QPDFObjectHandle& filter);
    [[nodiscard]] bool isEmpty() const { return streams_.empty(); }

    /// Appends the streams to a document that was just written to `sink`; `written` bytes of it, of which `tail` are
    /// the last.
    void append(QPDF& pdf, QPDFWriter& writer, qint64 written, const QByteArray& tail, const ByteSink& sink,
                ExportRun& run) const;

private:
    struct Stream {
        QPDFObjectHandle object;
        std::shared_ptr<StreamSource> source;
        bool deflate = true;
    };
    std::vector<Stream> streams_;
};

} // namespace hinge
