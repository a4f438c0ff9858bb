// SPDX-License-Identifier: GPL-3.0-or-later
// Jobs on the disk, by way of the real window: saved, opened, packed, locked, changed by others, lost and found again.
#include "app/document/linked_files.h"
#include "app/flat/face_canvas.h"
#include "app/look/theme.h"
#include "core/file/job_file.h"
#include "window_driver.h"

#include <QProgressDialog>
#include <QPushButton>
#include <QRandomGenerator>
#include <QSettings>
#include <QStandardPaths>

using namespace hinge;

class TestSaving : public testing::WindowDriver
{
    Q_OBJECT

private Q_SLOTS:
    void initTestCase()
    {
        QStandardPaths::setTestModeEnabled(true);
        QApplication::setOrganizationName(QStringLiteral("upper-hinge-test-saving"));
        QSettings().clear();
        applyTheme(*qApp, false);
    }

    void init() { openWindow(); }
    void cleanup() { window_.reset(); }

    void whatSomebodyElseSavedIsNotOverwrittenUnasked()
    {
        const QString path = dir_->filePath(QStringLiteral("shared.hinge.json"));
        QVERIFY(window_->document().save(path));
        QVERIFY(window_->openJob(path));
        type("brief.quantity", QStringLiteral("111"));
        const auto elsewhere = [&](int quantity) {
            Job theirs = *loadJob(path);
            theirs.quantity = quantity;
            QVERIFY(saveJob(theirs, path));
        };
        const auto save = [this] { action("save")->trigger(); };
        elsewhere(222);
        QVERIFY(window_->document().isChangedOnDisk());
        QVERIFY(answered("diskDialog", "Not now", save).contains(QStringLiteral("was changed on the disk")));
        QCOMPARE(loadJob(path)->quantity, 222);
        QVERIFY(window_->document().isDirty());
        QVERIFY(!answered("diskDialog", "Keep mine", save).isEmpty());
        QCOMPARE(loadJob(path)->quantity, 111);
        QVERIFY(answered("diskDialog", "Keep mine", save).isEmpty()); // nothing new
        type("brief.quantity", QStringLiteral("333"));
        elsewhere(444);
        QVERIFY(!answered("diskDialog", "Take theirs", save).isEmpty());
        QCOMPARE(job().quantity, 444);
        // Written anew but the same is no change; gone is one.
        elsewhere(444);
        QVERIFY(!window_->document().isChangedOnDisk());
        QVERIFY(QFile::remove(path));
        QVERIFY(answered("diskDialog", "Not now", save).contains(QStringLiteral("no longer on the disk")));
        QVERIFY(!QFile::exists(path));
    }

    void aJobIsLockedWhileItIsOpen()
    {
        const QString path = dir_->filePath(QStringLiteral("locked.hinge.json"));
        QVERIFY(window_->document().save(path));
        const auto locks = [&] {
            return QDir(dir_->path()).entryList({QStringLiteral(".*.lock")}, QDir::Files | QDir::Hidden);
        };
        QCOMPARE(locks().size(), 1);
        {
            Document other;
            QVERIFY(other.load(path));
            QVERIFY2(other.alsoOpenBy().contains(QString::number(QCoreApplication::applicationPid())),
                     qPrintable(other.alsoOpenBy()));
        }
        window_->document().start(newLeaflet());
        QVERIFY(locks().isEmpty());
        Document other;
        QVERIFY(other.load(path));
        QVERIFY(other.alsoOpenBy().isEmpty());
    }

    void theFirstEditIsInTheCopyAgainstACrash()
    {
        QVERIFY(window_->document().save(dir_->filePath(QStringLiteral("first.hinge.json"))));
        const auto copies = [] {
            QStringList found;
            for (const QString& name : QDir(SafeCopy::folder()).entryList({QStringLiteral("*.json")}, QDir::Files)) {
                QFile file(SafeCopy::folder() + u'/' + name);
                if (file.open(QIODevice::ReadOnly))
                    found << QString::fromUtf8(file.readAll());
            }
            return found.join(u'\n');
        };
        Job next = job();
        next.quantity = 7654;
        QVERIFY(window_->document().edit(QStringLiteral("once"), next)); // one step, and no other
        QTRY_VERIFY_WITH_TIMEOUT(copies().contains(QStringLiteral("7654")), 6000);
    }

