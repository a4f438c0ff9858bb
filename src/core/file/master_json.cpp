// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/master_json.h"

#include "core/file/content_file.h"

namespace hinge
{
namespace
{

constexpr auto rules = [] {
    std::array<Word<MasterOn>, masterRules.size()> words{};
    for (std::size_t i = 0; i < words.size(); ++i)
        words[i] = {masterRules[i].words, masterRules[i].on};
    return words;
}();
constexpr Word<Face> faces[] = {{"outside", Face::Outside}, {"inside", Face::Inside}};

} // namespace

QJsonArray mastersToJson(const Job& job)
{
    QJsonArray out;
    for (const Master& master : job.masters) {
        QJsonObject o = faceToJson(job.on(master.surface()), job.unit);
        o[QStringLiteral("id")] = master.id;
        o[QStringLiteral("name")] = master.name;
        o[QStringLiteral("shows")] = QLatin1String(ruleOf(master.on).words);
        if (!master.pages.isEmpty())
            o[QStringLiteral("pages")] = master.pages;
        if (master.on == MasterOn::Panels)
            o[QStringLiteral("face")] = wordFor(faces, master.face);
        QJsonArray panels;
        for (const int panel : master.panels)
            panels.append(panel + 1);
        if (!panels.isEmpty())
            o[QStringLiteral("panels")] = panels;
        if (master.over)
            o[QStringLiteral("over")] = true;
        if (!master.mirrored)
            o[QStringLiteral("mirrored")] = false;
        out.append(keptBeside(master.extra, o));
    }
    return out;
}

void readMaster(JsonReader& r, Job& job)
{
    Master master;
    r.read("id", master.id);
    r.read("name", master.name);
    r.readWord("shows", master.on, std::span<const Word<MasterOn>>(rules));
    r.read("pages", master.pages);
    readWord(r, "face", master.face, faces);
    for (const QJsonValue& panel : r.takeArray("panels"))
        master.panels.push_back(panel.toInt() - 1);
    r.read("over", master.over);
    r.read("mirrored", master.mirrored);
    SurfaceContent content;
    readFace(r, content);
    if (!content.isEmpty())
        job.edit(master.surface()) = std::move(content);
    master.extra = r.takeLeftOver();
    job.masters.push_back(std::move(master));
}

} // namespace hinge
