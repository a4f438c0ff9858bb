// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheet/sheet_drawer.h"

#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "app/look/foot_button.h"
#include "app/look/view_pills.h"
#include "app/sheet/arrangements_list.h"
#include "app/sheet/compare_dialog.h"
#include "app/sheet/turn_picture.h"
#include "core/plan/sheet_words.h"

#include <QCheckBox>
#include <QInputDialog>
#include <QLocale>
#include <QMessageBox>
#include <QRegularExpression>
#include <QStackedWidget>

namespace hinge
{

SheetDrawer::SheetDrawer(Document& document, SheetState& state, QWidget* parent)
    : QWidget(parent), document_(document), state_(state)
{
    setObjectName(QStringLiteral("sheetDrawer"));
    const SlipHead head = makeSlip(*this, QStringLiteral("sheet"));
    head.title->setText(tr("Press sheet"));
    about_ = head.about;
    auto* bar = new QHBoxLayout;
    bar->setSpacing(4);
    pages_ = new QStackedWidget;
    for (QWidget* page : {makeLayout(), makeMarks(), makePress()})
        pages_->addWidget(page);
    addPills(bar,
             {{tr("layout"), tr("What lies on the sheet, and how"), QStringLiteral("sheet.page.0")},
              {tr("marks"), tr("The printer's marks"), QStringLiteral("sheet.page.1")},
              {tr("press"), tr("What press and knife do, and what it costs"), QStringLiteral("sheet.page.2")}},
             0, [this](int page) { pages_->setCurrentIndex(page); });
    bar->addStretch(1);
    head.column->addLayout(bar);
    head.column->addWidget(pages_, 1);
    connect(&state_, &SheetState::changed, this, &SheetDrawer::refresh);
    refresh();
}

JobField* SheetDrawer::setupLength(const QString& what, SetupLength shown,
                                   std::function<void(SheetSetup&, std::optional<Length>)> set,
                                   const QString& placeholder)
{
    auto* field = new JobField(
        document_, what,
        [this, shown = std::move(shown)](const Job& j) {
            const auto length = shown(setupOf(j, state_.component()));
            return length ? formatLength(*length, j.unit) : QString();
        },
        [this, set = std::move(set), placeholder](Job& j, const QString& text) -> Result<void> {
            SheetSetup& setup = editSetup(j, state_.component());
            if (text.trimmed().isEmpty() && !placeholder.isEmpty()) {
                set(setup, std::nullopt);
                return {};
            }
            const auto length = parseLength(text, j.unit);
            if (!length)
                return tl::unexpected(length.error());
            set(setup, *length);
            return {};
        });
    field->setPlaceholderText(placeholder);
    fields_.push_back(field);
    return field;
}

JobField* SheetDrawer::setupCount(const QString& what, int SheetSetup::*part)
{
    auto* field = new JobField(
        document_, what,
        [this, part](const Job& j) {
            const int n = setupOf(j, state_.component()).*part;
            return n > 0 ? QString::number(n) : QString();
        },
        [this, part](Job& j, const QString& text) -> Result<void> {
            bool ok = true;
            const int n = text.trimmed().isEmpty() ? 0 : text.trimmed().toInt(&ok);
            if (!ok)
                return problem({}, tr("Type a whole number, or nothing for as many as fit."));
            editSetup(j, state_.component()).*part = n;
            return {};
        });
    field->setPlaceholderText(tr("auto"));
    fields_.push_back(field);
    return field;
}

template <class T>
JobChoice* SheetDrawer::setupChoice(const QString& what, T SheetSetup::*part,
                                    const std::vector<std::pair<QString, T>>& options)
{
    std::vector<JobChoice::Option> made;
    for (const auto& [text, value] : options)
        made.push_back(
            {text, [this, part, value = value](const Job& j) { return setupOf(j, state_.component()).*part == value; },
             [this, part, value = value](Job& j) { editSetup(j, state_.component()).*part = value; }});
    auto* choice = new JobChoice(document_, what, std::move(made));
    choices_.push_back(choice);
    return choice;
}

JobChoice* SheetDrawer::workStyleChoice()
{
    std::vector<JobChoice::Option> options;
    for (const WorkStyle style :
         {WorkStyle::Sheetwise, WorkStyle::WorkAndTurn, WorkStyle::WorkAndTumble, WorkStyle::OneSide})
        options.push_back({workStyleName(style),
                           [this, style](const Job& j) { return setupOf(j, state_.component()).work == style; },
                           [this, style](Job& j) { setWorkStyle(j, state_.component(), style); }});
    auto* choice = new JobChoice(document_, tr("Change the work style"), std::move(options));
    choices_.push_back(choice);
    return choice;
}

QWidget* SheetDrawer::makeLayout()
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 4, 0, 0);
    column->setSpacing(6);
    column->addWidget(new ArrangementsList(document_, state_), 1);
    addChoosing(column);
    const auto width = [this](bool wide) {
        return setupLength(
            tr("Change the press sheet"),
            [wide](const SheetSetup& s) { return std::optional(wide ? s.sheet.w : s.sheet.h); },
            [wide](SheetSetup& s, std::optional<Length> l) { (wide ? s.sheet.w : s.sheet.h) = l.value_or(Length()); },
            {});
    };
    const QString fed = tr("As fed: the gripper holds the head edge");
    addCells(column, {{tr("sheet wide"), width(true), "sheet.width", fed},
                      {tr("sheet high"), width(false), "sheet.height", fed}});
    column->addWidget(section(tr("Both sides")));
    addCells(column, {{tr("work style"), workStyleChoice(), "sheet.work",
                       tr("How the second side is printed: from its own form, or from the same")}});
    turning_ = note({});
    turning_->setObjectName(QStringLiteral("sheet.turning"));
    column->addWidget(turning_);
    turnPicture_ = new TurnPicture;
    column->addWidget(turnPicture_);
    column->addWidget(section(tr("By hand")));
    addRows(column);
    addCreep(column);
    return page;
}

