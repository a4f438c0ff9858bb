// SPDX-License-Identifier: GPL-3.0-or-later
// Text against what lies behind it.
#include "colour/ink_light.h"
#include "colour/picture_tones.h"
#include "colour/press_profile.h"
#include "core/edit/masters.h"
#include "core/edit/remedies.h"
#include "core/job/master_copies.h"
#include "export_reader.h"
#include "typeset/contrast_checks.h"

class TestContrast : public ExportReader
{
    Q_OBJECT

    static const LightOfInk& light()
    {
        static const LightOfInk shipped = lightByPress(shippedPressProfile().icc);
        return shipped;
    }
    /// A leaflet with inks "Black", "Paper" and "Wash".
    static Job leaflet(const Cmyk& wash = {0, 0, 0, 100})
    {
        Job job = testing::a4Roll();
        job.inks = {{QStringLiteral("Black"), {0, 0, 0, 100}, false},
                    {QStringLiteral("Paper"), {}, false},
                    {QStringLiteral("Wash"), wash, false}};
        return job;
    }
    /// Words on the middle panel, on the middle of the sheet's height.
    static Item words(const char* ink, const char* font = "Cabin Regular", int size = 9)
    {
        Item item = itemAt("words", ItemKind::Text, 1);
        Paragraph p;
        p.text = QStringLiteral("Spring tides follow the moon");
        p.style.ink = QString::fromLatin1(ink);
        p.style.font = QString::fromLatin1(font);
        p.style.size = Length::points(size);
        p.style.leading = Length::points(size + 4);
        item.paragraphs = {p};
        return item;
    }
    static Item tint(const char* ink, int strength = 100)
    {
        Item item = itemAt("tint", ItemKind::Shape, 1);
        item.ink = QString::fromLatin1(ink);
        item.strength = Percent(strength);
        return item;
    }
    static Job with(Job job, std::vector<Item> items)
    {
        job.edit(Face::Outside).items = std::move(items);
        return job;
    }
    std::vector<Finding> found(const Job& job) const
    {
        TextLayoutCache layouts(FontLibrary::installed());
        FileFactsMap facts = readAllFacts(job, dir_.path());
        for (auto file = facts.begin(); file != facts.end(); ++file)
            readTones(resolvedPath(file.key(), dir_.path()), *file);
        return checkContrast(job, testing::planned(job), facts, light(), layouts);
    }
    static double told(const Finding& f)
    {
        static const QRegularExpression ratio(QStringLiteral("contrast is ([0-9.]+) to 1"));
        return ratio.match(f.reason).captured(1).toDouble();
    }
    /// Black at its left, white at its right.
    Item halves(int width, int height, const char* name = "halves.png")
    {
        QImage image(width, height, QImage::Format_RGB32);
        image.fill(Qt::white);
        QPainter(&image).fillRect(0, 0, width / 2, height, Qt::black);
        if (!image.save(path(name)))
            qFatal("no picture");
        Item item = itemAt("picture", ItemKind::Picture, 1);
        item.file.path = QString::fromLatin1(name);
        return item;
    }
    /// Under the first 20 mm of the panel.
    static Item onTheLeft(Item item)
    {
        item.side(ItemSide::Right).offset = len("-80");
        return item;
    }

private Q_SLOTS:
    void onPaperAlone()
    {
        QVERIFY(found(with(leaflet(), {words("Black")})).empty());
        const auto bare = found(with(leaflet(), {words("Paper")}));
        QCOMPARE(bare.size(), std::size_t(1));
        QCOMPARE(bare[0].code, QStringLiteral("text.faint"));
        QCOMPARE(told(bare[0]), 1.0);
        QVERIFY2(bare[0].reason.contains(QStringLiteral("Spring tides")), qPrintable(bare[0].reason));
        QCOMPARE(bare[0].inks[1], QStringLiteral("Black"));
        const Job mended = settled(with(leaflet(), {words("Paper")}), bare[0]);
        QCOMPARE(mended.findItem(QStringLiteral("words"))->paragraphs[0].style.ink, QStringLiteral("Black"));
        QVERIFY(found(mended).empty());
    }

