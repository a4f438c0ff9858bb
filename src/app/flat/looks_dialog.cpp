// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/looks_dialog.h"

#include "app/look/plain_text.h"
#include "app/look/theme.h"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QStandardItemModel>
#include <QTreeView>
#include <QVBoxLayout>

namespace hinge
{
namespace
{

constexpr int rowRole = Qt::UserRole + 1; ///< the number of a row in `rows_`

QString roleName(TextRole role)
{
    switch (role) {
    case TextRole::Heading: return LooksDialog::tr("Headings");
    case TextRole::Body: return LooksDialog::tr("Text");
    case TextRole::Small: return LooksDialog::tr("Small print");
    }
    return {};
}

QString lookWords(const TextLook& look)
{
    return LooksDialog::tr("%1, %2 over %3, %4")
        .arg(look.font, formatNumber(look.size, Unit::Point), formatLength(look.leading, Unit::Point), look.ink);
}

QStandardItem* cellOf(const QString& text)
{
    auto* cell = new QStandardItem(text);
    cell->setEditable(false);
    return cell;
}

} // namespace

LooksDialog::LooksDialog(Document& document, QWidget* parent)
    : QDialog(parent), document_(document), about_(plainLabel()), tree_(new QTreeView),
      model_(new QStandardItemModel(this))
{
    setObjectName(QStringLiteral("looksDialog"));
    setWindowTitle(tr("Looks of the text"));
    resize(720, 440);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    about_->setObjectName(QStringLiteral("looks.about"));
    about_->setWordWrap(true);
    column->addWidget(about_);
    tree_->setObjectName(QStringLiteral("looks.tree"));
    tree_->setAccessibleName(tr("Looks of the text, by what it is for"));
    tree_->setModel(model_);
    tree_->setRootIsDecorated(false);
    tree_->setItemsExpandable(false);
    tree_->setIndentation(14);
    column->addWidget(tree_, 1);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    same_ = buttons->addButton(tr("Make it the same"), QDialogButtonBox::ActionRole);
    same_->setObjectName(QStringLiteral("looks.same"));
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(same_, &QPushButton::clicked, this, &LooksDialog::makeUsual);
    connect(tree_->selectionModel(), &QItemSelectionModel::currentChanged, this, [this] {
        const Row* row = current();
        same_->setEnabled(row && row->used.look != row->like);
    });
    connect(tree_, &QTreeView::activated, this, [this] {
        if (const Row* row = current())
            Q_EMIT opened(row->used.item);
    });
    connect(&document_, &Document::changed, this, &LooksDialog::refresh);
    refresh();
}

const LooksDialog::Row* LooksDialog::current() const
{
    const QVariant row = tree_->currentIndex().siblingAtColumn(0).data(rowRole);
    return row.isValid() ? &rows_[std::size_t(row.toInt())] : nullptr;
}

void LooksDialog::refresh()
{
    const QString before = tree_->currentIndex().siblingAtColumn(0).data().toString();
    rows_.clear();
    model_->clear();
    model_->setHorizontalHeaderLabels({tr("Look"), tr("Against the others"), tr("Paragraphs"), tr("Words")});
    for (const int number : {2, 3})
        model_->horizontalHeaderItem(number)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    int nearly = 0;
    QModelIndex again;
    for (const RoleLooks& role : looksUsed(document_.job())) {
        auto* head = cellOf(roleName(role.role));
        QFont bold = head->font();
        bold.setBold(true);
        head->setFont(bold);
        head->setSelectable(false);
        model_->appendRow({head, cellOf({}), cellOf({}), cellOf({})});
        for (const UsedLook& used : role.looks) {
            const bool usual = used.look == role.looks.front().look;
            auto* cell = cellOf(lookWords(used.look));
            QStandardItem* against = cellOf(used.nearly ? tr("almost the same")
                                            : usual     ? tr("the usual one")
                                                        : tr("differs"));
            cell->setData(int(rows_.size()), rowRole);
            cell->setIcon(used.nearly ? themedIcon(QStringLiteral("triangle-alert"), Theme::of(this).ochre)
                          : usual     ? themedIcon(QStringLiteral("circle-check"), Theme::of(this).accent)
                                      : themedIcon(QStringLiteral("info"), Theme::of(this).ink2));
            rows_.push_back({role.role, used, used.nearly.value_or(role.looks.front().look)});
            QStandardItem* paragraphs = cellOf(QString::number(used.paragraphs));
            QStandardItem* words = cellOf(QString::number(used.words));
            for (QStandardItem* number : {paragraphs, words})
                number->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
            head->appendRow({cell, against, paragraphs, words});
            nearly += used.nearly ? 1 : 0;
            if (cell->text() == before)
                again = cell->index();
        }
    }
    tree_->expandAll();
    tree_->header()->setStretchLastSection(false);
    tree_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    for (int column = 1; column < model_->columnCount(); ++column)
        tree_->header()->resizeSection(column, column == 1 ? 140 : 100);
    tree_->setCurrentIndex(again);
    same_->setEnabled(current() && current()->used.look != current()->like);
    const QStringList families = familiesUsed(document_.job());
    about_->setText(
        (families.isEmpty()     ? tr("There is no text yet.")
         : families.size() == 1 ? tr("One family of fonts: %1.").arg(families.first())
                                : tr("%1 families of fonts: %2.")
                                      .arg(QString::number(families.size()), families.join(QStringLiteral(", ")))) +
        (nearly == 0   ? QString()
         : nearly == 1 ? tr(" One look is almost another one, and was perhaps meant to be the same.")
                       : tr(" %1 looks are almost others, and were perhaps meant to be the same.").arg(nearly)));
}

void LooksDialog::makeUsual()
{
    const Row* row = current();
    if (!row)
        return;
    Job job = document_.job();
    giveLook(job, row->role, row->used.look, row->like);
    (void)document_.edit(tr("Make looks the same"), std::move(job));
}

} // namespace hinge
