// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/film_file.h"

#include <QCoreApplication>
#include <webp/encode.h>
#include <webp/mux.h>

namespace hinge
{
namespace
{

/// Paper has flat tints and small type: enough for both to stay clean.
constexpr float quality = 82;

auto failed()
{
    return problem(QStringLiteral("film.encode"),
                   QCoreApplication::translate("FilmFile", "The film could not be made. Choose a smaller size."));
}

} // namespace

struct FilmFile::Encoder {
    WebPAnimEncoder* webp = nullptr;
    ~Encoder() { WebPAnimEncoderDelete(webp); }
};

FilmFile::FilmFile(QSize size) : encoder_(std::make_unique<Encoder>()), size_(size)
{
    WebPAnimEncoderOptions options;
    if (size.width() > WEBP_MAX_DIMENSION || size.height() > WEBP_MAX_DIMENSION || size.isEmpty() ||
        !WebPAnimEncoderOptionsInit(&options))
        return;
    options.anim_params.loop_count = 0; // for ever
    options.kmax = 40;                  // whole pictures now and then, so that it can be entered anywhere
    encoder_->webp = WebPAnimEncoderNew(size.width(), size.height(), &options);
}

FilmFile::~FilmFile() = default;

Result<void> FilmFile::add(const QImage& picture, int milliseconds)
{
    if (!encoder_->webp || picture.size() != size_)
        return failed();
    const QImage image = picture.convertToFormat(QImage::Format_RGBA8888);
    WebPConfig config;
    WebPPicture frame;
    if (!WebPConfigPreset(&config, WEBP_PRESET_DRAWING, quality) || !WebPPictureInit(&frame))
        return failed();
    config.method = 2; // quick: there are many pictures
    frame.use_argb = 1;
    frame.width = image.width();
    frame.height = image.height();
    const bool added = WebPPictureImportRGBA(&frame, image.constBits(), int(image.bytesPerLine())) &&
                       WebPAnimEncoderAdd(encoder_->webp, &frame, now_, &config);
    WebPPictureFree(&frame);
    now_ += milliseconds;
    if (!added)
        return failed();
    return {};
}

Result<QByteArray> FilmFile::finish()
{
    WebPData data;
    WebPDataInit(&data);
    // An end without a picture says how long the last one is shown.
    if (!encoder_->webp || !WebPAnimEncoderAdd(encoder_->webp, nullptr, now_, nullptr) ||
        !WebPAnimEncoderAssemble(encoder_->webp, &data))
        return failed();
    QByteArray bytes(reinterpret_cast<const char*>(data.bytes), qsizetype(data.size));
    WebPDataClear(&data);
    return bytes;
}

} // namespace hinge
