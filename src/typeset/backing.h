// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/light.h"
#include "core/plan/plan.h"

#include <QPainterPath>
#include <QTransform>

namespace hinge
{

/// What lies behind an item: tints, pictures, a supplied page, masters, and below all of them the paper with its own
/// colour. Letters, strokes, codes and shadows are passed over.
class Backing
{
public:
    /// Of the item at place `index` of a layer of a surface (`Plan::layersOf`): the surface itself, or a master that
    /// shows there. Refers to what it is given.
    Backing(const Job& job, const Plan& plan, const FileFactsMap& facts, const LightOfInk& light,
            const SurfaceId& surface, const SurfaceId& layer, std::size_t index);

    /// The colour behind a spot, in millimetres of the surface. Nothing where a picture lies that nobody has looked
    /// at yet.
    [[nodiscard]] std::optional<Light> at(QPointF spot) const;
    /// The colour behind all of the item, where it is the same: bare paper, or a tint that hides the rest.
    [[nodiscard]] std::optional<Light> everywhere() const;
    /// The paper.
    [[nodiscard]] const Light& paper() const { return paper_; }

private:
    /// One thing that lies there.
    struct Sheet {
        QRectF box;
        QPainterPath outline; ///< empty for all of the box
        double share = 1;     ///< how much of what is below it hides
        Light light{};        ///< of a tint
        bool isPicture = false;
        const Tones* tones = nullptr; ///< of a picture; nullptr when it is not known
        bool hidesAll = false;        ///< a tint behind all of the item
        QTransform toTones{};         ///< from the surface to shares of the picture's width and height
    };
    void addItem(const Job& job, const FileFactsMap& facts, const LightOfInk& light, const Item& item,
                 const PlannedItem& placed);
    void addSupplied(const Job& job, const Plan& plan, const FileFactsMap& facts, const SurfaceId& surface);

    QRectF frame_;
    Light paper_;
    std::vector<Sheet> sheets_; ///< the topmost first
};

} // namespace hinge
