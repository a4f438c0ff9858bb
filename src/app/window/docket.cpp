// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/docket.h"

#include "app/fields/fields.h"
#include "app/look/plain_text.h"
#include "app/look/slip.h"
#include "app/look/theme.h"
#include "core/edit/overrides.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QVBoxLayout>
#include <algorithm>

namespace hinge
{
namespace
{

constexpr int rowHeight = 24;
constexpr int groupHeight = 34;
constexpr int inset = 8;

class FigureDelegate : public QStyledItemDelegate
{
public:
    using QStyledItemDelegate::QStyledItemDelegate;

    static QString explanation(const QModelIndex& index)
    {
        const QString working = index.data(FiguresModel::Working).toString();
        const QString source = index.data(FiguresModel::Source).toString();
        return working.isEmpty() ? source : source.isEmpty() ? working : working + u'\n' + source;
    }

    static QRect bodyRect(const QRect& row, const QModelIndex& index)
    {
        return {row.x(), row.y() + rowHeight, row.width(), bodyHeight(row.width(), index)};
    }

    static int bodyHeight(int width, const QModelIndex& index)
    {
        const QFontMetrics fm(uiFont(type::note));
        int height =
            fm.boundingRect(QRect(0, 0, width - 2 * inset, 400), Qt::TextWordWrap, explanation(index)).height() + 12;
        if (index.data(FiguresModel::Overridable).toBool())
            height += 28;
        return height;
    }

