// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/impose.h"

#include "core/edit/bring_in.h"
#include "core/edit/new_items.h"
#include "core/edit/record_edits.h"
#include "core/edit/sequence_edits.h"
#include "core/units/page_sizes.h"
#include "pdf/read_facts.h"

#include <QDir>
#include <QFileInfo>
#include <QRegularExpression>

namespace hinge
{
namespace
{

/// A row a word of `--piece`.
struct PieceWord {
    const char* word;
    PieceKind kind;
};
constexpr PieceWord pieces[] = {{"stapled", PieceKind::Booklet}, {"glued", PieceKind::Book},
                                {"wire", PieceKind::WireBook},   {"leaflet", PieceKind::Leaflet},
                                {"card", PieceKind::Leaf},       {"tickets", PieceKind::Leaf}};

/// Reads a length into a part of the job where one was typed.
Result<void> takeLength(const QString& text, const char* option, Length& out)
{
    if (text.isEmpty())
        return {};
    const auto length = parseLength(text, Unit::Mm);
    if (!length)
        return problem(QLatin1String(option), length.error().message);
    out = *length;
    return {};
}

Result<Size> sizeOf(const QString& text, const char* option)
{
    const auto size = readSize(text, Unit::Mm);
    if (!size)
        return problem(QLatin1String(option), size.error().message);
    return *size;
}

/// Where the size of the job that the option names is kept.
void setFinished(Job& job, Size size)
{
    if (rulesOf(job.kind).isSizedByPage())
        job.page = size;
    else
        job.flat = size;
}

Result<void> takeStock(const Imposing& wanted, Job& job)
{
    Stock& stock = hasPages(job.kind) && hasOwnCover(job) ? job.pages.textStock : job.stock;
    if (!wanted.stock.isEmpty()) {
        const auto grammage = parseGrammage(wanted.stock);
        if (!grammage)
            return problem(QStringLiteral("--stock"), grammage.error().message);
        setGrammage(stock, *grammage);
    }
    if (wanted.caliper.isEmpty())
        return {};
    Length caliper;
    if (auto done = takeLength(wanted.caliper, "--caliper", caliper); !done)
        return done;
    stock.measuredCaliper = caliper;
    return {};
}

Result<void> takePress(const Imposing& wanted, Job& job)
{
    const auto sheet = sizeOf(wanted.sheet, "--sheet");
    if (!sheet)
        return tl::unexpected(sheet.error());
    job.press.sheet = *sheet;
    for (auto done : {takeLength(wanted.gripper, "--gripper", job.press.gripper),
                      takeLength(wanted.margin, "--margin", job.press.margin)})
        if (!done)
            return done;
    job.press.columns = wanted.columns;
    job.press.rows = wanted.rows;
    job.press.fill = wanted.inPiles ? SlotFill::Piles : SlotFill::Alike;
    if (!wanted.gap.isEmpty())
        if (auto done = takeLength(wanted.gap, "--gap", job.press.gap.emplace()); !done)
            return done;
    for (const WorkStyle style :
         {WorkStyle::Sheetwise, WorkStyle::WorkAndTurn, WorkStyle::WorkAndTumble, WorkStyle::OneSide})
        if (wanted.work == workStyleName(style))
            for (const Component component : {Component::Flat, Component::Text})
                setWorkStyle(job, component, style);
    if (wanted.marks == QStringLiteral("none")) {
        SheetMarks& m = job.press.marks;
        m.crop = m.fold = m.bleed = m.centre = m.registration = m.bar = m.label = m.collating = false;
    }
    return {};
}

Result<void> takeCreep(const Imposing& wanted, Job& job)
{
    if (wanted.creep == QStringLiteral("none")) {
        job.pages.creepBy = CreepBy::Nothing;
    } else if (!wanted.creep.isEmpty()) {
        bool ok = false;
        const double times = wanted.creep.toDouble(&ok);
        if (!ok || times < 0 || times > 3)
            return problem(QStringLiteral("--creep"),
                           QStringLiteral("Say how many calipers a sheet pushes the next, 0 to 3, or none."));
        job.pages.creepMilli = int(std::lround(times * 1000));
    }
    return {};
}

/// Numbers that run on from what was typed: "A-0017" has four digits and something before them.
Result<void> takeNumbers(const Imposing& wanted, Job& job)
{
    static const QRegularExpression number(QStringLiteral("^(.*?)(\\d{1,15})(\\D*)$"));
    const auto match = number.match(wanted.numberFrom);
    if (!match.hasMatch())
        return problem(QStringLiteral("--number-from"), QStringLiteral("Say a number to begin with, such as 0001."));
    useSeries(job);
    job.records.series = {match.captured(1), match.captured(2).toLongLong(), 1, int(match.capturedLength(2)),
                          match.captured(3)};
    setRecordCount(job, job.quantity);
    const auto planned = plan(job);
    if (!planned)
        return tl::unexpected(planned.error());
    // In the foot-right corner of the safe area.
    Item item = newField(job, *planned, Face::Outside, 0, seriesField());
    item.id = freshItemId();
    item.name = QStringLiteral("Number");
    for (Paragraph& paragraph : item.paragraphs) {
        paragraph.style.size = Length::points(10);
        paragraph.style.align = Align::Right;
    }
    const Rect safe = planned->paper.face(Face::Outside).front().safeArea;
    const Length line = Length::mm(5);
    item.sides = freeSides(planned->paper, Face::Outside, {safe.x, safe.bottom() - line, safe.w, line});
    job.edit(Face::Outside).items.push_back(std::move(item));
    return {};
}

Result<void> takeFiles(const Imposing& wanted, Job& job)
{
    const QDir folder = QDir::current();
    std::vector<IncomingFile> files;
    for (const QString& path : filesIn(wanted.files)) {
        const QString whole = QFileInfo(path).absoluteFilePath();
        FileFacts facts = readFileFacts(whole);
        if (facts.missing)
            return problem(path, QStringLiteral("There is no such file."));
        if (!facts.error.isEmpty())
            return problem(path, facts.error);
        files.push_back({folder.relativeFilePath(whole), std::move(facts)});
    }
    const std::vector<IncomingPage> pages = pagesOf(files);
    if (pages.empty())
        return problem({}, QStringLiteral("None of these files can be used as pages."));
    if (hasPages(job.kind)) {
        job.pages.count = std::max(2, int(pages.size()));
        job.pages.blanks = Blanks::AtEnd;
        (void)bringIn(job, pages);
        return {};
    }
    job.edit(Face::Outside).supplied = pages.front().file;
    if (pages.size() > 1)
        job.edit(Face::Inside).supplied = pages[1].file;
    return {};
}

} // namespace

Result<Job> jobToImpose(const Imposing& wanted)
{
    const auto word =
        std::ranges::find_if(pieces, [&](const PieceWord& p) { return wanted.piece == QLatin1String(p.word); });
    Job job = newPiece(word->kind);
    job.title = QFileInfo(wanted.files.value(0)).completeBaseName();
    job.unit = Unit::Mm;
    job.pages.plusCover = false;
    job.rightToLeft = wanted.rightToLeft;
    // A glued book has a cover of its own, which is made elsewhere: here its text is imposed.
    const auto finished = sizeOf(wanted.finished, "--finished");
    if (!finished)
        return tl::unexpected(finished.error());
    setFinished(job, *finished);
    if (wanted.quantity > 0)
        job.quantity = wanted.quantity;
    if (wanted.signature > 0)
        job.pages.signature = wanted.signature;
    if (auto done = takeLength(wanted.mill, "--mill", job.pages.mill); !done)
        return tl::unexpected(done.error());
    if (auto done = takeLength(wanted.bleed, "--bleed", job.zones.bleed); !done)
        return tl::unexpected(done.error());
    for (auto take : {takeStock, takePress, takeCreep, takeFiles})
        if (auto done = take(wanted, job); !done)
            return tl::unexpected(done.error());
    if (!wanted.numberFrom.isEmpty())
        if (auto done = takeNumbers(wanted, job); !done)
            return tl::unexpected(done.error());
    return job;
}

} // namespace hinge
