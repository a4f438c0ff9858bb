// SPDX-License-Identifier: GPL-3.0-or-later
// Drives the real window by object names, with mouse and keyboard, on the offscreen platform.
#include "app/document/linked_files.h"
#include "app/fields/fields.h"
#include "app/flat/face_canvas.h"
#include "app/look/theme.h"
#include "app/release/release_stage.h"
#include "app/sheet/sheet_stage.h"
#include "app/window/docket.h"
#include "app/window/main_window.h"
#include "app/window/stage_strip.h"
#include "core/edit/record_edits.h"
#include "core/file/job_file.h"
#include "core/file/links.h"
#include "paper_driver.h"

#include <QAbstractButton>
#include <QApplication>
#include <QDropEvent>
#include <QFileDialog>
#include <QHeaderView>
#include <QInputDialog>
#include <QLabel>
#include <QListView>
#include <QMenu>
#include <QMessageBox>
#include <QMimeData>
#include <QPainter>
#include <QPdfWriter>
#include <QPlainTextEdit>
#include <QProcess>
#include <QPushButton>
#include <QSettings>
#include <QSignalSpy>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTimer>
#include <QTreeView>

class TestWindow : public PaperDriver
{
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { setUpProgram("window"); }
    void init() { openWindow(); }
    void cleanup() { window_.reset(); }

