// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/document/safe_copy.h"

#include <QSet>

namespace hinge
{

/// The safe copy of a job while it is not saved.
class Recovery : public QObject
{
    Q_OBJECT

public:
    /// A job that a program left behind that is no longer running.
    struct Left {
        SafeCopy::Left copy;
        Job job;
    };

    explicit Recovery(Document& document, QObject* parent = nullptr);

    /// What can be brought back, newest first. Copies that cannot be read are left alone.
    [[nodiscard]] static std::vector<Left> leftBehind();
    /// Embedded files that copies of unsaved work name, by their SHA-256: the copies have no bytes of their own.
    [[nodiscard]] static QSet<QString> filesInUse();
    [[nodiscard]] SafeCopy& copy() { return copy_; }

private:
    SafeCopy copy_;
};

} // namespace hinge
