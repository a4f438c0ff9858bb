// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/paragraphs.h"

#include <algorithm>

namespace hinge {

namespace {

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
    while (tail < std::min<qsizetype>(oldCount, newCount) - head
           && before[std::size_t(oldCount - 1 - tail)].text == texts[newCount - 1 - tail])
        ++tail;

    std::vector<Paragraph> after;
    for (qsizetype i = 0; i < newCount; ++i) {
        qsizetype from = i;
        if (i >= newCount - tail)
            from = i - newCount + oldCount; // counted from the end
        else
            from = std::min(i, std::max<qsizetype>(head, oldCount - tail - 1));
        const Paragraph model = oldCount == 0 ? Paragraph{} : before[std::size_t(std::clamp<qsizetype>(from, 0, oldCount - 1))];
        after.push_back(withText(model, texts[i]));
    }
    return after;
}

void styleCharacters(Paragraph& p, int start, int length, const QString& font, const QString& ink)
{
    const int end = std::min(start + length, int(p.text.size()));
    start = std::max(0, start);
    if (end <= start)
        return;
    // Letter by letter, then joined again where neighbours look alike.
    std::vector<CharacterStyle> each(std::size_t(p.text.size()));
    for (const CharacterStyle& span : p.spans)
        for (int i = span.start; i < span.start + span.length; ++i)
            each[std::size_t(i)] = {i, 1, span.font, span.ink};
    for (int i = start; i < end; ++i) {
        each[std::size_t(i)].start = i;
        each[std::size_t(i)].length = 1;
        if (!font.isNull())
            each[std::size_t(i)].font = font;
        if (!ink.isNull())
            each[std::size_t(i)].ink = ink;
    }
    p.spans.clear();
    for (std::size_t i = 0; i < each.size(); ++i) {
        const CharacterStyle& c = each[i];
        if (c.length == 0 || (c.font.isEmpty() && c.ink.isEmpty()))
            continue;
        if (!p.spans.empty() && p.spans.back().start + p.spans.back().length == int(i) && p.spans.back().font == c.font && p.spans.back().ink == c.ink)
            ++p.spans.back().length;
        else
            p.spans.push_back({int(i), 1, c.font, c.ink});
    }
}

} // namespace hinge
