// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece/page_numbers.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// What a plain number looks like.
TextStyle plainStyle()
{
    TextStyle style;
    style.size = Length::points(9);
    style.leading = Length::points(11);
    return style;
}

struct Standing {
    bool atHead;
    Align align;
};

Standing standingOf(NumberPlace place, Hand hand)
{
    // The fore-edge of a right-hand page is at its right.
    const Align outer = hand == Hand::Right ? Align::Right : Align::Left;
    const Align inner = hand == Hand::Right ? Align::Left : Align::Right;
    switch (place) {
    case NumberPlace::None:
    case NumberPlace::FootMiddle: return {false, Align::Centre};
    case NumberPlace::FootOuter: return {false, outer};
    case NumberPlace::FootInner: return {false, inner};
    case NumberPlace::FootLeft: return {false, Align::Left};
    case NumberPlace::FootRight: return {false, Align::Right};
    case NumberPlace::HeadOuter: return {true, outer};
    case NumberPlace::HeadMiddle: return {true, Align::Centre};
    case NumberPlace::HeadInner: return {true, inner};
    }
    return {false, Align::Centre};
}

} // namespace

QString romanNumber(int number, bool capitals)
{
    if (number < 1 || number > 3999)
        return QString::number(number);
    constexpr std::pair<int, const char*> steps[] = {{1000, "m"}, {900, "cm"}, {500, "d"}, {400, "cd"}, {100, "c"},
                                                     {90, "xc"},  {50, "l"},   {40, "xl"}, {10, "x"},   {9, "ix"},
                                                     {5, "v"},    {4, "iv"},   {1, "i"}};
    QString out;
    for (const auto& [value, letters] : steps)
        for (; number >= value; number -= value)
            out += QLatin1String(letters);
    return capitals ? out.toUpper() : out;
}

std::optional<PrintedNumber> printedNumber(const Job& job, const ReaderPage& page)
{
    const PageNumbers& numbers = job.pages.printed;
    if (numbers.place == NumberPlace::None || page.isBlank() || page.folio.isEmpty() ||
        (page.place < job.sequence.size() && job.sequence.at(page.place).hidesNumber))
        return std::nullopt;
    PrintedNumber out;
    out.words.text = page.folio;
    const NamedStyle* style = job.findTextStyle(numbers.styleName);
    out.words.style = style ? style->style : plainStyle();
    const Standing standing = standingOf(numbers.place, page.hand);
    out.words.style.align = standing.align;
    out.words.style.spaceBefore = out.words.style.spaceAfter = out.words.style.firstIndent =
        out.words.style.indent = {};
    const Length line = out.words.style.lineStep();
    out.frame = {numbers.fromSide, standing.atHead ? numbers.fromEdge : job.page.h - numbers.fromEdge - line,
                 job.page.w - numbers.fromSide * 2, line};
    return out;
}

bool numbersAlike(const Job& a, const Job& b)
{
    if (!(a.pages == b.pages) || a.kind != b.kind || a.rightToLeft != b.rightToLeft)
        return false;
    if (a.pages.printed.place == NumberPlace::None || a.sequence.isSharedWith(b.sequence))
        return true;
    return std::ranges::equal(a.sequence, b.sequence, [](const SequencePage& x, const SequencePage& y) {
        return x.id == y.id && x.hidesNumber == y.hidesNumber;
    });
}

} // namespace hinge
