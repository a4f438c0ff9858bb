// SPDX-License-Identifier: GPL-3.0-or-later
// How the pages look.
#include "app/sequence/page_grid.h"

#include "app/look/slip.h"
#include "app/look/theme.h"

#include <QPaintEvent>
#include <QPainterPath>
#include <cmath>

namespace hinge
{
namespace
{

constexpr double openGap = 13;    ///< pages step aside by this to either side where others would land
constexpr double shadowReach = 4; ///< of the shadow of a sheet

/// Where its number and state stand.
QRectF captionUnder(const QRectF& paper) { return {paper.x(), paper.bottom() + 6, paper.width(), 16}; }

} // namespace

void paintPageState(QPainter& painter, const QRectF& area, PageState state, const Theme& theme)
{
    const double side = std::min(area.width(), area.height());
    const QRectF disc(area.center().x() - side / 2 + 0.75, area.center().y() - side / 2 + 0.75, side - 1.5, side - 1.5);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    switch (state) {
    case PageState::Nothing:
        painter.setPen(QPen(theme.ink2, 1.3, Qt::CustomDashLine));
        painter.setPen([&] {
            QPen pen(theme.ink2, 1.3);
            pen.setDashPattern({1.6, 1.9});
            return pen;
        }());
        painter.drawEllipse(disc);
        break;
    case PageState::InWork:
        painter.setPen(QPen(theme.ink2, 1.3));
        painter.drawEllipse(disc);
        painter.setPen(Qt::NoPen);
        painter.setBrush(theme.ink2);
        painter.drawPie(disc, 90 * 16, 180 * 16);
        break;
    case PageState::Question: {
        painter.setPen(Qt::NoPen);
        painter.setBrush(theme.ochre);
        painter.drawRoundedRect(disc, 3, 3);
        QFont font = uiFont(std::max(9, int(side * 0.8)), QFont::Bold);
        painter.setFont(font);
        painter.setPen(theme.dark ? theme.onAccent : QColor(Qt::white));
        painter.drawText(disc, Qt::AlignCenter, QStringLiteral("?"));
        break;
    }
    case PageState::Passed: {
        painter.setPen(Qt::NoPen);
        painter.setBrush(theme.accent);
        painter.drawEllipse(disc);
        QPainterPath tick;
        tick.moveTo(disc.x() + side * 0.22, disc.y() + side * 0.48);
        tick.lineTo(disc.x() + side * 0.40, disc.y() + side * 0.66);
        tick.lineTo(disc.x() + side * 0.70, disc.y() + side * 0.28);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(theme.onAccent, std::max(1.4, side * 0.12), Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        painter.drawPath(tick);
        break;
    }
    }
    painter.restore();
}

void PageGrid::paintEvent(QPaintEvent* event)
{
    const Theme& t = Theme::of(this);
    QPainter p(viewport());
    p.setRenderHint(QPainter::Antialiasing);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.fillRect(event->rect(), t.desk);
    const QRectF visible = QRectF(event->rect()).translated(offset());
    const auto [from, to] = cellsBetween(visible.top(), visible.bottom());
    int captioned = -1;
    p.translate(-offset());
    for (std::size_t i = from; i < to; ++i) {
        const PageCell& cell = layout_.cells[i];
        if (cell.group != captioned) {
            captioned = cell.group;
            const PageGroup& group = layout_.groups[std::size_t(captioned)];
            p.setFont(uiFont(type::note, group.isCentre ? QFont::DemiBold : QFont::Medium));
            p.setPen(group.isCentre ? t.accent : t.ink2);
            p.drawText(QRectF(group.area.x(), group.area.y() - 17, group.area.width(), 14),
                       (group.isCentre ? Qt::AlignHCenter : Qt::AlignLeft) | Qt::AlignVCenter,
                       p.fontMetrics().elidedText(group.caption, Qt::ElideRight, int(group.area.width())));
        }
        paintCell(p, cell, event->region());
    }
    // Over the neighbours, which would hide a side of them.
    for (std::size_t i = from; i < to; ++i)
        paintTaken(p, layout_.cells[i]);
    if (!drawing_.isActive())
        queueStale();
    paintGap(p);
    p.resetTransform();
    paintGhost(p);
    if (layout_.cells.empty()) {
        p.setPen(t.ink2);
        p.setFont(uiFont(type::heading));
        p.drawText(viewport()->rect().adjusted(40, 0, -40, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   filter_ ? tr("No page is in this state.") : tr("There are no pages."));
    }
}

QRectF PageGrid::shown(const PageCell& cell) const
{
    if (landing_ < 0)
        return cell.paper;
    // Of the row in which pages would land those before the gap step left, those behind it right.
    const int place = placeOf(cell);
    const PageCell* behind = cellOfPlace(landing_);
    const PageCell* before = cellOfPlace(landing_ - 1);
    const PageCell* mark = behind ? behind : before;
    if (!mark || std::abs(mark->paper.center().y() - cell.paper.center().y()) > cell.paper.height() / 2 || place < 0)
        return cell.paper;
    const bool left = (place < landing_) != document_.job().rightToLeft;
    return cell.paper.translated(left ? -openGap : openGap, 0);
}

void PageGrid::paintCell(QPainter& p, const PageCell& cell, const QRegion& dirty)
{
    const QRectF paper = shown(cell);
    const auto isDirty = [&](const QRectF& area) {
        return dirty.intersects(area.translated(-offset()).toAlignedRect());
    };
    // Where only some pages were drawn again, their neighbours and what stands below them is as it was.
    if (isDirty(paper.adjusted(-shadowReach, -shadowReach, shadowReach, shadowReach)))
        paintSheet(p, cell, paper);
    if (isDirty(captionUnder(paper)))
        paintUnder(p, cell, paper);
}

void PageGrid::paintSheet(QPainter& p, const PageCell& cell, const QRectF& paper)
{
    const int place = placeOf(cell);
    const bool steppedBack = pulling_ && place >= 0 && selection_.contains(place); // it is in the hand
    const bool filtered =
        filter_ && !isSingle() && cell.reader >= 0 &&
        (place < 0 || place >= document_.job().sequence.size() || document_.job().sequence.at(place).state != *filter_);
    p.save();
    if (steppedBack || filtered)
        p.setOpacity(0.3);
    paintPaper(p, cell, paper);
    p.restore();
}

void PageGrid::paintPaper(QPainter& p, const PageCell& cell, const QRectF& paper)
{
    const int place = placeOf(cell);
    const QRectF sheet = paper.toRect();
    paintPaperShadow(p, sheet, 3, 0.7, 10);
    p.fillRect(sheet, ZoneColours().paper);
    const auto drawn = drawn_.find(cell.surface);
    const bool isBlank = cell.reader >= 0 && place < 0;
    if (!isBlank && drawn != drawn_.end()) {
        p.save();
        if (cell.headDown) {
            p.translate(sheet.center() * 2);
            p.rotate(180);
        }
        p.drawImage(sheet, drawn->second.image);
        p.restore();
    }
    tintPaper(p, sheet, stockOf(document_.job(), cell.surface));
    if (cell.reader >= 0 && !isBlank && !document_.plan().prints(document_.job(), cell.surface)) {
        // Its number stands where its contents will.
        p.setPen(QColor(0xC9, 0xCC, 0xCE));
        p.setFont(uiFont(std::clamp(int(sheet.height() * 0.2), 9, 40), QFont::DemiBold));
        p.drawText(sheet, Qt::AlignCenter, QString::number(place + 1));
    }
    if (isBlank) {
        p.setPen(QPen(QColor(0xC4, 0xBE, 0xB0), 1, Qt::DashLine));
        p.drawRect(sheet.adjusted(3.5, 3.5, -3.5, -3.5));
    }
    // The fold or the bound edge between two pages: a soft shade towards it.
    if (!isSingle() && cell.reader >= 0) {
        const QRectF group = layout_.groups[std::size_t(cell.group)].area;
        const bool hasRight = paper.right() < group.right() - 1;
        const bool hasLeft = paper.left() > group.left() + 1;
        const double wide = std::min(10.0, sheet.width() * 0.1);
        const auto shade = [&](double from, double to) {
            QLinearGradient fall(from, 0, to, 0);
            fall.setColorAt(0, QColor(0, 0, 0, 46));
            fall.setColorAt(1, QColor(0, 0, 0, 0));
            p.fillRect(QRectF(QPointF(std::min(from, to), sheet.top()), QPointF(std::max(from, to), sheet.bottom())),
                       fall);
        };
        if (hasRight)
            shade(sheet.right(), sheet.right() - wide);
        if (hasLeft)
            shade(sheet.left(), sheet.left() + wide);
    }
}

void PageGrid::paintTaken(QPainter& p, const PageCell& cell)
{
    const Theme& t = Theme::of(this);
    const int place = placeOf(cell);
    const QRectF sheet = shown(cell).toRect();
    if (place >= 0 && selection_.contains(place)) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.accent, hasFocus() ? 3 : 2));
        p.drawRect(sheet.adjusted(-2.5, -2.5, 2.5, 2.5));
    }
    if (place >= 0 && place == selection_.current() && hasFocus() && selection_.places().size() != 1) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.ink, 1, Qt::DotLine));
        p.drawRect(sheet.adjusted(-5.5, -5.5, 5.5, 5.5));
    }
}

