// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/record_grid.h"

#include "app/document/linked_files.h"
#include "app/document/record_view.h"
#include "app/look/slip.h"
#include "app/look/theme.h"
#include "core/file/links.h"
#include "paint/zone_painter.h"

#include <QElapsedTimer>
#include <QKeyEvent>
#include <QMimeData>
#include <QPainter>
#include <QScrollBar>
#include <QUrl>
#include <cmath>

namespace hinge
{
namespace
{

constexpr int gap = 18;
constexpr int underHeight = 24;
constexpr int drawnAtMost = 400;
constexpr int slice = 8; ///< milliseconds of drawing between events

} // namespace

RecordGrid::RecordGrid(Document& document, QWidget* parent)
    : QAbstractScrollArea(parent), document_(document), layouts_(document.layouts().fonts(), Patience::DoesWithout),
      painter_(layouts_, pictures_)
{
    setObjectName(QStringLiteral("recordGrid"));
    setAccessibleName(tr("The copies, each for its record"));
    setFrameShape(QFrame::NoFrame);
    setFocusPolicy(Qt::StrongFocus);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setAcceptDrops(true);
    viewport()->setMouseTracking(true);
    drawing_.setSingleShot(true);
    connect(&drawing_, &QTimer::timeout, this, &RecordGrid::drawSome);
    connect(&document_, &Document::changed, this, [this] {
        stale_ = true;
        if (isVisible())
            refresh();
    });
    connect(&pictures_, &PagePictures::read, this, [this](const LinkedFile&) {
        ++revision_;
        viewport()->update();
    });
    connect(&document_.files(), &LinkedFiles::refreshed, &pictures_, &PagePictures::forget);
    connect(verticalScrollBar(), &QScrollBar::valueChanged, viewport(), qOverload<>(&QWidget::update));
}

void RecordGrid::showEvent(QShowEvent* event)
{
    QAbstractScrollArea::showEvent(event);
    refresh();
}

void RecordGrid::refresh()
{
    if (!stale_)
        return;
    stale_ = false;
    const Job& job = document_.job();
    pictures_.setFolder(document_.folder());
    pictures_.setBlocked(document_.files().blocked());
    const auto table = document_.records().table();
    const bool sameLook = printsAlike(before_, job) && before_.surfaces == job.surfaces &&
                          before_.records == job.records && table == table_ && before_.stock == job.stock &&
                          before_.flat == job.flat && before_.zones == job.zones && before_.kind == job.kind;
    if (!sameLook)
        ++revision_;
    before_ = job;
    table_ = table;
    layOut();
    if (document_.records().place() != shownPlace_) {
        shownPlace_ = document_.records().place();
        reveal(shownPlace_);
        setAccessibleDescription(caption(shownPlace_));
    }
    viewport()->update();
}

QSize RecordGrid::pieceSize() const
{
    const Size flat = document_.plan().paper.flat;
    const double ratio = flat.w.toMm() / std::max(1.0, flat.h.toMm());
    // As high as asked for, but not wider than what there is.
    const double wide = std::min(pieceHeight_ * ratio, double(viewport()->width() - 2 * gap));
    return QSizeF(wide, wide / ratio).toSize().expandedTo({1, 1});
}

void RecordGrid::layOut()
{
    const QSize piece = pieceSize();
    columns_ = std::max(1, (viewport()->width() - gap) / (piece.width() + gap));
    const int rows = (document_.records().count() + columns_ - 1) / columns_;
    const int height = gap + rows * (piece.height() + underHeight + gap);
    verticalScrollBar()->setPageStep(viewport()->height());
    verticalScrollBar()->setSingleStep((piece.height() + underHeight + gap) / 3);
    verticalScrollBar()->setRange(0, std::max(0, height - viewport()->height()));
}

QRectF RecordGrid::paperOf(int place) const
{
    const QSize piece = pieceSize();
    const int used = columns_ * (piece.width() + gap) - gap;
    const int left = std::max(gap, (viewport()->width() - used) / 2);
    return {double(left + (place % columns_) * (piece.width() + gap)),
            double(gap + (place / columns_) * (piece.height() + underHeight + gap) - verticalScrollBar()->value()),
            double(piece.width()), double(piece.height())};
}

QRect RecordGrid::rectOf(int place) const
{
    const QRect r = paperOf(place).toRect();
    return r.intersects(viewport()->rect()) ? r : QRect();
}

std::pair<int, int> RecordGrid::placesInView() const
{
    const int step = pieceSize().height() + underHeight + gap;
    const int count = document_.records().count();
    const int first = std::max(0, (verticalScrollBar()->value() - gap) / step) * columns_;
    const int rows = viewport()->height() / step + 2;
    return {std::min(first, count), std::min(count, first + rows * columns_)};
}

int RecordGrid::placeAt(QPointF at) const
{
    const auto [from, to] = placesInView();
    for (int place = from; place < to; ++place)
        if (paperOf(place).adjusted(0, 0, 0, underHeight).contains(at))
            return place;
    return -1;
}

void RecordGrid::reveal(int place)
{
    const int step = pieceSize().height() + underHeight + gap;
    const int top = (place / columns_) * step;
    const int value = verticalScrollBar()->value();
    if (top < value)
        verticalScrollBar()->setValue(top);
    else if (top + step + gap > value + viewport()->height())
        verticalScrollBar()->setValue(top + step + gap - viewport()->height());
}

QImage RecordGrid::drawPiece(int place)
{
    const Paper& paper = document_.plan().paper;
    const QSize size = pieceSize() * devicePixelRatioF();
    QImage image(size, QImage::Format_ARGB32_Premultiplied);
    image.fill(ZoneColours().paper);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    p.scale(size.width() / paper.flat.w.toMm(), size.height() / paper.flat.h.toMm());
    painter_.paintContent(p, filledFor(document_.job(), document_.records().record(place)), document_.plan(), face_,
                          true);
    tintPaper(p, toMm(trimOf(paper)), document_.job().stock);
    return image;
}

void RecordGrid::drawSome()
{
    const auto [from, to] = placesInView();
    // Nearest first: what is in view, in its order.
    QElapsedTimer time;
    time.start();
    bool done = true;
    for (int place = from; place < to; ++place) {
        Drawn& drawn = drawn_[place];
        drawn.used = ++now_;
        if (!drawn.image.isNull() && drawn.revision == revision_)
            continue;
        if (time.elapsed() > slice) {
            done = false;
            break;
        }
        drawn.image = drawPiece(place);
        drawn.revision = revision_;
        viewport()->update(paperOf(place).toAlignedRect());
    }
    QList<LinkedFile> files;
    for (int place = from; place < to; ++place)
        files << filledFor(document_.job(), document_.records().record(place)).on(face_).files();
    pictures_.setFineness(pieceSize().height() * devicePixelRatioF() / document_.plan().paper.flat.h.toMm() * 25.4);
    pictures_.want(files);
    if (!done)
        drawing_.start();
    while (int(drawn_.size()) > drawnAtMost)
        drawn_.erase(std::ranges::min_element(drawn_, {}, [](const auto& kept) { return kept.second.used; }));
}

bool RecordGrid::isIdle() const { return !drawing_.isActive() && pictures_.isIdle(); }

QString RecordGrid::caption(int place) const
{
    const Record record = document_.records().record(place);
    QString first;
    for (const QString& value : record.values)
        if (first.isEmpty())
            first = value.simplified();
    return document_.job().records.source == RecordSource::Series ? first
                                                                  : tr("%1  %2").arg(groupedNumber(place + 1), first);
}

void RecordGrid::paintPiece(QPainter& p, int place)
{
    const Theme& t = Theme::of(this);
    const QRectF paper = paperOf(place);
    const bool taken = place == document_.records().place();
    paintPaperShadow(p, paper, 3, 0.7, 10);
    p.fillRect(paper, ZoneColours().paper);
    if (const auto drawn = drawn_.find(place); drawn != drawn_.end() && !drawn->second.image.isNull())
        p.drawImage(paper, drawn->second.image);
    if (taken) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.accent, hasFocus() ? 3 : 2));
        p.drawRoundedRect(paper.adjusted(-4, -4, 4, 4), 3, 3);
    }
    p.setPen(taken ? t.ink : t.ink2);
    const QFont font = uiFont(type::label, taken ? QFont::DemiBold : QFont::Medium);
    p.setFont(font);
    const QRectF under(paper.left() - gap / 2.0, paper.bottom() + 4, paper.width() + gap, underHeight - 4);
    p.drawText(under, Qt::AlignHCenter | Qt::AlignVCenter,
               QFontMetricsF(font).elidedText(caption(place), Qt::ElideRight, under.width()));
}

