// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/figures.h"

#include "core/plan/sheet_words.h"

#include "core/units/envelopes.h"
#include "core/units/page_sizes.h"

#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

const QString pieceGroup = QStringLiteral("Piece");
const QString paperGroup = QStringLiteral("Paper");
const QString pagesGroup = QStringLiteral("Pages");
const QString runGroup = QStringLiteral("Run");

/// Builds figures one by one; every kind of value is shown in one way only.
class Figures
{
public:
    explicit Figures(Unit unit) : unit_(unit) {}

    Figure& length(const QString& group, const QString& key, const QString& label, Length value)
    {
        Figure f;
        f.length = value;
        f.value = shown(value);
        return add(group, key, label, std::move(f));
    }
    Figure& number(const QString& group, const QString& key, const QString& label, double value, const QString& text)
    {
        Figure f;
        f.number = value;
        f.value = text;
        return add(group, key, label, std::move(f));
    }
    Figure& text(const QString& group, const QString& key, const QString& label, const QString& value)
    {
        Figure f;
        f.value = value;
        return add(group, key, label, std::move(f));
    }
    [[nodiscard]] QString shown(Length value) const { return formatNumber(value, unit_) + u' ' + unitName(unit_); }
    [[nodiscard]] QString bare(Length value) const { return formatNumber(value, unit_); }

    std::vector<Figure> all;

private:
    Figure& add(const QString& group, const QString& key, const QString& label, Figure f)
    {
        f.group = group;
        f.key = key;
        f.label = label;
        all.push_back(std::move(f));
        return all.back();
    }
    Unit unit_;
};

/// "(297.0 + 3.0) ÷ 3 − 3.0" for one of the lengths that share the flat.
QString sharedWorking(const Figures& f, Length flat, const std::vector<int>& shares, const std::vector<int>& tucks,
                      const std::vector<std::optional<Length>>& typed, Length allowance, std::size_t index)
{
    const auto typedAt = [&](std::size_t i) { return i < typed.size() ? typed[i] : std::nullopt; };
    if (typedAt(index))
        return QStringLiteral("typed");
    Length rest = flat;
    int open = 0;
    int allowances = 0;
    for (std::size_t i = 0; i < shares.size(); ++i) {
        if (const auto t = typedAt(i)) {
            rest -= *t;
        } else {
            open += shares[i];
            allowances += tucks[i];
        }
    }
    const QString a = f.bare(allowance);
    const auto times = [&](int k) { return k == 1 ? a : QStringLiteral("%1 × %2").arg(k).arg(a); };
    QString s = f.bare(rest);
    if (allowances > 0)
        s = QStringLiteral("(%1 + %2)").arg(s, times(allowances));
    s += QStringLiteral(" ÷ %1").arg(open);
    if (shares[index] != 1)
        s += QStringLiteral(" × %1").arg(shares[index]);
    if (const int k = tucks[index])
        s += QStringLiteral(" − ") + times(k);
    return s;
}

QString capital(const QString& text) { return text.isEmpty() ? text : text.at(0).toUpper() + text.mid(1); }

void nameSize(Figure& figure, Size size)
{
    const QString name = nameOfSize(size);
    if (name.isEmpty())
        return;
    const auto known = findPageSize(QString(name).remove(QStringLiteral(" landscape")));
    figure.working = name;
    figure.source = known ? sizeSource(known->family) : QString();
}

QString narrowedBecause(Narrowed why)
{
    switch (why) {
    case Narrowed::Nothing: return {};
    case Narrowed::TuckIn: return QStringLiteral("narrower so that it closes inside the others");
    case Narrowed::GateFlaps:
        return QStringLiteral("stops short of the middle, so that the flaps do not press on each other");
    case Narrowed::Step: return QStringLiteral("the front stops short and leaves a step");
    }
    return {};
}

