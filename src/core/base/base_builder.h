#pragma once
// Puts members, plates and feet of a base together while its shape is found. Part of baseShape().
// Units: mm, kg.   Threads: a builder belongs to one call.

#include "core/base/base_shape.h"

namespace burl
{

class BaseBuilder
{
public:
    explicit BaseBuilder(const BaseShapeInput& input);

    [[nodiscard]] const BaseShapeInput& in() const { return in_; }
    [[nodiscard]] const BaseChoices& choices() const { return in_.choices; }
    [[nodiscard]] double head_mm() const { return out_.head_mm; }
    /// Above the floor, where legs begin.
    [[nodiscard]] double foot_mm() const { return in_.choices.foot_mm; }
    [[nodiscard]] BaseShape& out() { return out_; }

    /// A bar of the chosen section, or of another.
    void bar(const std::string& name, const BarLine& line, double tenon_mm = 0.0, const std::string& note = {});
    void bar(const std::string& name, Point3 from, Point3 to, Point3 deepWay, Point3 fromCut = {}, Point3 toCut = {});
    /// Of wood, level, its height upright.
    void rail(const std::string& name, Point3 from, Point3 to, double high_mm, double thick_mm, double tenon_mm = 0.0,
              const std::string& note = {});
    /// A member that is no straight bar: its parts are added one by one.
    int member(BaseMember like);
    void part(const std::string& name, Prism shape, double mass_kg, int member);
    void tube(const std::string& name, Point3 from, Point3 to);
    void plate(const std::string& name, Prism shape, BasePlateMember like);
    /// A corner of bars round a way: mitred, closed or cut level at both ends.
    void frame(const std::vector<std::string>& names, const std::vector<Point3>& way, bool closed, Point3 square);
    void foot(Vec2 at);
    void joint(const std::string& name, int count, const std::string& note, std::vector<Figure> terms = {});
    [[nodiscard]] BaseOf of() const { return madeOf(in_.choices.kind); }
    /// Of so many mm3 of this base's wood.
    [[nodiscard]] double wood_kg(double mm3) const;

private:
    const BaseShapeInput& in_;
    BaseShape out_;
};

// Each kind, in base_steel.cpp and base_wood.cpp. Parts of baseShape().
void buildFrames(BaseBuilder& b); // U, trapezoid, box
void buildCross(BaseBuilder& b);
void buildTruss(BaseBuilder& b);
void buildSpider(BaseBuilder& b);
void buildPedestal(BaseBuilder& b);
void buildTrestle(BaseBuilder& b);
void buildAngledLegs(BaseBuilder& b);
void buildCrossLapped(BaseBuilder& b);
void buildFourLegs(BaseBuilder& b); // splayed, or upright with an apron
void buildColumns(BaseBuilder& b);
void buildArcPanels(BaseBuilder& b);
void buildBought(BaseBuilder& b);

/// Two bars of a frame that cross: where their middles meet the head and the floor, across the top.
struct Crossing {
    double top_mm = 0.0; // from the frame's middle
    double foot_mm = 0.0;
    double lean_deg = 0.0;
    double at_mm = 0.0; // height of the crossing
};
[[nodiscard]] Crossing crossingOf(double headWidth_mm, double footWidth_mm, double head_mm, double foot_mm,
                                  double deep_mm);

} // namespace burl
