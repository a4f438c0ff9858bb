// SPDX-License-Identifier: GPL-3.0-or-later
// The Brief for every kind of piece, in the real window: sentence, figures, margins, and the docket.
#include "brief_driver.h"

#include <QAbstractItemView>

class TestBrief : public BriefDriver
{
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { setUpProgram("brief"); }
    void init() { setUp(); }
    void cleanup() { window_.reset(); }

    void everyKindHasItsSentence()
    {
        for (const PieceKind kind : allPieceKinds) {
            begin(PieceKind::Leaflet);
            const Size closed = closedSize(job());
            choose("brief.kind", kindName(kind));
            QVERIFY(job().kind == kind);
            QVERIFY2((abs(closedSize(job()).w - closed.w) <= Length::micrometres(1)), qPrintable(kindName(kind)));
            type("brief.quantity", QStringLiteral("1234"));
            QCOMPARE(job().quantity, 1234);
            window_->document().history().undo();
            window_->document().history().undo();
            QVERIFY(job().kind == PieceKind::Leaflet);
        }
    }

    void listsOpenAsHighAndWideAsWhatIsInThem()
    {
        for (const PieceKind kind : {PieceKind::Leaflet, PieceKind::Book}) {
            begin(kind);
            for (QComboBox* box : find<QWidget>("briefStage")->findChildren<QComboBox*>()) {
                if (!box->isVisible())
                    continue;
                box->showPopup();
                QTRY_VERIFY(box->view()->isVisible());
                const int rows = std::min(box->count(), box->maxVisibleItems());
                const QSize seen = box->view()->viewport()->size();
                QVERIFY2(seen.height() >= rows * box->view()->sizeHintForRow(0),
                         qPrintable(QStringLiteral("%1: %2 of %3 rows of %4")
                                        .arg(box->objectName())
                                        .arg(seen.height())
                                        .arg(rows)
                                        .arg(box->view()->sizeHintForRow(0))));
                QVERIFY2(seen.width() >= box->view()->sizeHintForColumn(0),
                         qPrintable(QStringLiteral("%1: %2 of %3")
                                        .arg(box->objectName())
                                        .arg(seen.width())
                                        .arg(box->view()->sizeHintForColumn(0))));
                box->hidePopup();
            }
        }
    }

    void aCoverFollowsItsPages()
    {
        begin(PieceKind::Cover);
        type("brief.pages", QStringLiteral("400"));
        type("brief.ppi", QStringLiteral("400"));
        // 400 pages at 400 to the inch are an inch of block.
        COMPARE_MM(*plan().findFigure(QStringLiteral("block"))->length, 25.4);
        type("brief.flap", QStringLiteral("3 in"));
        QCOMPARE(plan().paper.columns(), 5);
        type("brief.flap", QStringLiteral("600"));
        QVERIFY(find<QLabel>("fieldProblem")->text().contains(QStringLiteral("flap")));
        QCOMPARE(plan().paper.columns(), 5);
    }

    void aBookletShowsItsSheets()
    {
        begin(PieceKind::Booklet);
        type("brief.pages", QStringLiteral("14"));
        QCOMPARE(plan().book->pages, 16);
        QVERIFY(testing::hasFinding(window_->document().findings(), "pages.madeUp"));
        auto* pill = find<QPushButton>("brief.face.sheets");
        QVERIFY(pill->isVisible());
        QTest::mouseClick(pill, Qt::LeftButton);
        auto* list = find<QListView>("brief.sheets");
        QVERIFY(list->isVisible());
        QCOMPARE(list->model()->rowCount(), 4);
        QCOMPARE(list->model()->index(0, 0).data(Qt::AccessibleTextRole).toString(),
                 QStringLiteral("Sheet 1: outer side 16 | 1; inner side 2 | 15"));
        QVERIFY(!list->grab().isNull());
        choose("brief.counted", QStringLiteral("all but the cover"));
        QVERIFY(list->model()->index(1, 0).data(Qt::AccessibleTextRole).toString().contains(QStringLiteral("12 | 1")));
        choose("brief.plusCover", QStringLiteral("of a stock of its own"));
        QVERIFY(plan().book->pages == 16 && hasOwnCover(job()));
        choose("brief.kind", kindName(PieceKind::Leaf));
        QVERIFY(!find<QPushButton>("brief.face.sheets")->isVisible());
        QVERIFY(!list->isVisible());
    }

