// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece/reading.h"

#include <algorithm>

namespace hinge
{
namespace
{

View viewOf(const FoldedSheet& sheet, bool readerTurned)
{
    View view;
    for (const Cell& cell : sheet.seenFromAbove())
        view.panels.push_back(
            {cell.outsideUp() ? Face::Outside : Face::Inside, cell.column, cell.row, cell.mirroredY != readerTurned});
    return view;
}

Panel& panelAt(Paper& paper, const View::Seen& seen) { return paper.panelOn(seen.face, seen.column, seen.row); }

/// "left", "middle", "right" where that is enough, else "1 of 4".
QString placeInRow(int position, int count)
{
    if (count == 1)
        return {};
    if (count == 2)
        return position == 0 ? QStringLiteral("left") : QStringLiteral("right");
    if (count == 3)
        return position == 0   ? QStringLiteral("left")
               : position == 1 ? QStringLiteral("middle")
                               : QStringLiteral("right");
    return QStringLiteral("%1 of %2").arg(position + 1).arg(count);
}

QString placeName(int position, int columns, int rows)
{
    const QString across = placeInRow(position % columns, columns);
    if (rows == 1)
        return across;
    const int row = position / columns;
    const QString down = rows == 2 ? (row == 0 ? QStringLiteral("upper") : QStringLiteral("lower"))
                                   : QStringLiteral("row %1").arg(row + 1);
    return across.isEmpty() ? down : down + u' ' + across;
}

} // namespace

std::vector<View> readerViews(const FoldedSheet& closed)
{
    FoldedSheet sheet = closed;
    // The reader holds the piece so that its front stands upright.
    const bool turned = sheet.top().mirroredY;
    std::vector<View> views{viewOf(sheet, turned)};
    while (sheet.openTopLeaf())
        views.push_back(viewOf(sheet, turned));
    sheet.turnOver();
    views.push_back(viewOf(sheet, turned));
    FoldedSheet back = closed;
    back.turnOver();
    views.push_back(viewOf(back, turned));
    return views;
}

bool insideIsTumbled(const FoldedSheet& closed)
{
    int down = 0;
    int up = 0;
    std::vector<std::pair<int, int>> met;
    for (const View& view : readerViews(closed)) {
        for (const View::Seen& seen : view.panels) {
            const std::pair key(seen.column, seen.row);
            if (seen.face != Face::Inside || std::ranges::find(met, key) != met.end())
                continue;
            met.push_back(key);
            ++(seen.headDown ? down : up);
        }
    }
    return down > 0 && up == 0;
}

void assignReading(Paper& paper)
{
    const auto views = readerViews(paper.closed);
    FoldedSheet turned = paper.closed;
    turned.turnOver();
    const View& closedView = views.front();
    const Cell& bottom = turned.top();
    Panel& backPanel =
        panelAt(paper, {bottom.outsideUp() ? Face::Outside : Face::Inside, bottom.column, bottom.row, false});

    // Reading order: first come, first numbered; the back cover is read last.
    int next = 1;
    const auto number = [&](Panel& panel) {
        if (panel.readingNumber == 0 && &panel != &backPanel)
            panel.readingNumber = next++;
    };
    std::vector<const Panel*> headed;
    for (const View& view : views) {
        for (const View::Seen& seen : view.panels) {
            Panel& panel = panelAt(paper, seen);
            number(panel);
            if (std::ranges::find(headed, &panel) != headed.end())
                continue;
            headed.push_back(&panel);
            panel.headDown = seen.headDown != (paper.tumbled && seen.face == Face::Inside);
        }
    }
    // A fold that cannot be opened leaf by leaf still has its panels read, face after face.
    for (auto& panels : paper.panels)
        for (Panel& panel : panels)
            number(panel);
    backPanel.readingNumber = next;

    // What is seen of the outside when the piece is closed is its front; gate flaps make two of it.
    std::vector<const Panel*> fronts;
    for (const View::Seen& seen : closedView.panels)
        if (seen.face == Face::Outside)
            fronts.push_back(&panelAt(paper, seen));
    if (fronts.empty())
        fronts.push_back(&panelAt(paper, closedView.panels.front()));
    // An end panel that another fold closes around is tucked in; its outer face is the flap.
    std::vector<int> tucked;
    for (int column = 0; column < paper.columns() && paper.rows() == 1 && paper.narrowing.why == Narrowed::TuckIn;
         ++column)
        if (paper.narrowing.columns[std::size_t(column)] > 0)
            tucked.push_back(column);
    for (auto& panels : paper.panels) {
        for (Panel& panel : panels) {
            const auto flap = std::ranges::find(tucked, panel.column);
            const auto front = std::ranges::find(fronts, &panel);
            if (front != fronts.end()) {
                panel.role = Role::FrontCover;
                panel.roleName = QStringLiteral("front cover");
                if (fronts.size() > 1)
                    panel.roleName += u' ' + placeInRow(int(front - fronts.begin()), int(fronts.size()));
            } else if (&panel == &backPanel) {
                panel.role = Role::BackCover;
                panel.roleName = QStringLiteral("back cover");
            } else if (panel.face == Face::Outside && flap != tucked.end()) {
                panel.role = Role::TuckInFlap;
                panel.roleName = QStringLiteral("tuck-in flap");
                if (tucked.size() > 1)
                    panel.roleName += QStringLiteral(" %1").arg(flap - tucked.begin() + 1);
            } else {
                panel.role = panel.face == Face::Outside ? Role::Outside : Role::Inside;
                panel.roleName =
                    (faceName(panel.face) + u' ' + placeName(panel.position, paper.columns(), paper.rows())).trimmed();
            }
        }
    }
}

QString readingWords(int number)
{
    const int tens = number % 100;
    const char* end = tens >= 11 && tens <= 13 ? "th"
                      : number % 10 == 1       ? "st"
                      : number % 10 == 2       ? "nd"
                      : number % 10 == 3       ? "rd"
                                               : "th";
    return QStringLiteral("seen %1%2").arg(number).arg(QLatin1String(end));
}

} // namespace hinge
