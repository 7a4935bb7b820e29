#pragma once
// What a file tells about a slab, before anybody has taken it into the book.
// Frame: mm, y up; x and y as the file has them (pages are turned over so that y runs up).

#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/measure/outcome.h"
#include "core/shop/slab.h"

namespace burl
{

/// One height, z up. Heights read down from rails are given as their negative: only differences
/// between readings of one face mean anything, as the rails' own height is nowhere said.
struct ImportedHeight {
    Vec2 at;
    double z_mm = 0.0;
    Face face = Face::Top;
};

struct Imported {
    std::string kind; // "a tape", "heights", "a drawing", "a point cloud", "a slab", "moisture readings"
    std::optional<Tape> tape;
    std::optional<Ring> topOutline;
    std::optional<Ring> bottomOutline;
    std::vector<Feature> features;
    std::vector<ImportedHeight> heights;
    std::optional<HeightGrid> topGrid;
    std::optional<HeightGrid> bottomGrid;
    std::vector<MoistureReading> moisture;
    std::optional<Slab> slab; // a whole slab (JSON)
    /// What the maker should know: rows left out, units guessed, points set aside.
    std::vector<std::string> notes;
};

struct ImportOptions {
    bool swapSides = false; // take rows whose near and far are swapped the other way round
    bool keepWhole = false; // of a file that ends early, take what is whole
    std::string layer;      // of a drawing: the layer or id that is the top outline
    double unit_mm = 0.0;   // what one unit of the file is, when the maker knows; 0: as the file says
    /// Asked while a large scan is read and parted; when it says no the import is refused with "import.stopped".
    std::function<bool()> goOn;
};

/// Reads any file that tells something about a slab; `name` only helps to tell the kind.
/// Errors: "import.*" with one sentence that says where and what to do; the caller adds the file's name.
/// Never trusts its bytes: sizes, counts, truncation, not-a-number.   Threads: pure.
[[nodiscard]] Expected<Imported> importBytes(std::string_view bytes, std::string_view name,
                                             const ImportOptions& options = {});

/// The readers one by one.   Errors: as importBytes.
[[nodiscard]] Expected<Imported> importDelimited(std::string_view text, const ImportOptions& options);
[[nodiscard]] Expected<Imported> importSvg(std::string_view text, const ImportOptions& options);
[[nodiscard]] Expected<Imported> importDxf(std::string_view text, const ImportOptions& options);
[[nodiscard]] Expected<Imported> importPly(std::string_view bytes, const ImportOptions& options);
[[nodiscard]] Expected<Imported> importXyz(std::string_view text, const ImportOptions& options);
[[nodiscard]] Expected<Imported> importSlabJson(std::string_view text);

/// From the frame an outline was read in to the slab's.
struct OutlineFrame {
    double c = 1.0;
    double s = 0.0;
    Vec2 shift;
    [[nodiscard]] Vec2 map(Vec2 p) const { return Vec2{c * p.x + s * p.y, -s * p.x + c * p.y} + shift; }
    [[nodiscard]] Ring map(const Ring& ring) const
    {
        Ring out;
        for (const Vec2 p : ring) {
            out.push_back(map(p));
        }
        return out;
    }
    [[nodiscard]] Vec2 back(Vec2 p) const
    {
        const Vec2 q = p - shift;
        return {c * q.x - s * q.y, s * q.x + c * q.y};
    }
};
/// Lays the long way of the outline along x where it plainly lies crooked (over 2 degrees). Its left end
/// and the middle of its area come to where those of `known` are, so that a face measured again keeps its
/// knots, readings and other face in place; without one to x = 0 and y = 0.
[[nodiscard]] OutlineFrame outlineFrame(const Ring& ring, const Ring& known = {});
/// What is known of a face of the slab before it is measured again; empty when nothing is.
[[nodiscard]] Ring knownOutline(const Slab& slab, Face face);

/// Puts what was read into a slab: what the file says replaces, what it does not say stays. An outline
/// is brought into the slab's frame: its long way along x from 0, the middle of its width on y = 0.
void takeIn(Slab& slab, const Imported& imported);

} // namespace burl
