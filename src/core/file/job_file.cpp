// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/job_file.h"

#include "core/file/content_file.h"
#include "core/file/json_reader.h"
#include "core/file/links.h"
#include "core/file/master_json.h"
#include "core/file/packed_job.h"
#include "core/file/press_json.h"
#include "core/file/read_file.h"
#include "core/file/read_limits.h"
#include "core/file/records_file.h"
#include "core/file/save_file.h"
#include "core/file/stock_library.h"
#include "core/file/text_json.h"
#include "core/job/master_copies.h"

#include <QFile>
#include <QFileInfo>
#include <QJsonDocument>

namespace hinge
{
namespace
{

// The words of the file. Reading and writing both look here.
constexpr Word<PieceKind> pieceWords[] = {{"leaflet", PieceKind::Leaflet},    {"card", PieceKind::Card},
                                          {"cover", PieceKind::Cover},        {"booklet", PieceKind::Booklet},
                                          {"book", PieceKind::Book},          {"leaf", PieceKind::Leaf},
                                          {"wire-bound", PieceKind::WireBook}};
constexpr Word<FoldScheme> schemeWords[] = {{"half", FoldScheme::Half},
                                            {"roll", FoldScheme::Roll},
                                            {"zigzag", FoldScheme::Zigzag},
                                            {"gate", FoldScheme::Gate},
                                            {"double gate", FoldScheme::DoubleGate},
                                            {"short", FoldScheme::Short},
                                            {"cross", FoldScheme::Cross},
                                            {"half, then roll", FoldScheme::HalfRoll},
                                            {"own", FoldScheme::Own}};
constexpr Word<LineSide> partWords[] = {
    {"left", LineSide::Before}, {"right", LineSide::After}, {"upper", LineSide::Before}, {"lower", LineSide::After}};
constexpr Word<NumberPlace> numberPlaceWords[] = {{"none", NumberPlace::None},
                                                  {"foot outer", NumberPlace::FootOuter},
                                                  {"foot middle", NumberPlace::FootMiddle},
                                                  {"foot inner", NumberPlace::FootInner},
                                                  {"foot left", NumberPlace::FootLeft},
                                                  {"foot right", NumberPlace::FootRight},
                                                  {"head outer", NumberPlace::HeadOuter},
                                                  {"head middle", NumberPlace::HeadMiddle},
                                                  {"head inner", NumberPlace::HeadInner}};
constexpr Word<NumberScript> numberScriptWords[] = {{"arabic", NumberScript::Arabic},
                                                    {"small roman", NumberScript::SmallRoman},
                                                    {"capital roman", NumberScript::CapitalRoman}};
constexpr Word<CountedCovers> countedWords[] = {{"all", CountedCovers::All},
                                                {"not the outer two", CountedCovers::NotOuter},
                                                {"not the cover", CountedCovers::None}};
constexpr Word<Blanks> blanksWords[] = {{"at the end", Blanks::AtEnd},
                                        {"before the back", Blanks::BeforeBack},
                                        {"inside the covers", Blanks::InsideCovers}};
constexpr Word<CreepBy> creepWords[] = {
    {"nothing", CreepBy::Nothing}, {"shifting", CreepBy::Shifting}, {"narrowing", CreepBy::Narrowing}};
constexpr Word<Coating> coatingWords[] = {{"none", Coating::None},
                                          {"varnish", Coating::Varnish},
                                          {"gloss film", Coating::GlossFilm},
                                          {"matt film", Coating::MattFilm}};
constexpr Word<FoldWay> wayWords[] = {{"over", FoldWay::Over}, {"under", FoldWay::Under}};
constexpr Word<PageState> stateWords[] = {{"nothing yet", PageState::Nothing},
                                          {"in work", PageState::InWork},
                                          {"question", PageState::Question},
                                          {"passed", PageState::Passed}};
constexpr const char* faceKeys[] = {"outside", "inside"};

/// Writes lengths in the job's unit.
class Writer
{
public:
    Writer(Unit unit, EmbeddedBytes bytes) : unit_(unit), bytes_(bytes) {}

