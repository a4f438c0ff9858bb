// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QHash>
#include <QString>
#include <QStringList>
#include <memory>
#include <mutex>
#include <vector>

struct hb_face_t;
struct hb_font_t;

namespace hinge
{

/// One font file: an outline font that HarfBuzz shapes at font units, so that screen and PDF get
/// the same positions. Immutable.
class FontFace
{
public:
    /// `name` is "Family Style"; `index` tells the fonts of a collection apart. nullptr when the data is no font that
    /// can be embedded as it looks: variable fonts, outlines of the kind CFF2, and fonts made of coloured pictures
    /// cannot.
    static std::unique_ptr<FontFace> fromData(const QString& name, const QByteArray& data, unsigned index = 0);
    ~FontFace();
    FontFace(const FontFace&) = delete;
    FontFace& operator=(const FontFace&) = delete;

    [[nodiscard]] const QString& name() const { return name_; }
    [[nodiscard]] const QByteArray& data() const { return data_; }
    [[nodiscard]] int unitsPerEm() const { return unitsPerEm_; }
    /// Above the baseline, in font units; descender is negative.
    [[nodiscard]] int ascender() const { return ascender_; }
    [[nodiscard]] int descender() const { return descender_; }
    /// From 100 to 900; 400 is regular, 700 bold (OpenType, OS/2 usWeightClass).
    [[nodiscard]] int weight() const { return weight_; }
    /// Of the capitals, in font units.
    [[nodiscard]] int capHeight() const { return capHeight_; }
    /// A line through or under letters: the height of its head above the baseline, and how thick it is, in font units
    /// (OpenType, post and OS/2 tables).
    struct Bar {
        int head = 0;
        int thickness = 0;
    };
    [[nodiscard]] Bar underline() const { return underline_; }
    [[nodiscard]] Bar strikeThrough() const { return strikeThrough_; }
    /// True for PostScript outlines (a `CFF ` table), which a PDF embeds in another way.
    [[nodiscard]] bool isCff() const { return isCff_; }
    /// True when the font's embedding bits allow print documents (OpenType, OS/2 fsType).
    [[nodiscard]] bool mayEmbed() const { return mayEmbed_; }
    /// True when a glyph draws something; a colour picture in its place does not count, since no plate can be made of
    /// it.
    [[nodiscard]] bool hasOutline(quint32 glyph) const;
    [[nodiscard]] hb_face_t* hbFace() const { return face_; }
    [[nodiscard]] hb_font_t* hbFont() const { return font_; }

private:
    FontFace() = default;
    QString name_;
    QByteArray data_;
    int unitsPerEm_ = 1000;
    int ascender_ = 0;
    int descender_ = 0;
    int weight_ = 400;
    int capHeight_ = 700;
    Bar underline_;
    Bar strikeThrough_;
    bool isCff_ = false;
    bool mayEmbed_ = true;
    hb_face_t* face_ = nullptr; // owned, released in the destructor
    hb_font_t* font_ = nullptr;
    mutable std::mutex looking_;
    mutable std::vector<signed char> outlines_; ///< by glyph: 1 or 0, -1 when it was not asked for yet
};

/// The fonts text may be set in. Fonts of files are read when they are first asked for; may be asked from several
/// threads.
class FontLibrary
{
public:
    /// The fonts that ship with the program.
    static const FontLibrary& shipped();
    /// Those, and the outline fonts of this machine as fontconfig lists them. A shipped font goes before one of the
    /// same name. Only those that can be embedded as they look (see `FontFace::fromData`).
    static const FontLibrary& installed();

    void add(std::unique_ptr<FontFace> face);
    /// A font in a file, by its number there. Not taken when there is one of that name already.
    void addFile(const QString& name, const QString& path, unsigned index);
    /// nullptr when there is no font of that name, or its file cannot be used.
    [[nodiscard]] const FontFace* find(const QString& name) const;
    /// The font of that name, or the first of the library in its place.
    [[nodiscard]] const FontFace& findOrFirst(const QString& name) const;
    /// In the order in which they are offered.
    [[nodiscard]] QStringList names() const;

private:
    struct Entry {
        QString name;
        QString path; ///< empty when the face is there already
        unsigned index = 0;
        std::unique_ptr<FontFace> face;
    };
    mutable std::mutex reading_;
    mutable std::vector<Entry> entries_;
    QHash<QString, std::size_t> byName_;
};

} // namespace hinge