/// Two arrangements against each other, and those that are kept under a name.
void SheetDrawer::addChoosing(QVBoxLayout* column)
{
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    auto* compareButton = addFootButton(row, tr("Compare…"), "sheet.compare", tr("Two arrangements beside each other"));
    auto* keepButton =
        addFootButton(row, tr("Keep…"), "sheet.keep", tr("Keep this way of printing under a name, for other jobs"));
    row->addStretch(1);
    column->addLayout(row);
    kept_ = new QComboBox;
    kept_->setObjectName(QStringLiteral("sheet.kept"));
    kept_->setAccessibleName(tr("Ways of printing that are kept"));
    kept_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    column->addWidget(kept_);
    listSetups();
    connect(compareButton, &QPushButton::clicked, this, &SheetDrawer::compare);
    connect(keepButton, &QPushButton::clicked, this, &SheetDrawer::keepSetup);
    connect(&setups_, &SetupStore::changed, this, &SheetDrawer::listSetups);
    connect(kept_, &QComboBox::activated, this, [this](int index) {
        if (index > 0)
            takeSetup(kept_->itemText(index));
        kept_->setCurrentIndex(0);
    });
}

void SheetDrawer::listSetups()
{
    kept_->clear();
    kept_->addItem(tr("take one that is kept"));
    kept_->addItems(setups_.names());
    kept_->setVisible(kept_->count() > 1);
}

void SheetDrawer::compare()
{
    CompareDialog dialog(document_, state_, this);
    if (dialog.exec() != QDialog::Accepted)
        return;
    Job job = document_.job();
    if (dialog.other() != state_.run().piece.press.sheet)
        printOn(job, state_.component(), dialog.other());
    QString what = sheetSizeName(dialog.other(), job.unit);
    if (const auto stock = dialog.otherStock()) {
        setStock(job, state_.component(), *stock);
        what = tr("%1, %2").arg(what, stock->name);
    }
    (void)document_.edit(tr("Print on %1").arg(what), std::move(job));
}

void SheetDrawer::keepSetup()
{
    bool ok = false;
    const QString proposed = sheetSizeName(state_.run().piece.press.sheet, document_.job().unit);
    const QString name = QInputDialog::getText(this, tr("Keep this way of printing"), tr("Under the name"),
                                               QLineEdit::Normal, proposed, &ok);
    if (!ok)
        return;
    if (const auto kept = setups_.keep(name, document_.job()); !kept)
        QMessageBox::warning(this, tr("Not kept"), kept.error().text());
}

