// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/page_drawer.h"

#include "app/document/linked_files.h"
#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "app/look/actions.h"
#include "app/sequence/page_grid.h"
#include "core/file/links.h"
#include "core/units/length_text.h"
#include "core/units/page_sizes.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFileInfo>
#include <QMenu>

namespace hinge
{
namespace
{

/// A pill that shows the shape of a state beside its word.
class StateButton : public QPushButton
{
public:
    explicit StateButton(PageState state) : QPushButton(pageStateName(state)), state_(state)
    {
        setCheckable(true);
        setProperty("stateButton", true);
        setMinimumHeight(28);
        setMinimumWidth(24);
        setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        const Theme& t = Theme::of(this);
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        const QRectF box = QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5);
        p.setPen(QPen(hasFocus() ? t.accent : t.line, hasFocus() ? 2 : 1));
        p.setBrush(isChecked() ? t.accentTint : underMouse() && isEnabled() ? t.fold : t.work);
        p.drawRoundedRect(box, 5, 5);
        p.setOpacity(isEnabled() ? 1 : 0.45);
        paintPageState(p, QRectF(9, height() / 2.0 - 6.5, 13, 13), state_, t);
        p.setPen(t.ink);
        p.setFont(uiFont(type::label, isChecked() ? QFont::DemiBold : QFont::Medium));
        p.drawText(QRectF(28, 0, width() - 32, height()), Qt::AlignVCenter, text());
    }

private:
    PageState state_;
};

} // namespace

PageDrawer::PageDrawer(Document& document, PageSelection& selection, SequenceEditor& editor, Actions& actions,
                       QWidget* parent)
    : QWidget(parent), document_(document), selection_(selection), editor_(editor)
{
    setObjectName(QStringLiteral("pageDrawer"));
    const SlipHead head = makeSlip(*this, QStringLiteral("pages"));
    title_ = head.title;
    about_ = head.about;
    QVBoxLayout* column = head.column;
    addSet(column);
    addStates(column);
    addLie(column);
    addOrder(column, actions);
    addNumbers(column);
    column->addStretch(1);
    const auto stale = [this] {
        stale_ = true;
        if (isVisible())
            refresh();
    };
    connect(&document_, &Document::changed, this, stale);
    connect(&selection_, &PageSelection::changed, this, stale);
}

void PageDrawer::showEvent(QShowEvent*)
{
    if (stale_)
        refresh();
}

QLineEdit* PageDrawer::fieldFor(const char* name, const std::function<Result<void>(const QString&)>& take)
{
    auto* field = new QLineEdit;
    field->setObjectName(QString::fromLatin1(name));
    connect(field, &QLineEdit::editingFinished, this, [field, take] {
        if (!field->isModified() || field->text().trimmed().isEmpty())
            return;
        field->setModified(false);
        const auto done = take(field->text());
        markField(field, done ? QString() : done.error().message);
    });
    connect(field, &QLineEdit::textEdited, field, [field] { markField(field, {}); });
    return field;
}

void PageDrawer::addSet(QVBoxLayout* column)
{
    set_ = fieldFor("pages.set", [this](const QString& text) { return editor_.select(text); });
    set_->setPlaceholderText(tr("odd, 3-9, 12"));
    addCells(column, {{tr("take pages"), set_, "pages.set",
                       tr("Numbers and ranges of the order, or odd, even, all: 3-9, 12. What is done next is done to "
                          "all of them.")}});
}

void PageDrawer::addStates(QVBoxLayout* column)
{
    column->addSpacing(4);
    column->addWidget(section(tr("State")));
    auto* grid = new QGridLayout;
    grid->setSpacing(6);
    const char* names[] = {"pages.nothing", "pages.inWork", "pages.question", "pages.passed"};
    for (const PageState state : allPageStates) {
        auto* button = new StateButton(state);
        button->setObjectName(QString::fromLatin1(names[std::size_t(state)]));
        button->setAccessibleName(pageStateName(state));
        connect(button, &QPushButton::clicked, this, [this, state] {
            editor_.setState(state, question_->text());
            refresh();
            if (state == PageState::Question)
                askQuestion();
        });
        grid->addWidget(button, int(state) / 2, int(state) % 2);
        states_[std::size_t(state)] = button;
    }
    column->addLayout(grid);
    question_ = new QLineEdit;
    question_->setObjectName(QStringLiteral("pages.note"));
    question_->setAccessibleName(tr("What is asked"));
    question_->setPlaceholderText(tr("What is asked?"));
    connect(question_, &QLineEdit::textEdited, this,
            [this](const QString& text) { editor_.setState(PageState::Question, text); });
    column->addWidget(question_);
}

