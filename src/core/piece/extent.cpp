// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece/extent.h"

#include "core/piece/binding.h"

#include <algorithm>

namespace hinge
{

Extent extentOf(const Job& job)
{
    if (!hasPages(job.kind))
        return job.records.any() ? Extent::WithoutRecords : Extent::Whole;
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
    case Extent::WithoutRecords: return QStringLiteral("without records");
    }
    return {};
}

QString extentNote(Extent extent)
{
    switch (extent) {
    case Extent::Whole: return {};
    case Extent::CoverOnly:
        return QStringLiteral("Flat and press sheet hold the cover only: the pages are written as a file of their "
                              "own.");
    case Extent::OuterSheetOnly:
        return QStringLiteral("Flat and press sheet hold the outer sheet only, as it stands on the Flat: all pages are "
                              "written as a file of their own.");
    case Extent::WithoutRecords:
        return QStringLiteral("The flat is written for the first record, press sheets without what differs: all copies "
                              "are written as a file of their own.");
    }
    return {};
}

} // namespace hinge
