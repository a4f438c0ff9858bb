// SPDX-License-Identifier: GPL-3.0-or-later
// Every piece of the demo, built from nothing in the real window: once with the mouse (only words and numbers are
// typed), and again with the keyboard alone. Then saved, opened again, and written as a PDF.
#include "app/brief/start_gallery.h"
#include "app/document/linked_files.h"
#include "app/flat/face_canvas.h"
#include "app/look/theme.h"
#include "core/edit/table_edits.h"
#include "core/file/job_file.h"
#include "core/file/record_table.h"
#include "pdf/export_pdf.h"
#include "pdf/read_facts.h"
#include "users.h"
#include "window_driver.h"

#include <QAbstractItemView>
#include <QCheckBox>
#include <QClipboard>
#include <QDialogButtonBox>
#include <QDropEvent>
#include <QFileDialog>
#include <QListView>
#include <QMimeData>
#include <QPlainTextEdit>
#include <QProcess>
#include <QPushButton>
#include <QScrollArea>
#include <QStandardPaths>
#include <QTableView>
#include <QTextBlock>

using namespace hinge;
using testing::len;

class TestBuilding : public testing::WindowDriver
{
    Q_OBJECT

    Record firstRecord_; ///< of the piece that is built
    std::unique_ptr<User> user_;
    bool byMouse_ = false;

    FaceCanvas& canvas() { return *find<FaceCanvas>("faceCanvas"); }
    const Item& item() { return *job().findItem(window_->selection().item()); }

    void settle()
    {
        QTRY_VERIFY_WITH_TIMEOUT(window_->document().files().isIdle(), 20000);
        QCoreApplication::processEvents();
    }
    /// By its keys. Without a window manager nobody makes the window active again when a dialog or a list closed.
    void shortcut(const char* name)
    {
        QApplication::setActiveWindow(window_.get());
        QTest::keySequence(window_->focusWidget() ? window_->focusWidget() : window_.get(), action(name)->shortcut());
    }
    /// By its button in the drawer, or by its shortcut.
    void run(const char* name)
    {
        if (byMouse_)
            user_->press(find<QPushButton>(qPrintable(QStringLiteral("drawer.") + QString::fromLatin1(name))));
        else
            shortcut(name);
        QCoreApplication::processEvents();
    }
    template <class Do>
    void inDialog(const Do& work)
    {
        QTimer::singleShot(50, this, [work] {
            auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
            if (!dialog)
                qFatal("no dialog opened");
            QApplication::setActiveWindow(dialog);
            work(*dialog);
        });
    }
    void keepOffText(const Item& want)
    {
        const QStringList ways{QStringLiteral("runs over it"), QStringLiteral("keeps off its frame"),
                               QStringLiteral("keeps off its outline")};
        if (want.textAround == TextAround::Over)
            return;
        pickUnless("drawer.textAround", ways[int(want.textAround)]);
        fillUnless("drawer.aroundGap", formatLength(want.aroundGap, job().unit));
    }
    static QString points(Length l) { return formatLength(l, Unit::Point); }
    /// What few paragraphs have is behind a button.
    void besideText(const TextStyle& style)
    {
        const TextStyle usual;
        if (style.ruleBelow == usual.ruleBelow && style.dropLines == usual.dropLines && style.list == usual.list)
            return;
        if (auto* open = find<QPushButton>("drawer.paragraph"); !open->isChecked())
            user_->press(open);
        QCoreApplication::processEvents(); // it takes its room
        fillUnless("drawer.rule", points(style.ruleBelow));
        fillUnless("drawer.dropLines", QString::number(style.dropLines));
        const QStringList lists{QStringLiteral("no list"), QStringLiteral("a sign"), QStringLiteral("1. 2. 3."),
                                QStringLiteral("a. b. c.")};
        pickUnless("drawer.list", lists[int(style.list)]);
        fillUnless("drawer.listIndent", points(style.listIndent));
    }
    void fillUnless(const char* field, const QString& text)
    {
        if (auto* edit = find<QLineEdit>(field); edit->text() != text)
            user_->fill(edit, text);
    }
    void pickUnless(const char* field, const QString& text)
    {
        auto* box = find<QComboBox>(field);
        if (box->currentText() == text)
            return;
        const int index = box->findText(text);
        if (index < 0)
            qFatal("%s has no “%s”", field, qPrintable(text));
        user_->pick(box, index);
        QCoreApplication::processEvents();
    }
    void useInk(const QString& ink)
    {
        auto* swatch = find<QPushButton>(qPrintable(QStringLiteral("ink.") + ink));
        if (!swatch->isChecked())
            user_->press(swatch);
        QCoreApplication::processEvents();
    }

