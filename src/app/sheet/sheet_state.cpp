// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheet/sheet_state.h"

#include "core/plan/sheet_words.h"

namespace hinge
{

SheetState::SheetState(Document& document, QObject* parent) : QObject(parent), document_(document)
{
    keepInRange();
    connect(&document_, &Document::changed, this, [this] {
        keepInRange();
        Q_EMIT changed();
    });
    connect(&document_, &Document::replaced, this, [this] {
        form_ = 0;
        sheet_ = 0;
        stroke_ = 0;
        spot_.reset();
    });
}

namespace
{

/// A component that does not fit has a place in the row, too, so that it can be set right.
int placesOf(const PressRun& run) { return std::max(1, int(run.forms.size())); }

} // namespace

int SheetState::formCount() const
{
    int count = 0;
    for (const PressRun& run : document_.plan().press)
        count += placesOf(run);
    return count;
}

const PressRun& SheetState::runAt(int index) const
{
    const std::vector<PressRun>& runs = document_.plan().press;
    for (const PressRun& run : runs) {
        if (index < placesOf(run))
            return run;
        index -= placesOf(run);
    }
    return runs.back();
}

const PressForm* SheetState::formAt(int index) const
{
    for (const PressRun& run : document_.plan().press) {
        if (index < placesOf(run))
            return index >= 0 && !run.forms.empty() ? &run.forms[std::size_t(index)] : nullptr;
        index -= placesOf(run);
    }
    return nullptr;
}

const PressForm* SheetState::form() const { return formAt(form_); }
const PressRun& SheetState::run() const { return runAt(form_); }

const KnifeProgram& SheetState::knife() const
{
    static const KnifeProgram nothing;
    return form() ? form()->layout->program : nothing;
}

void SheetState::keepInRange()
{
    form_ = std::clamp(form_, 0, std::max(0, formCount() - 1));
    sheet_ = std::clamp<qint64>(sheet_, 0, std::max<qint64>(0, sheetCount() - 1));
    spot_.reset();
    stroke_ = std::clamp(stroke_, 0, int(knife().steps.size()));
}

void SheetState::setMode(SheetMode mode)
{
    if (mode_ == mode)
        return;
    mode_ = mode;
    pointAt(std::nullopt);
    Q_EMIT changed();
}

void SheetState::setFormIndex(int index)
{
    const int kept = std::clamp(index, 0, std::max(0, formCount() - 1));
    if (form_ == kept)
        return;
    form_ = kept;
    stroke_ = 0;
    keepInRange();
    Q_EMIT changed();
    Q_EMIT spotChanged();
}

qint64 SheetState::sheetCount() const { return form() && run().stacking ? run().stacking->sheets() : 1; }

void SheetState::setSheet(qint64 sheet)
{
    const qint64 kept = std::clamp<qint64>(sheet, 0, sheetCount() - 1);
    if (sheet_ == kept)
        return;
    sheet_ = kept;
    Q_EMIT changed();
}

void SheetState::pointAt(std::optional<SheetSpot> spot)
{
    if (spot_ == spot)
        return;
    spot_ = std::move(spot);
    Q_EMIT spotChanged();
}

void SheetState::setLight(int percent)
{
    light_ = std::clamp(percent, 0, 100);
    Q_EMIT lightChanged();
}

bool SheetState::canNest() const { return form() && farthestNested(document_.job(), run(), *form()); }

void SheetState::setNested(bool nested)
{
    nested_ = nested;
    Q_EMIT lightChanged();
}

const PressForm* SheetState::nestedThrough() const
{
    return nested_ && form() ? farthestNested(document_.job(), run(), *form()) : nullptr;
}

void SheetState::setStroke(int stroke)
{
    const int kept = std::clamp(stroke, 0, int(knife().steps.size()));
    if (stroke_ == kept)
        return;
    stroke_ = kept;
    Q_EMIT strokeChanged();
}

} // namespace hinge
