// SPDX-License-Identifier: GPL-3.0-or-later
// What few paragraphs have: marks of lists, a first letter several lines high, lines above and below, a tint behind.
#include "app/flat/drawer.h"

#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "app/flat/characters_dialog.h"
#include "app/look/actions.h"
#include "app/look/theme.h"
#include "core/job/job.h"

#include <QPushButton>
#include <QToolButton>
#include <QVBoxLayout>

namespace hinge
{

JobChoice* Drawer::styleInk(const QString& what, const QString& id, QString TextStyle::*part, const QString& none)
{
    std::vector<JobChoice::Option> options;
    const auto add = [&](const QString& text, const QString& name) {
        options.push_back({text, [this, id, part, name](const Job& j) { return styleInHand(j, id).*part == name; },
                           [this, id, part, name](Job& j) { restyle(j, id, [&](TextStyle& s) { s.*part = name; }); }});
    };
    add(none, {});
    for (const Ink& ink : document_.job().inks)
        add(ink.name, ink.name);
    return new JobChoice(document_, what, std::move(options));
}

JobField* Drawer::styleNumber(const QString& what, const QString& id, int TextStyle::*part, const QString& ask)
{
    return new JobField(
        document_, what, [this, id, part](const Job& j) { return QString::number(styleInHand(j, id).*part); },
        [this, id, part, ask](Job& j, const QString& text) -> Result<void> {
            bool ok = false;
            const int number = text.trimmed().toInt(&ok);
            if (!ok)
                return problem({}, ask);
            restyle(j, id, [&](TextStyle& s) { s.*part = number; });
            return {};
        });
}

JobField* Drawer::stylePercent(const QString& what, const QString& id, Percent TextStyle::*part)
{
    return new JobField(
        document_, what, [this, id, part](const Job& j) { return percentText(styleInHand(j, id).*part); },
        [this, id, part](Job& j, const QString& text) -> Result<void> {
            const auto share = parsePercent(text);
            if (!share)
                return tl::unexpected(share.error());
            restyle(j, id, [&](TextStyle& s) { s.*part = *share; });
            return {};
        });
}

void Drawer::buildList(QVBoxLayout* column, const QString& id)
{
    const QString what = tr("Change the list");
    const auto marked = [this, id](const QString& text, ListMark mark) {
        return JobChoice::Option{text, [this, id, mark](const Job& j) { return styleInHand(j, id).list == mark; },
                                 [this, id, mark](Job& j) { restyle(j, id, [&](TextStyle& s) { s.list = mark; }); }};
    };
    auto* marks = new JobChoice(document_, what,
                                {marked(tr("no list"), ListMark::None), marked(tr("a sign"), ListMark::Sign),
                                 marked(tr("1. 2. 3."), ListMark::Numbers), marked(tr("a. b. c."), ListMark::Letters)});
    auto* sign = new JobField(
        document_, what, [this, id](const Job& j) { return styleInHand(j, id).listSign; },
        [this, id](Job& j, const QString& text) -> Result<void> {
            restyle(j, id, [&](TextStyle& s) {
                s.listSign = text.trimmed();
                s.list = ListMark::Sign; // who types a sign wants it
            });
            return {};
        });
    addCells(column,
             {{tr("list with"), marks, "drawer.list"},
              {tr("first letter"),
               styleNumber(tr("Change the first letter"), id, &TextStyle::dropLines,
                           tr("Type how many lines the first letter is high; 0 for a letter like the others.")),
               "drawer.dropLines",
               tr("How many lines it is high: 2 or 3 for the beginning of a story, 0 for a letter like the others")}});
    addCells(column, {{tr("sign"), sign, "drawer.listSign", tr("What stands before each paragraph of the list")},
                      {tr("its room"), measure(what, id, &TextStyle::listIndent), "drawer.listIndent",
                       tr("How far the text of the list is moved in; its marks stand in that room")},
                      {tr("moved in"), measure(tr("Change the indent"), id, &TextStyle::indent), "drawer.moveIn",
                       tr("How far all of the paragraph is moved in, as a list in a list is")}});
}

void Drawer::buildBesideText(QVBoxLayout* column, const QString& id)
{
    const QString same = tr("the same");
    const auto line = [&](const QString& label, const QString& what, Length TextStyle::*width, QString TextStyle::*ink,
                          const char* widthName, const char* inkName) {
        addCells(column, {{label, measure(what, id, width), widthName},
                          {tr("its ink"), styleInk(what, id, ink, same), inkName}});
    };
    line(tr("line above"), tr("Change the line above it"), &TextStyle::ruleAbove, &TextStyle::ruleAboveInk,
         "drawer.ruleAbove", "drawer.ruleAboveInk");
    line(tr("line under"), tr("Change the line under it"), &TextStyle::ruleBelow, &TextStyle::ruleBelowInk,
         "drawer.rule", "drawer.ruleBelowInk");
    const QString tint = tr("Change the tint behind it");
    addCells(column, {{tr("tint behind"), styleInk(tint, id, &TextStyle::boxInk, tr("none")), "drawer.boxInk"},
                      {tr("percent"), stylePercent(tint, id, &TextStyle::boxStrength), "drawer.boxStrength"}});
    addCells(column,
             {{tr("from its edges to the text"), measure(tint, id, &TextStyle::boxPadding), "drawer.boxPadding"}});
}

void Drawer::buildParagraph(QVBoxLayout* column, const QString& id)
{
    auto* open = new QPushButton(tr("list, first letter, lines, tint"));
    open->setObjectName(QStringLiteral("drawer.paragraph"));
    open->setProperty("link", true);
    open->setCheckable(true);
    column->addWidget(open, 0, Qt::AlignLeft);
    auto* body = new QWidget;
    auto* inner = new QVBoxLayout(body);
    inner->setContentsMargins(0, 0, 0, 0);
    inner->setSpacing(6);
    buildList(inner, id);
    buildBesideText(inner, id);
    column->addWidget(body);
    const auto show = [this, open, body](bool on) {
        paragraphOpen_ = on;
        open->setIcon(
            themedIcon(on ? QStringLiteral("chevron-down") : QStringLiteral("chevron-right"), Theme::of(this).accent));
        body->setVisible(on);
    };
    connect(open, &QPushButton::toggled, this, show);
    open->setChecked(paragraphOpen_);
    show(paragraphOpen_);
    connect(words_, &QPlainTextEdit::cursorPositionChanged, body, [body] {
        for (auto* choice : body->findChildren<JobChoice*>())
            choice->refresh();
        for (auto* field : body->findChildren<JobField*>())
            field->refresh();
    });
}

namespace
{

/// Whether all characters in hand have it: then it is let go of, else all get it.
template <class Has>
bool allHave(const Job& job, const std::vector<Paragraph>& paragraphs, std::pair<int, int> which,
             const std::optional<std::pair<int, int>>& some, const Has& has)
{
    for (int p = std::max(0, which.first); p <= which.second && p < int(paragraphs.size()); ++p) {
        const Paragraph& paragraph = paragraphs[std::size_t(p)];
        const int from = some ? some->first : 0;
        const int to = some ? some->first + some->second : int(paragraph.text.size());
        for (int i = from; i < to; ++i)
            if (!has(job.lookOf(charactersAt(paragraph, i))))
                return false;
    }
    return true;
}

} // namespace

void Drawer::underline()
{
    Job job = document_.job();
    const Item* item = job.findItem(wordsFor_);
    if (!item || !words_)
        return;
    const bool on = !allHave(job, item->paragraphs, paragraphsInHand(), charactersInHand(),
                             [](const CharacterStyle& c) { return c.underline; });
    restyle(job, wordsFor_, [](TextStyle&) {}, {.underline = on});
    (void)document_.edit(on ? tr("Underline") : tr("Take the underline away"), std::move(job));
}

void Drawer::strikeThrough()
{
    Job job = document_.job();
    const Item* item = job.findItem(wordsFor_);
    if (!item || !words_)
        return;
    const bool on = !allHave(job, item->paragraphs, paragraphsInHand(), charactersInHand(),
                             [](const CharacterStyle& c) { return c.strike; });
    restyle(job, wordsFor_, [](TextStyle&) {}, {.strike = on});
    (void)document_.edit(on ? tr("Strike through") : tr("Take the strike away"), std::move(job));
}

void Drawer::pickCharacters()
{
    const Job& job = document_.job();
    if (!words_ || !job.findItem(wordsFor_))
        return;
    const auto some = charactersInHand();
    const QString own = some ? job.lookOf(charactersAt(paragraphInHand(job, wordsFor_), some->first)).font : QString();
    const FontFace& font = FontLibrary::installed().findOrFirst(own.isEmpty() ? styleInHand(job, wordsFor_).font : own);
    auto* dialog = new CharactersDialog(font, this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &CharactersDialog::chosen, this, &Drawer::type);
    dialog->show();
}

QLayout* Drawer::fontRow(JobChoice* font)
{
    auto* row = new QHBoxLayout;
    row->setSpacing(2);
    row->addWidget(font, 1);
    for (QAction* action : {actions_.underline, actions_.strikeThrough, actions_.putCharacter}) {
        auto* button = new QToolButton;
        button->setDefaultAction(action);
        button->setAutoRaise(true);
        button->setFocusPolicy(Qt::NoFocus); // the caret stays where it is
        button->setObjectName(QStringLiteral("drawer.") + action->objectName());
        row->addWidget(button);
    }
    return row;
}

} // namespace hinge
