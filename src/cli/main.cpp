// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/gather.h"
#include "cli/plan_report.h"
#include "core/file/embedded_files.h"
#include "core/file/job_file.h"
#include "core/file/links.h"
#include "core/file/record_table.h"
#include "core/piece/extent.h"
#include "core/units/version.h"
#include "pdf/export_pdf.h"
#include "pdf/read_facts.h"
#include "typeset/content_checks.h"
#include "typeset/record_survey.h"

#include <CLI/CLI.hpp>
#include <QFile>
#include <QFileInfo>
#include <QGuiApplication>
#include <QTemporaryDir>
#include <QTextStream>
#include <algorithm>

using namespace hinge;

namespace
{

// What a script can rely on.
constexpr int exitDone = 0;
constexpr int exitFault = 1;    // the job or a file is at fault
constexpr int exitUsage = 2;    // the command was called wrongly
constexpr int exitFindings = 3; // a finding stops the export

void say(const QString& line) { QTextStream(stderr) << line << Qt::endl; }

int fail(const Problem& p)
{
    say(QStringLiteral("hinge: ") + p.text());
    return exitFault;
}

struct Loaded {
    Job job;
    Plan plan;
    std::vector<Finding> findings;
    QString folder;
};

/// Files outside the folder of the job are only read when that was allowed: a job that somebody sent could name any.
Result<Loaded> load(const QString& path, bool outside)
{
    auto job = loadJob(path);
    if (!job)
        return tl::unexpected(job.error());
    if (const QStringList out = pathsOutside(*job); !out.isEmpty() && !outside)
        return problem(
            QFileInfo(path).fileName(),
            QStringLiteral("The job uses files outside its folder: %1. If you know who made it, add --files-outside.")
                .arg(Problem::quoted(out.join(QStringLiteral(", ")))));
    auto planned = plan(*job);
    if (!planned)
        return problem(QFileInfo(path).fileName() + QStringLiteral(", ") + planned.error().where,
                       planned.error().message);
    if (const auto unpacked = unpackEmbedded(*job); !unpacked)
        return tl::unexpected(unpacked.error());
    Loaded loaded{std::move(*job), std::move(*planned), {}, QFileInfo(path).absolutePath()};
    TextLayoutCache layouts(FontLibrary::installed());
    FileFactsMap facts = readAllFacts(loaded.job, loaded.folder);
    const RecordTable* table = tableOf(loaded.job, facts);
    const Job first = filledFor(loaded.job, recordAt(loaded.job, table, 0));
    for (const QString& file : linkedPaths(first))
        if (!facts.contains(file))
            facts.insert(file, readFileFacts(resolvedPath(file, loaded.folder)));
    loaded.findings =
        allFindings(loaded.job, first, loaded.plan, facts, layouts, surveyRecords(loaded.job, table, loaded.folder));
    return loaded;
}

int runPlan(const QString& path, bool json, bool outside)
{
    const auto loaded = load(path, outside);
    if (!loaded)
        return fail(loaded.error());
    QTextStream out(stdout);
    if (json)
        out << QString::fromUtf8(planJson(loaded->job, loaded->plan, loaded->findings));
    else
        out << planText(loaded->job, loaded->plan, loaded->findings);
    return exitDone;
}

int runExport(const QString& path, ExportKind kind, const QString& target, bool despite, bool outside)
{
    const auto loaded = load(path, outside);
    if (!loaded)
        return fail(loaded.error());
    bool stops = false;
    for (const Finding& f : loaded->findings) {
        say(QStringLiteral("%1: %2. %3")
                .arg(f.severity == Severity::Stop ? QStringLiteral("stop") : QStringLiteral("warning"), f.message,
                     f.reason));
        stops = stops || f.severity == Severity::Stop;
    }
    if (stops && !despite) {
        say(QStringLiteral("hinge: nothing was written. Settle what stops it, or add --despite-findings."));
        return exitFindings;
    }
    if (const QString note = extentNote(extentOf(loaded->job)); !note.isEmpty() && kind == ExportKind::Flat)
        say(QStringLiteral("note: ") + note);
    const auto done = exportPdf(loaded->job, kind, loaded->folder, target);
    if (!done)
        return fail(done.error());
    if (!done->obstacles.isEmpty())
        say(QStringLiteral("note: the file does not call itself PDF/X-4: %1")
                .arg(done->obstacles.join(QStringLiteral("; "))));
    return exitDone;
}

} // namespace

