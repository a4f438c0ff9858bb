// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/plates.h"

#include <QColor>
#include <QHash>
#include <QImage>
#include <map>
#include <memory>

namespace hinge
{

/// In which light inks are looked at.
struct InkView {
    /// As the press would print it, on the colour of its paper.
    bool proof = false;
    /// One plate alone, black where it is full; empty for all inks together.
    QString plate{};
    /// In reverse: only what lies under paste-overs.
    bool covered = false;
    bool operator==(const InkView&) const = default;
};

/// Shows process colours on a screen: from the profile of the press (the one that ships, to begin with) to sRGB,
/// relative colorimetric with black point compensation, as lcms2 computes it. In a proof absolute colorimetric, and
/// pictures by way of the press.
class ScreenColour
{
public:
    ScreenColour();
    ~ScreenColour();
    ScreenColour(const ScreenColour&) = delete;
    ScreenColour& operator=(const ScreenColour&) = delete;

    /// Takes another press profile (ICC, four process colours).
    void usePress(const QByteArray& icc);

    /// With `strength` of each ink.
    [[nodiscard]] QColor of(const Cmyk& cmyk, Percent strength = 100) const;
    /// An ink of the job as it looks in a view. A name the job does not have is shown as black.
    [[nodiscard]] QColor of(const Job& job, const QString& ink, Percent strength, const InkView& view) const;
    /// The unprinted paper.
    [[nodiscard]] QColor paper(const InkView& view) const;
    /// A picture (sRGB) as it looks in a view. Kept, since views flip back and forth.
    [[nodiscard]] QImage of(const QImage& picture, const InkView& view) const;
    /// The process colour a press needs for a colour of the screen, in whole percents.
    [[nodiscard]] Cmyk toPress(const QColor& colour) const;

private:
    [[nodiscard]] QColor proofOf(const Cmyk& cmyk, Percent strength) const;
    struct Transforms; ///< of lcms2
    std::unique_ptr<Transforms> transforms_;
    mutable QHash<std::pair<quint64, quint32>, QColor> known_;
    mutable std::map<std::pair<qint64, QString>, QImage> pictures_;
};

} // namespace hinge
