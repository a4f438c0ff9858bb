// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/flat_diagram.h"

#include "core/piece/reading.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// From the measures of the panels to that of the whole. The measure of a spine stands below its line, not in it.
double belowNarrow(const Paper& paper) { return paper.spineColumn >= 0 ? 42 : 28; }

/// Room around the bleed for marks and measures; where little height is left, the measure of the whole is not drawn.
QMarginsF roomAround(const Paper& paper, bool measuresHeight, bool titled, bool low)
{
    const bool rows = paper.rows() > 1;
    return {measuresHeight ? (rows ? 70.0 : 46.0) : (rows ? 34.0 : 14.0),
            titled ? (low ? 36.0 : 50.0) : (low ? 18.0 : 34.0), rows ? 34.0 : 14.0,
            low                   ? 46.0 + belowNarrow(paper) - 28
            : paper.columns() > 1 ? 42.0 + belowNarrow(paper)
                                  : 44.0};
}

} // namespace

FlatDiagram::FlatDiagram(const QRectF& target, std::vector<DiagramSubject> subjects, Unit unit) : unit_(unit)
{
    const bool titled = subjects.size() > 1;
    low_ = target.height() < 210;
    const auto bleed = [](const DiagramSubject& s) { return toMm(bleedOf(s.paper.get(), s.face)); };
    const auto margins = [&](std::size_t i, bool across) {
        return roomAround(subjects[i].paper.get(), i == 0 || !across, titled, low_);
    };
    // All to one scale: what is left of the room after the margins, shared out along the row or column.
    const auto scaleOf = [&](bool across) {
        double fixedW = 0, fixedH = 0, w = 0, h = 0;
        for (std::size_t i = 0; i < subjects.size(); ++i) {
            const QMarginsF m = margins(i, across);
            const QRectF b = bleed(subjects[i]);
            const double mw = m.left() + m.right(), mh = m.top() + m.bottom();
            fixedW = across ? fixedW + mw : std::max(fixedW, mw);
            fixedH = across ? std::max(fixedH, mh) : fixedH + mh;
            w = across ? w + b.width() : std::max(w, b.width());
            h = across ? std::max(h, b.height()) : h + b.height();
        }
        return std::min((target.width() - fixedW) / w, (target.height() - fixedH) / h);
    };
    const bool across = scaleOf(true) >= scaleOf(false);
    scale_ = std::max(0.0, scaleOf(across));
    double used = 0;
    for (std::size_t i = 0; i < subjects.size(); ++i) {
        const QMarginsF m = margins(i, across);
        const QRectF b = bleed(subjects[i]);
        used += across ? m.left() + m.right() + b.width() * scale_ : m.top() + m.bottom() + b.height() * scale_;
    }
    double at = (across ? target.left() + (target.width() - used) / 2 : target.top() + (target.height() - used) / 2);
    for (std::size_t i = 0; i < subjects.size(); ++i) {
        const QMarginsF m = margins(i, across);
        const QRectF b = bleed(subjects[i]);
        const double w = m.left() + m.right() + b.width() * scale_;
        const double h = m.top() + m.bottom() + b.height() * scale_;
        const QPointF corner =
            across ? QPointF(at, target.center().y() - h / 2) : QPointF(target.center().x() - w / 2, at);
        drawn_.push_back({subjects[i], corner + QPointF(m.left(), m.top()) - b.topLeft() * scale_, i == 0 || !across});
        at += across ? w : h;
    }
}

QRectF FlatDiagram::onScreen(const Drawn& drawn, const Rect& r) const
{
    return {drawn.origin + toMm(r).topLeft() * scale_, toMm(r).size() * scale_};
}

std::vector<FlatDiagram::PanelRef> FlatDiagram::places() const
{
    std::vector<PanelRef> out;
    for (int s = 0; s < int(drawn_.size()); ++s)
        for (int i = 0;
             i < int(drawn_[std::size_t(s)].subject.paper.get().face(drawn_[std::size_t(s)].subject.face).size()); ++i)
            out.push_back({s, i});
    return out;
}