    void startFromGallery(const char* preset)
    {
        inDialog([this, preset](QDialog& gallery) {
            auto* list = find<QListView>("start.pieces", &gallery);
            QModelIndex wanted;
            for (int i = 0; i < list->model()->rowCount(); ++i)
                if (list->model()->index(i, 0).data().toString().startsWith(QString::fromLatin1(preset)))
                    wanted = list->model()->index(i, 0);
            if (!wanted.isValid())
                qFatal("no preset %s", preset);
            if (byMouse_) {
                list->scrollTo(wanted);
                QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualRect(wanted).center());
                QTest::mouseClick(find<QPushButton>("start.go", &gallery), Qt::LeftButton);
            } else {
                list->setFocus();
                for (int i = 0; i < 60 && list->currentIndex() != wanted; ++i)
                    QTest::keyClick(list, list->currentIndex().row() < wanted.row() ? Qt::Key_Right : Qt::Key_Left);
                QTest::keyClick(list, Qt::Key_Return);
            }
        });
        if (byMouse_)
            action("newJob")->trigger(); // its menu is the system's
        else
            shortcut("newJob");
        QCoreApplication::processEvents();
    }

    void goTo(Face face, int panel)
    {
        if (window_->selection().surface() != face) {
            if (byMouse_)
                QTest::mouseClick(&canvas(), Qt::LeftButton, {},
                                  QPoint(canvas().width() - 32, canvas().height() - 24)); // the card of the other face
            else
                shortcut("turnOver");
            QCoreApplication::processEvents();
        }
        QCOMPARE(window_->selection().surface(), face);
        if (byMouse_) {
            const Rect& area = plan().paper.face(face)[std::size_t(panel)].area;
            // By its name, over whatever lies there.
            const QPointF head = canvas().toPixels(QPointF((area.x + area.w.part(2)).toMm(), 0));
            const Rect bleed = bleedOf(plan().paper, face);
            // The names of the upper row stand above the paper, those of the lower one below it.
            const bool lower = area.y > Length();
            const double edge = canvas().toPixels(QPointF(0, (lower ? bleed.bottom() : bleed.y).toMm())).y();
            QTest::mouseClick(&canvas(), Qt::LeftButton, {}, QPoint(int(head.x()), int(edge) + (lower ? 18 : -30)));
        } else {
            if (!item_().isEmpty() || window_->focusWidget() != &canvas()) {
                if (window_->focusWidget() != &canvas())
                    shortcut("stageFlat");
                QTest::keyClick(&canvas(), Qt::Key_Escape);
            }
            for (int i = 0; i < 12; ++i)
                QTest::keyClick(&canvas(), Qt::Key_Home);
            for (int i = 0; i < panel; ++i)
                QTest::keyClick(&canvas(), Qt::Key_End);
        }
        QCoreApplication::processEvents();
        QCOMPARE(window_->selection().panel(), panel);
        QVERIFY(item_().isEmpty());
    }
    QString item_() { return window_->selection().item(); }

    void bringData(const QString& file)
    {
        if (byMouse_)
            answered("tableQuestion", "Data for the copies", [&] { placePicture(file); }); // dropped like a picture
        else
            openByKeys("bringData", file);
        QTRY_COMPARE_WITH_TIMEOUT(job().records.source, RecordSource::File, 5000);
        settle();
        shortcut("stageFlat");
    }
    void placePicture(const QString& file)
    {
        if (byMouse_) {
            QMimeData data;
            data.setUrls({QUrl::fromLocalFile(file)});
            const Rect& area =
                plan().panelsOf(window_->selection().surface())[std::size_t(window_->selection().panel())].area;
            const QPointF at =
                canvas().toPixels(QPointF((area.x + area.w.part(2)).toMm(), (area.y + area.h.part(2)).toMm()));
            QDragEnterEvent in(at.toPoint(), Qt::CopyAction, &data, Qt::LeftButton, {});
            QCoreApplication::sendEvent(&canvas(), &in);
            QVERIFY(in.isAccepted());
            QDropEvent drop(at, Qt::CopyAction, &data, Qt::LeftButton, {});
            QCoreApplication::sendEvent(&canvas(), &drop);
        } else {
            openByKeys("placePicture", file);
        }
        settle();
    }
    /// Types the name of a file into the dialog that an action brings.
    void openByKeys(const char* action, const QString& file)
    {
        inDialog([&](QDialog& dialog) {
            auto* name = dialog.findChild<QLineEdit*>(QStringLiteral("fileNameEdit"));
            name->setFocus();
            QTest::keyClicks(name, file);
            // A list of completions takes the first Enter.
            for (int i = 0; i < 3 && dialog.isVisible(); ++i)
                QTest::keyClick(name, Qt::Key_Return);
            if (dialog.isVisible())
                qFatal("%s is not taken by the file dialog", qPrintable(file));
        });
        run(action);
    }

    /// Puts the caret into a paragraph of the text in hand.
    void caretTo(int paragraph)
    {
        auto* words = find<QPlainTextEdit>("drawer.words");
        if (byMouse_) {
            QTextCursor cursor(words->document()->findBlockByNumber(paragraph));
            for (int i = 0; i < 60 && !words->viewport()->rect().contains(words->cursorRect(cursor).center()); ++i) {
                QWheelEvent wheel(QPointF(8, 8), words->viewport()->mapToGlobal(QPointF(8, 8)), {},
                                  QPoint(0, words->cursorRect(cursor).center().y() < 0 ? 120 : -120), Qt::NoButton, {},
                                  Qt::NoScrollPhase, false);
                QCoreApplication::sendEvent(words->viewport(), &wheel);
            }
            QTest::mouseClick(words->viewport(), Qt::LeftButton, {}, words->cursorRect(cursor).center());
        } else {
            user_->enter(words);
            QTest::keyClick(words, Qt::Key_Home, Qt::ControlModifier);
            for (int i = 0; i < 2000 && words->textCursor().blockNumber() < paragraph; ++i)
                QTest::keyClick(words, Qt::Key_Right, Qt::ControlModifier);
        }
        QCOMPARE(words->textCursor().blockNumber(), paragraph);
    }

    void writeText(const Job& wanted, const Item& want)
    {
        QStringList texts;
        for (const Paragraph& p : want.paragraphs)
            texts << p.text;
        if (!want.table)
            user_->fill(find<QPlainTextEdit>("drawer.words"), texts.join(u'\n'));
        for (std::size_t i = 0; i < want.paragraphs.size(); ++i) {
            const TextStyle& style = wanted.styleOf(want.paragraphs[i]);
            if (job().styleOf(item().paragraphs[i]) == style)
                continue;
            caretTo(int(i));
            const auto now = [&]() -> const TextStyle& { return job().styleOf(item().paragraphs[i]); };
            pickUnless("drawer.font", style.font);
            fillUnless("drawer.size", points(style.size));
            if (style.leadingShare > 0)
                fillUnless("drawer.leading", QStringLiteral("%1 %").arg(percentText(style.leadingShare)));
            else
                fillUnless("drawer.leading", points(style.leading));
            fillUnless("drawer.indent", points(style.firstIndent));
            fillUnless("drawer.before", points(style.spaceBefore));
            fillUnless("drawer.after", points(style.spaceAfter));
            besideText(style);
            const QStringList aligned{QStringLiteral("ranged left"), QStringLiteral("centred"),
                                      QStringLiteral("ranged right"), QStringLiteral("justified")};
            pickUnless("drawer.align", aligned[int(style.align)]);
            pickUnless("drawer.hyphenation", style.hyphenation.isEmpty()
                                                 ? QStringLiteral("no hyphens")
                                                 : QStringLiteral("hyphens, ") + style.hyphenation);
            if (style.tabs != now().tabs) {
                QStringList stops;
                for (const TabStop& stop : style.tabs)
                    stops << exactText(stop.at, Unit::Mm) +
                                 (stop.align == Align::Right ? QStringLiteral(" right") : QString());
                user_->fill(find<QLineEdit>("drawer.tabs"), stops.join(QStringLiteral(", ")));
            }
            useInk(style.ink);
            QVERIFY2(now() == style, qPrintable(want.paragraphs[i].text));
        }
        const QStringList runs{QStringLiteral("across"), QStringLiteral("down"), QStringLiteral("up")};
        const QStringList stands{QStringLiteral("the head"), QStringLiteral("the middle"), QStringLiteral("the foot")};
        pickUnless("drawer.textRun", runs[int(want.textRun)]);
        pickUnless("drawer.verticalAlign", stands[int(want.verticalAlign)]);
        fillUnless("drawer.textColumns", QString::number(want.textColumns));
    }

    /// Adds a table and types its cells one after the other, as Tab leads from each to the next.
    void addTable(const Item& want)
    {
        const QList<QStringList> cells = cellsOf(want);
        inDialog([cells](QDialog& dialog) {
            auto* view = dialog.findChild<QTableView*>(QStringLiteral("cells.table"));
            QCOMPARE(view->model()->rowCount(), int(cells.size())); // what there is to begin with is enough
            QCOMPARE(view->model()->columnCount(), int(cells.first().size()));
            view->setFocus();
            QWidget* at = view;
            for (const QStringList& row : cells)
                for (const QString& cell : row) {
                    QTest::keyClicks(at, cell.left(1)); // begins to write
                    QTest::keyClicks(QApplication::focusWidget(), cell.mid(1));
                    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
                    at = QApplication::focusWidget();
                }
            dialog.findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok)->click();
        });
        run("addTable");
    }

    void lookOfTable(const Item& want)
    {
        const Table& table = *want.table;
        const int columns = int(cellsOf(want).first().size());
        fillUnless("drawer.tableColumns", columnsText(table, columns, job().unit));
        fillUnless("drawer.tableAligns", alignsText(table, columns));
        fillUnless("drawer.tableHeader", QString::number(table.headerRows));
        fillUnless("drawer.tablePadAcross", formatNumber(table.padAcross, job().unit));
        fillUnless("drawer.tablePadDown", formatNumber(table.padDown, job().unit));
        fillUnless("drawer.tableHeaderLine", points(table.headerLine.width));
        fillUnless("drawer.tableRowLine", points(table.rowLine.width));
        fillUnless("drawer.tableColumnLine", points(table.columnLine.width));
        fillUnless("drawer.tableFrameLine", points(table.frameLine.width));
        pickUnless("drawer.tableLineInk", table.rowLine.ink);
        if (!table.tintInk.isEmpty())
            pickUnless("drawer.tableTintInk", table.tintInk);
        fillUnless("drawer.tableTintStrength", percentText(table.tintStrength));
    }

    void look(const Item& want)
    {
        const QStringList outlines{QStringLiteral("rectangle"), QStringLiteral("ellipse"), QStringLiteral("line"),
                                   QStringLiteral("polygon")};
        if (want.outline == Outline::Free)
            pickUnless("drawer.outline", QStringLiteral("a wave"));
        else if (want.kind == ItemKind::Shape || want.kind == ItemKind::Picture)
            pickUnless("drawer.outline", outlines[int(want.outline)]);
        if (want.outline == Outline::Rectangle && item().cornerRadius != want.cornerRadius)
            user_->fill(find<QLineEdit>("drawer.cornerRadius"), exactText(want.cornerRadius, job().unit));
        keepOffText(want);
        if (want.stroke.width > Length()) {
            user_->fill(find<QLineEdit>("drawer.stroke"), formatLength(want.stroke.width, Unit::Point));
            pickUnless("drawer.strokeInk", want.stroke.ink);
        }
        if (want.kind == ItemKind::Shape && want.outline != Outline::Line)
            fillUnless("drawer.strength", percentText(want.strength));
        if (want.kind == ItemKind::Shape || want.kind == ItemKind::Code) {
            if (!want.ink.isEmpty())
                useInk(want.ink);
            else if (!item().ink.isEmpty())
                user_->press(
                    find<QPushButton>(qPrintable(QStringLiteral("ink.") + item().ink))); // once more lets go of it
        }
        fillUnless("drawer.opacity", percentText(want.opacity));
        if (auto* whole = find<QCheckBox>("drawer.keepWhole"); whole->isChecked() != want.keepWhole)
            user_->press(whole);
    }

    void build(const Job& wanted, const Plan& wantedPlan, const Item& want, const QDir& pictures)
    {
        const PlannedItem& place = *wantedPlan.findItem(want.id);
        const auto& panels = plan().panelsOf(place.surface);
        goTo(place.surface.face,
             panelAt(plan().paperOf(place.surface), place.surface.face,
                     {std::max(Length(), place.frame.x) + Length::mm(1), place.frame.y + place.frame.h.part(2)}) %
                 int(panels.size()));
        switch (want.kind) {
        case ItemKind::Picture:
            // Of a picture that each copy has its own of, one to begin with.
            placePicture(pictures.filePath(filled(want.file.path, firstRecord_).replace(u'{', u'x')));
            break;
        case ItemKind::Text: want.table ? addTable(want) : run("addText"); break;
        case ItemKind::Shape: run("addTint"); break;
        case ItemKind::Code:
            run("addCode");
            // The ground it got for the place it came to is taken off again: the piece has one of its own.
            if (const QString code = window_->selection().item();
                job().findItem(code) && !job().findItem(code)->group.isEmpty()) {
                const auto& items = job().on(window_->selection().surface()).items;
                window_->selection().setItem(window_->selection().surface(), items[items.size() - 2].id);
                QCoreApplication::processEvents();
                run("remove");
                window_->selection().setItem(window_->selection().surface(), code);
                QCoreApplication::processEvents();
            }
            break;
        }
        QVERIFY2(!item_().isEmpty(), qPrintable(want.name));
        QCOMPARE(item().kind, want.kind);
        if (want.kind == ItemKind::Code) {
            const QStringList kinds{QStringLiteral("QR code"), QStringLiteral("article number or ISBN"),
                                    QStringLiteral("Code 128")};
            pickUnless("drawer.codeKind", kinds[int(want.code.symbology)]);
            user_->fill(find<QLineEdit>("drawer.codeData"), want.code.data);
        }
        if (want.kind == ItemKind::Text)
            writeText(wanted, want);
        if (want.table)
            lookOfTable(want);
        if (want.kind == ItemKind::Picture) {
            const QStringList fits{QStringLiteral("covers the frame"), QStringLiteral("shown whole"),
                                   QStringLiteral("to a scale")};
            pickUnless("drawer.fit", fits[int(want.fit)]);
            if (isNamedByField(wanted, want.file))
                user_->fill(find<QLineEdit>("drawer.pictureName"), pictures.filePath(want.file.path));
        }
        look(want);
        const auto measure = [&](const char* field, Length now, Length then) {
            if (now != then)
                user_->fill(find<QLineEdit>(field), exactText(then, job().unit));
        };
        const auto frame = [&]() -> const Rect& { return plan().findItem(item_())->frame; };
        measure("drawer.width", frame().w, place.frame.w);
        measure("drawer.height", frame().h, place.frame.h);
        measure("drawer.x", frame().x, place.frame.x);
        measure("drawer.y", frame().y, place.frame.y);
        fillUnless("drawer.name", want.name);
        QVERIFY2(frame() == place.frame, qPrintable(want.name));
    }

    /// Is it what was wanted, but for how its sides hold on and where its file lies?
    static void compareItems(const Job& built, const Job& wanted)
    {
        for (const Face face : bothFaces) {
            const auto& have = built.on(face).items;
            const auto& want = wanted.on(face).items;
            QCOMPARE(have.size(), want.size());
            for (std::size_t i = 0; i < want.size(); ++i) {
                Item a = have[i];
                Item b = want[i];
                for (Item* item : {&a, &b}) {
                    item->id.clear();
                    item->sides = {};
                    item->file.path = QFileInfo(item->file.path).fileName();
                    item->file.bytes = 0;
                    item->file.sha256.clear();
                    item->crop = {};
                    item->locked = false;
                    item->group.clear();
                    item->strength =
                        item->outline == Outline::Line || item->ink.isEmpty() ? Percent(100) : item->strength;
                    item->corners = 6;
                    if (item->textColumns == 1)
                        item->textGutter = Length(); // there is nothing for it to part
                    for (Paragraph& p : item->paragraphs) {
                        p.style = (item == &a ? built : wanted).styleOf(p);
                        p.styleName.clear();
                    }
                    if (item->kind == ItemKind::Text || item->kind == ItemKind::Picture)
                        item->ink.clear();
                }
                QVERIFY2(a == b, qPrintable(b.name));
            }
        }
    }

