// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/large_stream.h"

#include <QByteArray>
#include <QRegularExpression>
#include <future>
#include <qpdf/Pipeline.hh>
#include <zlib.h>

namespace hinge
{
namespace
{

/// More than this is not held in memory.
constexpr qint64 smallStream = 24 << 20;

/// Hands the contents to qpdf when it writes the stream.
class SmallStream : public QPDFObjectHandle::StreamDataProvider
{
public:
    explicit SmallStream(std::shared_ptr<StreamSource> source) : source_(std::move(source)) {}
    void provideStreamData(int, int, Pipeline* pipeline) override
    {
        source_->write([pipeline](const uchar* bytes, std::size_t count) { pipeline->write(bytes, count); });
        pipeline->finish();
    }

private:
    std::shared_ptr<StreamSource> source_;
};

/// A piece of deflated data that others may follow.
struct Deflated {
    std::string bytes;
    uLong check = 1;
    std::size_t length = 0;
};

Deflated deflated(std::string plain)
{
    Deflated out;
    out.length = plain.size();
    out.check = adler32_z(adler32(0, nullptr, 0), reinterpret_cast<const Bytef*>(plain.data()), plain.size());
    z_stream z{};
    // Fast: pictures gain little from more effort, and there are many bytes. Without head and tail, which belong to the
    // whole.
    if (deflateInit2(&z, 1, Z_DEFLATED, -15, 9, Z_DEFAULT_STRATEGY) != Z_OK)
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

/// Deflates what it is given in pieces, several at a time, in the order in which they came (RFC 1950, RFC 1951).
class Deflater
{
public:
    explicit Deflater(ByteSink sink) : sink_(std::move(sink))
    {
        static constexpr uchar head[] = {0x78, 0x01};
        sink_(head, 2);
    }
    void write(const uchar* bytes, std::size_t count)
    {
        plain_.append(reinterpret_cast<const char*>(bytes), count);
        if (plain_.size() >= pieceSize)
            send();
    }
    void finish()
    {
        send();
        while (!working_.empty())
            take();
        // An empty last block, and the checksum of all.
        const uchar tail[] = {0x03, 0x00, uchar(check_ >> 24), uchar(check_ >> 16), uchar(check_ >> 8), uchar(check_)};
        sink_(tail, sizeof tail);
    }

private:
    static constexpr std::size_t pieceSize = 4 << 20;
    static constexpr std::size_t atOnce = 3;
    void send()
    {
        if (plain_.empty())
            return;
        working_.push_back(std::async(std::launch::async, deflated, std::exchange(plain_, {})));
        if (working_.size() >= atOnce)
            take();
    }
    void take()
    {
        const Deflated piece = working_.front().get();
        working_.erase(working_.begin());
        check_ = adler32_combine(check_, piece.check, z_off_t(piece.length));
        sink_(reinterpret_cast<const uchar*>(piece.bytes.data()), piece.bytes.size());
    }

    ByteSink sink_;
    std::string plain_;
    std::vector<std::future<Deflated>> working_;
    uLong check_ = 1;
};

/// An object as it stands in the written file, where objects have other numbers.
std::string unparsed(QPDFWriter& writer, QPDFObjectHandle object)
{
    if (object.isIndirect())
        return writer.getRenumberedObjGen(object.getObjGen()).unparse(' ') + " R";
    if (object.isArray()) {
        std::string out = "[";
        for (const QPDFObjectHandle& entry : object.getArrayAsVector())
            out += ' ' + unparsed(writer, entry);
        return out + " ]";
    }
    if (object.isDictionary()) {
        std::string out = "<<";
        for (const auto& [key, value] : object.getDictAsMap())
            out += ' ' + key + ' ' + unparsed(writer, value);
        return out + " >>";
    }
    return object.unparse();
}

} // namespace

QPDFObjectHandle LargeStreams::add(QPDF& pdf, std::shared_ptr<StreamSource> source, qint64 bytes,
                                   const QPDFObjectHandle& filter)
{
    QPDFObjectHandle stream = pdf.newStream();
    if (bytes <= smallStream) {
        stream.replaceStreamData(std::make_shared<SmallStream>(std::move(source)), filter, QPDFObjectHandle::newNull());
        return stream;
    }
    stream.replaceStreamData(std::string(), filter, QPDFObjectHandle::newNull());
    streams_.push_back({stream, std::move(source), QPDFObjectHandle(filter).isNull()});
    return stream;
}

void LargeStreams::append(QPDF& pdf, QPDFWriter& writer, qint64 written, const QByteArray& tail, const ByteSink& sink,
                          ExportRun& run) const
{
    static const QRegularExpression end(QStringLiteral("startxref\\s+(\\d+)\\s+%%EOF\\s*$"));
    static const QRegularExpression ids(QStringLiteral("/ID \\[\\s*(<[0-9a-fA-F]*>)\\s*(<[0-9a-fA-F]*>)\\s*\\]"));
    static const QRegularExpression sizes(QStringLiteral("/Size (\\d+)"));
    const QString text = QString::fromLatin1(tail.mid(std::max<qsizetype>(0, tail.lastIndexOf("/Type /XRef") - 64)));
    const auto before = end.match(text);
    const auto id = ids.match(text);
    const auto size = sizes.match(text);
    if (!before.hasMatch() || !id.hasMatch() || !size.hasMatch())
        throw std::runtime_error("the end of the document was not found");
    qint64 at = written;
    const auto put = [&](const std::string& bytes) {
        sink(reinterpret_cast<const uchar*>(bytes.data()), bytes.size());
        at += qint64(bytes.size());
    };
    int next = size.captured(1).toInt();
    std::vector<std::pair<int, qint64>> offsets;
    put("\n");
    for (const Stream& stream : streams_) {
        const int number = writer.getRenumberedObjGen(QPDFObjectHandle(stream.object).getObjGen()).getObj();
        const int lengthNumber = next++;
        offsets.emplace_back(number, at);
        std::string dictionary = "<<";
        for (const auto& [key, value] : QPDFObjectHandle(stream.object).getDict().getDictAsMap())
            if (key != "/Length" && key != "/Filter")
                dictionary += ' ' + key + ' ' + unparsed(writer, value);
        const std::string filter =
            stream.deflate ? "/FlateDecode" : QPDFObjectHandle(stream.object).getDict().getKey("/Filter").unparse();
        put(std::to_string(number) + " 0 obj\n" + dictionary + " /Filter " + filter + " /Length " +
            std::to_string(lengthNumber) + " 0 R >>\nstream\n");
        const qint64 start = at;
        const auto count = [&](const uchar* bytes, std::size_t n) {
            run.check();
            sink(bytes, n);
            at += qint64(n);
        };
        if (stream.deflate) {
            Deflater deflater(count);
            stream.source->write([&](const uchar* bytes, std::size_t n) { deflater.write(bytes, n); });
            deflater.finish();
        } else {
            stream.source->write(count);
        }
        const qint64 length = at - start;
        put("\nendstream\nendobj\n");
        offsets.emplace_back(lengthNumber, at);
        put(std::to_string(lengthNumber) + " 0 obj\n" + std::to_string(length) + "\nendobj\n");
    }
    // The cross-reference of what is new, as a stream like that before it (ISO 32000-1, 7.5.8).
    const int own = next++;
    offsets.emplace_back(own, at);
    std::sort(offsets.begin(), offsets.end());
    std::string index;
    std::string entries;
    for (const auto& [number, offset] : offsets) {
        index += ' ' + std::to_string(number) + " 1";
        entries += '\1';
        for (int shift = 56; shift >= 0; shift -= 8)
            entries += char(offset >> shift & 0xFF);
        entries += std::string(2, '\0');
    }
    const qint64 start = at;
    QPDFObjectHandle trailer = pdf.getTrailer();
    put(std::to_string(own) + " 0 obj\n<< /Type /XRef /Size " + std::to_string(next) + " /W [ 1 8 2 ] /Index [" +
        index + " ] /Root " + unparsed(writer, trailer.getKey("/Root")) + " /Info " +
        unparsed(writer, trailer.getKey("/Info")) + " /ID [ " + id.captured(1).toStdString() + ' ' +
        id.captured(2).toStdString() + " ] /Prev " + before.captured(1).toStdString() + " /Length " +
        std::to_string(entries.size()) + " >>\nstream\n" + entries + "\nendstream\nendobj\nstartxref\n" +
        std::to_string(start) + "\n%%EOF\n");
}

} // namespace hinge
