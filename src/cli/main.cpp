// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/forms_report.h"
#include "cli/gang_command.h"
#include "cli/gather.h"
#include "cli/impose.h"
#include "cli/plan_report.h"
#include "core/file/save_file.h"
#include "core/gang/gang_file.h"
#include "core/gang/gang_words.h"
#include "core/piece/extent.h"
#include "core/plan/knife_words.h"
#include "core/units/version.h"
#include "paint/knife_painter.h"
#include "paint/plain_font.h"
#include "pdf/export_gang.h"
#include "pdf/opened_job.h"

#include <CLI/CLI.hpp>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QGuiApplication>
#include <QJsonDocument>
#include <QJsonObject>
#include <QTemporaryDir>
#include <QTextStream>
#include <algorithm>
#include <malloc.h>

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

void sayObstacles(const Exported& done)
{
    if (!done.obstacles.isEmpty())
        say(QStringLiteral("note: the file does not call itself PDF/X-4: %1")
                .arg(done.obstacles.join(QStringLiteral("; "))));
}

int runPlan(const QString& path, bool json, bool outside)
{
    const auto loaded = openJob(path, outside);
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
    const auto loaded = openJob(path, outside);
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
    sayObstacles(*done);
    return exitDone;
}

/// The knife's program of a job, as PDF or CSV.
int runKnife(const QString& path, const QString& target, bool outside)
{
    const auto loaded = openJob(path, outside);
    if (!loaded)
        return fail(loaded.error());
    const auto done = writeKnifeProgram(loaded->job.title, cuttingOrders(loaded->job, loaded->plan), loaded->job.unit,
                                        plainFont(13), target);
    return done ? exitDone : fail(done.error());
}

int runImpose(const Imposing& wanted, const QString& target, bool json)
{
    const auto job = jobToImpose(wanted);
    if (!job)
        return fail(job.error());
    const auto planned = plan(*job);
    if (!planned)
        return fail(planned.error());
    for (const PressRun& run : planned->press)
        if (run.forms.empty() && run.component == (hasPages(job->kind) ? Component::Text : Component::Flat)) {
            for (const Finding& f : planned->findings)
                if (f.code.startsWith(QStringLiteral("sheet.")))
                    return fail({QStringLiteral("--sheet"), f.message + QStringLiteral(". ") + f.reason});
        }
    if (json)
        QTextStream(stdout) << QString::fromUtf8(
            QJsonDocument(QJsonObject{{QStringLiteral("forms"), formsJson(*job, *planned)}}).toJson());
    if (target.isEmpty())
        return exitDone;
    const auto done = exportPdf(*job, ExportKind::Sheets, QDir::currentPath(), target);
    if (!done)
        return fail(done.error());
    sayObstacles(*done);
    return exitDone;
}

/// What `hinge gang` writes; empty for what it does not.
struct GangFiles {
    std::string out, knife, save;
    bool json = false, despite = false;
};

int runGang(const Ganging& wanted, const GangFiles& files)
{
    const auto text = [](const std::string& s) { return QString::fromLocal8Bit(s.c_str()); };
    const auto gang = gangOf(wanted);
    if (!gang)
        return fail(gang.error());
    QTextStream(stdout) << (files.json ? QString::fromUtf8(gangJson(*gang)) : gangText(*gang));
    if (!files.save.empty())
        if (auto saved = saveWhole(text(files.save), writeGang(gang->gang)); !saved)
            return fail(saved.error());
    if (files.out.empty() && files.knife.empty())
        return exitDone;
    if (gang->plan.stops() && !files.despite) {
        say(QStringLiteral("hinge: no sheets were written. Settle what stops them, or add --despite-findings."));
        return exitFindings;
    }
    if (!files.out.empty()) {
        const auto done = exportGang(gang->gang, gang->plan, gang->jobs, text(files.out));
        if (!done)
            return fail(done.error());
        sayObstacles(*done);
    }
    if (!files.knife.empty())
        if (auto done = writeKnifeProgram(gang->gang.title, gangCuttingOrders(gang->gang, gang->plan, gang->jobs),
                                          gang->gang.unit, plainFont(13), text(files.knife));
            !done)
            return fail(done.error());
    return exitDone;
}

