// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <vector>

namespace hinge
{

/// Records of which something is wrong that can only be told by looking at each of them.
struct SurveyedItem {
    QString itemId;
    int count = 0;  ///< how many records it is wrong in
    int first = -1; ///< the first of those, from 0
    QString what;   ///< of the first: the name of a file that is not there, or why a code cannot be made
    bool operator==(const SurveyedItem&) const = default;
};

/// What going through all records of a job told. Filled outside core; empty until somebody has gone through them.
struct RecordSurvey {
    std::vector<SurveyedItem> pictures; ///< files that are not there
    std::vector<SurveyedItem> codes;    ///< that cannot be made
    bool operator==(const RecordSurvey&) const = default;
    [[nodiscard]] bool isEmpty() const { return pictures.empty() && codes.empty(); }
};

} // namespace hinge
