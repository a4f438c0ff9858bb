// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/preset.h"

#include "core/file/embedded_files.h"
#include "core/file/job_file.h"
#include "core/piece/panels.h"

#include <QJsonDocument>
#include <QJsonObject>
#include <algorithm>

namespace hinge
{

namespace
{

/// Frames of pictures wait; what is supplied stays behind.
void letPicturesWait(Job& job)
{
    job.surfaces.editEach([](SurfaceContent& content) {
        content.supplied.reset();
        for (Item& item : content.items)
            if (item.kind == ItemKind::Picture) {
                item.file = {};
                item.crop = {};
            }
    });
}

} // namespace

Result<Preset> presetFrom(const Job& job, const QString& name, const QString& description, PresetContent content,
                          const QString& jobFolder)
{
    Preset preset{name.simplified(), description.simplified(), job, {}};
    preset.job.title.clear();
    preset.job.customer.clear();
    if (content == PresetContent::Nothing) {
        preset.job.surfaces = {};
        preset.job.sequence = {};
        preset.job.masters.clear();
    }
    if (content == PresetContent::WithoutPictures)
        letPicturesWait(preset.job);
    // Numbers are a set-up; a table of names is somebody's data.
    if (preset.job.records.source == RecordSource::File)
        preset.job.records = {};
    preset.job.records.file = {};
    if (content != PresetContent::Nothing)
        if (auto taken = embedAll(preset.job, jobFolder); !taken)
            return tl::unexpected(taken.error());
    return preset;
}

bool isTemplate(const Preset& preset)
{
    return std::ranges::any_of(preset.job.surfaces, [](const auto& on) { return on.second->isFilled(); });
}

Job startFrom(const Preset& preset)
{
    Job job = preset.job;
    job.title = QStringLiteral("Untitled %1").arg(kindName(job.kind));
    if (job.inks.empty())
        job.inks = newLeaflet().inks;
    return job;
}

QByteArray writePreset(const Preset& preset)
{
    QJsonObject o = QJsonDocument::fromJson(writeJob(preset.job)).object();
    o[QStringLiteral("preset")] =
        QJsonObject{{QStringLiteral("name"), preset.name}, {QStringLiteral("description"), preset.description}};
    return QJsonDocument(o).toJson();
}

Result<Preset> readPreset(const QByteArray& json, const QString& name)
{
    auto job = readJob(json, name);
    if (!job)
        return tl::unexpected(job.error());
    const QJsonObject about = job->extra.value(QStringLiteral("preset")).toObject();
    const QString title = about.value(QStringLiteral("name")).toString();
    if (title.isEmpty())
        return problem(name,
                       QStringLiteral("This is not a preset: it has no name of its own. Open it as a job instead."));
    job->extra.remove(QStringLiteral("preset"));
    Preset preset{title, about.value(QStringLiteral("description")).toString(), std::move(*job), {}};
    preset.job.title.clear();
    preset.job.customer.clear();
    if (const auto planned = foldPaper(preset.job); !planned)
        return problem(name, planned.error().text());
    return preset;
}

QString presetFileName(const QString& name)
{
    QString out;
    for (const QChar c : name.simplified().toLower())
        out += c.isLetterOrNumber() ? c : u'-';
    while (out.contains(QStringLiteral("--")))
        out.replace(QStringLiteral("--"), QStringLiteral("-"));
    return out.left(60) + u'.' + jobFileSuffix();
}

} // namespace hinge
