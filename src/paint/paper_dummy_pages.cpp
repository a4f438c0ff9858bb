// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/paper_dummy_pages.h"

#include "core/file/save_file.h"
#include "core/units/page_sizes.h"
#include "paint/dummy_words.h"
#include "paint/zone_painter.h"

#include <QBuffer>
#include <QCoreApplication>
#include <QPageSize>
#include <QPdfWriter>
#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

struct PaperDummyWords {
    Q_DECLARE_TR_FUNCTIONS(PaperDummy)
};

const QColor dark(0x20, 0x26, 0x2D);
const QColor grey(0x59, 0x62, 0x6C);
const QColor pale(0xE9, 0xE6, 0xDC);
constexpr double tenths = 10; ///< of the painter, to a millimetre
constexpr double fineLine = 2;
constexpr double foldLine = 3;

double toUnits(Length l) { return l.toMm() * tenths; }
QRectF toUnits(const Rect& r) { return {toUnits(r.x), toUnits(r.y), toUnits(r.w), toUnits(r.h)}; }

/// In tenths of a millimetre.
QFont inTenths(QFont font, double size, QFont::Weight weight = QFont::Medium)
{
    font.setPixelSize(int(std::lround(size)));
    font.setWeight(weight);
    return font;
}

QString unitName(const Job& job, const Plan& plan, const DummyUnit& u, int face)
{
    switch (u.what) {
    case DummyUnit::What::Flat: {
        const QString name = faceName(face == 0 ? Face::Outside : Face::Inside, job.kind);
        return plan.book ? PaperDummyWords::tr("cover, %1").arg(name) : name;
    }
    case DummyUnit::What::Sheet: {
        const QString name = sheetName(job.kind, plan.book->sheets[std::size_t(u.number)]);
        return face == 0 ? PaperDummyWords::tr("%1, outer side").arg(name)
                         : PaperDummyWords::tr("%1, inner side").arg(name);
    }
    case DummyUnit::What::Leaf:
        return PaperDummyWords::tr("leaf %1, %2")
            .arg(u.number + 1)
            .arg(face == 0 ? PaperDummyWords::tr("front") : PaperDummyWords::tr("back"));
    case DummyUnit::What::Block: return PaperDummyWords::tr("stand-in for the block: print on card");
    }
    return {};
}

QString scaleWords(double scale)
{
    return scale == 1 ? PaperDummyWords::tr("true size")
                      : PaperDummyWords::tr("%1 % of true size").arg(int(std::lround(scale * 100)));
}

/// What a line looks like: dashes for a valley, dashes and dots for a mountain, dots for a perforation.
QPen penOf(const DummyUnit::Line& line, int face)
{
    QPen pen(dark, foldLine);
    pen.setCapStyle(Qt::FlatCap);
    if (line.work == LineWork::Perforation)
        pen.setDashPattern({1, 2.5});
    else if (line.work == LineWork::Score)
        pen.setDashPattern({2, 4});
    else if (line.valley[std::size_t(face)])
        pen.setDashPattern({8, 4});
    else
        pen.setDashPattern({8, 3, 1.5, 3});
    return pen;
}

/// As the instructions call it.
QString lineWords(const DummyUnit& unit, const DummyUnit::Line& line, int face)
{
    if (line.work == LineWork::Perforation)
        return PaperDummyWords::tr("tear here");
    if (line.work == LineWork::Score)
        return PaperDummyWords::tr("score");
    const auto folds = int(std::ranges::count(unit.steps, DummyWork::Fold, &DummyStep::work));
    if (line.step > folds && std::ranges::count(unit.steps, DummyWork::BendSpine, &DummyStep::work) > 0)
        return PaperDummyWords::tr("spine, bend %1").arg(line.step - folds);
    return PaperDummyWords::tr("fold %1, %2")
        .arg(line.step)
        .arg(line.valley[std::size_t(face)] ? PaperDummyWords::tr("valley") : PaperDummyWords::tr("mountain"));
}

class PagePainter
{
public:
    PagePainter(QPainter& p, const Job& job, const Plan& plan, const PaperDummy& dummy, std::size_t index,
                const PaperDummyTools& tools)
        : p_(p), job_(job), plan_(plan), dummy_(dummy), page_(dummy.pages[index]), unit_(dummy.units[page_.unit]),
          index_(index), tools_(tools)
    {
    }