/// The options of `hinge gang`, each kept where it is read from.
struct GangOptions {
    std::vector<std::string> files;
    std::string sheet, stock, work, overrun, title;
    int forms = 0;
    bool outside = false;
    GangFiles written;

    CLI::App* addTo(CLI::App& cli)
    {
        CLI::App* c = cli.add_subcommand("gang", "Print several jobs together on press sheets they share");
        c->add_option("FILES", files,
                      "a *.gang.json file; or jobs, each with how many are wanted: cards.hinge.json=2000")
            ->required();
        c->add_option("--sheet", sheet, "the press sheet as it is fed: SRA3, 450x320mm; that of the first job");
        c->add_option("--stock", stock, "grammage of the paper; that of the first job");
        c->add_option("--overrun", overrun, "how much more than wanted may be printed, in percent; 10 when left out");
        c->add_option("--forms", forms, "different press sheets; the fewest that keep within the overrun")
            ->check(CLI::Range(1, mostGangForms));
        c->add_option("--work", work, "how the second side is printed")
            ->check(CLI::IsMember({"sheetwise", "work-and-turn", "work-and-tumble", "one side"}));
        c->add_option("--title", title, "what the gang is called on its sheets");
        c->add_flag("--json", written.json, "print forms, slots and findings as JSON");
        c->add_flag("--files-outside", outside, "read files outside the folders of the jobs, too");
        c->add_flag("--despite-findings", written.despite, "write even when a finding would stop it");
        c->add_option("--save", written.save, "write the gang itself, a *.gang.json file; paths as they were typed");
        c->add_option("--knife", written.knife, "write how the sheets are cut, as PDF or CSV");
        c->add_option("-o,--out", written.out, "the PDF to write; an existing file is replaced");
        return c;
    }

    [[nodiscard]] Ganging wanted() const
    {
        const auto text = [](const std::string& s) { return QString::fromLocal8Bit(s.c_str()); };
        Ganging w{{}, text(sheet), text(stock), text(work), text(overrun), forms, text(title), outside};
        for (const std::string& file : files)
            w.files << text(file);
        return w;
    }
};

/// The options of `hinge impose`, each kept where it is read from.
struct ImposeOptions {
    std::vector<std::string> files;
    std::string piece, finished, sheet, bleed, stock, caliper, gap, gripper, margin, mill, work, creep, numberFrom,
        marks, out;
    int quantity = 0, columns = 0, rows = 0, signature = 0;
    bool inPiles = false, rightToLeft = false, json = false;

    CLI::App* addTo(CLI::App& cli)
    {
        CLI::App* c = cli.add_subcommand("impose", "Lay finished pages out on press sheets, without a job file");
        c->add_option("FILES", files,
                      "PDFs and pictures: pages in reading order; front, then back of what has two sides")
            ->required();
        c->add_option("--piece", piece, "what they become")
            ->required()
            ->check(CLI::IsMember({"stapled", "glued", "wire", "leaflet", "card", "tickets"}));
        c->add_option("--finished", finished, "size of a page, or of the flat: A5, 148x210mm, 5.5x8.5in")->required();
        c->add_option("--sheet", sheet, "the press sheet as it is fed: SRA3, 450x320mm")->required();
        c->add_option("--bleed", bleed, "bleed of the pages; 3 mm when left out");
        c->add_option("--stock", stock, "grammage: 115, or 100 lb text");
        c->add_option("--caliper", caliper, "thickness of a sheet: 0.1mm");
        c->add_option("--creep", creep, "calipers by which a nested sheet pushes the next; none to leave it");
        c->add_option("--gap", gap, "between pieces; their bleeds when left out");
        c->add_option("--gripper", gripper, "unprinted along the head of the sheet");
        c->add_option("--margin", margin, "unprinted along its other edges");
        c->add_option("--mill", mill, "milled off at the spine of a glued book");
        c->add_option("--work", work, "how the second side is printed")
            ->check(CLI::IsMember({"sheetwise", "work-and-turn", "work-and-tumble", "one side"}));
        c->add_option("--number-from", numberFrom, "of tickets: the first number, such as 0001 or A-0017");
        c->add_option("--quantity", quantity, "copies, or how many tickets");
        c->add_option("--columns", columns, "pieces side by side; as many as fit when left out");
        c->add_option("--rows", rows, "rows of pieces");
        c->add_option("--signature", signature, "pages of a full signature: 4, 8, 16, 32")
            ->check(CLI::IsMember({4, 8, 16, 32}));
        c->add_option("--marks", marks, "none for a sheet without marks")->check(CLI::IsMember({"none"}));
        c->add_flag("--piles", inPiles, "different sheets or leaves on a press sheet, in order once cut and stacked");
        c->add_flag("--right-to-left", rightToLeft, "the piece opens from right to left");
        c->add_flag("--json", json, "print every form and side: pages, positions in mm, turns");
        c->add_option("-o,--out", out, "the PDF to write; an existing file is replaced");
        return c;
    }

