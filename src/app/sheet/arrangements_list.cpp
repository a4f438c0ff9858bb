// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheet/arrangements_list.h"

#include "app/look/theme.h"
#include "core/plan/sheet_words.h"
#include "paint/sheet_painter.h"

#include <QLocale>
#include <QPainter>
#include <QStyledItemDelegate>

namespace hinge
{
namespace
{

class ArrangementDelegate : public QStyledItemDelegate
{
public:
    ArrangementDelegate(ArrangementsModel& model, Document& document, QObject* parent)
        : QStyledItemDelegate(parent), model_(model), document_(document)
    {
    }

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex&) const override
    {
        return {option.rect.width(), 86};
    }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        const SheetLayout& layout = model_.layout(index);
        const bool chosen = model_.isChosen(index);
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        const QRectF card = QRectF(option.rect).adjusted(2, 3, -2, -3);
        const bool hover = (option.state & QStyle::State_MouseOver) != 0;
        const bool focus = (option.state & QStyle::State_HasFocus) != 0;
        p->setPen(QPen(chosen || focus ? t.accent : hover ? t.ink2 : t.line, focus ? 2 : 1));
        p->setBrush(chosen ? t.accentTint : t.work);
        p->drawRoundedRect(card, 3, 3);
        paintLayoutDiagram(*p, QRectF(card.x() + 10, card.y() + 10, 54, card.height() - 20), layout,
                           QColor(0xFF, 0xFE, 0xFA), QColor(0x8F, 0xB7, 0xC4), t.ink2);
        const QRectF text = card.adjusted(74, 7, -8, -6);
        p->setFont(uiFont(type::body, QFont::Bold));
        p->setPen(t.ink);
        p->drawText(text, Qt::AlignTop | Qt::AlignLeft, sheetSizeName(layout.sheet, document_.job().unit));
        p->drawText(text, Qt::AlignTop | Qt::AlignRight,
                    layout.up() > 0 ? QObject::tr("%1 up").arg(layout.up()) : QObject::tr("none"));
        p->setFont(uiFont(type::label));
        p->setPen(t.ink2);
        int y = 18;
        for (const QString& line : model_.figures(layout)) {
            p->drawText(text.adjusted(0, y, 0, 0), Qt::AlignTop | Qt::AlignLeft, line);
            y += 16;
        }
        p->setFont(uiFont(type::note));
        p->drawText(text.adjusted(0, y + 1, 0, 0), Qt::AlignTop | Qt::AlignLeft,
                    p->fontMetrics().elidedText(model_.difference(layout), Qt::ElideRight, int(text.width())));
        p->restore();
    }

private:
    ArrangementsModel& model_;
    Document& document_;
};

} // namespace

ArrangementsModel::ArrangementsModel(Document& document, SheetState& state, QObject* parent)
    : QAbstractListModel(parent), document_(document), state_(state)
{
    connect(&state_, &SheetState::changed, this, [this] {
        beginResetModel();
        endResetModel();
    });
}

int ArrangementsModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : int(state_.run().arrangements.size());
}

const SheetLayout& ArrangementsModel::layout(const QModelIndex& index) const
{
    return state_.run().arrangements[std::size_t(index.row())];
}

bool ArrangementsModel::isChosen(const QModelIndex& index) const
{
    return layout(index).sheet == state_.run().piece.press.sheet;
}

QStringList ArrangementsModel::figures(const SheetLayout& layout) const
{
    if (layout.up() == 0)
        return {tr("does not fit")};
    const Job& job = document_.job();
    const PressRun& run = state_.run();
    const Stock& stock = stockOf(job, run.component);
    const double kg = kilogramsOf(stock, layout);
    const QLocale locale;
    const QString cuts = layout.cuts() == 1 ? tr("1 cut") : tr("%1 cuts").arg(layout.cuts());
    QString second = tr("%1 kg, %2").arg(locale.toString(kg, 'f', kg < 10 ? 1 : 0), cuts);
    if (const auto cost = costOf(job, run, layout))
        second = tr("%1, %2").arg(locale.toString(double(cost->all()) / 100, 'f', 2), second);
    return {tr("%1 sheets").arg(locale.toString(layout.sheets + layout.overs)), second};
}

QString ArrangementsModel::difference(const SheetLayout& layout) const
{
    const SheetLayout& chosen = state_.run().layout();
    if (layout.sheet == chosen.sheet || layout.up() == 0 || chosen.up() == 0)
        return {};
    const double paper = chosen.paperOfRun() > 0 ? (layout.paperOfRun() / chosen.paperOfRun() - 1) * 100 : 0;
    QStringList parts;
    if (std::abs(paper) >= 0.5)
        parts << (paper > 0 ? tr("+%1 % paper") : tr("−%1 % paper")).arg(std::abs(paper), 0, 'f', 0);
    if (const int cuts = layout.cuts() - chosen.cuts(); cuts != 0)
        parts << (cuts > 0 ? tr("+%1 cuts") : tr("−%1 cuts")).arg(std::abs(cuts));
    return parts.isEmpty() ? tr("the same paper") : parts.join(QStringLiteral(", "));
}

QVariant ArrangementsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const SheetLayout& l = layout(index);
    if (role == Qt::DisplayRole || role == Qt::AccessibleTextRole)
        return tr("%1, %2 up, %3")
            .arg(sheetSizeName(l.sheet, document_.job().unit))
            .arg(l.up())
            .arg(figures(l).join(QStringLiteral(", ")));
    if (role == Qt::ToolTipRole)
        return formatSize(l.sheet, document_.job().unit);
    return {};
}

void printOn(Job& job, Component component, Size sheet)
{
    SheetSetup& setup = editSetup(job, component);
    setup.sheet = sheet;
    setup.columns = 0; // as they are shown: as many as fit
    setup.rows = 0;
    setup.offset.reset();
    setup.left.clear();
}

ArrangementsList::ArrangementsList(Document& document, SheetState& state, QWidget* parent)
    : QListView(parent), document_(document), state_(state), model_(document, state)
{
    setObjectName(QStringLiteral("sheet.arrangements"));
    setAccessibleName(tr("Arrangements, least paper first"));
    setModel(&model_);
    setItemDelegate(new ArrangementDelegate(model_, document_, this));
    setMouseTracking(true);
    setMinimumHeight(200); // two of them and a part of the third, which tells that there are more
    setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    const auto pick = [this](const QModelIndex& index) {
        Job job = document_.job();
        const Size sheet = model_.layout(index).sheet;
        printOn(job, state_.component(), sheet);
        const QString name = sheetSizeName(sheet, job.unit);
        (void)document_.edit(tr("Print on %1").arg(name), std::move(job));
    };
    connect(this, &QListView::clicked, this, pick);
    connect(this, &QListView::activated, this, pick);
    const auto showChosen = [this] {
        for (int i = 0; i < model_.rowCount(); ++i)
            if (model_.isChosen(model_.index(i, 0)))
                scrollTo(model_.index(i, 0));
    };
    connect(&model_, &QAbstractItemModel::modelReset, this, showChosen, Qt::QueuedConnection);
}

} // namespace hinge
