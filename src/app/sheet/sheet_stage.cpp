// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheet/sheet_stage.h"

#include "app/document/linked_files.h"
#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "app/look/plain_text.h"
#include "app/look/scrolled.h"
#include "app/look/slip.h"
#include "app/look/view_pills.h"
#include "core/units/page_sizes.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QListView>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace hinge
{
namespace
{

QString shortName(Size sheet, Unit unit)
{
    const QString name = nameOfSize(sheet).remove(QStringLiteral(" landscape"));
    return name.isEmpty() ? formatSize(sheet, unit) : name;
}

class ArrangementDelegate : public QStyledItemDelegate
{
public:
    ArrangementDelegate(ArrangementsModel& model, Document& document, QObject* parent)
        : QStyledItemDelegate(parent), model_(model), document_(document)
    {
    }

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex&) const override
    {
        return {option.rect.width(), 78};
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
        paintLayoutDiagram(*p, QRectF(card.x() + 10, card.y() + 10, 62, card.height() - 20), layout,
                           QColor(0xFF, 0xFE, 0xFA), QColor(0x8F, 0xB7, 0xC4), t.ink2);
        const QRectF text = card.adjusted(84, 8, -12, -8);
        p->setFont(uiFont(type::body, QFont::Bold));
        p->setPen(t.ink);
        p->drawText(text, Qt::AlignTop | Qt::AlignLeft, shortName(layout.sheet, document_.job().unit));
        p->drawText(text, Qt::AlignTop | Qt::AlignRight,
                    layout.up() > 0 ? QObject::tr("%1 up").arg(layout.up()) : QObject::tr("none"));
        p->setFont(uiFont(type::label));
        p->setPen(t.ink2);
        if (layout.up() > 0) {
            const double paper = layout.paperOfRun();
            const QString area = QObject::tr("%1 m²").arg(QLocale().toString(paper, 'f', paper < 10 ? 1 : 0));
            p->drawText(text.adjusted(0, 20, 0, 0), Qt::AlignTop | Qt::AlignLeft,
                        QObject::tr("%1 sheets").arg(QLocale().toString(layout.sheets + layout.overs)));
            p->drawText(text.adjusted(0, 38, 0, 0), Qt::AlignTop | Qt::AlignLeft,
                        layout.cuts == 1 ? QObject::tr("%1, 1 cut").arg(area)
                                         : QObject::tr("%1, %2 cuts").arg(area).arg(layout.cuts));
        } else {
            p->drawText(text.adjusted(0, 20, 0, 0), Qt::AlignTop | Qt::AlignLeft, QObject::tr("does not fit"));
        }
        p->restore();
    }

private:
    ArrangementsModel& model_;
    Document& document_;
};

} // namespace

// --- the two sides -------------------------------------------------------------------------------

SheetCanvas::SheetCanvas(Document& document, FacePainter& painter, QWidget* parent)
    : PaperCanvas(parent), document_(document), painter_(painter)
{
    setObjectName(QStringLiteral("sheetCanvas"));
    setAccessibleName(tr("Press sheet, front and back"));
    const auto stale = [this] {
        layOutPort();
        stale_ = true;
        update();
    };
    connect(&document_, &Document::changed, this, stale);
    connect(&document_.files(), &LinkedFiles::picturesChanged, this, [this, stale] {
        faces_.forget();
        stale();
    });
    connect(&document_, &Document::replaced, this, [this] { port_.fit(); });
}

void SheetCanvas::setView(PaperView view)
{
    view_ = view;
    stale_ = true;
    update();
}

std::array<QPointF, 2> SheetCanvas::corners() const
{
    const Size sheet = document_.plan().sheet.sheet;
    const double w = sheet.w.toMm();
    const double h = sheet.h.toMm();
    // Beside each other or one above the other, whichever shows them larger.
    const double gap = 0.07 * std::max(w, h);
    const QSizeF room(std::max(1, width() - 60), std::max(1, height() - 96));
    const double beside = std::min(room.width() / (2 * w + gap), room.height() / h);
    const double above = std::min(room.width() / w, room.height() / (2 * h + gap * 1.4));
    return beside >= above ? std::array{QPointF(0, 0), QPointF(w + gap, 0)}
                           : std::array{QPointF(0, 0), QPointF(0, h + gap * 1.4)};
}

