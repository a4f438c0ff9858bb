// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "core/dummy/paper_dummy.h"
#include "paint/face_painter.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QLabel;
class QPushButton;

namespace hinge
{

class DummyPagesView;

/// How a paper dummy is printed: on which paper, how large, how the back gets behind the front. The pages are shown as
/// they will come.
class PrintDummyDialog : public QDialog
{
    Q_OBJECT

public:
    PrintDummyDialog(Document& document, FacePainter& painter, QWidget* parent = nullptr);
    [[nodiscard]] const PaperDummy& dummy() const { return dummy_; }

private:
    void refresh();

    Document& document_;
    PaperDummy dummy_;
    DummyPagesView* pages_ = nullptr;
    QComboBox* paper_ = nullptr;
    QComboBox* size_ = nullptr;
    QComboBox* back_ = nullptr;
    QCheckBox* artwork_ = nullptr;
    QLabel* told_ = nullptr;
    QPushButton* save_ = nullptr;
};

/// Writes a paper dummy in a worker thread, with progress, and tells when it has ended: an empty text when all went
/// well or was stopped.
void writePaperDummyInBackground(Document& document, const PaperDummy& dummy, const QByteArray& press,
                                 const QString& path, QWidget* window, std::function<void(const QString&)> ended);

} // namespace hinge
