// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

/// What a paragraph is for, by its size against that of most words of the job: larger by a sixth is a heading, smaller
/// by a sixth small print. Common practice.
enum class TextRole { Heading, Body, Small };

/// What of a style the eye compares.
struct TextLook {
    QString font;
    Length size;
    Length leading;
    QString ink;
    bool operator==(const TextLook&) const = default;
};
[[nodiscard]] TextLook lookOf(const TextStyle& style);

/// A look that paragraphs of one role have.
struct UsedLook {
    TextLook look;
    int paragraphs = 0;
    int words = 0;
    QString item; ///< one that has it, the first
    /// A look of the role with more words that it can hardly be told from: the same font, a size and leading within a
    /// tenth, an ink that is the same or of nearly the same colour. Meant to be the same, as a rule.
    std::optional<TextLook> nearly{};
    bool operator==(const UsedLook&) const = default;
};

/// The looks of one role over all faces, pages and masters; the one with the most words first.
struct RoleLooks {
    TextRole role = TextRole::Body;
    std::vector<UsedLook> looks;
    bool operator==(const RoleLooks&) const = default;
};
/// Roles that no paragraph has are left out. Tables count; words that only stand in do not.
[[nodiscard]] std::vector<RoleLooks> looksUsed(const Job& job);

/// The families of fonts that print, each once: "Cabin", "Vollkorn".
[[nodiscard]] QStringList familiesUsed(const Job& job);

/// Gives paragraphs of a role another look wherever they have this one; what else their styles say stays. A style of
/// the job that has it is changed, and so all that follow it.
void giveLook(Job& job, TextRole role, const TextLook& from, const TextLook& to);

} // namespace hinge
