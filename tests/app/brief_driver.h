// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/brief/start_gallery.h"
#include "app/dialogs/stock_dialog.h"
#include "app/fields/fields.h"
#include "app/look/theme.h"
#include "app/window/main_window.h"
#include "core/edit/change_kind.h"
#include "core/file/job_file.h"
#include "core/file/stock_library.h"
#include "core/plan/making_steps.h"
#include "paint/flat_diagram.h"
#include "pdf/export_pdf.h"
#include "window_driver.h"

#include <QApplication>
#include <QLabel>
#include <QListView>
#include <QListWidget>
#include <QMessageBox>
#include <QProcess>
#include <QPushButton>
#include <QRegularExpression>
#include <QSettings>
#include <QStandardPaths>
#include <QTableView>
#include <QTemporaryDir>
#include <QTimer>

using namespace hinge;
using testing::len;
using testing::run;

/// Works in the Brief and in the dialogs about it.
class BriefDriver : public testing::WindowDriver
{
protected:
    /// No presets and stocks of earlier tests.
    void setUp()
    {
        QDir(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation)).removeRecursively();
        openWindow();
    }
    /// Types and leaves the field, so that the sentence may be written anew.
    void type(const char* field, const QString& text)
    {
        WindowDriver::type(field, text);
        find<QLineEdit>(field)->clearFocus();
        QCoreApplication::processEvents();
    }
    void begin(PieceKind kind)
    {
        window_->document().start(newPiece(kind));
        QCoreApplication::processEvents();
    }
    /// Works in a dialog that an action opens.
    template <class D>
    void inDialog(const char* action, std::function<void(D&)> work)
    {
        QTimer::singleShot(100, this, [work] {
            auto* dialog = qobject_cast<D*>(QApplication::activeModalWidget());
            if (!dialog)
                qFatal("the dialog did not open");
            work(*dialog);
        });
        find<QAction>(action)->trigger();
    }
};
