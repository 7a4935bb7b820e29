// The shop sheet as a PDF, its words read back with pdftotext.

#include <catch2/catch.hpp>

#include <QDate>

#include "core/measure/clock.h"
#include "core/measure/format.h"
#include "sheets/base_sheet.h"
#include "sheets/cut_sheet.h"
#include "sheets/days_sheets.h"
#include "sheets/drilling_map.h"
#include "sheets/flatten_card.h"
#include "sheets/pdf_words.h"
#include "sheets/pour_card.h"
#include "sheets/quote_sheet.h"
#include "sheets/shop_sheet.h"
#include "sheets/slab_tag.h"
#include "sheets/surface_card.h"
#include "sheets/template_sheet.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;
using burl::test::hasHoles;
using burl::test::wordsOf;

namespace
{

QString sheetOf(const Demo& demo, Paper paper = Paper::A4)
{
    return wordsOf(shopSheetPdf(demo.job, *demo.book.shop, demo.plan(), paper, QStringLiteral("Lato")));
}

} // namespace

TEST_CASE("the sheet says the job and the figures of the plan", "[sheet]")
{
    for (const int number : {1, 2}) {
        const Demo demo(number);
        const Plan plan = demo.plan();
        const QString words = sheetOf(demo);
        CHECK(words.contains(QString::fromStdString(demo.job.name)));
        for (const PlacedPiece& piece : plan.layup->pieces) {
            CHECK(words.contains(QString::fromStdString(piece.name)));
        }
        // Each number beside the word that it belongs to.
        const auto text = [&](const char* key) { return QString::fromStdString(figureText(plan.figure(key), {})); };
        CHECK(words.simplified().contains(
            QStringLiteral("Rough length %1, final %2").arg(text("rough_length"), text("length"))));
        for (const FastenerPlan& f : plan.move->fasteners) {
            if (f.slotted) {
                CHECK(words.contains(QString::fromStdString(formatParts(f.slot.value(), Unit::Length, {}).number)));
            }
        }
        CHECK_FALSE(words.contains(QStringLiteral("nan")));
        CHECK_FALSE(words.contains(QStringLiteral("{0}")));
    }
}

TEST_CASE("a long name of a job stands whole on its sheets", "[sheet]")
{
    Demo demo(6);
    demo.job.name = "Boardroom table in two halves for the meeting house, with a rolled edge and a lowered shelf";
    const Plan plan = demo.plan();
    const QString family = QStringLiteral("Lato");
    const QString name = QString::fromStdString(demo.job.name);
    for (QString words : {sheetOf(demo), wordsOf(cutSheetPdf(demo.job, *demo.book.shop, plan, Paper::A4, family)),
                          wordsOf(flattenCardPdf(demo.job, *demo.book.shop, plan, Paper::A4, family))}) {
        words.remove(QDate::currentDate().toString(Qt::ISODate)); // stands beside the first line of it
        CHECK(words.simplified().contains(name));
    }
    demo.job.name = std::string(190, 'w'); // without a place to break, and longer than any room
    CHECK(sheetOf(demo).contains(QStringLiteral("wwww")));
}

TEST_CASE("the sheet speaks the shop's units", "[sheet]")
{
    Demo demo(1);
    Habits habits = demo.book.shop->habits;
    habits.units.length = LengthStyle::FractionalInches;
    habits.units.volume = VolumeStyle::Quarts;
    demo.book = withHabits(demo.book, habits);
    const QString words = sheetOf(demo);
    CHECK(words.contains(QStringLiteral("106-5/16"))); // 2700 mm
    CHECK(words.contains(QStringLiteral("qt")));
    CHECK_FALSE(words.contains(QStringLiteral(" mm")));
}

TEST_CASE("slots that are not known are said so on paper", "[sheet]")
{
    Demo demo(1);
    demo.slab({3}, [](Slab& s) { s.species = "moonwood"; });
    const QString words = sheetOf(demo);
    CHECK(words.contains(QStringLiteral("not known")));
    CHECK_FALSE(words.contains(QStringLiteral("nan"), Qt::CaseInsensitive));
}

