// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/setup_store.h"

#include "core/file/preset.h"
#include "core/file/press_json.h"
#include "core/file/save_file.h"

#include <QDir>
#include <QFile>
#include <QJsonDocument>
#include <QStandardPaths>

namespace hinge
{
namespace
{

/// The file of a name, and the name in it, since names of files are not what people type.
QString fileFor(const QString& name) { return SetupStore::folder() + u'/' + presetFileName(name); }

QJsonObject contentOf(const QString& path)
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return {};
    return QJsonDocument::fromJson(file.read(1024 * 1024)).object();
}

} // namespace

QString SetupStore::folder()
{
    return QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/sheets");
}

QStringList SetupStore::names() const
{
    QStringList names;
    for (const QString& file : QDir(folder()).entryList({QStringLiteral("*.json")}, QDir::Files, QDir::Name))
        if (const QString name = contentOf(folder() + u'/' + file).value(QStringLiteral("name")).toString();
            !name.isEmpty())
            names << name;
    names.sort(Qt::CaseInsensitive);
    return names;
}

Result<void> SetupStore::keep(const QString& name, const Job& job)
{
    if (name.trimmed().isEmpty())
        return problem({}, tr("It needs a name."));
    if (!QDir().mkpath(folder()))
        return problem(folder(), tr("The folder could not be made."));
    QJsonObject press = pressToJson(job.press, job.unit);
    press.remove(QStringLiteral("inkLimit"));
    press.remove(QStringLiteral("overprintBlack"));
    const QJsonObject kept{{QStringLiteral("name"), name.trimmed()},
                           {QStringLiteral("press"), press},
                           {QStringLiteral("textWorkStyle"), workStyleWord(job.pages.workStyle)}};
    auto written = saveWhole(fileFor(name.trimmed()), QJsonDocument(kept).toJson());
    if (written)
        Q_EMIT changed();
    return written;
}

Result<void> SetupStore::take(const QString& name, Job& job) const
{
    const QJsonObject kept = contentOf(fileFor(name));
    if (kept.isEmpty())
        return problem(name, tr("What was kept under this name cannot be read."));
    std::optional<Problem> trouble;
    JsonReader reader(kept, name, trouble);
    Press press;
    reader.readObject("press", [&](JsonReader& r) { readPress(r, press); });
    WorkStyle text = job.pages.workStyle;
    readWorkStyle(reader, "textWorkStyle", text);
    if (trouble)
        return tl::unexpected(*trouble);
    press.profile = job.press.profile;
    press.inkLimit = job.press.inkLimit;
    press.overprintBlack = job.press.overprintBlack;
    press.extra = job.press.extra;
    job.press = std::move(press);
    job.pages.workStyle = text;
    return {};
}

void SetupStore::remove(const QString& name)
{
    QFile::remove(fileFor(name));
    Q_EMIT changed();
}

} // namespace hinge
