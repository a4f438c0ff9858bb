// SPDX-License-Identifier: GPL-3.0-or-later
// Every check here reads the exported file with a program other than the one that wrote it: poppler's
// tools, qpdf's command, or Ghostscript.
#include "export_reader.h"

class TestExport : public ExportReader
{
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { QVERIFY(dir_.isValid()); }

    void flatHasItsBoxes()
    {
        const QString file = exported(demo(), ExportKind::Flat, "flat.pdf", demoFolder_);
        const double mm = 72 / 25.4;
        for (const int page : {1, 2}) {
            const QRectF trim = box(file, page, "TrimBox");
            const QRectF bleed = box(file, page, "BleedBox");
            const QRectF media = box(file, page, "MediaBox");
            const double tolerance = 0.01 * mm; // a hundredth of a millimetre
            QVERIFY(std::abs(trim.width() - 297 * mm) < tolerance);
            QVERIFY(std::abs(trim.height() - 210 * mm) < tolerance);
            QVERIFY(std::abs(bleed.left() - (trim.left() - 3 * mm)) < tolerance);
            QVERIFY(std::abs(bleed.bottom() - (trim.bottom() + 3 * mm)) < tolerance);
            QVERIFY(media.contains(bleed));
        }
        QVERIFY(run(QStringLiteral("qpdf"), {QStringLiteral("--check"), file})
                    .contains("No syntax or stream encoding errors"));
    }

    void claimsOnlyWhatHolds()
    {
        // ISO 15930-7 keys, read with qpdf's JSON and pdfinfo.
        Job job = testing::a4Roll();
        const QString own = exported(job, ExportKind::Flat, "own.pdf", dir_.path());
        const QByteArray info = run(QStringLiteral("pdfinfo"), {own});
        QVERIFY2(info.contains("PDF/X-4"), info.constData());
        QVERIFY(info.contains("PDF version:     1.6"));
        const QJsonObject json =
            QJsonDocument::fromJson(run(QStringLiteral("qpdf"),
                                        {QStringLiteral("--json=2"), QStringLiteral("--json-stream-data=none"), own}))
                .object();
        const QByteArray all = QJsonDocument(json).toJson(QJsonDocument::Compact);
        for (const char* key : {"/OutputIntents", "/GTS_PDFX", "/DestOutputProfile", "/Metadata", "/Trapped", "/ID"})
            QVERIFY2(all.contains(key), key);
        QVERIFY(!all.contains("/HingeSRGB"));
        QVERIFY(!all.contains("/Encrypt"));
        // Drawings and pages are looked through: those of the demo hold nothing that the standard forbids.
        QVERIFY(run(QStringLiteral("pdfinfo"), {exported(demo(), ExportKind::Flat, "demo.pdf", demoFolder_)})
                    .contains("PDF/X-4"));
    }

    void fontsAreEmbeddedSubsets()
    {
        const QString out = QString::fromUtf8(
            run(QStringLiteral("pdffonts"), {exported(demo(), ExportKind::Sheets, "fonts.pdf", demoFolder_)}));
        const QStringList lines = out.split(u'\n', Qt::SkipEmptyParts).mid(2);
        QCOMPARE(lines.size(), 5);
        for (const QString& line : lines) {
            QVERIFY2(QRegularExpression(QStringLiteral("^[A-Z]{6}\\+")).match(line).hasMatch(), qPrintable(line));
            QVERIFY2(line.contains(QStringLiteral("yes yes yes")), qPrintable(line)); // embedded, subset, to Unicode
        }
        QVERIFY(out.contains(QStringLiteral("CID TrueType")));
        QVERIFY(out.contains(QStringLiteral("CID Type 0C")));
    }

    void extractedTextIsTypedText()
    {
        Job job = testing::a4Roll();
        const QString typed = QStringLiteral(
            "Der Fluß fließt; waffle, office & ﬁnger. Crème brûlée, Þórsmörk, Łódź, “quoted” – n̈ ½ 12:30");
        for (const char* font : {"Vollkorn Regular", "Cabin Regular"}) {
            Item text = itemAt("t", ItemKind::Text, 1);
            text.sides = sidesFillingSafeArea(1);
            TextStyle style;
            style.font = QString::fromLatin1(font);
            text.paragraphs = {{typed, style}};
            job.edit(Face::Inside).items = {text};
            const QString file = exported(job, ExportKind::Flat, "text.pdf", dir_.path());
            const QString back =
                QString::fromUtf8(run(QStringLiteral("pdftotext"), {QStringLiteral("-raw"), QStringLiteral("-f"),
                                                                    QStringLiteral("2"), file, QStringLiteral("-")}));
            QCOMPARE(squeezed(back), squeezed(typed));
        }
    }

