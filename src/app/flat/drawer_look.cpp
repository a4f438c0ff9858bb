// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/drawer.h"

#include "app/document/record_view.h"
#include "app/fields/drawer_parts.h"
#include "app/fields/field_completion.h"
#include "app/flat/ink_card.h"
#include "app/look/actions.h"
#include "app/look/plain_text.h"
#include "core/edit/arrange.h"
#include "core/edit/guides.h"
#include "core/edit/new_items.h"
#include "core/job/contact_card.h"
#include "core/job/plates.h"
#include "typeset/code_symbol.h"

#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QPushButton>
#include <QVBoxLayout>

namespace hinge
{

JobField* Drawer::itemLength(const QString& what, const QString& itemId, std::function<Length&(Item&)> part,
                             std::optional<Unit> unit)
{
    return new JobField(
        document_, what,
        [itemId, part, unit](const Job& job) {
            const Item* i = job.findItem(itemId);
            if (!i)
                return QString();
            Item copy = *i;
            return formatLength(part(copy), unit.value_or(job.unit));
        },
        [itemId, part, unit](Job& job, const QString& text) -> Result<void> {
            const auto length = parseLength(text, unit.value_or(job.unit));
            if (!length)
                return tl::unexpected(length.error());
            if (Item* i = job.findItem(itemId))
                part(*i) = *length;
            return {};
        });
}

namespace
{

/// A field for one value of an item, as it is shown and as it is read.
template <class T>
JobField* valueField(Document& document, const QString& what, const QString& itemId, std::function<T&(Item&)> part,
                     QString (*show)(T), Result<T> (*read)(const QString&))
{
    return new JobField(
        document, what,
        [itemId, part, show](const Job& job) {
            const Item* i = job.findItem(itemId);
            if (!i)
                return QString();
            Item copy = *i;
            return show(part(copy));
        },
        [itemId, part, read](Job& job, const QString& text) -> Result<void> {
            const auto value = read(text);
            if (!value)
                return tl::unexpected(value.error());
            if (Item* i = job.findItem(itemId))
                part(*i) = *value;
            return {};
        });
}

} // namespace

JobField* Drawer::itemPercent(const QString& what, const QString& itemId, std::function<Percent&(Item&)> part)
{
    return valueField<Percent>(document_, what, itemId, std::move(part), percentText, parsePercent);
}

JobField* Drawer::itemNumber(const QString& what, const QString& itemId, std::function<int&(Item&)> part)
{
    return valueField<int>(
        document_, what, itemId, std::move(part), [](int n) { return QString::number(n); },
        [](const QString& text) -> Result<int> {
            bool ok = false;
            const int n = text.trimmed().toInt(&ok);
            if (!ok)
                return problem({}, tr("Type a whole number."));
            return n;
        });
}

void Drawer::buildCode(QVBoxLayout* column, const Item& item)
{
    const QString id = item.id;
    std::vector<JobChoice::Option> kinds;
    for (const auto& [text, kind] : {std::pair(tr("QR code"), Symbology::Qr),
                                     {tr("article number or ISBN"), Symbology::Ean13},
                                     {tr("Code 128"), Symbology::Code128}})
        kinds.push_back({text,
                         [id, kind = kind](const Job& j) {
                             const Item* i = j.findItem(id);
                             return i && i->code.symbology == kind;
                         },
                         [this, id, kind = kind](Job& j) {
                             Item* i = j.findItem(id);
                             if (!i || i->code.symbology == kind)
                                 return;
                             i->code.symbology = kind;
                             // Each kind has a shape of its own; it starts at a size that is read well.
                             resizeItem(j, document_.plan(), id, soundSize(i->code));
                         }});
    auto* kind = new JobChoice(document_, tr("Change the kind of code"), std::move(kinds));
    kind->setObjectName(QStringLiteral("drawer.codeKind"));
    kind->setAccessibleName(tr("Kind of code"));
    column->addWidget(kind);
    if (item.code.symbology == Symbology::Qr) {
        const bool isContact = contactFrom(item.code.data).has_value();
        const auto option = [id, isContact](const QString& text, bool contact, std::function<void(Code&)> make) {
            return JobChoice::Option{text, [isContact, contact](const Job&) { return isContact == contact; },
                                     [id, make, isContact, contact](Job& j) {
                                         if (Item* i = isContact == contact ? nullptr : j.findItem(id))
                                             make(i->code);
                                     }};
        };
        auto* says = new JobChoice(document_, tr("Change what the code says"),
                                   {option(tr("a link or a text"), false, [](Code& c) { c.data.clear(); }),
                                    option(tr("a contact"), true, [](Code& c) { c.data = contactText({}); })});
        says->setObjectName(QStringLiteral("drawer.codeSays"));
        says->setAccessibleName(tr("What the code says"));
        column->addWidget(says);
        if (isContact) {
            buildContact(column, id);
            buildCodeNote(column, id);
            return;
        }
    }
    auto* says = new JobField(
        document_, tr("Change the code"),
        [id](const Job& j) {
            const Item* i = j.findItem(id);
            return i ? i->code.data : QString();
        },
        [this, id](Job& j, const QString& text) -> Result<void> {
            Item* i = j.findItem(id);
            if (!i)
                return {};
            i->code.data = text;
            // What a field says is put in before it is judged.
            const RecordView& records = document_.records();
            const auto symbol = encode({i->code.symbology, filled(i->code.data, records.record(records.place()))});
            return symbol ? Result<void>{} : tl::unexpected(symbol.error());
        });
    says->setObjectName(QStringLiteral("drawer.codeData"));
    new FieldCompletion(document_, *says); // goes with it
    says->setAccessibleName(tr("What the code says"));
    says->setPlaceholderText(tr("a link, a text, a number"));
    column->addWidget(says);
    buildCodeNote(column, id);
}

void Drawer::buildContact(QVBoxLayout* column, const QString& id)
{
    const auto part = [&](const QString& what, QString Contact::*member) {
        return new JobField(
            document_, what,
            [id, member](const Job& j) {
                const Item* i = j.findItem(id);
                return i ? contactFrom(i->code.data).value_or(Contact{}).*member : QString();
            },
            [id, member](Job& j, const QString& text) -> Result<void> {
                Item* i = j.findItem(id);
                if (!i)
                    return {};
                Contact contact = contactFrom(i->code.data).value_or(Contact{});
                contact.*member = text.trimmed();
                i->code.data = contactText(contact);
                const auto symbol = encode(i->code);
                return symbol ? Result<void>{} : tl::unexpected(symbol.error());
            });
    };
    addCells(column,
             {{tr("given name"), part(tr("Change the contact"), &Contact::givenName), "drawer.contact.given"},
              {tr("family name"), part(tr("Change the contact"), &Contact::familyName), "drawer.contact.family"}});
    addCells(column, {{tr("organisation"), part(tr("Change the contact"), &Contact::organisation),
                       "drawer.contact.organisation"}});
    addCells(column, {{tr("telephone"), part(tr("Change the contact"), &Contact::phone), "drawer.contact.phone"}});
    addCells(column, {{tr("mail"), part(tr("Change the contact"), &Contact::mail), "drawer.contact.mail"}});
    addCells(column, {{tr("web"), part(tr("Change the contact"), &Contact::web), "drawer.contact.web"}});
    addCells(column, {{tr("street"), part(tr("Change the contact"), &Contact::street), "drawer.contact.street"}});
    addCells(column, {{tr("postcode"), part(tr("Change the contact"), &Contact::postcode), "drawer.contact.postcode"},
                      {tr("town"), part(tr("Change the contact"), &Contact::town), "drawer.contact.town"}});
    addCells(column, {{tr("country"), part(tr("Change the contact"), &Contact::country), "drawer.contact.country"}});
}

void Drawer::buildCodeNote(QVBoxLayout* column, const QString& id)
{
    auto* about = note({});
    about->setObjectName(QStringLiteral("drawer.codeNote"));
    const auto tell = [this, id, about] {
        const Item* i = document_.job().findItem(id);
        const PlannedItem* placed = document_.plan().findItem(id);
        if (!i || !placed)
            return;
        const auto code = layOutCode(i->code, i->ink, placed->frame.size(), FontLibrary::installed());
        if (!code) {
            about->setText(code.error().message);
            return;
        }
        const Unit unit = document_.job().unit;
        const Size size{Length::nearestPoints(code->symbol.width()), Length::nearestPoints(code->symbol.height())};
        about->setText(tr("%1 with its quiet zone; a module is %2 wide, at least %3 are wanted")
                           .arg(formatSize(size, unit), formatThickness(Length::nearestPoints(code->module), unit),
                                formatThickness(leastModule(i->code.symbology), unit)));
    };
    connect(&document_, &Document::changed, about, tell);
    tell();
    column->addWidget(about);
}

JobChoice* Drawer::shadowChoice(const QString& id)
{
    return new JobChoice(document_, tr("Change the shadow"),
                         {{tr("none"),
                           [id](const Job& j) {
                               const Item* i = j.findItem(id);
                               return i && !i->shadow;
                           },
                           [id](Job& j) {
                               if (Item* i = j.findItem(id))
                                   i->shadow.reset();
                           }},
                          {tr("soft"),
                           [id](const Job& j) {
                               const Item* i = j.findItem(id);
                               return i && i->shadow;
                           },
                           [id](Job& j) {
                               Item* i = j.findItem(id);
                               if (!i)
                                   return;
                               i->shadow = Shadow{};
                               if (!j.findInk(i->shadow->ink))
                                   i->shadow->ink = j.inks.front().name;
                           }}});
}

QCheckBox* Drawer::keepWhole(const QString& id, bool kept)
{
    auto* whole = new QCheckBox(tr("keep whole"));
    whole->setObjectName(QStringLiteral("drawer.keepWhole"));
    whole->setToolTip(tr("Say so when a trim or a fold would cut it"));
    whole->setChecked(kept);
    connect(whole, &QCheckBox::clicked, this, [this, id](bool on) {
        Job job = document_.job();
        if (Item* i = job.findItem(id))
            i->keepWhole = on;
        (void)document_.edit(on ? tr("Keep it whole") : tr("It may be cut"), std::move(job));
    });
    connect(&document_, &Document::changed, whole, [this, id, whole] {
        if (const Item* i = document_.job().findItem(id))
            whole->setChecked(i->keepWhole);
    });
    return whole;
}

void Drawer::buildLook(QVBoxLayout* column, const Item& item)
{
    const QString id = item.id;
    column->addSpacing(2);
    column->addWidget(section(tr("Look")));
    std::vector<std::pair<QString, QString>> inks;
    for (const Ink& ink : document_.job().inks)
        inks.emplace_back(ink.name, ink.name);
    const bool outlined = item.kind == ItemKind::Shape || item.kind == ItemKind::Picture;
    if (item.kind == ItemKind::Picture) {
        std::vector<std::pair<QString, Outline>> frames{{tr("rectangle"), Outline::Rectangle},
                                                        {tr("ellipse"), Outline::Ellipse}};
        if (!item.points.empty())
            frames.emplace_back(tr("of a shape"), Outline::Free);
        addCells(column, {{tr("frame"),
                           itemChoice<Outline>(
                               tr("Change the frame"), id, [](Item& i) -> Outline& { return i.outline; }, frames,
                               "drawer.outline"),
                           "drawer.outline"},
                          {tr("corner radius"),
                           itemLength(tr("Round the corners"), id, [](Item& i) -> Length& { return i.cornerRadius; }),
                           "drawer.cornerRadius"}});
    }
    if (outlined)
        addCells(column,
                 {{tr("stroke"),
                   itemLength(
                       tr("Change the stroke"), id, [](Item& i) -> Length& { return i.stroke.width; }, Unit::Point),
                   "drawer.stroke"},
                  {tr("its ink"),
                   itemChoice<QString>(
                       tr("Change the ink of the stroke"), id, [](Item& i) -> QString& { return i.stroke.ink; }, inks,
                       "drawer.strokeInk"),
                   "drawer.strokeInk"}});
    auto* opacity = itemPercent(tr("Change the opacity"), id, [](Item& i) -> Percent& { return i.opacity; });
    if (outlined) {
        JobChoice* shadow = shadowChoice(id);
        addCells(column, {{tr("opacity, %"), opacity, "drawer.opacity"}, {tr("shadow"), shadow, "drawer.shadow"}});
        if (item.shadow) {
            addCells(column, {{tr("to the right"),
                               itemLength(tr("Move the shadow"), id, [](Item& i) -> Length& { return i.shadow->dx; }),
                               "drawer.shadowX"},
                              {tr("down"),
                               itemLength(tr("Move the shadow"), id, [](Item& i) -> Length& { return i.shadow->dy; }),
                               "drawer.shadowY"}});
            addCells(column,
                     {{tr("fades over"),
                       itemLength(tr("Soften the shadow"), id, [](Item& i) -> Length& { return i.shadow->blur; }),
                       "drawer.shadowBlur"},
                      {tr("strength, %"),
                       itemPercent(tr("Change the shadow"), id, [](Item& i) -> Percent& { return i.shadow->strength; }),
                       "drawer.shadowStrength"}});
        }
    } else {
        addCells(column, {{tr("opacity, %"), opacity, "drawer.opacity"}});
    }
    if (item.kind != ItemKind::Text)
        addCells(column,
                 {{tr("text that meets it"),
                   itemChoice<TextAround>(
                       tr("Keep text off"), id, [](Item& i) -> TextAround& { return i.textAround; },
                       {{tr("runs over it"), TextAround::Over},
                        {tr("keeps off its frame"), TextAround::Frame},
                        {tr("keeps off its outline"), TextAround::Outline}},
                       "drawer.textAround"),
                   "drawer.textAround"},
                  {tr("by"), itemLength(tr("Keep text off"), id, [](Item& i) -> Length& { return i.aroundGap; }),
                   "drawer.aroundGap", tr("The distance that text keeps from it")}});
    column->addWidget(keepWhole(id, item.keepWhole));
}

void Drawer::buildArranging(QVBoxLayout* column)
{
    auto* to = new QComboBox;
    to->setObjectName(QStringLiteral("drawer.alignTo"));
    to->setAccessibleName(tr("What to bring in line with"));
    to->setToolTip(tr("What items are brought in line with, and spread over"));
    if (selection_.items().size() > 1)
        to->addItem(tr("in line with each other"), int(AlignTo::EachOther));
    to->addItem(tr("in line with the safe zone"), int(AlignTo::SafeArea));
    to->addItem(tr("in line with the panel"), int(AlignTo::Panel));
    to->addItem(tr("in line with the column"), int(AlignTo::Column));
    to->setCurrentIndex(to->findData(int(editor_.alignTo())));
    connect(to, &QComboBox::activated, this, [this, to] { editor_.setAlignTo(AlignTo(to->currentData().toInt())); });
    column->addWidget(to);
    auto* grid = new QGridLayout;
    grid->setSpacing(4);
    int at = 0;
    for (QAction* action :
         {actions_.alignLeft, actions_.alignCentre, actions_.alignRight, actions_.alignHead, actions_.alignMiddle,
          actions_.alignFoot, actions_.distributeAcross, actions_.distributeDown, actions_.bringForward,
          actions_.sendBack, actions_.repeatOnPanels, actions_.repeatInColumns, actions_.group, actions_.lock,
          actions_.duplicate, actions_.remove}) {
        auto* button = new QPushButton;
        button->setObjectName(QStringLiteral("drawer.") + action->objectName());
        button->setAccessibleName(action->text().remove(u'&'));
        button->setToolTip(action->statusTip() +
                           (action->shortcut().isEmpty()
                                ? QString()
                                : QStringLiteral(" (%1)").arg(action->shortcut().toString(QKeySequence::NativeText))));
        button->setIcon(action->icon());
        button->setFixedHeight(26);
        button->setMinimumWidth(20);
        button->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
        button->setProperty("tool", true);
        connect(button, &QPushButton::clicked, action, &QAction::trigger);
        grid->addWidget(button, at / 8, at % 8);
        ++at;
    }
    column->addLayout(grid);
}

void Drawer::buildSeveral(QVBoxLayout* column, const QStringList& ids)
{
    auto* title = plainLabel(tr("%1 items").arg(selection_.items().size()));
    title->setProperty("role", QStringLiteral("title"));
    column->addWidget(title);
    QStringList names;
    for (const QString& id : selection_.items())
        if (const Item* item = document_.job().findItem(id))
            names << (item->name.isEmpty() ? kindName(item->kind) : item->name);
    column->addWidget(note(names.join(QStringLiteral(", "))));
    column->addSpacing(6);
    column->addWidget(section(tr("Together")));
    buildNumbers(column, ids);
    buildArranging(column);
    column->addWidget(note(tr("Shift and a click take one more item, or let go of it.")));
    column->addStretch(1);
}

void Drawer::buildNumbers(QVBoxLayout* column, const QStringList& ids)
{
    // From the head-left trim corner. Several items keep their distances: their place is that of the frame around all
    // of them.
    const auto number = [&](const QString& what, auto read, auto change) {
        return new JobField(
            document_, what,
            [this, ids, read](const Job& job) -> QString {
                const Plan& plan = document_.plan();
                const std::optional<Length> value =
                    std::ranges::all_of(ids, [&](const QString& id) { return plan.findItem(id); }) ? read(plan)
                                                                                                   : std::nullopt;
                return value ? formatLength(*value, job.unit) : QString();
            },
            [this, change](Job& job, const QString& text) -> Result<void> {
                const auto length = parseLength(text, job.unit);
                if (!length)
                    return tl::unexpected(length.error());
                return change(job, document_.plan(), *length);
            });
    };
    const auto around = [ids](Length Rect::*part) {
        return [ids, part](const Plan& plan) { return std::optional(frameAround(plan, ids).*part); };
    };
    const auto same = [ids](Length Rect::*part) {
        return [ids, part](const Plan& plan) {
            const Length first = plan.findItem(ids.first())->frame.*part;
            return std::ranges::all_of(ids, [&](const QString& id) { return plan.findItem(id)->frame.*part == first; })
                       ? std::optional(first)
                       : std::nullopt;
        };
    };
    auto* x = number(tr("Move"), around(&Rect::x), [ids](Job& job, const Plan& plan, Length l) {
        return moveItems(job, plan, ids, l - frameAround(plan, ids).x, {});
    });
    auto* y = number(tr("Move"), around(&Rect::y), [ids](Job& job, const Plan& plan, Length l) {
        return moveItems(job, plan, ids, {}, l - frameAround(plan, ids).y);
    });
    auto* width = number(tr("Change the width"), same(&Rect::w), [ids](Job& job, const Plan& plan, Length l) {
        return sizeItems(job, plan, ids, l, std::nullopt);
    });
    auto* height = number(tr("Change the height"), same(&Rect::h), [ids](Job& job, const Plan& plan, Length l) {
        return sizeItems(job, plan, ids, std::nullopt, l);
    });
    for (JobField* edit : {width, height})
        edit->setPlaceholderText(tr("various"));
    const bool several = ids.size() > 1;
    addCells(column, {{tr("from the left"), x, "drawer.x"}, {tr("from the head"), y, "drawer.y"}});
    addCells(column, {{several ? tr("each wide") : tr("wide"), width, "drawer.width"},
                      {several ? tr("each high") : tr("high"), height, "drawer.height"}});
}

void Drawer::openInks(QWidget* beside)
{
    auto* card = new InkCard(document_, colour_, this);
    card->adjustSize();
    const QPoint corner = beside->mapToGlobal(QPoint(beside->width() - card->sizeHint().width(), beside->height() + 4));
    card->move(corner);
    card->show();
}

void Drawer::buildGuides(QVBoxLayout* column, const SurfaceId& surface, int at)
{
    const bool isPage = surface.component == Component::Text;
    column->addWidget(section(isPage ? tr("Guides of this page") : tr("Guides of this panel")));
    const auto places = [&](bool upright, const QString& told) {
        auto* edit = new JobField(
            document_, tr("Set guides"),
            [surface, at, upright](const Job& job) { return guidesText(job, surface, at, upright); },
            [this, surface, at, upright](Job& job, const QString& text) {
                return setGuides(job, document_.plan(), surface, at, upright, text);
            });
        edit->setPlaceholderText(tr("none"));
        edit->setToolTip(told);
        return edit;
    };
    addCells(column,
             {{tr("from the left"), places(true, tr("Where upright guides stand, as 20, 45.5")), "drawer.guidesLeft"},
              {tr("from the head"), places(false, tr("Where level guides lie, as 20, 45.5")), "drawer.guidesHead"}});
    if (isPage)
        return;
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    row->addWidget(jobLink(tr("on every panel"), "drawer.repeatGuides",
                           tr("Gives the other panels of this face the same guides"), tr("Repeat the guides"),
                           [this, surface, at](Job& job) { repeatGuides(job, document_.plan(), surface, at); }));
    if (surface.master == 0) // what is on one has no one back
        row->addWidget(jobLink(tr("behind it, too"), "drawer.mirrorGuides",
                               tr("Gives the panel behind this one the same guides, so that both fall on each other"),
                               tr("Mirror the guides"), [this, surface, at](Job& job) {
                                   mirrorGuides(job, document_.plan(), surface.face, at);
                               }));
    row->addStretch(1);
    column->addLayout(row);
}

} // namespace hinge
