// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

/// Texts that run through several frames. The words belong to the first frame of a chain; the others are empty.

/// The frames a text runs through, by id, beginning with the one that has the words; `itemId` may be any of them.
/// A frame by itself is a chain of one.
[[nodiscard]] QStringList chainOf(const Job& job, const QString& itemId);
/// The same for an item at hand, without looking for it.
[[nodiscard]] QStringList chainOf(const Job& job, const Item& item);

/// The paragraphs of a text with their styles worked out: those that follow a style of the job get its look, and so do
/// their characters.
[[nodiscard]] std::vector<Paragraph> lookedUp(const Job& job, const Item& item);

/// Takes an item off its face. A text that ran through it runs on into the next frame; when it had the words, those
/// move there.
void removeItem(Job& job, const QString& itemId);

/// True when running on from `from` into `to` would lead back to where it came from.
[[nodiscard]] bool wouldLoop(const Job& job, const QString& from, const QString& to);
/// Lets the text of one frame run on into another, or end there when `to` is empty. Words that stood in the second
/// frame come after those of the text. Nothing happens when a frame is not there.
void runOn(Job& job, const QString& from, const QString& to);

} // namespace hinge
