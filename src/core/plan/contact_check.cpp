// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/contact_check.h"

#include "core/plan/finding_parts.h"

#include <QRegularExpression>

namespace hinge
{
namespace
{

/// A leaflet with fewer words is an announcement, or not written yet.
constexpr qsizetype aGoodDeal = 60;

} // namespace

bool tellsContact(const QString& words)
{
    static const QRegularExpression address(
        // a mail address; a web address; seven digits or more, as they are grouped, but no date; a street of two words
        // or more and its number, the one before or after the other
        QStringLiteral(
            R"(\S@\S+\.\S|\bwww\.\S|\bhttps?://\S|\b[\w-]{3,}\.(?:org|com|net|info|example|[a-z]{2})\b|)"
            R"((?:\+|\b)(?!\d{4}-\d\d-\d\d\b|\d\d?[./]\d\d?[./]\d{2,4}\b)\d(?:[ /.()–-]{0,2}\d){6,}|)"
            R"((?:^|[\n\x{2028},]) *\p{Lu}[\p{L}'.-]*(?: [\p{L}'.-]+)+ \d+ ?[a-z]?(?=,|\n|\x{2028}|$)|)"
            R"((?:^|[\n\x{2028},]) *\d+ ?[a-z]?,? \p{Lu}[\p{L}'.-]*(?: \p{Lu}[\p{L}'.-]*)+(?=,|\n|\x{2028}|$))"),
        QRegularExpression::UseUnicodePropertiesOption);
    return address.match(words).hasMatch();
}

void checkContact(const Job& job, std::vector<Finding>& out)
{
    if (job.kind != PieceKind::Leaflet)
        return;
    qsizetype count = 0;
    for (const auto& [surface, content] : job.surfaces) {
        if (content->supplied)
            return;
        for (const Item& item : content->items) {
            if (item.kind == ItemKind::Code)
                return;
            for (const Paragraph& paragraph : item.paragraphs) {
                if (tellsContact(paragraph.text))
                    return;
                count += paragraph.text.split(u' ', Qt::SkipEmptyParts).size();
            }
        }
    }
    if (count >= aGoodDeal)
        out.push_back(found("contact.none", Severity::Warn, QStringLiteral("No panel tells how you are reached"),
                            QStringLiteral("There is no street, telephone, mail or web address on the piece. Readers "
                                           "look for one on the back cover.")));
}

} // namespace hinge