const Panel& FlatDiagram::panel(PanelRef place) const
{
    const DiagramSubject& s = drawn_[std::size_t(place.subject)].subject;
    return s.paper.get().face(s.face)[std::size_t(place.panel)];
}

QRectF FlatDiagram::panelArea(PanelRef place) const
{
    return onScreen(drawn_[std::size_t(place.subject)], panel(place).area);
}

std::optional<FlatDiagram::PanelRef> FlatDiagram::panelAt(QPointF at) const
{
    const auto all = places();
    const auto it = std::ranges::find_if(all, [&](PanelRef p) { return panelArea(p).contains(at); });
    return it == all.end() ? std::nullopt : std::optional(*it);
}

void FlatDiagram::paint(QPainter& p, const DiagramStyle& style) const
{
    p.setRenderHint(QPainter::Antialiasing);
    if (scale_ > 0.05)
        for (const Drawn& d : drawn_)
            paintOne(p, d, style);
}

void FlatDiagram::paintLabel(QPainter& p, const Drawn& drawn, const Panel& panel, const DiagramStyle& style) const
{
    const Paper& paper = drawn.subject.paper.get();
    const QRectF area = onScreen(drawn, panel.area);
    QRectF room = area;
    bool coveredInMiddle = false;
    for (const KeepClear& keep : paper.keepClear) {
        const QRectF kept = onScreen(drawn, keep.area);
        if (keep.face != drawn.subject.face || !kept.adjusted(-30, -20, 30, 20).contains(area.center()))
            continue;
        // The words stand beside what is to be kept clear in the middle of the panel, such as the address, or above
        // what covers all of it, such as the glue of a spine.
        if (kept.left() - area.left() > 58)
            room.setRight(std::min(room.right(), kept.left()));
        else
            coveredInMiddle = true;
    }
    if (coveredInMiddle)
        room.setBottom(area.top() + area.height() * 0.45);

    const auto textWidth = [](const QFont& font, const QString& words) {
        double widest = 0;
        for (const QString& word : words.split(u' '))
            widest = std::max(widest, QFontMetricsF(font).horizontalAdvance(word));
        return widest;
    };
    p.save();
    p.translate(room.center());
    QSizeF wide = room.size() - QSizeF(8, 4);
    // A panel too narrow for its longest word is labelled along its height; one that is read the other way up stands on
    // its head.
    const bool along = textWidth(style.role, panel.roleName) > wide.width() && wide.height() > wide.width();
    if (along) {
        p.rotate(90);
        wide.transpose();
    } else if (panel.headDown) {
        p.rotate(180);
    }
    const QRectF label(-wide.width() / 2, -wide.height() / 2, wide.width(), wide.height());
    p.setPen(QColor(0x20, 0x26, 0x2D));
    if (along || wide.height() < 44) {
        p.setFont(style.note);
        const QString words = p.fontMetrics().elidedText(panel.roleName, Qt::ElideRight, int(wide.width()));
        // A stump of two or three letters tells nothing; pointing at the panel tells its name.
        if (wide.height() + 4 >= p.fontMetrics().height() * 0.75 && (words == panel.roleName || words.size() > 5))
            p.drawText(label, Qt::AlignCenter | Qt::TextSingleLine | Qt::TextDontClip, words);
    } else {
        p.setFont(style.role);
        // The role, over as many lines as it needs, and below it when it is read.
        const double height = p.boundingRect(label, Qt::AlignCenter | Qt::TextWordWrap, panel.roleName).height();
        p.drawText(label.translated(0, -12), Qt::AlignCenter | Qt::TextWordWrap, panel.roleName);
        p.setPen(QColor(0x59, 0x62, 0x6C));
        p.setFont(style.note);
        const QString seen = readingWords(panel.readingNumber);
        if (p.fontMetrics().horizontalAdvance(seen) <= wide.width() && height + 30 < wide.height())
            p.drawText(QRectF(label.left(), height / 2 - 4, label.width(), 18), Qt::AlignCenter, seen);
    }
    p.restore();
}

