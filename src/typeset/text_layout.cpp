// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/text_layout.h"

#include "core/job/list_marks.h"
#include "typeset/free_stretch.h"
#include "typeset/paragraph_setter.h"

#include <algorithm>

namespace hinge
{

/// Fills the columns one after the other.
class StorySetter
{
public:
    StorySetter(const std::vector<TextFrame>& frames, const FontLibrary& fonts, Patience patience,
                MeasuredStory& measured)
        : frames_(frames), fonts_(fonts), patience_(patience), measured_(measured), columns_(columnsOf(frames)),
          layouts_(frames.size())
    {
    }

    std::vector<TextLayout> set(const std::vector<Paragraph>& paragraphs)
    {
        measured_.setters_.resize(paragraphs.size());
        marks_ = listMarks(paragraphs);
        for (std::size_t i = 0; i < paragraphs.size(); ++i)
            setParagraph(paragraphs[i], int(i));
        alignColumn();
        for (TextLayout& layout : layouts_)
            layout.missingFonts = missingFonts_;
        return std::move(layouts_);
    }

private:
    /// A column of a frame, in points.
    struct Column {
        std::size_t frame = 0;
        double left = 0;
        double width = 0;
        double depth = 0;
    };

    static std::vector<Column> columnsOf(const std::vector<TextFrame>& frames)
    {
        std::vector<Column> out;
        for (std::size_t i = 0; i < frames.size(); ++i) {
            const TextFrame& f = frames[i];
            Length x;
            for (const Length w : share(f.size.w - f.gutter * (f.columns - 1), f.columns)) {
                out.push_back({i, x.toPoints(), std::max(0.1, w.toPoints()), f.size.h.toPoints()});
                x += w + f.gutter;
            }
        }
        return out;
    }

    /// A paragraph while it is set.
    struct Work {
        ParagraphSetter& setter;
        const TextStyle& style;
        int number;
        int drop = 0; ///< how many lines its first letter is high, of those that are not set yet
        bool first = true;
        double boxHead = 0; ///< of the tint behind what of it stands in this column
        double boxFoot = 0; ///< as far as it reaches yet; no further than the head for none
    };
    /// Where a line goes, in points.
    struct Place {
        double baseline = 0;
        Stretch stretch;
    };

    void setParagraph(const Paragraph& paragraph, int number)
    {
        const TextStyle& style = paragraph.style;
        noteFont(style.font);
        for (const CharacterStyle& span : paragraph.spans)
            if (!span.font.isEmpty())
                noteFont(span.font);
        auto& kept = measured_.setters_[std::size_t(number)];
        if (!kept || kept->paragraph() != paragraph)
            kept = std::make_unique<ParagraphSetter>(paragraph, fonts_, patience_);
        Work work{*kept, style, number};
        work.drop = kept->dropEnd() > 0 ? style.dropLines : 0;
        setAllLines(work);
        endBox(work);
        if (style.ruleBelow > Length())
            addRule(lineFoot(work), style.ruleBelow, style.ruleBelowInk, style);
        after_ = style.spaceAfter.toPoints() + style.ruleBelow.toPoints() + padding(style);
    }

    void setAllLines(Work& work)
    {
        int start = work.drop > 0 ? work.setter.dropEnd() : 0;
        std::vector<ParagraphSetter::Line> lines;
        std::size_t i = 0;
        std::size_t stay = 0;
        double brokenFor = -1; // the width; below 0 where they are to be broken
        do {
            const Place place = nextPlace(work);
            if (std::abs(brokenFor - place.stretch.width) > hair) {
                lines = work.setter.lines(start, place.stretch.width);
                // Fewer lines than the letter is high: it is only as high as they are.
                if (work.first && work.drop > int(lines.size())) {
                    work.drop = int(lines.size()) > 1 ? int(lines.size()) : 0;
                    start = work.drop > 0 ? start : 0;
                    brokenFor = -1;
                    continue;
                }
                i = 0;
                stay = linesStaying(work, lines.size());
                brokenFor = place.stretch.width;
            }
            if (i == stay) {
                endBox(work);
                alignColumn();
                ++at_;
                empty_ = true;
                const Place next = nextPlace(work);
                stay = i + linesStaying(work, lines.size() - i);
                if (std::abs(next.stretch.width - brokenFor) > hair)
                    brokenFor = -1;
                continue;
            }
            placeLine(work, lines[i], place);
            start = lines[i].end;
            ++i;
        } while (i < lines.size() || brokenFor < 0);
    }