void PageDrawer::addLie(QVBoxLayout* column)
{
    lie_ = new QWidget;
    auto* inner = new QVBoxLayout(lie_);
    inner->setContentsMargins(0, 4, 0, 0);
    inner->setSpacing(6);
    inner->addWidget(section(tr("How it lies")));
    const auto length = [this](const char* name, void (SequenceEditor::*set)(Length)) {
        return fieldFor(name, [this, set](const QString& text) -> Result<void> {
            const auto typed = parseLength(text, document_.job().unit);
            if (!typed)
                return tl::unexpected(typed.error());
            (editor_.*set)(*typed);
            return {};
        });
    };
    fromSpine_ = length("pages.fromSpine", &SequenceEditor::setFromSpine);
    down_ = length("pages.down", &SequenceEditor::setDown);
    scale_ = fieldFor("pages.scale", [this](const QString& text) -> Result<void> {
        const auto typed = parsePercent(text);
        if (!typed)
            return tl::unexpected(typed.error());
        if (*typed < Percent(1))
            return problem({}, tr("Type 1 % or more."));
        editor_.scale(*typed);
        return {};
    });
    addCells(inner, {{tr("from spine"), fromSpine_, "pages.fromSpine",
                      tr("Moved from the middle of the page towards its fore-edge; left-hand and right-hand pages "
                         "mirror each other. Less than 0 towards the spine.")},
                     {tr("down"), down_, "pages.down", tr("Moved down from the middle of the page")},
                     {tr("scale"), scale_, "pages.scale", tr("In percent of its true size")}});
    column->addWidget(lie_);
}

void PageDrawer::addOrder(QVBoxLayout* column, Actions& actions)
{
    column->addSpacing(4);
    column->addWidget(section(tr("Order")));
    const auto placeField = [this](const char* name, void (SequenceEditor::*take)(int)) {
        return fieldFor(name, [this, take](const QString& text) -> Result<void> {
            bool ok = false;
            const int before = text.trimmed().toInt(&ok);
            if (!ok || before < 1 || before > document_.job().pages.count + 1)
                return problem({}, tr("There are places 1 to %1.").arg(document_.job().pages.count + 1));
            (editor_.*take)(before - 1);
            return {};
        });
    };
    moveTo_ = placeField("pages.moveTo", &SequenceEditor::moveTo);
    copyTo_ = placeField("pages.copyTo", &SequenceEditor::copyTo);
    addCells(column,
             {{tr("move before"), moveTo_, "pages.moveTo", tr("The page they come before; they keep their order")},
              {tr("copy before"), copyTo_, "pages.copyTo",
               tr("The page copies of them come before; they themselves stay")}});
    auto* grid = new QGridLayout;
    grid->setSpacing(6);
    const auto add = [&](QAction* action, int row, int at) {
        auto* button = new QPushButton(QString(action->text()).remove(u'&'));
        button->setObjectName(QStringLiteral("pages.") + action->objectName());
        button->setToolTip(action->toolTip());
        button->setMinimumWidth(24);
        button->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
        button->setIcon(action->icon());
        connect(action, &QAction::changed, button, [button, action] { button->setIcon(action->icon()); });
        connect(button, &QPushButton::clicked, action, &QAction::trigger);
        grid->addWidget(button, row, at);
    };
    add(actions.openPage, 0, 0);
    add(actions.insertPage, 0, 1);
    add(actions.turnPages, 1, 0);
    add(actions.reversePages, 1, 1);
    add(actions.swapPages, 2, 0);
    column->addLayout(grid);
    auto* cover = new QPushButton;
    cover->setObjectName(QStringLiteral("pages.cover"));
    cover->setText(tr("Put on the cover"));
    cover->setToolTip(tr("Put what is on this page onto a panel of the cover"));
    cover->setMinimumWidth(24);
    cover->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    auto* menu = new QMenu(cover);
    const std::array<QString, 4> words{tr("Front"), tr("Inside front"), tr("Inside back"), tr("Back")};
    for (const CoverPanel panel : allCoverPanels)
        connect(menu->addAction(words[std::size_t(panel)]), &QAction::triggered, this,
                [this, panel] { editor_.putOnCover(panel); });
    cover->setMenu(menu);
    cover_ = cover;
    grid->addWidget(cover, 3, 0, 1, 2);
}

