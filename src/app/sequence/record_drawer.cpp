// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/record_drawer.h"

#include "app/document/linked_files.h"
#include "app/document/record_view.h"
#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "app/look/theme.h"
#include "core/edit/record_edits.h"
#include "core/file/links.h"

#include <QCheckBox>
#include <QFileInfo>
#include <QListView>
#include <QPainter>
#include <QPushButton>
#include <QStyledItemDelegate>

namespace hinge
{
namespace
{

/// The name of a field, and below it what it says.
class FieldLine : public QStyledItemDelegate
{
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex&) const override
    {
        return {option.rect.width(), 40};
    }
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        const QRectF box = QRectF(option.rect).adjusted(1, 1, -1, -1);
        if (option.state.testFlag(QStyle::State_Selected) || option.state.testFlag(QStyle::State_MouseOver)) {
            p->setPen(Qt::NoPen);
            p->setBrush(option.state.testFlag(QStyle::State_Selected) ? t.accentTint : t.fold);
            p->drawRoundedRect(box, 4, 4);
        }
        const auto* model = static_cast<const FieldsModel*>(index.model());
        // A dot: it stands somewhere on the piece.
        if (model->isUsed(index.row())) {
            p->setPen(Qt::NoPen);
            p->setBrush(t.accent);
            p->drawEllipse(QPointF(box.right() - 8, box.top() + 11), 3, 3);
        }
        const QRectF text = box.adjusted(8, 3, -16, -3);
        p->setPen(t.ink);
        p->setFont(uiFont(type::label, QFont::DemiBold));
        p->drawText(text, Qt::AlignTop | Qt::AlignLeft,
                    p->fontMetrics().elidedText(model->field(index.row()), Qt::ElideRight, int(text.width())));
        p->setPen(t.ink2);
        p->setFont(uiFont(type::note));
        p->drawText(text, Qt::AlignBottom | Qt::AlignLeft,
                    p->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, int(text.width())));
        p->restore();
    }
};

} // namespace

FieldsModel::FieldsModel(Document& document, QObject* parent) : QAbstractListModel(parent), document_(document) {}

int FieldsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(record_.fields.size()); }

QVariant FieldsModel::data(const QModelIndex& index, int role) const
{
    const QString value = record_.values.value(index.row()).simplified();
    switch (role) {
    case Qt::DisplayRole: return value.isEmpty() ? tr("nothing") : value;
    case Qt::AccessibleTextRole: return tr("%1: %2").arg(field(index.row()), value);
    case Qt::ToolTipRole: return plainTip(tr("%1\nDouble-click or Enter puts it on the piece").arg(value));
    default: return {};
    }
}

bool FieldsModel::isUsed(int row) const { return used_.contains(field(row), Qt::CaseInsensitive); }

void FieldsModel::refresh()
{
    const Record now = document_.records().record(document_.records().place());
    const QStringList used = fieldsOf(document_.job());
    if (now.fields != record_.fields) {
        beginResetModel();
        record_ = now;
        used_ = used;
        endResetModel();
        return;
    }
    record_ = now;
    used_ = used;
    if (rowCount() > 0)
        Q_EMIT dataChanged(index(0), index(rowCount() - 1));
}

RecordDrawer::RecordDrawer(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), fields_(document)
{
    setObjectName(QStringLiteral("recordDrawer"));
    const SlipHead head = makeSlip(*this, QStringLiteral("records"));
    title_ = head.title;
    about_ = head.about;
    QVBoxLayout* column = head.column;
    series_ = makeSeries();
    column->addWidget(series_);
    file_ = makeFile();
    column->addWidget(file_);
    addPieces(column);
    addFields(column);
    column->addStretch(1);
    connect(&document_, &Document::changed, this, [this] {
        stale_ = true;
        if (isVisible())
            refresh();
    });
}

void RecordDrawer::showEvent(QShowEvent*)
{
    if (stale_)
        refresh();
}