void SheetDrawer::takeSetup(const QString& name)
{
    Job job = document_.job();
    if (const auto taken = setups_.take(name, job); !taken)
        QMessageBox::warning(this, tr("Not taken"), taken.error().text());
    else if (const auto done = document_.edit(tr("Print as “%1”").arg(name), std::move(job)); !done)
        QMessageBox::warning(this, tr("Not taken"), done.error().text());
}

void SheetDrawer::addRows(QVBoxLayout* column)
{
    addCells(column, {{tr("side by side"), setupCount(tr("Change the pieces side by side"), &SheetSetup::columns),
                       "sheet.columns", tr("Pieces side by side; empty for as many as fit")},
                      {tr("rows"), setupCount(tr("Change the rows"), &SheetSetup::rows), "sheet.rows",
                       tr("Rows; empty for as many as fit")},
                      {tr("gap"),
                       setupLength(
                           tr("Change the gap"), [](const SheetSetup& s) { return s.gap; },
                           [](SheetSetup& s, std::optional<Length> l) { s.gap = l; }, tr("auto")),
                       "sheet.gap", tr("Between the trims of neighbours; 0 for one cut, empty for their bleeds")}});
    const auto offset = [this](bool left) {
        return setupLength(
            tr("Change where the first piece lies"),
            [left](const SheetSetup& s) {
                return s.offset ? std::optional(left ? s.offset->x : s.offset->y) : std::nullopt;
            },
            [left](SheetSetup& s, std::optional<Length> l) {
                if (!l) {
                    s.offset.reset();
                    return;
                }
                if (!s.offset)
                    s.offset = Point{*l, *l};
                (left ? s.offset->x : s.offset->y) = *l;
            },
            tr("middle"));
    };
    addCells(column, {{tr("from the left"), offset(true), "sheet.offsetLeft",
                       tr("To the trim of the first piece; empty for the middle of the sheet")},
                      {tr("from the head"), offset(false), "sheet.offsetHead",
                       tr("To the trim of the first piece; empty for the middle of the sheet")}});
    addCells(column, {{tr("turned"),
                       setupChoice<SlotTurn>(tr("Change how pieces lie"), &SheetSetup::turn,
                                             {{tr("best fit"), SlotTurn::Best},
                                              {tr("upright"), SlotTurn::Upright},
                                              {tr("a quarter"), SlotTurn::Quarter}}),
                       "sheet.turn", tr("Which way pieces lie on the sheet")},
                      {tr("heads"),
                       setupChoice<bool>(tr("Change the heads"), &SheetSetup::headToHead,
                                         {{tr("all one way"), false}, {tr("head to head"), true}}),
                       "sheet.heads", tr("Every other row can stand on its head: come-and-go")}});
    auto* left = new JobField(
        document_, tr("Change the slots left free"),
        [this](const Job& j) {
            QStringList numbers;
            for (const int slot : setupOf(j, state_.component()).left)
                numbers << QString::number(slot);
            return numbers.join(QStringLiteral(", "));
        },
        [this](Job& j, const QString& text) -> Result<void> {
            std::vector<int> slots;
            for (const QString& part : text.split(QRegularExpression(QStringLiteral("[,;\\s]+")), Qt::SkipEmptyParts)) {
                bool ok = false;
                slots.push_back(part.toInt(&ok));
                if (!ok)
                    return problem({}, tr("Type numbers of slots, such as 3, 4."));
            }
            editSetup(j, state_.component()).left = std::move(slots);
            return {};
        });
    left->setPlaceholderText(tr("none"));
    fields_.push_back(left);
    addCells(
        column,
        {{tr("grain of the sheet"),
          setupChoice<std::optional<Grain>>(
              tr("Change the grain"), &SheetSetup::grain,
              {{tr("free"), std::nullopt}, {tr("upright"), Grain::AlongHeight}, {tr("across"), Grain::AlongWidth}}),
          "sheet.grain", tr("The fibres of the sheet as fed: pieces are turned so that theirs run the same way")},
         {tr("left free"), left, "sheet.left", tr("Numbers of slots that stay empty, along the rows")}});
    addCells(column, {{tr("each sheet carries"),
                       setupChoice<SlotFill>(
                           tr("Change what sheets carry"), &SheetSetup::fill,
                           {{tr("one thing, repeated"), SlotFill::Alike}, {tr("piles in order"), SlotFill::Piles}}),
                       "sheet.fill",
                       tr("Of pages: one sheet many times, or different ones that are cut and stacked in order")}});
}