void PageGrid::paintUnder(QPainter& p, const PageCell& cell, const QRectF& paper)
{
    if (cell.reader < 0)
        return;
    const QRectF group = layout_.groups[std::size_t(cell.group)].area;
    if (paper.bottom() < group.bottom() - 1)
        return; // another page lies below it on the same side
    const Theme& t = Theme::of(this);
    const Job& job = document_.job();
    const ReaderPage& page = document_.plan().pages[std::size_t(cell.reader)];
    const QRectF line = captionUnder(paper);
    const PageState state =
        page.place >= 0 && page.place < job.sequence.size() ? job.sequence.at(page.place).state : PageState::Nothing;
    const bool selected = page.place >= 0 && selection_.contains(page.place);
    p.setFont(uiFont(type::label, selected ? QFont::Bold : QFont::Medium));
    p.setPen(page.isBlank() ? t.ink2 : t.ink);
    const QString number = page.isBlank()         ? tr("blank")
                           : page.folio.isEmpty() ? tr("(%1)").arg(page.number)
                                                  : page.folio;
    if (page.isBlank()) {
        p.drawText(line, Qt::AlignCenter, number);
        return;
    }
    const double wide = p.fontMetrics().horizontalAdvance(number);
    const double mark = 13;
    QString word = pageStateName(state);
    p.setFont(uiFont(type::note));
    const double words = p.fontMetrics().horizontalAdvance(word);
    const bool withWord = wide + 10 + mark + 4 + words <= paper.width();
    const double all = wide + 10 + mark + (withWord ? 4 + words : 0);
    double x = line.center().x() - all / 2;
    p.setFont(uiFont(type::label, selected ? QFont::Bold : QFont::Medium));
    p.drawText(QRectF(x, line.y(), wide + 1, line.height()), Qt::AlignVCenter, number);
    x += wide + 10;
    paintPageState(p, QRectF(x, line.y() + 1.5, mark, mark), state, t);
    if (!withWord)
        return;
    p.setFont(uiFont(type::note));
    p.setPen(t.ink2);
    p.drawText(QRectF(x + mark + 4, line.y(), words + 1, line.height()), Qt::AlignVCenter, word);
}

