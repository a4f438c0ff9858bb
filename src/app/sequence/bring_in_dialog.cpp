// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/bring_in_dialog.h"

#include "app/document/linked_files.h"
#include "app/fields/drawer_parts.h"
#include "app/look/foot_button.h"
#include "app/look/scrolled.h"
#include "app/look/slip.h"
#include "app/look/theme.h"
#include "core/file/links.h"
#include "core/units/page_sizes.h"
#include "pdf/open_pdf.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFileInfo>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListView>
#include <QMimeData>
#include <QScrollBar>
#include <QStyledItemDelegate>
#include <QUrl>

namespace hinge
{
namespace
{

constexpr QSize cellSize(132, 186);
constexpr int pageRoom = 122; ///< a page is drawn within a square of this side

/// Draws a page that comes in: itself, where it is from, and what is to be known about it.
class IncomingDelegate : public QStyledItemDelegate
{
public:
    /// `coverSize` tells the size of pages that a cover would be wrapped about; nothing where none is.
    IncomingDelegate(IncomingModel& model, PagePictures& pictures, Document& document,
                     std::function<std::optional<Size>()> coverSize, QObject* parent)
        : QStyledItemDelegate(parent), model_(model), pictures_(pictures), document_(document),
          coverSize_(std::move(coverSize))
    {
    }
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return cellSize; }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        const IncomingModel::Row& row = model_.rows()[std::size_t(index.row())];
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        p->setRenderHint(QPainter::SmoothPixmapTransform);
        const QRectF cell = QRectF(option.rect).adjusted(3, 3, -3, -3);
        if (option.state & QStyle::State_Selected) {
            p->setPen(QPen(t.accent, option.state & QStyle::State_HasFocus ? 2 : 1));
            p->setBrush(t.accentTint);
            p->drawRoundedRect(cell, 5, 5);
        }
        if (!row.in)
            p->setOpacity(0.32);
        const QSizeF size =
            row.page.isPicture() ? row.page.pixels : QSizeF(row.page.trim.w.toMm(), row.page.trim.h.toMm());
        const QSizeF fitted = size.scaled(pageRoom - 8, pageRoom - 4, Qt::KeepAspectRatio);
        const QRectF paper(
            QPointF(cell.center().x() - fitted.width() / 2, cell.y() + 6 + (pageRoom - 4 - fitted.height()) / 2),
            fitted);
        paintPaperShadow(*p, paper, 3, 0.7, 12);
        p->fillRect(paper, ZoneColours().paper);
        paintPage(*p, paper, row.page);
        p->setOpacity(1);
        if (!row.in) {
            p->setPen(QPen(t.brick, 2));
            p->drawLine(paper.topLeft(), paper.bottomRight());
            p->drawLine(paper.topRight(), paper.bottomLeft());
        }
        const QRectF words(cell.x() + 4, cell.bottom() - 50, cell.width() - 8, 16);
        const QFont name = uiFont(type::label, QFont::DemiBold);
        p->setFont(name);
        p->setPen(row.in ? t.ink : t.ink2);
        p->drawText(words, Qt::AlignCenter,
                    QFontMetrics(name).elidedText(index.data().toString(), Qt::ElideMiddle, int(words.width())));
        p->setFont(uiFont(type::note));
        p->setPen(t.ink2);
        p->drawText(words.translated(0, 16), Qt::AlignCenter, about(row.page));
        const QString remark = remarkOf(row);
        p->setPen(row.in ? t.ochre : t.ink2);
        p->drawText(words.translated(0, 31), Qt::AlignCenter,
                    p->fontMetrics().elidedText(remark, Qt::ElideRight, int(words.width())));
        p->restore();
    }

private:
    void paintPage(QPainter& p, const QRectF& paper, const IncomingPage& page) const
    {
        const ShownPicture shown = pictures_.picture(page.file);
        if (shown.image.isNull())
            return;
        QRectF part = shown.trim;
        if (page.part && shown.trimSize.w > Length()) {
            const double perMm = shown.trim.width() / shown.trimSize.w.toMm();
            const QRectF of = toMm(*page.part);
            part = QRectF(shown.trim.topLeft() + of.topLeft() * perMm, of.size() * perMm);
        }
        p.drawImage(paper, shown.image, part);
    }
    [[nodiscard]] QString about(const IncomingPage& page) const
    {
        if (page.isPicture())
            return BringInDialog::tr("%1 × %2 pixels").arg(page.pixels.width()).arg(page.pixels.height());
        const QString name = nameOfSize(likelySize(page.trim).value_or(page.trim));
        return name.isEmpty() ? formatSize(page.trim, document_.job().unit) : name;
    }
    [[nodiscard]] QString remarkOf(const IncomingModel::Row& row) const
    {
        if (!row.in)
            return BringInDialog::tr("left out");
        if (row.page.sameAs >= 0)
            return BringInDialog::tr("same as no. %1").arg(row.page.sameAs + 1);
        if (row.page.isPicture() || row.page.part)
            return {};
        if (const auto size = coverSize_(); size && isCoverFor(*size, row.page))
            return BringInDialog::tr("the cover");
        if (!row.page.hasTrimBox)
            return BringInDialog::tr("no trim given");
        return row.page.usableBleed() <= Length() ? BringInDialog::tr("no bleed") : QString();
    }

