// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/packed_job.h"

#include "core/file/embedded_files.h"
#include "core/file/job_file.h"
#include "core/file/links.h"
#include "core/file/read_limits.h"
#include "core/file/save_file.h"
#include "core/file/zip_entry.h"

#include <QFile>
#include <QFileInfo>
#include <algorithm>
#include <memory>
#include <zip.h>

namespace hinge
{
namespace
{

const QByteArray jobEntry = "job.hinge.json";

/// By hash, so that two files of one name do not meet.
QByteArray entryOf(const EmbeddedFile& file)
{
    return "files/" + file.sha256.left(8).toUtf8() + '/' + file.name.toUtf8();
}

QString reason(int code)
{
    zip_error_t error;
    zip_error_init_with_code(&error, code);
    const QString text = QString::fromUtf8(zip_error_strerror(&error));
    zip_error_fini(&error);
    return text;
}

} // namespace

QString packedJobSuffix() { return QStringLiteral("hinge.zip"); }

bool isPackedName(const QString& path) { return path.endsWith(u'.' + packedJobSuffix()); }

bool looksPacked(const QByteArray& head) { return head.startsWith(QByteArray("PK\x03\x04", 4)); }

Result<Job> readPackedJob(const QString& path)
{
    int code = 0;
    const ZipArchive archive(zip_open(QFile::encodeName(path).constData(), ZIP_RDONLY, &code));
    if (!archive)
        return problem(path, QStringLiteral("This packed job cannot be opened: %1.").arg(reason(code)));
    if (zip_get_num_entries(archive.get(), 0) > limits::mostPackedEntries)
        return problem(path, QStringLiteral("This ZIP file has more entries than any packed job."));
    const QByteArray json = readZipEntry(archive.get(), jobEntry, limits::largestJobEntry);
    if (json.isNull())
        return problem(path, QStringLiteral("This ZIP file is no packed job: it has no “%1” that can be read.")
                                 .arg(QString::fromUtf8(jobEntry)));
    qint64 left = limits::largestUnpacked;
    return readJob(json, QFileInfo(path).fileName(), [&archive, &left](const EmbeddedFile& file) {
        const QByteArray bytes = readZipEntry(archive.get(), entryOf(file), std::min(largestEmbedded, left));
        left -= bytes.size();
        return bytes;
    });
}

Result<void> writePackedJob(const Job& job, const QString& path, const std::function<bool()>& goesOn)
{
    zip_error_t error;
    zip_error_init(&error);
    // Made in memory, where its files are already, and written like any other job.
    zip_source_t* whole = zip_source_buffer_create(nullptr, 0, 0, &error);
    ZipArchive archive(whole ? zip_open_from_source(whole, ZIP_TRUNCATE, &error) : nullptr);
    const auto failed = [&](const char* why) {
        return problem(path, QStringLiteral("The job could not be packed: %1. The file on disk is unchanged.")
                                 .arg(QString::fromUtf8(why)));
    };
    if (!archive) {
        zip_source_free(whole);
        return failed(zip_error_strerror(&error));
    }
    zip_source_keep(whole);
    const Owned<zip_source_t, zip_source_free> kept(whole);
    const auto add = [&archive](const QByteArray& name, const QByteArray& bytes, zip_int32_t method) {
        zip_source_t* source = zip_source_buffer(archive.get(), bytes.constData(), zip_uint64_t(bytes.size()), 0);
        const zip_int64_t at = source ? zip_file_add(archive.get(), name.constData(), source, ZIP_FL_ENC_UTF_8) : -1;
        if (at < 0 && source)
            zip_source_free(source);
        return at >= 0 && zip_set_file_compression(archive.get(), zip_uint64_t(at), method, 0) == 0;
    };
    const QByteArray json = writeJob(job, EmbeddedBytes::Beside); // lives until the archive is written
    bool ok = add(jobEntry, json, ZIP_CM_DEFLATE);
    const QStringList used = linkedPaths(job);
    for (const EmbeddedFile& file : job.embedded)
        if (used.contains(embeddedPath(file)) && !file.isDamaged())
            ok = ok && add(entryOf(file), file.bytes, ZIP_CM_STORE); // pictures are packed already
    if (!ok || zip_close(archive.get()) != 0)
        return failed(zip_strerror(archive.get()));
    (void)archive.release(); // closed
    zip_stat_t about;
    if (zip_source_open(whole) != 0 || zip_source_stat(whole, &about) != 0)
        return failed(zip_error_strerror(zip_source_error(whole)));
    QByteArray bytes(qsizetype(about.size), Qt::Uninitialized);
    const zip_int64_t got = zip_source_read(whole, bytes.data(), about.size);
    zip_source_close(whole);
    if (got != zip_int64_t(bytes.size()))
        return failed("out of memory");
    return saveWhole(path, bytes, {}, goesOn);
}

} // namespace hinge
