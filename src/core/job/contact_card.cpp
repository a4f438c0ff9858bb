// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/contact_card.h"

#include <QStringList>
#include <algorithm>

namespace hinge
{
namespace
{

/// RFC 2426, 4 (text-value): what would end a part is escaped.
QString escaped(QString text)
{
    text.replace(u'\\', QStringLiteral("\\\\"));
    text.replace(u',', QStringLiteral("\\,"));
    text.replace(u';', QStringLiteral("\\;"));
    text.replace(u'\n', QStringLiteral("\\n"));
    return text;
}

/// The parts of a structured value, parted at `;`, without their escapes.
QStringList partsOf(const QString& value)
{
    QStringList parts{QString()};
    for (qsizetype i = 0; i < value.size(); ++i) {
        if (value[i] == u'\\' && i + 1 < value.size()) {
            ++i;
            parts.last() += value[i] == u'n' || value[i] == u'N' ? QChar(u'\n') : value[i];
        } else if (value[i] == u';') {
            parts << QString();
        } else {
            parts.last() += value[i];
        }
    }
    return parts;
}

} // namespace

QString contactText(const Contact& c)
{
    QStringList names{c.givenName, c.familyName};
    names.removeAll(QString());
    // FN and N must be there (RFC 2426, 3.1); a firm is called by its own name.
    const QString whole = names.isEmpty() ? c.organisation : names.join(u' ');
    QStringList lines{QStringLiteral("BEGIN:VCARD"), QStringLiteral("VERSION:3.0"),
                      QStringLiteral("N:%1;%2").arg(escaped(c.familyName), escaped(c.givenName)),
                      QStringLiteral("FN:") + escaped(whole)};
    const auto add = [&lines](const char* key, const QString& value) {
        if (!value.isEmpty())
            lines << QLatin1String(key) + QLatin1Char(':') + value;
    };
    add("ORG", escaped(c.organisation));
    add("TEL", escaped(c.phone));
    add("EMAIL", escaped(c.mail));
    add("URL", c.web);
    if (!c.street.isEmpty() || !c.town.isEmpty() || !c.postcode.isEmpty() || !c.country.isEmpty())
        add("ADR", QStringLiteral(";;%1;%2;;%3;%4")
                       .arg(escaped(c.street), escaped(c.town), escaped(c.postcode), escaped(c.country)));
    lines << QStringLiteral("END:VCARD");
    return lines.join(QStringLiteral("\r\n"));
}

std::optional<Contact> contactFrom(const QString& text)
{
    QString unfolded = text;
    unfolded.replace(QStringLiteral("\r\n"), QStringLiteral("\n"));
    // A line that begins with a blank goes on with the one before (RFC 2426, 2.6).
    unfolded.replace(QStringLiteral("\n "), QString());
    const QStringList lines = unfolded.split(u'\n', Qt::SkipEmptyParts);
    if (lines.isEmpty() || lines.first().trimmed().compare(QStringLiteral("BEGIN:VCARD"), Qt::CaseInsensitive) != 0)
        return std::nullopt;
    Contact c;
    QString whole;
    // Of several telephones and mail addresses the first is taken.
    const auto first = [](QString& to, const QString& value) {
        if (to.isEmpty())
            to = value;
    };
    for (const QString& line : lines) {
        const auto colon = line.indexOf(u':');
        if (colon < 0)
            continue;
        // Parameters such as TYPE=WORK say nothing that is kept.
        const QString key = line.left(colon).section(u';', 0, 0).toUpper();
        const QString value = line.mid(colon + 1).trimmed();
        QStringList parts = partsOf(value);
        const QString text0 = parts.first();
        parts.resize(std::max<qsizetype>(parts.size(), 7));
        if (key == QStringLiteral("N")) {
            c.familyName = text0;
            c.givenName = parts[1];
        } else if (key == QStringLiteral("FN")) {
            whole = text0;
        } else if (key == QStringLiteral("ORG")) {
            c.organisation = text0;
        } else if (key == QStringLiteral("TEL")) {
            first(c.phone, text0);
        } else if (key == QStringLiteral("EMAIL")) {
            first(c.mail, text0);
        } else if (key == QStringLiteral("URL")) {
            first(c.web, value);
        } else if (key == QStringLiteral("ADR")) {
            c.street = parts[2];
            c.town = parts[3];
            c.postcode = parts[5];
            c.country = parts[6];
        }
    }
    if (c.givenName.isEmpty() && c.familyName.isEmpty() && whole != c.organisation)
        c.familyName = whole;
    return c;
}

} // namespace hinge