TEST_CASE("no stop and no warning is left off the sheet: it takes a second page first", "[sheet]")
{
    for (int number = 1; number <= 8; ++number) {
        for (const Paper paper : {Paper::A4, Paper::Letter}) {
            Demo demo(number);
            if (number == 1) { // every fastener through the show face, and far too many of them
                const auto one = demo.job.move.fasteners.front();
                while (demo.job.move.fasteners.size() < 40) {
                    demo.job.move.fasteners.push_back(one);
                    demo.job.move.fasteners.back().at.x += 7.0 * static_cast<double>(demo.job.move.fasteners.size());
                }
            }
            const Plan plan = demo.plan();
            QString words = sheetOf(demo, paper);
            const auto pages = words.count(QLatin1Char('\f'));
            CHECK(pages <= (number == 1 ? 3 : 2));
            words = words.simplified();
            INFO("job " << number << ", " << pages << " pages");
            for (const NamedAnswer& stage : plan.answers()) {
                for (const Finding& f : grouped(stage.answer->findings)) {
                    if (f.severity >= Severity::Warn) {
                        const QString said = QString::fromStdString(sentence(f, {})).simplified();
                        INFO(said.toStdString());
                        CHECK(words.contains(said.left(60)));
                    }
                }
            }
        }
    }
}

TEST_CASE("a job without slabs still makes a sheet that says what is missing", "[sheet]")
{
    Demo demo(1);
    demo.job.layup.pieces.clear();
    const QString words = sheetOf(demo);
    CHECK(words.contains(QString::fromStdString(demo.job.name)));
    CHECK_FALSE(words.contains(QStringLiteral("nan"), Qt::CaseInsensitive));
}

TEST_CASE("a tag's squares are dark in the corners that readers look for, with a quiet rim", "[sheet][tag]")
{
    const QImage squares = tagSquares({17});
    REQUIRE(squares.width() == squares.height());
    REQUIRE(squares.width() >= 21 + 8);
    const int n = squares.width();
    for (int i = 0; i < n; ++i) {
        for (int k = 0; k < 4; ++k) {
            CHECK(qGray(squares.pixel(i, k)) == 255);
            CHECK(qGray(squares.pixel(k, i)) == 255);
        }
    }
    // The three marks: a dark square of 7 with a light ring in it.
    for (const QPoint corner : {QPoint(4, 4), QPoint(n - 11, 4), QPoint(4, n - 11)}) {
        for (int i = 0; i < 7; ++i) {
            CHECK(qGray(squares.pixel(corner + QPoint(i, 0))) == 0);
            CHECK(qGray(squares.pixel(corner + QPoint(0, i))) == 0);
        }
        CHECK(qGray(squares.pixel(corner + QPoint(1, 1))) == 255);
        CHECK(qGray(squares.pixel(corner + QPoint(3, 3))) == 0);
    }
    CHECK(tagSquares({17}) == squares);
    CHECK_FALSE(tagSquares({18}) == squares);
}

namespace
{

QString mm(double v)
{
    return QString::fromStdString(formatQuantity(v, Unit::Length, {}));
}

} // namespace

