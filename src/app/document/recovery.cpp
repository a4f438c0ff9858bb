// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/recovery.h"

#include "app/document/background.h"
#include "core/file/job_file.h"
#include "core/file/links.h"
#include "core/file/save_file.h"

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QJsonDocument>
#include <QJsonObject>
#include <QLockFile>
#include <QRegularExpression>
#include <QStandardPaths>
#include <QUuid>
#include <algorithm>

namespace hinge
{
namespace
{

constexpr int secondsBehind = 3;
const QString pathKey = QStringLiteral("path");
const QString jobKey = QStringLiteral("job");

QString lockOf(const QString& file) { return file + QStringLiteral(".lock"); }

/// The bytes of an embedded file where it was unpacked.
QByteArray unpacked(const EmbeddedFile& embedded)
{
    QFile file(resolvedPath(embeddedPath(embedded), {}));
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

} // namespace

QString Recovery::folder()
{
    return QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation) + QStringLiteral("/recovery");
}

Recovery::Recovery(Document& document, QObject* parent) : QObject(parent), document_(document)
{
    QDir().mkpath(folder());
    file_ = folder() + u'/' + QUuid::createUuid().toString(QUuid::WithoutBraces) + QStringLiteral(".json");
    lock_ = std::make_unique<QLockFile>(lockOf(file_));
    lock_->setStaleLockTime(0); // stale only when its program is gone
    lock_->tryLock(0);
    timer_.setSingleShot(true);
    timer_.setInterval(secondsBehind * 1000);
    connect(&timer_, &QTimer::timeout, this, [this] {
        if (document_.isDirty())
            inBackground(this, writer(), [](bool) {});
    });
    connect(&document_, &Document::changed, this, [this] {
        if (document_.isDirty() && !timer_.isActive())
            timer_.start();
    });
    connect(&document_, &Document::fileStateChanged, this, [this] {
        // The history counts a step only once it is done, which is after the document has said that it changed: the
        // first edit shows here.
        if (!document_.isDirty())
            remove();
        else if (!timer_.isActive())
            timer_.start();
    });
}

Recovery::~Recovery() { remove(); }

void Recovery::releaseLocks()
{
    remove();
    lock_.reset();
}

std::function<bool()> Recovery::writer()
{
    return [file = file_, path = document_.path(), job = document_.job(), writing = writing_, number = ++begun_] {
        // Files inside the job are unpacked by their hash already, and need not be written every few seconds.
        const QJsonObject json = QJsonDocument::fromJson(writeJob(job, EmbeddedBytes::Beside)).object();
        const QByteArray bytes = QJsonDocument(QJsonObject{{pathKey, path}, {jobKey, json}}).toJson();
        const QMutexLocker one(&writing->mutex);
        if (!writing->wanted || number < writing->last)
            return false;
        writing->last = number;
        // A copy is a courtesy; when it cannot be written the job itself is not in danger.
        return saveWhole(file, bytes, QFileDevice::ReadOwner | QFileDevice::WriteOwner).has_value();
    };
}

void Recovery::writeNow()
{
    if (document_.isDirty())
        (void)writer()();
}

void Recovery::remove()
{
    timer_.stop();
    // What is still being written is waited for, and what has yet to begin is not.
    const std::shared_ptr<Writing> before = std::exchange(writing_, std::make_shared<Writing>());
    const QMutexLocker one(&before->mutex);
    before->wanted = false;
    QFile::remove(file_);
}

std::vector<Recovery::Left> Recovery::leftBehind()
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
        auto job = readJob(QJsonDocument(root[jobKey].toObject()).toJson(), info.fileName(), unpacked);
        if (job)
            all.push_back({info.filePath(), root[pathKey].toString(), std::move(*job), info.lastModified()});
    }
    return all;
}

QSet<QString> Recovery::filesInUse()
{
    static const QRegularExpression hash(QStringLiteral("[0-9a-f]{64}"));
    QSet<QString> used;
    for (const QFileInfo& info : QDir(folder()).entryInfoList({QStringLiteral("*.json")}, QDir::Files)) {
        QFile file(info.filePath());
        if (!file.open(QIODevice::ReadOnly))
            continue;
        const QString text = QString::fromUtf8(file.readAll());
        for (auto it = hash.globalMatch(text); it.hasNext();)
            used.insert(it.next().captured());
    }
    return used;
}

void Recovery::discard(const Left& left)
{
    QFile::remove(left.file);
    QFile::remove(lockOf(left.file));
}

} // namespace hinge