    void textStandsWhereTheLayoutPutIt()
    {
        Job job = testing::a4Roll();
        Item text = itemAt("t", ItemKind::Text, 0);
        text.sides = sidesFillingSafeArea(0);
        text.paragraphs = {{QStringLiteral("Hinge"), {}}};
        job.edit(Face::Outside).items = {text};
        const QString file = exported(job, ExportKind::Flat, "place.pdf", dir_.path());
        const QString out =
            QString::fromUtf8(run(QStringLiteral("pdftotext"), {QStringLiteral("-bbox"), QStringLiteral("-l"),
                                                                QStringLiteral("1"), file, QStringLiteral("-")}));
        const auto m =
            QRegularExpression(QStringLiteral("<word xMin=\"([0-9.]+)\"[^>]*xMax=\"([0-9.]+)\"[^>]*>Hinge</word>"))
                .match(out);
        QVERIFY2(m.hasMatch(), qPrintable(out));
        const double mm = 72 / 25.4;
        const double margin = testing::flatMargin(job).toPoints();
        QVERIFY(std::abs(m.captured(1).toDouble() - (margin + 5 * mm)) < 0.1 * mm); // 5 mm safe zone
    }

    void pictureReachesTheBleedButNotOverTheFold()
    {
        Job job = testing::a4Roll();
        Item picture = itemAt("p", ItemKind::Picture, 2);
        picture.file.path = jpeg("red.jpg", 400, 800, {200, 20, 20});
        job.edit(Face::Outside).items = {picture};
        const QString file = exported(job, ExportKind::Flat, "bleed.pdf", dir_.path());
        const int dpi = 254; // ten pixels a millimetre
        const QImage page = rendered(file, 1, dpi);
        const double margin = testing::flatMargin(job).toMm();
        const auto at = [&](double x, double y) {
            return page.pixelColor(int(std::lround((margin + x) * 10)), int(std::lround((margin + y) * 10)));
        };
        const auto isRed = [](const QColor& c) { return c.red() > 120 && c.green() < 120; };
        const auto isPaper = [](const QColor& c) { return c.lightness() > 240; };
        // Cut edges: print to the end of the 3 mm bleed and no further.
        QVERIFY(isRed(at(299.8, 100)));
        QVERIFY(isPaper(at(300.3, 100)));
        QVERIFY(isRed(at(250, -2.8)));
        QVERIFY(isPaper(at(250, -3.3)));
        QVERIFY(isRed(at(250, 212.8)));
        // The fold at 197 mm: print up to it and not beyond.
        QVERIFY(isRed(at(197.3, 100)));
        QVERIFY(isPaper(at(196.7, 100)));
    }

    void marksStandOutsideTheBleed()
    {
        Job job = testing::a4Roll();
        const QString file = exported(job, ExportKind::Flat, "marks.pdf", dir_.path());
        const QImage page = rendered(file, 1, 254);
        const int margin = int(testing::flatMargin(job).toMm() * 10);
        int ink = 0;
        int inside = 0;
        for (int y = 0; y < page.height(); ++y) {
            for (int x = 0; x < page.width(); ++x) {
                if (page.pixelColor(x, y).lightness() > 200)
                    continue;
                ++ink;
                const bool inBleed = x > margin - 29 && y > margin - 29 && x < page.width() - margin + 29 &&
                                     y < page.height() - margin + 29;
                inside += inBleed ? 1 : 0;
            }
        }
        QVERIFY(ink > 300);
        QCOMPARE(inside, 0);
        // A fold mark at 97 mm (dashed: less ink than the crop mark at 0).
        const auto inkAt = [&](double mm) {
            int n = 0;
            for (int y = 0; y < margin - 30; ++y)
                for (int dx = -2; dx <= 2; ++dx)
                    n += page.pixelColor(margin + int(mm * 10) + dx, y).lightness() < 200 ? 1 : 0;
            return n;
        };
        QVERIFY(inkAt(97) > 5);
        QVERIFY(inkAt(0) > inkAt(97));
        QCOMPARE(inkAt(50), 0);
    }