void PageDrawer::addNumbers(QVBoxLayout* column)
{
    column->addSpacing(4);
    column->addWidget(section(tr("Page numbers")));
    std::vector<JobChoice::Option> places;
    for (const auto& [text, place] : {std::pair(tr("not printed"), NumberPlace::None),
                                      {tr("foot, at the fore-edge"), NumberPlace::FootOuter},
                                      {tr("foot, in the middle"), NumberPlace::FootMiddle},
                                      {tr("foot, at the spine"), NumberPlace::FootInner},
                                      {tr("foot, always left"), NumberPlace::FootLeft},
                                      {tr("foot, always right"), NumberPlace::FootRight},
                                      {tr("head, at the fore-edge"), NumberPlace::HeadOuter},
                                      {tr("head, in the middle"), NumberPlace::HeadMiddle},
                                      {tr("head, at the spine"), NumberPlace::HeadInner}})
        places.push_back({text, [place = place](const Job& j) { return j.pages.printed.place == place; },
                          [place = place](Job& j) { j.pages.printed.place = place; }});
    addCells(column,
             {{tr("printed at"), new JobChoice(document_, tr("Change the page numbers"), std::move(places)),
               "pages.numberPlace", tr("At fore-edge and spine left-hand and right-hand pages mirror each other")}});
    numbers_ = new QWidget;
    auto* inner = new QVBoxLayout(numbers_);
    inner->setContentsMargins(0, 0, 0, 0);
    inner->setSpacing(6);
    std::vector<JobChoice::Option> scripts;
    for (const auto& [text, script] : {std::pair(tr("1, 2, 3"), NumberScript::Arabic),
                                       {tr("i, ii, iii"), NumberScript::SmallRoman},
                                       {tr("I, II, III"), NumberScript::CapitalRoman}})
        scripts.push_back({text, [script = script](const Job& j) { return j.pages.printed.script == script; },
                           [script = script](Job& j) { j.pages.printed.script = script; }});
    addCells(inner, {{tr("counted as"), new JobChoice(document_, tr("Change the page numbers"), std::move(scripts)),
                      "pages.numberScript"},
                     {tr("from"),
                      JobField::forNumber(
                          document_, tr("Change the first number"), [](const Job& j) { return j.pages.firstNumber; },
                          [](Job& j) -> int& { return j.pages.firstNumber; }),
                      "pages.firstNumber", tr("The number of the first page that is counted")}});
    addCells(inner, {{tr("from trim"),
                      JobField::forLength(document_, tr("Move the page numbers"),
                                          [](Job& j) -> Length& { return j.pages.printed.fromEdge; }),
                      "pages.numberEdge", tr("From the head or foot trim")},
                     {tr("from side"),
                      JobField::forLength(document_, tr("Move the page numbers"),
                                          [](Job& j) -> Length& { return j.pages.printed.fromSide; }),
                      "pages.numberSide", tr("From the fore-edge or the spine")}});
    numberStyle_ = new QComboBox;
    connect(numberStyle_, &QComboBox::activated, this, [this](int i) {
        Job job = document_.job();
        job.pages.printed.styleName = i > 0 ? numberStyle_->itemText(i) : QString();
        (void)document_.edit(tr("Change the page numbers"), std::move(job));
    });
    addCells(inner, {{tr("style"), numberStyle_, "pages.numberStyle", tr("A text style of the job")}});
    hides_ = new QCheckBox(tr("None on the pages taken"));
    hides_->setObjectName(QStringLiteral("pages.hidesNumber"));
    hides_->setToolTip(tr("They are counted all the same"));
    connect(hides_, &QCheckBox::clicked, this, [this](bool on) { editor_.hideNumbers(on); });
    inner->addWidget(hides_);
    column->addWidget(numbers_);
}

void PageDrawer::refreshNumbers()
{
    const Job& job = document_.job();
    numbers_->setVisible(job.pages.printed.place != NumberPlace::None);
    QStringList styles{tr("plain, 9 pt")};
    for (const NamedStyle& style : job.textStyles)
        styles << style.name;
    QStringList shown;
    for (int i = 0; i < numberStyle_->count(); ++i)
        shown << numberStyle_->itemText(i);
    if (shown != styles) {
        numberStyle_->clear();
        numberStyle_->addItems(styles);
    }
    numberStyle_->setCurrentIndex(std::max(0, int(styles.indexOf(job.pages.printed.styleName))));
    const auto& places = selection_.places();
    hides_->setEnabled(!places.empty());
    hides_->setChecked(!places.empty() && std::ranges::all_of(places, [&](int place) {
        return place < job.sequence.size() && job.sequence.at(place).hidesNumber;
    }));
}

