// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dummy/steps_model.h"

#include "paint/dummy_words.h"

namespace hinge
{

StepsModel::StepsModel(Document& document, DummyCanvas& canvas, QObject* parent)
    : QAbstractListModel(parent), document_(document), canvas_(canvas)
{
}

int StepsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : canvas_.lastMoment() + 1; }

QString StepsModel::title(int row) const
{
    const Dummy& dummy = canvas_.dummy();
    if (row == 0 || dummy.isBound())
        return momentWords(document_.job(), dummy, document_.plan(), row);
    return stepTitle(dummy, row - 1);
}

QString StepsModel::words(int row) const
{
    const Dummy& dummy = canvas_.dummy();
    return row == 0 || dummy.isBound() ? QString() : stepWords(dummy, document_.plan(), row - 1);
}

QVariant StepsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    switch (role) {
    case Qt::DisplayRole: return title(index.row());
    case WordsRole: return words(index.row());
    case Qt::AccessibleTextRole: {
        const QString more = words(index.row());
        return more.isEmpty() ? title(index.row()) : title(index.row()) + QStringLiteral(": ") + more;
    }
    default: return {};
    }
}

} // namespace hinge