int main(int argc, char** argv)
{
    // Drawings with letters need fonts, but nothing is ever shown.
    qputenv("QT_QPA_PLATFORM", "minimal");
    const QTemporaryDir runtime; // where there is none Qt would say so on the terminal
    if (qEnvironmentVariableIsEmpty("XDG_RUNTIME_DIR"))
        qputenv("XDG_RUNTIME_DIR", QFile::encodeName(runtime.path()));
    QGuiApplication application(argc, argv);

    CLI::App cli{"hinge works out folded print pieces and writes their files, without a window.\n"
                 "It computes exactly what the window computes.\n"};
    cli.set_version_flag("--version", std::string("hinge ") + programVersion);
    cli.require_subcommand(1);
    cli.footer(
        "Examples:\n"
        "  hinge plan leaflet.hinge.json                               figures, panels and findings to read\n"
        "  hinge plan leaflet.hinge.json --json | jq .sheet.up         the same for scripts\n"
        "  hinge export leaflet.hinge.json --what flat --out flat.pdf  one page a face, for a printer who imposes\n"
        "  hinge export leaflet.hinge.json --what sheets --out s.pdf   the press sheet, front and back\n"
        "  hinge gather text.pdf plates/ --out notebook.hinge.json     a booklet of finished pages\n"
        "  hinge export notebook.hinge.json --what pages --out p.pdf   its pages as they are read\n"
        "  hinge export tickets.hinge.json --what copies --out c.pdf   every copy with its number\n\n"
        "Exit codes: 0 done; 1 the job or a file is at fault (see stderr); 2 called wrongly;\n"
        "3 a finding stops the export (--despite-findings writes all the same).");

    std::string job;
    bool json = false;
    CLI::App* planCommand = cli.add_subcommand("plan", "Work out a job: panel widths, folds, roles, sheet, findings");
    planCommand->add_option("JOB", job, "a *.hinge.json or *.hinge.zip file")->required();
    planCommand->add_flag("--json", json, "write JSON; lengths are exact texts such as \"97 mm\"");

    bool outside = false;
    planCommand->add_flag("--files-outside", outside, "read files outside the folder of the job, too");

    std::string what;
    std::string out;
    bool despite = false;
    CLI::App* exportCommand = cli.add_subcommand("export", "Write a PDF for the printer");
    exportCommand->add_option("JOB", job, "a *.hinge.json or *.hinge.zip file")->required();
    exportCommand
        ->add_option(
            "--what", what,
            "flat: one page a face, with crop and fold marks; sheets: the press sheet, front and back; pages: the "
            "pages of a booklet or book as they are read")
        ->required()
        ->check(CLI::IsMember({"flat", "sheets", "pages", "copies"}));
    exportCommand->add_option("--out", out, "the PDF to write; an existing file is replaced")->required();
    exportCommand->add_flag("--despite-findings", despite, "write even when a finding would stop it");

    exportCommand->add_flag("--files-outside", outside, "read files outside the folder of the job, too");

    std::vector<std::string> in;
    bool apart = false;
    bool toSafe = false;
    CLI::App* gatherCommand = cli.add_subcommand("gather", "Make a booklet or book of finished pages");
    gatherCommand->add_option("FILES", in, "PDFs, pictures, and folders of them, in reading order")->required();
    gatherCommand->add_option("--out", out, "the job to write; an existing file is replaced")->required();
    gatherCommand->add_flag("--spreads", apart, "take pages apart that are drawn two beside each other");
    gatherCommand->add_flag("--to-safe", toSafe, "pictures within the safe area, not out to the bleed");

    try {
        cli.parse(argc, argv);
    } catch (const CLI::ParseError& e) {
        const int code = cli.exit(e);
        return code == 0 ? exitDone : exitUsage;
    }
    if (gatherCommand->parsed()) {
        Gathering wanted{{}, QString::fromLocal8Bit(out.c_str()), apart, toSafe};
        for (const std::string& name : in)
            wanted.paths << QString::fromLocal8Bit(name.c_str());
        const auto done = gather(wanted);
        if (!done)
            return fail(done.error());
        for (const QString& line : *done)
            say(line);
        return exitDone;
    }
    const QString path = QString::fromLocal8Bit(job.c_str());
    if (planCommand->parsed())
        return runPlan(path, json, outside);
    return runExport(path,
                     what == "flat"     ? ExportKind::Flat
                     : what == "pages"  ? ExportKind::Pages
                     : what == "copies" ? ExportKind::Copies
                                        : ExportKind::Sheets,
                     QString::fromLocal8Bit(out.c_str()), despite, outside);
}
