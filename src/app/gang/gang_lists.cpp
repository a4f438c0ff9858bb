// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/gang/gang_lists.h"

#include "app/look/theme.h"
#include "core/gang/gang_words.h"

#include <QFileInfo>
#include <QIntValidator>
#include <QLineEdit>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QStyledItemDelegate>

namespace hinge
{
namespace
{

constexpr int cardHeight = 84;

/// Where the quantity stands on a card.
QRect quantityRect(const QRect& row) { return {row.x() + 12, row.bottom() - 32, 84, 24}; }

void paintCard(QPainter* p, const QStyleOptionViewItem& option, bool chosen)
{
    const Theme& t = Theme::of(option.widget);
    const bool hover = (option.state & QStyle::State_MouseOver) != 0;
    const bool focus = (option.state & QStyle::State_HasFocus) != 0;
    p->setRenderHint(QPainter::Antialiasing);
    p->setPen(QPen(chosen || focus ? t.accent : hover ? t.ink2 : t.line, focus ? 2 : 1));
    p->setBrush(chosen ? t.accentTint : t.work);
    p->drawRoundedRect(QRectF(option.rect).adjusted(2, 3, -2, -3), 3, 3);
}

class JobDelegate : public QStyledItemDelegate
{
public:
    using QStyledItemDelegate::QStyledItemDelegate;

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex&) const override
    {
        return {option.rect.width(), cardHeight};
    }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        p->save();
        paintCard(p, option, (option.state & QStyle::State_Selected) != 0);
        const QRect text = option.rect.adjusted(12, 9, -10, -8);
        p->setPen(t.ink);
        p->setFont(uiFont(type::body, QFont::Bold));
        p->drawText(text, Qt::AlignTop | Qt::AlignLeft,
                    p->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, text.width()));
        p->setPen(t.ink2);
        p->setFont(uiFont(type::label));
        p->drawText(text.adjusted(0, 19, 0, 0), Qt::AlignTop | Qt::AlignLeft,
                    p->fontMetrics().elidedText(index.data(GangJobsModel::FiguresRole).toString(), Qt::ElideRight,
                                                text.width()));
        const QRect field = quantityRect(option.rect);
        p->setPen(t.line);
        p->setBrush(t.slip);
        p->drawRoundedRect(QRectF(field).adjusted(0.5, 0.5, -0.5, -0.5), 2, 2);
        p->setPen(t.ink);
        p->setFont(uiFont(type::body));
        p->drawText(field.adjusted(6, 0, -6, 0), Qt::AlignVCenter | Qt::AlignRight,
                    QLocale().toString(index.data(GangJobsModel::WantedRole).toLongLong()));
        p->setPen(t.ink2);
        p->setFont(uiFont(type::note));
        const QRect note(field.right() + 8, field.y(), text.right() - field.right() - 8, field.height());
        p->drawText(
            note, Qt::AlignVCenter | Qt::AlignLeft,
            p->fontMetrics().elidedText(index.data(GangJobsModel::NoteRole).toString(), Qt::ElideRight, note.width()));
        p->restore();
    }

    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem&, const QModelIndex& index) const override
    {
        auto* edit = new QLineEdit(parent);
        edit->setObjectName(QStringLiteral("gang.quantity"));
        edit->setAccessibleName(tr("How many of %1").arg(index.data().toString()));
        edit->setAlignment(Qt::AlignRight);
        edit->setValidator(new QIntValidator(1, limits::largestRun, edit));
        return edit;
    }
    void setEditorData(QWidget* editor, const QModelIndex& index) const override
    {
        auto* edit = qobject_cast<QLineEdit*>(editor);
        edit->setText(index.data(GangJobsModel::WantedRole).toString());
        edit->selectAll();
    }
    void setModelData(QWidget* editor, QAbstractItemModel* model, const QModelIndex& index) const override
    {
        model->setData(index, qobject_cast<QLineEdit*>(editor)->text(), Qt::EditRole);
    }
    void updateEditorGeometry(QWidget* editor, const QStyleOptionViewItem& option, const QModelIndex&) const override
    {
        editor->setGeometry(quantityRect(option.rect));
    }

    bool editorEvent(QEvent* event, QAbstractItemModel* model, const QStyleOptionViewItem& option,
                     const QModelIndex& index) override
    {
        if (event->type() == QEvent::MouseButtonRelease &&
            quantityRect(option.rect).contains(static_cast<QMouseEvent*>(event)->pos()))
            if (auto* view = qobject_cast<QAbstractItemView*>(const_cast<QWidget*>(option.widget)))
                view->edit(index);
        return QStyledItemDelegate::editorEvent(event, model, option, index);
    }
};

