// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gang/gang.h"

#include "core/job/job.h"

namespace hinge
{

namespace
{

Result<void> checkByHand(const Gang& gang)
{
    if (gang.byHand.size() > std::size_t(mostGangForms))
        return problem(QStringLiteral("byHand"),
                       QStringLiteral("A gang is split over 1 to %1 press sheets.").arg(mostGangForms));
    for (std::size_t form = 0; form < gang.byHand.size(); ++form) {
        const QString where = QStringLiteral("byHand[%1]").arg(form + 1);
        if (gang.byHand[form].empty() || gang.byHand[form].size() > std::size_t(mostGangSlots))
            return problem(where, QStringLiteral("A press sheet has 1 to %1 slots.").arg(mostGangSlots));
        for (const Gang::Slot& slot : gang.byHand[form]) {
            if (slot.member < 0 || slot.member >= int(gang.members.size()))
                return problem(
                    where,
                    QStringLiteral("A slot is given to job %1 of %2.").arg(slot.member + 1).arg(gang.members.size()));
            if (slot.part < 0)
                return problem(where, QStringLiteral("The parts of a job count from 1."));
        }
    }
    return {};
}

} // namespace

Gang withoutMember(Gang gang, int member)
{
    gang.members.erase(gang.members.begin() + member);
    bool had = false;
    for (std::vector<Gang::Slot>& slots : gang.byHand)
        for (Gang::Slot& slot : slots) {
            had = had || slot.member == member;
            slot.member -= slot.member > member ? 1 : 0;
        }
    if (had)
        gang.byHand.clear();
    return gang;
}

Result<void> checkGang(const Gang& gang)
{
    if (auto wrong = checkPress(gang.press, gang.unit); !wrong)
        return wrong;
    if (gang.members.size() > std::size_t(mostGangJobs))
        return problem(QStringLiteral("jobs"), QStringLiteral("A gang takes up to %1 jobs.").arg(mostGangJobs));
    if (gang.forms < 0 || gang.forms > mostGangForms)
        return problem(
            QStringLiteral("forms"),
            QStringLiteral("A gang is split over 1 to %1 press sheets; 0 for as many as it takes.").arg(mostGangForms));
    if (gang.overs < Percent(0) || gang.overs > Percent(100))
        return problem(QStringLiteral("overs"), QStringLiteral("Overs are 0 to 100 percent."));
    if (gang.overrun < Percent(0) || gang.overrun > Percent(1000))
        return problem(QStringLiteral("overrun"), QStringLiteral("The overrun is 0 to 1000 percent."));
    if (auto wrong = checkStock(QStringLiteral("stock"), gang.stock, gang.unit); !wrong)
        return wrong;
    for (std::size_t i = 0; i < gang.members.size(); ++i) {
        const QString where = QStringLiteral("jobs[%1]").arg(i + 1);
        const Gang::Member& member = gang.members[i];
        if (member.path.isEmpty())
            return problem(where + QStringLiteral(".file"), QStringLiteral("It names no job."));
        for (std::size_t before = 0; before < i; ++before)
            if (gang.members[before].path == member.path)
                return problem(where, QStringLiteral("%1 is in the gang already; change its quantity instead.")
                                          .arg(Problem::quoted(member.path)));
        if (member.quantity < 0 || member.quantity > limits::largestRun)
            return problem(where + QStringLiteral(".quantity"),
                           QStringLiteral("A quantity is 1 to %1, or left out.").arg(limits::largestRun));
    }
    return checkByHand(gang);
}

} // namespace hinge
