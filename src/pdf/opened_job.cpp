// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/opened_job.h"

#include "colour/ink_light.h"
#include "colour/press_profile.h"
#include "core/file/embedded_files.h"
#include "core/file/job_file.h"
#include "core/file/links.h"
#include "core/file/record_table.h"
#include "core/job/record_fill.h"
#include "pdf/read_facts.h"
#include "typeset/content_checks.h"
#include "typeset/record_survey.h"

#include <QFileInfo>

namespace hinge
{

Result<OpenedJob> openJob(const QString& path, bool filesOutside)
{
    auto job = loadJob(path);
    if (!job)
        return tl::unexpected(job.error());
    const QString name = QFileInfo(path).fileName();
    if (const QStringList out = pathsOutside(*job); !out.isEmpty() && !filesOutside)
        return problem(name,
                       QStringLiteral("The job uses files outside its folder: %1. Put them beside it, or pack it; "
                                      "from the command line, --files-outside allows them.")
                           .arg(Problem::quoted(out.join(QStringLiteral(", ")))));
    auto planned = plan(*job);
    if (!planned)
        return problem(QStringLiteral("%1, %2").arg(name, planned.error().where), planned.error().message);
    if (const auto unpacked = unpackEmbedded(*job); !unpacked)
        return tl::unexpected(unpacked.error());
    OpenedJob opened{std::move(*job), std::move(*planned), {}, QFileInfo(path).absolutePath()};
    TextLayoutCache layouts(FontLibrary::installed());
    FileFactsMap facts = readAllFacts(opened.job, opened.folder);
    const RecordTable* table = tableOf(opened.job, facts);
    const Job first = filledFor(opened.job, recordAt(opened.job, table, 0));
    for (const QString& file : linkedPaths(first))
        if (!facts.contains(file))
            facts.insert(file, readFileFacts(resolvedPath(file, opened.folder)));
    for (auto file = facts.begin(); file != facts.end(); ++file)
        readTones(resolvedPath(file.key(), opened.folder), *file);
    // A profile that cannot be read is a finding of its own; inks are then looked at as the one that ships has them.
    const auto press = pressProfileOf(opened.job, opened.folder);
    const LightOfInk light = lightByPress((press ? *press : shippedPressProfile()).icc);
    opened.findings = allFindings(opened.job, first, opened.plan, facts, light, layouts,
                                  surveyRecords(opened.job, table, opened.folder));
    return opened;
}

} // namespace hinge
