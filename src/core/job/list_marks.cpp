// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/list_marks.h"

namespace hinge
{
namespace
{

/// a to z, then aa, ab and so on.
QString letters(int number)
{
    QString out;
    for (int rest = number; rest > 0; rest = (rest - 1) / 26)
        out.prepend(QChar(u'a' + (rest - 1) % 26));
    return out;
}

} // namespace

QString listMark(ListMark mark, const QString& sign, int number)
{
    switch (mark) {
    case ListMark::None: return {};
    case ListMark::Sign: return sign;
    case ListMark::Numbers: return QStringLiteral("%1.").arg(number);
    case ListMark::Letters: return letters(number) + u'.';
    }
    return {};
}

QStringList listMarks(const std::vector<Paragraph>& paragraphs)
{
    struct Open {
        Length indent;
        ListMark mark = ListMark::None;
        int number = 0;
    };
    QStringList out;
    std::vector<Open> open; // lists in lists, the innermost last
    for (const Paragraph& paragraph : paragraphs) {
        const TextStyle& style = paragraph.style;
        const auto ends = [&](const Open& list) {
            return list.indent > style.indent || (list.indent == style.indent && list.mark != style.list);
        };
        while (!open.empty() && ends(open.back()))
            open.pop_back();
        if (style.list == ListMark::None) {
            out << QString();
            continue;
        }
        if (open.empty() || open.back().indent < style.indent)
            open.push_back({style.indent, style.list, 0});
        out << listMark(style.list, style.listSign, ++open.back().number);
    }
    return out;
}

} // namespace hinge
