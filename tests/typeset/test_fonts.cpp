// SPDX-License-Identifier: GPL-3.0-or-later
// Fonts of this machine beside those that ship, fonts that cannot be used, and fonts that must not go into a file.
#include "testing.h"
#include "typeset/content_checks.h"
#include "typeset/story_layout.h"

#include <QFile>
#include <QProcess>
#include <QSet>
#include <QTemporaryDir>
#include <future>

using namespace hinge;
using testing::len;

class TestFonts : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;

    static QByteArray shippedData(const char* name)
    {
        return FontLibrary::shipped().find(QString::fromLatin1(name))->data();
    }

    /// Lines of fontconfig's own tool, parted at "|".
    static QList<QStringList> listed(const char* format)
    {
        QProcess tool;
        tool.start(QStringLiteral("fc-list"),
                   {QStringLiteral("--format=") + QString::fromLatin1(format) + QStringLiteral("\n")});
        if (!tool.waitForFinished())
            qFatal("fc-list does not run");
        QList<QStringList> lines;
        for (const QString& line : QString::fromUtf8(tool.readAllStandardOutput()).split(u'\n', Qt::SkipEmptyParts))
            lines << line.split(u'|');
        return lines;
    }

private Q_SLOTS:
    void theFontsOfTheMachineAreOffered()
    {
        QSet<QString> want;
        // fontconfig says which have colours, and names the looks of variable ones by numbers of their own beside the
        // plain one.
        QSet<QString> variable;
        for (const QStringList& f : listed("%{file}|%{index}"))
            if (f[1].toInt() >= 0x10000)
                variable.insert(f[0]);
        for (const QStringList& f :
             listed("%{family[0]} %{style[0]}|%{fontformat}|%{scalable}|%{variable}|%{index}|%{color}|%{file}"))
            if (!variable.contains(f[6]) && (f[1] == QStringLiteral("TrueType") || f[1] == QStringLiteral("CFF")) &&
                f[2] == QStringLiteral("True") && f[3] != QStringLiteral("True") && f[4].toInt() < 0x10000 &&
                f[5] != QStringLiteral("True"))
                want.insert(f[0]);
        const QStringList names = FontLibrary::installed().names();
        QSet<QString> have(names.begin(), names.end());
        QCOMPARE(qsizetype(have.size()), names.size()); // each name once
        for (const QString& shipped : FontLibrary::shipped().names()) {
            QVERIFY(have.contains(shipped));
            have.remove(shipped);
            want.remove(shipped);
        }
        const auto only = [](const QSet<QString>& a, const QSet<QString>& b) {
            return QStringList((a - b).values()).join(QStringLiteral(", "));
        };
        QVERIFY2(have == want,
                 qPrintable(QStringLiteral("too many: %1; missing: %2").arg(only(have, want), only(want, have))));
        // The shipped ones first, then by name.
        QCOMPARE(names.mid(0, 8), FontLibrary::shipped().names());
    }

    void everyOfferedFontCanBeSetIn()
    {
        int tried = 0;
        for (const QString& name : FontLibrary::installed().names().mid(0, 40)) {
            const FontFace* face = FontLibrary::installed().find(name);
            QVERIFY2(face, qPrintable(name));
            QVERIFY(face->unitsPerEm() > 0);
            ++tried;
        }
        QVERIFY(tried >= 8);
    }

    void severalThreadsAskAtOnce()
    {
        const QString file = dir_.filePath(QStringLiteral("v.ttf"));
        QFile out(file);
        QVERIFY(out.open(QIODevice::WriteOnly));
        out.write(shippedData("Vollkorn Regular"));
        out.close();
        for (int round = 0; round < 20; ++round) {
            FontLibrary library;
            library.addFile(QStringLiteral("V"), file, 0);
            std::vector<std::future<const FontFace*>> asked;
            for (int i = 0; i < 4; ++i)
                asked.push_back(
                    std::async(std::launch::async, [&library] { return library.find(QStringLiteral("V")); }));
            QSet<const FontFace*> got;
            for (auto& a : asked)
                got.insert(a.get());
            QCOMPARE(got.size(), 1);
            QVERIFY(*got.begin());
        }
    }

    void unusableFilesAreMissingFonts()
    {
        const QString junk = dir_.filePath(QStringLiteral("junk.ttf"));
        QFile out(junk);
        QVERIFY(out.open(QIODevice::WriteOnly));
        out.write("not a font");
        out.close();
        FontLibrary library;
        library.add(FontFace::fromData(QStringLiteral("Fine"), shippedData("Cabin Regular")));
        library.addFile(QStringLiteral("Junk"), junk, 0);
        library.addFile(QStringLiteral("Gone"), dir_.filePath(QStringLiteral("gone.ttf")), 0);
        library.addFile(QStringLiteral("Fine"), junk, 0); // the first of a name stays
        QCOMPARE(library.names(),
                 (QStringList{QStringLiteral("Fine"), QStringLiteral("Junk"), QStringLiteral("Gone")}));
        QVERIFY(library.find(QStringLiteral("Fine")));
        for (const char* name : {"Junk", "Gone", "Nowhere"}) {
            QVERIFY(!library.find(QString::fromLatin1(name)));
            Paragraph p{QStringLiteral("Low water"), {}};
            p.style.font = QString::fromLatin1(name);
            QCOMPARE(layOutText({p}, {len("80"), len("20")}, library).missingFonts, QStringList{p.style.font});
        }
    }

    void fontsThatForbidEmbeddingAreFound()
    {
        // OpenType 1.9, OS/2: fsType 0x0002 is "restricted licence embedding"; 0x0004 allows printing.
        QByteArray data = shippedData("Vollkorn Regular");
        const auto u32 = [&](qsizetype at) {
            return quint32(quint8(data[at])) << 24 | quint32(quint8(data[at + 1])) << 16 |
                   quint32(quint8(data[at + 2])) << 8 | quint8(data[at + 3]);
        };
        qsizetype os2 = 0;
        for (int i = 0; i < quint8(data[5]); ++i)
            if (data.mid(12 + i * 16, 4) == "OS/2")
                os2 = u32(12 + i * 16 + 8);
        QVERIFY(os2 > 0);
        const auto findings = [&](char fsType) {
            data[os2 + 9] = fsType;
            FontLibrary library;
            library.add(FontFace::fromData(QStringLiteral("Locked"), data));
            Job job = testing::a4Roll();
            Item text;
            text.id = QStringLiteral("t");
            text.kind = ItemKind::Text;
            text.paragraphs = {{QStringLiteral("Low water"), {}}};
            text.paragraphs.front().style.font = QStringLiteral("Locked");
            text.sides =
                freeSides(testing::planned(job).paper, Face::Outside, {len("20"), len("20"), len("60"), len("20")});
            job.edit(Face::Outside).items = {text};
            TextLayoutCache layouts(library);
            return checkText(job, testing::planned(job), layouts);
        };
        QVERIFY(testing::hasFinding(findings(2), "text.fontLocked"));
        QVERIFY(!testing::hasFinding(findings(4), "text.fontLocked"));
        QVERIFY(!testing::hasFinding(findings(0), "text.fontLocked"));
    }
};

HINGE_TEST(TestFonts)
#include "test_fonts.moc"