class SplitDelegate : public QStyledItemDelegate
{
public:
    using QStyledItemDelegate::QStyledItemDelegate;

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex&) const override
    {
        return {option.rect.width(), 68};
    }
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        p->save();
        paintCard(p, option, index.data(Qt::CheckStateRole).toInt() == Qt::Checked);
        const QRect text = option.rect.adjusted(12, 9, -10, -8);
        p->setPen(t.ink);
        p->setFont(uiFont(type::body, QFont::Bold));
        p->drawText(text, Qt::AlignTop | Qt::AlignLeft, index.data().toString());
        p->setPen(t.ink2);
        p->setFont(uiFont(type::label));
        const QStringList lines = index.data(Qt::UserRole).toStringList();
        for (int i = 0; i < lines.size(); ++i)
            p->drawText(text.adjusted(0, 17 + 16 * i, 0, 0), Qt::AlignTop | Qt::AlignLeft,
                        p->fontMetrics().elidedText(lines[i], Qt::ElideRight, text.width()));
        p->restore();
    }
};

} // namespace

GangJobsModel::GangJobsModel(GangDocument& document, QObject* parent) : QAbstractListModel(parent), document_(document)
{
    connect(&document_, &GangDocument::changed, this, [this] {
        // The rows stay what they are while pictures come: what is being typed stays open.
        if (shown_ != int(document_.gang().members.size())) {
            beginResetModel();
            shown_ = int(document_.gang().members.size());
            endResetModel();
        } else if (shown_ > 0) {
            Q_EMIT dataChanged(index(0, 0), index(shown_ - 1, 0));
        }
    });
}

int GangJobsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : shown_; }

int GangJobsModel::jobOf(int row) const
{
    const auto& members = document_.planned().members;
    const auto at = std::ranges::find(members, document_.gang().members[std::size_t(row)].path, &Gang::Member::path);
    return at == members.end() ? -1 : int(at - members.begin());
}

int GangJobsModel::rowOf(int job) const
{
    for (int row = 0; row < rowCount(); ++row)
        if (jobOf(row) == job)
            return row;
    return -1;
}

QVariant GangJobsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= int(document_.gang().members.size()))
        return {};
    const Gang::Member& member = document_.gang().members[std::size_t(index.row())];
    const int job = jobOf(index.row());
    const QString name =
        job < 0 ? QFileInfo(member.path).fileName().section(u'.', 0, 0) : document_.jobs()[std::size_t(job)]->name;
    if (role == Qt::DisplayRole)
        return name;
    if (role == Qt::ToolTipRole)
        return member.path;
    const qint64 wanted =
        job < 0 || member.quantity > 0 ? member.quantity : qint64(document_.jobs()[std::size_t(job)]->job.quantity);
    if (role == WantedRole || role == Qt::EditRole)
        return wanted;
    const GangSplit* split = document_.plan().split();
    if (job < 0)
        return role == FiguresRole ? QVariant(tr("not open")) : QVariant();
    if (!split)
        return {};
    QStringList up;
    for (const GangForm& form : split->forms)
        up << QString::number(document_.plan().slotsOfJob(form, job));
    const qint64 printed = document_.plan().printedOfJob(job);
    const QString figures = tr("%1 up, %2 printed").arg(up.join(QStringLiteral(" + ")), QLocale().toString(printed));
    const QString note =
        printed > wanted ? tr("wanted, %1 over").arg(QLocale().toString(printed - wanted)) : tr("wanted");
    if (role == FiguresRole)
        return printed > 0 ? figures : tr("does not fit");
    if (role == NoteRole)
        return note;
    if (role == Qt::AccessibleTextRole)
        return QStringLiteral("%1, %2, %3 %4").arg(name, figures, QString::number(wanted), note);
    return {};
}

