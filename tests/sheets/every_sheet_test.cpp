// Every sheet of every table of the demo shop, whole and with readings taken away: no figure is a hole, nothing lies
// off its page, and what is not known is said so.

#include <catch2/catch.hpp>

#include <functional>

#include <QPageSize>
#include <QRegularExpression>

#include "core/measure/clock.h"
#include "sheets/base_sheet.h"
#include "sheets/cut_sheet.h"
#include "sheets/days_sheets.h"
#include "sheets/drilling_map.h"
#include "sheets/flatten_card.h"
#include "sheets/pdf_words.h"
#include "sheets/pour_card.h"
#include "sheets/shop_sheet.h"
#include "sheets/surface_card.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;
using burl::test::hasHoles;
using burl::test::wordsOf;

namespace
{

using MakeSheet = QByteArray (*)(const Job&, const Shop&, const Plan&, Paper, const QString&);

struct NamedSheet {
    const char* name;
    MakeSheet make;
};
const NamedSheet kSheets[] = {
    {"shop", [](const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                const QString& family) { return shopSheetPdf(job, shop, plan, paper, family); }},
    {"cut", cutSheetPdf},
    {"flat", flattenCardPdf},
    {"pours", pourCardPdf},
    {"base", baseSheetPdf},
    {"packing", packingListPdf},
    {"drilling", drillingMapPdf},
    {"care", careSheetPdf},
    {"surface", surfaceCardPdf},
    {"steps", stepListPdf},
    {"weeks", weekSheetPdf},
    {"history", jobHistoryPdf},
};

Plan planOf(const Demo& demo)
{
    Worked worked;
    worked.now_h = hoursOf("2026-11-27T10:00");
    return makePlan(demo.job, *demo.book.shop, nullptr, worked);
}

int pagesOf(const QString& words)
{
    return static_cast<int>(words.count(QLatin1Char('\f')));
}

/// Every sheet of it, and what they say, by their names.
std::map<std::string, QString> sheetsOf(const Demo& demo, Paper paper = Paper::A4)
{
    const Plan plan = planOf(demo);
    std::map<std::string, QString> out;
    for (const NamedSheet& sheet : kSheets) {
        out[sheet.name] = wordsOf(sheet.make(demo.job, *demo.book.shop, plan, paper, QStringLiteral("Lato")));
    }
    return out;
}

void checkWhole(const std::map<std::string, QString>& sheets, const Job& job)
{
    for (const auto& [name, words] : sheets) {
        INFO(name << " of " << job.name << ": " << words.left(160).toStdString());
        CHECK_FALSE(hasHoles(words));
        CHECK(pagesOf(words) >= 1);
        CHECK(pagesOf(words) <= 9);
        CHECK(words.simplified().contains(QString::fromStdString(job.name).left(20))); // a long one may be cut
    }
}

} // namespace

TEST_CASE("every sheet of every table says its name and has no hole", "[sheet][all]")
{
    const int number = GENERATE(1, 2, 3, 4, 5, 6, 7);
    const Demo demo(number);
    checkWhole(sheetsOf(demo), demo.job);
}

TEST_CASE("in inches, quarts and pounds no millimetre and no litre is left", "[sheet][all]")
{
    Demo demo(GENERATE(1, 2));
    Habits habits = demo.book.shop->habits;
    habits.units.length = LengthStyle::FractionalInches;
    habits.units.volume = VolumeStyle::Quarts;
    habits.units.mass = MassStyle::Pounds;
    habits.units.temperature = TemperatureStyle::Fahrenheit;
    demo.book = withHabits(demo.book, habits);
    const auto sheets = sheetsOf(demo, Paper::Letter);
    checkWhole(sheets, demo.job);
    static const QRegularExpression metric(QStringLiteral(R"(\d (mm|kg|L|mL|°C)\b)"));
    for (const auto& [name, words] : sheets) {
        if (name == "history") { // what was written stays as it was written
            continue;
        }
        const auto found = metric.match(words);
        INFO(name << ": " << words.mid(std::max<qsizetype>(0, found.capturedStart() - 40), 90).toStdString());
        CHECK_FALSE(found.hasMatch());
    }
}

TEST_CASE("with readings taken away every sheet is still made, and none invents a figure", "[sheet][all]")
{
    struct Loss {
        const char* name;
        std::function<void(Demo&)> take;
    };
    const auto ofAllSlabs = [](Demo& demo, const std::function<void(Slab&)>& change) {
        for (const Piece& piece : std::vector<Piece>(demo.job.layup.pieces)) {
            demo.slab(piece.slab, change);
        }
    };
    const std::vector<Loss> losses{
        {"no heights",
         [&](Demo& d) {
             ofAllSlabs(d, [](Slab& s) {
                 s.topHeights.reset();
                 s.bottomHeights.reset();
             });
         }},
        {"no thickness",
         [&](Demo& d) {
             ofAllSlabs(d, [](Slab& s) {
                 s.thickness_mm.reset();
                 s.thicknesses.clear();
             });
         }},
        {"wood of nobody", [&](Demo& d) { ofAllSlabs(d, [](Slab& s) { s.species = "moonwood"; }); }},
        {"no moisture",
         [&](Demo& d) {
             ofAllSlabs(d, [](Slab& s) {
                 s.mc_pct.reset();
                 s.moisture.clear();
             });
         }},
        {"no base", [](Demo& d) { d.job.base.kind = BaseKind::None; }},
        {"no slabs", [](Demo& d) { d.job.layup.pieces.clear(); }},
    };
    for (const int number : {1, 2, 7}) {
        for (const Loss& loss : losses) {
            INFO(loss.name);
            Demo demo(number);
            loss.take(demo);
            checkWhole(sheetsOf(demo), demo.job);
        }
    }
}