    [[nodiscard]] const Column& here() const { return columns_[at_]; }
    [[nodiscard]] TextLayout& layout() { return layouts_[here().frame]; }

    static double padding(const TextStyle& style) { return style.boxInk.isEmpty() ? 0 : style.boxPadding.toPoints(); }
    [[nodiscard]] double lineFoot(const Work& work) const
    {
        return baseline_ + work.setter.descent() + padding(work.style);
    }

    /// What indent, list and first letter take from the beginning of a line.
    [[nodiscard]] double takenAtBegin(const Work& work) const
    {
        return work.style.indent.toPoints() +
               (work.style.list == ListMark::None ? 0 : work.style.listIndent.toPoints()) +
               (work.drop > 0 ? work.setter.dropWidth(work.drop + dropped_) : 0);
    }
    /// The column without its padding.
    [[nodiscard]] Stretch padded(const Work& work) const
    {
        const double pad = padding(work.style);
        return {here().left + pad, here().width - 2 * pad};
    }
    [[nodiscard]] Stretch forLetters(const Work& work, const Stretch& line) const
    {
        const double taken = takenAtBegin(work);
        return {line.left + (work.setter.baseFromRight() ? 0 : taken), std::max(0.1, line.width - taken)};
    }

    /// What is free of a line at this baseline; nothing where that is too little for a few letters.
    [[nodiscard]] std::optional<Stretch> freeAt(const Work& work, double baseline) const
    {
        Stretch all = padded(work);
        const double whole = forLetters(work, all).width;
        const auto& obstacles = frames_[here().frame].obstacles;
        const QPolygonF& within = frames_[here().frame].within;
        if (!within.isEmpty())
            all = widestWithin(all, baseline - work.setter.ascent(), baseline + work.setter.descent(), within);
        const Stretch free = obstacles.empty() ? all
                                               : widestStretch(all, baseline - work.setter.ascent(),
                                                               baseline + work.setter.descent(), obstacles);
        const Stretch letters = forLetters(work, free);
        const bool enough = letters.width >= std::min(whole, work.style.size.toPoints() * 3);
        return enough ? std::optional(letters) : std::nullopt;
    }

    /// The next line of the paragraph, below what lies in its way. Where that leaves no room the whole width below the
    /// column, which does not fit.
    [[nodiscard]] Place nextPlace(const Work& work) const { return placeFrom(work, nextBaseline(work)); }
    [[nodiscard]] Place placeFrom(const Work& work, double baseline) const
    {
        for (; baseline + work.setter.descent() <= here().depth + hair;
             baseline = onGrid(baseline + std::max(1.0, work.style.lineStep().toPoints())))
            if (const auto free = freeAt(work, baseline))
                return {baseline, *free};
        return {baseline, forLetters(work, padded(work))};
    }

    /// How many of the lines to come stay in this column. The first line of a paragraph does not stand alone at the
    /// foot, nor the last one at the head of the next, nor part of the lines beside a letter that is several lines
    /// high, as far as there is another column and that can be helped.
    [[nodiscard]] std::size_t linesStaying(const Work& work, std::size_t lines) const
    {
        if (at_ + 1 >= columns_.size())
            return lines; // what does not fit is told, not moved
        double baseline = nextPlace(work).baseline;
        std::size_t fit = 0;
        while (fit < lines && baseline + work.setter.descent() + padding(work.style) <= here().depth + hair) {
            ++fit;
            baseline = placeFrom(work, onGrid(baseline + work.style.lineStep().toPoints())).baseline;
        }
        if (fit == lines)
            return lines;
        // An empty column holds at least two lines of what comes, or it would be passed over for nothing.
        if (lines - fit == 1 && fit > (empty_ ? 2 : 0))
            --fit;
        if (work.first && !empty_ && (fit == 1 || fit < std::size_t(work.drop)))
            fit = 0;
        return fit;
    }