    QJsonObject job(const Job& job) const
    {
        QJsonObject o;
        o[QStringLiteral("format")] = jobFormatVersion;
        o[QStringLiteral("title")] = job.title;
        o[QStringLiteral("customer")] = job.customer;
        o[QStringLiteral("unit")] = unitWord(job.unit);
        o[QStringLiteral("kind")] = wordFor(pieceWords, job.kind);
        o[QStringLiteral("flat")] = size(job.flat);
        o[QStringLiteral("page")] = size(job.page);
        o[QStringLiteral("stock")] = stock(job.stock);
        o[QStringLiteral("fold")] = fold(job.fold);
        o[QStringLiteral("cover")] = cover(job.cover);
        o[QStringLiteral("pages")] = pages(job.pages);
        o[QStringLiteral("leaf")] = leaf(job.leaf);
        o[QStringLiteral("rightToLeft")] = job.rightToLeft;
        QJsonObject prints;
        for (const Face f : bothFaces)
            prints[QLatin1String(faceKeys[std::size_t(f)])] =
                QJsonObject{{QStringLiteral("process"), job.faceInks[std::size_t(f)].process},
                            {QStringLiteral("spots"), job.faceInks[std::size_t(f)].spots},
                            {QStringLiteral("coating"), wordFor(coatingWords, job.coatings[std::size_t(f)])}};
        o[QStringLiteral("prints")] = prints;
        QJsonObject zones;
        zones[QStringLiteral("bleed")] = length(job.zones.bleed);
        zones[QStringLiteral("safe")] = length(job.zones.safe);
        zones[QStringLiteral("foldClearance")] = length(job.zones.foldClearance);
        QJsonObject edges;
        for (std::size_t i = 0; i < 4; ++i)
            if (job.zones.edgeBleeds[i])
                edges[QLatin1String(sideKeys[i])] = length(*job.zones.edgeBleeds[i]);
        if (!edges.isEmpty())
            zones[QStringLiteral("edgeBleeds")] = edges;
        o[QStringLiteral("zones")] = keptBeside(job.zones.extra, zones);
        o[QStringLiteral("quantity")] = job.quantity;
        o[QStringLiteral("oversPercent")] = job.overs.value();
        QJsonObject press = pressToJson(job.press, unit_);
        if (!job.press.profile.path.isEmpty())
            press[QStringLiteral("profile")] = fileToJson(job.press.profile);
        o[QStringLiteral("press")] = keptBeside(job.press.extra, press);
        QJsonArray inks;
        for (const Ink& ink : job.inks)
            inks.append(inkToJson(ink));
        o[QStringLiteral("inks")] = inks;
        QJsonArray styles;
        for (const NamedStyle& style : job.textStyles)
            styles.append(namedStyleToJson(style));
        if (!styles.isEmpty())
            o[QStringLiteral("textStyles")] = styles;
        QJsonArray characterStyles;
        for (const NamedCharacterStyle& style : job.characterStyles)
            characterStyles.append(characterStyleToJson(style));
        if (!characterStyles.isEmpty())
            o[QStringLiteral("characterStyles")] = characterStyles;
        QJsonObject matches;
        for (const auto& [from, to] : job.styleMatches)
            matches[from] = to;
        if (!matches.isEmpty())
            o[QStringLiteral("styleMatches")] = matches;
        // What no link uses any more is kept only for undo.
        const QStringList used = linkedPaths(job);
        QJsonArray embedded;
        for (const EmbeddedFile& file : job.embedded)
            if (used.contains(embeddedPath(file)) && !file.isDamaged())
                embedded.append(embeddedToJson(file, bytes_ == EmbeddedBytes::Inside));
        if (!embedded.isEmpty())
            o[QStringLiteral("embedded")] = embedded;
        if (job.gridStep > Length())
            o[QStringLiteral("baselineGrid")] =
                QJsonObject{{QStringLiteral("start"), length(job.gridStart)},
                            {QStringLiteral("step"), exactText(job.gridStep, Unit::Point)}};
        if (job.layoutMargin > Length())
            o[QStringLiteral("layoutMargin")] = length(job.layoutMargin);
        QJsonObject faces;
        for (const Face f : bothFaces)
            faces[QLatin1String(faceKeys[std::size_t(f)])] = faceToJson(job.on(f), unit_);
        o[QStringLiteral("faces")] = faces;
        QJsonArray sequence;
        for (const SequencePage& page : job.sequence)
            sequence.append(pageToJson(job, page));
        if (!sequence.isEmpty())
            o[QStringLiteral("sequence")] = sequence;
        if (!job.masters.empty())
            o[QStringLiteral("masters")] = mastersToJson(job);
        if (job.records != Records())
            o[QStringLiteral("records")] = recordsToJson(job.records);
        return keptBeside(job.extra, o);
    }

private:
    /// What a page is and what stands on it.
    QJsonObject pageToJson(const Job& job, const SequencePage& page) const
    {
        QJsonObject o = faceToJson(job.on(page.surface()), unit_);
        o[QStringLiteral("id")] = page.id;
        if (page.state != PageState::Nothing)
            o[QStringLiteral("state")] = wordFor(stateWords, page.state);
        if (!page.question.isEmpty())
            o[QStringLiteral("question")] = page.question;
        if (page.hidesNumber)
            o[QStringLiteral("hidesNumber")] = true;
        if (o[QStringLiteral("items")].toArray().isEmpty())
            o.remove(QStringLiteral("items"));
        return keptBeside(page.extra, o);
    }
    QString length(Length l) const { return exactText(l, unit_); }
    QJsonObject size(Size s) const
    {
        return {{QStringLiteral("width"), length(s.w)}, {QStringLiteral("height"), length(s.h)}};
    }
    QJsonObject stock(const Stock& stock) const { return stockToJson(stock, unit_); }
    QJsonObject fold(const Fold& fold) const
    {
        QJsonObject o;
        o[QStringLiteral("scheme")] = wordFor(schemeWords, fold.scheme);
        o[QStringLiteral("panels")] = fold.panels;
        o[QStringLiteral("front")] = fold.coverPanel + 1;
        if (fold.rows != 1)
            o[QStringLiteral("rows")] = fold.rows;
        if (fold.atHead)
            o[QStringLiteral("atHead")] = true;
        if (fold.scored)
            o[QStringLiteral("scored")] = true;
        if (fold.scheme == FoldScheme::Short)
            o[QStringLiteral("step")] = length(fold.step);
        if (fold.tuckAllowance)
            o[QStringLiteral("tuckAllowance")] = length(*fold.tuckAllowance);
        QJsonArray widths;
        for (const auto& w : fold.widths)
            widths.append(w ? QJsonValue(length(*w)) : QJsonValue(QJsonValue::Null));
        if (!widths.isEmpty())
            o[QStringLiteral("widths")] = widths;
        QJsonArray steps;
        for (const FoldStep& s : fold.steps)
            steps.append(QJsonObject{{QStringLiteral("line"), s.line},
                                     {QStringLiteral("part"), partWord(s)},
                                     {QStringLiteral("way"), wordFor(wayWords, s.way)}});
        if (!steps.isEmpty())
            o[QStringLiteral("steps")] = steps;
        return keptBeside(fold.extra, o);
    }
    /// The part says the axis, too: left and right part at an upright line, upper and lower at a level one.
    static QString partWord(const FoldStep& s)
    {
        if (s.axis == Axis::Horizontal)
            return s.moves == LineSide::Before ? QStringLiteral("upper") : QStringLiteral("lower");
        return wordFor(partWords, s.moves);
    }
    QJsonObject cover(const CoverShape& c) const
    {
        QJsonObject o;
        if (c.spine)
            o[QStringLiteral("spine")] = length(*c.spine);
        o[QStringLiteral("flap")] = length(c.flap);
        o[QStringLiteral("hinge")] = length(c.hinge);
        o[QStringLiteral("glue")] = length(c.glue);
        o[QStringLiteral("sideGlue")] = length(c.sideGlue);
        return keptBeside(c.extra, o);
    }
    QJsonObject pages(const Pages& p) const
    {
        QJsonObject o;
        o[QStringLiteral("count")] = p.count;
        o[QStringLiteral("plusCover")] = p.plusCover;
        o[QStringLiteral("textStock")] = stock(p.textStock);
        o[QStringLiteral("blanks")] = wordFor(blanksWords, p.blanks);
        o[QStringLiteral("numbered")] = wordFor(countedWords, p.counted);
        o[QStringLiteral("firstNumber")] = p.firstNumber;
        if (p.printed != PageNumbers())
            o[QStringLiteral("printedNumbers")] = printedNumbers(p.printed);
        o[QStringLiteral("signature")] = p.signature;
        o[QStringLiteral("workStyle")] = workStyleWord(p.workStyle);
        if (p.creepBy != CreepBy::Shifting)
            o[QStringLiteral("creepBy")] = wordFor(creepWords, p.creepBy);
        o[QStringLiteral("mill")] = length(p.mill);
        o[QStringLiteral("creepFactor")] = p.creepMilli / 1000.0;
        o[QStringLiteral("strips")] = p.strips;
        o[QStringLiteral("lap")] = length(p.lap);
        o[QStringLiteral("bindingClearance")] = length(p.bindingClearance);
        return keptBeside(p.extra, o);
    }
    [[nodiscard]] QJsonObject printedNumbers(const PageNumbers& n) const
    {
        QJsonObject o{{QStringLiteral("place"), wordFor(numberPlaceWords, n.place)},
                      {QStringLiteral("script"), wordFor(numberScriptWords, n.script)},
                      {QStringLiteral("fromEdge"), length(n.fromEdge)},
                      {QStringLiteral("fromSide"), length(n.fromSide)}};
        if (!n.styleName.isEmpty())
            o[QStringLiteral("style")] = n.styleName;
        return o;
    }
    QJsonObject leaf(const Leaf& l) const
    {
        QJsonObject o;
        o[QStringLiteral("stub")] = length(l.stub);
        o[QStringLiteral("holes")] = l.holes;
        o[QStringLiteral("holeDiameter")] = length(l.holeDiameter);
        o[QStringLiteral("holePitch")] = length(l.holePitch);
        o[QStringLiteral("holeEdge")] = length(l.holeEdge);
        o[QStringLiteral("cornerRadius")] = length(l.cornerRadius);
        o[QStringLiteral("postal")] = l.postal;
        o[QStringLiteral("padSheets")] = l.padSheets;
        return keptBeside(l.extra, o);
    }
    Unit unit_;
    EmbeddedBytes bytes_;
};

void readSize(JsonReader& r, const char* key, Size& out)
{
    r.readObject(key, [&](JsonReader& o) {
        o.read("width", out.w);
        o.read("height", out.h);
    });
}

void readPages(JsonReader& r, Pages& pages)
{
    r.read("count", pages.count);
    r.read("plusCover", pages.plusCover);
    r.readObject("textStock", [&](JsonReader& o) { readStock(o, pages.textStock); });
    readWord(r, "blanks", pages.blanks, blanksWords);
    readWord(r, "numbered", pages.counted, countedWords);
    r.read("firstNumber", pages.firstNumber);
    r.readObject("printedNumbers", [&](JsonReader& o) {
        readWord(o, "place", pages.printed.place, numberPlaceWords);
        readWord(o, "script", pages.printed.script, numberScriptWords);
        o.read("fromEdge", pages.printed.fromEdge);
        o.read("fromSide", pages.printed.fromSide);
        o.read("style", pages.printed.styleName);
    });
    r.read("signature", pages.signature);
    readWorkStyle(r, "workStyle", pages.workStyle);
    readWord(r, "creepBy", pages.creepBy, creepWords);
    r.read("mill", pages.mill);
    r.readMilli("creepFactor", pages.creepMilli);
    r.read("strips", pages.strips);
    r.read("lap", pages.lap);
    r.read("bindingClearance", pages.bindingClearance);
    pages.extra = r.takeLeftOver();
}

void readLeaf(JsonReader& r, Leaf& leaf, int& firstNumber)
{
    r.read("firstNumber", firstNumber); // of jobs saved before records were
    r.read("stub", leaf.stub);
    r.read("holes", leaf.holes);
    r.read("holeDiameter", leaf.holeDiameter);
    r.read("holePitch", leaf.holePitch);
    r.read("holeEdge", leaf.holeEdge);
    r.read("cornerRadius", leaf.cornerRadius);
    r.read("postal", leaf.postal);
    r.read("padSheets", leaf.padSheets);
    leaf.extra = r.takeLeftOver();
}

void readFold(JsonReader& r, Fold& fold)
{
    readWord(r, "scheme", fold.scheme, schemeWords);
    r.read("panels", fold.panels);
    fold.coverPanel = fold.panels - 1;
    readOrdinal(r, "front", fold.coverPanel);
    r.read("rows", fold.rows);
    r.read("atHead", fold.atHead);
    r.read("scored", fold.scored);
    r.read("step", fold.step);
    r.read("tuckAllowance", fold.tuckAllowance);
    const QJsonArray widths = r.takeArray("widths");
    for (const QJsonValue& w : widths) {
        if (w.isNull()) {
            fold.widths.push_back(std::nullopt);
            continue;
        }
        const auto length = parseLength(w.toString(), Unit::Mm);
        if (!length)
            return r.fail("widths", length.error().message);
        fold.widths.push_back(*length);
    }
    r.readArray("steps", [&](JsonReader& o) {
        FoldStep step;
        o.read("line", step.line);
        QString part;
        o.peek("part", part);
        step.axis =
            part == QStringLiteral("upper") || part == QStringLiteral("lower") ? Axis::Horizontal : Axis::Vertical;
        readWord(o, "part", step.moves, partWords);
        readWord(o, "way", step.way, wayWords);
        fold.steps.push_back(step);
    });
    fold.extra = r.takeLeftOver();
}

void readJobObject(JsonReader& r, Job& job, const BytesOf& bytesOf)
{
    r.read("title", job.title);
    r.read("customer", job.customer);
    readUnit(r, "unit", job.unit);
    readSize(r, "flat", job.flat);
    readWord(r, "kind", job.kind, pieceWords);
    readSize(r, "page", job.page);
    r.readObject("stock", [&](JsonReader& o) { readStock(o, job.stock); });
    r.readObject("fold", [&](JsonReader& o) { readFold(o, job.fold); });
    r.readObject("cover", [&](JsonReader& o) {
        o.read("spine", job.cover.spine);
        o.read("flap", job.cover.flap);
        o.read("hinge", job.cover.hinge);
        o.read("glue", job.cover.glue);
        o.read("sideGlue", job.cover.sideGlue);
        job.cover.extra = o.takeLeftOver();
    });
    job.pages.bindingClearance =
        newPiece(job.kind).pages.bindingClearance; // a staple asks for less than a wire or glue
    r.readObject("pages", [&](JsonReader& o) { readPages(o, job.pages); });
    int firstNumber = 0;
    r.readObject("leaf", [&](JsonReader& o) { readLeaf(o, job.leaf, firstNumber); });
    r.read("rightToLeft", job.rightToLeft);
    r.readObject("prints", [&](JsonReader& prints) {
        for (std::size_t i = 0; i < 2; ++i)
            prints.readObject(faceKeys[i], [&](JsonReader& o) {
                o.read("process", job.faceInks[i].process);
                o.read("spots", job.faceInks[i].spots);
                readWord(o, "coating", job.coatings[i], coatingWords);
            });
    });
    r.readObject("zones", [&](JsonReader& o) {
        o.read("bleed", job.zones.bleed);
        o.read("safe", job.zones.safe);
        o.read("foldClearance", job.zones.foldClearance);
        o.readObject("edgeBleeds", [&](JsonReader& edges) {
            for (std::size_t i = 0; i < 4; ++i)
                edges.read(sideKeys[i], job.zones.edgeBleeds[i]);
        });
        job.zones.extra = o.takeLeftOver();
    });
    r.read("quantity", job.quantity);
    r.read("oversPercent", job.overs);
    r.readObject("press", [&](JsonReader& o) {
        readPress(o, job.press);
        o.readObject("profile", [&](JsonReader& profile) { readFile(profile, job.press.profile); });
        job.press.extra = o.takeLeftOver();
    });
    if (!r.has("inks"))
        job.inks = newLeaflet().inks; // a job that says nothing of them has the usual ones
    r.readArray("inks", [&](JsonReader& o) { readInk(o, job.inks.emplace_back()); });
    r.readArray("textStyles", [&](JsonReader& o) { readNamedStyle(o, job.textStyles.emplace_back()); });
    r.readArray("characterStyles", [&](JsonReader& o) { readCharacterStyle(o, job.characterStyles.emplace_back()); });
    r.readObject("styleMatches", [&](JsonReader& o) {
        const QJsonObject matches = o.takeLeftOver();
        for (auto match = matches.begin(); match != matches.end(); ++match)
            job.styleMatches[match.key()] = match.value().toString();
    });
    r.readArray("embedded", [&](JsonReader& o) { readEmbedded(o, job.embedded.emplace_back(), bytesOf); });
    r.readObject("baselineGrid", [&](JsonReader& o) {
        o.read("start", job.gridStart);
        o.read("step", job.gridStep);
    });
    r.read("layoutMargin", job.layoutMargin);
    r.readObject("faces", [&](JsonReader& o) {
        for (const Face f : bothFaces)
            o.readObject(faceKeys[std::size_t(f)], [&](JsonReader& face) { readFace(face, job.edit(f)); });
    });
    r.readArray("sequence", [&](JsonReader& o) {
        SequencePage page;
        o.read("id", page.id);
        readWord(o, "state", page.state, stateWords);
        o.read("question", page.question);
        o.read("hidesNumber", page.hidesNumber);
        SurfaceContent content;
        readFace(o, content);
        if (!content.isEmpty())
            job.edit(page.surface()) = std::move(content);
        page.extra = o.takeLeftOver();
        job.sequence.push_back(page);
    });
    r.readArray("masters", [&](JsonReader& o) { readMaster(o, job); });
    settleMasters(job);
    if (firstNumber > 0) {
        job.records.source = RecordSource::Series;
        job.records.series.start = firstNumber;
        job.records.count = job.quantity;
    }
    r.readObject("records", [&](JsonReader& o) { readRecords(o, job.records); });
    job.extra = r.takeLeftOver();
}

} // namespace

QString jobFileSuffix() { return QStringLiteral("hinge.json"); }

QByteArray writeJob(const Job& job, EmbeddedBytes bytes)
{
    return QJsonDocument(Writer(job.unit, bytes).job(job)).toJson(QJsonDocument::Indented);
}

Result<Job> readJob(const QByteArray& json, const QString& name, const BytesOf& bytesOf)
{
    QJsonParseError error;
    const QJsonDocument document = QJsonDocument::fromJson(json, &error);
    if (error.error != QJsonParseError::NoError) {
        const qsizetype line = json.left(error.offset).count('\n') + 1;
        return problem(name, QStringLiteral("This is not a readable job: %1 in line %2.")
                                 .arg(error.errorString(), QString::number(line)));
    }
    if (!document.isObject() || !document.object().contains(QStringLiteral("format")))
        return problem(name, QStringLiteral("This JSON is not a job: it has no “format” at its top level."));
    std::optional<Problem> found;
    JsonReader reader(document.object(), {}, found);
    int version = 0;
    reader.read("format", version);
    if (!found && version > jobFormatVersion)
        return problem(name, QStringLiteral("The job was saved by a newer version of the program (format %1; this one "
                                            "reads up to %2). Update to open it; nothing was changed.")
                                 .arg(version)
                                 .arg(jobFormatVersion));
    if (!found && version < 1)
        return problem(name, QStringLiteral("“format” is %1; job formats count from 1.").arg(version));
    Job job;
    job.stock.name.clear();
    readJobObject(reader, job, bytesOf);
    if (!found)
        if (const auto valid = validate(job); !valid)
            found = valid.error();
    if (found)
        return problem(QStringLiteral("%1, %2").arg(name, found->where), found->message);
    return job;
}

Result<Job> loadJob(const QString& path)
{
    QFile file(path);
    if (QFileInfo(path).isFile() && file.open(QIODevice::ReadOnly) && looksPacked(file.peek(4)))
        return readPackedJob(path);
    const auto json = readWhole(path, limits::largestJobFile, QStringLiteral("a job"));
    return json ? readJob(*json, QFileInfo(path).fileName()) : tl::unexpected(json.error());
}

Result<void> saveJob(const Job& job, const QString& path, const std::function<bool()>& goesOn)
{
    if (isPackedName(path))
        return writePackedJob(job, path, goesOn);
    return saveWhole(path, writeJob(job), {}, goesOn);
}

} // namespace hinge