    void jpegGoesInByteForByteAndCmykStaysCmyk()
    {
        Job job = testing::a4Roll();
        Item rgb = itemAt("rgb", ItemKind::Picture, 0);
        rgb.file.path = jpeg("plain.jpg", 300, 300, {10, 120, 60});
        Item cmyk = itemAt("cmyk", ItemKind::Picture, 1);
        cmyk.file.path = jpeg("inks.jpg", 300, 300, {0, 200, 255, 255});
        job.edit(Face::Outside).items = {rgb, cmyk};
        const QString file = exported(job, ExportKind::Flat, "jpeg.pdf", dir_.path());
        const QByteArray list = run(QStringLiteral("pdfimages"), {QStringLiteral("-list"), file});
        QVERIFY(list.contains("cmyk"));
        QVERIFY(list.contains("icc"));
        run(QStringLiteral("pdfimages"), {QStringLiteral("-j"), file, path("out")});
        QFile original(path("plain.jpg"));
        QFile back(path("out-000.jpg"));
        QVERIFY(original.open(QIODevice::ReadOnly) && back.open(QIODevice::ReadOnly));
        QCOMPARE(back.readAll(), original.readAll());
    }

    void tintsKeepTheirInks()
    {
        // Ghostscript's ink coverage: the share of each process colour over the page.
        Job job = testing::a4Roll();
        job.inks.push_back({QStringLiteral("Only magenta"), {0, 80, 0, 0}});
        Item tint = itemAt("m", ItemKind::Shape, 1);
        tint.ink = QStringLiteral("Only magenta");
        tint.strength = 50;
        job.edit(Face::Outside).items = {tint};
        const QString file = exported(job, ExportKind::Flat, "tint.pdf", dir_.path());
        const QByteArray out =
            run(QStringLiteral("gs"), {QStringLiteral("-q"), QStringLiteral("-dNOPAUSE"), QStringLiteral("-dBATCH"),
                                       QStringLiteral("-sDEVICE=ink_cov"), QStringLiteral("-dLastPage=1"),
                                       QStringLiteral("-o"), QStringLiteral("-"), file});
        const QStringList inks = QString::fromLatin1(out).split(u' ', Qt::SkipEmptyParts);
        QVERIFY2(inks.size() >= 4, out.constData());
        const double margin = testing::flatMargin(job).toMm();
        const double share = 40.0 * (100 * 216) / ((297 + 2 * margin) * (210 + 2 * margin)); // percent of the page
        QVERIFY2(std::abs(inks[1].toDouble() - share) < 0.4, out.constData());
        QVERIFY2(inks[0].toDouble() < 0.2, out.constData()); // marks only
    }

    void heldToTheLightTheFoldsCoincide_data()
    {
        QTest::addColumn<int>("flip");
        QTest::addColumn<int>("scheme");
        QTest::newRow("short edge") << int(FlipEdge::Short) << int(FoldScheme::Roll);
        QTest::newRow("long edge") << int(FlipEdge::Long) << int(FoldScheme::Roll);
        QTest::newRow("cross fold") << int(FlipEdge::Short) << int(FoldScheme::Cross);
        QTest::newRow("opens upwards") << int(FlipEdge::Long) << int(FoldScheme::Short);
    }
    void heldToTheLightTheFoldsCoincide()
    {
        QFETCH(int, flip);
        QFETCH(int, scheme);
        Job job = testing::a4Roll();
        job.fold.scheme = FoldScheme(scheme);
        job.fold.panels = scheme == int(FoldScheme::Cross) ? 4 : scheme == int(FoldScheme::Short) ? 2 : 3;
        job.fold.atHead = scheme == int(FoldScheme::Short);
        job.fold.coverPanel = usualFront(job.fold, false);
        job.press.flip = FlipEdge(flip);
        job.press.gripper = len("0");  // so that both sides have marks at every edge
        job.press.marks.label = false; // it reads from either side
        job.press.sheet = {len("660"), len("470")};
        const QString file = exported(job, ExportKind::Sheets, "light.pdf", dir_.path());
        const QImage front = rendered(file, 1, 127);
        const QImage back = rendered(file, 2, 127);
        QCOMPARE(front.size(), back.size());
        const QImage through =
            FlipEdge(flip) == FlipEdge::Short ? back.mirrored(true, false) : back.mirrored(false, true);
        int marks = 0;
        int apart = 0;
        for (int y = 1; y + 1 < front.height(); ++y) {
            for (int x = 1; x + 1 < front.width(); ++x) {
                if (front.pixelColor(x, y).lightness() > 100)
                    continue;
                ++marks;
                bool met = false; // within a fifth of a millimetre: rendering rounds either way
                for (int dy = -1; dy <= 1 && !met; ++dy)
                    for (int dx = -1; dx <= 1 && !met; ++dx)
                        met = through.pixelColor(x + dx, y + dy).lightness() < 200;
                apart += met ? 0 : 1;
            }
        }
        QVERIFY(marks > 300);
        QVERIFY2(apart < marks / 50, qPrintable(QStringLiteral("%1 of %2").arg(apart).arg(marks)));
    }

