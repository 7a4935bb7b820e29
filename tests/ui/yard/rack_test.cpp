// Slabs between the rack and the board: carried over, by double click and by key; back again; pieces that change
// places.

#include "ui/driver.h"

#include "core/layup/layup_edit.h"
#include "ui/window/bench_bar.h"
#include "ui/window/rack.h"

using namespace burl;
using test::Driver;

namespace
{

/// Where a slab's row is in the rack.
QPoint rowOf(ui::Rack& rack, const char* name)
{
    for (int i = 0; i < rack.count(); ++i) {
        if (rack.item(i)->text() == QLatin1String(name)) {
            rack.scrollToItem(rack.item(i));
            QApplication::processEvents();
            return rack.visualItemRect(rack.item(i)).center();
        }
    }
    FAIL("no such slab in the rack");
    return {};
}

void moveTo(QWidget* over, QPoint at)
{
    QMouseEvent event(QEvent::MouseMove, QPointF(at), over->mapToGlobal(QPointF(at)), Qt::NoButton, Qt::LeftButton,
                      Qt::NoModifier);
    QApplication::sendEvent(over, &event);
}

/// Takes a slab in the rack and lets it go at a place of the board.
void carry(Driver& d, const char* name, QPoint onBoard)
{
    auto* rack = d.find<ui::Rack>("rack");
    const QPoint from = rowOf(*rack, name);
    QWidget* seen = rack->viewport();
    const QPoint to = seen->mapFromGlobal(d.board().mapToGlobal(onBoard));
    QTest::mousePress(seen, Qt::LeftButton, Qt::NoModifier, from);
    moveTo(seen, from + QPoint(30, 0));
    moveTo(seen, to);
    QTest::mouseRelease(seen, Qt::LeftButton, Qt::NoModifier, to);
    QApplication::processEvents();
}

std::vector<std::string> namesOf(const Driver& d)
{
    std::vector<std::string> out;
    for (const Piece& piece : d.job().layup.pieces) {
        out.push_back(d.document.shop().slab(piece.slab)->name);
    }
    return out;
}

} // namespace

TEST_CASE("a slab carried from the rack takes the place of the piece it is let go on", "[ui][rack]")
{
    Driver d;
    REQUIRE(namesOf(d) == std::vector<std::string>{"A3", "A4"});
    carry(d, "R1", d.pixel({900.0, 250.0})); // over the far piece
    CHECK(namesOf(d) == std::vector<std::string>{"R1", "A4"});
    CHECK(d.document.undoStack().count() == 1);
    d.undo();
    carry(d, "R1", d.pixel({900.0, -250.0}));
    CHECK(namesOf(d) == std::vector<std::string>{"A3", "R1"});
    d.undo();
    carry(d, "R1", QPoint(-200, 40)); // let go over the rack itself: nothing
    CHECK(namesOf(d) == std::vector<std::string>{"A3", "A4"});
}

TEST_CASE("from any bench a carried slab is laid in where slabs are laid in", "[ui][rack]")
{
    Driver d(QStringLiteral("move"));
    carry(d, "R1", d.board().rect().center() + QPoint(0, -40));
    CHECK(d.window.bench()->id() == QStringLiteral("layup"));
    CHECK(namesOf(d).size() == 2);
    const auto names = namesOf(d);
    CHECK(std::find(names.begin(), names.end(), "R1") != names.end());
}

TEST_CASE("a double click and a key lay a slab in, a key puts it back", "[ui][rack]")
{
    Driver d;
    auto* rack = d.find<ui::Rack>("rack");
    d.document.edit(QStringLiteral("bare"), [](Job& j) { j.layup.pieces.clear(); });
    const QPoint at = rowOf(*rack, "R1");
    QTest::mouseDClick(rack->viewport(), Qt::LeftButton, Qt::NoModifier, at);
    CHECK(namesOf(d) == std::vector<std::string>{"R1"});
    rowOf(*rack, "R2");
    rack->select(d.document.shop().slabs[0]->id);
    rack->setFocus();
    QTest::keyClick(rack, Qt::Key_L);
    REQUIRE(namesOf(d).size() == 2);
    CHECK_FALSE(d.plan().layup->missing.has_value());
    QTest::keyClick(rack, Qt::Key_L); // a third: the pair is full, and that is said
    CHECK(namesOf(d).size() == 2);
    CHECK(d.find<QWidget>("finding_program.says")->accessibleName().contains(QStringLiteral("full")));
    QTest::keyClick(rack, Qt::Key_Delete);
    CHECK(namesOf(d) == std::vector<std::string>{"R1"});
}

TEST_CASE("a piece dragged off the board is back in the rack, one undo lays it in again", "[ui][rack]")
{
    Driver d;
    const Job before = d.job();
    const QPoint from = d.pixel({900.0, 250.0});
    d.press(from);
    d.move(from + QPoint(-40, 0));
    d.move(QPoint(-60, from.y()));
    d.release(QPoint(-60, from.y()));
    CHECK(namesOf(d) == std::vector<std::string>{"A4"});
    CHECK(d.document.undoStack().count() == 1);
    d.undo();
    CHECK(d.job() == before);
}

TEST_CASE("a piece dragged past the middle of its neighbour changes places with it", "[ui][rack]")
{
    Driver d;
    const Job before = d.job();
    d.drag({900.0, 250.0}, {900.0, -300.0});
    CHECK(namesOf(d) == std::vector<std::string>{"A4", "A3"});
    CHECK(d.document.undoStack().count() == 1);
    d.undo();
    CHECK(d.job() == before);
    d.drag({900.0, 250.0}, {900.0, -100.0}); // over its rim, not past its middle
    CHECK(namesOf(d) == std::vector<std::string>{"A3", "A4"});
    // By keys: the next piece, swap, turn over, back to the rack.
    d.document.undo();
    d.board().setFocus();
    QTest::keyClick(&d.board(), Qt::Key_S);
    CHECK(namesOf(d) == std::vector<std::string>{"A4", "A3"});
    QTest::keyClick(&d.board(), Qt::Key_N);
    QTest::keyClick(&d.board(), Qt::Key_Delete);
    CHECK(namesOf(d).size() == 1);
}

TEST_CASE("the tabs say how far their bench is", "[ui][thread]")
{
    Driver d;
    const auto said = [&](const char* bench) {
        return d.find<ui::BenchTab>((std::string("tab_") + bench).c_str())->accessibleDescription();
    };
    CHECK(said("flat").contains(QStringLiteral("done")));
    d.document.editSlab(QStringLiteral("x"), d.job().layup.pieces[0].slab, [](Slab& s) { s.topHeights.reset(); });
    CHECK(said("flat").contains(QStringLiteral("not begun")));
    d.document.edit(QStringLiteral("x"), [](Job& j) { j.move.fasteners.clear(); });
    CHECK(said("move").contains(QStringLiteral("not begun")));
    d.document.edit(QStringLiteral("x"), [](Job& j) { j.layup.length_mm = 4000.0; });
    CHECK(said("layup").contains(QStringLiteral("stopped")));
}
