// SPDX-License-Identifier: GPL-3.0-or-later
// Pages, and the cover they have.
#include "app/brief/brief_sentence.h"
#include "app/brief/brief_words.h"
#include "app/document/stock_store.h"
#include "app/fields/sentence.h"
#include "core/edit/change_kind.h"
#include "core/edit/sequence_edits.h"

#include <cmath>
#include <tuple>

namespace hinge
{

void BriefSentence::writeOwnCover(Sentence& s)
{
    const auto is = [](bool wanted) { return [wanted](const Job& j) { return j.pages.plusCover == wanted; }; };
    s.choice("brief.plusCover", tr("Change the cover"),
             {{tr("of a stock of its own"), is(true), [](Job& j) { setOwnCover(j, true); }},
              {tr("of the same stock"), is(false), [](Job& j) { setOwnCover(j, false); }}},
             tr("A cover of its own is a second component; the text stays on its stock"));
}

void BriefSentence::writeStocks(Sentence& s)
{
    const bool book = rulesOf(document_.job().kind).binding == Binding::Glued;
    if (hasOwnCover(document_.job())) {
        s.words(tr("on"));
        addStock(s, stocks_, "brief.textStock", "brief.textGrammage", textStock);
        if (!book) {
            s.words(tr("with a cover"));
            writeOwnCover(s);
            s.words(tr("on"));
        } else {
            s.words(tr("with a cover on"));
        }
        addStock(s, stocks_, "brief.stock", "brief.grammage", flatStock);
    } else {
        s.words(tr("on"));
        addStock(s, stocks_, "brief.stock", "brief.grammage", flatStock);
        s.words(tr("with a cover"));
        writeOwnCover(s);
    }
}

void BriefSentence::writeSignatures(Sentence& s)
{
    s.words(tr("in signatures of"));
    s.pick<int>(
        "brief.signature", tr("Change the signatures"), [](Job& j) -> int& { return j.pages.signature; },
        {{QStringLiteral("4"), 4}, {QStringLiteral("8"), 8}, {QStringLiteral("16"), 16}, {QStringLiteral("32"), 32}},
        tr("Pages of one folded sheet"));
    s.pick<WorkStyle>(
        "brief.workStyle", tr("Change how they are printed"), [](Job& j) -> WorkStyle& { return j.pages.workStyle; },
        {{tr("sheetwise"), WorkStyle::Sheetwise},
         {tr("work-and-turn"), WorkStyle::WorkAndTurn},
         {tr("work-and-tumble"), WorkStyle::WorkAndTumble},
         {tr("one side"), WorkStyle::OneSide}},
        tr("Whether the second side has a form of its own"));
    s.words(tr("milled by"));
    s.length(
        "brief.mill", tr("Change the milling"), [](Job& j) -> Length& { return j.pages.mill; },
        tr("Taken off at the spine; common practice: 2 to 3 mm"));
    writeCoverShape(s);
}

void BriefSentence::writeClearance(Sentence& s)
{
    // By the binding: why it is kept, and what is said after it.
    struct Words {
        QString why;
        QString after;
    };
    const auto words = [this]() -> Words {
        switch (rulesOf(document_.job().kind).binding) {
        case Binding::Wired:
            return {tr("Kept clear at the punched edge; common practice: 10 to 13 mm"), tr("clear at the wire")};
        case Binding::Glued:
            return {tr("Pages curve into a glued spine; common practice: 10 to 15 mm"), tr("clear at the glue,")};
        case Binding::Stapled:
        case Binding::None: break;
        }
        return {tr("Kept clear at the staples; common practice: 6 to 10 mm"), tr("clear at the staples,")};
    }();
    s.words(tr("with"));
    s.length(
        "brief.bindingClearance", tr("Change the binding clearance"),
        [](Job& j) -> Length& { return j.pages.bindingClearance; }, words.why);
    s.words(words.after);
}

void BriefSentence::writeNesting(Sentence& s)
{
    s.words(tr("with a creep of"));
    s.text(
        "brief.creep", tr("Change the creep factor"),
        [](const Job& j) { return QString::number(j.pages.creepMilli / 1000.0); },
        [](Job& j, const QString& text) -> Result<void> {
            bool ok = false;
            const double f = QString(text).replace(u',', u'.').toDouble(&ok);
            if (!ok || std::abs(f) > 1000)
                return problem({}, tr("The creep factor is a number; 1 by experience."));
            j.pages.creepMilli = int(std::lround(f * 1000));
            return {};
        },
        tr("Calipers by which each sheet pushes those inside it outward: 1.0 by experience, up to 1.6 for stiff "
           "paper"));
    s.words(tr("calipers a sheet, a lap of"));
    s.length(
        "brief.lap", tr("Change the lap"), [](Job& j) -> Length& { return j.pages.lap; },
        tr("A lip by which a machine opens the sheets in the middle; trimmed off, 0 for none"));
    s.words(tr("and cut as"));
    s.number(
        "brief.strips", tr("Change the strips"), [](Job& j) -> int& { return j.pages.strips; },
        tr("Small booklets are cut as several strips from one sheet; 1 for none"));
    s.words(tr("from one sheet,"));
}

void BriefSentence::writeNumbers(Sentence& s)
{
    s.words(tr("blanks"));
    s.pick<Blanks>(
        "brief.blanks", tr("Move the blanks"), [](Job& j) -> Blanks& { return j.pages.blanks; },
        {{tr("before the back"), Blanks::BeforeBack},
         {tr("at the end"), Blanks::AtEnd},
         {tr("inside the covers"), Blanks::InsideCovers}},
        tr("Where pages go that only fill a sheet"));
    s.words(tr("and numbers on"));
    s.pick<CountedCovers>(
        "brief.counted", tr("Change which pages are numbered"),
        [](Job& j) -> CountedCovers& { return j.pages.counted; },
        {{tr("every page"), CountedCovers::All},
         {tr("all but the outer two"), CountedCovers::NotOuter},
         {tr("all but the cover"), CountedCovers::None}},
        tr("Which pages count"));
    s.words(tr("from"));
    s.number(
        "brief.firstNumber", tr("Change the first number"), [](Job& j) -> int& { return j.pages.firstNumber; },
        tr("The first page number"));
}

void BriefSentence::writePages(Sentence& s)
{
    const Job& job = document_.job();
    const Binding binding = rulesOf(job.kind).binding;
    s.words(tr("of"));
    s.count(
        "brief.pages", tr("Change the pages"), [](const Job& j) { return j.pages.count; }, setPageCount,
        hasOwnCover(job) ? tr("Pages of the text, without the cover's four") : tr("Pages with the cover"));
    s.words(tr("pages,"));
    writePageSize(s);
    writeStocks(s);
    if (binding == Binding::Glued)
        writeSignatures(s);
    writeClearance(s);
    if (binding == Binding::Stapled)
        writeNesting(s);
    writeNumbers(s);
    writeDirection(s);
}

void BriefSentence::writePageSize(Sentence& s)
{
    s.choice("brief.size", tr("Change the page size"),
             sizeOptions({{"A5", false},
                          {"A4", false},
                          {"A6 (ISO)", false},
                          {"B5", false},
                          {"Half letter", false},
                          {"Letter", false},
                          {"A5", true},
                          {"A4", true}},
                         [](Job& j) -> Size& { return j.page; }),
             tr("Trimmed size of a page"))
        ->setOther([](const Job&) { return tr("own size"); });
    s.length(
        "brief.width", tr("Change the page width"), [](Job& j) -> Length& { return j.page.w; },
        tr("Page width. %1").arg(any()));
    s.wordsBehind(tr("×"));
    s.length(
        "brief.height", tr("Change the page height"), [](Job& j) -> Length& { return j.page.h; },
        tr("Page height. %1").arg(any()));
}

void BriefSentence::writeCoverShape(Sentence& s)
{
    s.words(tr("with hinges of"));
    s.length(
        "brief.hinge", tr("Change the hinge"), [](Job& j) -> Length& { return j.cover.hinge; },
        tr("Score beside the spine; 0 for none"));
    s.words(tr("and flaps of"));
    s.length(
        "brief.flap", tr("Change the flaps"), [](Job& j) -> Length& { return j.cover.flap; },
        tr("Folded-in extension of the cover; 0 for none"));
    s.words(tr("with glue of"));
    s.length(
        "brief.glue", tr("Change the glue"), [](Job& j) -> Length& { return j.cover.glue; },
        tr("Glue in the spine, part of its thickness; common practice: 0.3 to 0.5 mm"));
    s.words(tr("in the spine and"));
    s.length(
        "brief.sideGlue", tr("Change the side glue"), [](Job& j) -> Length& { return j.cover.sideGlue; },
        tr("Glue up the inside of the cover beside the spine; common practice: 3 to 7 mm"));
    s.words(tr("beside it,"));
}

void BriefSentence::writeDirection(Sentence& s)
{
    s.words(tr("and opening"));
    s.pick<bool>(
        "brief.direction", tr("Change the reading direction"), [](Job& j) -> bool& { return j.rightToLeft; },
        {{tr("to the right"), false}, {tr("to the left"), true}},
        tr("Pieces in scripts that run from right to left open to the left"));
}

void BriefSentence::writeCover(Sentence& s)
{
    s.words(tr("for a block of"));
    writePageSize(s);
    s.words(tr("with"));
    s.count(
        "brief.pages", tr("Change the pages"), [](const Job& j) { return j.pages.count; }, setPageCount,
        tr("Pages of the block; a leaf has two"));
    s.words(tr("pages on"));
    addStock(s, stocks_, "brief.textStock", "brief.textGrammage", textStock);
    s.words(tr("at"));
    s.text(
        "brief.ppi", tr("Change the pages per inch"),
        [](const Job& j) { return QString::number(j.pages.textStock.pagesPerInch(), 'f', 0); },
        [](Job& j, const QString& text) -> Result<void> {
            const auto caliper = caliperOfPagesPerInch(text);
            if (!caliper)
                return tl::unexpected(caliper.error());
            j.pages.textStock.measuredCaliper = *caliper;
            return {};
        },
        tr("Pages (two a leaf) to an inch of block; sets the caliper"));
    s.words(tr("pages to the inch, the cover on"));
    addStock(s, stocks_, "brief.stock", "brief.grammage", flatStock);
    writeCoverShape(s);
    writeDirection(s);
}

} // namespace hinge