void RecordGrid::paintEvent(QPaintEvent* event)
{
    QPainter p(viewport());
    p.setRenderHint(QPainter::Antialiasing);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.fillRect(event->rect(), Theme::of(this).desk);
    const auto [from, to] = placesInView();
    bool waits = false;
    for (int place = from; place < to; ++place) {
        const auto drawn = drawn_.find(place);
        waits = waits || drawn == drawn_.end() || drawn->second.revision != revision_;
        if (paperOf(place).adjusted(-8, -8, 8, underHeight + 8).intersects(event->rect()))
            paintPiece(p, place);
    }
    if (waits && !drawing_.isActive())
        drawing_.start();
}

void RecordGrid::resizeEvent(QResizeEvent* event)
{
    QAbstractScrollArea::resizeEvent(event);
    ++revision_;
    layOut();
}

void RecordGrid::setPieceHeight(int pixels)
{
    pieceHeight_ = pixels;
    ++revision_;
    layOut();
    reveal(document_.records().place());
    viewport()->update();
}

void RecordGrid::setFace(Face face)
{
    face_ = face;
    ++revision_;
    viewport()->update();
}

void RecordGrid::usePress(const QByteArray& icc)
{
    painter_.usePress(icc);
    pictures_.usePress(icc);
    ++revision_;
    viewport()->update();
}

