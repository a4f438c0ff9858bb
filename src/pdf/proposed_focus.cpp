// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/proposed_focus.h"

#include "core/file/outside_program.h"
#include "pdf/picture_preview.h"

#include <QFileInfo>
#include <QTemporaryDir>
#include <cmath>

namespace hinge
{

Result<PictureCrop> proposedFocus(const QString& path, double width, double height, const QByteArray& press,
                                  const std::function<bool()>& goesOn)
{
    const QString name = QFileInfo(path).fileName();
    const QString program = installedProgram(QStringLiteral("vips"));
    if (program.isEmpty())
        return problem(name, QStringLiteral("What matters in a picture is found by libvips, which is not installed: "
                                            "apt install libvips-tools."));
    // It is given a small copy that we read ourselves: the file may be large, or of a kind it does not know.
    constexpr int fineEnough = 640;
    const auto small = picturePreview(path, fineEnough, press);
    if (!small)
        return tl::unexpected(small.error());
    const QTemporaryDir folder;
    const QString copy = folder.filePath(QStringLiteral("picture.png"));
    if (!folder.isValid() || !small->convertToFormat(QImage::Format_RGB32).save(copy))
        return problem(name, QStringLiteral("There is no room for a copy of it to look at."));
    // As much of the picture as its frame shows when it just covers it.
    const double share = std::min(small->width() / width, small->height() / height);
    const auto side = [share](double frame, int whole) {
        return std::clamp(int(std::lround(frame * share)), 1, whole);
    };
    const ProgramRun run =
        runProgram(program,
                   {QStringLiteral("smartcrop"), copy, folder.filePath(QStringLiteral("part.v")),
                    QString::number(side(width, small->width())), QString::number(side(height, small->height())),
                    QStringLiteral("--interesting"), QStringLiteral("attention"), QStringLiteral("--attention-x"),
                    QStringLiteral("--attention-y")},
                   {}, goesOn);
    if (run.end == ProgramRun::End::Stopped)
        return problem(name, QStringLiteral("Looking at it was stopped."));
    // It prints the spot, a line for each number.
    const QList<QByteArray> said = run.output.simplified().split(' ');
    bool across = false;
    bool down = false;
    const int x = said.value(0).toInt(&across);
    const int y = said.value(1).toInt(&down);
    if (run.end != ProgramRun::End::Done || !across || !down)
        return problem(name, QStringLiteral("Nothing was found in it that matters more than the rest."));
    PictureCrop crop;
    crop.focusX = std::clamp(x * 1000 / small->width(), 0, 1000);
    crop.focusY = std::clamp(y * 1000 / small->height(), 0, 1000);
    return crop;
}

} // namespace hinge
