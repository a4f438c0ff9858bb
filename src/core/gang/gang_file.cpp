// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gang/gang_file.h"

#include "core/file/press_json.h"
#include "core/file/read_file.h"
#include "core/file/read_limits.h"
#include "core/file/save_file.h"
#include "core/file/stock_library.h"

#include <QFile>
#include <QFileInfo>
#include <QJsonDocument>

namespace hinge
{
namespace
{

void readGangObject(JsonReader& r, Gang& gang)
{
    r.read("title", gang.title);
    readUnit(r, "unit", gang.unit);
    r.readObject("press", [&](JsonReader& o) {
        readPress(o, gang.press);
        gang.press.extra = o.takeLeftOver();
    });
    r.readObject("stock", [&](JsonReader& o) { readStock(o, gang.stock); });
    r.read("overs", gang.overs);
    r.read("overrun", gang.overrun);
    r.read("forms", gang.forms);
    r.readArray("jobs", [&](JsonReader& o) {
        Gang::Member member;
        o.read("file", member.path);
        o.read("quantity", member.quantity);
        gang.members.push_back(std::move(member));
    });
    r.readArray("byHand", [&](JsonReader& o) {
        std::vector<Gang::Slot>& slots = gang.byHand.emplace_back();
        o.readArray("slots", [&](JsonReader& s) {
            int job = 0;
            int part = 1;
            Gang::Slot slot;
            s.read("job", job);
            s.read("part", part);
            s.read("free", slot.left);
            slot.member = job - 1;
            slot.part = part - 1;
            slots.push_back(slot);
        });
    });
    gang.extra = r.takeLeftOver();
}

QJsonArray slotsToJson(const std::vector<std::vector<Gang::Slot>>& byHand)
{
    QJsonArray sheets;
    for (const std::vector<Gang::Slot>& of : byHand) {
        QJsonArray slots;
        for (const Gang::Slot& slot : of) {
            QJsonObject o{{QStringLiteral("job"), slot.member + 1}};
            if (slot.part > 0)
                o[QStringLiteral("part")] = slot.part + 1;
            if (slot.left)
                o[QStringLiteral("free")] = true;
            slots.append(o);
        }
        sheets.append(QJsonObject{{QStringLiteral("slots"), slots}});
    }
    return sheets;
}

} // namespace

QString gangFileSuffix() { return QStringLiteral("gang.json"); }

QByteArray writeGang(const Gang& gang)
{
    QJsonArray jobs;
    for (const Gang::Member& member : gang.members) {
        QJsonObject job{{QStringLiteral("file"), member.path}};
        if (member.quantity > 0)
            job[QStringLiteral("quantity")] = member.quantity;
        jobs.append(job);
    }
    QJsonObject o{{QStringLiteral("gang"), gangFormatVersion},
                  {QStringLiteral("unit"), unitWord(gang.unit)},
                  {QStringLiteral("press"), keptBeside(gang.press.extra, pressToJson(gang.press, gang.unit))},
                  {QStringLiteral("stock"), stockToJson(gang.stock, gang.unit)},
                  {QStringLiteral("overs"), gang.overs.value()},
                  {QStringLiteral("overrun"), gang.overrun.value()},
                  {QStringLiteral("jobs"), jobs}};
    if (!gang.title.isEmpty())
        o[QStringLiteral("title")] = gang.title;
    if (!gang.byHand.empty())
        o[QStringLiteral("byHand")] = slotsToJson(gang.byHand);
    if (gang.forms > 0)
        o[QStringLiteral("forms")] = gang.forms;
    return QJsonDocument(keptBeside(gang.extra, o)).toJson(QJsonDocument::Indented);
}

Result<Gang> readGang(const QByteArray& json, const QString& name)
{
    QJsonParseError error;
    const QJsonDocument document = QJsonDocument::fromJson(json, &error);
    if (error.error != QJsonParseError::NoError)
        return problem(name, QStringLiteral("This is not a readable gang: %1 in line %2.")
                                 .arg(error.errorString())
                                 .arg(json.left(error.offset).count('\n') + 1));
    if (!document.object().contains(QStringLiteral("gang")))
        return problem(name, QStringLiteral("This JSON is not a gang: it has no “gang” at its top level."));
    std::optional<Problem> found;
    JsonReader reader(document.object(), {}, found);
    int version = 0;
    reader.read("gang", version);
    if (!found && version > gangFormatVersion)
        return problem(name, QStringLiteral("The gang was saved by a newer version of the program (format %1; this one "
                                            "reads up to %2). Update to open it; nothing was changed.")
                                 .arg(version)
                                 .arg(gangFormatVersion));
    if (!found && version < 1)
        return problem(name, QStringLiteral("“gang” is %1; formats count from 1.").arg(version));
    Gang gang;
    readGangObject(reader, gang);
    if (!found)
        if (const auto sound = checkGang(gang); !sound)
            found = sound.error();
    if (found)
        return problem(QStringLiteral("%1, %2").arg(name, found->where), found->message);
    return gang;
}

Result<Gang> loadGang(const QString& path)
{
    const auto json = readWhole(path, limits::largestJobFile, QStringLiteral("a gang"));
    return json ? readGang(*json, QFileInfo(path).fileName()) : tl::unexpected(json.error());
}

} // namespace hinge
