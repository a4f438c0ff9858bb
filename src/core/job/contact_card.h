// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <optional>

namespace hinge
{

/// How to reach somebody, as a QR code passes it on to an address book. Every part may be empty.
struct Contact {
    QString givenName{};
    QString familyName{};
    QString organisation{};
    QString phone{};
    QString mail{};
    QString web{};
    QString street{};
    QString postcode{};
    QString town{};
    QString country{};
    bool operator==(const Contact&) const = default;
    [[nodiscard]] bool isEmpty() const { return *this == Contact{}; }
};

/// The contact as a vCard 3.0 (RFC 2426), which address books of phones read; only the parts that are there, so that
/// the code stays coarse. Of an empty contact a card that says nothing, which `encode` refuses.
[[nodiscard]] QString contactText(const Contact& contact);

/// Reads a vCard, of any version; nothing when the text is none. What `Contact` has no room for is lost.
[[nodiscard]] std::optional<Contact> contactFrom(const QString& text);

} // namespace hinge
