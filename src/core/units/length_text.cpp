// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/length_text.h"

#include <QRegularExpression>
#include <array>
#include <numeric>
#include <optional>
#include <tuple>

namespace hinge
{
namespace
{

__extension__ typedef __int128 Wide;

/// An exact fraction; sums in fields stay small, so 128 bits with a guard suffice.
struct Rational {
    Wide num = 0;
    Wide den = 1;
};

constexpr Wide guard = Wide(1) << 100;

Wide magnitude(Wide a) { return a < 0 ? -a : a; }

Wide gcd(Wide a, Wide b)
{
    a = magnitude(a);
    b = magnitude(b);
    while (b != 0)
        std::tie(a, b) = std::pair(b, a % b);
    return a;
}

/// nullopt when the fraction has grown past what can be computed without overflow.
std::optional<Rational> reduced(Wide num, Wide den)
{
    if (den == 0)
        return std::nullopt;
    const Wide g = gcd(num, den);
    if (g > 1) {
        num /= g;
        den /= g;
    }
    if (den < 0) {
        num = -num;
        den = -den;
    }
    // Two numbers below 2^60 multiply without overflow in the next step.
    constexpr Wide limit = Wide(1) << 60;
    if (magnitude(num) > limit || den > limit)
        return std::nullopt;
    return Rational{num, den};
}

std::optional<Rational> add(Rational a, Rational b) { return reduced(a.num * b.den + b.num * a.den, a.den * b.den); }
std::optional<Rational> multiply(Rational a, Rational b) { return reduced(a.num * b.num, a.den * b.den); }

std::int64_t unitSize(Unit unit)
{
    switch (unit) {
    case Unit::Mm: return Length::perMm;
    case Unit::Cm: return Length::perMm * 10;
    case Unit::Inch: return Length::perInch;
    case Unit::Point: return Length::perPoint;
    case Unit::Pica: return Length::perPica;
    }
    return Length::perMm;
}

QString tooLarge() { return QStringLiteral("The number is too large or too finely divided to compute exactly."); }

/// A value in a sum: a plain number until a unit is known, then a length in units of `Length`.
struct Term {
    Rational value;
    bool isLength = false;
};

/// Recursive-descent reader for `sum := product (('+'|'-') product)*`.
class SumReader
{
public:
    SumReader(QString text, Unit unit) : text_(std::move(text)), unit_(unit) {}

