#include <algorithm>

#include "cli/commands.h"
#include "cli/files.h"
#include "cli/job.h"
#include "core/flatten/face_gcode.h"
#include "core/measure/parse.h"
#include "core/move/pockets.h"
#include "core/plan/plan.h"
#include "core/router/gcode.h"
#include "core/shop/ranges.h"

namespace burl::cli
{

int gcode(const GcodeCommand& options)
{
    int code = kDone;
    const auto job = jobFrom(options.file, {}, code);
    if (!job) {
        return code;
    }
    const Plan made = makePlan(job->job, job->shop);
    const auto& pieces = made.flatten->pieces;
    const auto piece =
        std::find_if(pieces.begin(), pieces.end(), [&](const FlattenedPiece& p) { return p.name == options.slab; });
    if (piece == pieces.end()) {
        return complain(kMissed, options.file + ": its top has no piece of a slab called " + options.slab + '.');
    }
    if (piece->missing) {
        return complain(kMissed, options.file + ": " + piece->missing->what + '.');
    }
    GcodeInput in =
        gcodeInputOf(job->job.flatten, *piece, made.layup->pieces[static_cast<size_t>(piece - pieces.begin())],
                     options.face == "top");
    in.settings.inches = options.inches;
    in.settings.milling = options.milling;
    const auto text = surfacingGcode(in);
    if (!text) {
        return complain(kMissed, options.file + ": " + text.error().sentence);
    }
    // What is handed out is proven from its own words.
    const auto moves = gcodeMoves(*text);
    const std::vector<std::string> faults =
        moves ? gcodeFaults(*moves, stockBox(in), std::max(piece->top.most_mm, piece->bottom.most_mm),
                            in.passes.runoff_mm + in.passes.bit_mm, in.settings.feed_mm_min)
              : std::vector<std::string>{moves.error().sentence};
    if (!faults.empty()) {
        return complain(kMissed, "the G-code is not handed out: " + faults.front());
    }
    return writeOut(options.out, *text);
}

int pockets(const PocketsCommand& options)
{
    int code = kDone;
    const auto job = jobFrom(options.file, {}, code);
    if (!job) {
        return code;
    }
    const Plan made = makePlan(job->job, job->shop);
    if (made.layup->missing) {
        return complain(kMissed, options.file + ": " + made.layup->missing->what + '.');
    }
    PocketTools tools = pocketToolsOf(job->job, *made.layup, made.flatten->thickness.value());
    tools.settings.inches = options.inches;
    if (!options.bit.empty()) {
        const auto bit = parseLength_mm(options.bit);
        if (!bit || !ranges::kBit_mm.holds(*bit)) {
            return complain(kUsage, bit ? "the bit " + rangeSentence(ranges::kBit_mm) + "." : bit.error().sentence);
        }
        tools.bit_mm = *bit;
    }
    const auto text = pocketGcode(job->job.name + ": pockets of the underside", pocketsOf(*made.move), tools);
    return text ? writeOut(options.out, *text) : complain(kMissed, options.file + ": " + text.error().sentence);
}

} // namespace burl::cli
