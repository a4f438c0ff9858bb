// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/recovery.h"

#include "core/file/job_file.h"
#include "core/file/links.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QJsonDocument>
#include <QRegularExpression>

namespace hinge
{
namespace
{

const QString jobKind = QStringLiteral("job");

/// The bytes of an embedded file where it was unpacked.
QByteArray unpacked(const EmbeddedFile& embedded)
{
    QFile file(resolvedPath(embeddedPath(embedded), {}));
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

/// Files inside the job are unpacked by their hash already, and need not be written every few seconds.
SafeCopy::Snapshot snapshotOf(const Job& job)
{
    return [job] { return QJsonDocument::fromJson(writeJob(job, EmbeddedBytes::Beside)).object(); };
}

} // namespace

Recovery::Recovery(Document& document, QObject* parent)
    : QObject(parent), copy_(
                           jobKind, [&document] { return document.isDirty(); }, [&document] { return document.path(); },
                           [&document] { return snapshotOf(document.job()); })
{
    // The history counts a step only once it is done, which is after the document has said that it changed: the first
    // edit shows with the state of its file.
    connect(&document, &Document::changed, this, [this, &document] {
        if (document.isDirty())
            copy_.follow();
    });
    connect(&document, &Document::fileStateChanged, &copy_, &SafeCopy::follow);
}

std::vector<Recovery::Left> Recovery::leftBehind()
{
    std::vector<Left> all;
    for (const SafeCopy::Left& left : SafeCopy::leftBehind(jobKind))
        if (auto job = readJob(QJsonDocument(left.work).toJson(), QFileInfo(left.file).fileName(), unpacked))
            all.push_back({left, std::move(*job)});
    return all;
}

QSet<QString> Recovery::filesInUse()
{
    static const QRegularExpression hash(QStringLiteral("[0-9a-f]{64}"));
    QSet<QString> used;
    for (const QFileInfo& info : QDir(SafeCopy::folder()).entryInfoList({QStringLiteral("*.json")}, QDir::Files)) {
        QFile file(info.filePath());
        if (!file.open(QIODevice::ReadOnly))
            continue;
        const QString text = QString::fromUtf8(file.readAll());
        for (auto it = hash.globalMatch(text); it.hasNext();)
            used.insert(it.next().captured());
    }
    return used;
}

} // namespace hinge
