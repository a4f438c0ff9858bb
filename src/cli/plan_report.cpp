// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/plan_report.h"

#include "cli/forms_report.h"

#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>

namespace hinge
{
namespace
{

QString severityName(Severity s) { return s == Severity::Stop ? QStringLiteral("stop") : QStringLiteral("warn"); }

QString edgeName(EdgeFate fate)
{
    switch (fate) {
    case EdgeFate::Knife: return QStringLiteral("knife");
    case EdgeFate::Folded: return QStringLiteral("fold");
    case EdgeFate::Shared: return QStringLiteral("shared");
    case EdgeFate::Torn: return QStringLiteral("perforation");
    case EdgeFate::Bound: return QStringLiteral("bound");
    case EdgeFate::Milled: return QStringLiteral("milled");
    }
    return {};
}

QJsonObject rectJson(const Rect& r, Unit unit)
{
    return {{QStringLiteral("x"), exactText(r.x, unit)},
            {QStringLiteral("y"), exactText(r.y, unit)},
            {QStringLiteral("width"), exactText(r.w, unit)},
            {QStringLiteral("height"), exactText(r.h, unit)}};
}

QJsonObject panelJson(const Panel& p, Unit unit)
{
    QJsonArray edges;
    for (const EdgeFate fate : p.edges)
        edges.append(edgeName(fate));
    return {{QStringLiteral("role"), p.roleName},
            {QStringLiteral("reads"), p.readingNumber},
            {QStringLiteral("headDown"), p.headDown},
            {QStringLiteral("trim"), rectJson(p.area, unit)},
            {QStringLiteral("safe"), rectJson(p.safeArea, unit)},
            {QStringLiteral("layout"), rectJson(p.layoutArea, unit)},
            {QStringLiteral("bleed"), rectJson(p.bleedArea, unit)},
            {QStringLiteral("edges"), edges}};
}

QJsonObject lineJson(const FoldLine& line, Face face, Unit unit)
{
    QJsonObject o{{QStringLiteral("at"), exactText(line.at[std::size_t(face)], unit)},
                  {QStringLiteral("runs"),
                   line.axis == Axis::Vertical ? QStringLiteral("head to foot") : QStringLiteral("across")}};
    switch (line.work) {
    case LineWork::Fold:
        o[QStringLiteral("crease")] =
            line.valley[std::size_t(face)] ? QStringLiteral("valley") : QStringLiteral("mountain");
        break;
    case LineWork::Score: o[QStringLiteral("crease")] = QStringLiteral("score"); break;
    case LineWork::Perforation: o[QStringLiteral("crease")] = QStringLiteral("perforation"); break;
    }
    if (line.line > 0)
        o[QStringLiteral("line")] = line.line;
    return o;
}

/// One side of a sheet: rows of page numbers, those that stand on their heads marked.
QJsonArray sideJson(const BookSheet& sheet, int side)
{
    QJsonArray rows;
    for (int row = 0; row < sheet.rows; ++row) {
        QJsonArray pages;
        for (int column = 0; column < sheet.columns; ++column)
            pages.append(QJsonObject{{QStringLiteral("page"), sheet.at(side, column, row).page},
                                     {QStringLiteral("headDown"), sheet.at(side, column, row).headDown}});
        rows.append(pages);
    }
    return rows;
}

QJsonObject bookJson(const Job& job, const Book& book)
{
    QJsonArray sheets;
    for (const BookSheet& sheet : book.sheets)
        sheets.append(QJsonObject{{QStringLiteral("number"), sheet.number},
                                  {QStringLiteral("outer"), sideJson(sheet, 0)},
                                  {QStringLiteral("inner"), sideJson(sheet, 1)},
                                  {QStringLiteral("creep"), exactText(sheet.creep, job.unit)}});
    QJsonArray blanks;
    for (const int page : book.blanks)
        blanks.append(page);
    QJsonArray spreads;
    for (const Spread& s : book.spreads)
        spreads.append(QJsonArray{s.left, s.right});
    return {{QStringLiteral("pages"), book.pages}, {QStringLiteral("leaves"), book.leaves},
            {QStringLiteral("blanks"), blanks},    {QStringLiteral("sheets"), sheets},
            {QStringLiteral("spreads"), spreads},  {QStringLiteral("block"), exactText(book.block, job.unit)}};
}

/// "8 ↓5 ..." the pages of a side, row by row; an arrow marks those whose head points to the foot.
QString sideText(const BookSheet& sheet, int side)
{
    QStringList rows;
    for (int row = 0; row < sheet.rows; ++row) {
        QStringList pages;
        for (int column = 0; column < sheet.columns; ++column) {
            const auto& spot = sheet.at(side, column, row);
            pages << (spot.headDown ? QStringLiteral("↓%1") : QStringLiteral("%1")).arg(spot.page);
        }
        rows << pages.join(u' ');
    }
    return rows.join(QStringLiteral(" | "));
}

QJsonObject figureJson(const Figure& f, Unit unit)
{
    QJsonObject o{
        {QStringLiteral("key"), f.key}, {QStringLiteral("label"), f.label}, {QStringLiteral("value"), f.value}};
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
        const QString why = f.working.isEmpty()  ? f.source
                            : f.source.isEmpty() ? f.working
                                                 : f.working + QStringLiteral("; ") + f.source;
        out += QStringLiteral("  %1").arg(why);
        while (out.endsWith(u' '))
            out.chop(1);
        out += u'\n';
    }
    for (const Face face : bothFaces) {
        out += u'\n' + faceName(face).toUpper() + QStringLiteral(", from the left\n");
        for (const Panel& p : plan.paper.face(face))
            out += QStringLiteral("  %1 %2  read %3\n")
                       .arg(p.roleName, -24)
                       .arg(formatLength(p.area.w, job.unit), -18)
                       .arg(p.readingNumber);
    }
    if (plan.textPages) {
        out += QStringLiteral("\nTEXT PAGES, margins left, head, right, foot\n");
        for (const Hand hand : bothHands) {
            const Panel& p = (*plan.textPages)[std::size_t(hand)].face(Face::Outside).front();
            QStringList margins;
            for (const ItemSide s : allSides)
                margins << formatNumber(p.margin(s), job.unit);
            out += QStringLiteral("  %1 %2  %3\n")
                       .arg(p.roleName, -24)
                       .arg(formatSize(p.area.size(), job.unit), -18)
                       .arg(margins.join(QStringLiteral(" / ")));
        }
    }
    if (plan.book && !plan.book->sheets.empty()) {
        out += QStringLiteral("\nSHEETS, outer side / inner side (↓ stands on its head, | parts rows)\n");
        for (const BookSheet& sheet : plan.book->sheets)
            out += QStringLiteral("  %1  %2  /  %3\n").arg(sheet.number, 3).arg(sideText(sheet, 0), sideText(sheet, 1));
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
            folds.append(lineJson(fold, face, job.unit));
        faces[faceName(face)] = QJsonObject{{QStringLiteral("panels"), panels}, {QStringLiteral("folds"), folds}};
    }
    root[QStringLiteral("faces")] = faces;
    if (plan.textPages) {
        QJsonObject pages;
        for (const Hand hand : bothHands)
            pages[handName(hand)] =
                panelJson((*plan.textPages)[std::size_t(hand)].face(Face::Outside).front(), job.unit);
        root[QStringLiteral("textPages")] = pages;
    }
    if (plan.book)
        root[QStringLiteral("book")] = bookJson(job, *plan.book);
    root[QStringLiteral("sheet")] = QJsonObject{{QStringLiteral("width"), exactText(plan.sheet().sheet.w, job.unit)},
                                                {QStringLiteral("height"), exactText(plan.sheet().sheet.h, job.unit)},
                                                {QStringLiteral("up"), plan.sheet().up()}};
    root[QStringLiteral("forms")] = formsJson(job, plan);
    QJsonArray list;
    for (const Finding& f : findings) {
        QJsonObject o{{QStringLiteral("code"), f.code},
                      {QStringLiteral("severity"), severityName(f.severity)},
                      {QStringLiteral("message"), f.message},
                      {QStringLiteral("reason"), f.reason}};
        if (f.surface && f.surface->component == Component::Flat)
            o[QStringLiteral("face")] = faceName(f.surface->face);
        if (!f.itemId.isEmpty())
            o[QStringLiteral("item")] = f.itemId;
        list.append(o);
    }
    root[QStringLiteral("findings")] = list;
    return QJsonDocument(root).toJson();
}

} // namespace hinge