/// Widths (heights) of the panels of a folded flat, from the front cover inwards; those of one role once.
void addPanels(Figures& f, const Job& job, const Paper& paper)
{
    const auto grid = foldGrid(job.fold);
    if (!grid)
        return;
    const bool across = paper.columns() > 1;
    const Narrowing& narrower = paper.narrowing;
    const auto front = std::ranges::find(paper.face(Face::Outside), Role::FrontCover, &Panel::role);
    const int count = across ? paper.columns() : paper.rows();
    const int from = front == paper.face(Face::Outside).end() ? count - 1 : across ? front->column : front->row;
    for (int i = 0; i < count; ++i) {
        const int at = from >= count / 2 ? count - 1 - i : i;
        const auto index = std::size_t(at);
        const bool strip = paper.rows() == 1 || paper.columns() == 1;
        const QString role =
            strip ? paper.face(Face::Outside)[index].roleName : QStringLiteral("column %1").arg(at + 1);
        Figure& w = f.length(
            pieceGroup,
            QStringLiteral("panel.%1.%2").arg(at + 1).arg(across ? QStringLiteral("width") : QStringLiteral("height")),
            capital(role), across ? paper.widths[index] : paper.heights[index]);
        w.working = across
                        ? sharedWorking(f, paper.flat.w, grid->columnShares, narrower.columns, job.fold.widths,
                                        narrower.allowance, index)
                        : sharedWorking(f, paper.flat.h, grid->rowShares, narrower.rows, {}, narrower.allowance, index);
        w.overridden = w.working == QStringLiteral("typed");
        if (across)
            w.overrideField = QStringLiteral("fold.widths.%1").arg(at + 1);
        w.source = (across ? narrower.columns : narrower.rows)[index] > 0
                       ? narrowedBecause(narrower.why)
                       : QStringLiteral("the flat shared among its panels");
    }
    if (across && paper.rows() > 1) {
        Figure& h = f.length(pieceGroup, QStringLiteral("row.1.height"), QStringLiteral("Rows"), paper.heights[0]);
        h.working = sharedWorking(f, paper.flat.h, grid->rowShares, narrower.rows, {}, narrower.allowance, 0);
        h.source = QStringLiteral("the flat shared among its rows");
    }
    if (narrower.why == Narrowed::Step) {
        Figure& step = f.length(pieceGroup, QStringLiteral("fold.step"), QStringLiteral("Step"), narrower.allowance);
        step.overrideField = QStringLiteral("fold.step");
    } else if (narrower.why != Narrowed::Nothing) {
        // A fold that tucks nothing in has no use for an allowance.
        const bool gate = narrower.why == Narrowed::GateFlaps;
        Figure& tuck = f.length(pieceGroup, QStringLiteral("tuckAllowance"),
                                gate ? QStringLiteral("Short of the middle") : QStringLiteral("Tuck allowance"),
                                narrower.allowance);
        tuck.overridden = job.fold.tuckAllowance.has_value();
        tuck.overrideField = QStringLiteral("fold.tuckAllowance");
        const Length asUsual = gate ? job.stock.gateAllowance() : job.stock.tuckAllowance();
        tuck.working = tuck.overridden ? QStringLiteral("typed; the stock's own is %1").arg(f.shown(asUsual))
                                       : QStringLiteral("%1 g/m²").arg(job.stock.grammage);
        tuck.source = gate ? job.stock.gateRule() : job.stock.tuckRule();
    }
    if (paper.closing.spare) {
        Figure& spare = f.length(pieceGroup, QStringLiteral("closing.spare"), QStringLiteral("Room to close"),
                                 *paper.closing.spare);
        spare.working = QStringLiteral("gap at the fold less the paper inside it");
        spare.source = QStringLiteral("found by folding; below 0 the panel buckles");
    }
    if (paper.closing.flapGap) {
        Figure& gap = f.length(pieceGroup, QStringLiteral("closing.flapGap"), QStringLiteral("Between the flaps"),
                               *paper.closing.flapGap);
        gap.working = QStringLiteral("from edge to edge when closed");
        gap.source = QStringLiteral("found by folding; below 0 they overlap");
    }
}

