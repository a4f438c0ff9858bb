// SPDX-License-Identifier: GPL-3.0-or-later
// Copies that differ, in exported files: every number on its own piece, as text, as a code, and as a picture.
#include "colour/ink_light.h"
#include "colour/press_profile.h"
#include "core/edit/record_edits.h"
#include "core/file/record_table.h"
#include "export_reader.h"
#include "typeset/content_checks.h"
#include "typeset/record_survey.h"

class TestCopies : public ExportReader
{
    Q_OBJECT

    Job demoJob(const char* name) const
    {
        auto job = loadJob(demoFolder_ + u'/' + QString::fromLatin1(name));
        if (!job)
            qFatal("%s", qPrintable(job.error().text()));
        return *job;
    }
    Job tickets(int count) const
    {
        Job job = demoJob("boat-tickets.hinge.json");
        setQuantity(job, count);
        return job;
    }
    QString words(const QString& file, int page) const
    {
        return squeezed(
            QString::fromUtf8(run(QStringLiteral("pdftotext"),
                                  {QStringLiteral("-f"), QString::number(page), QStringLiteral("-l"),
                                   QString::number(page), QStringLiteral("-layout"), file, QStringLiteral("-")})));
    }
    static int pagesOf(const QString& file)
    {
        const QString out = QString::fromUtf8(run(QStringLiteral("qpdf"), {QStringLiteral("--show-npages"), file}));
        return out.trimmed().toInt();
    }
    QString barcode(const QImage& image) const
    {
        const QString file = path("code.png");
        if (!image.save(file))
            qFatal("not saved");
        const QString out = QString::fromUtf8(run(QStringLiteral("ZXingReader"), {file}));
        const auto m = QRegularExpression(QStringLiteral("Text: +\"([^\"]*)\"")).match(out);
        return m.captured(1);
    }
    /// The CSV and the pictures of the demo, where a test may change them.
    QString memberFolder() const
    {
        const QString folder = path("members");
        for (const QString& part : {QStringLiteral("/pictures/"), QStringLiteral("/pictures/badges/")}) {
            QDir().mkpath(folder + part);
            for (const QString& name : QDir(demoFolder_ + part).entryList(QDir::Files))
                QFile::copy(demoFolder_ + part + name, folder + part + name);
        }
        QFile::remove(folder + QStringLiteral("/members.csv"));
        QFile::copy(demoFolder_ + QStringLiteral("/members.csv"), folder + QStringLiteral("/members.csv"));
        return folder;
    }

private Q_SLOTS:
    void everyCopyHasItsNumber()
    {
        const QString file = exported(tickets(12), ExportKind::Copies, "copies.pdf", demoFolder_);
        QCOMPARE(pagesOf(file), 24); // front and back of each
        for (const int copy : {1, 2, 9, 12}) {
            const QString front = words(file, copy * 2 - 1);
            const QString number = QString::number(copy).rightJustified(4, u'0');
            // On the ticket and on its stub.
            QCOMPARE(front.count(QStringLiteral("No. %1").arg(number)), 2);
            QVERIFY(!front.contains(u'{'));
            QVERIFY(words(file, copy * 2).contains(QStringLiteral("Before you step aboard")));
        }
        // The stub alone, with its bars; 3 mm of bleed lie about the trim.
        const double px = 400 / 25.4;
        const QRectF stub(114 * px, 34 * px, 38 * px, 22 * px);
        QCOMPARE(barcode(rendered(file, 17, 400).copy(stub.toRect())), QStringLiteral("0009"));
        // The trim is the ticket, whatever the copy.
        for (const int page : {1, 2, 24}) {
            const QRectF trim = box(file, page, "TrimBox");
            QVERIFY(std::abs(trim.width() - 150 * 72 / 25.4) < 0.02 && std::abs(trim.height() - 65 * 72 / 25.4) < 0.02);
        }
        // As Ghostscript sees it.
        const QString text = QString::fromUtf8(
            run(QStringLiteral("gs"), {QStringLiteral("-q"), QStringLiteral("-dBATCH"), QStringLiteral("-dNOPAUSE"),
                                       QStringLiteral("-sDEVICE=txtwrite"), QStringLiteral("-sOutputFile=-"), file}));
        for (int copy = 1; copy <= 12; ++copy)
            QVERIFY(text.contains(QStringLiteral("No. %1").arg(QString::number(copy).rightJustified(4, u'0'))));
    }

