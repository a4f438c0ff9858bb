// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/content.h"
#include "core/fold.h"
#include "core/length_text.h"
#include "core/stock.h"

#include <array>

namespace hinge {

/// The outside face carries the front cover; the inside face is what lies behind it.
enum class Face { Outside = 0, Inside = 1 };
inline constexpr std::array<Face, 2> bothFaces{Face::Outside, Face::Inside};
[[nodiscard]] constexpr Face otherFace(Face f) { return f == Face::Outside ? Face::Inside : Face::Outside; }
/// "outside", "inside".
[[nodiscard]] QString faceName(Face face);

/// What is kept free along edges. Common practice: 3 mm bleed, 5 mm safe zone, 3 mm clear of folds.
struct Zones {
    Length bleed = Length::mm(3);
    Length safe = Length::mm(5);
    Length foldClearance = Length::mm(3);
    QJsonObject extra{};
    bool operator==(const Zones&) const = default;
};

/// The edge about which the press sheet is turned for its second side.
enum class FlipEdge { Long, Short };

/// What the press does with a sheet.
struct Press {
    /// As fed: the gripper holds the head edge.
    Size sheet{Length::mm(640), Length::mm(450)};
    Length gripper = Length::mm(10);
    /// Unprinted along the three other edges.
    Length margin = Length::mm(3);
    FlipEdge flip = FlipEdge::Short;
    QJsonObject extra{};
    bool operator==(const Press&) const = default;
};

/// Everything the user decided about a leaflet. All else follows from it: see `plan`.
struct Job {
    QString title;
    QString customer;
    /// The unit lengths are shown in, and the one a bare number means.
    Unit unit = Unit::Mm;
    /// Trimmed but open.
    Size flat{Length::mm(297), Length::mm(210)};
    Stock stock;
    Fold fold;
    Zones zones;
    int quantity = 1000;
    /// Spoiled sheets to allow for, in percent of the run.
    int oversPercent = 5;
    Press press;
    std::vector<Ink> inks;
    std::array<FaceContent, 2> faces;
    QJsonObject extra{};

    bool operator==(const Job&) const = default;

    [[nodiscard]] const FaceContent& face(Face f) const { return faces[std::size_t(f)]; }
    [[nodiscard]] FaceContent& face(Face f) { return faces[std::size_t(f)]; }
    /// The process colour behind a name; nullptr when the job has no such ink.
    [[nodiscard]] const Ink* findInk(const QString& name) const;
    /// nullptr when there is no such item on either face.
    [[nodiscard]] const Item* findItem(const QString& id) const;
    [[nodiscard]] Item* findItem(const QString& id);
};

/// A fresh leaflet: A4 landscape, roll fold, with a small set of inks and nothing on it.
[[nodiscard]] Job newLeaflet();

/// Refuses what no paper can be: sizes, weights and counts out of range, own folds that name lines
/// that are not there, items with inks or panels the job lacks. The problem names the field.
[[nodiscard]] Result<void> validate(const Job& job);

/// The limits that `validate` applies, for fields that want to refuse early.
namespace limits {
inline constexpr Length smallestSide = Length::mm(20);
inline constexpr Length largestSide = Length::mm(2000);
inline constexpr int lightest = 30; ///< g/m2
inline constexpr int heaviest = 800;
inline constexpr int thinnestBulk = 500; ///< thousandths of cm3/g
inline constexpr int thickestBulk = 3000;
inline constexpr int mostPanels = 12;
inline constexpr int largestRun = 10'000'000;
} // namespace limits

} // namespace hinge
