// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

#include <QObject>

namespace hinge
{

/// Ways of printing that the user keeps under a name: sheet, rows, work style, marks, what press and knife do. One file
/// each in the user's data folder.
class SetupStore : public QObject
{
    Q_OBJECT

public:
    explicit SetupStore(QObject* parent = nullptr) : QObject(parent) {}
    /// By name.
    [[nodiscard]] QStringList names() const;
    /// Keeps how a job is printed; one of the same name is replaced.
    [[nodiscard]] Result<void> keep(const QString& name, const Job& job);
    /// Gives a job what was kept. Profile and inks, and what stands on the pages, stay as they are.
    [[nodiscard]] Result<void> take(const QString& name, Job& job) const;
    void remove(const QString& name);
    [[nodiscard]] static QString folder();

Q_SIGNALS:
    void changed();
};

} // namespace hinge
