// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheet/strokes_model.h"

#include "core/plan/knife_words.h"

namespace hinge
{

StrokesModel::StrokesModel(Document& document, SheetState& state, QObject* parent)
    : QAbstractListModel(parent), document_(document), state_(state)
{
    connect(&state_, &SheetState::changed, this, [this] {
        beginResetModel();
        endResetModel();
    });
}

int StrokesModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() || state_.knife().steps.empty() ? 0 : int(state_.knife().steps.size()) + 1;
}

QVariant StrokesModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    if (index.row() == int(state_.knife().steps.size())) {
        const QString title = tr("All is cut");
        return role == Qt::DisplayRole || role == Qt::AccessibleTextRole ? QVariant(title) : QVariant();
    }
    const KnifeStep& step = state_.knife().steps[std::size_t(index.row())];
    const QString gauge = formatLength(step.gauge, document_.job().unit);
    const QString words = step.turn == 0 ? edgeText(step) : tr("turn it %1\n%2").arg(turnText(step), edgeText(step));
    switch (role) {
    case Qt::DisplayRole: return tr("%1.  gauge %2").arg(index.row() + 1).arg(gauge);
    case WordsRole: return words;
    case Qt::ToolTipRole: return fallsText(step);
    case Qt::AccessibleTextRole:
        return tr("stroke %1: gauge %2; %3; %4")
            .arg(index.row() + 1)
            .arg(gauge, QString(words).replace(u'\n', QStringLiteral("; ")), fallsText(step));
    default: return {};
    }
}

} // namespace hinge