    IncomingModel& model_;
    PagePictures& pictures_;
    Document& document_;
    std::function<std::optional<Size>()> coverSize_;
};

} // namespace

BringInDialog::BringInDialog(Document& document, int before, Unlock unlock, QWidget* parent)
    : QDialog(parent), document_(document), before_(before), unlock_(std::move(unlock))
{
    setObjectName(QStringLiteral("bringInDialog"));
    setWindowTitle(tr("Bring in pages"));
    setAcceptDrops(true);
    resize(1060, 690);
    const Job& job = document_.job();
    fresh_ = isEmptySequence(job);
    pictures_.setFolder(document_.folder());
    pictures_.setFineness(pageRoom * devicePixelRatioF() / std::max(1.0, job.page.h.toInches()));

    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(16, 14, 16, 14);
    row->setSpacing(12);
    auto* left = new QVBoxLayout;
    count_ = plainLabel(tr("Reading…"));
    count_->setObjectName(QStringLiteral("bringIn.count"));
    count_->setProperty("role", QStringLiteral("title"));
    left->addWidget(count_);
    left->addWidget(note(tr("Drag pages into another order. A double click, or the space bar, leaves one out.")));
    list_ = new QListView;
    list_->setObjectName(QStringLiteral("bringIn.pages"));
    list_->setAccessibleName(tr("Pages that come in"));
    list_->setModel(&model_);
    list_->setItemDelegate(new IncomingDelegate(
        model_, pictures_, document_, [this] { return coverSize(); }, list_));
    list_->setFlow(QListView::LeftToRight);
    list_->setWrapping(true);
    list_->setResizeMode(QListView::Adjust);
    list_->setUniformItemSizes(true);
    list_->setSelectionMode(QAbstractItemView::ExtendedSelection);
    list_->setDragDropMode(QAbstractItemView::InternalMove);
    list_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    list_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    list_->installEventFilter(this);
    left->addWidget(list_, 1);
    told_ = note({});
    told_->setObjectName(QStringLiteral("bringIn.told"));
    left->addWidget(told_);
    row->addLayout(left, 1);
    row->addWidget(makeChoices());

    const auto flip = [this](const QModelIndex& index) {
        model_.setIn({index}, !model_.rows()[std::size_t(index.row())].in);
    };
    connect(list_, &QListView::doubleClicked, this, flip);
    connect(list_->verticalScrollBar(), &QScrollBar::valueChanged, this, &BringInDialog::wantPictures);
    connect(&pictures_, &PagePictures::read, list_->viewport(), qOverload<>(&QWidget::update));
    connect(&model_, &IncomingModel::chosenChanged, this, &BringInDialog::refresh);
    refresh();
}