void SheetDrawer::addCreep(QVBoxLayout* column)
{
    creep_ = new QWidget;
    auto* inner = new QVBoxLayout(creep_);
    inner->setContentsMargins(0, 0, 0, 0);
    inner->setSpacing(6);
    inner->addWidget(section(tr("Creep")));
    std::vector<JobChoice::Option> ways;
    for (const auto& [text, way] : {std::pair(tr("shift pages"), CreepBy::Shifting),
                                    {tr("narrow pages"), CreepBy::Narrowing},
                                    {tr("leave it"), CreepBy::Nothing}})
        ways.push_back({text, [way = way](const Job& j) { return j.pages.creepBy == way; },
                        [way = way](Job& j) { j.pages.creepBy = way; }});
    auto* factor = new JobField(
        document_, tr("Change the creep"),
        [](const Job& j) { return QString::number(j.pages.creepMilli / 1000.0, 'f', 2); },
        [](Job& j, const QString& text) -> Result<void> {
            bool ok = false;
            const double times = QString(text).replace(u',', u'.').toDouble(&ok);
            if (!ok || times < 0 || times > 3)
                return problem({}, tr("Type how many calipers a sheet pushes the next: 0 to 3."));
            j.pages.creepMilli = int(std::lround(times * 1000));
            return {};
        });
    addCells(inner,
             {{tr("made up for by"), new JobChoice(document_, tr("Change how creep is made up for"), std::move(ways)),
               "sheet.creepBy", tr("Inner sheets are pushed outward and trimmed shorter")},
              {tr("calipers a sheet"), factor, "sheet.creep",
               tr("How far each sheet pushes those inside it: 1.0 by experience, up to 1.6 for stiff paper")}});
    column->addWidget(creep_);
}

QWidget* SheetDrawer::makeMarks()
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 4, 0, 0);
    column->setSpacing(6);
    const std::vector<std::tuple<QString, QString, const char*, bool SheetMarks::*>> marks{
        {tr("crop"), tr("Where the knife goes"), "sheet.mark.crop", &SheetMarks::crop},
        {tr("fold"), tr("Dashed, where it is folded, scored or perforated"), "sheet.mark.fold", &SheetMarks::fold},
        {tr("bleed"), tr("Dotted, where the bleed ends"), "sheet.mark.bleed", &SheetMarks::bleed},
        {tr("centre"), tr("The middle of each edge"), "sheet.mark.centre", &SheetMarks::centre},
        {tr("registration"), tr("Rings with a cross, on every plate"), "sheet.mark.registration",
         &SheetMarks::registration},
        {tr("colour bar"), tr("A patch of each ink"), "sheet.mark.bar", &SheetMarks::bar},
        {tr("sheet label"), tr("Job, part, side and inks"), "sheet.mark.label", &SheetMarks::label},
        {tr("collating steps"), tr("On the spines of signatures, a step lower on each"), "sheet.mark.collating",
         &SheetMarks::collating}};
    for (const auto& [text, tip, name, part] : marks) {
        auto* box = new QCheckBox(text);
        box->setObjectName(QString::fromLatin1(name));
        box->setToolTip(tip);
        box->setChecked(document_.job().press.marks.*part);
        connect(box, &QCheckBox::clicked, this, [this, part = part, text = text](bool on) {
            Job job = document_.job();
            job.press.marks.*part = on;
            (void)document_.edit(on ? tr("Show %1 marks").arg(text) : tr("Hide %1 marks").arg(text), std::move(job));
        });
        connect(&document_, &Document::changed, box,
                [this, box, part = part] { box->setChecked(document_.job().press.marks.*part); });
        column->addWidget(box);
    }
    const auto measure = [this](const QString& what, Length SheetMarks::*part) {
        return JobField::forLength(document_, what, [part](Job& j) -> Length& { return j.press.marks.*part; });
    };
    column->addSpacing(4);
    addCells(column,
             {{tr("clear by"), measure(tr("Change the distance of marks"), &SheetMarks::clearance),
               "sheet.mark.clearance", tr("From the bleed to the mark")},
              {tr("length"), measure(tr("Change the length of marks"), &SheetMarks::length), "sheet.mark.length"}});
    addCells(column, {{tr("weight of the lines"), measure(tr("Change the weight of marks"), &SheetMarks::weight),
                       "sheet.mark.weight"}});
    column->addWidget(note(tr("Marks are printed on every plate and lie in a layer of their own. What there is no room "
                              "for is left out.")));
    column->addStretch(1);
    return page;
}

