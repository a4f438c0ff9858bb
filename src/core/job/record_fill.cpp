// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/record_fill.h"

#include "core/job/stories.h"

#include <QDir>
#include <QRegularExpression>
#include <algorithm>

namespace hinge
{
namespace
{

constexpr QChar lineBreak(0x2028);

/// A value on lines of its own breaks the line where it stands.
QString onLines(QString value)
{
    value.replace(QStringLiteral("\r\n"), lineBreak);
    value.replace(u'\n', lineBreak);
    value.replace(u'\r', lineBreak);
    return value;
}

/// What stands in a text in place of a field; the parts of it that are no fields are kept.
struct Filling {
    FieldUse use;
    QString value;
};
std::vector<Filling> fillingsOf(const QString& text, const Record& record)
{
    std::vector<Filling> out;
    for (FieldUse& use : fieldsIn(text))
        if (auto value = record.find(use.name))
            out.push_back({std::move(use), std::move(*value)});
    return out;
}

QString withFillings(const QString& text, const std::vector<Filling>& fillings)
{
    QString out;
    int from = 0;
    for (const Filling& f : fillings) {
        out += text.mid(from, f.use.start - from) + f.value;
        from = f.use.start + f.use.length;
    }
    return out + text.mid(from);
}

/// Where a place of the text as typed has come to lie. One inside a field is at the end of its value.
int movedPlace(int place, const std::vector<Filling>& fillings)
{
    int by = 0;
    for (const Filling& f : fillings) {
        const int end = f.use.start + f.use.length;
        if (place <= f.use.start)
            break;
        by += int(f.value.size()) - f.use.length;
        if (place < end)
            return end + by;
    }
    return place + by;
}

/// A paragraph that only gives fields, which are all empty, is left out.
bool saysNothing(const QString& text, const std::vector<Filling>& fillings)
{
    return !fillings.empty() && withFillings(text, fillings).trimmed().isEmpty();
}

void fillText(Item& item, const Record& record)
{
    std::vector<Paragraph> out;
    for (Paragraph& p : item.paragraphs) {
        auto fillings = fillingsOf(p.text, record);
        for (Filling& f : fillings)
            f.value = onLines(std::move(f.value));
        if (saysNothing(p.text, fillings) && item.paragraphs.size() > 1)
            continue;
        for (CharacterStyle& span : p.spans) {
            const int end = movedPlace(span.start + span.length, fillings);
            span.start = movedPlace(span.start, fillings);
            span.length = end - span.start;
        }
        std::erase_if(p.spans, [](const CharacterStyle& span) { return span.length == 0; });
        p.text = withFillings(p.text, fillings);
        out.push_back(std::move(p));
    }
    if (out.empty())
        out.push_back({}); // a text without a paragraph would run on from another
    item.paragraphs = std::move(out);
}

/// A row of data names files in the folder that the user named, or below it, not others, whatever its values come to
/// when they stand beside each other.
bool staysInFolder(const QString& path, const QString& folder)
{
    QString below = QDir::cleanPath(path);
    if (folder.isEmpty() ? QDir::isAbsolutePath(below) : below == QDir::cleanPath(folder))
        return false;
    if (!folder.isEmpty()) {
        const QString from = QDir::cleanPath(folder);
        const QString start = from.endsWith(u'/') ? from : from + u'/';
        if (!below.startsWith(start))
            return false;
        below = below.mid(start.size());
    }
    return below != QStringLiteral(".") && below != QStringLiteral("..") && !below.startsWith(QStringLiteral("../")) &&
           !path.contains(u'\\');
}

void fillPicture(Item& item, const Record& record)
{
    const QString& typed = item.file.path;
    const auto fillings = fillingsOf(typed, record);
    if (fillings.empty() || fillings.size() < fieldsIn(typed).size() ||
        std::ranges::any_of(fillings, [](const Filling& f) { return f.value.trimmed().isEmpty(); }))
        return;
    // What stands before the first field, as far as it names folders.
    const QString folder = typed.left(typed.lastIndexOf(u'/', fillings.front().use.start) + 1);
    const QString path = withFillings(typed, fillings);
    if (staysInFolder(path, folder))
        item.file = {.path = path, .page = item.file.page, .bytes = 0, .sha256 = {}};
}

} // namespace

std::optional<QString> Record::find(const QString& field) const
{
    for (qsizetype i = 0; i < fields.size(); ++i)
        if (fields[i].compare(field, Qt::CaseInsensitive) == 0)
            return values.value(i);
    return std::nullopt;
}

std::vector<FieldUse> fieldsIn(const QString& text)
{
    std::vector<FieldUse> out;
    if (!text.contains(u'{'))
        return out;
    static const QRegularExpression shape(QStringLiteral("\\{([^{}\\x{2028}\\n]+)\\}"));
    for (auto it = shape.globalMatch(text); it.hasNext();) {
        const auto match = it.next();
        if (const QString name = match.captured(1).trimmed(); !name.isEmpty())
            out.push_back({name, int(match.capturedStart()), int(match.capturedLength())});
    }
    return out;
}

QString filled(const QString& text, const Record& record) { return withFillings(text, fillingsOf(text, record)); }

bool differsByCopy(const Job& job, const Item& item)
{
    // A frame that text runs on into has no words of its own, but may show those of a field.
    if (item.kind == ItemKind::Text)
        for (const QString& id : chainOf(job, item))
            if (namesFields(*job.findItem(id)))
                return true;
    return namesFields(item);
}

QStringList fieldsOf(const Item& item)
{
    QStringList out;
    const auto add = [&out](const QString& text) {
        for (const FieldUse& use : fieldsIn(text))
            if (!out.contains(use.name, Qt::CaseInsensitive))
                out << use.name;
    };
    switch (item.kind) {
    case ItemKind::Text:
        for (const Paragraph& p : item.paragraphs)
            add(p.text);
        break;
    case ItemKind::Code: add(item.code.data); break;
    case ItemKind::Picture: add(item.file.path); break;
    case ItemKind::Shape: break;
    }
    return out;
}

Job withoutRecord(const Job& job)
{
    Job out = job;
    for (const auto& [surface, content] : job.surfaces) {
        if (std::ranges::none_of(content->items, [](const Item& item) { return namesFields(item); }))
            continue;
        auto& items = out.edit(surface).items;
        for (Item& item : items) {
            if (!namesFields(item))
                continue;
            if (item.kind != ItemKind::Text) {
                Item empty;
                empty.id = item.id;
                empty.name = item.name;
                empty.sides = item.sides;
                item = std::move(empty); // a shape without ink or stroke
                continue;
            }
            Record nothing{0, fieldsOf(item), {}};
            nothing.values.resize(nothing.fields.size());
            fillItem(item, nothing);
        }
    }
    return out;
}

QStringList fieldsOf(const Job& job)
{
    QStringList out;
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items)
            for (const QString& field : fieldsOf(item))
                if (!out.contains(field, Qt::CaseInsensitive))
                    out << field;
    return out;
}

bool namesFields(const Item& item) { return !fieldsOf(item).isEmpty(); }

bool namesFields(const Job& job)
{
    return job.records.any() && std::ranges::any_of(job.surfaces, [](const auto& surface) {
               return std::ranges::any_of(surface.second->items, [](const Item& item) { return namesFields(item); });
           });
}

bool isNamedByField(const Job& job, const LinkedFile& file)
{
    return job.records.any() && !fieldsIn(file.path).empty();
}

void fillItem(Item& item, const Record& record)
{
    switch (item.kind) {
    case ItemKind::Text: fillText(item, record); break;
    case ItemKind::Code: item.code.data = filled(item.code.data, record); break;
    case ItemKind::Picture: fillPicture(item, record); break;
    case ItemKind::Shape: break;
    }
}

Job filledFor(const Job& job, const Record& record)
{
    Job out = job;
    for (const auto& [surface, content] : job.surfaces) {
        for (std::size_t i = 0; i < content->items.size(); ++i)
            if (namesFields(content->items[i]))
                fillItem(out.edit(surface).items[i], record);
    }
    return out;
}

} // namespace hinge
