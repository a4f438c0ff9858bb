// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"
#include "pdf/windowed_file.h"

#include <memory>
#include <qpdf/QPDF.hh>

namespace hinge
{

/// True for files that hold pages: PDF and SVG.
[[nodiscard]] bool isPageFile(const QString& path);

/// A PDF that is open for reading.
struct OpenPdf {
    std::shared_ptr<QPDF> pdf;
    std::shared_ptr<const WindowedFile> file; ///< empty where it was made of an SVG
};

/// Opens a PDF for reading; an SVG becomes one of a single page. Fails with a reason for people when it is missing,
/// broken beyond repair, without pages, or locked by a password.
[[nodiscard]] Result<OpenPdf> openPdf(const QString& path);

/// True when it can only be opened with a password.
[[nodiscard]] bool isLockedPdf(const QString& path);
/// A locked file without its lock. Fails when the password is not the right one.
[[nodiscard]] Result<QByteArray> unlockedPdf(const QString& path, const QString& password);

/// The page `number`, from 1; fails when the file has no such page.
[[nodiscard]] Result<QPDFObjectHandle> pageOf(QPDF& pdf, int number, const QString& path);

} // namespace hinge
