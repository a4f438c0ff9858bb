// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/page_set.h"
#include "core/plan/plan.h"

namespace hinge
{

/// What is done to the pages of a job. Places count from 0; places that are not there are passed over. The count of the
/// pages follows the sequence.

/// Gives a job that has none a sequence of empty pages, as many as are wanted. Everything below begins with it.
void beginSequence(Job& job);

/// Puts empty pages in before a place; at the end when there is no such place.
void insertPages(Job& job, int before, int count);
/// Takes pages out, with all that stands on them. One page is always left.
void removePages(Job& job, const std::vector<int>& places);
/// Lays pages, in their order, before the one that stands at `before`.
void movePages(Job& job, const std::vector<int>& places, int before);
/// Puts a copy of each right behind it.
void duplicatePages(Job& job, const std::vector<int>& places);
/// Puts copies of them, in their order, before the page that stands at `before`.
void copyPages(Job& job, const std::vector<int>& places, int before);
void swapPages(Job& job, int one, int other);
/// The pages at these places change ends: the first comes to the last place, and so on.
void reversePages(Job& job, const std::vector<int>& places);

/// Wants more pages or fewer: more are empty and come at the end; fewer only go if nothing stands on the last ones. The
/// problem says which page is in the way.
[[nodiscard]] Result<void> setPageCount(Job& job, int count);

void setPageState(Job& job, const std::vector<int>& places, PageState state, const QString& question = {});
void hidePageNumbers(Job& job, const std::vector<int>& places, bool hide);
/// Turns what is supplied on these pages by so much more, clockwise.
void turnPages(Job& job, const std::vector<int>& places, Turn by);
/// Moves what is supplied on these pages so that its middle lies this far from the middle of the page: towards the
/// fore-edge, so that left-hand and right-hand pages mirror each other; and down. `plan` is that of the job.
void setFromSpine(Job& job, const Plan& plan, const std::vector<int>& places, Length fromSpine);
void setDown(Job& job, const std::vector<int>& places, Length down);
/// How far it lies so; 0 where nothing is supplied.
[[nodiscard]] Length fromSpine(const Job& job, const Plan& plan, int place);
void scalePages(Job& job, const std::vector<int>& places, Percent scale);

/// A panel of a cover, as people name it.
enum class CoverPanel { Front, InsideFront, InsideBack, Back };
inline constexpr std::array<CoverPanel, 4> allCoverPanels{CoverPanel::Front, CoverPanel::InsideFront,
                                                          CoverPanel::InsideBack, CoverPanel::Back};
/// Puts what is supplied on a page onto a panel of the cover, out to its bleed; the page keeps it. Fails where there is
/// no such panel, or nothing supplied.
[[nodiscard]] Result<void> putOnCover(Job& job, const Plan& plan, int place, CoverPanel panel);

} // namespace hinge
