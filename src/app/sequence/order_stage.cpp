// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/order_stage.h"

#include "app/look/view_pills.h"

#include <QHBoxLayout>
#include <QStackedLayout>

namespace hinge
{

OrderStage::OrderStage(Document& document, Actions& actions, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("orderStage"));
    pages_ = new SequenceStage(document, actions);
    records_ = new RecordStage(document);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    choice_ = new QWidget;
    auto* row = new QHBoxLayout(choice_);
    row->setContentsMargins(12, 8, 12, 0);
    row->setSpacing(4);
    pills_ = addPills(row,
                      {{tr("pages"), tr("The pages in their order"), QStringLiteral("order.0")},
                       {tr("records"), tr("The copies, each for its record"), QStringLiteral("order.1")}},
                      0, [this](int i) { show(i == 0); });
    row->addStretch(1);
    column->addWidget(choice_);
    stack_ = new QStackedLayout;
    stack_->addWidget(pages_);
    stack_->addWidget(records_);
    column->addLayout(stack_, 1);
    connect(&document_, &Document::changed, this, &OrderStage::refresh);
    refresh();
}

void OrderStage::refresh()
{
    const bool hasBoth = hasPages(document_.job().kind) && document_.job().records.any();
    choice_->setVisible(hasBoth);
    const bool pages = hasPages(document_.job().kind) && !(hasBoth && wantsRecords_);
    pills_[pages ? 0 : 1]->setChecked(true);
    stack_->setCurrentIndex(pages ? 0 : 1);
    setFocusProxy(stack_->currentWidget());
}

void OrderStage::show(bool pages)
{
    wantsRecords_ = !pages;
    refresh();
}

bool OrderStage::showsPages() const { return stack_->currentIndex() == 0; }

bool OrderStage::isIdle() const { return showsPages() ? pages_->isIdle() : records_->grid().isIdle(); }

} // namespace hinge
