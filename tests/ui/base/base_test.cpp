// The Base bench by hand: a kind chosen, heights and frames dragged, feet read, the way measured, the table seen.

#include <QFile>
#include <QInputDialog>
#include <QLabel>
#include <QTableWidget>
#include <QTemporaryDir>

#include "ui/base/carry_page.h"
#include "ui/dialogs.h"
#include "ui/driver.h"
#include "ui/hands.h"
#include "ui/picture/picture_view.h"
#include "ui/picture/picture_window.h"
#include "ui/window/sill.h"

using namespace burl;
using burl::test::Driver;
using burl::test::until;

namespace
{

struct BaseDriver : Driver {
    explicit BaseDriver(int number = 1) : Driver(QStringLiteral("base")) { showJob(number); }
    [[nodiscard]] bool says(const char* code) const { return Driver::says("base", code); }
    void remedy(const char* code)
    {
        for (const Finding& f : document.plan()->findingsOf("base")) {
            if (f.code == code) {
                const auto act = window.bench()->remedyFor(f);
                REQUIRE(act);
                act();
                QApplication::processEvents();
                return;
            }
        }
        FAIL("it does not say " << code);
    }
    void open(const char* page) { window.bench()->showPage(QString::fromLatin1(page)); }
};

} // namespace

TEST_CASE("a kind of base chosen by the keys is fitted at once, and one undo takes it back", "[ui][base]")
{
    BaseDriver d(6);
    const Job before = d.job();
    test::choose(d.find<QComboBox>("baseKind"), int(BaseKind::Trapezoid));
    CHECK(d.job().base.kind == BaseKind::Trapezoid);
    REQUIRE(d.job().move.plates.size() == 2); // it stands under plates of Move
    REQUIRE(d.plan().base->shape);
    CHECK(d.window.bench()->headline().contains(QStringLiteral("750")));
    d.undo();
    CHECK(d.job() == before);
}

TEST_CASE("what has no top yet says so and changes nothing", "[ui][base]")
{
    BaseDriver d(1);
    d.document.edit(QStringLiteral("no slabs"), [](Job& j) { j.layup.pieces.clear(); });
    const Job before = d.job();
    test::choose(d.find<QComboBox>("baseKind"), int(BaseKind::Box));
    CHECK(d.job() == before);
    CHECK_FALSE(d.window.bench()->emptyWord().isEmpty());
    test::backTo(&d.window);
    QTest::keyClick(&d.window, Qt::Key_F6);
    CHECK(d.window.findChild<ui::PictureWindow*>() != nullptr);
    CHECK_FALSE(d.window.findChild<ui::PictureWindow*>()->isVisible());
}

TEST_CASE("the top is dragged higher, a frame further out, and a length typed while dragging counts", "[ui][base]")
{
    BaseDriver d;
    const Plan& plan = d.plan();
    const double high = d.job().base.surface_mm;
    const Box box = plan.layup->finalBox;
    d.drag({box.left + 200.0, high - 10.0}, {box.left + 200.0, high + 40.0});
    CHECK(d.job().base.surface_mm == Approx(high + 50.0).margin(8.0));
    d.undo();
    CHECK(d.job().base.surface_mm == high);
    const double x = d.job().move.plates[1].x_mm;
    std::vector<Vec2> bolts;
    for (const Fastener& f : d.job().move.fasteners) {
        bolts.push_back(f.at);
    }
    d.drag({x, 300.0}, {x + 120.0, 300.0});
    const double moved = d.job().move.plates[1].x_mm - x;
    CHECK(moved == Approx(120.0).margin(8.0));
    for (size_t i = 0; i < bolts.size(); ++i) { // its bolts go with it, the others stay
        const double by = d.job().move.fasteners[i].at.x - bolts[i].x;
        CHECK(by == Approx(std::abs(bolts[i].x - x) < 1.0 ? moved : 0.0).margin(1e-9));
    }
    d.undo();
    d.press(d.pixel({x, 300.0}));
    d.move(d.pixel({x + 30.0, 300.0}));
    QTest::keyClicks(&d.board(), QStringLiteral("2100"));
    QTest::keyClick(&d.board(), Qt::Key_Return);
    CHECK(d.job().move.plates[1].x_mm == Approx(2100.0));
}

