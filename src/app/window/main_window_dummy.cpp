// SPDX-License-Identifier: GPL-3.0-or-later
// What is done with the dummy.
#include "app/dummy/dummy_stage.h"
#include "app/dummy/picture_dialog.h"
#include "app/dummy/print_dummy_dialog.h"
#include "app/dummy/read_through.h"
#include "app/look/ask_file.h"
#include "app/sheet/sheet_stage.h"
#include "app/window/main_window.h"
#include "app/window/stage_stack.h"
#include "colour/press_profile.h"
#include "core/file/save_file.h"

#include <QBuffer>
#include <QProgressDialog>

namespace hinge
{

void MainWindow::connectDummy()
{
    // From any stage: what is folded is brought into view first. Under the knife the steps are its strokes.
    const auto atKnife = [this] {
        return stages_->current() == int(Stage::Sheet) && sheet_->state().mode() == SheetMode::Knife;
    };
    const auto atDummy = [this](auto what) {
        return [this, what] {
            if (stages_->current() != int(Stage::Dummy))
                showStage(Stage::Dummy);
            what(dummy_->canvas());
        };
    };
    const auto step = [this, atKnife, atDummy](int by) {
        if (atKnife())
            return sheet_->state().setStroke(sheet_->state().stroke() + by);
        atDummy([by](DummyCanvas& canvas) { canvas.step(by); })();
    };
    on(actions_.stepBack, [step] { step(-1); });
    on(actions_.stepOn, [step] { step(1); });
    on(actions_.playSteps, [this, atKnife, atDummy] {
        if (atKnife())
            return sheet_->playKnife();
        atDummy([](DummyCanvas& canvas) { canvas.isPlaying() ? canvas.stop() : canvas.play(); })();
    });
    const auto open = [this](const ReadingStop::Seen& seen) {
        // A blank page has nothing to open, and one that was taken out is no longer there.
        if (!seen.surface ||
            (seen.surface->component == Component::Text && !document_.plan().readerPage(*seen.surface)))
            return;
        openSurface(*seen.surface);
        selection_.setPanel(seen.panel);
    };
    on(actions_.openSpot, [this, open] {
        if (const auto seen = dummy_->canvas().spot())
            open(*seen);
    });
    connect(dummy_, &DummyStage::openRequested, this, open);
    on(actions_.readThrough, [this] { readThrough(); });
    on(actions_.printDummy, [this] { printDummy(); });
    on(actions_.dummyPicture, [this] { savePictureOfDummy(); });
    on(actions_.dummyFilm, [this] { saveFilmOfDummy(); });
}

void MainWindow::readThrough()
{
    if (findChild<ReadThrough*>())
        return;
    auto* reading = new ReadThrough(document_, dummy_->pictures(), this);
    reading->begin();
}

void MainWindow::printDummy()
{
    PrintDummyDialog dialog(document_, painter_, this);
    if (dialog.exec() != QDialog::Accepted)
        return;
    const QString path = askWhereToWrite(this, tr("Write the dummy"), ownFolder(),
                                         document_.fileStem() + QStringLiteral("-dummy.pdf"), tr("PDF (*.pdf)"));
    if (path.isEmpty())
        return;
    const auto profile = pressProfileOf(document_.job(), document_.folder());
    writePaperDummyInBackground(document_, dialog.dummy(), profile ? profile->icc : shippedPressProfile().icc, path,
                                this, [this](const QString& trouble) {
                                    if (!trouble.isEmpty())
                                        tell(tr("Not written"), trouble);
                                });
}

void MainWindow::savePictureOfDummy()
{
    showStage(Stage::Dummy);
    DummyCanvas& canvas = dummy_->canvas();
    PictureDialog dialog(canvas, this);
    if (dialog.exec() != QDialog::Accepted)
        return;
    const QString path = askWhereToWrite(this, tr("Save the picture"), ownFolder(),
                                         document_.fileStem() + QStringLiteral(".png"), tr("PNG (*.png)"));
    if (path.isEmpty())
        return;
    canvas.whenReady(dialog.size(), dialog.onDesk(), canvas.moment(), [this, path](const QImage& image) {
        QBuffer buffer;
        buffer.open(QIODevice::WriteOnly);
        image.save(&buffer, "PNG");
        if (const auto saved = saveWhole(path, buffer.data()); !saved)
            tell(tr("Not written"), saved.error().text());
    });
}

void MainWindow::saveFilmOfDummy()
{
    showStage(Stage::Dummy);
    DummyCanvas& canvas = dummy_->canvas();
    canvas.stop();
    FilmDialog dialog(canvas, this);
    if (dialog.exec() != QDialog::Accepted)
        return;
    FilmPlan plan = dialog.plan();
    plan.path =
        askWhereToWrite(this, tr("Save the film"), ownFolder(),
                        document_.fileStem() + (plan.asPictures ? QStringLiteral(".png") : QStringLiteral(".webp")),
                        plan.asPictures ? tr("PNG (*.png)") : tr("WebP (*.webp)"));
    if (plan.path.isEmpty())
        return;
    auto* maker = new FilmMaker(canvas, plan, this);
    auto* progress = new QProgressDialog(tr("Making the film…"), tr("Stop"), 0, maker->pictures(), this);
    progress->setObjectName(QStringLiteral("film.progress"));
    // Nothing is changed while it is filmed.
    progress->setWindowModality(Qt::WindowModal);
    progress->setAttribute(Qt::WA_DeleteOnClose);
    progress->setMinimumDuration(0);
    // Queued: a modal progress dialog handles events while it is told, and the maker must not be entered twice.
    connect(
        maker, &FilmMaker::progressed, progress, [progress](int done, int) { progress->setValue(done); },
        Qt::QueuedConnection);
    connect(progress, &QProgressDialog::canceled, maker, &FilmMaker::stop);
    connect(maker, &FilmMaker::finished, this, [this, maker, progress](const QString& trouble) {
        progress->close();
        maker->deleteLater();
        if (!trouble.isEmpty())
            tell(tr("Not written"), trouble);
    });
    maker->start();
}

} // namespace hinge
