// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/content_file.h"

#include "core/file/embedded_files.h"
#include "core/file/sparse_json.h"
#include "core/file/table_json.h"
#include "core/file/text_json.h"

#include <QCryptographicHash>

namespace hinge
{
namespace
{

// The words of the file. Reading and writing both look here.
constexpr Word<ItemKind> kindWords[] = {
    {"picture", ItemKind::Picture}, {"text", ItemKind::Text}, {"shape", ItemKind::Shape}, {"code", ItemKind::Code}};
constexpr Word<Outline> outlineWords[] = {{"rectangle", Outline::Rectangle},
                                          {"ellipse", Outline::Ellipse},
                                          {"line", Outline::Line},
                                          {"polygon", Outline::Polygon},
                                          {"free", Outline::Free}};
constexpr Word<TextRun> runWords[] = {{"across", TextRun::Across}, {"down", TextRun::Down}, {"up", TextRun::Up}};
constexpr Word<TextAround> aroundWords[] = {
    {"over", TextAround::Over}, {"frame", TextAround::Frame}, {"outline", TextAround::Outline}};
constexpr Word<Symbology> symbologyWords[] = {
    {"qr", Symbology::Qr}, {"ean-13", Symbology::Ean13}, {"code 128", Symbology::Code128}};
constexpr Word<PictureFit> fitWords[] = {{"fill", PictureFit::Fill},
                                         {"whole", PictureFit::Whole},
                                         {"own scale", PictureFit::Own},
                                         {"panel", PictureFit::Panel}};
constexpr Word<PaperLine> lineWords[] = {{"bleed", PaperLine::Bleed},
                                         {"edge", PaperLine::Edge},
                                         {"safe", PaperLine::Safe},
                                         {"column", PaperLine::Column},
                                         {"guide", PaperLine::Guide}};
constexpr Word<LineEnd> endWords[] = {{"start", LineEnd::Start}, {"end", LineEnd::End}};
constexpr Word<ItemSide> itemSideWords[] = {
    {"left", ItemSide::Left}, {"top", ItemSide::Top}, {"right", ItemSide::Right}, {"bottom", ItemSide::Bottom}};

/// In percent of the frame; controls that lie on their point are left out.
QJsonArray pointsToJson(const std::vector<OutlinePoint>& points)
{
    QJsonArray out;
    for (const OutlinePoint& p : points) {
        QJsonObject o{{QStringLiteral("x"), p.x / 1000.0}, {QStringLiteral("y"), p.y / 1000.0}};
        const auto control = [&](const char* x, int cx, const char* y, int cy) {
            if (cx == p.x && cy == p.y)
                return;
            o[QLatin1String(x)] = cx / 1000.0;
            o[QLatin1String(y)] = cy / 1000.0;
        };
        control("inX", p.inX, "inY", p.inY);
        control("outX", p.outX, "outY", p.outY);
        if (p.begins)
            o[QStringLiteral("begins")] = true;
        out.append(o);
    }
    return out;
}

void readPoint(JsonReader& r, OutlinePoint& p)
{
    r.readMilli("x", p.x);
    r.readMilli("y", p.y);
    p.inX = p.outX = p.x;
    p.inY = p.outY = p.y;
    r.readMilli("inX", p.inX);
    r.readMilli("inY", p.inY);
    r.readMilli("outX", p.outX);
    r.readMilli("outY", p.outY);
    r.read("begins", p.begins);
}

QJsonObject sideToJson(const SideAnchor& p, Unit unit)
{
    QJsonObject o{{QStringLiteral("line"), wordFor(lineWords, p.line)},
                  {QStringLiteral("panel"), p.panel + 1},
                  {QStringLiteral("at"), wordFor(endWords, p.at)},
                  {QStringLiteral("offset"), exactText(p.offset, unit)},
                  {QStringLiteral("holds"), p.holds}};
    if (p.line == PaperLine::Column)
        o[QStringLiteral("column")] = p.column + 1;
    if (p.line == PaperLine::Guide)
        o[QStringLiteral("guide")] = p.guide + 1;
    return o;
}

void readSide(JsonReader& r, SideAnchor& p)
{
    readWord(r, "line", p.line, lineWords);
    readOrdinal(r, "panel", p.panel);
    readWord(r, "at", p.at, endWords);
    readOrdinal(r, "column", p.column);
    if (p.line == PaperLine::Guide)
        p.guide = std::exchange(p.column, 0); // files of before named the guide there
    readOrdinal(r, "guide", p.guide);
    r.read("offset", p.offset);
    r.read("holds", p.holds);
}

void addText(QJsonObject& o, const Item& item, Unit unit)
{
    const Item usual;
    QJsonArray paragraphs;
    for (const Paragraph& p : item.paragraphs)
        paragraphs.append(paragraphToJson(p));
    o[QStringLiteral("paragraphs")] = paragraphs;
    Sparse out(o, unit);
    out.add("textColumns", item.textColumns, usual.textColumns);
    out.add("textGutter", item.textGutter, usual.textGutter);
    out.add("verticalAlign", item.verticalAlign, usual.verticalAlign, verticalWords);
    out.add("textRun", item.textRun, usual.textRun, runWords);
    out.addFlag("onGrid", item.onGrid);
    out.add("next", item.next);
}

void addLook(QJsonObject& o, const Item& item, Unit unit)
{
    const Item usual;
    Sparse out(o, unit);
    out.add("outline", item.outline, usual.outline, outlineWords);
    out.add("corners", item.corners, usual.corners);
    if (!item.points.empty())
        o[QStringLiteral("points")] = pointsToJson(item.points);
    out.add("cornerRadius", item.cornerRadius, usual.cornerRadius);
    out.add("opacity", item.opacity, usual.opacity);
    if (item.stroke != usual.stroke) {
        QJsonObject stroke{{QStringLiteral("width"), exactText(item.stroke.width, unit)},
                           {QStringLiteral("ink"), item.stroke.ink}};
        Sparse(stroke, unit).add("strength", item.stroke.strength, usual.stroke.strength);
        o[QStringLiteral("stroke")] = stroke;
    }
    if (item.shadow)
        o[QStringLiteral("shadow")] = QJsonObject{{QStringLiteral("right"), exactText(item.shadow->dx, unit)},
                                                  {QStringLiteral("down"), exactText(item.shadow->dy, unit)},
                                                  {QStringLiteral("blur"), exactText(item.shadow->blur, unit)},
                                                  {QStringLiteral("ink"), item.shadow->ink},
                                                  {QStringLiteral("strength"), item.shadow->strength.value()}};
    out.addFlag("locked", item.locked);
    out.addFlag("pasteOver", item.pasteOver);
    out.add("textAround", item.textAround, usual.textAround, aroundWords);
    out.add("aroundGap", item.aroundGap, usual.aroundGap);
    out.addFlag("keepWhole", item.keepWhole);
    out.add("group", item.group);
}

QJsonObject itemToJson(const Item& item, Unit unit)
{
    QJsonObject o;
    o[QStringLiteral("id")] = item.id;
    o[QStringLiteral("kind")] = wordFor(kindWords, item.kind);
    o[QStringLiteral("name")] = item.name;
    QJsonObject sides;
    for (std::size_t i = 0; i < 4; ++i)
        sides[QLatin1String(sideKeys[i])] = sideToJson(item.sides[i], unit);
    o[QStringLiteral("sides")] = sides;
    Sparse out(o, unit);
    switch (item.kind) {
    case ItemKind::Picture:
        if (item.hasPicture())
            o[QStringLiteral("file")] = fileToJson(item.file);
        o[QStringLiteral("fit")] = wordFor(fitWords, item.fit);
        if (item.crop != PictureCrop{})
            o[QStringLiteral("crop")] = QJsonObject{{QStringLiteral("focusX"), item.crop.focusX / 1000.0},
                                                    {QStringLiteral("focusY"), item.crop.focusY / 1000.0},
                                                    {QStringLiteral("scale"), item.crop.scaleMilli / 1000.0}};
        break;
    case ItemKind::Text:
        addText(o, item, unit);
        if (item.table)
            o[QStringLiteral("table")] = tableToJson(*item.table, unit);
        break;
    case ItemKind::Code:
        o[QStringLiteral("code")] = QJsonObject{{QStringLiteral("kind"), wordFor(symbologyWords, item.code.symbology)},
                                                {QStringLiteral("data"), item.code.data}};
        [[fallthrough]];
    case ItemKind::Shape:
        out.add("ink", item.ink);
        out.add("strength", item.strength, Percent(100));
        break;
    }
    addLook(o, item, unit);
    if (!item.standsFor.isEmpty())
        o[QStringLiteral("standsFor")] = item.standsFor;
    if (item.block)
        o[QStringLiteral("block")] = QJsonObject{{QStringLiteral("name"), item.block->name},
                                                 {QStringLiteral("version"), item.block->version},
                                                 {QStringLiteral("use"), item.block->use},
                                                 {QStringLiteral("part"), item.block->part + 1},
                                                 {QStringLiteral("parts"), item.block->parts}};
    return keptBeside(item.extra, o);
}

void readItem(JsonReader& r, Item& item)
{
    r.read("id", item.id);
    readWord(r, "kind", item.kind, kindWords);
    r.read("name", item.name);
    r.readObject("sides", [&](JsonReader& sides) {
        for (std::size_t i = 0; i < 4; ++i)
            sides.readObject(sideKeys[i], [&](JsonReader& o) { readSide(o, item.sides[i]); });
    });
    r.readObject("file", [&](JsonReader& o) { readFile(o, item.file); });
    readWord(r, "fit", item.fit, fitWords);
    r.readObject("crop", [&](JsonReader& o) {
        o.readMilli("focusX", item.crop.focusX);
        o.readMilli("focusY", item.crop.focusY);
        o.readMilli("scale", item.crop.scaleMilli);
    });
    r.readArray("paragraphs", [&](JsonReader& o) { readParagraph(o, item.paragraphs.emplace_back()); });
    r.read("textColumns", item.textColumns);
    r.read("textGutter", item.textGutter);
    readWord(r, "verticalAlign", item.verticalAlign, verticalWords);
    readWord(r, "textRun", item.textRun, runWords);
    r.read("onGrid", item.onGrid);
    r.read("next", item.next);
    r.readObject("code", [&](JsonReader& o) {
        readWord(o, "kind", item.code.symbology, symbologyWords);
        o.read("data", item.code.data);
    });
    r.read("ink", item.ink);
    r.read("strength", item.strength);
    readWord(r, "outline", item.outline, outlineWords);
    r.read("corners", item.corners);
    r.readArray("points", [&](JsonReader& p) { readPoint(p, item.points.emplace_back()); });
    r.read("cornerRadius", item.cornerRadius);
    r.read("opacity", item.opacity);
    r.readObject("stroke", [&](JsonReader& o) {
        o.read("width", item.stroke.width);
        o.read("ink", item.stroke.ink);
        o.read("strength", item.stroke.strength);
    });
    r.readObject("shadow", [&](JsonReader& o) {
        Shadow shadow;
        o.read("right", shadow.dx);
        o.read("down", shadow.dy);
        o.read("blur", shadow.blur);
        o.read("ink", shadow.ink);
        o.read("strength", shadow.strength);
        item.shadow = shadow;
    });
    r.readObject("table", [&](JsonReader& o) { readTable(o, item.table.emplace()); });
    r.read("standsFor", item.standsFor);
    r.readObject("block", [&](JsonReader& o) {
        BlockUse& use = item.block.emplace();
        o.read("name", use.name);
        o.read("version", use.version);
        o.read("use", use.use);
        readOrdinal(o, "part", use.part);
        o.read("parts", use.parts);
    });
    r.read("locked", item.locked);
    r.read("pasteOver", item.pasteOver);
    readWord(r, "textAround", item.textAround, aroundWords);
    r.read("aroundGap", item.aroundGap);
    r.read("keepWhole", item.keepWhole);
    r.read("group", item.group);
    item.extra = r.takeLeftOver();
}

} // namespace

QJsonObject fileToJson(const LinkedFile& f)
{
    QJsonObject o{{QStringLiteral("path"), f.path}};
    if (f.page != 1)
        o[QStringLiteral("page")] = f.page;
    if (f.bytes > 0)
        o[QStringLiteral("bytes")] = f.bytes;
    if (!f.sha256.isEmpty())
        o[QStringLiteral("sha256")] = f.sha256;
    return o;
}

void readFile(JsonReader& r, LinkedFile& file)
{
    r.read("path", file.path);
    r.read("page", file.page);
    r.read("bytes", file.bytes);
    r.read("sha256", file.sha256);
    if (file.path.isEmpty())
        r.fail("path", QStringLiteral("The file has no path."));
    if (file.page < 1)
        r.fail("page", QStringLiteral("Pages count from 1."));
}

namespace
{

constexpr Word<Turn> turnWords[] = {
    {"quarter", Turn::Quarter}, {"half", Turn::Half}, {"three quarters", Turn::ThreeQuarters}, {"none", Turn::None}};

QJsonObject suppliedToJson(const SurfaceContent& content, Unit unit)
{
    QJsonObject o = fileToJson(*content.supplied);
    const Placement usual;
    const Placement& place = content.placement;
    Sparse out(o, unit);
    out.add("turn", place.turn, usual.turn, turnWords);
    out.add("scale", place.scale, usual.scale);
    out.add("right", place.shift.x, Length());
    out.add("down", place.shift.y, Length());
    if (place.part)
        o[QStringLiteral("part")] = QJsonObject{{QStringLiteral("left"), exactText(place.part->x, unit)},
                                                {QStringLiteral("top"), exactText(place.part->y, unit)},
                                                {QStringLiteral("width"), exactText(place.part->w, unit)},
                                                {QStringLiteral("height"), exactText(place.part->h, unit)}};
    return o;
}

void readSupplied(JsonReader& r, SurfaceContent& content)
{
    readFile(r, content.supplied.emplace());
    readWord(r, "turn", content.placement.turn, turnWords);
    r.read("scale", content.placement.scale);
    r.read("right", content.placement.shift.x);
    r.read("down", content.placement.shift.y);
    r.readObject("part", [&](JsonReader& o) {
        Rect part;
        o.read("left", part.x);
        o.read("top", part.y);
        o.read("width", part.w);
        o.read("height", part.h);
        content.placement.part = part;
    });
}

} // namespace

QJsonObject faceToJson(const SurfaceContent& content, Unit unit)
{
    QJsonObject o;
    if (content.supplied)
        o[QStringLiteral("supplied")] = suppliedToJson(content, unit);
    QJsonArray items;
    for (const Item& i : content.items)
        items.append(itemToJson(i, unit));
    o[QStringLiteral("items")] = items;
    QJsonArray columns;
    for (const ColumnGrid& g : content.columns) {
        QJsonObject grid{{QStringLiteral("panel"), g.panel + 1},
                         {QStringLiteral("columns"), g.columns},
                         {QStringLiteral("gutter"), exactText(g.gutter, unit)}};
        Sparse out(grid, unit);
        out.add("rows", g.rows, 1);
        out.add("rowGutter", g.rowGutter, ColumnGrid{}.rowGutter);
        columns.append(grid);
    }
    if (!columns.isEmpty())
        o[QStringLiteral("columns")] = columns;
    const auto addMargins = [&](const char* key, const std::vector<PanelMargin>& margins) {
        QJsonArray out;
        for (const PanelMargin& m : margins)
            out.append(QJsonObject{{QStringLiteral("panel"), m.panel + 1},
                                   {QStringLiteral("side"), QLatin1String(sideKeys[std::size_t(m.side)])},
                                   {QStringLiteral("width"), exactText(m.width, unit)}});
        if (!out.isEmpty())
            o[QLatin1String(key)] = out;
    };
    addMargins("margins", content.margins);
    addMargins("layout", content.layout);
    QJsonArray guides;
    for (const Guide& g : content.guides)
        guides.append(keptBeside(g.extra, {{QStringLiteral("number"), g.number + 1},
                                           {QStringLiteral("panel"), g.panel + 1},
                                           {QStringLiteral("upright"), g.upright},
                                           {QStringLiteral("at"), exactText(g.at, unit)}}));
    if (!guides.isEmpty())
        o[QStringLiteral("guides")] = guides;
    if (!content.letGo.isEmpty())
        o[QStringLiteral("letGo")] = QJsonArray::fromStringList(content.letGo);
    return o;
}

void readFace(JsonReader& r, SurfaceContent& content)
{
    r.readObject("supplied", [&](JsonReader& o) { readSupplied(o, content); });
    r.readArray("items", [&](JsonReader& o) { readItem(o, content.items.emplace_back()); });
    r.readArray("columns", [&](JsonReader& o) {
        ColumnGrid grid;
        readOrdinal(o, "panel", grid.panel);
        o.read("columns", grid.columns);
        o.read("gutter", grid.gutter);
        o.read("rows", grid.rows);
        o.read("rowGutter", grid.rowGutter);
        content.columns.push_back(grid);
    });
    const auto readMargins = [&](const char* key, std::vector<PanelMargin>& margins) {
        r.readArray(key, [&](JsonReader& o) {
            PanelMargin margin;
            readOrdinal(o, "panel", margin.panel);
            readWord(o, "side", margin.side, itemSideWords);
            o.read("width", margin.width);
            margins.push_back(margin);
        });
    };
    readMargins("margins", content.margins);
    readMargins("layout", content.layout);
    r.readArray("guides", [&](JsonReader& o) {
        Guide guide;
        guide.number = freshGuideNumber(content);
        readOrdinal(o, "number", guide.number);
        readOrdinal(o, "panel", guide.panel);
        o.read("upright", guide.upright);
        o.read("at", guide.at);
        guide.extra = o.takeLeftOver();
        content.guides.push_back(guide);
    });
    for (const QJsonValue& id : r.takeArray("letGo"))
        content.letGo << id.toString();
}

QJsonObject inkToJson(const Ink& ink)
{
    QJsonObject o{{QStringLiteral("name"), ink.name},
                  {QStringLiteral("cmyk"),
                   QJsonArray{ink.cmyk.c.value(), ink.cmyk.m.value(), ink.cmyk.y.value(), ink.cmyk.k.value()}}};
    if (ink.spot)
        o[QStringLiteral("spot")] = true;
    return keptBeside(ink.extra, o);
}

void readInk(JsonReader& r, Ink& ink)
{
    r.read("name", ink.name);
    r.read("spot", ink.spot);
    const QJsonArray parts = r.takeArray("cmyk");
    Percent* const out[] = {&ink.cmyk.c, &ink.cmyk.m, &ink.cmyk.y, &ink.cmyk.k};
    if (parts.size() != 4)
        return r.fail("cmyk", QStringLiteral("Four percentages are expected: cyan, magenta, yellow, black."));
    for (qsizetype i = 0; i < 4; ++i) {
        if (!parts[i].isDouble() || std::abs(parts[i].toDouble()) > 1e4)
            return r.fail("cmyk", QStringLiteral("Four percentages are expected: cyan, magenta, yellow, black."));
        *out[i] = Percent::nearest(parts[i].toDouble());
    }
    ink.extra = r.takeLeftOver();
}

namespace
{

bool isWhole(const EmbeddedFile& file)
{
    return QString::fromLatin1(QCryptographicHash::hash(file.bytes, QCryptographicHash::Sha256).toHex()) == file.sha256;
}

} // namespace

QJsonObject embeddedToJson(const EmbeddedFile& file, bool withBytes)
{
    QJsonObject o{{QStringLiteral("name"), file.name}, {QStringLiteral("sha256"), file.sha256}};
    if (withBytes)
        o[QStringLiteral("data")] = QString::fromLatin1(file.bytes.toBase64());
    return keptBeside(file.extra, o);
}

void readEmbedded(JsonReader& r, EmbeddedFile& file, const std::function<QByteArray(const EmbeddedFile&)>& bytesOf)
{
    r.read("name", file.name);
    r.read("sha256", file.sha256);
    if (!isFileName(file.name))
        return r.fail("name", QStringLiteral("“%1” is no name of a file.").arg(Problem::quoted(file.name)));
    if (!r.has("data")) {
        file.extra = r.takeLeftOver();
        file.bytes = bytesOf ? bytesOf(file) : QByteArray();
        if (!isWhole(file))
            file.bytes.clear();
        return;
    }
    QString data;
    r.read("data", data);
    file.extra = r.takeLeftOver();
    const auto decoded = QByteArray::fromBase64Encoding(data.toLatin1(), QByteArray::Base64Encoding |
                                                                             QByteArray::AbortOnBase64DecodingErrors);
    file.bytes = decoded.decoded;
    if (!decoded || !isWhole(file))
        r.fail("data",
               QStringLiteral("The file “%1” inside the job is damaged: its bytes are not those it was saved with.")
                   .arg(Problem::quoted(file.name)));
}

} // namespace hinge
