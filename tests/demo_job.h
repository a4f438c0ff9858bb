// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/job_file.h"

namespace testing
{

/// A job of the demo, by its name without an ending.
inline hinge::Job demoJob(const QString& name)
{
    auto loaded = hinge::loadJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/%1.hinge.json").arg(name));
    if (!loaded)
        qFatal("%s", qPrintable(loaded.error().text()));
    return *loaded;
}
inline hinge::Job demoJob(const char* name) { return demoJob(QString::fromLatin1(name)); }

} // namespace testing