void FlatDiagram::paintOne(QPainter& p, const Drawn& drawn, const DiagramStyle& style) const
{
    const Paper& paper = drawn.subject.paper.get();
    const Face face = drawn.subject.face;
    const bool rows = paper.rows() > 1;
    const QRectF bleed = toMm(bleedOf(paper, face));
    const double w = paper.flat.w.toMm();
    const double h = paper.flat.h.toMm();
    const QPointF origin = drawn.origin;

    p.save();
    p.translate(origin);
    p.scale(scale_, scale_);
    const ZoneColours zones;
    p.fillRect(QRectF(0, 0, w, h), zones.paper);
    paintBleed(p, paper, face, zones);
    paintUnsafe(p, paper, face, zones);
    paintColumns(p, paper, face, zones, 1 / scale_);
    p.setFont(style.note);
    paintKeepClear(p, paper, face, zones, 1 / scale_);
    paintCreases(p, paper, face, 1 / scale_);
    paintTrim(p, paper, face, zones, 1 / scale_);
    paintFoldEnds(p, paper, face, style.accent, 1 / scale_);
    p.restore();

    const double head = origin.y() + bleed.top() * scale_;
    const double foot = origin.y() + bleed.bottom() * scale_;
    if (drawn_.size() > 1) {
        p.setFont(style.role);
        p.setPen(style.dimensions.ink);
        p.drawText(QRectF(origin.x() - 60, head - (low_ ? 34 : 44), w * scale_ + 120, 20),
                   Qt::AlignCenter | Qt::TextSingleLine, drawn.subject.title);
    }
    for (const Panel& panel : paper.face(face)) {
        const QRectF area = onScreen(drawn, panel.area);
        paintLabel(p, drawn, panel, style);
        // Where measures would run into each other they are left out; the figures have them.
        const QString width = formatNumber(panel.area.w, unit_);
        const bool fits =
            QFontMetricsF(style.dimensions.font).horizontalAdvance(width) + 8 < w * scale_ / paper.columns();
        if (fits && paper.columns() > 1 && panel.position < paper.columns())
            paintDimensionAcross(p, area.left(), area.right(), foot + (low_ ? 22 : 30), width, style.dimensions);
        if (rows && drawn.measuresHeight && panel.position % paper.columns() == 0)
            paintDimensionDown(p, origin.x() + bleed.left() * scale_ - 20, area.top(), area.bottom(),
                               formatNumber(panel.area.h, unit_), style.dimensions);
    }
    if (!low_ || paper.columns() == 1)
        paintDimensionAcross(p, origin.x(), origin.x() + w * scale_,
                             foot + (paper.columns() > 1 ? 30 + belowNarrow(paper) : 26),
                             formatLength(paper.flat.w, unit_), style.dimensions);
    if (drawn.measuresHeight)
        paintDimensionDown(p, origin.x() + bleed.left() * scale_ - (rows ? 44 : 20), origin.y(),
                           origin.y() + h * scale_, formatNumber(paper.flat.h, unit_), style.dimensions);
}

std::vector<DiagramSubject> facesOf(const Plan& plan, PieceKind kind)
{
    std::vector<DiagramSubject> out;
    for (const Face face : bothFaces)
        out.push_back({plan.paper, face, faceName(face, kind)});
    return out;
}

std::vector<DiagramSubject> textPagesOf(const Plan& plan)
{
    std::vector<DiagramSubject> out;
    if (plan.textPages)
        for (const Hand hand : bothHands)
            out.push_back({(*plan.textPages)[std::size_t(hand)], Face::Outside, handName(hand)});
    return out;
}

} // namespace hinge
