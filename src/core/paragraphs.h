// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/content.h"

#include <QStringList>

namespace hinge {

/// The paragraphs after their words were edited: what stayed at the beginning and at the end keeps its
/// style, and a new paragraph takes the style of the one it stands after.
[[nodiscard]] std::vector<Paragraph> withTexts(const std::vector<Paragraph>& before, const QStringList& texts);

/// Gives characters a font or an ink of their own; a null text leaves that as it is, an empty one lets go of it.
void styleCharacters(Paragraph& paragraph, int start, int length, const QString& font, const QString& ink);

} // namespace hinge
