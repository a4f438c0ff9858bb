// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/page_grid.h"

#include "app/document/linked_files.h"
#include "app/look/theme.h"
#include "core/edit/sequence_edits.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QKeyEvent>
#include <QMimeData>
#include <QScrollBar>
#include <QUrl>
#include <cmath>

namespace hinge
{
namespace
{

constexpr int drawingSlice = 2;  ///< milliseconds at a time; to paint it takes as long again
constexpr int betweenSlices = 5; ///< milliseconds in which the hand comes first
constexpr double edgeReach = 36; ///< from the edge of the view: what is held there scrolls it

/// What a page looks like beyond what stands on it.
bool looksAlike(const Job& a, const Job& b)
{
    return printsAlike(a, b) && a.page == b.page && a.zones == b.zones && a.stock == b.stock && a.fold == b.fold;
}

/// The same pages in the same order, as far along as before: they lie where they lay.
bool liesAlike(const Job& a, const Job& b)
{
    return looksAlike(a, b) && a.sequence == b.sequence && a.pages == b.pages && a.kind == b.kind &&
           a.rightToLeft == b.rightToLeft && a.cover == b.cover && a.press == b.press && a.unit == b.unit;
}

bool shows(const SurfaceContent& content, const LinkedFile& file)
{
    return std::ranges::any_of(content.files(),
                               [&](const LinkedFile& on) { return on.path == file.path && on.page == file.page; });
}

bool hasRunningText(const SurfaceContent& content)
{
    return std::ranges::any_of(content.items, [](const Item& item) {
        return item.kind == ItemKind::Text && (!item.next.isEmpty() || item.paragraphs.empty());
    });
}

} // namespace

PageGrid::PageGrid(Document& document, PageSelection& selection, QWidget* parent)
    : QAbstractScrollArea(parent), document_(document), selection_(selection), painter_(document.layouts(), pictures_)
{
    setObjectName(QStringLiteral("pageGrid"));
    setAccessibleName(tr("The pages"));
    setFocusPolicy(Qt::StrongFocus);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    viewport()->setAcceptDrops(true);
    viewport()->setMouseTracking(true);
    drawing_.setSingleShot(true);
    scrolling_.setInterval(30);
    connect(&drawing_, &QTimer::timeout, this, &PageGrid::drawSome);
    connect(&scrolling_, &QTimer::timeout, this, [this] {
        const double y = pointer_.y();
        const double beyond = y < edgeReach ? y - edgeReach : std::max(0.0, y - viewport()->height() + edgeReach);
        verticalScrollBar()->setValue(verticalScrollBar()->value() + int(beyond * 0.6));
        setLanding(landing(pointer_));
    });
    connect(&document_, &Document::changed, this, [this] {
        stale_ = true;
        if (isVisible())
            refresh();
    });
    connect(&document_, &Document::replaced, this, [this] {
        drawn_.clear();
        selection_.clear();
        verticalScrollBar()->setValue(0);
    });
    connect(&document_.files(), &LinkedFiles::refreshed, this, [this](const QString& path) {
        pictures_.forget(path);
        pictures_.setBlocked(document_.files().blocked());
        wantPictures();
    });
    connect(&pictures_, &PagePictures::read, this, [this](const LinkedFile& file) {
        for (auto& [surface, drawn] : drawn_) {
            drawn.fresh = drawn.fresh && !document_.plan().filesOn(document_.job(), surface).contains(file);
        }
        viewport()->update();
    });
    comparing_.setSingleShot(true);
    comparing_.setInterval(400);
    connect(&pictures_, &PagePictures::looksDifferent, this, &PageGrid::noteDifferent);
    connect(&comparing_, &QTimer::timeout, this, [this] {
        const auto different = std::exchange(different_, {});
        for (auto it = different.begin(); it != different.end(); ++it)
            Q_EMIT lookDifferent(it.key(), {it.value().begin(), it.value().end()});
    });
    connect(&selection_, &PageSelection::changed, this, [this] {
        if (selection_.current() >= 0)
            reveal(selection_.current());
        describeCurrent();
        viewport()->update();
    });
}

void PageGrid::setView(PageView view)
{
    if (view == view_)
        return;
    view_ = view;
    layOut();
    if (selection_.current() >= 0)
        reveal(selection_.current());
    viewport()->update();
}

void PageGrid::setPageHeight(int pixels)
{
    if (pixels == pageHeight_)
        return;
    const double share =
        layout_.height > 0 ? (verticalScrollBar()->value() + viewport()->height() / 2.0) / layout_.height : 0;
    pageHeight_ = pixels;
    layOut();
    verticalScrollBar()->setValue(int(share * layout_.height - viewport()->height() / 2.0));
    for (auto& [surface, drawn] : drawn_)
        drawn.fresh = false; // shown at the wrong size until it is drawn again
    viewport()->update();
}

void PageGrid::setFilter(std::optional<PageState> state)
{
    filter_ = state;
    layOut();
    viewport()->update();
}

void PageGrid::usePress(const QByteArray& icc)
{
    painter_.usePress(icc);
    pictures_.usePress(icc);
    for (auto& [surface, drawn] : drawn_)
        drawn.fresh = false;
    viewport()->update();
}

bool PageGrid::isIdle() const { return pictures_.isIdle() && waiting_.empty() && !drawing_.isActive(); }

void PageGrid::refresh()
{
    stale_ = false;
    pictures_.setFolder(document_.folder());
    pictures_.setBlocked(document_.files().blocked());
    selection_.keepWithin(document_.plan().book ? document_.job().pages.count : 0);
    const bool stands = !layout_.cells.empty() && view_ != PageView::Received && liesAlike(document_.job(), before_);
    dropStale();
    if (stands) {
        wantPictures();
        queueStale(); // each is painted once it is drawn
    } else {
        layOut();
        viewport()->update();
    }
    if (const int place = std::exchange(toReveal_, -1); place >= 0)
        reveal(place);
    describeCurrent();
}

void PageGrid::queueStale()
{
    const double top = verticalScrollBar()->value();
    const auto [from, to] = cellsBetween(top, top + viewport()->height());
    waiting_.clear();
    for (std::size_t i = to; i-- > from;) { // the first is taken from the end
        const PageCell& cell = layout_.cells[i];
        const auto drawn = drawn_.find(cell.surface);
        if ((cell.surface.page > 0 || cell.reader < 0) && (drawn == drawn_.end() || !drawn->second.fresh))
            waiting_.push_back(cell.surface);
    }
    if (!waiting_.empty())
        drawing_.start(0);
}

void PageGrid::dropStale()
{
    const Job& now = document_.job();
    if (!looksAlike(now, before_)) {
        for (auto& [surface, drawn] : drawn_)
            drawn.fresh = false;
        before_ = now;
        layers_ = document_.plan().layers;
        return;
    }
    bool textRan = false;
    for (auto& [surface, drawn] : drawn_) {
        const std::vector<SurfaceId> layers = document_.plan().layersOf(surface);
        const auto before = layers_.find(surface);
        const bool sameLayers = before == layers_.end() ? layers.size() == 1 : layers == before->second;
        if (sameLayers && std::ranges::all_of(layers, [&](const SurfaceId& layer) {
                return now.surfaces.sameOn(layer, before_.surfaces);
            }))
            continue;
        drawn.fresh = false;
        textRan = textRan || hasRunningText(now.on(surface)) || hasRunningText(before_.on(surface));
    }
    if (textRan) // what runs on from one page changes those behind it
        for (auto& [surface, drawn] : drawn_)
            drawn.fresh = drawn.fresh && !hasRunningText(now.on(surface));
    before_ = now;
    layers_ = document_.plan().layers;
}

void PageGrid::layOut()
{
    const auto isShown = [this](const ReaderPage& page) {
        return !filter_ ||
               (!page.isBlank() && page.place < document_.job().sequence.size() &&
                document_.job().sequence.at(page.place).state == *filter_) ||
               (document_.job().sequence.isEmpty() && *filter_ == PageState::Nothing);
    };
    layout_ = layOutPages(document_.job(), document_.plan(), view_, viewport()->width(), pageHeight_, isShown);
    verticalScrollBar()->setRange(0, std::max(0, int(std::ceil(layout_.height)) - viewport()->height()));
    verticalScrollBar()->setPageStep(viewport()->height());
    verticalScrollBar()->setSingleStep(pageHeight_ / 3);
    wantPictures();
}

QPointF PageGrid::offset() const { return {0, double(verticalScrollBar()->value())}; }

int PageGrid::placeOf(const PageCell& cell) const
{
    // Out of view the layout may be older than the plan.
    const auto& pages = document_.plan().pages;
    return cell.reader < 0 || cell.reader >= int(pages.size()) ? -1 : pages[std::size_t(cell.reader)].place;
}

const PageCell* PageGrid::cellOfPlace(int place) const
{
    const auto cell = std::ranges::find_if(layout_.cells, [&](const PageCell& c) { return placeOf(c) == place; });
    return place < 0 || cell == layout_.cells.end() ? nullptr : &*cell;
}

QRect PageGrid::rectOf(int place) const
{
    const PageCell* cell = cellOfPlace(place);
    return cell ? cell->paper.translated(-offset()).toAlignedRect() : QRect();
}

std::pair<std::size_t, std::size_t> PageGrid::cellsBetween(double top, double bottom) const
{
    // Rows go down the drawing, so that the cells of a stretch of it follow each other.
    const auto& cells = layout_.cells;
    const auto first = std::ranges::partition_point(
        cells, [&](const PageCell& c) { return layout_.groups[std::size_t(c.group)].area.bottom() + 40 < top; });
    const auto last = std::partition_point(first, cells.end(), [&](const PageCell& c) {
        return layout_.groups[std::size_t(c.group)].area.top() - 40 <= bottom;
    });
    return {std::size_t(first - cells.begin()), std::size_t(last - cells.begin())};
}

void PageGrid::wantPictures()
{
    const Size page = document_.job().page;
    pictures_.setFineness(pageHeight_ * devicePixelRatioF() / std::max(0.1, page.h.toInches()));
    const double top = verticalScrollBar()->value();
    const double high = viewport()->height();
    const double middle = top + high / 2;
    auto [from, to] = cellsBetween(top - high, top + 2 * high);
    std::vector<const PageCell*> near;
    for (std::size_t i = from; i < to; ++i)
        near.push_back(&layout_.cells[i]);
    std::ranges::stable_sort(near, {}, [&](const PageCell* c) { return std::abs(c->paper.center().y() - middle); });
    QList<LinkedFile> files;
    for (const PageCell* cell : near) {
        files << document_.plan().filesOn(document_.job(), cell->surface);
    }
    pictures_.want(files);
}

void PageGrid::drawSome()
{
    QElapsedTimer since;
    since.start();
    while (!waiting_.empty() && !since.hasExpired(drawingSlice)) {
        const SurfaceId surface = waiting_.back();
        waiting_.pop_back();
        const auto cell = std::ranges::find(layout_.cells, surface, &PageCell::surface);
        if (cell == layout_.cells.end() || isAwaited(surface))
            continue;
        drawn_[surface] = {drawPage(*cell), true};
        viewport()->update(cell->paper.translated(-offset()).toAlignedRect().adjusted(-4, -4, 4, 4));
    }
    if (!waiting_.empty())
        drawing_.start(betweenSlices);
    // What was scrolled out of view long ago makes room.
    if (drawn_.size() > 600)
        std::erase_if(drawn_, [this](const auto& kept) { return !kept.second.fresh; });
    if (drawn_.size() > 900)
        drawn_.clear();
}

bool PageGrid::isAwaited(const SurfaceId& surface)
{
    const SurfaceContent& content = document_.job().on(surface);
    if (!content.supplied)
        return false;
    const ShownPicture shown = pictures_.picture(*content.supplied);
    return shown.image.isNull() && !shown.failed && !document_.files().blocked().contains(content.supplied->path);
}

void PageGrid::noteDifferent(const LinkedFile& file)
{
    const Job& job = document_.job();
    for (qsizetype place = 0; place < job.sequence.size(); ++place) {
        if (shows(job.on(job.sequence.at(place).surface()), file))
            different_[file.path].insert(int(place));
    }
    comparing_.start();
}

QImage PageGrid::drawPage(const PageCell& cell)
{
    const Paper& paper = document_.plan().paperOf(cell.surface);
    const double ratio = devicePixelRatioF();
    const QSize size((cell.paper.size() * ratio).toSize().expandedTo({1, 1}));
    QImage image(size, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    p.scale(size.width() / paper.flat.w.toMm(), size.height() / paper.flat.h.toMm());
    painter_.paintContent(p, document_.shown(), document_.plan(), cell.surface, true);
    return image;
}

void PageGrid::reveal(int place)
{
    if (stale_) {
        toReveal_ = place;
        return;
    }
    const PageCell* cell = cellOfPlace(place);
    if (!cell)
        return;
    const double top = cell->paper.top() - 24;
    const double bottom = cell->paper.bottom() + 34;
    QScrollBar* bar = verticalScrollBar();
    if (top < bar->value())
        bar->setValue(int(top));
    else if (bottom > bar->value() + viewport()->height())
        bar->setValue(int(std::ceil(bottom)) - viewport()->height());
}

void PageGrid::describeCurrent()
{
    const int place = selection_.current();
    const Job& job = document_.job();
    if (place < 0 || place >= job.sequence.size())
        return setAccessibleDescription({});
    const SequencePage& page = job.sequence.at(place);
    setAccessibleDescription(tr("%1, %2").arg(surfaceName(page.surface(), job), pageStateName(page.state)));
}

void PageGrid::resizeEvent(QResizeEvent*) { layOut(); }

void PageGrid::scrollContentsBy(int, int)
{
    wantPictures();
    viewport()->update();
}

bool PageGrid::viewportEvent(QEvent* event)
{
    if (event->type() == QEvent::Paint && stale_)
        refresh();
    return QAbstractScrollArea::viewportEvent(event);
}

void PageGrid::changeEvent(QEvent* event)
{
    QAbstractScrollArea::changeEvent(event);
    if (event->type() == QEvent::PaletteChange)
        viewport()->update();
}

void PageGrid::focusInEvent(QFocusEvent* event)
{
    QAbstractScrollArea::focusInEvent(event);
    if (selection_.current() < 0 && event->reason() != Qt::MouseFocusReason && document_.job().pages.count > 0)
        selection_.setOne(0);
    viewport()->update();
}

} // namespace hinge
