// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/window/stage.h"

#include <QAbstractListModel>
#include <QListView>
#include <QSet>
#include <QWidget>

namespace hinge
{

/// The figures of the plan as rows, with the names of their groups in between.
class FiguresModel : public QAbstractListModel
{
    Q_OBJECT

public:
    enum Role { IsGroup = Qt::UserRole, Value, Working, Source, Overridden, Overridable, Open, Key };
    explicit FiguresModel(Document& document, QObject* parent = nullptr);

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    /// Takes a typed value in place of a figure's own; an empty text lets it go again.
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    void toggle(const QModelIndex& index);
    /// The reason why the last typed value was refused.
    [[nodiscard]] const QString& refusal() const { return refusal_; }
    /// The heading of the group that a figure stands in; invalid when there is no such figure.
    [[nodiscard]] QModelIndex groupOf(const QString& key) const;

private:
    struct Row {
        QString group; ///< set for a group's name
        Figure figure;
    };
    void rebuild();
    Document& document_;
    std::vector<Row> rows_;
    QSet<QString> open_;
    QString refusal_;
};

/// The slip of paper at the left: name, customer and the figures, each of which opens to its working.
class Docket : public QWidget
{
    Q_OBJECT

public:
    explicit Docket(Document& document, QWidget* parent = nullptr);
    ~Docket() override { delete list_; } // before the model it shows
    /// Puts the figures first that matter at this stage.
    void setStage(Stage stage);

protected:
    void paintEvent(QPaintEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    FiguresModel model_;
    QListView* list_ = nullptr;
};

} // namespace hinge
