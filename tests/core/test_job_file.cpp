// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/job_file.h"
#include "testing.h"

#include <QDir>
#include <QJsonArray>
#include <QJsonDocument>
#include <QProcess>
#include <QTemporaryDir>

using namespace hinge;
using testing::len;

class TestJobFile : public QObject
{
    Q_OBJECT

    static Job filled()
    {
        Job job = testing::a4Roll();
        job.title = QStringLiteral("Tide table “Spring”");
        Item text;
        text.id = QStringLiteral("a");
        text.kind = ItemKind::Text;
        text.sides = sidesFillingSafeArea(1);
        text.sides[1] = holdOnColumn(1, 1, LineEnd::Start);
        text.sides[1].offset = len("1/3 in");
        TextStyle style;
        style.align = Align::Justified;
        style.size = len("9.5 pt");
        text.paragraphs = {{QStringLiteral("Zwölf Flüsse\u2028und “ﬁ”"), style}};
        Item picture;
        picture.id = QStringLiteral("b");
        picture.kind = ItemKind::Picture;
        picture.file = {QStringLiteral("pictures/lamp.jpg"), 1, 4711, QStringLiteral("abc")};
        Item tint;
        tint.id = QStringLiteral("c");
        tint.ink = QStringLiteral("Lamp");
        tint.strength = 40;
        job.edit(Face::Outside).items = {tint, picture, text};
        job.edit(Face::Inside).supplied = LinkedFile{QStringLiteral("art.pdf"), 2, 0, {}};
        job.edit(Face::Inside).columns = {{0, 2, len("5 mm")}};
        job.fold.widths = {std::nullopt, len("100"), std::nullopt};
        return job;
    }

    static QString refusal(const QByteArray& json)
    {
        const auto job = readJob(json, QStringLiteral("x.hinge.json"));
        return job ? QStringLiteral("accepted") : job.error().text();
    }

    static QByteArray edited(const std::function<void(QJsonObject&)>& edit)
    {
        QJsonObject o = QJsonDocument::fromJson(writeJob(filled())).object();
        edit(o);
        return QJsonDocument(o).toJson();
    }

private Q_SLOTS:
    void guidesOfEarlierFilesAreHeldOnTo()
    {
        Job job = filled();
        job.edit(Face::Outside).guides = {{4, 0, true, len("10 mm")}};
        job.edit(Face::Outside).items.front().side(ItemSide::Left) = holdOnGuide(0, 4);
        const QByteArray now = writeJob(job);
        QVERIFY(now.contains("\"guide\": 5"));
        QByteArray before = now; // the number of the guide stood under "column"
        before.replace("\"guide\": 5", "\"column\": 5");
        const auto read = readJob(before, {});
        QVERIFY2(read, qPrintable(read ? QString() : read.error().text()));
        QCOMPARE(*read, job);
        QCOMPARE(writeJob(*read), now);
    }

    void savingAndLoadingIsTheIdentity()
    {
        const Job job = filled();
        const auto back = readJob(writeJob(job), {});
        QVERIFY2(back, qPrintable(back ? QString() : back.error().text()));
        QVERIFY(*back == job);
        QCOMPARE(writeJob(*back), writeJob(job));
        CHECK_PROPERTY("any leaflet comes back as it was saved", [](const Job& any) {
            const auto read = readJob(writeJob(any), {});
            RC_ASSERT(read);
            RC_ASSERT(*read == any);
        });
    }

    void everyKindComesBackAsItWasSaved()
    {
        CHECK_PROPERTY("any piece of any kind comes back as it was saved, and plans alike", [] {
            const Job any = *rc::anyPiece();
            const auto read = readJob(writeJob(any), {});
            RC_ASSERT(read);
            RC_ASSERT(*read == any);
            const auto a = plan(any);
            const auto b = plan(*read);
            RC_ASSERT(a && b);
            for (std::size_t i = 0; i < a->figures.size(); ++i)
                RC_ASSERT(a->figures[i].value == b->figures[i].value);
        });
    }

    void unknownKeysSurvive()
    {
        const QByteArray json = edited([](QJsonObject& o) {
            o[QStringLiteral("x-colour-bar")] = true;
            QJsonObject stock = o[QStringLiteral("stock")].toObject();
            stock[QStringLiteral("x-mill")] = QStringLiteral("north");
            o[QStringLiteral("stock")] = stock;
        });
        const auto job = readJob(json, {});
        QVERIFY(job);
        const QJsonObject back = QJsonDocument::fromJson(writeJob(*job)).object();
        QCOMPARE(back[QStringLiteral("x-colour-bar")], QJsonValue(true));
        QCOMPARE(back[QStringLiteral("stock")].toObject()[QStringLiteral("x-mill")].toString(),
                 QStringLiteral("north"));
    }