/// What the spine is made of.
void addSpine(Figures& f, const Job& job)
{
    const Stock& text = textStockOf(job);
    const int leaves = madeUpPages(job) / 2;
    Figure& block = f.length(pieceGroup, QStringLiteral("block"), QStringLiteral("Block"), blockThickness(job));
    block.working = QStringLiteral("%1 leaves × %2").arg(leaves).arg(formatThickness(text.caliper(), job.unit));
    block.source = QStringLiteral("a leaf has two pages; %1 pages to the inch").arg(text.pagesPerInch(), 0, 'f', 0);
    if (rulesOf(job.kind).form != FlatForm::WrappedCover)
        return;
    Figure& spine = f.length(pieceGroup, QStringLiteral("spine"), QStringLiteral("Spine"), spineOf(job));
    spine.overrideField = QStringLiteral("cover.spine");
    spine.overridden = job.cover.spine.has_value();
    spine.working =
        QStringLiteral("%1 + 2 × %2 + %3 glue")
            .arg(f.bare(blockThickness(job)), formatThickness(job.stock.caliper(), job.unit), f.bare(job.cover.glue));
    if (spine.overridden)
        spine.working = QStringLiteral("typed; worked out %1 = %2").arg(f.shown(reckonedSpine(job)), spine.working);
    spine.source = QStringLiteral("block, cover twice, glue: common practice");
    if (job.cover.hinge > Length()) {
        Figure& hinge = f.length(pieceGroup, QStringLiteral("hinge"), QStringLiteral("Hinge score"), job.cover.hinge);
        hinge.working = QStringLiteral("from the spine, on both sides");
        hinge.source = QStringLiteral("common practice: 6 to 8 mm");
    }
}

void addPiece(Figures& f, const Job& job, const Plan& plan)
{
    const Paper& paper = plan.paper;
    const bool folds = rulesOf(job.kind).isFolded();
    if (rulesOf(job.kind).form == FlatForm::CutLeaf) {
        nameSize(f.text(pieceGroup, QStringLiteral("flat"), QStringLiteral("Size"), formatSize(paper.flat, job.unit)),
                 paper.flat);
    } else {
        Figure& closed = f.text(pieceGroup, QStringLiteral("closed"), QStringLiteral("Closed"),
                                formatSize(paper.closing.size, job.unit));
        nameSize(closed, paper.closing.size);
        if (folds) {
            closed.working = closed.working.isEmpty()
                                 ? QStringLiteral("what the folded pile covers")
                                 : closed.working + QStringLiteral(": what the folded pile covers");
            closed.source = QStringLiteral("found by folding the panels");
        }
        Figure& flat = f.text(pieceGroup, QStringLiteral("flat"),
                              hasOwnCover(job) ? QStringLiteral("Cover, flat") : QStringLiteral("Flat"),
                              formatSize(paper.flat, job.unit));
        nameSize(flat, paper.flat);
        if (paper.spineColumn > 0) {
            flat.working = paper.columns() == 5
                               ? QStringLiteral("%1 + %2 + %3 + %2 + %1 wide")
                                     .arg(f.bare(job.cover.flap), f.bare(job.page.w), f.bare(spineOf(job)))
                               : QStringLiteral("%1 + %2 + %1 wide").arg(f.bare(job.page.w), f.bare(spineOf(job)));
            flat.source = QStringLiteral("trim + spine + trim");
        }
    }
    if (folds)
        addPanels(f, job, paper);
    else if (rulesOf(job.kind).isSizedByPage())
        addSpine(f, job);
    if (rulesOf(job.kind).form == FlatForm::CutLeaf && job.leaf.stub > Length()) {
        f.length(pieceGroup, QStringLiteral("leaf.body"), QStringLiteral("Main part"), paper.widths[0]);
        f.length(pieceGroup, QStringLiteral("leaf.stub"), QStringLiteral("Stub"), paper.widths[1]);
    }
    if (rulesOf(job.kind).form != FlatForm::WrappedCover && rulesOf(job.kind).form != FlatForm::BoundLeaf) {
        if (const auto envelope = envelopeFor(paper.closing.size, paper.closing.thickness, job.unit)) {
            Figure& e = f.text(pieceGroup, QStringLiteral("envelope"), QStringLiteral("Fits envelope"), envelope->name);
            e.working = QStringLiteral("%1, with %2 to slip in")
                            .arg(formatSize(envelope->size, job.unit), formatLength(envelope->slip, job.unit));
            e.source = envelope->source + QStringLiteral("; room: common practice");
        }
    }
}

