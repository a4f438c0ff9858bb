// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dummy/film_maker.h"

#include "app/document/background.h"
#include "core/file/save_file.h"

#include <QBuffer>
#include <QPointer>
#include <QTimer>
#include <cmath>

namespace hinge
{
namespace
{

constexpr int frameTime = 40; ///< milliseconds: 25 pictures a second
constexpr int holdTime = 500; ///< after every step
constexpr int endTime = 1600; ///< at the beginning and at the end

Result<void> savePng(const QString& path, const QImage& image)
{
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return saveWhole(path, buffer.data());
}

/// "film.png" and 3 become "film-0003.png".
QString numbered(const QString& path, std::size_t number)
{
    const qsizetype dot = path.lastIndexOf(u'.');
    const QString stem = dot > 0 ? path.left(dot) : path;
    return stem + QStringLiteral("-%1.png").arg(number, 4, 10, QLatin1Char('0'));
}

} // namespace

FilmMaker::FilmMaker(DummyCanvas& canvas, FilmPlan plan, QObject* parent)
    : QObject(parent), canvas_(canvas), plan_(std::move(plan)), film_(std::make_shared<FilmFile>(plan_.size))
{
    const int inStep = std::max(2, int(std::lround(plan_.secondsAStep * 1000 / frameTime)));
    const int way = plan_.to >= plan_.from ? 1 : -1;
    frames_.push_back({double(plan_.from), endTime});
    for (int step = plan_.from; step != plan_.to; step += way) {
        for (int i = 1; i < inStep; ++i)
            frames_.push_back({step + way * eased(double(i) / inStep), frameTime});
        frames_.push_back({double(step + way), step + way == plan_.to ? endTime : holdTime});
    }
}

void FilmMaker::start() { next(); }

void FilmMaker::next()
{
    if (stopped_)
        return Q_EMIT finished({});
    Q_EMIT progressed(int(at_), pictures());
    if (at_ == frames_.size()) {
        if (plan_.asPictures)
            return Q_EMIT finished({});
        inBackground(
            this,
            [film = film_, path = plan_.path]() -> QString {
                const auto bytes = film->finish();
                if (!bytes)
                    return bytes.error().text();
                const auto saved = saveWhole(path, *bytes);
                return saved ? QString() : saved.error().text();
            },
            [this](const QString& trouble) { Q_EMIT finished(trouble); });
        return;
    }
    const Frame frame = frames_[at_++];
    canvas_.whenReady(plan_.size, plan_.onDesk, frame.moment,
                      [self = QPointer<FilmMaker>(this), frame](const QImage& image) {
                          if (self)
                              self->pack(image, frame);
                      });
}

void FilmMaker::pack(const QImage& image, const Frame& frame)
{
    inBackground(
        this,
        [film = film_, plan = plan_, image, frame, number = at_]() -> QString {
            const auto done =
                plan.asPictures ? savePng(numbered(plan.path, number), image) : film->add(image, frame.milliseconds);
            return done ? QString() : done.error().text();
        },
        [this](const QString& trouble) {
            if (!trouble.isEmpty())
                return Q_EMIT finished(trouble);
            next();
        });
}

} // namespace hinge
