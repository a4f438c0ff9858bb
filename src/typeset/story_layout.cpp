// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/story_layout.h"

#include "core/edit/scaling.h"
#include "core/job/stories.h"
#include "typeset/hyphenation.h"
#include "typeset/table_layout.h"
#include "typeset/text_place.h"

#include <algorithm>

namespace hinge
{

TextFrame textFrame(const Job& job, const Item& item, const PlannedItem& placed)
{
    TextFrame frame;
    frame.size = item.textRun == TextRun::Across ? placed.frame.size() : placed.frame.size().turned();
    frame.columns = item.textColumns;
    frame.gutter = item.textGutter;
    frame.align = item.verticalAlign;
    if (item.onGrid && job.gridStep > Length() && item.textRun == TextRun::Across)
        frame.grid = {job.gridStart - placed.frame.y, job.gridStep};
    return frame;
}

StoryInput storyThrough(const Job& job, const Plan& plan, const Item& through)
{
    StoryInput story;
    story.items = chainOf(job, through);
    for (const QString& id : story.items) {
        const Item* item = id == through.id ? &through : job.findItem(id);
        if (story.frames.empty()) {
            story.paragraphs = lookedUp(job, *item);
            story.table = item->table;
        }
        const PlannedItem& placed = *plan.findItem(id);
        story.frames.push_back(textFrame(job, *item, placed));
        story.frames.back().within = outlineWithin(*item, placed);
        story.frames.back().obstacles = obstaclesOf(job, plan, *item, placed);
    }
    return story;
}

std::vector<TextLayout> layOut(const StoryInput& story, const FontLibrary& fonts, Patience patience)
{
    return story.table ? layOutTable(story.paragraphs, *story.table, story.frames, fonts, patience)
                       : layOutStory(story.paragraphs, story.frames, fonts, patience);
}

std::optional<Percent> fittingScale(const Job& job, const Plan& plan, const Item& text, const FontLibrary& fonts)
{
    const Item* head = job.findItem(chainOf(job, text).first());
    if (!head || head->paragraphs.empty() || head->isWaiting())
        return std::nullopt;
    const StoryInput asItIs = storyThrough(job, plan, *head);
    const auto fits = [&](int halves) {
        Item scaled = *head;
        scaleText(job, scaled, Percent::hundredths(halves * 50));
        StoryInput story = asItIs;
        story.paragraphs = lookedUp(job, scaled);
        story.table = scaled.table;
        const auto layouts = layOut(story, fonts);
        return layouts.back().fits() && layouts.back().height <= story.frames.back().size.h.toPoints() + 0.01;
    };
    // Between a tenth and ten times its size: the largest that fits.
    int low = 20;
    int high = 2000;
    if (!fits(low))
        return std::nullopt;
    while (low < high) {
        const int middle = (low + high + 1) / 2;
        if (fits(middle))
            low = middle;
        else
            high = middle - 1;
    }
    return Percent::hundredths(low * 50);
}

const TextLayout& TextLayoutCache::layout(const Job& job, const Plan& plan, const Item& item, int record)
{
    StoryInput story = storyThrough(job, plan, item);
    const auto place = std::size_t(story.items.indexOf(item.id));
    const std::pair key(story.items.first(), record);
    const auto it = entries_.find(key);
    if (it != entries_.end() && it->second.story == story)
        return it->second.layouts[place];
    QStringList awaited;
    if (patience_ == Patience::DoesWithout)
        for (const Paragraph& p : story.paragraphs)
            if (!Hyphenation::isLoaded(p.style.hyphenation) && !awaited.contains(p.style.hyphenation))
                awaited << p.style.hyphenation;
    provisional_ = provisional_ || !awaited.isEmpty();
    MeasuredStory measured = it == entries_.end() ? MeasuredStory() : std::move(it->second.measured);
    auto layouts = story.table ? layOut(story, fonts_, patience_)
                               : layOutStory(measured, story.paragraphs, story.frames, fonts_, patience_);
    return entries_
        .insert_or_assign(key, Entry{std::move(story), std::move(layouts), std::move(measured), std::move(awaited)})
        .first->second.layouts[place];
}

bool TextLayoutCache::refresh()
{
    const auto came = std::erase_if(entries_, [](const auto& entry) {
        return !entry.second.awaited.isEmpty() && std::ranges::all_of(entry.second.awaited, Hyphenation::isLoaded);
    });
    provisional_ = std::ranges::any_of(entries_, [](const auto& entry) { return !entry.second.awaited.isEmpty(); });
    revision_ += came > 0 ? 1 : 0;
    return came > 0;
}

std::map<QString, TextLayout> layOutAllText(const Job& job, const Plan& plan, const FontLibrary& fonts)
{
    std::map<QString, TextLayout> out;
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items) {
            if (item.kind != ItemKind::Text || out.contains(item.id))
                continue;
            const StoryInput story = storyThrough(job, plan, item);
            auto layouts = layOut(story, fonts);
            for (std::size_t i = 0; i < layouts.size(); ++i)
                out.emplace(story.items[qsizetype(i)], std::move(layouts[i]));
        }
    return out;
}

} // namespace hinge
