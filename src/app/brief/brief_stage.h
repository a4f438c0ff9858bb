// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QWidget>

class QLayout;

namespace hinge
{

class BriefSentence;
class FacePainter;
class PieceShelf;
class StockStore;

/// What the piece is: the shelf of folds, the brief as a sentence with fields in it, and live drawings.
class BriefStage : public QWidget
{
    Q_OBJECT

public:
    BriefStage(Document& document, FacePainter& painter, StockStore& stocks, QWidget* parent = nullptr);

Q_SIGNALS:
    /// A file of data is to be chosen.
    void dataRequested();

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    QWidget* makeDrawings(FacePainter& painter);
    /// The drawings of the faces, pages or sheets, with the pills that choose among them.
    QLayout* makeFaces();
    /// The piece half open, with the slider that opens it.
    QLayout* makeStanding(FacePainter& painter);
    Document& document_;
    PieceShelf* shelf_;
    BriefSentence* sentence_;
};

} // namespace hinge
