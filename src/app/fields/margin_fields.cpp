// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fields/margin_fields.h"

#include "app/fields/fields.h"
#include "app/look/plain_text.h"

#include <QGridLayout>
#include <QLabel>

namespace hinge
{

MarginFields::MarginFields(Document& document, const SurfaceId& surface, int panel, const QString& prefix,
                           MarginOf what, QWidget* parent)
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
                return formatNumber(marginOf(panels[std::size_t(panel)], side, what), job.unit);
            },
            [&document, surface, panel, side, what](Job& job, const QString& text) -> Result<void> {
                if (text.trimmed().isEmpty())
                    return setMargin(job, document.plan(), surface, panel, side, what, {});
                const auto length = parseLength(text, job.unit);
                return length ? setMargin(job, document.plan(), surface, panel, side, what, *length)
                              : tl::unexpected(length.error());
            });
        edit->setObjectName(prefix + QLatin1String(s.name));
        edit->setMinimumHeight(28);
        edit->setProperty("tight", true);
        edit->setAccessibleName(tr("Margin, %1").arg(s.label));
        edit->setToolTip(
            what == MarginOf::Layout
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
