// SPDX-License-Identifier: GPL-3.0-or-later
// Jobs that are printed together, in their own window.
#include "app/gang/gang_window.h"
#include "window_driver.h"

#include <QComboBox>
#include <QDir>
#include <QDropEvent>
#include <QFileDialog>
#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QMimeData>
#include <QPushButton>
#include <QTemporaryDir>

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
