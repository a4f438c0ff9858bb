// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/document_text.h"

#include "core/file/read_limits.h"

#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>

namespace hinge
{
namespace
{

/// Blocks within each other: lists in quotes in lists. Deeper ones are left out.
constexpr int deepest = 60;
/// Lists in lists that are moved in further than those they lie in; no paper has room for more.
constexpr int deepestList = 7;

/// What paragraphs are called that have no style of the file's own, and what they are.
struct Kind {
    QString style;
    ParagraphRole role = ParagraphRole::Text;
    int level = 0;
};
Kind heading(int level) { return {QStringLiteral("Heading %1").arg(level), ParagraphRole::Heading, level}; }
Kind plainText() { return {QStringLiteral("Text"), ParagraphRole::Text, 0}; }
Kind quote() { return {QStringLiteral("Quote"), ParagraphRole::Quote, 0}; }

/// Styles that word processors come with: names they give to what has a role of its own here.
std::optional<Kind> knownStyle(const QString& name)
{
    static const std::vector<std::pair<QStringList, Kind>> known{
        {{QStringLiteral("First Paragraph"), QStringLiteral("Body Text"), QStringLiteral("Normal"),
          QStringLiteral("Compact"), QStringLiteral("Text Body"), QStringLiteral("Standard")},
         plainText()},
        {{QStringLiteral("Block Text"), QStringLiteral("Quotations"), QStringLiteral("Block Quotation")}, quote()},
        {{QStringLiteral("Title")}, {QStringLiteral("Title"), ParagraphRole::Heading, 1}},
        {{QStringLiteral("Subtitle")}, {QStringLiteral("Subtitle"), ParagraphRole::Heading, 2}}};
    for (const auto& [names, kind] : known)
        if (names.contains(name, Qt::CaseInsensitive))
            return kind;
    return std::nullopt;
}

/// How the words of a block are marked while it is read.
struct Look {
    bool bold = false;
    bool italic = false;
    bool underline = false;
    bool strike = false;
    [[nodiscard]] bool isPlain() const { return !bold && !italic && !underline && !strike; }
    [[nodiscard]] bool isOf(const DocumentMark& mark) const
    {
        return mark.bold == bold && mark.italic == italic && mark.underline == underline && mark.strike == strike;
    }
    [[nodiscard]] Look with(bool Look::*part) const
    {
        Look more = *this;
        more.*part = true;
        return more;
    }
};

/// Goes through the tree. Each node is an object with its type in "t" and its contents in "c"; attributes are
/// [name, [classes], [[key, value]]].
class TreeReader
{
public:
    DocumentText read(const QJsonArray& blocks)
    {
        readBlocks(blocks, {}, 0);
        for (const QJsonArray& note : std::exchange(notes_, {}))
            readBlocks(note, Kind{QStringLiteral("Note"), ParagraphRole::Note, 0}, 0);
        return std::move(out_);
    }

private:
    static QString typeOf(const QJsonObject& node) { return node.value(QStringLiteral("t")).toString(); }
    static QJsonArray contentOf(const QJsonObject& node) { return node.value(QStringLiteral("c")).toArray(); }
    static QString styleOf(const QJsonArray& attributes)
    {
        for (const QJsonValue& pair : attributes.at(2).toArray())
            if (pair.toArray().at(0).toString() == QStringLiteral("custom-style"))
                return pair.toArray().at(1).toString();
        return {};
    }

