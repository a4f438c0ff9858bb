// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/tiff_file.h"

#include "core/file/read_limits.h"
#include "core/units/owned.h"

#include <QFile>
#include <QFileInfo>
#include <algorithm>
#include <cstring>
#include <memory>
#include <tiffio.h>
#include <vector>

namespace hinge
{
namespace
{

using Tiff = Owned<TIFF, TIFFClose>;

Tiff openTiff(const QString& path)
{
    // What libtiff thinks of damaged files is told by our own findings, not on the terminal.
    TIFFSetErrorHandler(nullptr);
    TIFFSetWarningHandler(nullptr);
    return Tiff(TIFFOpen(QFile::encodeName(path).constData(),
                         "rm")); // not mapped: a file that shrinks must not end the program
}

Problem damagedTiff(const QString& path)
{
    return {path, QStringLiteral("The TIFF is damaged and cannot be read. Ask for it again.")};
}

/// How the samples of a file come to the rows that are handed over.
enum class Way {
    Samples,       ///< as they are
    Unpacked,      ///< grey of 2 or 4 bits, made 8
    Converted,     ///< by libtiff, to RGB
    ConvertedGrey, ///< the same, of a palette that has only grey
};

/// The file as it is laid out.
struct Layout {
    PixelInfo info;
    Way way = Way::Samples;
    int storedBits = 8;
    int samples = 3;            ///< a pixel, with transparency and others
    bool planes = false;        ///< one after the other
    bool premultiplied = false; ///< colours are weakened by the transparency already
    bool tiled = false;
    bool compressed = false;
    std::uint32_t tileWidth = 0;
    std::uint32_t blockRows = 1; ///< of a tile or strip
};

template <class T>
T field(TIFF* tiff, ttag_t tag, T usual)
{
    TIFFGetFieldDefaulted(tiff, tag, &usual);
    return usual;
}

bool paletteIsGrey(TIFF* tiff, int bits)
{
    std::uint16_t *r = nullptr, *g = nullptr, *b = nullptr;
    if (bits > 8 || !TIFFGetField(tiff, TIFFTAG_COLORMAP, &r, &g, &b))
        return false;
    for (int i = 0; i < 1 << bits; ++i)
        if (r[i] != g[i] || r[i] != b[i])
            return false;
    return true;
}

/// Strips and tiles say where they lie; a file that was cut off ends before.
bool isWhole(TIFF* tiff, qint64 fileSize)
{
    const bool tiled = TIFFIsTiled(tiff) != 0;
    std::uint64_t* offsets = nullptr;
    std::uint64_t* counts = nullptr;
    if (!TIFFGetField(tiff, tiled ? TIFFTAG_TILEOFFSETS : TIFFTAG_STRIPOFFSETS, &offsets) ||
        !TIFFGetField(tiff, tiled ? TIFFTAG_TILEBYTECOUNTS : TIFFTAG_STRIPBYTECOUNTS, &counts))
        return false;
    const std::uint32_t blocks = tiled ? TIFFNumberOfTiles(tiff) : TIFFNumberOfStrips(tiff);
    for (std::uint32_t i = 0; i < blocks; ++i)
        if (offsets[i] > std::uint64_t(fileSize) || counts[i] > std::uint64_t(fileSize) - offsets[i])
            return false;
    return true;
}

/// What libtiff can only read at once must not be too large.
bool blocksAreSmall(TIFF* tiff, const Layout& layout)
{
    const qint64 width = layout.info.width;
    if (layout.way == Way::Converted || layout.way == Way::ConvertedGrey)
        return (layout.tiled ? qint64(layout.tileWidth) : width) * layout.blockRows * 4 <= limits::largestBlock &&
               width * layout.blockRows * 3 <= limits::largestBlock;
    if (layout.tiled)
        return qint64(TIFFTileSize64(tiff)) <= limits::largestBlock &&
               width * layout.blockRows * layout.samples * std::max(1, layout.storedBits / 8) <= limits::largestBlock;
    return qint64(TIFFScanlineSize64(tiff)) <= limits::largestBlock;
}

/// What kinds of samples a TIFF says it has.
struct Samples {
    int bits = 1;
    int count = 1; ///< a pixel
    std::uint16_t photometric = PHOTOMETRIC_RGB;
    std::uint16_t extras = 0;
    std::uint16_t* extraKinds = nullptr; ///< the library's own
    [[nodiscard]] int colours() const { return count - extras; }
};

Samples samplesOf(TIFF* tiff)
{
    Samples s;
    s.bits = field<std::uint16_t>(tiff, TIFFTAG_BITSPERSAMPLE, 1);
    s.count = field<std::uint16_t>(tiff, TIFFTAG_SAMPLESPERPIXEL, 1);
    TIFFGetField(tiff, TIFFTAG_PHOTOMETRIC, &s.photometric);
    TIFFGetFieldDefaulted(tiff, TIFFTAG_EXTRASAMPLES, &s.extras, &s.extraKinds);
    return s;
}

/// How its colours are read: as they are, unpacked, or converted by the library.
Result<void> readColour(TIFF* tiff, const QString& path, const Samples& samples, Layout& layout)
{
    PixelInfo& info = layout.info;
    const auto& [bits, count, photometric, extras, extraKinds] = samples;
    const int colours = samples.colours();
    const bool whole = field<std::uint16_t>(tiff, TIFFTAG_SAMPLEFORMAT, SAMPLEFORMAT_UINT) == SAMPLEFORMAT_UINT;
    const bool plain = whole && (bits == 8 || bits == 16);
    const bool grey = (photometric == PHOTOMETRIC_MINISBLACK || photometric == PHOTOMETRIC_MINISWHITE) && colours == 1;
    const auto takeAlpha = [&, extra = extras, kinds = extraKinds] {
        if (extra < 1 || (kinds[0] != EXTRASAMPLE_ASSOCALPHA && kinds[0] != EXTRASAMPLE_UNASSALPHA))
            return;
        info.alpha = true;
        layout.premultiplied = kinds[0] == EXTRASAMPLE_ASSOCALPHA;
    };
    if (photometric == PHOTOMETRIC_SEPARATED) {
        if (!plain || colours != 4)
            return problem(
                path, QStringLiteral(
                          "This TIFF holds %1 inks in a form that is not taken; save it as CMYK with 8 or 16 bits.")
                          .arg(count));
        info.colour = PixelColour::Cmyk;
        info.channels = 4;
        info.bits = bits;
        takeAlpha();
    } else if (grey && whole && (plain || ((bits == 1 || bits == 2 || bits == 4) && count == 1))) {
        info.colour = PixelColour::Gray;
        info.channels = 1;
        info.whiteIsZero = photometric == PHOTOMETRIC_MINISWHITE;
        info.bits = plain || bits == 1 ? bits : 8;
        layout.way = plain || bits == 1 ? Way::Samples : Way::Unpacked;
        takeAlpha();
    } else if (plain && photometric == PHOTOMETRIC_RGB && colours == 3) {
        info.bits = bits;
        takeAlpha();
    } else {
        const bool greyPalette = photometric == PHOTOMETRIC_PALETTE && count == 1 && paletteIsGrey(tiff, bits);
        layout.way = greyPalette ? Way::ConvertedGrey : Way::Converted;
        info.colour = greyPalette ? PixelColour::Gray : PixelColour::Rgb;
        info.channels = greyPalette ? 1 : 3;
        char why[1024];
        if (!TIFFRGBAImageOK(tiff, why))
            return problem(path,
                           QStringLiteral("This TIFF is of a kind that is not taken (%1). Save it as RGB or CMYK.")
                               .arg(QString::fromLocal8Bit(why).left(120)));
    }
    return {};
}

Result<Layout> readLayout(TIFF* tiff, const QString& path)
{
    std::uint32_t w = 0;
    std::uint32_t h = 0;
    if (!tiff || !TIFFGetField(tiff, TIFFTAG_IMAGEWIDTH, &w) || !TIFFGetField(tiff, TIFFTAG_IMAGELENGTH, &h))
        return tl::unexpected(damagedTiff(path));
    Layout layout;
    PixelInfo& info = layout.info;
    const Samples samples = samplesOf(tiff);
    if (auto limited = checkPixelLimits(path, w, h, samples.bits); !limited)
        return tl::unexpected(limited.error());
    info.width = int(w);
    info.height = int(h);
    layout.samples = samples.count;
    layout.storedBits = samples.bits;
    layout.planes = field<std::uint16_t>(tiff, TIFFTAG_PLANARCONFIG, PLANARCONFIG_CONTIG) == PLANARCONFIG_SEPARATE &&
                    samples.count > 1;
    layout.tiled = TIFFIsTiled(tiff) != 0;
    layout.compressed = field<std::uint16_t>(tiff, TIFFTAG_COMPRESSION, COMPRESSION_NONE) != COMPRESSION_NONE;
    if (layout.tiled) {
        TIFFGetField(tiff, TIFFTAG_TILELENGTH, &layout.blockRows);
        TIFFGetField(tiff, TIFFTAG_TILEWIDTH, &layout.tileWidth);
    } else {
        layout.blockRows = std::min(field<std::uint32_t>(tiff, TIFFTAG_ROWSPERSTRIP, h), h);
    }
    if (layout.blockRows < 1 || (layout.tiled && layout.tileWidth < 1) || samples.count < 1 || samples.count > 64 ||
        samples.colours() < 1)
        return tl::unexpected(damagedTiff(path));
    info.orientation = std::clamp<int>(field<std::uint16_t>(tiff, TIFFTAG_ORIENTATION, 1), 1, 8);

    if (auto read = readColour(tiff, path, samples, layout); !read)
        return tl::unexpected(read.error());
    std::uint32_t length = 0;
    void* profile = nullptr;
    // A palette's profile is one of its colours; what libtiff converts from other colours has none any more.
    const bool kept =
        layout.way == Way::Samples || layout.way == Way::Unpacked || samples.photometric == PHOTOMETRIC_PALETTE;
    if (kept && TIFFGetField(tiff, TIFFTAG_ICCPROFILE, &length, &profile))
        takeProfile(info, QByteArray(static_cast<const char*>(profile), qsizetype(length)));
    if (!blocksAreSmall(tiff, layout))
        return problem(path,
                       QStringLiteral("This TIFF can only be read in parts that are too large. Save it in strips."));
    return layout;
}

/// Rows of a file, one after the other, as its samples lie.
class Rows
{
public:
    Rows(const QString& path, Tiff first, const Layout& layout) : layout_(layout)
    {
        handles_.push_back(std::move(first));
        // Planes are read side by side, each by its own reader: a strip is decoded once.
        if (layout.planes && !layout.tiled && !converted())
            while (int(handles_.size()) < layout.samples)
                handles_.push_back(openTiff(path));
        row_.resize(converted() ? 0 : stride());
    }
    [[nodiscard]] bool ok() const
    {
        return std::ranges::all_of(handles_, [](const Tiff& t) { return t != nullptr; });
    }

