#pragma once
// What the hand does to a layup: pieces slid, rip lines turned, joints bent, corners drawn, a round set so that it
// kisses an edge. Each gives the job as it would be; nothing is changed in place.
// Frame of the top, mm.   Threads: pure.

#include <optional>
#include <vector>

#include "core/layup/layup_plan.h"

namespace burl
{

/// A piece moved along and across the top, as dragging it does.   REQUIRES: the piece is laid in
[[nodiscard]] Job withPieceMoved(const Job& job, const LayupPlan& layup, size_t piece, double dx_mm, double dy_mm);

/// Another kind of top: pieces that it has no room for go, rip lines are found anew, rods are no thicker than they may
/// be.
[[nodiscard]] Job withTopKind(const Job& job, TopKind kind);
/// A slab laid in: at place `at` among the pieces, the others move on; a top that is full has the piece there replaced.
/// Its middle comes to the middle of the top. While nobody has said how long the top is, the first slab says it: no
/// longer than that slab gives with its ends trimmed.   `trim_mm` of the shop, where the job says none.
[[nodiscard]] Job withSlabLaidIn(const Job& job, const Slab& slab, size_t at, double trim_mm);
/// Slabs and top brought together: the top no longer than the shortest slab gives with its ends trimmed, each piece
/// whose ends are short moved so that both have the same to trim.
[[nodiscard]] Job withEndsInWood(const Job& job, const LayupPlan& layup);
/// True while the kind of top takes one piece more.
[[nodiscard]] bool takesOneMore(const LayupChoices& layup);
/// A piece put back into the rack.   REQUIRES: the piece is laid in
[[nodiscard]] Job withPiecePutBack(const Job& job, size_t piece);
/// Two pieces change places; how each lies stays, the rip lines are found anew.   REQUIRES: both are laid in
[[nodiscard]] Job withPiecesSwapped(const Job& job, size_t a, size_t b);

/// One end of a piece's rip line moved across by `dy`.
[[nodiscard]] Job withRipEndMoved(const Job& job, const PlacedPiece& placed, size_t piece, bool leftEnd, double dy_mm);

/// The left end of the final top moved to the right by this: the wood, and what is fastened to it, stays.
[[nodiscard]] Job withLeftEndMoved(const Job& job, double by_mm);

/// Another final length. A drawn outline and the points of curved joints are stretched with it.
[[nodiscard]] Job withLength(const Job& job, double length_mm);
/// The same with the middle of each piece staying in the middle of the top, as when a length is typed.
[[nodiscard]] Job withLengthAboutMiddle(const Job& job, double length_mm);

/// A drawn outline: the top begins and ends where its corners do.
[[nodiscard]] Job withOutline(const Job& job, Ring outline);
/// Four corners round the top as it lies now: what a drawn outline begins with.
[[nodiscard]] Ring outlineToDraw(const LayupPlan& layup);

/// Points of one joint's curve; empty makes it straight.
[[nodiscard]] Job withCurve(const Job& job, size_t joint, std::vector<Vec2> points);
/// A curve along the wood on both sides of a joint: halfway between the two live edges that it cuts away, at five
/// places, so that a strip of like width is lost all along.   REQUIRES: the joint
[[nodiscard]] std::vector<Vec2> curveAlongWood(const LayupPlan& layup, size_t joint);

/// A round of a single slab shifted across until it touches the live edge on that side; nothing for other tops.
[[nodiscard]] std::optional<Job> tangentToEdge(const Job& job, const LayupPlan& layup, bool farEdge);
/// The largest round that the slab gives, both faces, clear of what is trimmed off its ends: its diameter and where it
/// lies; nothing for other tops.
[[nodiscard]] std::optional<Job> withLargestRound(const Job& job, const LayupPlan& layup);

} // namespace burl
