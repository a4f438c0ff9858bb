// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/embedded_files.h"

#include "core/file/links.h"
#include "core/file/save_file.h"

#include <QCryptographicHash>
#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QLocale>
#include <QStandardPaths>
#include <algorithm>

namespace hinge
{
namespace
{

/// PDF, JPEG, PNG, TIFF, SVG or an ICC profile, by its first bytes: nothing else belongs into a job, whatever a link in
/// it says.
bool canBePlaced(const QByteArray& head)
{
    for (const QByteArray& start :
         {QByteArray("\xff\xd8\xff"), QByteArray("\x89PNG"), QByteArray("II*\0", 4), QByteArray("MM\0*", 4)})
        if (head.startsWith(start))
            return true;
    return head.contains("%PDF-") || head.contains("<svg") || head.mid(36, 4) == "acsp";
}

Result<QByteArray> bytesOf(const QString& file)
{
    if (auto plain = checkPlainFile(file); !plain)
        return tl::unexpected(plain.error());
    QFile in(file);
    if (!in.open(QIODevice::ReadOnly))
        return problem(file, QStringLiteral("The file cannot be read: %1.").arg(in.errorString()));
    if (in.size() > largestEmbedded)
        return problem(
            file, QStringLiteral("The file is %1; up to %2 can lie in a job. It stays beside it.")
                      .arg(QLocale::c().formattedDataSize(in.size()), QLocale::c().formattedDataSize(largestEmbedded)));
    if (!canBePlaced(in.peek(1024)))
        return problem(file, QStringLiteral("This is no picture, PDF or profile; it does not belong into a job."));
    return in.readAll();
}

constexpr QFileDevice::Permissions ownersAlone = QFileDevice::ReadOwner | QFileDevice::WriteOwner;
constexpr QFileDevice::Permissions ownersFolder = ownersAlone | QFileDevice::ExeOwner;
constexpr QFileDevice::Permissions usual = ownersAlone | QFileDevice::ReadGroup | QFileDevice::ReadOther;

EmbeddedFile embedded(const QString& name, const QByteArray& bytes)
{
    return {name, QString::fromLatin1(QCryptographicHash::hash(bytes, QCryptographicHash::Sha256).toHex()), bytes};
}

/// Adds a file unless the job has it, and tells how links name it.
QString keep(Job& job, const EmbeddedFile& file)
{
    if (std::ranges::find(job.embedded, file) == job.embedded.end())
        job.embedded.push_back(file);
    return embeddedPath(file);
}

} // namespace

bool isFileName(const QString& name)
{
    return !name.isEmpty() && name != QStringLiteral(".") && name != QStringLiteral("..") && !name.contains(u'/') &&
           !name.contains(u'\\');
}

Result<void> embedFile(Job& job, const QString& path, const QString& jobFolder)
{
    if (isEmbedded(path))
        return {};
    const QString file = resolvedPath(path, jobFolder);
    const auto bytes = bytesOf(file);
    if (!bytes)
        return tl::unexpected(bytes.error());
    const QString inside = keep(job, embedded(QFileInfo(file).fileName(), *bytes));
    forEachLink(job, path, [&](LinkedFile& link) { link.path = inside; });
    return {};
}

Result<void> embedAll(Job& job, const QString& jobFolder)
{
    for (const QString& path : linkedPaths(job))
        if (!isEmbedded(path))
            if (auto taken = embedFile(job, path, jobFolder); !taken)
                return taken;
    const QStringList used = linkedPaths(job);
    std::erase_if(job.embedded, [&](const EmbeddedFile& file) { return !used.contains(embeddedPath(file)); });
    return {};
}

bool takeFiles(const Job& job, const QString& jobFolder, const QSet<QString>& without,
               QHash<QString, EmbeddedFile>& taken, const std::function<bool()>& goesOn)
{
    for (const QString& path : linkedPaths(job)) {
        if (!goesOn())
            return false;
        if (isEmbedded(path) || without.contains(path) || taken.contains(path))
            continue;
        const QString file = resolvedPath(path, jobFolder);
        if (const auto bytes = bytesOf(file))
            taken.insert(path, embedded(QFileInfo(file).fileName(), *bytes));
    }
    return true;
}

Result<void> releaseFile(Job& job, const QString& path, const QString& target, const QString& link)
{
    const auto held =
        std::ranges::find_if(job.embedded, [&](const EmbeddedFile& file) { return embeddedPath(file) == path; });
    if (held == job.embedded.end())
        return problem(path, QStringLiteral("The job does not hold this file."));
    if (auto written = saveWhole(target, held->bytes, usual); !written)
        return written;
    forEachLink(job, path, [&](LinkedFile& file) { file.path = link; });
    return {};
}

QString embeddedFolder()
{
    return QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
           QStringLiteral("/upper-hinge/embedded");
}

Result<void> unpackEmbedded(const Job& job)
{
    for (const EmbeddedFile& file : job.embedded) {
        if (file.isDamaged())
            continue; // found missing
        const QString target = resolvedPath(embeddedPath(file), {});
        if (QFileInfo(target).size() == file.bytes.size()) {
            // Still in use: `tidyEmbedded` goes by this time.
            if (QFile there(target); there.open(QIODevice::ReadWrite))
                there.setFileTime(QDateTime::currentDateTimeUtc(), QFileDevice::FileModificationTime);
            continue;
        }
        // What lies in somebody's job is nobody else's to read.
        const QString folder = QFileInfo(target).path();
        QDir().mkpath(folder);
        for (const QString& own : {embeddedFolder(), folder})
            QFile::setPermissions(own, ownersFolder);
        if (auto written = saveWhole(target, file.bytes, ownersAlone); !written)
            return written;
    }
    return {};
}

Result<QString> unpackBytes(const QString& name, const QByteArray& bytes)
{
    Job holder;
    holder.embedded = {embedded(name, bytes)};
    if (auto done = unpackEmbedded(holder); !done)
        return tl::unexpected(done.error());
    return embeddedPath(holder.embedded.front());
}

void completeEmbedded(Job& job)
{
    for (const QString& path : linkedPaths(job)) {
        const bool held =
            std::ranges::any_of(job.embedded, [&](const EmbeddedFile& file) { return embeddedPath(file) == path; });
        if (!isEmbedded(path) || held)
            continue;
        // Its bytes say which file it is; a damaged one is not taken for the other.
        if (const auto bytes = bytesOf(resolvedPath(path, {})))
            (void)keep(job, embedded(shownPath(path), *bytes));
    }
}

void tidyEmbedded(int days, const QSet<QString>& keep)
{
    const QDateTime then = QDateTime::currentDateTimeUtc().addDays(-days);
    for (const QFileInfo& folder : QDir(embeddedFolder()).entryInfoList(QDir::Dirs | QDir::NoDotAndDotDot)) {
        const QFileInfoList files = QDir(folder.filePath()).entryInfoList(QDir::Files);
        const bool inUse =
            keep.contains(folder.fileName()) || folder.lastModified() >= then ||
            std::ranges::any_of(files, [&](const QFileInfo& file) { return file.lastModified() >= then; });
        if (!inUse)
            QDir(folder.filePath()).removeRecursively();
    }
}

} // namespace hinge
