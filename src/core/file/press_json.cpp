// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/press_json.h"

namespace hinge
{
namespace
{

constexpr Word<Device> devices[] = {{"production press", Device::ProductionPress},
                                    {"shop machine", Device::ShopMachine},
                                    {"office printer", Device::OfficePrinter}};
constexpr Word<FlipEdge> flips[] = {{"long edge", FlipEdge::Long}, {"short edge", FlipEdge::Short}};
constexpr Word<WorkStyle> styles[] = {{"sheetwise", WorkStyle::Sheetwise},
                                      {"work-and-turn", WorkStyle::WorkAndTurn},
                                      {"work-and-tumble", WorkStyle::WorkAndTumble},
                                      {"one side", WorkStyle::OneSide}};
constexpr Word<SlotTurn> turns[] = {
    {"best", SlotTurn::Best}, {"upright", SlotTurn::Upright}, {"quarter", SlotTurn::Quarter}};
constexpr Word<SlotFill> fills[] = {{"alike", SlotFill::Alike}, {"piles", SlotFill::Piles}};
constexpr Word<Grain> sheetGrains[] = {{"along height", Grain::AlongHeight}, {"along width", Grain::AlongWidth}};
constexpr Word<PileOrder> orders[] = {{"along rows", PileOrder::AlongRows}, {"down columns", PileOrder::DownColumns}};
constexpr Word<Delivery> deliveries[] = {{"face down", Delivery::FaceDown}, {"face up", Delivery::FaceUp}};

constexpr Word<Unit> unitWords[] = {
    {"mm", Unit::Mm}, {"cm", Unit::Cm}, {"in", Unit::Inch}, {"pt", Unit::Point}, {"pica", Unit::Pica}};

/// The marks that are on or off, by their keys.
constexpr std::pair<const char*, bool SheetMarks::*> switches[] = {{"crop", &SheetMarks::crop},
                                                                   {"fold", &SheetMarks::fold},
                                                                   {"bleed", &SheetMarks::bleed},
                                                                   {"centre", &SheetMarks::centre},
                                                                   {"registration", &SheetMarks::registration},
                                                                   {"bar", &SheetMarks::bar},
                                                                   {"label", &SheetMarks::label},
                                                                   {"collating", &SheetMarks::collating}};
constexpr std::pair<const char*, Length SheetMarks::*> measures[] = {
    {"clearance", &SheetMarks::clearance}, {"length", &SheetMarks::length}, {"weight", &SheetMarks::weight}};
constexpr std::pair<const char*, std::optional<qint64> Prices::*> amounts[] = {
    {"paperPerKg", &Prices::paperPerKg}, {"perSide", &Prices::perSide}, {"perPlate", &Prices::perPlate}};

QJsonObject setupToJson(const SheetSetup& setup, Unit unit)
{
    const SheetSetup fresh;
    QJsonObject o;
    o[QStringLiteral("sheet")] = QJsonObject{{QStringLiteral("width"), exactText(setup.sheet.w, unit)},
                                             {QStringLiteral("height"), exactText(setup.sheet.h, unit)}};
    if (setup.gap)
        o[QStringLiteral("gap")] = exactText(*setup.gap, unit);
    if (setup.columns > 0)
        o[QStringLiteral("columns")] = setup.columns;
    if (setup.rows > 0)
        o[QStringLiteral("rows")] = setup.rows;
    if (setup.turn != fresh.turn)
        o[QStringLiteral("turn")] = wordFor(turns, setup.turn);
    if (setup.grain)
        o[QStringLiteral("grain")] = wordFor(sheetGrains, *setup.grain);
    if (setup.headToHead)
        o[QStringLiteral("headToHead")] = true;
    if (setup.offset)
        o[QStringLiteral("offset")] = QJsonObject{{QStringLiteral("left"), exactText(setup.offset->x, unit)},
                                                  {QStringLiteral("top"), exactText(setup.offset->y, unit)}};
    QJsonArray left;
    for (const int slot : setup.left)
        left.append(slot);
    if (!left.isEmpty())
        o[QStringLiteral("left")] = left;
    if (setup.work != fresh.work)
        o[QStringLiteral("workStyle")] = wordFor(styles, setup.work);
    if (setup.fill != fresh.fill)
        o[QStringLiteral("fill")] = wordFor(fills, setup.fill);
    return o;
}

void readSetup(JsonReader& r, SheetSetup& setup)
{
    r.readObject("sheet", [&](JsonReader& o) {
        o.read("width", setup.sheet.w);
        o.read("height", setup.sheet.h);
    });
    r.read("gap", setup.gap);
    r.read("columns", setup.columns);
    r.read("rows", setup.rows);
    readWord(r, "turn", setup.turn, turns);
    if (r.has("grain"))
        readWord(r, "grain", setup.grain.emplace(Grain::AlongHeight), sheetGrains);
    r.read("headToHead", setup.headToHead);
    r.readObject("offset", [&](JsonReader& o) {
        Point& at = setup.offset.emplace();
        o.read("left", at.x);
        o.read("top", at.y);
    });
    for (const QJsonValue& slot : r.takeArray("left"))
        setup.left.push_back(slot.toInt());
    readWorkStyle(r, "workStyle", setup.work);
    readWord(r, "fill", setup.fill, fills);
}

QJsonObject marksToJson(const SheetMarks& marks, Unit unit)
{
    const SheetMarks fresh;
    QJsonObject o;
    for (const auto& [key, part] : switches)
        if (marks.*part != fresh.*part)
            o[QLatin1String(key)] = marks.*part;
    for (const auto& [key, part] : measures)
        if (marks.*part != fresh.*part)
            o[QLatin1String(key)] = exactText(marks.*part, unit);
    return o;
}

void readPrices(JsonReader& r, Prices& prices)
{
    for (const auto& [key, part] : amounts) {
        QString text;
        r.read(key, text);
        if (text.isNull())
            continue;
        if (const auto amount = parseMoney(text))
            prices.*part = *amount;
        else
            r.fail(key, amount.error().message);
    }
}

} // namespace

QString unitWord(Unit unit) { return wordFor(unitWords, unit); }
void readUnit(JsonReader& r, const char* key, Unit& out) { readWord(r, key, out, unitWords); }

QString workStyleWord(WorkStyle style) { return wordFor(styles, style); }
void readWorkStyle(JsonReader& r, const char* key, WorkStyle& out) { readWord(r, key, out, styles); }

QJsonObject pressToJson(const Press& press, Unit unit)
{
    QJsonObject o = setupToJson(press, unit);
    if (press.text)
        o[QStringLiteral("text")] = setupToJson(*press.text, unit);
    if (press.device != Device::ProductionPress)
        o[QStringLiteral("device")] = wordFor(devices, press.device);
    o[QStringLiteral("gripper")] = exactText(press.gripper, unit);
    o[QStringLiteral("margin")] = exactText(press.margin, unit);
    o[QStringLiteral("flip")] = wordFor(flips, press.flip);
    if (press.piles != PileOrder::AlongRows)
        o[QStringLiteral("piles")] = wordFor(orders, press.piles);
    if (press.delivery != Delivery::FaceDown)
        o[QStringLiteral("delivery")] = wordFor(deliveries, press.delivery);
    if (press.marks != SheetMarks())
        o[QStringLiteral("marks")] = marksToJson(press.marks, unit);
    if (press.knife != Knife())
        o[QStringLiteral("knife")] =
            QJsonObject{{QStringLiteral("clamp"), exactText(press.knife.clamp, unit)},
                        {QStringLiteral("leastGauge"), exactText(press.knife.leastGauge, unit)}};
    if (press.prices.any()) {
        QJsonObject prices;
        for (const auto& [key, part] : amounts)
            if (press.prices.*part)
                prices[QLatin1String(key)] = moneyText(*(press.prices.*part));
        o[QStringLiteral("prices")] = prices;
    }
    o[QStringLiteral("inkLimit")] = press.inkLimit;
    o[QStringLiteral("overprintBlack")] = press.overprintBlack;
    return o;
}

void readPress(JsonReader& r, Press& press)
{
    readSetup(r, press);
    r.readObject("text", [&](JsonReader& o) { readSetup(o, press.text.emplace()); });
    readWord(r, "device", press.device, devices);
    r.read("gripper", press.gripper);
    r.read("margin", press.margin);
    readWord(r, "flip", press.flip, flips);
    readWord(r, "piles", press.piles, orders);
    readWord(r, "delivery", press.delivery, deliveries);
    r.readObject("marks", [&](JsonReader& o) {
        for (const auto& [key, part] : switches)
            o.read(key, press.marks.*part);
        for (const auto& [key, part] : measures)
            o.read(key, press.marks.*part);
    });
    r.readObject("knife", [&](JsonReader& o) {
        o.read("clamp", press.knife.clamp);
        o.read("leastGauge", press.knife.leastGauge);
    });
    r.readObject("prices", [&](JsonReader& o) { readPrices(o, press.prices); });
    r.read("inkLimit", press.inkLimit);
    r.read("overprintBlack", press.overprintBlack);
}

} // namespace hinge
