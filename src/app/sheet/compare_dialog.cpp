// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheet/compare_dialog.h"

#include "app/document/stock_store.h"
#include "app/look/foot_button.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "core/plan/sheet_words.h"
#include "paint/sheet_painter.h"

#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QLocale>
#include <QPainter>

namespace hinge
{
namespace
{

/// A figure of both, and how it is written.
struct Compared {
    QString name;
    double here, there;
    int decimals = 0;
    QString unit{};
};

QString written(double value, const Compared& c)
{
    const QString number = QLocale().toString(value, 'f', c.decimals);
    return c.unit.isEmpty() ? number : number + u' ' + c.unit;
}

QString difference(const Compared& c)
{
    const double by = c.there - c.here;
    if (std::abs(by) < 0.5 * std::pow(10.0, -c.decimals))
        return CompareDialog::tr("the same");
    return (by > 0 ? QStringLiteral("+") : QStringLiteral("−")) + written(std::abs(by), c);
}

} // namespace

CompareDialog::CompareDialog(Document& document, SheetState& state, QWidget* parent)
    : QDialog(parent), document_(document), state_(state)
{
    setObjectName(QStringLiteral("compareDialog"));
    setWindowTitle(tr("Compare arrangements"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 18, 20, 16);
    column->setSpacing(12);
    auto* title = plainLabel(tr("Compare arrangements"));
    title->setFont(uiFont(type::title, QFont::Bold));
    column->addWidget(title);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(24);
    grid->setVerticalSpacing(10);
    auto* chosen = plainLabel(sheetSizeName(state_.run().piece.press.sheet, document_.job().unit));
    chosen->setFont(uiFont(type::body, QFont::Bold));
    which_ = new QComboBox;
    which_->setObjectName(QStringLiteral("compare.which"));
    which_->setAccessibleName(tr("The other arrangement"));
    for (const SheetLayout& layout : state_.run().arrangements)
        if (layout.up() > 0)
            which_->addItem(sheetSizeName(layout.sheet, document_.job().unit));
    paper_ = new QComboBox;
    paper_->setObjectName(QStringLiteral("compare.paper"));
    paper_->setAccessibleName(tr("The paper of the other arrangement"));
    paper_->addItem(tr("the same paper"));
    addStocks();
    grid->addWidget(chosen, 0, 1, Qt::AlignHCenter);
    auto* others = new QVBoxLayout;
    others->setSpacing(6);
    others->addWidget(which_);
    others->addWidget(paper_);
    grid->addLayout(others, 0, 2);
    for (int i = 0; i < 2; ++i) {
        pictures_[std::size_t(i)] = new QLabel;
        pictures_[std::size_t(i)]->setFixedSize(250, 190);
        grid->addWidget(pictures_[std::size_t(i)], 1, i + 1, Qt::AlignCenter);
    }
    for (int i = 0; i < 4; ++i) {
        auto* label = plainLabel();
        label->setObjectName(QStringLiteral("compare.column.%1").arg(i));
        label->setAlignment(i == 0 ? Qt::AlignLeft : Qt::AlignRight);
        if (i == 3)
            label->setFont(uiFont(type::body, QFont::Bold));
        columns_[std::size_t(i)] = label;
        grid->addWidget(label, 2, i);
    }
    column->addLayout(grid);
    auto* foot = new QHBoxLayout;
    foot->addStretch(1);
    auto* keep = addFootButton(foot, tr("Keep what is chosen"), "compare.keep", tr("Change nothing"));
    take_ = addFootButton(foot, tr("Print on the other"), "compare.take", tr("Choose the arrangement at the right"));
    take_->setDefault(true);
    column->addLayout(foot);
    connect(keep, &QPushButton::clicked, this, &QDialog::reject);
    connect(take_, &QPushButton::clicked, this, &QDialog::accept);
    connect(which_, &QComboBox::currentIndexChanged, this, &CompareDialog::refresh);
    connect(paper_, &QComboBox::currentIndexChanged, this, &CompareDialog::refresh);
    // Begins with the best that is not chosen already.
    for (int row = 0; row < which_->count() && other() == state_.run().piece.press.sheet; ++row)
        which_->setCurrentIndex(row);
    refresh();
}

Size CompareDialog::other() const
{
    int left = which_->currentIndex();
    for (const SheetLayout& layout : state_.run().arrangements)
        if (layout.up() > 0 && left-- == 0)
            return layout.sheet;
    return state_.run().piece.press.sheet;
}

std::optional<Stock> CompareDialog::otherStock() const
{
    const int row = paper_->currentIndex() - 1;
    return row < 0 ? std::nullopt : std::optional(onStock_[std::size_t(row)].first);
}

void CompareDialog::addStocks()
{
    const Component component = state_.component();
    const QString own = stockOf(document_.job(), component).name;
    const Size sheet = state_.run().piece.press.sheet;
    for (const Stock& stock : StockStore().all()) {
        if (stock.name == own)
            continue;
        Job job = document_.job();
        setStock(job, component, stock);
        if (auto planned = plan(job, &document_.plan()))
            if (const PressRun* run = planned->runOf(component); run && run->layout().up() > 0)
                onStock_.emplace_back(stock, *run);
    }
    const auto kilograms = [&](const auto& on) { return kilogramsOf(on.first, on.second.layout()); };
    std::ranges::stable_sort(onStock_, {}, kilograms);
    for (const auto& on : onStock_)
        paper_->addItem(tr("%1, %2 kg on %3")
                            .arg(on.first.name, QLocale().toString(kilograms(on), 'f', 1),
                                 sheetSizeName(sheet, document_.job().unit)));
}

void CompareDialog::refresh()
{
    const Job& job = document_.job();
    const PressRun& run = state_.run();
    const std::array sheets{run.piece.press.sheet, other()};
    const int paper = paper_->currentIndex() - 1;
    const PressRun& otherRun = paper < 0 ? run : onStock_[std::size_t(paper)].second;
    const auto there = std::ranges::find(otherRun.arrangements, sheets[1], &SheetLayout::sheet);
    const std::array layouts{&run.layout(), there == otherRun.arrangements.end() ? &otherRun.layout() : &*there};
    take_->setEnabled(sheets[1] != sheets[0] || paper >= 0);
    const Theme& t = Theme::of(this);
    const double longest = std::max({sheets[0].w, sheets[0].h, sheets[1].w, sheets[1].h}).toMm();
    for (std::size_t i = 0; i < 2; ++i) {
        // Both at one scale, so that they can be seen for what they are.
        QPixmap picture(pictures_[i]->size() * devicePixelRatioF());
        picture.setDevicePixelRatio(devicePixelRatioF());
        picture.fill(Qt::transparent);
        QPainter p(&picture);
        const double scale = 186 / longest;
        const QSizeF size(sheets[i].w.toMm() * scale, sheets[i].h.toMm() * scale);
        const QRectF target(QPointF((250 - size.width()) / 2, (190 - size.height()) / 2), size);
        paintLayoutDiagram(p, target, *layouts[i], QColor(0xFF, 0xFE, 0xFA), QColor(0x8F, 0xB7, 0xC4), t.ink2);
        p.end();
        pictures_[i]->setPixmap(picture);
    }
    const Stock& stock = stockOf(job, run.component);
    const Stock otherPaper = otherStock().value_or(stock);
    const auto each = [&](auto figure) { return std::pair(double(figure(*layouts[0])), double(figure(*layouts[1]))); };
    Job otherJob = job;
    setStock(otherJob, run.component, otherPaper);
    std::vector<Compared> figures;
    const auto add = [&](const QString& name, std::pair<double, double> both, int decimals, const QString& unit) {
        figures.push_back({name, both.first, both.second, decimals, unit});
    };
    add(tr("up"), each([](const SheetLayout& l) { return l.up(); }), 0, {});
    add(tr("press sheets"), each([](const SheetLayout& l) { return l.sheets + l.overs; }), 0, {});
    add(tr("paper"), {kilogramsOf(stock, *layouts[0]), kilogramsOf(otherPaper, *layouts[1])}, 1, tr("kg"));
    add(tr("of the sheet used"), each([](const SheetLayout& l) { return l.usedPercent; }), 1, tr("%"));
    add(tr("cuts"), each([](const SheetLayout& l) { return l.cuts(); }), 0, {});
    if (job.press.prices.any())
        add(tr("cost"),
            {double(costOf(job, run, *layouts[0])->all()) / 100,
             double(costOf(otherJob, otherRun, *layouts[1])->all()) / 100},
            2, {});
    std::array<QStringList, 4> lines;
    for (const Compared& c : figures) {
        lines[0] << c.name;
        lines[1] << written(c.here, c);
        lines[2] << written(c.there, c);
        lines[3] << difference(c);
    }
    for (std::size_t i = 0; i < 4; ++i)
        columns_[i]->setText(lines[i].join(u'\n'));
}

} // namespace hinge
