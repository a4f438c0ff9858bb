// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/numbered_copies.h"

#include "pdf/pdf_number.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// Two that refer to the same things by the same names.
bool referAlike(const FaceComposer::Content& a, const FaceComposer::Content& b)
{
    return QPDFObjectHandle(a.objects).unparse() == QPDFObjectHandle(b.objects).unparse() &&
           QPDFObjectHandle(a.states).unparse() == QPDFObjectHandle(b.states).unparse();
}

QByteArray alternating(char a, char b, int digits)
{
    QByteArray out;
    for (int i = 0; i < digits; ++i)
        out += i % 2 == 0 ? a : b;
    return out;
}

int at(const QByteArray& digits, int place) { return digits[place] - '0'; }

/// Kerning is rounded to a thousandth of a thousandth of an em; the pen is tracked, so that what was lost is made up.
bool sameGap(const QByteArray& a, const QByteArray& b)
{
    return a == b || std::abs((a.isEmpty() ? 0 : a.toDouble()) - (b.isEmpty() ? 0 : b.toDouble())) < 0.0025;
}

/// Places are written to five decimals of a point; a few of them are added up.
constexpr double sameX = 2e-4;

} // namespace

/// Composes copies, and learns from them.
class NumberLearner
{
public:
    NumberLearner(FaceComposer& composer, const Job& job, const SurfaceId& surface, int digits)
        : composer_(composer), job_(job), surface_(surface), digits_(digits)
    {
    }

    Result<std::optional<NumberedCopies>> learn()
    {
        auto zeros = copyOf(QByteArray(digits_, '0'));
        if (!zeros)
            return tl::unexpected(zeros.error());
        made_.common_ = *zeros;
        samples_.push_back({QByteArray(digits_, '0'), zeros->operators.split('\n')});
        for (const QByteArray& number : numbersToCompose())
            if (auto done = take(number); !done)
                return tl::unexpected(done.error());
            else if (!*done)
                return std::optional<NumberedCopies>();
        for (qsizetype line = 0; line < samples_.front().lines.size(); ++line)
            if (!learnLine(line))
                return std::optional<NumberedCopies>();
        return isProved() ? std::optional(std::move(made_)) : std::optional<NumberedCopies>();
    }

private:
    using Line = NumberedCopies::Line;
    /// What stands in "[a<0001>b<0002>c] TJ": a before the first glyph, and each glyph with what follows it.
    struct Glyphs {
        QByteArray before;
        std::vector<std::pair<QByteArray, QByteArray>> shown;
    };
    static std::optional<Glyphs> glyphsOf(const QByteArray& line)
    {
        if (!line.startsWith('[') || !line.endsWith("] TJ"))
            return std::nullopt;
        const QByteArray inside = line.mid(1, line.size() - 5);
        Glyphs out;
        qsizetype from = inside.indexOf('<');
        out.before = inside.left(std::max<qsizetype>(from, 0));
        while (from >= 0) {
            const qsizetype end = inside.indexOf('>', from);
            if (end < 0)
                return std::nullopt;
            const qsizetype next = inside.indexOf('<', end);
            out.shown.emplace_back(inside.mid(from, end + 1 - from),
                                   inside.mid(end + 1, next < 0 ? -1 : next - end - 1));
            from = next;
        }
        return out;
    }

    /// x of "1 0 0 1 x y Tm", and what follows it.
    static std::optional<std::pair<double, QByteArray>> startOf(const QByteArray& line)
    {
        static const QByteArray head = "1 0 0 1 ";
        const qsizetype end = line.indexOf(' ', head.size());
        if (!line.startsWith(head) || !line.endsWith(" Tm") || end < 0)
            return std::nullopt;
        bool ok = false;
        const double x = line.mid(head.size(), end - head.size()).toDouble(&ok);
        return ok ? std::optional(std::pair(x, line.mid(end))) : std::nullopt;
    }

    struct Sample {
        QByteArray number;
        QList<QByteArray> lines;
    };

    /// Every pair in every place among zeros; then every pair over and over, and some more to try it by.
    [[nodiscard]] std::vector<QByteArray> numbersToCompose() const
    {
        std::vector<QByteArray> out;
        for (int place = 0; place < std::max(1, digits_ - 1); ++place)
            for (int pair = 1; pair < (digits_ > 1 ? 100 : 10); ++pair) {
                QByteArray number(digits_, '0');
                number[place] = char('0' + (digits_ > 1 ? pair / 10 : pair));
                if (digits_ > 1)
                    number[place + 1] = char('0' + pair % 10);
                out.push_back(number);
            }
        for (char a = '0'; digits_ > 1 && a <= '9'; ++a)
            for (char b = '0'; b <= '9'; ++b)
                out.push_back(alternating(a, b, digits_));
        for (int i = 0; i < 20; ++i) {
            QByteArray number;
            for (int place = 0; place < digits_; ++place)
                number += char('0' + (i * 7 + place * place * 3 + place * i) % 10);
            out.push_back(number);
        }
        return out;
    }