    void unknownKeysSurviveAnywhere()
    {
        // Every object of a full job gets a key that this version does not know; all of them are there after reading
        // and writing.
        int put = 0;
        const std::function<QJsonValue(const QJsonValue&)> strange = [&](const QJsonValue& v) -> QJsonValue {
            if (v.isArray()) {
                QJsonArray out;
                for (const QJsonValue& entry : v.toArray())
                    out.append(strange(entry));
                return out;
            }
            if (!v.isObject())
                return v;
            QJsonObject o = v.toObject();
            for (const QString& key : o.keys())
                o[key] = strange(o[key]);
            o[QStringLiteral("x-later")] = QJsonObject{{QStringLiteral("n"), ++put}};
            return o;
        };
        Job job = filled();
        job.zones.edgeBleeds[1] = len("2 mm");
        job.gridStep = Length::points(12);
        job.fold.scheme = FoldScheme::Own;
        job.fold.steps = {{Axis::Vertical, 1, LineSide::Before, FoldWay::Over},
                          {Axis::Vertical, 2, LineSide::After, FoldWay::Over}};
        job.edit(Face::Outside).guides = {{0, 0, true, len("10 mm")}};
        job.edit(Face::Outside).columns = {{0, 2, len("4 mm")}};
        job.edit(Face::Outside).margins = {{0, ItemSide::Left, len("7 mm")}};
        job.characterStyles = {{QStringLiteral("Name"), {}, job.inks.front().name}};
        job.inks.push_back({QStringLiteral("Spare"), {1, 2, 3, 4}, true});
        for (Item& item : job.edit(Face::Outside).items)
            if (item.kind == ItemKind::Shape) {
                item.shadow = Shadow{.ink = QStringLiteral("Lamp")};
                item.stroke = {len("1 mm"), QStringLiteral("Lamp"), 50};
            }
        const QJsonObject json = strange(QJsonDocument::fromJson(writeJob(job)).object()).toObject();
        QVERIFY(put > 40);
        const auto read = readJob(QJsonDocument(json).toJson(), {});
        QVERIFY2(read, qPrintable(read ? QString() : read.error().text()));
        QCOMPARE(QJsonDocument::fromJson(writeJob(*read)).object(), json);

        // What goes takes its strange keys along: the shadow's do not bring it back.
        Job without = *read;
        without.surfaces.editEach([](SurfaceContent& content) {
            for (Item& item : content.items)
                item.shadow.reset();
        });
        std::swap(without.inks.front(), without.inks.back());
        const QJsonObject spare = without.inks.front().extra;
        const auto again = readJob(writeJob(without), {});
        QVERIFY2(again, qPrintable(again ? QString() : again.error().text()));
        QVERIFY(std::ranges::none_of(again->on(Face::Outside).items,
                                     [](const Item& item) { return item.shadow.has_value(); }));
        QCOMPARE(again->inks.front().name, QStringLiteral("Spare"));
        QCOMPARE(again->inks.front().extra, spare);
        QVERIFY(!spare.isEmpty());
    }

    void followsItsPublishedSchema()
    {
        // Checked by an independent validator: python3-jsonschema, JSON Schema draft 2020-12.
        QTemporaryDir dir;
        const QString path = dir.filePath(QStringLiteral("job.hinge.json"));
        QVERIFY(saveJob(filled(), path));
        const auto validate = [](const QString& file) {
            QProcess p;
            p.start(QStringLiteral("/usr/bin/python3"),
                    {QStringLiteral("-c"),
                     QStringLiteral("import json,sys,jsonschema\n"
                                    "jsonschema.Draft202012Validator(json.load(open(sys.argv[1]))).validate(json.load("
                                    "open(sys.argv[2])))"),
                     QStringLiteral(HINGE_SOURCE_DIR "/docs/job.schema.json"), file});
            p.waitForFinished();
            return p.exitCode() == 0 ? QString() : QString::fromUtf8(p.readAllStandardError());
        };
        QCOMPARE(validate(path), QString());
        QCOMPARE(validate(QStringLiteral(HINGE_SOURCE_DIR "/demo/visitor-leaflet.hinge.json")), QString());
        QFile broken(dir.filePath(QStringLiteral("broken.json")));
        QVERIFY(broken.open(QIODevice::WriteOnly));
        broken.write(edited([](QJsonObject& o) { o[QStringLiteral("quantity")] = QStringLiteral("many"); }));
        broken.close();
        QVERIFY(!validate(broken.fileName()).isEmpty());
    }

