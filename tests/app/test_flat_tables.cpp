// SPDX-License-Identifier: GPL-3.0-or-later
// Tables in the real window: typed, pasted, taken from files, and what the drawer changes about them.
#include "app/flat/cells_dialog.h"
#include "paper_driver.h"

#include <QDialogButtonBox>
#include <QMessageBox>
#include <QTableView>

class TestFlatTables : public PaperDriver
{
    Q_OBJECT

    const Item& table() { return job().on(Face::Outside).items.at(0); }
    QString cells()
    {
        QStringList rows;
        for (const QStringList& row : cellsOf(table()))
            rows << row.join(u'|');
        return rows.join(QStringLiteral(" / "));
    }
    QString file(const char* name, const QByteArray& words)
    {
        return testing::written(dir_->filePath(QString::fromLatin1(name)), words);
    }
    /// Opens the cells and does something there, before they are set or left.
    void inCells(const std::function<void()>& open, const std::function<void(CellsDialog&)>& doing, bool set = true)
    {
        bool seen = false;
        QTimer::singleShot(50, this, [&] {
            auto* dialog = window_->findChild<CellsDialog*>();
            if (!dialog)
                return;
            seen = true;
            doing(*dialog);
            dialog->findChild<QDialogButtonBox*>()
                ->button(set ? QDialogButtonBox::Ok : QDialogButtonBox::Cancel)
                ->click();
        });
        open();
        QVERIFY(seen);
        QCoreApplication::processEvents();
    }
    static void typeCell(CellsDialog& dialog, int row, int column, const char* words)
    {
        auto* view = dialog.findChild<QTableView*>();
        view->setCurrentIndex(view->model()->index(row, column));
        view->setFocus();
        QTest::keyClicks(view, QString::fromLatin1(words).left(1)); // begins to write
        QTest::keyClicks(QApplication::focusWidget(), QString::fromLatin1(words).mid(1));
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    }
    void addPrices()
    {
        inCells([this] { action("addTable")->trigger(); },
                [](CellsDialog& dialog) {
                    typeCell(dialog, 0, 0, "Ticket");
                    typeCell(dialog, 0, 1, "Price");
                    typeCell(dialog, 1, 0, "Adults");
                    typeCell(dialog, 1, 1, "7.50");
                    for (const char* button : {"cells.removeRow", "cells.removeRow", "cells.removeColumn"}) {
                        auto* view = dialog.findChild<QTableView*>();
                        view->setCurrentIndex(
                            view->model()->index(view->model()->rowCount() - 1, view->model()->columnCount() - 1));
                        dialog.findChild<QPushButton*>(QString::fromLatin1(button))->click();
                    }
                });
    }

private Q_SLOTS:
    void initTestCase() { setUpProgram("flat-tables"); }
    void init()
    {
        openWindow();
        window_->resize(1280, 800);
        window_->showStage(Stage::Flat);
        window_->selection().setSurface(Face::Outside);
        window_->selection().setPanel(1);
        QCoreApplication::processEvents();
    }

    void itIsTyped()
    {
        addPrices();
        QCOMPARE(cells(), QStringLiteral("Ticket|Price / Adults|7.50"));
        QCOMPARE(table().table->columns.at(1).align, Align::Right); // numbers
        QCOMPARE(find<QLabel>("drawer.textFit")->text(), QStringLiteral("2 rows, all fit"));
        // Enter opens the cells again; what is left alone changes nothing.
        const Job before = job();
        inCells([this] { QTest::keyClick(&canvas(), Qt::Key_Return); },
                [](CellsDialog& dialog) { typeCell(dialog, 1, 0, "Nobody"); }, false);
        QCOMPARE(job(), before);
        inCells([this] { find<QPushButton>("drawer.cells")->click(); },
                [](CellsDialog& dialog) { typeCell(dialog, 1, 0, "Grown-ups"); });
        QCOMPARE(cells(), QStringLiteral("Ticket|Price / Grown-ups|7.50"));
        window_->document().history().undo();
        QCOMPARE(job(), before);
    }

    void cellsAreJoinedInTheDialog()
    {
        addPrices();
        inCells([this] { find<QPushButton>("drawer.cells")->click(); },
                [this](CellsDialog& dialog) {
                    auto* view = dialog.findChild<QTableView*>();
                    view->setCurrentIndex(view->model()->index(0, 0));
                    QVERIFY(!find<QPushButton>("cells.join", &dialog)->isEnabled());
                    view->selectionModel()->select(view->model()->index(0, 1), QItemSelectionModel::Select);
                    find<QPushButton>("cells.join", &dialog)->click();
                    QCOMPARE(view->columnSpan(0, 0), 2);
                    QVERIFY(find<QPushButton>("cells.part", &dialog)->isEnabled());
                });
        QCOMPARE(cells(), QStringLiteral("Ticket Price| / Adults|7.50"));
        QCOMPARE(table().table->spans, (std::vector<TableSpan>{{0, 0, 2, 1}}));
    }