    void aJobFromElsewhereAsksForFilesOutside()
    {
        QImage(20, 20, QImage::Format_RGB32).save(dir_->filePath(QStringLiteral("outside.png")));
        QVERIFY(QDir(dir_->path()).mkdir(QStringLiteral("sent")));
        Job sent = newLeaflet();
        Item item = tint(1);
        item.kind = ItemKind::Picture;
        item.ink.clear();
        item.file.path = QStringLiteral("../outside.png");
        sent.edit(Face::Outside).items = {item};
        const QString path = dir_->filePath(QStringLiteral("sent/piece.hinge.json"));
        QVERIFY(saveJob(sent, path));
        const QString asked = answered("outsideDialog", "Leave them out", [&] { window_->openJob(path); });
        QVERIFY2(asked.contains(QStringLiteral("../outside.png")), qPrintable(asked));
        waitForFiles();
        QVERIFY(!window_->document().files().facts().value(item.file.path).error.isEmpty());
        QVERIFY(testing::hasFinding(window_->document().findings(), "file.unreadable"));
        QVERIFY(!window_->exportTo(ExportKind::Flat, dir_->filePath(QStringLiteral("never.pdf"))));
        // Packed, it is left out, too.
        QVERIFY(window_->document().save(dir_->filePath(QStringLiteral("sent/packed.hinge.zip"))));
        QVERIFY(job().embedded.empty());
        QSettings().remove(QStringLiteral("recentJobs"));
        QVERIFY(!answered("outsideDialog", "Use them", [&] { window_->openJob(path); }).isEmpty());
        waitForFiles();
        QVERIFY(window_->document().files().facts().value(item.file.path).error.isEmpty());
        // Open here before, it is not asked about again.
        QVERIFY(answered("outsideDialog", "Use them", [&] { window_->openJob(path); }).isEmpty());
    }

    void savingWithoutAFileIsAsked()
    {
        Job job = newLeaflet();
        Item item = tint(1);
        item.kind = ItemKind::Picture;
        item.ink.clear();
        item.file.path = QStringLiteral("embedded:%1/shore.png").arg(QString(64, u'a'));
        job.edit(Face::Outside).items = {item};
        window_->document().start(job);
        const QString path = dir_->filePath(QStringLiteral("lost.hinge.zip"));
        QVERIFY(window_->document().save(path));
        type("brief.quantity", QStringLiteral("55"));
        const auto save = [this] { action("save")->trigger(); };
        QVERIFY(answered("lossDialog", "Cancel", save).contains(QStringLiteral("shore.png")));
        QVERIFY(window_->document().isDirty());
        QVERIFY(!answered("lossDialog", "Save without it", save).isEmpty());
        QTRY_VERIFY(!window_->document().isDirty());
        type("brief.quantity", QStringLiteral("56"));
        QVERIFY(answered("lossDialog", "Cancel", save).isEmpty()); // known by now
        QTRY_VERIFY(!window_->document().isDirty());
    }

    void badJobsLeaveTheOpenOneAlone()
    {
        type("brief.quantity", QStringLiteral("1,234"));
        const Job before = job();
        QFile bad(dir_->filePath(QStringLiteral("bad.hinge.json")));
        QVERIFY(bad.open(QIODevice::WriteOnly));
        bad.write("{\"format\": 7}");
        bad.close();
        QVERIFY(!window_->openJob(bad.fileName()));
        const QString text = message();
        QVERIFY2(text.contains(QStringLiteral("bad.hinge.json")) && text.contains(QStringLiteral("newer version")),
                 qPrintable(text));
        QVERIFY(job() == before);
        QCOMPARE(job().quantity, 1234);
        QVERIFY(window_->isWindowModified());
    }

