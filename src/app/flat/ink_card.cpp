// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/ink_card.h"

#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "colour/colour_text.h"
#include "colour/screen_colour.h"
#include "core/job/plates.h"

#include <QCheckBox>
#include <QGridLayout>
#include <QPushButton>
#include <QVBoxLayout>

namespace hinge
{
namespace
{

/// Part `i` of an ink: cyan, magenta, yellow, black.
Percent& partOf(Cmyk& c, int i) { return i == 0 ? c.c : i == 1 ? c.m : i == 2 ? c.y : c.k; }

} // namespace

InkCard::InkCard(Document& document, const ScreenColour& colour, QWidget* parent)
    : QFrame(parent), document_(document), colour_(colour)
{
    setWindowFlags(Qt::Popup | Qt::FramelessWindowHint);
    setAttribute(Qt::WA_DeleteOnClose);
    setProperty("role", QStringLiteral("card"));
    setObjectName(QStringLiteral("inkCard"));
    setAccessibleName(tr("Inks of this job"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(16, 14, 16, 14);
    column->setSpacing(8);
    auto* title = plainLabel(tr("Inks of this job"));
    title->setProperty("role", QStringLiteral("title"));
    column->addWidget(title);
    rows_ = new QVBoxLayout;
    column->addLayout(rows_);
    auto* add = new QPushButton(tr("Add an ink"));
    add->setObjectName(QStringLiteral("inkCard.add"));
    connect(add, &QPushButton::clicked, this, [this] {
        Job job = document_.job();
        QString name = tr("New ink");
        for (int i = 2; job.findInk(name); ++i)
            name = tr("New ink %1").arg(i);
        job.inks.push_back({name, {0, 50, 50, 0}, false});
        (void)document_.edit(tr("Add an ink"), std::move(job));
    });
    column->addWidget(add, 0, Qt::AlignLeft);
    auto* hint = note(tr("Percent of cyan, magenta, yellow and black. A spot ink has a plate of its own; the parts are "
                         "what stands in for it in proofs."));
    hint->setFixedWidth(396);
    column->addWidget(hint);
    column->setSizeConstraint(QLayout::SetFixedSize);
    connect(&document_, &Document::changed, this, &InkCard::rebuild);
    rebuild();
}

namespace
{

/// The ink of a row; null when there are fewer.
Ink* inkAt(Job& job, int i) { return std::size_t(i) < job.inks.size() ? &job.inks[std::size_t(i)] : nullptr; }
Ink inkOf(const Job& job, int i) { return std::size_t(i) < job.inks.size() ? job.inks[std::size_t(i)] : Ink{}; }

} // namespace

JobField* InkCard::nameField(int i)
{
    auto* name = new JobField(
        document_, tr("Rename an ink"), [i](const Job& j) { return inkOf(j, i).name; },
        [i](Job& j, const QString& text) -> Result<void> {
            const QString typed = text.trimmed();
            if (typed.isEmpty())
                return problem({}, tr("An ink needs a name."));
            if (typed != inkOf(j, i).name && j.findInk(typed))
                return problem({}, tr("There is an ink named “%1” already.").arg(typed));
            const QString before = inkOf(j, i).name;
            j = withInkRenamed(std::move(j), before, typed);
            return {};
        });
    name->setObjectName(QStringLiteral("inkCard.name%1").arg(i));
    name->setAccessibleName(tr("Name of ink %1").arg(i + 1));
    name->setFixedSize(150, 26);
    return name;
}

JobField* InkCard::partField(int i, int part)
{
    auto* edit = new JobField(
        document_, tr("Change an ink"),
        [i, part](const Job& j) {
            Ink ink = inkOf(j, i);
            return percentText(partOf(ink.cmyk, part));
        },
        [i, part](Job& j, const QString& text) -> Result<void> {
            const auto percent = parsePercent(text);
            if (!percent || *percent < 0 || *percent > 100)
                return problem({}, tr("Type a percentage between 0 and 100."));
            if (Ink* ink = inkAt(j, i))
                partOf(ink->cmyk, part) = *percent;
            return {};
        });
    static const char letters[] = "CMYK";
    edit->setObjectName(QStringLiteral("inkCard.%1%2").arg(QLatin1Char(letters[part])).arg(i));
    edit->setAccessibleName(tr("%1 of ink %2, percent").arg(QLatin1Char(letters[part])).arg(i + 1));
    edit->setFixedSize(46, 26);
    return edit;
}

JobField* InkCard::screenField(int i)
{
    auto* edit = new JobField(
        document_, tr("Take a colour of the screen"),
        [this, i](const Job& j) { return colour_.of(inkOf(j, i).cmyk).name(); },
        [this, i](Job& j, const QString& text) -> Result<void> {
            Ink* ink = inkAt(j, i);
            if (!ink || text.trimmed() == colour_.of(ink->cmyk).name())
                return {}; // as it is shown: back again it would not be quite the same
            const auto colour = parseScreenColour(text);
            if (!colour)
                return tl::unexpected(colour.error());
            ink->cmyk = colour_.toPress(*colour);
            return {};
        });
    edit->setObjectName(QStringLiteral("inkCard.screen%1").arg(i));
    edit->setAccessibleName(tr("Ink %1 as a colour of the screen").arg(i + 1));
    edit->setToolTip(tr("#1a5f7a, or 26 95 122: converted to process inks through the profile of the press. What the "
                        "press cannot print comes as near as it can."));
    edit->setFixedSize(92, 26);
    return edit;
}

QPushButton* InkCard::dropButton(int i)
{
    auto* drop = new QPushButton;
    drop->setIcon(themedIcon(QStringLiteral("x"), Theme::of(this).ink2));
    drop->setFixedSize(26, 26);
    drop->setProperty("link", true);
    drop->setObjectName(QStringLiteral("inkCard.drop%1").arg(i));
    drop->setAccessibleName(tr("Take ink %1 away").arg(i + 1));
    connect(drop, &QPushButton::clicked, this, [this, i] {
        Job job = document_.job();
        job.inks.erase(job.inks.begin() + i);
        (void)document_.edit(tr("Take an ink away"), std::move(job));
    });
    return drop;
}

void InkCard::addInk(QGridLayout* grid, int i)
{
    auto* swatch = plainLabel();
    swatch->setFixedSize(18, 18);
    JobField* name = nameField(i);
    grid->addWidget(swatch, i + 1, 0);
    grid->addWidget(name, i + 1, 1);
    for (int part = 0; part < 4; ++part) {
        JobField* edit = partField(i, part);
        grid->addWidget(edit, i + 1, 2 + part);
    }
    grid->addWidget(screenField(i), i + 1, 6);
    auto* spot = new QCheckBox(tr("spot"));
    spot->setObjectName(QStringLiteral("inkCard.spot%1").arg(i));
    connect(spot, &QCheckBox::clicked, this, [this, i](bool on) {
        Job job = document_.job();
        if (Ink* ink = inkAt(job, i))
            ink->spot = on;
        (void)document_.edit(on ? tr("Make it a spot ink") : tr("Make it a process ink"), std::move(job));
    });
    grid->addWidget(spot, i + 1, 7);
    QPushButton* drop = dropButton(i);
    grid->addWidget(drop, i + 1, 8);
    const auto tell = [this, swatch, spot, drop, i] {
        const Ink ink = inkOf(document_.job(), i);
        swatch->setStyleSheet(QStringLiteral("background: %1; border: 1px solid rgba(0,0,0,70); border-radius: 9px;")
                                  .arg(colour_.of(ink.cmyk).name()));
        spot->setChecked(ink.spot);
        const bool used = usesInk(document_.job(), ink.name) || document_.job().inks.size() < 2;
        drop->setEnabled(!used);
        drop->setToolTip(used ? tr("In use") : tr("Take it away"));
    };
    connect(&document_, &Document::changed, swatch, tell);
    tell();
}

void InkCard::rebuild()
{
    if (body_ && document_.job().inks.size() == shown_)
        return; // fields and marks refresh themselves
    shown_ = document_.job().inks.size();
    if (body_) {
        body_->hide();
        body_->deleteLater();
    }
    body_ = new QWidget;
    auto* grid = new QGridLayout(body_);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(6);
    grid->setVerticalSpacing(4);
    grid->addWidget(note(tr("ink")), 0, 1);
    for (int part = 0; part < 4; ++part) {
        auto* head = note(QChar::fromLatin1("CMYK"[part]));
        head->setAlignment(Qt::AlignHCenter);
        grid->addWidget(head, 0, 2 + part);
    }
    grid->addWidget(note(tr("screen")), 0, 6);
    const auto count = int(document_.job().inks.size());
    for (int i = 0; i < count; ++i)
        addInk(grid, i);
    rows_->addWidget(body_);
}

} // namespace hinge
