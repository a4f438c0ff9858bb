// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/linked_files.h"

#include "pdf/jpeg_file.h"
#include "pdf/open_pdf.h"
#include "pdf/page_preview.h"
#include "pdf/read_facts.h"
#include "pdf/tiff_file.h"
#include "pdf/picture_preview.h"
#include "pdf/press_profile.h"

#include <QFile>
#include <QImageReader>
#include <QtConcurrent>

namespace hinge {
namespace {

/// Enough for a full screen at twice the size; the file itself goes into the PDF.
constexpr int longestSide = 2600;

ShownPicture readForScreen(const QString& path, int page, const QByteArray& press)
{
    ShownPicture shown;
    QFile file(path);
    const QByteArray head = file.open(QIODevice::ReadOnly) ? file.peek(4) : QByteArray();
    if (isPageFile(path)) {
        if (auto preview = renderPagePreview(path, page, 200)) {
            shown.image = preview->image;
            shown.trim = preview->trim;
            shown.trimSize = preview->trimSize;
            shown.ratio = preview->trimSize.w.toMm() / preview->trimSize.h.toMm();
        }
    } else if (isTiff(head)) {
        if (const auto image = tiffPreview(path, longestSide, press)) {
            shown.image = *image;
            shown.ratio = double(image->width()) / image->height();
            if (const auto info = readTiffInfo(path))
                shown.ratio = double(info->width) / info->height;
        }
        shown.trim = QRectF(shown.image.rect());
    } else if (const auto header = head.startsWith("\xff\xd8\xff") ? readJpegHeader(file.peek(8 << 20)) : std::nullopt; header && header->components == 4) {
        if (const auto image = cmykJpegPreview(path, longestSide, press)) {
            shown.image = *image;
            shown.ratio = double(header->width) / header->height;
        }
        shown.trim = QRectF(shown.image.rect());
    } else {
        QImageReader reader(path);
        reader.setDecideFormatFromContent(true);
        QImageReader::setAllocationLimit(0);
        const QSize size = reader.size();
        if (size.isValid()) {
            shown.ratio = double(size.width()) / size.height();
            if (std::max(size.width(), size.height()) > longestSide)
                reader.setScaledSize(size.scaled(longestSide, longestSide, Qt::KeepAspectRatio));
        }
        const QImage image = reader.read();
        if (!image.isNull())
            shown.image = image.convertToFormat(image.hasAlphaChannel() ? QImage::Format_ARGB32_Premultiplied : QImage::Format_RGB32);
        shown.trim = QRectF(shown.image.rect());
    }
    shown.failed = shown.image.isNull();
    if (!shown.failed)
        addSmallerVersions(shown);
    return shown;
}

/// Runs `work` in a worker thread and `then` in the thread of `owner`, unless that is gone by then. Never at once: work that
/// ends before it is waited for would else call back in the middle of the painting that asked for it.
template <class Work, class Then>
void inBackground(QObject* owner, Work work, Then then)
{
    using Read = std::invoke_result_t<Work>;
    QtConcurrent::run(std::move(work)).then(owner, [owner, then = std::move(then)](const Read& result) {
        QMetaObject::invokeMethod(owner, [then, result] { then(result); }, Qt::QueuedConnection);
    });
}

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
    connect(&watcher_, &QFileSystemWatcher::fileChanged, this, touched);
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
    if (folder == folder_)
        return;
    folder_ = folder;
    facts_.clear();
    if (!watcher_.files().isEmpty())
        watcher_.removePaths(watcher_.files());
    wanted_.clear();
    pictures_.clear();
    ++generation_;
}

void LinkedFiles::usePress(const QByteArray& icc)
{
    if (icc == press_)
        return;
    press_ = icc;
    pictures_.clear();
    Q_EMIT picturesChanged();
}

void LinkedFiles::want(const QStringList& paths)
{
    for (const QString& path : paths)
        if (!wanted_.contains(path))
            withFacts(path, {});
}

void LinkedFiles::withFacts(const QString& path, std::function<void(const FileFacts&)> then)
{
    wanted_.insert(path);
    watcher_.addPath(resolvedPath(path, folder_));
    ++reading_;
    inBackground(
        this, [full = resolvedPath(path, folder_)] { return readFileFacts(full); },
        [this, path, then = std::move(then), generation = generation_](const FileFacts& facts) {
            if (generation == generation_) {
                facts_.insert(path, facts);
                if (then)
                    then(facts);
                Q_EMIT factsChanged();
            }
            finished();
        });
}

void LinkedFiles::refresh(const QString& path)
{
    wanted_.remove(path);
    facts_.remove(path);
    for (const QString& key : pictures_.keys())
        if (key.startsWith(path + u'#'))
            pictures_.remove(key);
    want({path});
    Q_EMIT picturesChanged();
}

ShownPicture LinkedFiles::picture(const LinkedFile& file)
{
    const QString key = file.path + u'#' + QString::number(file.page);
    if (const auto it = pictures_.constFind(key); it != pictures_.constEnd())
        return *it;
    pictures_.insert(key, {}); // asked for once
    ++reading_;
    inBackground(
        this, [full = resolvedPath(file.path, folder_), page = file.page, press = press_] { return readForScreen(full, page, press); },
        [this, key, generation = generation_, press = press_](const ShownPicture& shown) {
            // One that was read for another press is asked for again.
            if (generation == generation_ && press == press_) {
                pictures_.insert(key, shown);
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