private Q_SLOTS:
    void initTestCase()
    {
        QStandardPaths::setTestModeEnabled(true);
        QApplication::setOrganizationName(QStringLiteral("upper-hinge-test"));
        QApplication::setApplicationName(QStringLiteral("building"));
        applyTheme(*qApp, false);
        QApplication::setDoubleClickInterval(1); // a list that just opened does not take a click at once
    }
    void init()
    {
        openWindow();
        window_->resize(1280, 800);
        window_->activateWindow();
    }
    void cleanup() { window_.reset(); }

    void everyPieceOfTheDemo_data()
    {
        QTest::addColumn<bool>("mouse");
        QTest::addColumn<QString>("demo");
        QTest::addColumn<QString>("preset");
        QTest::addColumn<QStringList>("brief"); // fields of the Brief and what is typed into them
        const struct {
            const char* demo;
            const char* preset;
            QStringList brief;
        } pieces[] = {
            {"visitor-leaflet", "A4 roll fold", {}},
            {"field-notebook",
             "A4 booklet",
             {QStringLiteral("brief.width"), QStringLiteral("148"), QStringLiteral("brief.height"),
              QStringLiteral("210"), QStringLiteral("brief.pages"), QStringLiteral("40")}},
            {"tide-almanac-cover", "A5 cover with spine", {QStringLiteral("brief.pages"), QStringLiteral("256")}},
            {"solstice-card", "A6 card, folded at its head", {}},
            {"boat-tickets", "Numbered ticket", {}},
            {"member-card", "Member card", {}},
            {"postcard", "Postcard A6", {}},
            {"invitation", "Double gate", {}},
        };
        for (const bool mouse : {true, false})
            for (const auto& piece : pieces)
                QTest::newRow(qPrintable(QStringLiteral("%1, %2").arg(
                    QString::fromLatin1(piece.demo), mouse ? QStringLiteral("mouse") : QStringLiteral("keys"))))
                    << mouse << QString::fromLatin1(piece.demo) << QString::fromLatin1(piece.preset) << piece.brief;
    }
    void everyPieceOfTheDemo()
    {
        QFETCH(bool, mouse);
        QFETCH(QString, demo);
        QFETCH(QString, preset);
        QFETCH(QStringList, brief);
        byMouse_ = mouse;
        if (mouse)
            user_ = std::make_unique<MouseUser>(*window_);
        else
            user_ = std::make_unique<KeyUser>(*window_);
        const QDir folder(QStringLiteral(HINGE_SOURCE_DIR) + QStringLiteral("/demo"));
        const auto wanted = loadJob(folder.filePath(demo + QStringLiteral(".hinge.json")));
        QVERIFY2(wanted, wanted ? "" : qPrintable(wanted.error().text()));
        const Plan wantedPlan = testing::planned(*wanted);

        startFromGallery(qPrintable(preset));
        user_->fill(find<QLineEdit>("docket.title"), wanted->title);
        for (qsizetype i = 0; i < brief.size(); i += 2)
            user_->fill(find<QLineEdit>(qPrintable(brief[i])), brief[i + 1]);
        QCOMPARE(plan().paper.flat, wantedPlan.paper.flat);
        if (mouse)
            QTest::mouseClick(find<QWidget>("stage.flat"), Qt::LeftButton);
        else
            shortcut("stageFlat");
        QCoreApplication::processEvents();
        const FileFactsMap facts = readAllFacts(*wanted, folder.path());
        firstRecord_ = recordAt(*wanted, tableOf(*wanted, facts), 0);
        if (wanted->records.source == RecordSource::File)
            bringData(folder.filePath(wanted->records.file.path));
        QCOMPARE(job().records.source, wanted->records.source);
        for (const Face face : bothFaces) // pages are made from files: test_bringing_in.cpp
            for (const Item& item : wanted->on(face).items) {
                build(*wanted, wantedPlan, item, folder);
                if (QTest::currentTestFailed())
                    return;
            }
        compareItems(job(), *wanted);
        if (QTest::currentTestFailed())
            return;

        // Saved, opened again: the same. Written: a PDF with the words in it.
        settle();
        const QString file = dir_->filePath(demo + QStringLiteral(".hinge.json"));
        QVERIFY(window_->document().save(file));
        const auto again = loadJob(file);
        QVERIFY2(again, again ? "" : qPrintable(again.error().text()));
        QCOMPARE(*again, job());
        const QString pdf = dir_->filePath(QStringLiteral("flat.pdf"));
        const auto done = exportPdf(*again, ExportKind::Flat, dir_->path(), pdf);
        QVERIFY2(done, done ? "" : qPrintable(done.error().text()));
        QProcess text;
        text.start(QStringLiteral("pdftotext"), {QStringLiteral("-raw"), pdf, QStringLiteral("-")});
        QVERIFY(text.waitForFinished());
        const QString read = QString::fromUtf8(text.readAllStandardOutput()).simplified();
        for (const Face face : bothFaces)
            for (const Item& item : wanted->on(face).items)
                if (!item.paragraphs.empty() && item.textRun == TextRun::Across)
                    QVERIFY2(read.contains(filled(item.paragraphs.front().text, firstRecord_)
                                               .section(QChar(0x2028), 0, 0)
                                               .simplified()
                                               .left(12)),
                             qPrintable(item.name));
    }
};

HINGE_TEST(TestBuilding)
#include "test_building.moc"