    void savedJobsReopenIdentical()
    {
        put(tint(1));
        type("docket.title", QStringLiteral("Spring tides"));
        const QString path = dir_->filePath(QStringLiteral("spring.hinge.json"));
        QVERIFY(window_->document().save(path));
        QVERIFY(!window_->isWindowModified());
        const Job saved = job();
        QVERIFY(window_->openJob(path));
        QVERIFY(job() == saved);
        QVERIFY(QSettings().value(QStringLiteral("recentJobs")).toStringList().contains(path));
        const auto failed = window_->document().save(QStringLiteral("/sys/spring.hinge.json"));
        QVERIFY(!failed);
        QVERIFY(failed.error().text().contains(QStringLiteral("/sys/spring.hinge.json")));
        QCOMPARE(window_->document().path(), path);
    }

    void unsavedWorkSurvivesACrash()
    {
        type("docket.title", QStringLiteral("Storm warning"));
        window_->recovery().copy().writeNow();
        // While its program runs the copy is nobody else's business.
        QVERIFY(Recovery::leftBehind().empty());
        // A crash leaves the copy without a program: make one.
        const QStringList copies = QDir(SafeCopy::folder()).entryList({QStringLiteral("*.json")});
        QCOMPARE(copies.size(), 1);
        const QString crashed = SafeCopy::folder() + QStringLiteral("/crashed.json");
        QVERIFY(QFile::copy(SafeCopy::folder() + u'/' + copies[0], crashed));
        const Job lost = job();
        window_ = std::make_unique<MainWindow>();
        QCOMPARE(Recovery::leftBehind().size(), std::size_t(1));
        QTimer::singleShot(50, this, [this] {
            auto* box = window_->findChild<QMessageBox*>(QStringLiteral("recoveryDialog"));
            QVERIFY(box->text().contains(QStringLiteral("Storm warning")));
            box->buttons().first()->click();
        });
        QVERIFY(window_->offerRecovery());
        QVERIFY(job() == lost);
        QVERIFY(window_->isWindowModified());
        QVERIFY(!QFile::exists(crashed));
        // Saved work needs no copy.
        QVERIFY(window_->document().save(dir_->filePath(QStringLiteral("storm.hinge.json"))));
        QVERIFY(QDir(SafeCopy::folder()).entryList({QStringLiteral("*.json")}).isEmpty());
    }

    void aCopyThatComesLateIsNotKept()
    {
        const auto copies = [] { return QDir(SafeCopy::folder()).entryList({QStringLiteral("*.json")}, QDir::Files); };
        type("docket.title", QStringLiteral("Neap"));
        const auto early = window_->recovery().copy().writer();
        type("docket.title", QStringLiteral("Spring"));
        const auto late = window_->recovery().copy().writer();
        // Written out of turn: the later state stays.
        QVERIFY(late());
        QVERIFY(!early());
        QCOMPARE(copies().size(), 1);
        QFile copy(SafeCopy::folder() + u'/' + copies().first());
        QVERIFY(copy.open(QIODevice::ReadOnly));
        QVERIFY(copy.readAll().contains("Spring"));
        // Saved meanwhile: nothing is left to bring back.
        type("docket.title", QStringLiteral("Slack"));
        const auto pending = window_->recovery().copy().writer();
        QVERIFY(window_->document().save(dir_->filePath(QStringLiteral("slack.hinge.json"))));
        QVERIFY(!pending());
        QVERIFY(copies().isEmpty());
        // Work after that is kept again.
        type("docket.title", QStringLiteral("Ebb"));
        QVERIFY(window_->recovery().copy().writer()());
        QCOMPARE(copies().size(), 1);
    }

    void linksStayTrueWhenTheJobMoves()
    {
        window_->openJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/visitor-leaflet.hinge.json"));
        const QString path = dir_->filePath(QStringLiteral("moved.hinge.json"));
        QVERIFY(window_->document().save(path));
        waitForFiles();
        const auto allThere = [&] {
            return std::ranges::none_of(window_->document().findings(),
                                        [](const Finding& f) { return f.code.startsWith(QStringLiteral("file.")); });
        };
        QVERIFY(allThere());
        // Also those of earlier steps: undo goes back beyond the move.
        type("brief.quantity", QStringLiteral("77"));
        QVERIFY(QDir(dir_->path()).mkdir(QStringLiteral("deeper")));
        QVERIFY(window_->document().save(dir_->filePath(QStringLiteral("deeper/moved.hinge.json"))));
        waitForFiles();
        QVERIFY(allThere());
        action("undo")->trigger();
        QCOMPARE(job().quantity, 5000);
        waitForFiles();
        QVERIFY(allThere());
        QVERIFY(window_->isWindowModified());
    }