QWidget* RecordDrawer::makeSeries()
{
    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    const auto text = [this](const QString& what, QString Series::*part) {
        return new JobField(
            document_, what, [part](const Job& j) { return j.records.series.*part; },
            [part](Job& j, const QString& typed) -> Result<void> {
                j.records.series.*part = typed;
                return {};
            });
    };
    addCells(column, {{tr("before it"), text(tr("Change what stands before the number"), &Series::prefix),
                       "records.prefix", tr("What stands before every number, as A-")},
                      {tr("behind it"), text(tr("Change what stands behind the number"), &Series::suffix),
                       "records.suffix", tr("What stands behind every number")}});
    auto* first = new JobField(
        document_, tr("Change the first number"), [](const Job& j) { return numberAt(j.records.series, 0); },
        setFirstNumber);
    auto* step = new JobField(
        document_, tr("Change the step"), [](const Job& j) { return QString::number(j.records.series.step); },
        [](Job& j, const QString& typed) -> Result<void> {
            bool ok = false;
            const qint64 by = typed.trimmed().toLongLong(&ok);
            if (!ok)
                return problem(QStringLiteral("records.step"), tr("Type a whole number: 1, 2, -1."));
            j.records.series.step = by;
            return {};
        });
    addCells(column, {{tr("first"), first, "records.first",
                       tr("The first number as it is printed, with its zeros and letters: 0001, A-0017")},
                      {tr("step"), step, "records.step", tr("From one number to the next; -1 counts down")}});
    auto* digits =
        JobField::forNumber(document_, tr("Change the digits"), [](Job& j) -> int& { return j.records.series.digits; });
    auto* count = JobField::forCount(
        document_, tr("Change how many numbers"), [](const Job& j) { return j.records.count; },
        [](Job& j, int n) -> Result<void> {
            setRecordCount(j, n);
            return {};
        });
    addCells(column, {{tr("digits"), digits, "records.digits",
                       tr("At least so many, with zeros before; 0 for as many as the number has")},
                      {tr("how many"), count, "records.count", tr("Numbers in the series")}});
    run_ = note({});
    run_->setObjectName(QStringLiteral("records.run"));
    column->addWidget(run_);
    return box;
}

QWidget* RecordDrawer::makeFile()
{
    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    auto* row = new QHBoxLayout;
    name_ = plainLabel();
    name_->setObjectName(QStringLiteral("records.file"));
    name_->setFont(uiFont(type::body, QFont::DemiBold));
    name_->setMinimumWidth(20);
    row->addWidget(name_, 1);
    auto* other = new QPushButton(tr("other…"));
    other->setProperty("link", true);
    other->setObjectName(QStringLiteral("records.other"));
    other->setToolTip(tr("Take the records from another CSV file"));
    connect(other, &QPushButton::clicked, this, &RecordDrawer::dataRequested);
    row->addWidget(other);
    column->addLayout(row);
    readAs_ = note({});
    readAs_->setObjectName(QStringLiteral("records.readAs"));
    column->addWidget(readAs_);
    auto* more = new QPushButton(tr("read it another way"));
    more->setProperty("link", true);
    more->setCheckable(true);
    more->setObjectName(QStringLiteral("records.readOtherwise"));
    more->setToolTip(tr("For a file that is not recognised as it should be"));
    auto* moreRow = new QHBoxLayout;
    moreRow->addStretch(1);
    moreRow->addWidget(more);
    column->addLayout(moreRow);
    choices_ = new QWidget;
    choices_->hide();
    connect(more, &QPushButton::toggled, choices_, &QWidget::setVisible);
    auto* below = new QVBoxLayout(choices_);
    below->setContentsMargins(0, 0, 0, 0);
    below->setSpacing(6);
    std::vector<JobChoice::Option> encodings{{tr("as recognised"),
                                              [](const Job& j) { return j.records.reading.encoding.isEmpty(); },
                                              [](Job& j) { j.records.reading.encoding.clear(); }}};
    for (const QString& encoding : csvEncodings())
        encodings.push_back({encoding, [encoding](const Job& j) { return j.records.reading.encoding == encoding; },
                             [encoding](Job& j) { j.records.reading.encoding = encoding; }});
    std::vector<JobChoice::Option> separators{{tr("as recognised"),
                                               [](const Job& j) { return j.records.reading.separator == 0; },
                                               [](Job& j) { j.records.reading.separator = 0; }}};
    for (const char c : {',', ';', '\t', '|'})
        separators.push_back({separatorName(c), [c](const Job& j) { return j.records.reading.separator == c; },
                              [c](Job& j) { j.records.reading.separator = c; }});
    addCells(below,
             {{tr("letters"), new JobChoice(document_, tr("Change the encoding"), std::move(encodings)),
               "records.encoding", tr("The encoding of the file; wrong letters tell that it is another one")},
              {tr("fields parted by"), new JobChoice(document_, tr("Change the separator"), std::move(separators)),
               "records.separator", tr("What stands between two fields of a row")}});
    auto* names = new QCheckBox(tr("first row has the names"));
    names->setObjectName(QStringLiteral("records.names"));
    connect(names, &QCheckBox::clicked, this, [this](bool on) {
        Job job = document_.job();
        job.records.reading.namesInFirstRow = on;
        (void)document_.edit(tr("Change how the data is read"), std::move(job));
    });
    connect(&document_, &Document::changed, names,
            [this, names] { names->setChecked(document_.job().records.reading.namesInFirstRow); });
    below->addWidget(names);
    column->addWidget(choices_);
    return box;
}

