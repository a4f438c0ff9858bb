// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/piece_shelf.h"

#include "app/slip.h"
#include "paint/piece_painter.h"

#include <QHBoxLayout>
#include <QPainter>

namespace hinge {
namespace {

/// Where the small pieces stand best: far enough open to show the fold, closed enough to show it is one.
double posedOpenness(const Fold& fold)
{
    if (fold.scheme == FoldScheme::Zigzag)
        return fold.panels == 2 ? 0.62 : 0.45;
    return 0.66;
}

class PieceButton : public QAbstractButton {
public:
    PieceButton(const QString& name, const Fold& fold, QWidget* parent) : QAbstractButton(parent)
    {
        setText(name);
        setAccessibleName(name);
        setCheckable(true);
        setCursor(Qt::PointingHandCursor);
        setFocusPolicy(Qt::StrongFocus);
        setMinimumSize(96, 100);
        setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        setFixedHeight(100);
        Job job = newLeaflet();
        job.flat = {Length::mm(62) * fold.panels, Length::mm(118)};
        job.fold = fold;
        if (auto planned = plan(job))
            plan_ = std::move(*planned);
        openness_ = posedOpenness(fold);
    }

protected:
    void enterEvent(QEnterEvent*) override { update(); }
    void leaveEvent(QEvent*) override { update(); }
    void paintEvent(QPaintEvent*) override
    {
        const Theme& t = Theme::of(this);
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        const QRectF box = QRectF(rect()).adjusted(1, 1, -1, -1);
        if (isChecked() || underMouse() || hasFocus()) {
            p.setPen(isChecked() || hasFocus() ? QPen(t.accent, hasFocus() ? 2 : 1) : QPen(t.line, 1));
            p.setBrush(isChecked() ? t.accentTint : t.work);
            p.drawRoundedRect(box, 3, 3);
        }
        paintStandingPiece(p, QRectF(box.x() + 14, box.y() + 9, box.width() - 28, 58), plan_, openness_, {}, t.dark ? QColor(0x20, 0x26, 0x2D) : t.ink, PieceScale::Fill);
        p.setPen(isChecked() ? (t.dark ? t.accent : t.accent.darker(115)) : t.ink);
        p.setFont(uiFont(type::label, isChecked() ? QFont::Bold : QFont::DemiBold));
        p.drawText(QRectF(box.x(), box.bottom() - 25, box.width(), 18), Qt::AlignCenter, text());
    }

private:
    Plan plan_;
    double openness_;
};

Fold shelved(FoldScheme scheme, int panels)
{
    Fold fold;
    fold.scheme = scheme;
    fold.panels = panels;
    fold.coverPanel = panels - 1;
    return fold;
}

} // namespace

PieceShelf::PieceShelf(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("pieceShelf"));
    setAccessibleName(tr("Folded pieces to start from"));
    setFixedHeight(120);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(12, 8, 12, 12);
    row->setSpacing(8);
    const struct {
        QString name;
        QString tip;
        FoldScheme scheme;
        int panels;
    } kinds[] = {
        {tr("Half fold"), tr("One fold, 4 panels: menus, cards"), FoldScheme::Zigzag, 2},
        {tr("Roll fold"), tr("Two folds the same way, 6 panels; the last panel tucks in and is narrower"), FoldScheme::Roll, 3},
        {tr("Roll fold, 8 pp"), tr("Three folds the same way; each panel inside the next"), FoldScheme::Roll, 4},
        {tr("Z fold"), tr("Two folds by turns, 6 equal panels"), FoldScheme::Zigzag, 3},
        {tr("Accordion, 8 pp"), tr("Three folds by turns, 8 equal panels"), FoldScheme::Zigzag, 4},
        {tr("Accordion, 10 pp"), tr("Four folds by turns, 10 equal panels"), FoldScheme::Zigzag, 5},
        {tr("Accordion, 12 pp"), tr("Five folds by turns, 12 equal panels"), FoldScheme::Zigzag, 6},
    };
    for (const auto& kind : kinds) {
        const Fold fold = shelved(kind.scheme, kind.panels);
        auto* button = new PieceButton(kind.name, fold, this);
        button->setObjectName(QStringLiteral("piece.%1%2").arg(kind.scheme == FoldScheme::Roll ? QStringLiteral("roll") : QStringLiteral("zigzag")).arg(kind.panels));
        button->setToolTip(kind.tip);
        connect(button, &QAbstractButton::clicked, this, [this, fold, name = kind.name] {
            Job job = document_.job();
            const bool coverLeft = job.fold.coverPanel == 0;
            job.fold = fold;
            if (coverLeft)
                job.fold.coverPanel = 0;
            (void)document_.edit(tr("Make it a %1").arg(name.toLower()), std::move(job));
            refresh(); // a click must not leave a button down that is not the job's kind
        });
        row->addWidget(button);
        pieces_.emplace_back(fold, button);
    }
    connect(&document_, &Document::changed, this, &PieceShelf::refresh);
    refresh();
}

void PieceShelf::refresh()
{
    const Fold& now = document_.job().fold;
    for (const auto& [fold, button] : pieces_)
        button->setChecked(fold.panels == now.panels && (fold.scheme == now.scheme || (now.panels == 2 && now.scheme == FoldScheme::Roll)));
}

void PieceShelf::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    paintSlip(p, rect(), Theme::of(this));
}

} // namespace hinge
