// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/record_fill.h"
#include "pdf/face_form.h"

namespace hinge
{

/// The operators of numbered copies, put together from those of a few. Where two copies differ in digits alone, a digit
/// changes its own glyph, the kerning to its neighbours, and where an aligned line begins: all that can be learned from
/// every pair of digits in every place, and no text is set again for each of a hundred thousand tickets.
class NumberedCopies
{
public:
    /// Composes copies of the surface and looks what their digits change. `job` has its fields as they are typed; the
    /// composer must be prepared. Nothing where numbers of so many digits change more than that: codes, pictures, lines
    /// that break elsewhere, fonts whose letters depend on more than their neighbours.
    [[nodiscard]] static Result<std::optional<NumberedCopies>> make(FaceComposer& composer, const Job& job,
                                                                    const SurfaceId& surface, int digits);

    /// What the operators of every copy refer to.
    [[nodiscard]] const FaceComposer::Content& common() const { return common_; }
    /// True where nothing names the number.
    [[nodiscard]] bool areAlike() const;
    /// True where the operators of both refer to the same things by the same names.
    [[nodiscard]] bool refersLike(const NumberedCopies& other) const;
    /// The operators of the copy with these digits, as many as it was made for.
    void draw(const QByteArray& digits, QByteArray& out) const;

private:
    friend class NumberLearner;
    /// A glyph that is shown, and what stands between it and the next one (ISO 32000-1, 9.4.3).
    struct Shown {
        int digit = -1; ///< which one of the number, from its left; -1 for a letter that is always there
        std::array<QByteArray, 10> code{};
        /// By this digit and the next glyph's; the first of either where that is no digit.
        std::array<std::array<std::optional<QByteArray>, 10>, 10> gap{};
    };
    /// A line of operators.
    struct Line {
        enum class Kind { Same, Glyphs, Start };
        Kind kind = Kind::Same;
        QByteArray text; ///< as it is; of `Glyphs` what stands before the first one, of `Start` what follows x
        std::vector<Shown> shown{};
        /// Of `Start`: x of the copy that is all zeros, and how it moves by each pair of neighbours, and by each digit
        /// between two.
        double x = 0;
        std::vector<std::array<std::array<double, 10>, 10>> pairs{};
        std::vector<std::array<double, 10>> singles{};
    };
    static void drawGlyphs(const Line& line, const QByteArray& digits, QByteArray& out);
    static void drawStart(const Line& line, const QByteArray& digits, QByteArray& out);

    FaceComposer::Content common_;
    std::vector<Line> lines_;
};

/// The digits of a number of the series; empty where it is not made of the series' prefix, digits and suffix.
[[nodiscard]] QByteArray digitsAt(const Series& series, qint64 place);
/// Every pair of digits beside each other, in numbers as long as those of the series are: whatever letters any of its
/// numbers needs, one of these does. Without prefix and suffix; empty where numbers are not made so.
[[nodiscard]] std::vector<QByteArray> digitsToShow(const Series& series, int count);
/// A record of the series with these digits.
[[nodiscard]] Record recordOf(const Series& series, const QByteArray& digits);

} // namespace hinge