QWidget* BringInDialog::makeChoices()
{
    auto* slip = new Slip;
    slip->setFixedWidth(284);
    auto* outer = new QVBoxLayout(slip);
    outer->setContentsMargins(18, 16, 18, 18);
    outer->setSpacing(8);
    setUp_ = new QCheckBox(tr("Set the piece up for them"));
    setUp_->setObjectName(QStringLiteral("bringIn.setUp"));
    setUp_->setToolTip(tr("Take kind, size of a page, bleed and number of pages from what comes in"));
    setUp_->setChecked(fresh_);
    outer->addWidget(setUp_);
    offerText_ = note({});
    offerText_->setObjectName(QStringLiteral("bringIn.offer"));
    outer->addWidget(offerText_);
    outer->addSpacing(6);

    outer->addWidget(section(tr("Pages of PDFs")));
    apart_ = new QCheckBox(tr("Take spreads apart"));
    apart_->setObjectName(QStringLiteral("bringIn.apart"));
    apart_->setToolTip(tr("Two pages drawn beside each other become two"));
    apart_->setChecked(true);
    connect(apart_, &QCheckBox::toggled, this, &BringInDialog::settle);
    outer->addWidget(apart_);
    fit_ = new QComboBox;
    fit_->addItems({tr("at their true size"), tr("scaled to the page")});
    box_ = new QComboBox;
    box_->addItems({tr("their trim"), tr("their crop box"), tr("their media box")});
    connect(box_, &QComboBox::currentIndexChanged, this, &BringInDialog::settle);
    addCells(outer, {{tr("placed"), fit_, "bringIn.fit", tr("They lie in the middle of the page")}});
    addCells(outer,
             {{tr("as large as"), box_, "bringIn.box",
               tr("The box of a PDF page that says how large it is: the trim where there is one. For files whose "
                  "trim is wrong, what they show, or all of their sheet.")}});

    addPictureChoices(outer);

    outer->addSpacing(6);
    outer->addWidget(section(tr("Where they come in")));
    place_ = new QLineEdit(before_ < 0 ? QString() : QString::number(before_ + 1));
    place_->setPlaceholderText(tr("at the end"));
    addCells(outer, {{tr("before page"), place_, "bringIn.before", tr("Empty for the end")}});
    outer->addStretch(1);
    auto* order = new QHBoxLayout;
    order->setSpacing(6);
    auto* flip = makeFootButton(tr("Reverse all"), QStringLiteral("bringIn.reverse"), tr("The last page comes first"));
    connect(flip, &QPushButton::clicked, &model_, &IncomingModel::reverse);
    order->addWidget(flip);
    order->addStretch(1);
    outer->addLayout(order);
    auto* foot = new QHBoxLayout;
    foot->setSpacing(8);
    auto* cancel = makeFootButton(tr("Cancel"), QStringLiteral("bringIn.cancel"), {});
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    foot->addWidget(cancel);
    take_ = new QPushButton;
    take_->setObjectName(QStringLiteral("bringIn.take"));
    take_->setProperty("leading", true);
    take_->setDefault(true);
    connect(take_, &QPushButton::clicked, this, &QDialog::accept);
    foot->addWidget(take_, 1);
    outer->addLayout(foot);
    return slip;
}

void BringInDialog::addPictureChoices(QVBoxLayout* column)
{
    pictureChoices_ = new QWidget;
    auto* inner = new QVBoxLayout(pictureChoices_);
    inner->setContentsMargins(0, 6, 0, 0);
    inner->setSpacing(6);
    inner->addWidget(section(tr("Pictures, one a page")));
    area_ = new QComboBox;
    area_->addItems({tr("out to the bleed"), tr("in the safe area")});
    lean_ = new QComboBox;
    lean_->addItems({tr("to the spine"), tr("in the middle"), tr("to the fore-edge")});
    lean_->setCurrentIndex(IncomingLie::Middle);
    addCells(inner, {{tr("filling"), area_, "bringIn.area"}});
    addCells(inner, {{tr("they stand"), lean_, "bringIn.lean", tr("Those that do not fill what they may")}});
    grow_ = new QCheckBox(tr("They may grow"));
    grow_->setObjectName(QStringLiteral("bringIn.grow"));
    grow_->setToolTip(tr("Larger than they are at 300 pixels an inch"));
    shrink_ = new QCheckBox(tr("They may shrink"));
    shrink_->setObjectName(QStringLiteral("bringIn.shrink"));
    shrink_->setToolTip(tr("Smaller than they are at 300 pixels an inch"));
    for (QCheckBox* box : {grow_, shrink_}) {
        box->setChecked(true);
        inner->addWidget(box);
    }
    column->addWidget(pictureChoices_);
}

void BringInDialog::addFiles(const QStringList& paths)
{
    const QStringList all = filesIn(inNaturalOrder(paths));
    for (const QString& path : all) {
        files_.push_back({document_.linkFor(path), {}});
        ++reading_;
    }
    // Only now: a file that is known already calls back at once.
    for (std::size_t i = files_.size() - std::size_t(all.size()); i < files_.size(); ++i)
        readOne(i, files_[i].link);
    refresh();
}

void BringInDialog::readOne(std::size_t at, const QString& link)
{
    document_.files().withFacts(link, [self = QPointer(this), this, at, link](const FileFacts& facts) {
        if (!self)
            return; // closed in the meantime
        if (facts.isLocked) {
            if (const auto open = unlock_(resolvedPath(link, document_.folder())))
                return readOne(at, *open);
            problems_ << tr("%1 is locked; it was left out.").arg(QFileInfo(link).fileName());
        } else if (!facts.error.isEmpty()) {
            problems_ << tr("%1: %2").arg(QFileInfo(link).fileName(), facts.error);
        } else {
            files_[at] = {link, facts};
        }
        if (--reading_ == 0)
            settle();
        else
            refresh();
    });
}

