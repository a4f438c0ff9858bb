// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figures.h"

#include "core/page_sizes.h"

#include <algorithm>
#include <cmath>

namespace hinge {
namespace {

const QString pieceGroup = QStringLiteral("Piece");
const QString paperGroup = QStringLiteral("Paper");
const QString runGroup = QStringLiteral("Run");

/// Builds figures one by one; every kind of value is shown in one way only.
class Figures {
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

/// "(297.0 + 3.0) ÷ 3 − 3.0" for the panels that differ from an even share.
QString widthWorking(const Figures& f, const Job& job, const Paper& paper, int column)
{
    if (std::size_t(column) < job.fold.widths.size() && job.fold.widths[std::size_t(column)])
        return QStringLiteral("typed");
    Length rest = job.flat.w;
    int open = 0;
    int allowances = 0;
    for (int i = 0; i < job.fold.panels; ++i) {
        const bool typed = std::size_t(i) < job.fold.widths.size() && job.fold.widths[std::size_t(i)].has_value();
        if (typed) {
            rest -= *job.fold.widths[std::size_t(i)];
        } else {
            ++open;
            allowances += paper.tuckCounts[std::size_t(i)];
        }
    }
    const QString a = f.bare(paper.tuckAllowance);
    const auto times = [&](int k) { return k == 1 ? a : QStringLiteral("%1 × %2").arg(k).arg(a); };
    QString s = f.bare(rest);
    if (allowances > 0)
        s = QStringLiteral("(%1 + %2)").arg(s, times(allowances));
    s += QStringLiteral(" ÷ %1").arg(open);
    if (const int k = paper.tuckCounts[std::size_t(column)])
        s += QStringLiteral(" − ") + times(k);
    return s;
}

/// The smallest envelope the closed piece slips into, with room to slip (common practice: 5 mm in all).
const PageSize* envelopeFor(Size closed)
{
    const Length room = Length::mm(5);
    const auto fits = [&](Size e) { return closed.w + room <= e.w && closed.h + room <= e.h; };
    const PageSize* best = nullptr;
    for (const PageSize& s : pageSizes()) {
        if (s.family != SizeFamily::IsoC || (!fits(s.size) && !fits(s.size.turned())))
            continue;
        if (!best || s.size.w.toMm() * s.size.h.toMm() < best->size.w.toMm() * best->size.h.toMm())
            best = &s;
    }
    return best;
}

void addPiece(Figures& f, const Job& job, const Paper& paper)
{
    Figure& closed = f.text(pieceGroup, QStringLiteral("closed"), QStringLiteral("Closed"), formatSize(paper.closing.size, job.unit));
    closed.working = QStringLiteral("what the folded pile covers");
    closed.source = QStringLiteral("found by folding the panels");
    Figure& flat = f.text(pieceGroup, QStringLiteral("flat"), QStringLiteral("Flat"), formatSize(job.flat, job.unit));
    if (const QString name = nameOfSize(job.flat); !name.isEmpty()) {
        const auto known = findPageSize(QString(name).remove(QStringLiteral(" landscape")));
        flat.working = name;
        flat.source = known ? sizeSource(known->family) : QString();
    }

    // From the front cover inwards, as the piece is opened; panels of one width are told once.
    const int count = job.fold.panels;
    const bool fromRight = job.fold.coverPanel >= count - 1;
    const auto& outside = paper.face(Face::Outside);
    for (int i = 0; i < count; ++i) {
        const int column = fromRight ? count - 1 - i : i;
        const QString role = outside[std::size_t(column)].roleName;
        Figure& w = f.length(pieceGroup, QStringLiteral("panel.%1.width").arg(column + 1),
                             role.at(0).toUpper() + role.mid(1), paper.widths[std::size_t(column)]);
        w.working = widthWorking(f, job, paper, column);
        w.overridden = w.working == QStringLiteral("typed");
        w.overrideField = QStringLiteral("fold.widths.%1").arg(column + 1);
        w.source = paper.tuckCounts[std::size_t(column)] > 0
                       ? QStringLiteral("narrower so that it closes inside the others")
                       : QStringLiteral("the flat shared among its panels");
    }
    // A fold that tucks nothing in has no use for an allowance.
    const bool tucks = std::ranges::any_of(paper.tuckCounts, [](int k) { return k > 0; });
    if (tucks) {
        Figure& tuck = f.length(pieceGroup, QStringLiteral("tuckAllowance"), QStringLiteral("Tuck allowance"), paper.tuckAllowance);
        tuck.overridden = job.fold.tuckAllowance.has_value();
        tuck.overrideField = QStringLiteral("fold.tuckAllowance");
        tuck.working = tuck.overridden ? QStringLiteral("typed; the stock's own is %1").arg(f.shown(job.stock.tuckAllowance()))
                                       : QStringLiteral("%1 g/m²").arg(job.stock.grammage);
        tuck.source = job.stock.tuckRule();
    }
    if (paper.closing.spare) {
        Figure& spare = f.length(pieceGroup, QStringLiteral("closing.spare"), QStringLiteral("Room to close"), *paper.closing.spare);
        spare.working = QStringLiteral("gap at the fold less the paper inside it");
        spare.source = QStringLiteral("found by folding; below 0 the panel buckles");
    }
    if (const PageSize* envelope = envelopeFor(paper.closing.size)) {
        Figure& e = f.text(pieceGroup, QStringLiteral("envelope"), QStringLiteral("Fits envelope"), envelope->title());
        e.working = QStringLiteral("%1, with %2 to slip in").arg(formatSize(envelope->size, job.unit), formatLength(Length::mm(5), job.unit));
        e.source = QStringLiteral("ISO 269; room: common practice");
    }
}

void addPaper(Figures& f, const Job& job)
{
    Figure& stock = f.text(paperGroup, QStringLiteral("stock"), QStringLiteral("Stock"), job.stock.name);
    stock.working = QStringLiteral("%1 g/m², %2").arg(job.stock.grammage).arg(job.stock.coated ? QStringLiteral("coated") : QStringLiteral("uncoated"));
    const double um = double(job.stock.caliper().count()) / double(Length::perMicrometre);
    Figure& caliper = f.length(paperGroup, QStringLiteral("caliper"), QStringLiteral("Caliper"), job.stock.caliper());
    caliper.value = QStringLiteral("%1 mm").arg(um / 1000, 0, 'f', 3);
    caliper.working = QStringLiteral("%1 g/m² × %2 cm³/g").arg(job.stock.grammage).arg(job.stock.bulkMilli / 1000.0, 0, 'f', 2);
    caliper.source = QStringLiteral("definition of bulk, ISO 534");
    const bool along = job.stock.grain == Grain::AlongHeight;
    Figure& grain = f.text(paperGroup, QStringLiteral("grain"), QStringLiteral("Grain"),
                           along ? QStringLiteral("along the folds") : QStringLiteral("across the folds"));
    grain.source = QStringLiteral("paper folds cleanly along its grain");
    const double grams = job.flat.w.toMm() * job.flat.h.toMm() * job.stock.grammage / 1e6;
    Figure& weight = f.number(paperGroup, QStringLiteral("weight"), QStringLiteral("One piece weighs"), grams,
                              QStringLiteral("%1 g").arg(grams, 0, 'f', 2));
    weight.working = QStringLiteral("%1 m × %2 m × %3 g/m²").arg(job.flat.w.toMm() / 1000).arg(job.flat.h.toMm() / 1000).arg(job.stock.grammage);
    weight.source = QStringLiteral("definition of grammage, ISO 536");
}

void addRun(Figures& f, const Job& job, const Plan& plan)
{
    f.number(runGroup, QStringLiteral("quantity"), QStringLiteral("Copies"), job.quantity, groupedNumber(job.quantity));
    const SheetLayout& sheet = plan.sheet;
    const QString name = nameOfSize(sheet.sheet).remove(QStringLiteral(" landscape"));
    Figure& press = f.text(runGroup, QStringLiteral("sheet"), QStringLiteral("Press sheet"),
                           name.isEmpty() ? formatSize(sheet.sheet, job.unit) : name);
    press.working = formatSize(sheet.sheet, job.unit);
    Figure& up = f.number(runGroup, QStringLiteral("up"), QStringLiteral("Up"), sheet.up(), QStringLiteral("%1 up").arg(sheet.up()));
    up.working = QStringLiteral("%1 with bleed in %2 printable")
                     .arg(formatSize({job.flat.w + job.zones.bleed * 2, job.flat.h + job.zones.bleed * 2}, job.unit),
                          formatSize(sheet.frontArea.size(), job.unit));
    up.source = QStringLiteral("best of upright, turned and mixed; every cut edge to edge");
    if (sheet.up() > 0) {
        Figure& sheets = f.number(runGroup, QStringLiteral("sheets"), QStringLiteral("Press sheets"), plan.sheetsNeeded,
                                  QStringLiteral("%1 + %2").arg(groupedNumber(plan.sheetsNeeded), groupedNumber(plan.overs)));
        sheets.working = QStringLiteral("%1 ÷ %2, rounded up; overs %3 %").arg(groupedNumber(job.quantity)).arg(sheet.up()).arg(job.oversPercent);
        sheets.source = QStringLiteral("overs: what the shop expects to spoil");
        Figure& used = f.number(runGroup, QStringLiteral("used"), QStringLiteral("Paper used"), sheet.usedPercent,
                                QStringLiteral("%1 %").arg(sheet.usedPercent, 0, 'f', 1));
        used.working = QStringLiteral("%1 × %2 on %3").arg(sheet.up()).arg(formatSize(job.flat, job.unit), formatSize(sheet.sheet, job.unit));
        Figure& cuts = f.number(runGroup, QStringLiteral("cuts"), QStringLiteral("Knife"), sheet.cuts,
                                QStringLiteral("%1 cuts").arg(sheet.cuts));
        cuts.working = QStringLiteral("each trim line of a block once");
    }
    const double kg = job.flat.w.toMm() * job.flat.h.toMm() * job.stock.grammage / 1e9 * job.quantity;
    Figure& weight = f.number(runGroup, QStringLiteral("runWeight"), QStringLiteral("The run weighs"), kg,
                              QStringLiteral("%1 kg").arg(kg, 0, 'f', 1));
    weight.working = QStringLiteral("%1 × one piece").arg(groupedNumber(job.quantity));
}

} // namespace

std::vector<Figure> makeFigures(const Job& job, const Plan& plan)
{
    Figures figures(job.unit);
    addPiece(figures, job, plan.paper);
    addPaper(figures, job);
    addRun(figures, job, plan);
    return std::move(figures.all);
}

} // namespace hinge
