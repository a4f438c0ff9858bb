// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/exporter.h"

#include "app/document/background.h"

#include <QPointer>

namespace hinge
{

bool Exporter::start(const Job& job, ExportKind kind, const QString& jobFolder, const QString& target)
{
    if (running_)
        return false;
    running_ = true;
    stop_ = std::make_shared<std::atomic_bool>(false);
    Q_EMIT started(target);
    const QPointer<Exporter> self(this);
    inBackground(
        this,
        [job, kind, jobFolder, target, stop = stop_, self] {
            const auto progress = [&](int percent) {
                QMetaObject::invokeMethod(QCoreApplication::instance(), [self, percent] {
                    if (self)
                        Q_EMIT self->progressed(percent);
                });
                return !stop->load();
            };
            return exportPdf(job, kind, jobFolder, target, progress);
        },
        [this, target](const Result<Exported>& done) {
            running_ = false;
            Q_EMIT finished(target, done ? QString() : done.error().text(), done ? done->obstacles : QStringList());
        });
    return true;
}

void Exporter::stop()
{
    if (stop_)
        stop_->store(true);
}

} // namespace hinge
