// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/placing.h"

#include "app/document/linked_files.h"
#include "core/file/content_file.h"
#include "core/file/embedded_files.h"
#include "core/file/links.h"
#include "core/file/read_limits.h"
#include "core/file/save_file.h"
#include "core/job/stories.h"
#include "pdf/open_pdf.h"

#include <QClipboard>
#include <QFileInfo>
#include <QGuiApplication>
#include <QJsonDocument>
#include <QMimeData>
#include <QScopeGuard>
#include <QStringDecoder>
#include <QUrl>
#include <QUuid>
#include <algorithm>

namespace hinge
{

Placing::Placing(Document& document, Selection& selection, QObject* parent)
    : QObject(parent), document_(document), selection_(selection)
{
}

QString Placing::freshId() const { return QUuid::createUuid().toString(QUuid::WithoutBraces).left(8); }

void Placing::add(const QString& what, Item item)
{
    Job job = document_.job();
    const QString id = item.id;
    const SurfaceId surface = selection_.surface();
    job.edit(surface).items.push_back(std::move(item));
    completeEmbedded(job); // an opened copy of a locked file
    if (const auto done = document_.edit(what, std::move(job)); !done)
        Q_EMIT refused(done.error().message);
    else
        selection_.setItem(surface, id);
}

Result<QString> Placing::readWords(const QString& path)
{
    QFile file(path);
    if (auto plain = checkPlainFile(path); !plain)
        return tl::unexpected(plain.error());
    if (!file.open(QIODevice::ReadOnly))
        return problem(path, tr("The file cannot be opened: %1.").arg(file.errorString()));
    if (file.size() > limits::largestText)
        return problem(path, tr("It has more than 4 MB of text, more than any piece takes."));
    const QByteArray bytes = file.readAll();
    // A byte order mark says what it is; else UTF-8, and when that cannot be, the old Western encoding.
    const auto marked = QStringConverter::encodingForData(bytes);
    QStringDecoder decoder(marked.value_or(QStringConverter::Utf8));
    QString words = decoder.decode(bytes);
    if (!decoder.hasError() && !words.contains(QChar(0)))
        return words;
    if (bytes.contains('\0'))
        return problem(path, tr("This is no text in an encoding that is known here. Save it as UTF-8."));
    return QString::fromLatin1(bytes);
}

Result<QString> Placing::unlocked(const QString& path)
{
    const QString name = QFileInfo(path).fileName();
    for (bool again = false;; again = true) {
        const std::optional<QString> password = askPassword_ ? askPassword_(name, again) : std::nullopt;
        if (!password)
            return problem(name, tr("It is locked by a password."));
        if (const auto open = unlockedPdf(path, *password))
            return unpackBytes(name, *open);
    }
}

void Placing::placeFile(const QString& path, int panel, std::optional<int> column, const std::function<void()>& then)
{
    if (path.endsWith(QStringLiteral(".txt"), Qt::CaseInsensitive)) {
        const auto words = readWords(path);
        if (words)
            placeWords(*words, panel);
        else
            Q_EMIT refused(tr("%1 was not placed. %2").arg(QFileInfo(path).fileName(), words.error().message));
        then();
        return;
    }
    const QString link = isEmbedded(path) ? path : document_.linkFor(path);
    const SurfaceId surface = selection_.surface();
    document_.files().withFacts(link, [this, link, panel, column, surface, then,
                                       name = QFileInfo(shownPath(path)).completeBaseName()](const FileFacts& facts) {
        if (facts.isLocked) {
            if (const auto open = unlocked(resolvedPath(link, document_.folder()))) {
                placeFile(*open, panel, column, then);
            } else {
                Q_EMIT refused(tr("%1 was not placed. %2").arg(link, open.error().message));
                then();
            }
            return;
        }
        const auto goOn = qScopeGuard(then);
        if (!facts.error.isEmpty()) {
            Q_EMIT refused(tr("%1 was not placed. %2").arg(link, facts.error));
            return;
        }
        if (facts.isPdf && !facts.isSvg && sameTrim(facts.pages.front().trim, document_.plan().paper.flat)) {
            takeSupplied(link);
            return;
        }
        Item item;
        item.id = freshId();
        item.kind = ItemKind::Picture;
        item.name = name;
        item.file = {link, 1, facts.bytes, facts.sha256};
        item.sides = sidesFillingPanel(panel);
        if (column) {
            item.sides = sidesFillingSafeArea(panel);
            for (const ItemSide s : {ItemSide::Left, ItemSide::Right}) {
                item.side(s).line = PaperLine::Column;
                item.side(s).column = *column;
            }
        }
        selection_.setSurface(surface);
        add(tr("Place %1").arg(name), std::move(item));
    });
}

void Placing::placeFiles(const QStringList& paths, int panel)
{
    const auto& panels = document_.plan().panelsOf(selection_.surface());
    std::vector<std::pair<int, std::optional<int>>> slots;
    for (std::size_t i = 0; i < panels.size(); ++i) {
        const Panel& p = panels[(std::size_t(panel) + i) % panels.size()];
        if (p.columnAreas.size() == 1 || paths.size() == 1)
            slots.emplace_back(p.position, std::nullopt);
        else
            for (int c = 0; c < int(p.columnAreas.size()); ++c)
                slots.emplace_back(p.position, c);
    }
    std::vector<Destined> files;
    for (int i = 0; i < paths.size(); ++i) {
        const auto& [at, column] = slots[std::size_t(i) % slots.size()];
        files.push_back({paths[i], at, column});
    }
    placeInOrder(std::move(files));
}

void Placing::placeInOrder(std::vector<Destined> files)
{
    if (files.empty())
        return;
    const Destined next = files.front();
    files.erase(files.begin());
    placeFile(next.path, next.panel, next.column, [this, files = std::move(files)] { placeInOrder(files); });
}

void Placing::takeSupplied(const QString& path, int page)
{
    const QString link = isEmbedded(path) ? path : document_.linkFor(path);
    const SurfaceId surface = selection_.surface();
    document_.files().withFacts(link, [this, link, page, surface](const FileFacts& facts) {
        if (facts.isLocked) {
            if (const auto open = unlocked(resolvedPath(link, document_.folder())))
                takeSupplied(*open, page);
            else
                Q_EMIT refused(tr("%1 was not taken. %2").arg(link, open.error().message));
            return;
        }
        if (!facts.error.isEmpty() || !facts.isPdf) {
            Q_EMIT refused(tr("%1 was not taken. %2")
                               .arg(link, facts.isPdf ? facts.error : tr("Supplied artwork must be a PDF.")));
            return;
        }
        Job job = document_.job();
        // Of a finished two-page file the second page is the inside.
        const int wanted = facts.pages.size() == 2 && page == 1 && surface == Face::Inside ? 2 : page;
        job.edit(surface).supplied = LinkedFile{link, wanted, facts.bytes, facts.sha256};
        // A finished two-page file is both faces of the leaflet.
        if (facts.pages.size() == 2 && page == 1 && surface == Face::Outside)
            job.edit(Face::Inside).supplied = LinkedFile{link, 2, facts.bytes, facts.sha256};
        completeEmbedded(job); // an opened copy
        if (const auto done = document_.edit(tr("Take supplied artwork"), std::move(job)); !done)
            Q_EMIT refused(done.error().message);
    });
}

void Placing::dropSupplied()
{
    Job job = document_.job();
    job.edit(selection_.surface()).supplied.reset();
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
    const Panel& on = document_.plan().panelsOf(selection_.surface())[std::size_t(panel)];
    item.side(ItemSide::Bottom) =
        freeSide(document_.plan().paperOf(selection_.surface()), selection_.surface().face, ItemSide::Bottom,
                 std::min(on.safeArea.y + Length::mm(30), on.safeArea.bottom()), on.safeArea.x + on.safeArea.w.part(2));
    add(tr("Add text"), std::move(item));
    Q_EMIT textAdded();
}

QString Placing::inkForTint() const
{
    const auto& inks = document_.job().inks;
    const auto it = std::ranges::find_if(inks, [](const Ink& ink) { return ink.cmyk.c + ink.cmyk.m + ink.cmyk.y > 0; });
    return it != inks.end() ? it->name : inks.empty() ? QString() : inks.front().name;
}

void Placing::addTint(int panel)
{
    Item item;
    item.id = freshId();
    item.kind = ItemKind::Shape;
    item.name = tr("Tint");
    item.ink = inkForTint();
    item.strength = 30;
    item.sides = sidesFillingPanel(panel);
    add(tr("Tint the panel"), std::move(item));
}

void Placing::tintFace()
{
    const auto& panels = document_.plan().panelsOf(selection_.surface());
    Item item;
    item.id = freshId();
    item.kind = ItemKind::Shape;
    item.name = tr("Ground");
    item.ink = inkForTint();
    item.strength = 20;
    // From the first panel's bleed to the last one's.
    item.sides = sidesFillingPanel(0);
    item.side(ItemSide::Right).panel = document_.plan().paper.columns() - 1;
    item.side(ItemSide::Bottom).panel = int(panels.size()) - 1;
    Job job = document_.job();
    const QString id = item.id;
    // Below everything else on the face.
    job.edit(selection_.surface()).items.insert(job.on(selection_.surface()).items.begin(), std::move(item));
    if (document_.edit(tr("Tint the face"), std::move(job)))
        selection_.setItem(selection_.surface(), id);
}

void Placing::addShape(int panel)
{
    const Panel& on = document_.plan().panelsOf(selection_.surface())[std::size_t(panel)];
    const Length side = std::min(on.safeArea.w, on.safeArea.h).part(2);
    Item item;
    item.id = freshId();
    item.kind = ItemKind::Shape;
    item.name = tr("Shape");
    item.ink = inkForTint();
    item.sides = freeSides(
        document_.plan().paperOf(selection_.surface()), selection_.surface().face,
        {on.safeArea.x + (on.safeArea.w - side).part(2), on.safeArea.y + (on.safeArea.h - side).part(2), side, side});
    add(tr("Add a shape"), std::move(item));
}

void Placing::addCode(int panel)
{
    const Panel& on = document_.plan().panelsOf(selection_.surface())[std::size_t(panel)];
    const Length side = std::min({on.safeArea.w, on.safeArea.h, Length::mm(25)});
    Item item;
    item.id = freshId();
    item.kind = ItemKind::Code;
    item.name = tr("Code");
    item.ink = QStringLiteral("Black");
    if (!document_.job().findInk(item.ink))
        item.ink = inkForTint();
    item.keepWhole = true;
    item.sides = freeSides(document_.plan().paperOf(selection_.surface()), selection_.surface().face,
                           {on.safeArea.right() - side, on.safeArea.bottom() - side, side, side});
    item.side(ItemSide::Right) = {PaperLine::Safe, panel, true, 0, Length(), true};
    item.side(ItemSide::Bottom) = {PaperLine::Safe, panel, true, 0, Length(), true};
    add(tr("Add a code"), std::move(item));
}

std::vector<Item> Placing::selectedItems() const
{
    std::vector<Item> out;
    // In painting order, whatever order they were taken in.
    for (const Item& item : document_.job().on(selection_.surface()).items)
        if (selection_.items().contains(item.id))
            out.push_back(item);
    return out;
}

void Placing::addAll(const QString& what, std::vector<Item> items)
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

void Placing::duplicate()
{
    std::vector<Item> copies = copiesFor(selectedItems(), 0, 0, [this] { return freshId(); });
    const Job& job = document_.job();
    const auto originals = selectedItems();
    for (std::size_t i = 0; i < copies.size(); ++i) {
        Rect frame = document_.plan().findItem(originals[i].id)->frame;
        frame.x += Length::mm(5);
        frame.y += Length::mm(5);
        copies[i].name = tr("%1 copy").arg(copies[i].name);
        copies[i].sides = freeSides(document_.plan().paperOf(selection_.surface()), selection_.surface().face, frame);
    }
    const QString name = job.findItem(selection_.item()) ? job.findItem(selection_.item())->name : QString();
    addAll(copies.size() == 1 ? tr("Duplicate %1").arg(name) : tr("Duplicate %1 items").arg(copies.size()),
           std::move(copies));
}

void Placing::removeSelected()
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

void Placing::copy()
{
    SurfaceContent content;
    content.items = selectedItems();
    if (content.items.empty())
        return;
    const Rect frame = document_.plan().findItem(content.items.front().id)->frame;
    QJsonObject json = faceToJson(content, Unit::Mm);
    json[QStringLiteral("panel")] = panelAt(document_.plan().paperOf(selection_.surface()), selection_.surface().face,
                                            {frame.x + frame.w.part(2), frame.y + frame.h.part(2)}) +
                                    1;
    auto* data = new QMimeData; // the clipboard takes it over
    data->setData(clipboardType, QJsonDocument(json).toJson());
    QGuiApplication::clipboard()->setMimeData(data);
}

void Placing::cut()
{
    copy();
    removeSelected();
}

void Placing::paste()
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
               copiesFor(content.items, from, to, [this] { return freshId(); }));
    } else if (data->hasUrls()) {
        QStringList files;
        for (const QUrl& url : data->urls())
            if (url.isLocalFile())
                files << url.toLocalFile();
        placeFiles(files, to); // as when they are dropped
    } else if (data->hasText()) {
        placeWords(data->text(), to);
    }
}

