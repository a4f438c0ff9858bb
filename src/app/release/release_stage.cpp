// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/release/release_stage.h"

#include "app/document/linked_files.h"
#include "app/fields/findings_bar.h"
#include "app/look/actions.h"
#include "app/look/plain_text.h"
#include "app/look/scrolled.h"
#include "app/look/slip.h"
#include "colour/press_profile.h"
#include "core/edit/remedies.h"
#include "core/piece/extent.h"
#include "core/press/sheet_marks.h"
#include "paint/sheet_painter.h"

#include <QDesktopServices>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QListView>
#include <QLocale>
#include <QMouseEvent>
#include <QProgressBar>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QUrl>
#include <QVBoxLayout>
#include <memory>

namespace hinge
{
namespace
{

/// One checked point: a tick or a sign, its name, and what was measured.
class CheckDelegate : public QStyledItemDelegate
{
public:
    explicit CheckDelegate(QListView* list) : QStyledItemDelegate(list), list_(list) {}

    /// In a narrow list what was found stands below what was checked.
    [[nodiscard]] bool inTwoLines() const { return list_->viewport()->width() < 420; }
    [[nodiscard]] int rowHeight() const { return inTwoLines() ? 42 : 30; }
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {0, rowHeight()}; }
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        const QRectF r(option.rect);
        const QVariant trouble = index.data(CheckListModel::Trouble);
        if (trouble.isValid()) {
            p->drawPixmap(QPointF(r.x() + 2, r.center().y() - 8),
                          severitySign(Severity(trouble.toInt()), option.widget, 16));
        } else {
            p->setPen(QPen(t.accent, 2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
            const QPointF c(r.x() + 10, r.center().y());
            p->drawPolyline(QPolygonF({c + QPointF(-5, 0), c + QPointF(-1, 4), c + QPointF(6, -5)}));
        }
        p->setFont(uiFont(type::body, QFont::DemiBold));
        p->setPen(t.ink);
        const bool two = inTwoLines();
        p->drawText(r.adjusted(30, two ? 4 : 0, 0, two ? -r.height() / 2 : 0), Qt::AlignVCenter,
                    index.data().toString());
        p->setFont(uiFont(type::label));
        p->setPen(t.ink2);
        const QRectF detail = two ? r.adjusted(30, r.height() / 2 - 1, -4, -4) : r.adjusted(200, 0, -4, 0);
        p->drawText(detail, Qt::AlignVCenter,
                    QFontMetrics(p->font()).elidedText(index.data(CheckListModel::Detail).toString(), Qt::ElideRight,
                                                       int(detail.width())));
        p->restore();
    }

private:
    QListView* list_;
};

/// A small picture of the file that will be written: the outside of the flat, or the front of the sheet.
class FilePreview : public QWidget
{
public:
    FilePreview(Document& document, FacePainter& painter, ExportKind kind)
        : document_(document), painter_(painter), kind_(kind)
    {
        connect(&document_, &Document::changed, this, qOverload<>(&QWidget::update));
        connect(&document_.files(), &LinkedFiles::picturesChanged, this, [this] {
            faces_.forget();
            update();
        });
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        const Job& job = kind_ == ExportKind::Sheets ? document_.onSheets() : document_.shown();
        const Plan& plan = document_.plan();
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        const QRectF area = toMm(flatPage(plan.paper, Face::Outside));
        const SurfaceId first = job.sequence.isEmpty() ? SurfaceId::ofPage(0) : job.sequence.first().surface();
        const QSizeF page = kind_ == ExportKind::Flat    ? area.size()
                            : kind_ == ExportKind::Pages ? toMm(trimOf(plan.paperOf(first))).size()
                            : kind_ == ExportKind::Copies
                                ? toMm(trimOf(plan.paper)).size()
                                : QSizeF(plan.sheet().sheet.w.toMm(), plan.sheet().sheet.h.toMm());
        const double scale = std::min((width() - 6) / page.width(), (height() - 6) / page.height());
        const QRectF shown(QPointF(1, (height() - page.height() * scale) / 2), page * scale);
        paintPaperShadow(p, shown, 3, 0.5, 14);
        p.fillRect(shown, ZoneColours().paper);
        p.translate(shown.topLeft());
        p.scale(scale, scale);
        if (kind_ == ExportKind::Flat) {
            p.translate(-area.topLeft());
            p.setRenderHint(QPainter::SmoothPixmapTransform);
            faces_.paint(p, painter_, job, plan, Face::Outside, false, 1 / scale / devicePixelRatioF());
            tintPaper(p, area, job.stock);
            paintMarks(p, flatMarks(plan.paper, Face::Outside), SheetMarks().weight, 1 / scale);
        } else if (kind_ == ExportKind::Copies) {
            p.setRenderHint(QPainter::SmoothPixmapTransform);
            faces_.paint(p, painter_, job, plan, Face::Outside, true, 1 / scale / devicePixelRatioF());
            tintPaper(p, toMm(trimOf(plan.paper)), job.stock);
        } else if (kind_ == ExportKind::Pages) {
            p.setRenderHint(QPainter::SmoothPixmapTransform);
            faces_.paint(p, painter_, job, plan, first, true, 1 / scale / devicePixelRatioF());
            tintPaper(p, toMm(trimOf(plan.paperOf(first))), textStockOf(job));
        } else {
            if (!plan.press.front().forms.empty())
                paintSheetSide(p, painter_, faces_, job, plan, plan.press.front().forms.front(), Face::Outside, {},
                               ZoneColours(), 1 / scale);
        }
    }

private:
    Document& document_;
    FacePainter& painter_;
    ExportKind kind_;
    FaceImageCache faces_;
};

} // namespace

CheckListModel::CheckListModel(Document& document, QObject* parent) : QAbstractListModel(parent), document_(document) {}

void CheckListModel::refresh()
{
    auto now = checkList(document_.job(), document_.plan(), document_.findings());
    if (now == points_)
        return;
    beginResetModel();
    points_ = std::move(now);
    endResetModel();
}

int CheckListModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(points_.size()); }

