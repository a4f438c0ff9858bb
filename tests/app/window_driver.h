// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/main_window.h"
#include "testing.h"

#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QLineEdit>
#include <QTemporaryDir>

namespace testing {

/// A real window and the means to work in it as a user does: by what its controls are called.
class WindowDriver : public QObject {
protected:
    std::unique_ptr<QTemporaryDir> dir_;
    std::unique_ptr<hinge::MainWindow> window_;

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
};

} // namespace testing
