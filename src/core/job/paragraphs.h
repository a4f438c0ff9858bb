// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

#include <QStringList>

namespace hinge
{

/// The paragraphs after their words were edited: what stayed at the beginning and at the end keeps its
/// style, and a new paragraph takes the style of the one it stands after.
[[nodiscard]] std::vector<Paragraph> withTexts(const std::vector<Paragraph>& before, const QStringList& texts);

/// What is to become of the look of characters; a null text leaves that part as it is, an empty one lets go of it.
struct CharacterChange {
    QString font{};
    QString ink{};
    QString styleName{}; ///< taken up, it says how they look; let go of, the look stays as it was
    std::optional<bool> underline{};
    std::optional<bool> strike{};
    [[nodiscard]] bool isNothing() const
    {
        return font.isNull() && ink.isNull() && styleName.isNull() && !underline && !strike;
    }
};

/// Changes the look of characters. Where they follow a character style of the job, a change of font or ink is one of
/// the style.
void changeCharacters(Job& job, Paragraph& paragraph, int start, int length, const CharacterChange& change);

/// Lets go of the font, or the ink, that single characters of a paragraph have for themselves; those that follow a
/// character style of the job keep theirs.
void takeFromAll(Paragraph& paragraph, bool font, bool ink);

/// The look at a character: with its style, font and ink as they stand; without them where it looks like the paragraph.
[[nodiscard]] CharacterStyle charactersAt(const Paragraph& paragraph, int at);

/// The cells of a row of a table: what stands between its tabs.
[[nodiscard]] QStringList cellsOf(const Paragraph& row);
/// A cell as a paragraph of its own, with the looks of its characters; without words where the row has fewer cells.
[[nodiscard]] Paragraph cellOf(const Paragraph& row, int column);
/// How many cells the longest row has; 1 at least.
[[nodiscard]] int columnsOf(const std::vector<Paragraph>& rows);

} // namespace hinge
