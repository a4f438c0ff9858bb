// SPDX-License-Identifier: GPL-3.0-or-later
// Whole faces from a customer's PDF: drawn above each other, beside each other, or a page a panel; and whether the gaps
// between its columns lie on the folds.
#include "core/edit/supplied_faces.h"
#include "core/plan/gutter_check.h"
#include "export_reader.h"
#include "pdf/page_gutters.h"

class TestSuppliedFaces : public ExportReader
{
    Q_OBJECT

    static constexpr double mm = 72 / 25.4;

    /// A page of so many millimetres inside 3 mm of bleed, with black boxes measured from its head-left trim corner.
    struct Sheet {
        QSizeF trim;
        QList<QRectF> black;
    };
    QString pdfOf(const char* name, const QList<Sheet>& sheets) const
    {
        const auto n = [](double v) { return QByteArray::number(v * mm, 'f', 4) + ' '; };
        QList<RawPage> pages;
        for (const Sheet& s : sheets) {
            const double w = s.trim.width() + 6;
            const double h = s.trim.height() + 6;
            QByteArray content = "0 0 0 1 k\n";
            for (const QRectF& r : s.black)
                content += n(r.x() + 3) + n(h - 3 - r.bottom()) + n(r.width()) + n(r.height()) + "re f\n";
            pages << RawPage{"/MediaBox [0 0 " + n(w) + n(h) + "] /BleedBox [0 0 " + n(w) + n(h) + "] /TrimBox [" +
                                 n(3) + n(3) + n(w - 3) + n(h - 3) + "]",
                             content};
        }
        return rawPdf(name, pages);
    }
    static LinkedFile linked(const QString& file) { return {.path = file, .page = 1, .bytes = 0, .sha256 = {}}; }
    /// Lines of text as rows of black words of any length in columns, from head to foot.
    static QList<QRectF> columns(const QList<std::pair<double, double>>& fromTo)
    {
        QList<QRectF> out;
        quint32 random = 7;
        for (const auto& [from, to] : fromTo)
            for (int line = 0; line < 40; ++line)
                for (double x = from; x < to;) {
                    random = random * 1664525 + 1013904223;
                    const double word = std::min(0.8 + (random >> 24) % 40 / 10.0, to - x);
                    out << QRectF(x, 18 + line * 4.4, word, 2);
                    x += word + 0.9;
                }
        return out;
    }
    bool isDark(const QImage& page, const Job& job, double x, double y) const
    {
        const double margin = testing::flatMargin(job).toMm();
        return page.pixelColor(int(std::lround((margin + x) * 5)), int(std::lround((margin + y) * 5))).lightness() < 90;
    }

private Q_SLOTS:
    void whatTheSizesTell()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        const auto from = [&](const QList<QSizeF>& sizes) {
            FileFacts facts;
            facts.isPdf = true;
            for (const QSizeF& s : sizes)
                facts.pages.emplace_back().trim = {Length::nearestMm(s.width()), Length::nearestMm(s.height())};
            return facesFrom(plan, facts);
        };
        QCOMPARE(from({}), FacesFrom::None);
        QCOMPARE(from({{297, 210}}), FacesFrom::OneFace);
        QCOMPARE(from({{297.1, 209.9}, {297, 210}}), FacesFrom::TwoPages);
        QCOMPARE(from({{297, 420}}), FacesFrom::Stacked);
        QCOMPARE(from({{594, 210}}), FacesFrom::SideBySide);
        QCOMPARE(from({{210, 297}}), FacesFrom::None);
        QCOMPARE(from({{297, 420}, {297, 420}}), FacesFrom::None);
        const QList<QSizeF> panels(6, {99, 210});
        QCOMPARE(from(panels), FacesFrom::PanelPages);
        QCOMPARE(from(panels.mid(1)), FacesFrom::None); // one is missing
        QList<QSizeF> odd = panels;
        odd[3] = {120, 210};
        QCOMPARE(from(odd), FacesFrom::None);
    }

    void bothFacesOnOneTallPage()
    {
        Job job = testing::a4Roll();
        // A box near the head of each face, and one near the foot of the page.
        const QString file =
            pdfOf("tall.pdf", {{{297, 420}, {{10, 10, 20, 20}, {100, 220, 20, 20}, {270, 400, 20, 15}}}});
        const Plan plan = testing::planned(job);
        const FileFacts facts = readFileFacts(file);
        QCOMPARE(facesFrom(plan, facts), FacesFrom::Stacked);
        takeFaces(job, plan, linked(file), FacesFrom::Stacked, Face::Outside);
        const QString out = exported(job, ExportKind::Flat, "out.pdf", dir_.path());
        const QImage outside = rendered(out, 1, 127);
        const QImage inside = rendered(out, 2, 127);
        QVERIFY(isDark(outside, job, 20, 20) && !isDark(outside, job, 110, 20));
        QVERIFY(isDark(inside, job, 110, 20) && !isDark(inside, job, 20, 20));
        QVERIFY(isDark(inside, job, 280, 200) && !isDark(outside, job, 280, 200));
        const auto found = checkFiles(job, plan, {{file, facts}});
        QVERIFY(!testing::hasFinding(found, "supplied.size"));
        QVERIFY(testing::hasFinding(found, "supplied.bleed")); // where the faces touch
        // Beside each other the right one is the inside.
        Job wide = testing::a4Roll();
        const QString pair = pdfOf("wide.pdf", {{{594, 210}, {{10, 10, 20, 20}, {397, 10, 20, 20}}}});
        takeFaces(wide, plan, linked(pair), facesFrom(plan, readFileFacts(pair)), Face::Outside);
        const QImage back = rendered(exported(wide, ExportKind::Flat, "out2.pdf", dir_.path()), 2, 127);
        QVERIFY(isDark(back, wide, 110, 20) && !isDark(back, wide, 20, 20));
    }

    void aPageAPanel()
    {
        Job job = testing::a4Roll();
        const Plan plan = testing::planned(job);
        // Each page has its number as a row of boxes, and a box that runs out at its head into the bleed.
        QList<Sheet> sheets;
        std::vector<Panel> panels;
        for (const Face face : bothFaces)
            for (const Panel& p : plan.paper.face(face))
                panels.push_back(p);
        std::ranges::sort(panels, {}, &Panel::readingNumber);
        for (int i = 0; i < 6; ++i) {
            Sheet s{QSizeF(panels[std::size_t(i)].area.w.toMm(), 210), {}};
            for (int n = 0; n <= i; ++n)
                s.black << QRectF(10 + n * 10, 40, 6, 6);
            s.black << QRectF(30, -3, 20, 10);
            sheets << s;
        }
        const QString file = pdfOf("panels.pdf", sheets);
        const FileFacts facts = readFileFacts(file);
        QCOMPARE(facesFrom(plan, facts), FacesFrom::PanelPages);
        job.edit(Face::Inside).items.push_back(itemAt("mine", ItemKind::Shape, 0));
        takeFaces(job, plan, linked(file), FacesFrom::PanelPages, Face::Outside);
        QCOMPARE(job.on(Face::Outside).items.size(), std::size_t(3));
        QCOMPARE(job.on(Face::Inside).items.size(), std::size_t(4));
        QCOMPARE(job.on(Face::Inside).items.back().id, QStringLiteral("mine")); // stays on top
        job.edit(Face::Inside).items.pop_back();
        const QString out = exported(job, ExportKind::Flat, "panels-out.pdf", dir_.path());
        for (int i = 0; i < 6; ++i) {
            const Panel& p = panels[std::size_t(i)];
            const QImage page = rendered(out, p.face == Face::Outside ? 1 : 2, 127);
            const double left = p.area.x.toMm();
            for (int n = 0; n < 6; ++n)
                QCOMPARE(isDark(page, job, left + 13 + n * 10, 43), n <= i);
            // At its true size, out to the bleed at the head.
            QVERIFY(isDark(page, job, left + 40, -2) && !isDark(page, job, left + 28, -2));
            QVERIFY(!isDark(page, job, left + 40, 8));
        }
        // A newer version takes the place of this one.
        takeFaces(job, plan, linked(file), FacesFrom::PanelPages, Face::Outside);
        QCOMPARE(job.on(Face::Outside).items.size(), std::size_t(3));
        QVERIFY(readJob(writeJob(job), QStringLiteral("j"))->on(Face::Outside) == job.on(Face::Outside));
    }

    void gapsBetweenColumnsAreFound()
    {
        const QString file = pdfOf("columns.pdf", {{{297, 210}, columns({{8, 90}, {106, 190}, {204, 289}})}});
        const auto gutters = readFileFacts(file).pages.front().gutters;
        // Margins, and the two gaps; by poppler at a quarter of a millimetre.
        QCOMPARE(gutters.size(), std::size_t(4));
        const double expected[][2] = {{0, 8}, {90, 106}, {190, 204}, {289, 297}};
        for (std::size_t i = 0; i < 4; ++i) {
            QVERIFY2(std::abs(gutters[i].first.toMm() - expected[i][0]) < 0.4,
                     qPrintable(QString::number(gutters[i].first.toMm())));
            QVERIFY2(std::abs(gutters[i].second.toMm() - expected[i][1]) < 0.4,
                     qPrintable(QString::number(gutters[i].second.toMm())));
        }
        // A heading across two columns closes their gap; a ground that fades downward does not.
        Sheet crossed{{297, 210}, columns({{8, 90}, {106, 190}, {204, 289}})};
        crossed.black << QRectF(40, 60, 100, 3);
        crossed.black << QRectF(50, 64, 3, 20);
        QCOMPARE(readFileFacts(pdfOf("crossed.pdf", {crossed})).pages.front().gutters.size(), std::size_t(4));
        QList<QRectF> words = columns({{8, 90}, {106, 190}, {204, 289}});
        for (double x = 60; x < 140; x += 3)
            words << QRectF(x, 60, 1.6, 6);
        QCOMPARE(readFileFacts(pdfOf("headed.pdf", {{{297, 210}, words}})).pages.front().gutters.size(),
                 std::size_t(3));
        QImage faded(400, 300, QImage::Format_Grayscale8);
        for (int y = 0; y < 300; ++y)
            for (int x = 0; x < 400; ++x)
                faded.scanLine(y)[x] = uchar(x < 150 || x > 250 ? (x / 2 % 2 ? 30 : 220) : 255 - y / 2);
        const auto strip = guttersOf(faded, QRectF(0, 0, 400, 300), Length::mm(200));
        QCOMPARE(strip.size(), std::size_t(1));
        QVERIFY(std::abs(strip[0].first.toMm() - 75) < 1 && std::abs(strip[0].second.toMm() - 125.5) < 1);
        QVERIFY(guttersOf(QImage(), QRectF(), Length::mm(200)).empty());
    }

    void columnsBesideTheFoldsAreTold()
    {
        Job job = testing::a4Roll(); // folds at 97 and 197 outside, 100 and 200 inside
        const Plan plan = testing::planned(job);
        const auto folds = testing::foldPositions(plan, Face::Outside);
        COMPARE_MM(folds[0], 97);
        COMPARE_MM(folds[1], 197);
        const auto check = [&](const QList<std::pair<double, double>>& text) {
            const QString file = pdfOf("face.pdf", {{{297, 210}, columns(text)}});
            job.edit(Face::Outside).supplied = linked(file);
            const auto found = checkFiles(job, plan, {{file, readFileFacts(file)}});
            for (const Finding& f : found)
                if (f.code == QStringLiteral("supplied.gutters"))
                    return f.reason;
            return QString();
        };
        // Centred on the folds.
        QVERIFY(check({{8, 92}, {102, 192}, {202, 289}}).isEmpty());
        // Three columns of the same width, as people draw them who forget that one panel folds inside.
        const QString told = check({{8, 94}, {104, 193}, {203, 289}});
        QVERIFY2(told.contains(QStringLiteral("at 97 mm: the gap is 2 mm too far right")) ||
                     told.contains(QStringLiteral("at 97 mm: the gap is 2.1 mm too far right")) ||
                     told.contains(QStringLiteral("at 97 mm: the gap is 1.9 mm too far right")),
                 qPrintable(told));
        QVERIFY2(told.contains(QStringLiteral("at 197 mm: ")), qPrintable(told));
        // A page without columns tells nothing.
        QVERIFY(check({{8, 289}}).isEmpty());
        PageFacts page;
        page.gutters = {{len("95"), len("97")}, {len("150"), len("240")}, {len("186"), len("194")}};
        const auto seen = foldsInGutters(plan, Face::Outside, page);
        // Too narrow, too wide, and one that is 7 mm off.
        QCOMPARE(seen, (std::vector<FoldInGutter>{{len("197"), len("-7")}}));
        page.gutters.push_back({len("198"), len("202")}); // of two the nearer one
        QCOMPARE(foldsInGutters(plan, Face::Outside, page), (std::vector<FoldInGutter>{{len("197"), len("3")}}));
        page.gutters.pop_back();
        QCOMPARE(foldsInGutters(plan, Face::Outside, page, len("-7")), (std::vector<FoldInGutter>{{len("197"), {}}}));
    }
};

HINGE_TEST(TestSuppliedFaces)
#include "test_supplied_faces.moc"
