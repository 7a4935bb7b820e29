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
