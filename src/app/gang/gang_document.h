// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/linked_files.h"
#include "app/document/safe_copy.h"
#include "core/gang/gang_plan.h"
#include "paint/gang_painter.h"
#include "pdf/opened_job.h"

#include <QObject>
#include <QUndoStack>

namespace hinge
{

/// A gang as it is worked on: its jobs are opened, and its sheets planned, in worker threads, so that what is shown may
/// be of a moment ago; `changed` tells when there is more. It alone changes the gang.
class GangDocument : public QObject
{
    Q_OBJECT

public:
    explicit GangDocument(QObject* parent = nullptr);
    ~GangDocument() override;

    /// With whole paths: only in its file they are said from there.
    [[nodiscard]] const Gang& gang() const { return gang_; }
    /// The gang the plan was made of: its jobs are those of `jobs`, in the same order.
    [[nodiscard]] const Gang& planned() const { return planned_; }
    [[nodiscard]] const GangJobs& jobs() const { return jobs_; }
    [[nodiscard]] const GangPlan& plan() const { return plan_; }
    /// True when everything shown is up to date.
    [[nodiscard]] bool isSettled() const;
    /// Who paints the jobs, in their order.
    [[nodiscard]] std::vector<GangFaces> painters();
    [[nodiscard]] QUndoStack& history() { return history_; }

    /// Members are opened from these paths; on the first one the press and the paper of the gang are set up.
    void add(const QStringList& paths);
    /// The file of a job was written afresh.
    void reopen(const QString& path);
    /// One step of the history. Refuses what `checkGang` does.
    Result<void> edit(const QString& what, Gang next);

    /// A gang that was not saved when its program ended.
    struct Left {
        SafeCopy::Left copy;
        Gang gang;
    };
    [[nodiscard]] static std::vector<Left> leftBehind();
    /// Brought back, and still not saved.
    void resume(const Gang& gang, const QString& path);
    [[nodiscard]] SafeCopy& copy() { return copy_; }

    Result<void> load(const QString& path);
    Result<void> save(const QString& path);
    void startNew();
    [[nodiscard]] const QString& path() const { return path_; }
    [[nodiscard]] QString displayName() const;
    [[nodiscard]] bool isDirty() const { return !history_.isClean(); }

Q_SIGNALS:
    /// The gang, its plan, or pictures of its jobs.
    void changed();
    /// Another gang.
    void replaced();
    /// Jobs that could not be added, each with the reason.
    void notAdded(const QStringList& reasons);

private:
    class Step;
    struct Member;
    void takeUp(const Gang& gang, const QString& path);
    void adopt(const Gang& gang);
    void openMissing();
    void replan();

    Gang gang_;
    Gang planned_;
    GangJobs jobs_;
    GangPlan plan_;
    QUndoStack history_;
    QString path_;
    SafeCopy copy_;
    std::map<QString, std::unique_ptr<Member>> members_; ///< opened jobs, by their whole path
    int opening_ = 0;
    int planning_ = 0;
    int wanted_ = 0; ///< counts up with each change, so that plans that come late are passed over
};

} // namespace hinge
