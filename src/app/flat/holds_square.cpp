// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/holds_square.h"

#include "app/look/theme.h"

#include <QMenu>
#include <QPainter>
#include <QPushButton>

namespace hinge
{
namespace
{

QString sideName(ItemSide s)
{
    switch (s) {
    case ItemSide::Left: return HoldsSquare::tr("left");
    case ItemSide::Top: return HoldsSquare::tr("head");
    case ItemSide::Right: return HoldsSquare::tr("right");
    case ItemSide::Bottom: return HoldsSquare::tr("foot");
    }
    return {};
}

} // namespace

HoldsSquare::HoldsSquare(Document& document, QString itemId, QWidget* parent)
    : QWidget(parent), document_(document), itemId_(std::move(itemId))
{
    setObjectName(QStringLiteral("holds"));
    setFixedHeight(sizeHint().height());
    const char* keys[] = {"left", "top", "right", "bottom"};
    for (const ItemSide s : allSides) {
        auto* button = new QPushButton(this);
        button->setProperty("link", true);
        button->setObjectName(QStringLiteral("hold.%1").arg(QLatin1String(keys[std::size_t(s)])));
        button->setToolTip(tr("What the %1 side holds on to").arg(sideName(s)));
        button->setCursor(Qt::PointingHandCursor);
        connect(button, &QPushButton::clicked, this, [this, s] { choose(s); });
        buttons_[std::size_t(s)] = button;
    }
    connect(&document_, &Document::changed, this, &HoldsSquare::refresh);
    refresh();
}

QRectF HoldsSquare::square() const { return QRectF(width() / 2.0 - 36, height() / 2.0 - 36, 72, 72); }

void HoldsSquare::refresh()
{
    const Item* item = document_.job().findItem(itemId_);
    const PlacedItem* placed = document_.plan().findItem(itemId_);
    if (!item || !placed)
        return;
    for (const ItemSide s : allSides) {
        const Placed& side = item->side(s);
        QString text = side.holds ? lineName(document_.plan().paperOf(placed->surface), placed->surface.face, s, side)
                                  : tr("free");
        QPushButton* button = buttons_[std::size_t(s)];
        button->setText(text);
        button->setAccessibleName(tr("%1 side: %2").arg(sideName(s), text));
    }
    resizeEvent(nullptr);
    update();
}

void HoldsSquare::resizeEvent(QResizeEvent*)
{
    const QRectF r = square();
    for (const ItemSide s : allSides) {
        QPushButton* b = buttons_[std::size_t(s)];
        const QSize size(std::max(40, b->fontMetrics().horizontalAdvance(b->text()) + 12), 24);
        b->resize(size);
        switch (s) {
        case ItemSide::Left: b->move(int(r.left()) - size.width() - 6, int(r.center().y()) - 12); break;
        case ItemSide::Right: b->move(int(r.right()) + 6, int(r.center().y()) - 12); break;
        case ItemSide::Top: b->move(int(r.center().x()) - size.width() / 2, int(r.top()) - 27); break;
        case ItemSide::Bottom: b->move(int(r.center().x()) - size.width() / 2, int(r.bottom()) + 3); break;
        }
    }
}

void HoldsSquare::choose(ItemSide side)
{
    const Item* item = document_.job().findItem(itemId_);
    const PlacedItem* placed = document_.plan().findItem(itemId_);
    if (!item || !placed)
        return;
    const Paper& paper = document_.plan().paper;
    const Placed now = item->side(side);
    QMenu menu(this);
    menu.setObjectName(QStringLiteral("holdMenu"));
    const bool farEdge = side == ItemSide::Right || side == ItemSide::Bottom;
    const auto offer = [&](const QString& text, const Placed& placedSide, bool checked) {
        QAction* action = menu.addAction(text);
        action->setCheckable(true);
        action->setChecked(checked);
        connect(action, &QAction::triggered, this, [this, side, placedSide] { set(side, placedSide); });
    };
    for (const PaperLine line : {PaperLine::Bleed, PaperLine::Edge, PaperLine::Safe}) {
        const Placed candidate{line, now.panel, farEdge, 0, Length(), true};
        const QString name = lineName(paper, placed->surface.face, side, candidate);
        if (line == PaperLine::Edge && name == QStringLiteral("fold"))
            continue; // at a fold, bleed and edge are the same place
        offer(name, candidate, now.holds && now.line == line);
    }
    const auto& panels = paper.face(placed->surface.face);
    const Panel& panel = panels[std::size_t(std::clamp(now.panel, 0, int(panels.size()) - 1))];
    if (isHorizontal(side) && panel.columnAreas.size() > 1)
        for (int c = 0; c < int(panel.columnAreas.size()); ++c)
            offer(tr("column %1").arg(c + 1), {PaperLine::Column, now.panel, farEdge, c, Length(), true},
                  now.holds && now.line == PaperLine::Column && now.column == c);
    menu.addSeparator();
    offer(tr("free"),
          freeSide(paper, placed->surface.face, side, sidePosition(paper, placed->surface.face, side, now),
                   isHorizontal(side) ? placed->frame.y + placed->frame.h.part(2)
                                      : placed->frame.x + placed->frame.w.part(2)),
          !now.holds);
    QPushButton* button = buttons_[std::size_t(side)];
    menu.exec(button->mapToGlobal(QPoint(0, button->height())));
}

void HoldsSquare::set(ItemSide side, const Placed& placed)
{
    Job job = document_.job();
    Item* item = job.findItem(itemId_);
    if (!item)
        return;
    item->side(side) = placed;
    (void)document_.edit(placed.holds ? tr("Hold the %1 side").arg(sideName(side))
                                      : tr("Free the %1 side").arg(sideName(side)),
                         std::move(job));
}

void HoldsSquare::paintEvent(QPaintEvent*)
{
    const Theme& t = Theme::of(this);
    const Item* item = document_.job().findItem(itemId_);
    if (!item)
        return;
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF r = square();
    p.setPen(QPen(t.accent, 1));
    p.setBrush(t.accentTint);
    p.drawRect(r);
    p.setPen(t.ink2);
    p.setFont(uiFont(type::label));
    p.drawText(r, Qt::AlignCenter, tr("holds"));
    for (const ItemSide s : allSides) {
        if (!item->side(s).holds)
            continue;
        const bool across = isHorizontal(s);
        QPointF at = s == ItemSide::Left    ? QPointF(r.left(), r.center().y())
                     : s == ItemSide::Right ? QPointF(r.right(), r.center().y())
                     : s == ItemSide::Top   ? QPointF(r.center().x(), r.top())
                                            : QPointF(r.center().x(), r.bottom());
        const QSizeF size = across ? QSizeF(5, 26) : QSizeF(26, 5);
        p.fillRect(QRectF(at - QPointF(size.width() / 2, size.height() / 2), size), t.accent);
    }
}

} // namespace hinge
