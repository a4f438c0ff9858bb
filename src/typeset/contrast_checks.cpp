// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/contrast_checks.h"

#include "core/job/master_copies.h"
#include "core/plan/finding_parts.h"
#include "typeset/backing.h"
#include "typeset/text_place.h"

#include <cmath>
#include <map>

namespace hinge
{
namespace
{

/// From one spot at which a line is looked at to the next.
constexpr double step = 2; // mm
/// Letters that are lost in a small part of their line are still read.
constexpr double lostShare = 0.25;
constexpr int boldFrom = 600;

/// Letters of one ink, size and line that do not stand out.
struct Faint {
    const GlyphRun* run = nullptr;
    double contrast = 0;
    std::vector<Light> behind;
};

/// Goes over the letters of one text.
class TextContrast
{
public:
    TextContrast(const Job& job, const LightOfInk& light, const Backing& backing, const Item& item,
                 const PlannedItem& placed, const TextLayout& layout)
        : job_(job), light_(light), backing_(backing), item_(item), layout_(layout),
          toPaper_(textToPaper(item, placed)), even_(layout.rules.empty() ? backing.everywhere() : std::nullopt)
    {
    }

    /// Those that stand out least.
    [[nodiscard]] std::optional<Faint> faintest()
    {
        std::optional<Faint> worst;
        for (const GlyphRun& run : layout_.runs) {
            if (run.glyphs.empty() || run.text.trimmed().isEmpty())
                continue;
            const double wanted = wantedBy(run);
            // Most texts stand in one ink on bare paper, or on one tint: that is answered once.
            if (even_ && contrastOf(run.ink, *even_) >= wanted)
                continue;
            Faint faint = lookAt(run, wanted);
            if (faint.run && (!worst || faint.contrast < worst->contrast))
                worst = std::move(faint);
        }
        return worst;
    }
    /// As large and bold as it stands there.
    [[nodiscard]] static double wantedBy(const GlyphRun& run)
    {
        return contrastWanted(Length::nearestPoints(run.size), run.font->weight() >= boldFrom);
    }
    /// How an ink stands out from what lies below.
    [[nodiscard]] double contrastOf(const QString& ink, const Light& behind)
    {
        return contrastRatio(behind.under(lightOf(ink), item_.opacity.share()), behind);
    }

private:
    [[nodiscard]] Light lightOf(const QString& name)
    {
        const auto known = lights_.find(name);
        if (known != lights_.end())
            return known->second;
        const Ink* ink = job_.findInk(name);
        const Light light = ink ? light_(ink->cmyk, 100) : Light{0, 0, 0};
        return lights_.emplace(name, light.through(backing_.paper())).first->second;
    }
    /// A tint of the text itself lies over everything else; lines under letters and through them are none.
    [[nodiscard]] std::optional<Light> behind(QPointF points, double size) const
    {
        const auto covers = [&](const TextRule& rule) {
            return rule.height >= size / 2 && QRectF(rule.x, rule.y, rule.width, rule.height).contains(points);
        };
        const auto rule = std::find_if(layout_.rules.rbegin(), layout_.rules.rend(), covers);
        if (rule == layout_.rules.rend())
            return backing_.at(toPaper_.map(points));
        const Ink* ink = job_.findInk(rule->ink);
        return ink ? light_(ink->cmyk, rule->strength).through(backing_.paper()) : backing_.paper();
    }
    /// The run of a `Faint` is unset where enough of the letters stand out.
    [[nodiscard]] Faint lookAt(const GlyphRun& run, double wanted)
    {
        constexpr double middleOfLetters = 0.25; // of the size, above the baseline
        const Glyph& first = run.glyphs.front();
        const Glyph& last = run.glyphs.back();
        const double width = last.x + last.advance - first.x;
        const int spots = std::clamp(int(std::ceil(width * mmPerPoint / step)), 1, 200);
        Faint faint;
        int lost = 0;
        double sum = 0;
        for (int i = 0; i < spots; ++i) {
            const auto at =
                behind({first.x + width * (i + 0.5) / spots, first.y - run.size * middleOfLetters}, run.size);
            if (!at)
                return {};
            faint.behind.push_back(*at);
            if (const double contrast = contrastOf(run.ink, *at); contrast < wanted) {
                ++lost;
                sum += contrast;
            }
        }
        if (lost < lostShare * spots)
            return {};
        faint.run = &run;
        faint.contrast = sum / lost;
        return faint;
    }

