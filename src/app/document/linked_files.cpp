// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/linked_files.h"

#include "app/document/background.h"
#include "app/document/shown_file.h"
#include "colour/picture_tones.h"
#include "colour/press_profile.h"
#include "core/file/record_table.h"
#include "pdf/read_facts.h"

#include <QFileInfo>

namespace hinge
{

namespace
{

QString keyOf(const LinkedFile& file) { return file.path + u'#' + QString::number(file.page); }

} // namespace

LinkedFiles::LinkedFiles(QObject* parent) : QObject(parent), press_(shippedPressProfile().icc)
{
    // Programs save in several steps: the file is read once it has been quiet for a moment.
    settle_.setSingleShot(true);
    settle_.setInterval(400);
    const auto touched = [this](const QString& full) {
        touched_.insert(full);
        settle_.start();
    };
    toned_.setSingleShot(true);
    toned_.setInterval(0);
    connect(&toned_, &QTimer::timeout, this, &LinkedFiles::factsChanged);
    connect(&watcher_, &QFileSystemWatcher::fileChanged, this, touched);
    // A file that is not there is not watched, but the folder it was in is: it may come back.
    connect(&watcher_, &QFileSystemWatcher::directoryChanged, this, [this, touched] {
        for (const QString& path : wanted_)
            if (const QString full = resolvedPath(path, folder_); facts_.value(path).missing && QFileInfo::exists(full))
                touched(full);
    });
    connect(&settle_, &QTimer::timeout, this, [this] {
        const QSet<QString> now = std::exchange(touched_, {});
        for (const QString& path : QStringList(wanted_.begin(), wanted_.end()))
            if (now.contains(resolvedPath(path, folder_)))
                refresh(path);
    });
}
LinkedFiles::~LinkedFiles() = default;

void LinkedFiles::setFolder(const QString& folder)
{
    if (folder == folder_ && blocked_.isEmpty())
        return;
    folder_ = folder;
    facts_.clear();
    if (const QStringList watched = watcher_.files() + watcher_.directories(); !watched.isEmpty())
        watcher_.removePaths(watched);
    wanted_.clear();
    forNow_.clear();
    before_.clear();
    pictures_.clear();
    tones_.clear();
    ++generation_;
}

void LinkedFiles::setBlocked(const QSet<QString>& paths)
{
    const QSet<QString> freed = blocked_ - paths;
    blocked_ = paths;
    for (const QString& path : freed)
        refresh(path);
}

void LinkedFiles::usePress(const QByteArray& icc)
{
    if (icc == press_)
        return;
    press_ = icc;
    pictures_.clear();
    Q_EMIT picturesChanged();
}

void LinkedFiles::readTablesAs(const CsvReading& reading)
{
    if (reading == tables_)
        return;
    tables_ = reading;
    for (const QString& path : QStringList(wanted_.begin(), wanted_.end()))
        if (isTableName(path))
            refresh(path);
}

void LinkedFiles::want(const QStringList& paths)
{
    for (const QString& path : paths)
        if (!wanted_.contains(path))
            withFacts(path, {});
}

void LinkedFiles::wantForNow(const QStringList& paths)
{
    constexpr qsizetype kept = 40;
    for (const QString& path : paths) {
        if (wanted_.contains(path) && !forNow_.contains(path))
            continue; // wanted for good
        forNow_.removeOne(path);
        forNow_ << path;
    }
    while (forNow_.size() > std::max(kept, paths.size()))
        forget(forNow_.takeFirst());
    want(paths);
}

void LinkedFiles::forget(const QString& path)
{
    wanted_.remove(path);
    facts_.remove(path);
    for (const QString& key : pictures_.keys())
        if (key.startsWith(path + u'#')) {
            pictures_.remove(key);
            tones_.remove(key);
        }
    if (const QString full = resolvedPath(path, folder_); watcher_.files().contains(full))
        watcher_.removePath(full);
}

void LinkedFiles::withFacts(const QString& path, std::function<void(const FileFacts&)> then)
{
    wanted_.insert(path);
    if (blocked_.contains(path)) {
        FileFacts facts;
        facts.error =
            tr("It lies outside the folder of the job, which came from elsewhere, and you have not allowed it.");
        facts_.insert(path, facts);
        if (then)
            then(facts);
        return;
    }
    watcher_.addPath(resolvedPath(path, folder_));
    ++reading_;
    inBackground(
        this, [full = resolvedPath(path, folder_), reading = tables_] { return readFileFacts(full, reading); },
        [this, path, then = std::move(then), generation = generation_](const FileFacts& facts) {
            if (generation == generation_) {
                facts_.insert(path, facts);
                for (int page = 1; page <= std::max(1, int(facts.pages.size())); ++page)
                    noteTones({path, page, 0, {}});
                if (facts.missing)
                    watcher_.addPath(QFileInfo(resolvedPath(path, folder_)).absolutePath());
                if (then)
                    then(facts);
                Q_EMIT factsChanged();
                if (const auto before = before_.constFind(path); before != before_.constEnd())
                    Q_EMIT readAgain(path, before_.take(path), facts);
            }
            finished();
        });
}

void LinkedFiles::refresh(const QString& path)
{
    if (const auto known = facts_.constFind(path); known != facts_.constEnd())
        before_.insert(path, *known);
    forget(path);
    want({path});
    Q_EMIT refreshed(path);
    Q_EMIT picturesChanged();
}

void LinkedFiles::noteTones(const LinkedFile& file)
{
    const auto facts = facts_.find(file.path);
    const auto tones = tones_.constFind(keyOf(file));
    if (facts == facts_.end() || tones == tones_.constEnd())
        return;
    if (!facts->isPdf)
        facts->tones = *tones;
    else if (file.page >= 1 && std::size_t(file.page) <= facts->pages.size())
        facts->pages[std::size_t(file.page) - 1].tones = *tones;
}

ShownPicture LinkedFiles::picture(const LinkedFile& file)
{
    const QString key = keyOf(file);
    if (const auto it = pictures_.constFind(key); it != pictures_.constEnd())
        return *it;
    pictures_.insert(key, {}); // asked for once
    if (blocked_.contains(file.path))
        return {};
    ++reading_;
    inBackground(
        this,
        [full = resolvedPath(file.path, folder_), page = file.page, press = press_, pages = pages_] {
            const ShownPicture shown = readForScreen(*pages, full, page, {}, press);
            return std::pair(shown, tonesOf(shown.image.copy(shown.trim.toAlignedRect())));
        },
        [this, file, key, generation = generation_, press = press_](const std::pair<ShownPicture, Tones>& read) {
            // One that was read for another press is asked for again.
            if (generation == generation_ && press == press_) {
                pictures_.insert(key, read.first);
                tones_.insert(key, read.second);
                noteTones(file);
                toned_.start();
                Q_EMIT picturesChanged();
            }
            finished();
        });
    return {};
}

void LinkedFiles::finished()
{
    if (--reading_ == 0)
        Q_EMIT idle();
}

} // namespace hinge
