// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QtGlobal>

/// How much of a file is taken before it is refused: more than any printed piece asks for, and little enough that a
/// file made to do harm is turned away in seconds and with little memory. Every reader of files keeps to these and has
/// none of its own.
namespace hinge::limits
{

/// Sides of a picture, in pixels.
inline constexpr int longestSide = 200'000;
/// Pixels of a picture; line art of one bit may have eight times as many. An A0 poster at 400 pixels per inch has 250
/// million.
inline constexpr qint64 mostPixels = 300'000'000;
/// Memory for the parts of a picture that can only be read at once: interlaced pictures, strips and rows of tiles. In
/// bytes.
inline constexpr qint64 largestBlock = 256LL << 20;
/// An ICC profile, in bytes. Those of presses have up to 3 MB.
inline constexpr qint64 largestProfile = 16LL << 20;

/// A drawing (SVG), in bytes, in elements, and in elements within each other; those drawn by way of references count as
/// often as they are drawn.
inline constexpr qint64 largestSvg = 64LL << 20;
inline constexpr int mostSvgElements = 500'000;
inline constexpr int deepestSvg = 200;

/// A PDF, in bytes and in pages; what its page says once it is unpacked, in bytes; forms within each other.
inline constexpr qint64 largestPdf = 4LL << 30;
inline constexpr int mostPdfPages = 100'000;
inline constexpr qint64 largestPageContent = 256LL << 20;
inline constexpr int deepestForms = 28;
/// Rendering a page for the screen, in milliseconds.
inline constexpr int longestRendering = 20'000;

/// A job file, and the job inside a packed one, in bytes.
inline constexpr qint64 largestJobFile = 1LL << 30;
inline constexpr qint64 largestJobEntry = 64LL << 20;
/// A packed job: its entries, and all of them together when unpacked, in bytes; and how far one may unfold: pictures
/// are packed already.
inline constexpr qint64 mostPackedEntries = 4096;
inline constexpr qint64 largestUnpacked = 1LL << 30;
inline constexpr qint64 mostUnfolding = 200;
/// What unfolds to less than this may unfold as far as it likes, in bytes.
inline constexpr qint64 harmlessUnfolding = 1LL << 20;

/// A text file that is placed, in bytes.
inline constexpr qint64 largestText = 4LL << 20;

/// A CSV file, in bytes and in rows; a row of it, in bytes; how many rows may be wrong before the file is not taken for
/// a table.
inline constexpr qint64 largestTable = 512LL << 20;
inline constexpr int mostRows = 10'000'000;
inline constexpr qint64 longestRow = 1LL << 20;
inline constexpr int mostWrongRows = 1000;

/// A text of a word processor, in bytes, and what the converter makes of it; its time in milliseconds, and its memory
/// in megabytes.
inline constexpr qint64 largestDocument = 64LL << 20;
inline constexpr qint64 largestDocumentTree = 64LL << 20;
inline constexpr int longestConversion = 30'000;
inline constexpr int converterMemory = 1024;

/// A table that is set on the paper: its rows and columns, and the spreadsheet it comes from, in bytes unpacked.
inline constexpr int mostTableRows = 5000;
inline constexpr int mostTableColumns = 100;
inline constexpr qint64 largestSheet = 64LL << 20;

} // namespace hinge::limits