    void paint()
    {
        paintHead();
        const QRectF part = toUnits(page_.part);
        const QRectF place(toUnits(page_.corner.x), toUnits(page_.corner.y), part.width() * page_.scale,
                           part.height() * page_.scale);
        p_.save();
        p_.translate(place.center());
        if (page_.halfTurn)
            p_.rotate(180);
        p_.scale(page_.scale, page_.scale);
        p_.translate(-part.center());
        p_.save();
        p_.setClipRect(part);
        for (const DummyUnit::Cell& cell : unit_.faces[std::size_t(page_.face)])
            paintCell(cell);
        for (const DummyUnit::Line& line : unit_.lines)
            paintLine(line);
        p_.restore();
        paintCuts(part);
        paintJoins(part);
        p_.restore();
    }

private:
    /// So large on paper, however small the unit is printed.
    [[nodiscard]] double onPaper(double size) const { return size / page_.scale; }

    void paintHead()
    {
        const double m = toUnits(officeMargin);
        const QRectF line(m, m, toUnits(page_.paper.w) - 2 * m, 60);
        p_.setPen(dark);
        p_.setFont(inTenths(tools_.font, 34, QFont::Bold));
        const QString name = asSentence(unitName(job_, plan_, unit_, page_.face));
        p_.drawText(line, Qt::AlignLeft | Qt::AlignTop, name);
        const double width = p_.fontMetrics().horizontalAdvance(name);
        p_.setFont(inTenths(tools_.font, 28));
        p_.setPen(grey);
        QString more = job_.title;
        if (page_.columns * page_.rows > 1)
            more += PaperDummyWords::tr(" · part %1 of %2")
                        .arg(page_.row * page_.columns + page_.column + 1)
                        .arg(page_.columns * page_.rows);
        p_.drawText(line.adjusted(width + 24, 4, 0, 0), Qt::AlignLeft | Qt::AlignTop, more);
        p_.drawText(line.adjusted(0, 4, 0, 0), Qt::AlignRight | Qt::AlignTop,
                    PaperDummyWords::tr("%1 · page %2 of %3")
                        .arg(scaleWords(page_.scale))
                        .arg(index_ + 1)
                        .arg(dummy_.pages.size()));
    }

    void paintCell(const DummyUnit::Cell& cell)
    {
        const QRectF area = toUnits(cell.area);
        if (dummy_.printing.artwork && cell.surface) {
            p_.save();
            p_.setClipRect(area, Qt::IntersectClip);
            p_.translate(area.center());
            // A page on a sheet is turned; a face is designed as it lies.
            if (cell.headDown && cell.role.isEmpty())
                p_.rotate(180);
            p_.translate(-toUnits(cell.part).center());
            p_.scale(tenths, tenths);
            tools_.painter.paintContent(p_, job_, plan_, *cell.surface, true);
            p_.restore();
        }
        p_.save();
        p_.translate(area.center());
        if (cell.headDown)
            p_.rotate(180);
        const QSizeF size = area.size();
        paintLabel(cell, size);
        // Where the head is.
        const double t = onPaper(26);
        const double y = -size.height() / 2 + onPaper(20);
        p_.setPen(Qt::NoPen);
        p_.setBrush(grey);
        p_.drawPolygon(QPolygonF({QPointF(0, y), QPointF(t * 0.55, y + t), QPointF(-t * 0.55, y + t)}));
        p_.restore();
    }

