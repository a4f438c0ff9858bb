// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/font_library.h"

#include <QFile>
#include <hb-ot.h>
#include <hb.h>

namespace hinge {
namespace {

hb_blob_t* tableOf(hb_face_t* face, const char* tag)
{
    return hb_face_reference_table(face, HB_TAG(tag[0], tag[1], tag[2], tag[3]));
}

bool hasTable(hb_face_t* face, const char* tag)
{
    hb_blob_t* blob = tableOf(face, tag);
    const bool has = hb_blob_get_length(blob) > 0;
    hb_blob_destroy(blob);
    return has;
}

/// OpenType, OS/2 table, fsType: bit 1 alone means "restricted licence, must not be embedded".
bool embeddable(hb_face_t* face)
{
    hb_blob_t* blob = tableOf(face, "OS/2");
    unsigned length = 0;
    const char* bytes = hb_blob_get_data(blob, &length);
    bool may = true;
    if (length >= 10) {
        const unsigned fsType = (unsigned(quint8(bytes[8])) << 8) | quint8(bytes[9]);
        may = (fsType & 0x000F) != 0x0002;
    }
    hb_blob_destroy(blob);
    return may;
}

} // namespace

std::unique_ptr<FontFace> FontFace::fromData(const QString& name, const QByteArray& data)
{
    std::unique_ptr<FontFace> result(new FontFace);
    result->name_ = name;
    result->data_ = data;
    hb_blob_t* blob = hb_blob_create(result->data_.constData(), unsigned(data.size()), HB_MEMORY_MODE_READONLY, nullptr, nullptr);
    result->face_ = hb_face_create(blob, 0);
    hb_blob_destroy(blob);
    if (hb_face_get_glyph_count(result->face_) == 0)
        return nullptr;
    result->font_ = hb_font_create(result->face_);
    result->unitsPerEm_ = int(hb_face_get_upem(result->face_));
    hb_font_set_scale(result->font_, result->unitsPerEm_, result->unitsPerEm_);
    hb_font_extents_t extents;
    if (hb_font_get_h_extents(result->font_, &extents)) {
        result->ascender_ = extents.ascender;
        result->descender_ = extents.descender;
    }
    result->isCff_ = hasTable(result->face_, "CFF ");
    result->mayEmbed_ = embeddable(result->face_);
    return result;
}

FontFace::~FontFace()
{
    hb_font_destroy(font_);
    hb_face_destroy(face_);
}

const FontLibrary& FontLibrary::shipped()
{
    static const FontLibrary library = [] {
        FontLibrary made;
        const std::pair<const char*, const char*> files[] = {
            {"Cabin Regular", "Cabin-Regular.otf"},         {"Cabin Italic", "Cabin-Italic.otf"},
            {"Cabin SemiBold", "Cabin-SemiBold.otf"},       {"Cabin Bold", "Cabin-Bold.otf"},
            {"Vollkorn Regular", "Vollkorn-Regular.ttf"},   {"Vollkorn Italic", "Vollkorn-Italic.ttf"},
            {"Vollkorn SemiBold", "Vollkorn-SemiBold.ttf"}, {"Vollkorn Bold", "Vollkorn-Bold.ttf"},
        };
        for (const auto& [name, path] : files) {
            QFile file(QStringLiteral(":/hinge/fonts/") + QLatin1String(path));
            if (file.open(QIODevice::ReadOnly))
                if (auto face = FontFace::fromData(QString::fromLatin1(name), file.readAll()))
                    made.add(std::move(face));
        }
        return made;
    }();
    return library;
}

void FontLibrary::add(std::unique_ptr<FontFace> face) { faces_.push_back(std::move(face)); }

const FontFace* FontLibrary::find(const QString& name) const
{
    for (const auto& face : faces_)
        if (face->name() == name)
            return face.get();
    return nullptr;
}

const FontFace& FontLibrary::findOrFirst(const QString& name) const
{
    const FontFace* face = find(name);
    return face ? *face : *faces_.front();
}

QStringList FontLibrary::names() const
{
    QStringList all;
    for (const auto& face : faces_)
        all << face->name();
    return all;
}

} // namespace hinge