void Placing::placeWords(const QString& words, int panel)
{
    Item item;
    item.id = freshId();
    item.kind = ItemKind::Text;
    TextStyle style;
    style.hyphenation = QStringLiteral("en-GB");
    for (const QString& line : QString(words).remove(u'\r').split(u'\n'))
        item.paragraphs.push_back({line, style});
    while (item.paragraphs.size() > 1 && item.paragraphs.back().text.isEmpty())
        item.paragraphs.pop_back();
    item.name = item.paragraphs.front().text.left(24);
    item.sides = sidesFillingSafeArea(panel);
    add(tr("Place text"), std::move(item));
}

void Placing::repeatOnPanels()
{
    if (const Item* item = document_.job().findItem(selection_.item()))
        addAll(tr("Repeat %1 on every panel").arg(item->name),
               repeatedOnPanels(document_.plan(), selection_.surface(), *item, [this] { return freshId(); }));
}

void Placing::repeatInColumns()
{
    if (const Item* item = document_.job().findItem(selection_.item()))
        addAll(tr("Repeat %1 in every column").arg(item->name),
               repeatedInColumns(document_.plan(), selection_.surface(), *item, [this] { return freshId(); }));
}

AlignTo Placing::alignTo() const
{
    // A single item cannot be in line with itself.
    return alignTo_ == AlignTo::EachOther && selection_.items().size() < 2 ? AlignTo::SafeArea : alignTo_;
}

