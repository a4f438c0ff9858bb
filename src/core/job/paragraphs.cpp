// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/paragraphs.h"

#include <algorithm>

namespace hinge
{

namespace
{

/// A paragraph with other words: what is styled keeps to the letters it was on.
Paragraph withText(Paragraph p, const QString& text)
{
    const QString old = p.text;
    const auto shorter = std::min(old.size(), text.size());
    qsizetype head = 0;
    while (head < shorter && old[head] == text[head])
        ++head;
    qsizetype tail = 0;
    while (tail < shorter - head && old[old.size() - 1 - tail] == text[text.size() - 1 - tail])
        ++tail;
    const auto moved = [&](int at, bool end) {
        if (at < head || (end && at == head))
            return at;
        return at >= old.size() - tail ? at + int(text.size() - old.size()) : int(head);
    };
    std::vector<CharacterStyle> spans;
    for (CharacterStyle span : p.spans) {
        const int from = moved(span.start, false);
        const int to = moved(span.start + span.length, true);
        span.start = from;
        span.length = to - from;
        if (span.length > 0)
            spans.push_back(span);
    }
    p.spans = std::move(spans);
    p.text = text;
    return p;
}

} // namespace

std::vector<Paragraph> withTexts(const std::vector<Paragraph>& before, const QStringList& texts)
{
    const auto oldCount = std::ssize(before);
    const auto newCount = texts.size();
    qsizetype head = 0;
    while (head < std::min<qsizetype>(oldCount, newCount) && before[std::size_t(head)].text == texts[head])
        ++head;
    qsizetype tail = 0;
    while (tail < std::min<qsizetype>(oldCount, newCount) - head &&
           before[std::size_t(oldCount - 1 - tail)].text == texts[newCount - 1 - tail])
        ++tail;

    std::vector<Paragraph> after;
    for (qsizetype i = 0; i < newCount; ++i) {
        qsizetype from = i;
        if (i >= newCount - tail)
            from = i - newCount + oldCount; // counted from the end
        else
            from = std::min(i, std::max<qsizetype>(head, oldCount - tail - 1));
        const Paragraph model =
            oldCount == 0 ? Paragraph{} : before[std::size_t(std::clamp<qsizetype>(from, 0, oldCount - 1))];
        after.push_back(withText(model, texts[i]));
    }
    return after;
}

void takeFromAll(Paragraph& paragraph, bool font, bool ink)
{
    for (CharacterStyle& span : paragraph.spans) {
        if (!span.styleName.isEmpty())
            continue;
        if (font)
            span.font.clear();
        if (ink)
            span.ink.clear();
    }
    std::erase_if(paragraph.spans, [](const CharacterStyle& span) { return span.isPlain(); });
}

CharacterStyle charactersAt(const Paragraph& p, int at)
{
    for (const CharacterStyle& span : p.spans)
        if (at >= span.start && at < span.start + span.length)
            return span;
    return {at, 1, {}, {}, {}};
}

namespace
{

/// What is not left as it is goes to anything that has these parts: characters, or a style of them.
template <class Look>
void apply(const CharacterChange& change, Look& look)
{
    if (!change.font.isNull())
        look.font = change.font;
    if (!change.ink.isNull())
        look.ink = change.ink;
    look.underline = change.underline.value_or(look.underline);
    look.strike = change.strike.value_or(look.strike);
}

/// Neighbours that look alike are one span.
std::vector<CharacterStyle> joined(const std::vector<CharacterStyle>& each)
{
    std::vector<CharacterStyle> spans;
    for (int i = 0; i < int(each.size()); ++i) {
        CharacterStyle c = each[std::size_t(i)];
        if (c.isPlain())
            continue;
        if (!spans.empty() && spans.back().start + spans.back().length == i && spans.back().looksLike(c)) {
            ++spans.back().length;
            continue;
        }
        c.start = i;
        c.length = 1;
        spans.push_back(c);
    }
    return spans;
}

} // namespace

void changeCharacters(Job& job, Paragraph& p, int start, int length, const CharacterChange& change)
{
    const int end = std::min(start + length, int(p.text.size()));
    start = std::max(0, start);
    if (end <= start)
        return;
    const QString followed = charactersAt(p, start).styleName;
    if (const auto style = std::ranges::find(job.characterStyles, followed, &NamedCharacterStyle::name);
        change.styleName.isNull() && !followed.isEmpty() && style != job.characterStyles.end())
        return apply(change, *style);
    std::vector<CharacterStyle> each;
    for (int i = 0; i < p.text.size(); ++i)
        each.push_back(charactersAt(p, i));
    for (int i = start; i < end; ++i) {
        CharacterStyle& c = each[std::size_t(i)];
        if (!change.styleName.isNull() || !c.styleName.isEmpty()) {
            c = job.lookOf(c);
            c.styleName.clear();
        }
        if (!change.styleName.isEmpty())
            c = {i, 1, {}, {}, change.styleName};
        apply(change, c);
    }
    p.spans = joined(each);
}

QStringList cellsOf(const Paragraph& row) { return row.text.split(u'\t'); }

Paragraph cellOf(const Paragraph& row, int column)
{
    Paragraph cell = row;
    qsizetype from = 0;
    for (int i = 0; i < column && from >= 0; ++i) {
        const qsizetype tab = row.text.indexOf(u'\t', from);
        from = tab < 0 ? -1 : tab + 1;
    }
    cell.spans.clear();
    if (from < 0) {
        cell.text.clear();
        return cell;
    }
    const qsizetype tab = row.text.indexOf(u'\t', from);
    const qsizetype to = tab < 0 ? row.text.size() : tab;
    cell.text = row.text.mid(from, to - from);
    for (CharacterStyle span : row.spans) {
        const qsizetype start = std::max<qsizetype>(span.start, from);
        const qsizetype end = std::min<qsizetype>(qsizetype(span.start) + span.length, to);
        if (start >= end)
            continue;
        span.start = int(start - from);
        span.length = int(end - start);
        cell.spans.push_back(span);
    }
    return cell;
}

int columnsOf(const std::vector<Paragraph>& rows)
{
    qsizetype most = 1;
    for (const Paragraph& row : rows)
        most = std::max(most, row.text.count(u'\t') + 1);
    return int(most);
}

} // namespace hinge
