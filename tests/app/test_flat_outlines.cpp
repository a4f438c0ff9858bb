// SPDX-License-Identifier: GPL-3.0-or-later
// Outlines drawn with the pen, their points moved, and shapes joined, cut and turned in the real window.
#include "core/edit/new_items.h"
#include "paper_driver.h"
#include "typeset/painter_path.h"

class TestFlatOutlines : public PaperDriver
{
    Q_OBJECT

    QPainterPath outline(const QString& id) { return painterPath(frame(id), *job().findItem(id)); }
    void click(double x, double y, Qt::KeyboardModifiers keys = {})
    {
        QTest::mouseClick(&canvas(), Qt::LeftButton, keys, at(x, y));
    }
    void start()
    {
        window_->document().start(testing::a4Roll());
        action("stageFlat")->trigger();
        window_->selection().setSurface(Face::Outside);
        QCoreApplication::processEvents();
    }
    QString addShape(double x, double y, double w, double h)
    {
        const QString id = add("addShape", 1);
        type("drawer.x", QStringLiteral("%1 mm").arg(x));
        type("drawer.y", QStringLiteral("%1 mm").arg(y));
        type("drawer.width", QStringLiteral("%1 mm").arg(w));
        type("drawer.height", QStringLiteral("%1 mm").arg(h));
        return id;
    }

private Q_SLOTS:
    void initTestCase() { setUpProgram("outlines"); }
    void init()
    {
        openWindow();
        start();
    }
    void cleanup() { window_.reset(); }

    void pointsAndCurvesAreDrawn()
    {
        action("drawOutline")->trigger();
        click(110, 50);
        click(150, 50);
        drag(at(150, 90), at(140, 100)); // a curve
        click(110, 90);
        QVERIFY(job().on(Face::Outside).items.empty()); // not before it is closed
        click(110, 50);
        QCOMPARE(job().on(Face::Outside).items.size(), std::size_t(1));
        const QString id = item().id;
        QCOMPARE(item().outline, Outline::Free);
        QCOMPARE(item().points.size(), std::size_t(4));
        QVERIFY(outline(id).contains(QPointF(130, 70)));
        QVERIFY(!outline(id).contains(QPointF(109, 70)));
        const double pixel = 1.2 / canvas().scale();
        QVERIFY(std::abs(frame(id).x.toMm() - 110) < pixel && std::abs(frame(id).y.toMm() - 50) < pixel);
        action("undo")->trigger();
        QVERIFY(job().on(Face::Outside).items.empty());
        // Left with Escape nothing is made; Backspace takes the last point back; Enter closes.
        action("drawOutline")->trigger();
        click(110, 50);
        click(150, 50);
        QTest::keyClick(&canvas(), Qt::Key_Escape);
        QVERIFY(!canvas().pen().isOn() && job().on(Face::Outside).items.empty());
        action("drawOutline")->trigger();
        for (const double x : {110, 150, 170})
            click(x, 50 + (x - 110) * (x - 110) / 80);
        click(115, 120);
        QTest::keyClick(&canvas(), Qt::Key_Backspace);
        QTest::keyClick(&canvas(), Qt::Key_Return);
        QCOMPARE(item().points.size(), std::size_t(3));
    }

