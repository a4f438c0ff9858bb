// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/document/selection.h"

#include <QWidget>

class QVBoxLayout;

namespace hinge
{

/// The part of the drawer about the master that is worked on: its name, where it shows, what it lies under. Built anew
/// where it shows somewhere else.
class MasterCard : public QWidget
{
    Q_OBJECT

public:
    MasterCard(Document& document, Selection& selection, int master, QWidget* parent = nullptr);

private:
    void addName(QVBoxLayout* column);
    void addPlaces(QVBoxLayout* column);
    void addLie(QVBoxLayout* column);
    void addLeaving(QVBoxLayout* column);
    /// Changes the master in a job; what is wrong with it is told when the job is refused.
    void change(Job& job, const std::function<void(Master&)>& how) const;
    [[nodiscard]] QString counted() const;

    Document& document_;
    Selection& selection_;
    int master_;
};

} // namespace hinge
