// SPDX-License-Identifier: GPL-3.0-or-later
// Texts of word processors dropped on the paper of the real window.
#include "app/flat/styles_dialog.h"
#include "paper_driver.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QMessageBox>
#include <QPushButton>
#include <QScopeGuard>

class TestFlatDocuments : public PaperDriver
{
    Q_OBJECT

    QString made(const char* format)
    {
        const QString path = dir_->filePath(QStringLiteral("tower.") + QLatin1String(format));
        (void)testing::run(QStringLiteral("pandoc"),
                           {QStringLiteral("-f"), QStringLiteral("markdown"), QStringLiteral("-t"),
                            QLatin1String(format), QStringLiteral("-o"), path},
                           "# The tower\n\nIt was *built* to keep a lamp.\n");
        return path;
    }
    const std::vector<Item>& items() { return job().on(Face::Outside).items; }

private Q_SLOTS:
    void initTestCase() { setUpProgram("flat-documents"); }
    void init()
    {
        openWindow();
        window_->resize(1280, 800);
        window_->showStage(Stage::Flat);
        window_->selection().setSurface(Face::Outside);
        QCoreApplication::processEvents();
    }

    void itsStylesBecomeThoseOfTheJob()
    {
        drop(made("odt"), at(150, 100));
        QTRY_COMPARE_WITH_TIMEOUT(items().size(), std::size_t(1), 20000);
        QCOMPARE(items()[0].paragraphs[0].styleName, QStringLiteral("Heading 1"));
        QCOMPARE(items()[0].paragraphs[1].spans.at(0).font, QStringLiteral("Cabin Italic"));
        QCOMPARE(window_->selection().item(), items()[0].id);
        QCOMPARE(items()[0].side(ItemSide::Left).panel, 1);
        window_->document().history().undo(); // one step
        QVERIFY(items().empty());
        QVERIFY(job().textStyles.empty());
    }

    void theyAreChosenOnce()
    {
        Job with = job();
        with.textStyles = {{QStringLiteral("Copy"), {}, {}}};
        QVERIFY(window_->document().edit(QStringLiteral("styles"), std::move(with)));
        bool asked = false;
        const auto choose = [&](bool accept) {
            asked = false;
            auto* timer = new QTimer(this);
            connect(timer, &QTimer::timeout, this, [&, timer, accept] {
                auto* dialog = window_->findChild<StylesDialog*>();
                if (!dialog)
                    return;
                timer->deleteLater();
                asked = true;
                auto* box = find<QComboBox>("styles.Text", dialog);
                box->setCurrentIndex(box->findText(QStringLiteral("Copy")));
                dialog->findChild<QDialogButtonBox*>()
                    ->button(accept ? QDialogButtonBox::Ok : QDialogButtonBox::Cancel)
                    ->click();
            });
            timer->start(30);
        };
        choose(false);
        drop(made("docx"), at(150, 100));
        QTRY_VERIFY_WITH_TIMEOUT(asked, 20000);
        QCoreApplication::processEvents();
        QVERIFY(items().empty());
        choose(true);
        drop(made("docx"), at(150, 100));
        QTRY_COMPARE_WITH_TIMEOUT(items().size(), std::size_t(1), 20000);
        QCOMPARE(items()[0].paragraphs[1].styleName, QStringLiteral("Copy"));
        asked = false;
        drop(made("odt"), at(250, 100));
        QTRY_COMPARE_WITH_TIMEOUT(items().size(), std::size_t(2), 20000);
        QVERIFY(!asked);
        QCOMPARE(items()[1].paragraphs[1].styleName, QStringLiteral("Copy"));
    }

    void aFrameThatWaitsTakesIt()
    {
        action("usualFrames")->trigger();
        const auto before = items().size();
        const auto frame =
            std::ranges::find_if(items(), [](const Item& i) { return i.kind == ItemKind::Text && i.isWaiting(); });
        QVERIFY(frame != items().end());
        const QString id = frame->id;
        const Point middle = plan().findItem(id)->frame.middle();
        drop(made("docx"), at(middle.x.toMm(), middle.y.toMm()));
        QTRY_VERIFY_WITH_TIMEOUT(!job().findItem(id)->isWaiting(), 20000);
        QCOMPARE(items().size(), before);
        QCOMPARE(job().findItem(id)->paragraphs[0].text, QStringLiteral("The tower"));
    }

    void readingCanBeStopped()
    {
        // A converter that would take a minute.
        const QString program = testing::written(dir_->filePath(QStringLiteral("pandoc")), "#!/bin/sh\nsleep 60\n");
        QVERIFY(QFile::setPermissions(program, QFile::ReadOwner | QFile::ExeOwner));
        const QString file = made("docx");
        const QByteArray before = qgetenv("PATH");
        const auto back = qScopeGuard([&] { qputenv("PATH", before); });
        qputenv("PATH", dir_->path().toLocal8Bit() + ':' + before);
        auto* stop = find<QPushButton>("flat.stopReading");
        QVERIFY(!stop->isVisible());
        drop(file, at(150, 100));
        QTRY_VERIFY(stop->isVisible());
        // Whatever else there would be to say meanwhile.
        Q_EMIT canvas().hint(QStringLiteral("Type to begin a text"));
        QVERIFY(std::ranges::any_of(window_->findChildren<QLabel*>(), [](const QLabel* label) {
            return label->isVisible() && label->text() == QStringLiteral("Reading tower.docx…");
        }));
        QTest::mouseClick(stop, Qt::LeftButton);
        QTRY_VERIFY_WITH_TIMEOUT(!stop->isVisible(), 5000);
        QVERIFY(window_->findChildren<QMessageBox*>().isEmpty()); // who stopped it knows
        QVERIFY(items().empty());
        QVERIFY(!window_->document().history().canUndo());
        // The next one is read again.
        qputenv("PATH", before);
        drop(file, at(150, 100));
        QTRY_COMPARE_WITH_TIMEOUT(items().size(), std::size_t(1), 20000);
    }

    void whatCannotBeReadIsTold()
    {
        const QString path = testing::written(dir_->filePath(QStringLiteral("noise.docx")), "noise");
        QString told;
        QTimer timer;
        connect(&timer, &QTimer::timeout, this, [&] {
            for (QMessageBox* box : window_->findChildren<QMessageBox*>()) {
                told = box->text() + box->informativeText();
                box->accept();
            }
        });
        timer.start(30);
        drop(path, at(150, 100));
        QTRY_VERIFY_WITH_TIMEOUT(told.contains(QStringLiteral("noise.docx")), 20000);
        QVERIFY(items().empty());
    }
};

HINGE_TEST(TestFlatDocuments)
#include "test_flat_documents.moc"