void Placing::align(AlignEdge edge)
{
    Job job = document_.job();
    alignItems(job, document_.plan(), selection_.items(), alignTo(), edge);
    (void)document_.edit(tr("Align"), std::move(job));
}

void Placing::distribute(Axis along)
{
    Job job = document_.job();
    distributeItems(job, document_.plan(), selection_.items(), along, alignTo());
    (void)document_.edit(tr("Distribute"), std::move(job));
}

void Placing::group()
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

void Placing::ungroup()
{
    Job job = document_.job();
    for (const QString& id : selection_.items())
        if (Item* item = job.findItem(id))
            item->group.clear();
    (void)document_.edit(tr("Ungroup"), std::move(job));
}

void Placing::toggleLock()
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

void Placing::selectAll()
{
    QStringList ids;
    for (const Item& item : document_.job().on(selection_.surface()).items)
        ids << item.id;
    selection_.setItems(selection_.surface(), ids);
}

QStringList Placing::withGroup(const QString& id) const
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

void Placing::runOnInto(const QString& from, const QString& to)
{
    Job job = document_.job();
    Item* first = job.findItem(from);
    Item* second = job.findItem(to);
    if (!first || (!to.isEmpty() && !second))
        return;
    if (!to.isEmpty() && wouldLoop(job, from, to)) {
        Q_EMIT refused(tr("The text would run in a circle: it comes from that frame already."));
        return;
    }
    first->next = to;
    // Words that stood in the second frame come after those of the text.
    if (second && !second->paragraphs.empty()) {
        Item* head = job.findItem(chainOf(job, from).first());
        head->paragraphs.insert(head->paragraphs.end(), second->paragraphs.begin(), second->paragraphs.end());
        second->paragraphs.clear();
    }
    if (const auto done =
            document_.edit(to.isEmpty() ? tr("End the text here") : tr("Let the text run on"), std::move(job));
        !done)
        Q_EMIT refused(done.error().message);
}

void Placing::restack(int step)
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
