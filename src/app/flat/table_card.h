// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/fields/fields.h"

#include <QWidget>

class QVBoxLayout;

namespace hinge
{

/// The part of the drawer about a text that is set as a table: how wide its columns are, its lines, tints and padding.
class TableCard : public QWidget
{
    Q_OBJECT

public:
    TableCard(Document& document, QString item, QWidget* parent = nullptr);

Q_SIGNALS:
    /// The cells are to be typed.
    void cellsRequested();

private:
    void addColumns(QVBoxLayout* column);
    void addLines(QVBoxLayout* column);
    void addTints(QVBoxLayout* column);
    JobField* length(const QString& what, Length Table::*part, Unit unit);
    JobField* weight(const QString& what, Stroke Table::*part);
    JobField* strength(const QString& what, Percent Table::*part);
    /// An ink of the job; with a word for none where there may be none.
    JobChoice* ink(const QString& what, const std::function<QString(const Table&)>& shown,
                   const std::function<void(Table&, const QString&)>& set, const QString& none);
    void change(Job& job, const std::function<void(Table&)>& how) const;
    [[nodiscard]] Table shown(const Job& job) const;

    Document& document_;
    QString item_;
};

} // namespace hinge
