// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/knife_painter.h"

#include "core/file/save_file.h"
#include "core/plan/knife_words.h"
#include "core/plan/sheet_words.h"
#include "paint/face_painter.h"

#include <QBuffer>
#include <QPdfWriter>
#include <QTransform>

namespace hinge
{
namespace
{

constexpr double barDepth = 0.035; ///< of the back gauge, against the longer side of a sheet

QFont fontOf(QFont font, double pixels, QFont::Weight weight)
{
    font.setPixelSize(int(pixels));
    font.setWeight(weight);
    return font;
}

/// Text that stays upright, however the pile lies.
void paintUpright(QPainter& p, QPointF at, const QString& text, double pixel, const QFont& font,
                  const QColor& colour = QColor(0x20, 0x26, 0x2D))
{
    p.save();
    p.translate(at);
    p.scale(pixel, pixel);
    p.setFont(font);
    p.setPen(colour);
    const QRectF box = p.fontMetrics().boundingRect(text);
    p.drawText(QPointF(-box.width() / 2, box.height() / 2 - p.fontMetrics().descent() + 1), text);
    p.restore();
}

} // namespace

QRectF knifeTable(Size sheet)
{
    const double side = std::max(sheet.w, sheet.h).toMm() * (1 + 3 * barDepth);
    return QRectF(-side / 2, -side / 2, side, side);
}

void paintKnifeTable(QPainter& p, const SheetLayout& layout, const QStringList& slotNames, int stroke, Unit unit,
                     const KnifeLook& t, double pixel)
{
    const KnifeProgram& program = layout.program;
    const std::size_t done = std::size_t(stroke);
    const bool ends = done >= program.steps.size();
    const KnifeStep* next = ends ? nullptr : &program.steps[done];
    const KnifeStep* last = program.steps.empty() ? nullptr : &program.steps[ends ? program.steps.size() - 1 : done];
    const double w = layout.sheet.w.toMm();
    const double h = layout.sheet.h.toMm();
    const double longer = std::max(w, h);
    QTransform turned;
    turned.rotate(last ? int(last->edge) : 0);
    turned.translate(-w / 2, -h / 2);
    const auto lie = [&](const Rect& r) { return turned.mapRect(toMm(r)); };

    p.setRenderHint(QPainter::Antialiasing);
    const std::vector<Rect> table = tableAfter(layout.sheet, program, done);
    const auto isUnder = [&](const Rect& r) { return next && std::ranges::find(next->under, r) != next->under.end(); };

    for (const Rect& part : table) {
        const QRectF r = lie(part);
        const bool under = isUnder(part);
        p.setPen(QPen(under ? t.ink : t.ink2, pixel * (under ? 1.5 : 1)));
        p.setBrush(under ? QColor(0xFF, 0xFE, 0xFA) : QColor(0xEC, 0xE9, 0xDF));
        p.drawRect(r);
    }
    // What the sheet carries, so that the pile is known again on the table.
    for (std::size_t i = 0; i < layout.front.size(); ++i) {
        const SheetSlot& slot = layout.front[i];
        const QRectF r = lie(slot.trim);
        const bool freed = std::ranges::find(table, slot.trim) != table.end();
        p.setPen(QPen(t.ink2, pixel, freed ? Qt::SolidLine : Qt::DotLine));
        p.setBrush(freed ? t.done : QColor(0x8F, 0xB7, 0xC4, 70));
        p.drawRect(r);
        const QString text = slot.left ? QObject::tr("free") : slotNames.value(qsizetype(i));
        const QFont font = fontOf(t.font, 12, freed ? QFont::DemiBold : QFont::Normal);
        paintUpright(p, r.center(), QFontMetricsF(font).elidedText(text, Qt::ElideRight, r.width() / pixel - 4), pixel,
                     font);
    }
    if (!next)
        return;
    // The back gauge, and the blade at its distance.
    double back = 1e9;
    double left = 1e9;
    double right = -1e9;
    for (const Rect& under : next->under) {
        const QRectF r = lie(under);
        back = std::min(back, r.top());
        left = std::min(left, r.left());
        right = std::max(right, r.right());
    }
    const double depth = longer * barDepth;
    const QRectF bar(left - depth, back - depth, right - left + 2 * depth, depth);
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink2);
    p.drawRect(bar);
    if (bar.height() / pixel >= 14)
        paintUpright(p, bar.center(), QObject::tr("back gauge"), pixel, fontOf(t.font, 11, QFont::DemiBold),
                     t.ink2.lightness() > 130 ? QColor(0x20, 0x26, 0x2D) : QColor(Qt::white));
    for (const Rect& waste : next->waste) {
        p.setBrush(QBrush(QColor(0xA8, 0x45, 0x2F, 150), Qt::BDiagPattern));
        QBrush hatch = p.brush();
        hatch.setTransform(QTransform::fromScale(pixel, pixel));
        p.setBrush(hatch);
        p.drawRect(lie(waste));
    }
    const double blade = back + next->gauge.toMm();
    p.setPen(QPen(QColor(0xB2, 0x3A, 0x22), pixel * 2.5));
    p.drawLine(QPointF(left - depth, blade), QPointF(right + depth, blade));
    // The setting, as a dimension beside the pile.
    const double x = right + depth * 0.6;
    p.setPen(QPen(t.ink, pixel));
    p.drawLine(QPointF(x, back), QPointF(x, blade));
    const double tip = pixel * 5;
    for (const double end : {back, blade}) {
        const double sign = end == back ? 1 : -1;
        p.drawLine(QPointF(x, end), QPointF(x - tip * 0.6, end + sign * tip));
        p.drawLine(QPointF(x, end), QPointF(x + tip * 0.6, end + sign * tip));
    }
    const QString gauge = formatLength(next->gauge, unit);
    p.save();
    p.translate(x, (back + blade) / 2);
    p.scale(pixel, pixel);
    p.setFont(fontOf(t.font, 13, QFont::Bold));
    const QRectF plate = p.fontMetrics().boundingRect(gauge).adjusted(-8, -4, 8, 4);
    const QRectF at(-plate.width() / 2, -plate.height() / 2, plate.width(), plate.height());
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(0x1C, 0x2A, 0x33, 235));
    p.drawRoundedRect(at, 3, 3);
    p.setPen(Qt::white);
    p.drawText(at, Qt::AlignCenter, gauge);
    p.restore();
}

