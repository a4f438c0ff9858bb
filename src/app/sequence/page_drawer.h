// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/sequence/page_selection.h"
#include "app/sequence/sequence_editor.h"

#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

class QCheckBox;
class QComboBox;
class QVBoxLayout;

namespace hinge
{

struct Actions;

/// About the pages that are taken: what stands on them, how far they have come, how what is supplied lies.
class PageDrawer : public QWidget
{
    Q_OBJECT

public:
    PageDrawer(Document& document, PageSelection& selection, SequenceEditor& editor, Actions& actions,
               QWidget* parent = nullptr);
    /// The keyboard goes to the note of a question.
    void askQuestion();

protected:
    void showEvent(QShowEvent* event) override;

private:
    void addSet(QVBoxLayout* column);
    void addStates(QVBoxLayout* column);
    void addLie(QVBoxLayout* column);
    void addNumbers(QVBoxLayout* column);
    void addOrder(QVBoxLayout* column, Actions& actions);
    void refresh();
    void refreshLie();
    void refreshNumbers();
    /// A field that does something with what is typed when Enter is pressed or the field is left.
    QLineEdit* fieldFor(const char* name, const std::function<Result<void>(const QString&)>& take);
    [[nodiscard]] QString contents() const;

    Document& document_;
    PageSelection& selection_;
    SequenceEditor& editor_;
    QLabel* title_ = nullptr;
    QLabel* about_ = nullptr;
    QLineEdit* set_ = nullptr;
    std::array<QPushButton*, 4> states_{};
    QLineEdit* question_ = nullptr;
    QWidget* lie_ = nullptr;
    QLineEdit* fromSpine_ = nullptr;
    QLineEdit* down_ = nullptr;
    QLineEdit* scale_ = nullptr;
    QLineEdit* moveTo_ = nullptr;
    QLineEdit* copyTo_ = nullptr;
    QWidget* cover_ = nullptr;
    QWidget* numbers_ = nullptr; ///< how they look, once they are printed
    QCheckBox* hides_ = nullptr;
    QComboBox* numberStyle_ = nullptr;
    bool stale_ = true;
};

} // namespace hinge
