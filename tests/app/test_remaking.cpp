// SPDX-License-Identifier: GPL-3.0-or-later
// The leaflet made again for the next season: from its template, with a house block off the shelf. Every gesture of the
// hand (a click, a key with its modifiers, a field that is typed, a drop) is counted.
#include "app/brief/start_gallery.h"
#include "app/document/block_store.h"
#include "core/file/embedded_files.h"
#include "core/file/job_file.h"
#include "paper_driver.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QDir>
#include <QListView>

class TestRemaking : public PaperDriver
{
    Q_OBJECT

    int steps_ = 0;
    const QString demo_ = QStringLiteral(HINGE_SOURCE_DIR "/demo/");

    template <class Do>
    void inDialog(const char* name, const Do& work)
    {
        QTimer::singleShot(100, this, [this, name, work] {
            auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
            if (!dialog || dialog->objectName() != QLatin1String(name))
                qFatal("%s did not open", name);
            work(*dialog);
        });
    }
    void press(const char* keys)
    {
        ++steps_;
        QApplication::setActiveWindow(window_.get());
        QTest::keySequence(window_->focusWidget() ? window_->focusWidget() : window_.get(),
                           QKeySequence(QString::fromLatin1(keys)));
        QCoreApplication::processEvents();
    }
    void click(QWidget* widget, QPoint where)
    {
        ++steps_;
        QTest::mouseClick(widget, Qt::LeftButton, {}, where);
        QCoreApplication::processEvents();
    }
    void click(QWidget* widget) { click(widget, widget->rect().center()); }
    void write(QLineEdit* field, const QString& words)
    {
        click(field);
        ++steps_;
        QTest::keyClick(field, Qt::Key_A, Qt::ControlModifier);
        QTest::keyClicks(field, words);
        QTest::keyClick(field, Qt::Key_Return);
        QCoreApplication::processEvents();
    }
    void choose(QListView* list, const QString& name)
    {
        for (int row = 0; row < list->model()->rowCount(); ++row)
            if (const QModelIndex at = list->model()->index(row, 0); at.data().toString().startsWith(name)) {
                list->scrollTo(at);
                return click(list->viewport(), list->visualRect(at).center());
            }
        qFatal("no %s", qPrintable(name));
    }
    /// Several files of the demo dropped on the paper at once.
    void dropAll(std::initializer_list<const char*> files)
    {
        ++steps_;
        QList<QUrl> urls;
        for (const char* file : files)
            urls << QUrl::fromLocalFile(demo_ + QStringLiteral("pictures/") + QString::fromLatin1(file));
        QMimeData data;
        data.setUrls(urls);
        const QPointF where = at(148, 100);
        QDragEnterEvent enter(where.toPoint(), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&canvas(), &enter);
        QVERIFY(enter.isAccepted());
        QDropEvent drop(where, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&canvas(), &drop);
        waitForFiles();
    }

    /// Once and for all: the contact lines on the shelf, the rest as a template without pictures.
    void keepWhatComesAgain()
    {
        QVERIFY(window_->openJob(demo_ + QStringLiteral("visitor-leaflet.hinge.json")));
        waitForFiles();
        window_->showStage(Stage::Flat);
        const QStringList contact{QStringLiteral("find"), QStringLiteral("map"), QStringLiteral("contact")};
        window_->selection().setItems(Face::Outside, contact);
        inDialog("keepBlockDialog", [this](QDialog& dialog) {
            QTest::keyClicks(find<QLineEdit>("block.name", &dialog), QStringLiteral("Contact lines"));
            dialog.findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Save)->click();
        });
        action("keepBlock")->trigger();
        action("remove")->trigger();
        QVERIFY(!job().findItem(QStringLiteral("map")));
        inDialog("presetDialog", [this](QDialog& dialog) {
            find<QLineEdit>("preset.name", &dialog)->setText(QStringLiteral("Season leaflet"));
            find<QComboBox>("preset.content", &dialog)->setCurrentIndex(1); // pictures wait
            dialog.accept();
        });
        action("keepPreset")->trigger();
        // What the demo has on its shelf is just that.
        const auto kept = [this](const char* name) {
            QFile file(demo_ + QLatin1String(name));
            return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
        };
        const auto block = readBlock(kept("blocks/contact-lines.hinge.json"), QStringLiteral("contact lines"));
        QVERIFY(block);
        QCOMPARE(partsOf(*block), partsOf(*window_->blocks().find(QStringLiteral("Contact lines"))));
        const auto preset = readPreset(kept("templates/season-leaflet.hinge.json"), QStringLiteral("template"));
        QVERIFY(preset);
        QCOMPARE(preset->job, window_->presets().all().back().job);
        while (window_->document().history().canUndo())
            window_->document().history().undo();
        QVERIFY(!window_->document().isDirty());
    }
    static bool isSame(const Item& a, const Item& b, const Plan& planA, const Plan& planB)
    {
        return a.kind == b.kind && a.paragraphs == b.paragraphs && a.ink == b.ink && a.strength == b.strength &&
               a.fit == b.fit && a.textAround == b.textAround && a.table == b.table && a.sides == b.sides &&
               QFileInfo(a.file.path).fileName() == QFileInfo(b.file.path).fileName() &&
               a.file.sha256 == b.file.sha256 && planA.findItem(a.id)->frame == planB.findItem(b.id)->frame;
    }

