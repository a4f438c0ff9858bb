// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/word_counts.h"

#include <QRegularExpression>

namespace hinge
{

int wordsIn(const std::vector<Paragraph>& paragraphs)
{
    static const QRegularExpression word(QStringLiteral("[\\p{L}\\p{N}]\\S*"));
    int count = 0;
    for (const Paragraph& paragraph : paragraphs)
        for (auto it = word.globalMatch(paragraph.text); it.hasNext(); it.next())
            ++count;
    return count;
}

int wordsOn(const Job& job, const Plan& plan, const SurfaceId& surface, int panel)
{
    int count = 0;
    for (const Item& item : job.on(surface).items)
        if (const PlannedItem* placed = plan.findItem(item.id); placed && item.kind == ItemKind::Text)
            if (panelAt(plan.paperOf(surface), surface.face, placed->frame.middle()) == panel)
                count += wordsIn(item.paragraphs);
    return count;
}

int comfortableWords(const Panel& panel)
{
    constexpr Length size = Length::points(9);
    constexpr Length leading = Length::points(13);
    constexpr int lettersToWord = 7; // with the space behind it
    // A letter is half as wide as the type is large, in the mean.
    const auto letters = panel.safeArea.w * 2 / size;
    const auto lines = panel.safeArea.h / leading;
    return int(letters * lines / lettersToWord / 2);
}

} // namespace hinge
