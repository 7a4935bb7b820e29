#include <cmath>
#include <iostream>
#include <optional>

#include "cli/commands.h"
#include "cli/files.h"
#include "core/cure/pour_site.h"
#include "core/measure/format.h"
#include "core/measure/parse.h"
#include "core/measure/units.h"
#include "exchange/materials.h"

namespace burl::cli
{
namespace
{

constexpr double kLookAt_h = 168.0; // a week

std::string hours(const std::optional<double>& h)
{
    return h ? formatQuantity(*h * kHour_min, Unit::Minutes, {}) : "not within a week";
}

std::optional<double> lengthOf(const std::string& text)
{
    const auto mm = parseLength_mm(text);
    return mm ? std::optional(*mm) : std::nullopt;
}

std::optional<FormBoard> boardCalled(const std::string& name)
{
    for (const auto& [called, board] : {std::pair{"plywood", FormBoard::Plywood},
                                        {"melamine_board", FormBoard::Melamine},
                                        {"mdf", FormBoard::Mdf},
                                        {"hdpe", FormBoard::Hdpe}}) {
        if (name == called) {
            return board;
        }
    }
    return std::nullopt;
}

} // namespace

int cure(const CureCommand& options)
{
    const ResinClass* resin = standardShop().resin(options.resin);
    if (resin == nullptr) {
        return complain(kUsage, "no class of resin is called \"" + options.resin + "\"; burl cure --help names them.");
    }
    const auto width = lengthOf(options.width);
    const auto depth = lengthOf(options.depth);
    const auto slab = options.slab.empty() ? depth : lengthOf(options.slab);
    const auto form = boardCalled(options.form);
    if (!width || !depth || !slab || !form) {
        return complain(kUsage, "width, depth and slab are lengths (\"50\", \"2 in\"), the form is plywood, "
                                "melamine_board, mdf or hdpe.");
    }
    constexpr double kColdest_C = 0.0;
    constexpr double kHottest_C = 45.0;
    if (!(options.room_C >= kColdest_C && options.room_C <= kHottest_C)) {
        return complain(kUsage, "the room has 0 to 45 degrees Celsius.");
    }
    PourSite site;
    site.shape = options.round ? CureShape::Round : CureShape::River;
    site.width_mm = *width;
    site.wood_mm = *slab;
    site.board = *form;
    site.room = {options.room_C, options.room_C, options.fan, options.bench};
    site.resin = resin->cure;
    site.materials = standardShop().pouring;
    CureSection section = sectionOf(site, {{*depth, 0.0, options.room_C}});
    section.end_h = kLookAt_h;
    const auto answer = cured(section);
    if (!answer) {
        return complain(kUsage, answer.error().sentence);
    }
    const auto line = [](const char* what, const std::string& value) { std::cout << what << value << '\n'; };
    if (answer->peak_C > kRunsAway_C) { // nothing that it says beside that is worth a figure
        std::cout << "It runs away: it boils, smokes and cracks. Pour thinner layers, or take a slower class.\n";
        return kDone;
    }
    const CuredLayer& layer = answer->layers.front();
    const auto& open = layer.recoatOpen_h;
    const auto& close = layer.recoatClose_h;
    line("hottest          ", formatQuantity(answer->peak_C, Unit::Temperature, {}) + " after " +
                                  hours(answer->peakAt_h) + (answer->overheats ? ": more than its class bears" : ""));
    line("honey, surface   ", hours(layer.honeyTop_h) + " to " + hours(layer.honeyEndTop_h));
    line("gel              ", hours(layer.gelMiddle_h) + " inside, " + hours(layer.gelAll_h) + " all of it");
    line("next layer       ", open && close && *close < *open
                                  ? "from " + hours(open) + " on, scuffed: warm as it is it sets before it cools"
                                  : hours(open) + " to " + hours(close) + ", later scuff it");
    line("out of the form  ", hours(layer.demould_h));
    line("may be flattened ", hours(layer.flatten_h));
    std::cout << "An estimate for a class of resin, its liquid taken as still; the product's own sheet rules.\n";
    return kDone;
}

} // namespace burl::cli
