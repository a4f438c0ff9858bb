// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/dummy/dummy_canvas.h"
#include "paint/film_file.h"

#include <QObject>

namespace hinge
{

/// What a film shows, and as what it is saved.
struct FilmPlan {
    int from = 0, to = 1; ///< moments of the canvas
    QSize size{960, 600};
    double secondsAStep = 1.2;
    bool onDesk = true;
    bool asPictures = false; ///< a row of PNG files, named after the path with a number each; else one animated WebP
    QString path;
};

/// Films a canvas: paints picture after picture in the window's thread, a few milliseconds between events, and packs
/// each in a worker thread. The canvas must not be changed while it goes on.
class FilmMaker : public QObject
{
    Q_OBJECT

public:
    FilmMaker(DummyCanvas& canvas, FilmPlan plan, QObject* parent = nullptr);
    void start();
    void stop() { stopped_ = true; }
    [[nodiscard]] int pictures() const { return int(frames_.size()); }

Q_SIGNALS:
    void progressed(int done, int of);
    /// `trouble` is empty when all is written, or when it was stopped; then nothing is left behind but whole PNG files.
    void finished(const QString& trouble);

private:
    struct Frame {
        double moment;
        int milliseconds;
    };
    void next();
    void pack(const QImage& image, const Frame& frame);

    DummyCanvas& canvas_;
    FilmPlan plan_;
    std::shared_ptr<FilmFile> film_;
    std::vector<Frame> frames_;
    std::size_t at_ = 0;
    bool stopped_ = false;
};

} // namespace hinge
