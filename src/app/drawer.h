// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document.h"
#include "app/items_model.h"
#include "app/placing.h"
#include "app/selection.h"

#include <QPlainTextEdit>
#include <QWidget>

class QLabel;
class QLayout;
class QVBoxLayout;
class QActionGroup;

namespace hinge {

struct Actions;
class ScreenColour;

/// The slip at the right of the Flat stage: about the panel, or about the item that is selected.
class Drawer : public QWidget {
    Q_OBJECT

public:
    Drawer(Document& document, Selection& selection, Placing& placing, const ScreenColour& colour, Actions& actions, QWidget* parent = nullptr);
    /// Puts the keyboard into the words of the selected text.
    void editText();

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void rebuild();
    void buildPanel(QVBoxLayout* column);
    void buildItem(QVBoxLayout* column, const Item& item);
    void buildPicture(QVBoxLayout* column, const Item& item);
    void buildTint(QVBoxLayout* column, const Item& item);
    void buildText(QVBoxLayout* column, const Item& item);
    void buildInks(QVBoxLayout* column, const QString& itemId);
    void applyText(const QString& itemId);
    /// First and last paragraph that the cursor or its selection touches.
    [[nodiscard]] std::pair<int, int> paragraphsInHand() const;
    class JobField* field(QVBoxLayout* column, const QString& label, JobField* edit, const char* name);

    Document& document_;
    Selection& selection_;
    Placing& placing_;
    const ScreenColour& colour_;
    Actions& actions_;
    ItemsModel items_;
    QWidget* body_ = nullptr;
    QString builtFor_;
    QPlainTextEdit* words_ = nullptr;
    QLabel* fit_ = nullptr;
    QString wordsFor_;
    bool writing_ = false;
};

} // namespace hinge