    void paintLabel(const DummyUnit::Cell& cell, QSizeF size)
    {
        const bool isPage = cell.page > 0;
        const QString text = isPage ? QString::number(cell.page) : asSentence(cell.role);
        const bool narrow = size.width() < onPaper(170);
        // Over what is designed it stands small at the head; on plain paper it fills the middle.
        const bool small = dummy_.printing.artwork && cell.surface;
        double height = onPaper(small ? 40 : isPage ? 150 : 48);
        QFont font = inTenths(tools_.font, height, QFont::Bold);
        const double room = (narrow && !isPage ? size.height() : size.width()) * 0.86;
        const double wide = QFontMetricsF(font).horizontalAdvance(text);
        if (wide > room)
            font = inTenths(tools_.font, height *= room / wide, QFont::Bold);
        p_.save();
        if (narrow && !isPage)
            p_.rotate(-90); // along a spine
        else if (small)
            p_.translate(0, -size.height() / 2 + onPaper(90));
        const QRectF box(-QFontMetricsF(font).horizontalAdvance(text) / 2 - onPaper(14), -height * 0.75,
                         QFontMetricsF(font).horizontalAdvance(text) + onPaper(28), height * 1.5);
        if (small) {
            p_.setPen(Qt::NoPen);
            p_.setBrush(QColor(255, 255, 255, 225));
            p_.drawRoundedRect(box, onPaper(8), onPaper(8));
        }
        p_.setPen(dark);
        p_.setFont(font);
        p_.drawText(box, Qt::AlignCenter, text);
        if (cell.blank) {
            p_.setFont(inTenths(tools_.font, onPaper(30)));
            p_.drawText(box.translated(0, height), Qt::AlignCenter, PaperDummyWords::tr("blank"));
        }
        p_.restore();
    }

    void paintLine(const DummyUnit::Line& line)
    {
        const auto face = std::size_t(page_.face);
        const double at = toUnits(line.at[face]), from = toUnits(line.from[face]), to = toUnits(line.to[face]);
        const QLineF drawn(line.upright ? QPointF(at, from) : QPointF(from, at),
                           line.upright ? QPointF(at, to) : QPointF(to, at));
        // Seen on dark tints, too.
        if (dummy_.printing.artwork) {
            p_.setPen(QPen(QColor(255, 255, 255, 210), onPaper(foldLine * 2.4), Qt::SolidLine, Qt::FlatCap));
            p_.drawLine(drawn);
        }
        QPen pen = penOf(line, page_.face);
        pen.setWidthF(onPaper(foldLine));
        p_.setPen(pen);
        p_.drawLine(drawn);
        // What it is, along the line: beside its middle towards the foot.
        p_.save();
        p_.translate(line.upright ? QPointF(at, from + (to - from) * 0.8) : QPointF(from + (to - from) * 0.2, at));
        if (line.upright)
            p_.rotate(-90);
        const QFont font = inTenths(tools_.font, onPaper(26), QFont::DemiBold);
        const QString text = lineWords(unit_, line, page_.face);
        const double wide = QFontMetricsF(font).horizontalAdvance(text) + onPaper(16);
        const QRectF box(-wide / 2, -onPaper(17), wide, onPaper(34));
        p_.fillRect(box, QColor(255, 255, 255, 235));
        p_.setFont(font);
        p_.setPen(dark);
        p_.drawText(box, Qt::AlignCenter, text);
        p_.restore();
    }

    [[nodiscard]] bool isLast(bool column) const
    {
        // Seen from behind the parts run the other way along the axis that is mirrored.
        const bool mirrored = page_.face == 1 && column != unit_.tumbled;
        const int at = column ? page_.column : page_.row;
        const int count = column ? page_.columns : page_.rows;
        return mirrored ? at == 0 : at == count - 1;
    }
    [[nodiscard]] bool isFirst(bool column) const
    {
        const bool mirrored = page_.face == 1 && column != unit_.tumbled;
        const int at = column ? page_.column : page_.row;
        const int count = column ? page_.columns : page_.rows;
        return mirrored ? at == count - 1 : at == 0;
    }

    /// The edges that are cut, with ticks that go on beyond the corners.
    void paintCuts(const QRectF& part)
    {
        p_.setPen(QPen(dark, onPaper(fineLine)));
        const double tick = onPaper(40);
        const auto cut = [&](QPointF a, QPointF b) {
            const QPointF along = (b - a) / std::hypot(b.x() - a.x(), b.y() - a.y()) * tick;
            p_.drawLine(a - along, b + along);
        };
        if (isFirst(false))
            cut(part.topLeft(), part.topRight());
        if (isLast(false))
            cut(part.bottomLeft(), part.bottomRight());
        if (isFirst(true))
            cut(part.topLeft(), part.bottomLeft());
        if (isLast(true))
            cut(part.topRight(), part.bottomRight());
        p_.setFont(inTenths(tools_.font, onPaper(24)));
        p_.setPen(grey);
        if (isFirst(false))
            p_.drawText(QRectF(part.left() + onPaper(60), part.top() - onPaper(34), onPaper(300), onPaper(30)),
                        Qt::AlignLeft | Qt::AlignBottom, PaperDummyWords::tr("cut"));
    }

