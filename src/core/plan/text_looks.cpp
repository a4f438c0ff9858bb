// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/text_looks.h"

#include "core/job/stand_in_copy.h"
#include "core/plan/word_counts.h"

#include <algorithm>
#include <map>

namespace hinge
{
namespace
{

/// "Cabin" of "Cabin SemiBold Italic": what is left without the words that name a face.
QString familyOf(const QString& font)
{
    static const QStringList faces{QStringLiteral("Regular"), QStringLiteral("Italic"),   QStringLiteral("Oblique"),
                                   QStringLiteral("Bold"),    QStringLiteral("SemiBold"), QStringLiteral("Medium"),
                                   QStringLiteral("Light"),   QStringLiteral("Black"),    QStringLiteral("Condensed"),
                                   QStringLiteral("Book"),    QStringLiteral("Thin"),     QStringLiteral("ExtraBold")};
    QStringList words = font.split(u' ', Qt::SkipEmptyParts);
    while (words.size() > 1 && faces.contains(words.last()))
        words.removeLast();
    return words.join(u' ');
}

/// Calls `visit` with each paragraph that prints words, once: what masters have is theirs, not their copies'.
template <class AnyJob, class Visit>
void eachParagraph(AnyJob& job, const Visit& visit)
{
    for (const auto& [surface, content] : job.surfaces) {
        if (surface.copy != 0)
            continue;
        for (const Item& item : content->items)
            for (const Paragraph& paragraph : item.paragraphs)
                if (!paragraph.text.trimmed().isEmpty() && !isStandIn(paragraph.text))
                    visit(item, paragraph);
    }
}

/// The size that most words have; 0 where there are none.
Length bodySize(const Job& job)
{
    std::map<Length, int> words;
    eachParagraph(job, [&](const Item&, const Paragraph& paragraph) {
        words[job.styleOf(paragraph).size] += wordsIn({paragraph});
    });
    const auto most = std::ranges::max_element(words, {}, [](const auto& entry) { return entry.second; });
    return most == words.end() ? Length() : most->first;
}

TextRole roleOf(const TextStyle& style, Length body)
{
    return style.size * 6 > body * 7 ? TextRole::Heading : style.size * 6 < body * 5 ? TextRole::Small : TextRole::Body;
}

/// Two colours of the press that few can tell apart: ten percent of any ink at most.
bool isNearlyInk(const Job& job, const QString& one, const QString& other)
{
    const Ink* a = job.findInk(one);
    const Ink* b = job.findInk(other);
    if (one == other || !a || !b || a->spot || b->spot)
        return one == other;
    const auto near = [](Percent x, Percent y) { return std::abs(x.value() - y.value()) <= 10; };
    return near(a->cmyk.c, b->cmyk.c) && near(a->cmyk.m, b->cmyk.m) && near(a->cmyk.y, b->cmyk.y) &&
           near(a->cmyk.k, b->cmyk.k);
}

bool isNearly(const Job& job, const TextLook& look, const TextLook& other)
{
    const auto near = [](Length x, Length y) { return abs(x - y) * 10 <= y; };
    return look.font == other.font && near(look.size, other.size) && near(look.leading, other.leading) &&
           isNearlyInk(job, look.ink, other.ink);
}

void give(TextStyle& style, const TextLook& look)
{
    style.font = look.font;
    style.size = look.size;
    style.leading = look.leading;
    style.leadingShare = 0;
    style.ink = look.ink;
}

} // namespace

TextLook lookOf(const TextStyle& style) { return {style.font, style.size, style.lineStep(), style.ink}; }

std::vector<RoleLooks> looksUsed(const Job& job)
{
    const Length body = bodySize(job);
    std::map<TextRole, std::vector<UsedLook>> roles;
    eachParagraph(job, [&](const Item& item, const Paragraph& paragraph) {
        const TextStyle& style = job.styleOf(paragraph);
        auto& looks = roles[roleOf(style, body)];
        auto used = std::ranges::find(looks, lookOf(style), &UsedLook::look);
        if (used == looks.end())
            used = looks.insert(looks.end(), {lookOf(style), 0, 0, item.id});
        ++used->paragraphs;
        used->words += wordsIn({paragraph});
    });
    std::vector<RoleLooks> out;
    for (auto& [role, looks] : roles) {
        std::ranges::stable_sort(looks, std::greater<>(), &UsedLook::words);
        for (auto used = looks.begin(); used != looks.end(); ++used) {
            const auto like = std::find_if(
                looks.begin(), used, [&](const UsedLook& other) { return isNearly(job, used->look, other.look); });
            if (like != used)
                used->nearly = like->look;
        }
        out.push_back({role, std::move(looks)});
    }
    return out;
}

QStringList familiesUsed(const Job& job)
{
    QStringList out;
    const auto take = [&](const QString& font) {
        if (const QString family = familyOf(font); !font.isEmpty() && !out.contains(family))
            out << family;
    };
    eachParagraph(job, [&](const Item&, const Paragraph& paragraph) {
        take(job.styleOf(paragraph).font);
        for (const CharacterStyle& span : paragraph.spans)
            take(job.lookOf(span).font);
    });
    return out;
}

void giveLook(Job& job, TextRole role, const TextLook& from, const TextLook& to)
{
    const Length body = bodySize(job);
    for (NamedStyle& named : job.textStyles)
        if (lookOf(named.style) == from && roleOf(named.style, body) == role)
            give(named.style, to);
    job.surfaces.editEach([&](SurfaceContent& content) {
        for (Item& item : content.items)
            for (Paragraph& paragraph : item.paragraphs)
                if (paragraph.styleName.isEmpty() && lookOf(paragraph.style) == from &&
                    roleOf(paragraph.style, body) == role)
                    give(paragraph.style, to);
    });
}

} // namespace hinge
