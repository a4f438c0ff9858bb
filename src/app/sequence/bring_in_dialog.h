// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/sequence/incoming_model.h"
#include "app/sequence/page_pictures.h"

#include <QDialog>
#include <functional>

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QListView;
class QPushButton;
class QVBoxLayout;

namespace hinge
{

/// Pages and pictures before they come in: seen in their order, which can be changed, single ones left out; how they
/// are placed; and what piece they would make.
class BringInDialog : public QDialog
{
    Q_OBJECT

public:
    /// Opens a locked file: the link to a copy that is open, or the reason why there is none.
    using Unlock = std::function<Result<QString>(const QString& path)>;
    /// `before` is the place they would come in at; -1 for the end.
    BringInDialog(Document& document, int before, Unlock unlock, QWidget* parent = nullptr);

    /// Files and folders, each in natural order behind what is there already.
    void addFiles(const QStringList& paths);

    [[nodiscard]] std::vector<IncomingPage> pages() const { return model_.chosen(); }
    [[nodiscard]] int before() const;
    [[nodiscard]] IncomingLie lie() const;
    /// What the piece is to become; nothing where it stays as it is.
    [[nodiscard]] std::optional<IncomingOffer> offer() const;
    /// Files, or the pictures of pages in view, are still to come.
    [[nodiscard]] bool isReading() const { return reading_ > 0 || !pictures_.isIdle(); }

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    QWidget* makeChoices();
    void addPictureChoices(QVBoxLayout* column);
    void readOne(std::size_t at, const QString& link);
    /// Of the pages a cover would be wrapped about; nothing where none is.
    [[nodiscard]] std::optional<Size> coverSize() const;
    void settle();
    void refresh();
    void wantPictures();

    Document& document_;
    int before_;
    Unlock unlock_;
    std::vector<IncomingFile> files_;
    QStringList problems_;
    IncomingModel model_;
    PagePictures pictures_;
    int reading_ = 0;
    bool fresh_ = false; ///< nothing stands on the pages of the job yet

    QListView* list_ = nullptr;
    QLabel* count_ = nullptr;
    QLabel* told_ = nullptr;
    QCheckBox* setUp_ = nullptr;
    QLabel* offerText_ = nullptr;
    QCheckBox* apart_ = nullptr;
    QComboBox* fit_ = nullptr;
    QComboBox* box_ = nullptr;
    QWidget* pictureChoices_ = nullptr;
    QComboBox* area_ = nullptr;
    QCheckBox* grow_ = nullptr;
    QCheckBox* shrink_ = nullptr;
    QComboBox* lean_ = nullptr;
    QLineEdit* place_ = nullptr;
    QPushButton* take_ = nullptr;
};

} // namespace hinge
