#pragma once
// How heavy wood is at a moisture content.

namespace burl
{

/// Specific gravity on green volume, from that at 12 % (oven-dry mass over volume at 12 %).
[[nodiscard]] double basicGravity(double g12);
/// Specific gravity (oven-dry mass over volume at that moisture content).
[[nodiscard]] double gravityAt(double g12, double mc_pct);
/// Density of the wood with its water.
/// Units:  kg/m3, % MC.   Source: Wood Handbook ch. 4, docs/formulas.md#density.   Threads: pure.
[[nodiscard]] double density_kg_m3(double g12, double mc_pct);

} // namespace burl
