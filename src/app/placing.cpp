// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/placing.h"

#include "app/linked_files.h"

#include <QDir>
#include <QFileInfo>
#include <QUuid>

namespace hinge {

Placing::Placing(Document& document, Selection& selection, QObject* parent)
    : QObject(parent), document_(document), selection_(selection)
{
}

QString Placing::freshId() const { return QUuid::createUuid().toString(QUuid::WithoutBraces).left(8); }

QString Placing::linkFor(const QString& path) const
{
    // A job without a file of its own has no folder yet: the link stays whole until it is saved.
    return document_.path().isEmpty() ? QFileInfo(path).absoluteFilePath() : QDir(document_.folder()).relativeFilePath(QFileInfo(path).absoluteFilePath());
}

void Placing::add(const QString& what, Item item)
{
    Job job = document_.job();
    const QString id = item.id;
    const Face face = selection_.face();
    job.face(face).items.push_back(std::move(item));
    if (const auto done = document_.edit(what, std::move(job)); !done)
        Q_EMIT refused(done.error().message);
    else
        selection_.setItem(face, id);
}

void Placing::placeFile(const QString& path, int panel)
{
    const QString link = linkFor(path);
    const Face face = selection_.face();
    document_.files().withFacts(link, [this, link, panel, face, name = QFileInfo(path).completeBaseName()](const FileFacts& facts) {
        if (!facts.error.isEmpty()) {
            Q_EMIT refused(tr("%1 was not placed. %2").arg(link, facts.error));
            return;
        }
        if (facts.isPdf && sameTrim(facts.pages.front().trim, document_.plan().paper.flat)) {
            takeSupplied(link);
            return;
        }
        Item item;
        item.id = freshId();
        item.kind = ItemKind::Picture;
        item.name = name;
        item.file = {link, 1, facts.bytes, facts.sha256};
        item.sides = sidesFillingPanel(panel);
        selection_.setFace(face);
        add(tr("Place %1").arg(name), std::move(item));
    });
}

void Placing::takeSupplied(const QString& path, int page)
{
    const QString link = linkFor(path);
    const Face face = selection_.face();
    document_.files().withFacts(link, [this, link, page, face](const FileFacts& facts) {
        if (!facts.error.isEmpty() || !facts.isPdf) {
            Q_EMIT refused(tr("%1 was not taken. %2").arg(link, facts.isPdf ? facts.error : tr("Supplied artwork must be a PDF.")));
            return;
        }
        Job job = document_.job();
        // Of a finished two-page file the second page is the inside.
        const int wanted = facts.pages.size() == 2 && page == 1 && face == Face::Inside ? 2 : page;
        job.face(face).supplied = LinkedFile{link, wanted, facts.bytes, facts.sha256};
        // A finished two-page file is both faces of the leaflet.
        if (facts.pages.size() == 2 && page == 1 && face == Face::Outside)
            job.face(Face::Inside).supplied = LinkedFile{link, 2, facts.bytes, facts.sha256};
        if (const auto done = document_.edit(tr("Take supplied artwork"), std::move(job)); !done)
            Q_EMIT refused(done.error().message);
    });
}

void Placing::dropSupplied()
{
    Job job = document_.job();
    job.face(selection_.face()).supplied.reset();
    (void)document_.edit(tr("Remove supplied artwork"), std::move(job));
}

void Placing::addText(int panel)
{
    Item item;
    item.id = freshId();
    item.kind = ItemKind::Text;
    item.name = tr("Heading");
    TextStyle style;
    style.font = QStringLiteral("Vollkorn SemiBold");
    style.size = Length::points(21);
    style.leading = Length::points(26);
    item.paragraphs = {{tr("Heading"), style}};
    item.sides = sidesFillingSafeArea(panel);
    // As deep as a few lines; the foot stays free to be pulled down.
    const Panel& on = document_.plan().paper.face(selection_.face())[std::size_t(panel)];
    item.side(ItemSide::Bottom) = freeSide(document_.plan().paper, selection_.face(), ItemSide::Bottom,
                                           std::min(on.safeArea.y + Length::mm(30), on.safeArea.bottom()), on.safeArea.x + on.safeArea.w.part(2));
    add(tr("Add text"), std::move(item));
    Q_EMIT textAdded();
}

void Placing::addTint(int panel)
{
    Item item;
    item.id = freshId();
    item.kind = ItemKind::Tint;
    item.name = tr("Tint");
    for (const Ink& ink : document_.job().inks)
        if (item.ink.isEmpty() && ink.cmyk.total() > 0 && ink.name != QStringLiteral("Black"))
            item.ink = ink.name;
    if (item.ink.isEmpty() && !document_.job().inks.empty())
        item.ink = document_.job().inks.front().name;
    item.strength = 30;
    item.sides = sidesFillingPanel(panel);
    add(tr("Tint the panel"), std::move(item));
}

void Placing::duplicate()
{
    const Item* item = document_.job().findItem(selection_.item());
    const PlacedItem* placed = document_.plan().findItem(selection_.item());
    if (!item || !placed)
        return;
    Item copy = *item;
    copy.id = freshId();
    copy.name = tr("%1 copy").arg(item->name);
    Rect frame = placed->frame;
    frame.x += Length::mm(5);
    frame.y += Length::mm(5);
    copy.sides = freeSides(document_.plan().paper, placed->face, frame);
    add(tr("Duplicate %1").arg(item->name), std::move(copy));
}

void Placing::removeSelected()
{
    Job job = document_.job();
    const Item* item = job.findItem(selection_.item());
    if (!item)
        return;
    const QString name = item->name;
    const QString id = item->id;
    for (FaceContent& content : job.faces)
        std::erase_if(content.items, [&](const Item& i) { return i.id == id; });
    selection_.clearItem();
    (void)document_.edit(tr("Remove %1").arg(name), std::move(job));
}

void Placing::restack(int step)
{
    Job job = document_.job();
    for (FaceContent& content : job.faces) {
        const auto it = std::ranges::find(content.items, selection_.item(), &Item::id);
        if (it == content.items.end())
            continue;
        const auto at = it - content.items.begin();
        const auto to = at + step;
        if (to < 0 || to >= std::ssize(content.items))
            return;
        std::swap(content.items[std::size_t(at)], content.items[std::size_t(to)]);
        (void)document_.edit(step > 0 ? tr("Bring forward") : tr("Send back"), std::move(job));
        return;
    }
}

} // namespace hinge
