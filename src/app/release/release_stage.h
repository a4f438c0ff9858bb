// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/document/exporter.h"
#include "app/fields/findings_list.h"
#include "core/plan/check_list.h"

#include <QAbstractListModel>
#include <QWidget>
#include <functional>

class QLabel;
class QListView;
class QProgressBar;
class QPushButton;

namespace hinge
{

struct Actions;
class FacePainter;

/// What was checked, each point with its state, as rows.
class CheckListModel : public QAbstractListModel
{
    Q_OBJECT

public:
    enum Role { Detail = Qt::UserRole, Trouble };
    explicit CheckListModel(Document& document, QObject* parent = nullptr);
    /// Checks the job as it is now.
    void refresh();
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

private:
    Document& document_;
    std::vector<CheckedPoint> points_;
};

/// The last stage: what is still to settle, and the files for the printer.
class ReleaseStage : public QWidget
{
    Q_OBJECT

public:
    ReleaseStage(Document& document, Exporter& exporter, FacePainter& painter, Actions& actions,
                 QWidget* parent = nullptr);

Q_SIGNALS:
    void showRequested(const hinge::Finding& finding);

protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    QWidget* makeFindings();
    QWidget* makeFiles(FacePainter& painter, Actions& actions);
    /// A file with its picture, what it is for, and the button that writes it.
    QWidget* offerFile(FacePainter& painter, const QString& name, const QString& about, ExportKind kind,
                       QAction* action, const char* objectName);
    /// What the files comply with.
    QLabel* makeStandard();
    QLayout* makeProgress();
    void refresh();
    /// In the colours of the theme.
    void colourState();

    Document& document_;
    Exporter& exporter_;
    CheckListModel checks_;
    std::function<void()> fitChecks_; ///< makes their list as high as its rows
    std::vector<QWidget*> previews_;  ///< of the files
    FindingsList* list_ = nullptr;
    QWidget* pages_ = nullptr;
    QWidget* copies_ = nullptr; ///< the offer to write them
    QLabel* extent_ = nullptr;  ///< what the files leave out
    QLabel* verdict_ = nullptr;
    QLabel* state_ = nullptr;
    QProgressBar* progress_ = nullptr;
    QPushButton* stop_ = nullptr;
    QPushButton* showFile_ = nullptr;
    QString lastFile_;
    bool failed_ = false; ///< the last file was not written
    bool stale_ = true;   ///< the job changed while the stage was not in view
};

} // namespace hinge
