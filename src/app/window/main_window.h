// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/block_store.h"
#include "app/document/document.h"
#include "app/document/exporter.h"
#include "app/document/preset_store.h"
#include "app/document/recovery.h"
#include "app/document/selection.h"
#include "app/document/stock_store.h"
#include "app/flat/surface_editor.h"
#include "app/look/actions.h"
#include "app/window/stage.h"
#include "paint/face_painter.h"

#include <QMainWindow>

class QMenu;

namespace hinge
{

class BriefStage;
class DummyStage;
class FlatStage;
class GangWindow;
class PaperCanvas;
class SheetStage;
class ReleaseStage;
class OrderStage;
class SequenceStage;
class StageStack;
class StageStrip;

/// The window: the strip of stages, the docket, the stage at work, and the findings at the foot.
class MainWindow : public QMainWindow
{
    Q_OBJECT

public:
    MainWindow();
    ~MainWindow() override;

    [[nodiscard]] Document& document() { return document_; }
    [[nodiscard]] Selection& selection() { return selection_; }
    /// Opens a job; tells the user when that fails. The job that is open then stays.
    bool openJob(const QString& path);
    void showStage(Stage stage);
    /// The window for jobs that are printed together; nullptr until it is wanted.
    [[nodiscard]] GangWindow* gangWindow() const { return gang_.get(); }
    /// Makes it where there is none, and shows it.
    GangWindow& showGang();
    void setDark(bool dark);
    /// As large as it was when it was last closed, and there.
    void restorePlace();
    /// Opens "gallery", "stocks" or "files" as its menu entry does, what a file would bring in ("bring-in:PATH") or a
    /// page on the Flat ("page.5"), or shows the "sheets" of the Brief, or a view by the name of its pill ("view.4").
    void showDialog(const QString& name);
    /// Offers unsaved work that an earlier program left behind. True when it was taken up.
    bool offerRecovery();
    /// Takes away unpacked files that nothing has used for a month. After unsaved work was offered: that may need them.
    void tidy();
    /// Nothing that is in view is being read or drawn any more.
    [[nodiscard]] bool isSettled() const;
    [[nodiscard]] Recovery& recovery() { return recovery_; }
    /// Writes a PDF without asking for its name.
    bool exportTo(ExportKind kind, const QString& target);
    /// Writes the docket as PDF, or as HTML when the name says so; tells the user when that fails.
    bool writeDocket(const QString& path);
    [[nodiscard]] StockStore& stocks() { return stocks_; }
    [[nodiscard]] PresetStore& presets() { return presets_; }
    [[nodiscard]] BlockStore& blocks() { return blocks_; }

protected:
    void closeEvent(QCloseEvent* event) override;
    void showEvent(QShowEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;
    void changeEvent(QEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    bool offerCopy(const QString& name, const SafeCopy::Left& left, const std::function<void()>& resume);
    void buildMenus();
    /// What each action does, by the menus they stand in.
    void connectActions();
    void connectFiles();
    void connectEditing();
    void connectPlacing();
    void connectPages();
    void connectViews();
    template <class What>
    void on(QAction* action, What what)
    {
        connect(action, &QAction::triggered, this, what);
    }
    /// The panel that fresh items go to; brings the Flat into view.
    [[nodiscard]] int panelAtWork();
    [[nodiscard]] PaperCanvas& canvasAtWork();
    /// Takes the front cover in hand when the panels have become others.
    void takeFront();
    /// Gives the stages that are shown their keys, in their order.
    void numberStages();
    /// Keys and menu entries that are about whatever is taken go to the pages while those are in view.
    [[nodiscard]] bool pagesAtWork() const;
    [[nodiscard]] bool recordsAtWork() const;
    /// Brings a page, or a face of the cover, onto the Flat.
    void openSurface(const SurfaceId& surface);
    /// Brings a page into view among the others.
    void showInSequence(const SurfaceId& surface);
    /// The page a reader meets so many pages later.
    void leafThrough(int by);
    void connectRecords();
    void connectDummy();
    void readThrough();
    void printDummy();
    void savePictureOfDummy();
    void saveFilmOfDummy();
    void askForPages();
    void askForFolderOfPages();
    /// Behind the pages taken, or at the end.
    void bringInBehind(const QStringList& paths);
    void askForData();
    /// Has a table typed, that of a file when there is one, and puts it on the panel at work.
    void addTable(const QString& path);
    /// A table was dropped on the paper: asks what it is for.
    void takeTable(const QString& path);
    void connectOutlines();
    void bringData(const QString& path);
    /// Brings the records into view.
    void showRecords();
    /// A text that names a field, on the panel at work.
    void putOnPiece(const QString& field);
    void bringIn(const QStringList& paths, int before);
    /// Brings a stage into view, and the keyboard with it.
    void enter(Stage stage);
    /// Shows the same paper from behind.
    void turnOver();
    void showAbout();
    /// Shows colours through the press profile of the job.
    void refreshPress();
    void refreshTitle();
    void refreshRecent();
    void remember(const QString& path);
    bool save();
    bool saveAs();
    bool saveTo(const QString& path);
    /// The folder of the job; empty while it has none.
    [[nodiscard]] QString ownFolder() const;
    /// Asks what to do with unsaved changes; false to stay.
    bool mayLeave();
    void askExport(ExportKind kind);
    void askKnife();
    /// The job at work, with others, on press sheets they share.
    void printTogether();
    /// When a finding stops the piece: names it, and asks whether to write all the same.
    bool mayRelease(ExportKind kind);
    void askDocket();
    void askPreset();
    void keepBlock();
    void showBlocks();
    /// Shows every older version of a block in the job, and asks whether the newer one comes in its place.
    void takeOver(const Block& block);
    void showFinding(const Finding& finding);
    void tell(const QString& title, const QString& message, Qt::TextFormat format = Qt::PlainText);
    /// A job that was never open here and leads out of its folder: names the files and waits for a yes.
    void askForOutside();
    enum class DiskAnswer { KeepMine, Settled, NotNow };
    /// The file was changed by somebody else: keep both, take theirs, or keep mine.
    DiskAnswer askAboutDisk();
    /// False when the file on disk is somebody else's by now, and is to stay.
    bool mayOverwrite(const QString& path);
    /// False when the job would be saved without files that it names, and the user does not want that.
    bool mayLoseFiles();
    /// Packs and writes in another thread, with progress; can be stopped.
    Result<void> savePacked(const QString& path);

    Document document_;
    Selection selection_;
    SurfaceEditor editor_;
    Exporter exporter_;
    Recovery recovery_;
    StockStore stocks_;
    PresetStore presets_;
    BlockStore blocks_;
    FacePainter painter_;
    Actions actions_;
    StageStrip* strip_ = nullptr;
    StageStack* stages_ = nullptr;
    FlatStage* flat_ = nullptr;
    OrderStage* order_ = nullptr;
    SequenceStage* sequence_ = nullptr; ///< of the stage before
    DummyStage* dummy_ = nullptr;
    SheetStage* sheet_ = nullptr;
    std::unique_ptr<GangWindow> gang_; ///< made when first wanted
    QMenu* recentMenu_ = nullptr;
    QStringList lossAccepted_; ///< lost files the user knows of
    std::vector<Role> panels_; ///< of the outside, as they were when the front cover was taken in hand
    QString pressShown_;       ///< the press profile in use: its path and hash
};

} // namespace hinge
