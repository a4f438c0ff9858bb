// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dummy/print_dummy_dialog.h"

#include "app/document/background.h"
#include "app/document/linked_files.h"
#include "app/document/waiting_pictures.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "core/units/page_sizes.h"
#include "paint/paper_dummy_pages.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPointer>
#include <QProgressDialog>
#include <QPushButton>
#include <QTimer>
#include <QVBoxLayout>
#include <atomic>

namespace hinge
{
namespace
{

const std::array paperNames{"A4", "A3", "Letter"};

Size paperSize(int index)
{
    const auto found = findPageSize(QString::fromLatin1(paperNames[std::size_t(index)]));
    return found ? found->size : Size{Length::mm(210), Length::mm(297)};
}

} // namespace

/// The first pages as they will come off the printer.
class DummyPagesView : public QWidget
{
public:
    DummyPagesView(Document& document, FacePainter& painter) : document_(document), painter_(painter)
    {
        setObjectName(QStringLiteral("printDummy.pages"));
        setAccessibleName(PrintDummyDialog::tr("The pages as they are printed"));
        setMinimumSize(430, 400);
        setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    }
    void show(const PaperDummy* dummy)
    {
        dummy_ = dummy;
        update();
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        const Theme& theme = Theme::of(this);
        QPainter p(this);
        p.fillRect(rect(), theme.desk);
        if (!dummy_)
            return;
        // The instructions, and as many pages as can be told apart.
        const int count = std::min<int>(6, int(dummy_->pages.size()) + 1);
        const int columns = count <= 2 ? count : count <= 4 ? 2 : 3;
        const int rows = (count + columns - 1) / columns;
        const QSizeF cell(double(width()) / columns, double(height()) / rows);
        for (int i = 0; i < count; ++i) {
            const Size paper = i == 0 ? dummy_->printing.paper : dummy_->pages[std::size_t(i - 1)].paper;
            const QSizeF size(paper.w.toMm() * 10, paper.h.toMm() * 10);
            const double scale = std::min((cell.width() - 18) / size.width(), (cell.height() - 18) / size.height());
            const QSizeF shown = size * scale;
            const QPointF corner((i % columns) * cell.width() + (cell.width() - shown.width()) / 2,
                                 (i / columns) * cell.height() + (cell.height() - shown.height()) / 2);
            p.fillRect(QRectF(corner, shown).translated(1.5, 2), QColor(0, 0, 0, 40));
            p.fillRect(QRectF(corner, shown), Qt::white);
            p.save();
            p.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
            p.setClipRect(QRectF(corner, shown));
            p.translate(corner);
            p.scale(scale, scale);
            const PaperDummyTools ink{painter_, uiFont(type::body)};
            if (i == 0)
                paintDummyInstructions(p, paper, document_.shown(), document_.plan(), *dummy_, ink);
            else
                paintDummyPage(p, document_.shown(), document_.plan(), *dummy_, std::size_t(i - 1), ink);
            p.restore();
        }
    }

private:
    Document& document_;
    FacePainter& painter_;
    const PaperDummy* dummy_ = nullptr;
};

PrintDummyDialog::PrintDummyDialog(Document& document, FacePainter& painter, QWidget* parent)
    : QDialog(parent), document_(document)
{
    setObjectName(QStringLiteral("printDummyDialog"));
    setWindowTitle(tr("Print a dummy"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    auto* row = new QHBoxLayout;
    row->setSpacing(18);
    column->addLayout(row, 1);
    pages_ = new DummyPagesView(document, painter);
    row->addWidget(pages_, 1);
    auto* form = new QFormLayout;
    form->setRowWrapPolicy(QFormLayout::WrapAllRows);
    form->setVerticalSpacing(6);
    row->addLayout(form);
    const auto choice = [&](const QString& label, const QString& name, const QStringList& items) {
        auto* box = new QComboBox;
        box->setObjectName(name);
        box->setAccessibleName(label);
        box->addItems(items);
        box->setMinimumWidth(216);
        form->addRow(label, box);
        connect(box, &QComboBox::currentIndexChanged, this, &PrintDummyDialog::refresh);
        return box;
    };
    QStringList papers;
    for (const char* name : paperNames)
        papers << QString::fromLatin1(name);
    paper_ = choice(tr("Paper in the printer"), QStringLiteral("printDummy.paper"), papers);
    size_ = choice(tr("How large"), QStringLiteral("printDummy.size"),
                   {tr("as large as fits on a page"), tr("true size, joined where it must be")});
    back_ = choice(tr("The back"), QStringLiteral("printDummy.back"),
                   {tr("printer turns on the long edge"), tr("printer turns on the short edge"),
                    tr("printed apart, glued back to back")});
    artwork_ = new QCheckBox(tr("With what is designed"));
    artwork_->setObjectName(QStringLiteral("printDummy.artwork"));
    artwork_->setChecked(true);
    connect(artwork_, &QCheckBox::toggled, this, &PrintDummyDialog::refresh);
    form->addRow(artwork_);
    told_ = plainLabel();
    told_->setObjectName(QStringLiteral("printDummy.told"));
    told_->setProperty("role", QStringLiteral("note"));
    told_->setWordWrap(true);
    told_->setFixedWidth(216);
    form->addRow(told_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    save_ = buttons->addButton(tr("Save as PDF…"), QDialogButtonBox::AcceptRole);
    save_->setObjectName(QStringLiteral("printDummy.save"));
    save_->setDefault(true);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    column->addWidget(buttons);
    // The paper people have: that of where the job's unit is used.
    paper_->setCurrentIndex(document.job().unit == Unit::Inch ? 2 : 0);
    connect(&document_.files(), &LinkedFiles::picturesChanged, pages_, qOverload<>(&QWidget::update));
    resize(760, 520);
    refresh();
}

void PrintDummyDialog::refresh()
{
    DummyPrinting printing;
    printing.paper = paperSize(paper_->currentIndex());
    printing.trueSize = size_->currentIndex() == 1;
    printing.back = DummyPrinting::Back(back_->currentIndex());
    printing.artwork = artwork_->isChecked();
    auto made = paperDummy(document_.shown(), document_.plan(), printing);
    save_->setEnabled(made.has_value());
    if (!made) {
        pages_->show(nullptr);
        told_->setText(made.error().text());
        return;
    }
    dummy_ = std::move(*made);
    double scale = 1;
    for (const DummyPage& page : dummy_.pages)
        scale = std::min(scale, page.scale);
    const int count = int(dummy_.pages.size()) + 1;
    told_->setText(
        scale < 1
            ? tr("%1 pages with the instructions, at %2 % of true size.").arg(count).arg(int(std::lround(scale * 100)))
            : tr("%1 pages with the instructions, at true size.").arg(count));
    pages_->show(&dummy_);
}

void writePaperDummyInBackground(Document& document, const PaperDummy& dummy, const QByteArray& press,
                                 const QString& path, QWidget* window, std::function<void(const QString&)> ended)
{
    auto stop = std::make_shared<std::atomic_bool>(false);
    auto done = std::make_shared<std::atomic_int>(0);
    auto* progress = new QProgressDialog(PrintDummyDialog::tr("Writing the dummy…"), PrintDummyDialog::tr("Stop"), 0,
                                         int(dummy.pages.size()) + 1, window);
    progress->setObjectName(QStringLiteral("printDummy.progress"));
    progress->setAttribute(Qt::WA_DeleteOnClose);
    progress->setMinimumDuration(600);
    auto* look = new QTimer(progress);
    QObject::connect(look, &QTimer::timeout, progress, [progress, done] { progress->setValue(*done); });
    look->start(100);
    QObject::connect(progress, &QProgressDialog::canceled, progress, [stop] { *stop = true; });
    inBackground(
        window,
        [job = document.shown(), plan = document.plan(), dummy, press, path, folder = document.folder(),
         blocked = document.files().blocked(), font = uiFont(type::body), stop, done,
         &fonts = document.layouts().fonts()]() -> QString {
            WaitingPictures pictures(folder, blocked, press, {});
            TextLayoutCache layouts(fonts, Patience::Waits);
            FacePainter painter(layouts, pictures);
            painter.usePress(press);
            const auto written = writePaperDummy(job, plan, dummy, {painter, font}, path, [&](int page, int) {
                *done = page;
                return !*stop;
            });
            return written || *stop ? QString() : written.error().text();
        },
        [progress = QPointer<QProgressDialog>(progress), ended = std::move(ended)](const QString& trouble) {
            if (progress)
                progress->close();
            ended(trouble);
        });
}

} // namespace hinge
