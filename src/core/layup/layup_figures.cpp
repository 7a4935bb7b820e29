#include "core/layup/layup_plan.h"

// The figures of a layup that stands.

#include <algorithm>
#include <cmath>
#include <set>

#include "core/layup/in_top.h"

namespace burl
{
namespace
{

constexpr double kMirrored_mm = 60.0;

class Measurer
{
public:
    Measurer(const LayupInput& input, double topArea_mm2, LayupPlan& plan)
        : in_(input), choices_(input.choices), topArea_(topArea_mm2), plan_(plan)
    {
    }

    void measure()
    {
        std::vector<Figure> woods;
        for (const PlacedPiece& piece : plan_.pieces) {
            woods.push_back(workedOut("wood_area_" + piece.name, "of " + piece.name, piece.keptArea_mm2, Unit::Area,
                                      "its show face inside the joint and the final outline"));
        }
        plan_.woodArea = sumFigure("wood_area", "wood in the top", woods, Unit::Area);
        const double wood = plan_.woodArea.value();
        const double area = topArea_;
        plan_.topArea =
            workedOut("top_area", "area of the top", area, Unit::Area, "measured on the drawing, show face");
        plan_.meanWidth = made("width_mean", "Width, mean", "{0} ÷ {1}", {plan_.topArea, plan_.length},
                               area / choices_.length_mm, Unit::Length);
        const Extreme narrowest = least(plan_.width);
        plan_.leastWidth = made("width_least", "Least width", "narrowest place, {0} from the left end",
                                {workedOut("width_least_at", "place", narrowest.x, Unit::Length, "on the drawing")},
                                narrowest.value, Unit::Length);
        if (choices_.shape == TopShape::Round && !plan_.shape.empty()) { // it has no mean width
            add(relabelled(plan_.length, "diameter", "Diameter"), Prominence::Headline);
            add(relabelled(plan_.topArea, "top_area", "Area of the top"), Prominence::Folded);
        } else {
            add(plan_.meanWidth, Prominence::Headline);
        }
        if (plan_.shape.empty()) { // a round has no width at its ends
            add(plan_.leastWidth);
        }
        if (!plan_.halvesDiffer.empty()) {
            Extreme differ;
            for (const Vec2 p : plan_.halvesDiffer) {
                if (std::abs(p.y) > std::abs(differ.value)) {
                    differ = {p.x, p.y};
                }
            }
            add(made("halves_differ", "Halves differ, at most", "width of far half − near half, {0} from the left end",
                     {workedOut("halves_differ_at", "place", differ.x, Unit::Length, "on the drawing")},
                     std::abs(differ.value), Unit::Length));
        }
        if (plan_.gap) {
            const std::string gap = choices_.kind == TopKind::Gap ? "Gap" : "River";
            const Extreme narrow = narrowestChannel();
            add(made("gap_least", gap + ", narrowest", "show face, {0} from the left end",
                     {workedOut("gap_least_at", "place", narrow.x, Unit::Length, "on the drawing")}, narrow.value,
                     Unit::Length));
            add(made("gap_most", gap + ", widest", "show face, {0} from the left end",
                     {workedOut("gap_most_at", "place", plan_.gap->mostTop.x, Unit::Length, "on the drawing")},
                     plan_.gap->mostTop.value, Unit::Length));
            addGapArea(gap);
        }
        measureJoints();
        measureRods();
        if (!plan_.keys.empty()) {
            std::vector<Figure> keys;
            for (const KeyedCheck& check : plan_.keyed) {
                keys.push_back(workedOut(
                    "keys_" + std::to_string(keys.size() + 1), keyedName(check), static_cast<double>(check.keys),
                    Unit::Count, "every 120 mm from its open end, where a key finds sound wood inside the top"));
            }
            add(sumFigure("keys", "Butterfly keys", keys, Unit::Count));
        }
        if (plan_.parted_mm) {
            const Figure cut = given("parted", "cross cut", *plan_.parted_mm, Unit::Length, "chosen");
            add(relabelled(cut, "left_half", "Left half"));
            add(made("right_half", "Right half", "{0} − {1}", {plan_.length, cut},
                     choices_.length_mm - *plan_.parted_mm, Unit::Length));
            const Figure face =
                workedOut("meeting_bolts_face", "bolts of a face", static_cast<double>(plan_.meetingBolts_mm.size()),
                          Unit::Count, "80 mm from the edges, no further than 300 mm apart");
            const Figure faces = given("faces", "near each face", 2.0, Unit::Count, "custom");
            add(made("meeting_bolts", "Bolts where they meet", "{0} × {1}", {face, faces}, meetingBolts(plan_),
                     Unit::Count));
        }
        measureDefects();
        add(plan_.woodArea, Prominence::Folded);
        const Figure trim = given("trim", "trim", in_.trim_mm, Unit::Length, "chosen");
        add(made("rough_length", "Rough length", "{0} + 2 × {1}", {plan_.length, trim},
                 choices_.length_mm + 2.0 * in_.trim_mm, Unit::Length));
        std::vector<Figure> slabs; // each once, however many pieces come out of it
        std::set<SlabId> counted;
        for (const PlacedPiece& piece : plan_.pieces) {
            if (counted.insert(piece.slab).second) {
                slabs.push_back(workedOut("slab_area_" + piece.name, piece.name,
                                          area_mm2(std::span<const Vec2>(piece.showRing)), Unit::Area,
                                          "its outline, show face"));
            }
        }
        const Figure slabArea = sumFigure("slab_area", "slabs, show faces", slabs, Unit::Area);
        // Pieces that lie over each other or beyond their slabs: Layup says so, and nothing less than nothing is left.
        const double left = slabArea.value() - wood;
        add(made("offcuts", "Offcuts", "{0} − {1}", {slabArea, plan_.woodArea}, left < 0.0 ? kNotKnown : left,
                 Unit::Area));
    }

private:
    void add(Figure figure, Prominence prominence = Prominence::Plain)
    {
        plan_.figures.push_back({std::move(figure), prominence});
    }