    static QRect overrideRect(const QRect& row, const QModelIndex& index)
    {
        const QRect body = bodyRect(row, index);
        return {body.x() + inset, body.bottom() - 29, body.width() - 2 * inset, 24};
    }

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        if (index.data(FiguresModel::IsGroup).toBool())
            return {option.rect.width(), index.row() == 0 ? groupHeight - 10 : groupHeight};
        const auto* view = qobject_cast<const QListView*>(option.widget);
        const int width = view ? view->viewport()->width() : option.rect.width();
        return {width, rowHeight + (index.data(FiguresModel::Open).toBool() ? bodyHeight(width, index) + 4 : 0)};
    }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        const QRect r = option.rect;
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        if (index.data(FiguresModel::IsGroup).toBool()) {
            p->setFont(uiFont(type::note, QFont::Bold));
            p->setPen(t.accent);
            p->drawText(r.adjusted(inset, 0, 0, -4), Qt::AlignBottom | Qt::AlignLeft,
                        index.data().toString().toUpper());
            p->restore();
            return;
        }
        const bool open = index.data(FiguresModel::Open).toBool();
        const bool focused = (option.state & QStyle::State_HasFocus) != 0;
        QRect head(r.x(), r.y(), r.width(), rowHeight);
        if ((option.state & QStyle::State_MouseOver) != 0 || focused) {
            p->setPen(focused ? QPen(t.accent, 1) : Qt::NoPen);
            p->setBrush(t.dark ? t.work : t.fold);
            p->drawRoundedRect(QRectF(head).adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
        }
        head.adjust(inset, 0, -inset, 0);
        const QString value = index.data(FiguresModel::Value).toString();
        const QFont valueFont = uiFont(type::body, QFont::DemiBold);
        const int valueWidth = std::min(QFontMetrics(valueFont).horizontalAdvance(value), head.width() - 60);
        p->setFont(uiFont(type::label));
        p->setPen(t.ink2);
        const QString label =
            QFontMetrics(p->font()).elidedText(index.data().toString(), Qt::ElideRight, head.width() - valueWidth - 14);
        p->drawText(head, Qt::AlignVCenter | Qt::AlignLeft, label);
        if (index.data(FiguresModel::Overridden).toBool()) {
            // Typed by the user in place of the rule's result: a mark, and the word in the working.
            const int x = head.x() + QFontMetrics(p->font()).horizontalAdvance(label) + 8;
            p->setPen(Qt::NoPen);
            p->setBrush(t.ochre);
            p->drawEllipse(QPointF(x, head.center().y() + 1), 3, 3);
        }
        p->setFont(valueFont);
        p->setPen(t.ink);
        p->drawText(head, Qt::AlignVCenter | Qt::AlignRight,
                    QFontMetrics(valueFont).elidedText(value, Qt::ElideRight, valueWidth + 2));
        if (open)
            paintBody(p, t, r, index);
        p->restore();
    }

    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem&, const QModelIndex& index) const override
    {
        auto* edit = new QLineEdit(parent);
        edit->setObjectName(QStringLiteral("docket.override"));
        edit->setAccessibleName(index.data().toString());
        edit->setPlaceholderText(FiguresModel::tr("empty it for the rule"));
        return edit;
    }
    void setEditorData(QWidget* editor, const QModelIndex& index) const override
    {
        static_cast<QLineEdit*>(editor)->setText(index.data(FiguresModel::Value).toString());
    }
    void setModelData(QWidget* editor, QAbstractItemModel* model, const QModelIndex& index) const override
    {
        const QPersistentModelIndex row(index);
        const QString text = static_cast<QLineEdit*>(editor)->text();
        if (text == index.data(FiguresModel::Value).toString())
            return;
        if (!model->setData(index, text, Qt::EditRole))
            showFieldProblem(editor->parentWidget(), static_cast<FiguresModel*>(model)->refusal());
        else
            hideFieldProblem(editor->parentWidget());
    }
    void updateEditorGeometry(QWidget* editor, const QStyleOptionViewItem& option,
                              const QModelIndex& index) const override
    {
        editor->setGeometry(overrideRect(option.rect, index));
    }

private:
    void paintBody(QPainter* p, const Theme& t, const QRect& row, const QModelIndex& index) const
    {
        const QRect body = bodyRect(row, index);
        p->setPen(Qt::NoPen);
        p->setBrush(t.accentTint);
        p->drawRoundedRect(body, 3, 3);
        const QString working = index.data(FiguresModel::Working).toString();
        const QString source = index.data(FiguresModel::Source).toString();
        QRect text = body.adjusted(inset, 6, -inset, -6);
        p->setFont(uiFont(type::note));
        p->setPen(t.ink);
        if (!working.isEmpty()) {
            QRect used;
            p->drawText(text, Qt::TextWordWrap, working, &used);
            text.setTop(used.bottom() + 1);
        }
        p->setPen(t.dark ? t.accent : t.accent.darker(112));
        p->drawText(text, Qt::TextWordWrap, source);
        if (index.data(FiguresModel::Overridable).toBool()) {
            const QRect field = overrideRect(row, index);
            p->setPen(QPen(t.accent, 1, Qt::DashLine));
            p->setBrush(Qt::NoBrush);
            p->drawRoundedRect(QRectF(field).adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
            p->setPen(t.ink2);
            p->drawText(field.adjusted(7, 0, -7, 0), Qt::AlignVCenter,
                        index.data(FiguresModel::Overridden).toBool()
                            ? FiguresModel::tr("typed: change it, or empty it")
                            : FiguresModel::tr("type another value"));
        }
    }
};

} // namespace

FiguresModel::FiguresModel(Document& document, QObject* parent) : QAbstractListModel(parent), document_(document)
{
    open_.insert(QStringLiteral("panel.1.width"));
    connect(&document_, &Document::changed, this, &FiguresModel::rebuild);
    rebuild();
}

