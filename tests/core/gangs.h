// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/gang/gang_plan.h"
#include "core/units/page_sizes.h"
#include "testing.h"

namespace testing
{

inline hinge::Size mm(int w, int h) { return {hinge::Length::mm(w), hinge::Length::mm(h)}; }

/// A gang on a sheet of that name, long edge first.
inline hinge::Gang gangOn(const char* sheet)
{
    hinge::Gang gang;
    gang.press.sheet = hinge::findPageSize(QLatin1String(sheet))->size.turned();
    gang.stock = hinge::stockNamed(QString());
    return gang;
}

/// The jobs as they are printed in it.
inline hinge::GangJobs taken(const hinge::Gang& gang, const std::vector<hinge::Job>& jobs)
{
    hinge::GangJobs out;
    for (const hinge::Job& job : jobs) {
        const auto made = inGang(gang, {}, {QStringLiteral("a.hinge.json"), job.quantity}, job);
        if (!made)
            qFatal("%s", qPrintable(made.error().text()));
        out.push_back(*made);
    }
    return out;
}

/// A leaf of so many millimetres.
inline hinge::Job leafOf(const char* title, int w, int h, int quantity)
{
    hinge::Job job = hinge::newPiece(hinge::PieceKind::Leaf);
    job.title = QLatin1String(title);
    job.flat = mm(w, h);
    job.quantity = quantity;
    job.records = {};
    job.stock = hinge::stockNamed(QString());
    return job;
}

} // namespace testing
