// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "testing.h"

#include <QPointF>
#include <QXmlStreamReader>
#include <vector>

/// Three digits as they stand on a page.
struct Digits {
    int number = 0;
    QPointF middle; ///< millimetres from the head-left corner of the page
    QPointF ahead;  ///< the way it is read
};

/// Whose head points which way: the digits are read from left to right on what stands upright.
enum class Head { Up, Right, Down, Left };
inline Head headOf(const Digits& w)
{
    if (std::abs(w.ahead.x()) > 0.9)
        return w.ahead.x() > 0 ? Head::Up : Head::Down;
    return w.ahead.y() > 0 ? Head::Right : Head::Left;
}

/// What mutool reads on a page.
inline std::vector<Digits> wordsOn(const QString& file, int page)
{
    constexpr double mm = 25.4 / 72;
    QXmlStreamReader xml(
        run(QStringLiteral("mutool"), {QStringLiteral("draw"), QStringLiteral("-q"), QStringLiteral("-F"),
                                       QStringLiteral("stext"), file, QString::number(page)}));
    std::vector<Digits> words;
    QPointF ahead;
    QString digits;
    QPointF begin;
    while (!xml.atEnd()) {
        if (xml.readNext() != QXmlStreamReader::StartElement)
            continue;
        if (xml.name() == QStringLiteral("line")) {
            const QStringList dir = xml.attributes().value(QStringLiteral("dir")).toString().split(u' ');
            ahead = {dir.value(0).toDouble(), dir.value(1).toDouble()};
            digits.clear();
        } else if (xml.name() == QStringLiteral("char")) {
            const QString c = xml.attributes().value(QStringLiteral("c")).toString();
            if (!c.at(0).isDigit())
                continue;
            const QStringList q = xml.attributes().value(QStringLiteral("quad")).toString().split(u' ');
            const auto corner = [&q](int i) {
                return QPointF(q.value(i * 2).toDouble(), q.value(i * 2 + 1).toDouble());
            };
            // Upper left, upper right, lower left, lower right: the middle of all three is that of their outer ends.
            if (digits.isEmpty())
                begin = (corner(0) + corner(2)) / 2;
            digits += c;
            if (digits.size() == 3) {
                words.push_back({digits.toInt(), (begin + (corner(1) + corner(3)) / 2) / 2 * mm, ahead});
                digits.clear();
            }
        }
    }
    return words;
}

namespace testing
{

/// A number of three digits in the middle near the head.
inline hinge::Item threeDigits(const hinge::Paper& paper, hinge::Face face, int value, hinge::Size size)
{
    using namespace hinge;
    Item item;
    item.id = QStringLiteral("n%1").arg(value);
    item.kind = ItemKind::Text;
    Paragraph words;
    words.text = QStringLiteral("%1").arg(value, 3, 10, QLatin1Char('0'));
    words.style.align = Align::Centre;
    words.style.size = Length::points(12);
    item.paragraphs = {words};
    item.sides = freeSides(paper, face, {len("5"), len("12"), size.w - len("10"), len("8")});
    return item;
}

} // namespace testing
