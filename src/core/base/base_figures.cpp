// The figures of a base, each with its working.

#include <algorithm>
#include <cctype>
#include <cmath>

#include "core/base/base_pieces.h"
#include "core/base/base_plan.h"

namespace burl
{
namespace
{

constexpr double kEndSeat_mm = 250.0; // of top beyond the base, for knees at an end

class BaseMeasurer
{
public:
    BaseMeasurer(const BaseInput& in, BasePlan& plan) : in_(in), plan_(plan), c_(plan.choices) {}

    void measure()
    {
        masses();
        if (plan_.shape && !plan_.tipping.edges.empty()) {
            tips(plan_.end, "tip_end", "Tips at an end when", Prominence::Headline);
            tips(plan_.side, "tip_side", "Tips at a side when", Prominence::Plain);
            tilt();
            lifted();
        }
        heights();
        seats();
        weights();
        stock();
        sheets();
        handling();
        if (plan_.shape) {
            feet();
            thrust();
        }
    }

private:
    void add(const Figure& figure, Prominence prominence = Prominence::Plain)
    {
        plan_.figures.push_back({figure, prominence});
    }

    static Figure chosen(const char* key, const char* label, double value, Unit unit = Unit::Length)
    {
        return given(key, label, value, unit, "chosen");
    }

    void masses()
    {
        const bool elsewhere = madeOf(c_.kind) == BaseOf::Elsewhere;
        if (elsewhere) {
            plan_.baseMass = in_.given_kg ? given("base_kg", "Base", *in_.given_kg, Unit::Mass, "weighed") : Figure{};
        } else if (plan_.shape && plan_.shape->massKnown) {
            std::vector<Figure> terms;
            for (const BaseMember& m : plan_.shape->members) {
                terms.push_back(made("member_" + std::to_string(m.number), m.name, "{0} × {1}",
                                     {workedOut("count", "so many", m.count, Unit::Count, "counted"),
                                      workedOut("each", "each", m.mass_kg, Unit::Mass,
                                                m.of == PartOf::Wood ? "its section and length, density of its wood"
                                                                     : "its section and length, steel of 7850 kg/m³")},
                                     m.count * m.mass_kg, Unit::Mass));
            }
            for (const BasePlateMember& p : plan_.shape->plates) {
                terms.push_back(made("plates_kg", p.name, "{0} × {1}",
                                     {workedOut("count", "so many", p.count, Unit::Count, "counted"),
                                      workedOut("each", "each", p.mass_kg, Unit::Mass, "steel of 7850 kg/m³")},
                                     p.count * p.mass_kg, Unit::Mass));
            }
            plan_.baseMass = sumFigure("base_kg", "Base", terms, Unit::Mass);
        }
        plan_.mass = plan_.baseMass ? made("table_kg", "Table", "{0} + {1}", {plan_.topMass, plan_.baseMass},
                                           plan_.topMass.value() + plan_.baseMass.value(), Unit::Mass)
                                    : relabelled(plan_.topMass, "table_kg", "Top alone: the base is not weighed");
    }

    /// What leans on it straight down where the top reaches farthest beyond its feet.
    void tips(std::optional<TipsOver>& way, const char* key, const char* label, Prominence prominence)
    {
        if (!way) {
            return;
        }
        if (way->edge.tip_N) {
            way->tip = made(key, label, "{0} × 9.81 × {1} ÷ {2}",
                            {plan_.mass,
                             workedOut("feet_in", "from the weight to the feet", way->edge.distance_mm, Unit::Length,
                                       "on the drawing"),
                             workedOut("feet_out", "from the feet to the rim", way->edge.overhang_mm, Unit::Length,
                                       "on the drawing")},
                            *way->edge.tip_N, Unit::Force);
            add(way->tip, prominence);
        }
    }

    void tilt()
    {
        const auto least =
            std::min_element(plan_.tipping.edges.begin(), plan_.tipping.edges.end(),
                             [](const TippingEdge& a, const TippingEdge& b) { return a.tilt_deg < b.tilt_deg; });
        add(made("tilt", "Goes over when it leans", "the angle whose tangent is {0} ÷ {1}",
                 {workedOut("feet_in", "from the weight to the feet", least->distance_mm, Unit::Length,
                            "on the drawing"),
                  workedOut("weight_high", "height of the weight", plan_.all.z, Unit::Length, "top and base together")},
                 least->tilt_deg, Unit::Degrees),
            Prominence::Plain);
    }