QVariant CheckListModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid())
        return {};
    const CheckedPoint& point = points_[std::size_t(index.row())];
    switch (role) {
    case Qt::DisplayRole: return point.name;
    case Qt::AccessibleTextRole: return point.name + QStringLiteral(": ") + point.detail;
    case Qt::ToolTipRole:
    case Detail: return point.detail;
    case Trouble: return point.trouble ? QVariant(int(*point.trouble)) : QVariant();
    default: return {};
    }
}

ReleaseStage::ReleaseStage(Document& document, Exporter& exporter, FacePainter& painter, Actions& actions,
                           QWidget* parent)
    : QWidget(parent), document_(document), exporter_(exporter), checks_(document)
{
    setObjectName(QStringLiteral("releaseStage"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    row->addWidget(makeFindings(), 5);
    row->addWidget(makeFiles(painter, actions), 5);
    connect(&document_, &Document::changed, this, [this] {
        stale_ = !isVisible();
        if (!stale_)
            refresh();
    });
    connect(&exporter_, &Exporter::started, this, [this](const QString& target) {
        state_->setText(tr("Writing %1 …").arg(QFileInfo(target).fileName()));
        progress_->setValue(0);
        progress_->show();
        stop_->show();
        showFile_->hide();
    });
    connect(&exporter_, &Exporter::progressed, progress_, &QProgressBar::setValue);
    connect(&exporter_, &Exporter::finished, this,
            [this](const QString& target, const QString& trouble, const QStringList& obstacles) {
                progress_->hide();
                stop_->hide();
                lastFile_ = target;
                showFile_->setVisible(trouble.isEmpty());
                const QFileInfo file(target);
                const QString standard = obstacles.isEmpty()
                                             ? tr("PDF/X-4")
                                             : tr("not PDF/X-4, because %1").arg(obstacles.join(QStringLiteral("; ")));
                state_->setText(trouble.isEmpty()
                                    ? tr("Written: %1, 2 pages, %2, %3")
                                          .arg(file.fileName(), QLocale().formattedDataSize(file.size()), standard)
                                    : trouble);
                failed_ = !trouble.isEmpty();
                colourState();
            });
    // What was written belonged to the job that is gone.
    connect(&document_, &Document::replaced, this, [this] {
        state_->clear();
        showFile_->hide();
    });
    refresh();
}

QWidget* ReleaseStage::makeFindings()
{
    auto* slip = new Slip;
    auto* column = new QVBoxLayout(slip);
    column->setContentsMargins(24, 20, 24, 24);
    column->setSpacing(8);
    auto* title = plainLabel(tr("To settle"));
    title->setFont(uiFont(type::title, QFont::Bold));
    title->setStyleSheet(QStringLiteral("font-size: 17px; font-weight: 700;"));
    column->addWidget(title);
    verdict_ = plainLabel();
    verdict_->setObjectName(QStringLiteral("release.verdict"));
    verdict_->setWordWrap(true);
    column->addWidget(verdict_);
    list_ = new FindingsList(document_);
    list_->setObjectName(QStringLiteral("release.findings"));
    connect(list_, &FindingsList::showRequested, this, &ReleaseStage::showRequested);
    list_->setMinimumHeight(140);
    column->addWidget(list_, 3);
    column->addSpacing(8);

    auto* checked = plainLabel(tr("What was checked").toUpper());
    checked->setProperty("role", QStringLiteral("section"));
    column->addWidget(checked);
    auto* checks = new QListView;
    checks->setObjectName(QStringLiteral("release.checks"));
    checks->setAccessibleName(tr("What was checked"));
    checks->setModel(&checks_);
    auto* rows = new CheckDelegate(checks);
    checks->setItemDelegate(rows);
    checks->setSelectionMode(QAbstractItemView::NoSelection);
    // As high as its points, which differ from kind to kind.
    fitChecks_ = [this, checks, rows] { checks->setMaximumHeight(rows->rowHeight() * checks_.rowCount() + 12); };
    connect(&checks_, &QAbstractItemModel::modelReset, checks, [this] { fitChecks_(); });
    // Where there is no room for all it scrolls, so that the findings keep theirs.
    checks->setMinimumHeight(100);
    checks->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    checks->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    checks->setResizeMode(QListView::Adjust);
    column->addWidget(checks, 1000);
    column->addStretch(1);
    return slip;
}

QWidget* ReleaseStage::offerFile(FacePainter& painter, const QString& name, const QString& about, ExportKind kind,
                                 QAction* action, const char* objectName)
{
    auto* offer = new QWidget;
    auto* pair = new QHBoxLayout(offer);
    pair->setContentsMargins(0, 4, 0, 4);
    pair->setSpacing(16);
    auto* preview = new FilePreview(document_, painter, kind);
    previews_.push_back(preview);
    pair->addWidget(preview, 0, Qt::AlignTop);
    auto* beside = new QVBoxLayout;
    beside->setSpacing(6);
    pair->addLayout(beside, 1);
    auto* heading = plainLabel(name);
    heading->setProperty("role", QStringLiteral("title"));
    beside->addWidget(heading);
    auto* text = plainLabel(about);
    text->setProperty("role", QStringLiteral("note"));
    text->setWordWrap(true);
    beside->addWidget(text);
    auto* button = new QPushButton(tr("Write the PDF…"));
    button->setProperty("leading", true);
    button->setObjectName(QString::fromLatin1(objectName));
    button->setAccessibleName(tr("%1: write the PDF").arg(name));
    button->setToolTip(
        QStringLiteral("%1 (%2)").arg(action->statusTip(), action->shortcut().toString(QKeySequence::NativeText)));
    connect(button, &QPushButton::clicked, action, &QAction::trigger);
    auto* left = new QHBoxLayout;
    left->addWidget(button);
    left->addStretch(1);
    beside->addLayout(left);
    beside->addStretch(1);
    connect(&exporter_, &Exporter::started, button, [button] { button->setEnabled(false); });
    connect(&exporter_, &Exporter::finished, button, [button] { button->setEnabled(true); });
    return offer;
}

QLabel* ReleaseStage::makeStandard()
{
    auto* standard = plainLabel();
    standard->setObjectName(QStringLiteral("release.standard"));
    const auto tell = [this, standard, shown = std::make_shared<QString>()] {
        // The profile is read again only when the job names another.
        const QString path = document_.folder() + document_.job().press.profile.path;
        if (*shown == path)
            return;
        *shown = path;
        const auto press = pressProfileOf(document_.job(), document_.folder());
        standard->setText(tr("PDF/X-4 for %1: process colours stay as they are, fonts go in as subsets, JPEG data "
                             "untouched. Pages of other PDFs are looked through; where one holds what the standard "
                             "forbids, you are told what, and the file does not call itself PDF/X-4.")
                              .arg(press ? press->name : tr("a press profile that is missing")));
    };
    connect(&document_, &Document::changed, standard, tell);
    tell();
    standard->setProperty("role", QStringLiteral("note"));
    standard->setWordWrap(true);
    return standard;
}

QLayout* ReleaseStage::makeProgress()
{
    auto* row = new QHBoxLayout;
    progress_ = new QProgressBar;
    progress_->setTextVisible(false);
    progress_->hide();
    stop_ = new QPushButton(tr("Stop"));
    stop_->setObjectName(QStringLiteral("release.stop"));
    stop_->hide();
    connect(stop_, &QPushButton::clicked, &exporter_, &Exporter::stop);
    showFile_ = new QPushButton(tr("Show in its folder"));
    showFile_->setObjectName(QStringLiteral("release.showFile"));
    showFile_->hide();
    connect(showFile_, &QPushButton::clicked, this,
            [this] { QDesktopServices::openUrl(QUrl::fromLocalFile(QFileInfo(lastFile_).absolutePath())); });
    row->addWidget(progress_, 1);
    row->addWidget(stop_);
    row->addWidget(showFile_);
    row->addStretch(0);
    return row;
}

QWidget* ReleaseStage::makeFiles(FacePainter& painter, Actions& actions)
{
    auto* slip = new Slip;
    QVBoxLayout* column = scrolledColumn(slip, {24, 20, 24, 24});
    column->setSpacing(10);
    auto* title = plainLabel(tr("Files for the printer"));
    title->setStyleSheet(QStringLiteral("font-size: 17px; font-weight: 700;"));
    column->addWidget(title);
    extent_ = plainLabel();
    extent_->setObjectName(QStringLiteral("release.extent"));
    extent_->setWordWrap(true);
    extent_->setStyleSheet(QStringLiteral("font-weight: 600;"));
    column->addWidget(extent_);

    column->addSpacing(4);
    column->addWidget(offerFile(
        painter, tr("The flat"),
        tr("One page a face with its trim and bleed boxes, crop and fold marks outside the bleed. For a printer who "
           "lays it out."),
        ExportKind::Flat, actions.exportFlat, "release.flat"));
    pages_ =
        offerFile(painter, tr("The pages"),
                  tr("All pages in the order they are read, blanks and all, each with its bleed. For a printer who "
                     "imposes them."),
                  ExportKind::Pages, actions.exportPages, "release.pages");
    column->addWidget(pages_);
    copies_ = offerFile(painter, tr("All copies"),
                        tr("Every copy with its number or its row of data, front and back, one after the other. For a "
                           "digital press, or a printer who imposes them."),
                        ExportKind::Copies, actions.exportCopies, "release.copies");
    column->addWidget(copies_);
    column->addWidget(offerFile(
        painter, tr("The press sheets"),
        tr("Every sheet, front and back, with all marks in a layer of their own; numbered copies in the piles they "
           "are cut and stacked in. For plates or a digital press."),
        ExportKind::Sheets, actions.exportSheets, "release.sheets"));
    column->addSpacing(10);
    column->addWidget(makeStandard());
    column->addStretch(1);

    state_ = plainLabel();
    state_->setObjectName(QStringLiteral("release.state"));
    state_->setTextFormat(Qt::PlainText);
    state_->setWordWrap(true);
    column->addWidget(state_);
    column->addLayout(makeProgress());
    return slip;
}

void ReleaseStage::resizeEvent(QResizeEvent* event)
{
    // In a small window words come before pictures.
    const bool small = width() < 820 || height() < 560;
    for (QWidget* preview : previews_)
        preview->setFixedSize(small ? QSize(132, 100) : QSize(232, 172));
    QWidget::resizeEvent(event);
    QMetaObject::invokeMethod(
        this, [this] { fitChecks_(); }, Qt::QueuedConnection); // once the list has its width
}

void ReleaseStage::showEvent(QShowEvent* event)
{
    if (std::exchange(stale_, false))
        refresh();
    QWidget::showEvent(event);
}

void ReleaseStage::colourState()
{
    const Theme& t = Theme::of(this);
    const QString style = QStringLiteral("color: %1").arg((failed_ ? t.brick : t.accent).name());
    if (state_->styleSheet() != style)
        state_->setStyleSheet(style);
}

void ReleaseStage::refresh()
{
    colourState();
    list_->refresh();
    checks_.refresh();
    const auto& findings = document_.findings();
    const auto stops = std::ranges::count(findings, Severity::Stop, &Finding::severity);
    const Theme& t = Theme::of(this);
    QString text;
    if (findings.empty())
        text = tr("Nothing: %1; text stands in the safe area, and every file is there.")
                   .arg(allIsWell(document_.job(), document_.plan()));
    else if (stops > 0)
        text = stops == 1 ? tr("One finding stops the piece; look at the others, too.")
                          : tr("%1 findings stop the piece; look at the others, too.").arg(stops);
    else
        text = tr("Nothing stops the piece. These are worth a look before it goes out.");
    if (isBare(document_.job()))
        text += tr(" Nothing stands on it yet.");
    pages_->setVisible(document_.plan().book.has_value());
    copies_->setVisible(document_.job().records.any());
    const QString extent = extentNote(extentOf(document_.job()));
    extent_->setText(extent);
    extent_->setVisible(!extent.isEmpty());
    list_->setVisible(!findings.empty());
    verdict_->setText(text);
    const QString style = QStringLiteral("color: %1")
                              .arg((findings.empty() ? t.accent
                                    : stops > 0      ? t.brick
                                                     : t.ink)
                                       .name());
    if (verdict_->styleSheet() != style) // setting one is slow
        verdict_->setStyleSheet(style);
}

} // namespace hinge
