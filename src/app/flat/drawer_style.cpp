// SPDX-License-Identifier: GPL-3.0-or-later
// How text looks: its paragraphs, its characters, the frame it stands in.
#include "app/flat/drawer.h"

#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "app/look/theme.h"
#include "colour/screen_colour.h"
#include "core/job/paragraphs.h"
#include "core/job/stand_in_copy.h"
#include "core/job/stories.h"
#include "core/job/tab_stops.h"
#include "typeset/hyphenation.h"

#include <QCheckBox>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QTextBlock>
#include <QVBoxLayout>

namespace hinge
{

void Drawer::restyle(Job& job, const QString& itemId, const std::function<void(TextStyle&)>& change,
                     const CharacterChange& characters)
{
    Item* i = job.findItem(itemId);
    if (!i || !words_)
        return;
    const auto [first, last] = paragraphsInHand();
    if (const auto some = charactersInHand(); some && !characters.isNothing() && first < int(i->paragraphs.size())) {
        changeCharacters(job, i->paragraphs[std::size_t(first)], some->first, some->second, characters);
        return;
    }
    for (int p = std::max(0, first); p <= last && p < int(i->paragraphs.size()); ++p) {
        Paragraph& paragraph = i->paragraphs[std::size_t(p)];
        if (!inWords_)
            takeFromAll(paragraph, !characters.font.isNull(), !characters.ink.isNull());
        if (characters.underline || characters.strike)
            changeCharacters(job, paragraph, 0, int(paragraph.text.size()),
                             {.underline = characters.underline, .strike = characters.strike});
        const auto named = std::ranges::find(job.textStyles, paragraph.styleName, &NamedStyle::name);
        // A paragraph that follows a style changes with all others that do.
        change(named != job.textStyles.end() && !paragraph.styleName.isEmpty() ? named->style : paragraph.style);
    }
}

void Drawer::buildCharacterStyle(QVBoxLayout* column, const QString& id)
{
    const auto inHand = [this, id](const Job& job) -> CharacterStyle {
        const Item* i = job.findItem(id);
        const auto some = charactersInHand();
        const auto at = std::size_t(std::max(0, paragraphsInHand().first));
        return i && some && at < i->paragraphs.size() ? charactersAt(i->paragraphs[at], some->first) : CharacterStyle{};
    };
    const auto change = [this, id](Job& job, const QString& name) {
        Item* i = job.findItem(id);
        const auto some = charactersInHand();
        const auto at = std::size_t(std::max(0, paragraphsInHand().first));
        if (i && some && at < i->paragraphs.size())
            changeCharacters(job, i->paragraphs[at], some->first, some->second, {.styleName = name});
    };
    std::vector<JobChoice::Option> options{{tr("characters: no style"),
                                            [inHand](const Job& j) { return inHand(j).styleName.isEmpty(); },
                                            [change](Job& j) { change(j, QString(QLatin1String(""))); }}};
    for (const NamedCharacterStyle& style : document_.job().characterStyles)
        options.push_back({tr("characters: %1").arg(style.name),
                           [inHand, name = style.name](const Job& j) { return inHand(j).styleName == name; },
                           [change, name = style.name](Job& j) { change(j, name); }});
    auto* body = new QWidget;
    body->setObjectName(QStringLiteral("drawer.characters"));
    auto* row = new QHBoxLayout(body);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(6);
    auto* style = new JobChoice(document_, tr("Change the character style"), std::move(options));
    style->setObjectName(QStringLiteral("drawer.characterStyle"));
    style->setAccessibleName(tr("Style of the characters in hand"));
    style->setToolTip(tr("Characters that follow a style of the job change together"));
    style->setMinimumWidth(24);
    row->addWidget(style, 1);
    auto* keep = new QPushButton(tr("keep"));
    keep->setProperty("link", true);
    keep->setObjectName(QStringLiteral("drawer.keepCharacterStyle"));
    keep->setToolTip(tr("Keep this look of characters as a style of the job"));
    connect(keep, &QPushButton::clicked, this, [this, inHand, change] {
        Job job = document_.job();
        const CharacterStyle look = job.lookOf(inHand(job));
        // Called by what it does: its font, else its ink.
        const QString stem = !look.font.isEmpty() ? look.font : look.ink.isEmpty() ? tr("Characters") : look.ink;
        QString name = stem;
        for (int i = 2; job.findCharacterStyle(name); ++i)
            name = QStringLiteral("%1 %2").arg(stem, QString::number(i));
        job.characterStyles.push_back({name, look.font, look.ink, look.underline, look.strike});
        change(job, name);
        (void)document_.edit(tr("Keep the character style %1").arg(name), std::move(job));
    });
    row->addWidget(keep);
    column->addWidget(body);
    const auto tell = [this, body, style] {
        body->setVisible(charactersInHand().has_value());
        style->refresh();
    };
    connect(words_, &QPlainTextEdit::selectionChanged, body, tell);
    connect(&document_, &Document::changed, body, tell);
    tell();
}

Paragraph Drawer::paragraphInHand(const Job& job, const QString& id) const
{
    const Item* i = job.findItem(id);
    if (!i || i->paragraphs.empty())
        return {};
    return i->paragraphs[std::size_t(std::clamp(paragraphsInHand().first, 0, int(i->paragraphs.size()) - 1))];
}

TextStyle Drawer::styleInHand(const Job& job, const QString& id) const { return job.styleOf(paragraphInHand(job, id)); }

void Drawer::changeParagraphs(Job& job, const QString& id, const std::function<void(Paragraph&)>& change) const
{
    Item* i = job.findItem(id);
    const auto [first, last] = paragraphsInHand();
    for (int p = std::max(0, first); i && p <= last && p < int(i->paragraphs.size()); ++p)
        change(i->paragraphs[std::size_t(p)]);
}

JobChoice* Drawer::namedStyles(const QString& id)
{
    std::vector<JobChoice::Option> styles{
        {tr("no style"), [this, id](const Job& j) { return paragraphInHand(j, id).styleName.isEmpty(); },
         [this, id](Job& j) {
             const Job before = j;
             changeParagraphs(j, id, [&](Paragraph& p) {
                 p.style = before.styleOf(p);
                 p.styleName.clear();
             });
         }}};
    for (const NamedStyle& style : document_.job().textStyles)
        styles.push_back(
            {tr("style: %1").arg(style.name),
             [this, id, name = style.name](const Job& j) { return paragraphInHand(j, id).styleName == name; },
             [this, id, name = style.name](Job& j) {
                 changeParagraphs(j, id, [&](Paragraph& p) {
                     p.styleName = name;
                     p.style = TextStyle{};
                 });
             }});
    auto* style = new JobChoice(document_, tr("Change the style"), std::move(styles));
    style->setObjectName(QStringLiteral("drawer.style"));
    style->setToolTip(tr("Paragraphs that follow a style of the job change together"));
    style->setMinimumWidth(24);
    return style;
}

QPushButton* Drawer::keepStyle(const QString& id)
{
    auto* keep = new QPushButton(tr("keep"));
    keep->setProperty("link", true);
    keep->setObjectName(QStringLiteral("drawer.keepStyle"));
    keep->setToolTip(tr("Keep this look as a style of the job, named after its first words"));
    connect(keep, &QPushButton::clicked, this, [this, id] {
        Job job = document_.job();
        const QString stem = paragraphInHand(job, id).text.trimmed().left(16).isEmpty()
                                 ? tr("Style")
                                 : paragraphInHand(job, id).text.trimmed().left(16);
        QString name = stem;
        for (int i = 2; job.findTextStyle(name); ++i)
            name = QStringLiteral("%1 %2").arg(stem, QString::number(i));
        job.textStyles.push_back({name, styleInHand(job, id)});
        const TextStyle look = styleInHand(job, id);
        changeParagraphs(job, id, [&](Paragraph& p) {
            if (job.styleOf(p) != look)
                return;
            p.styleName = name;
            p.style = TextStyle{};
        });
        (void)document_.edit(tr("Keep the style %1").arg(name), std::move(job));
    });
    return keep;
}

JobChoice* Drawer::fonts(const QString& id)
{
    // Of the characters in hand, or of the paragraph.
    const auto shownFont = [this, id](const Job& j) {
        const auto some = charactersInHand();
        const QString own = some ? j.lookOf(charactersAt(paragraphInHand(j, id), some->first)).font : QString();
        return own.isEmpty() ? styleInHand(j, id).font : own;
    };
    std::vector<JobChoice::Option> fonts;
    for (const QString& name : FontLibrary::installed().names())
        fonts.push_back(
            {name, [shownFont, name](const Job& j) { return shownFont(j) == name; },
             [this, id, name](Job& j) { restyle(j, id, [&](TextStyle& s) { s.font = name; }, {.font = name}); }});
    auto* font = new JobChoice(document_, tr("Change the font"), std::move(fonts));
    font->setObjectName(QStringLiteral("drawer.font"));
    font->setMinimumWidth(24);
    font->setMaxVisibleItems(18);
    return font;
}

QLabel* Drawer::scopeOfStyle()
{
    auto* scope = note({});
    scope->setObjectName(QStringLiteral("drawer.scope"));
    const auto tellScope = [this, scope] {
        if (!words_)
            return; // another item is being taken in hand
        const auto [first, last] = paragraphsInHand();
        const int all = words_->document()->blockCount();
        const int some = last - first + 1;
        scope->setVisible(all > 1 || charactersInHand());
        scope->setText(charactersInHand() ? tr("of the characters in hand")
                       : some == all      ? tr("of the whole text")
                       : some == 1        ? tr("of the paragraph in hand")
                                          : tr("of %1 paragraphs in hand").arg(some));
    };
    for (const auto moved : {&QPlainTextEdit::cursorPositionChanged, &QPlainTextEdit::selectionChanged})
        connect(words_, moved, scope, tellScope);
    connect(&document_, &Document::changed, scope, tellScope);
    tellScope();
    return scope;
}

JobField* Drawer::measure(const QString& what, const QString& id, Length TextStyle::*part)
{
    return new JobField(
        document_, what, [this, id, part](const Job& j) { return formatLength(styleInHand(j, id).*part, Unit::Point); },
        [this, id, part](Job& j, const QString& text) -> Result<void> {
            const auto length = parseLength(text, Unit::Point);
            if (!length)
                return tl::unexpected(length.error());
            restyle(j, id, [&](TextStyle& s) { s.*part = *length; });
            return {};
        });
}

JobField* Drawer::leading(const QString& id)
{
    return new JobField(
        document_, tr("Change the leading"),
        [this, id](const Job& j) {
            const TextStyle s = styleInHand(j, id);
            return s.leadingShare > 0 ? QStringLiteral("%1 %").arg(percentText(s.leadingShare))
                                      : formatLength(s.leading, Unit::Point);
        },
        [this, id](Job& j, const QString& text) -> Result<void> {
            if (text.contains(u'%')) {
                const auto share = parsePercent(text);
                if (!share)
                    return problem({}, tr("Type points, or a percentage of the size, such as 120 %."));
                restyle(j, id, [&](TextStyle& s) { s.leadingShare = *share; });
                return {};
            }
            const auto length = parseLength(text, Unit::Point);
            if (!length)
                return tl::unexpected(length.error());
            restyle(j, id,
                    [&](TextStyle& s) {
                        s.leading = *length;
                        s.leadingShare = 0;
                    },
                    {});
            return {};
        });
}

JobChoice* Drawer::alignment(const QString& id)
{
    const auto aligned = [this, id](const QString& text, Align a) {
        return JobChoice::Option{text, [this, id, a](const Job& j) { return styleInHand(j, id).align == a; },
                                 [this, id, a](Job& j) { restyle(j, id, [&](TextStyle& s) { s.align = a; }); }};
    };
    return new JobChoice(document_, tr("Change the alignment"),
                         {aligned(tr("ranged left"), Align::Left), aligned(tr("centred"), Align::Centre),
                          aligned(tr("ranged right"), Align::Right), aligned(tr("justified"), Align::Justified)});
}

JobChoice* Drawer::hyphenation(const QString& id)
{
    std::vector<JobChoice::Option> languages{
        {tr("no hyphens"), [this, id](const Job& j) { return styleInHand(j, id).hyphenation.isEmpty(); },
         [this, id](Job& j) { restyle(j, id, [](TextStyle& s) { s.hyphenation.clear(); }); }}};
    for (const QString& language : Hyphenation::languages())
        languages.push_back(
            {tr("hyphens, %1").arg(language),
             [this, id, language](const Job& j) { return styleInHand(j, id).hyphenation == language; },
             [this, id, language](Job& j) { restyle(j, id, [&](TextStyle& s) { s.hyphenation = language; }); }});
    return new JobChoice(document_, tr("Change the hyphenation"), std::move(languages));
}

JobField* Drawer::tabStops(const QString& id)
{
    auto* tabs = new JobField(
        document_, tr("Change the tab stops"),
        [this, id](const Job& j) { return tabStopsText(styleInHand(j, id).tabs, j.unit); },
        [this, id](Job& j, const QString& text) -> Result<void> {
            const auto stops = parseTabStops(text, j.unit);
            if (!stops)
                return tl::unexpected(stops.error());
            restyle(j, id, [&](TextStyle& s) { s.tabs = *stops; });
            return {};
        });
    tabs->setToolTip(tr("From the left of the column, such as 20, 45 right, 60 centre"));
    tabs->setPlaceholderText(tr("none"));
    return tabs;
}

void Drawer::buildStyle(QVBoxLayout* column, const QString& id)
{
    JobChoice* style = namedStyles(id);
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    row->addWidget(style, 1);
    row->addWidget(keepStyle(id));
    column->addLayout(row);
    JobChoice* font = fonts(id);
    column->addLayout(fontRow(font));
    buildCharacterStyle(column, id);
    column->addWidget(scopeOfStyle());

    JobField* size = measure(tr("Change the type size"), id, &TextStyle::size);
    JobField* lines = leading(id);
    JobField* before = measure(tr("Change the space before"), id, &TextStyle::spaceBefore);
    JobField* after = measure(tr("Change the space after"), id, &TextStyle::spaceAfter);
    JobField* indent = measure(tr("Change the first indent"), id, &TextStyle::firstIndent);
    JobChoice* align = alignment(id);
    JobChoice* hyphens = hyphenation(id);
    JobField* tabs = tabStops(id);
    addCells(column, {{tr("size"), size, "drawer.size"}, {tr("leading"), lines, "drawer.leading"}});
    addCells(column, {{tr("before"), before, "drawer.before"},
                      {tr("after"), after, "drawer.after"},
                      {tr("first line"), indent, "drawer.indent",
                       tr("How far the first line is moved in; below 0 it hangs out")}});
    addCells(column, {{tr("alignment"), align, "drawer.align"}});
    addCells(column, {{tr("at line ends"), hyphens, "drawer.hyphenation"}});
    addCells(column, {{tr("tab stops"), tabs, "drawer.tabs"}});
    buildParagraph(column, id);

    connect(words_, &QPlainTextEdit::selectionChanged, font, [font] { font->refresh(); });
    connect(words_, &QPlainTextEdit::cursorPositionChanged, this, [=] {
        for (JobChoice* c : {style, font, align, hyphens})
            c->refresh();
        for (JobField* f : {size, lines, before, after, indent, tabs})
            f->refresh();
    });
    column->addSpacing(4);
}

JobChoice* Drawer::nextFrame(const QString& id)
{
    // The next frame: any other text on either face, empty ones first in mind.
    std::vector<JobChoice::Option> next{{tr("ends here"),
                                         [id](const Job& j) {
                                             const Item* i = j.findItem(id);
                                             return i && i->next.isEmpty();
                                         },
                                         [](Job&) {}}};
    const Job& job = document_.job();
    std::vector<QString> targets{QString()};
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& other : content->items) {
            if (other.kind != ItemKind::Text || other.id == id)
                continue;
            const QString name = other.name.isEmpty() ? tr("a text") : other.name;
            next.push_back({tr("into %1, %2").arg(name, surfaceName(surface, job)),
                            [id, to = other.id](const Job& j) {
                                const Item* i = j.findItem(id);
                                return i && i->next == to;
                            },
                            [](Job&) {}});
            targets.push_back(other.id);
        }
    next.push_back({tr("into a new frame on the next panel"), [](const Job&) { return false; }, [](Job&) {}});
    auto* flow = new JobChoice(document_, tr("Let the text run on"), std::move(next));
    // Linking moves words from frame to frame, which is more than a choice does.
    connect(flow, &QComboBox::activated, this, [this, id, targets](int index) {
        if (std::size_t(index) < targets.size())
            editor_.runOnInto(id, targets[std::size_t(index)]);
        else
            editor_.runOnIntoNew(id);
    });
    return flow;
}

