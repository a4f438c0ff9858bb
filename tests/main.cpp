// SPDX-License-Identifier: GPL-3.0-or-later
// Runs one file of tests, or all of this program: test_core [NAME [arguments of Qt Test]].
#include "testing.h"

#if defined(QT_WIDGETS_LIB)
#include <QApplication>
using Application = QApplication;
#elif defined(QT_GUI_LIB)
#include <QGuiApplication>
using Application = QGuiApplication;
#else
using Application = QCoreApplication;
#endif

int main(int argc, char** argv)
{
    // As Qt Test does it: pictures are the same on every screen.
    QCoreApplication::setAttribute(Qt::AA_Use96Dpi, true);
    const Application app(argc, argv);
    QStringList arguments = QCoreApplication::arguments();
    const QString only =
        arguments.size() > 1 && arguments[1].startsWith(QStringLiteral("test_")) ? arguments.takeAt(1) : QString();
    int failed = 0;
    bool any = false;
    for (const testing::TestFile& file : testing::testFiles()) {
        if (!only.isEmpty() && file.name != only)
            continue;
        any = true;
        failed += QTest::qExec(file.make().get(), arguments);
    }
    if (!any)
        qCritical("there are no tests called %s", qPrintable(only));
    return any ? failed : 1;
}
