// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/text_layout.h"

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
        ParagraphSetter& setter = *kept;
        int start = 0;
        bool more = true;
        bool first = true;
        while (more) {
            more = false;
            const double width = here().width;
            const std::vector<ParagraphSetter::Line> lines = setter.lines(start, width);
            std::size_t stay = linesStaying(setter, style, first, lines.size());
            for (std::size_t i = 0; i < lines.size() && !more; ++i) {
                while (i == stay && !more) {
                    alignColumn();
                    ++at_;
                    empty_ = true;
                    more = std::abs(here().width - width) > hair;
                    stay = i + linesStaying(setter, style, first, lines.size() - i);
                }
                if (more) {
                    start = lines[i].start; // the rest is broken afresh for the other width
                    break;
                }
                placeLine(setter, lines[i], nextBaseline(setter, style, first), number);
                first = false;
            }
        }
        if (style.ruleBelow > Length())
            addRule(setter, style);
        after_ = style.spaceAfter.toPoints() + style.ruleBelow.toPoints();
    }

    [[nodiscard]] const Column& here() const { return columns_[at_]; }
    [[nodiscard]] TextLayout& layout() { return layouts_[here().frame]; }

    /// How many of the lines to come stay in this column. The first line of a paragraph does not stand alone at the
    /// foot, nor the last one at the head of the next, as far as there is another column and that can be helped.
    [[nodiscard]] std::size_t linesStaying(const ParagraphSetter& setter, const TextStyle& style, bool first,
                                           std::size_t lines) const
    {
        if (at_ + 1 >= columns_.size())
            return lines; // what does not fit is told, not moved
        double baseline = nextBaseline(setter, style, first);
        std::size_t fit = 0;
        while (fit < lines && baseline + setter.descent() <= here().depth + hair) {
            ++fit;
            baseline = onGrid(baseline + style.lineStep().toPoints());
        }
        if (fit == lines)
            return lines;
        // An empty column holds at least two lines of what comes, or it would be passed over for nothing.
        if (lines - fit == 1 && fit > (empty_ ? 2 : 0))
            --fit;
        if (first && fit == 1 && !empty_)
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

    [[nodiscard]] double nextBaseline(const ParagraphSetter& setter, const TextStyle& style,
                                      bool firstOfParagraph) const
    {
        double next = empty_ ? setter.ascent() : baseline_ + style.lineStep().toPoints();
        if (firstOfParagraph && !empty_)
            next += after_ + style.spaceBefore.toPoints();
        return onGrid(next);
    }

    void placeLine(const ParagraphSetter& setter, const ParagraphSetter::Line& line, double baseline, int paragraph)
    {
        baseline_ = baseline;
        empty_ = false;
        TextLayout& out = layout();
        const double foot = baseline + setter.descent();
        out.height = std::max(out.height, foot);
        ++out.lines;
        if (foot > here().depth + hair) {
            ++out.linesOver;
            if (!out.overFrom)
                out.overFrom = TextPosition{paragraph, line.start};
            return;
        }
        lowest_ = std::max(lowest_, foot);
        setter.set(line, here().left, baseline, here().width, out);
    }

    void addRule(const ParagraphSetter& setter, const TextStyle& style)
    {
        const double thickness = style.ruleBelow.toPoints();
        const double top = baseline_ + setter.descent();
        if (top + thickness > here().depth + hair)
            return;
        layout().rules.push_back({here().left, top, here().width, thickness, style.ink});
        lowest_ = std::max(lowest_, top + thickness);
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
        }
        lowest_ = 0;
        const bool sameFrame = at_ + 1 < columns_.size() && columns_[at_ + 1].frame == here().frame;
        firstRun_ = sameFrame ? out.runs.size() : 0;
        firstRule_ = sameFrame ? out.rules.size() : 0;
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
    std::size_t at_ = 0;
    bool empty_ = true; ///< nothing stands in the column yet
    double baseline_ = 0;
    double after_ = 0; ///< space below the paragraph before
    double lowest_ = 0;
    std::size_t firstRun_ = 0; ///< of this column in its layout
    std::size_t firstRule_ = 0;
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
