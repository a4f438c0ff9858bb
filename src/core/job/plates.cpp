// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/plates.h"

#include <algorithm>

namespace hinge
{
namespace
{

const QString process[] = {QStringLiteral("Cyan"), QStringLiteral("Magenta"), QStringLiteral("Yellow"),
                           QStringLiteral("Black")};

/// Every place of an item that names an ink; `AnyItem` may be changed or not.
template <class AnyItem, class Visit>
void visitInksOf(AnyItem& item, const Visit& visit)
{
    if (item.kind == ItemKind::Shape || item.kind == ItemKind::Code)
        visit(item.ink);
    if (item.stroke.width > Length())
        visit(item.stroke.ink);
    if (item.shadow)
        visit(item.shadow->ink);
    if (item.table) {
        visit(item.table->headerInk);
        visit(item.table->tintInk);
        for (auto* stroke : item.table->strokes())
            if (stroke->width > Length())
                visit(stroke->ink);
    }
    for (auto& p : item.paragraphs) {
        if (p.styleName.isEmpty()) {
            visit(p.style.ink);
            for (auto* ink : p.style.otherInks())
                visit(*ink);
        }
        for (auto& span : p.spans)
            visit(span.ink);
    }
}

} // namespace

bool overprints(const Job& job, const QString& name, Percent strength)
{
    const Ink* ink = job.findInk(name);
    return job.press.overprintBlack && ink && !ink->spot && strength == 100 && ink->cmyk == Cmyk{0, 0, 0, 100};
}

std::vector<std::pair<QString, Percent>> inksOf(const Job& job, const Item& item)
{
    std::vector<std::pair<QString, Percent>> out;
    if ((item.kind == ItemKind::Shape || item.kind == ItemKind::Code) && !item.ink.isEmpty())
        out.emplace_back(item.ink, item.strength);
    if (item.stroke.width > Length())
        out.emplace_back(item.stroke.ink, item.stroke.strength);
    if (item.shadow)
        out.emplace_back(item.shadow->ink, item.shadow->strength);
    if (item.table) {
        if (!item.table->headerInk.isEmpty())
            out.emplace_back(item.table->headerInk, item.table->headerStrength);
        if (!item.table->tintInk.isEmpty())
            out.emplace_back(item.table->tintInk, item.table->tintStrength);
        for (const Stroke* stroke : item.table->strokes())
            if (stroke->width > Length())
                out.emplace_back(stroke->ink, stroke->strength);
    }
    for (const Paragraph& p : item.paragraphs) {
        const TextStyle& style = job.styleOf(p);
        out.emplace_back(style.ink, 100);
        if (!style.boxInk.isEmpty())
            out.emplace_back(style.boxInk, style.boxStrength);
        for (const auto& [width, ink] :
             {std::pair(style.ruleAbove, style.ruleAboveInk), std::pair(style.ruleBelow, style.ruleBelowInk)})
            if (width > Length() && !ink.isEmpty())
                out.emplace_back(ink, 100);
        for (const CharacterStyle& span : p.spans)
            if (const QString ink = job.lookOf(span).ink; !ink.isEmpty())
                out.emplace_back(ink, 100);
    }
    return out;
}

bool usesInk(const Job& job, const QString& name)
{
    const auto names = [&](const TextStyle& style) {
        return style.ink == name ||
               std::ranges::any_of(style.otherInks(), [&](const QString* ink) { return *ink == name; });
    };
    if (std::ranges::any_of(job.textStyles, [&](const NamedStyle& style) { return names(style.style); }) ||
        std::ranges::any_of(job.characterStyles, [&](const NamedCharacterStyle& style) { return style.ink == name; }))
        return true;
    bool used = false;
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items)
            visitInksOf(item, [&](const QString& ink) { used = used || ink == name; });
    return used;
}

QString inkOf(Job& job, const Cmyk& cmyk)
{
    const auto known = std::ranges::find_if(job.inks, [&](const Ink& ink) { return ink.cmyk == cmyk && !ink.spot; });
    if (known != job.inks.end())
        return known->name;
    const QString parts = QStringLiteral("%1 %2 %3 %4")
                              .arg(percentText(cmyk.c), percentText(cmyk.m), percentText(cmyk.y), percentText(cmyk.k));
    QString name = parts;
    for (int i = 2; job.findInk(name); ++i) // a spot ink, or one that was changed since, may be called so
        name = QStringLiteral("%1 (%2)").arg(parts, QString::number(i));
    job.inks.push_back({name, cmyk, false});
    return name;
}

Job withInkRenamed(Job job, const QString& from, const QString& to)
{
    for (Ink& ink : job.inks)
        if (ink.name == from)
            ink.name = to;
    const auto rename = [&](QString& ink) {
        if (ink == from)
            ink = to;
    };
    for (NamedStyle& style : job.textStyles) {
        rename(style.style.ink);
        for (QString* ink : style.style.otherInks())
            rename(*ink);
    }
    for (NamedCharacterStyle& style : job.characterStyles)
        rename(style.ink);
    job.surfaces.editEach([&](SurfaceContent& content) {
        for (Item& item : content.items)
            visitInksOf(item, rename);
    });
    return job;
}

QStringList platesOf(const Job& job)
{
    QStringList plates(std::begin(process), std::end(process));
    for (const Ink& ink : job.inks)
        if (ink.spot && usesInk(job, ink.name))
            plates << ink.name;
    return plates;
}

Cmyk plateColour(const Job& job, const QString& plate)
{
    const auto at = std::ranges::find(process, plate) - std::begin(process);
    if (at == 4) {
        const Ink* spot = job.findInk(plate);
        return spot ? spot->cmyk : Cmyk{0, 0, 0, 100};
    }
    const auto part = [at](int i) { return Percent(at == i ? 100 : 0); };
    return {part(0), part(1), part(2), part(3)};
}

double amountOnPlate(const Ink& ink, Percent strength, const QString& plate)
{
    if (ink.spot)
        return ink.name == plate ? strength.value() : 0;
    const Percent parts[] = {ink.cmyk.c, ink.cmyk.m, ink.cmyk.y, ink.cmyk.k};
    const auto at = std::ranges::find(process, plate);
    return at == std::end(process) ? 0 : parts[at - std::begin(process)].value() * strength.share();
}

} // namespace hinge