    /// Lifted under an edge it turns about the feet beyond.
    void lifted()
    {
        const double weight_N = plan_.all.mass_kg * kGravity_m_s2;
        double least = 1e12;
        const TippingEdge* over = nullptr;
        double arm = 0.0;
        for (const TippingEdge& e : plan_.tipping.edges) {
            const Vec2 a = plan_.shape->feet[e.from];
            const Vec2 way = plan_.shape->feet[e.to] - a;
            double far = 0.0; // of the top inside that edge
            for (const PlacedPiece& piece : in_.layup->pieces) {
                for (const Ring& ring : piece.kept) {
                    for (const Vec2 p : ring) {
                        far = std::max(far, cross(way, p - a) / length(way));
                    }
                }
            }
            if (far > 0.0 && weight_N * std::max(0.0, e.distance_mm) / far < least) {
                least = weight_N * std::max(0.0, e.distance_mm) / far;
                over = &e;
                arm = far;
            }
        }
        if (over != nullptr) {
            add(made("lift", "Lifted under its rim it comes up at", "{0} × 9.81 × {1} ÷ {2}",
                     {plan_.mass,
                      workedOut("feet_in", "from the weight to the far feet", over->distance_mm, Unit::Length,
                                "on the drawing"),
                      workedOut("rim", "from those feet to the rim that is lifted", arm, Unit::Length,
                                "on the drawing")},
                     least, Unit::Force),
                Prominence::Folded);
        }
    }

    void heights()
    {
        if (!plan_.surface.known()) {
            return;
        }
        add(plan_.surface);
        const bool elsewhere = madeOf(c_.kind) == BaseOf::Elsewhere;
        if (plan_.shape && !elsewhere) {
            std::vector<Figure> terms{plan_.surface, in_.thickness, chosen("foot", "feet", c_.foot_mm)};
            std::string formula = "{0} − {1} − {2}";
            if (madeOf(c_.kind) == BaseOf::Steel && !plan_.plates.empty()) {
                const BasePlate& p = plan_.plates.front();
                terms.push_back(chosen("plate", p.letIn ? "plate, let in" : "plate", p.letIn ? 0.0 : p.thick_mm));
                formula += " − {3}";
            }
            add(made("rise", "Legs, floor to plate without feet", formula, terms, plan_.shape->rise_mm, Unit::Length));
        }
        const double hangs = plan_.shape ? plan_.shape->hangs_mm : 0.0;
        plan_.knee_mm = plan_.surface.value() - in_.thickness.value() - hangs;
        add(made("knee", "Knee room", "{0} − {1} − {2}",
                 {plan_.surface, in_.thickness, chosen("hangs", "what hangs below the top", hangs)}, plan_.knee_mm,
                 Unit::Length));
    }

    void seats()
    {
        const Box& box = in_.layup->finalBox;
        const Figure place = chosen("place", "edge for each", c_.place_mm);
        if (!in_.layup->shape.empty()) {
            const double round = perimeter_mm(in_.layup->shape);
            plan_.seats = made("seats", "Sit at it", "whole ones of {0} ÷ {1}",
                               {workedOut("rim", "rim", round, Unit::Length, "on the drawing"), place},
                               std::floor(round / c_.place_mm + 1e-9), Unit::Count);
        } else {
            const double sides = 2.0 * std::floor(box.width() / c_.place_mm + 1e-9);
            double ends = 0.0;
            if (plan_.shape && box.height() >= c_.place_mm) {
                double first = box.right;
                double last = box.left;
                for (const Vec2 p : plan_.shape->pads) {
                    first = std::min(first, p.x);
                    last = std::max(last, p.x);
                }
                ends += first - box.left >= kEndSeat_mm ? 1.0 : 0.0;
                ends += box.right - last >= kEndSeat_mm ? 1.0 : 0.0;
            }
            plan_.seats = made(
                "seats", "Sit at it", "2 × whole ones of {0} ÷ {1}, and {2} at the ends",
                {in_.layup->length, place,
                 workedOut("ends", "ends with room for knees", ends, Unit::Count, "250 mm of top beyond the base")},
                sides + ends, Unit::Count);
        }
        add(plan_.seats);
    }

