// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/shown_file.h"

#include <QHash>
#include <QSet>

namespace hinge
{

/// Pictures of linked files for painting in a worker thread: read when they are asked for, however long that takes.
class WaitingPictures : public PictureSource
{
public:
    /// `folder` is where relative paths start; files in `blocked` are not read; `press` is an ICC profile.
    WaitingPictures(QString folder, QSet<QString> blocked, QByteArray press, Fineness fineness);
    ShownPicture picture(const LinkedFile& file) override;

private:
    QString folder_;
    QSet<QString> blocked_;
    QByteArray press_;
    Fineness fineness_;
    PageRenderer pages_;
    QHash<QString, ShownPicture> last_; ///< of one page: files that stand on it more than once are read once
};

} // namespace hinge
