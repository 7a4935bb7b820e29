// Offers and kept layups by hand: sought, taken with one click and one undo, put by and compared.

#include <catch2/catch.hpp>

#include <string>

#include <QLabel>
#include <QPushButton>

#include "ui/driver.h"
#include "ui/hands.h"
#include "ui/layup/layup_card.h"
#include "ui/layup/layup_tray.h"

using namespace burl;
using burl::test::Driver;
using Catch::WithinAbs;

namespace
{

constexpr int kPatience_ms = 60'000; // under the sanitizers, beside other work

struct Tray : Driver {
    void click(const char* name)
    {
        auto* button = find<QAbstractButton>(name);
        REQUIRE(button != nullptr);
        QTest::mouseClick(button, Qt::LeftButton);
        QApplication::processEvents();
    }
    /// Opens the offers and waits until they stand there.
    void seek()
    {
        click("trayOffers");
        REQUIRE(QTest::qWaitFor(
            [this] {
                auto* first = find<ui::LayupCard>("offer1");
                return first != nullptr && first->isVisible() && !find<QWidget>("offersProgress")->isVisible();
            },
            kPatience_ms));
    }
};

} // namespace

TEST_CASE("offers are sought in the yard, and one is taken with a click and given back with one undo", "[ui][offers]")
{
    Tray d;
    const LayupChoices before = d.job().layup;
    d.seek();
    d.shot("offers");
    auto* first = d.find<ui::LayupCard>("offer1");
    CHECK(first->accessibleName().contains(QStringLiteral("bookmatch")));
    QTest::mouseClick(first, Qt::LeftButton);
    const LayupChoices taken = d.job().layup;
    CHECK_FALSE(taken.pieces == before.pieces);
    CHECK(taken.length_mm == before.length_mm);
    CHECK_FALSE(d.plan().layup->missing);
    d.undo();
    CHECK(d.job().layup == before);
    // By keyboard too.
    first->setFocus();
    QTest::keyClick(first, Qt::Key_Space);
    CHECK(d.job().layup == taken);
    d.shot("offer_taken");
}

TEST_CASE("offers that were sought before a change say so, and are sought again", "[ui][offers]")
{
    Tray d;
    d.seek();
    d.type("finalLength", QStringLiteral("1900"));
    CHECK(d.find<QLabel>("trayWords")->text().contains(QStringLiteral("seek again")));
    QSignalSpy found(d.find<QWidget>("layupTray"), &QObject::objectNameChanged);
    d.click("offersSeek");
    REQUIRE(QTest::qWaitFor([&] { return !d.find<QWidget>("offersProgress")->isVisible(); }, kPatience_ms));
    CHECK_FALSE(d.find<QLabel>("trayWords")->text().contains(QStringLiteral("seek again")));
    QTest::mouseClick(d.find<ui::LayupCard>("offer2"), Qt::LeftButton);
    CHECK(d.job().layup.length_mm == 1900.0);
}

TEST_CASE("a top that no slab gives is said, with why", "[ui][offers]")
{
    Tray d;
    d.type("finalLength", QStringLiteral("6 m"));
    d.click("trayOffers");
    REQUIRE(QTest::qWaitFor([&] { return !d.find<QWidget>("offersProgress")->isVisible(); }, kPatience_ms));
    CHECK(d.find<QLabel>("trayWords")->text().contains(QStringLiteral("No slab gives this top")));
    CHECK(d.find<QLabel>("trayWords")->text().contains(QStringLiteral("too short")));
}

