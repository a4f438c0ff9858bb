// SPDX-License-Identifier: GPL-3.0-or-later
// What is done with the dummy.
#include "app/dummy/dummy_stage.h"
#include "app/dummy/read_through.h"
#include "app/window/main_window.h"
#include "app/window/stage_stack.h"

namespace hinge
{

void MainWindow::connectDummy()
{
    // From any stage: what is folded is brought into view first.
    const auto atDummy = [this](auto what) {
        return [this, what] {
            if (stages_->current() != int(Stage::Dummy))
                showStage(Stage::Dummy);
            what(dummy_->canvas());
        };
    };
    on(actions_.stepBack, atDummy([](DummyCanvas& canvas) { canvas.glideTo(canvas.target() - 1); }));
    on(actions_.stepOn, atDummy([](DummyCanvas& canvas) { canvas.glideTo(canvas.target() + 1); }));
    on(actions_.playSteps, atDummy([](DummyCanvas& canvas) { canvas.isPlaying() ? canvas.stop() : canvas.play(); }));
    const auto open = [this](const ReadingStop::Seen& seen) {
        if (!seen.surface)
            return; // a blank page has nothing to open
        openSurface(*seen.surface);
        selection_.setPanel(seen.panel);
    };
    on(actions_.openSpot, [this, open] {
        if (const auto seen = dummy_->canvas().spot())
            open(*seen);
    });
    connect(dummy_, &DummyStage::openRequested, this, open);
    on(actions_.readThrough, [this] { readThrough(); });
}

void MainWindow::readThrough()
{
    if (findChild<ReadThrough*>())
        return;
    auto* reading = new ReadThrough(document_, dummy_->pictures(), this);
    reading->begin();
}

} // namespace hinge
