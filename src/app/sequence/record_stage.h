// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sequence/record_drawer.h"
#include "app/sequence/record_grid.h"

class QLineEdit;
class QSlider;

namespace hinge
{

/// The copies of a piece that differ: numbered, or each with a row of data.
class RecordStage : public QWidget
{
    Q_OBJECT

public:
    explicit RecordStage(Document& document, QWidget* parent = nullptr);
    [[nodiscard]] RecordGrid& grid() { return *grid_; }
    /// Larger (1) or smaller (-1).
    void resizePieces(int step);
    void turnOver();

Q_SIGNALS:
    void dataRequested();
    void fieldRequested(const QString& field);
    void openRequested();
    void filesDropped(const QStringList& paths);

private:
    QLayout* makeHead();
    void findNext();
    void refresh();

    Document& document_;
    RecordGrid* grid_ = nullptr;
    RecordDrawer* drawer_ = nullptr;
    QSlider* size_ = nullptr;
    QLineEdit* find_ = nullptr;
    QLabel* told_ = nullptr;
    std::vector<QPushButton*> faces_;
    bool finding_ = false;
};

} // namespace hinge