TEST_CASE("layups are kept side by side, laid up again and thrown away, all undone", "[ui][kept]")
{
    Tray d;
    const LayupChoices first = d.job().layup;
    d.click("trayKept");
    d.click("keepLayup");
    d.type("finalLength", QStringLiteral("2500"));
    d.click("keepLayup");
    REQUIRE(d.job().kept.size() == 2);
    auto* one = d.find<ui::LayupCard>("keptLayup1");
    auto* two = d.find<ui::LayupCard>("keptLayup2");
    REQUIRE(one != nullptr);
    REQUIRE(two != nullptr);
    CHECK(one->isVisible());
    d.shot("kept");
    QTest::mouseClick(one, Qt::LeftButton);
    CHECK(d.job().layup == first);
    CHECK(d.job().kept.size() == 2);
    Q_EMIT two->customContextMenuRequested(QPoint(5, 5));
    CHECK(d.job().kept.size() == 1);
    QApplication::processEvents();
    CHECK_FALSE(two->isVisible());
    d.undo();
    CHECK(d.job().kept.size() == 2);
}

TEST_CASE("three pieces are laid in one after the other, the next place opens as they come", "[ui][layup][panel]")
{
    Driver d;
    auto* kind = d.find<QComboBox>("topKind");
    const auto choose = [](QComboBox* box, const QString& text) { test::choose(box, text); };
    CHECK_FALSE(d.find<QComboBox>("piece3Slab")->isVisible()); // a pair has two
    choose(kind, QStringLiteral("three to five joined"));
    CHECK(d.plan().layup->missing);
    CHECK(d.find<QComboBox>("piece3Slab")->isVisible());
    CHECK(d.find<QComboBox>("piece3Slab")->isEnabled());
    CHECK_FALSE(d.find<QComboBox>("piece4Slab")->isVisible());
    choose(d.find<QComboBox>("piece3Slab"), QStringLiteral("A5"));
    REQUIRE_FALSE(d.plan().layup->missing);
    CHECK(d.plan().layup->pieces.size() == 3);
    CHECK(d.find<QComboBox>("piece4Slab")->isVisible());
    d.shot("panel");
    // The middle one is dragged along its joints.
    const PlacedPiece& middle = d.plan().layup->pieces[1];
    const double at = (*middle.jointAbove_mm + *middle.jointBelow_mm) / 2.0;
    const double left = d.job().layup.pieces[1].left_mm;
    d.drag({900.0, at}, {930.0, at});
    CHECK_THAT(d.job().layup.pieces[1].left_mm, WithinAbs(left + 30.0, 3.0));
    // And taken out again: the others stay as they lie.
    choose(d.find<QComboBox>("piece3Slab"), QStringLiteral("none yet"));
    CHECK(d.job().layup.pieces.size() == 2);
}

TEST_CASE("a round is drawn by its diameter, and a single one is dragged across", "[ui][layup][shape]")
{
    Driver d;
    d.document.showJob({3});
    QApplication::processEvents();
    REQUIRE_FALSE(d.plan().layup->shape.empty());
    CHECK_THAT(d.plan().layup->finalBox.height(), WithinAbs(826.0, 1.0));
    d.drag({400.0, 0.0}, {400.0, 25.0});
    CHECK_THAT(d.job().layup.pieces[0].across_mm, WithinAbs(25.0, 3.0));
    d.undo();
    CHECK(d.job().layup.pieces[0].across_mm == 0.0);
    d.shot("round");
}

TEST_CASE("wishes change what is offered first", "[ui][offers]")
{
    Tray d;
    for (QPushButton* more : d.window.findChildren<QPushButton*>(QStringLiteral("moreChoices"))) {
        if (more->isVisible()) {
            more->setChecked(true);
        }
    }
    d.type("wishBudget", QStringLiteral("700"));
    CHECK(d.job().wishes.budget == 700.0);
    d.seek();
    // Two slabs of the plane tree cost 680 at least and 740 at most.
    for (int i = 1; i <= 20; ++i) {
        auto* card = d.find<ui::LayupCard>(("offer" + std::to_string(i)).c_str());
        if (card == nullptr || !card->isVisible()) {
            break;
        }
        QTest::mouseClick(card, Qt::LeftButton);
        double cost = 0.0;
        for (const Piece& p : d.job().layup.pieces) {
            cost += d.document.shop().slab(p.slab)->price.value_or(0.0);
        }
        CHECK(cost <= 700.0);
        d.undo();
    }
}
