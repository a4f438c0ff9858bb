// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"
#include "core/plan/plan.h"
#include "core/press/sheet_marks.h"

#include <QFile>
#include <QFileInfo>
#include <QTest>
#include <functional>
#include <memory>
#include <rapidcheck.h>

namespace testing
{

/// One file of tests, by its name; `main` makes it and runs it.
struct TestFile {
    QString name;
    std::function<std::unique_ptr<QObject>()> make;
};

/// All files of this program.
[[nodiscard]] inline std::vector<TestFile>& testFiles()
{
    static std::vector<TestFile> files;
    return files;
}

/// Stands at the end of a file of tests.
#define HINGE_TEST(Class)                                                                                              \
    static const bool registered##Class =                                                                              \
        (::testing::testFiles().push_back(                                                                             \
             {QFileInfo(QStringLiteral(__FILE__)).baseName(), [] { return std::make_unique<Class>(); }}),              \
         true);

/// Runs a property and fails the Qt test when it does not hold (rapidcheck prints the counterexample).
#define CHECK_PROPERTY(...) QVERIFY(rc::check(__VA_ARGS__))

/// Compares two lengths and prints millimetres when they differ.
#define COMPARE_MM(actual, expectedMm) QCOMPARE((actual).toMm(), double(expectedMm))

/// Reads a length in the test's own words; a mistake in the test is a failure of the test.
inline hinge::Length len(const char* text, hinge::Unit unit = hinge::Unit::Mm)
{
    const auto length = hinge::parseLength(QString::fromUtf8(text), unit);
    if (!length)
        qFatal("bad length in a test: %s", text);
    return *length;
}

/// Runs a program that reads our files, and gives it something to read; what it prints. One that does not end is a
/// failure.
QByteArray run(const QString& program, const QStringList& arguments, const QByteArray& input = {});

/// The reference leaflet: A4 landscape, three panels, rolled, with the tuck allowance given.
inline hinge::Job a4Roll(const char* tuck = "3 mm")
{
    hinge::Job job = hinge::newLeaflet();
    job.fold.tuckAllowance = len(tuck);
    return job;
}

/// Cards of 85 x 55 mm with 3 mm bleed on SRA3: so many side by side, so many rows, so far apart.
inline hinge::Job cards(int columns, int rows, hinge::Length gap)
{
    hinge::Job job = hinge::newPiece(hinge::PieceKind::Leaf);
    job.flat = {len("85"), len("55")};
    job.zones.bleed = len("3");
    job.press.sheet = {len("450"), len("320")};
    job.press.columns = columns;
    job.press.rows = rows;
    job.press.gap = gap;
    return job;
}

/// A plan that must succeed.
inline hinge::Plan planned(const hinge::Job& job)
{
    auto plan = hinge::plan(job);
    if (!plan)
        qFatal("plan failed: %s", qPrintable(plan.error().text()));
    return std::move(*plan);
}

/// Where folds lie on a face, from its left trim edge, in that order.
inline std::vector<hinge::Length> foldPositions(const hinge::Plan& plan, hinge::Face face)
{
    std::vector<hinge::Length> x;
    for (const hinge::FoldLine& fold : plan.paper.folds)
        x.push_back(fold.at[std::size_t(face)]);
    std::ranges::sort(x);
    return x;
}

/// From the trim of an exported flat to the edge of its page.
inline hinge::Length flatMargin(const hinge::Job& job)
{
    return -hinge::flatPage(planned(job).paper, hinge::Face::Outside).x;
}

/// The role names of a face, from left to right.
inline QStringList roles(const hinge::Plan& plan, hinge::Face face)
{
    QStringList names;
    for (const hinge::Panel& p : plan.paper.face(face))
        names << p.roleName;
    return names;
}

/// Widths of the columns in millimetres, from the left of the outside face.
inline QList<double> widthsMm(const hinge::Plan& plan)
{
    QList<double> widths;
    for (const hinge::Length w : plan.paper.widths)
        widths << w.toMm();
    return widths;
}

/// Writes a file of the test's own, for the program to read; gives its path back.
inline QString written(const QString& path, const QByteArray& bytes)
{
    QFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(bytes) != bytes.size())
        qFatal("cannot write the test's own file");
    return path;
}

/// A file as it is; empty when it cannot be read.
inline QByteArray contentOf(const QString& path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

inline bool hasFinding(const std::vector<hinge::Finding>& findings, const char* code)
{
    return std::ranges::any_of(findings, [&](const hinge::Finding& f) { return f.code == QLatin1String(code); });
}

} // namespace testing

namespace rc
{

/// Any leaflet that could be made: sizes in whole tenths of a millimetre or thirds of an inch.
template <>
struct Arbitrary<hinge::Job> {
    static Gen<hinge::Job> arbitrary();
};

/// A piece of any kind, with whatever only that kind has.
Gen<hinge::Job> anyPiece();

} // namespace rc