    /// nullptr when the file is damaged there.
    const uchar* row(int y)
    {
        if (converted() || layout_.tiled) {
            const int block = y / int(layout_.blockRows);
            if (block != loaded_ && !(converted() ? loadConverted(block) : loadTiles(block)))
                return nullptr;
            return data_.data() + std::size_t(y % int(layout_.blockRows)) * stride();
        }
        // What is compressed can only be read one row after the other, from the head of its strip.
        const int head = y / int(layout_.blockRows) * int(layout_.blockRows);
        const int from = !layout_.compressed ? y : next_ >= head && next_ <= y ? next_ : head;
        next_ = y + 1;
        if (!layout_.planes)
            return readLines(0, from, y) ? line_.data() : nullptr;
        for (int s = 0; s < layout_.samples; ++s) {
            if (!readLines(s, from, y))
                return nullptr;
            scatter(line_.data(), std::size_t(layout_.info.width), s, row_.data());
        }
        return row_.data();
    }

private:
    [[nodiscard]] bool converted() const { return layout_.way == Way::Converted || layout_.way == Way::ConvertedGrey; }
    [[nodiscard]] std::size_t sampleBytes() const { return std::size_t(std::max(1, layout_.storedBits / 8)); }
    [[nodiscard]] std::size_t stride() const
    {
        if (converted())
            return std::size_t(layout_.info.width) * std::size_t(layout_.info.channels);
        return layout_.storedBits < 8 ? (std::size_t(layout_.info.width) * std::size_t(layout_.storedBits) + 7) / 8
                                      : std::size_t(layout_.info.width) * std::size_t(layout_.samples) * sampleBytes();
    }

