// What the underside uses up: fasteners by their kind and size, channels and battens.

#include <map>

#include "core/measure/format.h"
#include "core/move/move_plan.h"

namespace burl
{
namespace
{

struct Called {
    const char* kind;
    const char* name;
};

Called called(FastenerKind kind)
{
    switch (kind) {
    case FastenerKind::InsertAndBolt:
        return {"insert", "Inserts, with bolt and washer,"};
    case FastenerKind::ScrewAndWasher:
        return {"screw", "Screws with washer,"};
    case FastenerKind::KnockInInsert:
        return {"knock_in", "Knock-in inserts, with bolt,"};
    case FastenerKind::SlottedTab:
        return {"tab", "Slotted tabs, with screw,"};
    case FastenerKind::ZClip:
        return {"z_clip", "Z clips, with screw,"};
    case FastenerKind::FigureEight:
        return {"figure_eight", "Figure-eights, with screws,"};
    case FastenerKind::Button:
        return {"button", "Wooden buttons, with screw,"};
    case FastenerKind::ApronScrew:
        return {"apron_screw", "Screws through the apron,"};
    }
    return {"fastener", "Fasteners,"};
}

} // namespace

void nameGoods(MovePlan& plan)
{
    std::map<std::pair<std::string, std::string>, int> counts; // kind of the goods and name
    for (const FastenerPlan& f : plan.fasteners) {
        const Called one = called(f.fastener.kind);
        const std::string size = formatNumber(f.fastener.bolt_mm, 1, true);
        ++counts[{"fastener:" + std::string(one.kind) + '_' + size, std::string(one.name) + ' ' + size + " mm"}];
    }
    for (const ChannelPlan& c : plan.channels) {
        const std::string name =
            c.stock ? c.stock->name
                    : formatNumber(c.channel.width_mm, 1, true) + " × " + formatNumber(c.channel.depth_mm, 1, true);
        const bool wood = c.stock && c.stock->wood;
        ++counts[{"channel:" + name + " × " + formatNumber(c.channel.length_mm, 0),
                  (wood ? "Battens " : "Channels ") + name + ", " + formatNumber(c.channel.length_mm, 0) + " mm long"}];
        const std::string bolt = formatNumber(c.channel.bolt_mm, 1, true);
        counts[{"fastener:insert_" + bolt, std::string(called(FastenerKind::InsertAndBolt).name) + ' ' + bolt +
                                               " mm"}] += static_cast<int>(c.bolts_mm.size());
    }
    for (const auto& [what, count] : counts) {
        if (count > 0) {
            plan.goods.push_back(
                {what.first, what.second, "",
                 workedOut("goods_" + what.first, what.second, count, Unit::Count, "one for each place"), "underside"});
        }
    }
}

} // namespace burl