TEST_CASE("the cut sheet tapes every cut from the butt end of each slab", "[sheet][cut]")
{
    const Demo mill(6);
    const Plan plan = mill.plan();
    const QString words = wordsOf(cutSheetPdf(mill.job, *mill.book.shop, plan, Paper::A4, QStringLiteral("Lato")));
    CHECK(words.contains(QString::fromStdString(mill.job.name)));
    CHECK(words.count(QStringLiteral("rough cut, left")) == 4);
    for (const PlacedPiece& piece : plan.layup->pieces) {
        CHECK(words.contains(QString::fromStdString(piece.name) + QStringLiteral(" — top face up, butt end left")));
        // The final left end where it crosses the near edge, by hand from the placement.
        const Vec2 near = piece.place.toSlab({0.0, valueAt(piece.lower, 0.0)});
        CHECK(words.contains(mm(near.x)));
    }
    CHECK(words.contains(QStringLiteral("one template")));
    CHECK_FALSE(words.contains(QStringLiteral("nan"), Qt::CaseInsensitive));
    // The strip between the joints of an inner piece.
    const PlacedPiece& inner = plan.layup->pieces[1];
    CHECK(words.contains(mm(*inner.jointAbove_mm - *inner.jointBelow_mm)));

    const Demo gap(4);
    const Plan gapPlan = gap.plan();
    const QString rods = wordsOf(cutSheetPdf(gap.job, *gap.book.shop, gapPlan, Paper::A4, QStringLiteral("Lato")));
    for (const Rod& rod : gapPlan.layup->rods) {
        CHECK(rods.contains(mm(rod.cut_mm)));
    }
    const Demo halves(5);
    CHECK(wordsOf(cutSheetPdf(halves.job, *halves.book.shop, halves.plan(), Paper::Letter, QStringLiteral("Lato")))
              .contains(QStringLiteral("950 mm from the left end")));
    Demo empty(1);
    empty.job.layup.pieces.clear();
    CHECK(wordsOf(cutSheetPdf(empty.job, *empty.book.shop, empty.plan(), Paper::A4, QStringLiteral("Lato")))
              .contains(QStringLiteral("No slab")) == false);
}

TEST_CASE("the flattening card tells packers and passes of both faces", "[sheet][flat]")
{
    Demo demo(1);
    demo.job.flatten.packers = PackerStock::Veneer;
    const Plan plan = demo.plan();
    const QString words = wordsOf(flattenCardPdf(demo.job, *demo.book.shop, plan, Paper::A4, QStringLiteral("Lato")));
    for (const FlattenedPiece& piece : plan.flatten->pieces) {
        CHECK(words.contains(QString::fromStdString(piece.name) + QStringLiteral(", top face up")));
        for (const Packer& packer : piece.packers) {
            if (packer.pieces > 0) {
                CHECK(words.contains(QStringLiteral("= %1 ×").arg(packer.pieces)));
            }
        }
        for (const Pass& pass : piece.top.passes.passes) {
            CHECK(words.contains(mm(pass.floor_mm)));
        }
    }
    CHECK(words.contains(QStringLiteral("Pieces of 0.6 mm each")));
    const Demo mill(6); // slabs that nobody read
    CHECK(wordsOf(flattenCardPdf(mill.job, *mill.book.shop, mill.plan(), Paper::A4, QStringLiteral("Lato")))
              .contains(QStringLiteral("surface readings of A1")));
}

TEST_CASE("a template is tiled over as many pages as its size takes, each numbered", "[sheet][template]")
{
    const Demo mill(6);
    const auto shape = jointTemplate(mill.job, *mill.plan().layup, 0);
    REQUIRE(shape);
    const QString words = wordsOf(templatePdf(*shape, mill.job.layup.tools, {}, Paper::A4, QStringLiteral("Lato")));
    const int pages = static_cast<int>(words.count(QLatin1Char('\f')));
    // 273 by 172 mm of room, 12 mm of it shared by neighbours.
    const Box box = boundsOf(shape->outline);
    CHECK(pages >= std::ceil((box.width() - 4.0) / (273.0 - 12.0)));
    CHECK(words.contains(QStringLiteral("page 1 of %1").arg(pages)));
    CHECK(words.contains(QStringLiteral("page %1 of %1").arg(pages)));
    CHECK(words.contains(QStringLiteral("it must be 100 mm")));
    CHECK(words.contains(QStringLiteral("left end")));
    CHECK(words.contains(QStringLiteral("14.0 mm back")));
}

