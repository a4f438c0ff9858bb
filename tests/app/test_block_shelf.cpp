// SPDX-License-Identifier: GPL-3.0-or-later
// House blocks in the real window: kept, put into another job, changed, and taken over.
#include "app/flat/blocks_dialog.h"
#include "core/file/embedded_files.h"
#include "paper_driver.h"

#include <QDialogButtonBox>
#include <QDir>
#include <QLabel>
#include <QListView>

class TestBlockShelf : public PaperDriver
{
    Q_OBJECT

    /// Works in a dialog as soon as it is open.
    template <class Do>
    void inDialog(const char* name, const Do& work)
    {
        QTimer::singleShot(100, this, [this, name, work] {
            auto* dialog = window_->findChild<QDialog*>(QString::fromLatin1(name));
            if (!dialog)
                qFatal("%s did not open", name);
            work(*dialog);
        });
    }
    void keep(const QStringList& ids, const char* name, const char* told)
    {
        window_->selection().setItems(Face::Outside, ids);
        inDialog("keepBlockDialog", [this, name, told](QDialog& dialog) {
            // Typed at once, as people do: the name offered is in hand, and what is typed stands in its place.
            QCOMPARE(dialog.focusWidget(), find<QLineEdit>("block.name", &dialog));
            QTest::keyClicks(dialog.focusWidget(), QString::fromLatin1(name));
            QVERIFY(find<QLabel>("block.about", &dialog)->text().contains(QLatin1String(told)));
            dialog.findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Save)->click();
        });
        action("keepBlock")->trigger();
    }
    /// What the shelf says of the only block on it; then a button is pressed.
    QString onShelf(const char* button)
    {
        QString note;
        inDialog("blocksDialog", [this, button, &note](QDialog& dialog) {
            note = find<QLabel>("blocks.note", &dialog)->text();
            find<QPushButton>(button, &dialog)->click();
        });
        action("blocks")->trigger();
        return note;
    }

