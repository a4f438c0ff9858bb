// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sequence/page_drawer.h"
#include "app/sequence/page_grid.h"

class QBoxLayout;
class QComboBox;
class QSlider;
class QSplitter;

namespace hinge
{

/// The pages in their order: seen two by two, one by one or on the sides of their sheets, changed, and followed until
/// they are passed.
class SequenceStage : public QWidget
{
    Q_OBJECT

public:
    SequenceStage(Document& document, Actions& actions, QWidget* parent = nullptr);

    [[nodiscard]] PageGrid& grid() { return *grid_; }
    [[nodiscard]] SequenceEditor& editor() { return editor_; }
    [[nodiscard]] PageSelection& selection() { return selection_; }
    void setView(PageView view);
    /// Lays the pages as they were received beside the order they are in now.
    void layReceivedBeside(bool on);
    /// Nothing is being read or drawn any more.
    [[nodiscard]] bool isIdle() const;
    void usePress(const QByteArray& icc);
    void setState(PageState state);
    /// Larger (1) or smaller (-1).
    void resizePages(int step);

Q_SIGNALS:
    void openRequested(const hinge::SurfaceId& surface);
    void filesDropped(const QStringList& paths, int before);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    QLayout* makeHead(Actions& actions);
    void connectActions(Actions& actions);
    void connectGrid(PageGrid& grid);
    void refresh();
    /// Tells something below the pages; with nothing to say, what an empty piece waits for.
    void say(const QString& text);

    Document& document_;
    PageSelection selection_;
    SequenceEditor editor_;
    PageGrid* grid_ = nullptr;
    PageGrid* received_ = nullptr; ///< beside it; made when first asked for
    QSplitter* grids_ = nullptr;
    QPushButton* beside_ = nullptr;
    Actions& actions_;
    QByteArray press_;
    QHash<QString, QString> changed_; ///< what the newer version of a file has otherwise
    PageDrawer* drawer_ = nullptr;
    QComboBox* filter_ = nullptr;
    QSlider* size_ = nullptr;
    QLabel* told_ = nullptr;
    QBoxLayout* head_ = nullptr; ///< views; filter and size
    std::vector<QPushButton*> views_;
};

} // namespace hinge
