// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/master_card.h"

#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "core/edit/masters.h"
#include "core/job/page_set.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QPushButton>

namespace hinge
{
namespace
{

/// Of a master that may be gone meanwhile: fields show nothing then.
template <class T>
T partOf(const Job& job, int id, T Master::*part)
{
    const Master* master = job.findMaster(id);
    return master ? master->*part : T{};
}

QString panelsText(const std::vector<int>& panels)
{
    QStringList numbers;
    for (const int panel : panels)
        numbers << QString::number(panel + 1);
    return numbers.join(QStringLiteral(", "));
}

Result<std::vector<int>> readPanels(const QString& text, int panels)
{
    std::vector<int> out;
    for (const QString& part : text.split(u',')) {
        bool ok = false;
        const int panel = part.trimmed().toInt(&ok);
        if (!ok || panel < 1 || panel > panels)
            return problem({},
                           MasterCard::tr("Type numbers of panels from the left, 1 to %1, such as 2, 3.").arg(panels));
        if (std::ranges::find(out, panel - 1) == out.end())
            out.push_back(panel - 1);
    }
    return out;
}

/// In the words of the piece: a card has a front, a leaflet an outside.
QString placeWords(MasterOn on, const Job& job)
{
    switch (on) {
    case MasterOn::Outside: return MasterCard::tr("the %1").arg(faceName(Face::Outside, job.kind));
    case MasterOn::Inside: return MasterCard::tr("the %1").arg(faceName(Face::Inside, job.kind));
    case MasterOn::BothFaces: return MasterCard::tr("both faces");
    case MasterOn::Panels: return MasterCard::tr("chosen panels");
    case MasterOn::AllPages: return MasterCard::tr("all pages");
    case MasterOn::RightHand: return MasterCard::tr("right-hand pages");
    case MasterOn::LeftHand: return MasterCard::tr("left-hand pages");
    case MasterOn::PageSet: return MasterCard::tr("chosen pages");
    }
    return {};
}

} // namespace

MasterCard::MasterCard(Document& document, Selection& selection, int master, QWidget* parent)
    : QWidget(parent), document_(document), selection_(selection), master_(master)
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    auto* title = plainLabel(tr("Master"));
    title->setProperty("role", QStringLiteral("title"));
    column->addWidget(title);
    column->addWidget(note(tr("What stands here shows wherever the master does, and changes there with it.")));
    addName(column);
    addPlaces(column);
    addLie(column);
    addLeaving(column);
}

void MasterCard::change(Job& job, const std::function<void(Master&)>& how) const
{
    if (const Master* master = job.findMaster(master_)) {
        Master next = *master;
        how(next);
        changeMaster(job, next);
    }
}

void MasterCard::addName(QVBoxLayout* column)
{
    auto* name = new JobField(
        document_, tr("Name a master"), [id = master_](const Job& j) { return partOf(j, id, &Master::name); },
        [this](Job& j, const QString& text) -> Result<void> {
            if (text.simplified().isEmpty())
                return problem({}, tr("A master needs a name."));
            change(j, [&](Master& m) { m.name = text.simplified(); });
            return {};
        });
    addCells(column, {{tr("name"), name, "drawer.masterName"}});
}