    void onATint()
    {
        QVERIFY(found(with(leaflet(), {tint("Black"), words("Paper")})).empty());
        QVERIFY(found(with(leaflet(), {tint("Black", 10), words("Black")})).empty());
        const auto dark = found(with(leaflet(), {tint("Black", 90), words("Black")}));
        QCOMPARE(dark.size(), std::size_t(1));
        QCOMPARE(dark[0].inks[1], QStringLiteral("Paper"));
        // What lies over the text is not behind it; what can be seen through hides as much as it hides.
        QVERIFY(found(with(leaflet(), {words("Black"), tint("Black", 90)})).empty());
        Item veil = tint("Black");
        veil.opacity = Percent(10);
        QVERIFY(found(with(leaflet(), {veil, words("Black")})).empty());
        Item white = tint("Paper");
        white.id = QStringLiteral("white");
        QVERIFY(found(with(leaflet(), {tint("Black"), white, words("Black")})).empty());
        // Half of the line on black, half on paper: neither ink reads on both.
        const auto both = found(with(leaflet(), {onTheLeft(tint("Black")), words("Black")}));
        QCOMPARE(both.size(), std::size_t(1));
        QCOMPARE(both[0].remedy, Remedy::None);
        // A tint that hides all hides what is further down; one with a round corner may not.
        Item low = halves(400, 1000);
        low.id = QStringLiteral("low");
        QVERIFY(found(with(leaflet(), {low, tint("Paper"), words("Black")})).empty());
        QCOMPARE(found(with(leaflet(), {low, onTheLeft(tint("Paper")), words("Black")})).size(), std::size_t(1));
        Item round = tint("Paper");
        round.id = QStringLiteral("round");
        round.cornerRadius = len("90");
        QCOMPARE(found(with(leaflet(), {tint("Black"), round, words("Black")})).size(), std::size_t(1));
        // A circle beside the words has its frame behind them, but not itself.
        Item circle = tint("Black");
        circle.outline = Outline::Ellipse;
        QVERIFY(found(with(leaflet(), {circle, words("Black")})).empty());
    }

    void transparentTextIsPaler()
    {
        Item item = words("Black");
        item.opacity = Percent(30);
        QCOMPARE(found(with(leaflet(), {item})).size(), std::size_t(1));
        item.opacity = Percent(90);
        QVERIFY(found(with(leaflet(), {item})).empty());
    }

    void largeAndBoldTypeMayBePaler()
    {
        // A grey between the two limits, by the shipped profile.
        const Cmyk grey{0, 0, 0, 62};
        const double ratio = contrastRatio(light()(grey, 100), {});
        QVERIFY2(ratio > 3 && ratio < 4.5, qPrintable(QString::number(ratio)));
        const Job job = leaflet(grey);
        QCOMPARE(found(with(job, {words("Wash")})).size(), std::size_t(1));
        QCOMPARE(found(with(job, {words("Wash", "Cabin Regular", 14)})).size(), std::size_t(1));
        QVERIFY(found(with(job, {words("Wash", "Cabin Bold", 14)})).empty());
        QVERIFY(found(with(job, {words("Wash", "Cabin Regular", 18)})).empty());
        const FontLibrary& fonts = FontLibrary::installed();
        QCOMPARE(fonts.find(QStringLiteral("Cabin Regular"))->weight(), 400);
        QCOMPARE(fonts.find(QStringLiteral("Cabin Bold"))->weight(), 700);
    }

    void theRatioIsThatOfAnotherEngine()
    {
        // transicc of Little CMS converts the ink by the same profile; the formula is that of WCAG 2.2.
        QFile icc(path("press.icc"));
        QVERIFY(icc.open(QIODevice::WriteOnly));
        icc.write(shippedPressProfile().icc);
        icc.close();
        const auto share = [](double byte) {
            const double v = byte / 255;
            return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
        };
        for (const Cmyk& ink : {Cmyk{0, 0, 0, 50}, Cmyk{60, 0, 0, 0}, Cmyk{0, 50, 100, 0}, Cmyk{20, 30, 40, 10}}) {
            const QString numbers = QStringLiteral("%1 %2 %3 %4\n")
                                        .arg(ink.c.value())
                                        .arg(ink.m.value())
                                        .arg(ink.y.value())
                                        .arg(ink.k.value());
            const QString out = QString::fromUtf8(run(QStringLiteral("transicc"),
                                                      {QStringLiteral("-i") + icc.fileName(), QStringLiteral("-o*sRGB"),
                                                       QStringLiteral("-t1"), QStringLiteral("-b")},
                                                      numbers.toUtf8()));
            static const QRegularExpression value(QStringLiteral("[RGB]=([-0-9.]+)"));
            std::vector<double> rgb;
            for (auto it = value.globalMatch(out); it.hasNext();)
                rgb.push_back(std::clamp(it.next().captured(1).toDouble(), 0.0, 255.0));
            QVERIFY2(rgb.size() == 3, qPrintable(out));
            const double y = 0.2126 * share(rgb[0]) + 0.7152 * share(rgb[1]) + 0.0722 * share(rgb[2]);
            const double theirs = 1.05 / (y + 0.05);
            const auto ours = found(with(leaflet(ink), {words("Wash")}));
            QCOMPARE(ours.size(), std::size_t(1));
            QVERIFY2(std::abs(told(ours[0]) - std::floor(theirs * 10) / 10) < 0.11,
                     qPrintable(QStringLiteral("%1 %2").arg(told(ours[0])).arg(theirs)));
        }
    }

