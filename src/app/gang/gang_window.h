// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/gang/gang_canvas.h"
#include "app/gang/gang_lists.h"

#include <QMainWindow>
#include <atomic>

class QComboBox;
class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;

namespace hinge
{

/// The window of a gang: its jobs at the left, the press sheet they share in the middle, the press at the right.
class GangWindow : public QMainWindow
{
    Q_OBJECT

public:
    explicit GangWindow(QWidget* parent = nullptr);
    ~GangWindow() override;

    [[nodiscard]] GangDocument& document() { return document_; }
    [[nodiscard]] GangCanvas& canvas() { return *canvas_; }
    /// Opens a gang; tells the user when that fails.
    bool openGang(const QString& path);
    /// Writes the sheets in a worker thread, with progress; false when something is being written already.
    bool writeSheets(const QString& target);

Q_SIGNALS:
    /// The user wants to work on a job.
    void jobWanted(const QString& path);
    /// The file was written; `trouble` says why not.
    void written(const QString& target, const QString& trouble);

protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    QAction* make(const char* name, const QString& text, const QString& icon, const QKeySequence& keys,
                  const QString& tip);
    void makeActions();
    QWidget* makeJobs();
    QWidget* makeMiddle();
    QWidget* makePress();
    QWidget* makeFoot();
    /// A field of the press; `set` refuses what cannot be.
    QLineEdit* field(const QString& what, std::function<QString(const Gang&)> shown,
                     std::function<Result<void>(Gang&, const QString&)> set);
    QLineEdit* lengthField(const QString& what, std::function<Length&(Gang&)> part);
    void refresh();
    void refreshFindings();
    /// Who may have the slot in hand, to choose from.
    void askWhoGetsSlot(QPoint onScreen);
    void giveSlot(std::optional<int> piece);
    void askForJobs();
    void removeJob();
    bool save(bool underAnotherName);
    void askForGang();
    bool mayLeave();
    bool mayWrite();
    void askSheets();
    void askKnife();
    void showKeys();
    void tell(const QString& title, const QString& message);

    GangDocument document_;
    GangCanvas* canvas_ = nullptr;
    GangJobsList* jobs_ = nullptr;
    QLabel* about_ = nullptr;
    QLabel* turning_ = nullptr;
    QLabel* caption_ = nullptr;
    QLabel* sign_ = nullptr;
    QLabel* findings_ = nullptr;
    QComboBox* sheets_ = nullptr;
    QComboBox* work_ = nullptr;
    QProgressBar* progress_ = nullptr;
    QPushButton* stop_ = nullptr;
    std::vector<std::function<void()>> refreshers_;
    QAction *open_, *save_, *saveAs_, *add_, *remove_, *openJob_, *writeSheets_, *writeKnife_, *close_, *keys_;
    QAction *giveSlot_, *layAfresh_;
    QAction *nextSheet_, *sheetBefore_, *zoomIn_, *zoomOut_, *zoomFit_;
    std::shared_ptr<std::atomic_bool> stopWriting_;
};

} // namespace hinge
