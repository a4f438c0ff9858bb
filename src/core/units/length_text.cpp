// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/length_text.h"

#include <QRegularExpression>
#include <array>
#include <boost/multiprecision/cpp_int.hpp>
#include <numeric>
#include <optional>

namespace hinge
{
namespace
{

/// Exact, however long.
using Fraction = boost::multiprecision::cpp_rational;
using Whole = boost::multiprecision::cpp_int;

/// No sum in a field comes near this; a text of thousands of digits is refused before it costs anything.
bool isTooLong(const Fraction& f)
{
    static const Whole most = Whole(1) << 60;
    return abs(numerator(f)) > most || denominator(f) > most;
}

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
    Fraction value;
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
        const Fraction half(value->value < 0 ? -1 : 1, 2);
        const Fraction awayFromZero = value->value + half;
        const Whole nearest = numerator(awayFromZero) / denominator(awayFromZero); // half away from zero
        if (abs(nearest) > Length::mm(100'000).count())
            return fail(QStringLiteral("A length of more than 100 m is outside anything that is printed here."));
        return Length::units(nearest.convert_to<std::int64_t>());
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

    /// A result of the sum, or why it is none.
    Result<Fraction> checked(Fraction value) const
    {
        if (isTooLong(value))
            return fail(tooLarge());
        return value;
    }

    Result<Fraction> digits()
    {
        skipSpace();
        constexpr int most = 30; // more than any limit here lets through
        Whole num = 0;
        Whole den = 1;
        int count = 0;
        bool any = false;
        bool decimals = false;
        while (at_ < text_.size()) {
            const QChar c = text_[at_];
            if (c.isDigit()) {
                num = num * 10 + c.digitValue();
                if (decimals)
                    den *= 10;
                any = true;
                ++count;
            } else if (!decimals && (c == u'.' || c == u',')) {
                decimals = true;
            } else {
                break;
            }
            if (count > most)
                return fail(tooLarge());
            ++at_;
        }
        if (!any)
            return fail(at_ < text_.size()
                            ? QStringLiteral("Expected a number at “%1”.").arg(text_.mid(at_, 12))
                            : QStringLiteral("The sum stops too early: a number is missing at the end."));
        lastWasWhole_ = !decimals;
        return checked({num, den});
    }

    /// Whole number, a space, and a proper fraction: "3 5/8". Anything else leaves the place unchanged.
    std::optional<Fraction> fractionAfterWhole()
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
                if (den && *den != 0)
                    return *num / *den;
            }
        }
        at_ = start;
        return std::nullopt;
    }

    Result<Fraction> number()
    {
        auto whole = digits();
        if (!whole || !lastWasWhole_)
            return whole;
        if (const auto fraction = fractionAfterWhole())
            return checked(*whole + *fraction);
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
                inner->value = -inner->value;
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
            const auto length = checked(term.value * unitSize(*unit));
            if (!length)
                return tl::unexpected(length.error());
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
            if (over && right->value == 0)
                return fail(QStringLiteral("The sum divides by zero."));
            Fraction value = over ? Fraction(left->value / right->value) : Fraction(left->value * right->value);
            if (over && right->isLength) // "1/16 in" is a sixteenth of an inch: the unit belongs to the whole fraction
                value *= Fraction(unitSize(lastUnit_)) * unitSize(lastUnit_);
            if (isTooLong(value))
                return fail(tooLarge());
            left = Term{std::move(value), left->isLength || right->isLength};
        }
        return left;
    }

    /// Adds up the terms; bare numbers wait for the next unit to their right (`final`: or the field's).
    Result<Term> sum(bool final)
    {
        Fraction lengths;
        Fraction bare;
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
            (term->isLength ? lengths : bare) += negative ? Fraction(-term->value) : term->value;
            if (term->isLength) {
                lengths += bare * unitSize(lastUnit_);
                bare = 0;
                anyLength = true;
            }
            if (isTooLong(lengths) || isTooLong(bare))
                return fail(tooLarge());
        }
        if (!anyLength && !final)
            return Term{bare, false};
        lengths += bare * unitSize(unit_);
        if (isTooLong(lengths))
            return fail(tooLarge());
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
    const Fraction scaled = Fraction(length.count()) * 1'000'000 / per;
    if (denominator(scaled) != 1)
        return std::nullopt;
    const auto millionths = numerator(scaled).convert_to<std::int64_t>();
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

QString formatThickness(Length length, Unit unit)
{
    return unit == Unit::Inch ? QStringLiteral("%1 in").arg(length.toInches(), 0, 'f', 4)
                              : QStringLiteral("%1 mm").arg(length.toMm(), 0, 'f', 3);
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
