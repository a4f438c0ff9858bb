// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QAbstractButton>

namespace hinge
{

/// The shelf of folds of a leaflet or card. Each is drawn by folding a small model, never from a picture.
class PieceShelf : public QWidget
{
    Q_OBJECT

public:
    explicit PieceShelf(Document& document, QWidget* parent = nullptr);
    /// With smaller pictures, where the window has little height.
    void setLow(bool low);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void refresh();
    Document& document_;
    struct Piece {
        Fold fold;
        QAbstractButton* button;
        bool forCards;
    };
    std::vector<Piece> pieces_;
};

} // namespace hinge
