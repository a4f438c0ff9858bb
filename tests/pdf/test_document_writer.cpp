// SPDX-License-Identifier: GPL-3.0-or-later
// How documents are written: all that the library holds comes back, and what lies in other files is taken as it lies.
#include "pdf/document_writer.h"
#include "pdf/page_form.h"
#include "testing.h"

#include <QTemporaryDir>
#include <qpdf/Buffer.hh>
#include <qpdf/QPDFPageDocumentHelper.hh>
#include <set>

using namespace hinge;

namespace
{

/// Objects of one document, made at random: of every kind, referring to each other in circles too.
class RandomObjects
{
public:
    explicit RandomObjects(QPDF& pdf) : pdf_(pdf)
    {
        for (int i = *rc::gen::inRange(1, 8); i > 0; --i)
            known_.push_back(pdf.makeIndirectObject(QPDFObjectHandle::newDictionary()));
        for (int i = *rc::gen::inRange(0, 4); i > 0; --i) {
            known_.push_back(pdf.newStream(bytes()));
            known_.push_back(pdf.makeIndirectObject(QPDFObjectHandle::newArray()));
            known_.push_back(pdf.makeIndirectObject(scalar()));
        }
        for (QPDFObjectHandle& object : known_) {
            if (object.isArray())
                for (int i = *rc::gen::inRange(0, 4); i > 0; --i)
                    object.appendItem(any(0));
            QPDFObjectHandle d = object.isStream() ? object.getDict() : object;
            if (d.isDictionary())
                for (int i = *rc::gen::inRange(0, 4); i > 0; --i)
                    d.replaceKey(name(), any(0));
        }
    }
    [[nodiscard]] QPDFObjectHandle first() const { return known_.front(); }
    [[nodiscard]] std::size_t size() const { return known_.size(); }

private:
    static std::string bytes() { return *rc::gen::container<std::string>(rc::gen::arbitrary<char>()); }
    /// Names hold any bytes but none (ISO 32000-1, 7.3.5).
    static std::string name()
    {
        std::string out = *rc::gen::container<std::string>(
            rc::gen::element('A', 'b', '7', ' ', '#', '/', '(', '>', '%', '\n', '\xE9', '.', '-'));
        std::ranges::replace(out, '#', '_'); // which the library keeps in two ways
        return "/K" + out;
    }
    static QPDFObjectHandle scalar()
    {
        switch (*rc::gen::inRange(0, 5)) {
        case 0: return QPDFObjectHandle::newInteger(*rc::gen::arbitrary<int>());
        case 1: return QPDFObjectHandle::newReal(*rc::gen::inRange(-100'000, 100'000) / 1000.0, 3);
        case 2: return QPDFObjectHandle::newString(bytes());
        case 3: return QPDFObjectHandle::newName(name());
        default: return QPDFObjectHandle::newBool(*rc::gen::arbitrary<bool>());
        }
    }
    QPDFObjectHandle any(int depth)
    {
        const int what = *rc::gen::inRange(0, depth < 3 ? 6 : 4);
        if (what < 2)
            return scalar();
        if (what < 4)
            return known_[*rc::gen::inRange<std::size_t>(0, known_.size())];
        QPDFObjectHandle out = what == 4 ? QPDFObjectHandle::newArray() : QPDFObjectHandle::newDictionary();
        for (int i = *rc::gen::inRange(0, 3); i > 0; --i) {
            if (what == 4)
                out.appendItem(any(depth + 1));
            else
                out.replaceKey(name(), any(depth + 1));
        }
        return out;
    }

