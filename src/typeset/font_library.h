// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QString>
#include <QStringList>
#include <memory>
#include <vector>

struct hb_face_t;
struct hb_font_t;

namespace hinge {

/// One font file: an outline font that HarfBuzz shapes at font units, so that screen and PDF get
/// the same positions. Immutable.
class FontFace {
public:
    /// `name` is "Family Style". nullptr when the data is no usable font.
    static std::unique_ptr<FontFace> fromData(const QString& name, const QByteArray& data);
    ~FontFace();
    FontFace(const FontFace&) = delete;
    FontFace& operator=(const FontFace&) = delete;

    [[nodiscard]] const QString& name() const { return name_; }
    [[nodiscard]] const QByteArray& data() const { return data_; }
    [[nodiscard]] int unitsPerEm() const { return unitsPerEm_; }
    /// Above the baseline, in font units; descender is negative.
    [[nodiscard]] int ascender() const { return ascender_; }
    [[nodiscard]] int descender() const { return descender_; }
    /// True for PostScript outlines (a `CFF ` table), which a PDF embeds in another way.
    [[nodiscard]] bool isCff() const { return isCff_; }
    /// True when the font's embedding bits allow print documents (OpenType, OS/2 fsType).
    [[nodiscard]] bool mayEmbed() const { return mayEmbed_; }
    [[nodiscard]] hb_face_t* hbFace() const { return face_; }
    [[nodiscard]] hb_font_t* hbFont() const { return font_; }

private:
    FontFace() = default;
    QString name_;
    QByteArray data_;
    int unitsPerEm_ = 1000;
    int ascender_ = 0;
    int descender_ = 0;
    bool isCff_ = false;
    bool mayEmbed_ = true;
    hb_face_t* face_ = nullptr; // owned, released in the destructor
    hb_font_t* font_ = nullptr;
};

/// The fonts text may be set in.
class FontLibrary {
public:
    /// The fonts that ship with the program; loaded once, never changed.
    static const FontLibrary& shipped();

    void add(std::unique_ptr<FontFace> face);
    /// nullptr when there is no font of that name.
    [[nodiscard]] const FontFace* find(const QString& name) const;
    /// The font of that name, or the first of the library in its place.
    [[nodiscard]] const FontFace& findOrFirst(const QString& name) const;
    /// In the order in which they are offered.
    [[nodiscard]] QStringList names() const;

private:
    std::vector<std::unique_ptr<FontFace>> faces_;
};

} // namespace hinge