QString PageDrawer::contents() const
{
    const Job& job = document_.job();
    const int place = selection_.places().front();
    if (place >= job.sequence.size())
        return tr("Nothing stands on it yet.");
    const SurfaceContent& content = job.on(job.sequence.at(place).surface());
    if (content.supplied) {
        const FileFacts facts = document_.files().facts().value(content.supplied->path);
        const QString name =
            tr("%1, page %2").arg(QFileInfo(shownPath(content.supplied->path)).fileName()).arg(content.supplied->page);
        if (!facts.error.isEmpty())
            return tr("%1. %2").arg(name, facts.error);
        const std::size_t at = std::size_t(content.supplied->page - 1);
        if (at < facts.pages.size()) {
            const Size trim = content.placement.part ? content.placement.part->size() : facts.pages[at].trim;
            return tr("%1, %2").arg(name, formatSize(trim, job.unit));
        }
        return name;
    }
    if (content.items.empty())
        return tr("Nothing stands on it yet.");
    return content.items.size() == 1 ? tr("1 item") : tr("%1 items").arg(content.items.size());
}

void PageDrawer::refresh()
{
    stale_ = false;
    const Job& job = document_.job();
    const auto& places = selection_.places();
    const bool any = !places.empty();
    title_->setText(!any                 ? tr("No page taken")
                    : places.size() == 1 ? tr("Page %1").arg(places.front() + 1)
                                         : tr("%1 pages").arg(places.size()));
    about_->setText(!any                 ? tr("Click a page, or type which ones.")
                    : places.size() == 1 ? contents()
                                         : pageSetText(places));
    if ((!set_->hasFocus() || !set_->isModified()) && !set_->property("wrong").toBool())
        set_->setText(pageSetText(places));
    std::optional<PageState> state;
    bool same = any;
    for (const int place : places) {
        const PageState is = place < job.sequence.size() ? job.sequence.at(place).state : PageState::Nothing;
        same = same && (!state || *state == is);
        state = is;
    }
    for (const PageState s : allPageStates) {
        states_[std::size_t(s)]->setEnabled(any);
        states_[std::size_t(s)]->setChecked(same && state == s);
    }
    const bool asks = same && state == PageState::Question;
    question_->setVisible(asks);
    if (asks && !question_->hasFocus())
        question_->setText(job.sequence.at(places.front()).question);
    for (QLineEdit* field : {moveTo_, copyTo_}) {
        field->setEnabled(any);
        if (!field->hasFocus())
            field->clear();
    }
    cover_->setVisible(hasOwnCover(job));
    cover_->setEnabled(places.size() == 1);
    refreshLie();
    refreshNumbers();
}

void PageDrawer::refreshLie()
{
    const Job& job = document_.job();
    std::vector<int> supplied;
    for (const int place : selection_.places())
        if (place < job.sequence.size() && job.on(job.sequence.at(place).surface()).supplied)
            supplied.push_back(place);
    lie_->setVisible(!supplied.empty());
    if (supplied.empty())
        return;
    // What differs from page to page is told as such.
    const auto show = [&](QLineEdit* field, const auto& of, const auto& words) {
        if (field->hasFocus() && field->isModified())
            return;
        const auto first = of(supplied.front());
        const bool same = std::ranges::all_of(supplied, [&](int place) { return of(place) == first; });
        field->setText(same ? words(first) : QString());
        field->setPlaceholderText(same ? QString() : tr("various"));
    };
    const auto lie = [&](int place) -> const Placement& { return job.on(job.sequence.at(place).surface()).placement; };
    const auto inUnit = [&](Length length) { return formatLength(length, job.unit); };
    show(
        fromSpine_, [&](int place) { return fromSpine(job, document_.plan(), place); }, inUnit);
    show(
        down_, [&](int place) { return lie(place).shift.y; }, inUnit);
    show(
        scale_, [&](int place) { return lie(place).scale; }, percentText);
}

void PageDrawer::askQuestion()
{
    question_->show();
    question_->setFocus();
    question_->selectAll();
}

} // namespace hinge