void RecordDrawer::addPieces(QVBoxLayout* column)
{
    auto* quantity = JobField::forCount(
        document_, tr("Change the number of copies"), [](const Job& j) { return j.quantity; },
        [](Job& j, int n) -> Result<void> {
            setQuantity(j, n);
            return {};
        });
    addCells(column, {{tr("pieces to print"), quantity, "records.quantity",
                       tr("As many as there are records, or a multiple: each is then printed so often")}});
    each_ = note({});
    each_->setObjectName(QStringLiteral("records.each"));
    column->addWidget(each_);
}

void RecordDrawer::addFields(QVBoxLayout* column)
{
    column->addSpacing(4);
    column->addWidget(section(tr("Fields")));
    list_ = new QListView;
    list_->setObjectName(QStringLiteral("records.fields"));
    list_->setAccessibleName(tr("Fields of the data, as they are in the record at hand"));
    list_->setModel(&fields_);
    list_->setItemDelegate(new FieldLine(list_));
    list_->setFrameShape(QFrame::NoFrame);
    list_->setMouseTracking(true);
    list_->setUniformItemSizes(true);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->viewport()->setAutoFillBackground(false);
    list_->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    column->addWidget(list_);
    auto* how =
        note(tr("Type {name of the field} in any text, code or picture name; a dot marks what is on the piece."));
    how->setObjectName(QStringLiteral("records.how"));
    column->addWidget(how);
    putOn_ = new QPushButton(tr("Put it on the piece"));
    putOn_->setObjectName(QStringLiteral("records.putOn"));
    putOn_->setToolTip(tr("A text that names the field, on the panel at work"));
    column->addWidget(putOn_);
    const auto putOn = [this] {
        const int row = list_->currentIndex().isValid() ? list_->currentIndex().row() : 0;
        if (const QString field = fields_.field(row); !field.isEmpty())
            Q_EMIT fieldRequested(field);
    };
    connect(putOn_, &QPushButton::clicked, this, putOn);
    connect(list_, &QListView::activated, this, putOn);
}

void RecordDrawer::refreshFile()
{
    const Job& job = document_.job();
    name_->setText(
        name_->fontMetrics().elidedText(QFileInfo(shownPath(job.records.file.path)).fileName(), Qt::ElideMiddle, 140));
    name_->setToolTip(plainTip(shownPath(job.records.file.path)));
    const auto& table = document_.records().table();
    const FileFacts facts = document_.files().facts().value(job.records.file.path);
    readAs_->setText(table ? tr("%1 rows of %2 fields, %3, parted by a %4")
                                 .arg(groupedNumber(table->count()))
                                 .arg(table->fields().size())
                                 .arg(table->reading().encoding, separatorName(table->reading().separator))
                     : facts.error.isEmpty() ? tr("It is being read…")
                                             : facts.error);
}

void RecordDrawer::refresh()
{
    stale_ = false;
    const Job& job = document_.job();
    const RecordView& records = document_.records();
    const bool series = job.records.source == RecordSource::Series;
    title_->setText(series ? tr("Numbers") : tr("Data"));
    about_->setText(series ? tr("Each copy has the next number.") : tr("Each copy has a row of the file."));
    series_->setVisible(series);
    file_->setVisible(!series);
    if (series) {
        QStringList shown;
        for (int i = 0; i < std::min(3, job.records.count); ++i)
            shown << numberAt(job.records.series, i);
        run_->setText(job.records.count > 3
                          ? tr("%1 … %2").arg(shown.join(tr(", ")), numberAt(job.records.series, job.records.count - 1))
                          : shown.join(tr(", ")));
    } else {
        refreshFile();
    }
    const int count = records.count();
    const auto times = timesEach(job, records.table().get());
    each_->setVisible(count > 0 && times != 1);
    each_->setText(times ? tr("each record %1 times").arg(*times)
                         : tr("not a multiple of %1 records").arg(groupedNumber(count)));
    fields_.refresh();
    putOn_->setEnabled(fields_.rowCount() > 0);
    list_->setFixedHeight(std::clamp(fields_.rowCount(), 1, 6) * 40 + 2);
}

} // namespace hinge
