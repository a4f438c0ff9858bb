// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/zip_entry.h"

#include "core/file/read_limits.h"

#include <algorithm>

namespace hinge
{

QByteArray readZipEntry(zip_t* archive, const QByteArray& name, qint64 most)
{
    zip_stat_t about;
    if (zip_stat(archive, name.constData(), 0, &about) != 0 || !(about.valid & ZIP_STAT_SIZE) ||
        !(about.valid & ZIP_STAT_COMP_SIZE))
        return {};
    const auto size = qint64(std::min<zip_uint64_t>(about.size, zip_uint64_t(limits::largestUnpacked) + 1));
    const bool unfolds = size > limits::harmlessUnfolding && size / limits::mostUnfolding > qint64(about.comp_size);
    if (size > most || unfolds)
        return {};
    zip_file_t* entry = zip_fopen(archive, name.constData(), 0);
    if (!entry)
        return {};
    QByteArray bytes(qsizetype(size), Qt::Uninitialized);
    const zip_int64_t got = zip_fread(entry, bytes.data(), zip_uint64_t(size));
    const bool sound = zip_fclose(entry) == 0; // says whether the checksum was right
    return sound && got == zip_int64_t(size) ? bytes : QByteArray();
}

} // namespace hinge