QLayout* Drawer::baselineGrid(const QString& id, bool onGrid)
{
    auto* row = new QHBoxLayout;
    auto* grid = new QCheckBox(tr("on a grid of"));
    grid->setObjectName(QStringLiteral("drawer.onGrid"));
    grid->setChecked(onGrid);
    connect(grid, &QCheckBox::clicked, this, [this, id](bool on) {
        Job changed = document_.job();
        Item* i = changed.findItem(id);
        if (!i)
            return;
        i->onGrid = on;
        // A grid that is not there yet begins with the leading of this text.
        if (on && changed.gridStep == Length() && !i->paragraphs.empty())
            changed.gridStep = changed.styleOf(i->paragraphs.front()).lineStep();
        (void)document_.edit(on ? tr("Stand on the grid") : tr("Leave the grid"), std::move(changed));
    });
    connect(&document_, &Document::changed, grid, [this, id, grid] {
        if (const Item* i = document_.job().findItem(id))
            grid->setChecked(i->onGrid);
    });
    auto* step = new JobField(
        document_, tr("Change the baseline grid"), [](const Job& j) { return formatLength(j.gridStep, Unit::Point); },
        [](Job& j, const QString& text) -> Result<void> {
            const auto length = parseLength(text, Unit::Point);
            if (!length)
                return tl::unexpected(length.error());
            j.gridStep = *length;
            return {};
        });
    step->setObjectName(QStringLiteral("drawer.gridStep"));
    step->setAccessibleName(tr("Step of the baseline grid"));
    step->setMinimumWidth(24);
    row->addWidget(grid);
    row->addWidget(step, 1);
    return row;
}

