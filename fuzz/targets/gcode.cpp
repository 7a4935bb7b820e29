#include "core/router/gcode.h"
#include "law.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    using namespace burl;
    const auto moves = gcodeMoves(fuzz::text(data, size));
    if (!moves) {
        fuzz::spoken(moves.error());
        return 0;
    }
    for (const GcodeMove& move : *moves) {
        for (int axis = 0; axis < 3; ++axis) {
            fuzz::law(std::isfinite(move.from[axis]) && std::isfinite(move.to[axis]), "every move is numbers");
        }
        fuzz::law(std::isfinite(move.feed_mm_min) && move.line > 0, "and has a feed and a line");
    }
    for (std::size_t i = 1; i < moves->size(); ++i) {
        for (int axis = 0; axis < 3; ++axis) {
            fuzz::law((*moves)[i].from[axis] == (*moves)[i - 1].to[axis], "a move begins where the last ended");
        }
    }
    for (const std::string& fault : gcodeFaults(*moves, Box{0.0, 0.0, 2000.0, 800.0}, 30.0, 40.0, 4000.0)) {
        fuzz::law(!fault.empty(), "a fault is a sentence");
    }
    return 0;
}
