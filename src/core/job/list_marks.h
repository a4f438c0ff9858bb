// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"

namespace hinge
{

/// The mark of one paragraph of a list: "•" or another sign, "3.", "c."; nothing for none.
[[nodiscard]] QString listMark(ListMark mark, const QString& sign, int number);

/// What stands before each of these paragraphs: a sign, "3.", "c.", or nothing. Numbers and letters count the
/// paragraphs of a list that follow each other. What is indented deeper belongs to the paragraph before it, a list in a
/// list too; any other paragraph ends the list.
[[nodiscard]] QStringList listMarks(const std::vector<Paragraph>& paragraphs);

} // namespace hinge
