// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/document_writer.h"

#include <QUuid>
#include <algorithm>
#include <qpdf/Buffer.hh>
#include <qpdf/Pl_Buffer.hh>

namespace hinge
{
namespace
{

constexpr std::size_t mostCollected = 200; ///< objects in an object stream
constexpr qint64 copiedAtOnce = 16 << 20;
/// Below this it is quicker to read it than to ask the system to copy it.
constexpr qint64 worthCopying = 64 << 10;

/// A name as it is written (7.3.5); those that hold anything odd are rare.
void appendName(std::string& out, const std::string& name)
{
    const bool plain = std::all_of(name.begin() + 1, name.end(), [](char c) {
        return (c >= 'A' && c <= 'Z') || (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9');
    });
    out += plain ? name : QPDFObjectHandle::newName(name).unparse();
}

/// What readers of all ages unpack, and what is not better packed in another way: all else is packed anew. Some presses
/// still refuse LZW.
bool staysPacked(QPDFObjectHandle filter)
{
    if (filter.isArray() && filter.getArrayNItems() == 1)
        filter = filter.getArrayItem(0);
    if (!filter.isName())
        return false;
    const std::string name = filter.getName();
    return name == "/FlateDecode" || name == "/DCTDecode" || name == "/JPXDecode" || name == "/CCITTFaxDecode" ||
           name == "/JBIG2Decode";
}

/// Unpacks a stream as far as the library knows its filters, and tells whether it went through one; false where it is
/// damaged.
bool unpack(QPDFObjectHandle stream, Pipeline& into, bool& unpacked)
{
    try {
        return stream.pipeStreamData(&into, &unpacked, 0, qpdf_dl_generalized, true, true);
    } catch (const std::bad_alloc&) {
        throw;
    } catch (const ExportFailed&) {
        throw;
    } catch (const std::exception&) {
        return false;
    }
}

/// Metadata is read by those who do not read PDF: it stays plain.
bool staysPlain(QPDFObjectHandle dictionary) { return dictionary.isDictionaryOfType("/Metadata"); }

} // namespace

DocumentWriter::DocumentWriter(QPDF& pdf, const Assembly& assembly, WholeFileWriter& file, ExportRun& run)
    : pdf_(pdf), assembly_(assembly), file_(file), run_(run),
      all_(std::max<qint64>(1, QPDFObjectHandle::newReserved(&pdf).getObjectID() + assembly.objectCount()))
{
}

void DocumentWriter::write()
{
    put("%PDF-1.6\n%\xBF\xF7\xA2\xFE\n");
    for (const char* key : {"/Root", "/Info"})
        if (QPDFObjectHandle part = pdf_.getTrailer().getKey(key); part.isIndirect())
            (void)numberOf(part);
    while (!waiting_.empty()) {
        const auto [number, object] = std::move(waiting_.front());
        waiting_.pop_front();
        writeObject(number, object);
        reached();
    }
    writeCollected();
    writeCrossReference();
}

void DocumentWriter::reached()
{
    // Composing took the first half. Not every object of other documents is written.
    const int percent = int(50 + 50 * ++done_ / all_);
    if (percent == percent_) {
        run_.check();
        return;
    }
    percent_ = percent;
    run_.reached(std::min(percent, 100));
}

int DocumentWriter::number()
{
    places_.emplace_back();
    return int(places_.size()) - 1;
}

int DocumentWriter::numberOf(const QPDFObjectHandle& object)
{
    const auto [known, isNew] = numbers_.try_emplace(ObjectKey::of(object));
    if (isNew) {
        known->second = number();
        waiting_.emplace_back(known->second, object);
    }
    return known->second;
}

void DocumentWriter::put(const std::string& bytes)
{
    if (auto written = file_.write(bytes.data(), qint64(bytes.size())); !written)
        run_.fail(written.error());
    at_ += qint64(bytes.size());
}

void DocumentWriter::begin(int number)
{
    places_[std::size_t(number)] = {1, at_, 0};
    put(std::to_string(number) + " 0 obj\n");
}

bool DocumentWriter::isElsewhere(const QPDFObjectHandle& object) const
{
    QPDFObjectHandle o = object;
    if (o.getOwningQPDF() == &pdf_ || !o.isDictionary())
        return false;
    QPDFObjectHandle type = o.getKey("/Type");
    return type.isName() && (type.getName() == "/Page" || type.getName() == "/Pages" || type.getName() == "/Catalog");
}

void DocumentWriter::appendReference(std::string& out, const QPDFObjectHandle& object)
{
    QPDFObjectHandle real = assembly_.behind(object);
    if (real.isNull() || isElsewhere(real))
        out += "null";
    else
        out += std::to_string(numberOf(real)) + " 0 R";
}

void DocumentWriter::appendEntry(std::string& out, const std::string& key, const QPDFObjectHandle& value)
{
    appendName(out, key);
    out += ' ';
    append(out, value);
    out += '\n';
}

std::string DocumentWriter::headOf(const QPDFObjectHandle& stream, const QPDFObjectHandle& packing)
{
    std::string out = "<<\n";
    const auto isOfPacking = [](const std::string& key) { return key == "/Filter" || key == "/DecodeParms"; };
    for (const auto& [key, value] : QPDFObjectHandle(stream).getDict().getDictAsMap())
        if (key != "/Length" && !isOfPacking(key))
            appendEntry(out, key, value);
    if (QPDFObjectHandle(packing).isStream())
        for (const auto& [key, value] : QPDFObjectHandle(packing).getDict().getDictAsMap())
            if (isOfPacking(key))
                appendEntry(out, key, value);
    return out;
}

void DocumentWriter::append(std::string& out, QPDFObjectHandle object)
{
    if (object.isIndirect())
        appendReference(out, object);
    else
        appendResolved(out, object);
}

void DocumentWriter::appendResolved(std::string& out, QPDFObjectHandle object)
{
    if (object.isDictionary()) {
        out += "<<\n";
        for (const auto& [key, value] : object.getDictAsMap())
            appendEntry(out, key, value);
        out += ">>";
    } else if (object.isArray()) {
        out += '[';
        for (const QPDFObjectHandle& entry : object.getArrayAsVector()) {
            append(out, entry);
            out += ' ';
        }
        out += ']';
    } else if (object.isName()) {
        appendName(out, object.getName());
    } else {
        out += object.unparseResolved();
    }
}

void DocumentWriter::writeObject(int number, QPDFObjectHandle object)
{
    if (object.isStream()) {
        writeStream(number, object);
        return;
    }
    std::string text;
    appendResolved(text, object);
    collect(number, text);
}

void DocumentWriter::writeStream(int number, const QPDFObjectHandle& stream)
{
    if (const Assembly::Made* made = assembly_.madeFor(stream)) {
        writeMade(number, headOf(stream, stream), *made);
        return;
    }
    QPDFObjectHandle filled = assembly_.filledFrom(stream);
    const bool packed = staysPacked(filled.getDict().getKey("/Filter"));
    if (const auto lies = packed ? assembly_.bytesOf(filled) : std::nullopt) {
        const std::string head = headOf(stream, filled);
        begin(number);
        put(head + "/Length " + std::to_string(lies->length) + "\n>>\nstream\n");
        copy(*lies);
        put("\nendstream\nendobj\n");
        return;
    }
    // What the library cannot unpack stays as it is.
    Pl_Buffer contents("contents");
    bool unpacked = false;
    const bool sound = !packed && unpack(filled, contents, unpacked);
    unpacked = unpacked && sound;
    const auto data = sound ? contents.getBufferSharedPointer() : filled.getRawStreamData();
    std::string head = headOf(stream, unpacked ? QPDFObjectHandle::newNull() : filled);
    std::string deflated;
    if (unpacked && !staysPlain(QPDFObjectHandle(stream).getDict())) {
        deflated = deflater_.deflated(data->getBuffer(), data->getSize());
        head += "/Filter /FlateDecode\n";
    }
    const bool plain = deflated.empty();
    begin(number);
    put(head + "/Length " + std::to_string(plain ? data->getSize() : deflated.size()) + "\n>>\nstream\n");
    put(plain ? std::string(reinterpret_cast<const char*>(data->getBuffer()), data->getSize()) : deflated);
    put("\nendstream\nendobj\n");
}

void DocumentWriter::writeMade(int number, const std::string& dictionary, const Assembly::Made& made)
{
    const int length = this->number(); // known when they are written
    begin(number);
    put(dictionary + (made.deflate ? "/Filter /FlateDecode\n" : "") + "/Length " + std::to_string(length) +
        " 0 R\n>>\nstream\n");
    const qint64 start = at_;
    const auto sink = [this](const uchar* bytes, std::size_t count) {
        run_.check();
        if (auto written = file_.write(reinterpret_cast<const char*>(bytes), qint64(count)); !written)
            run_.fail(written.error());
        at_ += qint64(count);
    };
    if (made.deflate) {
        Deflater deflater(sink, made.bytes);
        made.source->write([&](const uchar* bytes, std::size_t count) { deflater.write(bytes, count); });
        deflater.finish();
    } else {
        made.source->write(sink);
    }
    const std::string written = std::to_string(at_ - start);
    put("\nendstream\nendobj\n");
    collect(length, written);
}

void DocumentWriter::copy(const Assembly::Bytes& bytes)
{
    if (bytes.length < worthCopying) {
        put(bytes.file->at(bytes.offset, bytes.length).toStdString());
        return;
    }
    for (qint64 done = 0; done < bytes.length; done += copiedAtOnce) {
        run_.check();
        const qint64 part = std::min(copiedAtOnce, bytes.length - done);
        if (auto copied = file_.writeFrom(bytes.file->descriptor(), bytes.offset + done, part); !copied)
            run_.fail(copied.error());
    }
    at_ += bytes.length;
}

void DocumentWriter::collect(int number, const std::string& text)
{
    inCollected_.push_back(number);
    collectedIndex_ += std::to_string(number) + ' ' + std::to_string(collected_.size()) + ' ';
    collected_ += text;
    collected_ += '\n';
    if (inCollected_.size() == mostCollected)
        writeCollected();
}

void DocumentWriter::writeCollected()
{
    if (inCollected_.empty())
        return;
    const int holder = number();
    for (std::size_t i = 0; i < inCollected_.size(); ++i)
        places_[std::size_t(inCollected_[i])] = {2, holder, int(i)};
    const std::string plain = collectedIndex_ + collected_;
    const std::string deflated = deflater_.deflated(reinterpret_cast<const uchar*>(plain.data()), plain.size());
    begin(holder);
    put("<< /Type /ObjStm /N " + std::to_string(inCollected_.size()) + " /First " +
        std::to_string(collectedIndex_.size()) + " /Filter /FlateDecode /Length " + std::to_string(deflated.size()) +
        " >>\nstream\n" + deflated + "\nendstream\nendobj\n");
    inCollected_.clear();
    collected_.clear();
    collectedIndex_.clear();
}

void DocumentWriter::writeCrossReference()
{
    const int own = number();
    const qint64 start = at_;
    places_[std::size_t(own)] = {1, start, 0};
    std::string table;
    table.reserve(places_.size() * 8);
    for (const Place& place : places_) {
        table += char(place.kind);
        for (int shift = 32; shift >= 0; shift -= 8) // a tebibyte is more than a PDF can have
            table += char(place.where >> shift & 0xFF);
        table += char(place.index >> 8 & 0xFF);
        table += char(place.index & 0xFF);
    }
    const std::string deflated = deflater_.deflated(reinterpret_cast<const uchar*>(table.data()), table.size());
    const std::string id = '<' + QUuid::createUuid().toRfc4122().toHex().toStdString() + '>';
    std::string trailer;
    for (const char* key : {"/Root", "/Info"})
        if (QPDFObjectHandle part = pdf_.getTrailer().getKey(key); part.isIndirect())
            trailer += std::string(key) + ' ' + std::to_string(numberOf(part)) + " 0 R ";
    put(std::to_string(own) + " 0 obj\n<< /Type /XRef /Size " + std::to_string(places_.size()) + " /W [ 1 5 2 ] " +
        trailer + "/ID [ " + id + ' ' + id + " ] /Filter /FlateDecode /Length " + std::to_string(deflated.size()) +
        " >>\nstream\n" + deflated + "\nendstream\nendobj\nstartxref\n" + std::to_string(start) + "\n%%EOF\n");
}

} // namespace hinge
