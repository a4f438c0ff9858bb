// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fields/findings_bar.h"

#include "app/fields/findings_list.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "core/edit/remedies.h"
#include "core/plan/check_list.h"

#include <QFrame>
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
    const auto findings = grouped(document_.findings());
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
        const FindingGroup group = findings[i];
        const Finding& finding = group.first();
        auto* sign = plainLabel();
        sign->setPixmap(severitySign(finding.severity, this));
        sign->setToolTip(finding.severity == Severity::Stop ? tr("Stops the piece") : tr("Worth a look"));
        add(sign);
        auto* text = plainLabel(group.message());
        text->setToolTip(plainTip(finding.reason));
        text->setMinimumWidth(40);
        add(text);
        auto* button = new QPushButton(finding.remedy != Remedy::None ? remedyText(finding.remedy) : tr("Show"));
        button->setProperty("pill", true);
        button->setObjectName(QStringLiteral("finding.%1").arg(i));
        button->setAccessibleName(tr("%1: %2").arg(button->text(), group.message()));
        button->setToolTip(plainTip(finding.reason));
        connect(button, &QPushButton::clicked, this, [this, group] {
            if (group.first().remedy != Remedy::None)
                settle(document_, group);
            else
                Q_EMIT showRequested(group.first());
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
        connect(more, &QPushButton::clicked, this, &FindingsBar::openList);
        add(more);
    }
}

void FindingsBar::openList()
{
    auto* popup = new QFrame(this, Qt::Popup);
    popup->setObjectName(QStringLiteral("findingsPopup"));
    popup->setAttribute(Qt::WA_DeleteOnClose);
    auto* list = new FindingsList(document_);
    list->setObjectName(QStringLiteral("findings.list"));
    auto* column = new QVBoxLayout(popup);
    column->setContentsMargins(8, 8, 8, 8);
    column->addWidget(list);
    list->refresh();
    connect(&document_, &Document::changed, list, [list, popup] {
        list->refresh();
        if (list->model()->rowCount() == 0)
            popup->close();
    });
    connect(list, &FindingsList::showRequested, this, [this, popup](const Finding& finding) {
        popup->close();
        Q_EMIT showRequested(finding);
    });
    const int width = std::min(this->width() - 24, 900);
    popup->resize(width, 200);
    popup->ensurePolished();
    list->resize(width - 16, 180);
    const int height = std::min(list->wholeHeight() + 18, window()->height() * 2 / 3);
    const QPoint corner = mapToGlobal(QPoint(12, -height - 4));
    popup->setGeometry(corner.x(), corner.y(), width, height);
    popup->show();
    list->setFocus();
}

void FindingsBar::paintEvent(QPaintEvent*)
{
    const Theme& t = Theme::of(this);
    QPainter p(this);
    p.fillRect(rect(), t.slip);
    p.fillRect(0, 0, width(), 1, t.line);
}

} // namespace hinge
