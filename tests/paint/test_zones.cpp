// SPDX-License-Identifier: GPL-3.0-or-later
// Zones lie where the paper says; the sheet on the screen is the sheet in print.
#include "core/press/sheet_marks.h"
#include "paint/likeness.h"
#include "paint/sheet_painter.h"
#include "pdf/export_pdf.h"
#include "testing.h"

#include <QPainter>
#include <QProcess>
#include <QTemporaryDir>

using namespace hinge;
using testing::len;

namespace
{

constexpr double dotsPerMm = 10;
constexpr double margin = 10; // around the flat, in millimetres

class NoPictures : public PictureSource
{
public:
    ShownPicture picture(const LinkedFile&) override { return {}; }
};

/// What a zone painter paints on white, with the flat's head-left corner at (margin, margin).
template <class Painting>
QImage painted(Size flat, const Painting& painting)
{
    QImage image(int((flat.w.toMm() + 2 * margin) * dotsPerMm), int((flat.h.toMm() + 2 * margin) * dotsPerMm),
                 QImage::Format_RGB32);
    image.fill(Qt::white);
    QPainter p(&image);
    p.scale(dotsPerMm, dotsPerMm);
    p.translate(margin, margin);
    painting(p);
    return image;
}

QRect pixels(const Rect& r)
{
    return QRectF(QPointF(r.x.toMm() + margin, r.y.toMm() + margin) * dotsPerMm,
                  QPointF(r.right().toMm() + margin, r.bottom().toMm() + margin) * dotsPerMm)
        .toAlignedRect();
}

QColor at(const QImage& image, double xMm, double yMm)
{
    return image.pixelColor(int((xMm + margin) * dotsPerMm), int((yMm + margin) * dotsPerMm));
}

int inked(const QImage& image, const QRect& area)
{
    int count = 0;
    for (int y = area.top(); y <= area.bottom(); ++y)
        for (int x = area.left(); x <= area.right(); ++x)
            count += image.valid(x, y) && image.pixelColor(x, y) != QColor(Qt::white) ? 1 : 0;
    return count;
}

} // namespace

class TestZones : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;
    NoPictures none_;

