// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/waiting_pictures.h"

#include "core/file/links.h"

namespace hinge
{
namespace
{

constexpr qsizetype picturesAtATime = 12;

} // namespace

WaitingPictures::WaitingPictures(QString folder, QSet<QString> blocked, QByteArray press, Fineness fineness)
    : folder_(std::move(folder)), blocked_(std::move(blocked)), press_(std::move(press)), fineness_(fineness)
{
}

ShownPicture WaitingPictures::picture(const LinkedFile& file)
{
    if (file.path.isEmpty() || blocked_.contains(file.path))
        return {};
    const QString key = file.path + u'#' + QString::number(file.page);
    if (const auto kept = last_.constFind(key); kept != last_.constEnd())
        return *kept;
    if (last_.size() >= picturesAtATime)
        last_.clear();
    return last_[key] = readForScreen(pages_, resolvedPath(file.path, folder_), file.page, fineness_, press_);
}

} // namespace hinge
