// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/png_file.h"

#include "core/file/read_limits.h"
#include "core/units/owned.h"

#include <QColorSpace>
#include <QFile>
#include <QPointF>
#include <QtEndian>
#include <cstdio>
#include <memory>
#include <png.h>
#include <vector>

namespace hinge
{
namespace
{

Problem damagedPng(const QString& path)
{
    return {path, QStringLiteral("The PNG is damaged and cannot be read. Ask for it again.")};
}

/// libpng and the file it reads. Its errors come back as false; nothing with a destructor may live inside what
/// `guarded` runs.
class Png
{
public:
    explicit Png(const QString& path) : file_(std::fopen(QFile::encodeName(path).constData(), "rb"))
    {
        if (!file_)
            return;
        png_ = png_create_read_struct(
            PNG_LIBPNG_VER_STRING, nullptr, [](png_structp png, png_const_charp) { png_longjmp(png, 1); },
            [](png_structp, png_const_charp) {});
        info_ = png_ ? png_create_info_struct(png_) : nullptr;
        ok_ = info_ && guarded([this] {
                  png_set_user_limits(png_, png_uint_32(limits::longestSide), png_uint_32(limits::longestSide));
                  png_set_chunk_malloc_max(png_, png_alloc_size_t(limits::largestProfile));
                  png_init_io(png_, file_.get());
                  png_read_info(png_, info_);
              });
    }
    ~Png() { png_destroy_read_struct(&png_, &info_, nullptr); }
    Png(const Png&) = delete;
    Png& operator=(const Png&) = delete;

    [[nodiscard]] bool ok() const { return ok_; }
    template <class Work>
    bool guarded(const Work& work)
    {
        if (setjmp(png_jmpbuf(png_)) != 0)
            return false;
        work();
        return true;
    }
    png_structp png_ = nullptr;
    png_infop info_ = nullptr;

private:
    Owned<std::FILE, std::fclose> file_;
    bool ok_ = false;
};

/// A PNG is a row of chunks that say how long they are, and ends with one of a known name (PNG, third edition, 5.3).
/// One that was cut off has not that end.
bool isWhole(const QString& path)
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return false;
    qint64 at = 8;
    while (file.seek(at)) {
        const QByteArray head = file.read(8);
        if (head.size() < 8)
            return false;
        const qint64 next = at + 12 + qFromBigEndian<quint32>(head.constData());
        if (next > file.size())
            return false;
        if (head.endsWith("IEND"))
            return true;
        at = next;
    }
    return false;
}

bool paletteIsGrey(const Png& png)
{
    png_colorp colours = nullptr;
    int count = 0;
    if (!png_get_PLTE(png.png_, png.info_, &colours, &count))
        return false;
    for (int i = 0; i < count; ++i)
        if (colours[i].red != colours[i].green || colours[i].red != colours[i].blue)
            return false;
    return count > 0;
}

/// What primaries and gamma without a profile come to.
QByteArray profileOfGamma(const Png& png)
{
    double gamma = 0;
    if (!png_get_gAMA(png.png_, png.info_, &gamma) || gamma < 0.1 || gamma > 10)
        return {};
    double wx = 0.3127, wy = 0.3290, rx = 0.64, ry = 0.33, gx = 0.30, gy = 0.60, bx = 0.15, by = 0.06; // those of sRGB
    png_get_cHRM(png.png_, png.info_, &wx, &wy, &rx, &ry, &gx, &gy, &bx, &by);
    return QColorSpace({wx, wy}, {rx, ry}, {gx, gy}, {bx, by}, QColorSpace::TransferFunction::Gamma, float(1 / gamma))
        .iccProfile();
}

PixelInfo infoOf(const Png& png)
{
    PixelInfo info;
    info.width = int(png_get_image_width(png.png_, png.info_));
    info.height = int(png_get_image_height(png.png_, png.info_));
    const int type = png_get_color_type(png.png_, png.info_);
    const int depth = png_get_bit_depth(png.png_, png.info_);
    info.alpha = (type & PNG_COLOR_MASK_ALPHA) != 0 || png_get_valid(png.png_, png.info_, PNG_INFO_tRNS) != 0;
    const bool profiled = png_get_valid(png.png_, png.info_, PNG_INFO_iCCP) != 0;
    const bool grey = type == PNG_COLOR_TYPE_GRAY || type == PNG_COLOR_TYPE_GRAY_ALPHA ||
                      (type == PNG_COLOR_TYPE_PALETTE && !profiled && paletteIsGrey(png));
    info.colour = grey ? PixelColour::Gray : PixelColour::Rgb;
    info.channels = grey ? 1 : 3;
    info.bits = depth == 16 ? 16 : depth == 1 && type == PNG_COLOR_TYPE_GRAY && !info.alpha ? 1 : 8;
    info.saysColours = png_get_valid(png.png_, png.info_, PNG_INFO_sRGB) != 0;
    png_charp name = nullptr;
    png_bytep icc = nullptr;
    png_uint_32 length = 0;
    int method = 0;
    if (png_get_iCCP(png.png_, png.info_, &name, &method, &icc, &length))
        takeProfile(info, QByteArray(reinterpret_cast<const char*>(icc), qsizetype(length)));
    else if (!info.saysColours && !grey)
        takeProfile(info, profileOfGamma(png));
    return info;
}

} // namespace

