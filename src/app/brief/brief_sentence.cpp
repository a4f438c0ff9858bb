// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/brief/brief_sentence.h"

#include "app/look/flow_layout.h"
#include "app/fields/sentence.h"
#include "app/document/stock_store.h"
#include "core/edit/change_kind.h"
#include "core/units/page_sizes.h"

#include <QApplication>
#include <QVBoxLayout>
#include <cmath>
#include <tuple>

namespace hinge {
namespace {

using Part = std::function<Length&(Job&)>;

std::vector<JobChoice::Option> sizeOptions(const std::vector<std::pair<const char*, bool>>& names, const std::function<Size&(Job&)>& part)
{
    std::vector<JobChoice::Option> options;
    for (const auto& [name, landscape] : names) {
        const auto found = findPageSize(QString::fromLatin1(name));
        if (!found)
            continue;
        const Size size = landscape ? found->size.turned() : found->size;
        options.push_back({nameOfSize(size),
                           [part, size](const Job& j) {
                               Job copy = j;
                               return part(copy) == size;
                           },
                           [part, size](Job& j) { part(j) = size; }});
    }
    return options;
}

/// Every stock there is, shipped and own; the grain stays as it lies.
std::vector<JobChoice::Option> stockOptions(const StockStore& stocks, const std::function<Stock&(Job&)>& part)
{
    std::vector<JobChoice::Option> options;
    for (const Stock& stock : stocks.all())
        options.push_back({stock.name,
                           [part, stock](const Job& j) {
                               Job copy = j;
                               const Stock& now = part(copy);
                               return now.name == stock.name && now.grammage == stock.grammage && now.bulkMilli == stock.bulkMilli && now.measuredCaliper == stock.measuredCaliper;
                           },
                           [part, stock](Job& j) {
                               const Grain grain = part(j).grain;
                               part(j) = stock;
                               part(j).grain = grain;
                           }});
    return options;
}

void addStock(Sentence& s, const StockStore& stocks, const char* name, const char* grammageName, const std::function<Stock&(Job&)>& part)
{
    s.choice(name, BriefSentence::tr("Change the stock"), stockOptions(stocks, part), BriefSentence::tr("The paper; its caliper and what follows from it"))
        ->setOther([part](const Job& j) {
            Job copy = j;
            const QString known = part(copy).name;
            return known.isEmpty() ? BriefSentence::tr("own stock") : BriefSentence::tr("%1, changed").arg(known);
        });
    s.words(BriefSentence::tr("of"));
    auto* grammage = s.text(
        grammageName, BriefSentence::tr("Change the grammage"),
        [part](const Job& j) {
            Job copy = j;
            return QString::number(part(copy).grammage);
        },
        [part](Job& j, const QString& text) -> Result<void> {
            const auto grams = parseGrammage(text);
            if (!grams)
                return tl::unexpected(grams.error());
            setGrammage(part(j), *grams);
            return {};
        },
        BriefSentence::tr("Grammage in g/m² (ISO 536), or pounds with their sort, such as 100 lb text"));
    grammage->setRemark([part](Job before, Job after) {
        const Stock& was = part(before);
        const Stock& now = part(after);
        return was.measuredCaliper && !now.measuredCaliper
                   ? BriefSentence::tr(
                         "The caliper follows the grammage now: %1 mm. The %2 mm measured before were those of the other paper; type the caliper again at the left if you know it.")
                         .arg(now.caliper().toMm(), 0, 'f', 3)
                         .arg(was.caliper().toMm(), 0, 'f', 3)
                   : QString();
    });
    s.words(BriefSentence::tr("g/m²"));
}

Stock& flatStock(Job& j) { return j.stock; }
Stock& textStock(Job& j) { return j.pages.textStock; }

QString any() { return BriefSentence::tr("Any unit, fraction or sum: 297/3, 8 1/2 in, 85+2*3"); }

/// Edges with bleeds of their own, other than a single one with none.
bool bleedsByEdge(const Job& job)
{
    const auto& bleeds = job.zones.edgeBleeds;
    return std::ranges::count_if(bleeds, [](const auto& b) { return b.has_value(); }) > 1
           || std::ranges::any_of(bleeds, [](const auto& b) { return b && *b != Length(); });
}

} // namespace

BriefSentence::BriefSentence(Document& document, StockStore& stocks, QWidget* parent) : Slip(parent), document_(document), stocks_(stocks)
{
    setObjectName(QStringLiteral("sentence"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
    policy.setHeightForWidth(true);
    setSizePolicy(policy);
    connect(&document_, &Document::changed, this, [this] { write(); });
    connect(qApp, &QApplication::focusChanged, this, [this] {
        if (stale_)
            QMetaObject::invokeMethod(this, [this] {
                stale_ = false;
                write(true);
            }, Qt::QueuedConnection);
    });
    connect(&stocks_, &StockStore::changed, this, [this] {
        writtenFor_.clear();
        write();
    });
    write();
}

void BriefSentence::write(bool atOnce)
{
    const Job& job = document_.job();
    const QString key = QStringLiteral("%1/%2/%3/%4/%5").arg(int(job.kind)).arg(job.pages.plusCover).arg(int(job.fold.scheme)).arg(job.fold.atHead).arg(job.leaf.stub > Length() ? 2 : 0)
                            + QStringLiteral("/%1/%2/%3").arg(job.leaf.holes > 0).arg(job.fold.steps.size()).arg(job.fold.rows > 1) + QStringLiteral("/%1").arg(bleedsByEdge(job));
    if (key == writtenFor_)
        return;
    // Nobody likes the field they are typing in to be taken away.
    const QWidget* focus = words_ ? words_->focusWidget() : nullptr;
    stale_ = !atOnce && focus && focus->hasFocus() && qobject_cast<const QLineEdit*>(focus);
    if (stale_)
        return;
    const QString focused = focus && focus->hasFocus() ? focus->objectName() : QString();
    writtenFor_ = key;
    if (words_) {
        // Not deleted at once: one of its own fields may be what brought us here.
        words_->hide();
        words_->setParent(nullptr);
        words_->deleteLater();
    }
    words_ = new QWidget;
    auto* flow = new FlowLayout(7, 7);
    flow->setContentsMargins(24, 12, 24, 16);
    words_->setLayout(flow);
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
    policy.setHeightForWidth(true);
    words_->setSizePolicy(policy);
    layout()->addWidget(words_);
    Sentence s(document_, *flow);

    s.words(tr("A"));
    std::vector<JobChoice::Option> kinds;
    for (const PieceKind kind : allPieceKinds)
        kinds.push_back({kindName(kind), [kind](const Job& j) { return j.kind == kind; }, [kind](Job& j) { becomeKind(j, kind); }});
    s.choice("brief.kind", tr("Change the kind of piece"), std::move(kinds), tr("What kind of piece it is; its closed size stays"));
    switch (job.kind) {
    case PieceKind::Leaflet:
    case PieceKind::Card:
        writeSheet(s);
        writeFolds(s);
        break;
    case PieceKind::Cover: writeCover(s); break;
    case PieceKind::Booklet:
    case PieceKind::Book:
    case PieceKind::WireBook: writePages(s); break;
    case PieceKind::Leaf: writeLeaf(s); break;
    }
    writeZones(s);
    writeRun(s);
    if (auto* again = focused.isEmpty() ? nullptr : words_->findChild<QWidget*>(focused))
        again->setFocus();
}

void BriefSentence::writeSheet(Sentence& s)
{
    s.words(tr("from a sheet of"));
    s.choice("brief.size", tr("Change the flat size"),
             sizeOptions({{"A4", true}, {"A3", true}, {"A5", true}, {"A2 (ISO)", true}, {"Letter", true}, {"Legal", true}, {"Tabloid", true},
                          {"A4", false}, {"A3", false}, {"A5", false}, {"Letter", false}, {"Legal", false}},
                         [](Job& j) -> Size& { return j.flat; }),
             tr("The flat: trimmed but open"))
        ->setOther([](const Job&) { return tr("own size"); });
    s.length("brief.width", tr("Change the flat width"), [](Job& j) -> Length& { return j.flat.w; }, tr("Flat width. %1").arg(any()));
    s.words(tr("×"));
    s.length("brief.height", tr("Change the flat height"), [](Job& j) -> Length& { return j.flat.h; }, tr("Flat height. %1").arg(any()));
    s.words(tr("on"));
    addStock(s, stocks_, "brief.stock", "brief.grammage", flatStock);
    s.words(tr("with its grain"));
    s.pick<Grain>("brief.grain", tr("Turn the grain"), [](Job& j) -> Grain& { return j.stock.grain; },
                  {{tr("along the height"), Grain::AlongHeight}, {tr("along the width"), Grain::AlongWidth}}, tr("Paper folds cleanly along its grain"));
}

void BriefSentence::writeFolds(Sentence& s)
{
    const Job& job = document_.job();
    const FoldScheme scheme = job.fold.scheme;
    const bool counts = scheme == FoldScheme::Roll || scheme == FoldScheme::Zigzag || scheme == FoldScheme::Cross || scheme == FoldScheme::HalfRoll;
    s.words(tr("and folded"));
    if (scheme == FoldScheme::Half || scheme == FoldScheme::Short) {
        s.choice("brief.atHead", tr("Change where it folds"),
                 {{tr("at its side"), [](const Job& j) { return !j.fold.atHead; }, [](Job& j) { becomeFold(j, j.fold.scheme, 2, false); }},
                  {tr("at its head"), [](const Job& j) { return j.fold.atHead; }, [](Job& j) { becomeFold(j, j.fold.scheme, 2, true); }}},
                 tr("A piece folded at its head opens upwards"));
        if (scheme == FoldScheme::Short) {
            s.words(tr("with a step of"));
            s.length("brief.step", tr("Change the step"), [](Job& j) -> Length& { return j.fold.step; }, tr("How far the front stops short of the back"));
        }
    }
    if (counts) {
        s.words(tr("into"));
        s.text("brief.panels", tr("Change the number of panels"), [](const Job& j) { return QString::number(j.fold.panels); },
               [](Job& j, const QString& text) -> Result<void> {
                   bool ok = false;
                   const int n = text.toInt(&ok);
                   if (!ok || n < 2 || n > limits::mostPanels)
                       return problem({}, tr("A face has 2 to %1 panels.").arg(limits::mostPanels));
                   becomeFold(j, j.fold.scheme, n, j.fold.atHead);
                   return {};
               },
               tr("Panels of one face; the piece has twice as many"));
        s.words(tr("panels"));
    }
    if (scheme == FoldScheme::Own)
        writeSteps(s);
    s.words(tr("with panel"));
    s.text("brief.front", tr("Choose the front panel"), [](const Job& j) { return QString::number(j.fold.coverPanel + 1); },
           [](Job& j, const QString& text) -> Result<void> {
               bool ok = false;
               const int n = text.toInt(&ok);
               if (!ok || n < 1 || n > j.fold.panels)
                   return problem({}, tr("The outside has panels 1 to %1, counted from the left.").arg(j.fold.panels));
               j.fold.coverPanel = n - 1;
               return {};
           },
           tr("Which panel of the outside lies in front when closed, counted from the left"));
    s.words(tr("of the outside in front; closed"));
    const auto closed = [&](const char* name, const QString& what, bool width, const QString& tip) {
        s.text(name, what,
               [width](const Job& j) {
                   const Size c = closedSize(j);
                   return formatLength(width ? c.w : c.h, j.unit);
               },
               [width](Job& j, const QString& text) -> Result<void> {
                   const auto length = parseLength(text, j.unit);
                   if (!length)
                       return tl::unexpected(length.error());
                   Size c = closedSize(j);
                   (width ? c.w : c.h) = *length;
                   return setClosedSize(j, c);
               },
               tip);
    };
    closed("brief.closedWidth", tr("Change the closed width"), true, tr("Width of the closed piece; the flat follows. %1").arg(any()));
    s.words(tr("×"));
    closed("brief.closedHeight", tr("Change the closed height"), false, tr("Height of the closed piece; the flat follows. %1").arg(any()));
}

void BriefSentence::writeSteps(Sentence& s)
{
    s.words(tr("from"));
    s.text("brief.panels", tr("Change the number of columns"), [](const Job& j) { return QString::number(j.fold.panels / std::max(1, j.fold.rows)); },
           [](Job& j, const QString& text) -> Result<void> {
               bool ok = false;
               const int n = text.toInt(&ok);
               if (!ok || n < 1 || n * j.fold.rows > limits::mostPanels || n * j.fold.rows < 2)
                   return problem({}, tr("A face has 2 to %1 panels.").arg(limits::mostPanels));
               j.fold.panels = n * j.fold.rows;
               j.fold.coverPanel = std::min(j.fold.coverPanel, j.fold.panels - 1);
               j.fold.widths.clear();
               return {};
           },
           tr("Panels beside each other"));
    s.words(tr("by"));
    s.text("brief.rows", tr("Change the number of rows"), [](const Job& j) { return QString::number(j.fold.rows); },
           [](Job& j, const QString& text) -> Result<void> {
               bool ok = false;
               const int n = text.toInt(&ok);
               const int columns = j.fold.panels / std::max(1, j.fold.rows);
               if (!ok || n < 1 || n * columns > limits::mostPanels || n * columns < 2)
                   return problem({}, tr("A face has 2 to %1 panels.").arg(limits::mostPanels));
               j.fold.rows = n;
               j.fold.panels = n * columns;
               j.fold.coverPanel = std::min(j.fold.coverPanel, j.fold.panels - 1);
               return {};
           },
           tr("Rows of panels above each other"));
    s.words(tr("panels:"));
    const auto& steps = document_.job().fold.steps;
    for (std::size_t i = 0; i < steps.size(); ++i) {
        const auto name = [i](const char* part) { return QStringLiteral("brief.step.%1.%2").arg(i + 1).arg(QLatin1String(part)).toLatin1(); };
        const auto has = [i](const Job& j) { return i < j.fold.steps.size(); };
        s.words(i == 0 ? tr("fold at line") : tr("then at line"));
        s.text(name("line"), tr("Change the line"), [i, has](const Job& j) { return has(j) ? QString::number(j.fold.steps[i].line) : QString(); },
               [i, has](Job& j, const QString& text) -> Result<void> {
                   bool ok = false;
                   const int n = text.toInt(&ok);
                   if (!ok)
                       return problem({}, tr("Lines are counted from 1, from the left or from the head."));
                   if (has(j))
                       j.fold.steps[i].line = n;
                   return {};
               },
               tr("Which line is folded: 1 is the first from the left, or from the head"));
        std::vector<JobChoice::Option> parts;
        const std::tuple<QString, Axis, LineSide> sides[] = {{tr("the left part"), Axis::Vertical, LineSide::Before}, {tr("the right part"), Axis::Vertical, LineSide::After},
                                                             {tr("the upper part"), Axis::Horizontal, LineSide::Before}, {tr("the lower part"), Axis::Horizontal, LineSide::After}};
        for (const auto& [text, axis, side] : sides)
            parts.push_back({text, [i, has, axis = axis, side = side](const Job& j) { return has(j) && j.fold.steps[i].axis == axis && j.fold.steps[i].moves == side; },
                             [i, has, axis = axis, side = side](Job& j) {
                                 if (has(j)) {
                                     j.fold.steps[i].axis = axis;
                                     j.fold.steps[i].moves = side;
                                 }
                             }});
        s.choice(name("part"), tr("Change the part that moves"), std::move(parts), tr("Which part moves"));
        s.choice(name("way"), tr("Change the way"),
                 {{tr("under,"), [i, has](const Job& j) { return has(j) && j.fold.steps[i].way == FoldWay::Under; }, [i, has](Job& j) { if (has(j)) j.fold.steps[i].way = FoldWay::Under; }},
                  {tr("over,"), [i, has](const Job& j) { return has(j) && j.fold.steps[i].way == FoldWay::Over; }, [i, has](Job& j) { if (has(j)) j.fold.steps[i].way = FoldWay::Over; }}},
                 tr("Over the rest of the pile, or tucked under it; the outside lies up at the start"));
    }
    s.button("brief.addStep", tr("add a fold"), tr("One more fold; then say where and which way"), [this] {
        Job job = document_.job();
        const auto step = anotherStep(job.fold);
        if (!step) {
            showFieldProblem(words_->findChild<QWidget*>(QStringLiteral("brief.addStep")), tr("Every line is folded, or the front would come to lie inside."));
            return;
        }
        job.fold.steps.push_back(*step);
        (void)document_.edit(tr("Add a fold"), std::move(job));
    });
    if (steps.size() > 1)
        s.button("brief.dropStep", tr("drop the last"), tr("Without the last fold"), [this] {
            Job job = document_.job();
            job.fold.steps.pop_back();
            if (const auto done = document_.edit(tr("Drop a fold"), job); !done)
                showFieldProblem(this, done.error().message);
        });
}

void BriefSentence::writeOwnCover(Sentence& s, const QString& own)
{
    const auto is = [](bool wanted) { return [wanted](const Job& j) { return j.pages.plusCover == wanted; }; };
    s.choice("brief.plusCover", tr("Change the cover"),
             {{own, is(true), [](Job& j) { setOwnCover(j, true); }},
              {tr("of the same stock"), is(false), [](Job& j) { setOwnCover(j, false); }}},
             tr("A cover of its own is a second component; the text stays on its stock"));
}

void BriefSentence::writePages(Sentence& s)
{
    const Job& job = document_.job();
    const bool book = job.kind == PieceKind::Book;
    const bool wire = job.kind == PieceKind::WireBook;
    s.words(tr("of"));
    s.number("brief.pages", tr("Change the pages"), [](Job& j) -> int& { return j.pages.count; }, hasOwnCover(job) ? tr("Pages of the text, without the cover's four") : tr("Pages with the cover"));
    s.words(tr("pages,"));
    writePageSize(s);
    if (hasOwnCover(job)) {
        s.words(tr("on"));
        addStock(s, stocks_, "brief.textStock", "brief.textGrammage", textStock);
        if (!book) {
            s.words(tr("with a cover"));
            writeOwnCover(s, tr("of its own, on"));
        } else {
            s.words(tr("with a cover on"));
        }
        addStock(s, stocks_, "brief.stock", "brief.grammage", flatStock);
    } else {
        s.words(tr("on"));
        addStock(s, stocks_, "brief.stock", "brief.grammage", flatStock);
        s.words(tr("with a cover"));
        writeOwnCover(s, tr("of its own"));
    }
    if (book) {
        s.words(tr("in signatures of"));
        s.pick<int>("brief.signature", tr("Change the signatures"), [](Job& j) -> int& { return j.pages.signature; }, {{QStringLiteral("4"), 4}, {QStringLiteral("8"), 8}, {QStringLiteral("16"), 16}, {QStringLiteral("32"), 32}}, tr("Pages of one folded sheet"));
        s.pick<WorkStyle>("brief.workStyle", tr("Change how they are printed"), [](Job& j) -> WorkStyle& { return j.pages.workStyle; }, {{tr("sheetwise"), WorkStyle::Sheetwise}, {tr("work-and-turn"), WorkStyle::WorkAndTurn}}, tr("Whether the second side has a form of its own"));
        s.words(tr("milled by"));
        s.length("brief.mill", tr("Change the milling"), [](Job& j) -> Length& { return j.pages.mill; }, tr("Taken off at the spine; common practice: 2 to 3 mm"));
        writeCoverShape(s);
    }
    if (wire) {
        s.words(tr("with"));
        s.length("brief.bindingClearance", tr("Change the binding clearance"), [](Job& j) -> Length& { return j.pages.bindingClearance; }, tr("Kept clear at the punched edge; common practice: 10 to 13 mm"));
        s.words(tr("clear at the wire"));
    }
    if (!wire) {
        s.words(tr("with"));
        s.length("brief.bindingClearance", tr("Change the binding clearance"), [](Job& j) -> Length& { return j.pages.bindingClearance; },
                 book ? tr("Pages curve into a glued spine; common practice: 10 to 15 mm") : tr("Kept clear at the staples; common practice: 6 to 10 mm"));
        s.words(book ? tr("clear at the glue,") : tr("clear at the staples,"));
    }
    if (job.kind == PieceKind::Booklet) {
        s.words(tr("with a creep of"));
        s.text("brief.creep", tr("Change the creep factor"), [](const Job& j) { return QString::number(j.pages.creepMilli / 1000.0); },
               [](Job& j, const QString& text) -> Result<void> {
                   bool ok = false;
                   const double f = QString(text).replace(u',', u'.').toDouble(&ok);
                   if (!ok || std::abs(f) > 1000)
                       return problem({}, tr("The creep factor is a number; 1 by experience."));
                   j.pages.creepMilli = int(std::lround(f * 1000));
                   return {};
               },
               tr("Calipers by which each sheet pushes those inside it outward: 1.0 by experience, up to 1.6 for stiff paper"));
        s.words(tr("calipers a sheet, a lap of"));
        s.length("brief.lap", tr("Change the lap"), [](Job& j) -> Length& { return j.pages.lap; }, tr("A lip by which a machine opens the sheets in the middle; trimmed off, 0 for none"));
        s.words(tr("and cut as"));
        s.number("brief.strips", tr("Change the strips"), [](Job& j) -> int& { return j.pages.strips; }, tr("Small booklets are cut as several strips from one sheet; 1 for none"));
        s.words(tr("from one sheet,"));
    }
    s.words(tr("blanks"));
    s.pick<Blanks>("brief.blanks", tr("Move the blanks"), [](Job& j) -> Blanks& { return j.pages.blanks; }, {{tr("before the back"), Blanks::BeforeBack}, {tr("at the end"), Blanks::AtEnd}, {tr("inside the covers"), Blanks::InsideCovers}}, tr("Where pages go that only fill a sheet"));
    s.words(tr("and numbers on"));
    s.pick<CountedCovers>("brief.counted", tr("Change which pages are numbered"), [](Job& j) -> CountedCovers& { return j.pages.counted; }, {{tr("every page"), CountedCovers::All}, {tr("all but the outer two"), CountedCovers::NotOuter}, {tr("all but the cover"), CountedCovers::None}}, tr("Which pages count"));
    s.words(tr("from"));
    s.number("brief.firstNumber", tr("Change the first number"), [](Job& j) -> int& { return j.pages.firstNumber; }, tr("The first page number"));
    writeDirection(s);
}

void BriefSentence::writePageSize(Sentence& s)
{
    s.choice("brief.size", tr("Change the page size"),
             sizeOptions({{"A5", false}, {"A4", false}, {"A6 (ISO)", false}, {"B5", false}, {"Half letter", false}, {"Letter", false}, {"A5", true}, {"A4", true}},
                         [](Job& j) -> Size& { return j.page; }),
             tr("Trimmed size of a page"))
        ->setOther([](const Job&) { return tr("own size"); });
    s.length("brief.width", tr("Change the page width"), [](Job& j) -> Length& { return j.page.w; }, tr("Page width. %1").arg(any()));
    s.words(tr("×"));
    s.length("brief.height", tr("Change the page height"), [](Job& j) -> Length& { return j.page.h; }, tr("Page height. %1").arg(any()));
}

void BriefSentence::writeCoverShape(Sentence& s)
{
    s.words(tr("with hinges of"));
    s.length("brief.hinge", tr("Change the hinge"), [](Job& j) -> Length& { return j.cover.hinge; }, tr("Score beside the spine; 0 for none"));
    s.words(tr("and flaps of"));
    s.length("brief.flap", tr("Change the flaps"), [](Job& j) -> Length& { return j.cover.flap; }, tr("Folded-in extension of the cover; 0 for none"));
    s.words(tr("with glue of"));
    s.length("brief.glue", tr("Change the glue"), [](Job& j) -> Length& { return j.cover.glue; }, tr("Glue in the spine, part of its thickness; common practice: 0.3 to 0.5 mm"));
    s.words(tr("in the spine and"));
    s.length("brief.sideGlue", tr("Change the side glue"), [](Job& j) -> Length& { return j.cover.sideGlue; }, tr("Glue up the inside of the cover beside the spine; common practice: 3 to 7 mm"));
    s.words(tr("beside it,"));
}

void BriefSentence::writeDirection(Sentence& s)
{
    s.words(tr("and opening"));
    s.pick<bool>("brief.direction", tr("Change the reading direction"), [](Job& j) -> bool& { return j.rightToLeft; }, {{tr("to the right"), false}, {tr("to the left"), true}}, tr("Pieces in scripts that run from right to left open to the left"));
}

void BriefSentence::writeCover(Sentence& s)
{
    s.words(tr("for a block of"));
    writePageSize(s);
    s.words(tr("with"));
    s.number("brief.pages", tr("Change the pages"), [](Job& j) -> int& { return j.pages.count; }, tr("Pages of the block; a leaf has two"));
    s.words(tr("pages on"));
    addStock(s, stocks_, "brief.textStock", "brief.textGrammage", textStock);
    s.words(tr("at"));
    s.text("brief.ppi", tr("Change the pages per inch"), [](const Job& j) { return QString::number(j.pages.textStock.pagesPerInch(), 'f', 0); },
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

void BriefSentence::writeLeaf(Sentence& s)
{
    s.words(tr("of"));
    s.choice("brief.size", tr("Change the size"),
             sizeOptions({{"A6 (ISO)", true}, {"A6 (ISO)", false}, {"A5", true}, {"A5", false}, {"A4", false}, {"A7 (ISO)", true}, {"Letter", false}, {"Half letter", false}},
                         [](Job& j) -> Size& { return j.flat; }),
             tr("Trimmed size"))
        ->setOther([](const Job&) { return tr("own size"); });
    s.length("brief.width", tr("Change the width"), [](Job& j) -> Length& { return j.flat.w; }, tr("Width. %1").arg(any()));
    s.words(tr("×"));
    s.length("brief.height", tr("Change the height"), [](Job& j) -> Length& { return j.flat.h; }, tr("Height. %1").arg(any()));
    s.words(tr("on"));
    addStock(s, stocks_, "brief.stock", "brief.grammage", flatStock);
    s.words(tr("with corners rounded by"));
    s.length("brief.corner", tr("Change the corners"), [](Job& j) -> Length& { return j.leaf.cornerRadius; }, tr("Radius; 0 for square corners"));
    s.words(tr("a stub of"));
    s.length("brief.stub", tr("Change the stub"), [](Job& j) -> Length& { return j.leaf.stub; }, tr("Torn off along a perforation at the right; 0 for none"));
    s.words(tr("and"));
    s.number("brief.holes", tr("Change the holes"), [](Job& j) -> int& { return j.leaf.holes; }, tr("Drilled in a row along the left edge; 0 for none"));
    s.words(document_.job().leaf.holes > 0 ? tr("holes") : tr("holes, the back"));
    if (document_.job().leaf.holes > 0) {
        s.words(tr("of"));
        s.length("brief.holeDiameter", tr("Change the holes"), [](Job& j) -> Length& { return j.leaf.holeDiameter; }, tr("Diameter of a hole"));
        s.length("brief.holePitch", tr("Change the pitch"), [](Job& j) -> Length& { return j.leaf.holePitch; }, tr("From middle to middle; ISO 838: 80 mm"));
        s.words(tr("apart,"));
        s.length("brief.holeEdge", tr("Change the edge of the holes"), [](Job& j) -> Length& { return j.leaf.holeEdge; }, tr("From the left edge to the middle of a hole; ISO 838: 12 mm"));
        s.words(tr("from the edge, the back"));
    }
    s.pick<bool>("brief.postal", tr("Change the back"), [](Job& j) -> bool& { return j.leaf.postal; }, {{tr("free"), false}, {tr("for stamp and address"), true}}, tr("A postcard keeps room for the post"));
    s.words(tr("numbered from"));
    s.number("brief.leafNumber", tr("Change the first number"), [](Job& j) -> int& { return j.leaf.firstNumber; }, tr("The first number; 0 for none"));
    s.words(tr("in pads of"));
    s.number("brief.pad", tr("Change the pads"), [](Job& j) -> int& { return j.leaf.padSheets; }, tr("Leaves of a glued pad; 0 for none"));
}

void BriefSentence::writeZones(Sentence& s)
{
    const Job& job = document_.job();
    s.words(tr("with"));
    s.length("brief.bleed", tr("Change the bleed"), [](Job& j) -> Length& { return j.zones.bleed; }, tr("Print beyond a cut edge. Common practice: 3 mm or 1/8 in"));
    s.words(tr("bleed"));
    std::vector<JobChoice::Option> edges;
    const auto onlyAt = [](std::optional<ItemSide> shared) {
        std::array<std::optional<Length>, 4> bleeds{};
        if (shared)
            bleeds[std::size_t(*shared)] = Length();
        return bleeds;
    };
    const auto edge = [&](const QString& text, std::optional<ItemSide> shared) {
        edges.push_back({text, [=](const Job& j) { return j.zones.edgeBleeds == onlyAt(shared); }, [=](Job& j) { j.zones.edgeBleeds = onlyAt(shared); }});
    };
    edge(tr("wherever it is cut,"), std::nullopt);
    edge(tr("but none on the left,"), ItemSide::Left);
    edge(tr("but none at the head,"), ItemSide::Top);
    edge(tr("but none on the right,"), ItemSide::Right);
    edge(tr("but none at the foot,"), ItemSide::Bottom);
    edges.push_back({tr("but by edge:"), bleedsByEdge, [](Job& j) {
                         for (auto& b : j.zones.edgeBleeds)
                             b = b.value_or(j.zones.bleed);
                     }});
    s.choice("brief.edgeBleeds", tr("Change which edges bleed"), std::move(edges), tr("An edge that is cut once for two pieces that touch has no bleed of its own"));
    if (bleedsByEdge(job)) {
        const struct {
            ItemSide side;
            QString word;
            const char* name;
        } sides[] = {{ItemSide::Left, tr("left"), "brief.bleedLeft"}, {ItemSide::Top, tr("head"), "brief.bleedTop"},
                     {ItemSide::Right, tr("right"), "brief.bleedRight"}, {ItemSide::Bottom, tr("foot"), "brief.bleedBottom"}};
        for (const auto& e : sides) {
            s.words(e.word);
            s.text(e.name, tr("Change the bleed of an edge"), [side = e.side](const Job& j) { return formatLength(j.zones.edgeBleeds[std::size_t(side)].value_or(j.zones.bleed), j.unit); },
                   [side = e.side](Job& j, const QString& text) -> Result<void> {
                       const auto length = parseLength(text, j.unit);
                       if (!length)
                           return tl::unexpected(length.error());
                       j.zones.edgeBleeds[std::size_t(side)] = *length;
                       return {};
                   },
                   tr("Bleed at this edge of the outside; 0 where one cut parts two pieces that touch"));
        }
    }
    s.length("brief.safe", tr("Change the safe zone"), [](Job& j) -> Length& { return j.zones.safe; }, tr("Live matter keeps this far inside a cut edge"));
    s.words(tr("safe zone,"));
    if (job.kind != PieceKind::Leaf || job.leaf.stub > Length()) {
        if (job.kind != PieceKind::WireBook) {
            s.length("brief.clear", tr("Change the fold clearance"), [](Job& j) -> Length& { return j.zones.foldClearance; }, tr("Live matter keeps this far from a fold or perforation"));
            s.words(tr("clear of folds,"));
        }
    }
}

void BriefSentence::writeRun(Sentence& s)
{
    s.words(tr("printed"));
    s.text("brief.inks", tr("Change the inks"), [](const Job& j) { return inksText(j.faceInks); },
           [](Job& j, const QString& text) -> Result<void> {
               const auto inks = parseInks(text);
               if (!inks)
                   return tl::unexpected(inks.error());
               j.faceInks = *inks;
               return {};
           },
           tr("Inks of outside and inside: 4/4, 4/1, 4 + 1 spot / 4"));
    const std::vector<std::pair<QString, Coating>> coats{{tr("uncoated"), Coating::None}, {tr("with varnish"), Coating::Varnish}, {tr("with gloss film"), Coating::GlossFilm}, {tr("with matt film"), Coating::MattFilm}};
    s.pick<Coating>("brief.coating", tr("Change the coating"), [](Job& j) -> Coating& { return j.coatings[0]; }, coats, tr("What goes over the ink of the outside"));
    s.words(tr("outside,"));
    s.pick<Coating>("brief.coatingInside", tr("Change the coating"), [](Job& j) -> Coating& { return j.coatings[1]; }, coats, tr("What goes over the ink of the inside"));
    s.words(tr("inside,"));
    s.words(tr("in"));
    s.number("brief.quantity", tr("Change the number of copies"), [](Job& j) -> int& { return j.quantity; }, tr("Good copies the customer gets"));
    s.words(tr("copies and"));
    s.number("brief.overs", tr("Change the overs"), [](Job& j) -> int& { return j.oversPercent; }, tr("Sheets to spoil, in percent"));
    s.words(tr("% overs. Measured in"));
    s.pick<Unit>("brief.unit", tr("Change the unit"), [](Job& j) -> Unit& { return j.unit; },
                 {{tr("millimetres"), Unit::Mm}, {tr("centimetres"), Unit::Cm}, {tr("inches"), Unit::Inch}, {tr("points"), Unit::Point}, {tr("picas"), Unit::Pica}},
                 tr("The unit lengths are shown in, and the one a bare number means"));
}

} // namespace hinge
