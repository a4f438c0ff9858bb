// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "pdf/windowed_file.h"

#include <functional>
#include <map>
#include <memory>
#include <optional>
#include <qpdf/QPDF.hh>

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

/// An object among several documents that are open.
struct ObjectKey {
    QPDF* document = nullptr;
    QPDFObjGen id;
    auto operator<=>(const ObjectKey& other) const
    {
        return document != other.document ? document <=> other.document
               : id < other.id            ? std::strong_ordering::less
               : other.id < id            ? std::strong_ordering::greater
                                          : std::strong_ordering::equal;
    }
    bool operator==(const ObjectKey& other) const { return document == other.document && id == other.id; }
    static ObjectKey of(QPDFObjectHandle object) { return {object.getOwningQPDF(), object.getObjGen()}; }
};

/// What a document is put together from beside the objects that the library holds for it, until `DocumentWriter` writes
/// it: objects of other documents, which are not copied before, and contents that are only made then. The other
/// documents stay open until it is written.
class Assembly
{
public:
    /// Bytes that lie in a file.
    struct Bytes {
        std::shared_ptr<const WindowedFile> file;
        qint64 offset = 0;
        qint64 length = 0;
    };
    /// Contents that are made when they are written.
    struct Made {
        std::shared_ptr<StreamSource> source;
        bool deflate = true;
        qint64 bytes = 0; ///< about so many, before they are deflated
    };

    /// A stream that `source` fills when it is written. `filter` names the form its bytes are in already; they are
    /// deflated where it is null.
    [[nodiscard]] QPDFObjectHandle streamOf(QPDF& pdf, std::shared_ptr<StreamSource> source, qint64 bytes,
                                            const QPDFObjectHandle& filter);
    /// A stream of `pdf` with the bytes of one of another document, and the filters they went through; what else its
    /// dictionary says is for the caller to add.
    [[nodiscard]] QPDFObjectHandle streamLike(QPDF& pdf, const QPDFObjectHandle& other);
    /// What objects of `pdf` may hold to refer to `object`, whichever document that belongs to: itself, or one that
    /// keeps its place. Names, numbers and texts have no need of it.
    [[nodiscard]] QPDFObjectHandle within(QPDF& pdf, const QPDFObjectHandle& object);
    /// The streams of a document may be copied from its file as they lie there.
    void setFile(QPDF& pdf, std::shared_ptr<const WindowedFile> file) { files_[&pdf] = std::move(file); }
    /// Objects of the documents whose files are known: those written are at most about as many.
    [[nodiscard]] qint64 objectCount() const;

    /// The object whose place this one keeps, or itself.
    [[nodiscard]] QPDFObjectHandle behind(const QPDFObjectHandle& object) const;
    /// The stream whose bytes this one has: itself, or one of another document.
    [[nodiscard]] QPDFObjectHandle filledFrom(const QPDFObjectHandle& stream) const;
    /// Nullptr where the contents are there already.
    [[nodiscard]] const Made* madeFor(const QPDFObjectHandle& stream) const;
    /// Where the bytes of a stream lie. Nothing where they were changed or are encrypted, or where the file is not as
    /// it says: a stream has its keywords around it (ISO 32000-1, 7.3.8.1), or it is not where the library's offsets
    /// point to, such as after bytes before the header.
    [[nodiscard]] std::optional<Bytes> bytesOf(QPDFObjectHandle stream) const;

private:
    std::map<ObjectKey, Made> made_;
    std::map<ObjectKey, QPDFObjectHandle> filled_;
    std::map<ObjectKey, QPDFObjectHandle> behind_;
    std::map<std::pair<QPDF*, ObjectKey>, QPDFObjectHandle>
        places_; ///< by the document they are in, and what is behind
    std::map<QPDF*, std::shared_ptr<const WindowedFile>> files_;
};

} // namespace hinge
