#include <filesystem>
#include <iostream>

#include "cli/commands.h"
#include "cli/files.h"
#include "core/geometry/ring.h"
#include "core/measure/format.h"
#include "core/measure/text.h"
#include "core/shop/edit.h"
#include "core/shop/outline.h"
#include "exchange/fault.h"
#include "exchange/import/imported.h"
#include "exchange/slab_file.h"
#include "photo/true_scale.h"

namespace burl::cli
{
namespace
{

std::string outlineCsv(const Ring& ring)
{
    std::string out = "x_mm,y_mm\n";
    for (const Vec2 p : ring) {
        out += formatNumber(p.x, 3, true) + ',' + formatNumber(p.y, 3, true) + '\n';
    }
    return out;
}

std::string heightsCsv(const std::vector<ImportedHeight>& heights)
{
    std::string out = "x_mm,y_mm,z_mm,face\n";
    for (const ImportedHeight& h : heights) {
        out += formatNumber(h.at.x, 3, true) + ',' + formatNumber(h.at.y, 3, true) + ',' +
               formatNumber(h.z_mm, 3, true) + (h.face == Face::Top ? ",top\n" : ",bottom\n");
    }
    return out;
}

void summary(const Imported& in)
{
    std::cout << in.kind << '\n';
    if (in.tape) {
        std::cout << "  stations        " << in.tape->readings.size() << '\n';
    }
    if (in.topOutline) {
        const Box box = boundsOf(*in.topOutline);
        std::cout << "  top outline     " << in.topOutline->size() << " corners, " << formatNumber(box.width(), 0)
                  << " x " << formatNumber(box.height(), 0) << " mm, "
                  << formatNumber(area_mm2(std::span<const Vec2>(*in.topOutline)) / 1e6, 3) << " m2\n";
    }
    if (in.bottomOutline) {
        std::cout << "  bottom outline  " << in.bottomOutline->size() << " corners\n";
    }
    if (!in.heights.empty()) {
        std::cout << "  heights         " << in.heights.size() << '\n';
    }
    if (!in.features.empty()) {
        std::cout << "  features        " << in.features.size() << '\n';
    }
    if (!in.moisture.empty()) {
        std::cout << "  moisture        " << in.moisture.size() << " readings\n";
    }
}

/// A face at true scale: only its outline, as a slab file holds no pictures.
Expected<Imported> importPicture(const std::string& bytes, bool bottom)
{
    auto face = readTrueFace(bytes, bottom ? Face::Bottom : Face::Top);
    if (!face) {
        return tl::unexpected(face.error());
    }
    Imported in;
    in.kind = "a face at true scale";
    (bottom ? in.bottomOutline : in.topOutline) = std::move(face->outline);
    return in;
}

} // namespace

int importFile(const ImportCommand& options)
{
    const auto bytes = contents(options.file);
    if (!bytes) {
        return kUnreadable;
    }
    ImportOptions how;
    how.swapSides = options.swapSides;
    how.keepWhole = options.keepWhole;
    how.layer = options.layer;
    for (const auto& [word, mm] :
         {std::pair{"mm", 1.0}, {"cm", 10.0}, {"m", 1000.0}, {"in", 25.4}, {"ft", 304.8}, {"px", 25.4 / 96.0}}) {
        how.unit_mm = options.unit == word ? mm : how.unit_mm;
    }
    if (!options.unit.empty() && how.unit_mm == 0.0) {
        return complain(kUsage, "a unit is mm, cm, m, in, ft or px, not " + options.unit + ".");
    }
    const bool picture = std::filesystem::path(options.file).extension() == ".png";
    const auto in = picture ? importPicture(*bytes, options.bottom) : importBytes(*bytes, options.file, how);
    if (!in) {
        return complain(kUnreadable, options.file + ", " + in.error().sentence);
    }
    for (const std::string& note : in->notes) {
        std::cerr << "burl: " << options.file << ": " << note << '\n';
    }
    if (options.outline) {
        Ring ring = in->topOutline.value_or(in->bottomOutline.value_or(Ring{}));
        if (ring.empty() && in->tape) {
            const auto outline = outlineOf(*in->tape);
            if (!outline) {
                return complain(kUnreadable, options.file + ", " + outline.error().sentence);
            }
            ring = outline->ring();
        }
        if (ring.empty()) {
            return complain(kMissed, options.file + " tells no outline.");
        }
        std::cout << outlineCsv(ring);
    }
    if (options.heights) {
        if (in->heights.empty()) {
            return complain(kMissed, options.file + " tells no heights.");
        }
        std::cout << heightsCsv(in->heights);
    }
    if (!options.out.empty()) {
        Slab slab;
        slab.id = {1};
        slab.name = asUtf8(options.name.empty() ? std::filesystem::path(options.file).stem().string() : options.name);
        takeIn(slab, *in);
        if (const auto fault = faultOf({}, withSlab({}, slab))) { // it could not be read back
            return complain(kUnreadable, options.file + ": " + *fault);
        }
        return writeOut(options.out, writeSlabFile(slab));
    }
    if (!options.outline && !options.heights) {
        summary(*in);
    }
    return kDone;
}

} // namespace burl::cli