void PageGrid::paintGap(QPainter& p)
{
    if (landing_ < 0)
        return;
    const bool rightToLeft = document_.job().rightToLeft;
    const PageCell* behind = cellOfPlace(landing_);
    const PageCell* before = cellOfPlace(landing_ - 1);
    const PageCell* mark = behind ? behind : before;
    if (!mark)
        return;
    const bool atLeft = (behind != nullptr) != rightToLeft;
    const double x = (atLeft ? mark->paper.left() : mark->paper.right());
    p.setPen(Qt::NoPen);
    p.setBrush(Theme::of(this).accent);
    p.drawRoundedRect(QRectF(x - 2, mark->paper.top() - 6, 4, mark->paper.height() + 12), 2, 2);
}

void PageGrid::paintGhost(QPainter& p)
{
    if (!pulling_)
        return;
    const Theme& t = Theme::of(this);
    const PageCell* first = selection_.isEmpty() ? nullptr : cellOfPlace(selection_.places().front());
    const double high = std::min(110.0, double(pageHeight_));
    const double wide = high * document_.job().page.w.toMm() / std::max(1.0, document_.job().page.h.toMm());
    const std::size_t count = selection_.places().size();
    for (int i = int(std::min<std::size_t>(count, 3)) - 1; i >= 0; --i) {
        const QRectF paper(pointer_.x() + 12 + i * 5, pointer_.y() + 10 + i * 5, wide, high);
        paintPaperShadow(p, paper, 4, 0.8, 14);
        p.fillRect(paper, ZoneColours().paper);
        if (i == 0 && first)
            if (const auto drawn = drawn_.find(first->surface); drawn != drawn_.end())
                p.drawImage(paper, drawn->second.image);
    }
    if (count < 2)
        return;
    const QString words = tr("%1 pages").arg(count);
    p.setFont(uiFont(type::label, QFont::Bold));
    const double w = p.fontMetrics().horizontalAdvance(words) + 16;
    const QRectF tag(pointer_.x() + 12, pointer_.y() + 10 + high + 14, w, 20);
    p.setPen(Qt::NoPen);
    p.setBrush(t.accent);
    p.drawRoundedRect(tag, 4, 4);
    p.setPen(t.onAccent);
    p.drawText(tag, Qt::AlignCenter, words);
}

} // namespace hinge
