// SPDX-License-Identifier: GPL-3.0-or-later
// The Brief for every kind of piece, in the real window on the offscreen platform: gallery, sentence, stocks, presets,
// what a change of mind does, and the docket.
#include "app/brief/start_gallery.h"
#include "app/dialogs/stock_dialog.h"
#include "app/fields/fields.h"
#include "app/look/theme.h"
#include "app/window/main_window.h"
#include "core/edit/change_kind.h"
#include "core/file/job_file.h"
#include "core/file/stock_library.h"
#include "core/plan/making_steps.h"
#include "paint/flat_diagram.h"
#include "pdf/export_pdf.h"
#include "window_driver.h"

#include <QApplication>
#include <QLabel>
#include <QListView>
#include <QListWidget>
#include <QMessageBox>
#include <QProcess>
#include <QPushButton>
#include <QRegularExpression>
#include <QSettings>
#include <QStandardPaths>
#include <QTableView>
#include <QTemporaryDir>
#include <QTimer>

using namespace hinge;
using testing::len;

class TestBrief : public testing::WindowDriver
{
    Q_OBJECT

    /// Types and leaves the field, so that the sentence may be written anew.
    void type(const char* field, const QString& text)
    {
        WindowDriver::type(field, text);
        find<QLineEdit>(field)->clearFocus();
        QCoreApplication::processEvents();
    }
    static QByteArray run(const QString& program, const QStringList& arguments)
    {
        QProcess p;
        p.start(program, arguments);
        p.waitForFinished(60000);
        return p.readAllStandardOutput();
    }
    void begin(PieceKind kind)
    {
        window_->document().start(newPiece(kind));
        QCoreApplication::processEvents();
    }
    /// Works in a dialog that an action opens.
    template <class D>
    void inDialog(const char* action, std::function<void(D&)> work)
    {
        QTimer::singleShot(100, this, [work] {
            auto* dialog = qobject_cast<D*>(QApplication::activeModalWidget());
            if (!dialog)
                qFatal("the dialog did not open");
            work(*dialog);
        });
        find<QAction>(action)->trigger();
    }

private Q_SLOTS:
    void initTestCase()
    {
        QStandardPaths::setTestModeEnabled(true);
        QApplication::setOrganizationName(QStringLiteral("upper-hinge-test"));
        QApplication::setApplicationName(QStringLiteral("brief"));
        applyTheme(*qApp, false);
    }
    void init()
    {
        QDir(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation)).removeRecursively();
        openWindow();
    }
    void cleanup() { window_.reset(); }

    void everyShippedPresetCanBeStarted()
    {
        const auto& presets = window_->presets().all();
        QCOMPARE(presets.size(), std::size_t(28));
        std::set<PieceKind> kinds;
        for (const Preset& preset : presets) {
            kinds.insert(preset.job.kind);
            const Job started = startFrom(preset);
            const Plan plan = testing::planned(started);
            for (const Finding& f : plan.findings)
                QVERIFY2(false, qPrintable(preset.name + QStringLiteral(": ") + f.message));
            QVERIFY2(plan.sheet.up() > 0, qPrintable(preset.name));
        }
        QCOMPARE(kinds.size(), allPieceKinds.size());
    }

    void theGalleryStartsAPieceToASize()
    {
        // "It is 4 1/4 x 5 1/2 closed": a folded card from it is 8 1/2 x 5 1/2 flat.
        inDialog<StartGallery>("newJob", [this](StartGallery& gallery) {
            find<QListWidget>("start.kinds", &gallery)->setCurrentRow(2);
            auto* list = find<QListView>("start.pieces", &gallery);
            QCOMPARE(list->model()->rowCount(), 3);
            find<QComboBox>("start.from", &gallery)->setCurrentIndex(3);
            auto* closed = find<QLineEdit>("start.closed", &gallery);
            QVERIFY(closed->isVisible());
            QTest::keyClicks(closed, QStringLiteral("4 1/4 by 5 1/2 in"));
            list->setCurrentIndex(list->model()->index(0, 0));
            QVERIFY(find<QPushButton>("start.go", &gallery)->isEnabled());
            QTest::mouseClick(find<QPushButton>("start.go", &gallery), Qt::LeftButton);
        });
        QVERIFY(job().kind == PieceKind::Card);
        QCOMPARE(plan().paper.closing.size, (Size{len("4 1/4 in"), len("5 1/2 in")}));
        QCOMPARE(job().flat, (Size{len("8 1/2 in"), len("5 1/2 in")}));
    }

    void theGalleryFitsEnvelopesAndSheets()
    {
        inDialog<StartGallery>("newJob", [this](StartGallery& gallery) {
            find<QComboBox>("start.from", &gallery)->setCurrentIndex(2);
            auto* known = find<QComboBox>("start.known", &gallery);
            known->setCurrentIndex(known->findData(QStringLiteral("DL")));
            auto* list = find<QListView>("start.pieces", &gallery);
            list->setCurrentIndex(list->model()->index(0, 0)); // the roll fold
            QTest::keyClick(list, Qt::Key_Return);
        });
        // ISO 269: DL is 220 x 110 mm; with 5 mm of room the piece is 105 x 215.
        QCOMPARE(plan().paper.closing.size, (Size{len("105"), len("215")}));
        QCOMPARE(window_->document().plan().findFigure(QStringLiteral("envelope"))->value, QStringLiteral("DL"));

        inDialog<StartGallery>("newJob", [this](StartGallery& gallery) {
            find<QComboBox>("start.from", &gallery)->setCurrentIndex(1);
            auto* known = find<QComboBox>("start.known", &gallery);
            known->setCurrentIndex(known->findData(QStringLiteral("A3")));
            find<QListWidget>("start.kinds", &gallery)->setCurrentRow(4); // booklets
            QTest::mouseClick(find<QPushButton>("start.go", &gallery), Qt::LeftButton);
        });
        QCOMPARE(job().page, (Size{len("210"), len("297")}));
        // Nonsense is told and starts nothing.
        inDialog<StartGallery>("newJob", [this](StartGallery& gallery) {
            find<QComboBox>("start.from", &gallery)->setCurrentIndex(3);
            QTest::keyClicks(find<QLineEdit>("start.closed", &gallery), QStringLiteral("small"));
            QVERIFY(find<QLabel>("start.note", &gallery)->text().contains(QStringLiteral("width × height")));
            find<QLineEdit>("start.closed", &gallery)->setText(QStringLiteral("9 x 9 mm"));
            QVERIFY(!find<QPushButton>("start.go", &gallery)->isEnabled());
            gallery.reject();
        });
        QCOMPARE(job().page, (Size{len("210"), len("297")}));
    }

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
        choose("brief.plusCover", QStringLiteral("of its own"));
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

    void aChangeOfMindIsSummedUp()
    {
        begin(PieceKind::Leaflet);
        auto* bar = find<QWidget>("changeBar");
        Job filled = job();
        Item sea;
        sea.id = QStringLiteral("sea");
        sea.name = QStringLiteral("Sea");
        sea.ink = QStringLiteral("Shallows");
        sea.sides = sidesFillingPanel(2);
        filled.edit(Face::Outside).items = {sea};
        Item words = sea;
        words.id = QStringLiteral("words");
        words.name = QStringLiteral("Opening hours");
        words.kind = ItemKind::Text;
        words.paragraphs = {{QStringLiteral("Daily"), {}}};
        words.sides = freeSides(plan().paper, Face::Outside, {len("205"), len("150"), len("60"), len("50")});
        filled.edit(Face::Outside).items.push_back(words);
        QVERIFY(window_->document().edit(QStringLiteral("fill"), filled));
        QVERIFY(!bar->isVisible());
        type("brief.height", QStringLiteral("180"));
        QVERIFY(bar->isVisible());
        const QString text = find<QLabel>("changes.text")->text();
        QVERIFY2(text.contains(QStringLiteral("closed 100 × 180 mm, was 100 × 210 mm"), Qt::CaseInsensitive),
                 qPrintable(text));
        QVERIFY2(text.contains(QStringLiteral("Sea")), qPrintable(text));
        type("brief.width", QStringLiteral("100"));
        QVERIFY2(find<QLabel>("changes.text")->text().contains(QStringLiteral("No longer fits: Opening hours")),
                 qPrintable(find<QLabel>("changes.text")->text()));
        QTest::mouseClick(find<QPushButton>("changes.back"), Qt::LeftButton);
        QVERIFY(job() == filled);
        QVERIFY(!bar->isVisible());
        type("brief.height", QStringLiteral("200"));
        QTest::mouseClick(find<QPushButton>("changes.fine"), Qt::LeftButton);
        QVERIFY(!bar->isVisible());
        COMPARE_MM(job().flat.h, 200);
    }

    void anotherJobHasNoSummaryAndTakingBackTakesNoContent()
    {
        begin(PieceKind::Leaflet);
        auto* bar = find<QWidget>("changeBar");
        const auto filled = [this](const char* id) {
            Job next = job();
            Item sea;
            sea.id = QString::fromLatin1(id);
            sea.name = QStringLiteral("Sea");
            sea.ink = QStringLiteral("Shallows");
            sea.sides = sidesFillingPanel(1);
            next.edit(Face::Outside).items.push_back(sea);
            return next;
        };
        QVERIFY(window_->document().edit(QStringLiteral("fill"), filled("one")));
        begin(PieceKind::Card);
        QVERIFY(!bar->isVisible());
        QVERIFY(window_->document().edit(QStringLiteral("fill"), filled("two")));
        QVERIFY(!bar->isVisible());
        const Length height = job().flat.h;
        type("brief.height", QStringLiteral("133"));
        QVERIFY(bar->isVisible());
        // What is placed after the change stays when that is taken back; one undo brings the change back.
        QVERIFY(window_->document().edit(QStringLiteral("fill"), filled("three")));
        const Job changed = job();
        QTest::mouseClick(find<QPushButton>("changes.back"), Qt::LeftButton);
        QVERIFY(!bar->isVisible());
        QCOMPARE(job().flat.h, height);
        QVERIFY(job().findItem(QStringLiteral("two")) && job().findItem(QStringLiteral("three")));
        action("undo")->trigger();
        QVERIFY(job() == changed);
        action("redo")->trigger();
        QCOMPARE(job().flat.h, height);
        QVERIFY(job().findItem(QStringLiteral("three")));
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
        choose("brief.plusCover", QStringLiteral("of its own"));
        QVERIFY(job().pages.plusCover);
        QCOMPARE(textStockOf(job()), text);
        choose("brief.plusCover", QStringLiteral("of the same stock"));
        QCOMPARE(textStockOf(job()), text);
    }

    void contentFollowsToAnotherKind()
    {
        begin(PieceKind::Leaflet);
        Job filled = job();
        Item sea;
        sea.id = QStringLiteral("sea");
        sea.ink = QStringLiteral("Shallows");
        sea.sides = sidesFillingPanel(1);
        filled.edit(Face::Inside).items = {sea};
        QVERIFY(window_->document().edit(QStringLiteral("fill"), filled));
        choose("brief.kind", kindName(PieceKind::Booklet));
        QCOMPARE(plan().findItem(QStringLiteral("sea"))->frame, plan().paper.face(Face::Inside)[1].bleedArea);
        window_->document().history().undo();
        QVERIFY(job() == filled);
    }

    void stocksAreAddedChangedAndShared()
    {
        inDialog<StockDialog>("stocks", [this](StockDialog& dialog) {
            auto* table = find<QTableView>("stocks.table", &dialog);
            auto* model = table->model();
            table->setCurrentIndex(model->index(2, 0));
            QVERIFY(!find<QPushButton>("stocks.remove", &dialog)->isEnabled());
            QTest::mouseClick(find<QPushButton>("stocks.add", &dialog), Qt::LeftButton);
            QVERIFY(model->setData(model->index(0, StockTableModel::Name), QStringLiteral("Harbour Rough 90"),
                                   Qt::EditRole));
            QVERIFY(
                model->setData(model->index(0, StockTableModel::Grammage), QStringLiteral("60 lb text"), Qt::EditRole));
            QVERIFY(
                model->setData(model->index(0, StockTableModel::PagesPerInch), QStringLiteral("400"), Qt::EditRole));
            QCOMPARE(model->index(0, StockTableModel::Caliper).data().toString(), QStringLiteral("0.127 mm"));
            QVERIFY(!model->setData(model->index(0, StockTableModel::Bulk), QStringLiteral("soft"), Qt::EditRole));
            QVERIFY(!find<QLabel>("stocks.note", &dialog)->text().isEmpty());
            // Shipped ones stay as they are.
            QVERIFY(!model->setData(model->index(3, StockTableModel::Grammage), QStringLiteral("7"), Qt::EditRole));
            dialog.exportTo(dir_->filePath(QStringLiteral("all.csv")));
            dialog.exportTo(dir_->filePath(QStringLiteral("all.json")));
            dialog.importFrom(dir_->filePath(QStringLiteral("missing.csv")));
            QVERIFY(find<QLabel>("stocks.note", &dialog)->text().contains(QStringLiteral("missing.csv")));
            dialog.accept();
        });
        QCOMPARE(window_->stocks().own().size(), std::size_t(1));
        QCOMPARE(window_->stocks().own()[0].grammage, 89);
        begin(PieceKind::Leaflet);
        choose("brief.stock", QStringLiteral("Harbour Rough 90"));
        QVERIFY(std::abs(job().stock.pagesPerInch() - 400) < 1e-6);
        // What was written reads back, also into another shop.
        for (const char* name : {"all.csv", "all.json"}) {
            QFile file(dir_->filePath(QString::fromLatin1(name)));
            QVERIFY(file.open(QIODevice::ReadOnly));
            const QByteArray data = file.readAll();
            const auto back = QString::fromLatin1(name).endsWith(QStringLiteral(".csv"))
                                  ? readStocksCsv(data, file.fileName())
                                  : readStocksJson(data, file.fileName());
            QVERIFY2(back, back ? "" : qPrintable(back.error().text()));
            QCOMPARE(back->size(), window_->stocks().all().size());
            QCOMPARE((*back)[0].caliper(), job().stock.caliper());
        }
        // They outlive the window.
        window_ = std::make_unique<MainWindow>();
        QCOMPARE(window_->stocks().own().size(), std::size_t(1));
    }

    void badListsOfStocksAreExplained_data()
    {
        QTest::addColumn<QByteArray>("csv");
        QTest::addColumn<QString>("reason");
        QTest::newRow("empty") << QByteArray() << QStringLiteral("empty");
        QTest::newRow("no grammage") << QByteArray("name,bulk\nA,1\n") << QStringLiteral("column “grammage”");
        QTest::newRow("heavy") << QByteArray("name,grammage\nA,9000\n") << QStringLiteral("must lie between");
        QTest::newRow("word") << QByteArray("name,grammage\nA,thick\n") << QStringLiteral("row 2");
        QTest::newRow("twice") << QByteArray("name,grammage\n\"A, b\",90\n\"A, b\",80\n")
                               << QStringLiteral("Two stocks");
        QTest::newRow("nameless") << QByteArray("name,grammage\n,90\n") << QStringLiteral("no name");
        QTest::newRow("caliper") << QByteArray("name,grammage,caliper\nA,90,1/0\n")
                                 << QStringLiteral("divides by zero");
    }
    void badListsOfStocksAreExplained()
    {
        QFETCH(QByteArray, csv);
        QFETCH(QString, reason);
        const auto result = readStocksCsv(csv, QStringLiteral("list.csv"));
        QVERIFY(!result);
        QVERIFY2(result.error().text().contains(reason), qPrintable(result.error().text()));
        QVERIFY(result.error().text().contains(QStringLiteral("list.csv")));
    }

    void aPresetIsKeptSharedAndTakenAway()
    {
        begin(PieceKind::Booklet);
        type("brief.pages", QStringLiteral("20"));
        const std::size_t shipped = window_->presets().all().size();
        inDialog<QDialog>("keepPreset", [this](QDialog& dialog) {
            find<QLineEdit>("preset.name", &dialog)->setText(QStringLiteral("Spring notes"));
            find<QLineEdit>("preset.about", &dialog)->setText(QStringLiteral("As every year"));
            dialog.accept();
        });
        QCOMPARE(window_->presets().all().size(), shipped + 1);
        const Preset kept = window_->presets().all().back();
        QCOMPARE(kept.name, QStringLiteral("Spring notes"));
        QCOMPARE(startFrom(kept).pages.count, 20);
        // As a file to share.
        const QString path = dir_->filePath(QStringLiteral("shared.hinge.json"));
        QFile file(path);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(writePreset(kept));
        file.close();
        window_->presets().remove(kept);
        QCOMPARE(window_->presets().all().size(), shipped);
        QCOMPARE(window_->presets().importFile(path).value(), QStringLiteral("Spring notes"));
        QVERIFY(window_->presets().all().back().job == kept.job);
        // A plain job is no preset, and rubbish is neither.
        QVERIFY(window_->presets()
                    .importFile(QStringLiteral(HINGE_SOURCE_DIR "/demo/visitor-leaflet.hinge.json"))
                    .error()
                    .message.contains(QStringLiteral("not a preset")));
        QVERIFY(!window_->presets().importFile(QStringLiteral(HINGE_SOURCE_DIR "/README.md")));
        QVERIFY(!window_->presets().keep(Preset{}));
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

    void everyKindIsSavedReopenedAndExported()
    {
        for (const PieceKind kind : allPieceKinds) {
            begin(kind);
            Job filled = job();
            Item sea;
            sea.id = QStringLiteral("sea");
            sea.name = QStringLiteral("Sea");
            sea.ink = QStringLiteral("Shallows");
            sea.sides = sidesFillingPanel(0);
            Item words = sea;
            words.id = QStringLiteral("words");
            words.kind = ItemKind::Text;
            words.ink.clear(); // text has its inks in its paragraphs
            words.sides = sidesFillingSafeArea(0);
            words.paragraphs = {{QStringLiteral("High water at noon"), {}}};
            filled.edit(Face::Outside).items = {sea, words};
            QVERIFY(window_->document().edit(QStringLiteral("fill"), filled));
            const QString path = dir_->filePath(QStringLiteral("piece.hinge.json"));
            QVERIFY(window_->document().save(path));
            begin(PieceKind::Leaflet);
            QVERIFY(window_->openJob(path));
            QVERIFY2(job() == filled, qPrintable(kindName(kind)));
            for (const ExportKind what : {ExportKind::Flat, ExportKind::Sheets}) {
                const QString pdf = dir_->filePath(QStringLiteral("piece.pdf"));
                const auto done = exportPdf(job(), what, dir_->path(), pdf);
                QVERIFY2(done, done ? "" : qPrintable(done.error().text()));
                // qpdf finds it sound, poppler reads the words.
                QVERIFY(run(QStringLiteral("qpdf"), {QStringLiteral("--check"), pdf})
                            .contains("No syntax or stream encoding errors"));
                // Pieces that lie turned on the sheet may have their lines told apart.
                const QString read = QString::fromUtf8(run(QStringLiteral("pdftotext"),
                                                           {QStringLiteral("-raw"), pdf, QStringLiteral("-")}))
                                         .simplified();
                QVERIFY2(read.contains(QStringLiteral("High water at noon")),
                         qPrintable(kindName(kind) + QStringLiteral(": ") + read));
            }
        }
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
        choose("brief.edgeBleeds", QStringLiteral("but by edge:"));
        // The fields begin with what every edge had.
        QCOMPARE(find<QLineEdit>("brief.bleedTop")->text(), QStringLiteral("3 mm"));
        type("brief.bleedLeft", QStringLiteral("5"));
        type("brief.bleedRight", QStringLiteral("0"));
        QCOMPARE(plan().paper.bleeds, (std::array{len("5"), len("3"), len("0"), len("3")}));
        QCOMPARE(plan().paper.face(Face::Outside)[0].edge(ItemSide::Right), EdgeFate::Shared);
        // A value that cannot be is refused at the field, and nothing is lost.
        type("brief.bleedTop", QStringLiteral("1/0"));
        QCOMPARE(plan().paper.bleeds[1], len("3"));
        choose("brief.edgeBleeds", QStringLiteral("wherever it is cut,"));
        QVERIFY(job().zones.edgeBleeds == (std::array<std::optional<Length>, 4>{}));
        QVERIFY(!window_->findChild<QLineEdit*>(QStringLiteral("brief.bleedTop")));
        QCOMPARE(plan().paper.bleeds[0], len("3"));

        choose("brief.coating", QStringLiteral("with gloss film"));
        choose("brief.coatingInside", QStringLiteral("with varnish"));
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
