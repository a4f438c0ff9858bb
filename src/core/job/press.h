// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"
#include "core/paper/stock.h"
#include "core/units/length_text.h"

#include <optional>
#include <vector>

namespace hinge
{

/// The edge about which a press that prints both sides in one pass turns the sheet.
enum class FlipEdge { Long, Short };

/// How the second side of a press sheet is printed.
enum class WorkStyle {
    Sheetwise,     ///< from a form of its own
    WorkAndTurn,   ///< from the same form, the sheet turned left to right: one sheet gives each piece twice
    WorkAndTumble, ///< from the same form, the sheet turned head to foot
    OneSide,       ///< not at all
};

/// Both sides are printed from the same form.
[[nodiscard]] constexpr bool isOneForm(WorkStyle style)
{
    return style == WorkStyle::WorkAndTurn || style == WorkStyle::WorkAndTumble;
}
/// Sides of a sheet that are printed.
[[nodiscard]] constexpr int printedSides(WorkStyle style) { return style == WorkStyle::OneSide ? 1 : 2; }
/// Printing forms, or sets of plates, that its sides take.
[[nodiscard]] constexpr int printingForms(WorkStyle style) { return isOneForm(style) ? 1 : printedSides(style); }

/// "sheetwise", "work-and-turn", "work-and-tumble", "one side".
[[nodiscard]] QString workStyleName(WorkStyle style);

/// What prints the job, and so how far print and knife may miss: see `driftOf`.
enum class Device {
    ProductionPress, ///< with a production guillotine and folder
    ShopMachine,     ///< the digital press and table-top machines of a small shop
    OfficePrinter,   ///< at home or in an office, cut and folded by hand
};

/// How far a device may miss, and what follows from it. Common practice, no source.
struct Drift {
    Length knife;     ///< print and knife together
    Length folder;    ///< at a fold
    Length keepClear; ///< a safe zone that is sure of both
};
[[nodiscard]] Drift driftOf(Device device);

/// Which way pieces lie on a sheet.
enum class SlotTurn {
    Best,    ///< whatever holds the most
    Upright, ///< all upright
    Quarter, ///< all turned by a quarter
};

/// How the sheets, signatures, leaves or records of a component come onto press sheets that hold several.
enum class SlotFill {
    Alike, ///< a press sheet carries one of them in all its slots
    Piles, ///< each slot carries a run of them: cut and stacked, the piles are in order
};
/// The order of the piles: along the rows, or down the columns.
enum class PileOrder { AlongRows, DownColumns };
/// How printed sheets lie in the delivery: the first one at the foot face down, so that the pile need only be turned
/// over; or face up, so that the last one must be printed first.
enum class Delivery { FaceDown, FaceUp };

/// How one component is laid on its press sheets.
struct SheetSetup {
    /// As fed: the gripper holds the head edge.
    Size sheet{Length::mm(640), Length::mm(450)};
    /// Between the trims of neighbours; empty for as much as their bleeds take. Bleeds that do not fit into it end half
    /// way, so that with 0 one cut parts two pieces.
    std::optional<Length> gap{};
    /// How many pieces side by side, and how many rows; 0 for as many as fit.
    int columns = 0;
    int rows = 0;
    SlotTurn turn = SlotTurn::Best;
    /// The fibres of the sheet as it is fed; pieces are turned so that theirs run the same way. Empty where the grain
    /// is free.
    std::optional<Grain> grain{};
    /// Every other row stands on its head, so that heads lie at heads.
    bool headToHead = false;
    /// From the head-left corner of the sheet to that of the first piece's trim; empty for the middle.
    std::optional<Point> offset{};
    /// Slots that stay empty, from 1, as they are counted along the rows.
    std::vector<int> left{};
    WorkStyle work = WorkStyle::Sheetwise; ///< of the flat; pages have `Pages::workStyle`
    SlotFill fill = SlotFill::Alike;
    bool operator==(const SheetSetup&) const = default;
};

/// The printer's marks on press sheets.
struct SheetMarks {
    bool crop = true;
    bool fold = true;
    bool bleed = false;
    bool centre = true;
    bool registration = true;
    bool bar = false;  ///< a patch of each ink
    bool label = true; ///< what sheet it is
    bool collating = true;
    /// From a bleed to its marks; their length; the weight of their lines, a quarter of a point: fine, but never a
    /// hairline. Common practice.
    Length clearance = Length::mm(1);
    Length length = Length::mm(5);
    Length weight = Length::micrometres(88);
    bool operator==(const SheetMarks&) const = default;
};

/// The guillotine.
struct Knife {
    /// How high a pile it takes: higher runs are cut in lifts. Common practice: 80 to 165 mm.
    Length clamp = Length::mm(80);
    /// The nearest its back gauge comes to the blade. Common practice: 20 to 30 mm.
    Length leastGauge = Length::mm(25);
    bool operator==(const Knife&) const = default;
};

/// What a run costs, in hundredths of the user's money; empty where nobody said.
struct Prices {
    std::optional<qint64> paperPerKg{};
    std::optional<qint64> perSide{}; ///< of a printed sheet: a click
    std::optional<qint64> perPlate{};
    bool operator==(const Prices&) const = default;
    [[nodiscard]] bool any() const { return paperPerKg || perSide || perPlate; }
};
/// "12.50"
[[nodiscard]] QString moneyText(qint64 hundredths);
/// Reads "12.50", "12,5" or "12". Refuses what is no amount.
[[nodiscard]] Result<qint64> parseMoney(const QString& text);

/// What the press does with a sheet, and what is laid on it. The setup it is itself is that of the flat at work.
struct Press : SheetSetup {
    Device device = Device::ProductionPress;
    Length gripper = Length::mm(10);
    /// Unprinted along the three other edges.
    Length margin = Length::mm(3);
    FlipEdge flip = FlipEdge::Short;
    /// Of the pages; empty for sheets as large as those of the flat, filled as they are.
    std::optional<SheetSetup> text{};
    PileOrder piles = PileOrder::AlongRows;
    Delivery delivery = Delivery::FaceDown;
    SheetMarks marks{};
    Knife knife{};
    Prices prices{};
    /// The ICC profile of press and paper that colours are converted and shown through; an empty path for the one that
    /// ships.
    LinkedFile profile{};
    /// How much ink the paper takes on one spot, in percent of the four together. Common practice: 300 to 330 on coated
    /// paper, 240 in newspapers.
    int inkLimit = 300;
    /// Full black of text and thin lines is printed over what lies under it, so that a slight misregister shows no
    /// white about letters.
    bool overprintBlack = true;
    QJsonObject extra{};
    bool operator==(const Press&) const = default;
};

/// Refuses what no press, sheet or knife can be. Lengths in messages are in `unit`.
[[nodiscard]] Result<void> checkPress(const Press& press, Unit unit);

} // namespace hinge
