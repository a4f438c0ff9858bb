// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/gang/gang_document.h"

#include "app/document/background.h"
#include "colour/press_profile.h"
#include "core/file/links.h"
#include "core/file/save_file.h"
#include "core/gang/gang_file.h"
#include "typeset/story_layout.h"

#include <QDir>
#include <QFileInfo>
#include <QJsonDocument>
#include <QUndoCommand>

namespace hinge
{

/// A job that is open: what was read, and who paints it.
struct GangDocument::Member {
    Result<OpenedJob> opened;
    LinkedFiles files;
    TextLayoutCache layouts{FontLibrary::installed(), Patience::DoesWithout};
    FacePainter painter{layouts, files};
    FaceImageCache cache;

    explicit Member(Result<OpenedJob> job) : opened(std::move(job))
    {
        if (opened)
            files.setFolder(opened->folder);
    }
};

class GangDocument::Step : public QUndoCommand
{
public:
    Step(GangDocument& document, const QString& what, Gang after)
        : QUndoCommand(what), document_(document), before_(document.gang_), after_(std::move(after))
    {
    }
    void redo() override { document_.adopt(after_); }
    void undo() override { document_.adopt(before_); }

private:
    GangDocument& document_;
    Gang before_, after_;
};

namespace
{

const QString gangKind = QStringLiteral("gang");

} // namespace

GangDocument::GangDocument(QObject* parent)
    : QObject(parent), copy_(
                           gangKind, [this] { return isDirty(); }, [this] { return path_; },
                           [this]() -> SafeCopy::Snapshot {
                               return [gang = gang_] { return QJsonDocument::fromJson(writeGang(gang)).object(); };
                           })
{
    connect(&history_, &QUndoStack::cleanChanged, this, &GangDocument::changed);
    connect(&history_, &QUndoStack::cleanChanged, &copy_, &SafeCopy::follow);
    connect(&history_, &QUndoStack::indexChanged, &copy_, &SafeCopy::follow);
}

GangDocument::~GangDocument()
{
    // What goes down with it has nothing to tell any more.
    history_.disconnect();
    disconnect();
}

QString GangDocument::displayName() const { return path_.isEmpty() ? tr("Unsaved gang") : QFileInfo(path_).fileName(); }

bool GangDocument::isSettled() const
{
    if (opening_ > 0 || planning_ > 0)
        return false;
    for (const auto& [path, member] : members_)
        if (!member->files.isIdle())
            return false;
    return true;
}

std::vector<GangFaces> GangDocument::painters()
{
    std::vector<GangFaces> painters;
    for (const Gang::Member& member : planned_.members)
        if (const auto at = members_.find(member.path); at != members_.end() && at->second->opened)
            painters.push_back({at->second->painter, at->second->cache});
    return painters;
}

void GangDocument::adopt(const Gang& gang)
{
    gang_ = gang;
    openMissing();
    replan();
    Q_EMIT changed();
}

/// Members of a gang whose jobs are not open yet; they appear one by one.
void GangDocument::openMissing()
{
    for (const Gang::Member& member : gang_.members) {
        const QString& path = member.path;
        if (members_.contains(path))
            continue;
        members_.emplace(path, std::make_unique<Member>(problem(path, tr("It is being opened."))));
        ++opening_;
        inBackground(
            this, [path] { return openJob(path, false); },
            [this, path](const Result<OpenedJob>& opened) {
                --opening_;
                auto fresh = std::make_unique<Member>(opened);
                connect(&fresh->files, &LinkedFiles::picturesChanged, this, [this, made = fresh.get()] {
                    made->cache.forget();
                    Q_EMIT changed();
                });
                connect(&fresh->files, &LinkedFiles::idle, this, &GangDocument::changed);
                members_[path] = std::move(fresh);
                if (!opened)
                    Q_EMIT notAdded({opened.error().text()});
                replan();
            });
    }
}

void GangDocument::replan()
{
    const int wanted = ++wanted_;
    ++planning_;
    struct Planned {
        Gang gang;
        GangJobs jobs;
        GangPlan plan;
    };
    std::vector<std::pair<Gang::Member, OpenedJob>> members;
    for (const Gang::Member& member : gang_.members)
        if (const auto& opened = members_.at(member.path)->opened)
            members.push_back({member, *opened});
    inBackground(
        this,
        [gang = gang_, folder = QFileInfo(path_).absolutePath(), members = std::move(members)] {
            auto out = std::make_shared<Planned>();
            out->gang = gang;
            out->gang.members.clear();
            if (members.size() != gang.members.size())
                out->gang.byHand.clear(); // it counts the jobs, and some are not open yet
            for (const auto& [member, opened] : members) {
                auto made = inGang(gang, folder, member, opened.job);
                if (!made)
                    continue;
                (*made)->findings = opened.findings;
                out->gang.members.push_back(member);
                out->jobs.push_back(std::move(*made));
            }
            out->plan = planGang(out->gang, out->jobs);
            return out;
        },
        [this, wanted](const std::shared_ptr<Planned>& out) {
            --planning_;
            if (wanted != wanted_)
                return;
            planned_ = out->gang;
            jobs_ = out->jobs;
            plan_ = std::move(out->plan);
            Q_EMIT changed();
        });
}

void GangDocument::add(const QStringList& paths)
{
    ++opening_;
    inBackground(
        this,
        [paths] {
            std::vector<std::pair<QString, Result<OpenedJob>>> opened;
            for (const QString& path : paths)
                opened.emplace_back(QFileInfo(path).absoluteFilePath(), openJob(path, false));
            return opened;
        },
        [this](const std::vector<std::pair<QString, Result<OpenedJob>>>& opened) {
            --opening_;
            Gang next = gang_;
            QStringList reasons;
            int added = 0;
            for (const auto& [path, job] : opened) {
                if (!job) {
                    reasons << job.error().text();
                    continue;
                }
                if (next.members.empty()) {
                    next.press = job->job.press;
                    next.stock = job->job.stock;
                    next.unit = job->job.unit;
                    next.overs = job->job.overs;
                }
                next.members.push_back({path, 0});
                ++added;
            }
            if (added > 0)
                if (auto edited = edit(added == 1 ? tr("Add a job") : tr("Add %1 jobs").arg(added), std::move(next));
                    !edited)
                    reasons << edited.error().text();
            if (!reasons.isEmpty())
                Q_EMIT notAdded(reasons);
            Q_EMIT changed();
        });
}

void GangDocument::reopen(const QString& path)
{
    if (members_.erase(path) == 0)
        return;
    openMissing();
    replan();
}

Result<void> GangDocument::edit(const QString& what, Gang next)
{
    if (next == gang_)
        return {};
    if (auto sound = checkGang(next); !sound)
        return sound;
    history_.push(new Step(*this, what, std::move(next)));
    return {};
}

std::vector<GangDocument::Left> GangDocument::leftBehind()
{
    std::vector<Left> all;
    for (const SafeCopy::Left& left : SafeCopy::leftBehind(gangKind))
        if (auto gang = readGang(QJsonDocument(left.work).toJson(), QFileInfo(left.file).fileName()))
            all.push_back({left, std::move(*gang)});
    return all;
}

/// Another gang, with a history of its own.
void GangDocument::takeUp(const Gang& gang, const QString& path)
{
    history_.clear();
    path_ = path;
    members_.clear();
    adopt(gang);
    Q_EMIT replaced();
}

void GangDocument::resume(const Gang& gang, const QString& path)
{
    takeUp(gang, path);
    history_.resetClean();
    copy_.writeNow();
}

void GangDocument::startNew() { takeUp(Gang(), {}); }

Result<void> GangDocument::load(const QString& path)
{
    auto gang = loadGang(path);
    if (!gang)
        return tl::unexpected(gang.error());
    const QFileInfo file(path);
    for (Gang::Member& member : gang->members)
        member.path = resolvedPath(member.path, file.absolutePath());
    takeUp(*gang, file.absoluteFilePath());
    return {};
}

Result<void> GangDocument::save(const QString& path)
{
    // Beside the gang a job is named from there, so that both can be moved together.
    Gang written = gang_;
    const QDir to(QFileInfo(path).absolutePath());
    for (Gang::Member& member : written.members) {
        const QString relative = to.relativeFilePath(member.path);
        if (!relative.startsWith(QStringLiteral("..")))
            member.path = relative;
    }
    if (auto saved = saveWhole(path, writeGang(written)); !saved)
        return saved;
    path_ = QFileInfo(path).absoluteFilePath();
    history_.setClean();
    Q_EMIT changed();
    return {};
}

} // namespace hinge