    /// Where the next part is glued on.
    void paintJoins(const QRectF& part)
    {
        const double over = toUnits(joinOverlap) / page_.scale;
        const auto band = [&](const QRectF& at, bool upright) {
            p_.fillRect(at, QColor(0xE9, 0xE6, 0xDC, 190));
            p_.setPen(QPen(grey, onPaper(fineLine), Qt::DotLine));
            p_.drawLine(at.topLeft(), upright ? at.bottomLeft() : at.topRight());
            p_.save();
            p_.translate(at.center());
            if (upright)
                p_.rotate(-90);
            p_.setFont(inTenths(tools_.font, onPaper(28), QFont::DemiBold));
            p_.setPen(dark);
            p_.drawText(QRectF(-onPaper(600), -onPaper(25), onPaper(1200), onPaper(50)), Qt::AlignCenter,
                        PaperDummyWords::tr("glue the next part on here"));
            p_.restore();
        };
        if (page_.face == 1)
            return; // joined from the front
        if (!isLast(true))
            band(QRectF(part.right() - over, part.top(), over, part.height()), true);
        if (!isLast(false))
            band(QRectF(part.left(), part.bottom() - over, part.width(), over), false);
    }

    QPainter& p_;
    const Job& job_;
    const Plan& plan_;
    const PaperDummy& dummy_;
    const DummyPage& page_;
    const DummyUnit& unit_;
    std::size_t index_;
    const PaperDummyTools& tools_;
};

} // namespace

QStringList paperDummyInstructions(const Job& job, const Plan& plan, const PaperDummy& dummy)
{
    QStringList lines;
    switch (dummy.printing.back) {
    case DummyPrinting::Back::LongEdge:
        lines << PaperDummyWords::tr("Print on both sides, turned on the long edge, at actual size.");
        break;
    case DummyPrinting::Back::ShortEdge:
        lines << PaperDummyWords::tr("Print on both sides, turned on the short edge, at actual size.");
        break;
    case DummyPrinting::Back::Glued:
        lines << PaperDummyWords::tr("Print on one side of the paper, at actual size.");
        break;
    }
    const bool joined = std::ranges::any_of(dummy.pages, [](const DummyPage& p) { return p.columns * p.rows > 1; });
    if (joined)
        lines << PaperDummyWords::tr(
            "Cut the parts along their edges and glue each onto the grey strip of the one before.");
    if (dummy.printing.back == DummyPrinting::Back::Glued)
        lines << (plan.paper.tumbled
                      ? PaperDummyWords::tr(
                            "Glue each back behind its front, the head of one against the foot of the other.")
                      : PaperDummyWords::tr(
                            "Glue each back behind its front, head to head; the corner ticks lie on each other."));
    lines << PaperDummyWords::tr("Cut along the outer lines.");
    const auto& units = dummy.units;
    const bool hasBlock =
        std::ranges::any_of(units, [](const DummyUnit& u) { return u.what == DummyUnit::What::Block; });
    if (plan.book) {
        const auto sheets = std::ranges::count(units, DummyUnit::What::Sheet, &DummyUnit::what);
        switch (rulesOf(job.kind).binding) {
        case Binding::Stapled:
            lines << PaperDummyWords::tr(
                "Fold every sheet at its line, page 1 outside; the triangles point to the head.");
            if (sheets > 1)
                lines << PaperDummyWords::tr("Lay sheet 2 into sheet 1, sheet 3 into sheet 2, and so on.");
            if (hasOwnCover(job))
                lines << PaperDummyWords::tr("Put the cover round them.");
            lines << PaperDummyWords::tr("Staple through the fold.");
            break;
        case Binding::Glued:
            lines << PaperDummyWords::tr(
                "Fold every signature in the order of its folds, the lowest page number outside.");
            lines << PaperDummyWords::tr("Pile the signatures up, 1 in front, and glue their backs into the cover.");
            break;
        case Binding::Wired:
            lines << PaperDummyWords::tr("Pile the leaves up, leaf 1 in front, and clip them at the %1.")
                         .arg(job.rightToLeft ? PaperDummyWords::tr("right") : PaperDummyWords::tr("left"));
            break;
        case Binding::None: break;
        }
        return lines;
    }
    const DummyUnit& flat = units.front();
    if (!flat.steps.empty() && flat.steps.front().work != DummyWork::TearOff)
        lines << PaperDummyWords::tr("Lay it down with the %1 up, its triangles pointing away from you.")
                     .arg(faceName(flat.faceUp == 0 ? Face::Outside : Face::Inside, job.kind));
    const Dummy whole(job, plan);
    for (int i = 0; i < int(flat.steps.size()); ++i) {
        const QString title = asSentence(stepTitle(whole, i));
        lines << PaperDummyWords::tr("%1: %2.").arg(title, stepWords(whole, plan, i));
    }
    if (hasBlock)
        lines << PaperDummyWords::tr(
            "Fold the strip of card along its lines and glue its flanges inside the cover: it stands in for the "
            "block.");
    return lines;
}

