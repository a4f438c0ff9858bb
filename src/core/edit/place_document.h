// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/document_text.h"
#include "core/plan/plan.h"

#include <functional>

namespace hinge
{

/// What becomes of a style of a document: a style of the job, by name; or a new one of its own name, made to look as
/// such a paragraph usually does.
struct StyleChoice {
    QString from;
    QString to; ///< empty for a new one
    bool operator==(const StyleChoice&) const = default;
};

/// For each style of a document: what it was matched to in this job before, else the job's style of that name, else a
/// new one.
[[nodiscard]] std::vector<StyleChoice> proposedChoices(const Job& job, const DocumentText& document);
/// True when somebody should look at them: a style is neither known by its name nor was matched before.
[[nodiscard]] bool wantsChoosing(const Job& job, const DocumentText& document);

/// Puts a document on a panel: its words into a frame that waits for them, or a fresh text; its tables each on the
/// panel after it, as far as there are panels. What was chosen is remembered by the job. Returns the ids of what was
/// put there, the text first; empty when the job lacks a style that was chosen.
[[nodiscard]] QStringList placeDocument(Job& job, const Plan& plan, const SurfaceId& surface, int panel,
                                        const DocumentText& document, const std::vector<StyleChoice>& choices,
                                        const QString& frame, const QString& name,
                                        const std::function<QString()>& freshId);

} // namespace hinge
