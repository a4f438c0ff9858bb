// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

#include <QString>
#include <array>

namespace hinge
{

/// The moments of a piece's life that the window shows, in their order.
enum class Stage { Brief, PageOrder, Flat, Dummy, Sheet, Release };
inline constexpr std::array<Stage, 6> allStages{Stage::Brief, Stage::PageOrder, Stage::Flat,
                                                Stage::Dummy, Stage::Sheet,     Stage::Release};

/// Only what has pages, or copies that differ, has an order of them.
[[nodiscard]] inline bool hasStage(const Job& job, Stage stage)
{
    return stage != Stage::PageOrder || hasPages(job.kind) || job.records.any();
}

/// "brief": for object names and the command line.
[[nodiscard]] inline QString stageKey(Stage stage)
{
    switch (stage) {
    case Stage::Brief: return QStringLiteral("brief");
    case Stage::PageOrder: return QStringLiteral("sequence");
    case Stage::Flat: return QStringLiteral("flat");
    case Stage::Dummy: return QStringLiteral("dummy");
    case Stage::Sheet: return QStringLiteral("sheet");
    case Stage::Release: return QStringLiteral("release");
    }
    return {};
}

} // namespace hinge
