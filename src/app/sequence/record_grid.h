// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/sequence/page_pictures.h"

#include <QAbstractScrollArea>
#include <QTimer>

namespace hinge
{

/// The copies of the piece in rows, each filled in for its record: only those in view are ever filled in, so that a
/// hundred thousand scroll like ten. The one that is taken is the record the piece is looked at for everywhere.
class RecordGrid : public QAbstractScrollArea
{
    Q_OBJECT

public:
    explicit RecordGrid(Document& document, QWidget* parent = nullptr);

    /// How high a piece is drawn, in pixels.
    void setPieceHeight(int pixels);
    void setFace(Face face);
    [[nodiscard]] Face face() const { return face_; }
    void usePress(const QByteArray& icc);
    /// Where the piece of a record is drawn in the viewport; empty when it is not.
    [[nodiscard]] QRect rectOf(int place) const;
    /// Nothing is being read or drawn any more.
    [[nodiscard]] bool isIdle() const;

Q_SIGNALS:
    /// The record at hand is to be looked at on the Flat.
    void openRequested();
    void sizeRequested(int step);
    void filesDropped(const QStringList& paths);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    bool viewportEvent(QEvent* event) override;

private:
    struct Drawn {
        QImage image;
        int revision = 0;
        quint64 used = 0;
    };
    void refresh();
    void layOut();
    void reveal(int place);
    void drawSome();
    [[nodiscard]] QImage drawPiece(int place);
    [[nodiscard]] QSize pieceSize() const;
    [[nodiscard]] QRectF paperOf(int place) const;
    [[nodiscard]] int placeAt(QPointF viewport) const;
    [[nodiscard]] std::pair<int, int> placesInView() const;
    void paintPiece(QPainter& p, int place);
    [[nodiscard]] QString caption(int place) const;

    Document& document_;
    PagePictures pictures_;
    TextLayoutCache layouts_;
    FacePainter painter_;
    Face face_ = Face::Outside;
    int pieceHeight_ = 130;
    int columns_ = 1;
    int shownPlace_ = -1;
    std::map<int, Drawn> drawn_; ///< by place
    int revision_ = 0;           ///< what was drawn before the job changed is drawn again
    quint64 now_ = 0;
    Job before_;
    std::shared_ptr<const RecordTable> table_;
    QTimer drawing_;
    bool stale_ = true; ///< the job changed while the grid was not in view
};

} // namespace hinge
