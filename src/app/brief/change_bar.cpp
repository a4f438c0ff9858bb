// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/brief/change_bar.h"

#include "app/look/plain_text.h"
#include "app/look/slip.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

namespace hinge
{
namespace
{

QString listed(const QStringList& names)
{
    constexpr int most = 3;
    QStringList shown = names.mid(0, most);
    QString text = shown.join(QStringLiteral(", "));
    if (names.size() > most)
        text += ChangeBar::tr(" and %n more", nullptr, int(names.size()) - most)
                    .replace(QStringLiteral("%n"), QString::number(names.size() - most));
    return text;
}

} // namespace

ChangeBar::ChangeBar(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("changeBar"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(24, 8, 20, 12);
    row->setSpacing(10);
    text_ = plainLabel();
    text_->setObjectName(QStringLiteral("changes.text"));
    text_->setTextFormat(Qt::PlainText);
    text_->setWordWrap(true);
    row->addWidget(text_, 1);
    auto* back = new QPushButton(tr("Take it back"));
    back->setObjectName(QStringLiteral("changes.back"));
    back->setToolTip(tr("The piece as it was before"));
    row->addWidget(back);
    auto* fine = new QPushButton(tr("It is fine"));
    fine->setObjectName(QStringLiteral("changes.fine"));
    fine->setToolTip(tr("Keep the change and put this note away"));
    row->addWidget(fine);
    connect(back, &QPushButton::clicked, this, &ChangeBar::takeBack);
    connect(fine, &QPushButton::clicked, this, &ChangeBar::accept);
    connect(&document_, &Document::changed, this, &ChangeBar::look);
    // `changed` follows once the job is there.
    connect(&document_, &Document::replaced, this, [this] { fresh_ = true; });
    accept();
}

void ChangeBar::accept()
{
    before_ = document_.job();
    beforePaper_ = document_.plan().paper;
    hide();
}

void ChangeBar::look()
{
    if (std::exchange(fresh_, false))
        return accept();
    // Nothing stands on it yet, or only content was edited: that is what the next change is compared with.
    const bool any = std::ranges::any_of(before_.surfaces, [](const auto& s) { return !s.second->items.empty(); });
    const Plan& now = document_.plan();
    if (!any || samePaper(beforePaper_, now.paper))
        return accept();
    const auto was = plan(before_, &now); // the press sheets are mostly the same
    if (!was)
        return accept();
    const ChangeSummary changes = summarize(before_, *was, document_.job(), now);
    if (changes.isEmpty())
        return accept();
    QStringList parts;
    if (!changes.sizes.isEmpty()) {
        const QString sizes = changes.sizes.join(QStringLiteral("; "));
        parts << sizes.at(0).toUpper() + sizes.mid(1) + u'.';
    }
    if (!changes.followed.isEmpty())
        parts << (changes.followed.size() == 1
                      ? tr("One item followed: %1.").arg(changes.followed.first())
                      : tr("%1 items followed: %2.").arg(changes.followed.size()).arg(listed(changes.followed)));
    parts << (changes.troubled.isEmpty()     ? tr("Everything still fits.")
              : changes.troubled.size() == 1 ? tr("No longer fits: %1.").arg(changes.troubled.first())
                                             : tr("No longer fit: %1.").arg(listed(changes.troubled)));
    text_->setText(parts.join(u' '));
    show();
}

void ChangeBar::takeBack()
{
    // A step like any other: what was placed since stays, and undo brings the change back.
    (void)document_.edit(tr("Take the change of the piece back"),
                         withPieceOf(document_.job(), before_)); // it planned before, and items fit any paper
    accept();
}

void ChangeBar::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    const Theme& t = Theme::of(this);
    paintSlip(p, rect(), t);
    p.fillRect(QRect(10, 10, 3, height() - 22), t.accent);
}

} // namespace hinge