    void aCopyLooksLikeTheFlat()
    {
        Job job = tickets(3);
        const QString copies = exported(job, ExportKind::Copies, "copies.pdf", demoFolder_);
        // A job in which the second number is typed by hand, written as a flat.
        const Job second = filledFor(job, recordAt(job, nullptr, 1));
        Job byHand = second;
        useNoRecords(byHand);
        const QString flat = exported(byHand, ExportKind::Flat, "flat.pdf", demoFolder_);
        const QImage a = rendered(copies, 3, 150);
        const QImage third = rendered(copies, 5, 150);
        const QRectF media = box(flat, 1, "MediaBox");
        const QRectF bleed = box(flat, 1, "BleedBox");
        const double px = 150 / 72.0;
        const QImage b =
            rendered(flat, 1, 150)
                .copy(
                    QRectF(bleed.left() * px, (media.height() - bleed.bottom()) * px, a.width(), a.height()).toRect());
        const auto different = [&b](const QImage& copy) {
            int pixels = 0;
            for (int y = 4; y < copy.height() - 4; ++y)
                for (int x = 4; x < copy.width() - 4; ++x)
                    pixels += std::abs(qGray(copy.pixel(x, y)) - qGray(b.pixel(x, y))) > 120 ? 1 : 0;
            return pixels;
        };
        // The two may stand up to a pixel apart: edges differ, areas do not. One with another number, on its ticket,
        // its stub and in its bars, differs by far more.
        const int own = different(a);
        const int other = different(third);
        QVERIFY2(own < a.width() * a.height() / 100, qPrintable(QString::number(own)));
        QVERIFY2(other > own * 2 + 100, qPrintable(QStringLiteral("%1, %2").arg(own).arg(other)));
    }

    void whatAllCopiesShareStandsInTheFileOnce()
    {
        const qint64 few = QFileInfo(exported(tickets(10), ExportKind::Copies, "few.pdf", demoFolder_)).size();
        const qint64 many = QFileInfo(exported(tickets(210), ExportKind::Copies, "many.pdf", demoFolder_)).size();
        // A copy more is a page, its bars and its number.
        QVERIFY2((many - few) / 200 < 2600, qPrintable(QString::number((many - few) / 200)));
    }

    void theFlatIsTheFirstCopyAndSheetsHaveAll()
    {
        const Job job = tickets(24);
        const QString flat = exported(job, ExportKind::Flat, "flat.pdf", demoFolder_);
        QCOMPARE(words(flat, 1).count(QStringLiteral("0001")), 2);
        const QString sheet = words(exported(job, ExportKind::Sheets, "sheet.pdf", demoFolder_), 1);
        QCOMPARE(sheet.count(QStringLiteral("To the skerries")), 24);
        QVERIFY(sheet.contains(QStringLiteral("0001")) && sheet.contains(QStringLiteral("0024")));
        QVERIFY(!sheet.contains(u'{'));
        Job alike = job;
        useNoRecords(alike);
        const auto refused = exportPdf(alike, ExportKind::Copies, demoFolder_, path("none.pdf"));
        QVERIFY(!refused && refused.error().message.contains(QStringLiteral("alike")));
    }

    void rowsOfAFileOnCards()
    {
        const QString folder = memberFolder();
        const Job job = demoJob("member-card.hinge.json");
        const QString file = exported(job, ExportKind::Copies, "cards.pdf", folder);
        QCOMPARE(pagesOf(file), 96);
        QVERIFY(words(file, 1).contains(QStringLiteral("Ada Thwaite")));
        QVERIFY(words(file, 15).contains(QStringLiteral("Håkon")));
        // The row of the file is the row of the card, as another program reads it.
        QFile csv(folder + QStringLiteral("/members.csv"));
        QVERIFY(csv.open(QIODevice::ReadOnly));
        const QList<QByteArray> lines = csv.readAll().split('\n');
        QCOMPARE(lines[48].left(5), QByteArray("M-048"));
        QVERIFY(words(file, 95).contains(
            QStringLiteral("No. M-048, since %1").arg(QString::fromUtf8(lines[48].split(',').at(2)))));
        QCOMPARE(barcode(rendered(file, 96, 300)), QStringLiteral("SKERROWBY MEMBER M-048"));
        // Each has the picture its row names: the second a star, the sixth a lamp as the first.
        const auto badge = [&](int card) { return rendered(file, card * 2 - 1, 150).copy(360, 50, 120, 110); };
        QVERIFY(badge(1) == badge(6));
        QVERIFY(badge(1) != badge(2));
        csv.close();
        QVERIFY(csv.remove());
        const auto gone = exportPdf(job, ExportKind::Copies, folder, path("none.pdf"));
        QVERIFY(!gone);
        QCOMPARE(gone.error().where, QStringLiteral("members.csv"));
    }

