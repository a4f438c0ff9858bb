// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/changes.h"

#include <algorithm>

namespace hinge
{

bool samePaper(const Paper& a, const Paper& b)
{
    if (a.widths != b.widths || a.heights != b.heights || a.bleeds != b.bleeds || a.tumbled != b.tumbled ||
        a.spineColumn != b.spineColumn)
        return false;
    for (const Face face : bothFaces)
        for (std::size_t i = 0; i < a.face(face).size(); ++i) {
            const Panel& p = a.face(face)[i];
            const Panel& q = b.face(face)[i];
            if (p.role != q.role || p.safeArea != q.safeArea || p.headDown != q.headDown ||
                p.columnAreas != q.columnAreas)
                return false;
        }
    return true;
}

Job withPieceOf(Job now, const Job& before)
{
    now.kind = before.kind;
    now.flat = before.flat;
    now.page = before.page;
    now.stock = before.stock;
    now.fold = before.fold;
    now.cover = before.cover;
    now.pages = before.pages;
    now.leaf = before.leaf;
    now.rightToLeft = before.rightToLeft;
    now.zones = before.zones;
    for (const Face face : bothFaces) {
        now.edit(face).columns = before.on(face).columns;
        now.edit(face).margins = before.on(face).margins;
    }
    return now;
}

ChangeSummary summarize(const Job& before, const Plan& was, const Job& after, const Plan& now)
{
    ChangeSummary out;
    // The figures say what a piece is; those a customer would ask about are compared.
    for (const char* key : {"closed", "flat", "spine", "pages", "pages.sheets", "signatures"}) {
        const Figure* a = was.findFigure(QString::fromLatin1(key));
        const Figure* b = now.findFigure(QString::fromLatin1(key));
        if (b && (!a || a->value != b->value))
            out.sizes << (a ? QStringLiteral("%1 %2, was %3").arg(b->label.toLower(), b->value, a->value)
                            : QStringLiteral("%1 %2").arg(b->label.toLower(), b->value));
    }
    const auto troubledIn = [](const Plan& plan, const QString& id) {
        return std::ranges::any_of(plan.findings, [&](const Finding& f) { return f.itemId == id; });
    };
    for (const auto& [surface, content] : after.surfaces) {
        for (const Item& item : content->items) {
            if (!before.findItem(item.id))
                continue;
            const PlannedItem* a = was.findItem(item.id);
            const PlannedItem* b = now.findItem(item.id);
            const QString name = item.name.isEmpty() ? QStringLiteral("an item") : item.name;
            if (a && b && (a->frame != b->frame || a->headDown != b->headDown))
                out.followed << name;
            if (troubledIn(now, item.id) && !troubledIn(was, item.id))
                out.troubled << name;
        }
    }
    return out;
}

} // namespace hinge