QWidget* SheetDrawer::makePress()
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 4, 0, 0);
    column->setSpacing(6);
    std::vector<JobChoice::Option> devices;
    for (const auto& [text, device] : {std::pair(tr("press"), Device::ProductionPress),
                                       {tr("shop machine"), Device::ShopMachine},
                                       {tr("office printer"), Device::OfficePrinter}})
        devices.push_back({text, [device = device](const Job& j) { return j.press.device == device; },
                           [device = device](Job& j) { j.press.device = device; }});
    auto* flip = new JobChoice(document_, tr("Change the flip edge"),
                               {{tr("short edge"), [](const Job& j) { return j.press.flip == FlipEdge::Short; },
                                 [](Job& j) { j.press.flip = FlipEdge::Short; }},
                                {tr("long edge"), [](const Job& j) { return j.press.flip == FlipEdge::Long; },
                                 [](Job& j) { j.press.flip = FlipEdge::Long; }}});
    addCells(column,
             {{tr("printed on"), new JobChoice(document_, tr("Change what prints it"), std::move(devices)),
               "sheet.device", tr("Says how far print and knife may miss: bleed and safe zone are judged by it")}});
    addCells(column, {{tr("turned about"), flip, "sheet.flip",
                       tr("The edge about which the sheet is turned for its second side")}});
    const auto measure = [this](const QString& what, const std::function<Length&(Job&)>& part) {
        return JobField::forLength(document_, what, part);
    };
    addCells(column,
             {{tr("gripper"), measure(tr("Change the gripper"), [](Job& j) -> Length& { return j.press.gripper; }),
               "sheet.gripper", tr("The edge held by the press; nothing prints there")},
              {tr("margin"), measure(tr("Change the margin"), [](Job& j) -> Length& { return j.press.margin; }),
               "sheet.margin", tr("Unprinted along the three other edges")}});
    column->addWidget(section(tr("Piles")));
    auto* order =
        new JobChoice(document_, tr("Change the order of piles"),
                      {{tr("along the rows"), [](const Job& j) { return j.press.piles == PileOrder::AlongRows; },
                        [](Job& j) { j.press.piles = PileOrder::AlongRows; }},
                       {tr("down the columns"), [](const Job& j) { return j.press.piles == PileOrder::DownColumns; },
                        [](Job& j) { j.press.piles = PileOrder::DownColumns; }}});
    auto* delivery =
        new JobChoice(document_, tr("Change the delivery"),
                      {{tr("face down"), [](const Job& j) { return j.press.delivery == Delivery::FaceDown; },
                        [](Job& j) { j.press.delivery = Delivery::FaceDown; }},
                       {tr("face up"), [](const Job& j) { return j.press.delivery == Delivery::FaceUp; },
                        [](Job& j) { j.press.delivery = Delivery::FaceUp; }}});
    addCells(column,
             {{tr("order"), order, "sheet.piles", tr("How piles of numbered pieces, or of leaves, are counted")}});
    addCells(column, {{tr("delivered"), delivery, "sheet.delivery",
                       tr("Face up, the last sheet lies on top: it is printed with the first numbers")}});
    piles_ = note({});
    piles_->setObjectName(QStringLiteral("sheet.pileNote"));
    column->addWidget(piles_);
    column->addWidget(section(tr("Knife")));
    addCells(
        column,
        {{tr("takes a pile of"), measure(tr("Change the clamp"), [](Job& j) -> Length& { return j.press.knife.clamp; }),
          "sheet.clamp", tr("Higher runs are cut in lifts")},
         {tr("gauge from"),
          measure(tr("Change the least gauge"), [](Job& j) -> Length& { return j.press.knife.leastGauge; }),
          "sheet.leastGauge", tr("The nearest the back gauge comes to the blade")}});
    addCost(column);
    column->addStretch(1);
    return page;
}

JobField* SheetDrawer::price(const QString& what, std::optional<qint64> Prices::*part)
{
    auto* field = new JobField(
        document_, what,
        [part](const Job& j) {
            const auto& price = j.press.prices.*part;
            return price ? moneyText(*price) : QString();
        },
        [part](Job& j, const QString& text) -> Result<void> {
            if (text.trimmed().isEmpty()) {
                (j.press.prices.*part).reset();
                return {};
            }
            const auto amount = parseMoney(text);
            if (!amount)
                return tl::unexpected(amount.error());
            j.press.prices.*part = *amount;
            return {};
        });
    field->setPlaceholderText(tr("none"));
    return field;
}

