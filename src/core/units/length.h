// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <array>
#include <compare>
#include <cstdint>
#include <vector>

namespace hinge
{

/// Millimetres of a PDF point, where exact lengths end and drawing begins.
inline constexpr double mmPerPoint = 25.4 / 72;

/// A distance on paper, exact.
///
/// Counted in ninths of a nanometre, because in that unit the millimetre (9 000 000), the inch
/// (228 600 000: 25.4 mm exactly, international inch of 1959), its thirds, the point (1/72 in,
/// ISO 32000-1, 8.3.2.3) and the pica (12 pt) are all whole numbers. Sums of panels therefore come
/// out exactly; doubles appear only at the border to drawing and PDF.
/// The range is about plus or minus one thousand kilometres.
class Length
{
public:
    static constexpr std::int64_t perMm = 9'000'000;
    static constexpr std::int64_t perInch = 228'600'000;
    static constexpr std::int64_t perPoint = perInch / 72;
    static constexpr std::int64_t perPica = perPoint * 12;
    static constexpr std::int64_t perMicrometre = perMm / 1000;

    constexpr Length() = default;
    [[nodiscard]] static constexpr Length units(std::int64_t n) { return Length(n); }
    [[nodiscard]] static constexpr Length mm(std::int64_t n) { return Length(n * perMm); }
    [[nodiscard]] static constexpr Length inches(std::int64_t n) { return Length(n * perInch); }
    [[nodiscard]] static constexpr Length points(std::int64_t n) { return Length(n * perPoint); }
    [[nodiscard]] static constexpr Length micrometres(std::int64_t n) { return Length(n * perMicrometre); }
    /// The nearest length to a number that came from drawing or from a PDF; never for computing.
    [[nodiscard]] static Length nearestMm(double mm);
    [[nodiscard]] static Length nearestPoints(double pt);

    [[nodiscard]] constexpr std::int64_t count() const { return n_; }
    [[nodiscard]] constexpr double toMm() const { return double(n_) / double(perMm); }
    [[nodiscard]] constexpr double toPoints() const { return double(n_) / double(perPoint); }
    [[nodiscard]] constexpr double toInches() const { return double(n_) / double(perInch); }

    constexpr auto operator<=>(const Length&) const = default;
    constexpr Length operator-() const { return Length(-n_); }
    constexpr Length& operator+=(Length o)
    {
        n_ += o.n_;
        return *this;
    }
    constexpr Length& operator-=(Length o)
    {
        n_ -= o.n_;
        return *this;
    }
    friend constexpr Length operator+(Length a, Length b) { return a += b; }
    friend constexpr Length operator-(Length a, Length b) { return a -= b; }
    friend constexpr Length operator*(Length a, std::int64_t k) { return Length(a.n_ * k); }
    friend constexpr Length operator*(std::int64_t k, Length a) { return a * k; }
    /// How often b goes into a whole (towards zero).
    friend constexpr std::int64_t operator/(Length a, Length b) { return a.n_ / b.n_; }
    /// The k-th part, cut down to a whole unit; use `share` where the parts must add up.
    [[nodiscard]] constexpr Length part(std::int64_t k) const { return Length(n_ / k); }

private:
    explicit constexpr Length(std::int64_t n) : n_(n) {}
    std::int64_t n_ = 0;
};

[[nodiscard]] constexpr Length abs(Length a) { return a < Length() ? -a : a; }

/// Divides `whole` into `parts` lengths that add up to it exactly.
/// The one rule for remainders: what is left over is always fewer units than there are parts, and
/// is handed out one unit (a ninth of a nanometre) each, beginning with the first part.
[[nodiscard]] std::vector<Length> share(Length whole, int parts);

/// A size in two directions; width runs along the reading direction of the piece.
struct Size {
    Length w, h;
    bool operator==(const Size&) const = default;
    [[nodiscard]] constexpr Size turned() const { return {h, w}; }
};

struct Point {
    Length x, y;
    bool operator==(const Point&) const = default;
};

/// A rectangle on paper: x runs right, y runs down (foot), the origin is the head-left trim corner.
struct Rect {
    Length x, y, w, h;
    bool operator==(const Rect&) const = default;
    [[nodiscard]] constexpr Length right() const { return x + w; }
    [[nodiscard]] constexpr Length bottom() const { return y + h; }
    [[nodiscard]] constexpr Point middle() const { return {x + w.part(2), y + h.part(2)}; }
    [[nodiscard]] constexpr Size size() const { return {w, h}; }
    [[nodiscard]] constexpr bool isEmpty() const { return w <= Length() || h <= Length(); }
    [[nodiscard]] constexpr bool contains(const Rect& o) const
    {
        return o.x >= x && o.y >= y && o.right() <= right() && o.bottom() <= bottom();
    }
    /// True when the two share an area, not only an edge.
    [[nodiscard]] constexpr bool overlaps(const Rect& o) const
    {
        return x < o.right() && o.x < right() && y < o.bottom() && o.y < bottom();
    }
    [[nodiscard]] constexpr Rect grown(Length d) const { return {x - d, y - d, w + d * 2, h + d * 2}; }
    [[nodiscard]] constexpr Rect moved(Point by) const { return {x + by.x, y + by.y, w, h}; }
    /// Less so much at its left, top, right and bottom.
    [[nodiscard]] constexpr Rect without(const std::array<Length, 4>& edges) const
    {
        return fromEdges(x + edges[0], y + edges[1], right() - edges[2], bottom() - edges[3]);
    }
    /// What of it lies in another; empty or turned inside out where the two are apart.
    [[nodiscard]] constexpr Rect within(const Rect& o) const
    {
        return fromEdges(std::max(x, o.x), std::max(y, o.y), std::min(right(), o.right()),
                         std::min(bottom(), o.bottom()));
    }
    /// The smallest that holds both.
    [[nodiscard]] constexpr Rect united(const Rect& o) const
    {
        return fromEdges(std::min(x, o.x), std::min(y, o.y), std::max(right(), o.right()),
                         std::max(bottom(), o.bottom()));
    }
    [[nodiscard]] static constexpr Rect fromEdges(Length l, Length t, Length r, Length b)
    {
        return {l, t, r - l, b - t};
    }
};

} // namespace hinge