void BringInDialog::settle()
{
    if (reading_ > 0)
        return;
    std::vector<IncomingPage> pages = measuredBy(pagesOf(files_), PageBox(box_->currentIndex()));
    if (apart_->isChecked()) {
        // In a job that is made up from them, two pages side by side are known by the size of most.
        const auto offered = setUp_->isChecked() ? offerFor(document_.job(), pages) : std::nullopt;
        pages = takenApart(pages, offered ? offered->page : document_.job().page, document_.job().rightToLeft);
    }
    model_.setPages(pages);
    if (!pages.empty())
        list_->setCurrentIndex(model_.index(0, 0));
    wantPictures();
}

void BringInDialog::refresh()
{
    const std::vector<IncomingPage> in = model_.chosen();
    const auto& rows = model_.rows();
    const bool pictures = std::ranges::any_of(rows, [](const auto& row) { return row.page.isPicture(); });
    count_->setText(reading_ > 0               ? tr("Reading %1 files…").arg(reading_)
                    : rows.empty()             ? tr("Nothing here can come in as a page")
                    : in.size() == 1           ? tr("1 page comes in")
                    : rows.size() == in.size() ? tr("%1 pages come in").arg(in.size())
                                               : tr("%1 of %2 pages come in").arg(in.size()).arg(rows.size()));
    const auto offered = offerFor(document_.job(), in);
    setUp_->setEnabled(offered.has_value());
    offerText_->setText(offered ? offerText(*offered, document_.job().unit)
                                : tr("Pictures tell no size of a page: the piece stays as it is."));
    pictureChoices_->setVisible(pictures);
    told_->setText(problems_.size() <= 3
                       ? problems_.join(u'\n')
                       : tr("%1\nand %2 more files").arg(problems_.mid(0, 3).join(u'\n')).arg(problems_.size() - 3));
    told_->setVisible(!problems_.isEmpty());
    take_->setText(in.size() == 1 ? tr("Bring 1 page in") : tr("Bring %1 pages in").arg(in.size()));
    take_->setEnabled(!in.empty() && reading_ == 0);
}

void BringInDialog::wantPictures()
{
    QList<LinkedFile> files;
    const QRect view = list_->viewport()->rect().adjusted(0, -200, 0, 400);
    for (int i = 0; i < model_.rowCount(); ++i)
        if (list_->visualRect(model_.index(i, 0)).intersects(view))
            files << model_.rows()[std::size_t(i)].page.file;
    pictures_.want(files);
}

std::optional<Size> BringInDialog::coverSize() const
{
    if (const auto taken = offer())
        return taken->hasCover ? std::optional(taken->page) : std::nullopt;
    return takesCover(document_.job()) ? std::optional(document_.job().page) : std::nullopt;
}

int BringInDialog::before() const
{
    bool ok = false;
    const int typed = place_->text().trimmed().toInt(&ok);
    return ok && typed >= 1 ? typed - 1 : -1;
}

IncomingLie BringInDialog::lie() const
{
    IncomingLie lie;
    lie.toBleed = area_->currentIndex() == 0;
    lie.mayGrow = grow_->isChecked();
    lie.mayShrink = shrink_->isChecked();
    lie.lean = IncomingLie::Lean(lean_->currentIndex());
    lie.fitPages = fit_->currentIndex() == 1;
    return lie;
}

std::optional<IncomingOffer> BringInDialog::offer() const
{
    return setUp_->isChecked() && setUp_->isEnabled() ? offerFor(document_.job(), model_.chosen()) : std::nullopt;
}

bool BringInDialog::eventFilter(QObject* watched, QEvent* event)
{
    if (watched == list_ && event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        const QModelIndexList taken = list_->selectionModel()->selectedIndexes();
        if (key->key() == Qt::Key_Space && !taken.isEmpty()) {
            model_.setIn(taken, !model_.rows()[std::size_t(taken.first().row())].in);
            return true;
        }
        if (key->modifiers().testFlag(Qt::ControlModifier) && list_->currentIndex().isValid()) {
            const int row = list_->currentIndex().row();
            if (key->key() == Qt::Key_Left && row > 0)
                return model_.moveRows({}, row, 1, {}, row - 1);
            if (key->key() == Qt::Key_Right && row + 1 < model_.rowCount())
                return model_.moveRows({}, row, 1, {}, row + 2);
        }
    }
    if (watched == list_ && event->type() == QEvent::Resize)
        QMetaObject::invokeMethod(this, &BringInDialog::wantPictures, Qt::QueuedConnection);
    return QDialog::eventFilter(watched, event);
}

void BringInDialog::dragEnterEvent(QDragEnterEvent* event)
{
    if (event->mimeData()->hasUrls())
        event->acceptProposedAction();
}

void BringInDialog::dropEvent(QDropEvent* event)
{
    QStringList paths;
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile())
            paths << url.toLocalFile();
    event->acceptProposedAction();
    addFiles(paths);
}

} // namespace hinge
