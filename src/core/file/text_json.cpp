// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/text_json.h"

#include "core/file/content_file.h"
#include "core/file/sparse_json.h"

namespace hinge
{
namespace
{

constexpr Word<ListMark> listWords[] = {
    {"none", ListMark::None}, {"sign", ListMark::Sign}, {"numbers", ListMark::Numbers}, {"letters", ListMark::Letters}};

void addStyle(QJsonObject& o, const TextStyle& style)
{
    const TextStyle usual;
    o[QStringLiteral("font")] = style.font;
    o[QStringLiteral("size")] = exactText(style.size, Unit::Point);
    o[QStringLiteral("leading")] = exactText(style.leading, Unit::Point);
    o[QStringLiteral("align")] = wordFor(alignWords, style.align);
    o[QStringLiteral("ink")] = style.ink;
    Sparse out(o, Unit::Point);
    out.add("leadingShare", style.leadingShare, Percent());
    out.add("spaceBefore", style.spaceBefore, usual.spaceBefore);
    out.add("spaceAfter", style.spaceAfter, usual.spaceAfter);
    out.add("indent", style.indent, usual.indent);
    out.add("firstIndent", style.firstIndent, usual.firstIndent);
    out.add("ruleAbove", style.ruleAbove, usual.ruleAbove);
    out.add("ruleAboveInk", style.ruleAboveInk);
    out.add("ruleBelow", style.ruleBelow, usual.ruleBelow);
    out.add("ruleBelowInk", style.ruleBelowInk);
    out.add("boxInk", style.boxInk);
    out.add("boxStrength", style.boxStrength, usual.boxStrength);
    out.add("boxPadding", style.boxPadding, usual.boxPadding);
    out.add("list", style.list, usual.list, listWords);
    if (style.listSign != usual.listSign)
        out.add("listSign", style.listSign);
    out.add("listIndent", style.listIndent, usual.listIndent);
    out.add("dropLines", style.dropLines, usual.dropLines);
    out.add("hyphenation", style.hyphenation);
    QJsonArray tabs;
    for (const TabStop& tab : style.tabs)
        tabs.append(QJsonObject{{QStringLiteral("at"), exactText(tab.at, Unit::Point)},
                                {QStringLiteral("align"), wordFor(alignWords, tab.align)}});
    if (!tabs.isEmpty())
        o[QStringLiteral("tabs")] = tabs;
}

void readStyle(JsonReader& r, TextStyle& style)
{
    r.read("font", style.font);
    r.read("size", style.size);
    r.read("leading", style.leading);
    r.read("leadingShare", style.leadingShare);
    r.read("spaceBefore", style.spaceBefore);
    r.read("spaceAfter", style.spaceAfter);
    r.read("indent", style.indent);
    r.read("firstIndent", style.firstIndent);
    r.read("ruleAbove", style.ruleAbove);
    r.read("ruleAboveInk", style.ruleAboveInk);
    r.read("ruleBelow", style.ruleBelow);
    r.read("ruleBelowInk", style.ruleBelowInk);
    r.read("boxInk", style.boxInk);
    r.read("boxStrength", style.boxStrength);
    r.read("boxPadding", style.boxPadding);
    readWord(r, "list", style.list, listWords);
    r.read("listSign", style.listSign);
    r.read("listIndent", style.listIndent);
    r.read("dropLines", style.dropLines);
    r.read("hyphenation", style.hyphenation);
    readWord(r, "align", style.align, alignWords);
    r.read("ink", style.ink);
    r.readArray("tabs", [&](JsonReader& o) {
        TabStop tab;
        o.read("at", tab.at);
        readWord(o, "align", tab.align, alignWords);
        style.tabs.push_back(tab);
    });
}

} // namespace

QJsonObject paragraphToJson(const Paragraph& p)
{
    QJsonObject o{{QStringLiteral("text"), p.text}};
    // One that follows a style of the job keeps no look of its own.
    if (p.styleName.isEmpty())
        addStyle(o, p.style);
    else
        o[QStringLiteral("style")] = p.styleName;
    QJsonArray spans;
    for (const CharacterStyle& span : p.spans) {
        QJsonObject s{{QStringLiteral("start"), span.start + 1}, {QStringLiteral("length"), span.length}};
        Sparse out(s, Unit::Point);
        out.add("font", span.font);
        out.add("ink", span.ink);
        out.add("style", span.styleName);
        out.addFlag("underline", span.underline);
        out.addFlag("strike", span.strike);
        spans.append(s);
    }
    if (!spans.isEmpty())
        o[QStringLiteral("characters")] = spans;
    return keptBeside(p.extra, o);
}

void readParagraph(JsonReader& r, Paragraph& p)
{
    r.read("text", p.text);
    r.read("style", p.styleName);
    readStyle(r, p.style);
    r.readArray("characters", [&](JsonReader& o) {
        CharacterStyle span;
        readOrdinal(o, "start", span.start);
        o.read("length", span.length);
        o.read("font", span.font);
        o.read("ink", span.ink);
        o.read("style", span.styleName);
        o.read("underline", span.underline);
        o.read("strike", span.strike);
        p.spans.push_back(span);
    });
    p.extra = r.takeLeftOver();
}

QJsonObject namedStyleToJson(const NamedStyle& style)
{
    QJsonObject o{{QStringLiteral("name"), style.name}};
    addStyle(o, style.style);
    return keptBeside(style.extra, o);
}

void readNamedStyle(JsonReader& r, NamedStyle& style)
{
    r.read("name", style.name);
    readStyle(r, style.style);
    style.extra = r.takeLeftOver();
}

QJsonObject characterStyleToJson(const NamedCharacterStyle& style)
{
    QJsonObject o{{QStringLiteral("name"), style.name}};
    Sparse out(o, Unit::Point);
    out.add("font", style.font);
    out.add("ink", style.ink);
    out.addFlag("underline", style.underline);
    out.addFlag("strike", style.strike);
    return keptBeside(style.extra, o);
}

void readCharacterStyle(JsonReader& r, NamedCharacterStyle& style)
{
    r.read("name", style.name);
    r.read("font", style.font);
    r.read("ink", style.ink);
    r.read("underline", style.underline);
    r.read("strike", style.strike);
    style.extra = r.takeLeftOver();
}

} // namespace hinge
