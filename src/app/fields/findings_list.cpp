// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fields/findings_list.h"

#include "app/fields/findings_bar.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "core/edit/remedies.h"

#include <QMouseEvent>
#include <QPainter>
#include <QStyledItemDelegate>

namespace hinge
{
namespace
{

QString pillText(const Finding& f)
{
    return f.remedy == Remedy::None ? FindingsModel::tr("Show") : remedyText(f.remedy);
}
bool hasPill(const Finding& f) { return f.surface || f.remedy != Remedy::None; }

/// One row: the sign, what is the matter and why it matters in whole sentences, and the button at the right.
class FindingDelegate : public QStyledItemDelegate
{
public:
    FindingDelegate(FindingsModel& model, FindingsList* list) : QStyledItemDelegate(list), model_(model), list_(list) {}

    static QRect pill(const QRect& row, const Finding& f)
    {
        const int w = QFontMetrics(uiFont(type::body, QFont::DemiBold)).horizontalAdvance(pillText(f)) + 28;
        return {row.right() - w - 12, row.center().y() - 13, w, 26};
    }

    /// Where the two sentences stand in a row.
    struct Words {
        QRect message;
        QRect reason;
    };
    static Words wordsIn(const QRect& row, const FindingGroup& group)
    {
        const int left = row.x() + 50;
        const int right = hasPill(group.first()) ? pill(row, group.first()).left() - 16 : row.right() - 16;
        const auto high = [&](const QFont& font, const QString& text) {
            return QFontMetrics(font)
                .boundingRect(QRect(0, 0, std::max(80, right - left), 1000), Qt::TextWordWrap, text)
                .height();
        };
        const QRect message(left, row.y() + 12, right - left, high(uiFont(type::body, QFont::Bold), group.message()));
        return {message, {left, message.bottom() + 3, right - left, high(uiFont(type::label), group.first().reason)}};
    }

    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const override
    {
        const int width = list_->viewport()->width();
        const Words words = wordsIn({0, 0, width, 60}, model_.group(index));
        return {width, std::max(54, words.reason.bottom() + 12)};
    }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        const FindingGroup& group = model_.group(index);
        const Finding& f = group.first();
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        const QRectF card = QRectF(option.rect).adjusted(2, 3, -2, -3);
        const bool focus = (option.state & QStyle::State_HasFocus) != 0;
        p->setPen(QPen(focus ? t.accent : t.line, focus ? 2 : 1));
        p->setBrush(t.work);
        p->drawRoundedRect(card, 3, 3);
        p->drawPixmap(QPointF(card.x() + 14, card.center().y() - 10), severitySign(f.severity, option.widget, 20));
        const Words words = wordsIn(option.rect, group);
        p->setFont(uiFont(type::body, QFont::Bold));
        p->setPen(t.ink);
        p->drawText(words.message, Qt::TextWordWrap, group.message());
        p->setFont(uiFont(type::label));
        p->setPen(t.ink2);
        p->drawText(words.reason, Qt::TextWordWrap, f.reason);
        if (hasPill(f)) {
            const QRect button = pill(option.rect, f);
            p->setPen(QPen(t.accent, 1));
            p->setBrush((option.state & QStyle::State_MouseOver) != 0 ? t.accentTint : t.work);
            p->drawRoundedRect(button, 13, 13);
            p->setFont(uiFont(type::body, QFont::DemiBold));
            p->setPen(t.dark ? t.accent : t.accent.darker(110));
            p->drawText(button, Qt::AlignCenter, pillText(f));
        }
        p->restore();
    }

    bool editorEvent(QEvent* event, QAbstractItemModel*, const QStyleOptionViewItem& option,
                     const QModelIndex& index) override
    {
        if (event->type() != QEvent::MouseButtonRelease ||
            !pill(option.rect, model_.group(index).first()).contains(static_cast<QMouseEvent*>(event)->pos()))
            return false;
        if (act)
            act(FindingGroup(model_.group(index)));
        return true;
    }

    std::function<void(const FindingGroup&)> act;

private:
    FindingsModel& model_;
    FindingsList* list_;
};

} // namespace

FindingsModel::FindingsModel(Document& document, QObject* parent) : QAbstractListModel(parent), document_(document) {}

void FindingsModel::refresh()
{
    auto now = grouped(document_.findings());
    if (now == shown_)
        return;
    beginResetModel();
    shown_ = std::move(now);
    endResetModel();
}

int FindingsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(shown_.size()); }
const FindingGroup& FindingsModel::group(const QModelIndex& index) const { return shown_[std::size_t(index.row())]; }

QVariant FindingsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid())
        return {};
    const FindingGroup& g = group(index);
    if (role == Qt::DisplayRole || role == Qt::AccessibleTextRole)
        return (g.first().severity == Severity::Stop ? tr("Stops: %1. %2") : tr("Look: %1. %2"))
            .arg(g.message(), g.first().reason);
    if (role == Qt::ToolTipRole)
        return plainTip(g.first().reason);
    return {};
}

FindingsList::FindingsList(Document& document, QWidget* parent)
    : QListView(parent), document_(document), model_(document)
{
    setAccessibleName(tr("Findings to settle"));
    setModel(&model_);
    setMouseTracking(true);
    setResizeMode(QListView::Adjust);
    setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* delegate = new FindingDelegate(model_, this);
    delegate->act = [this](const FindingGroup& group) { act(group); };
    setItemDelegate(delegate);
    connect(this, &QListView::activated, this,
            [this](const QModelIndex& index) { act(FindingGroup(model_.group(index))); });
}

int FindingsList::wholeHeight() const
{
    int height = frameWidth() * 2;
    for (int i = 0; i < model_.rowCount(); ++i)
        height += sizeHintForRow(i);
    return height + 4;
}

void FindingsList::act(const FindingGroup& group)
{
    if (group.first().remedy != Remedy::None)
        settle(document_, group);
    else
        Q_EMIT showRequested(group.first());
}

void settle(Document& document, const FindingGroup& group)
{
    Job job = document.job();
    for (const Finding& finding : group.findings)
        job = settled(std::move(job), finding);
    (void)document.edit(remedyText(group.first().remedy), std::move(job));
}

} // namespace hinge