void paintDummyInstructions(QPainter& painter, Size paper, const Job& job, const Plan& plan, const PaperDummy& dummy,
                            const PaperDummyTools& tools)
{
    const double m = toUnits(officeMargin) + 60;
    const double w = toUnits(paper.w) - 2 * m;
    double y = m;
    painter.setPen(dark);
    painter.setFont(inTenths(tools.font, 62, QFont::Bold));
    painter.drawText(QRectF(m, y, w, 90), Qt::AlignLeft | Qt::AlignTop | Qt::TextSingleLine,
                     painter.fontMetrics().elidedText(job.title, Qt::ElideRight, int(w)));
    y += 92;
    painter.setFont(inTenths(tools.font, 34));
    painter.setPen(grey);
    const double scale = dummy.pages.empty() ? 1 : dummy.pages.front().scale;
    painter.drawText(QRectF(m, y, w, 50), Qt::AlignLeft | Qt::AlignTop,
                     PaperDummyWords::tr("Paper dummy: %1, %2 open, %3 closed, %4")
                         .arg(kindName(job.kind), formatSize(plan.paper.flat, job.unit),
                              formatSize(plan.paper.closing.size, job.unit), scaleWords(scale)));
    y += 84;
    int number = 1;
    for (const QString& line : paperDummyInstructions(job, plan, dummy)) {
        painter.setPen(dark);
        painter.setFont(inTenths(tools.font, 36, QFont::Bold));
        painter.drawText(QRectF(m, y, 60, 60), Qt::AlignLeft | Qt::AlignTop, QString::number(number++));
        painter.setFont(inTenths(tools.font, 36));
        QRectF used;
        painter.drawText(QRectF(m + 64, y, w - 64, 300), Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, line, &used);
        y += used.height() + 18;
    }
    y += 20;
    // The lines by their looks.
    const std::pair<QString, bool> samples[] = {{PaperDummyWords::tr("valley: the paper closes towards you"), true},
                                                {PaperDummyWords::tr("mountain: it closes away from you"), false}};
    double x = m;
    painter.setFont(inTenths(tools.font, 28));
    for (const auto& [text, valley] : samples) {
        DummyUnit::Line line;
        line.valley = {valley, valley};
        painter.setPen(penOf(line, 0));
        painter.drawLine(QPointF(x, y + 20), QPointF(x + 200, y + 20));
        painter.setPen(dark);
        painter.drawText(QPointF(x + 220, y + 30), text);
        x += 240 + painter.fontMetrics().horizontalAdvance(text) + 60;
    }
    y += 80;
    const Dummy whole(job, plan);
    // Every step half-way through; of a book how it opens, of a leaf how it lies.
    std::vector<double> moments;
    if (whole.isBound())
        moments = {0, std::floor(double(whole.steps().size()) / 2) + 0.3};
    else if (whole.steps().empty())
        moments = {0};
    else
        for (int i = 0; i < int(whole.steps().size()); ++i)
            moments.push_back(i + 0.42);
    std::map<SurfaceId, SurfaceImage> images;
    const auto imageOf = [&](const SurfaceId& surface) {
        if (!dummy.printing.artwork || surface.component == Component::Text)
            return SurfaceImage();
        SurfaceImage& kept = images[surface];
        if (kept.sizes.empty()) {
            const double perMm = 5;
            QImage image(int(plan.paper.flat.w.toMm() * perMm), int(plan.paper.flat.h.toMm() * perMm),
                         QImage::Format_RGB32);
            image.fill(Qt::white);
            QPainter p(&image);
            p.setRenderHint(QPainter::Antialiasing);
            p.scale(perMm, perMm);
            tools.painter.paintContent(p, job, plan, surface, true);
            p.end();
            kept = withSmallerSizes(image, perMm);
        }
        return kept;
    };
    DummyColours colours;
    colours.paper = colours.text = Qt::white;
    colours.lineWidth = 3;
    const int across = moments.size() <= 4 ? 2 : 3;
    const double cell = w / across;
    for (std::size_t i = 0; i < moments.size(); ++i) {
        const QRectF box(m + double(i % std::size_t(across)) * cell, y + double(i / std::size_t(across)) * cell * 0.8,
                         cell, cell * 0.8);
        if (box.bottom() > toUnits(paper.h) - m / 2)
            break;
        const QRectF target = box.adjusted(60, 90, -60, -110);
        const Facets facets = whole.facetsAt(moments[i]);
        const Extent3 before = extentOf(whole.facetsAt(std::floor(moments[i])));
        // Drawn into a picture: gradients and pictures in perspective are no part of what every printer's PDF knows.
        constexpr double fine = 1.6;
        QImage image((box.size() * fine).toSize(), QImage::Format_ARGB32_Premultiplied);
        image.fill(Qt::transparent);
        QPainter p(&image);
        p.scale(fine, fine);
        p.translate(-box.topLeft());
        const DummyPicture picture(facets, DummyView({-6, 36, 1}, before, target), imageOf, colours);
        picture.paintShadow(p, 0.2);
        picture.paint(p);
        p.end();
        painter.drawImage(box, image);
        painter.setFont(inTenths(tools.font, 30, QFont::DemiBold));
        painter.setPen(dark);
        if (!whole.isBound() && !whole.steps().empty())
            painter.drawText(QRectF(box.x(), box.bottom() - 70, box.width(), 60), Qt::AlignHCenter | Qt::AlignTop,
                             asSentence(stepTitle(whole, int(i))));
    }
}