    const Job& job_;
    const LightOfInk& light_;
    const Backing& backing_;
    const Item& item_;
    const TextLayout& layout_;
    QTransform toPaper_;
    std::optional<Light> even_; ///< behind all of it, where it is the same
    std::map<QString, Light> lights_;
};

/// What of a line is enough to find it by.
QString beginning(const QString& line)
{
    constexpr int enough = 30;
    const QString words = line.trimmed();
    return words.size() <= enough ? words : words.left(words.lastIndexOf(u' ', enough)).left(enough) + u'…';
}

/// "2.6": one place is as fine as anybody can tell, and 4.46 is still too little.
QString ratioText(double ratio) { return QString::number(std::floor(ratio * 10) / 10, 'f', 1); }

/// The ink that reads on all of what lies there; empty where neither black nor bare paper does.
QString readableInk(const Job& job, TextContrast& contrast, const Faint& faint, double wanted)
{
    for (const Cmyk& cmyk : {Cmyk{0, 0, 0, 100}, Cmyk{}}) {
        const auto named = std::ranges::find_if(job.inks, [&](const Ink& i) { return !i.spot && i.cmyk == cmyk; });
        if (named == job.inks.end())
            continue;
        const QString& ink = named->name;
        const auto reads = [&](const Light& behind) { return contrast.contrastOf(ink, behind) >= wanted; };
        if (std::ranges::all_of(faint.behind, reads))
            return ink;
    }
    return {};
}

/// Where masters show: by the surface of a master, those it is looked at on.
using ShownOn = std::map<SurfaceId, std::vector<SurfaceId>>;
ShownOn shownOn(const Job& job, const Plan& plan)
{
    constexpr std::size_t enough = 40; // of a thousand pages
    ShownOn out;
    if (job.masters.empty())
        return out;
    for (const auto& [surface, layers] : plan.layers)
        for (const SurfaceId& layer : layers)
            if (auto& on = out[layer]; layer != surface && on.size() < enough)
                on.push_back(surface);
    return out;
}

/// A text that does not stand out on a surface it shows on.
std::optional<Finding> faintOn(const Job& job, const Plan& plan, const FileFactsMap& facts, const LightOfInk& light,
                               TextLayoutCache& layouts, const SurfaceId& surface, const SurfaceId& layer,
                               std::size_t index)
{
    const Item& item = job.on(layer).items[index];
    if (surface != layer && isLetGo(job, surface, layer, item))
        return std::nullopt;
    const Backing backing(job, plan, facts, light, surface, layer, index);
    TextContrast contrast(job, light, backing, item, plan.itemsOn(layer)[index], layouts.layout(job, plan, item));
    const auto faint = contrast.faintest();
    if (!faint)
        return std::nullopt;
    const double wanted = TextContrast::wantedBy(*faint->run);
    const QString ink = readableInk(job, contrast, *faint, wanted);
    const QString where = surface == layer ? QString() : QStringLiteral(", %1,").arg(surfaceName(surface, job));
    Finding f =
        foundAt("text.faint", Severity::Warn, job, layer, item,
                QStringLiteral("%1 hardly stands out from what is behind it, %2"),
                QStringLiteral("At “%1”%2 the contrast is %3 to 1; type of this size wants %4 to 1. Take a darker or a "
                               "lighter ink, or lay a tint under it.")
                    .arg(beginning(faint->run->text), where, ratioText(faint->contrast), QString::number(wanted)),
                ink.isEmpty() ? Remedy::None : Remedy::ChangeInk);
    f.inks = {faint->run->ink, ink};
    return f;
}

} // namespace

std::vector<Finding> checkContrast(const Job& job, const Plan& plan, const FileFactsMap& facts, const LightOfInk& light,
                                   TextLayoutCache& layouts)
{
    std::vector<Finding> out;
    const ShownOn shown = shownOn(job, plan);
    for (const auto& [layer, content] : job.surfaces) {
        const auto on = shown.find(layer);
        if (layer.master != 0 && on == shown.end())
            continue;
        const std::vector<SurfaceId> surfaces = layer.master != 0 ? on->second : std::vector{layer};
        for (std::size_t i = 0; i < content->items.size(); ++i) {
            const Item& item = content->items[i];
            if (item.kind != ItemKind::Text || item.isWaiting() || plan.itemsOn(layer)[i].frame.isEmpty())
                continue;
            for (const SurfaceId& surface : surfaces)
                if (auto found = faintOn(job, plan, facts, light, layouts, surface, layer, i)) {
                    out.push_back(std::move(*found));
                    break;
                }
        }
    }
    return out;
}

} // namespace hinge
