// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPushButton>
#include <functional>
#include <vector>

class QBoxLayout;

namespace hinge
{

/// One of a row of buttons of which exactly one is down.
struct Pill {
    QString text;
    QString tip;
    QString objectName;
};

/// Adds the row to `bar`; `chosen` hears the number of the one pressed, from 0.
std::vector<QPushButton*> addPills(QBoxLayout* bar, const std::vector<Pill>& pills, int first,
                                   std::function<void(int)> chosen);

/// The three states in which paper is looked at, in the order of `PaperView`. `prefix` begins the object names.
[[nodiscard]] std::vector<Pill> paperViewPills(const QString& prefix);

} // namespace hinge