    QPDF& pdf_;
    std::vector<QPDFObjectHandle> known_;
};

/// Whether two objects say the same, whatever their objects are numbered. What was compared before is not again.
class Comparison
{
public:
    explicit Comparison(const Assembly& assembly) : assembly_(assembly) {}
    bool areAlike(QPDFObjectHandle a, QPDFObjectHandle b)
    {
        a = a.isIndirect() ? assembly_.behind(a) : a;
        if (a.isIndirect() && b.isIndirect()) {
            const auto [known, isNew] = met_.try_emplace(ObjectKey::of(a), b.getObjGen());
            if (!isNew)
                return known->second == b.getObjGen();
        }
        if (a.isNumber() && b.isNumber()) // 18.0 is written as 18
            return a.getNumericValue() == b.getNumericValue();
        if (a.getTypeCode() != b.getTypeCode())
            return false;
        if (a.isStream()) {
            const auto x = assembly_.filledFrom(a).getStreamData();
            const auto y = b.getStreamData();
            return x->getSize() == y->getSize() &&
                   std::equal(x->getBuffer(), x->getBuffer() + x->getSize(), y->getBuffer()) &&
                   dictionariesAlike(a.getDict(), b.getDict());
        }
        if (a.isDictionary())
            return dictionariesAlike(a, b);
        if (!a.isArray())
            return a.unparseResolved() == b.unparseResolved();
        if (a.getArrayNItems() != b.getArrayNItems())
            return false;
        for (int i = 0; i < a.getArrayNItems(); ++i)
            if (!areAlike(a.getArrayItem(i), b.getArrayItem(i)))
                return false;
        return true;
    }

private:
    bool dictionariesAlike(QPDFObjectHandle a, QPDFObjectHandle b)
    {
        const std::set<std::string> packing{"/Length", "/Filter", "/DecodeParms"};
        std::set<std::string> keys = a.getKeys();
        keys.merge(b.getKeys());
        return std::ranges::all_of(keys, [&](const std::string& key) {
            return packing.contains(key) || areAlike(a.getKey(key), b.getKey(key));
        });
    }

    const Assembly& assembly_;
    std::map<ObjectKey, QPDFObjGen> met_;
};

} // namespace

class TestDocumentWriter : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;

    QString path(const char* name) const { return dir_.filePath(QString::fromLatin1(name)); }

    void save(const char* name, const QByteArray& bytes) const
    {
        QFile file(path(name));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size());
    }
    QByteArray read(const char* name) const
    {
        QFile file(path(name));
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    }

    void write(QPDF& pdf, const Assembly& assembly, const char* name) const
    {
        const ExportProgress goesOn;
        ExportRun run(goesOn);
        WholeFileWriter file(path(name));
        QVERIFY(file.open());
        DocumentWriter(pdf, assembly, file, run).write();
        QVERIFY(file.commit());
    }

    /// A file of pages; `objects` are those after the catalogue (1) and the pages (2). The offsets are right.
    static QByteArray fileOf(const QByteArray& kids, const QByteArrayList& objects)
    {
        QByteArray text = "%PDF-1.6\n";
        QByteArray table = "0000000000 65535 f \n";
        const QByteArrayList all = QByteArrayList{"<< /Type /Catalog /Pages 2 0 R >>",
                                                  "<< /Type /Pages /Count " + QByteArray::number(kids.count('R')) +
                                                      " /Kids [" + kids + "] >>"} +
                                   objects;
        for (qsizetype i = 0; i < all.size(); ++i) {
            table += QByteArray::number(text.size()).rightJustified(10, '0') + " 00000 n \n";
            text += QByteArray::number(i + 1) + " 0 obj\n" + all[i] + "\nendobj\n";
        }
        const QByteArray size = QByteArray::number(all.size() + 1);
        const QByteArray at = QByteArray::number(text.size());
        return text + "xref\n0 " + size + "\n" + table + "trailer << /Root 1 0 R /Size " + size + " >>\nstartxref\n" +
               at + "\n%%EOF\n";
    }
    static QByteArray stream(const QByteArray& dictionary, const QByteArray& data)
    {
        return "<< " + dictionary + " /Length " + QByteArray::number(data.size()) + " >>\nstream\n" + data +
               "\nendstream";
    }
    /// Draws the box that `isSeen` looks for.
    static inline const QByteArray box = "0 g 50 25 100 50 re f ";
    static QByteArray deflated(const QByteArray& plain) { return qCompress(plain, 9).mid(4); }

    /// Its first page on a page of ours, in "out.pdf"; what keeps that from being PDF/X-4.
    QStringList place(const char* name) const
    {
        QPDF target;
        target.emptyPDF();
        Assembly assembly;
        const ExportProgress goesOn;
        ExportRun run(goesOn);
        PageForms pages(target, assembly, run);
        const auto placed = pages.place(path(name), 1);
        if (!placed)
            qFatal("%s", qPrintable(placed.error().text()));
        QPDFObjectHandle page = target.makeIndirectObject(
            QPDFObjectHandle::parse("<< /Type /Page /MediaBox [0 0 200 100] /Resources << /XObject << >> >> >>"));
        page.getKey("/Resources").getKey("/XObject").replaceKey("/P", placed->form);
        page.replaceKey("/Contents", target.newStream("/P Do"));
        QPDFPageDocumentHelper(target).addPage(page, false);
        target.getRoot().removeKey("/HingeSRGB");
        write(target, assembly, "out.pdf");
        return placed->obstacles;
    }
    /// The first page of a file as poppler and mutool see it.
    std::vector<QImage> seen(const char* name) const
    {
        testing::run(QStringLiteral("pdftoppm"),
                     {QStringLiteral("-png"), QStringLiteral("-singlefile"), QStringLiteral("-r"), QStringLiteral("72"),
                      path(name), path("poppler")});
        testing::run(QStringLiteral("mutool"),
                     {QStringLiteral("draw"), QStringLiteral("-q"), QStringLiteral("-r"), QStringLiteral("72"),
                      QStringLiteral("-o"), path("mupdf.png"), path(name), QStringLiteral("1")});
        return {QImage(path("poppler.png")), QImage(path("mupdf.png"))};
    }
    /// "out.pdf" has the box in its middle.
    void isSeen() const
    {
        for (const QImage& picture : seen("out.pdf")) {
            QCOMPARE(picture.size(), QSize(200, 100));
            QCOMPARE(picture.pixelColor(100, 50), QColor(Qt::black));
            QCOMPARE(picture.pixelColor(2, 2), QColor(Qt::white));
        }
    }
    static QByteArray page(const QByteArray& contents, const QByteArray& resources = {})
    {
        return "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 200 100] /Contents " + contents + " /Resources << " +
               resources + " >> >>";
    }