void SheetCanvas::layOutPort()
{
    const Size sheet = document_.plan().sheet.sheet;
    const QPointF second = corners()[1];
    port_.setGeometry(QRectF(0, 0, second.x() + sheet.w.toMm(), second.y() + sheet.h.toMm()),
                      QRectF(rect()).adjusted(26, 44, -26, -24));
}

void SheetCanvas::paintEvent(QPaintEvent*)
{
    if (stale_) {
        const Theme& t = Theme::of(this);
        const Job& job = document_.onSheets();
        const double ratio = devicePixelRatioF();
        picture_ = QImage(size() * ratio, QImage::Format_ARGB32_Premultiplied);
        picture_.setDevicePixelRatio(ratio);
        picture_.fill(Qt::transparent);
        QPainter p(&picture_);
        p.setRenderHint(QPainter::Antialiasing);
        const Size sheet = document_.plan().sheet.sheet;
        const auto at = corners();
        const bool longEdge = job.press.flip == FlipEdge::Long;
        for (const Face face : bothFaces) {
            const QPointF corner = at[std::size_t(face)];
            const QRectF side = port_.toPixels(QRectF(corner, QSizeF(sheet.w.toMm(), sheet.h.toMm())));
            paintPaperShadow(p, side, 5, 0.6, 9);
            p.setPen(t.ink);
            p.setFont(uiFont(type::body, QFont::DemiBold));
            // Of a leaf the faces are called front and back themselves.
            const bool named = rulesOf(job.kind).form != FlatForm::CutLeaf;
            const QString turned = longEdge ? tr("turned about the long edge") : tr("turned about the short edge");
            const QString what = faceName(face, job.kind);
            const QString label = face == Face::Outside ? (named ? tr("front: %1").arg(what) : tr("front"))
                                  : named               ? tr("back: %1, %2").arg(what, turned)
                                                        : tr("back, %1").arg(turned);
            const bool fits = p.fontMetrics().horizontalAdvance(label) <= side.width();
            p.drawText(QRectF(side.left(), side.top() - 26, side.width(), 20), Qt::AlignCenter,
                       fits ? label : label.section(u',', 0, 0));
            p.save();
            p.translate(port_.toPixels(corner));
            p.scale(port_.scale(), port_.scale());
            paintSheetSide(p, painter_, faces_, job, document_.plan(), face, view_, ZoneColours(), 1 / port_.scale());
            p.restore();
            if (view_ == PaperView::Working) {
                p.setFont(uiFont(type::note));
                p.setPen(QColor(0x40, 0x48, 0x50));
                // It lies where the printable area of the side begins.
                const SheetLayout& layout = document_.plan().sheet;
                const Rect& area = face == Face::Outside ? layout.frontArea : layout.backArea;
                const double strip = std::max(14.0, area.y.toMm() * port_.scale());
                p.drawText(QRectF(side.left(), side.top(), side.width(), strip), Qt::AlignCenter, tr("gripper"));
            }
        }
        stale_ = false;
    }
    QPainter p(this);
    p.drawImage(0, 0, picture_);
    paintFocus(p);
}

void SheetCanvas::mousePressEvent(QMouseEvent* event) { dragStart_ = event->position(); }

void SheetCanvas::mouseMoveEvent(QMouseEvent* event)
{
    panBy(event->position() - dragStart_);
    dragStart_ = event->position();
}

void SheetCanvas::keyPressEvent(QKeyEvent* event)
{
    QPointF by;
    switch (event->key()) {
    case Qt::Key_Left: by = {40, 0}; break;
    case Qt::Key_Right: by = {-40, 0}; break;
    case Qt::Key_Up: by = {0, 40}; break;
    case Qt::Key_Down: by = {0, -40}; break;
    default: return QWidget::keyPressEvent(event);
    }
    panBy(by);
}