    void pointsAreMovedAddedRoundedAndTakenAway()
    {
        const QString id = addShape(20, 60, 40, 40); // 20 mm into the second panel
        const double left = frame(id).x.toMm(), top = frame(id).y.toMm();
        QTest::mouseDClick(&canvas(), Qt::LeftButton, {}, at(left + 20, top + 20));
        QVERIFY(canvas().pen().isOn());
        drag(at(left, top), at(left - 10, top - 5));
        QCOMPARE(item().outline, Outline::Free);
        QCOMPARE(item().points.size(), std::size_t(4));
        const double pixel = 1.5 / canvas().scale();
        QVERIFY(std::abs(frame(id).x.toMm() - (left - 10)) < pixel);
        QVERIFY(std::abs(frame(id).y.toMm() - (top - 5)) < pixel);
        QVERIFY(std::abs(frame(id).right().toMm() - (left + 40)) < 0.01); // the others stay
        // One more on the right side, then rounded, then gone.
        QTest::mouseDClick(&canvas(), Qt::LeftButton, {}, at(left + 40, top + 20));
        QCOMPARE(item().points.size(), std::size_t(5));
        QTest::mouseDClick(&canvas(), Qt::LeftButton, {}, at(left + 40, top + 20));
        QVERIFY(
            std::ranges::any_of(item().points, [](const OutlinePoint& p) { return p.outX != p.x || p.outY != p.y; }));
        click(left + 40, top + 20);
        QTest::keyClick(&canvas(), Qt::Key_Delete);
        QCOMPARE(item().points.size(), std::size_t(4));
        QTest::keyClick(&canvas(), Qt::Key_Escape);
        QVERIFY(!canvas().pen().isOn());
        QVERIFY(job().findItem(id)); // Delete was for the point
        for (int i = 0; i < 4; ++i)
            action("undo")->trigger();
        QCOMPARE(item().outline, Outline::Rectangle);
    }

    void aCornerScalesWhatIsInHand()
    {
        const QString a = addShape(20, 60, 40, 40);
        const QString b = addShape(70, 110, 20, 20);
        type("drawer.stroke", QStringLiteral("2 pt"));
        const QRectF before = toMm(frame(a)).united(toMm(frame(b)));
        window_->selection().setItems(Face::Outside, {a, b});
        // The foot-right corner of both, pulled to half: the head-left one stays.
        drag(canvas().toPixels(before.bottomRight()).toPoint(), canvas().toPixels(before.center()).toPoint());
        const double pixel = 1.5 / canvas().scale();
        QVERIFY(std::abs(toMm(frame(b)).right() - before.center().x()) < pixel);
        QVERIFY(std::abs(frame(a).x.toMm() - before.left()) < 0.001);
        QVERIFY(std::abs(job().findItem(b)->stroke.width.toPoints() - 1) < 0.05);
        action("undo")->trigger(); // a drag is one step
        QVERIFY(std::abs(toMm(frame(b)).right() - before.right()) < 0.001);
        // One alone is scaled with Ctrl; with Alt what is in it stays as it is.
        window_->selection().setItem(Face::Outside, b);
        const QRectF one = toMm(frame(b));
        drag(canvas().toPixels(one.topLeft()).toPoint(), canvas().toPixels(one.topLeft() - QPointF(20, 20)).toPoint(),
             Qt::ControlModifier | Qt::AltModifier);
        QVERIFY(std::abs(frame(b).w.toMm() - 40) < pixel);
        QVERIFY(std::abs(toMm(frame(b)).right() - one.right()) < 0.001);
        QCOMPARE(job().findItem(b)->stroke.width, Length::points(2));
    }

    void shapesAreJoinedCutAndTurned()
    {
        const QString a = addShape(20, 60, 40, 40);
        const QString b = addShape(40, 80, 40, 40);
        window_->selection().setItems(Face::Outside, {a, b});
        action("cutOut")->trigger();
        QCOMPARE(job().on(Face::Outside).items.size(), std::size_t(1));
        QCOMPARE(window_->selection().items(), QStringList{a});
        QCOMPARE(item().points.size(), std::size_t(6)); // an L
        action("undo")->trigger();
        window_->selection().setItems(Face::Outside, {a, b});
        action("joinShapes")->trigger();
        COMPARE_MM(frame(a).w, 60);
        type("drawer.turn", QStringLiteral("90"));
        COMPARE_MM(frame(a).w, 60);
        type("drawer.turn", QStringLiteral("nonsense"));
        COMPARE_MM(frame(a).w, 60);
        action("mirrorAcross")->trigger();
        QVERIFY(item().outline == Outline::Free);
        choose("drawer.outline", QStringLiteral("scallops"));
        QVERIFY(item().points.size() > 10);
    }
};

HINGE_TEST(TestFlatOutlines)
#include "test_flat_outlines.moc"
