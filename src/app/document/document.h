// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_stamp.h"
#include "core/plan/light.h"
#include "core/plan/plan.h"

#include <QObject>
#include <QTimer>
#include <QUndoStack>
#include <functional>
#include <set>

class QLockFile;

namespace hinge
{

class JobStep;
class LinkedFiles;
class RecordView;
class TextLayoutCache;

/// The job that is open: its data, everything that follows from it, its history and its file.
/// The only way to change the job is `edit`, so that everything can be undone.
class Document : public QObject
{
    Q_OBJECT

public:
    explicit Document(QObject* parent = nullptr);
    ~Document() override;

    [[nodiscard]] const Job& job() const { return job_; }
    [[nodiscard]] const Plan& plan() const { return plan_; }
    /// All findings, the ones that stop the piece first.
    [[nodiscard]] const std::vector<Finding>& findings() const { return findings_; }
    /// The job as it is looked at: its fields are filled in for the record at hand. Paint from this; where all copies
    /// are alike it is the job itself.
    [[nodiscard]] const Job& shown() const;
    /// The job as it lies on press sheets: without what copies differ in.
    [[nodiscard]] const Job& onSheets() const;
    [[nodiscard]] RecordView& records() const { return *records_; }
    [[nodiscard]] LinkedFiles& files() const { return *files_; }
    /// Takes another press profile (ICC, four process colours) for pictures and findings.
    void usePress(const QByteArray& icc);
    /// How the texts of the job are set.
    [[nodiscard]] TextLayoutCache& layouts() const { return *layouts_; }
    [[nodiscard]] QUndoStack& history() { return history_; }

    /// Makes `next` the job, as one step of the history called `what`. Steps with the same `merge` that
    /// follow each other become one (typing in a field, dragging). Refused, with the reason, when the
    /// job would be impossible; then nothing changes.
    Result<void> edit(const QString& what, Job next, const QString& merge = {});

    /// Replaces the job by the one in a file. On failure the open job stays. Files that `blocked` names of it are not
    /// read (see `LinkedFiles::setBlocked`).
    Result<void> load(const QString& path, const std::function<QStringList(const Job&)>& blocked = {});
    /// Writes the job; a packed one takes its files in, but for those that are missing or too large.
    Result<void> save(const QString& path);
    /// What saving has to do before the job is written: takes links along, and files in when it is to be packed.
    struct Saving {
        Job job;
        QString path;
        QHash<QString, EmbeddedFile> taken; ///< by the path they had
        bool moves = false;
    };
    /// The first part of `save`, for the window's thread; the second for any thread; the third for the window's again.
    /// `goesOn` is asked between files.
    [[nodiscard]] Saving prepareSave(const QString& path) const;
    [[nodiscard]] Result<void> writeSaving(Saving& saving, const std::function<bool()>& goesOn) const;
    void finishSave(const Saving& saving);

    /// True when the file of the job is no longer what was read or written here: somebody else has saved it, or taken
    /// it away.
    [[nodiscard]] bool isChangedOnDisk() const;
    /// The file on disk counts as seen: it is not asked about again until it changes once more.
    void acceptDisk();
    /// Who else has the job open, in words such as "process 4711 on slip-two"; empty for nobody. This window then has
    /// no lock on it.
    [[nodiscard]] const QString& alsoOpenBy() const { return alsoOpenBy_; }

    /// Lets go of the lock on the file, for a program that ends at once.
    void releaseLocks();
    /// The files that are not in the job.
    [[nodiscard]] QStringList filesBeside() const;
    /// Starts afresh with a job that has no file yet.
    void start(Job job);
    /// Takes up unsaved work again: the job differs from the file at `path` (which may be empty).
    void resume(Job job, const QString& path);

    /// Empty until it has been saved.
    [[nodiscard]] const QString& path() const { return path_; }
    /// Where relative links start.
    [[nodiscard]] QString folder() const;
    /// How the job names a file: relative to its folder, or whole while it has no file of its own yet.
    [[nodiscard]] QString linkFor(const QString& path) const;
    [[nodiscard]] QString displayName() const;
    /// What files of this job are called, without an ending: as the job's own file, or as its title while it has none.
    [[nodiscard]] QString fileStem() const;
    [[nodiscard]] bool isDirty() const { return !history_.isClean(); }

Q_SIGNALS:
    /// The job or its findings changed: repaint from them.
    void changed();
    /// Another job was opened; `changed` follows.
    void replaced();
    /// Name, path or dirty mark changed.
    void fileStateChanged();

private:
    friend class JobStep;
    void takeLock();
    void begin(Job job, const QString& path);
    void adopt(Job job, Plan plan);
    void refreshFindings();

    Job job_;
    Plan plan_;
    std::vector<Finding> findings_;
    std::unique_ptr<LinkedFiles> files_;
    std::unique_ptr<RecordView> records_;
    std::unique_ptr<TextLayoutCache> layouts_;
    LightOfInk light_;         ///< how inks look on the job's press
    QTimer patterns_;          ///< looks whether patterns of hyphenation have come
    std::set<JobStep*> steps_; ///< all of the history: links in them follow when the job moves
    QUndoStack history_;
    QString path_;
    QByteArray onDisk_;               ///< hash of the file as it was read or written here
    FileStamp stamp_;                 ///< and its stamp, which is cheaper to look at
    std::unique_ptr<QLockFile> lock_; ///< goes away with the document
    QString alsoOpenBy_;
};

} // namespace hinge
