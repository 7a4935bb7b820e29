// Which reader a file is for, and what was read put into a slab.

#include <algorithm>
#include <cmath>
#include <exception>
#include <new>

#include <nlohmann/json.hpp>

#include "core/face/face_field.h"
#include "core/geometry/ring.h"
#include "core/measure/text.h"
#include "core/shop/edit.h"
#include "core/shop/outline.h"
#include "core/yard/slab_card.h"
#include "exchange/import/imported.h"
#include "exchange/job_file.h"
#include "exchange/slab_file.h"

namespace burl
{
namespace
{

constexpr double kCrooked_rad = 0.035; // a drawing that lies straighter is left as it lies

std::string extensionOf(std::string_view name)
{
    const size_t dot = name.rfind('.');
    return lower(dot == std::string_view::npos ? "" : name.substr(dot + 1));
}

std::optional<HeightGrid> moved(const std::optional<HeightGrid>& grid, const OutlineFrame& frame)
{
    if (!grid) {
        return grid;
    }
    HeightGrid out = *grid;
    if (std::abs(frame.s) > 1e-12) {
        // Rows and columns turn with the slab: the surface is read again on level ones.
        Ring corners;
        for (const double x : {grid->xs_mm.front(), grid->xs_mm.back()}) {
            for (const double y : {grid->ys_mm.front(), grid->ys_mm.back()}) {
                corners.push_back(frame.map({x, y}));
            }
        }
        const Box box = boundsOf(corners);
        const double pitch = (grid->xs_mm.back() - grid->xs_mm.front()) / static_cast<double>(grid->xs_mm.size() - 1);
        const auto lines = [pitch](double from, double to) {
            std::vector<double> at;
            const int n = std::max(2, static_cast<int>((to - from) / pitch) + 1);
            for (int i = 0; i < n; ++i) {
                at.push_back(from + (to - from) * i / (n - 1));
            }
            return at;
        };
        const FaceField field(*grid, pointsOf(*grid));
        // Only between four places that were read is the surface known.
        const auto readAt = [&](Vec2 p) -> std::optional<double> {
            const GridCell column = field.column(p.x);
            const GridCell row = field.row(p.y);
            for (const size_t j : {row.first, row.first + 1}) {
                for (const size_t i : {column.first, column.first + 1}) {
                    if (i >= grid->xs_mm.size() || j >= grid->ys_mm.size() ||
                        !grid->readings_mm[j * grid->xs_mm.size() + i]) {
                        return std::nullopt;
                    }
                }
            }
            return field.beyond_mm(p) > pitch / 2.0 ? std::nullopt : std::optional<double>(field.in(column, row, p));
        };
        out.xs_mm = lines(box.left, box.right);
        out.ys_mm = lines(box.bottom, box.top);
        out.readings_mm.clear();
        for (const double y : out.ys_mm) {
            for (const double x : out.xs_mm) {
                out.readings_mm.push_back(readAt(frame.back({x, y})));
            }
        }
        return out;
    }
    for (double& x : out.xs_mm) {
        x += frame.shift.x;
    }
    for (double& y : out.ys_mm) {
        y += frame.shift.y;
    }
    return out;
}

} // namespace

Ring knownOutline(const Slab& slab, Face face)
{
    const auto outline = outlineOf(slab, face);
    return outline ? outline->ring() : Ring{};
}

OutlineFrame outlineFrame(const Ring& ring, const Ring& known)
{
    OutlineFrame frame;
    const Vec2 middle = centroid(ring);
    double xx = 0.0;
    double yy = 0.0;
    double xy = 0.0;
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 a = ring[i] - middle;
        const Vec2 b = ring[(i + 1) % ring.size()] - middle;
        const double w = cross(a, b) / 24.0; // moments of the triangle to the middle
        xx += w * ((a.x + b.x) * (a.x + b.x) + a.x * a.x + b.x * b.x);
        yy += w * ((a.y + b.y) * (a.y + b.y) + a.y * a.y + b.y * b.y);
        xy += w * ((a.x + b.x) * (a.y + b.y) + a.x * a.y + b.x * b.y);
    }
    const double angle = 0.5 * std::atan2(2.0 * xy, xx - yy);
    if (std::abs(angle) > kCrooked_rad) {
        frame.c = std::cos(angle);
        frame.s = std::sin(angle);
    }
    double left = 1e300;
    for (const Vec2 p : ring) {
        left = std::min(left, frame.map(p).x);
    }
    frame.shift = {-left, -frame.map(middle).y};
    if (!known.empty()) {
        frame.shift = frame.shift + Vec2{boundsOf(known).left, centroid(known).y};
    }
    return frame;
}