void RecordGrid::mousePressEvent(QMouseEvent* event)
{
    if (const int place = placeAt(event->position()); place >= 0)
        document_.records().show(place);
}

void RecordGrid::mouseDoubleClickEvent(QMouseEvent* event)
{
    if (placeAt(event->position()) >= 0)
        Q_EMIT openRequested();
}

void RecordGrid::keyPressEvent(QKeyEvent* event)
{
    RecordView& records = document_.records();
    const int page = std::max(1, viewport()->height() / (pieceSize().height() + underHeight + gap)) * columns_;
    switch (event->key()) {
    case Qt::Key_Left: return records.show(records.place() - 1);
    case Qt::Key_Right: return records.show(records.place() + 1);
    case Qt::Key_Up: return records.show(records.place() - columns_);
    case Qt::Key_Down: return records.show(records.place() + columns_);
    case Qt::Key_PageUp: return records.show(records.place() - page);
    case Qt::Key_PageDown: return records.show(records.place() + page);
    case Qt::Key_Home: return records.show(0);
    case Qt::Key_End: return records.show(records.count() - 1);
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (records.count() > 0)
            Q_EMIT openRequested();
        return;
    case Qt::Key_Plus: Q_EMIT sizeRequested(1); return;
    case Qt::Key_Minus: Q_EMIT sizeRequested(-1); return;
    default: QAbstractScrollArea::keyPressEvent(event);
    }
}

void RecordGrid::wheelEvent(QWheelEvent* event)
{
    if (event->modifiers().testFlag(Qt::ControlModifier))
        Q_EMIT sizeRequested(event->angleDelta().y() > 0 ? 1 : -1);
    else
        QAbstractScrollArea::wheelEvent(event);
}

void RecordGrid::dragEnterEvent(QDragEnterEvent* event)
{
    if (event->mimeData()->hasUrls())
        event->acceptProposedAction();
}

void RecordGrid::dropEvent(QDropEvent* event)
{
    QStringList paths;
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile())
            paths << url.toLocalFile();
    Q_EMIT filesDropped(paths);
    event->acceptProposedAction();
}

bool RecordGrid::viewportEvent(QEvent* event)
{
    if (event->type() == QEvent::DragMove) {
        static_cast<QDragMoveEvent*>(event)->acceptProposedAction();
        return true;
    }
    return QAbstractScrollArea::viewportEvent(event);
}

} // namespace hinge
