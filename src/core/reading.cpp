// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading.h"

#include <algorithm>

namespace hinge {
namespace {

/// The face of a rectangle that looks up.
View::Seen lookingUp(const FoldedSheet& sheet, const Cell& cell)
{
    if (cell.outsideUp())
        return {Face::Outside, cell.column};
    return {Face::Inside, sheet.columns() - 1 - cell.column};
}

View viewOf(const FoldedSheet& sheet)
{
    View view;
    for (const Cell& cell : sheet.seenFromAbove())
        view.panels.push_back(lookingUp(sheet, cell));
    return view;
}

Panel& panelAt(Paper& paper, const View::Seen& seen)
{
    return paper.panels[std::size_t(seen.face)][std::size_t(seen.position)];
}

/// "left", "middle", "right" where that is enough, else "1 of 4".
QString placeName(int position, int count)
{
    if (count == 2)
        return position == 0 ? QStringLiteral("left") : QStringLiteral("right");
    if (count == 3)
        return position == 0 ? QStringLiteral("left") : position == 1 ? QStringLiteral("middle") : QStringLiteral("right");
    return QStringLiteral("%1 of %2").arg(position + 1).arg(count);
}

} // namespace

std::vector<View> readerViews(const Paper& paper)
{
    FoldedSheet sheet = paper.closed;
    std::vector<View> views{viewOf(sheet)};
    while (sheet.openTopLeaf())
        views.push_back(viewOf(sheet));
    sheet.turnOver();
    views.push_back(viewOf(sheet));
    return views;
}

void assignReading(Paper& paper)
{
    FoldedSheet turned = paper.closed;
    turned.turnOver();
    const View::Seen front = lookingUp(paper.closed, paper.closed.top());
    const View::Seen back = lookingUp(turned, turned.top());

    // Reading order: first come, first numbered; the back cover is read last.
    int next = 1;
    Panel& backPanel = panelAt(paper, back);
    const auto number = [&](Panel& panel) {
        if (panel.readingNumber == 0 && &panel != &backPanel)
            panel.readingNumber = next++;
    };
    for (const View& view : readerViews(paper))
        for (const View::Seen& seen : view.panels)
            number(panelAt(paper, seen));
    // A fold that cannot be opened leaf by leaf still has its panels read, face after face.
    for (auto& panels : paper.panels)
        for (Panel& panel : panels)
            number(panel);
    backPanel.readingNumber = next;

    // An end panel that another fold closes around is tucked in; its outer face is the flap.
    std::vector<int> tucked;
    for (int column = 0; column < int(paper.tuckCounts.size()); ++column)
        if (paper.tuckCounts[std::size_t(column)] > 0)
            tucked.push_back(column);
    for (auto& panels : paper.panels) {
        for (Panel& panel : panels) {
            const auto flap = std::ranges::find(tucked, panel.column);
            if (&panel == &panelAt(paper, front)) {
                panel.role = Role::FrontCover;
                panel.roleName = QStringLiteral("front cover");
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
                panel.roleName = faceName(panel.face) + u' ' + placeName(panel.position, int(panels.size()));
            }
        }
    }
}

} // namespace hinge
