// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/font_library.h"

#include <QFile>
#include <QSet>
#include <QtEndian>
#include <algorithm>
#include <array>
#include <cmath>
#include <fontconfig/fontconfig.h>
#include <hb-ot.h>
#include <hb.h>
#include <utility>

namespace hinge
{
namespace
{

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

/// Tells by the names of its tables whether a font has plain outlines of one look (OpenType, table directory).
bool canBeEmbedded(const QSet<QByteArray>& tables)
{
    for (const char* table : {"fvar", "CFF2", "COLR", "CBDT", "sbix", "SVG "})
        if (tables.contains(table))
            return false;
    return tables.contains("glyf") || tables.contains("CFF ");
}

QSet<QByteArray> tablesOf(hb_face_t* face)
{
    std::array<hb_tag_t, 128> tags{};
    unsigned count = tags.size();
    hb_face_get_table_tags(face, 0, &count, tags.data());
    QSet<QByteArray> names;
    for (unsigned i = 0; i < count; ++i) {
        char name[4];
        hb_tag_to_string(tags[i], name);
        names.insert(QByteArray(name, 4));
    }
    return names;
}

/// The same without reading the whole file.
QSet<QByteArray> tablesOf(const QString& path, unsigned index)
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return {};
    const auto number = [&](qint64 at) {
        file.seek(at);
        const QByteArray bytes = file.read(4);
        return bytes.size() == 4 ? qFromBigEndian<quint32>(bytes.constData()) : 0U;
    };
    const qint64 start = file.peek(4) == "ttcf" ? qint64(number(12 + 4 * qint64(index))) : 0;
    const unsigned count = std::min(number(start + 4) >> 16, 128U);
    QSet<QByteArray> names;
    file.seek(start + 12);
    for (unsigned i = 0; i < count; ++i)
        names.insert(file.read(16).left(4));
    return names;
}

} // namespace

std::unique_ptr<FontFace> FontFace::fromData(const QString& name, const QByteArray& data, unsigned index)
{
    std::unique_ptr<FontFace> result(new FontFace);
    result->name_ = name;
    result->data_ = data;
    hb_blob_t* blob =
        hb_blob_create(result->data_.constData(), unsigned(data.size()), HB_MEMORY_MODE_READONLY, nullptr, nullptr);
    result->face_ = hb_face_create(blob, index);
    hb_blob_destroy(blob);
    if (hb_face_get_glyph_count(result->face_) == 0 || !canBeEmbedded(tablesOf(result->face_)))
        return nullptr;
    result->font_ = hb_font_create(result->face_);
    result->unitsPerEm_ = int(hb_face_get_upem(result->face_));
    hb_font_set_scale(result->font_, result->unitsPerEm_, result->unitsPerEm_);
    hb_font_extents_t extents;
    if (hb_font_get_h_extents(result->font_, &extents)) {
        result->ascender_ = extents.ascender;
        result->descender_ = extents.descender;
    }
    const auto metric = [font = result->font_](hb_ot_metrics_tag_t tag) {
        hb_position_t value = 0;
        hb_ot_metrics_get_position_with_fallback(font, tag, &value); // from the letters where the font does not say
        return int(value);
    };
    result->capHeight_ = metric(HB_OT_METRICS_TAG_CAP_HEIGHT);
    result->underline_ = {metric(HB_OT_METRICS_TAG_UNDERLINE_OFFSET), metric(HB_OT_METRICS_TAG_UNDERLINE_SIZE)};
    result->strikeThrough_ = {metric(HB_OT_METRICS_TAG_STRIKEOUT_OFFSET), metric(HB_OT_METRICS_TAG_STRIKEOUT_SIZE)};
    result->weight_ = int(std::lround(hb_style_get_value(result->font_, HB_STYLE_TAG_WEIGHT)));
    result->isCff_ = hasTable(result->face_, "CFF ");
    result->mayEmbed_ = embeddable(result->face_);
    return result;
}

bool FontFace::hasOutline(quint32 glyph) const
{
    const std::lock_guard lock(looking_);
    if (outlines_.empty())
        outlines_.assign(hb_face_get_glyph_count(face_), -1);
    if (glyph >= outlines_.size())
        return false;
    signed char& known = outlines_[glyph];
    if (known < 0) {
        hb_glyph_extents_t extents{};
        known = hb_font_get_glyph_extents(font_, glyph, &extents) && extents.width != 0 && extents.height != 0 ? 1 : 0;
    }
    return known == 1;
}