    /// The narrowest place between slabs across a river, islands included.
    [[nodiscard]] Extreme narrowestChannel() const
    {
        Extreme out = plan_.gap->leastTop;
        for (const PlacedPiece& island : plan_.pieces) {
            if (!island.island) {
                continue;
            }
            const double from = std::max(0.0, boundsOf(island.showRing).left);
            const double to = std::min(choices_.length_mm, boundsOf(island.showRing).right);
            if (!(to > from)) {
                continue;
            }
            const auto narrower = [&](const Profile& above, const Profile& below) {
                const Extreme e = least(combined(cutTo(above, from, to), -1.0, cutTo(below, from, to)));
                out = e.value < out.value ? e : out;
            };
            narrower(plan_.far().lower, island.upper);
            narrower(island.lower, plan_.near().upper);
        }
        return out;
    }

    [[nodiscard]] std::string keyedName(const KeyedCheck& check) const
    {
        return "check " + std::to_string(check.feature) + " of " + plan_.pieces[check.piece].name;
    }

    /// Of the gap what lies in the top: inside a drawn outline, without the islands.
    void addGapArea(const std::string& gap)
    {
        const double whole =
            area_mm2(intersection({anticlockwise(gapRing(*plan_.gapInput, *plan_.gap, false))}, finalOutline(plan_)));
        double islands = 0.0;
        for (const PlacedPiece& piece : plan_.pieces) {
            islands += piece.island ? piece.keptArea_mm2 : 0.0;
        }
        const Figure mean = workedOut("gap_mean", "mean width between the live edges", whole / choices_.length_mm,
                                      Unit::Length, "along the top, inside the final outline, show face");
        const Figure between =
            made("gap_between", "between the live edges", "{0} × {1}", {mean, plan_.length}, whole, Unit::Area);
        if (islands > 0.0) {
            add(made("gap_area", gap + ", area", "{0} − {1}",
                     {between, workedOut("islands_area", "islands", islands, Unit::Area, "show faces")},
                     whole - islands, Unit::Area));
        } else {
            add(relabelled(between, "gap_area", gap + ", area"));
        }
    }

