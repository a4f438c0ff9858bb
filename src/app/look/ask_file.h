// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QStringList>

class QWidget;

namespace hinge
{

/// The dialogs for files. They open where the last file was, whatever it was for.

/// Asks for a file to read; empty when none was chosen.
[[nodiscard]] QString askForFile(QWidget* parent, const QString& title, const QString& filter);
/// Asks for any number of files to read.
[[nodiscard]] QStringList askForFiles(QWidget* parent, const QString& title, const QString& filter);
/// Asks for a folder; empty when none was chosen.
[[nodiscard]] QString askForFolder(QWidget* parent, const QString& title);
/// Asks where to write a file; proposes `name` in `folder`, or where the last file was when `folder` is empty. `chosen`
/// is the filter to begin with, and then the one that was chosen.
[[nodiscard]] QString askWhereToWrite(QWidget* parent, const QString& title, const QString& folder, const QString& name,
                                      const QString& filter, QString* chosen = nullptr);
/// Where the last file was; the user's own folder at first, and when that one has gone.
[[nodiscard]] QString lastFolder();
/// This file was used last.
void rememberFolderOf(const QString& path);

} // namespace hinge
