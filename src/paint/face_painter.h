// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/screen_colour.h"
#include "core/plan/plan.h"
#include "paint/text_painter.h"
#include "typeset/painter_path.h"

#include <QImage>

namespace hinge
{

/// A picture ready for the screen.
struct ShownPicture {
    QImage image; ///< null while it is being read, or when it cannot be
    /// The same at half the size, a quarter, and so on: small views are faster and cleaner from these.
    std::vector<QImage> smaller;
    /// The part of the image inside the trim, in pixels; all of it for pixel pictures.
    QRectF trim;
    double ratio = 1; ///< of the trim, width to height
    Size trimSize;    ///< of a PDF page; empty for pixel pictures
    bool failed = false;
};

/// Where painting gets its pictures from. Must not block: a picture that is not there yet is null.
class PictureSource
{
public:
    virtual ~PictureSource() = default;
    virtual ShownPicture picture(const LinkedFile& file) = 0;
};

/// Makes the smaller versions of a picture.
void addSmallerVersions(ShownPicture& picture);

/// What of a painting has to be painted anew.
struct Repaint {
    bool everything = false;
    /// Where items were changed, before and after.
    std::map<SurfaceId, std::vector<Rect>> areas{};
    [[nodiscard]] bool any() const { return everything || !areas.empty(); }
};

/// True when nothing differs that all surfaces look by: inks, styles, the grid of lines, the numbers of pages.
[[nodiscard]] bool printsAlike(const Job& a, const Job& b);

/// All that decides what is printed; when it is the same, a painting of it can be kept.
class PrintedState
{
public:
    /// Takes the state over, and tells what differs from the one before, or where text is set anew because patterns of
    /// hyphenation have come.
    Repaint update(const Job& job, const Plan& plan, TextLayoutCache& layouts);

private:
    /// Of a surface whose items are the same ones in the same order. False when they are not.
    [[nodiscard]] bool findChanged(const Job& job, const Plan& plan, const SurfaceId& surface, Repaint& out) const;
    Job before_;
    Size flat_;
    std::array<Length, 4> bleeds_;
    std::map<SurfaceId, std::vector<SurfaceId>> layers_;
    std::map<SurfaceId, std::vector<PlannedItem>> items_;
    int layouts_ = 0;
    bool any_ = false;
};

/// How much of the paper is shown.
enum class PaperView {
    Working, ///< all zones
    Printed, ///< with bleed, no zones
    Trimmed, ///< what the customer holds
    Proof,   ///< trimmed, as the press would print it
    Plate,   ///< with bleed, one ink alone
    Covered, ///< with bleed, only what lies under paste-overs
};

/// Paints faces with any QPainter: screen, thumbnail, press sheet. The painter's unit is the
/// millimetre and its origin the head-left trim corner.
class FacePainter
{
public:
    /// The layouts are shared with whoever else looks at the same texts.
    FacePainter(TextLayoutCache& layouts, PictureSource& pictures) : layouts_(layouts), pictures_(pictures) {}

    /// What is printed, clipped to the bleed (or to the trim).
    void paintContent(QPainter& painter, const Job& job, const Plan& plan, const SurfaceId& surface, bool toTrim,
                      const InkView& view = {});

    /// What of it differs from copy to copy, over what all have in common: `raw` has its fields as they are typed,
    /// `copy` as that copy has them.
    void paintOwn(QPainter& painter, const Job& raw, const Job& copy, const Plan& plan, const SurfaceId& surface);
    /// A line of small print in black, from the head-left corner of its line.
    void paintSmallPrint(QPainter& painter, const QString& words);

    [[nodiscard]] TextLayoutCache& layouts() { return layouts_; }
    [[nodiscard]] const ScreenColour& colour() const { return colour_; }
    /// Shows colours through another press profile.
    void usePress(const QByteArray& icc) { colour_.usePress(icc); }

private:
    /// What an item needs to be painted.
    struct Work {
        QPainter& painter;
        const Job& job;
        const Plan& plan;
        const Item& item;
        const PlannedItem& placed;
        const InkView& view;
    };
    /// What lies under each paste-over of a surface, clipped to it.
    void paintCovered(QPainter& painter, const Job& job, const Plan& plan, const SurfaceId& surface,
                      const InkView& view);
    /// The items of a layer, up to one of them (all where that is beyond the last).
    void paintLayer(QPainter& painter, const Job& job, const Plan& plan, const SurfaceId& surface,
                    const SurfaceId& layer, const InkView& view, std::size_t upTo);
    void paintItem(const Work& w);
    void paintWhole(const Work& w);
    void paintShadow(const Work& w);
    void paintStroke(const Work& w);
    void paintPicture(const Work& w);
    void paintText(const Work& w);
    void paintCode(const Work& w);
    void paintNumber(QPainter& painter, const Job& job, const Plan& plan, const SurfaceId& surface,
                     const InkView& view);
    /// What of a layer shows on a surface: its own content, or that of a master.
    void paintLayer(QPainter& painter, const Job& job, const Plan& plan, const SurfaceId& surface,
                    const SurfaceId& layer, const InkView& view);
    void paintSupplied(QPainter& painter, const Paper& paper, const SurfaceContent& content, const InkView& view);
    /// True when one plate is looked at, and what is printed over it in this ink leaves it as it is.
    [[nodiscard]] static bool leavesPlateAlone(const Work& w, const QString& name, Percent strength);
    [[nodiscard]] QColor ink(const Work& w, const QString& name, Percent strength) const
    {
        return colour_.of(w.job, name, strength, w.view);
    }

    ScreenColour colour_;
    TextLayoutCache& layouts_;
    TextPainter text_;
    PictureSource& pictures_;
};

/// Shows the colour of the paper itself through what was painted on it as on white: inks are seen through. Nothing for
/// white paper.
void tintPaper(QPainter& painter, const QRectF& area, const Stock& stock);

/// As far as an item may reach when it is painted: its frame, with stroke, shadow and overhanging letters.
[[nodiscard]] Rect paintedArea(const Job& job, const Item& item, const PlannedItem& placed);

} // namespace hinge