/// Sheets, creep and strips of a stapled booklet.
void addStapled(Figures& f, const Job& job, const Book& book, int covers)
{
    Figure& sheets = f.number(
        pagesGroup, QStringLiteral("pages.sheets"), QStringLiteral("Sheets"), double(book.sheets.size()),
        covers > 0 ? QStringLiteral("%1 + cover").arg(book.sheets.size()) : QString::number(book.sheets.size()));
    sheets.working = QStringLiteral("%1 pages ÷ 4").arg(book.pages);
    Figure& creep = f.length(pagesGroup, QStringLiteral("creep"), QStringLiteral("Creep, innermost"), book.creep);
    creep.value = formatThickness(book.creep, job.unit);
    creep.working = QStringLiteral("%1 sheets around it × %2 × %3")
                        .arg(std::max<int>(0, int(book.sheets.size()) - 1) + (covers > 0 ? 1 : 0))
                        .arg(formatThickness(textStockOf(job).caliper(), job.unit))
                        .arg(job.pages.creepMilli / 1000.0);
    if (covers > 0)
        creep.working = QStringLiteral("%1 × (%2 × %3 + cover %4)")
                            .arg(job.pages.creepMilli / 1000.0)
                            .arg(std::max<int>(0, int(book.sheets.size()) - 1))
                            .arg(formatThickness(textStockOf(job).caliper(), job.unit),
                                 formatThickness(job.stock.caliper(), job.unit));
    creep.source =
        job.pages.creepMilli == 1000
            ? QStringLiteral(
                  "factor 1.0: experience; round folds of paper that cannot be pressed would give π/2 (geometry)")
            : QStringLiteral("typed factor; experience says 1.0, up to 1.6 for stiff paper");
    if (job.pages.strips > 1) {
        Figure& strips = f.text(pagesGroup, QStringLiteral("pages.strips"), QStringLiteral("Cut as strips"),
                                QStringLiteral("%1 from %2")
                                    .arg(job.pages.strips)
                                    .arg(formatSize({job.page.w * 2, job.page.h * job.pages.strips}, job.unit)));
        strips.working = QStringLiteral("%1 cuts; %2 sheets to be cut for one booklet")
                             .arg(job.pages.strips - 1)
                             .arg((int(book.sheets.size()) + job.pages.strips - 1) / job.pages.strips);
        strips.source =
            QStringLiteral("strips of %1, each folded once").arg(formatSize({job.page.w * 2, job.page.h}, job.unit));
    }
}

/// Signatures, forms and milling of a glued book.
void addGlued(Figures& f, const Job& job, const Plan& plan)
{
    const Book& book = *plan.book;
    QStringList runs;
    for (std::size_t i = 0; i < book.sheets.size();) {
        std::size_t j = i;
        while (j < book.sheets.size() && book.sheets[j].pages == book.sheets[i].pages)
            ++j;
        runs << (j - i == 1 ? QString::number(book.sheets[i].pages)
                            : QStringLiteral("%1 × %2").arg(j - i).arg(book.sheets[i].pages));
        i = j;
    }
    Figure& signatures = f.text(pagesGroup, QStringLiteral("signatures"), QStringLiteral("Signatures"),
                                runs.join(QStringLiteral(" + ")));
    signatures.working = QStringLiteral("%1 pages in signatures of %2").arg(book.pages).arg(job.pages.signature);
    signatures.source = QStringLiteral("short signatures stand before the last full one, never outside");
    const WorkStyle style = job.pages.workStyle;
    const int sides = printingForms(style);
    const int forms = int(book.sheets.size()) * sides;
    Figure& plates =
        f.number(pagesGroup, QStringLiteral("forms"), QStringLiteral("Printing forms"), forms, QString::number(forms));
    plates.working = QStringLiteral("%1 signatures × %2").arg(book.sheets.size()).arg(sides);
    plates.source = style == WorkStyle::Sheetwise ? QStringLiteral("sheetwise: each side has its own form")
                    : style == WorkStyle::OneSide
                        ? QStringLiteral("one side is printed")
                        : QStringLiteral("%1: both sides from one form").arg(workStyleName(style));
    Figure& mill = f.length(pagesGroup, QStringLiteral("mill"), QStringLiteral("Milled off"), job.pages.mill);
    mill.working = QStringLiteral("at the spine; print runs into it");
    mill.source = QStringLiteral("common practice: 2 to 3 mm");
    Figure& open = f.text(pagesGroup, QStringLiteral("signature.flat"), QStringLiteral("Signature, flat"),
                          formatSize(book.sheetFlat, job.unit));
    open.working = QStringLiteral("each page with its trims and milling");
}