TEST_CASE("template pages follow what is cut: all of it on some page, no page without any", "[sheet][template]")
{
    constexpr double kWide = 273.0;
    constexpr double kHigh = 158.0;
    constexpr double kOverlap = 12.0;
    const Demo mill(6);
    ShopTemplate round;
    for (int i = 0; i < 720; ++i) {
        const double angle = i * std::acos(-1.0) / 360.0;
        round.outline.push_back({800.0 * std::cos(angle), 800.0 * std::sin(angle)});
    }
    for (const ShopTemplate& shape : {*jointTemplate(mill.job, *mill.plan().layup, 0), round}) {
        const auto tiles = templateTiles(shape, kWide, kHigh, kOverlap);
        std::vector<Vec2> cut = shape.guide.empty() ? shape.outline : shape.guide;
        std::vector<int> on(tiles.size(), 0);
        for (const Vec2 p : cut) {
            int pages = 0;
            for (size_t i = 0; i < tiles.size(); ++i) {
                const Vec2 c = tiles[i].corner;
                const bool there =
                    p.x >= c.x - 1e-9 && p.x <= c.x + kWide + 1e-9 && p.y <= c.y - 7.9 && p.y >= c.y - kHigh + 7.9;
                pages += there ? 1 : 0;
                on[i] += there ? 1 : 0;
            }
            CHECK(pages >= 1);
        }
        CHECK(std::none_of(on.begin(), on.end(), [](int n) { return n == 0; }));
        const Box box = boundsOf(shape.outline);
        const double whole = std::ceil(box.width() / (kWide - kOverlap)) * std::ceil(box.height() / (kHigh - kOverlap));
        CHECK(static_cast<double>(tiles.size()) < 0.75 * whole); // of a grid over all of it
    }
}

TEST_CASE("the pour card has every pour, its pots with what was weighed, boxes for the rest, and its cautions",
          "[sheet][pour]")
{
    Demo desk(2);
    const Plan plan = planWorkedOut(desk.job, *desk.book.shop);
    const auto card = [&](const Job& job, const Plan& of, Paper paper) {
        return wordsOf(pourCardPdf(job, *desk.book.shop, of, paper, QStringLiteral("Lato"))).simplified();
    };
    const QString words = card(desk.job, plan, Paper::A4);
    size_t boxes = 0;
    for (const PourEvent& event : plan.pour->events) {
        INFO(event.name);
        CHECK(words.contains(QString::fromStdString(event.name)));
        CHECK(words.contains(QString::fromStdString(figureText(event.litres, {}))));
        boxes += event.record ? 0 : static_cast<size_t>(event.pots);
    }
    CHECK(words.contains(QStringLiteral("3712 g"))); // as it was weighed
    CHECK(words.count(QStringLiteral("__:__")) == static_cast<qsizetype>(boxes));
    CHECK(words.contains(QStringLiteral("Look again")));
    CHECK(words.contains(QStringLiteral("Gloves")));
    CHECK(words.contains(QStringLiteral("far side")));
    CHECK_FALSE(words.contains(QStringLiteral("nan"), Qt::CaseInsensitive));
    CHECK_FALSE(words.contains(QStringLiteral("{0}")));
    CHECK(card(desk.job, plan, Paper::Letter).count(QStringLiteral("__:__")) == static_cast<qsizetype>(boxes));
    const Demo round(3);
    CHECK(card(round.job, round.plan(), Paper::A4).contains(QStringLiteral("Nothing is poured")));
}

TEST_CASE("the drilling map numbers every hole with its place, bit and depth, as the underside lies", "[sheet][move]")
{
    Demo demo(1);
    const Plan plan = planWorkedOut(demo.job, *demo.book.shop);
    const auto map = [&](const Job& job, const Plan& of, Paper paper) {
        return wordsOf(drillingMapPdf(job, *demo.book.shop, of, paper, QStringLiteral("Lato"))).simplified();
    };
    const QString words = map(demo.job, plan, Paper::A4);
    const auto mm = [](double v) { return QString::fromStdString(formatQuantity(v, Unit::Length, {})); };
    for (const FastenerPlan& f : plan.move->fasteners) {
        INFO(f.number);
        CHECK(words.contains(mm(f.fastener.at.x)));
        CHECK(words.contains(mm(plan.layup->finalBox.top - f.fastener.at.y))); // mirrored: from the far edge
        CHECK(words.contains(mm(f.deep.value())));
    }
    CHECK(words.count(QStringLiteral("snug")) == 4 + 8);
    CHECK(words.contains(mm(plan.move->channels[0].groove.value())));
    CHECK(words.contains(QStringLiteral("plate 2")));
    CHECK(words.contains(QStringLiteral("A stop on the drill")));
    CHECK(words.contains(QStringLiteral("Careful: "))); // its base is out of true
    CHECK_FALSE(words.contains(QStringLiteral("nan"), Qt::CaseInsensitive));
    const Demo round(3);
    CHECK(map(round.job, round.plan(), Paper::Letter).contains(QStringLiteral("No fastener is placed")));
}