TEST_CASE("seen from the end the feet are dragged apart; arrows nudge; T goes round", "[ui][base]")
{
    BaseDriver d(2);
    QTest::keyClick(&d.board(), Qt::Key_T);
    CHECK(d.window.bench()->turnWord() == QStringLiteral("end ▸ above"));
    const Vec2 foot = d.plan().base->shape->feet[1];
    d.drag({foot.y - 10.0, 60.0}, {foot.y + 40.0, 60.0});
    REQUIRE(d.job().base.spread_mm);
    const double spread = *d.job().base.spread_mm;
    CHECK(spread > 838.0 + 60.0);
    QTest::keyClick(&d.board(), Qt::Key_Right);
    CHECK(*d.job().base.spread_mm == Approx(spread + 2.0));
    QTest::keyClick(&d.board(), Qt::Key_T);
    CHECK(d.window.bench()->title().contains(QStringLiteral("above")));
    QTest::keyClick(&d.board(), Qt::Key_T);
    CHECK(d.window.bench()->title().contains(QStringLiteral("side")));
}

TEST_CASE("a wrong measure is refused in words and the old one stays", "[ui][base]")
{
    BaseDriver d;
    const BaseChoices before = d.job().base;
    d.type("baseSurface", QStringLiteral("9000"));
    CHECK(d.job().base == before);
    d.type("baseSurface", QStringLiteral("knee high"));
    CHECK(d.job().base == before);
    d.type("baseSurface", QStringLiteral("29 1/2\""));
    CHECK(d.job().base.surface_mm == Approx(749.3));
    d.type("baseWall", QStringLiteral("16"));
    CHECK(d.job().base.wall_mm == 3.0); // they would leave no hollow
}

TEST_CASE("tippy feet are mended by the remedy, at the end, at the side and of a pedestal", "[ui][base]")
{
    BaseDriver d;
    d.document.edit(QStringLiteral("frames in"), [](Job& j) {
        j.move.plates[0].x_mm = 1000.0;
        j.move.plates[1].x_mm = 1700.0;
        j.base.spread_mm = 260.0;
    });
    REQUIRE(d.says("base.tips_end"));
    REQUIRE(d.says("base.tips_side"));
    d.remedy("base.tips_side");
    CHECK_FALSE(d.says("base.tips_side"));
    d.remedy("base.tips_end"); // at both ends, by one press
    CHECK(d.job().move.plates[0].x_mm < 1000.0);
    CHECK(d.job().move.plates[1].x_mm > 1700.0);
    CHECK_FALSE(d.says("base.tips_end"));
    d.undo();
    CHECK(d.job().move.plates[0].x_mm == 1000.0);
    // Bought legs go with their plates, so that they stay upright.
    test::chooseValue(d.find<QComboBox>("baseKind"), static_cast<int>(BaseKind::Bought));
    d.document.edit(QStringLiteral("bought"), [](Job& j) {
        j.base.leg_mm = 700.0;
        j.move.baseMass_kg = 14.0;
    });
    REQUIRE(d.says("base.tips_end"));
    const auto lean = [&] {
        const BasePlate& left = d.plan().base->plates.front();
        return d.job().base.footPoints.front().at.x - left.x_mm;
    };
    const double before = lean();
    d.remedy("base.tips_end");
    CHECK_FALSE(d.says("base.tips_end"));
    CHECK(lean() == Approx(before).margin(0.01));
    d.showJob(3);
    d.document.edit(QStringLiteral("small foot"), [](Job& j) { j.base.disc_mm = 250.0; });
    const char* code = d.says("base.tips_end") ? "base.tips_end" : "base.tips_side";
    REQUIRE(d.says(code));
    for (int i = 0; i < 3 && d.says(code); ++i) {
        d.remedy(code);
    }
    CHECK(d.job().base.disc_mm > 250.0);
    CHECK_FALSE(d.says(code));
}