// --- arrangements --------------------------------------------------------------------------------

ArrangementsModel::ArrangementsModel(Document& document, QObject* parent)
    : QAbstractListModel(parent), document_(document)
{
    connect(&document_, &Document::changed, this, [this] {
        beginResetModel();
        endResetModel();
    });
}

int ArrangementsModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : int(document_.plan().arrangements.size());
}

const SheetLayout& ArrangementsModel::layout(const QModelIndex& index) const
{
    return document_.plan().arrangements[std::size_t(index.row())];
}

bool ArrangementsModel::isChosen(const QModelIndex& index) const
{
    return layout(index).sheet == document_.job().press.sheet;
}

QVariant ArrangementsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const SheetLayout& l = layout(index);
    if (role == Qt::DisplayRole || role == Qt::AccessibleTextRole)
        return tr("%1, %2 up, %3 sheets for the run, %4 m², %5 cuts")
            .arg(shortName(l.sheet, document_.job().unit))
            .arg(l.up())
            .arg(l.sheets + l.overs)
            .arg(l.paperOfRun(), 0, 'f', 1)
            .arg(l.cuts);
    if (role == Qt::ToolTipRole)
        return formatSize(l.sheet, document_.job().unit);
    return {};
}

// --- the stage -----------------------------------------------------------------------------------

