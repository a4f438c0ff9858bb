// SPDX-License-Identifier: GPL-3.0-or-later
// What is on the screen is in the PDF: the screen's painting against poppler's rendering of the exported file.
#include "colour/colour_text.h"
#include "core/edit/frames.h"
#include "core/edit/masters.h"
#include "core/edit/new_items.h"
#include "core/edit/sequence_edits.h"
#include "paint/face_painter.h"
#include "paint/flat_diagram.h"
#include "paint/likeness.h"
#include "paint/piece_painter.h"
#include "paint/screen_and_print.h"
#include "paint/sheet_painter.h"
#include "pdf/export_pdf.h"
#include "testing.h"

#include <QPainter>
#include <QProcess>
#include <QTemporaryDir>

using namespace hinge;
using testing::len;

class TestFacePainter : public ScreenAndPrint
{
    Q_OBJECT

private Q_SLOTS:
    void inksAreSeenThroughTheColourOfThePaper()
    {
        QImage image(4, 1, QImage::Format_ARGB32_Premultiplied);
        image.fill(Qt::white);
        image.setPixelColor(1, 0, Qt::black);
        image.setPixelColor(2, 0, QColor(255, 128, 0));
        const QImage before = image;
        Stock stock;
        QPainter p(&image);
        tintPaper(p, QRectF(0, 0, 4, 1), stock);
        QCOMPARE(image, before); // on white paper nothing changes
        stock.tint = 0xCBA980;
        tintPaper(p, QRectF(0, 0, 3, 1), stock);
        p.end();
        QCOMPARE(image.pixelColor(0, 0), QColor(0xCB, 0xA9, 0x80));
        QCOMPARE(image.pixelColor(1, 0), QColor(Qt::black));
        QVERIFY(std::abs(image.pixelColor(2, 0).green() - 0xA9 / 2) <= 1 && image.pixelColor(2, 0).blue() == 0);
        QCOMPARE(image.pixelColor(3, 0), QColor(Qt::white)); // beside the paper
    }
    void aRepaintIsDueWhenAnythingPrintedChanged()
    {
        Job job = testing::a4Roll();
        job.textStyles = {{QStringLiteral("Body"), {}}};
        job.characterStyles = {{QStringLiteral("Name"), QStringLiteral("Cabin Bold"), {}}};
        Item text;
        text.id = QStringLiteral("t");
        text.kind = ItemKind::Text;
        text.sides = sidesFillingSafeArea(1);
        text.paragraphs = {
            {QStringLiteral("Tides"), {}, QStringLiteral("Body"), {{0, 3, {}, {}, QStringLiteral("Name")}}}};
        job.edit(Face::Outside).items = {text};
        const struct {
            const char* what;
            void (*change)(Job&);
            bool due;
        } changes[] = {
            {"nothing", [](Job&) {}, false},
            {"title", [](Job& j) { j.title = QStringLiteral("Other"); }, false},
            {"quantity", [](Job& j) { j.quantity = 5; }, false},
            {"character style", [](Job& j) { j.characterStyles[0].font = QStringLiteral("Vollkorn Bold"); }, true},
            {"paragraph style", [](Job& j) { j.textStyles[0].style.size = Length::points(14); }, true},
            {"ink", [](Job& j) { j.inks[0].cmyk.c = 77; }, true},
            {"words", [](Job& j) { j.findItem(QStringLiteral("t"))->paragraphs[0].text = QStringLiteral("Tidal"); },
             true},
            {"baseline grid", [](Job& j) { j.gridStep = Length::points(13); }, true},
            {"bleed", [](Job& j) { j.zones.bleed = len("5"); }, true},
            {"safe zone", [](Job& j) { j.zones.safe = len("9"); }, true}, // the text holds on to it
            {"flat", [](Job& j) { j.flat.h = len("200"); }, true},
            {"order",
             [](Job& j) {
                 j.edit(Face::Inside).items.push_back(*j.findItem(QStringLiteral("t")));
                 j.edit(Face::Inside).items[0].id = QStringLiteral("u");
             },
             true},
        };
        for (const auto& c : changes) {
            PrintedState state;
            TextLayoutCache layouts(FontLibrary::shipped());
            QVERIFY(state.update(job, testing::planned(job), layouts).any());
            Job changed = job;
            c.change(changed);
            QVERIFY2(state.update(changed, testing::planned(changed), layouts).any() == c.due, c.what);
            QVERIFY2(!state.update(changed, testing::planned(changed), layouts).any(), c.what);
        }
    }

