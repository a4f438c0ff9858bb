// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/assembly.h"

namespace hinge
{
namespace
{

template <class Map>
auto find(const Map& map, const QPDFObjectHandle& object)
{
    return map.find(ObjectKey::of(object));
}

} // namespace

QPDFObjectHandle Assembly::streamOf(QPDF& pdf, std::shared_ptr<StreamSource> source, qint64 bytes,
                                    const QPDFObjectHandle& filter)
{
    QPDFObjectHandle stream = pdf.newStream(std::string());
    if (!QPDFObjectHandle(filter).isNull())
        stream.getDict().replaceKey("/Filter", filter);
    made_.emplace(ObjectKey::of(stream), Made{std::move(source), QPDFObjectHandle(filter).isNull(), bytes});
    return stream;
}

QPDFObjectHandle Assembly::streamLike(QPDF& pdf, const QPDFObjectHandle& other)
{
    QPDFObjectHandle stream = pdf.newStream(std::string());
    filled_.emplace(ObjectKey::of(stream), other);
    return stream;
}

QPDFObjectHandle Assembly::within(QPDF& pdf, const QPDFObjectHandle& object)
{
    QPDF* owner = object.getOwningQPDF();
    if (!owner || owner == &pdf)
        return object;
    if (!QPDFObjectHandle(object).isIndirect()) // and from now on it is, wherever it stands
        (void)owner->makeIndirectObject(object);
    const auto [place, isNew] = places_.try_emplace({&pdf, ObjectKey::of(object)});
    if (isNew) {
        place->second = pdf.makeIndirectObject(QPDFObjectHandle::newDictionary());
        behind_.emplace(ObjectKey::of(place->second), object);
    }
    return place->second;
}

qint64 Assembly::objectCount() const
{
    qint64 count = 0;
    for (const auto& [document, file] : files_)
        if (QPDFObjectHandle size = document->getTrailer().getKey("/Size"); size.isInteger())
            count += size.getIntValue();
    return count;
}

QPDFObjectHandle Assembly::behind(const QPDFObjectHandle& object) const
{
    const auto there = find(behind_, object);
    return there == behind_.end() ? object : there->second;
}

QPDFObjectHandle Assembly::filledFrom(const QPDFObjectHandle& stream) const
{
    const auto there = find(filled_, stream);
    return there == filled_.end() ? stream : there->second;
}

const Assembly::Made* Assembly::madeFor(const QPDFObjectHandle& stream) const
{
    const auto there = find(made_, stream);
    return there == made_.end() ? nullptr : &there->second;
}

std::optional<Assembly::Bytes> Assembly::bytesOf(QPDFObjectHandle stream) const
{
    QPDF* owner = stream.getOwningQPDF();
    const auto file = files_.find(owner);
    if (file == files_.end() || stream.isDataModified() || owner->isEncrypted() || owner->anyWarnings())
        return std::nullopt;
    QPDFObjectHandle length = stream.getDict().getKey("/Length");
    const Bytes bytes{file->second, stream.getParsedOffset(), length.isInteger() ? length.getIntValue() : -1};
    if (bytes.length < 0 || bytes.offset < 8)
        return std::nullopt;
    const QByteArray head = file->second->at(bytes.offset - 8, 8);
    QByteArray tail = file->second->at(bytes.offset + bytes.length, 11);
    if (tail.startsWith('\r'))
        tail.remove(0, 1);
    if (tail.startsWith('\n'))
        tail.remove(0, 1);
    const bool whole = (head.endsWith("stream\n") || head.endsWith("stream\r\n")) && tail.startsWith("endstream");
    return whole ? std::optional(bytes) : std::nullopt;
}

} // namespace hinge
