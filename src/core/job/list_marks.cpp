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

QString markOf(const TextStyle& style, int number)
{
    switch (style.list) {
    case ListMark::None: return {};
    case ListMark::Sign: return style.listSign;
    case ListMark::Numbers: return QStringLiteral("%1.").arg(number);
    case ListMark::Letters: return letters(number) + u'.';
    }
    return {};
}

} // namespace

QStringList listMarks(const std::vector<Paragraph>& paragraphs)
{
    QStringList out;
    ListMark before = ListMark::None;
    int number = 0;
    for (const Paragraph& paragraph : paragraphs) {
        number = paragraph.style.list == before ? number + 1 : 1;
        before = paragraph.style.list;
        out << markOf(paragraph.style, number);
    }
    return out;
}

} // namespace hinge
