// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// Frames that are drawn before what goes into them is there (`Item::isWaiting`).

enum class FrameFor { Picture, Words };

/// A frame as it is drawn: a side within `reach` of a line of the paper takes hold of it, others keep to
/// whole steps of the job's unit. It has no id yet; its name says what it waits for.
[[nodiscard]] Item newFrame(const Job& job, const Plan& plan, const SurfaceId& surface, FrameFor what, const Rect& area,
                            Length reach);
/// What a frame fills that is put down at a place without drawing it: the column of the panel there, or its safe area;
/// a row of it where the panel has rows.
[[nodiscard]] Rect roomAt(const Plan& plan, const SurfaceId& surface, Point place);

/// What usually stands on a panel of that role, as frames that wait: a title on the front cover, contact lines on the
/// back cover. Those that wait there already, by their names, are left out. Common practice.
[[nodiscard]] std::vector<Item> usualFrames(const Job& job, const Plan& plan, const SurfaceId& surface, int panel);

/// Frames of a surface that wait for something, in the order in which files fill them: from `panel` on as a reader
/// meets the panels, on each from head to foot and from left to right; those of panels before it come last.
[[nodiscard]] QStringList waitingFrames(const Job& job, const Plan& plan, const SurfaceId& surface, FrameFor what,
                                        int panel);

/// Which file goes into which of these frames: one that is called as a frame is, by letters and digits alone, goes into
/// it ("shore-map.pdf" into "Shore map"); the others fill what is left, in order. A frame for each file, empty where
/// there are no more.
[[nodiscard]] QStringList framesForFiles(const Job& job, QStringList frames, const QStringList& paths);

/// True of a frame that waits for just that.
[[nodiscard]] bool waitsFor(const Item& item, FrameFor what);
/// Puts a picture into a frame; all else about the frame stays.
void fillFrame(Item& frame, LinkedFile file);
/// Puts words into one, a paragraph a line, set as the frame says; empty lines at their end are left out.
void fillFrame(Item& frame, const QString& words);

} // namespace hinge
