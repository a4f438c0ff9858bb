// SPDX-License-Identifier: GPL-3.0-or-later
#include "testing.h"

#include <QProcess>

namespace testing
{

QByteArray run(const QString& program, const QStringList& arguments, const QByteArray& input)
{
    QProcess p;
    p.start(program, arguments);
    p.write(input);
    p.closeWriteChannel();
    if (!p.waitForFinished(120000))
        qFatal("%s did not end", qPrintable(program));
    if (p.exitCode() != 0)
        qInfo("%s: %s", qPrintable(program), p.readAllStandardError().constData());
    return p.readAllStandardOutput();
}

} // namespace testing

namespace rc
{

Gen<hinge::Job> Arbitrary<hinge::Job>::arbitrary()
{
    return gen::exec([] {
        hinge::Job job = hinge::newLeaflet();
        const auto side = [] {
            return *gen::arbitrary<bool>() ? hinge::Length::micrometres(100) * *gen::inRange(1500, 9000)
                                           : hinge::Length::inches(1).part(3) * *gen::inRange(18, 100);
        };
        job.flat = {side(), side()};
        job.unit = *gen::element(hinge::Unit::Mm, hinge::Unit::Inch, hinge::Unit::Cm, hinge::Unit::Point);
        job.stock.grammage = *gen::inRange(60, 300);
        using S = hinge::FoldScheme;
        job.fold.scheme =
            *gen::element(S::Half, S::Roll, S::Zigzag, S::Gate, S::DoubleGate, S::Short, S::Cross, S::HalfRoll);
        job.fold.panels = *gen::inRange(2, 7);
        if (const int fixed = hinge::fixedPanels(job.fold.scheme))
            job.fold.panels = fixed;
        if (job.fold.scheme == S::Cross)
            job.fold.panels = *gen::element(4, 8);
        if (job.fold.scheme == S::HalfRoll)
            job.fold.panels = *gen::element(6, 8);
        job.fold.atHead = *gen::arbitrary<bool>();
        job.fold.coverPanel = hinge::usualFront(job.fold, *gen::arbitrary<bool>());
        if (*gen::arbitrary<bool>())
            job.fold.tuckAllowance = hinge::Length::units(*gen::inRange<std::int64_t>(0, 4 * hinge::Length::perMm));
        job.zones.bleed = hinge::Length::micrometres(*gen::inRange(0, 5000));
        job.quantity = *gen::inRange(1, 100000);
        return job;
    });
}

Gen<hinge::Job> anyPiece()
{
    return gen::exec([] {
        using namespace hinge;
        Job job = *gen::arbitrary<Job>();
        const Job folded = job;
        job = newPiece(*gen::element(PieceKind::Leaflet, PieceKind::Card, PieceKind::Cover, PieceKind::Booklet,
                                     PieceKind::Book, PieceKind::Leaf, PieceKind::WireBook));
        job.unit = folded.unit;
        job.zones = folded.zones;
        job.quantity = folded.quantity;
        if (job.kind == PieceKind::Leaflet) {
            job.flat = folded.flat;
            job.fold = folded.fold;
        }
        job.page = {Length::mm(*gen::inRange(60, 300)), Length::mm(*gen::inRange(60, 300))};
        job.pages.count = *gen::inRange(2, 400);
        job.pages.plusCover = *gen::arbitrary<bool>();
        job.pages.signature = *gen::element(4, 8, 16, 32);
        job.pages.blanks = *gen::element(Blanks::AtEnd, Blanks::BeforeBack, Blanks::InsideCovers);
        job.pages.counted = *gen::element(CountedCovers::All, CountedCovers::NotOuter, CountedCovers::None);
        job.pages.workStyle = *gen::element(WorkStyle::Sheetwise, WorkStyle::WorkAndTurn);
        job.pages.strips = *gen::inRange(1, 5);
        job.pages.creepMilli = *gen::inRange(0, 2000);
        job.cover.flap = Length::mm(*gen::inRange(0, 50));
        job.cover.hinge = Length::mm(*gen::inRange(0, 9));
        if (*gen::arbitrary<bool>())
            job.cover.spine = Length::micrometres(*gen::inRange(1000, 30000));
        if (*gen::arbitrary<bool>())
            job.pages.textStock.measuredCaliper = Length::inches(2).part(*gen::inRange(100, 900));
        job.leaf.stub = *gen::element(Length(), Length::mm(30));
        job.leaf.cornerRadius = Length::mm(*gen::inRange(0, 9));
        job.leaf.postal = *gen::arbitrary<bool>();
        job.leaf.holes = *gen::inRange(0, 2);
        job.records.source = *gen::element(RecordSource::None, RecordSource::Series);
        job.records.series.start = *gen::inRange(0, 1000);
        job.records.series.digits = *gen::inRange(0, 6);
        job.records.count = *gen::inRange(0, 5000);
        job.rightToLeft = *gen::arbitrary<bool>();
        job.faceInks = {FaceInks{4, *gen::inRange(0, 3)}, FaceInks{1, 0}};
        job.coatings = {*gen::element(Coating::None, Coating::MattFilm), Coating::None};
        if (*gen::arbitrary<bool>())
            job.zones.edgeBleeds[std::size_t(*gen::inRange(0, 4))] = Length();
        job.edit(Face::Inside).margins = {{0, ItemSide::Left, Length::mm(*gen::inRange(0, 20))}};
        return job;
    });
}

} // namespace rc
