// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "pdf/export_pdf.h"

#include <QObject>
#include <atomic>
#include <memory>

namespace hinge
{

/// Writes one PDF at a time in a worker thread; can be stopped.
class Exporter : public QObject
{
    Q_OBJECT

public:
    using QObject::QObject;
    ~Exporter() override { stop(); }

    /// False when an export is under way already.
    bool start(const Job& job, ExportKind kind, const QString& jobFolder, const QString& target);
    void stop();
    [[nodiscard]] bool isRunning() const { return running_; }

Q_SIGNALS:
    void started(const QString& target);
    void progressed(int percent);
    /// `trouble` is empty when the file was written; `obstacles` are what keeps it from being PDF/X-4 (see `Exported`).
    void finished(const QString& target, const QString& trouble, const QStringList& obstacles);

private:
    bool running_ = false;
    std::shared_ptr<std::atomic_bool> stop_;
};

} // namespace hinge