void addPages(Figures& f, const Job& job, const Plan& plan)
{
    const Book& book = *plan.book;
    const int covers = hasOwnCover(job) ? 4 : 0;
    Figure& pages = f.number(pagesGroup, QStringLiteral("pages"), QStringLiteral("Pages"), book.pages,
                             covers > 0 ? QStringLiteral("%1 + %2 cover").arg(book.pages).arg(covers)
                                        : QString::number(book.pages));
    pages.working = book.pages == job.pages.count ? QStringLiteral("as wanted")
                                                  : QStringLiteral("%1 wanted, made up to a multiple of %2")
                                                        .arg(job.pages.count)
                                                        .arg(rulesOf(job.kind).pagesStep);
    pages.source = rulesOf(job.kind).binding == Binding::Wired ? QStringLiteral("a leaf has two pages")
                                                               : QStringLiteral("a folded sheet has four pages");
    if (!book.blanks.empty()) {
        QStringList names;
        for (const int page : book.blanks)
            names << QString::number(page);
        Figure& blanks =
            f.text(pagesGroup, QStringLiteral("pages.blank"),
                   book.blanks.size() == 1 ? QStringLiteral("Made-up blank") : QStringLiteral("Made-up blanks"),
                   names.join(QStringLiteral(", ")));
        blanks.working = QStringLiteral("%1 − %2").arg(book.pages).arg(job.pages.count);
        blanks.source = QStringLiteral("pages that are there only to fill a sheet");
    }
    const Panel& right = (*plan.textPages)[std::size_t(Hand::Right)].face(Face::Outside).front();
    Figure& live = f.text(pagesGroup, QStringLiteral("pages.live"), QStringLiteral("Live area"),
                          formatSize(right.safeArea.size(), job.unit));
    live.working =
        QStringLiteral("%1 − %2 inner − %3 outer wide, %4 − %5 − %6 high")
            .arg(f.bare(job.page.w), f.bare(right.margin(ItemSide::Left)), f.bare(right.margin(ItemSide::Right)),
                 f.bare(job.page.h), f.bare(right.margin(ItemSide::Top)), f.bare(right.margin(ItemSide::Bottom)));
    live.source = rulesOf(job.kind).binding == Binding::Stapled
                      ? QStringLiteral("inner margin at a staple: 6 to 10 mm, common practice")
                  : rulesOf(job.kind).binding == Binding::Glued
                      ? QStringLiteral("inner margin at a glued spine: 10 to 15 mm, common practice")
                      : QStringLiteral("inner margin at a punched edge: 10 to 13 mm, common practice");
    switch (rulesOf(job.kind).binding) {
    case Binding::Stapled: addStapled(f, job, book, covers); break;
    case Binding::Glued: addGlued(f, job, plan); break;
    case Binding::Wired:
        f.number(pagesGroup, QStringLiteral("pages.leaves"), QStringLiteral("Leaves"), book.leaves,
                 covers > 0 ? QStringLiteral("%1 + 2 cover").arg(book.leaves) : QString::number(book.leaves))
            .working = QStringLiteral("%1 pages ÷ 2").arg(book.pages);
        break;
    case Binding::None: break;
    }
}

