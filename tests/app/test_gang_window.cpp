// SPDX-License-Identifier: GPL-3.0-or-later
// Jobs that are printed together, in their own window.
#include "app/gang/gang_window.h"
#include "core/file/job_file.h"
#include "window_driver.h"

#include <QComboBox>
#include <QDir>
#include <QDropEvent>
#include <QFileDialog>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QMessageBox>
#include <QMimeData>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTimer>
#include <QTreeView>

using namespace hinge;

class TestGangWindow : public testing::WindowDriver
{
    Q_OBJECT

    GangWindow& gang() { return *window_->gangWindow(); }
    GangDocument& document() { return gang().document(); }
    template <class T>
    T* part(const char* name)
    {
        auto* found = gang().findChild<T*>(QLatin1String(name));
        if (!found)
            qFatal("there is no %s", name);
        return found;
    }
    static QString demo(const char* name)
    {
        return QStringLiteral(HINGE_SOURCE_DIR "/demo/%1").arg(QLatin1String(name));
    }
    void settle() { QTRY_VERIFY_WITH_TIMEOUT(document().isSettled(), 20000); }
    void openDemo()
    {
        QVERIFY(window_->openJob(demo("autumn-prints.gang.json")));
        settle();
        QVERIFY(document().plan().split());
    }
    /// What the window tells, closed again.
    QString toldInGang()
    {
        auto* box = gang().findChild<QMessageBox*>(QStringLiteral("gangMessage"));
        if (!box)
            return {};
        const QString text = box->informativeText();
        box->close();
        return text;
    }
    void typeInGang(const char* field, const char* text)
    {
        auto* edit = part<QLineEdit>(field);
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, QLatin1String(text));
        QTest::keyClick(edit, Qt::Key_Return);
    }

    /// Two cards of one size, 300 of each, on a sheet together; the jobs are written into the folder of the test.
    void openTwoCards()
    {
        QStringList paths;
        for (const char* name : {"ann", "bram"}) {
            Job job = newPiece(PieceKind::Leaf);
            job.title = QLatin1String(name);
            job.flat = {Length::mm(85), Length::mm(55)};
            job.quantity = 300;
            job.records = {};
            job.press.sheet = {Length::mm(450), Length::mm(320)};
            paths << dir_->filePath(QLatin1String(name) + QStringLiteral(".hinge.json"));
            QVERIFY(saveJob(job, paths.back()));
        }
        (void)window_->showGang();
        document().add(paths);
        QTRY_COMPARE(document().gang().members.size(), std::size_t(2));
        settle();
        QVERIFY(document().plan().split());
    }
    /// What the menu about the slot offers; the one with these words is taken.
    QStringList chosenForSlot(const QString& words)
    {
        auto* menu = gang().findChild<QMenu*>(QStringLiteral("gang.slotMenu"));
        QStringList offered;
        QAction* wanted = nullptr;
        for (QAction* action : menu ? menu->actions() : QList<QAction*>())
            if (!action->isSeparator()) {
                offered << action->text();
                wanted = action->text().contains(words) ? action : wanted;
            }
        if (wanted) {
            menu->setActiveAction(wanted);
            QTest::keyClick(menu, Qt::Key_Return);
        }
        delete menu;
        return offered;
    }

