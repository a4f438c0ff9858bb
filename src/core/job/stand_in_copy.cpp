// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/stand_in_copy.h"

namespace hinge
{

namespace
{

const QStringList& paragraphs()
{
    static const QStringList once{
        QStringLiteral("These words stand in for the copy to come. They are about as long as a paragraph wants to be, "
                       "so that columns and frames show how much they hold."),
        QStringLiteral("Nobody should print them."),
        QStringLiteral("Where the real text is shorter there will be room for a picture; where it is longer, a frame "
                       "can run on into the next one, or the type can be a little smaller."),
        QStringLiteral("Some lines are short."),
        QStringLiteral(
            "Others go on for a while, with a comma here and there, because sentences of one length look tidier than "
            "any real text ever does, and a layout that only works for tidy text does not work."),
        QStringLiteral("Replace them before the piece goes to the printer.")};
    return once;
}

} // namespace

QStringList standInCopy()
{
    QStringList all;
    for (int i = 0; i < 12; ++i)
        all += paragraphs();
    return all;
}

bool isStandIn(const QString& paragraph) { return paragraphs().contains(paragraph); }

} // namespace hinge
