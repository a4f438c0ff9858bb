// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/safe_copy.h"

#include "app/document/background.h"
#include "core/file/save_file.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QJsonDocument>
#include <QLockFile>
#include <QStandardPaths>
#include <QUuid>

namespace hinge
{
namespace
{

constexpr int secondsBehind = 3;
const QString pathKey = QStringLiteral("path");

QString lockOf(const QString& file) { return file + QStringLiteral(".lock"); }

} // namespace

QString SafeCopy::folder()
{
    return QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation) + QStringLiteral("/recovery");
}

SafeCopy::SafeCopy(QString kind, std::function<bool()> isUnsaved, std::function<QString()> path,
                   std::function<Snapshot()> take, QObject* parent)
    : QObject(parent), kind_(std::move(kind)), isUnsaved_(std::move(isUnsaved)), path_(std::move(path)),
      take_(std::move(take))
{
    QDir().mkpath(folder());
    file_ = folder() + u'/' + QUuid::createUuid().toString(QUuid::WithoutBraces) + QStringLiteral(".json");
    lock_ = std::make_unique<QLockFile>(lockOf(file_));
    lock_->setStaleLockTime(0); // stale only when its program is gone
    lock_->tryLock(0);
    timer_.setSingleShot(true);
    timer_.setInterval(secondsBehind * 1000);
    connect(&timer_, &QTimer::timeout, this, [this] {
        if (isUnsaved_())
            inBackground(this, writer(), [](bool) {});
    });
}

SafeCopy::~SafeCopy() { remove(); }

void SafeCopy::follow()
{
    if (!isUnsaved_())
        remove();
    else if (!timer_.isActive())
        timer_.start();
}

void SafeCopy::releaseLocks()
{
    remove();
    lock_.reset();
}

std::function<bool()> SafeCopy::writer()
{
    return [file = file_, kind = kind_, path = path_(), work = take_(), writing = writing_, number = ++begun_] {
        const QByteArray bytes = QJsonDocument(QJsonObject{{pathKey, path}, {kind, work()}}).toJson();
        const QMutexLocker one(&writing->mutex);
        if (!writing->wanted || number < writing->last)
            return false;
        writing->last = number;
        // A copy is a courtesy; when it cannot be written the work itself is not in danger.
        return saveWhole(file, bytes, QFileDevice::ReadOwner | QFileDevice::WriteOwner).has_value();
    };
}

void SafeCopy::writeNow()
{
    if (isUnsaved_())
        (void)writer()();
}

void SafeCopy::remove()
{
    timer_.stop();
    // What is still being written is waited for, and what has yet to begin is not.
    const std::shared_ptr<Writing> before = std::exchange(writing_, std::make_shared<Writing>());
    const QMutexLocker one(&before->mutex);
    before->wanted = false;
    QFile::remove(file_);
}

std::vector<SafeCopy::Left> SafeCopy::leftBehind(const QString& kind)
{
    std::vector<Left> all;
    // Locks whose program ended before it had anything to keep.
    for (const QFileInfo& info : QDir(folder()).entryInfoList({QStringLiteral("*.lock")}, QDir::Files | QDir::Hidden)) {
        QLockFile lock(info.filePath());
        lock.setStaleLockTime(0);
        if (!QFile::exists(info.filePath().chopped(5)) && lock.tryLock(0))
            lock.unlock();
    }
    const QFileInfoList files = QDir(folder()).entryInfoList({QStringLiteral("*.json")}, QDir::Files, QDir::Time);
    for (const QFileInfo& info : files) {
        QLockFile lock(lockOf(info.filePath()));
        lock.setStaleLockTime(0);
        if (!lock.tryLock(0))
            continue; // its program is still running
        lock.unlock();
        QFile file(info.filePath());
        if (!file.open(QIODevice::ReadOnly))
            continue;
        const QJsonObject root = QJsonDocument::fromJson(file.readAll()).object();
        if (root.contains(kind))
            all.push_back({info.filePath(), root[pathKey].toString(), root[kind].toObject(), info.lastModified()});
    }
    return all;
}

void SafeCopy::discard(const QString& file)
{
    QFile::remove(file);
    QFile::remove(lockOf(file));
}

} // namespace hinge
