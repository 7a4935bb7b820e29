// Every choice on every bench: what is typed reaches the book, shows again, and is undone in one step.

#include <catch2/catch.hpp>

#include <memory>

#include <QPushButton>

#include "ui/board/bench.h"
#include "ui/driver.h"
#include "ui/hands.h"

using namespace burl;
using burl::test::Driver;
using Catch::WithinAbs;

namespace
{

struct Typed {
    const char* bench;
    const char* field;
    const char* text;
    std::function<double(const Book&)> stored;
    double wanted;
};

const Job& first(const Book& book)
{
    return *book.jobs[0];
}
const Slab& third(const Book& book)
{
    return *book.shop->slab({3});
}

std::vector<Typed> everyField()
{
    return {
        {"layup", "finalLength", "2.5 m", [](const Book& b) { return first(b).layup.length_mm; }, 2500.0},
        {"layup", "finalWidth", "82cm", [](const Book& b) { return first(b).layup.width_mm.value_or(0); }, 820.0},
        {"layup", "thicknessWanted", "1 3/4\"", [](const Book& b) { return first(b).layup.thickness_mm; }, 44.45},
        {"layup", "leastGap", "120", [](const Book& b) { return first(b).layup.leastGap_mm; }, 120.0},
        {"layup", "trim", "55 mm", [](const Book& b) { return first(b).layup.trim_mm.value_or(0); }, 55.0},
        {"layup", "ripMargin", "8", [](const Book& b) { return first(b).layup.ripMargin_mm.value_or(0); }, 8.0},
        {"layup", "parted", "1.2 m", [](const Book& b) { return first(b).layup.parted_mm.value_or(0); }, 1200.0},
        {"layup", "tenonPitch", "180", [](const Book& b) { return first(b).layup.joint.pitch_mm; }, 180.0},
        {"layup", "tenonWide", "5 cm", [](const Book& b) { return first(b).layup.joint.wide_mm; }, 50.0},
        {"layup", "tenonReach", "1\"", [](const Book& b) { return first(b).layup.joint.reach_mm; }, 25.4},
        {"layup", "rodPitch", "250", [](const Book& b) { return first(b).layup.rods.pitch_mm; }, 250.0},
        {"layup", "rodFirst", "90", [](const Book& b) { return first(b).layup.rods.first_mm; }, 90.0},
        {"layup", "rodEmbed", "55", [](const Book& b) { return first(b).layup.rods.embed_mm; }, 55.0},
        {"layup", "rodDiameter", "12", [](const Book& b) { return first(b).layup.rods.diameter_mm; }, 12.0},
        {"layup", "rodReach", "110", [](const Book& b) { return first(b).layup.rods.drillReach_mm; }, 110.0},
        {"layup", "wishBudget", "900", [](const Book& b) { return first(b).wishes.budget.value_or(0); }, 900.0},
        {"flat", "cutter", "63", [](const Book& b) { return first(b).flatten.method.bit_mm; }, 63.0},
        {"flat", "depthPerPass", "1.5", [](const Book& b) { return first(b).flatten.method.depth_mm; }, 1.5},
        {"flat", "overlap", "35", [](const Book& b) { return first(b).flatten.method.overlap; }, 0.35},
        {"flat", "runoff", "25", [](const Book& b) { return first(b).flatten.method.runoff_mm; }, 25.0},
        {"flat", "feed", "3 m", [](const Book& b) { return first(b).flatten.method.feed_mm_min; }, 3000.0},
        {"flat", "setup", "12", [](const Book& b) { return first(b).flatten.method.setup_min; }, 12.0},
        {"fill", "bucket", "3 L", [](const Book& b) { return first(b).fill.bucket_L; }, 3.0},
        {"fill", "overpour", "2", [](const Book& b) { return first(b).fill.overpour_mm; }, 2.0},
        {"fill", "pigment", "2.5", [](const Book& b) { return first(b).fill.pigment_pct; }, 2.5},
        {"fill", "reserve", "8", [](const Book& b) { return first(b).fill.reserve; }, 0.08},
        {"fill", "residue", "4", [](const Book& b) { return first(b).fill.potResidue; }, 0.04},
        {"fill", "soakIn", "180", [](const Book& b) { return first(b).fill.soakIn_g_m2; }, 180.0},
        {"move", "assemblyMc", "8.2", [](const Book& b) { return first(b).move.assembly_mc_pct.value_or(0); }, 8.2},
        {"move", "heldLine", "-40", [](const Book& b) { return first(b).move.fixedLine_mm; }, -40.0},
        {"yard", "slabThickness", "57", [](const Book& b) { return third(b).thickness_mm.value_or(0); }, 57.0},
        {"yard", "slabMc", "11.5", [](const Book& b) { return third(b).mc_pct.value_or(0); }, 11.5},
        {"yard", "slabSequence", "8", [](const Book& b) { return double(third(b).sequence); }, 8.0},
        {"yard", "slabPith", "140", [](const Book& b) { return third(b).pith->distance_mm; }, 140.0},
        {"yard", "bevelNear", "12", [](const Book& b) { return third(b).bevelNear_mm; }, 12.0},
        {"yard", "bevelFar", "14", [](const Book& b) { return third(b).bevelFar_mm; }, 14.0},
        {"yard", "slabWeighed", "71.5 kg", [](const Book& b) { return third(b).weighed_kg.value_or(0); }, 71.5},
        {"yard", "logKerf", "3.5", [](const Book& b) { return b.shop->logs[0].kerf_mm; }, 3.5},
        {"yard", "slabPrice", "415", [](const Book& b) { return third(b).price.value_or(0); }, 415.0},
    };
}

bool sameBook(const Book& a, const Book& b)
{
    if (!sameValues(*a.shop, *b.shop) || a.jobs.size() != b.jobs.size()) {
        return false;
    }
    for (size_t i = 0; i < a.jobs.size(); ++i) {
        if (!(*a.jobs[i] == *b.jobs[i])) {
            return false;
        }
    }
    return true;
}

void openAll(Driver& d)
{
    for (QPushButton* more : d.window.findChildren<QPushButton*>()) {
        if (more->isVisible() && more->objectName() == QStringLiteral("moreChoices")) {
            more->setChecked(true);
        }
    }
}

} // namespace

