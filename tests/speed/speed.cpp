// SPDX-License-Identifier: GPL-3.0-or-later
// Prints how fast the program is, against what is wanted. Measures, never judges: no test depends on it.
#include "app/document/linked_files.h"
#include "app/document/record_view.h"
#include "app/dummy/dummy_stage.h"
#include "app/look/theme.h"
#include "app/sequence/record_stage.h"
#include "app/sequence/sequence_stage.h"
#include "app/window/main_window.h"
#include "colour/press_profile.h"
#include "core/edit/masters.h"
#include "core/edit/new_items.h"
#include "core/edit/record_edits.h"
#include "core/file/job_file.h"
#include "core/gang/gang_file.h"
#include "core/gang/gang_plan.h"
#include "pdf/export_pdf.h"
#include "pdf/picture_preview.h"
#include "pdf/read_facts.h"
#include "typeset/table_layout.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QPainter>
#include <QPdfWriter>
#include <QProcess>
#include <QScrollBar>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTextStream>
#include <algorithm>
#include <functional>
#include <tiffio.h>

using namespace hinge;

namespace
{

/// Median of several runs, in milliseconds.
double median(int runs, const std::function<void()>& body)
{
    std::vector<double> times;
    for (int i = 0; i < runs; ++i) {
        QElapsedTimer timer;
        timer.start();
        body();
        times.push_back(double(timer.nsecsElapsed()) / 1e6);
    }
    std::ranges::sort(times);
    return times[times.size() / 2];
}

void print(const QString& what, double ms, const QString& wanted)
{
    QTextStream(stdout) << QStringLiteral("%1 %2 ms   wanted: %3").arg(what, -52).arg(ms, 8, 'f', 2).arg(wanted)
                        << Qt::endl;
}

/// Megabytes of memory the process has taken at most so far.
double peakMemory()
{
    QFile status(QStringLiteral("/proc/self/status"));
    if (!status.open(QIODevice::ReadOnly))
        return 0;
    for (const QByteArray& line : status.readAll().split('\n'))
        if (line.startsWith("VmHWM:"))
            return line.mid(6).trimmed().split(' ').first().toDouble() / 1024;
    return 0;
}

void printSize(const QString& what, double megabytes, const QString& wanted)
{
    QTextStream(stdout) << QStringLiteral("%1 %2 MB   wanted: %3").arg(what, -52).arg(megabytes, 8, 'f', 2).arg(wanted)
                        << Qt::endl;
}

QString textOf(int pages, const QString& file)
{
    QPdfWriter writer(file);
    writer.setPageSize(QPageSize(QPageSize::A5));
    writer.setPageMargins({});
    QPainter p(&writer);
    QFont font(QStringLiteral("Cabin"));
    font.setPixelSize(writer.width() / 50);
    p.setFont(font);
    for (int i = 1; i <= pages; ++i) {
        for (int line = 0; line < 40; ++line)
            p.drawText(writer.width() / 8, writer.height() / 10 + line * writer.height() / 50,
                       QStringLiteral("Page %1, line %2: water over the causeway").arg(i).arg(line + 1));
        if (i < pages)
            writer.newPage();
    }
    return file;
}

/// Every demo piece folded, or its leaves turned: what a frame takes while it moves.
void measureDummies(MainWindow& window)
{
    for (const char* name : {"visitor-leaflet", "invitation", "solstice-card", "boat-tickets", "member-card",
                             "postcard", "tide-almanac-cover", "field-notebook"}) {
        window.openJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/%1.hinge.json").arg(QLatin1String(name)));
        window.showStage(Stage::Dummy);
        auto& canvas = *window.findChild<DummyCanvas*>(QStringLiteral("dummyCanvas"));
        QElapsedTimer still;
        still.start();
        while (!window.isSettled() || still.elapsed() < 400)
            QApplication::processEvents();
        // A piece that is not folded is turned in its place.
        const double from = canvas.lastMoment() > 1 ? canvas.lastMoment() / 2 : 0;
        int i = 0;
        const auto frame = [&] {
            if (canvas.lastMoment() > 0)
                canvas.setMoment(from + (++i % 60) / 60.0);
            else
                canvas.zoomBy(++i % 2 ? 1.01 : 1 / 1.01);
            QApplication::processEvents();
        };
        (void)median(40, frame); // it finds how finely there is time to paint
        print(QStringLiteral("a frame of the Dummy, %1").arg(QLatin1String(name)), median(90, frame),
              QStringLiteral("16"));
    }
}

/// A book of so many pages in the window: brought in, seen, scrolled through, changed.
void measurePages(MainWindow& window, int pages)
{
    const QTemporaryDir dir;
    const QString file = textOf(pages, dir.filePath(QStringLiteral("text.pdf")));
    Document& document = window.document();
    auto& stage = *window.findChild<SequenceStage*>();
    const auto settle = [&] {
        do
            QApplication::processEvents();
        while (!document.files().isIdle() || !stage.grid().isIdle());
    };
    document.start(newPiece(PieceKind::Book));
    window.showStage(Stage::PageOrder);
    settle();
    const QString name = QStringLiteral("%1 pages").arg(pages);
    print(QStringLiteral("%1 brought in, until they are seen").arg(name),
          median(1,
                 [&] {
                     FileFacts facts;
                     document.files().withFacts(file, [&](const FileFacts& known) { facts = known; });
                     while (facts.pages.empty())
                         QApplication::processEvents();
                     const auto incoming = pagesOf({{file, facts}});
                     stage.editor().bringIn(incoming, -1, {}, offerFor(document.job(), incoming));
                     settle();
                 }),
          QStringLiteral("under 2000"));
    QScrollBar* bar = stage.grid().verticalScrollBar();
    // A frame of scrolling: what the window does before it can take the next step.
    print(QStringLiteral("%1 scrolled, a step of 60 pixels").arg(name),
          median(301,
                 [&] {
                     bar->setValue(bar->value() + 60);
                     QApplication::processEvents();
                 }),
          QStringLiteral("under 16"));
    settle();
    const SurfaceId page = document.job().sequence.at(pages / 2).surface();
    auto edit = [&, i = 0]() mutable {
        Job next = document.job();
        next.edit(page).placement.shift.x = Length::micrometres(10 * ++i);
        (void)document.edit(QStringLiteral("speed"), next);
        QApplication::processEvents();
    };
    for (const Stage on : {Stage::PageOrder, Stage::Flat}) {
        window.showStage(on);
        window.selection().setSurface(page);
        settle();
        print(QStringLiteral("an edit on one of %1, on the stage “%2”").arg(name, stageKey(on)), median(21, edit),
              QStringLiteral("under 16"));
    }
    // A line that all of them carry.
    Job with = document.job();
    addMaster(with, newMaster(with, page));
    const SurfaceId master = with.masters.front().surface();
    Item line = newHeading(with, document.plan(), page, 0, QStringLiteral("Skerrowby"));
    line.id = QStringLiteral("line");
    with.edit(master).items = {line};
    (void)document.edit(QStringLiteral("speed"), with);
    auto editMaster = [&, i = 0]() mutable {
        Job next = document.job();
        for (SideAnchor& side : next.edit(master).items.front().sides)
            side.offset += Length::micrometres(++i % 2 == 0 ? 100 : -100);
        (void)document.edit(QStringLiteral("speed"), next);
        QApplication::processEvents();
    };
    for (const Stage on : {Stage::PageOrder, Stage::Flat}) {
        window.showStage(on);
        window.selection().setSurface(page);
        settle();
        print(QStringLiteral("an edit of the master of %1, on the stage “%2”").arg(name, stageKey(on)),
              median(21, editMaster), QStringLiteral("under 16"));
    }
    const double before = peakMemory();
    for (int i = 0; i < 500; ++i)
        edit();
    printSize(QStringLiteral("history of 500 edits on one of %1").arg(name), peakMemory() - before,
              QStringLiteral("under 50"));
    printSize(QStringLiteral("memory of the window with %1, at most").arg(name), peakMemory(),
              QStringLiteral("under 400"));
}

/// Cards for a hundred thousand rows: read, seen, leafed and scrolled through; and two thousand copies written.
void measureRecords(MainWindow& window)
{
    constexpr int rows = 100'000;
    const QTemporaryDir dir;
    const QString file = dir.filePath(QStringLiteral("members.csv"));
    QFile csv(file);
    if (!csv.open(QIODevice::WriteOnly))
        return;
    csv.write("number,name,town\n");
    for (int i = 1; i <= rows; ++i)
        csv.write("M-" + QByteArray::number(i).rightJustified(6, '0') + ",\"Member " + QByteArray::number(i * 7) +
                  ", of old\",Skerrowby\n");
    csv.close();
    Document& document = window.document();
    auto& stage = *window.findChild<RecordStage*>();
    const auto settle = [&] {
        do
            QApplication::processEvents();
        while (!document.files().isIdle() || !stage.grid().isIdle() || document.records().isSurveying());
    };
    const auto job = loadJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/boat-tickets.hinge.json"));
    document.start(*job);
    window.showStage(Stage::PageOrder);
    settle();
    print(QStringLiteral("100,000 rows of a table read"), median(3, [&] { (void)readFileFacts(file); }),
          QStringLiteral("under 2000"));
    Job next = document.job();
    const FileFacts facts = readFileFacts(file);
    useTable(next, {.path = file, .page = 1, .bytes = facts.bytes, .sha256 = facts.sha256}, *facts.table);
    (void)document.edit(QStringLiteral("speed"), next);
    settle();
    print(QStringLiteral("100,000 records, another one looked at"),
          median(41,
                 [&] {
                     document.records().show((document.records().place() + 49'999) % rows);
                     QApplication::processEvents();
                 }),
          QStringLiteral("under 16"));
    QScrollBar* bar = stage.grid().verticalScrollBar();
    print(QStringLiteral("100,000 records scrolled, a step of 60 pixels"),
          median(301,
                 [&] {
                     bar->setValue(bar->value() + 60);
                     QApplication::processEvents();
                 }),
          QStringLiteral("under 16"));
    settle();
    const QString out = dir.filePath(QStringLiteral("copies.pdf"));
    print(QStringLiteral("2,000 numbered tickets written, copy by copy"),
          median(3, [&] { (void)exportPdf(*job, ExportKind::Copies, QStringLiteral(HINGE_SOURCE_DIR "/demo"), out); }),
          QStringLiteral("no goal"));
}

/// A file of so many A5 pages of words.
QString textPages(const QTemporaryDir& dir, int pages)
{
    const QString path = dir.filePath(QStringLiteral("text-%1.pdf").arg(pages));
    QPdfWriter writer(path);
    writer.setPageSize(QPageSize(QPageSize::A5));
    QPainter p(&writer);
    for (int page = 0; page < pages; ++page) {
        if (page > 0)
            writer.newPage();
        for (int line = 0; line < 40; ++line)
            p.drawText(400, 400 + line * 220,
                       QStringLiteral("page %1, line %2: water over the causeway at low tide").arg(page).arg(line));
    }
    return path;
}

/// How long a program takes to write `target` anew: where it is there, to remove it can take longer than all the rest.
double timeOf(const QString& program, const QStringList& arguments, const QString& target)
{
    std::vector<double> times;
    for (int i = 0; i < 5; ++i) {
        QFile::remove(target);
        times.push_back(median(1, [&] {
            QProcess p;
            p.setStandardErrorFile(QProcess::nullDevice());
            p.start(program, arguments);
            p.waitForFinished(-1);
        }));
    }
    std::ranges::sort(times);
    return times[2];
}

/// A file of so many A5 pages, a picture of its own on each.
QString picturePages(const QTemporaryDir& dir, int pages)
{
    const QString path = dir.filePath(QStringLiteral("pictures.pdf"));
    QPdfWriter writer(path);
    writer.setPageSize(QPageSize(QPageSize::A5));
    QPainter p(&writer);
    QImage image(700, 1000, QImage::Format_RGB32);
    quint32 seed = 1;
    for (int page = 0; page < pages; ++page) {
        if (page > 0)
            writer.newPage();
        for (int y = 0; y < image.height(); ++y)
            for (int x = 0; x < image.width(); ++x) {
                seed = seed * 1664525 + 1013904223;
                const int grain = int(seed >> 27);
                image.setPixel(x, y, qRgb((x / 3 + grain) & 255, (y / 4 + page) & 255, (x + y) / 7 & 255));
            }
        p.drawImage(QRect(0, 0, writer.width(), writer.height()), image);
    }
    return path;
}

/// Finished pages onto the sheets of a booklet, against a plain rewriting of the same file; and the best fit of a
/// sheet.
void measureSheets()
{
    QTemporaryDir dir;
    const QString out = dir.filePath(QStringLiteral("s.pdf"));
    const auto imposing = [&](const QString& pages, const char* piece, const QStringList& more) {
        return timeOf(QStringLiteral(HINGE_BIN_DIR "/hinge"),
                      QStringList{QStringLiteral("impose"), pages, QStringLiteral("--piece"), QLatin1String(piece),
                                  QStringLiteral("--bleed"), QStringLiteral("0"), QStringLiteral("--sheet"),
                                  QStringLiteral("SRA3"), QStringLiteral("-o"), out} +
                          more,
                      out);
    };
    const auto say = [](const QString& what, double times, const char* wanted) {
        QTextStream(stdout) << QStringLiteral("%1 %2 x    wanted: at most %3")
                                   .arg(what, -52)
                                   .arg(times, 8, 'f', 2)
                                   .arg(QLatin1String(wanted))
                            << Qt::endl;
    };
    const auto stapled = [&](const QString& pages) {
        return imposing(pages, "stapled",
                        {QStringLiteral("--finished"), QStringLiteral("A5"), QStringLiteral("--creep"),
                         QStringLiteral("none")}); // what 10,000 pages in each other stick out cannot be printed
    };
    const auto ratio = [&](const QString& what, const QString& pages, const char* wanted) {
        const double rewritten = timeOf(QStringLiteral("qpdf"), {pages, out}, out);
        say(what, stapled(pages) / rewritten, wanted);
    };
    const QString text = textPages(dir, 1000);
    ratio(QStringLiteral("1,000 text pages imposed, against qpdf in out"), text, "1.0");
    ratio(QStringLiteral("300 pages of pictures imposed, against qpdf in out"), picturePages(dir, 300), "0.45");
    say(QStringLiteral("10,000 text pages imposed, against ten times 1,000"),
        stapled(textPages(dir, 10'000)) / stapled(text) / 10, "1.1");
    print(QStringLiteral("100,000 tickets from one page of art"),
          imposing(textPages(dir, 1), "tickets",
                   {QStringLiteral("--finished"), QStringLiteral("148x70mm"), QStringLiteral("--number-from"),
                    QStringLiteral("000001"), QStringLiteral("--quantity"), QStringLiteral("100000")}),
          QStringLiteral("under 1000"));
    Job cards = newPiece(PieceKind::Leaf);
    cards.flat = {Length::mm(85), Length::mm(55)};
    if (const auto planned = plan(cards)) {
        const PieceOnPress piece = planned->press.front().piece;
        for (const Size sheet : {Size{Length::mm(450), Length::mm(320)}, Size{Length::mm(900), Length::mm(640)}})
            print(QStringLiteral("best fit of cards on %1").arg(formatSize(sheet, Unit::Mm)),
                  median(21, [&] { (void)layOutSheet(piece, sheet); }), QStringLiteral("under 20"));
    }
    // Three jobs on one sheet, spread over up to four.
    if (const auto gang = loadGang(QStringLiteral(HINGE_SOURCE_DIR "/demo/autumn-prints.gang.json"))) {
        GangJobs jobs;
        for (const Gang::Member& member : gang->members)
            if (auto job = loadJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/") + member.path))
                if (auto made = inGang(*gang, QStringLiteral(HINGE_SOURCE_DIR "/demo"), member, *job))
                    jobs.push_back(*made);
        print(QStringLiteral("plan of a gang of %1 jobs").arg(jobs.size()),
              median(5, [&] { (void)planGang(*gang, jobs); }), QStringLiteral("under 200"));
    }
}

} // namespace

/// A price list of five hundred rows, set from nothing.
void measureTable()
{
    std::vector<Paragraph> rows;
    for (int i = 0; i < 500; ++i)
        rows.push_back(
            {QStringLiteral("Quay %1\tlow water at the steps, boats to be hauled in\t%1.50").arg(i), {}, {}});
    const std::vector<TextFrame> frames(4, TextFrame{{Length::mm(180), Length::mm(280)}});
    print(QStringLiteral("a table of 500 rows set"),
          median(11, [&] { (void)layOutTable(rows, Table{}, frames, FontLibrary::shipped()); }),
          QStringLiteral("under 100"));
}

int main(int argc, char** argv)
{
    QStandardPaths::setTestModeEnabled(true);
    QApplication application(argc, argv);
    QApplication::setOrganizationName(QStringLiteral("upper-hinge-speed"));
    applyTheme(application, false);
    const QString demo = QStringLiteral(HINGE_SOURCE_DIR "/demo/visitor-leaflet.hinge.json");
    const auto job = loadJob(demo);
    if (!job) {
        QTextStream(stderr) << job.error().text() << Qt::endl;
        return 1;
    }

    print(QStringLiteral("plan of the demo leaflet"), median(201, [&] { (void)plan(*job); }),
          QStringLiteral("under 2"));

    measureTable();

    Job book = newPiece(PieceKind::Book);
    book.pages.count = 1000;
    print(QStringLiteral("plan of a glued book of 1,000 pages"), median(51, [&] { (void)plan(book); }),
          QStringLiteral("under 50"));
    book.kind = PieceKind::Booklet;
    print(QStringLiteral("plan of a stapled booklet of 1,000 pages"), median(51, [&] { (void)plan(book); }),
          QStringLiteral("under 50"));

    const QString program = QStringLiteral(HINGE_BIN_DIR "/upper-hinge");
    print(QStringLiteral("start to first painted window (whole process)"),
          median(7,
                 [&] {
                     QProcess p;
                     p.start(program, {QStringLiteral("--job"), demo, QStringLiteral("--theme"),
                                       QStringLiteral("light"), QStringLiteral("--end-after-paint")});
                     p.waitForFinished();
                 }),
          QStringLiteral("under 400"));

    MainWindow window;
    window.openJob(demo);
    window.show();
    while (!window.document().files().isIdle())
        QApplication::processEvents();
    for (const Stage stage : allStages) {
        window.showStage(stage);
        QApplication::processEvents();
        while (!window.document().files().isIdle())
            QApplication::processEvents();
        window.repaint();
        int i = 0;
        // An edit as a field makes it, until the window has painted it.
        const double ms = median(41, [&] {
            Job next = window.document().job();
            next.zones.safe = Length::mm(5) + Length::micrometres(10 * (++i));
            (void)window.document().edit(QStringLiteral("speed"), next);
            QApplication::processEvents();
        });
        print(QStringLiteral("an edit, planned and shown on the stage “%1”").arg(stageKey(stage)), ms,
              QStringLiteral("under 8"));
    }

    for (const int pages : {1000, 2000})
        measurePages(window, pages);
    measureRecords(window);
    measureDummies(window);
    measureSheets();

    // Crowded faces, every tenth item a text.
    for (const auto& [count, wanted] : {std::pair(500, "under 8"), std::pair(5000, "under 16")}) {
        Job crowded = *job;
        const auto base = plan(*job);
        auto& items = crowded.edit(Face::Outside).items;
        items.clear();
        const int down = count > 1000 ? 50 : 25;
        const int across = count / down;
        for (int i = 0; i < count; ++i) {
            Item item;
            item.id = QStringLiteral("n%1").arg(i);
            item.kind = i % 10 == 0 ? ItemKind::Text : ItemKind::Shape;
            item.ink = item.kind == ItemKind::Text ? QString() : QStringLiteral("Shallows");
            item.outline = i % 3 == 0 && item.kind == ItemKind::Shape ? Outline::Ellipse : Outline::Rectangle;
            if (item.kind == ItemKind::Text) {
                Paragraph words{QStringLiteral("Eb"), {}};
                words.style.size = Length::points(5);
                words.style.leading = Length::points(6);
                item.paragraphs = {words};
            }
            // Clear of each other, and texts that fit: the edit is measured, not hundreds of findings.
            const Length wide = Length::mm(280).part(across);
            const Length high = Length::mm(200).part(down);
            item.sides = freeSides(base->paper, Face::Outside,
                                   {Length::mm(8) + wide * (i % across), Length::mm(8) + high * (i / across),
                                    wide - wide.part(4), high - high.part(4)});
            items.push_back(item);
        }
        window.document().start(crowded);
        window.showStage(Stage::Flat);
        QApplication::processEvents();
        int i = 0;
        print(QStringLiteral("an edit on a face with %1 items, planned and shown").arg(count),
              median(41,
                     [&] {
                         Job next = window.document().job();
                         next.edit(Face::Outside).items[7].side(ItemSide::Left).offset +=
                             Length::micrometres(10 * (++i % 5 + 1));
                         (void)window.document().edit(QStringLiteral("speed"), next);
                         QApplication::processEvents();
                     }),
              QString::fromLatin1(wanted));
    }
    {
        const FontLibrary& fonts = FontLibrary::installed();
        Paragraph novel;
        novel.text = QStringLiteral("water over the causeway ").repeated(5000).trimmed();
        print(QStringLiteral("a paragraph of 20,000 words, set"),
              median(3,
                     [&] {
                         (void)layOutText({novel}, {Length::mm(100), Length::mm(200)}, fonts);
                     }),
              QStringLiteral("under 500"));
    }

    QTemporaryDir dir;
    {
        // 200 megapixels of CMYK, in strips; made once.
        const QString large = dir.filePath(QStringLiteral("large.tif"));
        TIFF* t = TIFFOpen(QFile::encodeName(large).constData(), "w");
        constexpr int side = 14142;
        TIFFSetField(t, TIFFTAG_IMAGEWIDTH, side);
        TIFFSetField(t, TIFFTAG_IMAGELENGTH, side);
        TIFFSetField(t, TIFFTAG_SAMPLESPERPIXEL, 4);
        TIFFSetField(t, TIFFTAG_BITSPERSAMPLE, 8);
        TIFFSetField(t, TIFFTAG_PHOTOMETRIC, PHOTOMETRIC_SEPARATED);
        TIFFSetField(t, TIFFTAG_PLANARCONFIG, PLANARCONFIG_CONTIG);
        TIFFSetField(t, TIFFTAG_ROWSPERSTRIP, 16);
        std::vector<unsigned char> row(side * 4);
        for (int y = 0; y < side; ++y) {
            for (int x = 0; x < side * 4; ++x)
                row[std::size_t(x)] = static_cast<unsigned char>((x ^ y) & 127);
            TIFFWriteScanline(t, row.data(), std::uint32_t(y), 0);
        }
        TIFFClose(t);
        print(QStringLiteral("a TIFF of 200 megapixels, read for placing"),
              median(3, [&] { (void)readFileFacts(large); }), QStringLiteral("under 1000"));
        print(QStringLiteral("the same, its picture for the screen"),
              median(3, [&] { (void)picturePreview(large, 2600, shippedPressProfile().icc); }),
              QStringLiteral("under 1000"));
    }
    for (const auto& [kind, name] :
         {std::pair(ExportKind::Flat, "the flat"), std::pair(ExportKind::Sheets, "the press sheet")})
        print(QStringLiteral("writing %1").arg(QLatin1String(name)),
              median(9,
                     [&] {
                         (void)exportPdf(*job, kind, QStringLiteral(HINGE_SOURCE_DIR "/demo"),
                                         dir.filePath(QStringLiteral("x.pdf")));
                     }),
              QStringLiteral("under 50"));
    return 0;
}