private Q_SLOTS:
    void initTestCase()
    {
        setUpProgram("block-shelf");
        QDir(BlockStore().folder()).removeRecursively();
    }
    void cleanupTestCase()
    {
        QDir(BlockStore().folder()).removeRecursively();
        QDir(embeddedFolder()).removeRecursively();
    }
    void init()
    {
        openWindow();
        window_->showStage(Stage::Flat);
        QCoreApplication::processEvents();
    }

    void anEmptyShelfTellsHowItIsFilled()
    {
        inDialog("blocksDialog", [this](QDialog& dialog) {
            QVERIFY(!find<QPushButton>("blocks.put", &dialog)->isEnabled());
            QVERIFY(find<QLabel>("blocks.note", &dialog)->text().contains(QStringLiteral("Nothing on the shelf yet")));
            QTest::keyClick(&dialog, Qt::Key_Escape);
        });
        action("blocks")->trigger();
        // Nothing in hand: nothing is asked for a name.
        window_->selection().clearItem();
        action("keepBlock")->trigger();
        QVERIFY(message().contains(QStringLiteral("Take the items of the block in hand first")));
    }

    void aBlockGoesFromJobToJob()
    {
        place(pictureFile("logo.png", {60, 40}, Qt::red, Qt::red), 1);
        const QString logo = window_->selection().item();
        const QString words = add("addText", 1);
        keep({logo, words}, "Contact lines", "Its pictures, styles and inks");
        QCOMPARE(window_->blocks().all().size(), std::size_t(1));
        QCOMPARE(job().findItem(words)->block->name, QStringLiteral("Contact lines"));
        QVERIFY(job().findItem(logo)->block->use == job().findItem(words)->block->use);
        QVERIFY(QFile::remove(dir_->filePath(QStringLiteral("logo.png")))); // it is in the block

        // Another job, another window: it is on the shelf.
        openWindow();
        window_->showStage(Stage::Flat);
        window_->selection().setSurface(Face::Inside);
        window_->selection().setPanel(0);
        QVERIFY(onShelf("blocks.put").contains(QStringLiteral("not in this job")));
        const auto& items = job().on(Face::Inside).items;
        QCOMPARE(items.size(), std::size_t(2));
        QCOMPARE(window_->selection().items().size(), 2);
        waitForFiles();
        QVERIFY(window_->document().files().facts().value(items.front().file.path).error.isEmpty());
        QVERIFY(find<QWidget>("drawer")->isVisible());
        action("undo")->trigger();
        QVERIFY(job().on(Face::Inside).items.empty());
    }

    void aNewerVersionIsTakenOverWhereItIsWanted()
    {
        window_->selection().setSurface(Face::Outside);
        for (const int panel : {0, 2}) {
            window_->selection().setPanel(panel);
            (void)onShelf("blocks.put");
        }
        const auto uses = placedBlocks(job());
        QCOMPARE(uses.size(), std::size_t(2));
        // Its words change in one place, and are kept again under its name.
        Job changed = job();
        changed.findItem(uses[0].items[1])->paragraphs.front().text = QStringLiteral("Pier Road 5");
        QVERIFY(window_->document().edit(QStringLiteral("Write"), changed));
        keep(uses[0].items, "Contact lines", "A newer version");
        const Block newer = *window_->blocks().find(QStringLiteral("Contact lines"));
        QCOMPARE(job().findItem(uses[0].items[1])->block->version, newer.version);
        QVERIFY(job().findItem(uses[1].items[1])->block->version != newer.version);

        // Left alone at first, taken the second time.
        for (const char* answer : {"Leave", "Take"}) {
            inDialog("blocksDialog", [this, answer](QDialog& dialog) {
                QVERIFY(find<QLabel>("blocks.note", &dialog)->text().contains(QStringLiteral("1 of them an older")));
                inDialog("takeOver", [answer](QDialog& box) {
                    for (QAbstractButton* b : static_cast<QMessageBox&>(box).buttons())
                        if (b->text().remove(u'&').startsWith(QLatin1String(answer)))
                            return b->click();
                });
                find<QPushButton>("blocks.takeOver", &dialog)->click();
            });
            action("blocks")->trigger();
        }
        const auto after = placedBlocks(job());
        QCOMPARE(after.size(), std::size_t(2));
        for (const PlacedBlock& placed : after) {
            QCOMPARE(placed.version, newer.version);
            QCOMPARE(job().findItem(placed.items[1])->paragraphs.front().text, QStringLiteral("Pier Road 5"));
        }
        const QString note = onShelf("blocks.close");
        QVERIFY2(note.startsWith(QStringLiteral("2 items")) && note.endsWith(QStringLiteral("in this job 2 ×")),
                 qPrintable(note));
    }

    void blocksAreSharedAndTakenAway()
    {
        const QString file = dir_->filePath(QStringLiteral("shared.json"));
        inDialog("blocksDialog", [this, file](QDialog& dialog) {
            auto& shelf = static_cast<BlocksDialog&>(dialog);
            shelf.shareTo(file);
            find<QPushButton>("blocks.remove", &dialog)->click();
            QCOMPARE(find<QListView>("blocks.list", &dialog)->model()->rowCount(), 0);
            QFile broken(dir_->filePath(QStringLiteral("broken.json")));
            QVERIFY(broken.open(QIODevice::WriteOnly) && broken.write(writeJob(job())) > 0);
            broken.close();
            shelf.importFrom(broken.fileName());
            QVERIFY(find<QLabel>("blocks.note", &dialog)->text().contains(QStringLiteral("no house block")));
            shelf.importFrom(file);
            QCOMPARE(shelf.chosen(), QStringLiteral("Contact lines"));
            QTest::keyClick(&dialog, Qt::Key_Escape);
        });
        action("blocks")->trigger();
        QCOMPARE(window_->blocks().all().size(), std::size_t(1));
    }
};

HINGE_TEST(TestBlockShelf)
#include "test_block_shelf.moc"