TEST_CASE("air under a foot is read at its row, and it says which foot rocks", "[ui][base]")
{
    BaseDriver d;
    d.open("standing");
    auto* feet = d.find<QTableWidget>("feetTable");
    REQUIRE(feet->rowCount() == 4);
    for (int row = 0; row < 4; ++row) {
        feet->setFocus();
        feet->setCurrentCell(row, 0);
        QTest::mouseClick(feet->viewport(), Qt::LeftButton, {}, feet->visualItemRect(feet->item(row, 0)).center());
        d.type("footGap", row == 2 ? QStringLiteral("2.4") : QStringLiteral("0"));
    }
    REQUIRE(d.job().base.footGaps_mm.size() == 4);
    CHECK(d.job().base.footGaps_mm[2] == 2.4);
    CHECK(d.says("base.rocks"));
    CHECK(feet->item(2, 4)->text().contains(QStringLiteral("2.4")));
    d.type("footGap", QStringLiteral("-3"));
    CHECK(d.job().base.footGaps_mm[3] == 0.0);
}

TEST_CASE("bought legs: feet added, dragged, bent and taken away", "[ui][base]")
{
    BaseDriver d(7);
    REQUIRE(d.job().base.footPoints.size() == 4);
    d.open("above");
    const Vec2 foot = d.job().base.footPoints[1].at;
    d.drag(foot, foot + Vec2{60.0, 40.0});
    CHECK(d.job().base.footPoints[1].at.x == Approx(foot.x + 60.0).margin(6.0));
    d.type("footBend", QStringLiteral("120"));
    CHECK(d.job().base.footPoints[1].bend_mm == 120.0);
    d.click("addFoot");
    CHECK(d.job().base.footPoints.size() == 5);
    d.board().setFocus();
    QTest::keyClick(&d.board(), Qt::Key_Delete);
    CHECK(d.job().base.footPoints.size() == 4);
    d.type("baseLeg", QStringLiteral("720"));
    CHECK(d.plan().base->surface.value() == Approx(720.0 + d.plan().flatten->thickness.value()));
}

TEST_CASE("the way in is measured where it is asked for, and answered at once", "[ui][base]")
{
    BaseDriver d(4);
    REQUIRE(d.says("base.way_unknown"));
    d.open("carrying");
    CHECK(d.find<QLineEdit>("passDoorWide")->isVisible());
    CHECK_FALSE(d.find<QComboBox>("baseKind")->isVisible());
    d.type("passDoorWide", QStringLiteral("800"));
    d.type("passDoorHigh", QStringLiteral("2000"));
    CHECK(d.job().door.wide_mm == 800.0);
    CHECK_FALSE(d.says("base.way_unknown"));
    auto* answers = d.find<QTableWidget>("carryAnswers");
    CHECK(answers->item(0, 0)->text() == QStringLiteral("Door"));
    CHECK(answers->item(0, 1)->text().contains(QStringLiteral("✓")));
    d.type("passDoorWide", QStringLiteral("120"));
    d.type("passDoorHigh", QStringLiteral("300"));
    CHECK(answers->item(0, 1)->text().contains(QStringLiteral("✗")));
    CHECK(d.says("base.wont_pass"));
    d.open("cuts");
    CHECK(d.find<QComboBox>("baseKind")->isVisible());
}

TEST_CASE("cut list and joints show what the plan has", "[ui][base]")
{
    BaseDriver d(4);
    auto* cuts = d.find<QTableWidget>("cutTable");
    REQUIRE(cuts->rowCount() == static_cast<int>(d.plan().base->shape->members.size()));
    CHECK(cuts->item(3, 2)->text().contains(QStringLiteral("Stretcher")));
    d.open("joints");
    CHECK(d.find<QTableWidget>("jointsTable")->rowCount() >= 3);
    d.shot("base-joints");
}