    [[nodiscard]] Imposing wanted() const
    {
        const auto text = [](const std::string& s) { return QString::fromLocal8Bit(s.c_str()); };
        Imposing w;
        for (const std::string& file : files)
            w.files << text(file);
        w.piece = text(piece);
        w.finished = text(finished);
        w.sheet = text(sheet);
        w.bleed = text(bleed);
        w.stock = text(stock);
        w.caliper = text(caliper);
        w.gap = text(gap);
        w.gripper = text(gripper);
        w.margin = text(margin);
        w.mill = text(mill);
        w.work = text(work);
        w.creep = text(creep);
        w.numberFrom = text(numberFrom);
        w.marks = text(marks);
        w.quantity = quantity;
        w.columns = columns;
        w.rows = rows;
        w.signature = signature;
        w.inPiles = inPiles;
        w.rightToLeft = rightToLeft;
        return w;
    }
};

} // namespace

int main(int argc, char** argv)
{
    // Large buffers come and go with every page: to give each back to the system takes longer than to copy it.
    mallopt(M_MMAP_THRESHOLD, 64 << 20);
    mallopt(M_TRIM_THRESHOLD, 128 << 20);
    // Drawings with letters need fonts, but nothing is ever shown.
    qputenv("QT_QPA_PLATFORM", "offscreen");
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
        "  hinge export leaflet.hinge.json --what sheets --out s.pdf   every press sheet, front and back\n"
        "  hinge export leaflet.hinge.json --what knife --out cut.csv  how they are cut, stroke by stroke\n"
        "  hinge gather text.pdf plates/ --out notebook.hinge.json     a booklet of finished pages\n"
        "  hinge export notebook.hinge.json --what pages --out p.pdf   its pages as they are read\n"
        "  hinge export tickets.hinge.json --what copies --out c.pdf   every copy with its number\n"
        "  hinge impose text.pdf --piece stapled --finished A5 --sheet SRA3 -o sheets.pdf\n"
        "                                                              a booklet, without a job file\n"
        "  hinge gang cards.hinge.json=2000 bill.hinge.json --sheet SRA2 -o sheets.pdf\n"
        "                                                              jobs that share their sheets\n\n"
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
            "flat: one page a face, with crop and fold marks; sheets: every press sheet, front and back; pages: the "
            "pages of a booklet or book as they are read; copies: every numbered copy; knife: the guillotine's "
            "program, as PDF or, with --out FILE.csv, as a table")
        ->required()
        ->check(CLI::IsMember({"flat", "sheets", "pages", "copies", "knife"}));
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

    ImposeOptions imposing;
    CLI::App* imposeCommand = imposing.addTo(cli);
    GangOptions ganging;
    CLI::App* gangCommand = ganging.addTo(cli);

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
    if (gangCommand->parsed())
        return runGang(ganging.wanted(), ganging.written);
    if (imposeCommand->parsed()) {
        if (imposing.out.empty() && !imposing.json) {
            say(QStringLiteral("hinge: name a PDF to write with -o, or ask for --json."));
            return exitUsage;
        }
        return runImpose(imposing.wanted(), QString::fromLocal8Bit(imposing.out.c_str()), imposing.json);
    }
    const QString path = QString::fromLocal8Bit(job.c_str());
    if (exportCommand->parsed() && what == "knife")
        return runKnife(path, QString::fromLocal8Bit(out.c_str()), outside);
    if (planCommand->parsed())
        return runPlan(path, json, outside);
    return runExport(path,
                     what == "flat"     ? ExportKind::Flat
                     : what == "pages"  ? ExportKind::Pages
                     : what == "copies" ? ExportKind::Copies
                                        : ExportKind::Sheets,
                     QString::fromLocal8Bit(out.c_str()), despite, outside);
}