namespace
{

/// Lays the strokes out on pages, six drawings each. In pixels of 1/96 in.
class KnifePages
{
public:
    KnifePages(QPdfWriter& writer, QPainter& painter, QString title, Unit unit, const QFont& font)
        : writer_(writer), p_(painter), title_(std::move(title)), unit_(unit), font_(font),
          size_(writer.pageLayout().paintRect(QPageLayout::Inch).size() * 96)
    {
        look_.font = font;
    }

    void write(const std::vector<CuttingOrder>& orders)
    {
        bool first = true;
        for (const CuttingOrder& order : orders) {
            if (!first)
                writer_.newPage();
            first = false;
            begin(order);
            const int count = int(order.layout->program.steps.size());
            for (int stroke = 0; stroke <= count; ++stroke)
                drawing(order, stroke);
        }
    }

private:
    static constexpr int across = 2;
    static constexpr double gap = 18;

    void line(const QString& text, double pixels, QFont::Weight weight, const QColor& colour)
    {
        p_.setFont(fontOf(font_, pixels, weight));
        p_.setPen(colour);
        const QRectF need =
            p_.boundingRect(QRectF(0, y_, size_.width(), 1000), int(Qt::AlignLeft) | int(Qt::TextWordWrap), text);
        p_.drawText(need, int(Qt::AlignLeft) | int(Qt::TextWordWrap), text);
        y_ += need.height() + 3;
    }

