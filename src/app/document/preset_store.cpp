// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/preset_store.h"

#include "core/file/read_file.h"
#include "core/file/read_limits.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>

namespace hinge
{
namespace
{

Result<Preset> readPresetFile(const QString& path)
{
    const auto json = readWhole(path, limits::largestJobFile, QStringLiteral("a preset"));
    return json ? readPreset(*json, QFileInfo(path).fileName()) : tl::unexpected(json.error());
}

} // namespace

const std::vector<Preset>& PresetStore::all() const
{
    if (presets_)
        return *presets_;
    presets_.emplace();
    const QDir shipped(QStringLiteral(":/hinge/presets"));
    for (const QString& name : shipped.entryList(QDir::Files, QDir::Name))
        if (auto preset = readPresetFile(shipped.filePath(name)))
            presets_->push_back(std::move(*preset));
    for (const QString& path : files_.all()) {
        if (auto preset = readPresetFile(path)) {
            preset->path = path;
            presets_->push_back(std::move(*preset));
        }
    }
    return *presets_;
}

void PresetStore::forget()
{
    presets_.reset();
    Q_EMIT changed();
}

Result<void> PresetStore::keep(const Preset& preset)
{
    if (preset.name.isEmpty())
        return problem({}, tr("A preset needs a name."));
    if (auto kept = files_.keep(presetFileName(preset.name), writePreset(preset)); !kept)
        return kept;
    forget();
    return {};
}

void PresetStore::remove(const Preset& preset)
{
    if (preset.path.isEmpty())
        return;
    QFile::remove(preset.path);
    forget();
}

Result<QString> PresetStore::importFile(const QString& path)
{
    const auto preset = readPresetFile(path);
    if (!preset)
        return tl::unexpected(preset.error());
    if (const auto kept = keep(*preset); !kept)
        return tl::unexpected(kept.error());
    return preset->name;
}

} // namespace hinge