TEST_CASE("sheets and drawings are written where the maker says", "[ui][base]")
{
    BaseDriver d;
    const QTemporaryDir dir;
    test::chooseFile(dir.filePath(QStringLiteral("base.pdf")));
    d.click("baseSheet");
    CHECK(QFile(dir.filePath(QStringLiteral("base.pdf"))).size() > 5000);
    test::chooseFile(dir.filePath(QStringLiteral("pack.pdf")));
    d.click("packingList");
    CHECK(QFile(dir.filePath(QStringLiteral("pack.pdf"))).size() > 3000);
    test::chooseFile(dir.filePath(QStringLiteral("part.dxf")));
    d.click("baseDrawings");
    CHECK(QFile::exists(dir.filePath(QStringLiteral("part-1-leg.dxf"))));
    CHECK(QFile::exists(dir.filePath(QStringLiteral("part-plate-2.dxf"))));
}

TEST_CASE("F6 shows the table from any bench; it turns by the hand and by keys and gets better", "[ui][base]")
{
    BaseDriver d(2);
    d.window.showBench(QStringLiteral("fill"));
    QTest::keyClick(&d.window, Qt::Key_F6);
    auto* window = d.window.findChild<ui::PictureWindow*>();
    REQUIRE(window != nullptr);
    REQUIRE(window->isVisible());
    window->resize(420, 320);
    ui::PictureView& view = window->view();
    REQUIRE(until([&] { return !view.picture().isNull() && view.passes() >= 2; }));
    const QImage before = view.picture();
    const SceneEye eye = view.eye();
    QTest::mousePress(&view, Qt::LeftButton, {}, QPoint(200, 150));
    QMouseEvent drag(QEvent::MouseMove, QPointF(260, 170), view.mapToGlobal(QPointF(260, 170)), Qt::NoButton,
                     Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&view, &drag);
    QTest::mouseRelease(&view, Qt::LeftButton, {}, QPoint(260, 170));
    CHECK(view.eye().turn_deg != eye.turn_deg);
    CHECK(view.eye().high_deg > eye.high_deg);
    REQUIRE(until([&] { return view.passes() >= 1 && view.picture() != before; }));
    QTest::keyClick(&view, Qt::Key_Left);
    CHECK(view.eye().turn_deg < eye.turn_deg);
    QTest::mouseClick(window->findChild<QPushButton*>(QStringLiteral("eyeAbove")), Qt::LeftButton);
    CHECK(view.eye().high_deg == 80.0);
    REQUIRE(until([&] { return view.passes() >= 1; }));
    const QTemporaryDir dir;
    test::chooseFile(dir.filePath(QStringLiteral("table.png")));
    QTest::mouseClick(window->findChild<QPushButton*>(QStringLiteral("pictureExport")), Qt::LeftButton);
    CHECK_FALSE(QImage(dir.filePath(QStringLiteral("table.png"))).isNull());
    QTest::keyClick(window, Qt::Key_Escape);
    CHECK_FALSE(window->isVisible());
}

