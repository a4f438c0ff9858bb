// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/linked_files.h"
#include "app/look/theme.h"
#include "app/window/main_window.h"
#include "testing.h"

#include <QAbstractButton>
#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QLineEdit>
#include <QMessageBox>
#include <QSettings>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTimer>

namespace testing
{

/// A real window and the means to work in it as a user does: by what its controls are called.
class WindowDriver : public QObject
{
protected:
    std::unique_ptr<QTemporaryDir> dir_;
    std::unique_ptr<hinge::MainWindow> window_;

    /// Settings of its own, as they are on a fresh machine.
    static void setUpProgram(const char* name)
    {
        QStandardPaths::setTestModeEnabled(true);
        QApplication::setOrganizationName(QStringLiteral("upper-hinge-test"));
        QApplication::setApplicationName(QString::fromLatin1(name));
        QSettings().clear();
        hinge::applyTheme(*qApp, false);
    }
    void openWindow()
    {
        dir_ = std::make_unique<QTemporaryDir>();
        window_ = std::make_unique<hinge::MainWindow>();
        window_->show();
        QVERIFY(QTest::qWaitForWindowExposed(window_.get()));
    }

    /// A control of the window, or of a dialog. A name that nothing has is a mistake of the test.
    template <class W>
    W* find(const char* name, QWidget* in = nullptr)
    {
        auto* w = (in ? in : window_.get())->template findChild<W*>(QString::fromLatin1(name));
        if (!w)
            qFatal("there is no %s", name);
        return w;
    }
    const hinge::Job& job() { return window_->document().job(); }
    const hinge::Plan& plan() { return window_->document().plan(); }
    QAction* action(const char* name) { return find<QAction>(name); }

    void type(const char* field, const QString& text, bool enter = true)
    {
        auto* edit = find<QLineEdit>(field);
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, text);
        if (enter)
            QTest::keyClick(edit, Qt::Key_Return);
    }
    void choose(const char* field, const QString& text)
    {
        auto* box = find<QComboBox>(field);
        const int index = box->findText(text);
        if (index < 0)
            qFatal("%s has no “%s”", field, qPrintable(text));
        box->setCurrentIndex(index);
        Q_EMIT box->activated(index);
        QCoreApplication::processEvents();
    }

    void waitForFiles()
    {
        QTRY_VERIFY_WITH_TIMEOUT(window_->document().files().isIdle(), 20000);
        QCoreApplication::processEvents();
    }
    /// Answers a question of the window by the words of a button; tells what was asked.
    QString answered(const char* dialog, const char* button, const std::function<void()>& doing)
    {
        QString asked;
        QTimer::singleShot(60, this, [&] {
            auto* box = window_->findChild<QMessageBox*>(QString::fromLatin1(dialog));
            if (!box)
                return;
            asked = box->text() + u' ' + box->informativeText();
            for (QAbstractButton* b : box->buttons())
                if (b->text().remove(u'&').startsWith(QString::fromLatin1(button)))
                    return b->click();
        });
        doing();
        QTest::qWait(100);
        return asked;
    }
    /// What the window tells, closed again; empty when it tells nothing.
    QString message()
    {
        for (QMessageBox* box : window_->findChildren<QMessageBox*>()) {
            const QString text = box->text();
            box->close();
            return text;
        }
        return {};
    }
    hinge::Item tint(int panel)
    {
        hinge::Item item;
        item.id = QStringLiteral("tint");
        item.name = QStringLiteral("Sea");
        item.ink = QStringLiteral("Shallows");
        item.sides = hinge::sidesFillingPanel(panel);
        return item;
    }
    void put(const hinge::Item& item, hinge::Face face = hinge::Face::Outside)
    {
        hinge::Job next = job();
        next.edit(face).items.push_back(item);
        QVERIFY(window_->document().edit(QStringLiteral("put"), next));
    }
};

} // namespace testing
