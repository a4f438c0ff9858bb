// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/brief/brief_sentence.h"

#include "app/brief/brief_words.h"
#include "app/document/stock_store.h"
#include "app/fields/sentence.h"
#include "app/look/flow_layout.h"
#include "core/edit/change_kind.h"
#include "core/edit/record_edits.h"
#include "core/units/page_sizes.h"

#include <QApplication>
#include <QVBoxLayout>
#include <cmath>
#include <tuple>

namespace hinge
{
namespace
{

/// Edges with bleeds of their own, other than a single one with none.
bool bleedsByEdge(const Job& job)
{
    const auto& bleeds = job.zones.edgeBleeds;
    return std::ranges::count_if(bleeds, [](const auto& b) { return b.has_value(); }) > 1 ||
           std::ranges::any_of(bleeds, [](const auto& b) { return b && *b != Length(); });
}

} // namespace

BriefSentence::BriefSentence(Document& document, StockStore& stocks, QWidget* parent)
    : Slip(parent), document_(document), stocks_(stocks)
{
    setObjectName(QStringLiteral("sentence"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
    policy.setHeightForWidth(true);
    setSizePolicy(policy);
    connect(&document_, &Document::changed, this, [this] { write(); });
    connect(qApp, &QApplication::focusChanged, this, [this] {
        if (stale_)
            QMetaObject::invokeMethod(
                this,
                [this] {
                    stale_ = false;
                    write(true);
                },
                Qt::QueuedConnection);
    });
    connect(&stocks_, &StockStore::changed, this, [this] {
        writtenFor_.clear();
        write();
    });
    write();
}

void BriefSentence::setLow(bool low)
{
    low_ = low;
    spaceLines();
}

QSize BriefSentence::minimumSizeHint() const
{
    constexpr int narrowest = 480;
    return {narrowest, layout()->heightForWidth(std::max(narrowest, width()))};
}

void BriefSentence::resizeEvent(QResizeEvent* event)
{
    Slip::resizeEvent(event);
    updateGeometry();
}

void BriefSentence::spaceLines()
{
    auto* flow = static_cast<FlowLayout*>(words_->layout());
    flow->setLineSpacing(low_ ? 3 : 7);
    flow->setContentsMargins(20, low_ ? 8 : 12, 20, low_ ? 10 : 16);
}

void BriefSentence::write(bool atOnce)
{
    const Job& job = document_.job();
    const QString key =
        QStringLiteral("%1/%2/%3/%4/%5")
            .arg(int(job.kind))
            .arg(job.pages.plusCover)
            .arg(int(job.fold.scheme))
            .arg(job.fold.atHead)
            .arg(job.leaf.stub > Length() ? 2 : 0) +
        QStringLiteral("/%1/%2/%3").arg(job.leaf.holes > 0).arg(job.fold.steps.size()).arg(job.fold.rows > 1) +
        QStringLiteral("/%1/%2").arg(bleedsByEdge(job)).arg(int(job.records.source));
    if (key == writtenFor_)
        return;
    // Nobody likes the field they are typing in to be taken away.
    const QWidget* focus = words_ ? words_->focusWidget() : nullptr;
    stale_ = !atOnce && focus && focus->hasFocus() && qobject_cast<const QLineEdit*>(focus);
    if (stale_)
        return;
    const QString focused = focus && focus->hasFocus() ? focus->objectName() : QString();
    writtenFor_ = key;
    if (words_) {
        // Not deleted at once: one of its own fields may be what brought us here.
        words_->hide();
        words_->setParent(nullptr);
        words_->deleteLater();
    }
    words_ = new QWidget;
    auto* flow = new FlowLayout(7, 7);
    words_->setLayout(flow);
    spaceLines();
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
    policy.setHeightForWidth(true);
    words_->setSizePolicy(policy);
    layout()->addWidget(words_);
    Sentence s(document_, *flow);

    s.words(tr("A"));
    std::vector<JobChoice::Option> kinds;
    for (const PieceKind kind : allPieceKinds)
        kinds.push_back(
            {kindName(kind), [kind](const Job& j) { return j.kind == kind; }, [kind](Job& j) { becomeKind(j, kind); }});
    s.choice("brief.kind", tr("Change the kind of piece"), std::move(kinds),
             tr("What kind of piece it is; its closed size stays"));
    switch (job.kind) {
    case PieceKind::Leaflet:
    case PieceKind::Card:
        writeSheet(s);
        writeFolds(s);
        break;
    case PieceKind::Cover: writeCover(s); break;
    case PieceKind::Booklet:
    case PieceKind::Book:
    case PieceKind::WireBook: writePages(s); break;
    case PieceKind::Leaf: writeLeaf(s); break;
    }
    writeZones(s);
    writeRun(s);
    if (auto* again = focused.isEmpty() ? nullptr : words_->findChild<QWidget*>(focused))
        again->setFocus();
}

void BriefSentence::writeSheet(Sentence& s)
{
    s.words(tr("from a sheet of"));
    s.choice("brief.size", tr("Change the flat size"),
             sizeOptions({{"A4", true},
                          {"A3", true},
                          {"A5", true},
                          {"A2 (ISO)", true},
                          {"Letter", true},
                          {"Legal", true},
                          {"Tabloid", true},
                          {"A4", false},
                          {"A3", false},
                          {"A5", false},
                          {"Letter", false},
                          {"Legal", false}},
                         [](Job& j) -> Size& { return j.flat; }),
             tr("The flat: trimmed but open"))
        ->setOther([](const Job&) { return tr("own size"); });
    s.length(
        "brief.width", tr("Change the flat width"), [](Job& j) -> Length& { return j.flat.w; },
        tr("Flat width. %1").arg(any()));
    s.wordsBehind(tr("×"));
    s.length(
        "brief.height", tr("Change the flat height"), [](Job& j) -> Length& { return j.flat.h; },
        tr("Flat height. %1").arg(any()));
    s.words(tr("on"));
    addStock(s, stocks_, "brief.stock", "brief.grammage", flatStock);
    s.words(tr("with its grain"));
    s.pick<Grain>(
        "brief.grain", tr("Turn the grain"), [](Job& j) -> Grain& { return j.stock.grain; },
        {{tr("along the height"), Grain::AlongHeight}, {tr("along the width"), Grain::AlongWidth}},
        tr("Paper folds cleanly along its grain"));
}

void BriefSentence::writeLeaf(Sentence& s)
{
    s.words(tr("of"));
    s.choice("brief.size", tr("Change the size"),
             sizeOptions({{"A6 (ISO)", true},
                          {"A6 (ISO)", false},
                          {"A5", true},
                          {"A5", false},
                          {"A4", false},
                          {"A7 (ISO)", true},
                          {"Letter", false},
                          {"Half letter", false}},
                         [](Job& j) -> Size& { return j.flat; }),
             tr("Trimmed size"))
        ->setOther([](const Job&) { return tr("own size"); });
    s.length(
        "brief.width", tr("Change the width"), [](Job& j) -> Length& { return j.flat.w; }, tr("Width. %1").arg(any()));
    s.wordsBehind(tr("×"));
    s.length(
        "brief.height", tr("Change the height"), [](Job& j) -> Length& { return j.flat.h; },
        tr("Height. %1").arg(any()));
    s.words(tr("on"));
    addStock(s, stocks_, "brief.stock", "brief.grammage", flatStock);
    s.words(tr("with corners rounded by"));
    s.length(
        "brief.corner", tr("Change the corners"), [](Job& j) -> Length& { return j.leaf.cornerRadius; },
        tr("Radius; 0 for square corners"));
    s.words(tr("a stub of"));
    s.length(
        "brief.stub", tr("Change the stub"), [](Job& j) -> Length& { return j.leaf.stub; },
        tr("Torn off along a perforation at the right; 0 for none"));
    s.words(tr("and"));
    s.number(
        "brief.holes", tr("Change the holes"), [](Job& j) -> int& { return j.leaf.holes; },
        tr("Drilled in a row along the left edge; 0 for none"));
    s.words(document_.job().leaf.holes > 0 ? tr("holes") : tr("holes, the back"));
    if (document_.job().leaf.holes > 0) {
        s.words(tr("of"));
        s.length(
            "brief.holeDiameter", tr("Change the holes"), [](Job& j) -> Length& { return j.leaf.holeDiameter; },
            tr("Diameter of a hole"));
        s.length(
            "brief.holePitch", tr("Change the pitch"), [](Job& j) -> Length& { return j.leaf.holePitch; },
            tr("From middle to middle; ISO 838: 80 mm"));
        s.words(tr("apart,"));
        s.length(
            "brief.holeEdge", tr("Change the edge of the holes"), [](Job& j) -> Length& { return j.leaf.holeEdge; },
            tr("From the left edge to the middle of a hole; ISO 838: 12 mm"));
        s.words(tr("from the edge, the back"));
    }
    s.pick<bool>(
        "brief.postal", tr("Change the back"), [](Job& j) -> bool& { return j.leaf.postal; },
        {{tr("free"), false}, {tr("for stamp and address"), true}}, tr("A postcard keeps room for the post"));
    s.words(tr("in pads of"));
    s.number(
        "brief.pad", tr("Change the pads"), [](Job& j) -> int& { return j.leaf.padSheets; },
        tr("Leaves of a glued pad; 0 for none"));
}

void BriefSentence::writeZones(Sentence& s)
{
    const Job& job = document_.job();
    s.words(tr("with"));
    s.length(
        "brief.bleed", tr("Change the bleed"), [](Job& j) -> Length& { return j.zones.bleed; },
        tr("Print beyond a cut edge. Common practice: 3 mm or 1/8 in"));
    s.words(tr("bleed"));
    std::vector<JobChoice::Option> edges;
    const auto onlyAt = [](std::optional<ItemSide> shared) {
        std::array<std::optional<Length>, 4> bleeds{};
        if (shared)
            bleeds[std::size_t(*shared)] = Length();
        return bleeds;
    };
    const auto edge = [&](const QString& text, std::optional<ItemSide> shared) {
        edges.push_back({text, [=](const Job& j) { return j.zones.edgeBleeds == onlyAt(shared); },
                         [=](Job& j) { j.zones.edgeBleeds = onlyAt(shared); }});
    };
    edge(tr("on every cut edge"), std::nullopt);
    edge(tr("on all but the left edge"), ItemSide::Left);
    edge(tr("on all but the head"), ItemSide::Top);
    edge(tr("on all but the right edge"), ItemSide::Right);
    edge(tr("on all but the foot"), ItemSide::Bottom);
    edges.push_back({tr("edge by edge"), bleedsByEdge, [](Job& j) {
                         for (auto& b : j.zones.edgeBleeds)
                             b = b.value_or(j.zones.bleed);
                     }});
    s.choice("brief.edgeBleeds", tr("Change which edges bleed"), std::move(edges),
             tr("An edge that is cut once for two pieces that touch has no bleed of its own"));
    if (bleedsByEdge(job)) {
        const struct {
            ItemSide side;
            QString word;
            const char* name;
        } sides[] = {{ItemSide::Left, tr("left"), "brief.bleedLeft"},
                     {ItemSide::Top, tr("head"), "brief.bleedTop"},
                     {ItemSide::Right, tr("right"), "brief.bleedRight"},
                     {ItemSide::Bottom, tr("foot"), "brief.bleedBottom"}};
        for (const auto& e : sides) {
            s.words(e.word);
            s.text(
                e.name, tr("Change the bleed of an edge"),
                [side = e.side](const Job& j) {
                    return formatLength(j.zones.edgeBleeds[std::size_t(side)].value_or(j.zones.bleed), j.unit);
                },
                [side = e.side](Job& j, const QString& text) -> Result<void> {
                    const auto length = parseLength(text, j.unit);
                    if (!length)
                        return tl::unexpected(length.error());
                    j.zones.edgeBleeds[std::size_t(side)] = *length;
                    return {};
                },
                tr("Bleed at this edge of the outside; 0 where one cut parts two pieces that touch"));
        }
    }
    s.words(tr("and"));
    s.length(
        "brief.safe", tr("Change the safe zone"), [](Job& j) -> Length& { return j.zones.safe; },
        tr("Live matter keeps this far inside a cut edge"));
    s.words(tr("safe zone,"));
    if (rulesOf(job.kind).form != FlatForm::CutLeaf || job.leaf.stub > Length()) {
        if (rulesOf(job.kind).form != FlatForm::BoundLeaf) {
            s.length(
                "brief.clear", tr("Change the fold clearance"), [](Job& j) -> Length& { return j.zones.foldClearance; },
                tr("Live matter keeps this far from a fold or perforation"));
            s.words(tr("clear of folds,"));
        }
    }
}

void BriefSentence::writeRecords(Sentence& s)
{
    const auto is = [](RecordSource source) { return [source](const Job& j) { return j.records.source == source; }; };
    s.choice("brief.records", tr("Change what the copies differ in"),
             {{tr("all alike"), is(RecordSource::None), useNoRecords},
              {tr("numbered"), is(RecordSource::Series), useSeries},
              {tr("each with a row of data"), is(RecordSource::File),
               [this](Job& j) {
                   // A file it had before is taken again; else one is asked for once the choice is made.
                   if (!j.records.file.path.isEmpty())
                       j.records.source = RecordSource::File;
                   else
                       QMetaObject::invokeMethod(this, &BriefSentence::dataRequested, Qt::QueuedConnection);
               }}},
             tr("Numbers that run on from copy to copy, or a name and address on each"));
    if (document_.job().records.source != RecordSource::Series)
        return;
    s.words(tr("from"));
    s.text(
        "brief.firstNumber", tr("Change the first number"), [](const Job& j) { return numberAt(j.records.series, 0); },
        setFirstNumber, tr("The first number as it is printed, with its zeros and letters: 0001, A-0017"));
}

void BriefSentence::writeRun(Sentence& s)
{
    s.words(tr("printed"));
    s.text(
        "brief.inks", tr("Change the inks"), [](const Job& j) { return inksText(j.faceInks); },
        [](Job& j, const QString& text) -> Result<void> {
            const auto inks = parseInks(text);
            if (!inks)
                return tl::unexpected(inks.error());
            j.faceInks = *inks;
            return {};
        },
        tr("Inks of outside and inside: 4/4, 4/1, 4 + 1 spot / 4"));
    s.words(tr("with"));
    const std::vector<std::pair<QString, Coating>> coats{{tr("no varnish"), Coating::None},
                                                         {tr("varnish"), Coating::Varnish},
                                                         {tr("gloss film"), Coating::GlossFilm},
                                                         {tr("matt film"), Coating::MattFilm}};
    s.pick<Coating>(
        "brief.coating", tr("Change the coating"), [](Job& j) -> Coating& { return j.coatings[0]; }, coats,
        tr("What goes over the ink of the outside"));
    s.words(tr("outside,"));
    s.pick<Coating>(
        "brief.coatingInside", tr("Change the coating"), [](Job& j) -> Coating& { return j.coatings[1]; }, coats,
        tr("What goes over the ink of the inside"));
    s.words(tr("inside,"));
    s.words(tr("on"));
    s.pick<Device>(
        "brief.device", tr("Change what prints it"), [](Job& j) -> Device& { return j.press.device; },
        {{tr("a production press"), Device::ProductionPress},
         {tr("a small shop's machine"), Device::ShopMachine},
         {tr("an office printer"), Device::OfficePrinter}},
        tr("Says how far print and knife may miss: bleed and safe zone are judged by it"));
    s.words(tr("in"));
    s.count(
        "brief.quantity", tr("Change the number of copies"), [](const Job& j) { return j.quantity; },
        [](Job& j, int count) -> Result<void> {
            setQuantity(j, count);
            return {};
        },
        tr("Good copies the customer gets"));
    s.words(tr("copies,"));
    writeRecords(s);
    s.words(tr("and"));
    s.text(
        "brief.overs", tr("Change the overs"), [](const Job& j) { return percentText(j.overs); },
        [](Job& j, const QString& text) -> Result<void> {
            const auto share = parsePercent(text);
            if (!share)
                return tl::unexpected(share.error());
            j.overs = *share;
            return {};
        },
        tr("Sheets to spoil, in percent"));
    s.wordsBehind(tr("% overs."));
    s.words(tr("Measured in"));
    s.pick<Unit>(
        "brief.unit", tr("Change the unit"), [](Job& j) -> Unit& { return j.unit; },
        {{tr("millimetres"), Unit::Mm},
         {tr("centimetres"), Unit::Cm},
         {tr("inches"), Unit::Inch},
         {tr("points"), Unit::Point},
         {tr("picas"), Unit::Pica}},
        tr("The unit lengths are shown in, and the one a bare number means"));
}

} // namespace hinge