    void weights()
    {
        if (plan_.baseMass) {
            add(plan_.baseMass);
        }
        add(plan_.mass);
    }

    void stock()
    {
        for (const StockCut& s : plan_.stock) {
            if (!s.list.price) {
                continue;
            }
            const Figure bars = workedOut("bars", s.wood ? "boards" : "bars", s.list.bars, Unit::Count,
                                          s.list.proven ? "no fewer would do: proven" : "longest first");
            const Figure each = chosen("stock", s.wood ? "a board" : "a bar", s.stock_mm);
            add(made("stock_" + s.name, (s.wood ? "Boards, " : "Bars, ") + s.name, "{0}, each {1}", {bars, each},
                     s.list.bars, Unit::Count),
                Prominence::Plain);
            if (c_.barPrice) {
                add(made("price_" + s.name, "Price, " + s.name, "{0} × {1}",
                         {bars, given("bar_price", "each", *c_.barPrice, Unit::Money, "chosen")},
                         s.list.bars * *c_.barPrice, Unit::Money),
                    Prominence::Folded);
            }
        }
    }

    void sheets()
    {
        if (plan_.panels.sheets && *plan_.panels.sheets > 0) {
            add(made("sheets", "Sheets for the panels",
                     plan_.panels.proven ? "each {0} by {1}; straight cuts; no fewer would do: proven"
                                         : "each {0} by {1}; straight cuts",
                     {given("sheet_long", "long", kPanelSheetLong_mm, Unit::Length, "custom"),
                      given("sheet_wide", "wide", kPanelSheetWide_mm, Unit::Length, "custom")},
                     *plan_.panels.sheets, Unit::Count));
        }
    }

    void handling()
    {
        const Figure each = given("each", "each, as a caution", kEach_kg, Unit::Mass, "custom");
        const auto people = [&](const std::string& key, const std::string& label, const Figure& mass) {
            const Figure f = made("carry_" + key, "People for the " + label, "{0} ÷ {1}, the next whole one",
                                  {mass, each}, peopleFor(mass.value()), Unit::Count);
            add(f, Prominence::Folded);
            plan_.handling.push_back(f);
        };
        size_t pieces = 0;
        if (plan_.shape && plan_.baseMass && !plan_.shape->parts.empty()) {
            const std::vector<TablePiece> base = basePieces(*plan_.shape, plan_.baseMass);
            plan_.carried.insert(plan_.carried.end(), base.begin(), base.end());
        }
        for (const TablePiece& p : plan_.carried) {
            pieces += p.ofBase ? 0 : 1;
            people(p.key, p.name, p.mass);
        }
        if (plan_.baseMass) {
            people("whole", "whole table", plan_.mass);
        }
        const size_t from = plan_.handling.size();
        const TablePiece& heavy = heaviestOfTop(plan_);
        plan_.handling.push_back(made("hoist", "A hoist or gantry rated for", "{0} × {1}, a load that jerks",
                                      {heavy.mass, given("margin", "margin", kHoistMargin, Unit::None, "custom")},
                                      kHoistMargin * heavy.mass.value(), Unit::Mass));
        for (size_t i = 0; i < pieces; ++i) {
            lifted(plan_.carried[i], pieces > 1);
        }
        for (size_t i = from; i < plan_.handling.size(); ++i) {
            add(plan_.handling[i], Prominence::Folded);
        }
    }