    void recordsAreGoneThroughOneByOne()
    {
        const QString folder = memberFolder();
        Job job = demoJob("member-card.hinge.json");
        QFile csv(folder + QStringLiteral("/members.csv"));
        QVERIFY(csv.open(QIODevice::Append));
        csv.write("M-049,Nobody,2020,kite\r\nM-050,Somebody,2020,../mark\r\n");
        csv.close();
        FileFactsMap facts = readAllFacts(job, folder);
        const RecordTable* table = tableOf(job, facts);
        QVERIFY(table);
        QCOMPARE(table->count(), 50);
        const RecordSurvey seen = surveyRecords(job, table, folder);
        QCOMPARE(seen.pictures.size(), std::size_t(1));
        QCOMPARE(seen.pictures[0].count, 2);
        QCOMPARE(seen.pictures[0].first, 48);
        QCOMPARE(seen.pictures[0].what, QStringLiteral("pictures/badges/kite.svg"));
        QVERIFY(seen.codes.empty());
        // Files nobody allowed are not looked for.
        QVERIFY(surveyRecords(job, table, folder, {QStringLiteral("pictures/badges/{watch}.svg")}).isEmpty());
        int asked = 0;
        QVERIFY(surveyRecords(job, table, folder, {}, [&] { return ++asked > 1; }).isEmpty());
        // A square code holds much, but not everything.
        Job wordy = job;
        wordy.findItem(QStringLiteral("who"))->code.data = QStringLiteral("{name}");
        QVERIFY(csv.open(QIODevice::Append));
        csv.write("M-051," + QByteArray(8000, 'x') + ",2020,star\r\nM-052,Ada,2020,star\r\n");
        csv.close();
        const FileFactsMap longer = readAllFacts(wordy, folder);
        const RecordSurvey full = surveyRecords(wordy, tableOf(wordy, longer), folder);
        QCOMPARE(full.codes.size(), std::size_t(1));
        QCOMPARE(full.codes[0].count, 1);
        QCOMPARE(full.codes[0].first, 50);
        // Codes that say what theirs cannot.
        job.findItem(QStringLiteral("who"))->code = {Symbology::Ean13, QStringLiteral("{number}")};
        const RecordSurvey wrong = surveyRecords(job, table, folder);
        QCOMPARE(wrong.codes.size(), std::size_t(1));
        QCOMPARE(wrong.codes[0].count, 50);
        QVERIFY(!wrong.codes[0].what.isEmpty());
        const auto stopped = exportPdf(job, ExportKind::Copies, folder, path("none.pdf"));
        QVERIFY(!stopped);
        QVERIFY2(stopped.error().message.contains(wrong.codes[0].what), qPrintable(stopped.error().message));
        // All of it together, as window and command line find it.
        TextLayoutCache layouts(FontLibrary::installed());
        const auto all =
            allFindings(job, filledFor(job, table->record(48)), testing::planned(job), facts,
                        lightByPress(shippedPressProfile().icc), layouts, surveyRecords(job, table, folder));
        for (const char* code : {"records.changed", "records.picture", "records.code"})
            QVERIFY2(testing::hasFinding(all, code), code);
        QVERIFY(!testing::hasFinding(all, "code.wrong")); // told once, for all records
    }

    void aLongRecordDoesNotFit()
    {
        const QString folder = memberFolder();
        const Job job = demoJob("member-card.hinge.json");
        TextLayoutCache layouts(FontLibrary::installed());
        const auto findings = [&] {
            const FileFactsMap facts = readAllFacts(job, folder);
            return checkLongestRecords(job, testing::planned(job), facts, layouts);
        };
        QVERIFY(findings().empty());
        QFile csv(folder + QStringLiteral("/members.csv"));
        QVERIFY(csv.open(QIODevice::Append));
        csv.write("M-049,\"" + QByteArray("Wilhelmina Thwaite-Saltmarsh of Skerrowby ").repeated(4) +
                  "\",2020,star\r\n");
        csv.close();
        const auto found = findings();
        QCOMPARE(found.size(), std::size_t(1));
        QCOMPARE(found[0].code, QStringLiteral("records.over"));
        QVERIFY2(found[0].message.endsWith(QStringLiteral("record 49")), qPrintable(found[0].message));
    }
};

HINGE_TEST(TestCopies)
#include "test_copies.moc"
