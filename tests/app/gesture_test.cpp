// Gestures, refusals and what is written: a hand that drags leaves one step, and nothing a file could not hold.

#include <catch2/catch.hpp>

#include <QSignalSpy>
#include <QTemporaryDir>

#include "app/document.h"
#include "core/shop/edit.h"
#include "demo/demo_shop.h"

using namespace burl;

namespace
{

void lengthTo(Document& document, double mm, int gesture = 0)
{
    document.edit(
        QStringLiteral("length"), [mm](Job& j) { j.layup.length_mm = mm; }, gesture);
}

} // namespace

TEST_CASE("what one hand drags is one step, however often it moves", "[app][gesture]")
{
    Document document{demoBook()};
    const double before = document.job()->layup.length_mm;
    const int hand = document.newGesture();
    for (int i = 1; i <= 20; ++i) {
        lengthTo(document, before - i, hand);
    }
    CHECK(document.inGesture());
    document.endGesture();
    CHECK(document.undoStack().count() == 1);
    CHECK(document.job()->layup.length_mm == before - 20.0);
    document.undo();
    CHECK(document.job()->layup.length_mm == before);
    document.redo();
    CHECK(document.job()->layup.length_mm == before - 20.0);
}

TEST_CASE("a gesture that is cancelled leaves nothing, neither to undo nor to do again", "[app][gesture]")
{
    Document document{demoBook()};
    lengthTo(document, 2500.0);
    const Job before = *document.job();
    const int hand = document.newGesture();
    lengthTo(document, 2400.0, hand);
    lengthTo(document, 2300.0, hand);
    document.cancelGesture();
    CHECK(*document.job() == before);
    CHECK(document.undoStack().count() == 1);
    CHECK_FALSE(document.undoStack().canRedo());
    // Undoing while something is dragged takes the drag back, and no more.
    const int other = document.newGesture();
    lengthTo(document, 2200.0, other);
    document.undo();
    CHECK(*document.job() == before);
    CHECK_FALSE(document.inGesture());
    CHECK(document.undoStack().canUndo());
}

TEST_CASE("another edit keeps the gesture that still runs, and its hand is not followed any more", "[app][gesture]")
{
    Document document{demoBook()};
    const int hand = document.newGesture();
    lengthTo(document, 2450.0, hand);
    document.edit(QStringLiteral("note"), [](Job& j) { j.note = "typed meanwhile"; });
    CHECK_FALSE(document.inGesture());
    CHECK(document.undoStack().count() == 2);
    lengthTo(document, 2000.0, hand); // the mouse goes on moving
    CHECK(document.job()->layup.length_mm == 2450.0);
    const int next = document.newGesture();
    CHECK(next != hand);
    document.endGesture();
    CHECK(document.undoStack().count() == 2); // nothing was dragged
}

TEST_CASE("what no file could hold is refused in words, and a hand that goes so far is not followed", "[app][gesture]")
{
    Document document{demoBook()};
    const Job before = *document.job();
    QSignalSpy said(&document, &Document::message);
    lengthTo(document, -5.0);
    CHECK(*document.job() == before);
    REQUIRE(said.count() == 1);
    CHECK_FALSE(said.takeFirst().at(0).toString().isEmpty());
    CHECK(document.undoStack().count() == 0);
    const int hand = document.newGesture();
    lengthTo(document, 2600.0, hand);
    lengthTo(document, 1e9, hand); // nothing is planned with it either: it would take for ever
    lengthTo(document, std::nan(""), hand);
    CHECK(document.job()->layup.length_mm == 2600.0);
    lengthTo(document, 2590.0, hand); // it comes back
    document.endGesture();
    CHECK(document.job()->layup.length_mm == 2590.0);
    CHECK(said.count() == 0);
    CHECK(document.undoStack().count() == 1);
    document.undo();
    CHECK(*document.job() == before);
    lengthTo(document, std::nan(""));
    CHECK(*document.job() == before);
    CHECK(said.count() == 1);
}

TEST_CASE("undo shows the job that it changed", "[app][document]")
{
    Document document{demoBook()};
    const JobId first = document.job()->id;
    const JobId second = document.book().jobs.at(1)->id;
    lengthTo(document, 2500.0);
    document.showJob(second);
    document.undo();
    CHECK(document.job()->id == first);
    document.showJob(second);
    document.redo();
    CHECK(document.job()->id == first);
    CHECK(document.job()->layup.length_mm == 2500.0);
}

TEST_CASE("an id that was given once is not given again, whatever is undone", "[app][document]")
{
    Document document{demoBook()};
    const SlabId fresh = freeSlabId(document.book());
    Slab slab;
    slab.id = fresh;
    slab.name = "new";
    document.apply(QStringLiteral("a slab"), withSlab(document.book(), slab));
    document.undo();
    CHECK(document.shop().slab(fresh) == nullptr);
    CHECK(freeSlabId(document.book()).value > fresh.value);
    document.redo();
    CHECK(document.shop().slab(fresh) != nullptr);
}

