// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/ask_file.h"

#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QSettings>

namespace hinge
{
namespace
{

const QString folderKey = QStringLiteral("lastFolder");

} // namespace

QString lastFolder()
{
    const QString folder = QSettings().value(folderKey).toString();
    return !folder.isEmpty() && QDir(folder).exists() ? folder : QDir::homePath();
}

void rememberFolderOf(const QString& path)
{
    if (!path.isEmpty())
        QSettings().setValue(folderKey, QFileInfo(path).absolutePath());
}

QString askForFile(QWidget* parent, const QString& title, const QString& filter)
{
    QString path = QFileDialog::getOpenFileName(parent, title, lastFolder(), filter);
    rememberFolderOf(path);
    return path;
}

QStringList askForFiles(QWidget* parent, const QString& title, const QString& filter)
{
    QStringList paths = QFileDialog::getOpenFileNames(parent, title, lastFolder(), filter);
    if (!paths.isEmpty())
        rememberFolderOf(paths.first());
    return paths;
}

QString askForFolder(QWidget* parent, const QString& title)
{
    QString path = QFileDialog::getExistingDirectory(parent, title, lastFolder());
    rememberFolderOf(path);
    return path;
}

QString askWhereToWrite(QWidget* parent, const QString& title, const QString& folder, const QString& name,
                        const QString& filter, QString* chosen)
{
    const QString proposed = (folder.isEmpty() ? lastFolder() : folder) + u'/' + name;
    QString path = QFileDialog::getSaveFileName(parent, title, proposed, filter, chosen);
    rememberFolderOf(path);
    return path;
}

} // namespace hinge
