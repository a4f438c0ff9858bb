// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/shown_file.h"

#include <QObject>
#include <QSet>

namespace hinge
{

/// Small pictures of files, for views that show many pages at once: read in worker threads, in the order they are
/// wanted, and let go again when they come to more than a set amount of memory.
class PagePictures : public QObject, public PictureSource
{
    Q_OBJECT

public:
    explicit PagePictures(QObject* parent = nullptr);

    /// Where relative paths start; forgets everything when it changes.
    void setFolder(const QString& folder);
    void usePress(const QByteArray& icc);
    /// Files that are not to be read, as they are named.
    void setBlocked(const QSet<QString>& paths) { blocked_ = paths; }
    /// How finely pages are shown, in pixels an inch. What was read more coarsely is read again when it is wanted, and
    /// stays in view until then.
    void setFineness(double ppi);
    /// What is to be read, nearest first. Takes the place of what was wanted before and is not being read yet.
    void want(const QList<LinkedFile>& files);
    /// A file has changed on disk: what was read of it is read again, and compared.
    void forget(const QString& path);

    /// What there is; asks for nothing.
    ShownPicture picture(const LinkedFile& file) override;
    [[nodiscard]] bool isIdle() const { return reading_.isEmpty() && waiting_.isEmpty(); }

Q_SIGNALS:
    /// A picture has come.
    void read(const hinge::LinkedFile& file);
    /// A page of a file that changed no longer looks as it did.
    void looksDifferent(const hinge::LinkedFile& file);

private:
    struct Kept {
        ShownPicture picture;
        LinkedFile file;
        QImage before; ///< as it looked until its file changed; null when it did not
        double ppi = 0;
        quint64 used = 0; ///< when it was last asked for
    };
    [[nodiscard]] static QString keyOf(const LinkedFile& file);
    [[nodiscard]] bool isFine(const LinkedFile& file) const;
    void readNext();
    void letGo();

    QString folder_;
    QByteArray press_;
    QSet<QString> blocked_;
    std::shared_ptr<PageRenderer> pages_ = std::make_shared<PageRenderer>(); ///< shared with what is being read
    QHash<QString, Kept> kept_;
    QList<LinkedFile> waiting_;
    QSet<QString> reading_;
    double ppi_ = 36;
    quint64 now_ = 0;
    qint64 bytes_ = 0;
    int generation_ = 0; ///< what was begun before the folder changed is thrown away
};

} // namespace hinge