void Drawer::buildTextFrame(QVBoxLayout* column, const Item& item)
{
    const QString id = item.id;
    column->addWidget(section(tr("Frame of the text")));
    addCells(column,
             {{tr("columns"),
               itemNumber(tr("Change the columns of the text"), id, [](Item& i) -> int& { return i.textColumns; }),
               "drawer.textColumns"},
              {tr("gutter"),
               itemLength(tr("Change the gutter of the text"), id, [](Item& i) -> Length& { return i.textGutter; }),
               "drawer.textGutter"}});
    addCells(column,
             {{tr("stands at"),
               itemChoice<VerticalAlign>(
                   tr("Move the text in its frame"), id, [](Item& i) -> VerticalAlign& { return i.verticalAlign; },
                   {{tr("the head"), VerticalAlign::Head},
                    {tr("the middle"), VerticalAlign::Middle},
                    {tr("the foot"), VerticalAlign::Foot}},
                   "drawer.verticalAlign"),
               "drawer.verticalAlign"},
              {tr("runs"),
               itemChoice<TextRun>(
                   tr("Turn the text"), id, [](Item& i) -> TextRun& { return i.textRun; },
                   {{tr("across"), TextRun::Across}, {tr("down"), TextRun::Down}, {tr("up"), TextRun::Up}},
                   "drawer.textRun"),
               "drawer.textRun"}});
    addCells(column, {{tr("and runs on"), nextFrame(id), "drawer.next"}});

    column->addLayout(baselineGrid(id, item.onGrid));
    column->addSpacing(4);
}

} // namespace hinge