bool GangJobsModel::setData(const QModelIndex& index, const QVariant& value, int role)
{
    bool ok = false;
    const qint64 wanted = value.toString().toLongLong(&ok);
    if (role != Qt::EditRole || !ok || wanted < 1)
        return false;
    Gang next = document_.gang();
    next.members[std::size_t(index.row())].quantity = wanted;
    return document_.edit(tr("Change a quantity"), std::move(next)).has_value();
}

Qt::ItemFlags GangJobsModel::flags(const QModelIndex& index) const
{
    return QAbstractListModel::flags(index) | Qt::ItemIsEditable;
}

GangJobsList::GangJobsList(GangDocument& document, QWidget* parent) : QListView(parent), model_(document)
{
    setObjectName(QStringLiteral("gang.jobs"));
    setAccessibleName(tr("Jobs of the gang"));
    setModel(&model_);
    setItemDelegate(new JobDelegate(this));
    setMouseTracking(true);
    setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setEditTriggers(QAbstractItemView::EditKeyPressed | QAbstractItemView::AnyKeyPressed |
                    QAbstractItemView::DoubleClicked);
}

GangSplitsModel::GangSplitsModel(GangDocument& document, QObject* parent)
    : QAbstractListModel(parent), document_(document)
{
    connect(&document_, &GangDocument::changed, this, [this] {
        beginResetModel();
        endResetModel();
    });
}

int GangSplitsModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : int(document_.plan().splits.size());
}

QVariant GangSplitsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const GangSplit& split = document_.plan().splits[std::size_t(index.row())];
    const QLocale locale;
    const QString sheets = split.forms.size() == 1 ? tr("1 sheet") : tr("%1 different sheets").arg(split.forms.size());
    const QString title = split.byHand ? tr("%1, by hand").arg(sheets) : sheets;
    QStringList runs;
    for (const GangForm& form : split.forms)
        runs << locale.toString(form.sheets + form.overs);
    const QStringList lines{tr("%1 times").arg(runs.join(QStringLiteral(" + "))),
                            tr("%1 sets of plates, up to %2 % over")
                                .arg(QString::number(split.plates), QString::number(split.mostOver * 100, 'f', 0))};
    switch (role) {
    case Qt::DisplayRole: return title;
    case Qt::AccessibleTextRole: return QStringLiteral("%1, %2").arg(title, lines.join(QStringLiteral(", ")));
    case Qt::UserRole: return lines;
    case Qt::CheckStateRole: return index.row() == document_.plan().chosen ? Qt::Checked : Qt::Unchecked;
    default: return {};
    }
}

GangSplitsList::GangSplitsList(GangDocument& document, QWidget* parent) : QListView(parent), model_(document)
{
    setObjectName(QStringLiteral("gang.splits"));
    setAccessibleName(tr("Ways of splitting the gang over sheets"));
    setModel(&model_);
    setItemDelegate(new SplitDelegate(this));
    setMouseTracking(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setMinimumHeight(150);
    const auto pick = [&document](const QModelIndex& index) {
        const GangSplit& split = document.plan().splits[std::size_t(index.row())];
        if (split.byHand)
            return; // it is chosen as long as it is there
        Gang next = document.gang();
        next.byHand.clear();
        next.forms = int(split.forms.size());
        (void)document.edit(tr("Split the gang over %1 sheets").arg(next.forms), std::move(next));
    };
    connect(this, &QListView::clicked, this, pick);
    connect(this, &QListView::activated, this, pick);
}

} // namespace hinge
