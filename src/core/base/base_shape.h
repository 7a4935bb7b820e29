#pragma once
// The members of a base as it is chosen, fitted under a top: where each runs, how it is sawn, what it weighs, where
// the feet stand. Frame of the top, z up from the floor.   Units: mm, kg; angles degrees from square.
// Source: docs/formulas.md#shape-of-a-base.   Threads: pure.

#include <string>
#include <vector>

#include "core/base/members.h"
#include "core/base/solid.h"
#include "core/base/standing.h"
#include "core/figure/figure.h"
#include "core/shop/base_choices.h"
#include "core/shop/move_choices.h"

namespace burl
{

enum class PartOf { Steel, Wood, Foot, Plate };

/// A body to be seen; members that look alike share a number of the cut list.
struct BasePart {
    std::string name;
    PartOf of = PartOf::Steel;
    Prism shape;
    double mass_kg = 0.0;
    int member = 0; // of the cut list, from 1; 0: not sawn
};

/// A line of the cut list: members that are sawn alike.
struct BaseMember {
    int number = 0; // from 1
    std::string name;
    PartOf of = PartOf::Steel;
    int count = 0;
    double long_mm = 0.0; // overall, with tenons
    double centre_mm = 0.0;
    double deep_mm = 0.0;
    double thick_mm = 0.0;
    double wall_mm = 0.0; // 0: solid
    EndCut from, to;
    double tenon_mm = 0.0; // in the length, at each end
    bool panel = false;    // from a sheet or a glued board, not a bar
    bool round = false;    // a tube: deep is its diameter
    double mass_kg = 0.0;  // of one
    int lamellae = 0;      // it is laminated of; 0: of one piece
    double lamella_mm = 0.0;
    double radius_mm = 0.0; // it is bent or sawn round; 0: straight
    std::string note;       // how else it is made
};
/// A plate that is cut from sheet.
struct BasePlateMember {
    std::string name;
    int count = 0;
    double long_mm = 0.0; // of a disc its diameter
    double wide_mm = 0.0;
    double thick_mm = 0.0;
    bool disc = false;
    double mass_kg = 0.0; // of one
};

/// A line to a joint: what is made there.
struct BaseJoint {
    std::string name; // "Wedged tenon of the stretcher"
    int count = 0;
    std::string note;            // with {0}, {1} for the terms
    std::vector<Figure> terms{}; // so that it is read in any units
};
/// The note with its terms.
[[nodiscard]] std::string noteText(const BaseJoint& joint, const UnitChoice& units);

struct BaseShapeInput {
    BaseChoices choices;
    std::vector<BasePlate> plates; // that it stands under
    std::vector<Vec2> legs;        // of a base without plates: where its legs stand under the top
    double thickness_mm = 0.0;     // of the top
    Vec2 middle;                   // of the top's mass
    double steel_kg_m3 = 7850.0;
    double wood_kg_m3 = 0.0; // 0: not known
};
struct BaseShape {
    std::vector<BasePart> parts;
    std::vector<BaseMember> members;
    std::vector<BasePlateMember> plates;
    std::vector<BaseJoint> joints;
    std::vector<Vec2> feet; // on the floor
    std::vector<Vec2> pads; // under the top
    double rise_mm = 0.0;   // of a leg: floor to underside, less foot and plate
    double head_mm = 0.0;   // height of what bears the plates
    bool openShape = false; // legs that lean outwards and are not closed at the floor
    bool tied = true;       // and what keeps them
    bool racks = false;     // nothing but its corners keeps it from racking along the top
    bool massKnown = true;
    double lowest_mm = 0.0; // of what hangs below the top where knees are: its lower edge
    double hangs_mm = 0.0;  // how far that is below the top's underside
};
/// REQUIRES: a kind that is chosen; as many plates as it stands under; a rise above nothing
[[nodiscard]] BaseShape baseShape(const BaseShapeInput& input);
/// Of a leg; not above nothing when the surface is too low for what lies on it.
[[nodiscard]] double riseOf_mm(const BaseShapeInput& input);

} // namespace burl