private Q_SLOTS:
    void bleedIsAroundTheTrim()
    {
        Job job = testing::a4Roll();
        job.zones.edgeBleeds[std::size_t(ItemSide::Right)] = Length(); // printed beside its neighbour there
        const Paper paper = testing::planned(job).paper;
        for (const Face face : bothFaces) {
            const QImage image = painted(job.flat, [&](QPainter& p) { paintBleed(p, paper, face, ZoneColours()); });
            const QRect trim = pixels({Length(), Length(), job.flat.w, job.flat.h});
            QCOMPARE(inked(image, trim.adjusted(0, 0, -1, -1)), 0);
            // 3 mm at head, foot and one side: all of it, and nothing beyond.
            QCOMPARE(inked(image, image.rect()), 30 * 2 * (2970 + 30) + 30 * 2100);
            const double free = face == Face::Outside ? 298 : -1;
            QCOMPARE(at(image, free, 100), QColor(Qt::white));
            QVERIFY(at(image, 297 - free, 100) != QColor(Qt::white));
        }
    }

    void unsafeStripsLeaveTheSafeZones()
    {
        const Job job = testing::a4Roll();
        const Paper paper = testing::planned(job).paper;
        for (const Face face : bothFaces) {
            const QImage image = painted(job.flat, [&](QPainter& p) { paintUnsafe(p, paper, face, ZoneColours()); });
            QCOMPARE(inked(image, image.rect()), inked(image, pixels({Length(), Length(), job.flat.w, job.flat.h})));
            for (const Panel& panel : paper.face(face)) {
                QCOMPARE(inked(image, pixels(panel.safeArea).adjusted(0, 0, -1, -1)), 0);
                for (const QRect& strip :
                     {pixels({panel.area.x, panel.area.y, panel.safeArea.x - panel.area.x, panel.area.h}),
                      pixels({panel.area.x, panel.safeArea.bottom(), panel.area.w,
                              panel.area.bottom() - panel.safeArea.bottom()})})
                    QVERIFY(inked(image, strip) * 20 > strip.width() * strip.height());
            }
        }
    }

    void theGripperIsVeiled()
    {
        const QRectF sheet(0, 0, 100, 80);
        const QImage image = painted({len("100"), len("80")}, [&](QPainter& p) {
            paintUnprintable(p, sheet, QRectF(5, 12, 90, 63), ZoneColours());
        });
        QCOMPARE(inked(image, pixels({len("5"), len("12"), len("90"), len("63")}).adjusted(0, 0, -1, -1)), 0);
        QVERIFY(inked(image, pixels({Length(), Length(), len("100"), len("12")})) > 1000);
        QVERIFY(inked(image, pixels({Length(), len("75"), len("100"), len("5")})) > 500);
    }

    void holesAreDrilledThrough()
    {
        Job job = newPiece(PieceKind::Leaf);
        job.flat = {len("210"), len("297")};
        job.leaf.holes = 2;
        const Paper paper = testing::planned(job).paper;
        for (const Face face : bothFaces) {
            const QImage image = painted(job.flat, [&](QPainter& p) { paintTrim(p, paper, face, ZoneColours(), 0.2); });
            // ISO 838 (from memory): 12 mm from the edge, 80 mm apart; seen from the back they lie at the other edge.
            const double x = face == Face::Outside ? 12 : 210 - 12;
            for (const double y : {148.5 - 40, 148.5 + 40}) {
                for (const QPointF rim : {QPointF(x - 3, y), QPointF(x + 3, y), QPointF(x, y - 3), QPointF(x, y + 3)})
                    QVERIFY(at(image, rim.x(), rim.y()).lightness() < 120);
                QCOMPARE(at(image, x, y), QColor(Qt::white));
            }
            QCOMPARE(at(image, 210 - x, 148.5 - 40), QColor(Qt::white));
        }
        job.leaf.holes = 0;
        job.leaf.cornerRadius = len("10");
        const Paper round = testing::planned(job).paper;
        const QImage image =
            painted(job.flat, [&](QPainter& p) { paintTrim(p, round, Face::Outside, ZoneColours(), 0.2); });
        QCOMPARE(at(image, 0, 0), QColor(Qt::white));
        QVERIFY(at(image, 10 - 10 / std::sqrt(2), 10 - 10 / std::sqrt(2)).lightness() < 200);
    }

    void valleysAreFilledAndMountainsOpen()
    {
        const Job job = testing::a4Roll(); // both folds of a roll fold are valleys on the inside
        const Paper paper = testing::planned(job).paper;
        for (const Face face : bothFaces) {
            const QImage image = painted(job.flat, [&](QPainter& p) { paintFoldEnds(p, paper, face, Qt::black, 0.4); });
            for (const FoldLine& fold : paper.folds) {
                const double x = fold.at[std::size_t(face)].toMm();
                const double head = -3 - 4 * 0.4 - 7 * 0.4 * 0.6; // within the triangle above the bleed
                const double foot = 210 + 3 + 4 * 0.4 + 7 * 0.4 * 0.6;
                for (const double y : {head, foot})
                    QCOMPARE(at(image, x, y).lightness() < 60, face == Face::Inside);
            }
            QCOMPARE(inked(image, pixels({Length(), Length(), job.flat.w, job.flat.h})), 0);
        }
    }

    void creasesLieOnTheirFolds()
    {
        Job job = testing::a4Roll();
        const Paper paper = testing::planned(job).paper;
        for (const Face face : bothFaces) {
            const QImage image = painted(job.flat, [&](QPainter& p) { paintCreases(p, paper, face, 0.2); });
            // Rolled in from the left of the outside: panels of 97, 100 and 100 (arithmetic, test_folding).
            for (const double x : face == Face::Outside ? std::array{97.0, 197.0} : std::array{100.0, 200.0}) {
                int dark = 0;
                for (int y = 0; y < 2100; ++y)
                    dark += at(image, x, y / dotsPerMm).lightness() < 235 ? 1 : 0;
                QVERIFY2(dark > 600, qPrintable(QStringLiteral("%1: %2").arg(x).arg(dark)));
                QCOMPARE(at(image, x + 3, 100), QColor(Qt::white));
            }
        }
    }

    void theSheetOnTheScreenIsTheSheetInPrint()
    {
        Job job = newPiece(PieceKind::Leaf);
        job.flat = {len("85"), len("55")};
        job.press.sheet = {len("320"), len("225")};
        const Plan bare = testing::planned(job);
        const auto tint = [&](const char* id, const Rect& frame) {
            Item item;
            item.id = QString::fromLatin1(id);
            item.ink = QStringLiteral("Black");
            item.sides = freeSides(bare.paper, Face::Outside, frame);
            return item;
        };
        // Nothing alike when turned or mirrored.
        job.edit(Face::Outside).items = {tint("a", {len("5"), len("5"), len("30"), len("8")}),
                                         tint("b", {len("5"), len("5"), len("6"), len("40")}),
                                         tint("c", {len("60"), len("40"), len("28"), len("18")})};
        job.edit(Face::Inside).items = {tint("d", {len("40"), len("10"), len("10"), len("30")})};
        const Plan plan = testing::planned(job);
        QVERIFY(plan.sheet().up() >= 6);
        QVERIFY(exportPdf(job, ExportKind::Sheets, dir_.path(), dir_.filePath(QStringLiteral("sheet.pdf"))));
        TextLayoutCache layouts(FontLibrary::shipped());
        FacePainter faces(layouts, none_);
        FaceImageCache cache;
        for (const Face face : bothFaces) {
            const QString page = face == Face::Outside ? QStringLiteral("1") : QStringLiteral("2");
            QCOMPARE(QProcess::execute(QStringLiteral("pdftoppm"),
                                       {QStringLiteral("-png"), QStringLiteral("-singlefile"), QStringLiteral("-r"),
                                        QStringLiteral("254"), QStringLiteral("-f"), page,
                                        dir_.filePath(QStringLiteral("sheet.pdf")), dir_.filePath(page)}),
                     0);
            const QImage print(dir_.filePath(page + QStringLiteral(".png")));
            QImage screen(3200, 2250, QImage::Format_RGB32);
            screen.fill(Qt::white);
            QPainter p(&screen);
            p.scale(dotsPerMm, dotsPerMm);
            paintSheetSide(p, faces, cache, job, plan, plan.press.front().forms.front(), face, {}, ZoneColours(),
                           1 / dotsPerMm);
            p.end();
            QVERIFY(std::abs(print.width() - screen.width()) <= 1 && std::abs(print.height() - screen.height()) <= 1);
            const auto [ink, apart] = testing::likeness(screen, print, screen.rect());
            QVERIFY(ink > 100'000);
            QVERIFY2(apart * 1000 < ink, qPrintable(QStringLiteral("page %1: %2 of %3").arg(page).arg(apart).arg(ink)));
        }
    }
};

HINGE_TEST(TestZones)
#include "test_zones.moc"
