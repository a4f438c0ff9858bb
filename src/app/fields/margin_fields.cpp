// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fields/margin_fields.h"

#include "app/fields/fields.h"
#include "app/look/plain_text.h"

#include <QGridLayout>
#include <QLabel>

namespace hinge
{

namespace
{

Length marginTo(const Panel& panel, ItemSide side, const Rect& area)
{
    switch (side) {
    case ItemSide::Left: return area.x - panel.area.x;
    case ItemSide::Top: return area.y - panel.area.y;
    case ItemSide::Right: return panel.area.right() - area.right();
    case ItemSide::Bottom: return panel.area.bottom() - area.bottom();
    }
    return {};
}

/// Refuses a design margin that leaves nothing of its panel.
Result<void> checkRoom(const Panel& panel, ItemSide side, Length width, Unit unit)
{
    const ItemSide opposite = ItemSide((int(side) + 2) % 4);
    const Length across = isHorizontal(side) ? panel.area.w : panel.area.h;
    const Length most = across - marginTo(panel, opposite, panel.layoutArea) - leastLayout;
    if (width <= most)
        return {};
    return problem({},
                   MarginFields::tr("The panel is %1 across: with %2 on the other side this margin may be up to %3.")
                       .arg(formatLength(across, unit), formatLength(marginTo(panel, opposite, panel.layoutArea), unit),
                            formatLength(std::max(most, Length()), unit)));
}

} // namespace

MarginFields::MarginFields(Document& document, const SurfaceId& surface, int panel, const QString& prefix, Of what,
                           QWidget* parent)
    : QWidget(parent)
{
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(6);
    grid->setVerticalSpacing(2);
    const struct {
        ItemSide side;
        QString label;
        const char* name;
    } sides[] = {{ItemSide::Left, tr("left"), ".marginLeft"},
                 {ItemSide::Top, tr("head"), ".marginTop"},
                 {ItemSide::Right, tr("right"), ".marginRight"},
                 {ItemSide::Bottom, tr("foot"), ".marginBottom"}};
    int cell = 0;
    for (const auto& s : sides) {
        const ItemSide side = s.side;
        auto* edit = new JobField(
            document, tr("Change the margin"),
            [&document, surface, panel, side, what](const Job& job) {
                const auto& panels = document.plan().panelsOf(surface);
                if (std::size_t(panel) >= panels.size())
                    return QString();
                const Panel& on = panels[std::size_t(panel)];
                return formatNumber(what == Of::Layout ? marginTo(on, side, on.layoutArea) : on.margin(side), job.unit);
            },
            [&document, surface, panel, side, what](Job& job, const QString& text) -> Result<void> {
                auto& margins = what == Of::Layout ? job.edit(surface).layout : job.edit(surface).margins;
                std::erase_if(margins, [&](const PanelMargin& m) { return m.panel == panel && m.side == side; });
                if (text.trimmed().isEmpty())
                    return {};
                const auto length = parseLength(text, job.unit);
                if (!length)
                    return tl::unexpected(length.error());
                const Panel& on = document.plan().panelsOf(surface)[std::size_t(panel)];
                if (what == Of::Layout)
                    if (auto fits = checkRoom(on, side, *length, job.unit); !fits)
                        return fits;
                margins.push_back({panel, side, *length});
                return {};
            });
        edit->setObjectName(prefix + QLatin1String(s.name));
        edit->setMinimumHeight(28);
        edit->setProperty("tight", true);
        edit->setAccessibleName(tr("Margin, %1").arg(s.label));
        edit->setToolTip(
            what == Of::Layout
                ? tr("Where the design ends here; empty it to follow the job again. Only the margins above "
                     "judge what is safe.")
                : tr("What live matter keeps clear of here; empty it to follow the zones again"));
        auto* label = plainLabel(s.label);
        label->setProperty("role", QStringLiteral("note"));
        label->setBuddy(edit);
        grid->addWidget(label, 0, cell);
        grid->addWidget(edit, 1, cell++);
    }
}

} // namespace hinge
