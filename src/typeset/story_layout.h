// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"
#include "typeset/text_layout.h"

#include <map>

namespace hinge
{

/// The frame of a text as the words see it: turned upright when they run down or up.
[[nodiscard]] TextFrame textFrame(const Job& job, const Item& item, const PlannedItem& placed);

/// A text with all it depends on; when this is the same, its layouts are.
struct StoryInput {
    QStringList items;                 ///< the frames it runs through
    std::vector<Paragraph> paragraphs; ///< with their styles worked out
    std::vector<TextFrame> frames;
    std::optional<Table> table; ///< how the rows are set, when it is one
    bool operator==(const StoryInput&) const = default;
};

/// The text that runs through a frame.
[[nodiscard]] StoryInput storyThrough(const Job& job, const Plan& plan, const Item& item);

/// Sets a text, or a table, into its frames: a layout for each.
[[nodiscard]] std::vector<TextLayout> layOut(const StoryInput& story, const FontLibrary& fonts,
                                             Patience patience = Patience::Waits);

/// By how much the type of a text can be scaled to just fill its frames, in half percents; nothing where it has no
/// words or even a tenth of it does not fit.
[[nodiscard]] std::optional<Percent> fittingScale(const Job& job, const Plan& plan, const Item& text,
                                                  const FontLibrary& fonts);

/// Lays out every text of a job, by the id of its frames.
[[nodiscard]] std::map<QString, TextLayout> layOutAllText(const Job& job, const Plan& plan, const FontLibrary& fonts);

/// Layouts of texts, set again only when their words, looks or frames changed.
class TextLayoutCache
{
public:
    explicit TextLayoutCache(const FontLibrary& fonts, Patience patience = Patience::Waits)
        : fonts_(fonts), patience_(patience)
    {
    }
    /// True when some layout had to do without patterns that were not loaded yet: ask again in a while.
    [[nodiscard]] bool isProvisional() const { return provisional_; }
    /// Counts how often layouts changed because patterns came.
    [[nodiscard]] int revision() const { return revision_; }
    /// Lets go of what was laid out without patterns that are there by now. True when there was something.
    bool refresh();
    /// `record` tells copies of one text apart that are filled in differently, so that each is kept; -1 for the one
    /// that is shown.
    const TextLayout& layout(const Job& job, const Plan& plan, const Item& item, int record = -1);
    [[nodiscard]] const FontLibrary& fonts() const { return fonts_; }

private:
    struct Entry {
        StoryInput story;
        std::vector<TextLayout> layouts;
        MeasuredStory measured;
        QStringList awaited; ///< languages whose patterns were not there
    };
    const FontLibrary& fonts_;
    Patience patience_;
    bool provisional_ = false;
    int revision_ = 0;
    std::map<std::pair<QString, int>, Entry>
        entries_; ///< by the first frame of the text, and the record it is filled in for
};

} // namespace hinge
