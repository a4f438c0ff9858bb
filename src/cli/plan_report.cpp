// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/plan_report.h"

#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>

namespace hinge {
namespace {

QString severityName(Severity s) { return s == Severity::Stop ? QStringLiteral("stop") : QStringLiteral("warn"); }

QString edgeName(EdgeFate fate)
{
    switch (fate) {
    case EdgeFate::Knife: return QStringLiteral("knife");
    case EdgeFate::Folded: return QStringLiteral("fold");
    case EdgeFate::Shared: return QStringLiteral("shared");
    }
    return {};
}

QJsonObject rectJson(const Rect& r, Unit unit)
{
    return {{QStringLiteral("x"), exactText(r.x, unit)}, {QStringLiteral("y"), exactText(r.y, unit)},
            {QStringLiteral("width"), exactText(r.w, unit)}, {QStringLiteral("height"), exactText(r.h, unit)}};
}

QJsonObject panelJson(const Panel& p, Unit unit)
{
    QJsonArray edges;
    for (const EdgeFate fate : p.edges)
        edges.append(edgeName(fate));
    return {{QStringLiteral("role"), p.roleName},
            {QStringLiteral("reads"), p.readingNumber},
            {QStringLiteral("trim"), rectJson(p.area, unit)},
            {QStringLiteral("safe"), rectJson(p.safeArea, unit)},
            {QStringLiteral("bleed"), rectJson(p.bleedArea, unit)},
            {QStringLiteral("edges"), edges}};
}

QJsonObject figureJson(const Figure& f, Unit unit)
{
    QJsonObject o{{QStringLiteral("key"), f.key}, {QStringLiteral("label"), f.label}, {QStringLiteral("value"), f.value}};
    if (f.length)
        o[QStringLiteral("exact")] = exactText(*f.length, unit);
    if (f.number)
        o[QStringLiteral("number")] = *f.number;
    if (!f.working.isEmpty())
        o[QStringLiteral("working")] = f.working;
    if (!f.source.isEmpty())
        o[QStringLiteral("source")] = f.source;
    if (f.overridden)
        o[QStringLiteral("overridden")] = true;
    return o;
}

} // namespace

QString planText(const Job& job, const Plan& plan, const std::vector<Finding>& findings)
{
    QString out = job.title + u'\n';
    QString group;
    for (const Figure& f : plan.figures) {
        if (f.group != group) {
            group = f.group;
            out += u'\n' + group.toUpper() + u'\n';
        }
        out += QStringLiteral("  %1 %2").arg(f.label, -24).arg(f.value, -18);
        const QString why = f.working.isEmpty() ? f.source : f.source.isEmpty() ? f.working : f.working + QStringLiteral("; ") + f.source;
        out += QStringLiteral("  %1").arg(why);
        while (out.endsWith(u' '))
            out.chop(1);
        out += u'\n';
    }
    for (const Face face : bothFaces) {
        out += u'\n' + faceName(face).toUpper() + QStringLiteral(", from the left\n");
        for (const Panel& p : plan.paper.face(face))
            out += QStringLiteral("  %1 %2  read %3\n").arg(p.roleName, -24).arg(formatLength(p.area.w, job.unit), -18).arg(p.readingNumber);
    }
    out += QStringLiteral("\nFINDINGS\n");
    if (findings.empty())
        out += QStringLiteral("  none\n");
    for (const Finding& f : findings)
        out += QStringLiteral("  %1: %2. %3\n").arg(severityName(f.severity), f.message, f.reason);
    return out;
}

QByteArray planJson(const Job& job, const Plan& plan, const std::vector<Finding>& findings)
{
    QJsonObject root{{QStringLiteral("title"), job.title}, {QStringLiteral("unit"), unitName(job.unit)}};
    QJsonArray figures;
    for (const Figure& f : plan.figures)
        figures.append(figureJson(f, job.unit));
    root[QStringLiteral("figures")] = figures;
    QJsonObject faces;
    for (const Face face : bothFaces) {
        QJsonArray panels;
        for (const Panel& p : plan.paper.face(face))
            panels.append(panelJson(p, job.unit));
        QJsonArray folds;
        for (const FoldLine& fold : plan.paper.folds)
            folds.append(QJsonObject{{QStringLiteral("line"), fold.line},
                                     {QStringLiteral("x"), exactText(fold.x[std::size_t(face)], job.unit)},
                                     {QStringLiteral("crease"), fold.valley[std::size_t(face)] ? QStringLiteral("valley") : QStringLiteral("mountain")}});
        faces[faceName(face)] = QJsonObject{{QStringLiteral("panels"), panels}, {QStringLiteral("folds"), folds}};
    }
    root[QStringLiteral("faces")] = faces;
    QJsonArray places;
    for (std::size_t i = 0; i < plan.sheet.front.size(); ++i)
        places.append(QJsonObject{{QStringLiteral("front"), rectJson(plan.sheet.front[i].trim, job.unit)},
                                  {QStringLiteral("frontTurn"), int(plan.sheet.front[i].turn)},
                                  {QStringLiteral("back"), rectJson(plan.sheet.back[i].trim, job.unit)},
                                  {QStringLiteral("backTurn"), int(plan.sheet.back[i].turn)}});
    root[QStringLiteral("sheet")] = QJsonObject{{QStringLiteral("width"), exactText(plan.sheet.sheet.w, job.unit)},
                                                {QStringLiteral("height"), exactText(plan.sheet.sheet.h, job.unit)},
                                                {QStringLiteral("up"), plan.sheet.up()},
                                                {QStringLiteral("places"), places}};
    QJsonArray list;
    for (const Finding& f : findings) {
        QJsonObject o{{QStringLiteral("code"), f.code}, {QStringLiteral("severity"), severityName(f.severity)},
                      {QStringLiteral("message"), f.message}, {QStringLiteral("reason"), f.reason}};
        if (f.face)
            o[QStringLiteral("face")] = faceName(*f.face);
        if (!f.itemId.isEmpty())
            o[QStringLiteral("item")] = f.itemId;
        list.append(o);
    }
    root[QStringLiteral("findings")] = list;
    return QJsonDocument(root).toJson();
}

} // namespace hinge