private Q_SLOTS:
    void initTestCase()
    {
        setUpProgram("remaking");
        QDir(BlockStore().folder()).removeRecursively();
    }
    void cleanupTestCase()
    {
        QDir(BlockStore().folder()).removeRecursively();
        QDir(embeddedFolder()).removeRecursively();
    }

    void theLeafletOfTheNextSeason()
    {
        openWindow();
        window_->resize(1280, 800);
        keepWhatComesAgain();

        steps_ = 0;
        inDialog("startGallery", [this](QDialog& gallery) {
            choose(find<QListView>("start.pieces", &gallery), QStringLiteral("Season leaflet"));
            click(find<QPushButton>("start.go", &gallery));
        });
        press("Ctrl+N");
        QVERIFY(job().on(Face::Outside).items.size() > 2);
        write(find<QLineEdit>("docket.title"), QStringLiteral("Visitor leaflet, next season"));
        press("Ctrl+2");
        QVERIFY(window_->isActiveWindow());
        QCOMPARE(window_->selection().surface(), SurfaceId(Face::Outside));
        dropAll({"swell.pdf", "evening.jpg"});
        press("Ctrl+T");
        dropAll({"shore.jpg", "starfish.png", "tide-curve.pdf"});
        press("Ctrl+T");
        // The name of the back cover, above the paper.
        const Panel& back = plan().panelsOf(Face::Outside)[1];
        const Length middle = back.area.x + back.area.w.part(2);
        const QPointF head = canvas().toPixels(QPointF(middle.toMm(), -3));
        click(&canvas(), QPoint(int(head.x()), int(head.y()) - 30));
        QCOMPARE(window_->selection().panel(), 1);
        inDialog("blocksDialog", [this](QDialog& dialog) {
            choose(find<QListView>("blocks.list", &dialog), QStringLiteral("Contact lines"));
            click(find<QPushButton>("blocks.put", &dialog));
        });
        press("Ctrl+Alt+H");
        waitForFiles();

        const auto wanted = loadJob(demo_ + QStringLiteral("visitor-leaflet.hinge.json"));
        QVERIFY(wanted);
        const Plan wantedPlan = testing::planned(*wanted);
        for (const Face face : bothFaces) {
            const auto& made = job().on(face).items;
            QCOMPARE(made.size(), wanted->on(face).items.size());
            for (const Item& want : wanted->on(face).items)
                QVERIFY2(
                    std::ranges::any_of(made, [&](const Item& item) { return isSame(item, want, plan(), wantedPlan); }),
                    qPrintable(want.name));
        }
        for (const Finding& finding : window_->document().findings())
            QFAIL(qPrintable(finding.message));
        const QString file = dir_->filePath(QStringLiteral("next-season.hinge.json"));
        QVERIFY(window_->document().save(file));
        QVERIFY2(steps_ <= 14, qPrintable(QString::number(steps_)));
        // What came off the shelf, and what the template had, is that of the old leaflet in the new one's file.
        const auto again = loadJob(file);
        QVERIFY2(again, again ? "" : qPrintable(again.error().text()));
        QCOMPARE(again->title, QStringLiteral("Visitor leaflet, next season"));
    }
};

HINGE_TEST(TestRemaking)
#include "test_remaking.moc"
