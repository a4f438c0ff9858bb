// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

namespace hinge
{

/// How press sheets are looked at.
enum class SheetMode {
    Sides,      ///< front and back beside each other
    LightTable, ///< one through the other
    Knife,      ///< how they are cut
};

/// A slot of the sheet in hand that is pointed at, and what of it.
struct SheetSpot {
    Face side = Face::Outside;
    int slot = 0;
    std::optional<PlacedSurface> place; ///< the page or face under the pointer
    bool operator==(const SheetSpot&) const = default;
};

/// What of the press sheets is in hand: which form, which sheet of numbered ones, what is pointed at, which stroke of
/// the knife. No part of the job; it keeps to what the plan has.
class SheetState : public QObject
{
    Q_OBJECT

public:
    explicit SheetState(Document& document, QObject* parent = nullptr);

    [[nodiscard]] SheetMode mode() const { return mode_; }
    void setMode(SheetMode mode);
    /// All forms count through, from 0, components after each other.
    [[nodiscard]] int formCount() const;
    [[nodiscard]] int formIndex() const { return form_; }
    void setFormIndex(int index);
    /// nullptr where what is in hand does not fit on its sheet.
    [[nodiscard]] const PressForm* form() const;
    [[nodiscard]] const PressForm* formAt(int index) const;
    /// The run it belongs to; where a component does not fit, its place in the row is that of the component alone.
    [[nodiscard]] const PressRun& run() const;
    [[nodiscard]] const PressRun& runAt(int index) const;
    [[nodiscard]] Component component() const { return run().component; }

    /// Of numbered copies: which press sheet, from 0.
    [[nodiscard]] qint64 sheet() const { return sheet_; }
    void setSheet(qint64 sheet);
    [[nodiscard]] qint64 sheetCount() const;

    [[nodiscard]] const std::optional<SheetSpot>& spot() const { return spot_; }
    void pointAt(std::optional<SheetSpot> spot);
    /// How much of the back shines through on the light-table, in percent.
    [[nodiscard]] int light() const { return light_; }
    void setLight(int percent);
    /// Whether, on the light-table, the sheet at the other end of a nested booklet shines through, and not the back.
    void setNested(bool nested);
    /// That sheet: the innermost, or for itself the outermost; nullptr where nothing is nested, or it is not asked for.
    [[nodiscard]] const PressForm* nestedThrough() const;
    /// Whether there is such a sheet.
    [[nodiscard]] bool canNest() const;

    /// Of the sheet in hand.
    [[nodiscard]] const KnifeProgram& knife() const;
    /// Strokes that are done; the next one is shown before it is made.
    [[nodiscard]] int stroke() const { return stroke_; }
    void setStroke(int stroke);

Q_SIGNALS:
    /// Another form, mode, sheet, or another plan.
    void changed();
    void spotChanged();
    void lightChanged();
    void strokeChanged();

private:
    void keepInRange();

    Document& document_;
    SheetMode mode_ = SheetMode::Sides;
    int form_ = 0;
    qint64 sheet_ = 0;
    std::optional<SheetSpot> spot_;
    int light_ = 50;
    bool nested_ = false;
    int stroke_ = 0;
};

} // namespace hinge
