// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fields/record_bar.h"

#include "app/document/record_view.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"

#include <QHBoxLayout>
#include <QSpinBox>
#include <QToolButton>

namespace hinge
{

RecordBar::RecordBar(Document& document, const QString& prefix, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(prefix + QStringLiteral(".records"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(2);
    const struct {
        const char* name;
        const char* icon;
        QString what;
    } steps[] = {{"first", "chevron-first", tr("The first record")},
                 {"before", "chevron-left", tr("One record back")},
                 {"next", "chevron-right", tr("One record on")},
                 {"last", "chevron-last", tr("The last record")}};
    const auto button = [&](int i) {
        auto* b = new QToolButton;
        b->setObjectName(prefix + u'.' + QLatin1String(steps[i].name));
        b->setAccessibleName(steps[i].what);
        b->setToolTip(steps[i].what);
        b->setAutoRaise(true);
        b->setIcon(themedIcon(QLatin1String(steps[i].icon), Theme::of(this).ink));
        connect(b, &QToolButton::clicked, this, [this, i] {
            RecordView& records = document_.records();
            const int places[] = {0, records.place() - 1, records.place() + 1, records.count() - 1};
            records.show(places[i]);
        });
        steps_[std::size_t(i)] = b;
        row->addWidget(b, 0, Qt::AlignVCenter);
    };
    button(0);
    button(1);
    place_ = new QSpinBox;
    place_->setObjectName(prefix + QStringLiteral(".record"));
    place_->setAccessibleName(tr("Which record is shown"));
    place_->setToolTip(tr("The record the piece is shown for; type its number, or use the arrow keys"));
    place_->setButtonSymbols(QAbstractSpinBox::NoButtons);
    place_->setAlignment(Qt::AlignRight);
    place_->setKeyboardTracking(false);
    place_->setGroupSeparatorShown(true);
    connect(place_, &QSpinBox::valueChanged, this, [this](int value) { document_.records().show(value - 1); });
    row->addWidget(place_);
    of_ = plainLabel();
    of_->setProperty("role", QStringLiteral("note"));
    row->addWidget(of_);
    button(2);
    button(3);
    connect(&document_, &Document::changed, this, &RecordBar::refresh);
    refresh();
}

void RecordBar::refresh()
{
    const RecordView& records = document_.records();
    const bool any = document_.job().records.any() && records.count() > 0;
    setVisible(any);
    if (!any)
        return;
    const QSignalBlocker quiet(place_);
    place_->setRange(1, records.count());
    place_->setValue(records.place() + 1);
    of_->setText(tr("of %1").arg(groupedNumber(records.count())));
    for (const int i : {0, 1})
        steps_[std::size_t(i)]->setEnabled(records.place() > 0);
    for (const int i : {2, 3})
        steps_[std::size_t(i)]->setEnabled(records.place() < records.count() - 1);
}

} // namespace hinge
