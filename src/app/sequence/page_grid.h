// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/look/theme.h"
#include "app/sequence/page_layout.h"
#include "app/sequence/page_pictures.h"
#include "app/sequence/page_selection.h"

#include <QAbstractScrollArea>
#include <QMap>
#include <QTimer>
#include <set>

namespace hinge
{

/// Draws the state of a page as a small shape: a ring of dots, a half-filled disc, a question mark, a tick.
void paintPageState(QPainter& painter, const QRectF& area, PageState state, const Theme& theme);

/// All pages of the piece in rows, as small pictures that are made while the window stays at work. Pages are taken with
/// the mouse or the keyboard, and moved by pulling them to where they shall stand.
class PageGrid : public QAbstractScrollArea
{
    Q_OBJECT

public:
    PageGrid(Document& document, PageSelection& selection, QWidget* parent = nullptr);

    void setView(PageView view);
    [[nodiscard]] PageView view() const { return view_; }
    /// How high a page is drawn, in pixels.
    void setPageHeight(int pixels);
    /// Only pages in this state; the others step back. Nothing for all.
    void setFilter(std::optional<PageState> state);
    [[nodiscard]] const std::optional<PageState>& filter() const { return filter_; }
    void usePress(const QByteArray& icc);
    /// Scrolls a page into view.
    void reveal(int place);
    /// Where the page at a place of the sequence is drawn in the viewport; empty when it is not.
    [[nodiscard]] QRect rectOf(int place) const;
    /// Nothing is being read or drawn any more.
    [[nodiscard]] bool isIdle() const;

Q_SIGNALS:
    /// To be worked on: a page, or a face of the cover.
    void openRequested(const hinge::SurfaceId& surface, int place);
    /// The pages taken are to stand before this place.
    void moveRequested(int before);
    void filesDropped(const QStringList& paths, int before);
    void sizeRequested(int step);
    /// A file was changed on disk, and these pages no longer look as they did.
    void lookDifferent(const QString& file, const std::vector<int>& places);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void scrollContentsBy(int dx, int dy) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dragMoveEvent(QDragMoveEvent* event) override;
    void dragLeaveEvent(QDragLeaveEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void changeEvent(QEvent* event) override;
    bool viewportEvent(QEvent* event) override;

private:
    /// A page as it was last drawn.
    struct Drawn {
        QImage image;
        bool fresh = false;
    };
    /// Each page stands for itself.
    [[nodiscard]] bool isSingle() const { return view_ == PageView::Singles || view_ == PageView::Received; }
    void refresh();
    void layOut();
    /// Has those in view drawn again that no longer are what the job says, the first ones first.
    void queueStale();
    /// Which drawn pages no longer are what the job says.
    void dropStale();
    void wantPictures();
    /// Draws pages that wait for it, for as long as the window is not kept waiting.
    void drawSome();
    void noteDifferent(const LinkedFile& file);
    /// The file of the page is still to be read: until then it is plain paper.
    [[nodiscard]] bool isAwaited(const SurfaceId& surface);
    [[nodiscard]] QImage drawPage(const PageCell& cell);
    void paintCell(QPainter& painter, const PageCell& cell, const QRegion& dirty);
    void paintSheet(QPainter& painter, const PageCell& cell, const QRectF& paper);
    void paintPaper(QPainter& painter, const PageCell& cell, const QRectF& paper);
    /// The frame of a page that is taken, and where the keyboard is.
    void paintTaken(QPainter& painter, const PageCell& cell);
    void paintUnder(QPainter& painter, const PageCell& cell, const QRectF& paper);
    void paintGap(QPainter& painter);
    void paintGhost(QPainter& painter);
    /// Where a cell is drawn while a gap is open.
    [[nodiscard]] QRectF shown(const PageCell& cell) const;
    [[nodiscard]] int placeOf(const PageCell& cell) const;
    [[nodiscard]] const PageCell* cellAt(QPointF viewport) const;
    [[nodiscard]] const PageCell* cellOfPlace(int place) const;
    /// The cells that lie between two heights of the drawing.
    [[nodiscard]] std::pair<std::size_t, std::size_t> cellsBetween(double top, double bottom) const;
    /// Before which place pages would land that are let go of here; -1 for none.
    [[nodiscard]] int landing(QPointF viewport) const;
    void setLanding(int before);
    void step(int by, bool extend);
    void stepRow(int by, bool extend);
    void endPull();
    void describeCurrent();
    [[nodiscard]] QPointF offset() const;

    Document& document_;
    PageSelection& selection_;
    PagePictures pictures_;
    FacePainter painter_;
    PageLayout layout_;
    PageView view_ = PageView::Spreads;
    int pageHeight_ = 150;
    std::optional<PageState> filter_;
    std::map<SurfaceId, Drawn> drawn_;
    std::vector<SurfaceId> waiting_; ///< to be drawn, nearest last
    QTimer drawing_;
    QTimer comparing_;                                   ///< until all pages of a file that changed were looked at
    QMap<QString, std::set<int>> different_;             ///< places, by the file
    QTimer scrolling_;                                   ///< while something is held at the edge
    Job before_;                                         ///< what `drawn_` was drawn of
    std::map<SurfaceId, std::vector<SurfaceId>> layers_; ///< and what showed there then
    bool stale_ = true;                                  ///< the job changed while the grid was not in view
    std::optional<QPointF> pressed_;
    int toReveal_ = -1; ///< once the grid is in view again
    bool pulling_ = false;
    bool pickOnRelease_ = false; ///< one of several was pressed: alone if it is not pulled
    QPointF pointer_;
    int landing_ = -1;
};

} // namespace hinge
