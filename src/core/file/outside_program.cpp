// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/outside_program.h"

#include <QElapsedTimer>
#include <QProcess>
#include <QStandardPaths>

namespace hinge
{

QString installedProgram(const QString& name) { return QStandardPaths::findExecutable(name); }

ProgramRun runProgram(const QString& program, const QStringList& arguments, const ProgramLimits& limits,
                      const std::function<bool()>& goesOn)
{
    ProgramRun run;
    const auto isStopped = [&] { return goesOn && !goesOn(); };
    if (isStopped()) {
        run.end = ProgramRun::End::Stopped;
        return run;
    }
    QProcess process;
    process.start(program, arguments);
    QElapsedTimer since;
    since.start();
    while (!process.waitForFinished(50)) {
        if (process.state() == QProcess::NotRunning)
            break;
        run.output += process.readAllStandardOutput();
        const bool ends = isStopped();
        if (ends || since.hasExpired(limits.milliseconds) || run.output.size() > limits.output) {
            process.kill();
            process.waitForFinished(2000);
            run.end = ends ? ProgramRun::End::Stopped : ProgramRun::End::TooMuch;
            return run;
        }
    }
    run.output += process.readAllStandardOutput();
    run.complaint = QString::fromUtf8(process.readAllStandardError()).simplified().left(160);
    if (process.exitStatus() == QProcess::NormalExit && process.exitCode() == 0 &&
        process.error() != QProcess::FailedToStart)
        run.end = ProgramRun::End::Done;
    return run;
}

} // namespace hinge
