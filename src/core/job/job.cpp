// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/job.h"

#include "core/job/item_rules.h"
#include "core/job/master_copies.h"
#include "core/units/ranges.h"

#include <QRegularExpression>
#include <QSet>
#include <QStringList>
#include <algorithm>

namespace hinge
{
namespace
{

Result<void> checkFold(const Fold& fold, Unit unit)
{
    if (auto r = checkNumber(QStringLiteral("fold.panels"), QStringLiteral("The number of panels"), fold.panels, 2,
                             limits::mostPanels, {});
        !r)
        return r;
    if (auto r = checkNumber(QStringLiteral("fold.coverPanel"), QStringLiteral("The front panel"), fold.coverPanel + 1,
                             1, fold.panels, {});
        !r)
        return r;
    if (const int fixed = fixedPanels(fold.scheme); fixed != 0 && fold.panels != fixed)
        return problem(QStringLiteral("fold.panels"),
                       QStringLiteral("A %1 has %2 panels.").arg(foldName(fold)).arg(fixed));
    if (fold.scheme == FoldScheme::Cross && fold.panels != 4 && fold.panels != 8)
        return problem(QStringLiteral("fold.panels"),
                       QStringLiteral("A cross fold has 4 panels after two folds, or 8 after three."));
    if (fold.scheme == FoldScheme::HalfRoll && (fold.panels % 2 != 0 || fold.panels < 6))
        return problem(
            QStringLiteral("fold.panels"),
            QStringLiteral("Folded in half and then rolled, a sheet has an even number of panels, 6 or more."));
    const bool own = fold.scheme == FoldScheme::Own;
    if (own && (fold.rows < 1 || fold.panels % fold.rows != 0))
        return problem(QStringLiteral("fold.rows"),
                       QStringLiteral("%1 panels do not stand in %2 equal rows.").arg(fold.panels).arg(fold.rows));
    const int columns = own ? fold.panels / fold.rows : fold.panels;
    if (fold.widths.size() > std::size_t(fold.panels))
        return problem(QStringLiteral("fold.widths"), QStringLiteral("There are more panel widths than panels."));
    for (const auto& width : fold.widths)
        if (width && (*width <= Length() || *width > limits::largestSide))
            return problem(QStringLiteral("fold.widths"), QStringLiteral("A panel width must be above 0."));
    if (own && fold.steps.empty())
        return problem(QStringLiteral("fold.steps"), QStringLiteral("An own fold needs at least one step."));
    if (fold.steps.size() > 24)
        return problem(QStringLiteral("fold.steps"), QStringLiteral("No paper is folded more than 24 times."));
    for (const FoldStep& step : fold.steps) {
        if (!own)
            break;
        const bool across = step.axis == Axis::Horizontal;
        const int lines = (across ? fold.rows : columns) - 1;
        if (lines < 1)
            return problem(QStringLiteral("fold.steps"),
                           across ? QStringLiteral("A strip of one row has no lines across its height.")
                                  : QStringLiteral("One column has no line to fold at."));
        if (step.line < 1 || step.line > lines)
            return problem(
                QStringLiteral("fold.steps"),
                QStringLiteral("There is no line %1 to fold at; there are lines 1 to %2.").arg(step.line).arg(lines));
    }
    if (fold.scheme == FoldScheme::Short)
        if (auto r = checkLength(QStringLiteral("fold.step"), QStringLiteral("The step of the short fold"), fold.step,
                                 Length::mm(1), Length::mm(300), unit);
            !r)
            return r;
    if (fold.tuckAllowance)
        return checkLength(QStringLiteral("fold.tuckAllowance"), QStringLiteral("The tuck allowance"),
                           *fold.tuckAllowance, Length(), Length::mm(20), unit);
    return {};
}

} // namespace

QString faceName(Face face) { return face == Face::Outside ? QStringLiteral("outside") : QStringLiteral("inside"); }

QString surfaceName(const SurfaceId& surface, PieceKind kind)
{
    return surface.component == Component::Flat ? faceName(surface.face, kind) : QStringLiteral("page");
}

QString surfaceName(const SurfaceId& surface, const Job& job)
{
    if (const Master* master = job.findMaster(surface.master))
        return QStringLiteral("master “%1”").arg(master->name);
    for (qsizetype i = 0; surface.component == Component::Text && i < job.sequence.size(); ++i)
        if (job.sequence[i].id == surface.page)
            return QStringLiteral("page %1").arg(i + 1);
    return surfaceName(surface, job.kind);
}

QString faceName(Face face, PieceKind kind)
{
    return QString::fromLatin1(face == Face::Outside ? rulesOf(kind).outside : rulesOf(kind).inside);
}

const Ink* Job::findInk(const QString& name) const
{
    const auto it = std::ranges::find(inks, name, &Ink::name);
    return it == inks.end() ? nullptr : &*it;
}

const Master* Job::findMaster(int id) const
{
    const auto it = std::ranges::find(masters, id, &Master::id);
    return it == masters.end() ? nullptr : &*it;
}

const NamedStyle* Job::findTextStyle(const QString& name) const
{
    const auto it = std::ranges::find(textStyles, name, &NamedStyle::name);
    return it == textStyles.end() ? nullptr : &*it;
}

const NamedCharacterStyle* Job::findCharacterStyle(const QString& name) const
{
    const auto it = std::ranges::find(characterStyles, name, &NamedCharacterStyle::name);
    return it == characterStyles.end() ? nullptr : &*it;
}

CharacterStyle Job::lookOf(CharacterStyle characters) const
{
    if (const NamedCharacterStyle* style =
            characters.styleName.isEmpty() ? nullptr : findCharacterStyle(characters.styleName)) {
        characters.font = style->font;
        characters.ink = style->ink;
        characters.underline = style->underline;
        characters.strike = style->strike;
    }
    return characters;
}

const TextStyle& Job::styleOf(const Paragraph& paragraph) const
{
    const NamedStyle* named = paragraph.styleName.isEmpty() ? nullptr : findTextStyle(paragraph.styleName);
    return named ? named->style : paragraph.style;
}

const Item* Job::findItem(const QString& id) const
{
    const auto at = surfaces.find(id);
    return at ? &on(at->first).items[at->second] : nullptr;
}

Item* Job::findItem(const QString& id)
{
    const auto at = surfaces.find(id);
    return at ? &edit(at->first).items[at->second] : nullptr;
}

Job newLeaflet()
{
    Job job;
    job.title = QStringLiteral("Untitled leaflet");
    job.stock = stockNamed(QStringLiteral("Gull Silk 135"));
    job.pages.textStock = stockNamed(QStringLiteral("Gull Silk 115"));
    job.inks = {
        {QStringLiteral("Black"), {0, 0, 0, 100}, false},        {QStringLiteral("Bare stock"), {0, 0, 0, 0}, false},
        {QStringLiteral("Deep water"), {90, 65, 40, 30}, false}, {QStringLiteral("Shallows"), {45, 12, 15, 0}, false},
        {QStringLiteral("Lamp"), {0, 25, 70, 0}, false},         {QStringLiteral("Dry sand"), {5, 10, 30, 0}, false},
    };
    return job;
}

Job newPiece(PieceKind kind)
{
    Job job = newLeaflet();
    job.kind = kind;
    job.title = QStringLiteral("Untitled %1").arg(kindName(kind));
    switch (kind) {
    case PieceKind::Leaflet: break;
    case PieceKind::Card:
        job.flat = {Length::mm(210), Length::mm(148)};
        job.stock = stockNamed(QStringLiteral("Skua Board 240"));
        job.fold.scheme = FoldScheme::Half;
        job.fold.panels = 2;
        job.fold.coverPanel = 1;
        job.quantity = 200;
        break;
    case PieceKind::Cover:
        job.stock = stockNamed(QStringLiteral("Skua Board 240"));
        job.pages.textStock = stockNamed(QStringLiteral("Sandpiper Offset 90"));
        job.pages.count = 192;
        job.quantity = 500;
        break;
    case PieceKind::Booklet:
        job.pages.count = 16;
        job.pages.bindingClearance = Length::mm(8);
        job.quantity = 500;
        break;
    case PieceKind::Book:
        job.stock = stockNamed(QStringLiteral("Gull Silk 250"));
        job.pages.textStock = stockNamed(QStringLiteral("Sandpiper Offset 90"));
        job.pages.count = 160;
        job.pages.plusCover = true;
        job.quantity = 500;
        break;
    case PieceKind::Leaf:
        job.flat = {Length::mm(148), Length::mm(105)};
        job.stock = stockNamed(QStringLiteral("Gull Silk 300"));
        break;
    case PieceKind::WireBook:
        job.stock = stockNamed(QStringLiteral("Gull Silk 300"));
        job.pages.textStock = stockNamed(QStringLiteral("Sandpiper Offset 100"));
        job.pages.count = 60;
        job.pages.plusCover = true;
        job.quantity = 200;
        break;
    }
    return job;
}

QString kindName(PieceKind kind) { return QString::fromLatin1(rulesOf(kind).name); }

bool hasPages(PieceKind kind) { return rulesOf(kind).hasPages(); }

bool hasOwnCover(const Job& job)
{
    const CoverOfItsOwn cover = rulesOf(job.kind).cover;
    return cover == CoverOfItsOwn::Always || (cover == CoverOfItsOwn::IfWanted && job.pages.plusCover);
}

void setOwnCover(Job& job, bool own)
{
    const Stock text = textStockOf(job);
    job.pages.plusCover = own;
    (hasOwnCover(job) ? job.pages.textStock : job.stock) = text;
}

const Stock& textStockOf(const Job& job) { return hasOwnCover(job) ? job.pages.textStock : job.stock; }

void setStock(Job& job, Component component, const Stock& stock)
{
    (component == Component::Text && hasOwnCover(job) ? job.pages.textStock : job.stock) = stock;
}

QString inksText(const std::array<FaceInks, 2>& inks)
{
    QStringList sides;
    for (const FaceInks& f : inks)
        sides << (f.spots == 0     ? QString::number(f.process)
                  : f.process == 0 ? QStringLiteral("%1 spot").arg(f.spots)
                                   : QStringLiteral("%1 + %2 spot").arg(f.process).arg(f.spots));
    return sides.join(QStringLiteral(" / "));
}

Result<std::array<FaceInks, 2>> parseInks(const QString& text)
{
    static const QRegularExpression face(
        QStringLiteral("^(\\d+)(?:\\s*\\+\\s*(\\d+)(?:\\s*spots?)?)?$|^(\\d+)\\s*spots?$"));
    const auto wrong = [] {
        return problem({}, QStringLiteral("Type the inks of front and back, such as 4/4, 4/1, 1/0 or 4 + 1 spot / 4."));
    };
    const QStringList sides = text.simplified().toLower().split(u'/');
    if (sides.size() != 2)
        return wrong();
    std::array<FaceInks, 2> out;
    for (std::size_t i = 0; i < 2; ++i) {
        const auto m = face.match(sides[qsizetype(i)].trimmed());
        if (!m.hasMatch())
            return wrong();
        const int plain = m.captured(1).toInt();
        const int added = m.captured(2).toInt() + m.captured(3).toInt();
        out[i].process = plain >= 4 ? 4 : plain >= 1 ? 1 : 0;
        out[i].spots = plain - out[i].process + added;
        if (out[i].count() > 12 || plain > 12)
            return problem({}, QStringLiteral("A press prints up to 12 inks a side."));
    }
    return out;
}

std::vector<Rect> drillHoles(const Leaf& leaf, Size flat)
{
    std::vector<Rect> holes;
    const Length radius = leaf.holeDiameter.part(2);
    Length y = flat.h.part(2) - (leaf.holePitch * (leaf.holes - 1)).part(2);
    for (int i = 0; i < leaf.holes; ++i, y += leaf.holePitch)
        holes.push_back({leaf.holeEdge - radius, y - radius, leaf.holeDiameter, leaf.holeDiameter});
    return holes;
}

Result<void> checkStock(const QString& field, const Stock& stock, Unit unit)
{
    if (auto r = checkNumber(field + QStringLiteral(".grammage"), QStringLiteral("The grammage"), stock.grammage,
                             limits::lightest, limits::heaviest, QStringLiteral("g/m²"));
        !r)
        return r;
    if (auto r = checkMilli(field + QStringLiteral(".bulk"), QStringLiteral("The bulk"), stock.bulkMilli,
                            limits::thinnestBulk, limits::thickestBulk, QStringLiteral("cm³/g"));
        !r)
        return r;
    if (stock.tint < 0 || stock.tint > whitePaper)
        return problem(field + QStringLiteral(".tint"), QStringLiteral("The tint is no colour."));
    if (stock.measuredCaliper)
        return checkLength(field + QStringLiteral(".caliper"), QStringLiteral("The caliper"), *stock.measuredCaliper,
                           Length::micrometres(10), Length::mm(3), unit);
    return {};
}

namespace
{

Result<void> checkCover(const Job& job)
{
    const CoverShape& c = job.cover;
    const struct {
        const char* field;
        const char* what;
        Length value, high;
    } lengths[] = {{"cover.flap", "The flap", c.flap, Length::mm(400)},
                   {"cover.hinge", "The hinge", c.hinge, Length::mm(30)},
                   {"cover.glue", "The glue in the spine", c.glue, Length::mm(5)},
                   {"cover.sideGlue", "The side glue", c.sideGlue, Length::mm(20)}};
    for (const auto& l : lengths)
        if (auto r = checkLength(QString::fromLatin1(l.field), QString::fromLatin1(l.what), l.value, Length(), l.high,
                                 job.unit);
            !r)
            return r;
    if (c.flap >= job.page.w)
        return problem(
            QStringLiteral("cover.flap"),
            QStringLiteral("A flap as wide as the page would reach the spine; make it narrower than the page."));
    return {};
}

Result<void> checkPages(const Job& job)
{
    const Pages& p = job.pages;
    if (auto r = checkNumber(QStringLiteral("pages.count"), QStringLiteral("The number of pages"), p.count, 2,
                             limits::mostPages, {});
        !r)
        return r;
    if (auto r = checkStock(QStringLiteral("pages.textStock"), p.textStock, job.unit); !r)
        return r;
    if (p.signature != 4 && p.signature != 8 && p.signature != 16 && p.signature != 32)
        return problem(QStringLiteral("pages.signature"), QStringLiteral("A signature has 4, 8, 16 or 32 pages."));
    const auto strips =
        checkNumber(QStringLiteral("pages.strips"), QStringLiteral("The number of strips"), p.strips, 1, 12, {});
    if (!strips)
        return strips;
    const auto creep =
        checkMilli(QStringLiteral("pages.creep"), QStringLiteral("The creep factor"), p.creepMilli, 0, 3000, {});
    if (!creep)
        return creep;
    if (auto r = checkNumber(QStringLiteral("pages.firstNumber"), QStringLiteral("The first page number"),
                             p.firstNumber, 0, 100000, {});
        !r)
        return r;
    if (const QString& style = p.printed.styleName; !style.isEmpty() && !job.findTextStyle(style))
        return problem(QStringLiteral("pages.printed.style"),
                       QStringLiteral("The job has no style named “%1”.").arg(Problem::quoted(style)));
    const char* numbers = "The place of the page numbers";
    for (const auto& [field, what, value, most] :
         {std::tuple("pages.printed.fromEdge", numbers, p.printed.fromEdge, job.page.h),
          {"pages.printed.fromSide", numbers, p.printed.fromSide, job.page.w.part(2)},
          {"pages.mill", "The milling", p.mill, Length::mm(10)},
          {"pages.lap", "The lap", p.lap, Length::mm(20)},
          {"pages.bindingClearance", "The clearance at the binding", p.bindingClearance, Length::mm(40)}})
        if (auto r = checkLength(QLatin1String(field), QLatin1String(what), value, Length(), most, job.unit); !r)
            return r;
    return {};
}

Result<void> checkLeaf(const Job& job)
{
    const Leaf& l = job.leaf;
    if (l.stub != Length() && (l.stub < Length::mm(5) || l.stub > job.flat.w - Length::mm(5)))
        return problem(QStringLiteral("leaf.stub"),
                       QStringLiteral("The perforation must lie on the leaf, 5 mm or more from its edges."));
    if (auto r = checkNumber(QStringLiteral("leaf.holes"), QStringLiteral("The number of holes"), l.holes, 0, 40, {});
        !r)
        return r;
    if (l.holes > 0) {
        if (auto r = checkLength(QStringLiteral("leaf.holeDiameter"), QStringLiteral("The diameter of the holes"),
                                 l.holeDiameter, Length::mm(1), Length::mm(30), job.unit);
            !r)
            return r;
        const Rect paper{Length(), Length(), job.flat.w, job.flat.h};
        for (const Rect& hole : drillHoles(l, job.flat))
            if (!paper.contains(hole))
                return problem(
                    QStringLiteral("leaf.holes"),
                    QStringLiteral(
                        "The holes do not fit on the leaf: %1 holes %2 apart. Drill fewer, or closer together.")
                        .arg(l.holes)
                        .arg(formatLength(l.holePitch, job.unit)));
    }
    if (l.cornerRadius < Length() || l.cornerRadius * 2 > std::min(job.flat.w, job.flat.h))
        return problem(QStringLiteral("leaf.cornerRadius"),
                       QStringLiteral("The corner radius must lie between 0 and half the shorter side."));
    return checkNumber(QStringLiteral("leaf.padSheets"), QStringLiteral("The leaves of a pad"), l.padSheets, 0, 500,
                       {});
}

/// The parts that count for this kind of piece.
Result<void> checkKind(const Job& job)
{
    switch (job.kind) {
    case PieceKind::Leaflet:
    case PieceKind::Card: return checkFold(job.fold, job.unit);
    case PieceKind::Cover:
    case PieceKind::Book:
        if (auto r = checkPages(job); !r)
            return r;
        return checkCover(job);
    case PieceKind::Booklet:
    case PieceKind::WireBook: return checkPages(job);
    case PieceKind::Leaf: return checkLeaf(job);
    }
    return {};
}

} // namespace

bool isPlateOfItsOwn(const QString& name)
{
    static const QStringList taken{QStringLiteral("all"),     QStringLiteral("none"),   QStringLiteral("cyan"),
                                   QStringLiteral("magenta"), QStringLiteral("yellow"), QStringLiteral("black")};
    return taken.contains(name.trimmed().toLower());
}

namespace
{

/// Sizes, zones, press and baseline grid.
Result<void> checkMeasures(const Job& job)
{
    const auto size = [&job](const QString& field, const QString& what, Length value) {
        return checkLength(field, what, value, limits::smallestSide, limits::largestSide, job.unit);
    };
    Result<void> r;
    const auto ok = [&r](Result<void> next) {
        r = std::move(next);
        return r.has_value();
    };
    const auto zone = [&job](const QString& field, const QString& what, Length value) {
        return checkLength(field, what, value, Length(), Length::mm(50), job.unit);
    };
    if (!ok(size(QStringLiteral("flat.width"), QStringLiteral("The flat width"), job.flat.w)) ||
        !ok(size(QStringLiteral("flat.height"), QStringLiteral("The flat height"), job.flat.h)) ||
        !ok(size(QStringLiteral("page.width"), QStringLiteral("The page width"), job.page.w)) ||
        !ok(size(QStringLiteral("page.height"), QStringLiteral("The page height"), job.page.h)) ||
        !ok(checkStock(QStringLiteral("stock"), job.stock, job.unit)) || !ok(checkKind(job)) ||
        !ok(checkSeries(job.records)) ||
        !ok(zone(QStringLiteral("zones.bleed"), QStringLiteral("The bleed"), job.zones.bleed)) ||
        !ok(zone(QStringLiteral("zones.safe"), QStringLiteral("The safe zone"), job.zones.safe)) ||
        !ok(zone(QStringLiteral("zones.foldClearance"), QStringLiteral("The fold clearance"),
                 job.zones.foldClearance)) ||
        !ok(checkNumber(QStringLiteral("quantity"), QStringLiteral("The number of copies"), job.quantity, 1,
                        limits::largestRun, {})) ||
        !ok(checkPercent(QStringLiteral("oversPercent"), QStringLiteral("The overs"), job.overs, 0, 100)) ||
        !ok(checkPress(job.press, job.unit)))
        return r;
    for (const auto& bleed : job.zones.edgeBleeds)
        if (bleed && !ok(zone(QStringLiteral("zones.edgeBleeds"), QStringLiteral("The bleed of an edge"), *bleed)))
            return r;

    if (!ok(checkLength(QStringLiteral("layoutMargin"), QStringLiteral("The design margin"), job.layoutMargin, Length(),
                        Length::mm(200), job.unit)))
        return r;
    if (!ok(checkLength(QStringLiteral("grid.start"), QStringLiteral("The start of the baseline grid"), job.gridStart,
                        -limits::largestSide, limits::largestSide, job.unit)) ||
        !ok(checkLength(QStringLiteral("grid.step"), QStringLiteral("The step of the baseline grid"), job.gridStep,
                        Length(), Length::mm(200), job.unit)))
        return r;
    return {};
}

Result<void> checkInks(const Job& job)
{
    for (const FaceInks& inks : job.faceInks)
        if ((inks.process != 0 && inks.process != 1 && inks.process != 4) || inks.spots < 0 || inks.spots > 12)
            return problem(QStringLiteral("prints"),
                           QStringLiteral("A face is printed in 0, 1 or 4 process inks and up to 12 spots."));
    QSet<QString> inkNames;
    for (const Ink& ink : job.inks) {
        if (inkNames.contains(ink.name))
            return problem(QStringLiteral("inks"),
                           QStringLiteral("Two inks are named “%1”.").arg(Problem::quoted(ink.name)));
        inkNames.insert(ink.name);
        if (ink.name.trimmed().isEmpty())
            return problem(QStringLiteral("inks"), QStringLiteral("An ink needs a name."));
        if (ink.spot && isPlateOfItsOwn(ink.name))
            return problem(QStringLiteral("inks"),
                           QStringLiteral("A spot ink cannot be named “%1”: that is what a press calls plates of its "
                                          "own. Give it another name.")
                               .arg(Problem::quoted(ink.name)));
        for (const Percent percent : {ink.cmyk.c, ink.cmyk.m, ink.cmyk.y, ink.cmyk.k})
            if (percent < 0 || percent > 100)
                return problem(QStringLiteral("inks"),
                               QStringLiteral("Ink “%1” has a part of %2 %; parts lie between 0 and 100.")
                                   .arg(Problem::quoted(ink.name), percentText(percent)));
    }
    return {};
}

Result<void> checkTextStyles(const Job& job)
{
    QSet<QString> styleNames;
    for (const NamedStyle& style : job.textStyles) {
        if (style.name.trimmed().isEmpty() || styleNames.contains(style.name))
            return problem(QStringLiteral("textStyles"),
                           style.name.trimmed().isEmpty()
                               ? QStringLiteral("A style needs a name.")
                               : QStringLiteral("Two styles are named “%1”.").arg(Problem::quoted(style.name)));
        styleNames.insert(style.name);
        if (auto found = validateStyle(job, QStringLiteral("style “%1”").arg(Problem::quoted(style.name)), style.style);
            !found)
            return found;
    }
    return {};
}

Result<void> checkCharacterStyles(const Job& job)
{
    QSet<QString> characterStyleNames;
    for (const NamedCharacterStyle& style : job.characterStyles) {
        if (style.name.trimmed().isEmpty() || characterStyleNames.contains(style.name))
            return problem(
                QStringLiteral("characterStyles"),
                style.name.trimmed().isEmpty()
                    ? QStringLiteral("A character style needs a name.")
                    : QStringLiteral("Two character styles are named “%1”.").arg(Problem::quoted(style.name)));
        characterStyleNames.insert(style.name);
        if (!style.ink.isEmpty() && !job.findInk(style.ink))
            return problem(QStringLiteral("characterStyles"),
                           QStringLiteral("The job has no ink named “%1”.").arg(Problem::quoted(style.ink)));
    }
    return {};
}

/// Columns, guides and margins of the panels of a surface.
Result<void> checkPanels(const SurfaceContent& content)
{
    for (const ColumnGrid& grid : content.columns)
        if (grid.columns < 1 || grid.columns > 12 || grid.rows < 1 || grid.rows > 24 || grid.gutter < Length() ||
            grid.rowGutter < Length() || grid.panel < 0)
            return problem(QStringLiteral("columns"),
                           QStringLiteral("A panel has 1 to 12 columns, 1 to 24 rows and gutters of 0 or more."));
    QSet<int> guideNumbers;
    for (const Guide& guide : content.guides)
        if (guideNumbers.contains(guide.number))
            return problem(QStringLiteral("guides"),
                           QStringLiteral("Two guides of a face have the number %1.").arg(guide.number + 1));
        else
            guideNumbers.insert(guide.number);
    for (const Guide& guide : content.guides)
        if (guide.panel < 0 || abs(guide.at) > limits::largestSide)
            return problem(QStringLiteral("guides"), QStringLiteral("A guide lies far off the paper."));
    for (const auto* margins : {&content.margins, &content.layout})
        for (const PanelMargin& m : *margins)
            if (m.panel < 0 || m.width < Length() || m.width > Length::mm(100))
                return problem(QStringLiteral("margins"), QStringLiteral("A margin lies between 0 and 100 mm."));
    return {};
}

Result<void> checkItems(const Job& job)
{
    std::size_t count = 0;
    for (const auto& [surface, content] : job.surfaces)
        count += content->items.size();
    QSet<QStringView> ids;
    ids.reserve(qsizetype(count));
    for (const auto& [surface, content] : job.surfaces) {
        for (const Item& item : content->items) {
            const qsizetype before = ids.size();
            ids.insert(item.id);
            if (item.id.isEmpty() || ids.size() == before)
                return problem(
                    QStringLiteral("items"),
                    QStringLiteral("Two items share the id “%1”, or an id is missing.").arg(Problem::quoted(item.id)));
            if (auto found = validateItem(job, item); !found)
                return found;
        }
    }
    return {};
}

} // namespace

Result<void> validate(const Job& job)
{
    for (const auto check :
         {checkMeasures, checkInks, checkTextStyles, checkCharacterStyles, validateSequence, checkMasters})
        if (auto found = check(job); !found)
            return found;
    for (const auto& [surface, content] : job.surfaces)
        if (auto found = checkPanels(*content); !found)
            return found;
    return checkItems(job);
}

} // namespace hinge
