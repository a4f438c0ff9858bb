// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_facts.h"
#include "core/file/links.h"

namespace hinge
{

/// Reads what there is to know about a linked file: pages and boxes of a PDF (also whether its fonts
/// are all in it), the pixels of a picture, or the rows of a CSV file. Never throws; what is wrong stands in `error`.
/// A CSV file is read as `reading` says.
[[nodiscard]] FileFacts readFileFacts(const QString& absolutePath, const CsvReading& reading = {});

/// The same for a picture of pixels, without its hash: only its head is read.
[[nodiscard]] FileFacts readPixelFacts(const QString& absolutePath);

/// Looks at how light and dark a picture, or the pages of a PDF of a few, are all over (`Tones`): where nobody shows
/// them anyway.
void readTones(const QString& absolutePath, FileFacts& facts);

/// Facts of every file the job links to.
[[nodiscard]] FileFactsMap readAllFacts(const Job& job, const QString& jobFolder);

} // namespace hinge
