// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/tones.h"
#include "core/paper/cut_tree.h"

#include <QHash>
#include <QString>
#include <QStringList>
#include <array>
#include <memory>
#include <vector>

namespace hinge
{

class RecordTable;

/// What is known of one page of a PDF. Boxes as ISO 32000-1, 14.11.2, after any rotation.
struct PageFacts {
    Size trim; ///< TrimBox, else CropBox, else MediaBox
    /// How far print reaches beyond the trim: left, top, right, bottom.
    std::array<Length, 4> bleed;
    bool hasTrimBox = false;
    /// The CropBox and the MediaBox, from the head-left corner of the trim.
    Rect crop{};
    Rect media{};
    bool isUsable = true; ///< false when nobody can tell how large it is
    /// Strips from head to foot in which nothing changes from left to right, such as the gaps between columns of text:
    /// from and to, from the left trim. Only of wide pages of files with one or two.
    std::vector<std::pair<Length, Length>> gutters{};
    /// Fonts that it uses but that are not in the file.
    QStringList missingFonts{};
    /// Of its trim, where somebody looked.
    Tones tones{};
};

enum class PixelColour { Unknown, Gray, Rgb, Cmyk };
/// "grey", "RGB", "CMYK"; empty when not known.
[[nodiscard]] inline QString colourName(PixelColour colour)
{
    return colour == PixelColour::Gray   ? QStringLiteral("grey")
           : colour == PixelColour::Rgb  ? QStringLiteral("RGB")
           : colour == PixelColour::Cmyk ? QStringLiteral("CMYK")
                                         : QString();
}

/// What reading a linked file told. Filled outside core; core only draws conclusions.
struct FileFacts {
    /// There is no such file.
    bool missing = false;
    /// Empty when the file could be read; else the reason, in words for the user.
    QString error;
    bool isPdf = false; ///< or a drawing (SVG), which is taken as a page
    /// PDF: one entry a page.
    std::vector<PageFacts> pages;
    /// Pictures: size in pixels, standing upright.
    int pixelWidth = 0;
    int pixelHeight = 0;
    PixelColour colour = PixelColour::Unknown;
    bool hasProfile = false; ///< an ICC profile says what its numbers mean
    /// It came with a profile of other colours than its own, or with a damaged one: it is taken as if it had none.
    bool profileMisfit = false;
    int bitsPerChannel = 8;
    /// CMYK pictures: the ink of their heaviest parts, in percent of the four together; 0 when not known.
    int heaviestInk = 0;
    /// A press profile: what it calls itself, and how much ink its darkest colours take, in percent; empty and 0 for
    /// all else.
    QString profileName;
    int profileInkLimit = 0;
    /// A CSV file: its rows; nullptr for all else.
    std::shared_ptr<const RecordTable> table;
    Tones tones; ///< pictures, upright, where somebody looked
    bool isSvg = false;
    /// It can only be opened with a password.
    bool isLocked = false;
    qint64 bytes = 0;
    /// Hex; of files over 32 MB only of their size, beginning, middle and end.
    QString sha256;
};

/// Facts by the path as it stands in the job.
using FileFactsMap = QHash<QString, FileFacts>;

} // namespace hinge
