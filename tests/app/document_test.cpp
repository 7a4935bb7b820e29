// The open book: every edit one step, and back.

#include <catch2/catch.hpp>

#include "app/document.h"
#include "core/plan/plan.h"
#include "demo/demo_shop.h"

using namespace burl;

TEST_CASE("undo over many edits comes back to where it began", "[app][document]")
{
    Document document{demoBook()};
    const Job before = *document.job();
#ifdef BURL_SANITIZED
    const int edits = 40; // watched over, each takes its time
#else
    const int edits = 200;
#endif
    for (int i = 0; i < edits; ++i) {
        document.edit(QStringLiteral("length"), [i](Job& j) { j.layup.length_mm = 2000.0 + i; });
    }
    CHECK(document.undoStack().count() == edits);
    for (int i = 0; i < edits; ++i) {
        document.undo();
    }
    CHECK(*document.job() == before);
    CHECK(document.plan()->figure("thickness").value() ==
          makePlan(before, document.shop()).figure("thickness").value());
}

TEST_CASE("an edit that changes nothing is no step", "[app][document]")
{
    Document document{demoBook()};
    document.edit(QStringLiteral("nothing"), [](Job&) {});
    document.edit(QStringLiteral("as it was"), [](Job& j) { j.layup.length_mm += 0.0; });
    CHECK(document.undoStack().count() == 0);
}

TEST_CASE("edits made together are one step, and none when they change nothing", "[app][document]")
{
    Document document(demoBook());
    const Book before = document.book();
    document.together(QStringLiteral("Both"), [&] {
        document.edit(QStringLiteral("Longer"), [](Job& j) { j.layup.length_mm += 10.0; });
        document.edit(QStringLiteral("Thicker"), [](Job& j) { j.layup.thickness_mm += 1.0; });
    });
    CHECK(document.undoStack().count() == 1);
    document.undo();
    CHECK(*document.job() == *before.job(document.job()->id));
    document.redo();
    CHECK(document.job()->layup.length_mm == before.job(document.job()->id)->layup.length_mm + 10.0);
    CHECK(document.job()->layup.thickness_mm == before.job(document.job()->id)->layup.thickness_mm + 1.0);
    document.together(QStringLiteral("Nothing"), [&] { document.edit(QStringLiteral("Same"), [](Job&) {}); });
    CHECK(document.undoStack().count() == 1);
    CHECK_FALSE(document.undoStack().canRedo());
}