    void thePapersOwnColourCounts()
    {
        Job job = with(leaflet(), {words("Black")});
        job.stock.tint = 0xF3E7C8; // cream
        QVERIFY(found(job).empty());
        job.stock.tint = 0x203060; // a deep blue
        const auto onBlue = found(job);
        QCOMPARE(onBlue.size(), std::size_t(1));
        QCOMPARE(onBlue[0].remedy, Remedy::None); // bare paper is as dark
        // A tint lies on the paper, too: white ink there is none.
        QCOMPARE(found(with(job, {tint("Paper"), words("Black")})).size(), std::size_t(1));
    }

    void onAPicture()
    {
        const Item square = halves(400, 1000);
        // The frame of the words is as wide as the panel; the line ends in its left half.
        Job job = with(leaflet(), {square, words("Black")});
        QCOMPARE(found(job).size(), std::size_t(1));
        QVERIFY(found(with(leaflet(), {square, words("Paper")})).empty());
        Item right = words("Black");
        right.side(ItemSide::Left).offset = len("52");
        QVERIFY(found(with(leaflet(), {square, right})).empty());
        right.paragraphs[0].style.ink = QStringLiteral("Paper");
        QCOMPARE(found(with(leaflet(), {square, right})).size(), std::size_t(1));
        // Cropped to its white part it is white all over.
        Item wide = halves(4000, 1000, "wide.png");
        wide.crop.focusX = 1000;
        QVERIFY(found(with(leaflet(), {wide, words("Black")})).empty());
        wide.crop.focusX = 0;
        QCOMPARE(found(with(leaflet(), {wide, words("Black")})).size(), std::size_t(1));
        // Shown whole it leaves paper bare above it.
        wide.fit = PictureFit::Whole;
        QVERIFY(found(with(leaflet(), {wide, words("Black")})).empty());
        // One that is not there cannot be judged.
        Item gone = square;
        gone.file.path = QStringLiteral("gone.png");
        QVERIFY(found(with(leaflet(), {gone, words("Paper")})).empty());
    }

    void whatShowsThroughAPictureIsBehindIt()
    {
        QImage image(100, 250, QImage::Format_ARGB32);
        image.fill(Qt::transparent);
        QVERIFY(image.save(path("clear.png")));
        Item clear = itemAt("picture", ItemKind::Picture, 1);
        clear.file.path = QStringLiteral("clear.png");
        QVERIFY(found(with(leaflet(), {clear, words("Black")})).empty());
        QCOMPARE(found(with(leaflet(), {tint("Black"), clear, words("Black")})).size(), std::size_t(1));
    }

    void onASuppliedPage()
    {
        // A page with a black left half, made by ourselves.
        Item left = itemAt("left", ItemKind::Shape, 0);
        left.ink = QStringLiteral("Black");
        Job drawn = with(leaflet(), {left});
        exported(drawn, ExportKind::Flat, "page.pdf", dir_.path());
        Item here = words("Black");
        here.sides = sidesFillingSafeArea(0);
        Job job = with(leaflet(), {here});
        job.edit(Face::Outside).supplied = LinkedFile{QStringLiteral("page.pdf"), 1, 0, {}};
        QCOMPARE(found(job).size(), std::size_t(1));
        here.sides = sidesFillingSafeArea(1);
        job.edit(Face::Outside).items = {here};
        QVERIFY(found(job).empty());
    }