    /// `kind` is what a paragraph is when it does not say so itself; nothing for ordinary text.
    void readBlocks(const QJsonArray& blocks, const std::optional<Kind>& kind, int depth)
    {
        if (depth > deepest)
            return;
        for (const QJsonValue& value : blocks) {
            const QJsonObject block = value.toObject();
            const QString type = typeOf(block);
            const QJsonArray content = contentOf(block);
            if (type == QStringLiteral("Para") || type == QStringLiteral("Plain"))
                addParagraph(content, kind.value_or(plainText()));
            else if (type == QStringLiteral("Header"))
                addParagraph(content.at(2).toArray(), heading(content.at(0).toInt(1)));
            else if (type == QStringLiteral("LineBlock"))
                readLines(content, kind.value_or(plainText()));
            else if (type == QStringLiteral("CodeBlock"))
                addPlain(content.at(1).toString(), kind.value_or(Kind{QStringLiteral("Code"), ParagraphRole::Code, 0}));
            else if (type == QStringLiteral("BlockQuote"))
                readBlocks(content, kind.value_or(quote()), depth + 1);
            else if (type == QStringLiteral("BulletList"))
                readList(content, ListMark::Sign, 1, depth);
            else if (type == QStringLiteral("OrderedList"))
                readList(content.at(1).toArray(), countingOf(content.at(0).toArray()),
                         content.at(0).toArray().at(0).toInt(1), depth);
            else if (type == QStringLiteral("DefinitionList"))
                readDefinitions(content, kind, depth);
            else if (type == QStringLiteral("Div"))
                readDiv(content, kind, depth);
            else if (type == QStringLiteral("Table"))
                readTable(content);
        }
    }
    void readDiv(const QJsonArray& content, const std::optional<Kind>& kind, int depth)
    {
        const QString style = styleOf(content.at(0).toArray());
        std::optional<Kind> own = kind;
        if (!own && !style.isEmpty())
            own = knownStyle(style).value_or(Kind{style, ParagraphRole::Text, 0});
        readBlocks(content.at(1).toArray(), own, depth + 1);
    }
    void readLines(const QJsonArray& lines, const Kind& kind)
    {
        QJsonArray all;
        for (const QJsonValue& line : lines) {
            if (!all.isEmpty())
                all.append(QJsonObject{{QStringLiteral("t"), QStringLiteral("LineBreak")}});
            for (const QJsonValue& part : line.toArray())
                all.append(part);
        }
        addParagraph(all, kind);
    }
    /// The style of a list by what stands before its items and how deep it lies in others.
    static Kind listOf(ListMark mark, bool continued, int level)
    {
        const QString name = continued                   ? QStringLiteral("Continued list")
                             : mark == ListMark::Numbers ? QStringLiteral("Numbered list")
                             : mark == ListMark::Letters ? QStringLiteral("Lettered list")
                                                         : QStringLiteral("List");
        return {level == 1 ? name : QStringLiteral("%1 %2").arg(name).arg(level), ParagraphRole::List, level};
    }
    /// Attributes of a list that counts: [first number, {type: "Decimal", "LowerAlpha" ...}, what stands around it].
    static ListMark countingOf(const QJsonArray& attributes)
    {
        return typeOf(attributes.at(1).toObject()).endsWith(QStringLiteral("Alpha")) ? ListMark::Letters
                                                                                     : ListMark::Numbers;
    }
    void readList(const QJsonArray& items, ListMark mark, int number, int depth)
    {
        ++listsOpen_;
        const bool continued = number != 1;
        const Kind kind = listOf(mark, continued, std::min(listsOpen_, deepestList));
        for (const QJsonValue& item : items) {
            const std::size_t first = out_.paragraphs.size();
            readBlocks(item.toArray(), kind, depth + 1);
            if (DocumentParagraph* joined = joinItem(first, kind)) {
                joined->list = mark;
                joined->number = number;
                joined->continued = continued;
            }
            ++number;
        }
        --listsOpen_;
    }
    /// Makes one paragraph of an item; lists in it stay behind it. nullptr of an item that has no words before them.
    DocumentParagraph* joinItem(std::size_t first, const Kind& kind)
    {
        std::vector<DocumentParagraph>& all = out_.paragraphs;
        if (first >= all.size() || all[first].list != ListMark::None)
            return nullptr;
        DocumentParagraph& item = all[first];
        item.style = kind.style;
        item.role = kind.role;
        item.level = kind.level;
        while (first + 1 < all.size() && all[first + 1].list == ListMark::None) {
            const DocumentParagraph& next = all[first + 1];
            item.text += QChar(QChar::LineSeparator);
            for (DocumentMark m : next.marks) {
                m.start += int(item.text.size());
                item.marks.push_back(m);
            }
            item.text += next.text;
            all.erase(all.begin() + std::ptrdiff_t(first) + 1);
        }
        // What comes after a list in the item is no item itself.
        for (std::size_t i = first + 1; i < all.size(); ++i)
            if (all[i].list == ListMark::None) {
                all[i].style = plainText().style;
                all[i].role = plainText().role;
            }
        return &all[first];
    }
    void readDefinitions(const QJsonArray& items, const std::optional<Kind>& kind, int depth)
    {
        for (const QJsonValue& item : items) {
            addParagraph(item.toArray().at(0).toArray(), {QStringLiteral("Term"), ParagraphRole::Term, 0});
            for (const QJsonValue& definition : item.toArray().at(1).toArray())
                readBlocks(definition.toArray(), kind, depth + 1);
        }
    }

