// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/gang_command.h"

#include "core/gang/gang_file.h"
#include "core/gang/gang_words.h"
#include "core/plan/sheet_words.h"
#include "core/units/page_sizes.h"
#include "pdf/opened_job.h"

#include <QDir>
#include <QFileInfo>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QTextStream>
#include <cmath>

namespace hinge
{
namespace
{

/// The gang of a file, or of the jobs that were named.
Result<Gang> namedGang(const Ganging& wanted)
{
    if (wanted.files.size() == 1 && wanted.files.front().endsWith(gangFileSuffix()))
        return loadGang(wanted.files.front());
    Gang gang;
    for (const QString& name : wanted.files) {
        Gang::Member member{name, 0};
        if (const qsizetype at = name.lastIndexOf(u'='); at > 0 && !QFileInfo::exists(name)) {
            bool ok = false;
            member = {name.left(at), name.mid(at + 1).toLongLong(&ok)};
            if (!ok || member.quantity < 1)
                return problem(name,
                               QStringLiteral("Say how many are wanted as a whole number: %1=500.").arg(name.left(at)));
        }
        gang.members.push_back(std::move(member));
    }
    return gang;
}

Result<void> takeOptions(const Ganging& wanted, Gang& gang)
{
    if (!wanted.title.isEmpty())
        gang.title = wanted.title;
    if (!wanted.sheet.isEmpty()) {
        const auto sheet = readSize(wanted.sheet, Unit::Mm);
        if (!sheet)
            return problem(QStringLiteral("--sheet"), sheet.error().message);
        gang.press.sheet = *sheet;
    }
    if (!wanted.stock.isEmpty()) {
        const auto grammage = parseGrammage(wanted.stock);
        if (!grammage)
            return problem(QStringLiteral("--stock"), grammage.error().message);
        setGrammage(gang.stock, *grammage);
    }
    for (const WorkStyle style :
         {WorkStyle::Sheetwise, WorkStyle::WorkAndTurn, WorkStyle::WorkAndTumble, WorkStyle::OneSide})
        if (wanted.work == workStyleName(style))
            gang.press.work = style;
    if (!wanted.overrun.isEmpty()) {
        bool ok = false;
        const double percent = QString(wanted.overrun).remove(u'%').toDouble(&ok);
        if (!ok)
            return problem(QStringLiteral("--overrun"), QStringLiteral("Say it in percent, such as 10."));
        gang.overrun = Percent::nearest(percent);
    }
    if (wanted.forms > 0)
        gang.forms = wanted.forms;
    return checkGang(gang);
}

QString jobOf(const PlannedGang& g, int piece)
{
    return g.jobs[std::size_t(g.plan.pieces[std::size_t(piece)].job)]->name;
}

QJsonObject slotJson(const PlannedGang& g, const SheetSlot& slot, int number)
{
    const auto mm = [](Length l) { return std::round(l.toMm() * 10000) / 10000; };
    return {{QStringLiteral("slot"), number},
            {QStringLiteral("job"), jobOf(g, slot.piece)},
            {QStringLiteral("piece"), gangPieceName(g.plan, g.jobs, slot.piece)},
            {QStringLiteral("free"), slot.left},
            {QStringLiteral("left"), mm(slot.trim.x)},
            {QStringLiteral("top"), mm(slot.trim.y)},
            {QStringLiteral("width"), mm(slot.trim.w)},
            {QStringLiteral("height"), mm(slot.trim.h)},
            {QStringLiteral("turn"), int(slot.turn)}};
}

} // namespace

Result<PlannedGang> gangOf(const Ganging& wanted)
{
    auto gang = namedGang(wanted);
    if (!gang)
        return tl::unexpected(gang.error());
    const bool isFile = wanted.files.size() == 1 && wanted.files.front().endsWith(gangFileSuffix());
    const QString folder = isFile ? QFileInfo(wanted.files.front()).absolutePath() : QDir::currentPath();
    std::vector<OpenedJob> opened;
    for (const Gang::Member& member : gang->members) {
        auto job = openJob(QDir(folder).filePath(member.path), wanted.filesOutside);
        if (!job)
            return tl::unexpected(job.error());
        opened.push_back(std::move(*job));
    }
    if (!isFile && !opened.empty()) {
        gang->press = opened.front().job.press;
        gang->stock = opened.front().job.stock;
        gang->unit = opened.front().job.unit;
        gang->overs = opened.front().job.overs;
    }
    if (auto taken = takeOptions(wanted, *gang); !taken)
        return tl::unexpected(taken.error());
    PlannedGang planned{std::move(*gang), {}, {}};
    for (std::size_t i = 0; i < opened.size(); ++i) {
        auto made = inGang(planned.gang, folder, planned.gang.members[i], std::move(opened[i].job));
        if (!made)
            return tl::unexpected(made.error());
        (*made)->findings = std::move(opened[i].findings);
        planned.jobs.push_back(std::move(*made));
    }
    planned.plan = planGang(planned.gang, planned.jobs);
    return planned;
}

QString gangText(const PlannedGang& g)
{
    QString text;
    QTextStream out(&text);
    if (const GangSplit* split = g.plan.split()) {
        out << splitWords(*split) << ", " << groupedNumber(split->sheets) << " sheets of "
            << sheetSizeName(g.gang.press.sheet, g.gang.unit) << " and " << groupedNumber(split->overs) << " overs\n";
        for (int piece = 0; piece < int(g.plan.pieces.size()); ++piece) {
            QStringList slotsOn;
            for (const GangForm& form : split->forms)
                slotsOn << QString::number(form.slotsOf(piece));
            out << "  " << gangPieceName(g.plan, g.jobs, piece) << ": " << slotsOn.join(QStringLiteral(" + "))
                << " up, " << groupedNumber(split->printed[std::size_t(piece)]) << " printed, "
                << groupedNumber(g.plan.pieces[std::size_t(piece)].wanted) << " wanted\n";
        }
        for (int i = 0; i < int(g.plan.splits.size()); ++i)
            if (i != g.plan.chosen)
                out << "  or " << splitWords(g.plan.splits[std::size_t(i)]) << "\n";
    }
    for (const Finding& finding : g.plan.findings)
        out << (finding.severity == Severity::Stop ? "stop: " : "warning: ") << finding.message << ". "
            << finding.reason << "\n";
    out.flush();
    return text;
}

QByteArray gangJson(const PlannedGang& g)
{
    QJsonArray forms;
    QJsonArray jobs;
    if (const GangSplit* split = g.plan.split()) {
        for (const GangForm& form : split->forms) {
            QJsonArray sides;
            for (const Face side : bothFaces) {
                QJsonArray slotList;
                int number = 0;
                for (const SheetSlot& slot : form.layout->side(side))
                    slotList.append(slotJson(g, slot, ++number));
                if (!slotList.isEmpty())
                    sides.append(QJsonObject{{QStringLiteral("side"), gangSideName(g.gang, side)},
                                             {QStringLiteral("slots"), slotList}});
            }
            forms.append(QJsonObject{{QStringLiteral("form"), forms.size() + 1},
                                     {QStringLiteral("sheets"), form.sheets},
                                     {QStringLiteral("overs"), form.overs},
                                     {QStringLiteral("cuts"), form.layout->cuts()},
                                     {QStringLiteral("sides"), sides}});
        }
        for (int piece = 0; piece < int(g.plan.pieces.size()); ++piece)
            jobs.append(QJsonObject{{QStringLiteral("job"), jobOf(g, piece)},
                                    {QStringLiteral("piece"), gangPieceName(g.plan, g.jobs, piece)},
                                    {QStringLiteral("wanted"), g.plan.pieces[std::size_t(piece)].wanted},
                                    {QStringLiteral("printed"), split->printed[std::size_t(piece)]}});
    }
    QJsonArray findings;
    for (const Finding& f : g.plan.findings)
        findings.append(QJsonObject{{QStringLiteral("code"), f.code},
                                    {QStringLiteral("severity"),
                                     f.severity == Severity::Stop ? QStringLiteral("stop") : QStringLiteral("warning")},
                                    {QStringLiteral("message"), f.message},
                                    {QStringLiteral("reason"), f.reason}});
    return QJsonDocument(QJsonObject{{QStringLiteral("forms"), forms},
                                     {QStringLiteral("pieces"), jobs},
                                     {QStringLiteral("findings"), findings}})
        .toJson();
}

} // namespace hinge