void paintDummyPage(QPainter& painter, const Job& job, const Plan& plan, const PaperDummy& dummy, std::size_t page,
                    const PaperDummyTools& tools)
{
    PagePainter(painter, job, plan, dummy, page, tools).paint();
}

Result<void> writePaperDummy(const Job& job, const Plan& plan, const PaperDummy& dummy, const PaperDummyTools& tools,
                             const QString& path, const std::function<bool(int, int)>& goesOn)
{
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    const int count = int(dummy.pages.size()) + 1;
    {
        QPdfWriter pdf(&buffer);
        pdf.setTitle(PaperDummyWords::tr("%1, paper dummy").arg(job.title));
        pdf.setCreator(QStringLiteral("Upper Hinge"));
        pdf.setResolution(600);
        const auto setPage = [&](Size paper) {
            pdf.setPageSize(
                QPageSize(QSizeF(paper.w.toMm(), paper.h.toMm()), QPageSize::Millimeter, {}, QPageSize::ExactMatch));
            pdf.setPageMargins({});
        };
        setPage(dummy.printing.paper);
        QPainter p(&pdf);
        const double scale = pdf.resolution() / 25.4 / tenths;
        for (int i = 0; i < count; ++i) {
            if (goesOn && !goesOn(i, count))
                return problem(QStringLiteral("dummy.stopped"), PaperDummyWords::tr("Stopped."));
            if (i > 0) {
                setPage(dummy.pages[std::size_t(i - 1)].paper);
                pdf.newPage();
            }
            p.save();
            p.scale(scale, scale);
            p.setRenderHint(QPainter::Antialiasing);
            if (i == 0)
                paintDummyInstructions(p, dummy.printing.paper, job, plan, dummy, tools);
            else
                paintDummyPage(p, job, plan, dummy, std::size_t(i - 1), tools);
            p.restore();
            // With both sides printed the instructions have a back of their own.
            if (i == 0 && dummy.printing.back != DummyPrinting::Back::Glued) {
                setPage(dummy.printing.paper);
                pdf.newPage();
            }
        }
    }
    return saveWhole(path, buffer.data());
}

} // namespace hinge
