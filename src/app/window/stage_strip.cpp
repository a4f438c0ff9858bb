// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/stage_strip.h"

#include "app/look/theme.h"
#include "core/dummy/dummy.h"
#include "core/piece/extent.h"
#include "core/units/page_sizes.h"

#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>

namespace hinge
{
namespace
{

/// How much there is to fold, or to turn.
QString dummyText(const Job& job, const Plan& plan)
{
    const Dummy dummy(job, plan);
    const int steps = int(dummy.steps().size());
    if (steps == 0)
        return StageStrip::tr("nothing to fold");
    switch (dummy.steps().front().work) {
    case DummyWork::TurnLeaf: return StageStrip::tr("%1 leaves to turn").arg(steps);
    case DummyWork::TearOff: return StageStrip::tr("a stub to tear off");
    case DummyWork::Fold:
    case DummyWork::BendSpine: break;
    }
    return steps == 1 ? StageStrip::tr("1 fold") : StageStrip::tr("%1 folds").arg(steps);
}

constexpr double openShare = 1.45; ///< width of the open leaf against a folded one

class StripLeaf : public QAbstractButton
{
public:
    explicit StripLeaf(QWidget* parent) : QAbstractButton(parent)
    {
        setCheckable(true);
        setAutoExclusive(true);
        setCursor(Qt::PointingHandCursor);
        setFocusPolicy(Qt::TabFocus);
    }

    void setNote(const QString& note)
    {
        if (note == note_)
            return;
        note_ = note;
        setAccessibleDescription(note);
        update();
    }
    void setRising(bool rising)
    {
        if (rising != rising_)
            update();
        rising_ = rising;
    }
    void setOpenness(double openness)
    {
        openness_ = openness;
        update();
    }

protected:
    void enterEvent(QEnterEvent*) override { update(); }
    void leaveEvent(QEvent*) override { update(); }

    void paintEvent(QPaintEvent*) override
    {
        const Theme& t = Theme::of(this);
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        const double w = width();
        const double h = height() - 6;
        // A folded leaf leans: one end a little higher than the other, by turns.
        const double lean = 7 * (1 - openness_);
        const bool rising = rising_;
        const double left = rising ? 4 + lean : 4;
        const double right = rising ? 4 : 4 + lean;
        QPainterPath shape;
        shape.moveTo(0, left);
        shape.lineTo(w, right);
        shape.lineTo(w, h);
        shape.lineTo(0, h);
        shape.closeSubpath();
        if (openness_ > 0.5) {
            for (int i = 3; i > 0; --i)
                p.fillPath(shape.translated(0, i * 0.8), QColor(0, 0, 0, 12));
        }
        const QColor folded = rising ? t.slip : t.fold;
        p.fillPath(shape, openness_ > 0.5 ? t.work : underMouse() ? t.work : folded);
        if (openness_ <= 0.5) {
            QLinearGradient shade(0, 0, w, 0);
            shade.setColorAt(rising ? 1 : 0, QColor(0, 0, 0, t.dark ? 36 : 16));
            shade.setColorAt(rising ? 0.7 : 0.3, QColor(0, 0, 0, 0));
            p.fillPath(shape, shade);
        }
        if (isChecked())
            p.fillRect(QRectF(0, h - 4, w, 4), t.accent);
        const double x = isChecked() ? 18 : 16;
        p.setPen(t.ink);
        p.setFont(uiFont(isChecked() ? type::title : type::heading, isChecked() ? QFont::Bold : QFont::DemiBold));
        p.drawText(QRectF(x, 11, w - x - 8, 22), Qt::AlignVCenter, text());
        p.setPen(t.ink2);
        const QFont note = uiFont(type::label);
        p.setFont(note);
        p.drawText(QRectF(x, 34, w - x - 8, 18), Qt::AlignVCenter,
                   QFontMetrics(note).elidedText(note_, Qt::ElideRight, int(w - x - 8)));
        if (hasFocus()) {
            p.setPen(QPen(t.accent, 2));
            p.setBrush(Qt::NoBrush);
            p.drawRoundedRect(QRectF(3, 7, w - 6, h - 13), 3, 3);
        }
    }

private:
    bool rising_ = true;
    QString note_;
    double openness_ = 0;
};

/// "24 of 32 pages, 12 passed": those something stands on, of all with their blanks.
QString pagesText(const Job& job, const Plan& plan)
{
    int filled = 0;
    int passed = 0;
    int questions = 0;
    for (const SequencePage& page : job.sequence) {
        filled += job.on(page.surface()).isFilled() ? 1 : 0;
        passed += page.state == PageState::Passed ? 1 : 0;
        questions += page.state == PageState::Question ? 1 : 0;
    }
    QStringList parts{filled == 0 ? StageStrip::tr("%1 pages").arg(plan.pages.size())
                                  : StageStrip::tr("%1 of %2 pages").arg(filled).arg(plan.pages.size())};
    if (questions > 0)
        parts << (questions == 1 ? StageStrip::tr("1 question") : StageStrip::tr("%1 questions").arg(questions));
    if (passed > 0)
        parts << StageStrip::tr("%1 passed").arg(passed);
    return parts.join(QStringLiteral(", "));
}

} // namespace

StageStrip::StageStrip(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("stageStrip"));
    setAccessibleName(tr("Stages of the piece"));
    setFixedHeight(68);
    const std::array<QString, allStages.size()> names{tr("Brief"), tr("Sequence"), tr("Flat"),
                                                      tr("Dummy"), tr("Sheet"),    tr("Release")};
    const std::array<QString, allStages.size()> tips{tr("What it is: sizes, paper, folds"),
                                                     tr("The pages in their order"),
                                                     tr("Design faces and pages"),
                                                     tr("Fold it, open it, turn its leaves"),
                                                     tr("Lay the piece out on the press sheet"),
                                                     tr("Settle findings and write the files")};
    for (std::size_t i = 0; i < allStages.size(); ++i) {
        auto* leaf = new StripLeaf(this);
        leaf->setText(names[i]);
        leaf->setAccessibleName(names[i]);
        leaf->setToolTip(tips[i]);
        leaf->setObjectName(QStringLiteral("stage.") + stageKey(allStages[i]));
        connect(leaf, &QAbstractButton::clicked, this, [this, leaf, stage = allStages[i]] {
            // Clicked with the mouse, no other leaf keeps the keyboard.
            if (QWidget* focus = window()->focusWidget(); focus && focus != leaf && isAncestorOf(focus))
                focus->clearFocus();
            setCurrent(stage);
        });
        leaves_[i] = leaf;
    }
    leaves_[0]->setChecked(true);
    unfolding_.setDuration(160);
    unfolding_.setStartValue(0.0);
    unfolding_.setEndValue(1.0);
    unfolding_.setEasingCurve(QEasingCurve::OutCubic);
    connect(&unfolding_, &QVariantAnimation::valueChanged, this, &StageStrip::place);
    connect(&document_, &Document::changed, this, &StageStrip::refresh);
    refresh();
}

