// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "typeset/font_library.h"

namespace hinge
{

/// A character as the Unicode Standard calls it (ICU): "euro sign" of the block "Currency Symbols".
struct NamedCharacter {
    char32_t code = 0;
    QString name;  ///< in small letters
    QString block; ///< as in "General Punctuation"
};

/// The characters a font has that print something, in the order of their codes.
[[nodiscard]] std::vector<NamedCharacter> charactersOf(const FontFace& font);

/// Those that are meant by what was typed: the character itself, its code ("U+20AC"), or words its name and block
/// begin with, in any order. All of them when nothing was typed.
[[nodiscard]] std::vector<NamedCharacter> charactersNamed(const std::vector<NamedCharacter>& among,
                                                          const QString& typed);

} // namespace hinge