    /// Reads rows up to the one that is wanted, which stays.
    bool readLines(int sample, int from, int to)
    {
        TIFF* tiff = handles_[std::size_t(sample)].get();
        line_.resize(std::max(std::size_t(TIFFScanlineSize(tiff)),
                              layout_.planes ? std::size_t(layout_.info.width) * sampleBytes() : stride()));
        for (int y = from; y <= to; ++y)
            if (TIFFReadScanline(tiff, line_.data(), std::uint32_t(y), std::uint16_t(sample)) != 1)
                return false;
        return true;
    }

    /// Puts the samples of one plane to their pixels.
    void scatter(const uchar* from, std::size_t count, int sample, uchar* to) const
    {
        const std::size_t bytes = sampleBytes();
        for (std::size_t x = 0; x < count; ++x)
            std::memcpy(to + (x * std::size_t(layout_.samples) + std::size_t(sample)) * bytes, from + x * bytes, bytes);
    }

    bool loadTiles(int block)
    {
        loaded_ = block;
        const auto firstRow = std::uint32_t(block) * layout_.blockRows;
        const std::size_t width = std::size_t(layout_.info.width);
        data_.assign(stride() * layout_.blockRows, 0);
        std::vector<uchar> tile(std::size_t(TIFFTileSize(handles_[0].get())));
        const std::size_t tileStride = std::size_t(TIFFTileRowSize(handles_[0].get()));
        for (std::uint32_t x = 0; x < width; x += layout_.tileWidth) {
            const std::size_t wide = std::min<std::size_t>(layout_.tileWidth, width - x);
            for (int s = 0; s < (layout_.planes ? layout_.samples : 1); ++s) {
                if (TIFFReadTile(handles_[0].get(), tile.data(), x, firstRow, 0, std::uint16_t(s)) < 0)
                    return false;
                for (std::uint32_t y = 0; y < layout_.blockRows; ++y) {
                    const uchar* from = tile.data() + y * tileStride;
                    uchar* to = data_.data() + y * stride();
                    if (layout_.planes)
                        scatter(from, wide, s, to + std::size_t(x) * std::size_t(layout_.samples) * sampleBytes());
                    else if (layout_.storedBits <
                             8) // tiles are a multiple of 16 wide (TIFF 6.0, section 15): whole bytes
                        std::memcpy(to + std::size_t(x) * std::size_t(layout_.storedBits) / 8, from,
                                    (wide * std::size_t(layout_.storedBits) + 7) / 8);
                    else
                        std::memcpy(to + std::size_t(x) * std::size_t(layout_.samples) * sampleBytes(), from,
                                    wide * std::size_t(layout_.samples) * sampleBytes());
                }
            }
        }
        return true;
    }

