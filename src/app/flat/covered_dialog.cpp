// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/covered_dialog.h"

#include "app/document/background.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"

#include <QDialogButtonBox>
#include <QLabel>
#include <QListView>
#include <QStandardItemModel>
#include <QVBoxLayout>

namespace hinge
{
namespace
{

/// Some of the words, as they would be quoted.
QString quoted(const QStringList& words)
{
    const QString all = words.join(u' ');
    return QStringLiteral("“%1”").arg(all.size() > 40 ? all.left(38) + QStringLiteral("…") : all);
}

bool isSound(const PasteOverSpot& spot)
{
    return spot.problem.isEmpty() && !spot.covered.whole.isEmpty() && spot.covered.part.isEmpty();
}

QString told(const PasteOverSpot& spot)
{
    if (!spot.problem.isEmpty())
        return CoveredDialog::tr("not known: %1").arg(spot.problem);
    if (!spot.covered.part.isEmpty())
        return CoveredDialog::tr("cuts through %1").arg(quoted(spot.covered.part));
    if (spot.covered.isNothing())
        return CoveredDialog::tr("covers no words");
    return CoveredDialog::tr("covers %1").arg(quoted(spot.covered.whole));
}

} // namespace

CoveredDialog::CoveredDialog(Document& document, QWidget* parent)
    : QDialog(parent), document_(document), about_(plainLabel(tr("Looking under the paste-overs…"))),
      list_(new QListView), model_(new QStandardItemModel(this))
{
    setObjectName(QStringLiteral("coveredDialog"));
    setWindowTitle(tr("What is covered"));
    resize(480, 420);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    about_->setObjectName(QStringLiteral("covered.about"));
    about_->setWordWrap(true);
    column->addWidget(about_);
    list_->setObjectName(QStringLiteral("covered.list"));
    list_->setAccessibleName(tr("Paste-overs and what they cover"));
    list_->setModel(model_);
    list_->setProperty("ticks", true); // rows keep the colours of their icons
    list_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    column->addWidget(list_, 1);
    auto* note = plainLabel(tr("Double click to look at it. Words that are drawn as outlines cannot be found."));
    note->setProperty("role", QStringLiteral("note"));
    note->setWordWrap(true);
    column->addWidget(note);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(list_, &QListView::activated, this,
            [this](const QModelIndex& index) { Q_EMIT opened(places_[std::size_t(index.row())]); });
    inBackground(
        this,
        [job = document.job(), plan = document.plan(), folder = document.folder(), on = goesOn_] {
            return pasteOverReport(job, plan, folder, [&on] { return on->load(); });
        },
        [this](const std::vector<PasteOverSpot>& spots) { tell(spots); });
}

CoveredDialog::~CoveredDialog() { *goesOn_ = false; }

void CoveredDialog::tell(const std::vector<PasteOverSpot>& spots)
{
    std::vector<PasteOverSpot> sorted = spots;
    std::ranges::stable_partition(sorted, [](const PasteOverSpot& spot) { return !isSound(spot); });
    const auto wrong = std::ranges::count_if(spots, [](const PasteOverSpot& spot) { return !isSound(spot); });
    about_->setText(spots.empty() ? tr("No paste-over shows anywhere.")
                    : wrong == 0  ? tr("All %1 cover words, and cut through none.").arg(spots.size())
                                  : tr("%1 of %2 cover no words, or cut through some.").arg(wrong).arg(spots.size()));
    for (const PasteOverSpot& spot : sorted) {
        auto* row =
            new QStandardItem(tr("%1, %2: %3").arg(surfaceName(spot.surface, document_.job()), spot.name, told(spot)));
        row->setIcon(isSound(spot) ? themedIcon(QStringLiteral("circle-check"), Theme::of(this).accent)
                                   : themedIcon(QStringLiteral("triangle-alert"), Theme::of(this).ochre));
        model_->appendRow(row);
        places_.push_back(spot.surface);
    }
    if (model_->rowCount() > 0)
        list_->setCurrentIndex(model_->index(0, 0));
}

} // namespace hinge
