// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dialogs/press_dialog.h"

#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "app/look/ask_file.h"
#include "app/look/foot_button.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "colour/press_profile.h"
#include "core/file/embedded_files.h"
#include "core/file/links.h"

#include <QCheckBox>
#include <QFile>
#include <QFileInfo>
#include <QVBoxLayout>

namespace hinge
{
namespace
{

QLabel* wide(QLabel* label)
{
    label->setFixedWidth(440);
    return label;
}

} // namespace

PressDialog::PressDialog(Document& document, QWidget* parent) : QDialog(parent), document_(document)
{
    setObjectName(QStringLiteral("pressDialog"));
    setWindowTitle(tr("Press and paper"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 18, 20, 16);
    column->setSpacing(10);
    column->setSizeConstraint(QLayout::SetFixedSize); // as high as its words
    auto* title = plainLabel(tr("Press and paper"));
    title->setFont(uiFont(type::title, QFont::Bold));
    column->addWidget(title);
    column->addWidget(wide(note(tr("Colours are converted and shown through the profile of the press and its paper. It "
                                   "goes into the PDF, so that everybody down the line sees the same."))));
    column->addSpacing(4);
    column->addWidget(section(tr("Profile")));
    name_ = wide(plainLabel());
    name_->setObjectName(QStringLiteral("press.name"));
    name_->setFont(uiFont(type::body, QFont::DemiBold));
    name_->setWordWrap(true);
    column->addWidget(name_);
    about_ = wide(note({}));
    about_->setObjectName(QStringLiteral("press.about"));
    column->addWidget(about_);
    auto* choices = new QHBoxLayout;
    auto* choose =
        addFootButton(choices, tr("Choose a profile…"), "press.choose", tr("An ICC profile from your printer"));
    shipped_ = addFootButton(choices, tr("Use the one that ships"), "press.shipped", tr("Offset on coated paper"));
    choices->addStretch(1);
    column->addLayout(choices);
    column->addSpacing(4);
    column->addWidget(section(tr("Ink on one spot")));
    auto* limit = new QHBoxLayout;
    auto* most =
        JobField::forNumber(document_, tr("Change the ink limit"), [](Job& j) -> int& { return j.press.inkLimit; });
    most->setObjectName(QStringLiteral("press.inkLimit"));
    most->setFixedWidth(64);
    limit->addWidget(plainLabel(tr("at most")));
    limit->addWidget(most);
    limit->addWidget(plainLabel(tr("% of the four together")));
    limit->addStretch(1);
    column->addLayout(limit);
    column->addWidget(wide(note(tr("Common practice: 300 to 330 % on coated paper, 240 % in newspapers. Inks and "
                                   "pictures beyond it are found."))));
    column->addSpacing(4);
    column->addWidget(section(tr("Black")));
    over_ = new QCheckBox(tr("Black text and thin lines print over what is under them"));
    over_->setObjectName(QStringLiteral("press.overprintBlack"));
    over_->setToolTip(tr("So that no white shows about letters when the plates do not fit exactly"));
    connect(over_, &QCheckBox::clicked, this, [this](bool wanted) {
        Job job = document_.job();
        job.press.overprintBlack = wanted;
        (void)document_.edit(wanted ? tr("Have black print over") : tr("Have black knock out"), std::move(job));
    });
    column->addWidget(over_);
    column->addSpacing(8);
    auto* foot = new QHBoxLayout;
    foot->addStretch(1);
    auto* close = addFootButton(foot, tr("Close"), "press.close", tr("Back to the job"));
    close->setProperty("leading", true);
    column->addLayout(foot);
    connect(choose, &QPushButton::clicked, this, [this] {
        const QString file =
            askForFile(this, tr("Take a press profile"), tr("ICC profiles (*.icc *.icm);;All files (*)"));
        if (!file.isEmpty())
            take(file);
    });
    connect(shipped_, &QPushButton::clicked, this, [this] {
        Job job = document_.job();
        job.press.profile = {};
        job.press.inkLimit = shippedPressProfile().inkLimit;
        (void)document_.edit(tr("Use the profile that ships"), std::move(job));
    });
    connect(close, &QPushButton::clicked, this, &QDialog::accept);
    connect(&document_, &Document::changed, this, &PressDialog::tell);
    tell();
}

void PressDialog::tell()
{
    const auto profile = pressProfileOf(document_.job(), document_.folder());
    const QString path = document_.job().press.profile.path;
    shipped_->setEnabled(!path.isEmpty());
    over_->setChecked(document_.job().press.overprintBlack);
    name_->setText(profile ? profile->name : shownPath(path));
    about_->setText(!profile ? profile.error().message
                    : path.isEmpty()
                        ? tr("Ships with the program; its darkest colours take %1 % of ink.").arg(profile->inkLimit)
                        : tr("%1, in the job; its darkest colours take %2 % of ink.")
                              .arg(shownPath(path), QString::number(profile->inkLimit)));
}

void PressDialog::take(const QString& file)
{
    QFile in(file);
    const auto profile = in.open(QIODevice::ReadOnly)
                             ? readPressProfile(in.readAll())
                             : problem({}, tr("The file cannot be opened: %1.").arg(in.errorString()));
    if (!profile) {
        about_->setText(tr("%1 was not taken. %2").arg(QFileInfo(file).fileName(), profile.error().message));
        return;
    }
    // It travels in the job: whoever opens it is to see the same colours.
    Job job = document_.job();
    job.press.profile = {};
    job.press.profile.path = document_.linkFor(file);
    job.press.inkLimit = profile->inkLimit;
    if (const auto held = embedFile(job, job.press.profile.path, document_.folder()); !held) {
        about_->setText(held.error().message);
        return;
    }
    (void)document_.edit(tr("Take the profile %1").arg(profile->name), std::move(job));
}

} // namespace hinge