    bool loadConverted(int block)
    {
        loaded_ = block;
        const auto firstRow = std::uint32_t(block) * layout_.blockRows;
        const auto width = std::uint32_t(layout_.info.width);
        data_.assign(stride() * layout_.blockRows, 0);
        const std::uint32_t wide = layout_.tiled ? layout_.tileWidth : width;
        std::vector<std::uint32_t> raster(std::size_t(wide) * layout_.blockRows);
        const std::uint32_t there = std::min(layout_.blockRows, std::uint32_t(layout_.info.height) - firstRow);
        const std::uint32_t deep =
            layout_.tiled ? layout_.blockRows : there; // libtiff hands out strips and tiles from the foot up
        for (std::uint32_t x = 0; x < width; x += wide) {
            if (!(layout_.tiled ? TIFFReadRGBATile(handles_[0].get(), x, firstRow, raster.data())
                                : TIFFReadRGBAStrip(handles_[0].get(), firstRow, raster.data())))
                return false;
            for (std::uint32_t y = 0; y < there; ++y)
                for (std::uint32_t i = 0; i < wide && x + i < width; ++i) {
                    const std::uint32_t p = raster[std::size_t(deep - 1 - y) * wide + i];
                    uchar* to = data_.data() + y * stride() + std::size_t(x + i) * std::size_t(layout_.info.channels);
                    to[0] = uchar(TIFFGetR(p));
                    if (layout_.way == Way::ConvertedGrey)
                        continue;
                    to[1] = uchar(TIFFGetG(p));
                    to[2] = uchar(TIFFGetB(p));
                }
        }
        return true;
    }

