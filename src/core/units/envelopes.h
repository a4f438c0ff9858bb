// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length_text.h"
#include "core/units/result.h"

#include <optional>
#include <vector>

namespace hinge
{

/// An envelope by its own outer size.
struct Envelope {
    QString name; ///< unique: "C6", "A7 (North American)"
    Size size;    ///< the longer side across
    Length slip;  ///< what a piece must be smaller by, in each direction
    QString source;
    bool northAmerican = false;
};

/// Envelopes of ISO 269 (room to slip in: 5 mm), and North American ones (room 1/8 in for cards, 1/4 in for letters);
/// the room is common practice.
[[nodiscard]] const std::vector<Envelope>& envelopes();

/// The smallest envelope a closed piece slips into; a thick one needs three times its thickness in each direction.
/// Where the unit is inches North American envelopes are looked at first, else those of ISO 269.
[[nodiscard]] std::optional<Envelope> envelopeFor(Size closed, Length thickness, Unit unit);

/// The other way round: the largest closed piece that slips into it, the longer side across.
[[nodiscard]] Size largestIn(const Envelope& envelope);

/// The envelope of that name; letter case does not matter.
[[nodiscard]] std::optional<Envelope> findEnvelope(const QString& name);

} // namespace hinge