void FiguresModel::rebuild()
{
    std::vector<Row> rows;
    QString group;
    for (const Figure& f : document_.plan().figures) {
        if (f.group != group) {
            group = f.group;
            rows.push_back({group, {}});
        }
        rows.push_back({{}, f});
    }
    // Rows that only change their values keep their place: an editor in them stays open.
    const bool sameShape = rows.size() == rows_.size() &&
                           std::equal(rows.begin(), rows.end(), rows_.begin(), [](const Row& a, const Row& b) {
                               return a.group == b.group && a.figure.key == b.figure.key;
                           });
    if (sameShape) {
        for (std::size_t i = 0; i < rows.size(); ++i) {
            const Figure& a = rows_[i].figure;
            const Figure& b = rows[i].figure;
            const bool same =
                a.value == b.value && a.working == b.working && a.source == b.source && a.overridden == b.overridden;
            rows_[i] = std::move(rows[i]);
            if (!same)
                Q_EMIT dataChanged(index(int(i)), index(int(i)));
        }
    } else {
        beginResetModel();
        rows_ = std::move(rows);
        endResetModel();
    }
}

QModelIndex FiguresModel::groupOf(const QString& key) const
{
    int group = 0;
    for (int row = 0; row < rowCount(); ++row) {
        const Row& r = rows_[std::size_t(row)];
        if (!r.group.isEmpty())
            group = row;
        else if (r.figure.key == key)
            return index(group);
    }
    return {};
}

int FiguresModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(rows_.size()); }

QVariant FiguresModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid())
        return {};
    const Row& row = rows_[std::size_t(index.row())];
    const bool isGroup = !row.group.isEmpty();
    switch (role) {
    case Qt::DisplayRole: return isGroup ? row.group : row.figure.label;
    case Qt::AccessibleTextRole: return isGroup ? row.group : row.figure.label + u' ' + row.figure.value;
    case Qt::ToolTipRole:
        return isGroup || open_.contains(row.figure.key)
                   ? QVariant()
                   : QVariant(tr("%1\nClick for its working").arg(row.figure.label));
    case IsGroup: return isGroup;
    case Value: return row.figure.value;
    case Working: return row.figure.working;
    case Source: return row.figure.source;
    case Overridden: return row.figure.overridden;
    case Overridable: return !row.figure.overrideField.isEmpty();
    case Open: return !isGroup && open_.contains(row.figure.key);
    case Key: return row.figure.key;
    default: return {};
    }
}

Qt::ItemFlags FiguresModel::flags(const QModelIndex& index) const
{
    if (index.data(IsGroup).toBool())
        return Qt::NoItemFlags;
    Qt::ItemFlags f = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    if (index.data(Overridable).toBool())
        f |= Qt::ItemIsEditable;
    return f;
}

bool FiguresModel::setData(const QModelIndex& index, const QVariant& value, int role)
{
    if (role != Qt::EditRole)
        return false;
    const Figure figure = rows_[std::size_t(index.row())].figure;
    Job job = document_.job();
    std::optional<Length> typed;
    if (const QString text = value.toString().trimmed(); !text.isEmpty()) {
        const auto length = parseLength(text, job.unit);
        if (!length) {
            refusal_ = length.error().message;
            return false;
        }
        typed = *length;
    }
    setOverride(job, figure.overrideField, typed, document_.plan().paper.columns());
    const QString what =
        typed ? tr("Set %1").arg(figure.label.toLower()) : tr("Use the worked-out %1").arg(figure.label.toLower());
    const auto done = document_.edit(what, std::move(job));
    if (!done)
        refusal_ = done.error().message;
    return done.has_value();
}

void FiguresModel::toggle(const QModelIndex& index)
{
    const QString key = index.data(Key).toString();
    if (index.data(IsGroup).toBool() || FigureDelegate::explanation(index).isEmpty())
        return;
    if (!open_.remove(key))
        open_.insert(key);
    Q_EMIT layoutChanged();
}