TEST_CASE("a book without jobs has no plan, and an edit of no job does nothing", "[app][document]")
{
    Document document{Book{}};
    CHECK(document.job() == nullptr);
    CHECK(document.plan() == nullptr);
    QSignalSpy changed(&document, &Document::changed);
    lengthTo(document, 2000.0);
    document.editSlab(QStringLiteral("no slab"), {7}, [](Slab& s) { s.name = "x"; });
    CHECK(changed.count() == 0);
    document.showJob({3});
    CHECK(document.job() == nullptr);
    CHECK_FALSE(document.heatIsOpen());
    CHECK_FALSE(document.holdIsOpen());
}

TEST_CASE("a plan is made anew when its quarter of an hour is over, not before", "[app][document]")
{
    Document document{demoBook()};
    double now = 499000.0;
    document.setClock([&] { return now; });
    const double planned = document.workedOut().now_h.value();
    CHECK(planned == now);
    CHECK(document.today() == "2026-12-04");
    CHECK(document.moment() == "2026-12-04T16:00");
    now += 0.24;
    lengthTo(document, 2500.0);
    CHECK(document.workedOut().now_h == planned);
    now += 0.02;
    lengthTo(document, 2510.0);
    CHECK(document.workedOut().now_h == planned + 0.25);
}

TEST_CASE("pictures are kept under the name of their bytes", "[app][document]")
{
    Document document{demoBook()};
    const std::string key = document.keepPicture("some bytes");
    CHECK(document.keepPicture("some bytes") == key);
    CHECK(document.keepPicture("other bytes") != key);
    CHECK(document.picture(key) == "some bytes");
    CHECK(document.picture("no such key").empty());
    CHECK(Document::pictureKey("some bytes") == key);
}

TEST_CASE("what is edited stands in the book on disk, undone or not, and a cancelled drag never does", "[app][store]")
{
    const QTemporaryDir dir;
    const std::string file = dir.filePath(QStringLiteral("shop.burl")).toStdString();
    Book left;
    std::string key;
    {
        auto store = ShopBook::open(file);
        REQUIRE(store);
        auto book = store->load();
        REQUIRE(book);
        Document document(std::move(*book), std::move(*store));
        document.apply(QStringLiteral("the demo"), demoBook());
        document.showJob(document.book().jobs.front()->id);
        lengthTo(document, 2512.0);
        lengthTo(document, 2513.0);
        document.undo();
        const int hand = document.newGesture();
        lengthTo(document, 2000.0, hand);
        document.cancelGesture();
        key = document.keepPicture("a picture");
        document.edit(QStringLiteral("entry"), [&](Job& j) {
            DayEntry entry;
            entry.id = ++j.days.lastEntry;
            entry.at = "2026-11-27T10:00";
            entry.words.text = "with a picture";
            entry.pictures = {key};
            j.days.book.push_back(entry);
        });
        left = document.book();
    }
    auto store = ShopBook::open(file);
    REQUIRE(store);
    auto book = store->load();
    REQUIRE(book);
    REQUIRE(book->jobs.size() == left.jobs.size());
    for (size_t i = 0; i < left.jobs.size(); ++i) {
        CHECK(*book->jobs[i] == *left.jobs[i]);
    }
    CHECK(sameValues(*book->shop, *left.shop));
    CHECK(book->jobs.front()->layup.length_mm == 2512.0);
    // A picture that is mentioned stays when the book is opened again.
    Document again(std::move(*book), std::move(*store));
    CHECK(again.picture(key) == "a picture");
}

TEST_CASE("while a hand drags only the bench on show is planned; when it rests, or lets go, all is", "[app][gesture]")
{
    Document document{demoBook()};
    document.setShown("layup");
    const double before = document.job()->layup.length_mm;
    const auto daysOf = [&] { return document.plan()->days.answer; };
    const auto old = daysOf();
    QSignalSpy told(&document, &Document::worked);
    const int hand = document.newGesture();
    lengthTo(document, before - 30.0, hand);
    CHECK(document.plan()->isBehind("days"));
    CHECK_FALSE(document.plan()->isBehind("layup"));
    CHECK(daysOf() == old);
    REQUIRE(told.wait(2000)); // the hand rests
    CHECK_FALSE(document.plan()->isBehind());
    lengthTo(document, before - 60.0, hand);
    CHECK(document.plan()->isBehind("days"));
    document.endGesture();
    CHECK_FALSE(document.plan()->isBehind());
    const Plan whole = makePlan(*document.job(), document.shop(), nullptr, document.workedOut());
    CHECK(document.plan()->figure("thickness").value() == whole.figure("thickness").value());
    CHECK(document.plan()->days->finish == whole.days->finish);
    // What is typed is no drag: all of it is planned at once.
    lengthTo(document, before);
    CHECK_FALSE(document.plan()->isBehind());
    // Another bench is shown in the middle of a drag: it shows what is.
    const int other = document.newGesture();
    lengthTo(document, before - 10.0, other);
    document.setShown("days");
    CHECK_FALSE(document.plan()->isBehind());
    document.cancelGesture();
    CHECK_FALSE(document.plan()->isBehind());
    CHECK(document.job()->layup.length_mm == before);
}