    void typingInAFieldThatRewritesTheSentenceGoesOn()
    {
        begin(PieceKind::Leaf);
        auto* stub = find<QLineEdit>("brief.stub");
        stub->setFocus();
        stub->selectAll();
        QTest::keyClicks(stub, QStringLiteral("40"));
        QCOMPARE(find<QLineEdit>("brief.stub"), stub); // still the same field
        QVERIFY(stub->hasFocus());
        COMPARE_MM(job().leaf.stub, 40);
        QTest::keyClick(stub, Qt::Key_Tab);
        QTRY_VERIFY(window_->findChild<QLineEdit*>(QStringLiteral("brief.clear")));
        type("brief.holes", QStringLiteral("2"));
        QTRY_VERIFY(window_->findChild<QLineEdit*>(QStringLiteral("brief.holePitch")));
        const auto* bubble = window_->findChild<QLabel*>(QStringLiteral("fieldProblem"));
        QVERIFY(!bubble || !bubble->isVisible());
    }

    void ownFoldsAreMadeStepByStep()
    {
        begin(PieceKind::Leaflet);
        QTest::mouseClick(find<QAbstractButton>("piece.own"), Qt::LeftButton);
        QVERIFY(job().fold.scheme == FoldScheme::Own);
        QCOMPARE(job().fold.steps.size(), std::size_t(2)); // those of the roll fold it was
        QCoreApplication::processEvents();
        // Folded over in place of under, the second fold would hide the front: refused where it was chosen.
        const Job rolled = job();
        choose("brief.step.2.way", QStringLiteral("over,"));
        QVERIFY(job() == rolled);
        QCOMPARE(find<QComboBox>("brief.step.2.way")->currentText(), QStringLiteral("under,"));
        QVERIFY2(find<QLabel>("fieldProblem")->text().contains(QStringLiteral("does not lie in front")),
                 qPrintable(find<QLabel>("fieldProblem")->text()));
        type("brief.panels", QStringLiteral("4"));
        QCOMPARE(plan().paper.columns(), 4);
        QTest::mouseClick(find<QPushButton>("brief.addStep"), Qt::LeftButton);
        QCoreApplication::processEvents();
        QCOMPARE(job().fold.steps.size(), std::size_t(3));
        type("brief.step.3.line", QStringLiteral("9"));
        QVERIFY(find<QLabel>("fieldProblem")->text().contains(QStringLiteral("lines 1 to 3")));
        QCOMPARE(job().fold.steps[2].line, 3);
        QTest::mouseClick(find<QPushButton>("brief.addStep"), Qt::LeftButton); // nothing is left to fold
        QCOMPARE(job().fold.steps.size(), std::size_t(3));
        QVERIFY(find<QLabel>("fieldProblem")->text().contains(QStringLiteral("Every line is folded")));
        QTest::mouseClick(find<QPushButton>("brief.dropStep"), Qt::LeftButton);
        QCOMPARE(job().fold.steps.size(), std::size_t(2));
    }

    void closedAndFlatSizesAreLinked()
    {
        begin(PieceKind::Leaflet);
        type("brief.closedWidth", QStringLiteral("4 in"));
        QCOMPARE(plan().paper.closing.size.w, len("4 in"));
        QCOMPARE(job().flat.w, len("12 in") - len("3 mm"));
        type("brief.width", QStringLiteral("297"));
        QCOMPARE(find<QLineEdit>("brief.closedWidth")->text(), QStringLiteral("100 mm"));
        QTest::mouseClick(find<QAbstractButton>("piece.gate3"), Qt::LeftButton);
        QCoreApplication::processEvents();
        type("brief.closedWidth", QStringLiteral("150"));
        COMPARE_MM(plan().paper.widths[1], 150);
    }

