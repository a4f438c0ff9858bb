// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <array>

namespace hinge
{

/// The moments of a piece's life that the window shows.
enum class Stage { Brief, Flat, Sheet, Release };
inline constexpr std::array<Stage, 4> allStages{Stage::Brief, Stage::Flat, Stage::Sheet, Stage::Release};

/// "brief": for object names and the command line.
[[nodiscard]] inline QString stageKey(Stage stage)
{
    switch (stage) {
    case Stage::Brief: return QStringLiteral("brief");
    case Stage::Flat: return QStringLiteral("flat");
    case Stage::Sheet: return QStringLiteral("sheet");
    case Stage::Release: return QStringLiteral("release");
    }
    return {};
}

} // namespace hinge
