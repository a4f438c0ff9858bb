// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/press_file.h"

#include "core/units/version.h"
#include "pdf/document_writer.h"

#include <QDateTime>
#include <QUuid>
#include <QXmlStreamWriter>
#include <qpdf/QPDFPageObjectHelper.hh>

namespace hinge
{
namespace
{

std::string pdfText(const QString& text) { return QPDFObjectHandle::newUnicodeString(text.toStdString()).unparse(); }

/// Metadata as XMP (ISO 16684-1) with what PDF/X-4 asks for (ISO 15930-7, 6.6).
QByteArray xmpPacket(const QString& title, const QString& producer, const QDateTime& now, bool claimX4)
{
    const QString rdf = QStringLiteral("http://www.w3.org/1999/02/22-rdf-syntax-ns#");
    const QString dc = QStringLiteral("http://purl.org/dc/elements/1.1/");
    const QString xmp = QStringLiteral("http://ns.adobe.com/xap/1.0/");
    const QString media = QStringLiteral("http://ns.adobe.com/xap/1.0/mm/");
    const QString pdf = QStringLiteral("http://ns.adobe.com/pdf/1.3/");
    const QString pdfx = QStringLiteral("http://www.npes.org/pdfx/ns/id/");
    const QString meta = QStringLiteral("adobe:ns:meta/");
    const QString time = now.toString(Qt::ISODate);
    QByteArray out;
    QXmlStreamWriter xml(&out);
    xml.setAutoFormatting(true);
    xml.writeProcessingInstruction(QStringLiteral("xpacket"),
                                   QStringLiteral("begin=\"\uFEFF\" id=\"W5M0MpCehiHzreSzNTczkc9d\""));
    xml.writeNamespace(meta, QStringLiteral("x"));
    xml.writeStartElement(meta, QStringLiteral("xmpmeta"));
    xml.writeNamespace(rdf, QStringLiteral("rdf"));
    xml.writeStartElement(rdf, QStringLiteral("RDF"));
    for (const auto& [uri, prefix] : {std::pair(dc, "dc"), std::pair(xmp, "xmp"), std::pair(media, "xmpMM"),
                                      std::pair(pdf, "pdf"), std::pair(pdfx, "pdfxid")})
        xml.writeNamespace(uri, QLatin1String(prefix));
    xml.writeStartElement(rdf, QStringLiteral("Description"));
    xml.writeAttribute(rdf, QStringLiteral("about"), {});
    xml.writeTextElement(dc, QStringLiteral("format"), QStringLiteral("application/pdf"));
    xml.writeStartElement(dc, QStringLiteral("title"));
    xml.writeStartElement(rdf, QStringLiteral("Alt"));
    xml.writeStartElement(rdf, QStringLiteral("li"));
    xml.writeAttribute(QStringLiteral("xml:lang"), QStringLiteral("x-default"));
    xml.writeCharacters(title);
    xml.writeEndElement();
    xml.writeEndElement();
    xml.writeEndElement();
    xml.writeTextElement(xmp, QStringLiteral("CreatorTool"), producer);
    for (const char* moment : {"CreateDate", "ModifyDate", "MetadataDate"})
        xml.writeTextElement(xmp, QLatin1String(moment), time);
    xml.writeTextElement(media, QStringLiteral("DocumentID"),
                         QStringLiteral("uuid:") + QUuid::createUuid().toString(QUuid::WithoutBraces));
    xml.writeTextElement(media, QStringLiteral("RenditionClass"), QStringLiteral("default"));
    xml.writeTextElement(media, QStringLiteral("VersionID"), QStringLiteral("1"));
    xml.writeTextElement(pdf, QStringLiteral("Producer"), producer);
    xml.writeTextElement(pdf, QStringLiteral("Trapped"), QStringLiteral("False"));
    if (claimX4)
        xml.writeTextElement(pdfx, QStringLiteral("GTS_PDFXVersion"), QStringLiteral("PDF/X-4"));
    xml.writeEndElement();
    xml.writeEndElement();
    xml.writeEndElement();
    xml.writeProcessingInstruction(QStringLiteral("xpacket"), QStringLiteral("end=\"w\""));
    return out.trimmed(); // a packet begins with its own header (ISO 16684-1, 7.3)
}

} // namespace

void dressForPress(QPDF& pdf, const QString& title, const PressProfile& press, bool claimX4)
{
    const QString producer = QStringLiteral("Upper Hinge %1").arg(QLatin1String(programVersion));
    const QDateTime now = QDateTime::currentDateTimeUtc();
    QPDFObjectHandle root = pdf.getRoot();

    QPDFObjectHandle stream = pdf.newStream(press.icc.toStdString());
    if (!press.deflated.isEmpty()) // packing a megabyte takes longer than all the rest of a leaflet
        stream.replaceStreamData(press.deflated.toStdString(), QPDFObjectHandle::newName("/FlateDecode"),
                                 QPDFObjectHandle::newNull());
    stream.getDict().replaceKey("/N", QPDFObjectHandle::newInteger(4));
    QPDFObjectHandle intent = QPDFObjectHandle::parse("<< /Type /OutputIntent /S /GTS_PDFX >>");
    intent.replaceKey("/OutputConditionIdentifier", QPDFObjectHandle::parse(pdfText(press.name)));
    intent.replaceKey(
        "/OutputCondition",
        QPDFObjectHandle::parse(pdfText(QStringLiteral("%1, %2 % total ink").arg(press.name).arg(press.inkLimit))));
    intent.replaceKey("/Info", QPDFObjectHandle::parse(pdfText(press.name)));
    intent.replaceKey("/DestOutputProfile", stream);
    root.replaceKey("/OutputIntents", QPDFObjectHandle::newArray({pdf.makeIndirectObject(intent)}));

    const std::string date = "(D:" + now.toString(QStringLiteral("yyyyMMddHHmmss")).toStdString() + "Z)";
    QPDFObjectHandle info = QPDFObjectHandle::newDictionary();
    info.replaceKey("/Title", QPDFObjectHandle::parse(pdfText(title)));
    info.replaceKey("/Creator", QPDFObjectHandle::parse(pdfText(producer)));
    info.replaceKey("/Producer", QPDFObjectHandle::parse(pdfText(producer)));
    info.replaceKey("/CreationDate", QPDFObjectHandle::parse(date));
    info.replaceKey("/ModDate", QPDFObjectHandle::parse(date));
    info.replaceKey("/Trapped", QPDFObjectHandle::newName("/False"));
    if (claimX4)
        info.replaceKey("/GTS_PDFXVersion", QPDFObjectHandle::newString("PDF/X-4"));
    pdf.getTrailer().replaceKey("/Info", pdf.makeIndirectObject(info));

    QPDFObjectHandle metadata = pdf.newStream(xmpPacket(title, producer, now, claimX4).toStdString());
    metadata.getDict().replaceKey("/Type", QPDFObjectHandle::newName("/Metadata"));
    metadata.getDict().replaceKey("/Subtype", QPDFObjectHandle::newName("/XML"));
    root.replaceKey("/Metadata", metadata);
    root.removeKey("/HingeSRGB"); // a note to ourselves while composing, not part of the file
}

void blendInCmyk(QPDF& pdf)
{
    for (QPDFObjectHandle page : pdf.getAllPages())
        page.replaceKey("/Group", QPDFObjectHandle::parse("<< /S /Transparency /I true /CS /DeviceCMYK >>"));
}

void printAtFullSize(QPDF& pdf)
{
    pdf.getRoot().replaceKey("/ViewerPreferences", QPDFObjectHandle::parse("<< /PrintScaling /None >>"));
}

Result<void> writePressFile(QPDF& pdf, const QString& target, ExportRun& run, const Assembly& assembly)
{
    WholeFileWriter file(target);
    if (auto opened = file.open(); !opened)
        return opened;
    try {
        DocumentWriter(pdf, assembly, file, run).write();
    } catch (const std::bad_alloc&) {
        throw; // what is not committed goes with `file`
    } catch (const ExportStopped&) {
        throw;
    } catch (const ExportFailed&) {
        throw;
    } catch (const std::exception& e) {
        if (run.failure())
            return tl::unexpected(*run.failure());
        return problem(target, QStringLiteral("The PDF could not be written: %1.").arg(QString::fromUtf8(e.what())));
    }
    if (auto sound = run.allSound(); !sound)
        return sound;
    return file.commit();
}

} // namespace hinge