    void poundsInTheGrammageField()
    {
        begin(PieceKind::Leaflet);
        type("brief.grammage", QStringLiteral("100 lb text"));
        QCOMPARE(job().stock.grammage, 148);
        type("brief.grammage", QStringLiteral("100 lb"));
        QVERIFY(find<QLabel>("fieldProblem")->text().contains(QStringLiteral("sort")));
        QCOMPARE(job().stock.grammage, 148);
        type("brief.inks", QStringLiteral("4/1"));
        QCOMPARE(job().faceInks[1].process, 1);
    }

    void aTypedGrammageSaysThatTheCaliperFollows()
    {
        begin(PieceKind::Leaflet);
        Job measured = job();
        measured.stock.measuredCaliper = Length::micrometres(120);
        QVERIFY(window_->document().edit(QStringLiteral("measure"), measured));
        type("brief.grammage", QString::number(measured.stock.grammage));
        QVERIFY(job() == measured); // "135" goes by way of other numbers, and ends where it began
        type("brief.grammage", QStringLiteral("200"));
        QVERIFY(!job().stock.measuredCaliper);
        QVERIFY2(find<QLabel>("fieldProblem")->text().contains(QStringLiteral("0.120 mm measured before")),
                 qPrintable(find<QLabel>("fieldProblem")->text()));
        action("undo")->trigger();
        QVERIFY(job() == measured);
    }

    void aCoverOfItsOwnLeavesTheTextItsStock()
    {
        begin(PieceKind::Booklet);
        const Stock text = job().stock;
        choose("brief.plusCover", QStringLiteral("of a stock of its own"));
        QVERIFY(job().pages.plusCover);
        QCOMPARE(textStockOf(job()), text);
        choose("brief.plusCover", QStringLiteral("of the same stock"));
        QCOMPARE(textStockOf(job()), text);
    }

