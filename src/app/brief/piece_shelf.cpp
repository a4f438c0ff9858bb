// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/brief/piece_shelf.h"

#include "app/look/slip.h"
#include "core/dummy/dummy.h"
#include "core/edit/change_kind.h"
#include "paint/piece_painter.h"

#include <QHBoxLayout>
#include <QPainter>

namespace hinge
{
namespace
{

/// The flat a small piece is drawn from: panels of one shape, whatever their number.
Job modelOf(const Fold& fold)
{
    Job job = newLeaflet();
    job.fold = fold;
    switch (fold.scheme) {
    case FoldScheme::Cross: job.flat = {Length::mm(fold.panels == 8 ? 320 : 170), Length::mm(200)}; break;
    case FoldScheme::HalfRoll: job.flat = {Length::mm(240), Length::mm(200)}; break;
    case FoldScheme::Gate: job.flat = {Length::mm(200), Length::mm(118)}; break;
    case FoldScheme::Half:
    case FoldScheme::Short:
        job.flat = fold.atHead ? Size{Length::mm(100), Length::mm(150)} : Size{Length::mm(140), Length::mm(110)};
        job.fold.step = Length::mm(18);
        break;
    default: job.flat = {Length::mm(62) * fold.panels, Length::mm(118)}; break;
    }
    return job;
}

class PieceButton : public QAbstractButton
{
public:
    PieceButton(const QString& name, const Fold& fold, QWidget* parent) : QAbstractButton(parent)
    {
        setText(name);
        setAccessibleName(name);
        setCheckable(true);
        setCursor(Qt::PointingHandCursor);
        setFocusPolicy(Qt::StrongFocus);
        setMinimumWidth(44);
        setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
        model_ = modelOf(fold);
        plan_ = plan(model_).value(); // the shelf holds nothing that cannot be folded
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
        const double side = box.width() < 80 ? 5 : 14;
        paintStandingPiece(p, box.adjusted(side, side * 0.65, -side, -33), model_, plan_, tellingOpenness(model_), {},
                           t.dark ? QColor(0x20, 0x26, 0x2D) : t.ink, PieceScale::Fill);
        p.setPen(isChecked() ? (t.dark ? t.accent : t.accent.darker(115)) : t.ink);
        p.setFont(uiFont(type::label, isChecked() ? QFont::Bold : QFont::DemiBold));
        const QRectF name(box.x(), box.bottom() - 31, box.width(), 30);
        if (p.fontMetrics().horizontalAdvance(text()) <= name.width()) {
            p.drawText(name, Qt::AlignCenter, text());
            return;
        }
        // Two lines of a smaller size.
        p.setFont(uiFont(type::note, isChecked() ? QFont::Bold : QFont::DemiBold));
        p.drawText(name, Qt::AlignCenter | Qt::TextWordWrap | Qt::TextDontClip, text());
    }

private:
    Job model_;
    Plan plan_;
};

} // namespace

PieceShelf::PieceShelf(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("pieceShelf"));
    setAccessibleName(tr("Folds to choose from"));
    setLow(false);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(12, 8, 12, 8);
    row->setSpacing(4);
    const struct {
        const char* name;
        QString text;
        QString tip;
        FoldScheme scheme;
        int panels;
        bool atHead;
        bool forCards;
    } kinds[] = {
        {"half2", tr("Half"), tr("One fold, 4 pages: menus, cards"), FoldScheme::Half, 2, false, true},
        {"head2", tr("At the head"), tr("One fold at the head: opens upwards"), FoldScheme::Half, 2, true, true},
        {"short2", tr("Short"), tr("One fold; the front stops short and leaves a step"), FoldScheme::Short, 2, false,
         true},
        {"roll3", tr("Roll"), tr("Two folds the same way, 6 pages; the last panel tucks in and is narrower"),
         FoldScheme::Roll, 3, false, false},
        {"roll4", tr("Roll, 8 pp"), tr("Three folds the same way; each panel inside the next"), FoldScheme::Roll, 4,
         false, false},
        {"zigzag3", tr("Z"), tr("Two folds by turns, 6 equal pages"), FoldScheme::Zigzag, 3, false, false},
        {"zigzag4", tr("Accordion"), tr("Three folds by turns, 8 equal pages; more panels in the sentence below"),
         FoldScheme::Zigzag, 4, false, false},
        {"gate3", tr("Gate"), tr("Two flaps that meet in the middle"), FoldScheme::Gate, 3, false, true},
        {"doubleGate4", tr("Double gate"), tr("A gate folded once more in the middle"), FoldScheme::DoubleGate, 4,
         false, true},
        {"cross4", tr("Cross"), tr("Two folds at right angles, 8 pages"), FoldScheme::Cross, 4, false, false},
        {"halfRoll6", tr("Half and roll"), tr("Folded in half across, then rolled, 12 pages"), FoldScheme::HalfRoll, 6,
         false, false},
        {"own", tr("Own"), tr("Your own folds, step by step, beginning with those it has now"), FoldScheme::Own, 3,
         false, false},
    };
    for (const auto& kind : kinds) {
        Fold fold{kind.scheme, kind.panels};
        fold.atHead = kind.atHead;
        if (kind.scheme == FoldScheme::Own)
            fold.steps = {{Axis::Vertical, 2, LineSide::After, FoldWay::Under},
                          {Axis::Vertical, 1, LineSide::Before, FoldWay::Under}};
        fold.coverPanel = kind.scheme == FoldScheme::Own ? 1 : usualFront(fold, false);
        auto* button = new PieceButton(kind.text, fold, this);
        button->setObjectName(QStringLiteral("piece.") + QString::fromLatin1(kind.name));
        button->setToolTip(kind.tip);
        connect(button, &QAbstractButton::clicked, this, [this, fold] {
            Job job = document_.job();
            if (fold.scheme == FoldScheme::Own)
                becomeOwnFold(job);
            else
                becomeFold(job, fold.scheme, fold.panels, fold.atHead);
            (void)document_.edit(tr("Make it a %1").arg(foldName(job.fold)), std::move(job));
            refresh(); // a click must not leave a button down that is not the job's fold
        });
        row->addWidget(button);
        pieces_.push_back({fold, button, kind.forCards});
    }
    connect(&document_, &Document::changed, this, &PieceShelf::refresh);
    refresh();
}

void PieceShelf::setLow(bool low) { setFixedHeight(low ? 92 : 120); }

void PieceShelf::refresh()
{
    const Fold& now = document_.job().fold;
    const KindRules& rules = rulesOf(document_.job().kind);
    const bool card = rules.foldsOnce;
    setVisible(rules.isFolded());
    for (const Piece& piece : pieces_) {
        const bool half = now.panels == 2 && (now.scheme == FoldScheme::Roll || now.scheme == FoldScheme::Zigzag);
        const FoldScheme scheme = half ? FoldScheme::Half : now.scheme;
        piece.button->setVisible(!card || piece.forCards);
        piece.button->setChecked(piece.fold.scheme == scheme && piece.fold.atHead == now.atHead &&
                                 (piece.fold.panels == now.panels ||
                                  (scheme == FoldScheme::Zigzag && piece.fold.panels == 4 && now.panels > 4)));
    }
}

void PieceShelf::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    paintSlip(p, rect(), Theme::of(this));
}

} // namespace hinge
