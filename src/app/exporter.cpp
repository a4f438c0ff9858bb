// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exporter.h"

#include <QPointer>
#include <QtConcurrent>

namespace hinge {

bool Exporter::start(const Job& job, ExportKind kind, const QString& jobFolder, const QString& target)
{
    if (running_)
        return false;
    running_ = true;
    stop_ = std::make_shared<std::atomic_bool>(false);
    Q_EMIT started(target);
    const QPointer<Exporter> self(this);
    auto work = [job, kind, jobFolder, target, stop = stop_, self]() -> QString {
        const auto progress = [&](int percent) {
            QMetaObject::invokeMethod(self.data(), [self, percent] {
                if (self)
                    Q_EMIT self->progressed(percent);
            });
            return !stop->load();
        };
        const auto done = exportPdf(job, kind, jobFolder, target, progress);
        return done ? QString() : done.error().text();
    };
    QtConcurrent::run(std::move(work)).then(this, [this, target](const QString& trouble) {
        running_ = false;
        Q_EMIT finished(target, trouble);
    });
    return true;
}

void Exporter::stop()
{
    if (stop_)
        stop_->store(true);
}

} // namespace hinge
