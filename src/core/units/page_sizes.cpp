// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/page_sizes.h"

#include <QRegularExpression>
#include <algorithm>

namespace hinge
{
namespace
{

Size mmSize(int w, int h) { return {Length::mm(w), Length::mm(h)}; }
/// Inches in eighths, so that 4 1/4 is 34.
Size eighths(int w, int h) { return {Length::inches(w).part(8), Length::inches(h).part(8)}; }

/// Halves the long side again and again, rounding down to whole millimetres (ISO 216, clause 4).
void addHalved(std::vector<PageSize>& out, const QString& prefix, SizeFamily family, int w, int h, int last)
{
    for (int i = 0; i <= last; ++i) {
        out.push_back({prefix + QString::number(i), family, mmSize(w, h)});
        const int next = h / 2;
        h = w;
        w = next;
    }
}

std::vector<PageSize> makeSizes()
{
    using F = SizeFamily;
    std::vector<PageSize> out;
    addHalved(out, QStringLiteral("A"), F::IsoA, 841, 1189, 10);
    addHalved(out, QStringLiteral("B"), F::IsoB, 1000, 1414, 10);
    addHalved(out, QStringLiteral("C"), F::IsoC, 917, 1297, 10);
    out.push_back({QStringLiteral("DL"), F::IsoC, mmSize(110, 220)});
    // ISO 217 lists these one by one; RA2 and SRA2 are not half of RA1 and SRA1 to the millimetre.
    out.insert(out.end(), {
                              {QStringLiteral("RA0"), F::IsoRaw, mmSize(860, 1220)},
                              {QStringLiteral("RA1"), F::IsoRaw, mmSize(610, 860)},
                              {QStringLiteral("RA2"), F::IsoRaw, mmSize(430, 610)},
                              {QStringLiteral("RA3"), F::IsoRaw, mmSize(305, 430)},
                              {QStringLiteral("RA4"), F::IsoRaw, mmSize(215, 305)},
                              {QStringLiteral("SRA0"), F::IsoRaw, mmSize(900, 1280)},
                              {QStringLiteral("SRA1"), F::IsoRaw, mmSize(640, 900)},
                              {QStringLiteral("SRA2"), F::IsoRaw, mmSize(450, 640)},
                              {QStringLiteral("SRA3"), F::IsoRaw, mmSize(320, 450)},
                              {QStringLiteral("SRA4"), F::IsoRaw, mmSize(225, 320)},
                              {QStringLiteral("Letter"), F::NorthAmerican, eighths(68, 88)},
                              {QStringLiteral("Legal"), F::NorthAmerican, eighths(68, 112)},
                              {QStringLiteral("Tabloid"), F::NorthAmerican, eighths(88, 136)},
                              {QStringLiteral("Half letter"), F::NorthAmerican, eighths(44, 68)},
                              {QStringLiteral("ANSI C"), F::NorthAmerican, eighths(136, 176)},
                              {QStringLiteral("ANSI D"), F::NorthAmerican, eighths(176, 272)},
                              {QStringLiteral("A2"), F::NorthAmericanCard, eighths(34, 44)},
                              {QStringLiteral("A6"), F::NorthAmericanCard, eighths(37, 50)},
                              {QStringLiteral("A7"), F::NorthAmericanCard, eighths(40, 56)},
                              // Photographs, and the wide card sold beside A7; common practice.
                              {QStringLiteral("A7 wide"), F::NorthAmericanCard, eighths(41, 56)},
                              {QStringLiteral("4 × 6 in"), F::Photo, eighths(32, 48)},
                              {QStringLiteral("5 × 7 in"), F::Photo, eighths(40, 56)},
                              {QStringLiteral("8 × 10 in"), F::Photo, eighths(64, 80)},
                              {QStringLiteral("12 × 18 in"), F::DigitalSheet, eighths(96, 144)},
                              {QStringLiteral("13 × 19 in"), F::DigitalSheet, eighths(104, 152)},
                              // North American press sheets; common practice.
                              {QStringLiteral("19 × 25 in"), F::PressSheet, eighths(152, 200)},
                              {QStringLiteral("20 × 26 in"), F::PressSheet, eighths(160, 208)},
                              {QStringLiteral("23 × 35 in"), F::PressSheet, eighths(184, 280)},
                              {QStringLiteral("25 × 38 in"), F::PressSheet, eighths(200, 304)},
                              {QStringLiteral("28 × 40 in"), F::PressSheet, eighths(224, 320)},
                          });
    return out;
}

QString familyName(SizeFamily family)
{
    switch (family) {
    case SizeFamily::IsoA:
    case SizeFamily::IsoB:
    case SizeFamily::IsoC:
    case SizeFamily::IsoRaw: return QStringLiteral("ISO");
    case SizeFamily::NorthAmerican: return QStringLiteral("North American");
    case SizeFamily::NorthAmericanCard: return QStringLiteral("North American card");
    case SizeFamily::DigitalSheet: return QStringLiteral("digital sheet");
    case SizeFamily::PressSheet: return QStringLiteral("press sheet");
    case SizeFamily::Photo: return QStringLiteral("photograph");
    }
    return {};
}

/// Two sizes of one name cannot be told apart by the name alone.
bool isAmbiguous(const QString& name)
{
    const auto same = [&](const PageSize& s) { return s.name.compare(name, Qt::CaseInsensitive) == 0; };
    return std::ranges::count_if(pageSizes(), same) > 1;
}

} // namespace

QString PageSize::title() const
{
    return isAmbiguous(name) ? QStringLiteral("%1 (%2)").arg(name, familyName(family)) : name;
}

const std::vector<PageSize>& pageSizes()
{
    static const std::vector<PageSize> sizes = makeSizes();
    return sizes;
}

QString sizeSource(SizeFamily family)
{
    switch (family) {
    case SizeFamily::IsoA:
    case SizeFamily::IsoB: return QStringLiteral("ISO 216");
    case SizeFamily::IsoC: return QStringLiteral("ISO 269");
    case SizeFamily::IsoRaw: return QStringLiteral("ISO 217");
    case SizeFamily::NorthAmerican: return QStringLiteral("ASME Y14.1 and common practice");
    case SizeFamily::NorthAmericanCard:
    case SizeFamily::DigitalSheet:
    case SizeFamily::PressSheet:
    case SizeFamily::Photo: return QStringLiteral("common practice");
    }
    return {};
}

std::optional<PageSize> findPageSize(const QString& name)
{
    const QString wanted = name.simplified();
    for (const PageSize& s : pageSizes())
        if (wanted.startsWith(s.name, Qt::CaseInsensitive) && s.title().compare(wanted, Qt::CaseInsensitive) == 0)
            return s;
    return std::nullopt;
}

Result<Size> readSize(const QString& text, Unit unit)
{
    static const QString lying = QStringLiteral(" landscape");
    const QString wanted = text.simplified();
    const bool landscape = wanted.endsWith(lying, Qt::CaseInsensitive);
    const QString name = landscape ? wanted.chopped(lying.size()) : wanted;
    if (const auto known = findPageSize(name))
        return landscape ? known->size.turned() : known->size;
    QStringList both;
    for (const PageSize& s : pageSizes())
        if (s.name.compare(name, Qt::CaseInsensitive) == 0)
            both << QStringLiteral("%1, %2").arg(s.title(), formatSize(s.size, unit));
    if (!both.isEmpty())
        return problem({}, QStringLiteral("%1 stands for two sizes: %2. Type which one.")
                               .arg(Problem::quoted(name), both.join(QStringLiteral("; "))));
    if (auto size = parseSize(text, unit))
        return size;
    return problem({}, QStringLiteral("Type a size: a name such as A5, DL or Letter, or width × height, such as "
                                      "100 × 210 mm or 5 x 7 in."));
}

std::optional<Size> likelySize(Size page)
{
    constexpr Length nearNamed = Length::micrometres(500);
    const auto near = [](Size a, Size b, Length d) { return abs(a.w - b.w) <= d && abs(a.h - b.h) <= d; };
    for (const PageSize& s : pageSizes())
        for (const Size& named : {s.size, s.size.turned()})
            if (near(named, page, nearNamed))
                return named;
    const auto whole = [](Length l) { return Length::inches((l + Length::inches(1).part(2)) / Length::inches(1)); };
    const Size inches{whole(page.w), whole(page.h)};
    return near(inches, page, Length::inches(1).part(50)) ? std::optional(inches) : std::nullopt;
}

QString describedSize(Size size, Unit unit)
{
    const QString name = nameOfSize(size);
    return name.isEmpty() || name.contains(u'×') ? formatSize(size, name.isEmpty() ? unit : Unit::Inch)
                                                 : QStringLiteral("%1, %2").arg(name, formatSize(size, unit));
}

QString withoutSizes(const QString& text)
{
    static const QRegularExpression sizes = [] {
        QStringList names;
        for (const PageSize& s : pageSizes())
            names << QRegularExpression::escape(s.name);
        return QRegularExpression(
            QStringLiteral("( to)?( |^)(%1|[0-9 /.]+ × [0-9 /.]+ (mm|in))(?=[ ,-]|$)").arg(names.join(u'|')));
    }();
    QString left = text;
    left = left.remove(sizes).trimmed();
    while (left.startsWith(u',') || left.startsWith(u'-'))
        left = left.mid(1).trimmed();
    if (left.endsWith(u','))
        left.chop(1);
    if (left.isEmpty())
        return text;
    left[0] = left[0].toUpper();
    return left;
}

std::optional<PageSize> otherSizeOfThatName(Size size)
{
    const auto& all = pageSizes();
    const auto it =
        std::ranges::find_if(all, [&](const PageSize& s) { return s.size == size || s.size.turned() == size; });
    if (it == all.end())
        return std::nullopt;
    const auto twin =
        std::ranges::find_if(all, [&](const PageSize& s) { return s.name == it->name && s.family != it->family; });
    return twin == all.end() ? std::nullopt : std::optional(*twin);
}

QString nameOfSize(Size size)
{
    for (const PageSize& s : pageSizes()) {
        if (s.size == size)
            return s.title();
        if (s.size.turned() == size)
            return s.title() + QStringLiteral(" landscape");
    }
    return {};
}

} // namespace hinge
