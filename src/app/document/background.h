// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QCoreApplication>
#include <QPointer>
#include <QtConcurrent>

namespace hinge
{

/// Runs `work` in a worker thread and hands what it gives to `then` in the window's thread, unless `owner` is gone by
/// then. Never at once: work that ends before it is waited for would else call back in the middle of the painting that
/// asked for it.
template <class Work, class Then>
void inBackground(QObject* owner, Work work, Then then)
{
    (void)QtConcurrent::run(
        [guard = QPointer<QObject>(owner), work = std::move(work), then = std::move(then)]() mutable {
            auto result = work();
            // Only the window's thread may ask whether the owner is still there.
            QMetaObject::invokeMethod(
                QCoreApplication::instance(),
                [guard, result = std::move(result), then = std::move(then)] {
                    if (guard)
                        then(result);
                },
                Qt::QueuedConnection);
        });
}

} // namespace hinge
