// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/press_file.h"

#include "core/version.h"

#include <QDateTime>
#include <QSaveFile>
#include <QUuid>
#include <qpdf/Pipeline.hh>
#include <qpdf/QPDFWriter.hh>

namespace hinge {
namespace {

struct Stopped {};

class SaveFilePipeline : public Pipeline {
public:
    explicit SaveFilePipeline(QSaveFile& file) : Pipeline("save file", nullptr), file_(file) {}
    void write(unsigned char const* data, std::size_t size) override
    {
        if (file_.write(reinterpret_cast<const char*>(data), qint64(size)) != qint64(size))
            throw std::runtime_error(file_.errorString().toStdString());
    }
    void finish() override {}

private:
    QSaveFile& file_;
};

class Reporter : public QPDFWriter::ProgressReporter {
public:
    explicit Reporter(const ExportProgress& progress) : progress_(progress) {}
    void reportProgress(int percent) override
    {
        // Composing took the first half.
        if (progress_ && !progress_(50 + percent / 2))
            throw Stopped{};
    }

private:
    const ExportProgress& progress_;
};

std::string pdfText(const QString& text) { return QPDFObjectHandle::newUnicodeString(text.toStdString()).unparse(); }

QByteArray xmpPacket(const QString& title, const QString& producer, const QDateTime& now, bool claimX4)
{
    const QString time = now.toString(Qt::ISODate);
    const QString id = QStringLiteral("uuid:") + QUuid::createUuid().toString(QUuid::WithoutBraces);
    QString s = QStringLiteral(
        "<?xpacket begin=\"\uFEFF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n"
        "<x:xmpmeta xmlns:x=\"adobe:ns:meta/\">\n<rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\">\n"
        "<rdf:Description rdf:about=\"\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\" xmlns:xmp=\"http://ns.adobe.com/xap/1.0/\""
        " xmlns:xmpMM=\"http://ns.adobe.com/xap/1.0/mm/\" xmlns:pdf=\"http://ns.adobe.com/pdf/1.3/\""
        " xmlns:pdfxid=\"http://www.npes.org/pdfx/ns/id/\">\n"
        "<dc:format>application/pdf</dc:format>\n"
        "<dc:title><rdf:Alt><rdf:li xml:lang=\"x-default\">%1</rdf:li></rdf:Alt></dc:title>\n"
        "<xmp:CreatorTool>%2</xmp:CreatorTool>\n<xmp:CreateDate>%3</xmp:CreateDate>\n<xmp:ModifyDate>%3</xmp:ModifyDate>\n"
        "<xmp:MetadataDate>%3</xmp:MetadataDate>\n<xmpMM:DocumentID>%4</xmpMM:DocumentID>\n<xmpMM:RenditionClass>default</xmpMM:RenditionClass>\n"
        "<xmpMM:VersionID>1</xmpMM:VersionID>\n<pdf:Producer>%2</pdf:Producer>\n<pdf:Trapped>False</pdf:Trapped>\n")
                    .arg(title.toHtmlEscaped(), producer, time, id);
    if (claimX4)
        s += QStringLiteral("<pdfxid:GTS_PDFXVersion>PDF/X-4</pdfxid:GTS_PDFXVersion>\n");
    s += QStringLiteral("</rdf:Description>\n</rdf:RDF>\n</x:xmpmeta>\n<?xpacket end=\"w\"?>");
    return s.toUtf8();
}

} // namespace

void dressForPress(QPDF& pdf, const QString& title, const PressProfile& press, bool claimX4)
{
    const QString producer = QStringLiteral("Upper Hinge %1").arg(QLatin1String(programVersion));
    const QDateTime now = QDateTime::currentDateTimeUtc();
    QPDFObjectHandle root = pdf.getRoot();

    QPDFObjectHandle stream = pdf.newStream(press.icc.toStdString());
    stream.getDict().replaceKey("/N", QPDFObjectHandle::newInteger(4));
    QPDFObjectHandle intent = QPDFObjectHandle::parse("<< /Type /OutputIntent /S /GTS_PDFX >>");
    intent.replaceKey("/OutputConditionIdentifier", QPDFObjectHandle::parse(pdfText(press.name)));
    intent.replaceKey("/OutputCondition", QPDFObjectHandle::parse(pdfText(QStringLiteral("%1, %2 % total ink").arg(press.name).arg(press.inkLimit))));
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

Result<void> writePressFile(QPDF& pdf, const QString& target, const ExportProgress& progress)
{
    QSaveFile file(target);
    if (!file.open(QIODevice::WriteOnly))
        return problem(target, QStringLiteral("The PDF cannot be written here: %1. Choose another folder.").arg(file.errorString()));
    try {
        SaveFilePipeline pipeline(file);
        QPDFWriter writer(pdf);
        writer.setOutputPipeline(&pipeline);
        writer.setMinimumPDFVersion("1.6");
        writer.setObjectStreamMode(qpdf_o_generate);
        writer.setCompressStreams(true);
        writer.registerProgressReporter(std::make_shared<Reporter>(progress));
        writer.write();
    } catch (const Stopped&) {
        file.cancelWriting();
        return problem(target, QStringLiteral("The export was stopped. Nothing was written."));
    } catch (const std::exception& e) {
        file.cancelWriting();
        return problem(target, QStringLiteral("The PDF could not be written: %1.").arg(QString::fromUtf8(e.what())));
    }
    if (!file.commit())
        return problem(target, QStringLiteral("The PDF could not be written: %1. An earlier file is unchanged.").arg(file.errorString()));
    return {};
}

} // namespace hinge
