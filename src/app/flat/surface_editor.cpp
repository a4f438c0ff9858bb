// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/surface_editor.h"

#include "core/edit/masters.h"
#include "core/edit/new_items.h"
#include "core/edit/paste_over.h"
#include "core/edit/scaling.h"
#include "core/file/content_file.h"
#include "core/file/embedded_files.h"
#include "core/job/stories.h"
#include "core/units/hand_steps.h"
#include "typeset/path_edits.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QJsonDocument>
#include <QMimeData>
#include <QUrl>
#include <algorithm>

namespace hinge
{

SurfaceEditor::SurfaceEditor(Document& document, Selection& selection, QObject* parent)
    : QObject(parent), document_(document), selection_(selection)
{
}

QString SurfaceEditor::freshId() const { return freshItemId(); }

void SurfaceEditor::add(const QString& what, const QString& name, Item item)
{
    Job job = document_.job();
    const QString id = freshId();
    item.id = id;
    item.name = name;
    const SurfaceId surface = selection_.surface();
    job.edit(surface).items.push_back(std::move(item));
    completeEmbedded(job); // an opened copy of a locked file
    if (const auto done = document_.edit(what, std::move(job)); !done)
        Q_EMIT refused(done.error().message);
    else
        selection_.setItem(surface, id);
}

void SurfaceEditor::addText(int panel)
{
    const QString words = tr("Heading");
    add(tr("Add text"), words, newHeading(document_.job(), document_.plan(), selection_.surface(), panel, words));
    Q_EMIT toBeWritten();
}

void SurfaceEditor::addFrame(FrameFor what, const Rect& area, bool named)
{
    Item frame = newFrame(document_.job(), document_.plan(), selection_.surface(), what, area, {});
    const QString name = frame.name;
    add(what == FrameFor::Picture ? tr("Draw a frame for a picture") : tr("Draw a frame for words"), name,
        std::move(frame));
    if (named)
        Q_EMIT toBeNamed();
}

void SurfaceEditor::addUsualFrames(int panel)
{
    std::vector<Item> frames = usualFrames(document_.job(), document_.plan(), selection_.surface(), panel);
    if (frames.empty()) {
        Q_EMIT refused(tr("All that usually stands on such a panel is there already."));
        return;
    }
    for (Item& frame : frames)
        frame.id = freshId();
    addAll(tr("Put the usual frames on the panel"), std::move(frames));
}

void SurfaceEditor::makeMaster()
{
    const SurfaceId surface = selection_.surface();
    if (surface.master != 0) {
        Q_EMIT refused(tr("This is a master already. Go back to a page or face first."));
        return;
    }
    QStringList ids;
    for (const Item& item : selectedItems())
        ids << item.id;
    Job job = document_.job();
    const Master master = newMaster(job, surface);
    addMasterOf(job, document_.plan(), master, surface, ids);
    if (const auto done = document_.edit(tr("Make a master"), std::move(job)); !done)
        Q_EMIT refused(done.error().message);
    else
        selection_.setItems(master.surface(), ids);
}

bool SurfaceEditor::fillMasterItem(const QString& masterItem)
{
    const SurfaceId surface = selection_.surface();
    Job job = document_.job();
    const QString id = fillHere(job, document_.plan(), surface, masterItem, [this] { return freshId(); });
    if (id.isEmpty() || !document_.edit(tr("Fill a master's frame"), std::move(job)))
        return false;
    selection_.setItem(surface, id);
    const Item& own = *document_.job().findItem(id);
    if (own.kind == ItemKind::Text || own.kind == ItemKind::Code)
        Q_EMIT toBeWritten();
    return true;
}

void SurfaceEditor::addField(int panel, const QString& field)
{
    add(tr("Put {%1} on the piece").arg(field), field,
        newField(document_.job(), document_.plan(), selection_.surface(), panel, field));
}

void SurfaceEditor::putTable(Item table) { add(tr("Add a table"), tr("Table"), std::move(table)); }

void SurfaceEditor::addTint(int panel) { add(tr("Tint the panel"), tr("Tint"), newTint(document_.job(), panel)); }

void SurfaceEditor::tintFace()
{
    const SurfaceId surface = selection_.surface();
    Job job = document_.job();
    Item item = newGround(job, document_.plan(), surface);
    item.id = freshId();
    item.name = tr("Ground");
    const QString id = item.id;
    // Below everything else on the face.
    auto& items = job.edit(surface).items;
    items.insert(items.begin(), std::move(item));
    if (document_.edit(tr("Tint the face"), std::move(job)))
        selection_.setItem(surface, id);
}

void SurfaceEditor::addShape(int panel)
{
    add(tr("Add a shape"), tr("Shape"), newShape(document_.job(), document_.plan(), selection_.surface(), panel));
}

void SurfaceEditor::addOutline(const QPainterPath& outline)
{
    const auto& [frame, points] = freeOutlineOf(outline);
    if (points.empty())
        return;
    const SurfaceId surface = selection_.surface();
    Item item = newShape(document_.job(), document_.plan(), surface, 0);
    item.outline = Outline::Free;
    item.points = points;
    item.sides = freeSides(document_.plan().paperOf(surface), surface.face, frame);
    add(tr("Draw a shape"), tr("Shape"), std::move(item));
}

void SurfaceEditor::changeOutlines(const QString& what,
                                   const std::function<Result<void>(Job&, const Plan&, const QStringList&)>& how)
{
    Job job = document_.job();
    if (const auto done = how(job, document_.plan(), selection_.items()); !done) {
        Q_EMIT refused(done.error().message);
        return;
    }
    QStringList left = selection_.items();
    left.removeIf([&](const QString& id) { return !job.findItem(id); });
    const SurfaceId surface = selection_.surface();
    if (const auto done = document_.edit(what, std::move(job)); !done)
        Q_EMIT refused(done.error().message);
    else
        selection_.setItems(surface, left);
}

void SurfaceEditor::addPasteOver(int panel)
{
    Job job = document_.job();
    const SurfaceId surface = selection_.surface();
    Item item = newPasteOver(job, document_.plan(), surface, panel);
    item.id = freshId();
    item.name = tr("Paste-over");
    const QString id = item.id;
    job.edit(surface).items.push_back(std::move(item));
    if (const auto done = document_.edit(tr("Paste over"), std::move(job)); !done) {
        Q_EMIT refused(done.error().message);
        return;
    }
    selection_.setItem(surface, id);
}

void SurfaceEditor::addCode(int panel)
{
    const SurfaceId surface = selection_.surface();
    Job job = document_.job();
    Item code = newCode(job, document_.plan(), surface, panel);
    code.id = freshId();
    code.name = tr("Code");
    const QString id = code.id;
    job.edit(surface).items.push_back(std::move(code));
    (void)layGroundUnderCode(job, id);
    if (const auto done = document_.edit(tr("Add a code"), std::move(job)); !done) {
        Q_EMIT refused(done.error().message);
        return;
    }
    selection_.setItem(surface, id);
    Q_EMIT toBeWritten();
}

std::vector<Item> SurfaceEditor::selectedItems() const
{
    std::vector<Item> out;
    // In painting order, whatever order they were taken in.
    for (const Item& item : document_.job().on(selection_.surface()).items)
        if (selection_.items().contains(item.id))
            out.push_back(item);
    return out;
}

void SurfaceEditor::addAll(const QString& what, std::vector<Item> items)
{
    if (items.empty())
        return;
    Job job = document_.job();
    QStringList ids;
    for (Item& item : items) {
        ids << item.id;
        job.edit(selection_.surface()).items.push_back(std::move(item));
    }
    completeEmbedded(job); // pasted from another job
    if (const auto done = document_.edit(what, std::move(job)); !done)
        Q_EMIT refused(done.error().message);
    else
        selection_.setItems(selection_.surface(), ids);
}

void SurfaceEditor::duplicate()
{
    const Job& job = document_.job();
    std::vector<Item> copies =
        copiesBeside(document_.plan(), selectedItems(), handSteps(job.unit).large, [this] { return freshId(); });
    for (Item& copy : copies)
        copy.name = tr("%1 copy").arg(copy.name);
    const QString name = job.findItem(selection_.item()) ? job.findItem(selection_.item())->name : QString();
    addAll(copies.size() == 1 ? tr("Duplicate %1").arg(name) : tr("Duplicate %1 items").arg(copies.size()),
           std::move(copies));
}

void SurfaceEditor::removeSelected()
{
    Job job = document_.job();
    const QStringList ids = selection_.items();
    const Item* item = job.findItem(selection_.item());
    if (!item)
        return;
    const QString what = ids.size() == 1 ? tr("Remove %1").arg(item->name) : tr("Remove %1 items").arg(ids.size());
    for (const QString& id : ids)
        if (const Item* gone = job.findItem(id); gone && !gone->locked)
            removeItem(job, id);
    selection_.clearItem();
    (void)document_.edit(what, std::move(job));
}

namespace
{

const QString clipboardType = QStringLiteral("application/x-upper-hinge-items+json");

} // namespace

void SurfaceEditor::copy()
{
    SurfaceContent content;
    content.items = selectedItems();
    if (content.items.empty())
        return;
    const Rect frame = document_.plan().findItem(content.items.front().id)->frame;
    QJsonObject json = faceToJson(content, Unit::Mm);
    json[QStringLiteral("panel")] =
        panelAt(document_.plan().paperOf(selection_.surface()), selection_.surface().face, frame.middle()) + 1;
    auto* data = new QMimeData; // the clipboard takes it over
    data->setData(clipboardType, QJsonDocument(json).toJson());
    QGuiApplication::clipboard()->setMimeData(data);
}

void SurfaceEditor::cut()
{
    copy();
    removeSelected();
}

void SurfaceEditor::paste()
{
    const QMimeData* data = QGuiApplication::clipboard()->mimeData();
    if (!data)
        return;
    const int panels = int(document_.plan().panelsOf(selection_.surface()).size());
    const int to = std::clamp(selection_.panel(), 0, panels - 1);
    if (data->hasFormat(clipboardType)) {
        std::optional<Problem> found;
        JsonReader reader(QJsonDocument::fromJson(data->data(clipboardType)).object(), {}, found);
        int from = 0;
        readOrdinal(reader, "panel", from);
        SurfaceContent content;
        readFace(reader, content);
        if (found) {
            Q_EMIT refused(tr("What lies on the clipboard cannot be pasted: %1").arg(found->message));
            return;
        }
        addAll(content.items.size() == 1 ? tr("Paste %1").arg(content.items.front().name)
                                         : tr("Paste %1 items").arg(content.items.size()),
               copiesFor(
                   content.items, from, to, [this] { return freshId(); }, panels));
    } else if (data->hasUrls()) {
        QStringList files;
        for (const QUrl& url : data->urls())
            if (url.isLocalFile())
                files << url.toLocalFile();
        placeFiles(files, to, selection_.item()); // as when they are dropped
    } else if (data->hasText()) {
        placeWords(data->text(), to, selection_.item());
    }
}

void SurfaceEditor::scale(Percent scale, bool withContents)
{
    Job job = document_.job();
    auto done = scaleItems(job, document_.plan(), selection_.items(), scale, withContents);
    if (done)
        done = document_.edit(tr("Scale"), std::move(job));
    if (!done)
        Q_EMIT refused(done.error().message);
}

void SurfaceEditor::copyInRows(int columns, int rows, Length across, Length down)
{
    addAll(tr("Copy in rows"),
           copiesInRows(document_.plan(), selectedItems(), columns, rows, across, down, [this] { return freshId(); }));
}

void SurfaceEditor::repeatOnPanels()
{
    if (const Item* item = document_.job().findItem(selection_.item()))
        addAll(tr("Repeat %1 on every panel").arg(item->name),
               repeatedOnPanels(document_.plan(), selection_.surface(), *item, [this] { return freshId(); }));
}

void SurfaceEditor::repeatInColumns()
{
    if (const Item* item = document_.job().findItem(selection_.item()))
        addAll(tr("Repeat %1 in every column").arg(item->name),
               repeatedInColumns(document_.plan(), selection_.surface(), *item, [this] { return freshId(); }));
}

AlignTo SurfaceEditor::alignTo() const
{
    // A single item cannot be in line with itself.
    return alignTo_ == AlignTo::EachOther && selection_.items().size() < 2 ? AlignTo::SafeArea : alignTo_;
}

void SurfaceEditor::align(AlignEdge edge)
{
    Job job = document_.job();
    alignItems(job, document_.plan(), selection_.items(), alignTo(), edge);
    (void)document_.edit(tr("Align"), std::move(job));
}

void SurfaceEditor::distribute(Axis along)
{
    Job job = document_.job();
    distributeItems(job, document_.plan(), selection_.items(), along, alignTo());
    (void)document_.edit(tr("Distribute"), std::move(job));
}

void SurfaceEditor::group()
{
    if (selection_.items().size() < 2)
        return;
    Job job = document_.job();
    const QString word = freshId();
    for (const QString& id : selection_.items())
        if (Item* item = job.findItem(id))
            item->group = word;
    (void)document_.edit(tr("Group"), std::move(job));
}

void SurfaceEditor::ungroup()
{
    Job job = document_.job();
    for (const QString& id : selection_.items())
        if (Item* item = job.findItem(id))
            item->group.clear();
    (void)document_.edit(tr("Ungroup"), std::move(job));
}

void SurfaceEditor::toggleLock()
{
    Job job = document_.job();
    const Item* first = job.findItem(selection_.item());
    if (!first)
        return;
    const bool lock = !first->locked;
    for (const QString& id : selection_.items())
        if (Item* item = job.findItem(id))
            item->locked = lock;
    (void)document_.edit(lock ? tr("Lock") : tr("Unlock"), std::move(job));
}

void SurfaceEditor::selectAll()
{
    QStringList ids;
    for (const Item& item : document_.job().on(selection_.surface()).items)
        ids << item.id;
    selection_.setItems(selection_.surface(), ids);
}

QStringList SurfaceEditor::withGroup(const QString& id) const
{
    const Item* item = document_.job().findItem(id);
    if (!item || item->group.isEmpty())
        return {id};
    QStringList ids;
    for (const Item& other : document_.job().on(selection_.surface()).items)
        if (other.group == item->group && other.id != id)
            ids << other.id;
    return ids << id; // the one that was meant comes last
}

void SurfaceEditor::runOnIntoNew(const QString& from)
{
    Job job = document_.job();
    auto frame = newFrameAfter(job, document_.plan(), from);
    if (!frame) {
        Q_EMIT refused(tr("This is the last panel or page a reader sees. Choose another frame, or add one."));
        return;
    }
    frame->item.id = freshId();
    frame->item.name = tr("%1, continued").arg(job.findItem(from)->name);
    const QString to = frame->item.id;
    job.edit(frame->surface).items.push_back(std::move(frame->item));
    runOn(job, from, to);
    if (const auto done = document_.edit(tr("Let the text run on"), std::move(job)); !done)
        Q_EMIT refused(done.error().message);
    else
        selection_.setItem(frame->surface, to);
}

void SurfaceEditor::runOnInto(const QString& from, const QString& to)
{
    Job job = document_.job();
    if (!to.isEmpty() && wouldLoop(job, from, to)) {
        Q_EMIT refused(tr("The text would run in a circle: it comes from that frame already."));
        return;
    }
    runOn(job, from, to);
    if (const auto done =
            document_.edit(to.isEmpty() ? tr("End the text here") : tr("Let the text run on"), std::move(job));
        !done)
        Q_EMIT refused(done.error().message);
}

void SurfaceEditor::restack(int step)
{
    Job job = document_.job();
    const Item* item = job.findItem(selection_.item());
    if (!item)
        return;
    auto& items = job.edit(document_.plan().findItem(item->id)->surface).items;
    const auto at = std::ranges::find(items, selection_.item(), &Item::id) - items.begin();
    const auto to = at + step;
    if (to < 0 || to >= std::ssize(items))
        return;
    std::swap(items[std::size_t(at)], items[std::size_t(to)]);
    (void)document_.edit(step > 0 ? tr("Bring forward") : tr("Send back"), std::move(job));
}

} // namespace hinge