    [[nodiscard]] double onGrid(double baseline) const
    {
        const auto& grid = frames_[here().frame].grid;
        if (!grid || grid->second <= Length())
            return baseline;
        const double from = grid->first.toPoints();
        const double step = grid->second.toPoints();
        return from + std::ceil((baseline - from) / step - 1e-6) * step;
    }

    [[nodiscard]] double nextBaseline(const Work& work) const
    {
        const TextStyle& style = work.style;
        double next = empty_ ? work.setter.ascent() + padding(style) : baseline_ + style.lineStep().toPoints();
        if (work.first)
            next += style.ruleAbove.toPoints();
        if (work.first && !empty_)
            next += after_ + style.spaceBefore.toPoints() + padding(style);
        return onGrid(next);
    }

    void placeLine(Work& work, const ParagraphSetter::Line& line, const Place& place)
    {
        const bool begins = empty_ || work.first;
        baseline_ = place.baseline;
        empty_ = false;
        TextLayout& out = layout();
        const double foot = place.baseline + work.setter.descent();
        out.height = std::max(out.height, foot + padding(work.style));
        ++out.lines;
        if (foot + padding(work.style) > here().depth + hair) {
            ++out.linesOver;
            if (!out.overFrom)
                out.overFrom = TextPosition{work.number, work.first ? 0 : line.start};
            work.first = false;
            work.drop = dropped_ = 0;
            return;
        }
        const double head = place.baseline - work.setter.ascent();
        if (begins)
            work.boxHead = head - padding(work.style);
        work.boxFoot = foot + padding(work.style);
        lowest_ = std::max(lowest_, foot + padding(work.style));
        const std::size_t firstRun = out.runs.size();
        if (work.first)
            openParagraph(work, place, head);
        const double begin = work.setter.set(line, place.stretch.left, place.baseline, place.stretch.width, out);
        for (std::size_t i = firstRun; i < out.runs.size(); ++i)
            if (out.runs[i].paragraph >= 0)
                out.runs[i].paragraph = work.number;
        // The first letter is part of the line it begins.
        out.lineBoxes.push_back({work.number, work.first ? 0 : line.start, line.end, work.setter.lettersEnd(line),
                                 place.stretch.left, place.stretch.width, place.baseline, head, foot, begin});
        work.first = false;
        if (work.drop > 0) {
            --work.drop;
            ++dropped_;
        }
        if (work.drop == 0)
            dropped_ = 0;
    }

    /// What stands beside the first line: a line above it, the mark of a list, a letter several lines high.
    void openParagraph(const Work& work, const Place& place, double head)
    {
        const TextStyle& style = work.style;
        const double pad = padding(style);
        if (style.ruleAbove > Length())
            addRule(head - pad - style.ruleAbove.toPoints(), style.ruleAbove, style.ruleAboveInk, style);
        const double indent = style.listIndent.toPoints();
        const bool fromRight = work.setter.baseFromRight();
        if (const QString& mark = marks_[work.number]; !mark.isEmpty())
            work.setter.setMark(mark,
                                fromRight ? place.stretch.right()
                                          : place.stretch.left - indent -
                                                (work.drop > 0 ? work.setter.dropWidth(work.drop) : 0),
                                indent, place.baseline, layout());
        if (work.drop > 0) {
            const double width = work.setter.dropWidth(work.drop);
            const double left = fromRight ? place.stretch.right() : place.stretch.left - width;
            const double down = (work.drop - 1) * style.lineStep().toPoints();
            lowest_ = std::max(lowest_, place.baseline + down);
            work.setter.setDrop(work.drop, left, width, place.baseline + down, layout());
        }
    }

    /// As wide as the column.
    void addRule(double top, Length thickness, const QString& ink, const TextStyle& style)
    {
        if (top + thickness.toPoints() > here().depth + hair)
            return;
        layout().rules.push_back(
            {here().left, top, here().width, thickness.toPoints(), ink.isEmpty() ? style.ink : ink});
        lowest_ = std::max(lowest_, top + thickness.toPoints());
    }