void addStock(Figures& f, const QString& key, const QString& label, const Stock& stock, Unit unit)
{
    Figure& name = f.text(paperGroup, key, label, stock.name.isEmpty() ? QStringLiteral("own stock") : stock.name);
    name.working = QStringLiteral("%1 g/m², %2")
                       .arg(stock.grammage)
                       .arg(stock.photo    ? QStringLiteral("photo paper")
                            : stock.coated ? QStringLiteral("coated")
                                           : QStringLiteral("uncoated"));
    Figure& caliper =
        f.length(paperGroup, key + QStringLiteral(".caliper"), QStringLiteral("Caliper"), stock.caliper());
    caliper.value = formatThickness(stock.caliper(), unit);
    caliper.overridden = stock.measuredCaliper.has_value();
    caliper.overrideField = key + QStringLiteral(".caliper");
    caliper.working = QStringLiteral("%1 g/m² × %2 cm³/g").arg(stock.grammage).arg(stock.bulkMilli / 1000.0, 0, 'f', 2);
    if (caliper.overridden)
        caliper.working = QStringLiteral("typed; worked out %1").arg(caliper.working);
    caliper.source = QStringLiteral("definition of bulk, ISO 534");
}

/// Grams of one piece: every sheet's area times its grammage.
double weightOf(const Job& job, const Plan& plan, QString* working)
{
    const auto grams = [](Size s, const Stock& stock) { return s.w.toMm() * s.h.toMm() * stock.grammage / 1e6; };
    const auto metres = [](Size s, const Stock& stock) {
        return QStringLiteral("%1 m × %2 m × %3 g/m²")
            .arg(s.w.toMm() / 1000)
            .arg(s.h.toMm() / 1000)
            .arg(stock.grammage);
    };
    const bool pages = plan.book.has_value();
    const Stock& text = textStockOf(job);
    double total = 0;
    QStringList terms;
    if (!pages || hasOwnCover(job)) {
        const int leaves = rulesOf(job.kind).coverFlats;
        total += grams(plan.paper.flat, job.stock) * leaves;
        terms << (leaves > 1 ? QStringLiteral("2 × ") : QString()) + metres(plan.paper.flat, job.stock);
    }
    if (pages) {
        total += grams(job.page, text) * plan.book->leaves;
        terms << QStringLiteral("%1 × %2").arg(plan.book->leaves).arg(metres(job.page, text));
    }
    *working = terms.join(QStringLiteral(" + "));
    return total;
}

void addPaper(Figures& f, const Job& job, const Plan& plan)
{
    const bool two = hasOwnCover(job);
    addStock(f, QStringLiteral("stock"), two ? QStringLiteral("Cover stock") : QStringLiteral("Stock"), job.stock,
             job.unit);
    if (two)
        addStock(f, QStringLiteral("pages.textStock"), QStringLiteral("Text stock"), job.pages.textStock, job.unit);
    if (!plan.paper.folds.empty() && rulesOf(job.kind).form != FlatForm::CutLeaf) {
        Figure& grain = f.text(paperGroup, QStringLiteral("grain"), QStringLiteral("Grain"),
                               grainWords(grainAgainstFolds(job, plan.paper)));
        grain.source = QStringLiteral("paper folds cleanly along its grain");
    }
    QString working;
    const double grams = weightOf(job, plan, &working);
    Figure& weight = f.number(paperGroup, QStringLiteral("weight"), QStringLiteral("One piece weighs"), grams,
                              QStringLiteral("%1 g").arg(grams, 0, 'f', 2));
    weight.working = working;
    weight.source = QStringLiteral("definition of grammage, ISO 536");
    Figure& inks = f.text(paperGroup, QStringLiteral("prints"), QStringLiteral("Inks"), inksText(job.faceInks));
    inks.working = faceName(Face::Outside, job.kind) + QStringLiteral(" / ") + faceName(Face::Inside, job.kind);
    QStringList coats;
    for (const Face face : bothFaces)
        if (job.coatings[std::size_t(face)] != Coating::None)
            coats << QStringLiteral("%1 %2").arg(coatingName(job.coatings[std::size_t(face)]),
                                                 faceName(face, job.kind));
    if (!coats.isEmpty())
        f.text(paperGroup, QStringLiteral("coating"), QStringLiteral("Coating"), coats.join(QStringLiteral(", ")));
}

