// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <qpdf/QPDFObjectHandle.hh>
#include <string>

namespace hinge
{

/// A name object of any text (ISO 32000-1, 7.3.5). The library writes a number sign as it stands, though it begins an
/// escape in PDF; a zero byte is its word for a sign that does not.
[[nodiscard]] inline QPDFObjectHandle pdfName(const std::string& text)
{
    std::string escaped = "/";
    for (const char c : text) {
        if (c == '#')
            escaped += std::string(1, '\0') + "23";
        else
            escaped += c;
    }
    return QPDFObjectHandle::newName(escaped);
}

} // namespace hinge