TEST_CASE("what is typed in a field is in the book, shows again and is undone", "[ui][choices]")
{
    std::unique_ptr<Driver> window; // one for each bench: opening one takes longer than typing
    std::string bench;
    for (const Typed& t : everyField()) {
        if (bench != t.bench) {
            bench = t.bench;
            window.reset();
            window = std::make_unique<Driver>(QString::fromLatin1(t.bench));
            openAll(*window);
        }
        Driver& d = *window;
        const Book before = d.document.book();
        INFO(t.bench << ' ' << t.field << ' ' << t.text);
        auto* field = d.find<QLineEdit>(t.field);
        REQUIRE(field != nullptr);
        REQUIRE(field->isVisible());
        const QString shown = field->text();
        d.type(t.field, QString::fromUtf8(t.text));
        CHECK_THAT(t.stored(d.document.book()), WithinAbs(t.wanted, 1e-9));
        CHECK_FALSE(field->text() == shown);
        CHECK(d.document.undoStack().count() == 1);
        d.undo();
        CHECK(sameBook(d.document.book(), before));
        CHECK(field->text() == shown);
        // Nonsense is refused, marked, and changes nothing.
        d.type(t.field, QStringLiteral("about so"));
        CHECK(sameBook(d.document.book(), before));
        CHECK(field->property("refused").toBool());
    }
}

TEST_CASE("every choice of a list is taken and given back", "[ui][choices]")
{
    for (const char* bench : {"yard", "layup", "flat", "move"}) {
        Driver d(QString::fromLatin1(bench));
        openAll(d);
        for (QComboBox* box : d.window.findChildren<QComboBox*>()) {
            if (!box->isVisible() || !box->isEnabled() || box->count() < 2 ||
                box->objectName().startsWith(QStringLiteral("feature")) ||
                box->objectName() == QStringLiteral("rackOrder")) { // a way of looking, no choice of the job
                continue;
            }
            const Book before = d.document.book();
            const int was = box->currentIndex();
            // A slab for a slab: without one, the piece after it would move up.
            const bool slab = box->objectName().endsWith(QStringLiteral("Slab"));
            const int other = slab ? (was == 1 ? 2 : 1) : was == 0 ? 1 : 0;
            INFO(bench << ' ' << box->objectName().toStdString());
            test::choose(box, other);
            CHECK_FALSE(sameBook(d.document.book(), before));
            CHECK(box->currentIndex() == other);
            d.undo();
            CHECK(sameBook(d.document.book(), before));
            CHECK(box->currentIndex() == was);
        }
    }
}

TEST_CASE("an empty optional field goes back to what the shop does", "[ui][choices]")
{
    Driver d;
    openAll(d);
    d.type("trim", QStringLiteral("60"));
    REQUIRE(d.job().layup.trim_mm == 60.0);
    d.type("trim", QString());
    CHECK_FALSE(d.job().layup.trim_mm.has_value());
    CHECK(d.figure("rough_length") == 2780.0);
}

TEST_CASE("a measure out of all reason is refused with its bounds", "[ui][choices]")
{
    Driver d;
    d.type("finalLength", QStringLiteral("40 m"));
    CHECK(d.job().layup.length_mm == 2700.0);
    CHECK(d.find<QLineEdit>("finalLength")->property("refused").toBool());
    d.type("finalLength", QStringLiteral("-3"));
    CHECK(d.job().layup.length_mm == 2700.0);
    QTest::keyClick(d.find<QLineEdit>("finalLength"), Qt::Key_Escape);
    CHECK(d.find<QLineEdit>("finalLength")->text() == QStringLiteral("2700 mm"));
    CHECK_FALSE(d.find<QLineEdit>("finalLength")->property("refused").toBool());
}

