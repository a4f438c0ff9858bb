// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/place_document.h"

#include "core/edit/frames.h"
#include "core/edit/new_items.h"
#include "core/edit/table_edits.h"
#include "core/job/list_marks.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// nullptr when it was not, or that style is gone.
const NamedStyle* matchedBefore(const Job& job, const QString& style)
{
    const auto known = job.styleMatches.find(style);
    return known == job.styleMatches.end() ? nullptr : job.findTextStyle(known->second);
}

const NamedStyle* styleNamed(const Job& job, const QString& name)
{
    const auto it = std::ranges::find_if(
        job.textStyles, [&](const NamedStyle& style) { return style.name.compare(name, Qt::CaseInsensitive) == 0; });
    return it == job.textStyles.end() ? nullptr : &*it;
}

/// The same family in another weight or slope: "Cabin Regular" as "Cabin Bold".
QString inFace(const QString& font, const char* face) { return font.section(u' ', 0, -2) + u' ' + QLatin1String(face); }

Paragraph set(const Job& job, const DocumentParagraph& from, const QString& style)
{
    Paragraph paragraph;
    paragraph.styleName = style;
    const TextStyle& look = job.styleOf(paragraph);
    // Where its style makes no marks, or the list goes on from another, the mark is typed.
    QString typed;
    if (look.list == ListMark::None && from.list != ListMark::None)
        typed = listMark(from.list, look.listSign, from.number) + u' ';
    paragraph.text = typed + from.text;
    for (const DocumentMark& mark : from.marks)
        paragraph.spans.push_back({int(typed.size()) + mark.start,
                                   mark.length,
                                   mark.bold     ? inFace(look.font, "Bold")
                                   : mark.italic ? inFace(look.font, "Italic")
                                                 : QString(),
                                   {},
                                   {},
                                   mark.underline,
                                   mark.strike});
    return paragraph;
}

/// How such a paragraph looks until somebody says otherwise: headings larger than text, notes smaller.
TextStyle usualStyle(const DocumentParagraph& paragraph)
{
    TextStyle style;
    style.hyphenation = QStringLiteral("en-GB");
    const auto standOut = [&](const char* font, int size, int leading, int before) {
        style.font = QString::fromLatin1(font);
        style.size = Length::points(size);
        style.leading = Length::points(leading);
        style.spaceBefore = Length::points(before);
        style.hyphenation.clear();
    };
    switch (paragraph.role) {
    case ParagraphRole::Heading:
        if (paragraph.level <= 1)
            standOut("Vollkorn SemiBold", 21, 26, 0);
        else if (paragraph.level == 2)
            standOut("Vollkorn SemiBold", 14, 18, 6);
        else
            standOut("Cabin SemiBold", 9, 13, 4);
        break;
    case ParagraphRole::Term: standOut("Cabin SemiBold", 9, 13, 4); break;
    case ParagraphRole::Quote: style.font = QStringLiteral("Cabin Italic"); break;
    case ParagraphRole::Note:
        style.size = Length::points(7);
        style.leading = Length::points(10);
        break;
    case ParagraphRole::List:
        style.indent = style.listIndent * std::max(0, paragraph.level - 1);
        // Marks that count begin with the first number.
        style.list = paragraph.continued ? ListMark::None : paragraph.list;
        break;
    case ParagraphRole::Text:
    case ParagraphRole::Code: break;
    }
    return style;
}

} // namespace

std::vector<StyleChoice> proposedChoices(const Job& job, const DocumentText& document)
{
    std::vector<StyleChoice> out;
    for (const QString& style : document.styles()) {
        const NamedStyle* before = matchedBefore(job, style);
        const NamedStyle* same = before ? before : styleNamed(job, style);
        out.push_back({style, same ? same->name : QString()});
    }
    return out;
}

bool wantsChoosing(const Job& job, const DocumentText& document)
{
    // A job without styles has nothing to choose from.
    return !job.textStyles.empty() && std::ranges::any_of(document.styles(), [&](const QString& style) {
        return !matchedBefore(job, style) && !styleNamed(job, style);
    });
}

QStringList placeDocument(Job& job, const Plan& plan, const SurfaceId& surface, int panel, const DocumentText& document,
                          const std::vector<StyleChoice>& choices, const QString& frame, const QString& name,
                          const std::function<QString()>& freshId)
{
    std::map<QString, QString> styles;
    for (const StyleChoice& choice : choices) {
        QString to = choice.to;
        if (to.isEmpty()) {
            to = choice.from;
            const auto first = std::ranges::find(document.paragraphs, choice.from, &DocumentParagraph::style);
            if (!job.findTextStyle(to) && first != document.paragraphs.end())
                job.textStyles.push_back({to, usualStyle(*first), {}});
        }
        if (!job.findTextStyle(to))
            return {};
        styles[choice.from] = to;
        job.styleMatches[choice.from] = to;
    }
    std::vector<Paragraph> paragraphs;
    for (const DocumentParagraph& paragraph : document.paragraphs)
        paragraphs.push_back(set(job, paragraph, styles[paragraph.style]));
    QStringList ids;
    const auto put = [&](Item item, const QString& called) {
        item.id = freshId();
        item.name = called;
        ids << item.id;
        job.edit(surface).items.push_back(std::move(item));
    };
    const int panels = int(plan.panelsOf(surface).size());
    int at = std::clamp(panel, 0, panels - 1);
    if (!paragraphs.empty()) {
        if (Item* waiting = job.findItem(frame); waiting && waitsFor(*waiting, FrameFor::Words)) {
            waiting->paragraphs = std::move(paragraphs);
            ids << frame;
        } else {
            Item item = newText(job, plan, surface, at, {});
            item.paragraphs = std::move(paragraphs);
            put(std::move(item), name);
        }
        at = std::min(at + 1, panels - 1);
    }
    for (std::size_t i = 0; i < document.tables.size(); ++i) {
        put(newTable(job, plan, surface, at, document.tables[i]),
            document.tables.size() == 1 ? QStringLiteral("%1, table").arg(name)
                                        : QStringLiteral("%1, table %2").arg(name).arg(i + 1));
        at = std::min(at + 1, panels - 1);
    }
    return ids;
}

} // namespace hinge