    void begin(const CuttingOrder& order)
    {
        y_ = 0;
        place_ = 0;
        line(title_, 20, QFont::Bold, look_.ink);
        line(QStringLiteral("Knife: ") + order.title, 15, QFont::DemiBold, look_.ink);
        line(QStringLiteral("%1 sheets%2; %3 strokes, the gauge set %4 times, the pile turned %5 times.")
                 .arg(groupedNumber(order.sheets), order.lifts > 1 ? QStringLiteral(" in %1 lifts of at most %2")
                                                                         .arg(order.lifts)
                                                                         .arg(groupedNumber(order.sheetsPerLift))
                                                                   : QString())
                 .arg(order.layout->program.steps.size())
                 .arg(order.layout->program.gaugeSettings())
                 .arg(order.layout->program.turns()),
             12, QFont::Normal, look_.ink2);
        const QString notes = order.notes.join(QStringLiteral("   "));
        if (!notes.isEmpty())
            line(notes, 11, QFont::Normal, look_.ink2);
        y_ += gap / 2;
    }

    void drawing(const CuttingOrder& order, int stroke)
    {
        const double w = (size_.width() - gap * (across - 1)) / across;
        const double h = w * 0.78;
        if (place_ > 0 && place_ % across == 0)
            y_ += h + 40;
        if (y_ + h + 34 > size_.height()) {
            writer_.newPage();
            y_ = 0;
            place_ = 0;
        }
        const double x = (place_++ % across) * (w + gap);
        const bool ends = stroke == int(order.layout->program.steps.size());
        const QString head =
            ends ? QStringLiteral("All is cut")
                 : QStringLiteral("%1.  Gauge %2")
                       .arg(stroke + 1)
                       .arg(formatLength(order.layout->program.steps[std::size_t(stroke)].gauge, unit_));
        QString about;
        if (!ends) {
            const KnifeStep& step = order.layout->program.steps[std::size_t(stroke)];
            about =
                step.turn == 0 ? edgeText(step) : QStringLiteral("turn it %1; %2").arg(turnText(step), edgeText(step));
        }
        p_.setFont(fontOf(font_, 13, QFont::Bold));
        p_.setPen(look_.ink);
        p_.drawText(QRectF(x, y_, w, 18), Qt::AlignLeft | Qt::AlignTop, head);
        p_.setFont(fontOf(font_, 11, QFont::Normal));
        p_.setPen(look_.ink2);
        p_.drawText(QRectF(x, y_ + 17, w, 16), Qt::AlignLeft | Qt::AlignTop, about);
        const QRectF table = knifeTable(order.layout->sheet);
        const double scale = std::min(w / table.width(), (h - 6) / table.height());
        p_.save();
        p_.translate(x + w / 2, y_ + 34 + (h - 6) / 2);
        p_.scale(scale, scale);
        paintKnifeTable(p_, *order.layout, order.slotNames, stroke, unit_, look_, 1 / scale);
        p_.restore();
    }

    QPdfWriter& writer_;
    QPainter& p_;
    QString title_;
    Unit unit_;
    QFont font_;
    QSizeF size_;
    KnifeLook look_;
    double y_ = 0;
    int place_ = 0;
};

} // namespace

Result<void> writeKnifeProgram(const QString& title, const std::vector<CuttingOrder>& orders, Unit unit,
                               const QFont& font, const QString& path)
{
    if (orders.empty())
        return problem(path, QStringLiteral("There is nothing to cut: the piece does not fit on its sheet."));
    if (path.endsWith(QStringLiteral(".csv"), Qt::CaseInsensitive))
        return saveWhole(path, knifeTableText(orders));
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setTitle(QStringLiteral("%1: knife").arg(title));
        writer.setResolution(1200);
        writer.setPageLayout(QPageLayout(QPageSize(unit == Unit::Inch ? QPageSize::Letter : QPageSize::A4),
                                         QPageLayout::Portrait, QMarginsF(14, 14, 14, 14), QPageLayout::Millimeter));
        QPainter painter(&writer);
        painter.scale(1200.0 / 96, 1200.0 / 96);
        KnifePages(writer, painter, title, unit, font).write(orders);
    }
    return saveWhole(path, buffer.data());
}

} // namespace hinge