private Q_SLOTS:
    void allObjectsComeBack()
    {
        // The library reads what was written, whatever its objects are and however they refer to each other, of one
        // document or of two.
        CHECK_PROPERTY("what is read is what was written", [this] {
            QPDF theirs;
            theirs.emptyPDF();
            QPDF ours;
            ours.emptyPDF();
            Assembly assembly;
            const RandomObjects away(theirs);
            const RandomObjects here(ours);
            const QPDFObjectHandle root = ours.getRoot();
            QPDFObjectHandle(root).replaceKey("/Here", here.first());
            QPDFObjectHandle(root).replaceKey("/There", assembly.within(ours, away.first()));
            QPDFObjectHandle(away.first()).replaceKey("/Back", assembly.within(theirs, here.first()));
            write(ours, assembly, "random.pdf");
            QPDF again;
            again.processFile(QFile::encodeName(path("random.pdf")).constData());
            RC_ASSERT(!again.anyWarnings());
            RC_ASSERT(Comparison(assembly).areAlike(root, again.getRoot()));
        });
        QVERIFY(
            !testing::run(QStringLiteral("qpdf"), {QStringLiteral("--check"), path("random.pdf")}).contains("WARNING"));
    }

    void manyObjectsNeedManyObjectStreams()
    {
        QPDF pdf;
        pdf.emptyPDF();
        QPDFObjectHandle list = QPDFObjectHandle::newArray();
        for (int i = 0; i < 1000; ++i)
            list.appendItem(pdf.makeIndirectObject(QPDFObjectHandle::newInteger(i)));
        pdf.getRoot().replaceKey("/List", list);
        write(pdf, {}, "many.pdf");
        QPDF again;
        again.processFile(QFile::encodeName(path("many.pdf")).constData());
        for (int i = 0; i < 1000; ++i)
            QCOMPARE(again.getRoot().getKey("/List").getArrayItem(i).getIntValue(), i);
        QCOMPARE(read("many.pdf").count("/ObjStm"), 6); // 200 each, and the catalogue with its pages
    }

    void contentsAreCopiedAsTheyLie()
    {
        const QByteArray packed = deflated(box + "% packed by somebody else");
        save("flate.pdf", fileOf("3 0 R", {page("4 0 R"), stream("/Filter /FlateDecode", packed)}));
        (void)place("flate.pdf");
        QVERIFY(read("out.pdf").contains("stream\n" + packed + "\nendstream"));
        isSeen();
    }

    void largeContentsAreCopiedByTheSystem()
    {
        QByteArray noise; // more than is read at once, and no smaller when it is packed
        quint32 seed = 1;
        for (int i = 0; i < 200'000; ++i)
            noise += char((seed = seed * 1664525 + 1013904223) >> 24);
        save("image.pdf",
             fileOf("3 0 R", {page("4 0 R", "/XObject << /I 5 0 R >>"),
                              stream("/Filter /FlateDecode", deflated(box + "q 20 0 0 20 180 80 cm /I Do Q")),
                              stream("/Type /XObject /Subtype /Image /Width 500 /Height 400 /BitsPerComponent 8 "
                                     "/ColorSpace /DeviceGray /Filter /FlateDecode",
                                     deflated(noise))}));
        (void)place("image.pdf");
        QVERIFY(read("out.pdf").contains("stream\n" + deflated(noise) + "\nendstream"));
        isSeen();
        testing::run(QStringLiteral("pdfimages"), {QStringLiteral("-png"), path("out.pdf"), path("image")});
        const QImage image = QImage(path("image-000.png")).convertToFormat(QImage::Format_Grayscale8);
        QCOMPARE(image.size(), QSize(500, 400));
        for (int y = 0; y < 400; y += 399)
            QCOMPARE(QByteArray(reinterpret_cast<const char*>(image.constScanLine(y)), 500), noise.mid(y * 500, 500));
    }

    void oddFilesAreSeenAsTheyAre_data()
    {
        QTest::addColumn<QByteArray>("file");
        const QByteArray packed = stream("/Filter /FlateDecode", deflated(box));
        QTest::newRow("not packed") << fileOf("3 0 R", {page("4 0 R"), stream("", box)});
        QTest::newRow("in two parts") << fileOf(
            "3 0 R", {page("[4 0 R 5 0 R]"), stream("", box.left(9)), stream("", box.mid(9))});
        QTest::newRow("ASCII") << fileOf("3 0 R",
                                         {page("4 0 R"), stream("/Filter /ASCIIHexDecode", box.toHex() + ">")});
        QTest::newRow("with a list of filters")
            << fileOf("3 0 R", {page("4 0 R"), stream("/Filter [/FlateDecode]", deflated(box))});
        QTest::newRow("bytes before its header") << "This came by mail.\n" + fileOf("3 0 R", {page("4 0 R"), packed});
        QByteArray shorter = fileOf("3 0 R", {page("4 0 R"), packed});
        shorter.replace("/Length " + QByteArray::number(deflated(box).size()),
                        "/Length 0" + QByteArray(QByteArray::number(deflated(box).size()).size() - 1, ' '));
        QTest::newRow("a length that is wrong") << shorter;
        QTest::newRow("no cross-reference")
            << fileOf("3 0 R", {page("4 0 R"), packed}).replace("startxref", "startxxxx");
        QTest::newRow("lines that end as on a Mac")
            << fileOf("3 0 R", {page("4 0 R"), packed}).replace("stream\n", "stream\r");
        QTest::newRow("shared by two pages")
            << fileOf("3 0 R 5 0 R", {page("4 0 R"), packed, page("4 0 R", "/Font << >>")});
        QTest::newRow("drawn by a form too") << fileOf(
            "3 0 R", {page("4 0 R", "/XObject << /F 5 0 R >>"), stream("/Filter /FlateDecode", deflated("/F Do")),
                      stream("/Type /XObject /Subtype /Form /BBox [0 0 200 100] /Filter /FlateDecode", deflated(box))});
        QTest::newRow("resources of all pages")
            << fileOf("3 0 R", {"<< /Type /Page /Parent 2 0 R /MediaBox [0 0 200 100] /Contents 4 0 R >>", packed})
                   .replace("/Type /Pages", "/Type /Pages /Resources << /Font << >> >>");
    }

    void oddFilesAreSeenAsTheyAre()
    {
        QFETCH(QByteArray, file);
        save("odd.pdf", file);
        (void)place("odd.pdf");
        isSeen();
        QVERIFY(
            !testing::run(QStringLiteral("qpdf"), {QStringLiteral("--check"), path("out.pdf")}).contains("WARNING"));
    }

    void lockedFilesThatAnybodyMayOpenAreUnpacked()
    {
        save("open.pdf", fileOf("3 0 R", {page("4 0 R"), stream("/Filter /FlateDecode", deflated(box))}));
        testing::run(QStringLiteral("qpdf"),
                     {QStringLiteral("--encrypt"), QString(), QStringLiteral("owner"), QStringLiteral("256"),
                      QStringLiteral("--"), path("open.pdf"), path("locked.pdf")});
        (void)place("locked.pdf");
        isSeen();
        QVERIFY(!read("out.pdf").contains("/Encrypt"));
    }

    void whatLeadsBackToAPageBringsNoOtherPagesAlong()
    {
        // Marked content that names its page, as programs that tag their pages write it.
        save("tagged.pdf", fileOf("3 0 R 6 0 R", {page("4 0 R", "/Properties << /M 5 0 R >>"),
                                                  stream("/Filter /FlateDecode", deflated(box)),
                                                  "<< /Pg 3 0 R /Next 6 0 R /Of 1 0 R /Say (kept) >>", page("7 0 R"),
                                                  stream("", "% the other page")}));
        (void)place("tagged.pdf");
        isSeen();
        const QByteArray json =
            testing::run(QStringLiteral("qpdf"),
                         {QStringLiteral("--json=2"), QStringLiteral("--json-stream-data=none"), path("out.pdf")});
        QCOMPARE(json.count("\"/Type\": \"/Page\""), 1);
        QCOMPARE(json.count("\"/Type\": \"/Catalog\""), 1);
        QVERIFY(json.contains("\"/Say\": \"u:kept\""));
    }

    void damagedContentsLookAsTheyDoInTheirFile()
    {
        // Not packed in itself, so that it is read up to the damage: the block after it is of no kind there is (RFC
        // 1951, 3.2.3).
        const QByteArray packed =
            QByteArray("\x78\x01\x00", 3) + char(box.size()) + '\0' + char(~box.size()) + '\xFF' + box + "\x07 damaged";
        save("cut.pdf", fileOf("3 0 R", {page("4 0 R"), stream("/Filter /FlateDecode", packed)}));
        QCOMPARE(place("cut.pdf"), QStringList{QStringLiteral("has a damaged page, of which a part may be missing")});
        QVERIFY(read("out.pdf").contains(packed));
        QVERIFY(seen("out.pdf") == seen("cut.pdf"));
        // In parts they cannot be put together.
        save("cut.pdf",
             fileOf("3 0 R", {page("[4 0 R 5 0 R]"), stream("/Filter /FlateDecode", packed), stream("", box)}));
        QPDF target;
        target.emptyPDF();
        Assembly assembly;
        const ExportProgress goesOn;
        ExportRun run(goesOn);
        const auto refused = PageForms(target, assembly, run).place(path("cut.pdf"), 1);
        QVERIFY(!refused && refused.error().message.contains(QStringLiteral("damaged")));
    }

    void whatCannotBeUnpackedStaysAsItIs()
    {
        // Packed in two ways, of which the library knows both, and damaged between them: it keeps both filters.
        const QByteArray data = QByteArray("damaged in the middle").toHex() + ">";
        QPDF pdf;
        pdf.emptyPDF();
        pdf.setSuppressWarnings(true);
        QPDFObjectHandle odd = pdf.newStream(data.toStdString());
        odd.getDict().replaceKey("/Filter", QPDFObjectHandle::parse("[/ASCIIHexDecode /FlateDecode]"));
        pdf.getRoot().replaceKey("/Odd", odd);
        write(pdf, {}, "odd-filters.pdf");
        QVERIFY(read("odd-filters.pdf").contains("stream\n" + data + "\nendstream"));
        QPDF again;
        again.setSuppressWarnings(true);
        again.processFile(QFile::encodeName(path("odd-filters.pdf")).constData());
        QCOMPARE(QByteArray::fromStdString(again.getRoot().getKey("/Odd").getDict().getKey("/Filter").unparse()),
                 QByteArray("[ /ASCIIHexDecode /FlateDecode ]"));
    }

    void metadataStaysPlain()
    {
        QPDF pdf;
        pdf.emptyPDF();
        QPDFObjectHandle words = pdf.newStream("<x:xmpmeta/>");
        words.getDict().replaceKey("/Type", QPDFObjectHandle::newName("/Metadata"));
        pdf.getRoot().replaceKey("/Metadata", words);
        write(pdf, {}, "meta.pdf");
        QVERIFY(read("meta.pdf").contains("stream\n<x:xmpmeta/>\nendstream")); // ISO 16684-1, 7: by a scan of bytes
    }

    void filesThatBecomeShorterAreTold()
    {
        save("short.bin", QByteArray(1000, 'x'));
        QFile from(path("short.bin"));
        QVERIFY(from.open(QIODevice::ReadOnly));
        WholeFileWriter file(path("copy.bin"));
        QVERIFY(file.open());
        QVERIFY(file.write("head ", 5));
        QVERIFY(file.writeFrom(from.handle(), 990, 10));
        QVERIFY(file.write(" tail", 5));
        QVERIFY(!file.writeFrom(from.handle(), 995, 10));
        WholeFileWriter whole(path("copy.bin"));
        QVERIFY(whole.open() && whole.write("head ", 5) && whole.writeFrom(from.handle(), 990, 10) &&
                whole.write(" tail", 5) && whole.commit());
        QCOMPARE(read("copy.bin"), QByteArray("head xxxxxxxxxx tail"));
    }
};

HINGE_TEST(TestDocumentWriter)
#include "test_document_writer.moc"
