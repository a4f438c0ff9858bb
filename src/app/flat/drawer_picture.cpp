// SPDX-License-Identifier: GPL-3.0-or-later
// The part of the drawer about a picture: its file, size and crop.
#include "app/document/linked_files.h"
#include "app/fields/drawer_parts.h"
#include "app/fields/field_completion.h"
#include "app/fields/fields.h"
#include "app/flat/drawer.h"
#include "app/look/actions.h"
#include "colour/picture_inks.h"
#include "core/edit/new_items.h"
#include "core/file/links.h"
#include "core/job/plates.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <cmath>

namespace hinge
{

Result<int> Drawer::readPage(const QString& text, const FileFacts& facts)
{
    bool ok = false;
    const int page = text.trimmed().toInt(&ok);
    const int pages = std::max<int>(1, int(facts.pages.size()));
    if (!ok || page < 1 || page > pages)
        return problem({}, pages == 1 ? tr("The file has one page.") : tr("The file has pages 1 to %1.").arg(pages));
    return page;
}

JobField* Drawer::pictureScale(const QString& id)
{
    return new JobField(
        document_, tr("Scale the picture"),
        [id](const Job& j) {
            const Item* i = j.findItem(id);
            return i ? QString::number(i->crop.scaleMilli / 10.0) : QString();
        },
        [id](Job& j, const QString& text) -> Result<void> {
            bool ok = false;
            const double percent = QString(text).remove(u'%').replace(u',', u'.').trimmed().toDouble(&ok);
            if (!ok || percent < 1 || percent > 5000)
                return problem({}, tr("Type a percentage between 1 and 5000; at 100 it just covers the frame."));
            if (Item* i = j.findItem(id))
                i->crop.scaleMilli = int(std::lround(percent * 10));
            return {};
        });
}

QLabel* Drawer::aboutPicture(const QString& id)
{
    auto* about = note({});
    about->setObjectName(QStringLiteral("drawer.file"));
    const auto tell = [this, id, about] {
        const Item* i = document_.shown().findItem(id); // with the file of the record at hand
        const PlannedItem* placed = document_.plan().findItem(id);
        if (!i || !placed)
            return;
        const FileFacts facts = document_.files().facts().value(i->file.path);
        QStringList lines{isEmbedded(i->file.path) ? tr("%1, in the job").arg(shownPath(i->file.path)) : i->file.path};
        if (!facts.error.isEmpty())
            lines << facts.error;
        else if (facts.isPdf)
            lines << tr("page %1 of %2, drawn sharp at any size").arg(i->file.page).arg(facts.pages.size());
        else if (facts.pixelWidth > 0)
            lines << tr("%1 × %2 pixels, %3, %4 ppi in print")
                         .arg(facts.pixelWidth)
                         .arg(facts.pixelHeight)
                         .arg(colourName(facts.colour))
                         .arg(std::lround(effectivePpi(*i, placed->fitted, facts)));
        about->setText(lines.join(u'\n'));
    };
    connect(&document_, &Document::changed, about, tell);
    tell();
    return about;
}

JobField* Drawer::picturePage(const QString& id)
{
    return new JobField(
        document_, tr("Show another page"),
        [id](const Job& j) {
            const Item* i = j.findItem(id);
            return i ? QString::number(i->file.page) : QString();
        },
        [this, id](Job& j, const QString& text) -> Result<void> {
            Item* i = j.findItem(id);
            const auto page = readPage(text, document_.files().facts().value(i ? i->file.path : QString()));
            if (!page)
                return tl::unexpected(page.error());
            if (i)
                i->file.page = *page;
            return {};
        });
}

void Drawer::buildPictureName(QVBoxLayout* column, const QString& id)
{
    auto* name = new JobField(
        document_, tr("Change the file of the picture"),
        [id](const Job& j) {
            const Item* i = j.findItem(id);
            return i ? shownPath(i->file.path) : QString();
        },
        [id](Job& j, const QString& text) -> Result<void> {
            Item* i = j.findItem(id);
            if (!i || text == shownPath(i->file.path))
                return {};
            if (text.trimmed().isEmpty())
                return problem({}, tr("Type the name of a file, or a field that has it: portraits/{portrait}."));
            i->file = {.path = text.trimmed(), .page = 1, .bytes = 0, .sha256 = {}};
            return {};
        });
    new FieldCompletion(document_, *name); // goes with it
    addCells(column, {{tr("its file, or a field that names it"), name, "drawer.pictureName",
                       tr("A field in it gives each copy its own picture: portraits/{portrait}. Names count from the "
                          "folder of the job.")}});
}

JobChoice* Drawer::photoSize(const QString& itemId)
{
    const auto frame = [this, itemId] {
        const PlannedItem* placed = document_.plan().findItem(itemId);
        return placed ? placed->frame.size() : Size{};
    };
    std::vector<JobChoice::Option> options;
    for (const Size& size : photoSizes) {
        const auto wanted = [frame, size] { return photoSizeFor(size, frame()); };
        options.push_back({tr("%1 × %2 in").arg(size.w / Length::inches(1)).arg(size.h / Length::inches(1)),
                           [frame, wanted](const Job&) { return frame() == wanted(); },
                           [this, itemId, wanted](Job& j) { resizeItem(j, document_.plan(), itemId, wanted()); }});
    }
    auto* choice = new JobChoice(document_, tr("Size as a photo print"), std::move(options));
    choice->setOther([](const Job&) { return tr("another size"); });
    return choice;
}

JobField* Drawer::pictureFocus(const QString& id, int PictureCrop::*part)
{
    return new JobField(
        document_, tr("Move the picture in its frame"),
        [id, part](const Job& j) {
            const Item* i = j.findItem(id);
            return i ? percentText(Percent::hundredths(i->crop.*part * 10)) : QString();
        },
        [id, part](Job& j, const QString& text) -> Result<void> {
            const auto share = parsePercent(text);
            if (!share || *share < 0 || *share > 100)
                return problem({}, tr("Type a percentage from 0 to 100: where in the picture that lies which is to "
                                      "stay in sight. 50 is its middle."));
            if (Item* i = j.findItem(id))
                i->crop.*part = int(std::lround(share->value() * 10));
            return {};
        });
}

void Drawer::buildFocus(QVBoxLayout* column, const QString& id)
{
    const QString about = tr("What is to stay in sight when the picture is cropped, in percent of the picture");
    addCells(column, {{tr("focus across, %"), pictureFocus(id, &PictureCrop::focusX), "drawer.focusX", about},
                      {tr("down, %"), pictureFocus(id, &PictureCrop::focusY), "drawer.focusY", about}});
    column->addWidget(actionButton(actions_.proposeFocus, tr("Find what matters in it")));
    column->addWidget(note(tr("Drag with Ctrl to move the picture in its frame; Ctrl and the wheel scale it.")));
}

void Drawer::buildPicture(QVBoxLayout* column, const Item& item)
{
    const QString id = item.id;
    column->addSpacing(2);
    addCells(column, {{tr("photo print"), photoSize(id), "drawer.photoSize"}});
    if (item.isWaiting()) {
        column->addWidget(note(tr("Drop its picture on it, or")));
        column->addWidget(actionButton(actions_.placePicture, tr("Choose a picture…")));
        if (document_.job().records.any())
            buildPictureName(column, id);
        return;
    }
    auto* fit = itemChoice<PictureFit>(
        tr("Change the fit"), id, [](Item& i) -> PictureFit& { return i.fit; },
        {{tr("covers the frame"), PictureFit::Fill},
         {tr("shown whole"), PictureFit::Whole},
         {tr("to a scale"), PictureFit::Own},
         {tr("covers the panel"), PictureFit::Panel}},
        "drawer.fit");
    column->addWidget(fit);
    if (item.fit == PictureFit::Own)
        field(column, tr("Scale, %"), pictureScale(id), "drawer.scale");
    if (item.fit == PictureFit::Fill || item.fit == PictureFit::Own)
        buildFocus(column, id);
    column->addWidget(aboutPicture(id));
    if (document_.job().records.any())
        buildPictureName(column, id);
    auto* inks = new QPushButton(tr("Take inks from it"));
    inks->setObjectName(QStringLiteral("drawer.takeInks"));
    inks->setToolTip(tr("Propose a few inks of the job that go with this picture"));
    connect(inks, &QPushButton::clicked, this, [this, id] {
        const Item* i = document_.job().findItem(id);
        const ShownPicture shown = i ? document_.files().picture(i->file) : ShownPicture{};
        Job job = document_.job();
        for (const QColor& colour : coloursOf(shown.image, 4))
            (void)inkOf(job, colour_.toPress(colour));
        if (const auto done = document_.edit(tr("Take inks from a picture"), std::move(job)); !done)
            Q_EMIT editor_.refused(done.error().message);
    });
    column->addWidget(inks);
    const FileFacts facts = document_.files().facts().value(item.file.path);
    if (facts.isPdf && facts.pages.size() > 1)
        field(column, tr("Page"), picturePage(id), "drawer.page");
}

} // namespace hinge