void SheetDrawer::addCost(QVBoxLayout* column)
{
    column->addWidget(section(tr("Cost")));
    addCells(column, {{tr("paper, a kg"), price(tr("Change the price of paper"), &Prices::paperPerKg),
                       "sheet.price.paper", tr("In your own money")},
                      {tr("printed side"), price(tr("Change the price of a side"), &Prices::perSide),
                       "sheet.price.side", tr("A click, or a pass of one side of a sheet")},
                      {tr("plate"), price(tr("Change the price of a plate"), &Prices::perPlate), "sheet.price.plate",
                       tr("One ink of one form")}});
    auto* table = new QHBoxLayout;
    costs_ = plainLabel();
    costs_->setObjectName(QStringLiteral("sheet.costs"));
    amounts_ = plainLabel();
    amounts_->setObjectName(QStringLiteral("sheet.amounts"));
    amounts_->setAlignment(Qt::AlignRight);
    table->addWidget(costs_);
    table->addStretch(1);
    table->addWidget(amounts_);
    column->addLayout(table);
}

void SheetDrawer::refresh()
{
    const Job& job = document_.job();
    const Plan& plan = document_.plan();
    const PressRun& run = state_.run();
    const bool several = plan.press.size() > 1;
    const QString part = run.component == Component::Text ? tr("text") : several ? tr("cover") : QString();
    const QString name = sheetSizeName(run.piece.press.sheet, job.unit);
    about_->setText(run.layout().up() == 0 ? tr("does not fit on %1").arg(name)
                    : part.isEmpty()       ? tr("%1 up on %2").arg(run.layout().up()).arg(name)
                                           : tr("%1: %2 up on %3").arg(part).arg(run.layout().up()).arg(name));
    turning_->setText(turningText(job, run));
    turnPicture_->follow(run.layout());
    creep_->setVisible(run.component == Component::Text && rulesOf(job.kind).binding == Binding::Stapled);
    for (JobField* field : fields_)
        field->refresh();
    for (JobChoice* choice : choices_)
        choice->refresh();
    if (run.stacking) {
        const Stacking& s = *run.stacking;
        const Stacking::Range last = s.pile(s.lifts() - 1, s.piles - 1);
        piles_->setText(tr("%1 records in %2 piles, %3 sheets, %4. The last pile holds %5.")
                            .arg(QLocale().toString(s.records))
                            .arg(s.piles)
                            .arg(QLocale().toString(s.sheets()))
                            .arg(s.lifts() == 1 ? tr("one lift") : tr("%1 lifts").arg(s.lifts()))
                            .arg(std::max<qint64>(0, last.count())));
    }
    piles_->setVisible(run.stacking.has_value());
    QStringList names;
    QStringList amounts;
    const auto row = [&](const QString& what, const QString& value) {
        names << what;
        amounts << value;
    };
    RunCost all;
    double kg = 0;
    const QLocale locale;
    for (const PressRun& each : plan.press) {
        const SheetLayout& layout = each.layout();
        const Stock& stock = stockOf(job, each.component);
        kg += kilogramsOf(stock, layout);
        row(several ? (each.component == Component::Text ? tr("sheets, text") : tr("sheets, cover")) : tr("sheets"),
            locale.toString(each.sheets + each.overs));
        if (const auto cost = costOf(job, each, layout)) {
            all.paper += cost->paper;
            all.sides += cost->sides;
            all.plates += cost->plates;
        }
    }
    row(tr("paper"), tr("%1 kg").arg(locale.toString(kg, 'f', 1)));
    if (job.press.prices.any()) {
        const auto money = [&](qint64 amount) { return locale.toString(double(amount) / 100, 'f', 2); };
        row(tr("for paper"), money(all.paper));
        row(tr("for printing"), money(all.sides));
        row(tr("for plates"), money(all.plates));
        row(tr("together"), money(all.all()));
        row(tr("a piece"), money(job.quantity > 0 ? (all.all() + job.quantity / 2) / job.quantity : 0));
    }
    costs_->setText(names.join(u'\n'));
    amounts_->setText(amounts.join(u'\n'));
}

} // namespace hinge