    void itsOwnTintsLieBehindIt()
    {
        Item boxed = words("Black");
        boxed.paragraphs[0].style.boxInk = QStringLiteral("Black");
        boxed.paragraphs[0].style.boxStrength = Percent(90);
        QCOMPARE(found(with(leaflet(), {boxed})).size(), std::size_t(1));
        boxed.paragraphs[0].style.boxStrength = Percent(10);
        QVERIFY(found(with(leaflet(), {boxed})).empty());
        // It hides the tint of the panel.
        boxed.paragraphs[0].style.boxInk = QStringLiteral("Paper");
        boxed.paragraphs[0].style.boxStrength = Percent(100);
        QVERIFY(found(with(leaflet(), {tint("Black"), boxed})).empty());
    }

    void linesThroughLettersAreNoGround()
    {
        Item struck = words("Black");
        struck.paragraphs[0].spans = {{0, 28, {}, {}, {}, true, true}};
        const auto none = found(with(leaflet(), {struck}));
        QVERIFY2(none.empty(), none.empty() ? "" : qPrintable(none[0].reason));
        struck.paragraphs[0].style.ruleBelow = Length::points(1);
        QVERIFY(found(with(leaflet(), {struck})).empty());
    }

    void itIsLookedAtWhereItsLettersStand()
    {
        // Ranged right, on the black half of a picture that is turned over.
        Item picture = halves(400, 1000);
        Item line = words("Black");
        line.paragraphs[0].style.align = Align::Right;
        QVERIFY(found(with(leaflet(), {picture, line})).empty());
        line.paragraphs[0].style.ink = QStringLiteral("Paper");
        QCOMPARE(found(with(leaflet(), {picture, line})).size(), std::size_t(1));
        QImage turned(QImage(path("halves.png")).mirrored(true, false));
        QVERIFY(turned.save(path("turned.png")));
        picture.file.path = QStringLiteral("turned.png");
        QVERIFY(found(with(leaflet(), {picture, line})).empty());
        // Above their baseline: a tint that ends there is behind them, one that begins there is not.
        Item large = words("Black", "Cabin Regular", 40);
        large.paragraphs[0].text = QStringLiteral("Spring"); // one line
        Item upper = tint("Black");
        upper.side(ItemSide::Bottom) = {.line = PaperLine::Edge, .panel = 1, .at = LineEnd::Start, .offset = len("11")};
        QCOMPARE(found(with(leaflet(), {upper, large})).size(), std::size_t(1));
        Item lower = tint("Black");
        lower.side(ItemSide::Top) = {.line = PaperLine::Edge, .panel = 1, .at = LineEnd::Start, .offset = len("11")};
        QVERIFY(found(with(leaflet(), {lower, large})).empty());
    }

    void theFaintestIsTold()
    {
        Item item = words("Wash");
        item.paragraphs.push_back(item.paragraphs[0]);
        item.paragraphs.push_back(item.paragraphs[0]);
        item.paragraphs[1].text = QStringLiteral("Neaps");
        item.paragraphs[1].style.ink = QStringLiteral("Paper");
        const auto faint = found(with(leaflet({0, 0, 0, 30}), {item}));
        QCOMPARE(faint.size(), std::size_t(1));
        QCOMPARE(told(faint[0]), 1.0);
        QVERIFY2(faint[0].reason.contains(QStringLiteral("Neaps")), qPrintable(faint[0].reason));
    }

    void mastersLieBehindToo()
    {
        Job job = with(leaflet(), {words("Black")});
        addMaster(job, newMaster(job, Face::Outside));
        job.edit(job.masters[0].surface()).items = {tint("Black")};
        settleMasters(job);
        QCOMPARE(found(job).size(), std::size_t(1));
        letGo(job, Face::Outside, QStringLiteral("tint"), true);
        QVERIFY(found(job).empty());
        letGo(job, Face::Outside, QStringLiteral("tint"), false);
        job.masters[0].over = true; // what lies over a text is not behind it
        settleMasters(job);
        QVERIFY(found(job).empty());
    }

    void aMastersTextIsLookedAtWhereItShows()
    {
        // A line over both faces, in paper colour: it reads where a face is black.
        Job job = leaflet();
        Item ground = tint("Black");
        job.edit(Face::Outside).items = {ground};
        addMaster(job, newMaster(job, Face::Outside));
        job.masters[0].over = true;
        job.edit(job.masters[0].surface()).items = {words("Paper")};
        settleMasters(job);
        QVERIFY(found(job).empty());
        job.masters[0].on = MasterOn::BothFaces;
        settleMasters(job);
        const auto faint = found(job);
        QCOMPARE(faint.size(), std::size_t(1));
        QVERIFY2(faint[0].reason.contains(QStringLiteral("inside")), qPrintable(faint[0].reason));
        ground.id = QStringLiteral("other");
        job.edit(Face::Inside).items = {ground};
        QVERIFY(found(job).empty());
        // Below the items of the face it is their own words that hide it, not their tint behind it.
        job.masters[0].over = false;
        settleMasters(job);
        QCOMPARE(found(job).empty(), false);
    }

