// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/tiff_file.h"

#include <QFile>
#include <algorithm>
#include <cstring>
#include <memory>
#include <tiffio.h>

namespace hinge {
namespace {

struct Close {
    void operator()(TIFF* tiff) const { TIFFClose(tiff); }
};
using Tiff = std::unique_ptr<TIFF, Close>;

Tiff openTiff(const QString& path)
{
    // What libtiff thinks of damaged files is told by our own findings, not on the terminal.
    TIFFSetErrorHandler(nullptr);
    TIFFSetWarningHandler(nullptr);
    return Tiff(TIFFOpen(QFile::encodeName(path).constData(), "r"));
}

Problem damaged(const QString& path) { return {path, QStringLiteral("The TIFF is damaged and cannot be read. Ask for it again.")}; }

/// Samples of a row without those of transparency and the like.
void dropExtras(const uchar* from, uchar* to, const TiffInfo& info)
{
    const int bytes = info.bits / 8;
    const int keep = info.channels * bytes;
    const int all = (info.channels + info.extraSamples) * bytes;
    for (int x = 0; x < info.width; ++x)
        std::memcpy(to + std::size_t(x) * std::size_t(keep), from + std::size_t(x) * std::size_t(all), std::size_t(keep));
}

/// Rows of a block of the file (a strip, or a row of tiles), decoded.
class Blocks {
public:
    Blocks(TIFF* tiff, const TiffInfo& info) : tiff_(tiff), info_(info), tiled_(TIFFIsTiled(tiff) != 0)
    {
        std::uint32_t rows = 0;
        if (!info.asItIs || tiled_) {
            std::uint32_t w = 0;
            if (tiled_) {
                TIFFGetField(tiff, TIFFTAG_TILELENGTH, &rows);
                TIFFGetField(tiff, TIFFTAG_TILEWIDTH, &w);
            } else {
                TIFFGetFieldDefaulted(tiff, TIFFTAG_ROWSPERSTRIP, &rows);
            }
            tileWidth_ = w;
        } else {
            TIFFGetFieldDefaulted(tiff, TIFFTAG_ROWSPERSTRIP, &rows);
        }
        rows_ = std::clamp<std::uint32_t>(rows, 1, std::uint32_t(info.height));
    }

    /// nullptr when the file is damaged there.
    const uchar* row(int y)
    {
        const int block = y / int(rows_);
        if (block != loaded_ && !load(block))
            return nullptr;
        return data_.data() + std::size_t(y % int(rows_)) * stride();
    }

private:
    [[nodiscard]] std::size_t stride() const
    {
        return info_.asItIs ? std::size_t(info_.width) * std::size_t(info_.channels + info_.extraSamples) * std::size_t(info_.bits / 8) : std::size_t(info_.width) * 3;
    }

    bool load(int block)
    {
        data_.resize(stride() * rows_);
        loaded_ = block;
        const auto firstRow = std::uint32_t(block) * rows_;
        if (!info_.asItIs)
            return loadAsRgb(firstRow);
        if (!tiled_)
            return TIFFReadEncodedStrip(tiff_, TIFFComputeStrip(tiff_, firstRow, 0), data_.data(), tmsize_t(data_.size())) >= 0;
        std::vector<uchar> tile(std::size_t(TIFFTileSize(tiff_)));
        const std::size_t pixel = std::size_t(info_.channels + info_.extraSamples) * std::size_t(info_.bits / 8);
        for (std::uint32_t x = 0; x < std::uint32_t(info_.width); x += tileWidth_) {
            if (TIFFReadTile(tiff_, tile.data(), x, firstRow, 0, 0) < 0)
                return false;
            const std::size_t wide = std::min<std::size_t>(tileWidth_, std::size_t(info_.width) - x) * pixel;
            for (std::uint32_t y = 0; y < rows_; ++y)
                std::memcpy(data_.data() + y * stride() + x * pixel, tile.data() + y * tileWidth_ * pixel, wide);
        }
        return true;
    }

    bool loadAsRgb(std::uint32_t firstRow)
    {
        const std::uint32_t width = tiled_ ? tileWidth_ : std::uint32_t(info_.width);
        std::vector<std::uint32_t> raster(std::size_t(width) * rows_);
        const std::uint32_t there = std::min(rows_, std::uint32_t(info_.height) - firstRow);
        for (std::uint32_t x = 0; x < std::uint32_t(info_.width); x += width) {
            const bool read = tiled_ ? TIFFReadRGBATile(tiff_, x, firstRow, raster.data()) : TIFFReadRGBAStrip(tiff_, firstRow, raster.data());
            if (!read)
                return false;
            // libtiff hands out strips and tiles from the foot up.
            const std::uint32_t deep = tiled_ ? rows_ : there;
            for (std::uint32_t y = 0; y < there; ++y)
                for (std::uint32_t i = 0; i < width && x + i < std::uint32_t(info_.width); ++i) {
                    const std::uint32_t p = raster[std::size_t(deep - 1 - y) * width + i];
                    uchar* to = data_.data() + y * stride() + std::size_t(x + i) * 3;
                    to[0] = uchar(TIFFGetR(p));
                    to[1] = uchar(TIFFGetG(p));
                    to[2] = uchar(TIFFGetB(p));
                }
        }
        return true;
    }

