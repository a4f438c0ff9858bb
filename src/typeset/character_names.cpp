// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/character_names.h"

#include "core/units/owned.h"

#include <algorithm>
#include <hb.h>
#include <unicode/uchar.h>

namespace hinge
{
namespace
{

using CharacterSet = Owned<hb_set_t, hb_set_destroy>;

QString nameOf(char32_t code)
{
    char name[128] = {};
    UErrorCode status = U_ZERO_ERROR;
    u_charName(UChar32(code), U_UNICODE_CHAR_NAME, name, int(sizeof name), &status);
    return U_SUCCESS(status) ? QString::fromLatin1(name).toLower() : QString();
}

QString blockOf(char32_t code)
{
    const char* block = u_getPropertyValueName(UCHAR_BLOCK, int(ublock_getCode(UChar32(code))), U_LONG_PROPERTY_NAME);
    return block ? QString::fromLatin1(block).replace(u'_', u' ') : QString();
}

/// Every word that was typed begins a word of the name or block.
bool isMeant(const NamedCharacter& character, const QStringList& typed)
{
    const QStringList words = (character.name + u' ' + character.block.toLower()).split(u' ', Qt::SkipEmptyParts);
    return std::ranges::all_of(typed, [&](const QString& begin) {
        return std::ranges::any_of(words, [&](const QString& word) { return word.startsWith(begin); });
    });
}

} // namespace

std::vector<NamedCharacter> charactersOf(const FontFace& font)
{
    const CharacterSet set(hb_set_create());
    hb_face_collect_unicodes(font.hbFace(), set.get());
    std::vector<NamedCharacter> out;
    for (hb_codepoint_t code = HB_SET_VALUE_INVALID; hb_set_next(set.get(), &code);) {
        hb_codepoint_t glyph = 0;
        if (!u_isgraph(UChar32(code)) || !hb_font_get_nominal_glyph(font.hbFont(), code, &glyph) ||
            !font.hasOutline(glyph))
            continue;
        out.push_back({code, nameOf(code), blockOf(code)});
    }
    return out;
}

std::vector<NamedCharacter> charactersNamed(const std::vector<NamedCharacter>& among, const QString& typed)
{
    const QString wanted = typed.trimmed();
    if (wanted.isEmpty())
        return among;
    char32_t code = 0;
    if (const auto codes = wanted.toUcs4(); codes.size() == 1 && !QChar::isLetter(codes.front()))
        code = codes.front();
    if (wanted.startsWith(QStringLiteral("u+"), Qt::CaseInsensitive))
        code = wanted.mid(2).toUInt(nullptr, 16);
    const QStringList words = wanted.toLower().split(u' ', Qt::SkipEmptyParts);
    std::vector<NamedCharacter> out;
    std::ranges::copy_if(among, std::back_inserter(out), [&](const NamedCharacter& character) {
        return code != 0 ? character.code == code : isMeant(character, words);
    });
    return out;
}

} // namespace hinge