TEST_CASE("the base sheet has every member with its length and angle, the packing list every mass and way",
          "[sheet][base]")
{
    const Demo demo(1);
    const Plan plan = demo.plan();
    const auto text = [&](auto* of, const Demo& desk, const Plan& made) {
        return wordsOf(of(desk.job, *desk.book.shop, made, Paper::A4, QStringLiteral("Lato"))).simplified();
    };
    const auto as = [](double v, Unit unit) { return QString::fromStdString(formatQuantity(v, unit, {})); };
    const QString words = text(&baseSheetPdf, demo, plan);
    REQUIRE_FALSE(plan.base->shape->members.empty());
    for (const BaseMember& m : plan.base->shape->members) {
        INFO(m.name);
        CHECK(words.contains(QString::fromStdString(m.name)));
        CHECK(words.contains(as(m.long_mm, Unit::Length)));
        CHECK(words.contains(as(m.mass_kg, Unit::Mass)));
    }
    CHECK(words.contains(QStringLiteral("45.0°")));
    CHECK(words.contains(as(plan.base->surface.value(), Unit::Length)));
    CHECK(words.contains(as(plan.base->baseMass.value(), Unit::Mass)));
    CHECK(words.contains(QStringLiteral("Tips at an end when")));
    CHECK(words.contains(QStringLiteral("primer on every weld"))); // the caution of the torch

    const QString list = text(&packingListPdf, demo, plan);
    CHECK(list.contains(as(plan.base->topMass.value(), Unit::Mass)));
    CHECK(list.contains(QStringLiteral("The base, part 2")));
    CHECK(list.contains(QStringLiteral("%1 as the drilling map says").arg(plan.move->fasteners.size())));
    for (const NarrowPlace& p : plan.base->places) {
        INFO(p.name);
        CHECK(list.contains(QString::fromStdString(p.name) + QLatin1Char(':')) ==
              (p.answer != PassAnswer::NotMeasured));
    }
    CHECK(list.contains(QStringLiteral("Local rules")));

    for (int number = 1; number <= static_cast<int>(demo.book.jobs.size()); ++number) {
        INFO(number);
        const Demo any(number);
        const Plan made = any.plan();
        for (const QString& page : {text(&baseSheetPdf, any, made), text(&packingListPdf, any, made)}) {
            CHECK_FALSE(hasHoles(page));
        }
    }
}

TEST_CASE("the surface card has every grit and coat, the care sheet says how it is lived with", "[sheet][surface]")
{
    const Demo demo(1);
    const Plan plan = demo.plan();
    const auto text = [&](auto* of, const Demo& desk, const Plan& made) {
        return wordsOf(of(desk.job, *desk.book.shop, made, Paper::Letter, QStringLiteral("Lato"))).simplified();
    };
    const auto as = [](double v, Unit unit) { return QString::fromStdString(formatQuantity(v, unit, {})); };
    const QString words = text(&surfaceCardPdf, demo, plan);
    const SurfacePlan& surface = *plan.surface;
    REQUIRE_FALSE(surface.sanding.empty());
    for (const PartSanding& part : surface.sanding) {
        for (const int grit : part.ladder.grits) {
            CHECK(words.contains(QString::number(grit)));
        }
    }
    for (const JointGlue& joint : surface.joints) {
        CHECK(words.contains(as(joint.length_mm, Unit::Length)));
        CHECK(words.contains(as(joint.glue.grams, Unit::SmallMass)));
    }
    REQUIRE_FALSE(surface.amount.coats.empty());
    for (const FinishCoat& coat : surface.amount.coats) {
        CHECK(words.contains(as(coat.parts.volume_L, Unit::Volume)));
    }
    for (const double cut : surface.sections.cuts_mm) {
        CHECK(words.contains(as(cut, Unit::Length)));
    }
    CHECK(words.contains(QStringLiteral("pencil grid")));

    const QString care = text(&careSheetPdf, demo, plan);
    CHECK(care.contains(QStringLiteral("Care: Reading-room table")));
    CHECK_FALSE(care.contains(QStringLiteral("pencil grid")));
    for (int number = 1; number <= static_cast<int>(demo.book.jobs.size()); ++number) {
        INFO(number);
        const Demo any(number);
        const Plan made = any.plan();
        for (const QString& page : {text(&surfaceCardPdf, any, made), text(&careSheetPdf, any, made)}) {
            CHECK_FALSE(hasHoles(page));
        }
    }
}

