#include <algorithm>

#include "cli/commands.h"
#include "cli/files.h"
#include "cli/job.h"
#include "core/flatten/face_gcode.h"
#include "core/plan/plan.h"
#include "core/router/gcode.h"

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

} // namespace burl::cli
