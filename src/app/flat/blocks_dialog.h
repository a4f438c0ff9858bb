// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/block_store.h"
#include "app/document/document.h"
#include "paint/face_painter.h"

#include <QAbstractListModel>
#include <QDialog>
#include <QIcon>

class QLabel;
class QListView;
class QPushButton;

namespace hinge
{

/// The blocks on the shelf, each with its picture.
class BlockModel : public QAbstractListModel
{
    Q_OBJECT

public:
    BlockModel(BlockStore& store, FacePainter& painter, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    /// Draws the pictures anew: what they show was read meanwhile.
    void refresh();
    static constexpr QSize pictureSize{168, 112};

private:
    [[nodiscard]] QIcon pictureOf(const Block& block) const;
    void rebuild();
    BlockStore& store_;
    FacePainter& painter_;
    std::vector<QIcon> pictures_;
};

/// The shelf of house blocks: put one on the panel at hand, take a newer version over, share them, take them away.
class BlocksDialog : public QDialog
{
    Q_OBJECT

public:
    BlocksDialog(BlockStore& store, Document& document, FacePainter& painter, QWidget* parent = nullptr);
    enum class Wish { Put, TakeOver };
    /// What is to be done once the dialog was accepted, with the block chosen.
    [[nodiscard]] Wish wish() const { return wish_; }
    [[nodiscard]] QString chosen() const;
    /// What the dialog does behind its buttons; the note says how it went.
    void importFrom(const QString& path);
    void shareTo(const QString& path);

private:
    void tell();
    void say(const QString& text);
    QPushButton* button(const QString& text, const char* name, const QString& tip);

    BlockStore& store_;
    Document& document_;
    BlockModel model_;
    QListView* list_;
    QLabel* note_;
    QPushButton *put_, *takeOver_, *share_, *remove_;
    Wish wish_ = Wish::Put;
};

} // namespace hinge
