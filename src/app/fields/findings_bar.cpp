// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fields/findings_bar.h"

#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "core/edit/remedies.h"
#include "core/plan/check_list.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <cmath>

namespace hinge
{

QPixmap severitySign(Severity severity, const QWidget* on, int size)
{
    const Theme& t = Theme::of(on);
    const double ratio = on->devicePixelRatioF();
    QPixmap pixmap(QSize(size, size) * ratio);
    pixmap.setDevicePixelRatio(ratio);
    pixmap.fill(Qt::transparent);
    QPainter p(&pixmap);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(Qt::NoPen);
    p.setBrush(severity == Severity::Stop ? t.brick : t.ochre);
    const double s = size;
    QPolygonF shape;
    if (severity == Severity::Stop) {
        for (int i = 0; i < 8; ++i) {
            const double a = (i + 0.5) * 3.14159265 / 4;
            shape << QPointF(s / 2 + std::cos(a) * s * 0.47, s / 2 + std::sin(a) * s * 0.47);
        }
    } else {
        shape << QPointF(s / 2, s * 0.08) << QPointF(s * 0.96, s * 0.9) << QPointF(s * 0.04, s * 0.9);
    }
    p.drawPolygon(shape);
    p.setPen(QPen(t.dark ? QColor(0x23, 0x26, 0x2A) : QColor(Qt::white), s * 0.11, Qt::SolidLine, Qt::RoundCap));
    const double top = severity == Severity::Stop ? 0.28 : 0.40;
    p.drawLine(QPointF(s / 2, s * top), QPointF(s / 2, s * 0.58));
    p.drawPoint(QPointF(s / 2, s * 0.75));
    return pixmap;
}

void settle(Document& document, const Finding& finding)
{
    (void)document.edit(remedyText(finding.remedy), settled(document.job(), finding));
}

FindingsBar::FindingsBar(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("findingsBar"));
    setAccessibleName(tr("Findings"));
    setFixedHeight(40);
    row_ = new QHBoxLayout(this);
    row_->setContentsMargins(20, 0, 20, 0);
    row_->setSpacing(8);
    auto* name = plainLabel(tr("Findings"));
    name->setFont(uiFont(type::body, QFont::Bold));
    row_->addWidget(name);
    row_->addSpacing(8);
    row_->addStretch(1);
    connect(&document_, &Document::changed, this, &FindingsBar::refresh);
    refresh();
}

void FindingsBar::refresh()
{
    const auto& findings = document_.findings();
    Said now{Theme::of(this).dark, findings,
             findings.empty() ? allIsWell(document_.job(), document_.plan()) : QString()};
    if (said_ == now)
        return;
    said_ = std::move(now);
    for (QWidget* w : shown_)
        w->deleteLater();
    shown_.clear();
    int at = 2;
    const auto add = [&](QWidget* w) {
        shown_.push_back(w);
        row_->insertWidget(at++, w);
    };
    const Theme& t = Theme::of(this);
    if (findings.empty()) {
        auto* none = plainLabel();
        none->setObjectName(QStringLiteral("findings.none"));
        none->setText(tr("none: %1").arg(said_->allIsWell));
        none->setStyleSheet(QStringLiteral("color: %1").arg(t.accent.name()));
        add(none);
        return;
    }
    constexpr std::size_t room = 2;
    for (std::size_t i = 0; i < std::min(findings.size(), room); ++i) {
        const Finding finding = findings[i];
        auto* sign = plainLabel();
        sign->setPixmap(severitySign(finding.severity, this));
        sign->setToolTip(finding.severity == Severity::Stop ? tr("Stops the piece") : tr("Worth a look"));
        add(sign);
        auto* text = plainLabel(finding.message);
        text->setToolTip(plainTip(finding.reason));
        text->setMinimumWidth(40);
        add(text);
        auto* button = new QPushButton(finding.remedy != Remedy::None ? remedyText(finding.remedy) : tr("Show"));
        button->setProperty("pill", true);
        button->setObjectName(QStringLiteral("finding.%1").arg(i));
        button->setAccessibleName(tr("%1: %2").arg(button->text(), finding.message));
        button->setToolTip(plainTip(finding.reason));
        connect(button, &QPushButton::clicked, this, [this, finding] {
            if (finding.remedy != Remedy::None)
                settle(document_, finding);
            else
                Q_EMIT showRequested(finding);
        });
        add(button);
        auto* gap = new QWidget;
        gap->setFixedWidth(12);
        add(gap);
    }
    if (findings.size() > room) {
        auto* more = new QPushButton(tr("and %1 more").arg(findings.size() - room));
        more->setProperty("link", true);
        more->setObjectName(QStringLiteral("findings.more"));
        connect(more, &QPushButton::clicked, this, &FindingsBar::listRequested);
        add(more);
    }
}

void FindingsBar::paintEvent(QPaintEvent*)
{
    const Theme& t = Theme::of(this);
    QPainter p(this);
    p.fillRect(rect(), t.slip);
    p.fillRect(0, 0, width(), 1, t.line);
}

} // namespace hinge