    Result<FaceComposer::Content> copyOf(const QByteArray& digits)
    {
        if (auto used = composer_.useCopy(filledFor(job_, recordOf(job_.records.series, digits))); !used)
            return tl::unexpected(used.error());
        FaceComposer::Content content;
        if (auto added = composer_.addCopy(content, surface_); !added)
            return tl::unexpected(added.error());
        return content;
    }

    /// False where the copy is made of other lines, or refers to other things.
    Result<bool> take(const QByteArray& number)
    {
        const auto copy = copyOf(number);
        if (!copy)
            return tl::unexpected(copy.error());
        samples_.push_back({number, copy->operators.split('\n')});
        return samples_.back().lines.size() == samples_.front().lines.size() && referAlike(*copy, made_.common_);
    }

    bool learnLine(qsizetype number)
    {
        Line line;
        line.text = samples_.front().lines[number];
        const bool same =
            std::ranges::all_of(samples_, [&](const Sample& sample) { return sample.lines[number] == line.text; });
        if (!same && !learnGlyphs(number, line) && !learnStart(number, line))
            return false;
        made_.lines_.push_back(std::move(line));
        return true;
    }

    bool learnGlyphs(qsizetype number, Line& line) const
    {
        std::vector<Glyphs> all;
        for (const Sample& sample : samples_) {
            auto glyphs = glyphsOf(sample.lines[number]);
            if (!glyphs || (!all.empty() && (glyphs->shown.size() != all.front().shown.size() ||
                                             !sameGap(glyphs->before, all.front().before))))
                return false;
            all.push_back(std::move(*glyphs));
        }
        line.kind = Line::Kind::Glyphs;
        line.text = all.front().before;
        for (std::size_t i = 0; i < all.front().shown.size(); ++i) {
            NumberedCopies::Shown shown;
            const bool letter =
                std::ranges::all_of(all, [&](const Glyphs& g) { return g.shown[i].first == all[0].shown[i].first; });
            if (letter)
                shown.code[0] = all.front().shown[i].first;
            else if (!findDigit(all, i, shown))
                return false;
            line.shown.push_back(std::move(shown));
        }
        for (std::size_t i = 0; i < line.shown.size(); ++i)
            if (!learnGaps(all, i, line))
                return false;
        return true;
    }

    /// Which digit a glyph stands for.
    bool findDigit(const std::vector<Glyphs>& all, std::size_t glyph, NumberedCopies::Shown& shown) const
    {
        for (int digit = 0; digit < digits_; ++digit) {
            std::array<QByteArray, 10> code;
            bool fits = true;
            for (std::size_t i = 0; i < all.size() && fits; ++i) {
                QByteArray& known = code[std::size_t(at(samples_[i].number, digit))];
                fits = known.isEmpty() || known == all[i].shown[glyph].first;
                known = all[i].shown[glyph].first;
            }
            if (!fits)
                continue;
            shown.digit = digit;
            shown.code = code;
            return std::ranges::none_of(code, &QByteArray::isEmpty);
        }
        return false;
    }

    bool learnGaps(const std::vector<Glyphs>& all, std::size_t glyph, Line& line) const
    {
        NumberedCopies::Shown& shown = line.shown[glyph];
        const int next = glyph + 1 < line.shown.size() ? line.shown[glyph + 1].digit : -1;
        for (std::size_t i = 0; i < all.size(); ++i) {
            const int a = shown.digit < 0 ? 0 : at(samples_[i].number, shown.digit);
            const int b = next < 0 ? 0 : at(samples_[i].number, next);
            auto& gap = shown.gap[std::size_t(a)][std::size_t(b)];
            if (gap && !sameGap(*gap, all[i].shown[glyph].second))
                return false;
            if (!gap)
                gap = all[i].shown[glyph].second;
        }
        for (int a = 0; a < (shown.digit < 0 ? 1 : 10); ++a)
            for (int b = 0; b < (next < 0 ? 1 : 10); ++b)
                if (!shown.gap[std::size_t(a)][std::size_t(b)])
                    return false;
        return true;
    }

    /// Where a line begins moves by the widths of what stands in it. Widths come from digits and their neighbours: what
    /// the pairs move it by, less what is counted in two of them.
    bool learnStart(qsizetype number, Line& line) const
    {
        const auto zero = startOf(line.text);
        if (!zero)
            return false;
        line.kind = Line::Kind::Start;
        line.x = zero->first;
        line.text = zero->second;
        line.pairs.resize(std::size_t(std::max(1, digits_ - 1)));
        line.singles.resize(std::size_t(digits_));
        std::size_t sample = 1;
        for (auto& pair : line.pairs)
            for (int n = 1; n < (digits_ > 1 ? 100 : 10); ++n, ++sample) {
                const auto start = startOf(samples_[sample].lines[number]);
                if (!start || start->second != line.text)
                    return false;
                const int a = digits_ > 1 ? n / 10 : n;
                const int b = digits_ > 1 ? n % 10 : 0;
                pair[std::size_t(a)][std::size_t(b)] = start->first - line.x;
            }
        for (int digit = 1; digit + 1 < digits_; ++digit)
            for (std::size_t a = 0; a < 10; ++a)
                line.singles[std::size_t(digit)][a] = line.pairs[std::size_t(digit)][a][0];
        return true;
    }