Docket::Docket(Document& document, QWidget* parent) : QWidget(parent), model_(document)
{
    setObjectName(QStringLiteral("docket"));
    setFixedWidth(250);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(12, 26, 12, 12);
    layout->setSpacing(0);

    auto* title = new JobField(
        document, tr("Change the title"), [](const Job& j) { return j.title; },
        [](Job& j, const QString& text) -> Result<void> {
            if (text.trimmed().isEmpty())
                return problem({}, tr("A job needs a title."));
            j.title = text;
            return {};
        });
    title->setObjectName(QStringLiteral("docket.title"));
    title->setProperty("bare", true);
    // A long title is set smaller, so that it is read to its end.
    const auto fit = [title] {
        constexpr int room = 204;
        const int sizes[] = {type::title, type::heading, type::body};
        const auto fits = [title](int size) {
            return QFontMetrics(uiFont(size, QFont::Bold)).horizontalAdvance(title->text()) <= room;
        };
        const auto* size = std::ranges::find_if(sizes, fits);
        title->setStyleSheet(QStringLiteral("font-size: %1px; font-weight: 700; margin-left: 4px;")
                                 .arg(size == std::end(sizes) ? type::body : *size));
        title->setToolTip(plainTip(title->text()));
    };
    connect(title, &QLineEdit::textChanged, this, fit);
    fit();
    auto* customer = new JobField(
        document, tr("Change the customer"), [](const Job& j) { return j.customer; },
        [](Job& j, const QString& text) -> Result<void> {
            j.customer = text;
            return {};
        });
    customer->setObjectName(QStringLiteral("docket.customer"));
    customer->setProperty("bare", true);
    customer->setPlaceholderText(tr("customer"));
    title->setPlaceholderText(tr("title"));
    customer->setStyleSheet(QStringLiteral("font-size: 12px; margin-left: 4px;"));
    layout->addWidget(title);
    layout->addWidget(customer);
    layout->addSpacing(14);

    list_ = new QListView;
    list_->setObjectName(QStringLiteral("docket.figures"));
    list_->setAccessibleName(tr("Figures of the piece"));
    list_->setModel(&model_);
    list_->setItemDelegate(new FigureDelegate(list_));
    list_->setMouseTracking(true);
    list_->setEditTriggers(QAbstractItemView::EditKeyPressed);
    list_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->setResizeMode(QListView::Adjust);
    list_->viewport()->installEventFilter(this);
    list_->installEventFilter(this);
    layout->addWidget(list_, 1);
}

void Docket::setStage(Stage stage)
{
    // The order stays; what the stage is about comes into view.
    // It is scrolled once the list has its rows at their places.
    const bool aboutRun = stage == Stage::Sheet || stage == Stage::Release;
    if (const QModelIndex run = aboutRun ? model_.groupOf(QStringLiteral("quantity")) : QModelIndex(); run.isValid())
        QMetaObject::invokeMethod(
            list_, [this, at = QPersistentModelIndex(run)] { list_->scrollTo(at, QAbstractItemView::PositionAtTop); },
            Qt::QueuedConnection);
    else
        list_->scrollToTop();
}

bool Docket::eventFilter(QObject* watched, QEvent* event)
{
    if (watched == list_->viewport() && event->type() == QEvent::MouseButtonRelease) {
        const QPoint at = static_cast<QMouseEvent*>(event)->pos();
        const QModelIndex index = list_->indexAt(at);
        if (index.isValid()) {
            const QRect row = list_->visualRect(index);
            if (index.data(FiguresModel::Open).toBool() && index.data(FiguresModel::Overridable).toBool() &&
                FigureDelegate::overrideRect(row, index).contains(at))
                list_->edit(index);
            else if (at.y() < row.y() + rowHeight)
                model_.toggle(index);
        }
    }
    if (watched == list_ && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Space || key == Qt::Key_Return) {
            model_.toggle(list_->currentIndex());
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

void Docket::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    paintSlip(p, rect(), Theme::of(this));
    const Theme& t = Theme::of(this);
    // The hole it hangs by, and the line under its head.
    p.setPen(Qt::NoPen);
    p.setBrush(t.desk);
    p.drawEllipse(QPointF(width() / 2.0, 14), 5, 5);
    p.setPen(QPen(t.line, 1, Qt::DotLine));
    const int y = list_->y() - 7;
    p.drawLine(16, y, width() - 16, y);
}

} // namespace hinge
