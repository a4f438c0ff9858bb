// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/page_pictures.h"

#include "app/document/background.h"
#include "colour/press_profile.h"
#include "core/file/links.h"

#include <QPainter>
#include <QThread>
#include <cmath>

namespace hinge
{
namespace
{

constexpr qint64 mostBytes = 96 << 20;
constexpr double longestPage = 16; ///< inches; pictures are read as finely as pages of that length would be

qint64 sizeOf(const ShownPicture& picture)
{
    qint64 bytes = picture.image.sizeInBytes();
    for (const QImage& smaller : picture.smaller)
        bytes += smaller.sizeInBytes();
    return bytes;
}

/// Compared as small as a stamp, so that it does not matter how finely each was read.
bool looksAlike(const QImage& a, const QImage& b)
{
    constexpr int side = 48;
    constexpr int faintest = 10; // of 255
    const auto stamp = [](const QImage& image) {
        QImage white(image.size(), QImage::Format_RGB32);
        white.fill(Qt::white);
        QPainter(&white).drawImage(0, 0, image);
        return white.scaled(side, side, Qt::IgnoreAspectRatio, Qt::SmoothTransformation)
            .convertToFormat(QImage::Format_RGB888);
    };
    const QImage one = stamp(a);
    const QImage other = stamp(b);
    for (int y = 0; y < side; ++y)
        for (int i = 0; i < side * 3; ++i)
            if (std::abs(one.constScanLine(y)[i] - other.constScanLine(y)[i]) > faintest)
                return false;
    return true;
}

} // namespace

PagePictures::PagePictures(QObject* parent) : QObject(parent), press_(shippedPressProfile().icc) {}

QString PagePictures::keyOf(const LinkedFile& file) { return file.path + u'#' + QString::number(file.page); }

void PagePictures::setFolder(const QString& folder)
{
    if (folder == folder_)
        return;
    folder_ = folder;
    kept_.clear();
    waiting_.clear();
    reading_.clear();
    bytes_ = 0;
    ++generation_;
}

void PagePictures::usePress(const QByteArray& icc)
{
    if (icc == press_)
        return;
    press_ = icc;
    for (Kept& kept : kept_)
        kept.ppi = 0; // shown until they are read again
}

void PagePictures::setFineness(double ppi)
{
    // In steps, so that a slider that is pulled does not have everything read at each pixel.
    ppi_ = 18;
    while (ppi_ < ppi && ppi_ < 288)
        ppi_ *= 2;
}

bool PagePictures::isFine(const LinkedFile& file) const
{
    const auto kept = kept_.constFind(keyOf(file));
    return kept != kept_.constEnd() && (kept->ppi >= ppi_ || kept->picture.failed);
}

void PagePictures::want(const QList<LinkedFile>& files)
{
    waiting_ = files;
    // What was seen of a file that changed is looked at again, wherever it stands.
    for (const Kept& kept : kept_)
        if (!kept.before.isNull())
            waiting_ << kept.file;
    readNext();
}

void PagePictures::forget(const QString& path)
{
    for (auto kept = kept_.begin(); kept != kept_.end(); ++kept)
        if (kept.key().startsWith(path + u'#')) {
            if (kept->before.isNull())
                kept->before = kept->picture.image;
            kept->ppi = 0;
            kept->picture.failed = false;
        }
}

ShownPicture PagePictures::picture(const LinkedFile& file)
{
    const auto kept = kept_.find(keyOf(file));
    if (kept == kept_.end())
        return {};
    kept->used = ++now_;
    return kept->picture;
}

void PagePictures::readNext()
{
    // One thread is left to everything else.
    const int most = std::max(1, QThread::idealThreadCount() - 1);
    while (reading_.size() < most && !waiting_.isEmpty()) {
        const LinkedFile file = waiting_.takeFirst();
        const QString key = keyOf(file);
        if (isFine(file) || reading_.contains(key) || blocked_.contains(file.path))
            continue;
        reading_.insert(key);
        const Fineness fineness{ppi_, int(std::lround(ppi_ * longestPage))};
        inBackground(
            this,
            [full = resolvedPath(file.path, folder_), page = file.page, fineness, press = press_, pages = pages_] {
                return readForScreen(*pages, full, page, fineness, press);
            },
            [this, file, key, ppi = fineness.ppi, generation = generation_](const ShownPicture& shown) {
                if (generation == generation_) {
                    reading_.remove(key);
                    Kept& kept = kept_[key];
                    bytes_ += sizeOf(shown) - sizeOf(kept.picture);
                    const QImage before = kept.before;
                    kept = {shown, file, {}, ppi, ++now_};
                    letGo();
                    Q_EMIT read(file);
                    if (!before.isNull() && (shown.failed || !looksAlike(before, shown.image)))
                        Q_EMIT looksDifferent(file);
                }
                readNext();
            });
    }
}

void PagePictures::letGo()
{
    if (bytes_ <= mostBytes)
        return;
    // The half that was asked for longest ago, in one go.
    std::vector<quint64> times;
    for (const Kept& kept : kept_)
        times.push_back(kept.used);
    std::ranges::nth_element(times, times.begin() + qsizetype(times.size() / 2));
    const quint64 middle = times[times.size() / 2];
    kept_.removeIf([&](const auto& kept) {
        if (kept->used >= middle)
            return false;
        bytes_ -= sizeOf(kept->picture);
        return true;
    });
}

} // namespace hinge