TEST_CASE("the step list has every step with its box, the history every entry with what it said before",
          "[sheet][days]")
{
    Demo demo(1);
    demo.job.days.book[1].struck = true;
    demo.job.days.book[2].history = {{"2026-11-12T08:00", {"bark off 50 min", "bark", 50.0, true, {}}}};
    demo.job.days.firstPromised = "2026-12-14";
    Worked worked;
    worked.now_h = hoursOf("2026-11-27T10:00");
    const Plan plan = makePlan(demo.job, *demo.book.shop, nullptr, worked);
    const auto text = [&](auto* of) {
        return wordsOf(of(demo.job, *demo.book.shop, plan, Paper::A4, QStringLiteral("Lato"))).simplified();
    };
    const QString steps = text(&stepListPdf);
    for (const JobStep& step : plan.days->list.steps) {
        INFO(step.name);
        CHECK(steps.contains(QString::fromStdString(step.name)));
    }
    CHECK(steps.contains(QStringLiteral("done by Thu 17 Dec")));
    const QString history = text(&jobHistoryPdf);
    for (const DayEntry& e : demo.job.days.book) {
        CHECK(history.contains(QString::fromStdString(e.words.text)));
    }
    CHECK(history.contains(QStringLiteral("struck out")));
    CHECK(history.contains(QStringLiteral("before: bark off 50 min")));
    CHECK(history.contains(QStringLiteral("14 Dec 2026")));
    const QString weeks = text(&weekSheetPdf);
    CHECK(weeks.contains(QStringLiteral("now")));
    CHECK(weeks.contains(QStringLiteral("promised")));
    for (int number = 1; number <= static_cast<int>(demo.book.jobs.size()); ++number) {
        const Demo any(number);
        const Plan made = any.plan();
        for (auto* of : {&stepListPdf, &weekSheetPdf, &jobHistoryPdf}) {
            CHECK_FALSE(hasHoles(wordsOf(of(any.job, *any.book.shop, made, Paper::Letter, QStringLiteral("Lato")))));
        }
    }
}

TEST_CASE("the quote is one page with its sums, and its HTML twin says the same; costs stay inside", "[sheet][money]")
{
    Demo demo(1);
    const Plan plan = demo.plan();
    const auto kept = quoteToShow(demo.job, plan);
    REQUIRE(kept);
    const Quote q = quoteOf(*kept);
    QImage picture(64, 40, QImage::Format_RGB32);
    picture.fill(Qt::darkYellow);
    const QByteArray pdf = quotePdf(demo.job, *demo.book.shop, plan, *kept, picture, Paper::A4, QStringLiteral("Lato"));
    const QString words = wordsOf(pdf).simplified();
    const QByteArray raw = quoteHtml(demo.job, *demo.book.shop, plan, *kept, picture);
    const QString html = QString::fromUtf8(raw);
    for (const double sum : {q.net, q.tax, q.gross, q.deposit, q.balance}) {
        const QString text = QString::fromStdString(formatNumber(sum, 2));
        INFO(text.toStdString());
        CHECK(words.contains(text));
        CHECK(html.contains(text));
    }
    CHECK_FALSE(words.contains(QString::fromStdString(formatNumber(q.cost, 2))));
    CHECK_FALSE(html.contains(QString::fromStdString(formatNumber(q.labour, 2))));
    CHECK(html.contains(QStringLiteral("data:image/png;base64,")));
    demo.job.name = "A <b>table</b> & more";
    demo.job.money.customer = "\"Ada\" <ada>";
    const QString escaped = QString::fromUtf8(quoteHtml(demo.job, *demo.book.shop, plan, *kept, {}));
    CHECK_FALSE(escaped.contains(QStringLiteral("<b>")));
    CHECK(escaped.contains(QStringLiteral("&lt;ada&gt;")));
    // Without a kept one the quote is as it stands; without prices there is none.
    demo.job.money.quotes.clear();
    CHECK(quoteToShow(demo.job, demo.plan()).has_value());
    Habits habits = demo.book.shop->habits;
    habits.money.hour.reset();
    demo.book = withHabits(demo.book, habits);
    CHECK_FALSE(quoteToShow(demo.job, demo.plan()).has_value());
}