    /// Edge, slings, trestles and crate of a piece; of halves each says which.
    void lifted(const TablePiece& p, bool half)
    {
        const std::string after = half ? "_" + p.key : "";
        const auto label = [&](const std::string& words) {
            std::string text = half ? p.name + ": " + words : words;
            text[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(text[0])));
            return text;
        };
        const auto show = [&](const char* key, const char* words, const char* formula, std::vector<Figure> terms,
                              double value, Unit unit) {
            plan_.handling.push_back(terms.empty() ? workedOut(key + after, label(words), value, unit, formula)
                                                   : made(key + after, label(words), formula, terms, value, unit));
        };
        // Half of it is lifted when it is set up on its long edge.
        show("edge", "set up on its edge", "{0} ÷ 2", {p.mass}, p.mass.value() / 2.0, Unit::Mass);
        const double length = p.long_mm.value();
        const double left = p.key == "right_half" ? in_.layup->finalBox.right - length : in_.layup->finalBox.left;
        const double middle = p.middle.x - left;
        const char* kSling = "a quarter of the length from the centre of gravity";
        show("sling_left", "first sling, from the left", kSling, {}, std::max(0.0, middle - length / 4.0),
             Unit::Length);
        show("sling_right", "second sling, from the left", kSling, {}, std::min(length, middle + length / 4.0),
             Unit::Length);
        constexpr double kTrestle = 0.22; // of the length: a beam on two trestles bends least so
        show("trestle", "trestles, in from the ends", "{0} × 0.22, where it bends least",
             {half ? p.long_mm : in_.layup->length}, kTrestle * length, Unit::Length);
        const Crate crate = crateFor({length, p.wide_mm.value(), p.high_mm.value()});
        const Figure wood = workedOut("crate_kg" + after, "crate", crate.mass_kg, Unit::Mass,
                                      "12 mm plywood with battens, 40 mm of foam all round");
        const char* kRound = "40 mm of foam and 12 mm plywood all round";
        show("crate_long", half ? "crate, long" : "crate of the top, long", kRound, {}, crate.outside.long_mm,
             Unit::Length);
        show("crate_wide", "crate, wide", kRound, {}, crate.outside.wide_mm, Unit::Length);
        show("crate_high", "crate, high", kRound, {}, crate.outside.high_mm, Unit::Length);
        show("packed", half ? "packed" : "top, packed", "{0} + {1}", {p.mass, wood}, p.mass.value() + crate.mass_kg,
             Unit::Mass);
    }

    void feet()
    {
        constexpr size_t kMost = 6; // more are a disc: alike all round
        for (size_t i = 0; i < plan_.feet_N.size() && plan_.feet_N.size() <= kMost; ++i) {
            add(made("foot_" + std::to_string(i + 1), "On foot " + std::to_string(i + 1),
                     "its share of {0} × 9.81: forces that balance, feet alike on a level floor", {plan_.mass},
                     plan_.feet_N[i], Unit::Force),
                Prominence::Folded);
        }
    }

    /// What leaning legs push apart.
    void thrust()
    {
        if (!plan_.shape->openShape || plan_.feet_N.empty() || c_.kind == BaseKind::CrossLapped) {
            return;
        }
        const double load = *std::max_element(plan_.feet_N.begin(), plan_.feet_N.end());
        const double along = c_.kind == BaseKind::Splayed ? c_.leanAlong_deg : 0.0;
        const double tie = std::clamp(c_.tie_mm, 1.0, plan_.shape->rise_mm - 1.0);
        constexpr double kFriction = 0.3; // of felt or wood on a smooth floor
        const Thrust t = thrustOf(load, plan_.shape->rise_mm, along, c_.lean_deg, tie, kFriction);
        const Figure foot = workedOut("foot_load", "on the foot that bears most", load, Unit::Force, "as it stands");
        const Figure lean = chosen("lean", "lean", c_.lean_deg, Unit::Degrees);
        add(made("thrust", "Pull in the tie", "{0} × {1} ÷ ({1} − {2}) × tangent of {3}, the floor taken as smooth",
                 {foot, chosen("rise_of_leg", "leg", plan_.shape->rise_mm),
                  chosen("tie_high", "tie above the floor", tie), lean},
                 t.tieY_N, Unit::Force),
            Prominence::Folded);
    }

    const BaseInput& in_;
    BasePlan& plan_;
    const BaseChoices& c_;
};

} // namespace

void measureBase(const BaseInput& input, BasePlan& plan)
{
    BaseMeasurer(input, plan).measure();
}

} // namespace burl