    void aPanelReadTheOtherWayUpIsTurned()
    {
        // Folded across and then along: the head row of the outside is read the other way up.
        Job job = leaflet();
        job.fold = {FoldScheme::Cross, 4};
        const Plan plan = testing::planned(job);
        const auto& panels = plan.panelsOf(Face::Outside);
        const auto down = std::ranges::find_if(panels, [](const Panel& p) { return p.headDown; });
        QVERIFY(down != panels.end());
        const int panel = int(down - panels.begin());
        // The words begin at the reader's left, which is the sheet's right there.
        Item line = words("Black");
        line.sides = sidesFillingSafeArea(panel);
        Item picture = halves(1000, 1000);
        picture.sides = sidesFillingPanel(panel);
        QCOMPARE(found(with(job, {picture, line})).size(), std::size_t(1));
        line.paragraphs[0].style.ink = QStringLiteral("Paper");
        QVERIFY(found(with(job, {picture, line})).empty());
    }

    void aStyleKeepsItsInk()
    {
        Job job = leaflet();
        TextStyle copy;
        copy.ink = QStringLiteral("Paper");
        job.textStyles = {{QStringLiteral("Copy"), copy, {}}};
        Item item = words("Black");
        item.paragraphs[0].styleName = QStringLiteral("Copy");
        item.paragraphs[0].spans = {{0, 6, QStringLiteral("Cabin Bold"), {}, {}, false, false},
                                    {13, 6, {}, QStringLiteral("Black"), {}, false, false}};
        job = with(job, {item});
        const auto faint = found(job);
        QCOMPARE(faint.size(), std::size_t(1));
        const Job mended = settled(job, faint[0]);
        QVERIFY(found(mended).empty());
        QCOMPARE(mended.textStyles[0].style.ink, QStringLiteral("Paper"));
        const Paragraph& p = mended.findItem(QStringLiteral("words"))->paragraphs[0];
        QCOMPARE(p.styleName, QStringLiteral("Copy"));
        QCOMPARE(p.spans[0].font, QStringLiteral("Cabin Bold"));
        int end = 0;
        for (const CharacterStyle& span : p.spans) { // all of it, once
            QCOMPARE(span.start, end);
            QCOMPARE(span.ink, QStringLiteral("Black"));
            end = span.start + span.length;
        }
        QCOMPARE(end, int(p.text.size()));
    }

    void theRemedyAlwaysHelps()
    {
        CHECK_PROPERTY("what the remedy promises, it keeps", [this] {
            const auto part = [] { return Percent(*rc::gen::inRange(0, 101)); };
            Job job = leaflet({part(), part(), part(), part()});
            job.stock.tint = *rc::gen::element(whitePaper, 0xF3E7C8, 0x203060);
            Item ground = tint("Wash", *rc::gen::inRange(1, 101));
            ground.opacity = Percent(*rc::gen::inRange(1, 101));
            job = with(job, {ground, words(*rc::gen::element("Black", "Paper", "Wash"))});
            for (const Finding& f : found(job))
                if (f.remedy != Remedy::None)
                    RC_ASSERT(found(settled(job, f)).empty());
        });
    }

    void tonesAreThoseOfThePicture()
    {
        halves(600, 300);
        FileFacts facts = readFileFacts(path("halves.png"));
        QVERIFY(facts.tones.isEmpty()); // nobody has looked
        readTones(path("halves.png"), facts);
        QCOMPARE(facts.tones.columns, 48);
        QCOMPARE(facts.tones.rows, 24);
        QCOMPARE(facts.tones.at(0.1, 0.5), 0xFF000000U);
        QCOMPARE(facts.tones.at(0.9, 0.0), 0xFFFFFFFFU);
        QCOMPARE(facts.tones.at(-3, 7), 0xFF000000U); // the nearest there is
        QVERIFY(tonesOf(QImage()).isEmpty());
    }
};

HINGE_TEST(TestContrast)
#include "test_contrast.moc"
