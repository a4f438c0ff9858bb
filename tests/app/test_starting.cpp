// SPDX-License-Identifier: GPL-3.0-or-later
// Starting pieces in the real window: gallery, presets, stocks, another kind after all.
#include "brief_driver.h"

class TestStarting : public BriefDriver
{
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { setUpProgram("starting"); }
    void init() { setUp(); }
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
            QVERIFY2(plan.sheet().up() > 0, qPrintable(preset.name));
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

    void aTemplateBeginsWithWhatStoodOnIt()
    {
        begin(PieceKind::Leaflet);
        window_->showStage(Stage::Flat);
        action("usualFrames")->trigger();
        action("addText")->trigger();
        const auto items = job().on(Face::Outside).items;
        QVERIFY(items.size() > 2);
        inDialog<QDialog>("keepPreset", [this](QDialog& dialog) {
            find<QLineEdit>("preset.name", &dialog)->setText(QStringLiteral("Walks"));
            find<QComboBox>("preset.content", &dialog)->setCurrentIndex(1);
            dialog.accept();
        });
        begin(PieceKind::Card);
        inDialog<StartGallery>("newJob", [this](StartGallery& gallery) {
            auto* list = find<QListView>("start.pieces", &gallery);
            QModelIndex walks;
            for (int row = 0; row < list->model()->rowCount(); ++row)
                if (list->model()->index(row, 0).data().toString() == QStringLiteral("Walks"))
                    walks = list->model()->index(row, 0);
            QCOMPARE(walks.row(), 0); // what is one's own comes first
            QVERIFY(walks.data(PresetModel::SizeRole).toString().endsWith(QStringLiteral("a template")));
            list->setCurrentIndex(walks);
            QTest::keyClick(list, Qt::Key_Return);
        });
        QVERIFY(job().kind == PieceKind::Leaflet);
        QCOMPARE(job().on(Face::Outside).items, items);
        window_->presets().remove(window_->presets().all().back());
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
        QVERIFY(!isTemplate(kept));
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
};

HINGE_TEST(TestStarting)
#include "test_starting.moc"
