// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheet/forms_strip.h"

#include "app/look/theme.h"
#include "core/plan/sheet_words.h"
#include "paint/dummy_words.h"
#include "paint/sheet_painter.h"

#include <QLocale>
#include <QPainter>
#include <QStyledItemDelegate>

namespace hinge
{
namespace
{

class FormDelegate : public QStyledItemDelegate
{
public:
    FormDelegate(Document& document, SheetState& state, QObject* parent)
        : QStyledItemDelegate(parent), document_(document), state_(state)
    {
    }

    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {112, 92}; }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const PressForm* form = state_.formAt(index.row());
        const Theme& t = Theme::of(option.widget);
        const bool here = state_.formIndex() == index.row();
        const bool hover = (option.state & QStyle::State_MouseOver) != 0;
        const bool focus = (option.state & QStyle::State_HasFocus) != 0;
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        const QRectF card = QRectF(option.rect).adjusted(3, 3, -3, -3);
        p->setPen(QPen(here || focus ? t.accent : hover ? t.ink2 : t.line, focus ? 2 : 1));
        p->setBrush(here ? t.accentTint : t.work);
        p->drawRoundedRect(card, 3, 3);
        if (form)
            paintFormDiagram(*p, card.adjusted(8, 6, -8, -36), document_.plan().partsOf(document_.job()), *form,
                             QColor(0xFF, 0xFE, 0xFA), QColor(0x8F, 0xB7, 0xC4), t.ink2);
        const QRectF text(card.left() + 6, card.bottom() - 34, card.width() - 12, 32);
        p->setFont(uiFont(type::label, here ? QFont::Bold : QFont::DemiBold));
        p->setPen(t.ink);
        p->drawText(text, Qt::AlignTop | Qt::AlignHCenter,
                    p->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, int(text.width())));
        p->setFont(uiFont(type::note));
        p->setPen(t.ink2);
        p->drawText(text.adjusted(0, 15, 0, 0), Qt::AlignTop | Qt::AlignHCenter,
                    form ? QObject::tr("%1 sheets").arg(QLocale().toString(form->sheets + form->overs))
                         : QObject::tr("does not fit"));
        p->restore();
    }

private:
    Document& document_;
    SheetState& state_;
};

} // namespace

FormsModel::FormsModel(Document& document, SheetState& state, QObject* parent)
    : QAbstractListModel(parent), document_(document), state_(state), count_(state.formCount())
{
    connect(&state_, &SheetState::changed, this, [this] {
        if (count_ != state_.formCount()) {
            beginResetModel();
            count_ = state_.formCount();
            endResetModel();
        } else if (count_ > 0) {
            Q_EMIT dataChanged(index(0), index(count_ - 1));
        }
    });
}

int FormsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : count_; }

QVariant FormsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= count_)
        return {};
    const PressForm* form = state_.formAt(index.row());
    if (!form) {
        const QString what = state_.runAt(index.row()).component == Component::Text ? tr("Text") : tr("Cover");
        if (role == Qt::DisplayRole)
            return what;
        return role == Qt::AccessibleTextRole || role == Qt::ToolTipRole ? tr("%1: does not fit on its sheet").arg(what)
                                                                         : QVariant();
    }
    const QString name = asSentence(formName(document_.job(), document_.plan(), *form));
    if (role == Qt::DisplayRole)
        return name;
    if (role == Qt::AccessibleTextRole || role == Qt::ToolTipRole)
        return tr("%1: %2 up on %3, %4 sheets and %5 overs")
            .arg(name)
            .arg(form->layout->up())
            .arg(sheetSizeName(form->layout->sheet, document_.job().unit))
            .arg(form->sheets)
            .arg(form->overs);
    return {};
}

FormsStrip::FormsStrip(Document& document, SheetState& state, QWidget* parent)
    : QListView(parent), model_(document, state)
{
    setObjectName(QStringLiteral("sheet.forms"));
    setAccessibleName(tr("Press sheets of the job, in the order they are printed"));
    setModel(&model_);
    setItemDelegate(new FormDelegate(document, state, this));
    setFlow(QListView::LeftToRight);
    setUniformItemSizes(true);
    setMouseTracking(true);
    setFrameShape(QFrame::NoFrame);
    viewport()->setAutoFillBackground(false);
    setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFixedHeight(108);
    const auto take = [&state](const QModelIndex& index) { state.setFormIndex(index.row()); };
    connect(this, &QListView::clicked, this, take);
    connect(this, &QListView::activated, this, take);
    const auto refresh = [this, &state] {
        setVisible(state.formCount() > 1);
        if (isVisible())
            scrollTo(model_.index(state.formIndex()));
    };
    connect(&state, &SheetState::changed, this, refresh);
    setVisible(state.formCount() > 1);
}

} // namespace hinge