    /// The tint behind a paragraph lies below everything else of the column, in each that it runs through.
    void endBox(Work& work)
    {
        if (!work.style.boxInk.isEmpty() && work.boxFoot > work.boxHead) {
            auto& rules = layout().rules;
            rules.insert(rules.begin() + std::ptrdiff_t(std::min(firstRule_, rules.size())),
                         {here().left, work.boxHead, here().width, work.boxFoot - work.boxHead, work.style.boxInk,
                          work.style.boxStrength});
        }
        work.boxHead = work.boxFoot = 0;
    }

    /// Moves what stands in the column that is done to its middle or foot.
    void alignColumn()
    {
        if (columns_.empty())
            return;
        TextLayout& out = layout();
        const VerticalAlign align = frames_[here().frame].align;
        const double free = here().depth - lowest_;
        const double by = align == VerticalAlign::Foot ? free : align == VerticalAlign::Middle ? free / 2 : 0;
        if (by > 0 && lowest_ > 0 && out.linesOver == 0) {
            for (std::size_t i = firstRun_; i < out.runs.size(); ++i)
                for (Glyph& g : out.runs[i].glyphs)
                    g.y += by;
            for (std::size_t i = firstRule_; i < out.rules.size(); ++i)
                out.rules[i].y += by;
            for (std::size_t i = firstLine_; i < out.lineBoxes.size(); ++i)
                for (double LineBox::*part : {&LineBox::baseline, &LineBox::head, &LineBox::foot})
                    out.lineBoxes[i].*part += by;
        }
        lowest_ = 0;
        const bool sameFrame = at_ + 1 < columns_.size() && columns_[at_ + 1].frame == here().frame;
        firstRun_ = sameFrame ? out.runs.size() : 0;
        firstRule_ = sameFrame ? out.rules.size() : 0;
        firstLine_ = sameFrame ? out.lineBoxes.size() : 0;
    }

    void noteFont(const QString& font)
    {
        if (!fonts_.find(font) && !missingFonts_.contains(font))
            missingFonts_ << font;
    }

    const std::vector<TextFrame>& frames_;
    const FontLibrary& fonts_;
    Patience patience_;
    MeasuredStory& measured_;
    std::vector<Column> columns_;
    std::vector<TextLayout> layouts_;
    QStringList missingFonts_;
    QStringList marks_; ///< of lists, one a paragraph
    int dropped_ = 0;   ///< lines beside the first letter of the paragraph at work that are set
    std::size_t at_ = 0;
    bool empty_ = true; ///< nothing stands in the column yet
    double baseline_ = 0;
    double after_ = 0; ///< space below the paragraph before
    double lowest_ = 0;
    std::size_t firstRun_ = 0; ///< of this column in its layout
    std::size_t firstRule_ = 0;
    std::size_t firstLine_ = 0;
};

MeasuredStory::MeasuredStory() = default;
MeasuredStory::~MeasuredStory() = default;
MeasuredStory::MeasuredStory(MeasuredStory&&) noexcept = default;
MeasuredStory& MeasuredStory::operator=(MeasuredStory&&) noexcept = default;

std::vector<TextLayout> layOutStory(const std::vector<Paragraph>& paragraphs, const std::vector<TextFrame>& frames,
                                    const FontLibrary& fonts, Patience patience)
{
    MeasuredStory once;
    return layOutStory(once, paragraphs, frames, fonts, patience);
}

std::vector<TextLayout> layOutStory(MeasuredStory& measured, const std::vector<Paragraph>& paragraphs,
                                    const std::vector<TextFrame>& frames, const FontLibrary& fonts, Patience patience)
{
    if (frames.empty())
        return {};
    return StorySetter(frames, fonts, patience, measured).set(paragraphs);
}

TextLayout layOutSmallPrint(const QString& words, const FontLibrary& fonts)
{
    Paragraph paragraph;
    paragraph.text = words;
    paragraph.style.size = Length::units(Length::points(13).count() / 2);
    return layOutText({paragraph}, {Length::mm(1000), Length::mm(10)}, fonts); // wide enough to stay one line
}

TextLayout layOutText(const std::vector<Paragraph>& paragraphs, Size frame, const FontLibrary& fonts)
{
    return layOutStory(paragraphs, {TextFrame{frame}}, fonts).front();
}

} // namespace hinge
