// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "pdf/paste_over_report.h"

#include <QDialog>
#include <atomic>
#include <memory>

class QLabel;
class QListView;
class QStandardItemModel;

namespace hinge
{

/// What each paste-over of the job covers, page by page; those that cover nothing, or cut through something, come
/// first. The pages are read in a worker thread, which stops when the dialog is closed.
class CoveredDialog : public QDialog
{
    Q_OBJECT

public:
    explicit CoveredDialog(Document& document, QWidget* parent = nullptr);
    ~CoveredDialog() override;

Q_SIGNALS:
    /// One of the places is to be looked at.
    void opened(const hinge::SurfaceId& surface);

private:
    void tell(const std::vector<PasteOverSpot>& spots);
    Document& document_;
    QLabel* about_;
    QListView* list_;
    QStandardItemModel* model_;
    std::vector<SurfaceId> places_; ///< one a row
    std::shared_ptr<std::atomic<bool>> goesOn_ = std::make_shared<std::atomic<bool>>(true);
};

} // namespace hinge