    void backsAreTurnedForTheirFronts()
    {
        // A tint on the front cover (right panel outside) and one behind it (left panel inside) lie on the same paper.
        Job job = testing::a4Roll();
        Item front = itemAt("f", ItemKind::Shape, 2);
        front.ink = QStringLiteral("Black");
        Item behind = itemAt("b", ItemKind::Shape, 0);
        behind.ink = QStringLiteral("Black");
        job.edit(Face::Outside).items = {front};
        job.edit(Face::Inside).items = {behind};
        for (const FlipEdge flip : {FlipEdge::Short, FlipEdge::Long}) {
            job.press.flip = flip;
            const QString file = exported(job, ExportKind::Sheets, "turned-sheet.pdf", dir_.path());
            const QImage a = rendered(file, 1, 50);
            const QImage b = rendered(file, 2, 50);
            const QImage through = flip == FlipEdge::Short ? b.mirrored(true, false) : b.mirrored(false, true);
            int black = 0;
            int differs = 0;
            for (int y = 0; y < a.height(); ++y) {
                for (int x = 0; x < a.width(); ++x) {
                    const bool one = a.pixelColor(x, y).lightness() < 120;
                    black += one ? 1 : 0;
                    differs += one != (through.pixelColor(x, y).lightness() < 120) ? 1 : 0;
                }
            }
            QVERIFY(black > 50000);
            QVERIFY2(differs < black / 50, qPrintable(QStringLiteral("%1 of %2").arg(differs).arg(black)));
        }
    }

    void neighboursDoNotPrintOverEachOther()
    {
        // Left half cyan, right half magenta; with no gap the cyan bleed of the next card would lie on the magenta.
        Job job = testing::cards(2, 1, Length());
        job.inks.push_back({QStringLiteral("C alone"), {100, 0, 0, 0}});
        job.inks.push_back({QStringLiteral("M alone"), {0, 100, 0, 0}});
        Item all = itemAt("all", ItemKind::Shape, 0);
        all.ink = QStringLiteral("C alone");
        Item half = all;
        half.id = QStringLiteral("half");
        half.ink = QStringLiteral("M alone");
        half.side(ItemSide::Left).at = LineEnd::Start;
        half.side(ItemSide::Left).line = PaperLine::Edge;
        half.side(ItemSide::Left).offset = len("42.5");
        job.edit(Face::Outside).items = {all, half};
        const Plan plan = testing::planned(job);
        const Rect& first = plan.sheet().front[0].trim;
        const QImage page = rendered(exported(job, ExportKind::Sheets, "touch.pdf", dir_.path()), 1, 150);
        const auto colour = [&](Length x) {
            return page.pixelColor(int(x.toMm() * 150 / 25.4), int(first.middle().y.toMm() * 150 / 25.4));
        };
        const auto isMagenta = [](const QColor& c) { return c.red() > c.green() + 80; };
        QVERIFY(isMagenta(colour(first.right() - len("1"))));
        QVERIFY(!isMagenta(colour(first.right() + len("1"))));
        QVERIFY(isMagenta(colour(plan.sheet().front[1].trim.right() + len("2")))); // at the end it bleeds
    }
};

HINGE_TEST(TestExport)
#include "test_export.moc"