Result<PixelInfo> readPngInfo(const QString& path)
{
    Png png(path);
    if (!png.ok())
        return tl::unexpected(damagedPng(path));
    const PixelInfo info = infoOf(png);
    if (auto limited = checkPixelLimits(path, info.width, info.height, info.bits); !limited)
        return tl::unexpected(limited.error());
    if (!isWhole(path))
        return problem(path, QStringLiteral("The PNG was cut off: its end is missing. Ask for it again."));
    if (png_get_interlace_type(png.png_, png.info_) != PNG_INTERLACE_NONE &&
        qint64(info.rowBytes() + info.alphaBytes()) * info.height > limits::largestBlock)
        return problem(path, QStringLiteral("This PNG is interlaced and large. Save it without interlacing."));
    return info;
}

Result<void> readPngRows(const QString& path, const PixelInfo& info, int step, const PixelRow& row)
{
    Png png(path);
    if (!png.ok() || !(infoOf(png) == info))
        return tl::unexpected(damagedPng(path));
    const bool palette = png_get_color_type(png.png_, png.info_) == PNG_COLOR_TYPE_PALETTE;
    const bool interlaced = png_get_interlace_type(png.png_, png.info_) != PNG_INTERLACE_NONE;
    std::size_t bytes = 0;
    if (!png.guarded([&] {
            if (palette)
                png_set_palette_to_rgb(png.png_);
            if (info.bits == 8 && !palette)
                png_set_expand_gray_1_2_4_to_8(png.png_);
            if (info.alpha)
                png_set_tRNS_to_alpha(png.png_);
            if (info.bits == 16 && Q_BYTE_ORDER == Q_LITTLE_ENDIAN)
                png_set_swap(png.png_);
            if (interlaced)
                png_set_interlace_handling(png.png_);
            png_read_update_info(png.png_, png.info_);
            bytes = png_get_rowbytes(png.png_, png.info_);
        }))
        return tl::unexpected(damagedPng(path));
    const int given = png_get_channels(png.png_, png.info_); // a grey palette comes as RGB
    std::vector<uchar> read(interlaced ? bytes * std::size_t(info.height) : bytes);
    if (interlaced) {
        std::vector<png_bytep> rows;
        for (int y = 0; y < info.height; ++y)
            rows.push_back(read.data() + std::size_t(y) * bytes);
        if (!png.guarded([&] { png_read_image(png.png_, rows.data()); }))
            return tl::unexpected(damagedPng(path));
    }
    const std::size_t sample = std::size_t(std::max(1, info.bits / 8));
    const bool asGiven = info.bits == 1 || given == info.channels;
    std::vector<uchar> colour(asGiven ? 0 : info.rowBytes());
    std::vector<uchar> alpha(info.alpha ? info.alphaBytes() : 0);
    for (int y = 0; y < info.height; ++y) {
        uchar* samples = read.data() + (interlaced ? std::size_t(y) * bytes : 0);
        if (!interlaced && !png.guarded([&] { png_read_row(png.png_, samples, nullptr); }))
            return tl::unexpected(damagedPng(path));
        if (y % step != 0)
            continue;
        if (!asGiven)
            for (std::size_t x = 0; x < std::size_t(info.width); ++x) {
                const uchar* pixel = samples + x * std::size_t(given) * sample;
                std::copy_n(pixel, std::size_t(info.channels) * sample,
                            colour.data() + x * std::size_t(info.channels) * sample);
                if (info.alpha)
                    std::copy_n(pixel + std::size_t(given - 1) * sample, sample, alpha.data() + x * sample);
            }
        if (!row(y, asGiven ? samples : colour.data(), info.alpha ? alpha.data() : nullptr))
            return {};
    }
    return {};
}

} // namespace hinge