void StageStrip::takeFocus() { leaves_[std::size_t(current_)]->setFocus(Qt::OtherFocusReason); }

void StageStrip::setCurrent(Stage stage)
{
    if (stage == current_) {
        leaves_[std::size_t(stage)]->setChecked(true);
        return;
    }
    previous_ = current_;
    current_ = stage;
    leaves_[std::size_t(stage)]->setChecked(true);
    if (isVisible()) {
        unfolding_.stop();
        unfolding_.start();
    }
    place();
    Q_EMIT chosen(stage);
}

void StageStrip::place()
{
    const double progress =
        unfolding_.state() == QAbstractAnimation::Running ? unfolding_.currentValue().toDouble() : 1.0;
    const auto openness = [&](std::size_t i) {
        if (Stage(i) == current_)
            return progress;
        return Stage(i) == previous_ ? 1 - progress : 0.0;
    };
    double total = 0;
    for (const Stage stage : allStages)
        if (isShown(stage))
            total += 1 + (openShare - 1) * openness(std::size_t(stage));
    double x = 0;
    int rises = 0; // shown leaves lean by turns
    for (std::size_t i = 0; i < allStages.size(); ++i) {
        leaves_[i]->setVisible(isShown(Stage(i)));
        if (!isShown(Stage(i)))
            continue;
        static_cast<StripLeaf*>(leaves_[i])->setRising(rises++ % 2 == 0);
        const double w = width() * (1 + (openShare - 1) * openness(i)) / total;
        leaves_[i]->setGeometry(QRect(int(std::round(x)), 0, int(std::round(x + w)) - int(std::round(x)), height()));
        static_cast<StripLeaf*>(leaves_[i])->setOpenness(openness(i));
        x += w;
    }
}

void StageStrip::refresh()
{
    if (!isShown(current_))
        setCurrent(Stage::Brief);
    place();
    const Job& job = document_.job();
    const Plan& plan = document_.plan();
    const auto note = [this](Stage s, const QString& text) {
        static_cast<StripLeaf*>(leaves_[std::size_t(s)])->setNote(text);
    };
    const Size told = rulesOf(job.kind).isSizedByPage() ? job.page : job.flat;
    const QString size = nameOfSize(told);
    const QString what =
        rulesOf(job.kind).isFolded() && !rulesOf(job.kind).foldsOnce ? foldName(job.fold) : kindName(job.kind);
    note(Stage::Brief,
         tr("%1 %2, %3 g/m²")
             .arg(size.isEmpty() ? formatSize(told, job.unit) : QString(size).remove(tr(" landscape")), what)
             .arg(textStockOf(job).grammage));
    if (isShown(Stage::PageOrder))
        note(Stage::PageOrder, hasPages(job.kind) ? pagesText(job, plan) : recordsText(job.records));
    const int panels = int(plan.paper.face(Face::Outside).size());
    note(Stage::Flat, hasOwnCover(job) ? tr("the cover, 2 faces")
                      : panels == 1    ? tr("2 faces")
                                       : tr("%1 panels, 2 faces").arg(panels * 2));
    note(Stage::Dummy, dummyText(job, plan));
    const Figure* sheet = plan.findFigure(QStringLiteral("sheet"));
    int forms = 0;
    bool fits = true;
    for (const PressRun& run : plan.press) {
        forms += int(run.forms.size());
        fits = fits && !run.forms.empty();
    }
    note(Stage::Sheet, !fits        ? tr("does not fit")
                       : forms == 1 ? tr("%1, %2 up").arg(sheet->value).arg(plan.sheet().up())
                                    : tr("%1 press sheets").arg(forms));
    const auto count = document_.findings().size();
    const QString found = count == 1 ? tr("1 finding") : tr("%1 findings").arg(count);
    note(Stage::Release, count > 0 ? found : isBare(job) ? tr("nothing on it yet") : tr("ready"));
}

void StageStrip::resizeEvent(QResizeEvent*) { place(); }

void StageStrip::keyPressEvent(QKeyEvent* event)
{
    const int step = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
    if (step == 0)
        return QWidget::keyPressEvent(event);
    int next = int(current_) + step;
    while (next >= 0 && next < int(allStages.size()) && !isShown(Stage(next)))
        next += step;
    if (next < 0 || next >= int(allStages.size()))
        return;
    setCurrent(Stage(next));
    leaves_[std::size_t(next)]->setFocus(Qt::TabFocusReason);
}

} // namespace hinge
