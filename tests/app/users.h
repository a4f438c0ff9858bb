// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/window/main_window.h"

#include <QAbstractButton>
#include <QAbstractItemView>
#include <QAction>
#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QScrollArea>
#include <QTest>
#include <QTextBlock>

/// Two who do the same in the window: one with the mouse, the other with keys alone.
/// What one does to a control: with the mouse, or with keys.
class User
{
public:
    explicit User(QWidget& window) : window_(window) {}
    virtual ~User() = default;
    User(const User&) = delete;
    User& operator=(const User&) = delete;
    virtual void press(QWidget* button) = 0;
    virtual void enter(QWidget* field) = 0; ///< puts the caret in, with all that is there selected
    virtual void pick(QComboBox* box, int index) = 0;

    void fill(QWidget* field, const QString& text)
    {
        enter(field);
        QGuiApplication::clipboard()->setText(text);
        QTest::keyClick(field, Qt::Key_V, Qt::ControlModifier);
        if (qobject_cast<QLineEdit*>(field))
            QTest::keyClick(field, Qt::Key_Return);
    }

protected:
    QWidget& window_;
};

class MouseUser : public User
{
public:
    using User::User;
    void press(QWidget* button) override { QTest::mouseClick(button, Qt::LeftButton, {}, reachable(button)); }
    void enter(QWidget* field) override
    {
        QWidget* at = field;
        if (auto* words = qobject_cast<QPlainTextEdit*>(field))
            at = words->viewport();
        QTest::mouseClick(at, Qt::LeftButton, {}, at == field ? reachable(field) : QPoint(8, 8));
        QTest::keyClick(field, Qt::Key_A, Qt::ControlModifier);
    }
    void pick(QComboBox* box, int index) override
    {
        QTest::mouseClick(box, Qt::LeftButton, {}, reachable(box));
        QTRY_VERIFY(box->view()->isVisible());
        QTest::qWait(QApplication::doubleClickInterval() + 10);
        const QModelIndex at = box->model()->index(index, 0);
        box->view()->scrollTo(at);
        QTest::mouseMove(box->view()->viewport(), box->view()->visualRect(at).center());
        QTest::mouseClick(box->view()->viewport(), Qt::LeftButton, {}, box->view()->visualRect(at).center());
        QTRY_VERIFY(!box->view()->isVisible());
    }

private:
    /// A point of the control that lies open to the mouse, once it is scrolled into view.
    QPoint reachable(QWidget* w)
    {
        for (QWidget* up = w->parentWidget(); up; up = up->parentWidget())
            if (auto* area = qobject_cast<QScrollArea*>(up))
                area->ensureWidgetVisible(w);
        QCoreApplication::processEvents();
        const QPoint middle = w->rect().center();
        QWidget* top = w->window();
        QWidget* there = top->childAt(w->mapTo(top, middle));
        if (there != w && !w->isAncestorOf(there))
            qFatal("%s cannot be reached with the mouse", qPrintable(w->objectName()));
        return middle;
    }
};

class KeyUser : public User
{
public:
    using User::User;
    void press(QWidget* button) override
    {
        walkTo(button);
        QTest::keyClick(button, Qt::Key_Space);
    }
    void enter(QWidget* field) override
    {
        walkTo(field);
        QTest::keyClick(field, Qt::Key_A, Qt::ControlModifier);
    }
    void pick(QComboBox* box, int index) override
    {
        walkTo(box);
        QTest::keyClick(box, Qt::Key_Down, Qt::AltModifier);
        QTRY_VERIFY(box->view()->isVisible());
        QTest::keyClick(box->view(), Qt::Key_Home);
        for (int i = 0; i < index; ++i)
            QTest::keyClick(box->view(), Qt::Key_Down);
        QTest::keyClick(box->view(), Qt::Key_Return);
        QTRY_VERIFY(!box->view()->isVisible());
    }

private:
    /// Tab by tab, as far as it takes.
    void walkTo(QWidget* w)
    {
        constexpr int far = 300;
        for (int i = 0; i < far; ++i) {
            QWidget* focus = w->window()->focusWidget();
            if (focus == w)
                return;
            QTest::keyClick(focus ? focus : w->window(), Qt::Key_Tab);
        }
        qFatal("%s cannot be reached with the keyboard", qPrintable(w->objectName()));
    }
};
