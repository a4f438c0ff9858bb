// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/preset_store.h"
#include "core/edit/change_kind.h"
#include "core/plan/plan.h"

#include <QAbstractListModel>
#include <QDialog>
#include <QSortFilterProxyModel>

class QComboBox;
class QLabel;
class QLineEdit;
class QLayout;
class QListView;
class QListWidget;
class QPushButton;

namespace hinge
{

/// The set-ups to start from, each fitted to the size that was asked for.
class PresetModel : public QAbstractListModel
{
    Q_OBJECT

public:
    enum Role { KindRole = Qt::UserRole + 1, DescriptionRole, SizeRole, ProblemRole, OwnRole };
    explicit PresetModel(PresetStore& store, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;

    void setStartSize(const StartSize& start);
    [[nodiscard]] const Preset& preset(int row) const { return store_.all()[std::size_t(row)]; }
    /// The job it would give; fails when the size does not suit it.
    [[nodiscard]] const Result<Job>& job(int row) const { return entries_[std::size_t(row)].job; }
    /// Empty when there is no job.
    [[nodiscard]] const std::optional<Plan>& plan(int row) const { return entries_[std::size_t(row)].plan; }

private:
    void rebuild();
    struct Entry {
        Result<Job> job;
        std::optional<Plan> plan;
    };
    PresetStore& store_;
    StartSize start_;
    std::vector<Entry> entries_;
};

/// Where a piece begins: pick a kind, say a size when there is one, and take a set-up drawn as a little folded piece.
class StartGallery : public QDialog
{
    Q_OBJECT

public:
    StartGallery(PresetStore& presets, Unit unit, QWidget* parent = nullptr);
    /// The job to start with; valid after the dialog was accepted.
    [[nodiscard]] const Job& chosen() const { return chosen_; }

private:
    class KindFilter;
    QLayout* makeSizes();
    QListWidget* makeKinds();
    QListView* makePieces();
    QLayout* makeFoot();
    /// The sheets or envelopes a size may be taken from, by `StartSize::From`.
    void offerSizes(int from);
    void readSize();
    void refreshButtons();
    [[nodiscard]] int currentRow() const;
    void take();
    void importPreset();
    void sharePreset();
    void removePreset();

    PresetStore& presets_;
    Unit unit_;
    PresetModel model_;
    KindFilter* filter_ = nullptr;
    QListView* list_ = nullptr;
    QComboBox* from_ = nullptr;
    QComboBox* known_ = nullptr;
    QLineEdit* closed_ = nullptr;
    QLabel* note_ = nullptr;
    QPushButton* start_ = nullptr;
    QPushButton* share_ = nullptr;
    bool refused_ = false; ///< what is typed is no size
    QPushButton* remove_ = nullptr;
    Job chosen_;
};

} // namespace hinge