    Result<Length> read()
    {
        if (text_.trimmed().isEmpty())
            return fail(QStringLiteral("Type a length, for example 210, 8 1/2 in or 297/3."));
        auto value = sum(true);
        if (!value)
            return tl::unexpected(value.error());
        skipSpace();
        if (at_ < text_.size())
            return fail(QStringLiteral("Cannot read “%1” here. A length looks like 210 mm, 8 1/2 in, 297/3 or 85+2*3.")
                            .arg(text_.mid(at_, 12)));
        const Rational r = value->value;
        const Wide twice = r.num * 2 + (r.num < 0 ? -r.den : r.den);
        const Wide nearest = twice / (r.den * 2); // half away from zero
        if (magnitude(nearest) > Wide(Length::mm(100'000).count()))
            return fail(QStringLiteral("A length of more than 100 m is outside anything that is printed here."));
        return Length::units(std::int64_t(nearest));
    }

private:
    tl::unexpected<Problem> fail(QString message) const { return problem(QString(), std::move(message)); }

    void skipSpace()
    {
        while (at_ < text_.size() && text_[at_].isSpace())
            ++at_;
    }

    bool take(QChar c)
    {
        skipSpace();
        if (at_ >= text_.size() || text_[at_] != c)
            return false;
        ++at_;
        return true;
    }

    bool takeAny(std::initializer_list<char16_t> cs)
    {
        for (const char16_t c : cs)
            if (take(QChar(c)))
                return true;
        return false;
    }

    Result<Rational> digits()
    {
        skipSpace();
        Wide num = 0;
        Wide den = 1;
        bool any = false;
        bool decimals = false;
        while (at_ < text_.size()) {
            const QChar c = text_[at_];
            if (c.isDigit()) {
                num = num * 10 + c.digitValue();
                if (decimals)
                    den *= 10;
                any = true;
            } else if (!decimals && (c == u'.' || c == u',')) {
                decimals = true;
            } else {
                break;
            }
            if (num > guard || den > guard)
                return fail(tooLarge());
            ++at_;
        }
        if (!any)
            return fail(at_ < text_.size()
                            ? QStringLiteral("Expected a number at “%1”.").arg(text_.mid(at_, 12))
                            : QStringLiteral("The sum stops too early: a number is missing at the end."));
        const auto r = reduced(num, den);
        if (!r)
            return fail(tooLarge());
        lastWasWhole_ = !decimals;
        return *r;
    }

    /// Whole number, a space, and a proper fraction: "3 5/8". Anything else leaves the place unchanged.
    std::optional<Rational> fractionAfterWhole()
    {
        const qsizetype start = at_;
        if (at_ >= text_.size() || !text_[at_].isSpace())
            return std::nullopt;
        skipSpace();
        if (at_ < text_.size() && text_[at_].isDigit()) {
            const auto num = digits();
            if (num && lastWasWhole_ && at_ < text_.size() && text_[at_] == u'/') {
                ++at_;
                const auto den = digits();
                if (den && den->num != 0)
                    return reduced(num->num * den->den, num->den * den->num);
            }
        }
        at_ = start;
        return std::nullopt;
    }

    Result<Rational> number()
    {
        auto whole = digits();
        if (!whole || !lastWasWhole_)
            return whole;
        if (const auto fraction = fractionAfterWhole()) {
            const auto mixed = add(*whole, *fraction);
            if (!mixed)
                return fail(tooLarge());
            return *mixed;
        }
        return whole;
    }

    std::optional<Unit> unitHere()
    {
        skipSpace();
        static const std::array<std::pair<QString, Unit>, 14> names{{
            {QStringLiteral("millimetres"), Unit::Mm},
            {QStringLiteral("mm"), Unit::Mm},
            {QStringLiteral("cm"), Unit::Cm},
            {QStringLiteral("inches"), Unit::Inch},
            {QStringLiteral("inch"), Unit::Inch},
            {QStringLiteral("in"), Unit::Inch},
            {QStringLiteral("\""), Unit::Inch},
            {QStringLiteral("″"), Unit::Inch},
            {QStringLiteral("”"), Unit::Inch},
            {QStringLiteral("points"), Unit::Point},
            {QStringLiteral("pt"), Unit::Point},
            {QStringLiteral("picas"), Unit::Pica},
            {QStringLiteral("pica"), Unit::Pica},
            {QStringLiteral("p"), Unit::Pica},
        }};
        for (const auto& [name, unit] : names) {
            if (QStringView(text_).mid(at_).startsWith(name, Qt::CaseInsensitive)) {
                const qsizetype end = at_ + name.size();
                if (name.at(0).isLetter() && end < text_.size() && text_[end].isLetter())
                    continue;
                at_ = end;
                return unit;
            }
        }
        return std::nullopt;
    }

    Result<Term> factor()
    {
        if (depth_ > 40)
            return fail(QStringLiteral("The sum has too many brackets."));
        if (takeAny({u'-', u'−'})) {
            ++depth_;
            auto inner = factor();
            --depth_;
            if (inner)
                inner->value.num = -inner->value.num;
            return inner;
        }
        Term term;
        if (take(u'(')) {
            ++depth_;
            auto inner = sum(false);
            --depth_;
            if (!inner)
                return inner;
            if (!take(u')'))
                return fail(QStringLiteral("A closing bracket is missing."));
            term = *inner;
        } else {
            const auto value = number();
            if (!value)
                return tl::unexpected(value.error());
            term.value = *value;
        }
        if (const auto unit = unitHere()) {
            if (term.isLength)
                return fail(QStringLiteral("A unit stands twice on the same length."));
            const auto length = multiply(term.value, {unitSize(*unit), 1});
            if (!length)
                return fail(tooLarge());
            term = {*length, true};
            lastUnit_ = *unit;
        }
        return term;
    }

    Result<Term> product()
    {
        auto left = factor();
        while (left) {
            const bool times = takeAny({u'*', u'×', u'·'});
            const bool over = !times && takeAny({u'/', u'÷', u':'});
            if (!times && !over)
                break;
            const auto right = factor();
            if (!right)
                return right;
            if (left->isLength && right->isLength)
                return fail(times ? QStringLiteral("A length times a length is an area, not a length.")
                                  : QStringLiteral("A length divided by a length is a number, not a length."));
            if (over && right->value.num == 0)
                return fail(QStringLiteral("The sum divides by zero."));
            std::optional<Rational> value;
            if (over && right->isLength) {
                // "1/16 in" is a sixteenth of an inch: the unit belongs to the whole fraction.
                const Rational size{unitSize(lastUnit_), 1};
                value = multiply(size, {right->value.den, right->value.num});
                if (value)
                    value = multiply(*value, left->value);
                if (value)
                    value = multiply(*value, size);
            } else if (over) {
                value = multiply(left->value, {right->value.den, right->value.num});
            } else {
                value = multiply(left->value, right->value);
            }
            if (!value)
                return fail(tooLarge());
            left = Term{*value, left->isLength || right->isLength};
        }
        return left;
    }

    /// Adds up the terms; bare numbers wait for the next unit to their right (`final`: or the field's).
    Result<Term> sum(bool final)
    {
        Rational lengths{0, 1};
        Rational bare{0, 1};
        bool anyLength = false;
        bool negative = false;
        for (bool first = true;; first = false) {
            if (!first) {
                if (takeAny({u'+'}))
                    negative = false;
                else if (takeAny({u'-', u'−'}))
                    negative = true;
                else
                    break;
            }
            const auto term = product();
            if (!term)
                return term;
            Rational value = term->value;
            if (negative)
                value.num = -value.num;
            std::optional<Rational> next;
            if (term->isLength) {
                next = add(lengths, value);
                if (next && bare.num != 0) {
                    const auto waiting = multiply(bare, {unitSize(lastUnit_), 1});
                    next = waiting ? add(*next, *waiting) : std::nullopt;
                    bare = {0, 1};
                }
                if (next)
                    lengths = *next;
                anyLength = true;
            } else {
                next = add(bare, value);
                if (next)
                    bare = *next;
            }
            if (!next)
                return fail(tooLarge());
        }
        if (!anyLength && !final)
            return Term{bare, false};
        if (bare.num != 0) {
            const auto rest = multiply(bare, {unitSize(unit_), 1});
            const auto total = rest ? add(lengths, *rest) : std::nullopt;
            if (!total)
                return fail(tooLarge());
            lengths = *total;
        }
        return Term{lengths, true};
    }

    QString text_;
    Unit unit_;
    Unit lastUnit_ = Unit::Mm;
    qsizetype at_ = 0;
    int depth_ = 0;
    bool lastWasWhole_ = false;
};

QString trimmedDecimal(double value, int decimals, int atLeast)
{
    QString s = QString::number(value, 'f', decimals);
    if (decimals > 0) {
        const qsizetype point = s.indexOf(u'.');
        while (s.size() - point - 1 > atLeast && s.endsWith(u'0'))
            s.chop(1);
        if (s.endsWith(u'.'))
            s.chop(1);
    }
    return s == QStringLiteral("-0") ? QStringLiteral("0") : s;
}

/// "3 5/8" when the length is a whole number of 1/`parts` of an inch.
std::optional<QString> inchFraction(Length length, std::int64_t parts)
{
    if (Length::perInch % parts != 0 || length.count() % (Length::perInch / parts) != 0)
        return std::nullopt;
    const std::int64_t n = length.count() / (Length::perInch / parts);
    const std::int64_t magnitudeOf = n < 0 ? -n : n;
    const std::int64_t whole = magnitudeOf / parts;
    std::int64_t num = magnitudeOf % parts;
    std::int64_t den = parts;
    const std::int64_t g = std::gcd(num, den);
    QString s = n < 0 ? QStringLiteral("-") : QString();
    if (num == 0)
        return s + QString::number(whole);
    num /= g;
    den /= g;
    if (whole > 0)
        s += QString::number(whole) + u' ';
    return s + QString::number(num) + u'/' + QString::number(den);
}

std::optional<QString> inchText(Length length)
{
    // A 64th of an inch is not a whole number of units, but 1/64 in = 3 571 875 units is; so is 1/12.
    for (const std::int64_t parts : {32, 12, 64})
        if (auto s = inchFraction(length, parts))
            return s;
    return std::nullopt;
}

/// An exact decimal in the unit, or nothing when it does not end within six places.
std::optional<QString> exactDecimal(Length length, std::int64_t per)
{
    const Wide scaled = Wide(length.count()) * 1'000'000;
    if (scaled % per != 0)
        return std::nullopt;
    const auto millionths = std::int64_t(scaled / per);
    const std::int64_t m = millionths < 0 ? -millionths : millionths;
    QString s = QString::number(m / 1'000'000);
    QString fraction = QStringLiteral("%1").arg(m % 1'000'000, 6, 10, QLatin1Char('0'));
    while (fraction.endsWith(u'0'))
        fraction.chop(1);
    if (!fraction.isEmpty())
        s += u'.' + fraction;
    return millionths < 0 ? u'-' + s : s;
}

} // namespace

QString unitName(Unit unit)
{
    switch (unit) {
    case Unit::Mm: return QStringLiteral("mm");
    case Unit::Cm: return QStringLiteral("cm");
    case Unit::Inch: return QStringLiteral("in");
    case Unit::Point: return QStringLiteral("pt");
    case Unit::Pica: return QStringLiteral("pica");
    }
    return QStringLiteral("mm");
}

Result<Unit> parseUnit(const QString& name)
{
    for (const Unit unit : {Unit::Mm, Unit::Cm, Unit::Inch, Unit::Point, Unit::Pica})
        if (name == unitName(unit))
            return unit;
    return problem(QString(),
                   QStringLiteral("“%1” is not a unit; use mm, cm, in, pt or pica.").arg(Problem::quoted(name)));
}

Result<Length> parseLength(const QString& text, Unit unit) { return SumReader(text, unit).read(); }

QString formatNumber(Length length, Unit unit)
{
    switch (unit) {
    case Unit::Mm: return trimmedDecimal(length.toMm(), 2, 1);
    case Unit::Cm: return trimmedDecimal(length.toMm() / 10, 3, 1);
    case Unit::Inch: return inchText(length).value_or(trimmedDecimal(length.toInches(), 4, 0));
    case Unit::Point: return trimmedDecimal(length.toPoints(), 2, 0);
    case Unit::Pica: return trimmedDecimal(length.toPoints() / 12, 3, 0);
    }
    return {};
}

QString formatLength(Length length, Unit unit)
{
    QString number = formatNumber(length, unit);
    if (number.endsWith(QStringLiteral(".0")))
        number.chop(2);
    return number + u' ' + unitName(unit);
}

QString formatSize(Size size, Unit unit)
{
    const auto bare = [unit](Length l) {
        QString s = formatLength(l, unit);
        s.chop(unitName(unit).size() + 1);
        return s;
    };
    return bare(size.w) + QStringLiteral(" × ") + bare(size.h) + u' ' + unitName(unit);
}

QString exactText(Length length, Unit unit)
{
    if (unit == Unit::Inch)
        if (const auto s = inchText(length))
            return *s + QStringLiteral(" in");
    if (const auto s = exactDecimal(length, unitSize(unit)))
        return *s + u' ' + unitName(unit);
    if (const auto s = exactDecimal(length, Length::perMm))
        return *s + QStringLiteral(" mm");
    // A third of a millimetre has no end as a decimal; the fraction is exact and reads back.
    const std::int64_t g = std::gcd(length.count(), Length::perMm);
    return QStringLiteral("%1/%2 mm").arg(length.count() / g).arg(Length::perMm / g);
}

Result<Size> parseSize(const QString& text, Unit unit)
{
    static const QRegularExpression by(QStringLiteral("\\s*(?:x|×|\\bby\\b)\\s*"),
                                       QRegularExpression::CaseInsensitiveOption);
    const QStringList parts = text.simplified().split(by);
    if (parts.size() != 2)
        return problem({}, QStringLiteral("Type width × height, such as 100 × 210 or 4 1/4 x 5 1/2 in."));
    const auto second = parseLength(parts[1], unit);
    if (!second)
        return tl::unexpected(second.error());
    // "4 x 5 in": the unit was said once.
    static const QRegularExpression unitAtEnd(QStringLiteral("[a-z\"″]+\\.?$"),
                                              QRegularExpression::CaseInsensitiveOption);
    const bool said = unitAtEnd.match(parts[0]).hasMatch();
    const auto last = unitAtEnd.match(parts[1]);
    const auto first = parseLength(said || !last.hasMatch() ? parts[0] : parts[0] + u' ' + last.captured(0), unit);
    if (!first)
        return tl::unexpected(first.error());
    return Size{*first, *second};
}

QString groupedNumber(qint64 number)
{
    QString text = QString::number(number);
    for (qsizetype i = text.size() - 3; i > (number < 0 ? 1 : 0); i -= 3)
        text.insert(i, u',');
    return text;
}

} // namespace hinge
