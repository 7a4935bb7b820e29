#pragma once
// Members sawn from bars: the least that the bars cost, and which bar gives what; parts sawn from sheets by cuts that
// go straight through. Units: mm; angles degrees from square.   Source: docs/formulas.md#cut-list.   Threads: pure.

#include <optional>
#include <string>
#include <vector>

namespace burl
{

enum class MeasuredAlong { Long, Centre, Short };

struct BarMember {
    std::string id;
    int count = 1;
    double length_mm = 0.0;
    MeasuredAlong measured = MeasuredAlong::Long;
    double depth_mm = 0.0; // in the plane of its mitres
    double angle1_deg = 0.0;
    double angle2_deg = 0.0;
};
/// Overall length along the bar: mitres are not nested.
[[nodiscard]] double blankOf_mm(const BarMember& member);

struct BarStock {
    double length_mm = 6000.0;
    double price = 0.0;
    std::optional<int> available; // empty: as many as wanted
};
struct BarPlan {
    size_t stock = 0;
    std::vector<int> pieces; // of each member
    int times = 1;
};
struct CutList {
    std::vector<double> blanks_mm; // of each member
    double total_mm = 0.0;         // of all
    std::vector<std::string> tooLong;
    std::optional<double> price; // the least; nothing when it cannot be cut
    int bars = 0;                // of that plan
    std::vector<BarPlan> plan;
    bool proven = true; // false: too many to prove, longest first
};
[[nodiscard]] CutList cutList(const std::vector<BarMember>& members, const std::vector<BarStock>& stocks,
                              double kerf_mm, double trim_mm);

struct SheetPart {
    double length_mm = 0.0; // along the sheet's length
    double width_mm = 0.0;
    int count = 1;
    bool turns = false; // by a quarter
};
struct SheetList {
    std::optional<int> sheets; // the fewest; nothing when a part does not fit
    double area_mm2 = 0.0;
    std::vector<size_t> tooBig;
    bool proven = true; // false: too many parts to prove
};
[[nodiscard]] SheetList sheetList(const std::vector<SheetPart>& parts, double sheetLong_mm, double sheetWide_mm,
                                  double kerf_mm);

} // namespace burl