    void presetsAndDemoJobsFollowTheSchema()
    {
        QStringList files;
        for (const char* folder : {"/assets/presets", "/demo"})
            for (const QFileInfo& f : QDir(QStringLiteral(HINGE_SOURCE_DIR) + QString::fromLatin1(folder))
                                          .entryInfoList({QStringLiteral("*.hinge.json")}))
                files << f.filePath();
        QVERIFY(files.size() > 30);
        for (const QString& file : files) {
            const auto job = loadJob(file);
            QVERIFY2(job && plan(*job), qPrintable(file));
        }
        QProcess p;
        p.start(QStringLiteral("/usr/bin/python3"),
                QStringList{QStringLiteral("-c"),
                            QStringLiteral("import json,sys,jsonschema\n"
                                           "check = jsonschema.Draft202012Validator(json.load(open(sys.argv[1])))\n"
                                           "for name in sys.argv[2:]: check.validate(json.load(open(name)))"),
                            QStringLiteral(HINGE_SOURCE_DIR "/docs/job.schema.json")} +
                    files);
        QVERIFY(p.waitForFinished(60000));
        const QByteArray trouble = p.readAllStandardError();
        QVERIFY2(p.exitCode() == 0, trouble.right(600).constData());
    }

    void badFilesAreExplained()
    {
        QVERIFY(refusal("{\n\"format\": 1,\n oops").contains(QStringLiteral("line 3")));
        QVERIFY(refusal("[]").contains(QStringLiteral("not a job")));
        QVERIFY(refusal("{}").contains(QStringLiteral("not a job")));
        QVERIFY(refusal("{\"format\": 99}").contains(QStringLiteral("newer version")));
        QVERIFY(refusal("{\"format\": \"one\"}").contains(QStringLiteral("whole number")));
        QVERIFY(refusal(QByteArray()).startsWith(QStringLiteral("x.hinge.json: ")));
        QVERIFY(refusal(QByteArray("{\"format\": 1, \"a\": ") + QByteArray(100000, '['))
                    .contains(QStringLiteral("not a readable job")));
        const QString wide = refusal(edited([](QJsonObject& o) {
            o[QStringLiteral("flat")] = QJsonObject{{QStringLiteral("width"), QStringLiteral("-3 mm")},
                                                    {QStringLiteral("height"), QStringLiteral("1/0")}};
        }));
        QVERIFY2(wide.startsWith(QStringLiteral("x.hinge.json, flat.height: ")), qPrintable(wide));
        const QString stock = refusal(edited([](QJsonObject& o) { o[QStringLiteral("stock")] = 3; }));
        QVERIFY2(stock.startsWith(QStringLiteral("x.hinge.json, stock: ")), qPrintable(stock));
        const QString word = refusal(edited([](QJsonObject& o) { o[QStringLiteral("unit")] = QStringLiteral("ell"); }));
        QVERIFY2(word.contains(QStringLiteral("not one of: mm, cm, in")), qPrintable(word));
        QVERIFY(refusal(edited([](QJsonObject& o) {
                    o[QStringLiteral("quantity")] = 1e300;
                })).contains(QStringLiteral("quantity")));
        QVERIFY(refusal(edited([](QJsonObject& o) {
                    o[QStringLiteral("inks")] = QJsonArray();
                })).contains(QStringLiteral("no ink named")));
    }

    void filesThatCannotBeReadOrWritten()
    {
        QVERIFY(loadJob(QStringLiteral("/nowhere/at/all.hinge.json"))
                    .error()
                    .text()
                    .contains(QStringLiteral("no such file")));
        QVERIFY(!loadJob(QDir::tempPath()));
        // A folder nobody may write to, not even an administrator.
        const auto saved = saveJob(filled(), QStringLiteral("/sys/job.hinge.json"));
        QVERIFY(!saved);
        QVERIFY(saved.error().text().startsWith(QStringLiteral("/sys/job.hinge.json: ")));
        QVERIFY(saved.error().message.contains(QStringLiteral("another folder")));
    }

    void aFailedSaveLeavesTheOldFile()
    {
        QTemporaryDir dir;
        const QString path = dir.filePath(QStringLiteral("job.hinge.json"));
        QVERIFY(saveJob(filled(), path));
        Job changed = filled();
        changed.quantity = 7;
        QVERIFY(saveJob(changed, path));
        QCOMPARE(loadJob(path)->quantity, 7);
        QCOMPARE(QDir(dir.path()).entryList(QDir::Files).size(), 1);
    }
};

HINGE_TEST(TestJobFile)
#include "test_job_file.moc"
