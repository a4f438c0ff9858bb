// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/exporter.h"
#include "app/flat/face_canvas.h"
#include "app/look/actions.h"
#include "app/sequence/bring_in_dialog.h"
#include "app/sequence/sequence_stage.h"
#include "core/file/job_file.h"
#include "core/units/page_sizes.h"
#include "paper_driver.h"
#include "pdf/export_pdf.h"
#include <QCheckBox>
#include <QFileDialog>
#include <QListView>
#include <QMenu>
#include <QPdfWriter>
#include <QProgressBar>
#include <QScrollBar>
#include <QSlider>

/// Works on the pages of the Sequence, and in the dialog that brings them in.
class PagesDriver : public PaperDriver
{
protected:
    PageGrid& grid() { return *find<PageGrid>("pageGrid"); }
    SequenceStage& stage() { return *find<SequenceStage>("sequenceStage"); }
    const std::vector<int>& taken() { return stage().selection().places(); }

    /// Pages of A5, each with its number, but for one that may be red all over.
    QString pdf(const char* name, int pages, int red = 0, QPageSize size = QPageSize(QPageSize::A5))
    {
        const QString file = dir_->filePath(QString::fromLatin1(name));
        QPdfWriter writer(file);
        writer.setPageSize(size);
        writer.setPageMargins({});
        QPainter p(&writer);
        QFont font(QStringLiteral("Cabin"));
        font.setPixelSize(writer.width() / 4);
        p.setFont(font);
        for (int i = 1; i <= pages; ++i) {
            p.drawText(QRect(0, 0, writer.width(), writer.height()), Qt::AlignCenter, QString::number(i));
            if (i == red)
                p.fillRect(0, 0, writer.width(), writer.height(), Qt::darkRed);
            if (i < pages)
                writer.newPage();
        }
        return file;
    }
    void start(PieceKind kind, int pages)
    {
        Job next = newPiece(kind);
        next.pages.count = pages;
        window_->document().start(next);
        window_->showStage(Stage::PageOrder);
        settle();
    }
    void settle()
    {
        waitForFiles();
        QTRY_VERIFY_WITH_TIMEOUT(grid().isIdle(), 20000);
        window_->activateWindow(); // keys of the pages count in an active window only
        QTRY_VERIFY(window_->isActiveWindow());
    }
    /// `open` brings the dialog, `work` works in it and ends it.
    void inBringIn(const std::function<void()>& open, const std::function<void(BringInDialog&)>& work)
    {
        bool came = false;
        QTimer timer;
        connect(&timer, &QTimer::timeout, this, [&] {
            auto* dialog = window_->findChild<BringInDialog*>();
            if (!dialog || dialog->isReading() || !dialog->isActiveWindow() || came)
                return;
            came = true;
            work(*dialog);
            if (dialog->isVisible())
                dialog->reject(); // a test that failed inside leaves it open
        });
        timer.start(20);
        open();
        QVERIFY(came);
        settle();
    }
    /// Drops files on the pages, or elsewhere.
    void bringIn(const QStringList& files, const std::function<void(BringInDialog&)>& work, QWidget* on = nullptr)
    {
        inBringIn([&] { drop(on ? *on : *grid().viewport(), files); }, work);
    }
    static void take(QListView& list, int row)
    {
        list.selectionModel()->setCurrentIndex(list.model()->index(row, 0), QItemSelectionModel::ClearAndSelect);
    }
    void shortcut(const char* name)
    {
        window_->activateWindow();
        QTRY_VERIFY(window_->isActiveWindow());
        QTest::keySequence(window_->focusWidget() ? window_->focusWidget() : window_.get(), action(name)->shortcut());
        QCoreApplication::processEvents();
    }
    static void drop(QWidget& on, const QStringList& files)
    {
        QMimeData data;
        QList<QUrl> urls;
        for (const QString& file : files)
            urls << QUrl::fromLocalFile(file);
        data.setUrls(urls);
        const QPoint at = on.rect().center();
        QDragEnterEvent enter(at, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QCoreApplication::sendEvent(&on, &enter);
        QVERIFY(enter.isAccepted());
        QDropEvent event(at, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QCoreApplication::sendEvent(&on, &event);
    }
    /// Types names into the file dialog that `open` brings.
    void inFileDialog(const QStringList& files, const std::function<void()>& open)
    {
        QTimer::singleShot(80, this, [files] {
            auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
            if (!dialog)
                qFatal("no file dialog opened");
            auto* name = dialog->findChild<QLineEdit*>(QStringLiteral("fileNameEdit"));
            name->setFocus();
            name->setText(files.size() == 1 ? files.first()
                                            : QStringLiteral("\"%1\"").arg(files.join(QStringLiteral("\" \""))));
            // A list of completions takes the first Enter.
            for (int i = 0; i < 3 && dialog->isVisible(); ++i)
                QTest::keyClick(name, Qt::Key_Return);
            if (dialog->isVisible())
                qFatal("the file dialog does not take %s", qPrintable(files.join(u' ')));
        });
        open();
        QCoreApplication::processEvents();
    }
    void press(BringInDialog& dialog, const char* button)
    {
        QTest::mouseClick(find<QPushButton>(button, &dialog), Qt::LeftButton);
    }
    /// Which page of its file stands at each place; 0 for none.
    std::vector<int> order()
    {
        std::vector<int> out;
        for (const SequencePage& page : job().sequence) {
            const auto& supplied = job().on(page.surface()).supplied;
            out.push_back(supplied ? supplied->page : 0);
        }
        return out;
    }
    void fill(int pages)
    {
        start(PieceKind::Booklet, pages);
        bringIn({pdf("text.pdf", pages)}, [this](BringInDialog& dialog) { press(dialog, "bringIn.take"); });
        QCOMPARE(job().pages.count, pages);
    }
    void click(int place, Qt::KeyboardModifiers keys = {})
    {
        grid().reveal(place);
        QTest::mouseClick(grid().viewport(), Qt::LeftButton, keys, grid().rectOf(place).center());
    }
    void key(int key, Qt::KeyboardModifiers modifiers = {})
    {
        grid().setFocus();
        QTest::keyClick(&grid(), Qt::Key(key), modifiers);
        QCoreApplication::processEvents();
    }
    void pull(int place, int to, bool behind)
    {
        const QPoint from = grid().rectOf(place).center();
        const QRect target = grid().rectOf(to);
        const QPoint at(behind ? target.right() - 8 : target.left() + 8, target.center().y());
        QTest::mousePress(grid().viewport(), Qt::LeftButton, {}, from);
        for (int i = 1; i <= 5; ++i) {
            const QPoint now = from + (at - from) * i / 5;
            QMouseEvent move(QEvent::MouseMove, now, grid().viewport()->mapToGlobal(now), Qt::NoButton, Qt::LeftButton,
                             {});
            QCoreApplication::sendEvent(grid().viewport(), &move);
        }
        QTest::mouseRelease(grid().viewport(), Qt::LeftButton, {}, at);
    }
};
