// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"

#include <QString>
#include <compare>

namespace hinge
{

/// A share in percent, exact to the hundredth: inks, tints, opacity, leading, overs.
class Percent
{
public:
    constexpr Percent() = default;
    /// Whole percents, so that a bare 30 is thirty percent.
    constexpr Percent(int whole) : n_(whole * 100) {}
    [[nodiscard]] static constexpr Percent hundredths(int n)
    {
        Percent p;
        p.n_ = n;
        return p;
    }
    /// The nearest to a number that came from a file or a colour transform.
    [[nodiscard]] static Percent nearest(double percent);

    [[nodiscard]] constexpr int hundredths() const { return n_; }
    [[nodiscard]] constexpr double value() const { return n_ / 100.0; }   ///< 12.5 of 12.5 %
    [[nodiscard]] constexpr double share() const { return n_ / 10000.0; } ///< 0.125 of 12.5 %

    constexpr auto operator<=>(const Percent&) const = default;
    friend constexpr Percent operator+(Percent a, Percent b) { return hundredths(a.n_ + b.n_); }

private:
    int n_ = 0;
};

/// "30", "12.5": without the sign.
[[nodiscard]] QString percentText(Percent percent);
/// Reads "30", "12.5 %" or "12,5"; up to two decimals. Fails on anything else, and beyond 10,000 %.
[[nodiscard]] Result<Percent> parsePercent(const QString& text);

} // namespace hinge
