// SPDX-License-Identifier: GPL-3.0-or-later
// Supplied artwork in exported files, and what goes wrong while they are written.
#include "export_reader.h"

class TestSupplied : public ExportReader
{
    Q_OBJECT

private Q_SLOTS:
    void suppliedPageLiesTrimOnTrim()
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).supplied = LinkedFile{artwork("art.pdf", a4Media(3), a4Trim(3), 2), 1, 0, {}};
        const QString file = exported(job, ExportKind::Flat, "supplied.pdf", dir_.path());
        const QImage page = rendered(file, 1, 254);
        const double margin = testing::flatMargin(job).toMm();
        const auto dark = [&](double x, double y) {
            return page.pixelColor(int(std::lround((margin + x) * 10)), int(std::lround((margin + y) * 10)))
                       .lightness() < 90;
        };
        // Its black inch stands in the foot-left trim corner.
        QVERIFY(dark(0.3, 209.7));
        QVERIFY(dark(25.1, 184.9));
        QVERIFY(!dark(-0.3, 209.7));
        QVERIFY(!dark(25.7, 200));
        // Its bleed is used.
        QVERIFY(page.pixelColor(int((margin - 2.7) * 10), int((margin + 100) * 10)).lightness() < 252);
        const QByteArray json =
            run(QStringLiteral("qpdf"), {QStringLiteral("--json=2"), QStringLiteral("--json-stream-data=none"), file});
        QVERIFY(json.contains("/Form"));
        QVERIFY(json.contains("/DefaultRGB"));
        QVERIFY(readAllFacts(job, dir_.path()).begin()->error.isEmpty());
        QVERIFY(!testing::hasFinding(checkFiles(job, testing::planned(job), readAllFacts(job, dir_.path())),
                                     "supplied.size"));
    }

    void rotatedAndScaledPagesComeUpright()
    {
        // /Rotate 90 turns the page clockwise (ISO 32000-1, 7.7.3.3): what stands upright in the file lies on its side.
        const double mm = 72 / 25.4;
        const QRectF upright(0, 0, 210 * mm, 297 * mm);
        const QString turned = artwork("turned.pdf", upright, upright, 1, " /Rotate 90");
        const FileFacts facts = readFileFacts(turned);
        QCOMPARE(facts.pages.size(), std::size_t(1));
        QVERIFY(sameTrim(facts.pages[0].trim, {len("297"), len("210")}));
        Job job = testing::a4Roll();
        job.edit(Face::Outside).supplied = LinkedFile{turned, 1, 0, {}};
        const QImage page = rendered(exported(job, ExportKind::Flat, "turned-out.pdf", dir_.path()), 1, 127);
        const double margin = testing::flatMargin(job).toMm();
        const auto dark = [&](double x, double y) {
            return page.pixelColor(int((margin + x) * 5), int((margin + y) * 5)).lightness() < 90;
        };
        QVERIFY(dark(1, 1)); // the foot-left corner of the file is now the head-left one
        QVERIFY(!dark(1, 209));

        // UserUnit 2 (ISO 32000-1, 14.11: units of 2/72 in) doubles the page.
        const QRectF half(0, 0, 297 * mm / 2, 210 * mm / 2);
        const FileFacts doubled = readFileFacts(artwork("unit.pdf", half, half, 1, " /UserUnit 2"));
        QVERIFY(sameTrim(doubled.pages[0].trim, {len("297"), len("210")}));
    }

    void bleedIsMeasuredAlsoWhenTurned()
    {
        const double mm = 72 / 25.4;
        // Trim off centre: 1 mm left, 2 mm foot, 3 mm right, 4 mm head.
        const QString file = artwork("uneven.pdf", {0, 0, 104 * mm, 106 * mm}, {1 * mm, 2 * mm, 100 * mm, 100 * mm}, 1);
        const auto bleed = readFileFacts(file).pages[0].bleed;
        QVERIFY(std::abs(bleed[0].toMm() - 1) < 0.01 && std::abs(bleed[1].toMm() - 4) < 0.01);
        QVERIFY(std::abs(bleed[2].toMm() - 3) < 0.01 && std::abs(bleed[3].toMm() - 2) < 0.01);
        const auto turned = readFileFacts(artwork("uneven90.pdf", {0, 0, 104 * mm, 106 * mm},
                                                  {1 * mm, 2 * mm, 100 * mm, 100 * mm}, 1, " /Rotate 90"))
                                .pages[0]
                                .bleed;
        // Clockwise: the foot becomes the left, the left becomes the head.
        QVERIFY(std::abs(turned[0].toMm() - 2) < 0.01 && std::abs(turned[1].toMm() - 1) < 0.01);
        QVERIFY(std::abs(turned[2].toMm() - 4) < 0.01 && std::abs(turned[3].toMm() - 3) < 0.01);
    }

    void sharedArtStandsInTheFileOnce()
    {
        // Four up and one up differ by a few placing operators, not by copies of the art.
        Job job = demo();
        const qint64 four = QFileInfo(exported(job, ExportKind::Sheets, "four.pdf", demoFolder_)).size();
        job.press.sheet = {len("330"), len("250")};
        const qint64 one = QFileInfo(exported(job, ExportKind::Sheets, "one.pdf", demoFolder_)).size();
        QVERIFY(std::abs(four - one) < 2000);
    }

    void troublesNameTheFile()
    {
        Job job = testing::a4Roll();
        Item picture = itemAt("p", ItemKind::Picture, 0);
        picture.file.path = QStringLiteral("gone.jpg");
        job.edit(Face::Outside).items = {picture};
        const auto gone = exportPdf(job, ExportKind::Flat, dir_.path(), path("x.pdf"));
        QVERIFY(!gone);
        QVERIFY2(gone.error().text().contains(QStringLiteral("gone.jpg")), qPrintable(gone.error().text()));
        QVERIFY(!QFileInfo::exists(path("x.pdf")));

        QFile whole(artwork("whole.pdf", a4Media(3), a4Trim(3), 1));
        QVERIFY(whole.open(QIODevice::ReadOnly));
        QFile cut(path("cut.pdf"));
        QVERIFY(cut.open(QIODevice::WriteOnly));
        cut.write(whole.readAll().left(180));
        cut.close();
        QVERIFY(!readFileFacts(path("cut.pdf")).error.isEmpty());
        job.edit(Face::Outside).items.clear();
        job.edit(Face::Outside).supplied = LinkedFile{path("cut.pdf"), 1, 0, {}};
        const auto truncated = exportPdf(job, ExportKind::Flat, dir_.path(), path("x.pdf"));
        QVERIFY(!truncated);
        QVERIFY2(truncated.error().text().contains(QStringLiteral("cut.pdf")), qPrintable(truncated.error().text()));
        QVERIFY(testing::hasFinding(checkFiles(job, testing::planned(job), readAllFacts(job, dir_.path())),
                                    "file.unreadable"));

        // Locked by a password (written by qpdf's own command).
        run(QStringLiteral("qpdf"),
            {QStringLiteral("--encrypt"), QStringLiteral("secret"), QStringLiteral("owner"), QStringLiteral("256"),
             QStringLiteral("--"), path("whole.pdf"), path("locked.pdf")});
        QVERIFY(readFileFacts(path("locked.pdf")).error.contains(QStringLiteral("password")));

        QFile empty(path("empty.png"));
        QVERIFY(empty.open(QIODevice::WriteOnly));
        empty.close();
        QVERIFY(readFileFacts(path("empty.png")).error.contains(QStringLiteral("empty")));
        QFile rubbish(path("rubbish.jpg"));
        QVERIFY(rubbish.open(QIODevice::WriteOnly));
        rubbish.write(QByteArray(5000, '\xd8'));
        rubbish.close();
        QVERIFY(!readFileFacts(path("rubbish.jpg")).error.isEmpty());
    }

    void targetsThatCannotBeWritten()
    {
        const auto done = exportPdf(testing::a4Roll(), ExportKind::Flat, dir_.path(), QStringLiteral("/sys/flat.pdf"));
        QVERIFY(!done);
        QVERIFY(done.error().text().startsWith(QStringLiteral("/sys/flat.pdf: ")));
        Job large = testing::a4Roll();
        large.press.sheet = {len("200"), len("200")};
        const auto small = exportPdf(large, ExportKind::Sheets, dir_.path(), path("y.pdf"));
        QVERIFY(!small);
        QVERIFY(small.error().text().contains(QStringLiteral("does not fit")));
    }

    void stoppingLeavesNothingBehind()
    {
        QFile::remove(path("stopped.pdf"));
        int calls = 0;
        const auto done = exportPdf(demo(), ExportKind::Sheets, demoFolder_, path("stopped.pdf"), [&](int percent) {
            ++calls;
            return percent < 50;
        });
        QVERIFY(!done);
        QVERIFY(done.error().message.contains(QStringLiteral("stopped")));
        QVERIFY(calls > 2);
        QVERIFY(!QFileInfo::exists(path("stopped.pdf")));
    }

    void damagedPdfsNeverCrash()
    {
        // Random bytes changed in a real file: any outcome but a crash or an exception.
        QFile file(demoFolder_ + QStringLiteral("/pictures/tide-curve.pdf"));
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QByteArray good = file.readAll();
        CHECK_PROPERTY("reading a damaged PDF gives facts or a reason", [&] {
            QByteArray bad = good;
            for (int i = *rc::gen::inRange(1, 30); i > 0; --i)
                bad[*rc::gen::inRange(0, int(bad.size()))] = char(*rc::gen::inRange(0, 256));
            if (*rc::gen::arbitrary<bool>())
                bad.truncate(*rc::gen::inRange(10, int(bad.size())));
            QFile out(path("fuzz.pdf"));
            RC_ASSERT(out.open(QIODevice::WriteOnly));
            out.write(bad);
            out.close();
            const FileFacts facts = readFileFacts(path("fuzz.pdf"));
            RC_ASSERT(!facts.error.isEmpty() || facts.isPdf);
        });
    }
};

HINGE_TEST(TestSupplied)
#include "test_supplied.moc"
