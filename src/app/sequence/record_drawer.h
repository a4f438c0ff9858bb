// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "core/job/record_fill.h"

#include <QAbstractListModel>
#include <QWidget>

class QCheckBox;
class QLabel;
class QListView;
class QPushButton;
class QVBoxLayout;

namespace hinge
{

/// The fields of the data, each with what it says in the record at hand.
class FieldsModel : public QAbstractListModel
{
    Q_OBJECT

public:
    explicit FieldsModel(Document& document, QObject* parent = nullptr);
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    /// Something on the piece names it.
    [[nodiscard]] bool isUsed(int row) const;
    [[nodiscard]] QString field(int row) const { return record_.fields.value(row); }
    void refresh();

private:
    Document& document_;
    Record record_;
    QStringList used_;
};

/// About the records of the piece: numbers or rows of a file, how they are read, which fields there are.
class RecordDrawer : public QWidget
{
    Q_OBJECT

public:
    explicit RecordDrawer(Document& document, QWidget* parent = nullptr);

Q_SIGNALS:
    /// A file of data is to be chosen.
    void dataRequested();
    /// A text that names the field is to stand on the piece.
    void fieldRequested(const QString& field);

protected:
    void showEvent(QShowEvent* event) override;

private:
    QWidget* makeSeries();
    QWidget* makeFile();
    void addFields(QVBoxLayout* column);
    void addPieces(QVBoxLayout* column);
    void refresh();
    void refreshFile();

    Document& document_;
    FieldsModel fields_;
    QLabel* title_ = nullptr;
    QLabel* about_ = nullptr;
    QWidget* series_ = nullptr;
    QLabel* run_ = nullptr; ///< the numbers as they come out
    QWidget* file_ = nullptr;
    QLabel* name_ = nullptr;
    QLabel* readAs_ = nullptr;
    QWidget* choices_ = nullptr; ///< how the file is read
    QListView* list_ = nullptr;
    QPushButton* putOn_ = nullptr;
    QLabel* each_ = nullptr;
    bool stale_ = true;
};

} // namespace hinge
