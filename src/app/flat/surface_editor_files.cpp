// SPDX-License-Identifier: GPL-3.0-or-later
// Files that are put on the paper: pictures, pages, finished faces, texts.
#include "app/document/background.h"
#include "app/document/linked_files.h"
#include "app/flat/surface_editor.h"
#include "colour/press_profile.h"
#include "core/edit/masters.h"
#include "core/edit/new_items.h"
#include "core/edit/supplied_faces.h"
#include "core/edit/table_edits.h"
#include "core/file/embedded_files.h"
#include "core/file/links.h"
#include "core/file/read_limits.h"
#include "core/file/record_table.h"
#include "core/file/save_file.h"
#include "pdf/open_pdf.h"
#include "pdf/proposed_focus.h"

#include <QFileInfo>
#include <QScopeGuard>
#include <QStringDecoder>
#include <algorithm>

namespace hinge
{
namespace
{

bool isTextName(const QString& path) { return path.endsWith(QStringLiteral(".txt"), Qt::CaseInsensitive); }

} // namespace

Result<QString> SurfaceEditor::readWords(const QString& path)
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

Result<QString> SurfaceEditor::unlocked(const QString& path)
{
    const QString name = QFileInfo(path).fileName();
    for (const QString& known : passwords_)
        if (const auto open = unlockedPdf(path, known))
            return unpackBytes(name, *open);
    for (bool again = false;; again = true) {
        const std::optional<QString> password = askPassword_ ? askPassword_(name, again) : std::nullopt;
        if (!password)
            return problem(name, tr("It is locked by a password."));
        if (const auto open = unlockedPdf(path, *password)) {
            passwords_ << *password;
            return unpackBytes(name, *open);
        }
    }
}

void SurfaceEditor::placeFile(const QString& path, int panel, std::optional<int> column,
                              const std::function<void()>& then)
{
    place({path, panel, column}, then);
}

template <class Content>
bool SurfaceEditor::fill(const QString& frame, FrameFor what, Content content)
{
    Job job = document_.job();
    const Item* waiting = job.findItem(frame);
    if (!waiting || !waitsFor(*waiting, what))
        return false;
    const QString filled = frameOn(job, document_.plan(), selection_.surface(), frame, freshItemId);
    Item* item = job.findItem(filled);
    if (!item)
        return false;
    fillFrame(*item, std::move(content));
    completeEmbedded(job); // an opened copy of a locked file
    if (const auto done = document_.edit(tr("Fill %1").arg(item->name), std::move(job)); !done)
        Q_EMIT refused(done.error().message);
    else
        selection_.setItem(document_.plan().findItem(filled)->surface, filled);
    return true;
}

void SurfaceEditor::place(const Destined& file, const std::function<void()>& then)
{
    const QString& path = file.path;
    if (isTableName(path)) {
        Q_EMIT tableGiven(path);
        then();
        return;
    }
    if (isSheetName(path)) {
        const auto rows = readSheet(path);
        if (rows)
            add(tr("Add a table"), QFileInfo(path).completeBaseName(),
                newTable(document_.job(), document_.plan(), selection_.surface(), file.panel, *rows));
        else
            Q_EMIT refused(tr("%1 was not placed. %2").arg(QFileInfo(path).fileName(), rows.error().message));
        then();
        return;
    }
    if (isDocumentName(path))
        return placeDocumentFile(file, then);
    if (isTextName(path)) {
        const auto words = readWords(path);
        if (words)
            placeWords(*words, file.panel, file.frame);
        else
            Q_EMIT refused(tr("%1 was not placed. %2").arg(QFileInfo(path).fileName(), words.error().message));
        then();
        return;
    }
    const QString link = isEmbedded(path) ? path : document_.linkFor(path);
    const SurfaceId surface = selection_.surface();
    document_.files().withFacts(link, [this, link, file, surface, then,
                                       name = QFileInfo(shownPath(path)).completeBaseName()](const FileFacts& facts) {
        if (facts.isLocked) {
            if (const auto open = unlocked(resolvedPath(link, document_.folder()))) {
                place({*open, file.panel, file.column, file.frame}, then);
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
        const bool fillsPage = surface.component == Component::Text && surface.master == 0 && facts.isPdf &&
                               sameTrim(facts.pages.front().trim, document_.plan().paperOf(surface).flat);
        const bool givesFaces = surface.component == Component::Flat && surface.master == 0 &&
                                facesFrom(document_.plan(), facts) != FacesFrom::None;
        if (facts.isPdf && !facts.isSvg && (fillsPage || givesFaces)) {
            takeSupplied(link);
            return;
        }
        const LinkedFile picture{link, 1, facts.bytes, facts.sha256};
        if (fill(file.frame, FrameFor::Picture, picture))
            return;
        selection_.setSurface(surface);
        add(tr("Place %1").arg(name), name, newPicture(file.panel, file.column, picture));
    });
}

void SurfaceEditor::placeFiles(const QStringList& paths, int panel, const QString& onto)
{
    const auto waiting = [&](FrameFor what) {
        QStringList frames = waitingFrames(document_.job(), document_.plan(), selection_.surface(), what, panel);
        if (frames.removeOne(onto))
            frames.prepend(onto);
        return frames;
    };
    // One file that was dropped on a frame is meant for it, whatever it is called.
    const auto destined = [&](FrameFor what, const QStringList& of) {
        const QStringList frames = waiting(what);
        return of.size() == 1 && !onto.isEmpty() && frames.value(0) == onto
                   ? frames
                   : framesForFiles(document_.job(), frames, of);
    };
    const auto holdsWords = [](const QString& path) { return isTextName(path) || isDocumentName(path); };
    QStringList words;
    QStringList pictures;
    for (const QString& path : paths)
        if (!isTableName(path))
            (holdsWords(path) ? words : pictures) << path;
    QStringList forWords = destined(FrameFor::Words, words);
    QStringList forPictures = destined(FrameFor::Picture, pictures);
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
    std::size_t next = 0;
    for (const QString& path : paths) {
        if (!isTableName(path))
            if (const QString frame = (holdsWords(path) ? forWords : forPictures).takeFirst(); !frame.isEmpty()) {
                files.push_back({path, panel, std::nullopt, frame});
                continue;
            }
        const auto& [at, column] = slots[next++ % slots.size()];
        files.push_back({path, at, column});
    }
    placeInOrder(std::move(files));
}

void SurfaceEditor::placeInOrder(std::vector<Destined> files)
{
    if (files.empty())
        return;
    const Destined next = files.front();
    files.erase(files.begin());
    place(next, [this, files = std::move(files)] { placeInOrder(files); });
}

void SurfaceEditor::takeSupplied(const QString& path, int page)
{
    const QString link = isEmbedded(path) ? path : document_.linkFor(path);
    const SurfaceId surface = selection_.surface();
    if (surface.master != 0) {
        Q_EMIT refused(tr("A master has no finished page of its own. Place it as a picture."));
        return;
    }
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
        const bool isFace = surface.component == Component::Flat;
        FacesFrom how = isFace && page == 1 ? facesFrom(document_.plan(), facts) : FacesFrom::None;
        // Of another size, two pages are two faces all the same: a finding tells the size.
        if (how == FacesFrom::None && isFace && page == 1 && facts.pages.size() == 2)
            how = FacesFrom::TwoPages;
        takeFaces(job, document_.plan(), {link, page, facts.bytes, facts.sha256}, how, surface);
        completeEmbedded(job); // an opened copy
        if (const auto done = document_.edit(tr("Take supplied artwork"), std::move(job)); !done)
            Q_EMIT refused(done.error().message);
    });
}

void SurfaceEditor::dropSupplied()
{
    Job job = document_.job();
    job.edit(selection_.surface()).supplied.reset();
    (void)document_.edit(tr("Remove supplied artwork"), std::move(job));
}

void SurfaceEditor::placeDocumentFile(const Destined& file, const std::function<void()>& then)
{
    const QString name = QFileInfo(file.path).completeBaseName();
    const SurfaceId surface = selection_.surface();
    readInBackground<DocumentText>(
        file.path, [path = file.path](const auto& goesOn) { return readDocument(path, goesOn); },
        [this, name, surface, file](const DocumentText& document) {
            putDocument(document, name, surface, file.panel, file.frame);
        },
        then);
}

template <class Content>
void SurfaceEditor::readInBackground(const QString& file,
                                     std::function<Result<Content>(const std::function<bool()>& goesOn)> work,
                                     std::function<void(const Content&)> take, const std::function<void()>& then)
{
    const QString name = QFileInfo(file).fileName();
    ++readings_;
    Q_EMIT reading(name);
    const std::function<bool()> goesOn = [stops = stops_, asOf = stops_->load()] { return stops->load() == asOf; };
    inBackground(
        this, [work = std::move(work), goesOn] { return work(goesOn); },
        [this, name, goesOn, take = std::move(take), then](const Result<Content>& read) {
            if (--readings_ == 0)
                Q_EMIT reading({});
            if (goesOn()) { // whoever stopped it knows
                if (read)
                    take(*read);
                else
                    Q_EMIT refused(tr("%1 was not placed. %2").arg(name, read.error().message));
            }
            then();
        });
}

void SurfaceEditor::stopReading() { ++*stops_; }

void SurfaceEditor::proposeFocus(const QString& id)
{
    const Item* item = document_.shown().findItem(id);
    const PlannedItem* placed = document_.plan().findItem(id);
    if (!item || !placed || !item->hasPicture() || placed->frame.isEmpty() || isPageFile(item->file.path)) {
        Q_EMIT refused(tr("Choose a picture of pixels first: this looks for what matters in it."));
        return;
    }
    const auto press = pressProfileOf(document_.job(), document_.folder());
    readInBackground<PictureCrop>(
        item->file.path,
        [path = resolvedPath(item->file.path, document_.folder()), size = placed->frame.size(),
         icc = (press ? *press : shippedPressProfile()).icc](const auto& goesOn) {
            return proposedFocus(path, size.w.toMm(), size.h.toMm(), icc, goesOn);
        },
        [this, id](const PictureCrop& found) {
            Job job = document_.job();
            Item* picture = job.findItem(id);
            if (!picture)
                return;
            picture->crop.focusX = found.focusX;
            picture->crop.focusY = found.focusY;
            if (const auto done = document_.edit(tr("Show what matters in a picture"), std::move(job)); !done)
                Q_EMIT refused(done.error().message);
        },
        [] {});
}

void SurfaceEditor::putDocument(const DocumentText& document, const QString& name, const SurfaceId& surface, int panel,
                                const QString& frame)
{
    std::vector<StyleChoice> choices = proposedChoices(document_.job(), document);
    if (askStyles_ && wantsChoosing(document_.job(), document)) {
        auto chosen = askStyles_(document, name);
        if (!chosen)
            return;
        choices = std::move(*chosen);
    }
    Job job = document_.job();
    const QString into = frameOn(job, document_.plan(), surface, frame, freshItemId);
    const QStringList ids = placeDocument(job, document_.plan(), surface, panel, document, choices, into, name,
                                          [this] { return freshId(); });
    if (const auto done = document_.edit(tr("Place %1").arg(name), std::move(job)); !done)
        Q_EMIT refused(done.error().message);
    else if (!ids.isEmpty())
        selection_.setItem(document_.plan().findItem(ids.first())->surface, ids.first());
}

void SurfaceEditor::placeWords(const QString& words, int panel, const QString& frame)
{
    if (fill(frame, FrameFor::Words, words))
        return;
    // Cells that were copied from a spreadsheet stay cells.
    if (const QList<QStringList> rows = rowsOf(words); rows.size() > 1)
        return putTable(newTable(document_.job(), document_.plan(), selection_.surface(), panel, {rows, {}}));
    Item item = newText(document_.job(), document_.plan(), selection_.surface(), panel, words);
    const QString name = item.paragraphs.front().text.left(24);
    add(tr("Place text"), name, std::move(item));
}

} // namespace hinge
