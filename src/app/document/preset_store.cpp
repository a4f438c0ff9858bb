// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/preset_store.h"

#include "core/file/read_limits.h"
#include "core/file/save_file.h"

#include <QDir>
#include <QDirIterator>
#include <QStandardPaths>
#include <algorithm>

namespace hinge
{
namespace
{

Result<Preset> readFile(const QString& path)
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return problem(path, QStringLiteral("The file cannot be read: %1.").arg(file.errorString()));
    return readPreset(file.read(limits::largestJobFile), QFileInfo(path).fileName());
}

} // namespace

QString PresetStore::folder()
{
    return QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/presets");
}

PresetStore::PresetStore(QObject* parent) : QObject(parent) { reload(); }

void PresetStore::reload()
{
    presets_.clear();
    QStringList shipped = QDir(QStringLiteral(":/hinge/presets")).entryList(QDir::Files, QDir::Name);
    for (const QString& name : shipped)
        if (auto preset = readFile(QStringLiteral(":/hinge/presets/") + name))
            presets_.push_back(std::move(*preset));
    for (const QString& name : QDir(folder()).entryList({QStringLiteral("*.json")}, QDir::Files, QDir::Name)) {
        if (auto preset = readFile(folder() + u'/' + name)) {
            preset->path = folder() + u'/' + name;
            presets_.push_back(std::move(*preset));
        }
    }
    Q_EMIT changed();
}

Result<void> PresetStore::keep(const Preset& preset)
{
    if (preset.name.isEmpty())
        return problem({}, tr("A preset needs a name."));
    if (!QDir().mkpath(folder()))
        return problem(folder(), tr("The folder could not be made."));
    if (auto written = saveWhole(folder() + u'/' + presetFileName(preset.name), writePreset(preset)); !written)
        return written;
    reload();
    return {};
}

void PresetStore::remove(const Preset& preset)
{
    if (preset.path.isEmpty())
        return;
    QFile::remove(preset.path);
    reload();
}

Result<QString> PresetStore::importFile(const QString& path)
{
    const auto preset = readFile(path);
    if (!preset)
        return tl::unexpected(preset.error());
    if (const auto kept = keep(*preset); !kept)
        return tl::unexpected(kept.error());
    return preset->name;
}

} // namespace hinge
