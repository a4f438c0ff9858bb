// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/colour_text.h"

#include <QRegularExpression>

namespace hinge
{

Result<QColor> parseScreenColour(const QString& text)
{
    static const QRegularExpression hex(QStringLiteral("^#?([0-9a-f]{6}|[0-9a-f]{3})$"),
                                        QRegularExpression::CaseInsensitiveOption);
    static const QRegularExpression three(
        QStringLiteral(R"(^(?:rgb\s*\()?\s*(\d{1,3})[\s,;]+(\d{1,3})[\s,;]+(\d{1,3})\s*\)?$)"),
        QRegularExpression::CaseInsensitiveOption);
    const QString typed = text.trimmed();
    if (const auto match = hex.match(typed); match.hasMatch())
        return QColor(u'#' + match.captured(1));
    if (const auto match = three.match(typed); match.hasMatch()) {
        const int r = match.captured(1).toInt();
        const int g = match.captured(2).toInt();
        const int b = match.captured(3).toInt();
        if (std::max({r, g, b}) <= 255)
            return QColor(r, g, b);
    }
    return problem({},
                   QStringLiteral("Type a colour of the screen as #1a5f7a, or as three numbers up to 255: 26 95 122."));
}

} // namespace hinge
