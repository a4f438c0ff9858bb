// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "testing.h"

#include <functional>
#include <memory>

namespace testing::content
{

using namespace hinge;

inline Rect mm(double x, double y, double w, double h)
{
    return {Length::nearestMm(x), Length::nearestMm(y), Length::nearestMm(w), Length::nearestMm(h)};
}

inline Item item(const char* id, ItemKind kind, const Rect& frame, const Paper& paper)
{
    Item made;
    made.id = QString::fromLatin1(id);
    made.name = made.id;
    made.kind = kind;
    made.ink = QStringLiteral("Shallows");
    made.sides = freeSides(paper, Face::Outside, frame);
    return made;
}

inline Item text(const char* id, const Rect& frame, const Paper& paper, const char* words = nullptr)
{
    Item made = item(id, ItemKind::Text, frame, paper);
    made.ink.clear();
    if (words)
        made.paragraphs = {{QString::fromLatin1(words), {}}};
    return made;
}

/// Fresh ids: "new1", "new2", ...
inline std::function<QString()> counter()
{
    auto n = std::make_shared<int>(0);
    return [n] { return QStringLiteral("new%1").arg(++*n); };
}

/// An item of any kind with everything an item may have.
inline rc::Gen<Item> anyItem(const Paper& paper, int number)
{
    return rc::gen::exec([&paper, number] {
        const auto some = [](int most) { return Length::micrometres(100) * *rc::gen::inRange(0, most * 10); };
        Item i = item(qPrintable(QStringLiteral("i%1").arg(number)),
                      *rc::gen::element(ItemKind::Picture, ItemKind::Text, ItemKind::Shape, ItemKind::Code),
                      {some(200), some(200), Length::mm(5) + some(80), Length::mm(5) + some(80)}, paper);
        i.locked = *rc::gen::arbitrary<bool>();
        i.keepWhole = *rc::gen::arbitrary<bool>();
        i.opacity = Percent::hundredths(*rc::gen::inRange(100, 10001));
        i.textAround = *rc::gen::element(TextAround::Over, TextAround::Frame, TextAround::Outline);
        i.aroundGap = some(9);
        i.group = *rc::gen::element(QString(), QStringLiteral("g"));
        i.side(ItemSide::Left) =
            holdOn(*rc::gen::element(PaperLine::Bleed, PaperLine::Safe, PaperLine::Column, PaperLine::Guide),
                   *rc::gen::inRange(0, 3), *rc::gen::element(LineEnd::Start, LineEnd::End));
        i.side(ItemSide::Left).offset = some(3);
        if (i.kind == ItemKind::Picture) {
            i.ink.clear();
            i.file = {QStringLiteral("pictures/shore.jpg"), 1, 1234, QStringLiteral("ab")};
            i.fit = *rc::gen::element(PictureFit::Fill, PictureFit::Whole, PictureFit::Own);
            i.crop = {*rc::gen::inRange(0, 1001), *rc::gen::inRange(0, 1001), *rc::gen::inRange(10, 3000)};
            i.outline = *rc::gen::element(Outline::Rectangle, Outline::Ellipse);
        }
        if (i.kind == ItemKind::Shape) {
            i.outline =
                *rc::gen::element(Outline::Rectangle, Outline::Ellipse, Outline::Line, Outline::Polygon, Outline::Free);
            const auto point = [] { return *rc::gen::inRange(-outlineWhole, outlineWhole * 2); };
            for (int n = i.outline == Outline::Free ? 2 + *rc::gen::inRange(0, 6) : 0; n > 0; --n) {
                OutlinePoint p{point(), point(), 0, 0, 0, 0, n % 3 == 0};
                const bool bends = *rc::gen::arbitrary<bool>();
                p.inX = bends ? point() : p.x;
                p.inY = bends ? point() : p.y;
                p.outX = bends ? point() : p.x;
                p.outY = bends ? point() : p.y;
                i.points.push_back(p);
            }
            i.corners = *rc::gen::inRange(3, 25);
            i.pasteOver = *rc::gen::arbitrary<bool>();
            i.cornerRadius = some(10);
            i.stroke = {some(3), QStringLiteral("Lamp"), *rc::gen::inRange(1, 101)};
            i.strength = Percent::hundredths(*rc::gen::inRange(100, 10001));
            if (*rc::gen::arbitrary<bool>())
                i.shadow = Shadow{some(5), -some(5), some(5), QStringLiteral("Black"), *rc::gen::inRange(1, 101)};
        }
        if (i.kind == ItemKind::Code)
            i.code = {*rc::gen::element(Symbology::Qr, Symbology::Ean13, Symbology::Code128),
                      QStringLiteral("9780306406157")};
        if (i.kind == ItemKind::Text) {
            i.ink.clear();
            Paragraph own{QStringLiteral("Spring tides follow the moon"), {}};
            own.style.leadingShare = *rc::gen::element(0, 120);
            own.style.tabs = {{len("20"), Align::Right}, {len("45"), Align::Centre}};
            own.style.hyphenation = *rc::gen::element(QString(), QStringLiteral("en-GB"));
            own.style.firstIndent = some(4);
            own.style.indent = some(6);
            own.style.ruleBelow = some(1);
            own.style.ruleAbove = some(1);
            own.style.ruleAboveInk = *rc::gen::element(QString(), QStringLiteral("Lamp"));
            own.style.ruleBelowInk = *rc::gen::element(QString(), QStringLiteral("Lamp"));
            own.style.boxInk = *rc::gen::element(QString(), QStringLiteral("Shallows"));
            own.style.boxStrength = *rc::gen::inRange(1, 101);
            own.style.boxPadding = some(4);
            own.style.list = *rc::gen::element(ListMark::None, ListMark::Sign, ListMark::Numbers, ListMark::Letters);
            own.style.listSign = *rc::gen::element(QStringLiteral("•"), QStringLiteral("–"));
            own.style.listIndent = some(8);
            own.style.dropLines = *rc::gen::inRange(0, 10);
            own.style.spaceBefore = some(4);
            own.spans = {{2, 4, QStringLiteral("Vollkorn SemiBold"), {}, {}, *rc::gen::arbitrary<bool>(), false},
                         {8, 3, {}, QStringLiteral("Lamp"), {}, false, *rc::gen::arbitrary<bool>()}};
            i.paragraphs = {own, {QStringLiteral("styled"), {}, QStringLiteral("Body")}};
            i.textColumns = *rc::gen::inRange(1, 4);
            i.textGutter = some(6);
            i.verticalAlign = *rc::gen::element(VerticalAlign::Head, VerticalAlign::Middle, VerticalAlign::Foot);
            i.textRun = *rc::gen::element(TextRun::Across, TextRun::Down, TextRun::Up);
            i.onGrid = *rc::gen::arbitrary<bool>();
        }
        return i;
    });
}

} // namespace testing::content
