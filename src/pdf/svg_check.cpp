// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/read_limits.h"
#include "pdf/svg_page.h"

#include <QHash>
#include <QSet>
#include <QXmlStreamReader>
#include <vector>

namespace hinge
{
namespace
{

/// What is drawn where an element with a name stands: itself and what it refers to.
struct SvgPart {
    qint64 elements = 0;
    QStringList draws;
};

/// The elements that are drawn in all, with those that references draw again; -1 when one draws itself.
class Count
{
public:
    explicit Count(const QHash<QString, SvgPart>& parts) : parts_(parts) {}
    qint64 of(const SvgPart& part)
    {
        qint64 all = part.elements;
        for (const QString& name : part.draws) {
            const qint64 more = named(name);
            if (more < 0)
                return -1;
            all = std::min(all + more, limit);
        }
        return all;
    }

private:
    static constexpr qint64 limit = qint64(1) << 40;
    qint64 named(const QString& name)
    {
        if (const auto it = known_.constFind(name); it != known_.constEnd())
            return *it;
        const auto part = parts_.constFind(name);
        if (part == parts_.constEnd())
            return 0;
        if (open_.contains(name) || open_.size() > limits::deepestSvg)
            return -1;
        open_.insert(name);
        const qint64 all = of(*part);
        open_.remove(name);
        known_.insert(name, all);
        return all;
    }
    const QHash<QString, SvgPart>& parts_;
    QHash<QString, qint64> known_;
    QSet<QString> open_;
};

/// What a value like `url(#name)` or `#name` refers to; empty for none.
QString localName(const QString& value)
{
    const QString v = value.trimmed();
    if (v.startsWith(u'#'))
        return v.mid(1);
    const auto at = v.indexOf(QStringLiteral("url(#"));
    return at < 0 ? QString() : v.mid(at + 5).section(u')', 0, 0).trimmed();
}

/// A file or address outside the drawing.
bool leadsOutside(const QString& value)
{
    const QString v = value.trimmed();
    return !v.isEmpty() && !v.startsWith(u'#') && !v.startsWith(QStringLiteral("data:"), Qt::CaseInsensitive);
}

bool styleLeadsOutside(const QString& css)
{
    const QString lower = css.toLower();
    if (lower.contains(QStringLiteral("@import")))
        return true;
    for (auto at = lower.indexOf(QStringLiteral("url(")); at >= 0; at = lower.indexOf(QStringLiteral("url("), at + 4))
        if (leadsOutside(lower.mid(at + 4).section(u')', 0, 0).remove(u'"').remove(u'\'')))
            return true;
    return false;
}

} // namespace

Result<void> checkSvg(const QByteArray& svg, const QString& name)
{
    if (svg.size() > limits::largestSvg)
        return problem(name, QStringLiteral("The SVG has more than %1 MB. Save it as a PDF or a picture.")
                                 .arg(limits::largestSvg >> 20));
    const auto outside = [&](const QString& what) {
        return problem(
            name, QStringLiteral(
                      "The SVG takes something from another file (%1). Put it into the drawing, and save it again.")
                      .arg(what.simplified().left(80)));
    };
    QHash<QString, SvgPart> parts;
    std::vector<QString> open; ///< names of the elements that are open, empty for one without
    SvgPart whole;
    QXmlStreamReader xml(svg);
    while (!xml.atEnd()) {
        switch (xml.readNext()) {
        case QXmlStreamReader::ProcessingInstruction:
            if (xml.processingInstructionTarget() == QStringLiteral("xml-stylesheet"))
                return outside(QStringLiteral("a style sheet"));
            break;
        case QXmlStreamReader::StartElement: {
            if (++whole.elements > limits::mostSvgElements || qsizetype(open.size()) > limits::deepestSvg)
                return problem(name, QStringLiteral("The SVG has more parts, or deeper ones, than a drawing for print. "
                                                    "Save it as a PDF or a picture."));
            const QXmlStreamAttributes attributes = xml.attributes();
            const bool link = xml.name() == QStringLiteral("a");
            open.push_back(attributes.value(QStringLiteral("id")).toString());
            for (const QString& of : open)
                if (!of.isEmpty())
                    ++parts[of].elements;
            for (const QXmlStreamAttribute& attribute : attributes) {
                const QString value = attribute.value().toString();
                const bool href = attribute.name() == QStringLiteral("href");
                if ((href && !link && leadsOutside(value)) || (!href && styleLeadsOutside(value)))
                    return outside(value);
                const QString drawn = link && href ? QString() : localName(value);
                if (drawn.isEmpty() || (!href && !value.contains(QStringLiteral("url("))))
                    continue;
                whole.draws << drawn;
                for (const QString& of : open)
                    if (!of.isEmpty())
                        parts[of].draws << drawn;
            }
            break;
        }
        case QXmlStreamReader::EndElement: open.pop_back(); break;
        case QXmlStreamReader::Characters:
            if (styleLeadsOutside(xml.text().toString()) && xml.text().contains(u'{'))
                return outside(QStringLiteral("in its styles"));
            break;
        default: break;
        }
    }
    if (xml.hasError())
        return problem(name,
                       QStringLiteral("The SVG is damaged (line %1). Open it in a drawing program and save it again.")
                           .arg(xml.lineNumber()));
    const qint64 drawn = Count(parts).of(whole);
    if (drawn < 0)
        return problem(name, QStringLiteral("The SVG draws itself within itself, without end. Ask for it again."));
    if (drawn > limits::mostSvgElements)
        return problem(
            name, QStringLiteral(
                      "The SVG repeats its parts more often than a drawing for print. Save it as a PDF or a picture."));
    return {};
}

} // namespace hinge
