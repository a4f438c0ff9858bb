// SPDX-License-Identifier: GPL-3.0-or-later
// What lies under paste-overs: gone from every plate, and told of in words.
#include "core/edit/paste_over.h"
#include "pdf/page_preview.h"
#include "pdf/paste_over_report.h"
#include "plate_reader.h"

class TestCovered : public PlateReader
{
    Q_OBJECT

    /// A page of the middle panel, with an old number at its foot in black and a bar of a spot ink below it.
    void oldPage()
    {
        page("old.pdf",
             "BT /F1 18 Tf 130 40 Td (17) Tj ET BT /F1 18 Tf 30 300 Td (harbour wall) Tj ET "
             "/S cs 1 scn 100 20 80 30 re f",
             "/Font << /F1 << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >> "
             "/ColorSpace << /S [/Separation /Lamp /DeviceCMYK << /FunctionType 2 /Domain [0 1] /N 1 /C0 [0 0 0 0] "
             "/C1 [0 0.4 1 0] >>] >>");
    }
    Job pasted(const Rect& on)
    {
        Job job = with({picture("old.pdf")});
        const Plan plan = testing::planned(job);
        Item cover = newPasteOver(job, plan, Face::Outside, 1);
        cover.id = cover.name = QStringLiteral("cover");
        cover.sides = freeSides(plan.paper, Face::Outside, on);
        job.edit(Face::Outside).items.push_back(cover);
        return job;
    }
    /// On the middle panel, in millimetres from its head-left corner.
    static Rect onPanel(double x, double y, double w, double h)
    {
        return {Length::nearestMm(97 + x), Length::nearestMm(y), Length::nearestMm(w), Length::nearestMm(h)};
    }

private Q_SLOTS:
    void itKnocksOutEveryPlate()
    {
        oldPage();
        // The bar lies from 35 to 63 mm, 192 to 203 mm down.
        const auto bare = plates(exported(with({picture("old.pdf")})));
        QVERIFY(bare.contains(QStringLiteral("Lamp")));
        QVERIFY(ink(bare, "Lamp", 97 + 40, 198) > 90);
        const auto covered = plates(exported(pasted(onPanel(30, 188, 50, 18))));
        int most = 0;
        for (auto plate = covered.begin(); plate != covered.end(); ++plate)
            for (double x = 31; x < 79; x += 1)
                for (double y = 189; y < 205; y += 1)
                    most = std::max(most, ink(covered, qPrintable(plate.key()), 97 + x, y));
        QCOMPARE(most, 0);
        // Half as wide it leaves the rest of the bar.
        const auto half = plates(exported(pasted(onPanel(30, 188, 20, 18))));
        QCOMPARE(ink(half, "Lamp", 97 + 40, 198), 0);
        QVERIFY(ink(half, "Lamp", 97 + 58, 198) > 90);
    }

    void wordsOfAPageLieWhereItsLettersAre()
    {
        oldPage();
        PageRenderer files;
        const auto read = files.words(path(QStringLiteral("old.pdf")), 1);
        QVERIFY2(read, read ? "" : qPrintable(read.error().text()));
        QVERIFY(std::abs(read->trim.w.toMm() - 100) < 0.01);
        QCOMPARE(read->words.size(), std::size_t(3));
        const auto word = std::ranges::find(read->words, QStringLiteral("17"), &PageWord::text);
        QVERIFY(word != read->words.end());
        // Two figures of Helvetica, 556 thousandths of 18 points each (Adobe Core 14 font metrics, from memory).
        QVERIFY(std::abs(word->box.x.toPoints() - 130) < 0.5);
        QVERIFY(std::abs(word->box.w.toPoints() - 2 * 0.556 * 18) < 0.5);
        QVERIFY(word->box.y.toPoints() < 595.28 - 40 && word->box.bottom().toPoints() > 595.28 - 40);
        QVERIFY(!files.words(path(QStringLiteral("none.pdf")), 1));
        QVERIFY(!files.words(path(QStringLiteral("old.pdf")), 2));
        write("noise.pdf", "no PDF at all");
        QVERIFY(!files.words(path(QStringLiteral("noise.pdf")), 1));
    }

    void itIsToldWhatIsCovered_data()
    {
        QTest::addColumn<double>("left");
        QTest::addColumn<QString>("whole");
        QTest::addColumn<QString>("part");
        QTest::newRow("all of it") << 40.0 << "17"
                                   << "";
        QTest::newRow("through its middle") << 50.0 << ""
                                            << "17";
        QTest::newRow("beside it") << 70.0 << ""
                                   << "";
    }
    void itIsToldWhatIsCovered()
    {
        QFETCH(double, left);
        QFETCH(QString, whole);
        QFETCH(QString, part);
        oldPage();
        // As a picture in a frame, and as the page of a face.
        Job job = pasted(onPanel(left, 188, 25, 18));
        const auto told = [&](const Job& j) {
            const auto report = pasteOverReport(j, testing::planned(j), dir_.path());
            if (report.size() != 1)
                qFatal("one paste-over, one line");
            return report[0];
        };
        QCOMPARE(told(job).covered.whole.join(u' '), whole);
        QCOMPARE(told(job).covered.part.join(u' '), part);
        QVERIFY(told(job).problem.isEmpty());
        job.edit(Face::Outside).items.erase(job.edit(Face::Outside).items.begin());
        job.edit(Face::Outside).supplied.emplace().path = QStringLiteral("old.pdf");
        job.edit(Face::Outside).placement.shift.x = Length::mm(97 + 50) - job.flat.w.part(2); // onto the same panel
        QCOMPARE(told(job).covered.whole.join(u' '), whole);
        QCOMPARE(told(job).covered.part.join(u' '), part);
        QCOMPARE(told(job).surface, SurfaceId(Face::Outside));
        // A file that is gone is told of.
        job.edit(Face::Outside).supplied->path = QStringLiteral("gone.pdf");
        QVERIFY(!told(job).problem.isEmpty());
    }

    void wordsOfTextsUnderItCount()
    {
        oldPage();
        Job job = pasted(onPanel(40, 50, 50, 20));
        Item text = item("text", ItemKind::Text, 1);
        text.paragraphs = {{QStringLiteral("Old Quay"), {}, {}}};
        text.sides = freeSides(testing::planned(job).paper, Face::Outside, onPanel(45, 55, 40, 10));
        auto& items = job.edit(Face::Outside).items;
        items.insert(items.end() - 1, text);
        const auto below = pasteOverReport(job, testing::planned(job), dir_.path());
        QCOMPARE(below.at(0).covered.whole, (QStringList{QStringLiteral("Old"), QStringLiteral("Quay")}));
        // Over it, it is not covered.
        std::swap(items.end()[-1], items.end()[-2]);
        QVERIFY(pasteOverReport(job, testing::planned(job), dir_.path()).at(0).covered.isNothing());
        // Stopped, it tells what was found so far.
        QVERIFY(pasteOverReport(job, testing::planned(job), dir_.path(), [] { return false; }).empty());
    }
};

HINGE_TEST(TestCovered)
#include "test_covered.moc"