TEST_CASE("in a photo of the room the table stands where four marks say", "[ui][base]")
{
    BaseDriver d(1);
    QTest::keyClick(&d.window, Qt::Key_F6);
    auto* window = d.window.findChild<ui::PictureWindow*>();
    REQUIRE(window != nullptr);
    window->resize(500, 420);
    ui::PictureView& view = window->view();
    for (int i = 0; i < 1500 && view.picture().isNull(); ++i) {
        QTest::qWait(10);
    }
    QImage photo(400, 300, QImage::Format_RGB32);
    photo.fill(QColor(0, 160, 0));
    view.askMarks(photo, 3200.0, 1600.0);
    QApplication::processEvents();
    const auto at = [&](double x, double y) { // shares of the photo, as it lies in the view
        const QSizeF size = QSizeF(photo.size()).scaled(QSizeF(view.size()), Qt::KeepAspectRatio);
        return QPointF((view.width() - size.width()) / 2.0 + x * size.width(),
                       (view.height() - size.height()) / 2.0 + y * size.height())
            .toPoint();
    };
    for (const auto& [x, y] : {std::pair{0.08, 0.95}, {0.92, 0.95}, {0.72, 0.6}, {0.28, 0.6}}) {
        QTest::mouseClick(&view, Qt::LeftButton, {}, at(x, y));
    }
    bool there = false;
    for (int i = 0; i < 2000 && !there; ++i) {
        QTest::qWait(10);
        const QImage now = view.picture();
        if (!now.isNull() && view.passes() >= 1 && now.size() == photo.size()) {
            int wood = 0;
            int room = 0;
            for (int y = 0; y < now.height(); y += 3) {
                for (int x = 0; x < now.width(); x += 3) {
                    const QColor c = now.pixelColor(x, y);
                    wood += c.red() > 150 ? 1 : 0;
                    room += c.red() < 20 && c.green() > 140 ? 1 : 0;
                }
            }
            there = wood > 200 && room > 2000; // the table is there, the room round it too
        }
    }
    CHECK(there);
    d.shot("base-in-photo");
}

TEST_CASE("a photo of the room is read beside the window, its marks are measured, what is none says so", "[ui][base]")
{
    BaseDriver d(1);
    QTest::keyClick(&d.window, Qt::Key_F6);
    auto* window = d.window.findChild<ui::PictureWindow*>();
    REQUIRE(window != nullptr);
    window->resize(500, 420);
    auto* says = window->findChild<QLabel*>(QStringLiteral("pictureSays"));
    auto* button = window->findChild<QPushButton*>(QStringLiteral("pictureInPhoto"));
    const QTemporaryDir dir;
    const QString none = dir.filePath(QStringLiteral("none.png"));
    {
        QFile bad(none);
        REQUIRE(bad.open(QIODevice::WriteOnly));
        bad.write("no picture");
    }
    test::chooseFile(none);
    QTest::mouseClick(button, Qt::LeftButton);
    REQUIRE(until([&] { return says->text().contains(QStringLiteral("cannot be read")); }));
    CHECK(says->text().startsWith(none));

    QImage photo(400, 300, QImage::Format_RGB32);
    photo.fill(QColor(0, 160, 0));
    const QString good = dir.filePath(QStringLiteral("room.png"));
    REQUIRE(photo.save(good));
    // The lengths that are asked for, one after the other.
    std::vector<QString> lengths;
    std::function<void()> answer = [&] {
        test::whenOpen<QInputDialog>([&](QInputDialog* dialog) {
            auto* field = dialog->findChild<QLineEdit*>();
            field->selectAll();
            QTest::keyClicks(field, lengths.front());
            lengths.erase(lengths.begin());
            QTest::keyClick(field, Qt::Key_Return);
            if (!lengths.empty()) {
                answer();
            }
        });
    };
    const auto inPhoto = [&](const std::vector<QString>& sides) {
        lengths = sides;
        test::chooseFile(good);
        QTest::mouseClick(button, Qt::LeftButton);
        answer();
        REQUIRE(until([&] { return lengths.empty() && QApplication::activeModalWidget() == nullptr; }));
    };
    // A side that is none is refused, and nothing is put into the photo.
    inPhoto({QStringLiteral("-3")});
    CHECK_FALSE(window->view().inPhoto());
    CHECK(says->text() != QStringLiteral("The photo is being opened; Esc leaves it."));
    inPhoto({QStringLiteral("3200"), QStringLiteral("1600")});
    CHECK(window->view().inPhoto());
    CHECK(says->text().contains(QStringLiteral("four marks")));
}