    /// What is left of knots, voids and checks, and how many knots of a pair mirror each other.
    void measureDefects()
    {
        double kept = 0.0;
        double cut = 0.0;
        std::vector<std::vector<Vec2>> knots;
        std::optional<double> pith;
        std::string pithOf;
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            const PlacedPiece& piece = plan_.pieces[i];
            knots.emplace_back();
            for (const Feature& f : in_.slabs[i]->features) {
                if (f.kind == FeatureKind::Sapwood || f.kind == FeatureKind::Pith) {
                    continue;
                }
                const bool inside = inTop(piece, f, choices_.length_mm).inside;
                (inside ? kept : cut) += 1.0;
                if (inside && f.kind == FeatureKind::Knot && !f.points.empty()) {
                    knots.back().push_back(piece.place.toTable(f.points.front()));
                }
            }
            const auto& middle = in_.slabs[i]->pith;
            if (middle && !in_.slabs[i]->endGrain && (!pith || std::abs(middle->distance_mm) < *pith)) {
                pith = std::abs(middle->distance_mm);
                pithOf = piece.name;
            }
        }
        if (kept + cut > 0.0) {
            add(made("defects", "Knots, checks and voids in it", "{0} − {1}",
                     {workedOut("defects_drawn", "drawn on its slabs", kept + cut, Unit::Count, "Yard"),
                      workedOut("defects_cut", "cut away with the waste", cut, Unit::Count, "on the drawing")},
                     kept, Unit::Count),
                Prominence::Folded);
        }
        if (choices_.kind == TopKind::Pair && knots.size() == 2 && !knots[0].empty() && !knots[1].empty()) {
            double mirrored = 0.0;
            for (const Vec2 k : knots[0]) {
                mirrored += std::any_of(knots[1].begin(), knots[1].end(), [k](Vec2 other) {
                    return length(Vec2{k.x - other.x, k.y + other.y}) < kMirrored_mm;
                });
            }
            add(workedOut("knots_mirrored", "Knots mirrored", mirrored, Unit::Count,
                          "of the far half, with one of the near half less than 60 mm from its mirror"),
                Prominence::Folded);
        }
        if (pith) {
            add(workedOut("pith_nearest", "Pith from the middle of " + pithOf, *pith, Unit::Length,
                          "log end, the nearest"),
                Prominence::Folded);
        }
    }

    void measureJoints()
    {
        std::optional<Bend> tightest;
        for (const Joint& joint : plan_.joints) {
            for (const auto& bend : {joint.bends.hollowBelow, joint.bends.hollowAbove}) {
                if (bend && (!tightest || bend->radius_mm < tightest->radius_mm)) {
                    tightest = bend;
                }
            }
        }
        if (tightest) {
            add(made("bend_tightest", "Curved joints, tightest bend", "radius, {0} from the left end",
                     {workedOut("bend_at", "place", tightest->x_mm, Unit::Length, "on the drawing")},
                     tightest->radius_mm, Unit::Length));
            const TemplateTools& tools = choices_.tools;
            add(made("template_set_back", "Template edge from the joint", "({0} − {1}) ÷ 2",
                     {given("bushing_1", "first bushing", tools.bushing1_mm, Unit::Length, "chosen"),
                      given("bit", "bit", tools.bit_mm, Unit::Length, "chosen")},
                     templateJoint(tools.bit_mm, tools.bushing1_mm, tools.bushing2_mm).faceTemplateSide_mm,
                     Unit::Length));
        }
    }

    void measureRods()
    {
        if (plan_.rods.empty()) {
            return;
        }
        double all = 0.0;
        double longest = 0.0;
        for (const Rod& rod : plan_.rods) {
            all += rod.cut_mm;
            longest = std::max(longest, rod.cut_mm);
        }
        const Figure count =
            made("rods", "Rods", "along {0}, from {1} on, every {2}, with wood beyond the last",
                 {plan_.length, given("rod_first", "first rod", choices_.rods.first_mm, Unit::Length, "chosen"),
                  given("rod_pitch", "pitch", choices_.rods.pitch_mm, Unit::Length, "chosen")},
                 static_cast<double>(plan_.rods.size()), Unit::Count);
        const Figure wanted = given("rod_embed_wanted", "in the wood", choices_.rods.embed_mm, Unit::Length, "chosen");
        const Figure reach = given("drill_reach", "drill", choices_.rods.drillReach_mm, Unit::Length, "chosen");
        const double used = std::min(choices_.rods.embed_mm, choices_.rods.drillReach_mm);
        const Figure embed = used < choices_.rods.embed_mm
                                 ? made("rod_embed", "in the wood", "{0}: the drill reaches no further, of {1} wanted",
                                        {reach, wanted}, used, Unit::Length)
                                 : relabelled(wanted, "rod_embed", "in the wood");
        const Figure gap = workedOut("rod_gap", "gap there, at half the thickness", longest - 2.0 * used, Unit::Length,
                                     "on the drawing");
        add(count);
        add(made("rod_longest", "Longest rod, cut", "{0} + 2 × {1}", {gap, embed}, longest, Unit::Length));
        add(workedOut("rod_stock", "Rod, all together", all, Unit::Length, "sum of the cut lengths"),
            Prominence::Folded);
    }

    const LayupInput& in_;
    const LayupChoices& choices_;
    double topArea_;
    LayupPlan& plan_;
};

} // namespace

void measureLayup(const LayupInput& input, double topArea_mm2, LayupPlan& plan)
{
    Measurer(input, topArea_mm2, plan).measure();
}

} // namespace burl