    /// [attributes, caption, columns, head, bodies, foot]; rows are [attributes, cells], cells [attributes, alignment,
    /// rows, columns, blocks].
    void readTable(const QJsonArray& table)
    {
        SheetRows sheet;
        const auto rows = [&](const QJsonArray& list) {
            for (const QJsonValue& row : list)
                readRow(row.toArray().at(1).toArray(), sheet);
        };
        rows(table.at(3).toArray().at(1).toArray());
        // Where the file does not say which rows are the header the converter makes an empty one.
        sheet.rows.removeIf([](const QStringList& row) { return row.join(QString()).isEmpty(); });
        for (const QJsonValue& body : table.at(4).toArray()) {
            rows(body.toArray().at(2).toArray());
            rows(body.toArray().at(3).toArray());
        }
        rows(table.at(5).toArray().at(1).toArray());
        if (!sheet.rows.isEmpty())
            out_.tables.push_back(std::move(sheet));
    }
    void readRow(const QJsonArray& cells, SheetRows& sheet)
    {
        const int row = int(sheet.rows.size());
        QStringList words;
        if (row >= limits::mostTableRows)
            return;
        const auto isCovered = [&](qsizetype column) {
            return std::ranges::any_of(sheet.spans, [&](const TableSpan& s) {
                return s.row < row && row < s.row + s.down && s.column <= column && column < s.column + s.across;
            });
        };
        for (const QJsonValue& value : cells) {
            const QJsonArray cell = value.toArray();
            while (words.size() < limits::mostTableColumns && isCovered(words.size()))
                words << QString();
            if (words.size() >= limits::mostTableColumns)
                break;
            const int down = std::clamp(cell.at(2).toInt(1), 1, limits::mostTableRows);
            const int across = std::clamp(cell.at(3).toInt(1), 1, limits::mostTableColumns - int(words.size()));
            if (across > 1 || down > 1)
                sheet.spans.push_back({row, int(words.size()), across, down});
            words << wordsOf(cell.at(4).toArray());
            for (int i = 1; i < across; ++i)
                words << QString();
        }
        sheet.rows << words;
    }
    /// The words of blocks as one cell has them.
    static QString wordsOf(const QJsonArray& blocks)
    {
        TreeReader inner;
        inner.readBlocks(blocks, {}, 0);
        QStringList lines;
        for (const DocumentParagraph& paragraph : inner.out_.paragraphs)
            lines << QString(paragraph.text).replace(u'\t', u' ');
        return lines.join(QChar(QChar::LineSeparator));
    }