    TIFF* tiff_;
    const TiffInfo& info_;
    bool tiled_;
    std::uint32_t rows_ = 1;
    std::uint32_t tileWidth_ = 0;
    int loaded_ = -1;
    std::vector<uchar> data_;
};

} // namespace

Result<TiffInfo> readTiffInfo(const QString& path)
{
    const Tiff tiff = openTiff(path);
    std::uint32_t w = 0;
    std::uint32_t h = 0;
    if (!tiff || !TIFFGetField(tiff.get(), TIFFTAG_IMAGEWIDTH, &w) || !TIFFGetField(tiff.get(), TIFFTAG_IMAGELENGTH, &h) || w == 0 || h == 0 || w > 200000 || h > 200000)
        return tl::unexpected(damaged(path));
    std::uint16_t photometric = PHOTOMETRIC_RGB, bits = 1, samples = 1, planar = PLANARCONFIG_CONTIG, extras = 0, format = SAMPLEFORMAT_UINT;
    std::uint16_t* extraKinds = nullptr;
    TIFFGetField(tiff.get(), TIFFTAG_PHOTOMETRIC, &photometric);
    TIFFGetFieldDefaulted(tiff.get(), TIFFTAG_BITSPERSAMPLE, &bits);
    TIFFGetFieldDefaulted(tiff.get(), TIFFTAG_SAMPLESPERPIXEL, &samples);
    TIFFGetFieldDefaulted(tiff.get(), TIFFTAG_PLANARCONFIG, &planar);
    TIFFGetFieldDefaulted(tiff.get(), TIFFTAG_SAMPLEFORMAT, &format);
    TIFFGetFieldDefaulted(tiff.get(), TIFFTAG_EXTRASAMPLES, &extras, &extraKinds);
    TiffInfo info;
    info.width = int(w);
    info.height = int(h);
    info.bits = bits;
    info.extraSamples = extras;
    std::uint32_t length = 0;
    void* profile = nullptr;
    if (TIFFGetField(tiff.get(), TIFFTAG_ICCPROFILE, &length, &profile))
        info.profile = QByteArray(static_cast<const char*>(profile), qsizetype(length));
    const bool plain = planar == PLANARCONFIG_CONTIG && (bits == 8 || bits == 16) && format == SAMPLEFORMAT_UINT;
    if (photometric == PHOTOMETRIC_SEPARATED) {
        if (!plain || samples - extras != 4)
            return problem(path, QStringLiteral("This TIFF holds %1 inks in a form that is not taken; save it as CMYK with 8 or 16 bits, pixel by pixel.").arg(samples));
        info.colour = PixelColour::Cmyk;
        info.channels = 4;
    } else if (plain && (photometric == PHOTOMETRIC_MINISBLACK || photometric == PHOTOMETRIC_MINISWHITE) && samples - extras == 1) {
        info.colour = PixelColour::Gray;
        info.channels = 1;
        info.whiteIsZero = photometric == PHOTOMETRIC_MINISWHITE;
    } else if (!plain || photometric != PHOTOMETRIC_RGB || samples - extras != 3) {
        info.asItIs = false;
        info.bits = 8;
        info.extraSamples = 0;
        char why[1024];
        if (!TIFFRGBAImageOK(tiff.get(), why))
            return problem(path, QStringLiteral("This TIFF is of a kind that is not taken (%1). Save it as RGB or CMYK.").arg(QString::fromLocal8Bit(why)));
    }
    return info;
}

Result<void> readTiffRows(const QString& path, const TiffInfo& info, int step, const std::function<bool(int, const uchar*)>& row)
{
    const Tiff tiff = openTiff(path);
    if (!tiff)
        return tl::unexpected(damaged(path));
    Blocks blocks(tiff.get(), info);
    std::vector<uchar> bare(std::size_t(info.width) * std::size_t(info.channels) * std::size_t(info.bits / 8));
    for (int y = 0; y < info.height; y += step) {
        const uchar* samples = blocks.row(y);
        if (!samples)
            return tl::unexpected(damaged(path));
        if (info.extraSamples > 0) {
            dropExtras(samples, bare.data(), info);
            samples = bare.data();
        }
        if (!row(y, samples))
            return {};
    }
    return {};
}

} // namespace hinge