    const Layout& layout_;
    std::vector<Tiff> handles_;
    std::vector<uchar> line_;
    std::vector<uchar> row_;
    std::vector<uchar> data_;
    int loaded_ = -1;
    int next_ = 0; ///< the row that comes after the one read last
};

/// Parts colours from transparency, and strengthens what the transparency has weakened.
template <class T>
void part(const uchar* from, const Layout& layout, uchar* colour, uchar* alpha)
{
    const auto* in = reinterpret_cast<const T*>(from);
    auto* out = reinterpret_cast<T*>(colour);
    auto* clear = reinterpret_cast<T*>(alpha);
    const int channels = layout.info.channels;
    for (int x = 0; x < layout.info.width; ++x, in += layout.samples) {
        const std::uint64_t a = layout.info.alpha ? in[channels] : std::uint64_t(std::numeric_limits<T>::max());
        for (int c = 0; c < channels; ++c)
            *out++ = layout.premultiplied && a > 0
                         ? T(std::min<std::uint64_t>(std::uint64_t(in[c]) * std::numeric_limits<T>::max() / a,
                                                     std::numeric_limits<T>::max()))
                         : in[c];
        if (layout.info.alpha)
            *clear++ = T(a);
    }
}

void unpack(const uchar* from, const Layout& layout, uchar* to)
{
    const int bits = layout.storedBits;
    const int most = (1 << bits) - 1;
    for (int x = 0; x < layout.info.width; ++x) {
        const int at = x * bits;
        to[x] = uchar((from[at / 8] >> (8 - bits - at % 8) & most) * 255 / most);
    }
}

} // namespace

Result<PixelInfo> readTiffInfo(const QString& path)
{
    const Tiff tiff = openTiff(path);
    const auto layout = readLayout(tiff.get(), path);
    if (!layout)
        return tl::unexpected(layout.error());
    if (!isWhole(tiff.get(), QFileInfo(path).size()))
        return problem(path, QStringLiteral("The TIFF was cut off: part of its picture is missing. Ask for it again."));
    return layout->info;
}

Result<void> readTiffRows(const QString& path, const PixelInfo& info, int step, const PixelRow& row)
{
    Tiff tiff = openTiff(path);
    const auto layout = readLayout(tiff.get(), path);
    if (!layout)
        return tl::unexpected(layout.error());
    if (!(layout->info == info))
        return tl::unexpected(damagedTiff(path));
    Rows rows(path, std::move(tiff), *layout);
    if (!rows.ok())
        return tl::unexpected(damagedTiff(path));
    const bool parted = layout->way == Way::Samples && layout->storedBits >= 8 && layout->samples != info.channels;
    std::vector<uchar> colour(parted || layout->way == Way::Unpacked ? info.rowBytes() : 0);
    std::vector<uchar> alpha(info.alpha ? info.alphaBytes() : 0);
    for (int y = 0; y < info.height; y += step) {
        const uchar* samples = rows.row(y);
        if (!samples)
            return tl::unexpected(damagedTiff(path));
        if (layout->way == Way::Unpacked)
            unpack(samples, *layout, colour.data());
        else if (parted && info.bits == 16)
            part<std::uint16_t>(samples, *layout, colour.data(), alpha.data());
        else if (parted)
            part<uchar>(samples, *layout, colour.data(), alpha.data());
        if (!row(y, colour.empty() ? samples : colour.data(), info.alpha ? alpha.data() : nullptr))
            return {};
    }
    return {};
}

} // namespace hinge