    void facesOnSheetsAreKeptUntilTheyChange()
    {
        Job job = testing::a4Roll();
        job.characterStyles = {{QStringLiteral("Name"), {}, QStringLiteral("Black")}};
        TextStyle large;
        large.size = Length::points(60);
        large.leading = Length::points(60);
        Item text;
        text.id = QStringLiteral("t");
        text.kind = ItemKind::Text;
        text.sides = sidesFillingSafeArea(1);
        text.paragraphs = {{QStringLiteral("MMMM"), large, {}, {{0, 4, {}, {}, QStringLiteral("Name")}}}};
        job.edit(Face::Outside).items = {text};
        TextLayoutCache layouts(FontLibrary::shipped());
        FacePainter painter(layouts, none_);
        FaceImageCache cache;
        const auto image = [&] { return cache.image(painter, job, testing::planned(job), Face::Outside, false, 0.5); };
        const QImage first = image();
        QVERIFY(image().cacheKey() == first.cacheKey()); // the same picture, not one like it
        job.characterStyles[0].ink = QStringLiteral("Lamp");
        const QImage second = image();
        QVERIFY(second.cacheKey() != first.cacheKey());
        QVERIFY(second != first);
        cache.forget();
        QVERIFY(image().cacheKey() != second.cacheKey());
        QCOMPARE(image(), second);
    }