void MasterCard::addPlaces(QVBoxLayout* column)
{
    const Job& job = document_.job();
    const Component component = ruleOf(partOf(job, master_, &Master::on)).component;
    std::vector<JobChoice::Option> options;
    for (const MasterRule& rule : masterRules) {
        // A page is no face: a master stays on paper of its own size.
        if (rule.component != component)
            continue;
        options.push_back(
            {placeWords(rule.on, job),
             [id = master_, on = rule.on](const Job& j) { return partOf(j, id, &Master::on) == on; },
             [this, on = rule.on](Job& j) { change(j, [&](Master& m) { m = withRule(m, on, selection_.panel()); }); }});
    }
    addCells(column, {{tr("shows on"), new JobChoice(document_, tr("Change where a master shows"), std::move(options)),
                       "drawer.masterOn"}});
    const MasterOn on = partOf(job, master_, &Master::on);
    if (on == MasterOn::PageSet) {
        auto* pages = new JobField(
            document_, tr("Choose the pages of a master"),
            [id = master_](const Job& j) { return partOf(j, id, &Master::pages); },
            [this](Job& j, const QString& text) -> Result<void> {
                if (auto set = parsePageSet(text, limits::mostPages); !set)
                    return tl::unexpected(set.error());
                change(j, [&](Master& m) { m.pages = text.simplified(); });
                return {};
            });
        addCells(column, {{tr("pages, as 3-9, odd"), pages, "drawer.masterPages"}});
    }
    if (on == MasterOn::Panels) {
        auto* panels = new JobField(
            document_, tr("Choose the panels of a master"),
            [id = master_](const Job& j) { return panelsText(partOf(j, id, &Master::panels)); },
            [this](Job& j, const QString& text) -> Result<void> {
                auto read = readPanels(text, int(document_.plan().panelsOf(selection_.surface()).size()));
                if (!read)
                    return tl::unexpected(read.error());
                change(j, [&](Master& m) { m.panels = std::move(*read); });
                return {};
            });
        addCells(column, {{tr("panels, made on the first"), panels, "drawer.masterPanels"}});
    }
    auto* count = note(counted());
    count->setObjectName(QStringLiteral("drawer.masterCount"));
    connect(&document_, &Document::changed, count, [this, count] { count->setText(counted()); });
    column->addWidget(count);
}

QString MasterCard::counted() const
{
    const Master* master = document_.job().findMaster(master_);
    if (!master)
        return {};
    const int count = surfacesOf(document_.plan(), *master);
    if (ruleOf(master->on).component == Component::Text)
        return count == 0   ? tr("It shows on no page.")
               : count == 1 ? tr("It shows on one page.")
                            : tr("It shows on %1 pages.").arg(count);
    return count == 0   ? tr("It shows nowhere.")
           : count == 1 ? tr("It shows on one face.")
                        : tr("It shows on both faces.");
}

void MasterCard::addLie(QVBoxLayout* column)
{
    std::vector<JobChoice::Option> options;
    for (const bool over : {false, true})
        options.push_back({over ? tr("over what stands there") : tr("under what stands there"),
                           [id = master_, over](const Job& j) { return partOf(j, id, &Master::over) == over; },
                           [this, over](Job& j) { change(j, [over](Master& m) { m.over = over; }); }});
    addCells(column, {{tr("lies"), new JobChoice(document_, tr("Lay a master under or over"), std::move(options)),
                       "drawer.masterOver"}});
    const MasterRule& rule = ruleOf(partOf(document_.job(), master_, &Master::on));
    if (!rule.both || rule.component != Component::Text)
        return;
    auto* mirrored = new QCheckBox(tr("Mirror it on left-hand pages"));
    mirrored->setObjectName(QStringLiteral("drawer.masterMirrored"));
    mirrored->setToolTip(tr("What is at the fore-edge of right-hand pages is so on left-hand ones, too"));
    const auto show = [this, mirrored] { mirrored->setChecked(partOf(document_.job(), master_, &Master::mirrored)); };
    show();
    connect(&document_, &Document::changed, mirrored, show);
    connect(mirrored, &QCheckBox::clicked, this, [this](bool on) {
        Job job = document_.job();
        change(job, [on](Master& m) { m.mirrored = on; });
        (void)document_.edit(tr("Mirror a master"), std::move(job));
    });
    column->addWidget(mirrored);
}

void MasterCard::addLeaving(QVBoxLayout* column)
{
    const SurfaceId back = selection_.beforeMaster();
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    auto* leave = new QPushButton(tr("Back to %1").arg(surfaceName(back, document_.job())));
    leave->setObjectName(QStringLiteral("drawer.leaveMaster"));
    leave->setToolTip(tr("Leave the master (Esc)"));
    connect(leave, &QPushButton::clicked, this, [this, back] { selection_.setSurface(back); });
    row->addWidget(leave, 1);
    auto* remove = new QPushButton(tr("Remove"));
    remove->setObjectName(QStringLiteral("drawer.removeMaster"));
    remove->setToolTip(tr("Take the master off, with all that stands on it; it can be undone"));
    connect(remove, &QPushButton::clicked, this, [this, back] {
        Job job = document_.job();
        removeMaster(job, master_);
        selection_.setSurface(back);
        (void)document_.edit(tr("Remove a master"), std::move(job));
    });
    row->addWidget(remove);
    column->addLayout(row);
}

} // namespace hinge
