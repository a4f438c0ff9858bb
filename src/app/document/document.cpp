// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/document.h"

#include "app/document/linked_files.h"
#include "app/document/record_view.h"
#include "colour/ink_light.h"
#include "colour/press_profile.h"
#include "core/file/embedded_files.h"
#include "core/file/job_file.h"
#include "core/file/links.h"
#include "core/file/packed_job.h"
#include "core/job/master_copies.h"
#include "pdf/read_facts.h"
#include "typeset/content_checks.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFileInfo>
#include <QLockFile>
#include <QRegularExpression>
#include <QUndoCommand>
#include <algorithm>

namespace hinge
{

/// One step of the history: the job before and after, which share what they have in common.
class JobStep : public QUndoCommand
{
public:
    JobStep(Document& document, const QString& what, Job after, Plan plan, QString merge)
        : QUndoCommand(what), document_(document), before_(document.job_), after_(std::move(after)),
          plan_(std::move(plan)), merge_(std::move(merge))
    {
        document_.steps_.insert(this);
    }
    ~JobStep() override { document_.steps_.erase(this); }
    JobStep(const JobStep&) = delete;
    JobStep& operator=(const JobStep&) = delete;

    void redo() override
    {
        if (plan_)
            document_.adopt(after_, std::move(*plan_));
        else if (auto again = hinge::plan(after_, &document_.plan_))
            document_.adopt(after_, std::move(*again));
        plan_.reset(); // worked out once for the first time; later it is worked out again
    }
    void undo() override
    {
        if (auto again = hinge::plan(before_, &document_.plan_))
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

namespace
{

/// Of a file; empty when it cannot be read.
QByteArray hashOf(const QString& path)
{
    QFile file(path);
    QCryptographicHash hash(QCryptographicHash::Sha256);
    return QFileInfo(path).isFile() && file.open(QIODevice::ReadOnly) && hash.addData(&file) ? hash.result()
                                                                                             : QByteArray();
}

} // namespace

Document::Document(QObject* parent)
    : QObject(parent), files_(std::make_unique<LinkedFiles>()), records_(std::make_unique<RecordView>(*files_)),
      layouts_(std::make_unique<TextLayoutCache>(FontLibrary::installed(), Patience::DoesWithout)),
      light_(lightByPress(shippedPressProfile().icc))
{
    connect(files_.get(), &LinkedFiles::factsChanged, this, &Document::refreshFindings);
    connect(records_.get(), &RecordView::changed, this, &Document::refreshFindings);
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

void Document::usePress(const QByteArray& icc)
{
    files_->usePress(icc);
    light_ = lightByPress(icc);
    refreshFindings();
}

Document::~Document()
{
    // A history that goes says that it is clean; by then nobody may ask this document anything.
    history_.disconnect(this);
}

Result<void> Document::edit(const QString& what, Job next, const QString& merge)
{
    settleMasters(next, &job_);
    if (next == job_)
        return {};
    auto planned = hinge::plan(next, &plan_);
    if (!planned)
        return tl::unexpected(planned.error());
    history_.push(new JobStep(*this, what, std::move(next), std::move(*planned), merge)); // the stack takes it over
    return {};
}

Result<void> Document::load(const QString& path, const std::function<QStringList(const Job&)>& blocked)
{
    auto job = loadJob(path);
    if (!job)
        return tl::unexpected(job.error());
    auto planned = hinge::plan(*job);
    if (!planned)
        return problem(QFileInfo(path).fileName(), planned.error().text());
    path_ = QFileInfo(path).absoluteFilePath();
    files_->setFolder(folder());
    const QStringList closed = blocked ? blocked(*job) : QStringList();
    files_->setBlocked(QSet<QString>(closed.begin(), closed.end()));
    history_.clear();
    acceptDisk();
    takeLock();
    Q_EMIT replaced();
    adopt(std::move(*job), std::move(*planned));
    Q_EMIT fileStateChanged();
    return {};
}

Document::Saving Document::prepareSave(const QString& path) const
{
    Saving saving;
    saving.job = job_;
    saving.path = path;
    saving.moves = isPackedName(path) || QFileInfo(path).absoluteDir().absolutePath() != folder();
    return saving;
}

namespace
{

/// Links stay true when the job moves to another folder, or takes its files in.
void relink(Job& job, const Document::Saving& saving, const QString& from)
{
    const QDir target = QFileInfo(saving.path).absoluteDir();
    forEachLink(job, [&](LinkedFile& file) {
        if (const auto taken = saving.taken.constFind(file.path); taken != saving.taken.constEnd()) {
            if (std::ranges::find(job.embedded, *taken) == job.embedded.end())
                job.embedded.push_back(*taken);
            file.path = embeddedPath(*taken);
        } else if (!isEmbedded(file.path)) {
            file.path = target.relativeFilePath(resolvedPath(file.path, from));
        }
    });
}

} // namespace

Result<void> Document::writeSaving(Saving& saving, const std::function<bool()>& goesOn) const
{
    if (isPackedName(saving.path))
        if (!takeFiles(saving.job, folder(), files_->blocked(), saving.taken, goesOn))
            return problem(saving.path, tr("Saving was stopped. The file on disk is unchanged."));
    if (saving.moves)
        relink(saving.job, saving, folder());
    return saveJob(saving.job, saving.path, goesOn);
}

void Document::finishSave(const Saving& saving)
{
    const QString from = folder();
    path_ = QFileInfo(saving.path).absoluteFilePath();
    if (saving.moves) {
        for (JobStep* step : steps_)
            step->relinkAll([&](Job& job) { relink(job, saving, from); });
        files_->setFolder(folder());
        Job job = job_;
        relink(job, saving, from);
        if (auto planned = hinge::plan(job))
            adopt(std::move(job), std::move(*planned));
    }
    acceptDisk();
    takeLock();
    history_.setClean();
    Q_EMIT fileStateChanged();
}

Result<void> Document::save(const QString& path)
{
    Saving saving = prepareSave(path);
    if (auto written = writeSaving(saving, [] { return true; }); !written)
        return written;
    finishSave(saving);
    return {};
}

bool Document::isChangedOnDisk() const
{
    if (path_.isEmpty() || FileStamp::of(path_) == stamp_)
        return false;
    return hashOf(path_) != onDisk_; // written anew, but the same, is no change
}

void Document::acceptDisk()
{
    stamp_ = FileStamp::of(path_);
    onDisk_ = hashOf(path_);
}

void Document::releaseLocks() { lock_.reset(); }

void Document::takeLock()
{
    lock_.reset();
    alsoOpenBy_.clear();
    if (path_.isEmpty())
        return;
    const QFileInfo file(path_);
    // Hidden beside the job, so that windows on other machines see it, too; in a folder that cannot be written nobody
    // can save over it either.
    auto lock = std::make_unique<QLockFile>(file.absolutePath() + QStringLiteral("/.") + file.fileName() +
                                            QStringLiteral(".lock"));
    lock->setStaleLockTime(0);
    if (lock->tryLock(0)) {
        lock_ = std::move(lock);
        return;
    }
    qint64 process = 0;
    QString host;
    QString program;
    if (lock->error() == QLockFile::LockFailedError && lock->getLockInfo(&process, &host, &program))
        alsoOpenBy_ = tr("process %1 on %2").arg(QString::number(process), host);
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
    files_->setBlocked({});
    history_.clear();
    acceptDisk();
    takeLock();
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

QString Document::fileStem() const
{
    if (!path_.isEmpty())
        return QFileInfo(path_).fileName().section(u'.', 0, 0);
    static const QRegularExpression others(QStringLiteral("[^\\p{L}\\p{N}]+"));
    const QStringList words = job().title.toLower().split(others, Qt::SkipEmptyParts);
    return words.isEmpty() ? tr("piece") : words.join(u'-');
}

QString Document::displayName() const { return path_.isEmpty() ? tr("not saved yet") : QFileInfo(path_).fileName(); }

void Document::adopt(Job job, Plan plan)
{
    job_ = std::move(job);
    plan_ = std::move(plan);
    (void)unpackEmbedded(job_); // what cannot be unpacked is found missing
    files_->readTablesAs(job_.records.reading);
    files_->want(linkedPaths(job_));
    refreshFindings();
}

const Job& Document::shown() const { return records_->filledIn() ? *records_->filledIn() : job_; }

const Job& Document::onSheets() const { return records_->unfilled() ? *records_->unfilled() : job_; }

void Document::refreshFindings()
{
    (void)layouts_->refresh();
    records_->update(job_, folder());
    findings_ = allFindings(job_, shown(), plan_, files_->facts(), light_, *layouts_, records_->survey());
    Q_EMIT changed();
    // Text that was set before the patterns of its language were there is set again when they are.
    if (layouts_->isProvisional() && !patterns_.isActive())
        patterns_.start();
}

} // namespace hinge
