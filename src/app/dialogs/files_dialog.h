// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/document/selection.h"
#include "app/look/table_dialog.h"
#include "core/plan/file_state.h"

#include <QAbstractTableModel>

namespace hinge
{

/// The files a job uses, one a row: how large, how fine, in which colours, and whether it is still what was placed.
class FilesModel : public QAbstractTableModel
{
    Q_OBJECT

public:
    enum Column { Name, State, Pixels, Resolution, Colour, Bytes, columnTotal };
    FilesModel(Document& document, QWidget* parent);

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    /// As it stands in the job.
    [[nodiscard]] QString pathAt(int row) const;

private:
    void refresh();
    [[nodiscard]] FileState stateOf(const QString& path) const;
    Document& document_;
    QStringList paths_;
};

/// Looks after the files of a job: read them again, find one again, put another in its place everywhere.
class FilesDialog : public TableDialog
{
    Q_OBJECT

public:
    FilesDialog(Document& document, Selection& selection, QWidget* parent = nullptr);
    /// Puts another file in the place of one, wherever the job uses it.
    void replaceWith(const QString& newPath);

private:
    [[nodiscard]] QString current() const;
    void chosenChanged() override;
    /// Reads the file again; what it was when it was placed no longer counts.
    void takeAsItIs();
    void findOrReplace();
    void showCurrent();
    /// Takes the file into the job, or puts it beside the job again.
    void embedOrRelease();
    Document& document_;
    Selection& selection_;
    FilesModel model_;
    QPushButton* refresh_;
    QPushButton* replace_;
    QPushButton* embed_;
    QPushButton* show_;
};

} // namespace hinge