    void textStandsOnTheScreenAsInPrint_data()
    {
        QTest::addColumn<QString>("font");
        QTest::addColumn<int>("points");
        QTest::addColumn<bool>("headDown");
        QTest::newRow("kept as images") << QStringLiteral("Cabin Regular") << 9 << false;
        QTest::newRow("true type") << QStringLiteral("Vollkorn Regular") << 10 << false;
        QTest::newRow("filled outlines") << QStringLiteral("Vollkorn Bold") << 36 << false;
        QTest::newRow("on its head") << QStringLiteral("Vollkorn Regular") << 14 << true;
    }
    void textStandsOnTheScreenAsInPrint()
    {
        QFETCH(QString, font);
        QFETCH(int, points);
        QFETCH(bool, headDown);
        Job job = testing::a4Roll();
        if (headDown) {
            job.fold = {FoldScheme::Cross, 4};
            job.fold.coverPanel = 3;
        }
        Item text;
        text.id = QStringLiteral("t");
        text.kind = ItemKind::Text;
        text.sides = sidesFillingSafeArea(headDown ? 0 : 1);
        TextStyle style;
        style.font = font;
        style.size = Length::points(points);
        style.leading = Length::points(points + 4);
        style.align = Align::Justified;
        text.paragraphs = {
            {QStringLiteral(
                 "Two high waters and two low ones make a day of twenty-four hours and fifty minutes. Waffle, fjord."),
             style}};
        job.edit(Face::Outside).items = {text};
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.findItem(QStringLiteral("t"))->headDown, headDown);
        const QImage screen = painted(job, plan, Face::Outside, none_);
        const QImage print = printed(job);
        QVERIFY(std::abs(screen.width() - print.width()) <= 1);
        const Rect frame = plan.itemsOn(Face::Outside)[0].frame;
        const int x0 = int((frame.x + testing::flatMargin(job)).toMm() * perMm);
        const int x1 = int((frame.right() + testing::flatMargin(job)).toMm() * perMm);
        const auto [ink, apart] = testing::likeness(screen, print, QRect(x0, 0, x1 - x0, screen.height()));
        QVERIFY(ink > 2000);
        QVERIFY2(apart * 500 < ink, qPrintable(QStringLiteral("%1 of %2").arg(apart).arg(ink)));
    }

    void tintsAndPicturesLieInPlace()
    {
        Job job = testing::a4Roll();
        Item tint;
        tint.id = QStringLiteral("tint");
        tint.ink = QStringLiteral("Black");
        tint.sides =
            freeSides(testing::planned(job).paper, Face::Outside, {len("110"), len("20"), len("50"), len("30")});
        Item picture;
        picture.id = QStringLiteral("picture");
        picture.kind = ItemKind::Picture;
        picture.sides = sidesFillingPanel(2);
        // Left half dark, right half light: cropping evenly keeps the border in the middle.
        QImage pixels(800, 400, QImage::Format_RGB32);
        pixels.fill(Qt::white);
        QPainter p(&pixels);
        p.fillRect(0, 0, 400, 400, Qt::black);
        p.end();
        picture.file.path = dir_.filePath(QStringLiteral("half.png"));
        QVERIFY(pixels.save(picture.file.path));
        job.edit(Face::Outside).items = {tint, picture};
        OnePicture source;
        source.shown = {pixels, {}, QRectF(pixels.rect()), 2.0, {}, false};
        const QImage screen = painted(job, testing::planned(job), Face::Outside, source);
        const QImage print = printed(job);
        const int margin = int((testing::flatMargin(job) - job.zones.bleed).toMm() * perMm) + 1; // without the marks
        const auto [ink, apart] =
            testing::likeness(screen, print, screen.rect().adjusted(margin, margin, -margin, -margin));
        // A tint of 50 x 30 mm, and the dark half of a picture that fills a panel of 100 x 210 mm and its bleed.
        QVERIFY2(std::abs(ink - 100 * (50 * 30 + 51.5 * 216)) < 4000, qPrintable(QString::number(ink)));
        QCOMPARE(apart, 0);
    }

    void everythingStandsOnTheScreenAsInPrint()
    {
        Job job = testing::a4Roll();
        const Plan bare = testing::planned(job);
        int number = 0;
        const auto add = [&](ItemKind kind, double x, double y, double w, double h) -> Item& {
            Item item;
            item.id = QStringLiteral("i%1").arg(++number);
            item.kind = kind;
            item.ink = kind == ItemKind::Text ? QString() : QStringLiteral("Black");
            item.sides =
                freeSides(bare.paper, Face::Outside,
                          {Length::nearestMm(x), Length::nearestMm(y), Length::nearestMm(w), Length::nearestMm(h)});
            job.edit(Face::Outside).items.push_back(item);
            return job.edit(Face::Outside).items.back();
        };
        add(ItemKind::Shape, 10, 10, 30, 20).outline = Outline::Ellipse;
        Item& rounded = add(ItemKind::Shape, 50, 10, 30, 20);
        rounded.cornerRadius = len("6");
        rounded.ink.clear();
        rounded.stroke = {len("2"), QStringLiteral("Black"), 100};
        Item& polygon = add(ItemKind::Shape, 10, 40, 30, 30);
        polygon.outline = Outline::Polygon;
        polygon.corners = 5;
        Item& line = add(ItemKind::Shape, 50, 40, 30, 30);
        line.outline = Outline::Line;
        line.stroke = {len("1.5"), QStringLiteral("Black"), 100};
        Item& down = add(ItemKind::Text, 110, 10, 20, 90);
        down.textRun = TextRun::Down;
        down.paragraphs = {{QStringLiteral("Tide almanac"), {}}};
        down.paragraphs.front().style.size = Length::points(30);
        down.paragraphs.front().style.ruleBelow = Length::points(2);
        Item& up = add(ItemKind::Text, 140, 10, 20, 90);
        up.textRun = TextRun::Up;
        up.verticalAlign = VerticalAlign::Foot;
        up.paragraphs = down.paragraphs;
        add(ItemKind::Code, 210, 10, 40, 30).code = {Symbology::Ean13, QStringLiteral("9780306406157")};
        add(ItemKind::Code, 210, 50, 40, 40).code = {Symbology::Qr, QStringLiteral("low water")};
        Item& columns = add(ItemKind::Text, 10, 100, 80, 60);
        columns.textColumns = 2;
        columns.paragraphs = {{QStringLiteral("Two high waters and two low ones make a day of twenty-four hours and "
                                              "fifty minutes, and nobody has ever found it otherwise."),
                               {}}};
        columns.paragraphs.front().style.align = Align::Justified;
        columns.paragraphs.front().style.hyphenation = QStringLiteral("en-GB");
        columns.paragraphs.front().spans = {{4, 11, QStringLiteral("Vollkorn Bold"), {}}};
        const Plan plan = testing::planned(job);
        const QImage screen = painted(job, plan, Face::Outside, none_);
        const QImage print = printed(job);
        const int margin = int(testing::flatMargin(job).toMm() * perMm) + 2;
        for (std::size_t i = 0; i < plan.itemsOn(Face::Outside).size(); ++i) {
            const Rect& f = plan.itemsOn(Face::Outside)[i].frame;
            const QRect area(
                QPoint(int(f.x.toMm() * perMm) + margin - 16, int(f.y.toMm() * perMm) + margin - 16),
                QPoint(int(f.right().toMm() * perMm) + margin + 15, int(f.bottom().toMm() * perMm) + margin + 15));
            const auto [ink, apart] = testing::likeness(screen, print, area);
            QVERIFY2(ink > 500, qPrintable(QStringLiteral("item %1 is not there").arg(i + 1)));
            QVERIFY2(apart * 300 < ink, qPrintable(QStringLiteral("item %1: %2 of %3").arg(i + 1).arg(apart).arg(ink)));
        }
    }

    void mastersStandOnTheScreenAsInPrint()
    {
        Job job = testing::a4Roll();
        const Plan bare = testing::planned(job);
        Master master = newMaster(job, Face::Outside);
        master.on = MasterOn::Panels;
        master.panels = {1, 0, 2};
        addMaster(job, master);
        Item dot;
        dot.id = QStringLiteral("dot");
        dot.outline = Outline::Ellipse;
        dot.ink = QStringLiteral("Black");
        dot.sides = freeSides(bare.paper, Face::Outside, {len("107"), len("30"), len("30"), len("30")});
        Item own = dot;
        own.id = QStringLiteral("own");
        own.outline = Outline::Rectangle;
        own.ink = bareInk(job);
        own.sides = freeSides(bare.paper, Face::Outside, {len("100"), len("45"), len("190"), len("60")});
        job.edit(master.surface()).items = {dot};
        job.edit(Face::Outside).items = {own};
        settleMasters(job);
        const Plan plan = testing::planned(job);
        const int margin = int((testing::flatMargin(job) - job.zones.bleed).toMm() * perMm) + 1; // without the marks
        const auto halves = [&](const Job& shown) {
            const QImage screen = painted(shown, testing::planned(shown), Face::Outside, none_);
            const auto [ink, apart] =
                testing::likeness(screen, printed(shown), screen.rect().adjusted(margin, margin, -margin, -margin));
            return std::pair(ink / double(perMm * perMm), apart);
        };
        const double disc = 3.14159265 * 15 * 15; // square millimetres
        // Two of the three are half hidden by what stands on the face.
        const auto [under, underApart] = halves(job);
        QVERIFY2(std::abs(under - 2 * disc) < 0.02 * disc, qPrintable(QString::number(under / disc)));
        QCOMPARE(underApart, 0);
        job.masters[0].over = true;
        const auto [over, overApart] = halves(job);
        QVERIFY2(std::abs(over - 3 * disc) < 0.02 * disc, qPrintable(QString::number(over / disc)));
        QCOMPARE(overApart, 0);
        letGo(job, Face::Outside, QStringLiteral("dot"), true);
        QCOMPARE(halves(job).first, 0.0);
    }

    void changesOfAMasterAreSeenWhereItShows()
    {
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 8;
        beginSequence(job);
        addMaster(job, newMaster(job, job.sequence[0].surface()));
        const SurfaceId master = job.masters[0].surface();
        Item dot;
        dot.id = QStringLiteral("dot");
        dot.ink = QStringLiteral("Black");
        dot.sides = freeSides(testing::planned(job).paperOf(master), Face::Outside,
                              {len("10"), len("30"), len("40"), len("40")});
        job.edit(master).items = {dot};
        settleMasters(job);
        TextLayoutCache layouts(FontLibrary::shipped());
        PrintedState state;
        QVERIFY(state.update(job, testing::planned(job), layouts).everything);
        job.edit(master).items[0].strength = 50;
        settleMasters(job);
        const Repaint stale = state.update(job, testing::planned(job), layouts);
        QVERIFY(!stale.everything);
        for (const SequencePage& page : job.sequence)
            QVERIFY(stale.areas.contains(page.surface()));
        QVERIFY(!stale.areas.contains(Face::Outside));
        letGo(job, job.sequence[2].surface(), QStringLiteral("dot"), true);
        QVERIFY(state.update(job, testing::planned(job), layouts).everything);
        job.masters[0].on = MasterOn::RightHand;
        settleMasters(job);
        QVERIFY(state.update(job, testing::planned(job), layouts).everything);
    }

    void framesThatWaitPrintNothing()
    {
        const Job bare = testing::a4Roll();
        Job job = bare;
        for (Item frame : usualFrames(job, testing::planned(job), Face::Outside, testing::planned(job).paper.front())) {
            frame.id = frame.name;
            frame.stroke.width = Length::mm(1);
            frame.shadow.emplace();
            frame.opacity = 50;
            job.edit(Face::Outside).items.push_back(std::move(frame));
        }
        QCOMPARE(painted(job, testing::planned(job), Face::Outside, none_),
                 painted(bare, testing::planned(bare), Face::Outside, none_));
        QCOMPARE(printed(job), printed(bare));
    }

    void glassIsSeenThroughAsAWhole()
    {
        Job job = testing::a4Roll();
        Item glass;
        glass.id = QStringLiteral("glass");
        glass.kind = ItemKind::Shape;
        glass.ink = QStringLiteral("Black");
        glass.opacity = 50;
        glass.stroke = {len("4"), QStringLiteral("Black"), 100};
        glass.sides =
            freeSides(testing::planned(job).paper, Face::Outside, {len("20"), len("20"), len("40"), len("40")});
        job.edit(Face::Outside).items = {glass};
        const QImage screen = painted(job, testing::planned(job), Face::Outside, none_);
        const auto grey = [&](double x, double y) {
            const double margin = testing::flatMargin(job).toMm();
            return screen.pixelColor(int((x + margin) * perMm), int((y + margin) * perMm)).lightness();
        };
        // Where stroke and tint lie over each other it is no darker than elsewhere.
        QVERIFY(std::abs(grey(21, 40) - grey(40, 40)) <= 1);
        QVERIFY(grey(40, 40) > 90 && grey(40, 40) < 190);
        QVERIFY(grey(15, 40) > 250);
    }

    void platesOfPicturesAddUpToThem()
    {
        const ScreenColour colour;
        QImage picture(40, 10, QImage::Format_RGB32);
        for (int x = 0; x < 40; ++x)
            for (int y = 0; y < 10; ++y)
                picture.setPixelColor(x, y, QColor::fromHsv(x * 9, 160, 200));
        picture.setPixelColor(0, 0, Qt::white);
        const QImage cyan = colour.of(picture, {false, QStringLiteral("Cyan")});
        const QImage spot = colour.of(picture, {false, QStringLiteral("Signal")});
        QCOMPARE(cyan.pixelColor(0, 0), QColor(Qt::white)); // no ink on white
        // What a colour asks of the plate is what the picture shows there.
        for (int x = 1; x < 40; x += 7) {
            const Cmyk wanted = colour.toPress(picture.pixelColor(x, 5));
            QVERIFY(std::abs(255 - cyan.pixelColor(x, 5).red() - wanted.c.value() * 2.55) < 5);
            QCOMPARE(spot.pixelColor(x, 5), QColor(Qt::white));
        }
        // A proof of the press changes bright colours more than dull ones.
        const QImage proof = colour.of(picture, {true, {}});
        QVERIFY(proof.pixelColor(20, 5) != picture.pixelColor(20, 5));
        QCOMPARE(colour.of(picture, {}).pixelColor(20, 5), picture.pixelColor(20, 5));
    }

    void coloursOfTheScreenAreReadAsPeopleHaveThem()
    {
        for (const char* text : {"#1a5f7a", "1A5F7A", " #1a5f7a ", "26 95 122", "26, 95,122", "rgb(26, 95, 122)"}) {
            const auto colour = parseScreenColour(QString::fromLatin1(text));
            QVERIFY2(colour && *colour == QColor(26, 95, 122), text);
        }
        QCOMPARE(*parseScreenColour(QStringLiteral("#28c")), QColor(0x22, 0x88, 0xcc)); // CSS Color 4, 5.2
        for (const char* text : {"", "#12345", "26 95", "256 0 0", "26 95 122 1", "teal", "#ggg"})
            QVERIFY2(!parseScreenColour(QString::fromLatin1(text)), text);
    }

    void screenColoursComeFromThePressProfile()
    {
        const ScreenColour colour;
        // Paper is white, full black is dark but not the screen's black, and cyan is not the screen's cyan (0, 255,
        // 255).
        QCOMPARE(colour.of({0, 0, 0, 0}).name(), QStringLiteral("#ffffff"));
        QVERIFY(colour.of({0, 0, 0, 100}).lightness() < 60);
        const QColor cyan = colour.of({100, 0, 0, 0});
        QVERIFY(cyan.red() < 40 && cyan.green() > 130 && cyan.green() < 180 && cyan.blue() > 200);
        QVERIFY(colour.of({0, 0, 0, 100}, 50).lightness() > 100);
    }

    void standingPieceShowsEveryPanelWhenOpen()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        QImage image(600, 400, QImage::Format_RGB32);
        image.fill(Qt::blue);
        QPainter p(&image);
        std::array<QImage, 2> faces{QImage(297, 210, QImage::Format_RGB32), QImage(297, 210, QImage::Format_RGB32)};
        faces[0].fill(Qt::red);   // outside
        faces[1].fill(Qt::green); // inside
        paintStandingPiece(p, image.rect(), testing::a4Roll(), plan, 1.0, faces, Qt::black);
        p.end();
        int green = 0;
        int red = 0;
        for (int y = 0; y < image.height(); y += 2) {
            for (int x = 0; x < image.width(); x += 2) {
                const QColor c = image.pixelColor(x, y);
                green += c.green() > 150 && c.red() < 90 ? 1 : 0;
                red += c.red() > 150 && c.green() < 90 ? 1 : 0;
            }
        }
        QVERIFY(green > 15000); // the whole inside
        QCOMPARE(red, 0);
    }

    void diagramsOfBothFacesShareOneScale()
    {
        for (const PieceKind kind : allPieceKinds) {
            const auto planned = plan(newPiece(kind));
            for (const QSizeF room : {QSizeF(640, 330), QSizeF(300, 700)}) {
                const QRectF target(QPointF(10, 20), room);
                for (const auto& subjects : {facesOf(*planned, kind), textPagesOf(*planned)}) {
                    const FlatDiagram drawing(target, subjects, Unit::Mm);
                    QCOMPARE(drawing.places().empty(), subjects.empty());
                    std::optional<double> scale;
                    for (const FlatDiagram::PanelRef place : drawing.places()) {
                        const QRectF area = drawing.panelArea(place);
                        QVERIFY2(target.contains(area), qPrintable(kindName(kind)));
                        QVERIFY(drawing.panelAt(area.center()) == place);
                        const double here = area.height() / drawing.panel(place).area.h.toMm();
                        QVERIFY(!scale || std::abs(*scale - here) < 1e-9);
                        scale = here;
                        for (const FlatDiagram::PanelRef other : drawing.places())
                            if (other.subject != place.subject)
                                QVERIFY(!area.intersects(drawing.panelArea(other)));
                    }
                    QVERIFY(!drawing.panelAt(target.topLeft()));
                }
            }
        }
    }

    void diagramsWithoutRoomPaintNothing()
    {
        const auto planned = plan(newPiece(PieceKind::Leaflet));
        QImage image(40, 40, QImage::Format_RGB32);
        image.fill(Qt::white);
        const QImage before = image;
        QPainter p(&image);
        FlatDiagram(QRectF(0, 0, 40, 40), facesOf(*planned, PieceKind::Leaflet), Unit::Mm).paint(p, {});
        p.end();
        QCOMPARE(image, before);
    }
};

HINGE_TEST(TestFacePainter)
#include "test_face_painter.moc"