    void theDocketTellsTheWholeJob()
    {
        for (const PieceKind kind : allPieceKinds) {
            begin(kind);
            Job titled = job();
            titled.title = QStringLiteral("Tide almanac & more");
            titled.customer = QStringLiteral("Skerrowby Tidal Observatory");
            QVERIFY(window_->document().edit(QStringLiteral("title"), titled));
            const QString pdf = dir_->filePath(QStringLiteral("docket.pdf"));
            QVERIFY(window_->writeDocket(pdf));
            // Read back with poppler: one page that carries the title, the customer and the figures.
            QProcess text;
            text.start(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), pdf, QStringLiteral("-")});
            QVERIFY(text.waitForFinished());
            const QString out = QString::fromUtf8(text.readAllStandardOutput());
            QCOMPARE(out.count(QChar(0x0C)), 1);
            for (const QString& wanted :
                 {titled.title, titled.customer, plan().findFigure(QStringLiteral("flat"))->value,
                  makingSteps(job(), plan()).last()})
                QVERIFY2(out.contains(wanted), qPrintable(wanted + QStringLiteral(" not in ") + out));
            const QString html = dir_->filePath(QStringLiteral("docket.html"));
            QVERIFY(window_->writeDocket(html));
            QFile file(html);
            QVERIFY(file.open(QIODevice::ReadOnly));
            const QString page = QString::fromUtf8(file.readAll());
            QVERIFY(page.contains(QStringLiteral("Tide almanac &amp; more")) && page.contains(QStringLiteral("<svg")));
            QVERIFY(!page.contains(QStringLiteral("http-equiv")) && !page.contains(QStringLiteral("src=\"http")));
        }
        QVERIFY(!window_->writeDocket(QStringLiteral("/sys/docket.pdf")));
        bool told = false;
        for (QMessageBox* box : window_->findChildren<QMessageBox*>()) {
            told = told || box->text().contains(QStringLiteral("/sys/docket.pdf"));
            box->close();
        }
        QVERIFY(told);
    }

    void boxesOfACoverAndOfASharedEdge()
    {
        // A5 with a spine of 14 mm is 310 x 210 mm (arithmetic); read back with poppler's pdfinfo, in points.
        const auto boxes = [this](const Job& piece) {
            const QString pdf = dir_->filePath(QStringLiteral("boxes.pdf"));
            if (!exportPdf(piece, ExportKind::Flat, dir_->path(), pdf))
                qFatal("export failed");
            const QString out = QString::fromUtf8(run(
                QStringLiteral("pdfinfo"), {QStringLiteral("-box"), QStringLiteral("-l"), QStringLiteral("1"), pdf}));
            const auto read = [&](const char* name) {
                const auto m = QRegularExpression(QString::fromLatin1(name) +
                                                  QStringLiteral(": +([0-9.]+) +([0-9.]+) +([0-9.]+) +([0-9.]+)"))
                                   .match(out);
                return QRectF(QPointF(m.captured(1).toDouble(), m.captured(2).toDouble()),
                              QPointF(m.captured(3).toDouble(), m.captured(4).toDouble()));
            };
            return std::pair(read("TrimBox"), read("BleedBox"));
        };
        const double mm = 72 / 25.4;
        Job cover = newPiece(PieceKind::Cover);
        cover.cover.spine = len("14");
        const auto [trim, bleed] = boxes(cover);
        QVERIFY(std::abs(trim.width() - 310 * mm) < 0.03 && std::abs(trim.height() - 210 * mm) < 0.03);
        QVERIFY(std::abs(bleed.width() - 316 * mm) < 0.03);
        // An edge that is cut once for two pieces has no bleed; the others keep theirs.
        Job card = newPiece(PieceKind::Leaf);
        card.zones.edgeBleeds[std::size_t(ItemSide::Right)] = Length();
        const auto [cardTrim, cardBleed] = boxes(card);
        QVERIFY(std::abs(cardBleed.right() - cardTrim.right()) < 0.03);
        QVERIFY(std::abs(cardTrim.left() - cardBleed.left() - 3 * mm) < 0.03);
        QVERIFY(std::abs(cardBleed.height() - cardTrim.height() - 6 * mm) < 0.03);
    }

    void marginsOfOnePanel()
    {
        begin(PieceKind::Leaflet);
        window_->showStage(Stage::Flat);
        window_->selection().setPanel(1);
        QCoreApplication::processEvents();
        type("drawer.marginLeft", QStringLiteral("9"));
        const auto& panel = [this]() -> const Panel& { return plan().paper.face(Face::Outside)[1]; };
        COMPARE_MM(panel().safeArea.x - panel().area.x, 9);
        COMPARE_MM(panel().area.right() - panel().safeArea.right(), 3);
        // Emptied, it follows the zones again.
        auto* field = find<QLineEdit>("drawer.marginLeft");
        field->setFocus();
        field->selectAll();
        QTest::keyClick(field, Qt::Key_Delete);
        QTest::keyClick(field, Qt::Key_Return);
        QVERIFY(job().on(Face::Outside).margins.empty());
        COMPARE_MM(panel().safeArea.x - panel().area.x, 3);
    }

    void bleedByEdgeAndCoatingOfBothFaces()
    {
        begin(PieceKind::Leaf);
        choose("brief.edgeBleeds", QStringLiteral("edge by edge"));
        // The fields begin with what every edge had.
        QCOMPARE(find<QLineEdit>("brief.bleedTop")->text(), QStringLiteral("3 mm"));
        type("brief.bleedLeft", QStringLiteral("5"));
        type("brief.bleedRight", QStringLiteral("0"));
        QCOMPARE(plan().paper.bleeds, (std::array{len("5"), len("3"), len("0"), len("3")}));
        QCOMPARE(plan().paper.face(Face::Outside)[0].edge(ItemSide::Right), EdgeFate::Shared);
        // A value that cannot be is refused at the field, and nothing is lost.
        type("brief.bleedTop", QStringLiteral("1/0"));
        QCOMPARE(plan().paper.bleeds[1], len("3"));
        choose("brief.edgeBleeds", QStringLiteral("on every cut edge"));
        QVERIFY(job().zones.edgeBleeds == (std::array<std::optional<Length>, 4>{}));
        QVERIFY(!window_->findChild<QLineEdit*>(QStringLiteral("brief.bleedTop")));
        QCOMPARE(plan().paper.bleeds[0], len("3"));

        choose("brief.coating", QStringLiteral("gloss film"));
        choose("brief.coatingInside", QStringLiteral("varnish"));
        QVERIFY(job().coatings == (std::array{Coating::GlossFilm, Coating::Varnish}));
        QCOMPARE(plan().findFigure(QStringLiteral("coating"))->value, QStringLiteral("gloss film front, varnish back"));
    }

    void textPagesAreShownWhereThereAreSome()
    {
        begin(PieceKind::Booklet);
        auto* pill = find<QPushButton>("brief.face.pages");
        QVERIFY(pill->isVisible());
        pill->click();
        type("brief.bindingClearance", QStringLiteral("11"));
        COMPARE_MM((*plan().textPages)[0].face(Face::Outside).front().margin(ItemSide::Right), 11);
        QCOMPARE(plan().findFigure(QStringLiteral("pages.live"))->value, QStringLiteral("132 × 200 mm"));
        // A leaflet has none: the drawing goes back to the faces.
        begin(PieceKind::Leaflet);
        QVERIFY(!pill->isVisible());
        QVERIFY(find<QPushButton>("brief.face.both")->isChecked());
    }

    void marginsFromTheDrawingByKeyboard()
    {
        begin(PieceKind::Leaflet);
        auto* drawing = find<QWidget>("flatDrawing");
        drawing->setFocus(Qt::TabFocusReason);
        QTest::keyClick(drawing, Qt::Key_Right); // the middle panel of the outside
        QTest::keyClick(drawing, Qt::Key_Return);
        auto* card = find<QWidget>("brief.margins");
        auto* field = find<QLineEdit>("brief.marginTop", card);
        field->setFocus();
        field->selectAll();
        QTest::keyClicks(field, QStringLiteral("12"));
        QTest::keyClick(field, Qt::Key_Return);
        COMPARE_MM(plan().paper.face(Face::Outside)[1].margin(ItemSide::Top), 12);
        card->close();
        action("undo")->trigger();
        COMPARE_MM(plan().paper.face(Face::Outside)[1].margin(ItemSide::Top), 5);
    }

    void marginsFromTheDrawingByMouse()
    {
        begin(PieceKind::Leaflet);
        auto* drawing = find<QWidget>("flatDrawing");
        const FlatDiagram shown(drawing->rect(), facesOf(plan(), job().kind), Unit::Mm);
        QTest::mouseClick(drawing, Qt::LeftButton, {},
                          shown.panelArea({1, 2}).center().toPoint()); // last of the inside
        auto* card = find<QWidget>("brief.margins");
        auto* field = find<QLineEdit>("brief.marginLeft", card);
        field->selectAll();
        QTest::keyClicks(field, QStringLiteral("7.5"));
        QTest::keyClick(field, Qt::Key_Return);
        COMPARE_MM(plan().paper.face(Face::Inside)[2].margin(ItemSide::Left), 7.5);
        card->close();
    }
};

HINGE_TEST(TestBrief)
#include "test_brief.moc"
