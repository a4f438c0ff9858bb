// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece/extent.h"

#include "core/piece/binding.h"

#include <algorithm>

namespace hinge
{

Extent extentOf(const Job& job)
{
    if (!hasPages(job.kind))
        return job.records.any() ? Extent::FirstRecord : Extent::Whole;
    if (hasOwnCover(job))
        return Extent::CoverOnly;
    return madeUpPages(job) > rulesOf(job.kind).pagesOnFlat ? Extent::OuterSheetOnly : Extent::Whole;
}

bool isBare(const Job& job)
{
    return std::ranges::all_of(job.surfaces, [](const auto& surface) { return !surface.second->isFilled(); });
}

QString extentName(Extent extent)
{
    switch (extent) {
    case Extent::Whole: return {};
    case Extent::CoverOnly: return QStringLiteral("cover only");
    case Extent::OuterSheetOnly: return QStringLiteral("outer sheet only");
    case Extent::FirstRecord: return QStringLiteral("first copy only");
    }
    return {};
}

QString extentNote(Extent extent)
{
    switch (extent) {
    case Extent::Whole: return {};
    case Extent::CoverOnly:
        return QStringLiteral("The flat holds the cover only. Press sheets hold all of it; the pages are written as a "
                              "file of their own, too.");
    case Extent::OuterSheetOnly:
        return QStringLiteral("The flat holds the outer sheet only. Press sheets hold all of it; the pages are written "
                              "as a file of their own, too.");
    case Extent::FirstRecord:
        return QStringLiteral("The flat is written for the first record. Press sheets hold every copy; all copies are "
                              "written as a file of their own, too.");
    }
    return {};
}

} // namespace hinge
