// SPDX-License-Identifier: GPL-3.0-or-later
// The drawer about a panel or page: what can be put there, its masters, its lines.
#include "app/document/linked_files.h"
#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "app/fields/margin_fields.h"
#include "app/flat/drawer.h"
#include "app/flat/master_card.h"
#include "app/flat/master_list.h"
#include "app/look/actions.h"
#include "core/edit/margins.h"
#include "core/edit/new_items.h"
#include "core/file/links.h"
#include "core/piece/reading.h"
#include "core/plan/word_counts.h"

#include <QGridLayout>
#include <QListView>
#include <QPushButton>

namespace hinge
{

void Drawer::buildGrid(QVBoxLayout* column, const SurfaceId& surface, int at)
{
    column->addWidget(section(surface.component == Component::Text ? tr("Columns and rows of this page")
                                                                   : tr("Columns and rows of this panel")));
    const auto shown = [surface, at](const Job& job) {
        const auto& grids = job.on(surface).columns;
        const auto it = std::ranges::find(grids, at, &ColumnGrid::panel);
        return it != grids.end() ? *it : newGrid(at, job.unit);
    };
    const auto change = [surface, at](Job& job) -> ColumnGrid& {
        auto& grids = job.edit(surface).columns;
        const auto it = std::ranges::find(grids, at, &ColumnGrid::panel);
        if (it != grids.end())
            return *it;
        grids.push_back(newGrid(at, job.unit));
        return grids.back();
    };
    const auto number = [&](const QString& what, int ColumnGrid::*part) {
        return JobField::forNumber(
            document_, what, [shown, part](const Job& j) { return shown(j).*part; },
            [change, part](Job& j) -> int& { return change(j).*part; });
    };
    const auto length = [&](const QString& what, Length ColumnGrid::*part) {
        return JobField::forLength(
            document_, what, [shown, part](const Job& j) { return shown(j).*part; },
            [change, part](Job& j) -> Length& { return change(j).*part; });
    };
    addCells(column, {{tr("columns"), number(tr("Change the columns"), &ColumnGrid::columns), "drawer.columns"},
                      {tr("gutter"), length(tr("Change the gutter"), &ColumnGrid::gutter), "drawer.gutter"}});
    addCells(column,
             {{tr("rows"), number(tr("Change the rows"), &ColumnGrid::rows), "drawer.rows"},
              {tr("gutter"), length(tr("Change the gutter of the rows"), &ColumnGrid::rowGutter), "drawer.rowGutter"}});
}

void Drawer::buildSupplied(QVBoxLayout* column, const SurfaceId& surface)
{
    const bool isPage = surface.component == Component::Text;
    column->addWidget(section(tr("Supplied artwork")));
    if (const auto& supplied = document_.job().on(surface).supplied) {
        column->addWidget(
            note((isPage ? tr("%1 is the whole page.") : tr("%1 is this whole face.")).arg(shownPath(supplied->path))));
        field(column, tr("Page"),
              new JobField(
                  document_, tr("Take another page"),
                  [surface](const Job& j) {
                      return j.on(surface).supplied ? QString::number(j.on(surface).supplied->page) : QString();
                  },
                  [this, surface](Job& j, const QString& text) -> Result<void> {
                      const auto page =
                          readPage(text, document_.files().facts().value(
                                             j.on(surface).supplied ? j.on(surface).supplied->path : QString()));
                      if (!page)
                          return tl::unexpected(page.error());
                      if (auto& now = j.edit(surface).supplied)
                          now->page = *page;
                      return {};
                  }),
              "drawer.suppliedPage");
        column->addWidget(actionButton(actions_.dropSupplied, tr("Remove")));
    } else {
        column->addWidget(note(isPage ? tr("A customer's finished page can be all of it: drop it here, or")
                                      : tr("A customer's finished PDF can be the whole face: drop it here, or")));
        column->addWidget(actionButton(actions_.takeSupplied, tr("Choose a PDF…")));
    }
}

void Drawer::buildItemList(QVBoxLayout* column)
{
    column->addWidget(section(selection_.surface().component == Component::Text ? tr("On this page, top first")
                                                                                : tr("On this face, top first")));
    auto* list = new QListView;
    list->setObjectName(QStringLiteral("drawer.items"));
    list->setAccessibleName(tr("Items on this face"));
    list->setModel(&items_);
    list->setIconSize({15, 15});
    list->setSpacing(1);
    list->setMinimumHeight(90);
    const auto pick = [this](const QModelIndex& index) {
        if (const QString id = items_.idAt(index); !id.isEmpty())
            selection_.setItem(selection_.surface(), id);
    };
    connect(list, &QListView::clicked, this, pick);
    connect(list, &QListView::activated, this, pick);
    auto* nothing = note(tr("Nothing yet. Drop a picture on a panel, or add one above."));
    const auto tell = [this, nothing] { nothing->setVisible(items_.rowCount() == 0); };
    connect(&items_, &QAbstractItemModel::modelReset, nothing, tell);
    column->addWidget(nothing);
    tell();
    column->addWidget(list, 1);
}

void Drawer::buildMasters(QVBoxLayout* column, const SurfaceId& surface)
{
    column->addWidget(section(tr("Masters")));
    if (document_.plan().layersOf(surface).size() > 1) {
        column->addWidget(new MasterList(document_, selection_, editor_));
    }
    column->addWidget(actionButton(actions_.makeMaster, tr("New master")));
    column->addSpacing(6);
}

void Drawer::buildAdding(QVBoxLayout* column, bool isPage)
{
    column->addWidget(section(selection_.surface().master != 0 ? tr("Add to the master")
                              : isPage                         ? tr("Add to the page")
                                                               : tr("Add to the panel")));
    auto* buttons = new QGridLayout;
    buttons->setSpacing(6);
    buttons->addWidget(actionButton(actions_.placePicture, tr("Picture")), 0, 0);
    buttons->addWidget(actionButton(actions_.addText, tr("Text")), 0, 1);
    buttons->addWidget(actionButton(actions_.addTint, tr("Tint")), 1, 0);
    buttons->addWidget(actionButton(actions_.addShape, tr("Shape")), 1, 1);
    buttons->addWidget(actionButton(actions_.addCode, tr("Code")), 2, 0);
    buttons->addWidget(actionButton(actions_.tintFace, tr("Ground")), 2, 1);
    buttons->addWidget(actionButton(actions_.addTable, tr("Table…")), 3, 0);
    buttons->addWidget(actionButton(actions_.placeText, tr("Text file…")), 3, 1);
    buttons->addWidget(actionButton(actions_.drawOutline, tr("Outline")), 4, 0, 1, 2);
    if (isPage) // where old files have what must not print
        buttons->addWidget(actionButton(actions_.addPasteOver, tr("Paste-over")), 5, 0, 1, 2);
    column->addLayout(buttons);
    column->addSpacing(6);

    column->addWidget(section(tr("Frames to fill later")));
    auto* frames = new QGridLayout;
    frames->setSpacing(6);
    frames->addWidget(actionButton(actions_.pictureFrame, tr("Picture")), 0, 0);
    frames->addWidget(actionButton(actions_.wordsFrame, tr("Words")), 0, 1);
    if (!isPage)
        frames->addWidget(actionButton(actions_.usualFrames, tr("As usual on such a panel")), 1, 0, 1, 2);
    frames->addWidget(actionButton(actions_.blocks, tr("House blocks…")), 2, 0, 1, 2);
    column->addLayout(frames);
    column->addSpacing(6);
}

QPushButton* Drawer::jobLink(const QString& text, const char* name, const QString& told, const QString& step,
                             std::function<void(Job&)> change)
{
    auto* button = new QPushButton(text);
    button->setProperty("link", true);
    button->setObjectName(QString::fromLatin1(name));
    button->setToolTip(told);
    connect(button, &QPushButton::clicked, this, [this, step, change = std::move(change)] {
        Job job = document_.job();
        change(job);
        if (const auto done = document_.edit(step, std::move(job)); !done)
            Q_EMIT editor_.refused(done.error().message);
    });
    return button;
}

void Drawer::buildLines(QVBoxLayout* column, const SurfaceId& surface, int at)
{
    const bool isPage = surface.component == Component::Text;
    buildGrid(column, surface, at);
    column->addSpacing(6);

    column->addWidget(section(isPage ? tr("Margins of this page") : tr("Margins of this panel")));
    column->addWidget(new MarginFields(document_, surface, at, QStringLiteral("drawer")));
    column->addSpacing(6);

    column->addWidget(section(isPage ? tr("Layout of this page") : tr("Layout of this panel")));
    column->addWidget(new MarginFields(document_, surface, at, QStringLiteral("drawer.layout"), MarginOf::Layout));
    field(column, tr("everywhere"),
          JobField::forLength(
              document_, tr("Change the design margin"), [](const Job& j) { return j.layoutMargin; },
              [](Job& j) -> Length& { return j.layoutMargin; }),
          "drawer.layoutMargin")
        ->setToolTip(
            tr("The design margin of all panels and pages that have none of their own; 0 to end where it is no "
               "longer safe"));
    if (!isPage && surface.master == 0)
        column->addWidget(
            jobLink(tr("the same behind it"), "drawer.mirrorLayout",
                    tr("Gives the panel behind this one the same design margins, mirrored, so that both "
                       "end at the same place through the paper"),
                    tr("Mirror the design margins"),
                    [this, surface, at](Job& job) { mirrorLayout(job, document_.plan(), surface.face, at); }),
            0, Qt::AlignLeft);
    column->addSpacing(6);

    buildGuides(column, surface, at);
    column->addSpacing(6);
}

void Drawer::buildPanel(QVBoxLayout* column)
{
    const auto& panels = document_.plan().panelsOf(selection_.surface());
    const int at = std::clamp(selection_.panel(), 0, int(panels.size()) - 1);
    const Panel& panel = panels[std::size_t(at)];
    const SurfaceId surface = selection_.surface();
    const bool isPage = surface.component == Component::Text;

    if (surface.master != 0) {
        column->addWidget(new MasterCard(document_, selection_, surface.master));
    } else {
        auto* title = plainLabel(panel.roleName.at(0).toUpper() + panel.roleName.mid(1));
        title->setProperty("role", QStringLiteral("title"));
        column->addWidget(title);
        const QString size = formatSize(panel.area.size(), document_.job().unit);
        column->addWidget(note(
            surface.component == Component::Text ? size : tr("%1, %2").arg(size, readingWords(panel.readingNumber))));
    }
    auto* words = note({});
    words->setObjectName(QStringLiteral("drawer.wordCount"));
    const auto count = [this, words, surface, at] {
        const auto& now = document_.plan().panelsOf(surface);
        const int there = wordsOn(document_.job(), document_.plan(), surface, at);
        words->setVisible(there > 0);
        if (std::size_t(at) < now.size())
            words->setText(
                tr("%1 words; up to %2 read well here").arg(there).arg(comfortableWords(now[std::size_t(at)])));
    };
    column->addWidget(words);
    connect(&document_, &Document::changed, words, count);
    count();
    column->addSpacing(6);

    buildAdding(column, isPage);
    if (surface.master == 0) {
        buildMasters(column, surface);
        buildLines(column, surface, at);
        buildSupplied(column, surface);
        column->addSpacing(6);
    }
    buildItemList(column);
}

} // namespace hinge