TEST_CASE("the shop sheet and the pour card give one recipe: pots of each colour of each pour", "[sheets][pour]")
{
    Demo demo(2);
    demo.job.fill.log.clear();
    demo.job.days.book.clear();
    demo.job.fill.colours.second = "pearl";
    demo.job.fill.colours.use = SecondColour::Swirled;
    const Plan plan = demo.plan();
    const QString shop = sheetOf(demo).simplified();
    const QString card =
        wordsOf(pourCardPdf(demo.job, *demo.book.shop, plan, Paper::A4, QStringLiteral("Lato"))).simplified();
    size_t colours = 0;
    for (const PourEvent& event : plan.pour->events) {
        for (const ColourPots& colour : event.colours) {
            ++colours;
            const auto grams = [](double kg) {
                return QString::fromStdString(formatQuantity(kg * 1000.0, Unit::SmallMass, {}));
            };
            INFO(event.id << " " << colour.colour);
            CHECK(shop.contains(
                QStringLiteral("%1 × %2")
                    .arg(colour.pots.count)
                    .arg(QString::fromStdString(formatQuantity(colour.pots.each.volume_L, Unit::Volume, {})))));
            CHECK(shop.contains(grams(colour.pots.each.a_kg)));
            CHECK(card.contains(grams(colour.pots.each.a_kg)));
            CHECK(card.contains(grams(colour.pots.each.b_kg)));
        }
    }
    CHECK(colours > plan.pour->events.size()); // one of them has two
    CHECK(shop.contains(QStringLiteral("+ pearl")));
}

TEST_CASE("a base sheet is in the units of its maker, with walls, rounds and radii", "[sheets][base]")
{
    Demo round(3); // a pedestal
    const auto sheet = [&](const Demo& demo) {
        return wordsOf(baseSheetPdf(demo.job, *demo.book.shop, demo.plan(), Paper::A4, QStringLiteral("Lato")))
            .simplified();
    };
    const QString pedestal = sheet(round);
    CHECK(pedestal.contains(QStringLiteral("⌀ ")));
    CHECK_FALSE(pedestal.contains(QStringLiteral("100 mm × 100 mm")));
    Demo columns(6);
    CHECK(sheet(columns).contains(QStringLiteral("bent round a radius of")));
    Habits inches = columns.book.shop->habits;
    inches.units.length = LengthStyle::FeetAndInches;
    columns.book = withHabits(columns.book, inches);
    CHECK_FALSE(sheet(columns).contains(QStringLiteral(" mm")));
}

TEST_CASE("the shim under a base plate stands with its place on every paper where it is put in", "[sheet]")
{
    // Demo job 1 read its pads: the far end of the second plate stands 0.9 mm low.
    const Demo demo(1);
    const Plan plan = demo.plan();
    const QString shim = QStringLiteral("base plate 2, far end 0.9 mm");
    const QString family = QStringLiteral("Lato");
    CHECK(sheetOf(demo).simplified().contains(shim));
    CHECK(wordsOf(drillingMapPdf(demo.job, *demo.book.shop, plan, Paper::A4, family)).simplified().contains(shim));
    CHECK(wordsOf(packingListPdf(demo.job, *demo.book.shop, plan, Paper::A4, family)).simplified().contains(shim));
    // The other demo base was not read: no shim is made up.
    CHECK_FALSE(sheetOf(Demo(2)).contains(QStringLiteral("Shims:")));
}