Expected<Imported> importSlabJson(std::string_view text)
{
    auto slab = readSlabFile(text);
    if (!slab) {
        const auto job = readJobFile(text);
        if (job) {
            return refuse("import.is_job", "line 1: this is a whole job; take it in from the job's menu.");
        }
        return tl::unexpected(slab.error());
    }
    Imported out;
    out.kind = "a slab";
    out.slab = std::move(*slab);
    if (const auto top = outlineOf(*out.slab, Face::Top)) {
        out.topOutline = top->ring();
    }
    if (const auto bottom = outlineOf(*out.slab, Face::Bottom)) {
        out.bottomOutline = bottom->ring();
    }
    for (const auto& [grid, face] :
         {std::pair{&out.slab->topHeights, Face::Top}, {&out.slab->bottomHeights, Face::Bottom}}) {
        for (size_t k = 0; *grid && k < (*grid)->readings_mm.size(); ++k) {
            if ((*grid)->readings_mm[k]) {
                const bool down = (*grid)->from == HeightsFrom::RailsDown && face == Face::Top;
                out.heights.push_back(
                    {{(*grid)->xs_mm[k % (*grid)->xs_mm.size()], (*grid)->ys_mm[k / (*grid)->xs_mm.size()]},
                     down ? -*(*grid)->readings_mm[k] : *(*grid)->readings_mm[k],
                     face});
            }
        }
    }
    return out;
}

namespace
{

Expected<Imported> readAs(std::string_view bytes, std::string_view name, const ImportOptions& options)
{
    const std::string extension = extensionOf(name);
    if (bytes.empty()) {
        return refuse("import.empty", "line 1: the file is empty; copy or export it again.");
    }
    if (extension == "ply" || bytes.substr(0, 4) == "ply\n" || bytes.substr(0, 4) == "ply\r") {
        return importPly(bytes, options);
    }
    if (extension == "svg") {
        return importSvg(bytes, options);
    }
    if (extension == "dxf") {
        return importDxf(bytes, options);
    }
    if (extension == "xyz") {
        return importXyz(bytes, options);
    }
    if (extension == "json") {
        return importSlabJson(bytes);
    }
    if (extension == "csv" || extension == "tsv" || extension == "txt") {
        return importDelimited(bytes, options);
    }
    return refuse("import.unknown", "nothing is known about ." + shownText(extension) +
                                        " files; SVG, DXF, CSV, PLY, XYZ and JSON can be taken in, photos are traced.");
}

} // namespace

Expected<Imported> importBytes(std::string_view bytes, std::string_view name, const ImportOptions& options)
{
    try {
        auto in = readAs(bytes, name, options);
        if (in) {
            for (std::string& note : in->notes) {
                note = asUtf8(note);
            }
            return in;
        }
        return refuse(in.error().code, asUtf8(in.error().sentence));
    } catch (const std::bad_alloc&) {
        throw;
    } catch (const std::exception&) { // no library's exception is the maker's business
        return refuse("import.broken", "line 1: this file cannot be read; export it again.");
    }
}

void takeIn(Slab& slab, const Imported& in)
{
    if (in.slab) {
        const SlabId id = slab.id;
        const LogId log = slab.log;
        slab = *in.slab;
        slab.id = id;
        slab.log = log;
        return;
    }
    if (in.tape) {
        slab.top = *in.tape;
        slab.topDrawn.reset();
    }
    OutlineFrame frame;
    if (in.topOutline) {
        frame = outlineFrame(*in.topOutline, knownOutline(slab, Face::Top));
        slab.topDrawn = frame.map(*in.topOutline);
        slab.topPicture.reset(); // it showed the old outline
    }
    if (in.bottomOutline) {
        slab.bottomDrawn = frame.map(*in.bottomOutline);
    }
    if (!in.features.empty()) {
        slab.lastFeature = freeFeatureId(slab) - 1; // ids that were given once mean what they meant
        slab.features.clear();
        for (Feature f : in.features) {
            f.id = freeFeatureId(slab);
            slab.features.push_back(std::move(f));
        }
        for (Feature& f : slab.features) {
            f.points = frame.map(f.points);
        }
    }
    if (in.topGrid) {
        slab.topHeights = moved(in.topGrid, frame);
    }
    if (in.bottomGrid) {
        slab.bottomHeights = moved(in.bottomGrid, frame);
    }
    if (!in.moisture.empty()) {
        slab.moisture = in.moisture;
        slab.mc_pct = latestMoisture_pct(in.moisture); // not of the last row
    }
}

} // namespace burl