FontFace::~FontFace()
{
    hb_font_destroy(font_);
    hb_face_destroy(face_);
}

namespace
{

void addShipped(FontLibrary& library)
{
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
                library.add(std::move(face));
    }
}

QString textOf(FcPattern* font, const char* object)
{
    FcChar8* text = nullptr;
    return FcPatternGetString(font, object, 0, &text) == FcResultMatch
               ? QString::fromUtf8(reinterpret_cast<const char*>(text))
               : QString();
}

void addSystem(FontLibrary& library)
{
    FcConfig* config = FcInitLoadConfigAndFonts();
    FcPattern* outlines = FcPatternCreate();
    FcPatternAddBool(outlines, FC_SCALABLE, FcTrue);
    FcPatternAddBool(outlines, FC_VARIABLE, FcFalse);
    FcObjectSet* wanted = FcObjectSetBuild(FC_FAMILY, FC_STYLE, FC_FILE, FC_INDEX, FC_FONTFORMAT, nullptr);
    FcFontSet* found = FcFontList(config, outlines, wanted);
    struct File {
        QString name, path;
        unsigned index;
    };
    std::vector<File> files;
    for (int i = 0; found && i < found->nfont; ++i) {
        FcPattern* font = found->fonts[i];
        const QString format = textOf(font, FC_FONTFORMAT);
        int index = 0;
        FcPatternGetInteger(font, FC_INDEX, 0, &index);
        constexpr int instanceShift = 16; // above it a look of a variable font is named
        if ((format == QStringLiteral("TrueType") || format == QStringLiteral("CFF")) &&
            (index >> instanceShift) == 0 && canBeEmbedded(tablesOf(textOf(font, FC_FILE), unsigned(index))))
            files.push_back({QStringLiteral("%1 %2").arg(textOf(font, FC_FAMILY), textOf(font, FC_STYLE)),
                             textOf(font, FC_FILE), unsigned(index)});
    }
    if (found)
        FcFontSetDestroy(found);
    FcObjectSetDestroy(wanted);
    FcPatternDestroy(outlines);
    FcConfigDestroy(config);
    std::ranges::sort(files,
                      [](const File& a, const File& b) { return QString::localeAwareCompare(a.name, b.name) < 0; });
    for (const File& file : files)
        library.addFile(file.name, file.path, file.index);
}

} // namespace

const FontLibrary& FontLibrary::shipped()
{
    static const FontLibrary& library = []() -> const FontLibrary& {
        static FontLibrary made;
        addShipped(made);
        return made;
    }();
    return library;
}

const FontLibrary& FontLibrary::installed()
{
    static const FontLibrary& library = []() -> const FontLibrary& {
        static FontLibrary made;
        addShipped(made);
        addSystem(made);
        return made;
    }();
    return library;
}

void FontLibrary::add(std::unique_ptr<FontFace> face)
{
    byName_.insert(face->name(), entries_.size());
    entries_.push_back({face->name(), {}, 0, std::move(face)});
}

void FontLibrary::addFile(const QString& name, const QString& path, unsigned index)
{
    if (byName_.contains(name))
        return;
    byName_.insert(name, entries_.size());
    entries_.push_back({name, path, index, nullptr});
}

const FontFace* FontLibrary::find(const QString& name) const
{
    const auto at = byName_.constFind(name);
    if (at == byName_.constEnd())
        return nullptr;
    const std::lock_guard lock(reading_);
    Entry& entry = entries_[*at];
    if (!entry.face && !entry.path.isEmpty()) {
        QFile file(std::exchange(entry.path, {})); // tried once
        if (file.open(QIODevice::ReadOnly))
            entry.face = FontFace::fromData(name, file.readAll(), entry.index);
    }
    return entry.face.get();
}

const FontFace& FontLibrary::findOrFirst(const QString& name) const
{
    const FontFace* face = find(name);
    return face ? *face : *entries_.front().face;
}

QStringList FontLibrary::names() const
{
    QStringList all;
    for (const Entry& entry : entries_)
        all << entry.name;
    return all;
}

} // namespace hinge