/// `isBeside`: the pages beside a cover of their own, whose figures come first.
void addSheets(Figures& f, const Job& job, const PressRun& run, bool isBeside)
{
    const QString key = isBeside ? QStringLiteral("text.") : QString();
    const int count = run.layout().up();
    Figure& up =
        f.number(runGroup, key + QStringLiteral("up"), isBeside ? QStringLiteral("Text, up") : QStringLiteral("Up"),
                 count, QStringLiteral("%1 up").arg(count));
    up.working = upWorking(job, run);
    const Press& press = run.piece.press;
    up.source = press.columns > 0 || press.rows > 0
                    ? QStringLiteral("side by side and in rows as typed")
                    : QStringLiteral("best of upright, turned and mixed; every cut edge to edge");
    if (run.forms.empty())
        return;
    Figure& sheets =
        f.number(runGroup, key + QStringLiteral("sheets"),
                 isBeside ? QStringLiteral("Text, press sheets") : QStringLiteral("Press sheets"), double(run.sheets),
                 QStringLiteral("%1 + %2").arg(groupedNumber(run.sheets), groupedNumber(run.overs)));
    sheets.working = QStringLiteral("%1; overs %2 %").arg(sheetsWorking(job, run), percentText(job.overs));
    sheets.source = QStringLiteral("overs: what the shop expects to spoil");
}

void addRun(Figures& f, const Job& job, const Plan& plan)
{
    f.number(runGroup, QStringLiteral("quantity"), QStringLiteral("Copies"), job.quantity, groupedNumber(job.quantity));
    const SheetLayout& sheet = plan.sheet();
    f.text(runGroup, QStringLiteral("sheet"), QStringLiteral("Press sheet"), sheetSizeName(sheet.sheet, job.unit))
        .working = formatSize(sheet.sheet, job.unit);
    for (const PressRun& run : plan.press) {
        const bool isBeside = &run != &plan.press.front();
        const Size own = run.piece.press.sheet;
        if (isBeside && own != sheet.sheet)
            f.text(runGroup, QStringLiteral("text.sheet"), QStringLiteral("Text, press sheet"),
                   sheetSizeName(own, job.unit))
                .working = formatSize(own, job.unit);
        addSheets(f, job, run, isBeside);
    }
    if (sheet.up() > 0) {
        Figure& used = f.number(runGroup, QStringLiteral("used"), QStringLiteral("Paper used"), sheet.usedPercent,
                                QStringLiteral("%1 %").arg(sheet.usedPercent, 0, 'f', 1));
        used.working = QStringLiteral("%1 × %2 on %3")
                           .arg(sheet.up())
                           .arg(formatSize(plan.press.front().piece.size, job.unit), formatSize(sheet.sheet, job.unit));
        Figure& cuts = f.number(runGroup, QStringLiteral("cuts"), QStringLiteral("Knife"), sheet.cuts(),
                                QStringLiteral("%1 cuts").arg(sheet.cuts()));
        cuts.working = QStringLiteral("all that is cut at one gauge in one stroke");
    }
    if (job.records.any())
        f.text(runGroup, QStringLiteral("records"),
               job.records.source == RecordSource::Series ? QStringLiteral("Numbers") : QStringLiteral("Data"),
               recordsText(job.records));
    if (rulesOf(job.kind).form == FlatForm::CutLeaf && job.leaf.padSheets > 0) {
        const int pads = (job.quantity + job.leaf.padSheets - 1) / job.leaf.padSheets;
        f.number(runGroup, QStringLiteral("pads"), QStringLiteral("Pads"), pads, groupedNumber(pads)).working =
            QStringLiteral("%1 ÷ %2, rounded up").arg(groupedNumber(job.quantity)).arg(job.leaf.padSheets);
    }
    QString working;
    const double kg = weightOf(job, plan, &working) / 1000 * job.quantity;
    Figure& weight = f.number(runGroup, QStringLiteral("runWeight"), QStringLiteral("The run weighs"), kg,
                              QStringLiteral("%1 kg").arg(kg, 0, 'f', 1));
    weight.working = QStringLiteral("%1 × one piece").arg(groupedNumber(job.quantity));
}

} // namespace

std::vector<Figure> makeFigures(const Job& job, const Plan& plan)
{
    Figures figures(job.unit);
    addPiece(figures, job, plan);
    if (plan.book)
        addPages(figures, job, plan);
    addPaper(figures, job, plan);
    addRun(figures, job, plan);
    return std::move(figures.all);
}

} // namespace hinge
