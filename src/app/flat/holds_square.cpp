// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/holds_square.h"

#include "app/look/theme.h"
#include "core/edit/dragging.h"

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
    const PlannedItem* placed = document_.plan().findItem(itemId_);
    if (!item || !placed)
        return;
    for (const ItemSide s : allSides) {
        const SideAnchor& side = item->side(s);
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
    const PlannedItem* placed = document_.plan().findItem(itemId_);
    if (!item || !placed)
        return;
    const Paper& paper = document_.plan().paperOf(placed->surface);
    const Face face = placed->surface.face;
    const SideAnchor now = item->side(side);
    QMenu menu(this);
    menu.setObjectName(QStringLiteral("holdMenu"));
    const auto offer = [&](const QString& text, const SideAnchor& anchor, bool checked) {
        QAction* action = menu.addAction(text);
        action->setCheckable(true);
        action->setChecked(checked);
        connect(action, &QAction::triggered, this, [this, side, anchor] { set(side, anchor); });
    };
    const auto& panels = paper.face(face);
    const Panel& panel = panels[std::size_t(std::clamp(now.panel, 0, int(panels.size()) - 1))];
    for (const SideAnchor& line : linesOffered(panel, side)) {
        QString name = lineName(paper, face, side, line);
        if (line.line == PaperLine::Column)
            name = tr("%1 %2", "column 2").arg(name).arg(line.column + 1);
        if (line.line == PaperLine::Guide) {
            const auto& guides = document_.job().on(placed->surface).guides;
            const auto guide = std::ranges::find(guides, line.guide, &Guide::number);
            name = tr("%1 at %2", "guide at 20 mm").arg(name, formatLength(guide->at, document_.job().unit));
        }
        SideAnchor held = now;
        held.offset = {};
        offer(name, line, now.holds && held == line);
    }
    menu.addSeparator();
    offer(tr("free"), freeSide(paper, face, side, placed->frame), !now.holds);
    QPushButton* button = buttons_[std::size_t(side)];
    menu.exec(button->mapToGlobal(QPoint(0, button->height())));
}

void HoldsSquare::set(ItemSide side, const SideAnchor& placed)
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
