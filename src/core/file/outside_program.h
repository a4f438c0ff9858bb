// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QStringList>
#include <functional>

namespace hinge
{

/// How far a program that runs apart may go.
struct ProgramLimits {
    int milliseconds = 30'000;
    qint64 output = 64LL << 20; ///< bytes
};

/// How a program that ran apart ended.
struct ProgramRun {
    enum class End {
        Done,    ///< it said that all went well
        Failed,  ///< it said what is wrong, or could not be started
        TooMuch, ///< it took too long or gave too much, and was ended
        Stopped, ///< somebody stopped it
    };
    End end = End::Failed;
    QByteArray output;
    QString complaint; ///< what it wrote of its troubles, in one line; may be empty
};

/// The full path of a program; empty when it is not installed.
[[nodiscard]] QString installedProgram(const QString& name);

/// Runs a program and waits for it; ends it as soon as `goesOn`, which may be empty, says no. Call off the window's
/// thread.
[[nodiscard]] ProgramRun runProgram(const QString& program, const QStringList& arguments, const ProgramLimits& limits,
                                    const std::function<bool()>& goesOn);

} // namespace hinge
