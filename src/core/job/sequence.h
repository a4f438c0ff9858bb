// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/surface.h"

#include <QList>

namespace hinge
{

/// How far a page has come.
enum class PageState {
    Nothing,  ///< nobody has begun it
    InWork,   ///< begun, not finished
    Question, ///< it waits for an answer; `SequencePage::question` says to what
    Passed,   ///< looked at and found good
};

inline constexpr std::array<PageState, 4> allPageStates{PageState::Nothing, PageState::InWork, PageState::Question,
                                                        PageState::Passed};
/// "nothing yet", "in work", "question", "passed".
[[nodiscard]] inline QString pageStateName(PageState state)
{
    switch (state) {
    case PageState::Nothing: return QStringLiteral("nothing yet");
    case PageState::InWork: return QStringLiteral("in work");
    case PageState::Question: return QStringLiteral("question");
    case PageState::Passed: return QStringLiteral("passed");
    }
    return {};
}

/// A page of the text. Where it is read is its place in the sequence; what stands on it hangs on its surface.
struct SequencePage {
    /// Its own number for good, from 1; no two pages share one.
    int id = 0;
    PageState state = PageState::Nothing;
    QString question; ///< only of `PageState::Question`
    /// Its number is counted but not printed.
    bool hidesNumber = false;
    QJsonObject extra{};
    bool operator==(const SequencePage&) const = default;
    [[nodiscard]] SurfaceId surface() const { return SurfaceId::ofPage(id); }
};

/// The pages of a piece in the order they are read: those there are. `Pages::count` may ask for more, which are empty;
/// blanks that only fill a sheet are never among them, they follow from the count. Copies share the list.
using Sequence = QList<SequencePage>;

} // namespace hinge
