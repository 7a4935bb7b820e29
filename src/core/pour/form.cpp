#include "core/pour/form.h"

// Method: pieces longer than a sheet are cut in equal lengths; then, the widest first, each goes onto the first shelf
// of the first sheet that takes it, or opens a new shelf, or a new sheet.

#include <algorithm>
#include <cmath>
#include <numbers>
#include <utility>

#include "core/measure/units.h"

namespace burl
{
namespace
{

constexpr double kStrap_joints = 2; // straps to a joint: one on each side of the bottom's middle
constexpr double kBead_mm = 6.0;    // of sealant, across
constexpr double kSure_mm = 1e-6;

struct Shelf {
    size_t sheet = 0;
    double y_mm = 0.0;
    double high_mm = 0.0;
    double used_mm = 0.0;
};

void cut(Form& form, const FormChoices& c, const std::string& name, double long_mm, double wide_mm)
{
    // Whole lengths of a sheet and what is left; a stump is shared with the length before it.
    constexpr double kStump_mm = 200.0;
    const int parts = std::max(1, static_cast<int>(std::ceil(long_mm / c.sheetLong_mm - 1e-9)));
    const double last = long_mm - (parts - 1) * c.sheetLong_mm;
    for (int i = 0; i < parts; ++i) {
        FormBoardPiece piece;
        piece.name = parts == 1 ? name : name + ", " + std::to_string(i + 1) + " of " + std::to_string(parts);
        piece.long_mm = i + 1 == parts ? last : c.sheetLong_mm;
        if (parts > 1 && last < kStump_mm && i + 2 >= parts) {
            piece.long_mm = (c.sheetLong_mm + last) / 2.0;
        }
        piece.wide_mm = wide_mm;
        if (piece.wide_mm > piece.long_mm && piece.wide_mm <= c.sheetLong_mm) { // laid along the sheet
            std::swap(piece.long_mm, piece.wide_mm);
        }
        form.pieces.push_back(piece);
    }
    form.joints += parts - 1;
}

} // namespace

Expected<Form> formFor(const FormInput& in)
{
    const FormChoices& c = in.choices;
    Form out;
    out.insideLong_mm = in.long_mm + 2.0 * c.room_mm + in.dividers * c.board_mm;
    out.insideWide_mm = in.wide_mm + 2.0 * c.room_mm;
    out.high_mm = in.deep_mm + c.above_mm;
    const double outerLong = out.insideLong_mm + 2.0 * c.board_mm; // sides stand on the bottom
    const double outerWide = out.insideWide_mm + 2.0 * c.board_mm;
    if (outerWide > c.sheetWide_mm + kSure_mm && outerWide > c.sheetLong_mm + kSure_mm) {
        return refuse("form.sheet", "the form is wider than a sheet is long; give the sheets that you have.");
    }
    if (outerWide > c.sheetWide_mm) {
        // Wider than a sheet: the bottom is laid in strips along it.
        const int strips = static_cast<int>(std::ceil(outerWide / c.sheetWide_mm - 1e-9));
        for (int i = 0; i < strips; ++i) {
            cut(out, c, "bottom, strip " + std::to_string(i + 1), outerLong, outerWide / strips);
        }
        out.joints += strips - 1;
    } else {
        cut(out, c, "bottom", outerLong, outerWide);
    }
    cut(out, c, "far side", outerLong, out.high_mm);
    cut(out, c, "near side", outerLong, out.high_mm);
    cut(out, c, "left end", out.insideWide_mm, out.high_mm);
    cut(out, c, "right end", out.insideWide_mm, out.high_mm);
    for (int i = 0; i < in.dividers; ++i) {
        cut(out, c, "divider", out.insideWide_mm, out.high_mm);
    }
    out.straps = static_cast<int>(kStrap_joints) * out.joints;

    std::vector<size_t> order(out.pieces.size());
    for (size_t i = 0; i < order.size(); ++i) {
        order[i] = i;
    }
    std::stable_sort(order.begin(), order.end(), [&](size_t a, size_t b) {
        return std::pair(out.pieces[a].wide_mm, out.pieces[a].long_mm) >
               std::pair(out.pieces[b].wide_mm, out.pieces[b].long_mm);
    });
    std::vector<Shelf> shelves;
    for (const size_t i : order) {
        FormBoardPiece& piece = out.pieces[i];
        const auto fits = [&](const Shelf& s) {
            return s.used_mm + piece.long_mm <= c.sheetLong_mm + kSure_mm && piece.wide_mm <= s.high_mm + kSure_mm;
        };
        auto shelf = std::find_if(shelves.begin(), shelves.end(), fits);
        if (shelf == shelves.end()) {
            Shelf opened{out.sheets, 0.0, piece.wide_mm, 0.0};
            for (size_t sheet = 0; sheet < out.sheets; ++sheet) {
                double top = 0.0;
                for (const Shelf& s : shelves) {
                    top = s.sheet == sheet ? std::max(top, s.y_mm + s.high_mm + c.kerf_mm) : top;
                }
                if (top + piece.wide_mm <= c.sheetWide_mm + kSure_mm) {
                    opened = {sheet, top, piece.wide_mm, 0.0};
                    break;
                }
            }
            out.sheets = std::max(out.sheets, opened.sheet + 1);
            shelves.push_back(opened);
            shelf = shelves.end() - 1;
        }
        piece.sheet = shelf->sheet;
        piece.x_mm = shelf->used_mm;
        piece.y_mm = shelf->y_mm;
        shelf->used_mm += piece.long_mm + c.kerf_mm;
    }
    double used = 0.0;
    for (const FormBoardPiece& piece : out.pieces) {
        used += piece.long_mm * piece.wide_mm;
    }
    const double whole = static_cast<double>(out.sheets) * c.sheetLong_mm * c.sheetWide_mm;
    out.waste = whole > 0.0 ? 1.0 - used / whole : 0.0;
    const double round = 2.0 * (out.insideLong_mm + out.insideWide_mm);
    const double divided = 2.0 * in.dividers * (out.insideWide_mm + 2.0 * out.high_mm); // both faces of a divider
    out.tape_mm = round + 4.0 * out.high_mm + out.joints * outerWide + divided;
    out.bead_mm = round + 4.0 * out.high_mm + in.pieces_mm + divided;
    constexpr double kMillilitre_mm3 = 1000.0;
    out.cartridges = static_cast<int>(
        std::ceil(out.bead_mm * std::numbers::pi / 4.0 * kBead_mm * kBead_mm / kMillilitre_mm3 / c.cartridge_mL));
    constexpr double kSquare_mm2 = 1e6;
    out.release_m2 = (out.insideLong_mm * out.insideWide_mm + round * out.high_mm +
                      2.0 * in.dividers * out.insideWide_mm * out.high_mm) /
                     kSquare_mm2;
    // Out of level along its length: the low end stands deeper by it, the mean by half of that.
    constexpr double kMetre_mm = 1000.0;
    out.extra_L = c.slope_mm_m / kMetre_mm * in.long_mm / 2.0 * in.area_mm2 / kMm3PerL;
    constexpr double kCubic_mm3 = 1e9;
    out.mass_kg = used * c.board_mm / kCubic_mm3 * in.board_kg_m3;
    return out;
}

bool liesSound(const Form& form, const FormChoices& c)
{
    for (size_t i = 0; i < form.pieces.size(); ++i) {
        const FormBoardPiece& a = form.pieces[i];
        if (a.x_mm < 0.0 || a.y_mm < 0.0 || a.x_mm + a.long_mm > c.sheetLong_mm + kSure_mm ||
            a.y_mm + a.wide_mm > c.sheetWide_mm + kSure_mm) {
            return false;
        }
        for (size_t k = i + 1; k < form.pieces.size(); ++k) {
            const FormBoardPiece& b = form.pieces[k];
            const bool apart = a.sheet != b.sheet || a.x_mm + a.long_mm <= b.x_mm + kSure_mm ||
                               b.x_mm + b.long_mm <= a.x_mm + kSure_mm || a.y_mm + a.wide_mm <= b.y_mm + kSure_mm ||
                               b.y_mm + b.wide_mm <= a.y_mm + kSure_mm;
            if (!apart) {
                return false;
            }
        }
    }
    return true;
}

} // namespace burl