    void itIsPasted()
    {
        QGuiApplication::clipboard()->setText(QStringLiteral("Day\tWater\nMon\t3.1\nTue\t3.4\n"));
        QTest::keyClick(&canvas(), Qt::Key_V, Qt::ControlModifier);
        QCOMPARE(cells(), QStringLiteral("Day|Water / Mon|3.1 / Tue|3.4"));
        inCells([this] { find<QPushButton>("drawer.cells")->click(); },
                [](CellsDialog& dialog) {
                    auto* view = dialog.findChild<QTableView*>();
                    view->selectionModel()->setCurrentIndex(view->model()->index(2, 1),
                                                            QItemSelectionModel::ClearAndSelect);
                    QTest::keyClick(view, Qt::Key_V, Qt::ControlModifier); // goes on beyond what is there
                });
        QCOMPARE(cellsOf(table()).size(), 5);
        QCOMPARE(cellsOf(table())[2][1], QStringLiteral("Day"));
        QCOMPARE(cellsOf(table())[4][2], QStringLiteral("3.4"));
        QGuiApplication::clipboard()->setText(QStringLiteral("one line\nand another"));
        window_->selection().clearItem();
        action("paste")->trigger();
        QVERIFY(!item().table); // words stay words
    }

    void itComesFromAFile()
    {
        const QString csv = file("prices.csv", "Ticket;Price\nAdults;7,50\nChildren;4,00\n");
        inCells([this] { action("addTable")->trigger(); },
                [&](CellsDialog& dialog) {
                    dialog.takeFrom(file("broken.ods", "noise"));
                    QVERIFY(find<QLabel>("cells.note", &dialog)->text().contains(QStringLiteral("broken.ods")));
                    dialog.takeFrom(csv);
                });
        QCOMPARE(cells(), QStringLiteral("Ticket|Price / Adults|7,50 / Children|4,00"));
        // Dropped on the paper it may be one thing or the other.
        window_->document().start(testing::a4Roll());
        bool asked = false;
        QTimer::singleShot(50, this, [&] {
            auto* box = window_->findChild<QMessageBox*>(QStringLiteral("tableQuestion"));
            if (!box)
                return;
            asked = true;
            QTimer::singleShot(50, this, [&] {
                if (auto* dialog = window_->findChild<CellsDialog*>())
                    dialog->accept();
            });
            for (QAbstractButton* button : box->buttons())
                if (button->text() == QStringLiteral("Table on the panel"))
                    button->click();
        });
        drop(csv, at(150, 100));
        QTRY_VERIFY(asked);
        QCOMPARE(cells(), QStringLiteral("Ticket|Price / Adults|7,50 / Children|4,00"));
        QVERIFY(!job().records.any());
    }

    void itsLookIsTyped()
    {
        addPrices();
        type("drawer.tableColumns", QStringLiteral("2 parts, 20 mm"));
        QCOMPARE(table().table->columns[0].share, 2);
        COMPARE_MM(table().table->columns[1].width, 20);
        type("drawer.tableColumns", QStringLiteral("wide"));
        QCOMPARE(table().table->columns[0].share, 2);
        type("drawer.tableAligns", QStringLiteral("centre"));
        QCOMPARE(table().table->columns[1].align, Align::Centre);
        type("drawer.tableHeader", QStringLiteral("0"));
        QCOMPARE(table().table->headerRows, 0);
        type("drawer.tablePadDown", QStringLiteral("2"));
        COMPARE_MM(table().table->padDown, 2);
        type("drawer.tableRowLine", QStringLiteral("2 pt"));
        QCOMPARE(table().table->rowLine.width, Length::points(2));
        const QString ink = job().inks.back().name;
        pick("drawer.tableLineInk", ink);
        QCOMPARE(table().table->frameLine.ink, ink);
        pick("drawer.tableTintInk", ink);
        type("drawer.tableTintStrength", QStringLiteral("35"));
        QCOMPARE(table().table->tintStrength, Percent(35));
        pick("drawer.tableTintInk", QStringLiteral("no tint"));
        QCOMPARE(table().table->tintInk, QString());
        find<QPushButton>("drawer.noTable")->click();
        QVERIFY(!table().table);
        QCOMPARE(table().paragraphs[1].text, QStringLiteral("Adults\t7.50"));
        find<QPushButton>("drawer.asTable")->click();
        QCOMPARE(cells(), QStringLiteral("Ticket|Price / Adults|7.50"));
    }
};

HINGE_TEST(TestFlatTables)
#include "test_flat_tables.moc"