    void addPlain(const QString& text, const Kind& kind)
    {
        for (const QString& line : text.split(u'\n'))
            out_.paragraphs.push_back({line, kind.style, kind.role, kind.level, {}});
    }
    void addParagraph(const QJsonArray& inlines, const Kind& kind)
    {
        DocumentParagraph paragraph{{}, kind.style, kind.role, kind.level, {}};
        readInlines(inlines, {}, paragraph, 0);
        while (paragraph.text.endsWith(u' '))
            paragraph.text.chop(1);
        std::erase_if(paragraph.marks, [&](DocumentMark& m) {
            m.length = std::min(m.length, int(paragraph.text.size()) - m.start);
            return m.length < 1;
        });
        if (!paragraph.text.isEmpty())
            out_.paragraphs.push_back(std::move(paragraph));
    }
    static void add(DocumentParagraph& to, const QString& words, const Look& look)
    {
        if (!look.isPlain()) {
            const int start = int(to.text.size());
            DocumentMark* last = to.marks.empty() ? nullptr : &to.marks.back();
            if (last && last->start + last->length == start && look.isOf(*last))
                last->length += int(words.size());
            else if (!words.isEmpty())
                to.marks.push_back({start, int(words.size()), look.bold, look.italic, look.underline, look.strike});
        }
        to.text += words;
    }
    void readInlines(const QJsonArray& inlines, const Look& look, DocumentParagraph& to, int depth)
    {
        if (depth > deepest)
            return;
        for (const QJsonValue& value : inlines) {
            const QJsonObject node = value.toObject();
            const QString type = typeOf(node);
            const QJsonArray content = contentOf(node);
            if (type == QStringLiteral("Str"))
                add(to, node.value(QStringLiteral("c")).toString().remove(u'\n').remove(u'\r'), look);
            else if (type == QStringLiteral("Space") || type == QStringLiteral("SoftBreak"))
                add(to, to.text.isEmpty() || to.text.endsWith(u' ') ? QString() : QStringLiteral(" "), look);
            else if (type == QStringLiteral("LineBreak"))
                add(to, QChar(QChar::LineSeparator), look);
            else if (type == QStringLiteral("Strong"))
                readInlines(content, look.with(&Look::bold), to, depth + 1);
            else if (type == QStringLiteral("Emph"))
                readInlines(content, look.with(&Look::italic), to, depth + 1);
            else if (type == QStringLiteral("Underline"))
                readInlines(content, look.with(&Look::underline), to, depth + 1);
            else if (type == QStringLiteral("Strikeout"))
                readInlines(content, look.with(&Look::strike), to, depth + 1);
            else if (type == QStringLiteral("Code") || type == QStringLiteral("Math"))
                add(to, content.at(1).toString(), look);
            else if (type == QStringLiteral("Quoted"))
                readQuoted(content, look, to, depth);
            else if (type == QStringLiteral("Link") || type == QStringLiteral("Span") || type == QStringLiteral("Cite"))
                readInlines(content.at(1).toArray(), look, to, depth + 1);
            else if (type == QStringLiteral("Note"))
                addNote(content, look, to);
            else if (type != QStringLiteral("Image") && type != QStringLiteral("RawInline"))
                readInlines(content, look, to, depth + 1); // small capitals and the like
        }
    }
    void readQuoted(const QJsonArray& content, const Look& look, DocumentParagraph& to, int depth)
    {
        const bool once = typeOf(content.at(0).toObject()) == QStringLiteral("SingleQuote");
        add(to, once ? QStringLiteral("‘") : QStringLiteral("“"), look);
        readInlines(content.at(1).toArray(), look, to, depth + 1);
        add(to, once ? QStringLiteral("’") : QStringLiteral("”"), look);
    }
    void addNote(const QJsonArray& content, const Look& look, DocumentParagraph& to)
    {
        // Numbered where it is called and where it stands.
        notes_.push_back(content);
        ++count_;
        const QString number = raised(count_);
        add(to, number, look);
        QJsonArray& note = notes_.back();
        QJsonObject first = note.at(0).toObject();
        // The first paragraph of a note may lie in a group of its own.
        while (typeOf(first) == QStringLiteral("Div"))
            first = contentOf(first).at(1).toArray().at(0).toObject();
        QJsonArray words = contentOf(first);
        words.prepend(QJsonObject{{QStringLiteral("t"), QStringLiteral("Space")}});
        words.prepend(QJsonObject{{QStringLiteral("t"), QStringLiteral("Str")}, {QStringLiteral("c"), number}});
        note.replace(0, QJsonObject{{QStringLiteral("t"), QStringLiteral("Para")}, {QStringLiteral("c"), words}});
    }
    /// 12 as "¹²".
    static QString raised(int number)
    {
        static const QString digits = QStringLiteral("⁰¹²³⁴⁵⁶⁷⁸⁹");
        QString out;
        for (const QChar digit : QString::number(number))
            out += digits[digit.digitValue()];
        return out;
    }

    DocumentText out_;
    std::vector<QJsonArray> notes_;
    int count_ = 0;
    int listsOpen_ = 0;
};

} // namespace

QStringList DocumentText::styles() const
{
    QStringList out;
    for (const DocumentParagraph& paragraph : paragraphs)
        if (!out.contains(paragraph.style))
            out << paragraph.style;
    return out;
}

Result<DocumentText> readDocumentTree(const QByteArray& json, const QString& name)
{
    const QJsonObject tree = QJsonDocument::fromJson(json).object();
    const QJsonValue blocks = tree.value(QStringLiteral("blocks"));
    if (!blocks.isArray())
        return problem(name, QStringLiteral("What the converter made of it cannot be read."));
    DocumentText text = TreeReader().read(blocks.toArray());
    if (text.paragraphs.empty() && text.tables.empty())
        return problem(name, QStringLiteral("There are no words in it."));
    return text;
}

} // namespace hinge
