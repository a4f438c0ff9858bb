// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document.h"

#include "app/linked_files.h"
#include "core/embedded_files.h"
#include "core/job_file.h"
#include "core/links.h"
#include "core/packed_job.h"
#include "pdf/read_facts.h"
#include "typeset/content_checks.h"

#include <QDir>
#include <QFileInfo>
#include <QUndoCommand>
#include <algorithm>

namespace hinge {

/// One step of the history: the job before and after. Jobs are small and share their parts.
class JobStep : public QUndoCommand {
public:
    JobStep(Document& document, const QString& what, Job after, Plan plan, QString merge)
        : QUndoCommand(what), document_(document), before_(document.job_), after_(std::move(after)), plan_(std::move(plan)), merge_(std::move(merge))
    {
    }

    void redo() override
    {
        if (plan_)
            document_.adopt(after_, std::move(*plan_));
        else if (auto again = hinge::plan(after_))
            document_.adopt(after_, std::move(*again));
        plan_.reset(); // worked out once for the first time; later it is worked out again
    }
    void undo() override
    {
        if (auto again = hinge::plan(before_))
            document_.adopt(before_, std::move(*again));
    }
    int id() const override { return merge_.isEmpty() ? -1 : 1; }
    bool mergeWith(const QUndoCommand* other) override
    {
        const auto* next = static_cast<const JobStep*>(other);
        if (next->merge_ != merge_)
            return false;
        after_ = next->after_;
        setObsolete(after_ == before_);
        return true;
    }

    /// The job moves to another folder: links in the past and the future must stay true as well.
    template <class Relink>
    void relinkAll(const Relink& relink)
    {
        relink(before_);
        relink(after_);
    }

private:
    Document& document_;
    Job before_;
    Job after_;
    std::optional<Plan> plan_;
    QString merge_;
};

Document::Document(QObject* parent) : QObject(parent), files_(std::make_unique<LinkedFiles>()), layouts_(std::make_unique<TextLayoutCache>(FontLibrary::installed(), Patience::DoesWithout))
{
    connect(files_.get(), &LinkedFiles::factsChanged, this, &Document::refreshFindings);
    connect(&history_, &QUndoStack::cleanChanged, this, &Document::fileStateChanged);
    patterns_.setInterval(100);
    connect(&patterns_, &QTimer::timeout, this, [this] {
        if (!layouts_->isProvisional())
            patterns_.stop();
        else if (layouts_->refresh())
            refreshFindings();
    });
    start(newLeaflet());
}

Document::~Document()
{
    // A history that goes says that it is clean; by then nobody may ask this document anything.
    history_.disconnect(this);
}

Result<void> Document::edit(const QString& what, Job next, const QString& merge)
{
    if (next == job_)
        return {};
    auto planned = hinge::plan(next);
    if (!planned)
        return tl::unexpected(planned.error());
    history_.push(new JobStep(*this, what, std::move(next), std::move(*planned), merge)); // the stack takes it over
    return {};
}

Result<void> Document::load(const QString& path)
{
    auto job = loadJob(path);
    if (!job)
        return tl::unexpected(job.error());
    auto planned = hinge::plan(*job);
    if (!planned)
        return problem(QFileInfo(path).fileName(), planned.error().text());
    path_ = QFileInfo(path).absoluteFilePath();
    files_->setFolder(folder());
    history_.clear();
    Q_EMIT replaced();
    adopt(std::move(*job), std::move(*planned));
    Q_EMIT fileStateChanged();
    return {};
}

Result<void> Document::save(const QString& path)
{
    // Links stay true when the job moves to another folder, or takes its files in.
    const QDir target = QFileInfo(path).absoluteDir();
    const QString from = folder();
    const bool packed = isPackedName(path);
    const bool moves = packed || target.absolutePath() != from;
    QHash<QString, EmbeddedFile> known;
    const auto relink = [&](Job& job) {
        if (packed)
            (void)embedAll(job, from, known); // what cannot be taken in stays linked
        forEachLink(job, [&](LinkedFile& file) {
            if (!isEmbedded(file.path))
                file.path = target.relativeFilePath(resolvedPath(file.path, from));
        });
    };
    Job job = job_;
    if (moves)
        relink(job);
    if (auto saved = saveJob(job, path); !saved)
        return saved;
    path_ = QFileInfo(path).absoluteFilePath();
    if (moves) {
        for (int i = 0; i < history_.count(); ++i)
            const_cast<JobStep*>(static_cast<const JobStep*>(history_.command(i)))->relinkAll(relink); // all of them are ours
        files_->setFolder(folder());
        if (auto planned = hinge::plan(job))
            adopt(std::move(job), std::move(*planned));
    }
    history_.setClean();
    Q_EMIT fileStateChanged();
    return {};
}

QStringList Document::filesBeside() const
{
    QStringList beside = linkedPaths(job_);
    beside.erase(std::remove_if(beside.begin(), beside.end(), isEmbedded), beside.end());
    return beside;
}

void Document::start(Job job) { begin(std::move(job), {}); }

void Document::resume(Job job, const QString& path)
{
    begin(std::move(job), path);
    history_.resetClean();
    Q_EMIT fileStateChanged();
}

void Document::begin(Job job, const QString& path)
{
    auto planned = hinge::plan(job);
    path_ = path;
    files_->setFolder(folder());
    history_.clear();
    Q_EMIT replaced();
    if (planned)
        adopt(std::move(job), std::move(*planned));
    Q_EMIT fileStateChanged();
}

QString Document::folder() const { return path_.isEmpty() ? QDir::homePath() : QFileInfo(path_).absolutePath(); }

QString Document::linkFor(const QString& path) const
{
    const QString whole = QFileInfo(path).absoluteFilePath();
    return path_.isEmpty() ? whole : QDir(folder()).relativeFilePath(whole);
}

QString Document::displayName() const { return path_.isEmpty() ? tr("not saved yet") : QFileInfo(path_).fileName(); }

void Document::adopt(Job job, Plan plan)
{
    job_ = std::move(job);
    plan_ = std::move(plan);
    (void)unpackEmbedded(job_); // what cannot be unpacked is found missing
    files_->want(linkedPaths(job_));
    refreshFindings();
}

void Document::refreshFindings()
{
    (void)layouts_->refresh();
    findings_ = allFindings(job_, plan_, files_->facts(), *layouts_);
    Q_EMIT changed();
    // Text that was set before the patterns of its language were there is set again when they are.
    if (layouts_->isProvisional() && !patterns_.isActive())
        patterns_.start();
}

} // namespace hinge
