// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/links.h"

#include "core/file/embedded_files.h"
#include "core/job/record_fill.h"

#include <QDir>
#include <QRegularExpression>
#include <QSet>
#include <algorithm>

namespace hinge
{
namespace
{

const QString scheme = QStringLiteral("embedded:");
constexpr qsizetype hashLength = 64; ///< SHA-256 in hex

/// Visits the links of a surface, changeable or not.
template <class AnyContent, class Visit>
void visitLinksOn(AnyContent& content, const Visit& visit)
{
    if (content.supplied)
        visit(*content.supplied);
    for (auto& item : content.items)
        if (item.hasPicture())
            visit(item.file);
}

} // namespace

QString embeddedPath(const EmbeddedFile& file) { return scheme + file.sha256 + u'/' + file.name; }

bool isEmbedded(const QString& path)
{
    // A path that only looks like one must not lead out of the folder of embedded files.
    static const QRegularExpression shape(QStringLiteral("^embedded:[0-9a-f]{64}/[^/\\\\]+$"));
    return path.startsWith(scheme) && shape.match(path).hasMatch() &&
           isFileName(path.mid(scheme.size() + hashLength + 1));
}

QString shownPath(const QString& path) { return isEmbedded(path) ? path.mid(scheme.size() + hashLength + 1) : path; }

QString resolvedPath(const QString& path, const QString& jobFolder)
{
    if (isEmbedded(path))
        return embeddedFolder() + u'/' + path.mid(scheme.size());
    return QDir::isAbsolutePath(path) ? path : QDir(jobFolder).filePath(path);
}

void forEachLink(Job& job, const std::function<void(LinkedFile&)>& visit)
{
    job.surfaces.editEach([&](SurfaceContent& content) { visitLinksOn(content, visit); });
    if (job.records.source == RecordSource::File)
        visit(job.records.file);
    if (!job.press.profile.path.isEmpty())
        visit(job.press.profile);
}

void forEachLink(Job& job, const QString& path, const std::function<void(LinkedFile&)>& visit)
{
    forEachLink(job, [&](LinkedFile& link) {
        if (link.path == path)
            visit(link);
    });
}

QStringList linkedPaths(const Job& job)
{
    QStringList paths;
    QSet<QString> seen;
    const auto add = [&](const LinkedFile& link) {
        // One that a field names is a file only once the field is filled in.
        if (!seen.contains(link.path) && !isNamedByField(job, link)) {
            seen.insert(link.path);
            paths << link.path;
        }
    };
    for (const auto& [surface, content] : job.surfaces)
        visitLinksOn(*content, add);
    if (job.records.source == RecordSource::File)
        add(job.records.file);
    if (!job.press.profile.path.isEmpty())
        add(job.press.profile);
    return paths;
}

QStringList pathsNamedByField(const Job& job)
{
    QStringList out;
    for (const auto& [surface, content] : job.surfaces)
        visitLinksOn(*content, [&](const LinkedFile& link) {
            if (isNamedByField(job, link) && !out.contains(link.path))
                out << link.path;
        });
    return out;
}

QStringList pathsOutside(const Job& job)
{
    QStringList out;
    for (const QString& path : linkedPaths(job) + pathsNamedByField(job)) {
        const QString clean = QDir::cleanPath(path);
        if (!isEmbedded(path) &&
            (QDir::isAbsolutePath(clean) || clean == QStringLiteral("..") || clean.startsWith(QStringLiteral("../"))))
            out << path;
    }
    return out;
}

QStringList lostFiles(const Job& job)
{
    QStringList out;
    for (const QString& path : linkedPaths(job))
        if (isEmbedded(path) && std::ranges::none_of(job.embedded, [&](const EmbeddedFile& file) {
                return embeddedPath(file) == path && !file.isDamaged();
            }))
            out << path;
    return out;
}

} // namespace hinge
