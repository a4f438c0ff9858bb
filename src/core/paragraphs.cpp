// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/paragraphs.h"

#include <algorithm>

namespace hinge {

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
        const TextStyle style = oldCount == 0 ? TextStyle{} : before[std::size_t(std::clamp<qsizetype>(from, 0, oldCount - 1))].style;
        after.push_back({texts[i], style});
    }
    return after;
}

} // namespace hinge
