// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/press_file.h"

#include "core/file/save_file.h"
#include "core/units/version.h"

#include <QDateTime>
#include <QUuid>
#include <qpdf/Pipeline.hh>
#include <qpdf/QPDFWriter.hh>

namespace hinge
{
namespace
{

/// Writes into the file, counts, and remembers how it ended.
class Output
{
public:
    Output(WholeFileWriter& file, ExportRun& run) : file_(file), run_(run) {}
    void write(const uchar* data, std::size_t size)
    {
        if (auto done = file_.write(reinterpret_cast<const char*>(data), qint64(size)); !done)
            run_.fail(done.error());
        written_ += qint64(size);
        tail_.append(reinterpret_cast<const char*>(data), qsizetype(size));
        if (tail_.size() > 2 * longestTail)
            tail_ = tail_.right(longestTail);
    }
    [[nodiscard]] qint64 written() const { return written_; }
    [[nodiscard]] QByteArray tail() const { return tail_.right(longestTail); }

private:
    static constexpr qsizetype longestTail = 1 << 20; // a cross-reference stream stands before the end
    WholeFileWriter& file_;
    ExportRun& run_;
    qint64 written_ = 0;
    QByteArray tail_;
};

class OutputPipeline : public Pipeline
{
public:
    explicit OutputPipeline(Output& output) : Pipeline("save file", nullptr), output_(output) {}
    void write(unsigned char const* data, std::size_t size) override { output_.write(data, size); }
    void finish() override {}

private:
    Output& output_;
};

class Reporter : public QPDFWriter::ProgressReporter
{
public:
    explicit Reporter(ExportRun& run) : run_(run) {}
    void reportProgress(int percent) override { run_.reached(50 + percent / 2); } // composing took the first half

private:
    ExportRun& run_;
};

std::string pdfText(const QString& text) { return QPDFObjectHandle::newUnicodeString(text.toStdString()).unparse(); }

QByteArray xmpPacket(const QString& title, const QString& producer, const QDateTime& now, bool claimX4)
{
    const QString time = now.toString(Qt::ISODate);
    const QString id = QStringLiteral("uuid:") + QUuid::createUuid().toString(QUuid::WithoutBraces);
    QString s =
        QStringLiteral(
            "<?xpacket begin=\"\uFEFF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n"
            "<x:xmpmeta xmlns:x=\"adobe:ns:meta/\">\n<rdf:RDF "
            "xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\">\n"
            "<rdf:Description rdf:about=\"\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\" "
            "xmlns:xmp=\"http://ns.adobe.com/xap/1.0/\""
            " xmlns:xmpMM=\"http://ns.adobe.com/xap/1.0/mm/\" xmlns:pdf=\"http://ns.adobe.com/pdf/1.3/\""
            " xmlns:pdfxid=\"http://www.npes.org/pdfx/ns/id/\">\n"
            "<dc:format>application/pdf</dc:format>\n"
            "<dc:title><rdf:Alt><rdf:li xml:lang=\"x-default\">%1</rdf:li></rdf:Alt></dc:title>\n"
            "<xmp:CreatorTool>%2</xmp:CreatorTool>\n<xmp:CreateDate>%3</xmp:CreateDate>\n<xmp:ModifyDate>%3</"
            "xmp:ModifyDate>\n"
            "<xmp:MetadataDate>%3</xmp:MetadataDate>\n<xmpMM:DocumentID>%4</"
            "xmpMM:DocumentID>\n<xmpMM:RenditionClass>default</xmpMM:RenditionClass>\n"
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

Result<void> writePressFile(QPDF& pdf, const QString& target, ExportRun& run, const LargeStreams& large)
{
    WholeFileWriter file(target);
    if (auto opened = file.open(); !opened)
        return opened;
    try {
        Output output(file, run);
        OutputPipeline pipeline(output);
        QPDFWriter writer(pdf);
        writer.setOutputPipeline(&pipeline);
        writer.setMinimumPDFVersion("1.6");
        writer.setObjectStreamMode(qpdf_o_generate);
        writer.setCompressStreams(true);
        writer.registerProgressReporter(std::make_shared<Reporter>(run));
        writer.write();
        if (!large.isEmpty())
            large.append(
                pdf, writer, output.written(), output.tail(),
                [&output](const uchar* bytes, std::size_t count) { output.write(bytes, count); }, run);
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
    if (auto same = run.allUnchanged(); !same)
        return same;
    return file.commit();
}

} // namespace hinge