TEST_CASE("a choice goes to the word that is typed, and letters that fit none leave it as it was", "[ui][choices]")
{
    Driver d(QStringLiteral("yard"));
    auto* box = d.find<QComboBox>("slabSpecies");
    REQUIRE(box != nullptr);
    const auto species = [&] { return box->currentText(); };
    const auto type = [&](const char* letters) {
        QTest::qWait(1100); // a new word
        box->setFocus();
        QTest::keyClicks(box, QLatin1String(letters));
        QApplication::processEvents();
    };
    type("wal");
    CHECK(species() == QStringLiteral("Black walnut"));
    type("white");
    CHECK(species() == QStringLiteral("White oak")); // what begins with it comes before what holds it
    const QString before = species();
    type("xyz");
    CHECK(species() == before);
    type("alnut"); // not the beginning of a word
    CHECK(species() == before);
    // A slab that is chosen meanwhile begins a new word, however quick the hand is.
    type("wal");
    const SlabId first = d.document.job()->layup.pieces.front().slab;
    d.document.editSlab(QStringLiteral("species"), first, [](Slab& s) { s.species.clear(); });
    QApplication::processEvents();
    REQUIRE(species() == QStringLiteral("not said"));
    QTest::keyClicks(box, QStringLiteral("wal"));
    CHECK(species() == QStringLiteral("Black walnut"));
    // The same in the open list.
    QTest::qWait(1100);
    QTest::keyClick(box, Qt::Key_F4);
    QTest::keyClicks(box->view(), QStringLiteral("wal"));
    QTest::keyClick(box->view(), Qt::Key_Return);
    CHECK(species() == QStringLiteral("Black walnut"));
}

TEST_CASE("after Enter the next reading replaces what stands in the field, refused or taken", "[ui][choices]")
{
    Driver d;
    d.type("finalLength", QStringLiteral("40 m"));
    auto* field = d.find<QLineEdit>("finalLength");
    REQUIRE(field->property("refused").toBool());
    QTest::keyClicks(field, QStringLiteral("2600"));
    QTest::keyClick(field, Qt::Key_Return);
    CHECK(d.job().layup.length_mm == 2600.0);
    CHECK_FALSE(field->property("refused").toBool());
    field->setFocus(); // Enter went on to the next
    QTest::keyClicks(field, QStringLiteral("2500"));
    QTest::keyClick(field, Qt::Key_Return);
    CHECK(d.job().layup.length_mm == 2500.0);
    // Words go on where they stand.
    d.window.showBench(QStringLiteral("days"));
    d.window.bench()->showPage(QStringLiteral("money"));
    d.type("customer", QStringLiteral("Ada"));
    QTest::keyClicks(d.find<QLineEdit>("customer"), QStringLiteral(" Birch"));
    QTest::keyClick(d.find<QLineEdit>("customer"), Qt::Key_Return);
    CHECK(d.job().money.customer == "Ada Birch");
}

TEST_CASE("the maker's resin for one void goes against the rule and back", "[ui][fill]")
{
    Driver d(QStringLiteral("fill"));
    // The pocket of A4 is grabbed on the board; its own choices appear.
    const Vec2 at = d.plan().layup->pieces[1].place.toTable(Vec2{1790, 120});
    QTest::mouseClick(&d.board(), Qt::LeftButton, Qt::NoModifier, d.pixel(at));
    auto* resin = d.find<QComboBox>("voidResin");
    REQUIRE(resin != nullptr);
    REQUIRE(resin->isVisible());
    const int rule = resin->currentIndex();
    const int other = (rule + 1) % resin->count();
    test::choose(resin, other);
    REQUIRE(d.job().fill.overrules.size() == 1);
    CHECK(d.job().fill.overrules[0].slab == SlabId{4});
    bool told = false;
    for (const FillItem& item : d.plan().fill->items) {
        told = told || item.overruled;
    }
    CHECK(told);
    d.undo();
    CHECK(d.job().fill.overrules.empty());
}

TEST_CASE("a fastener's own measures are changed where it is chosen", "[ui][move]")
{
    Driver d(QStringLiteral("move"));
    const Vec2 at = d.job().move.fasteners[0].at;
    QTest::mouseClick(&d.board(), Qt::LeftButton, Qt::NoModifier, d.pixel(at));
    d.type("bolt", QStringLiteral("10"));
    CHECK(d.job().move.fasteners[0].bolt_mm == 10.0);
    CHECK(d.job().move.fasteners[1].bolt_mm == 8.0);
    d.type("insert", QStringLiteral("45"));
    CHECK(d.plan().figure("remaining_least").value() < 6.0);
    QTest::mouseClick(&d.board(), Qt::LeftButton, Qt::NoModifier, d.pixel({d.job().move.channels[1].x_mm, 150}));
    d.type("channelLength", QStringLiteral("50 cm"));
    CHECK(d.job().move.channels[1].length_mm == 500.0);
    CHECK(d.job().move.channels[0].length_mm == 700.0);
}
