#pragma once
// How two parts of a resin are mixed, as its data sheet says.   Threads: value.

namespace burl
{

struct MixRatio {
    bool byMass = false; // otherwise by volume
    double aToB = 1.0;   // A : B = aToB : 1
    double densityA_kg_L = 1.1;
    double densityB_kg_L = 1.0;
    bool operator==(const MixRatio&) const = default;
};

} // namespace burl