    /// Every copy that was composed is drawn as it was.
    [[nodiscard]] bool isProved() const
    {
        return std::ranges::all_of(samples_, [&](const Sample& sample) {
            QByteArray drawn;
            made_.draw(sample.number, drawn);
            const QList<QByteArray> lines = drawn.split('\n');
            if (lines.size() != sample.lines.size())
                return false;
            for (qsizetype i = 0; i < lines.size(); ++i)
                if (lines[i] != sample.lines[i] && !sameLine(lines[i], sample.lines[i]))
                    return false;
            return true;
        });
    }

    static bool sameLine(const QByteArray& a, const QByteArray& b)
    {
        if (const auto x = startOf(a), y = startOf(b); x && y)
            return x->second == y->second && std::abs(x->first - y->first) < sameX;
        const auto x = glyphsOf(a);
        const auto y = glyphsOf(b);
        return x && y && std::ranges::equal(x->shown, y->shown, [](const auto& p, const auto& q) {
                   return p.first == q.first && sameGap(p.second, q.second);
               });
    }

    FaceComposer& composer_;
    const Job& job_;
    SurfaceId surface_;
    int digits_;
    std::vector<Sample> samples_;
    NumberedCopies made_;
};

QByteArray digitsAt(const Series& series, qint64 place)
{
    const QString number = numberAt(series, int(place));
    if (!number.startsWith(series.prefix) || !number.endsWith(series.suffix) ||
        number.size() <= series.prefix.size() + series.suffix.size())
        return {};
    const QString digits =
        number.mid(series.prefix.size(), number.size() - series.prefix.size() - series.suffix.size());
    const bool plain = std::ranges::all_of(digits, [](QChar c) { return c >= u'0' && c <= u'9'; });
    return plain ? digits.toLatin1() : QByteArray();
}

std::vector<QByteArray> digitsToShow(const Series& series, int count)
{
    const qsizetype first = digitsAt(series, 0).size();
    const qsizetype last = digitsAt(series, count - 1).size();
    if (first == 0 || last == 0)
        return {};
    std::vector<QByteArray> out;
    for (qsizetype length = std::min(first, last); length <= std::max(first, last); ++length)
        for (char a = '0'; a <= '9'; ++a)
            for (char b = '0'; b <= '9'; ++b)
                out.push_back(alternating(a, b, int(length)));
    return out;
}

Record recordOf(const Series& series, const QByteArray& digits)
{
    return {0, {seriesField()}, {series.prefix + QString::fromLatin1(digits) + series.suffix}};
}

Result<std::optional<NumberedCopies>> NumberedCopies::make(FaceComposer& composer, const Job& job,
                                                           const SurfaceId& surface, int digits)
{
    return NumberLearner(composer, job, surface, digits).learn();
}

bool NumberedCopies::areAlike() const
{
    return std::ranges::all_of(lines_, [](const Line& line) { return line.kind == Line::Kind::Same; });
}

bool NumberedCopies::refersLike(const NumberedCopies& other) const { return referAlike(common_, other.common_); }

void NumberedCopies::drawGlyphs(const Line& line, const QByteArray& digits, QByteArray& out)
{
    out += '[';
    out += line.text;
    for (std::size_t i = 0; i < line.shown.size(); ++i) {
        const Shown& shown = line.shown[i];
        const int next = i + 1 < line.shown.size() ? line.shown[i + 1].digit : -1;
        const auto a = std::size_t(shown.digit < 0 ? 0 : at(digits, shown.digit));
        const auto b = std::size_t(next < 0 ? 0 : at(digits, next));
        out += shown.code[a];
        out += *shown.gap[a][b];
    }
    out += "] TJ";
}

void NumberedCopies::drawStart(const Line& line, const QByteArray& digits, QByteArray& out)
{
    double x = line.x;
    if (digits.size() == 1)
        x += line.pairs[0][std::size_t(at(digits, 0))][0];
    for (int i = 0; i + 1 < int(digits.size()); ++i)
        x += line.pairs[std::size_t(i)][std::size_t(at(digits, i))][std::size_t(at(digits, i + 1))];
    for (int i = 1; i + 1 < int(digits.size()); ++i)
        x -= line.singles[std::size_t(i)][std::size_t(at(digits, i))];
    out += "1 0 0 1 ";
    addPdfNumber(out, x);
    out += line.text;
}

void NumberedCopies::draw(const QByteArray& digits, QByteArray& out) const
{
    bool first = true;
    for (const Line& line : lines_) {
        if (!first)
            out += '\n';
        first = false;
        switch (line.kind) {
        case Line::Kind::Same: out += line.text; break;
        case Line::Kind::Glyphs: drawGlyphs(line, digits, out); break;
        case Line::Kind::Start: drawStart(line, digits, out); break;
        }
    }
}

} // namespace hinge
