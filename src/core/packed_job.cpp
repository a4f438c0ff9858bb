// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/packed_job.h"

#include "core/embedded_files.h"
#include "core/job_file.h"
#include "core/links.h"

#include <QFile>
#include <QFileInfo>
#include <memory>
#include <zip.h>

namespace hinge {
namespace {

const QByteArray jobEntry = "job.hinge.json";
constexpr zip_uint64_t largestJobEntry = 64ULL << 20;

/// By hash, so that two files of one name do not meet.
QByteArray entryOf(const EmbeddedFile& file) { return "files/" + file.sha256.left(8).toUtf8() + '/' + file.name.toUtf8(); }

struct Discard {
    void operator()(zip_t* archive) const { zip_discard(archive); }
};
using Archive = std::unique_ptr<zip_t, Discard>;

/// Null when there is no such entry, or it is larger than it may be.
QByteArray readEntry(zip_t* archive, const QByteArray& name, zip_uint64_t most)
{
    zip_stat_t about;
    if (zip_stat(archive, name.constData(), 0, &about) != 0 || !(about.valid & ZIP_STAT_SIZE) || about.size > most)
        return {};
    zip_file_t* entry = zip_fopen(archive, name.constData(), 0);
    if (!entry)
        return {};
    QByteArray bytes(qsizetype(about.size), Qt::Uninitialized);
    const zip_int64_t got = zip_fread(entry, bytes.data(), about.size);
    zip_fclose(entry);
    return got == zip_int64_t(about.size) ? bytes : QByteArray();
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
    const Archive archive(zip_open(QFile::encodeName(path).constData(), ZIP_RDONLY, &code));
    if (!archive)
        return problem(path, QStringLiteral("This packed job cannot be opened: %1.").arg(reason(code)));
    const QByteArray json = readEntry(archive.get(), jobEntry, largestJobEntry);
    if (json.isNull())
        return problem(path, QStringLiteral("This ZIP file is no packed job: it has no “%1” that can be read.").arg(QString::fromUtf8(jobEntry)));
    return readJob(json, QFileInfo(path).fileName(), [&archive](const EmbeddedFile& file) { return readEntry(archive.get(), entryOf(file), zip_uint64_t(largestEmbedded)); });
}

Result<void> writePackedJob(const Job& job, const QString& path)
{
    int code = 0;
    Archive archive(zip_open(QFile::encodeName(path).constData(), ZIP_CREATE | ZIP_TRUNCATE, &code));
    if (!archive)
        return problem(path, QStringLiteral("The job could not be saved here: %1. Save it in another folder.").arg(reason(code)));
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
        if (used.contains(embeddedPath(file)))
            ok = ok && add(entryOf(file), file.bytes, ZIP_CM_STORE); // pictures are packed already
    if (!ok || zip_close(archive.get()) != 0)
        return problem(path, QStringLiteral("The job could not be saved: %1. The file on disk is unchanged.").arg(QString::fromUtf8(zip_strerror(archive.get()))));
    (void)archive.release(); // closed
    return {};
}

} // namespace hinge
