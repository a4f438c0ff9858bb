// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_facts.h"
#include "core/job/records.h"
#include "paint/face_painter.h"
#include "pdf/page_preview.h"

#include <QFileSystemWatcher>
#include <QObject>
#include <QSet>
#include <QTimer>
#include <functional>

namespace hinge
{

/// The files a job links to: what is known of them, and images of them for the screen. Everything is
/// read in worker threads; whoever asks too early gets nothing yet and is told when there is more.
class LinkedFiles : public QObject, public PictureSource
{
    Q_OBJECT

public:
    explicit LinkedFiles(QObject* parent = nullptr);
    ~LinkedFiles() override;

    /// Where relative paths start; forgets everything when it changes.
    void setFolder(const QString& folder);
    /// The press profile (ICC) that CMYK pictures without one of their own are shown through.
    void usePress(const QByteArray& icc);
    /// Files that are not to be read, as the job names them: it came from elsewhere, and nobody has allowed them.
    void setBlocked(const QSet<QString>& paths);
    [[nodiscard]] const QSet<QString>& blocked() const { return blocked_; }
    /// How CSV files are read from now on; those that are known are read again when it changes.
    void readTablesAs(const CsvReading& reading);
    /// Reads the facts of files that are not known yet.
    void want(const QStringList& paths);
    /// Files of one record of many: the facts and images of those that were wanted long ago are let go.
    void wantForNow(const QStringList& paths);
    [[nodiscard]] const FileFactsMap& facts() const { return facts_; }
    /// Calls back with the facts of one file, in the window's thread.
    void withFacts(const QString& path, std::function<void(const FileFacts&)> then);
    /// Forgets one file, so that it is read again.
    void refresh(const QString& path);

    ShownPicture picture(const LinkedFile& file) override;
    /// True when nothing is being read.
    [[nodiscard]] bool isIdle() const { return reading_ == 0; }

Q_SIGNALS:
    void factsChanged();
    void picturesChanged();
    /// A file is read again: it was changed on disk, taken anew, or allowed.
    void refreshed(const QString& path);
    /// It was: what was known of it before, and what is known now.
    void readAgain(const QString& path, const hinge::FileFacts& before, const hinge::FileFacts& now);
    void idle();

private:
    void finished();
    void forget(const QString& path);
    /// Adds to the facts what was seen of a picture or page that is shown.
    void noteTones(const LinkedFile& file);

    QString folder_;
    CsvReading tables_; ///< how CSV files are read
    QByteArray press_;
    FileFactsMap facts_;
    QSet<QString> wanted_;
    QSet<QString> blocked_;
    QStringList forNow_; ///< the last ones wanted at the end
    QHash<QString, ShownPicture> pictures_;
    QHash<QString, Tones> tones_;                                            ///< by the same keys
    QTimer toned_;                                                           ///< tells of them, of several at once
    std::shared_ptr<PageRenderer> pages_ = std::make_shared<PageRenderer>(); ///< shared with what is being read
    QFileSystemWatcher watcher_;
    QTimer settle_;
    QHash<QString, FileFacts> before_; ///< of files that are being read again
    QSet<QString> touched_;            ///< changed on disk, not yet read again
    int reading_ = 0;
    /// Results of an earlier folder are thrown away.
    int generation_ = 0;
};

} // namespace hinge
