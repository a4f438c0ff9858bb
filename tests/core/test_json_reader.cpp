// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/json_reader.h"
#include "testing.h"

#include <QJsonArray>

using namespace hinge;
using testing::len;

class TestJsonReader : public QObject
{
    Q_OBJECT

    /// Reads one field of a kind and says what went wrong, or nothing.
    template <class T>
    static QString complaint(const QJsonValue& value, T& out)
    {
        std::optional<Problem> problem;
        JsonReader reader(QJsonObject{{QStringLiteral("field"), value}}, QStringLiteral("part"), problem);
        reader.read("field", out);
        return problem ? problem->text() : QString();
    }

private Q_SLOTS:
    void wrongKindsNameTheField()
    {
        QString text = QStringLiteral("kept");
        int number = 7;
        bool flag = true;
        Length length = len("3");
        QVERIFY(complaint(12, text).startsWith(QStringLiteral("part.field")));
        QVERIFY(complaint(QStringLiteral("12"), number).startsWith(QStringLiteral("part.field")));
        QVERIFY(complaint(1.5, number).startsWith(QStringLiteral("part.field")));
        QVERIFY(complaint(1e12, number).startsWith(QStringLiteral("part.field")));
        QVERIFY(complaint(QStringLiteral("yes"), flag).startsWith(QStringLiteral("part.field")));
        QVERIFY(complaint(QJsonArray{}, length).startsWith(QStringLiteral("part.field")));
        QVERIFY(complaint(QStringLiteral("3 parsec"), length).startsWith(QStringLiteral("part.field")));
        QVERIFY(complaint(QStringLiteral("1/0 mm"), length).startsWith(QStringLiteral("part.field")));
        // What could not be read stays what it was.
        QCOMPARE(text, QStringLiteral("kept"));
        QCOMPARE(number, 7);
        QCOMPARE(flag, true);
        COMPARE_MM(length, 3);
    }

    void rightKindsAreTaken()
    {
        Length length;
        QCOMPARE(complaint(QStringLiteral("3 5/8 in"), length), QString());
        QCOMPARE(length, Length::inches(29).part(8));
        int number = 0;
        QCOMPARE(complaint(12, number), QString());
        QCOMPARE(number, 12);
    }

    void wordsListTheirChoices()
    {
        enum class Way { Left, Right };
        static constexpr Word<Way> ways[] = {{"left", Way::Left}, {"right", Way::Right}};
        std::optional<Problem> problem;
        JsonReader reader(QJsonObject{{QStringLiteral("way"), QStringLiteral("up")}}, QString(), problem);
        Way way = Way::Right;
        reader.readWord("way", way, std::span<const Word<Way>>(ways));
        QVERIFY(problem && problem->text().contains(QStringLiteral("left, right")));
        QVERIFY(way == Way::Right);
    }

    void whatNobodyTookIsLeftOver()
    {
        std::optional<Problem> problem;
        JsonReader reader(QJsonObject{{QStringLiteral("a"), 1}, {QStringLiteral("b"), 2}}, QString(), problem);
        int a = 0;
        reader.read("a", a);
        QCOMPARE(reader.takeLeftOver(), (QJsonObject{{QStringLiteral("b"), 2}}));
        QVERIFY(!problem);
    }

    void theFirstProblemStands()
    {
        std::optional<Problem> problem;
        JsonReader reader(QJsonObject{{QStringLiteral("a"), true}, {QStringLiteral("b"), true}}, QString(), problem);
        int n = 0;
        reader.read("b", n);
        reader.read("a", n);
        QVERIFY(problem->text().startsWith(u'b'));
    }
};

HINGE_TEST(TestJsonReader)
#include "test_json_reader.moc"