private Q_SLOTS:
    void initTestCase() { setUpProgram("test-gang-window"); }
    void init() { openWindow(); }
    void cleanup() { window_.reset(); }

    void aGangIsShownWithItsJobs()
    {
        openDemo();
        auto* jobs = part<QListView>("gang.jobs");
        QCOMPARE(jobs->model()->rowCount(), 3);
        QCOMPARE(jobs->model()->index(1, 0).data().toString(), QStringLiteral("Solstice card"));
        const GangSplit& split = *document().plan().split();
        QCOMPARE(split.forms.size(), std::size_t(1));
        const QString figures = jobs->model()->index(0, 0).data(GangJobsModel::FiguresRole).toString();
        QVERIFY2(figures.startsWith(QString::number(split.forms.front().slotsOf(0)) + QStringLiteral(" up")),
                 qPrintable(figures));
        // All three lie on the sheet, and look like what they are.
        const QImage seen = gang().canvas().grab().toImage();
        const QRectF slot = gang().canvas().slotOnWidget(Face::Outside, 0);
        std::set<QRgb> colours;
        for (int x = int(slot.left()) + 3; x < int(slot.right()) - 3; x += 2)
            for (int y = int(slot.top()) + 3; y < int(slot.bottom()) - 3; y += 2)
                colours.insert(seen.pixel(x, y));
        QVERIFY(colours.size() > 20);
    }

    void jobsAreAddedAndTakenOut()
    {
        const GangWindow& shown = window_->showGang();
        QVERIFY(shown.isVisible());
        document().add({demo("postcard.hinge.json"), demo("solstice-card.hinge.json"), demo("nothing.hinge.json")});
        bool told = false;
        connect(&document(), &GangDocument::notAdded, this, [&told] { told = true; });
        settle();
        QTRY_VERIFY(told);
        QVERIFY(toldInGang().contains(QStringLiteral("no such file")));
        QCOMPARE(document().gang().members.size(), std::size_t(2));
        // The first one said what the press is.
        QCOMPARE(document().gang().stock.grammage, 300);
        auto* jobs = part<QListView>("gang.jobs");
        jobs->setCurrentIndex(jobs->model()->index(0, 0));
        part<QPushButton>("gang.removeButton")->click();
        QCOMPARE(document().gang().members.size(), std::size_t(1));
        document().history().undo();
        QCOMPARE(document().gang().members.size(), std::size_t(2));
        settle();
        QVERIFY(document().plan().split());
        // Dropped files come in, too.
        QMimeData data;
        data.setUrls({QUrl::fromLocalFile(demo("invitation.hinge.json")), QUrl::fromLocalFile(demo("members.csv"))});
        QDragEnterEvent in({50, 50}, Qt::CopyAction, &data, Qt::LeftButton, {});
        QCoreApplication::sendEvent(&gang(), &in);
        QVERIFY(in.isAccepted());
        QDropEvent drop({50, 50}, Qt::CopyAction, &data, Qt::LeftButton, {});
        QCoreApplication::sendEvent(&gang(), &drop);
        QTRY_VERIFY2(document().gang().members.size() == 3, qPrintable(toldInGang()));
    }

    void quantitiesAreTypedOnTheCards()
    {
        openDemo();
        auto* jobs = part<QListView>("gang.jobs");
        const QRect card = jobs->visualRect(jobs->model()->index(1, 0));
        QTest::mouseClick(jobs->viewport(), Qt::LeftButton, {}, {card.left() + 40, card.bottom() - 20});
        auto* edit = jobs->findChild<QLineEdit*>(QStringLiteral("gang.quantity"));
        QVERIFY(edit);
        QTest::keyClicks(edit, QStringLiteral("900"));
        QTest::keyClick(edit, Qt::Key_Return);
        QTRY_COMPARE(document().gang().members[1].quantity, qint64(900));
        settle();
        for (std::size_t piece = 0; piece < document().plan().pieces.size(); ++piece)
            if (document().plan().pieces[piece].job == 1)
                QVERIFY(document().plan().split()->printed[piece] >= 900);
        document().history().undo();
        QCOMPARE(document().gang().members[1].quantity, qint64(0));
    }

    void thePressIsSetUp()
    {
        openDemo();
        auto* sheet = part<QComboBox>("gang.sheet");
        const int sra1 = sheet->findText(QStringLiteral("SRA1"));
        QVERIFY(sra1 >= 0);
        sheet->setCurrentIndex(sra1);
        Q_EMIT sheet->activated(sra1);
        settle();
        QCOMPARE(document().plan().split()->forms.front().layout->sheet.w, Length::mm(900));
        typeInGang("gang.width", "700");
        QCOMPARE(document().gang().press.sheet.w, Length::mm(700));
        typeInGang("gang.width", "nonsense");
        QCOMPARE(document().gang().press.sheet.w, Length::mm(700));
        // What was refused stays to be mended; Escape gives it up.
        auto* width = part<QLineEdit>("gang.width");
        QCOMPARE(width->text(), QStringLiteral("nonsense"));
        gang().activateWindow();
        QTRY_VERIFY(gang().isActiveWindow());
        width->setFocus();
        QTest::keyClick(width, Qt::Key_Escape);
        QCOMPARE(width->text(), QStringLiteral("700 mm"));
        typeInGang("gang.paper", "300");
        QCOMPARE(document().gang().stock.grammage, 300);
        typeInGang("gang.overrun", "2.5");
        QCOMPARE(document().gang().overrun, Percent::hundredths(250));
        typeInGang("gang.overrun", "-4");
        QCOMPARE(document().gang().overrun, Percent::hundredths(250));
        settle();
        // Turned over from one form.
        auto* work = part<QComboBox>("gang.work");
        work->setCurrentIndex(1);
        Q_EMIT work->activated(1);
        settle();
        QVERIFY(document().plan().split()->forms.front().layout->isOneForm());
    }

    void waysOfSplitingAreChosen()
    {
        openDemo();
        auto* splits = part<QListView>("gang.splits");
        const int rows = splits->model()->rowCount();
        QVERIFY(rows > 1);
        QTest::mouseClick(splits->viewport(), Qt::LeftButton, {},
                          splits->visualRect(splits->model()->index(rows - 1, 0)).center());
        settle();
        QCOMPARE(document().plan().chosen, rows - 1);
        const int forms = int(document().plan().split()->forms.size());
        QVERIFY(forms > 1);
        gang().canvas().setFocus();
        for (int i = 0; i < forms + 2; ++i)
            QTest::keyClick(&gang().canvas(), Qt::Key_PageDown);
        QCOMPARE(gang().canvas().formIndex(), forms - 1);
        QVERIFY(part<QLabel>("gang.caption")->text().contains(QString::number(forms)));
    }

    void theKnifeIsPlayed()
    {
        openDemo();
        part<QPushButton>("gang.mode.3")->click();
        const QImage before = gang().canvas().grab().toImage();
        gang().canvas().setFocus();
        QTest::keyClick(&gang().canvas(), Qt::Key_Right);
        QCOMPARE(gang().canvas().stroke(), 1);
        QVERIFY(gang().canvas().grab().toImage() != before);
        for (int i = 0; i < 60; ++i)
            QTest::keyClick(&gang().canvas(), Qt::Key_Right);
        QCOMPARE(gang().canvas().stroke(), document().plan().split()->forms.front().layout->cuts());
    }

    void aSlotIsGivenToAnotherJob()
    {
        openTwoCards();
        GangCanvas& canvas = gang().canvas();
        const auto slots = [this] { return document().plan().split()->forms.front().layout->front; };
        QCOMPARE(slots()[0].piece, 0);
        // By keys: the first slot, and who may have it.
        canvas.setFocus();
        QTest::keyClick(&canvas, Qt::Key_N);
        QCOMPARE(canvas.slotInHand(), 0);
        QVERIFY(part<QLabel>("gang.caption")->text().contains(QStringLiteral("slot 1,")));
        QTest::keyClick(&canvas, Qt::Key_Return);
        QVERIFY(chosenForSlot(QStringLiteral("bram")).contains(QStringLiteral("Give it to bram")));
        settle();
        QCOMPARE(slots()[0].piece, 1);
        QVERIFY(document().plan().split()->byHand);
        QCOMPARE(canvas.slotInHand(), 0);
        auto* splits = part<QListView>("gang.splits");
        QVERIFY(
            splits->model()->index(document().plan().chosen, 0).data().toString().contains(QStringLiteral("by hand")));
        // By the mouse: the last one is left free.
        const int last = int(slots().size()) - 1;
        const QPoint at = canvas.slotOnWidget(Face::Outside, last).center().toPoint();
        QContextMenuEvent asked(QContextMenuEvent::Mouse, at, canvas.mapToGlobal(at));
        QCoreApplication::sendEvent(&canvas, &asked);
        QCOMPARE(canvas.slotInHand(), last);
        chosenForSlot(QStringLiteral("free"));
        settle();
        QVERIFY(slots()[std::size_t(last)].left);
        // One step of the history each, and all worked out again.
        document().history().undo();
        settle();
        QVERIFY(!slots()[std::size_t(last)].left && slots()[0].piece == 1);
        gang().activateWindow();
        QTRY_VERIFY(gang().isActiveWindow() && part<QAction>("gang.layAfresh")->isEnabled());
        QTest::keySequence(&gang(), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_L));
        settle();
        QVERIFY(document().gang().byHand.empty() && !document().plan().split()->byHand);
        QCOMPARE(slots()[0].piece, 0);
        // Kept in the file; another way of splitting drops it.
        canvas.setSlotInHand(0);
        part<QAction>("gang.giveSlot")->trigger();
        chosenForSlot(QStringLiteral("bram"));
        settle();
        const QString path = dir_->filePath(QStringLiteral("cards.gang.json"));
        QVERIFY(document().save(path));
        QVERIFY(window_->openJob(path));
        settle();
        QVERIFY(document().plan().split()->byHand);
        QTest::mouseClick(splits->viewport(), Qt::LeftButton, {},
                          splits->visualRect(splits->model()->index(0, 0)).center());
        settle();
        QVERIFY(!document().plan().split()->byHand);
    }

    void aSlotOfItsOwnSizeStays()
    {
        openDemo();
        gang().canvas().setSlotInHand(0);
        part<QAction>("gang.giveSlot")->trigger();
        const QStringList offered = chosenForSlot(QStringLiteral("nothing of this"));
        QVERIFY2(offered.contains(QStringLiteral("No other job is as large as this one")),
                 qPrintable(offered.join(u'|')));
    }

    void aJobOfTheGangIsWorkedOn()
    {
        openTwoCards();
        part<QListView>("gang.jobs")->setCurrentIndex(part<QListView>("gang.jobs")->model()->index(1, 0));
        QTest::keySequence(&gang(), QKeySequence(Qt::CTRL | Qt::Key_B));
        QCOMPARE(window_->document().path(), dir_->filePath(QStringLiteral("bram.hinge.json")));
        // Saved, it is taken afresh.
        Job changed = window_->document().job();
        changed.title = QStringLiteral("Bramble");
        QVERIFY(window_->document().edit(QStringLiteral("Rename"), changed));
        window_->findChild<QAction*>(QStringLiteral("save"))->trigger();
        QVERIFY(!window_->document().isDirty());
        settle();
        QTRY_COMPARE(part<QListView>("gang.jobs")->model()->index(1, 0).data().toString(), QStringLiteral("Bramble"));
    }

    void anUnsavedGangIsNotLostUnasked()
    {
        openTwoCards();
        const auto answered = [this](const QString& words) {
            QTimer::singleShot(0, this, [words] {
                auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
                if (!box)
                    return;
                for (QAbstractButton* button : box->buttons())
                    if (button->text().contains(words))
                        return button->click();
                box->reject();
            });
            return gang().close();
        };
        QVERIFY(!answered(QStringLiteral("Cancel")));
        QVERIFY(gang().isVisible() && document().isDirty());
        QVERIFY(answered(QStringLiteral("without saving")));
        QVERIFY(!gang().isVisible());
    }

    void anUnsavedGangSurvivesACrash()
    {
        const QDir kept(SafeCopy::folder());
        const auto copies = [&kept] { return kept.entryList({QStringLiteral("*.json")}, QDir::Files); };
        openTwoCards();
        document().copy().writeNow();
        QVERIFY(GangDocument::leftBehind().empty()); // its program runs
        QCOMPARE(copies().size(), 1);
        QVERIFY(QFile::copy(kept.filePath(copies().front()), kept.filePath(QStringLiteral("crashed.json"))));
        const Gang lost = document().gang();
        window_ = std::make_unique<MainWindow>();
        QCOMPARE(GangDocument::leftBehind().size(), std::size_t(1));
        QString asked;
        QTimer::singleShot(50, this, [this, &asked] {
            auto* box = window_->findChild<QMessageBox*>(QStringLiteral("recoveryDialog"));
            asked = box->text();
            box->buttons().front()->click();
        });
        QVERIFY(!window_->offerRecovery()); // no job was lost
        QVERIFY2(asked.contains(QStringLiteral("Jobs printed together")), qPrintable(asked));
        QVERIFY(document().gang() == lost && document().isDirty());
        settle();
        QCOMPARE(document().jobs().size(), std::size_t(2));
        QCOMPARE(copies().size(), 1); // a copy of its own
        QVERIFY(!copies().contains(QStringLiteral("crashed.json")));
        // Saved, or left without saving, it needs none.
        QVERIFY(document().save(dir_->filePath(QStringLiteral("kept.gang.json"))));
        QVERIFY(copies().isEmpty());
        Gang next = document().gang();
        next.title = QStringLiteral("Week 41");
        QVERIFY(document().edit(QStringLiteral("Rename"), next));
        document().copy().writeNow();
        QCOMPARE(copies().size(), 1);
        document().startNew();
        QVERIFY(copies().isEmpty());
    }

    void keysAreTold()
    {
        (void)window_->showGang();
        QStringList told;
        QTimer::singleShot(0, this, [&told] {
            auto* dialog = QApplication::activeModalWidget();
            const auto* list = dialog->findChild<QTreeView*>(QStringLiteral("keys.list"));
            for (int group = 0; group < list->model()->rowCount(); ++group) {
                const QModelIndex head = list->model()->index(group, 0);
                for (int row = 0; row < list->model()->rowCount(head); ++row)
                    told << list->model()->index(row, 0, head).data().toString();
            }
            dialog->close();
        });
        part<QAction>("gang.keys")->trigger();
        QVERIFY2(told.contains(QStringLiteral("Ctrl+J")) && told.contains(QStringLiteral("N, Shift and N")),
                 qPrintable(told.join(u'|')));
    }

    void sheetsAreWrittenAndTheGangIsSaved()
    {
        openDemo();
        QString trouble = QStringLiteral("?");
        connect(&gang(), &GangWindow::written, this, [&trouble](const QString&, const QString& t) { trouble = t; });
        const QString pdf = dir_->filePath(QStringLiteral("sheets.pdf"));
        QVERIFY(gang().writeSheets(pdf));
        QVERIFY(!gang().writeSheets(pdf)); // one at a time
        QTRY_COMPARE_WITH_TIMEOUT(trouble, QString(), 30000);
        QVERIFY(testing::run(QStringLiteral("pdfinfo"), {pdf}).contains("Pages:           2"));
        // Saved beside the jobs it would name them from there; elsewhere by their whole paths.
        const QString path = dir_->filePath(QStringLiteral("again.gang.json"));
        QVERIFY(document().save(path));
        QVERIFY(!document().isDirty());
        QVERIFY(window_->openJob(path));
        settle();
        QCOMPARE(document().plan().split()->forms.size(), std::size_t(1));
        QFile broken(dir_->filePath(QStringLiteral("broken.gang.json")));
        QVERIFY(broken.open(QIODevice::WriteOnly));
        broken.write("{");
        broken.close();
        QVERIFY(!window_->openJob(broken.fileName()));
        QVERIFY(toldInGang().contains(QStringLiteral("not a readable gang")));
        QCOMPARE(document().gang().members.size(), std::size_t(3));
    }
};

HINGE_TEST(TestGangWindow)
#include "test_gang_window.moc"
