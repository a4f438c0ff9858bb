// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/envelopes.h"

#include <algorithm>

namespace hinge
{
namespace
{

std::vector<Envelope> makeEnvelopes()
{
    std::vector<Envelope> out;
    const auto iso = [&](const char* name, int w, int h) {
        out.push_back(
            {QString::fromUtf8(name), {Length::mm(w), Length::mm(h)}, Length::mm(5), QStringLiteral("ISO 269"), false});
    };
    iso("DL", 220, 110);
    iso("C7", 114, 81);
    iso("C7/6", 162, 81);
    iso("C6", 162, 114);
    iso("C6/5", 229, 114);
    iso("C5", 229, 162);
    iso("C4", 324, 229);
    iso("B6", 176, 125);
    iso("B5", 250, 176);
    const auto american = [&](const char* name, int wEighths, int hEighths, int slipEighths = 1) {
        out.push_back({QString::fromUtf8(name),
                       {Length::inches(wEighths).part(8), Length::inches(hEighths).part(8)},
                       Length::inches(slipEighths).part(8),
                       QStringLiteral("common practice"),
                       true});
    };
    american("A2 (North American)", 46, 35);
    american("A6 (North American)", 52, 38);
    american("A7 (North American)", 58, 42);
    american("A8 (North American)", 65, 44);
    american("A9 (North American)", 70, 46);
    american("No. 9", 71, 31, 2);
    american("No. 10", 76, 33, 2);
    american("6 × 9 in", 72, 48, 2);
    american("9 × 12 in", 96, 72, 2);
    return out;
}

bool takes(const Envelope& e, Size closed, Length thickness)
{
    const Length room = std::max(e.slip, thickness * 3);
    const Size s = closed.w >= closed.h ? closed : closed.turned();
    return s.w + room <= e.size.w && s.h + room <= e.size.h;
}

double areaOf(const Envelope& e) { return e.size.w.toMm() * e.size.h.toMm(); }

} // namespace

const std::vector<Envelope>& envelopes()
{
    static const std::vector<Envelope> all = makeEnvelopes();
    return all;
}

std::optional<Envelope> envelopeFor(Size closed, Length thickness, Unit unit)
{
    const bool american = unit == Unit::Inch || unit == Unit::Pica || unit == Unit::Point;
    for (const bool first : {true, false}) {
        const Envelope* best = nullptr;
        for (const Envelope& e : envelopes())
            if (e.northAmerican == (american == first) && takes(e, closed, thickness) &&
                (!best || areaOf(e) < areaOf(*best)))
                best = &e;
        if (best)
            return *best;
    }
    return std::nullopt;
}

Size largestIn(const Envelope& envelope) { return {envelope.size.w - envelope.slip, envelope.size.h - envelope.slip}; }

std::optional<Envelope> findEnvelope(const QString& name)
{
    const auto it = std::ranges::find_if(
        envelopes(), [&](const Envelope& e) { return e.name.compare(name.simplified(), Qt::CaseInsensitive) == 0; });
    return it == envelopes().end() ? std::nullopt : std::optional(*it);
}

} // namespace hinge