    void aPictureThatIsGoneIsSaidSoAndStaysInTheJob()
    {
        window_->showStage(Stage::Flat);
        Job gone = newLeaflet();
        Item item = tint(1);
        item.kind = ItemKind::Picture;
        item.file.path = QStringLiteral("gone.jpg");
        gone.edit(Face::Outside).items = {item};
        QVERIFY(window_->document().edit(QStringLiteral("place"), gone));
        waitForFiles();
        const auto& findings = window_->document().findings();
        const auto it = std::ranges::find(findings, QStringLiteral("file.unreadable"), &Finding::code);
        QVERIFY(it != findings.end());
        QVERIFY(it->message.contains(QStringLiteral("gone.jpg")));
        QVERIFY(job() == gone);
        // Painting goes on without it.
        QVERIFY(!find<FaceCanvas>("faceCanvas")->grab().isNull());
    }

    void packingCanBeStopped()
    {
        // The head of a PNG and what cannot be packed any smaller: enough for a hand to reach the button.
        const QString large = dir_->filePath(QStringLiteral("large.png"));
        {
            QFile file(large);
            QVERIFY(file.open(QIODevice::WriteOnly));
            file.write("\x89PNG\r\n\x1a\n", 8);
            QByteArray block(1 << 20, Qt::Uninitialized);
            for (int i = 0; i < 60; ++i) {
                QRandomGenerator(unsigned(i)).fillRange(reinterpret_cast<quint32*>(block.data()), block.size() / 4);
                file.write(block);
            }
        }
        const QString path = dir_->filePath(QStringLiteral("large.hinge.zip"));
        QVERIFY(window_->document().save(path));
        Item item = tint(1);
        item.kind = ItemKind::Picture;
        item.ink.clear();
        item.file.path = large;
        put(item);
        const QByteArray before = testing::contentOf(path);
        int presses = 0;
        QTimer presser;
        connect(&presser, &QTimer::timeout, this, [&] {
            auto* dialog = window_->findChild<QProgressDialog*>(QStringLiteral("packingDialog"));
            if (!dialog || !dialog->isVisible() || presses > 0)
                return;
            QTest::mouseClick(dialog->findChild<QPushButton*>(), Qt::LeftButton);
            ++presses;
        });
        presser.start(5);
        action("save")->trigger();
        presser.stop();
        QCOMPARE(presses, 1);
        const QString said = message();
        QVERIFY2(said.contains(QStringLiteral("stopped")), qPrintable(said));
        QCOMPARE(testing::contentOf(path), before);
        QVERIFY(window_->document().isDirty());
        QCOMPARE(QDir(dir_->path()).entryList(QDir::Files).size(), 2); // nothing half written lies about
        action("save")->trigger();
        QVERIFY(!window_->document().isDirty());
        QVERIFY(QFileInfo(path).size() > 60'000'000);
    }

    void leavingWithUnsavedWorkAsks()
    {
        type("brief.quantity", QStringLiteral("4321"));
        const auto answer = [this](QMessageBox::StandardButton button) {
            QTimer::singleShot(50, this, [this, button] {
                for (QMessageBox* box : window_->findChildren<QMessageBox*>())
                    if (box->isVisible())
                        box->button(button)->click();
            });
        };
        answer(QMessageBox::Cancel);
        QVERIFY(!window_->close());
        QVERIFY(window_->isVisible());
        QCOMPARE(job().quantity, 4321);
        answer(QMessageBox::Discard);
        QVERIFY(window_->close());
    }
};

HINGE_TEST(TestSaving)
#include "test_saving.moc"
