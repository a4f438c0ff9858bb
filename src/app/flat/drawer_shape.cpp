// SPDX-License-Identifier: GPL-3.0-or-later
// Shapes: their outlines, turning them, and those that lie over something.
#include "app/flat/drawer.h"

#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "app/look/actions.h"
#include "core/edit/paste_over.h"
#include "typeset/path_edits.h"

#include <QLineEdit>
#include <QToolButton>
#include <QVBoxLayout>
#include <cmath>

namespace hinge
{

void Drawer::buildShape(QVBoxLayout* column, const Item& item)
{
    const QString id = item.id;
    column->addWidget(outlines(id));
    std::vector<LabelledField> fields;
    if (item.outline != Outline::Line)
        fields.push_back({tr("strength, %"),
                          itemPercent(tr("Change the strength"), id, [](Item& i) -> Percent& { return i.strength; }),
                          "drawer.strength"});
    if (item.outline == Outline::Rectangle)
        fields.push_back({tr("corner radius"),
                          itemLength(tr("Round the corners"), id, [](Item& i) -> Length& { return i.cornerRadius; }),
                          "drawer.cornerRadius"});
    if (item.outline == Outline::Polygon)
        fields.push_back({tr("corners"),
                          itemNumber(tr("Change the corners"), id, [](Item& i) -> int& { return i.corners; }),
                          "drawer.corners"});
    if (!fields.empty())
        addCells(column, fields);
    if (item.outline != Outline::Line)
        buildTurning(column);
    if (item.pasteOver)
        buildPasteOver(column, id);
}

JobChoice* Drawer::outlines(const QString& id)
{
    std::vector<JobChoice::Option> options;
    const auto plain = [&](const QString& text, Outline outline) {
        options.push_back({text,
                           [id, outline](const Job& j) {
                               const Item* i = j.findItem(id);
                               return i && i->outline == outline;
                           },
                           [id, outline](Job& j) {
                               if (Item* i = j.findItem(id))
                                   i->outline = outline;
                           }});
    };
    plain(tr("rectangle"), Outline::Rectangle);
    plain(tr("ellipse"), Outline::Ellipse);
    plain(tr("line"), Outline::Line);
    plain(tr("polygon"), Outline::Polygon);
    if (const Item* item = document_.job().findItem(id); item && !item->points.empty())
        plain(tr("drawn freely"), Outline::Free);
    for (const auto& [text, ready] : {std::pair(tr("a wave"), ReadyOutline::Wave),
                                      {tr("scallops"), ReadyOutline::Scallops},
                                      {tr("a corner"), ReadyOutline::Corner},
                                      {tr("a band across a corner"), ReadyOutline::Band}})
        options.push_back({text, [](const Job&) { return false; },
                           [id, ready = ready](Job& j) {
                               if (Item* i = j.findItem(id)) {
                                   i->outline = Outline::Free;
                                   i->points = readyOutline(ready);
                               }
                           }});
    auto* choice = new JobChoice(document_, tr("Change the outline"), std::move(options));
    choice->setObjectName(QStringLiteral("drawer.outline"));
    choice->setAccessibleName(tr("Outline"));
    choice->setToolTip(tr("Double click the shape to move the points of its outline"));
    return choice;
}

void Drawer::buildTurning(QVBoxLayout* column)
{
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    auto* label = plainLabel(tr("turn by, °"));
    label->setProperty("role", QStringLiteral("note"));
    auto* angle = new QLineEdit;
    angle->setObjectName(QStringLiteral("drawer.turn"));
    angle->setAccessibleName(tr("Turn by so many degrees, clockwise"));
    angle->setToolTip(tr("Clockwise, such as 30 or -7.5; Enter turns it"));
    label->setBuddy(angle);
    connect(angle, &QLineEdit::returnPressed, this, [this, angle] {
        bool ok = false;
        const double degrees = QString(angle->text()).replace(u',', u'.').toDouble(&ok);
        if (!ok || std::abs(degrees) > 360)
            return angle->selectAll();
        editor_.changeOutlines(tr("Turn"), [degrees](Job& job, const Plan& plan, const QStringList& ids) {
            return turnShapes(job, plan, ids, degrees);
        });
    });
    row->addWidget(label);
    row->addWidget(angle, 1);
    for (QAction* action : {actions_.mirrorAcross, actions_.mirrorDown}) {
        auto* button = new QToolButton;
        button->setDefaultAction(action);
        button->setAutoRaise(true);
        button->setObjectName(QStringLiteral("drawer.") + action->objectName());
        row->addWidget(button);
    }
    column->addLayout(row);
}

void Drawer::buildPasteOver(QVBoxLayout* column, const QString& id)
{
    const SurfaceId& surface = selection_.surface();
    if (surface.component == Component::Text && surface.master == 0) {
        auto* pages = new QLineEdit;
        pages->setPlaceholderText(tr("3-9, odd"));
        addCells(column, {{tr("on these pages, too (Enter)"), pages, "drawer.pasteOnPages",
                           tr("It becomes the item of a master that shows on them")}});
        auto* refused = note({});
        refused->setObjectName(QStringLiteral("drawer.pasteRefused"));
        refused->hide();
        column->addWidget(refused);
        connect(pages, &QLineEdit::returnPressed, this, [this, id, pages, refused] {
            Job job = document_.job();
            if (const auto done = pasteOnPages(job, document_.plan(), id, pages->text()); !done) {
                refused->setText(done.error().message);
                return refused->show();
            }
            if (document_.edit(tr("Paste over other pages, too"), std::move(job)))
                selection_.clearItem(); // it is the master's now: the page is in hand
        });
    }
    column->addWidget(actionButton(actions_.whatIsCovered, tr("What is covered…")));
}

} // namespace hinge