    void showsTheDemo()
    {
        QVERIFY(window_->openJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/visitor-leaflet.hinge.json")));
        waitForFiles();
        QVERIFY(window_->windowTitle().contains(QStringLiteral("visitor-leaflet.hinge.json")));
        QVERIFY(!window_->isWindowModified());
        for (const Stage stage : allStages) {
            if (!hasStage(job(), stage))
                continue;
            QTest::mouseClick(find<QAbstractButton>(qPrintable(QStringLiteral("stage.") + stageKey(stage))),
                              Qt::LeftButton);
            QCOMPARE(find<StageStrip>("stageStrip")->current(), stage);
            for (const Stage other : allStages)
                QCOMPARE(find<QWidget>(qPrintable(stageKey(other) + QStringLiteral("Stage")))->isVisible(),
                         other == stage);
        }
        QVERIFY(window_->findChild<QLabel*>(QStringLiteral("findings.none")));
    }

    void briefEditsRedrawAtOnce()
    {
        type("brief.width", QStringLiteral("420"), false);
        COMPARE_MM(job().flat.w, 420); // while typing, before Enter
        QCOMPARE(testing::widthsMm(plan()), (QList<double>{138, 141, 141}));
        type("brief.width", QStringLiteral("11 in"));
        QCOMPARE(job().flat.w, len("11 in"));
        QVERIFY(window_->isWindowModified());
        choose("brief.unit", QStringLiteral("inches"));
        QCOMPARE(find<QLineEdit>("brief.width")->text(), QStringLiteral("11 in"));
        choose("brief.stock", QStringLiteral("Sandpiper Offset 80"));
        COMPARE_MM(plan().paper.narrowing.allowance, 2); // the allowance follows the stock
        type("brief.front", QStringLiteral("1"));
        QCOMPARE(plan().paper.face(Face::Outside)[0].role, Role::FrontCover);
        QTest::mouseClick(find<QAbstractButton>("piece.zigzag4"), Qt::LeftButton);
        QCOMPARE(job().fold.panels, 4);
        QCOMPARE(plan().paper.face(Face::Outside)[0].role, Role::FrontCover);
        type("brief.panels", QStringLiteral("5"));
        QCOMPARE(plan().paper.widths.size(), std::size_t(5));
    }

    void typingIsOneStepAndUndoTakesItBack()
    {
        const Job before = job();
        type("brief.width", QStringLiteral("4"), false);
        QTest::keyClicks(find<QLineEdit>("brief.width"), QStringLiteral("20"));
        COMPARE_MM(job().flat.w, 420);
        // Undo from within the field.
        QTest::keyClick(find<QLineEdit>("brief.width"), Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(job() == before);
        QCOMPARE(find<QLineEdit>("brief.width")->text(), QStringLiteral("297 mm"));
        action("redo")->trigger();
        COMPARE_MM(job().flat.w, 420);
        action("undo")->trigger();
        QVERIFY(!window_->isWindowModified());
    }

    void aWrongValueLeftStandingUndoesNothingElse()
    {
        type("brief.width", QStringLiteral("420x"));
        QVERIFY(find<QLineEdit>("brief.width")->property("wrong").toBool());
        COMPARE_MM(job().flat.w, 297); // not the 420 on the way
        choose("brief.stock", QStringLiteral("Gull Silk 170"));
        find<QLineEdit>("brief.height")->setFocus();
        QCOMPARE(job().stock.grammage, 170);
        COMPARE_MM(job().flat.w, 297);
        QCOMPARE(find<QLineEdit>("brief.width")->text(), QStringLiteral("297 mm"));
    }

    void wrongValuesAreExplainedAtTheField_data()
    {
        QTest::addColumn<QString>("field");
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("reason");
        QTest::newRow("zero") << QStringLiteral("brief.width") << QStringLiteral("1/0")
                              << QStringLiteral("divides by zero");
        QTest::newRow("negative") << QStringLiteral("brief.height") << QStringLiteral("-5")
                                  << QStringLiteral("must lie between");
        QTest::newRow("absurd") << QStringLiteral("brief.height") << QStringLiteral("99999")
                                << QStringLiteral("must lie between");
        QTest::newRow("word") << QStringLiteral("brief.bleed") << QStringLiteral("much")
                              << QStringLiteral("Expected a number");
        QTest::newRow("panels") << QStringLiteral("brief.panels") << QStringLiteral("1") << QStringLiteral("2 to 12");
        QTest::newRow("narrow") << QStringLiteral("brief.grammage") << QStringLiteral("5") << QStringLiteral("g/m²");
        QTest::newRow("copies") << QStringLiteral("brief.quantity") << QStringLiteral("none")
                                << QStringLiteral("whole number");
    }
    void wrongValuesAreExplainedAtTheField()
    {
        QFETCH(QString, field);
        QFETCH(QString, text);
        QFETCH(QString, reason);
        auto* edit = find<QLineEdit>(qPrintable(field));
        const QString good = edit->text();
        type(qPrintable(field), text);
        auto* bubble = find<QLabel>("fieldProblem");
        QVERIFY(bubble->isVisible());
        QVERIFY2(bubble->text().contains(reason), qPrintable(bubble->text()));
        QVERIFY(edit->property("wrong").toBool());
        QTest::keyClick(edit, Qt::Key_Escape);
        QCOMPARE(edit->text(), good);
        QVERIFY(!bubble->isVisible());
        QVERIFY(!edit->property("wrong").toBool());
    }

    void figuresOpenAndCanBeOverridden()
    {
        auto* list = find<QListView>("docket.figures");
        const auto row = [&](const char* key) {
            for (int i = 0; i < list->model()->rowCount(); ++i)
                if (list->model()->index(i, 0).data(FiguresModel::Key).toString() == QLatin1String(key))
                    return list->model()->index(i, 0);
            return QModelIndex();
        };
        const QModelIndex tuck = row("tuckAllowance");
        QVERIFY(!tuck.data(FiguresModel::Open).toBool());
        list->scrollTo(tuck);
        QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualRect(tuck).topLeft() + QPoint(40, 10));
        QVERIFY(row("tuckAllowance").data(FiguresModel::Open).toBool());
        // By keyboard: F2 opens the field in the figure.
        list->setFocus();
        list->setCurrentIndex(row("tuckAllowance"));
        QTest::keyClick(list, Qt::Key_F2);
        auto* edit = find<QLineEdit>("docket.override");
        edit->selectAll();
        QTest::keyClicks(edit, QStringLiteral("1.5 mm"));
        QTest::keyClick(edit, Qt::Key_Return);
        QTRY_VERIFY(job().fold.tuckAllowance.has_value()); // the list takes the text over a moment later
        COMPARE_MM(*job().fold.tuckAllowance, 1.5);
        QVERIFY(row("tuckAllowance").data(FiguresModel::Overridden).toBool());
        QVERIFY(list->model()->setData(row("tuckAllowance"), QString(), Qt::EditRole));
        QVERIFY(!job().fold.tuckAllowance);
        // A width that leaves no paper for the rest is refused.
        QVERIFY(!list->model()->setData(row("panel.1.width"), QStringLiteral("400"), Qt::EditRole));
        QVERIFY(job().fold.widths.empty());
    }

    void closingWithAnOpenFieldIsHarmless()
    {
        auto* list = find<QListView>("docket.figures");
        list->setFocus();
        for (int i = 0; i < list->model()->rowCount(); ++i)
            if (list->model()->index(i, 0).data(FiguresModel::Key).toString() == QStringLiteral("tuckAllowance"))
                list->setCurrentIndex(list->model()->index(i, 0));
        QTest::keyClick(list, Qt::Key_F2);
        QTest::keyClicks(find<QLineEdit>("docket.override"), QStringLiteral("1"));
        window_.reset();
        QVERIFY(!window_);
    }

    void findingsAreSettledWhereTheyAreShown()
    {
        Item item = tint(2);
        item.side(ItemSide::Right) = holdOn(PaperLine::Edge, 2, LineEnd::End);
        put(item);
        auto* button = find<QPushButton>("finding.0");
        QCOMPARE(button->text(), QStringLiteral("Pull out to the bleed"));
        QTest::mouseClick(button, Qt::LeftButton);
        COMPARE_MM(plan().findItem(QStringLiteral("tint"))->frame.right(), 300);
        QVERIFY(window_->document().findings().empty());
        action("undo")->trigger();
        window_->showStage(Stage::Release);
        auto* list = find<QListView>("release.findings");
        QCOMPARE(list->model()->rowCount(), 1);
        list->setFocus();
        list->setCurrentIndex(list->model()->index(0, 0));
        QTest::keyClick(list, Qt::Key_Return);
        QVERIFY(window_->document().findings().empty());
        QCOMPARE(find<QListView>("release.checks")->model()->rowCount(), 10);
    }

    void whatStopsThePieceIsNamedBeforeItIsWritten()
    {
        type("brief.width", QStringLiteral("900"));
        const auto& findings = window_->document().findings();
        QVERIFY(!findings.empty() && findings.front().severity == Severity::Stop);
        const QString told = findings.front().message;
        QString asked;
        bool wroteOn = false;
        const auto answer = [&](const char* button) {
            QTimer::singleShot(50, this, [&, button] {
                auto* box = window_->findChild<QMessageBox*>(QStringLiteral("stopsDialog"));
                if (!box)
                    return;
                asked = box->text();
                // A name for the file is asked for only when it is to be written all the same.
                QTimer::singleShot(50, this, [&] {
                    if (auto* dialog = window_->findChild<QFileDialog*>()) {
                        wroteOn = true;
                        dialog->reject();
                    }
                });
                for (QAbstractButton* b : box->buttons())
                    if (b->text().remove(u'&').startsWith(QString::fromLatin1(button)))
                        return b->click();
            });
            action("exportSheets")->trigger();
            QTest::qWait(120);
        };
        answer("Cancel");
        QVERIFY2(asked.contains(told), qPrintable(asked));
        QVERIFY(!wroteOn);
        answer("Show it");
        QVERIFY(!wroteOn);
        answer("Write the press sheets all the same");
        QVERIFY(wroteOn);
    }

    void whatTheFilesLeaveOutIsSaid()
    {
        QString proposed;
        const auto propose = [&](const char* what) {
            QTimer::singleShot(100, this, [&] {
                if (auto* dialog = window_->findChild<QFileDialog*>()) {
                    proposed = QFileInfo(dialog->selectedFiles().value(0)).fileName();
                    dialog->reject();
                }
            });
            action(what)->trigger();
            return proposed;
        };
        const auto state = [this] { return find<QAbstractButton>("stage.release")->accessibleDescription(); };
        window_->showStage(Stage::Release);
        QCOMPARE(state(), QStringLiteral("nothing on it yet"));
        QVERIFY(find<QLabel>("release.extent")->text().isEmpty());
        put(tint(1));
        QCOMPARE(state(), QStringLiteral("ready"));
        Job booklet = newPiece(PieceKind::Booklet);
        booklet.title = QStringLiteral("Notes");
        booklet.edit(Face::Outside).items = {tint(1)};
        window_->document().start(booklet);
        QVERIFY(find<QLabel>("release.extent")->text().contains(QStringLiteral("outer sheet only")));
        QCOMPARE(propose("exportFlat"), QStringLiteral("notes-outer-sheet-only-flat.pdf"));
        booklet.pages.plusCover = true;
        window_->document().start(booklet);
        QCOMPARE(propose("exportSheets"), QStringLiteral("notes-sheets.pdf"));
        Job ticket = newPiece(PieceKind::Leaf);
        ticket.title = QStringLiteral("Ticket");
        useSeries(ticket);
        window_->document().start(ticket);
        QCOMPARE(propose("exportSheets"), QStringLiteral("ticket-sheets.pdf"));
        ticket.title = QStringLiteral("Quay / day: 2 Ebbe");
        window_->document().start(ticket);
        QCOMPARE(propose("save"), QStringLiteral("quay-day-2-ebbe"));
        QVERIFY(!state().contains(QStringLiteral("ready")));
    }

    void markupInNamesIsShown()
    {
        Item item = tint(1);
        item.name = QStringLiteral("<b>Sea</b> & <img src='x'>");
        item.side(ItemSide::Right) = holdOn(PaperLine::Edge, 2, LineEnd::End);
        put(item);
        window_->selection().clearItem();
        for (const QLabel* label : window_->findChildren<QLabel*>())
            QVERIFY2(label->textFormat() == Qt::PlainText, qPrintable(label->text()));
        for (const QWidget* widget : window_->findChildren<QWidget*>())
            QVERIFY2(!widget->toolTip().contains(QStringLiteral("<b>Sea")), qPrintable(widget->toolTip()));
    }

    void exportsInTheBackground()
    {
        window_->openJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/visitor-leaflet.hinge.json"));
        window_->showStage(Stage::Release);
        const QString file = dir_->filePath(QStringLiteral("out.pdf"));
        QVERIFY(window_->exportTo(ExportKind::Sheets, file));
        QVERIFY(!window_->exportTo(ExportKind::Sheets, file)); // one at a time
        QTRY_VERIFY_WITH_TIMEOUT(find<QLabel>("release.state")->text().startsWith(QStringLiteral("Written")), 20000);
        QVERIFY(QFileInfo(file).size() > 100000);
        QVERIFY(window_->exportTo(ExportKind::Flat, QStringLiteral("/sys/out.pdf")));
        QTRY_VERIFY_WITH_TIMEOUT(find<QLabel>("release.state")->text().contains(QStringLiteral("/sys/out.pdf")), 20000);
    }

    void darkThemeAndReadableContrast()
    {
        // WCAG 2.1, 1.4.3: 4.5 to 1 for text; relative luminance as defined there.
        const auto luminance = [](const QColor& c) {
            const auto part = [](double v) { return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
            return 0.2126 * part(c.redF()) + 0.7152 * part(c.greenF()) + 0.0722 * part(c.blueF());
        };
        const auto contrast = [&](const QColor& a, const QColor& b) {
            const double x = luminance(a) + 0.05;
            const double y = luminance(b) + 0.05;
            return std::max(x, y) / std::min(x, y);
        };
        for (const Theme* t : {&Theme::lightTheme(), &Theme::darkTheme()}) {
            for (const QColor& ground : {t->slip, t->work, t->accentTint})
                for (const QColor& text : {t->ink, t->ink2})
                    QVERIFY2(contrast(text, ground) >= 4.5, qPrintable(text.name() + u' ' + ground.name()));
            for (const QColor& text : {t->ink, t->accent, t->brick, t->ochre})
                QVERIFY2(contrast(text, t->slip) >= 4.5, qPrintable(text.name()));
            QVERIFY(contrast(t->onAccent, t->accent) >= 4.5);
        }
        action("darkTheme")->setChecked(true);
        QVERIFY(Theme::of(window_.get()).dark);
        action("darkTheme")->setChecked(false);
        QVERIFY(!Theme::of(window_.get()).dark);
    }

    void everythingHasANameAndATip()
    {
        for (const QAction* a : window_->actions()) {
            QVERIFY2(!a->text().isEmpty() && !a->statusTip().isEmpty() && !a->objectName().isEmpty(),
                     qPrintable(a->text()));
        }
        QSet<QString> shortcuts;
        for (const QAction* a : window_->actions()) {
            if (a->shortcut().isEmpty())
                continue;
            QVERIFY2(!shortcuts.contains(a->shortcut().toString()), qPrintable(a->shortcut().toString()));
            shortcuts.insert(a->shortcut().toString());
        }
        for (const Stage stage : allStages) {
            window_->showStage(stage);
            for (QWidget* w : window_->findChildren<QWidget*>()) {
                const bool control = qobject_cast<QAbstractButton*>(w) || qobject_cast<QLineEdit*>(w) ||
                                     qobject_cast<QComboBox*>(w) || qobject_cast<QListView*>(w);
                if (!control || !w->isVisible() || w->focusPolicy() == Qt::NoFocus ||
                    w->objectName().startsWith(QStringLiteral("qt_")))
                    continue;
                const auto* button = qobject_cast<QAbstractButton*>(w);
                QVERIFY2(!w->objectName().isEmpty(), w->metaObject()->className());
                QVERIFY2(!w->accessibleName().isEmpty() || (button && !button->text().isEmpty()),
                         qPrintable(w->objectName()));
            }
        }
    }

    void allThatWasCheckedIsInView()
    {
        window_->showStage(Stage::Release);
        auto* checks = find<QListView>("release.checks");
        for (const PieceKind kind : {PieceKind::Leaflet, PieceKind::Cover, PieceKind::Booklet, PieceKind::Leaf}) {
            window_->document().start(newPiece(kind));
            QCoreApplication::processEvents();
            const int rows = checks->model()->rowCount();
            QVERIFY(rows > 3);
            const QRect last = checks->visualRect(checks->model()->index(rows - 1, 0));
            QVERIFY2(last.bottom() < checks->viewport()->height(), qPrintable(kindName(kind)));
        }
        // Changed while it is out of view, it says so when it is back.
        window_->showStage(Stage::Brief);
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 200; // too thick to staple
        window_->document().start(job);
        window_->showStage(Stage::Release);
        QCoreApplication::processEvents();
        QVERIFY(find<QListView>("release.findings")->model()->rowCount() > 0);
        QVERIFY(find<QLabel>("release.verdict")->text().contains(QStringLiteral("stop")));
    }

    void theFrontCoverIsInHand()
    {
        // The front cover of a roll fold is the last panel of its outside: common practice.
        QCOMPARE(window_->selection().panel(), 2);
        window_->document().start(newPiece(PieceKind::Cover));
        QVERIFY(plan().paper.face(Face::Outside)[std::size_t(window_->selection().panel())].role == Role::FrontCover);
        // What the user took in hand stays while the panels are the same.
        window_->selection().setPanel(0);
        Job job = window_->document().job();
        job.zones.safe = len("6");
        QVERIFY(window_->document().edit(QStringLiteral("safe"), job));
        QCOMPARE(window_->selection().panel(), 0);
    }

    void keysOfTheWindowWorkFromAnyField()
    {
        QApplication::setActiveWindow(window_.get());
        auto* field = find<QLineEdit>("brief.width");
        field->setFocus();
        bool asked = false;
        QTimer::singleShot(100, this, [&] {
            if (auto* dialog = window_->findChild<QFileDialog*>()) {
                asked = true;
                dialog->reject();
            }
        });
        QTest::keyClick(field, Qt::Key_E, Qt::ControlModifier);
        QTRY_VERIFY_WITH_TIMEOUT(asked, 2000);
        // On X11 a field takes Ctrl+E, and others, for itself: however greedy it is, the window has what is its own.
        class Greedy : public QLineEdit
        {
        public:
            using QLineEdit::QLineEdit;
            bool event(QEvent* e) override
            {
                if (e->type() == QEvent::ShortcutOverride)
                    e->accept();
                return e->type() == QEvent::ShortcutOverride || QLineEdit::event(e);
            }
        };
        Greedy greedy(window_.get());
        const auto takes = [&](int key) {
            QKeyEvent pressed(QEvent::ShortcutOverride, key, Qt::ControlModifier);
            pressed.ignore();
            QCoreApplication::sendEvent(&greedy, &pressed);
            return pressed.isAccepted();
        };
        QVERIFY(!takes(Qt::Key_E));
        QVERIFY(!takes(Qt::Key_K));
        QVERIFY(takes(Qt::Key_C));
        // Words are still copied and pasted in the field.
        field->selectAll();
        QTest::keyClick(field, Qt::Key_C, Qt::ControlModifier);
        QCOMPARE(QApplication::clipboard()->text(), field->text());
    }

    void keysAreGroupedAndFound()
    {
        QTimer::singleShot(100, this, [] {
            auto* dialog = QApplication::activeModalWidget();
            QVERIFY(dialog);
            auto* list = dialog->findChild<QTreeView*>(QStringLiteral("keys.list"));
            const int groups = list->model()->rowCount();
            QVERIFY(groups >= 5);
            QTest::keyClicks(dialog->findChild<QLineEdit*>(QStringLiteral("keys.search")),
                             QStringLiteral("press sheet"));
            QVERIFY(list->model()->rowCount() < groups);
            QCOMPARE(list->header()->count(), 2); // what a key does is seen beside it
            QStringList found;
            for (int g = 0; g < list->model()->rowCount(); ++g) {
                const QModelIndex head = list->model()->index(g, 0);
                for (int i = 0; i < list->model()->rowCount(head); ++i)
                    found << list->model()->index(i, 0, head).data().toString();
            }
            QVERIFY(found.contains(QStringLiteral("Ctrl+Shift+E")));
            QVERIFY(!found.contains(QStringLiteral("Ctrl+C")));
            dialog->close();
        });
        action("keys")->trigger();
    }

    void dialogsOpenWhereTheLastFileWas()
    {
        QString opened;
        const auto look = [&](const char* what) {
            QTimer::singleShot(100, this, [&] {
                if (auto* dialog = window_->findChild<QFileDialog*>()) {
                    opened = dialog->directory().absolutePath();
                    dialog->reject();
                }
            });
            action(what)->trigger();
            return opened;
        };
        QSettings().remove(QStringLiteral("lastFolder"));
        QCOMPARE(look("placePicture"), QDir::homePath());
        const QString demo = QDir(QStringLiteral(HINGE_SOURCE_DIR "/demo")).absolutePath();
        QVERIFY(window_->openJob(demo + QStringLiteral("/member-card.hinge.json")));
        window_->document().start(newPiece(PieceKind::Leaf));
        QCOMPARE(look("placePicture"), demo);
        QCOMPARE(look("exportFlat"), demo);
    }

    void allFindingsAreListedAboveTheStrip()
    {
        // Three alike are one row; its button settles all, in one step.
        Job job = window_->document().job();
        for (int i = 0; i < 3; ++i) {
            Item empty;
            empty.id = QStringLiteral("e%1").arg(i);
            empty.name = empty.id;
            empty.kind = ItemKind::Text;
            empty.paragraphs = {{QString(), {}}};
            empty.sides = sidesFillingSafeArea(i);
            job.edit(Face::Outside).items.push_back(empty);
        }
        Item hairline = tint(1);
        hairline.id = QStringLiteral("hairline");
        hairline.stroke = {Length::micrometres(10), hairline.ink, 100};
        job.edit(Face::Inside).items.push_back(hairline);
        job.zones.foldClearance = Length::micrometres(100);
        QVERIFY(window_->document().edit(QStringLiteral("empty"), job));
        find<QPushButton>("findings.more")->click();
        auto* list = window_->findChild<QListView*>(QStringLiteral("findings.list"));
        QVERIFY(list && list->isVisible());
        int alike = -1;
        for (int i = 0; i < list->model()->rowCount(); ++i)
            if (list->model()->index(i, 0).data().toString().contains(QStringLiteral("and 2 more like it")))
                alike = i;
        QVERIFY(alike >= 0);
        Q_EMIT list->activated(list->model()->index(alike, 0));
        QVERIFY(this->job().on(Face::Outside).items.empty());
        window_->document().history().undo();
        QCOMPARE(this->job().on(Face::Outside).items.size(), std::size_t(3));
    }

    void zoomingByKeysKeepsWhatIsInHandInView()
    {
        window_->showStage(Stage::Flat);
        put(tint(2));
        window_->selection().setItem(Face::Outside, job().on(Face::Outside).items.front().id);
        const QString before = find<QLabel>("flat.zoom")->text();
        const auto middle = [this] {
            const Rect& f = plan().itemsOn(Face::Outside).front().frame;
            return canvas().toPixels(QPointF(f.middle().x.toMm(), f.middle().y.toMm()));
        };
        for (int i = 0; i < 8; ++i)
            action("zoomIn")->trigger();
        QVERIFY(QRectF(canvas().rect()).contains(middle()));
        QVERIFY(find<QLabel>("flat.zoom")->text() != before);
        action("zoomFit")->trigger();
        QCOMPARE(find<QLabel>("flat.zoom")->text(), before);
    }
};

HINGE_TEST(TestWindow)
#include "test_window.moc"