SheetStage::SheetStage(Document& document, FacePainter& painter, QWidget* parent)
    : QWidget(parent), document_(document), model_(document)
{
    setObjectName(QStringLiteral("sheetStage"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    auto* middle = new QVBoxLayout;
    middle->setSpacing(0);
    canvas_ = new SheetCanvas(document, painter);
    setFocusProxy(canvas_);
    auto* bar = new QHBoxLayout;
    bar->setContentsMargins(12, 8, 12, 0);
    bar->setSpacing(6);
    addPills(bar, paperViewPills(QStringLiteral("sheet.view.")), int(PaperView::Printed),
             [this](int i) { canvas_->setView(PaperView(i)); });
    bar->addStretch(1);
    middle->addLayout(bar);
    middle->addWidget(canvas_, 1);
    row->addLayout(middle, 1);
    row->addWidget(makeDrawer());
}

QWidget* SheetStage::makeDrawer()
{
    auto* slip = new Slip;
    slip->setFixedWidth(246);
    slip->setObjectName(QStringLiteral("sheetDrawer"));
    QVBoxLayout* column = scrolledColumn(slip, {18, 16, 18, 16});
    column->setSpacing(6);
    auto* title = plainLabel(tr("Arrangements"));
    title->setProperty("role", QStringLiteral("title"));
    column->addWidget(title);

    auto* list = new QListView;
    list->setObjectName(QStringLiteral("sheet.arrangements"));
    list->setAccessibleName(tr("Arrangements, least paper first"));
    list->setModel(&model_);
    list->setItemDelegate(new ArrangementDelegate(model_, document_, list));
    list->setMouseTracking(true);
    list->setMinimumHeight(190); // two of them and a part of the third, which tells that there are more
    list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    const auto pick = [this](const QModelIndex& index) {
        Job job = document_.job();
        job.press.sheet = model_.layout(index).sheet;
        job.press.columns = 0; // as they are shown: as many as fit
        job.press.rows = 0;
        (void)document_.edit(tr("Print on %1").arg(shortName(job.press.sheet, job.unit)), std::move(job));
    };
    connect(list, &QListView::clicked, this, pick);
    connect(list, &QListView::activated, this, pick);
    const auto showChosen = [this, list] {
        for (int i = 0; i < model_.rowCount(); ++i)
            if (model_.isChosen(model_.index(i)))
                list->scrollTo(model_.index(i));
    };
    connect(&model_, &QAbstractItemModel::modelReset, list, showChosen, Qt::QueuedConnection);
    column->addWidget(list, 1);

    auto* press = plainLabel(tr("Press").toUpper());
    press->setProperty("role", QStringLiteral("section"));
    column->addWidget(press);
    std::vector<JobChoice::Option> devices;
    for (const auto& [text, device] : {std::pair(tr("press"), Device::ProductionPress),
                                       {tr("shop machine"), Device::ShopMachine},
                                       {tr("office printer"), Device::OfficePrinter}})
        devices.push_back({text, [device = device](const Job& j) { return j.press.device == device; },
                           [device = device](Job& j) { j.press.device = device; }});
    auto* flip = new JobChoice(document_, tr("Change the flip edge"),
                               {{tr("short edge"), [](const Job& j) { return j.press.flip == FlipEdge::Short; },
                                 [](Job& j) { j.press.flip = FlipEdge::Short; }},
                                {tr("long edge"), [](const Job& j) { return j.press.flip == FlipEdge::Long; },
                                 [](Job& j) { j.press.flip = FlipEdge::Long; }}});
    addCells(
        column,
        {{tr("printed on"), new JobChoice(document_, tr("Change what prints it"), std::move(devices)), "sheet.device",
          tr("Says how far print and knife may miss: bleed and safe zone are judged by it")},
         {tr("turned about"), flip, "sheet.flip", tr("The edge about which the sheet is turned for its second side")}});
    const auto measure = [this](const QString& what, const std::function<Length&(Job&)>& part) {
        return JobField::forLength(document_, what, part);
    };
    const QString fed = tr("As fed: the gripper holds the head edge");
    addCells(
        column,
        {{tr("sheet wide"), measure(tr("Change the press sheet"), [](Job& j) -> Length& { return j.press.sheet.w; }),
          "sheet.width", fed},
         {tr("sheet high"), measure(tr("Change the press sheet"), [](Job& j) -> Length& { return j.press.sheet.h; }),
          "sheet.height", fed}});
    addCells(column,
             {{tr("gripper"), measure(tr("Change the gripper"), [](Job& j) -> Length& { return j.press.gripper; }),
               "sheet.gripper", tr("The edge held by the press; nothing prints there")},
              {tr("margin"), measure(tr("Change the margin"), [](Job& j) -> Length& { return j.press.margin; }),
               "sheet.margin", tr("Unprinted along the three other edges")}});
    auto* gap = new JobField(
        document_, tr("Change the gap"),
        [](const Job& j) { return j.press.gap ? formatLength(*j.press.gap, j.unit) : QString(); },
        [](Job& j, const QString& text) -> Result<void> {
            if (text.trimmed().isEmpty()) {
                j.press.gap.reset();
                return {};
            }
            const auto length = parseLength(text, j.unit);
            if (!length)
                return tl::unexpected(length.error());
            j.press.gap = *length;
            return {};
        });
    gap->setPlaceholderText(tr("bleeds"));
    const auto count = [this](const QString& what, int Press::*part) {
        auto* edit = new JobField(
            document_, what,
            [part](const Job& j) { return j.press.*part > 0 ? QString::number(j.press.*part) : QString(); },
            [part](Job& j, const QString& text) -> Result<void> {
                bool ok = true;
                const int n = text.trimmed().isEmpty() ? 0 : text.trimmed().toInt(&ok);
                if (!ok)
                    return problem({}, tr("Type a whole number, or nothing for as many as fit."));
                j.press.*part = n;
                return {};
            });
        edit->setPlaceholderText(tr("auto"));
        return edit;
    };
    addCells(
        column,
        {{tr("side by side"), count(tr("Change the pieces side by side"), &Press::columns), "sheet.columns",
          tr("Pieces side by side; empty for as many as fit")},
         {tr("rows"), count(tr("Change the rows"), &Press::rows), "sheet.rows", tr("Rows; empty for as many as fit")},
         {tr("gap"), gap, "sheet.gap", tr("Between the trims of neighbours; 0 for one cut, empty for their bleeds")}});
    return slip;
}

} // namespace hinge
