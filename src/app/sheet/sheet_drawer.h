// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/setup_store.h"
#include "app/sheet/sheet_state.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QStackedWidget;
class QVBoxLayout;

namespace hinge
{

class JobField;
class JobChoice;
class TurnPicture;

/// What lies on the press sheet and how: arrangements and rows; marks; what press and knife do, and what it costs.
/// Fields about a sheet are those of the component in hand.
class SheetDrawer : public QWidget
{
    Q_OBJECT

public:
    SheetDrawer(Document& document, SheetState& state, QWidget* parent = nullptr);

private:
    QWidget* makeLayout();
    QWidget* makeMarks();
    QWidget* makePress();
    void addChoosing(QVBoxLayout* column);
    void compare();
    void keepSetup();
    void takeSetup(const QString& name);
    void listSetups();
    void addRows(QVBoxLayout* column);
    void addCreep(QVBoxLayout* column);
    void addCost(QVBoxLayout* column);
    void refresh();

    using SetupLength = std::function<std::optional<Length>(const SheetSetup&)>;
    /// A field of the setup in hand; empty text lets it go.
    JobField* setupLength(const QString& what, SetupLength shown,
                          std::function<void(SheetSetup&, std::optional<Length>)> set, const QString& placeholder);
    JobField* setupCount(const QString& what, int SheetSetup::*part);
    template <class T>
    JobChoice* setupChoice(const QString& what, T SheetSetup::*part, const std::vector<std::pair<QString, T>>& options);
    JobChoice* workStyleChoice();
    JobField* price(const QString& what, std::optional<qint64> Prices::*part);

    Document& document_;
    SheetState& state_;
    QStackedWidget* pages_ = nullptr;
    QLabel* about_ = nullptr;
    QLabel* turning_ = nullptr;
    TurnPicture* turnPicture_ = nullptr;
    QLabel* costs_ = nullptr; ///< what the run takes, and how much of it
    QLabel* amounts_ = nullptr;
    QLabel* piles_ = nullptr;
    QWidget* creep_ = nullptr;
    SetupStore setups_;
    QComboBox* kept_ = nullptr;
    std::vector<JobField*> fields_;
    std::vector<JobChoice*> choices_;
};

} // namespace hinge
