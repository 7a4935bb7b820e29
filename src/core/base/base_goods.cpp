// What a base uses up: bars and boards, plates and discs, sheets, feet, what it is coated with.

#include "core/base/base_plan.h"
#include "core/measure/format.h"

namespace burl
{

void nameGoods(BasePlan& plan)
{
    const BaseChoices& c = plan.choices;
    const BaseOf made = madeOf(c.kind);
    if (!plan.shape || made == BaseOf::Nothing || made == BaseOf::Elsewhere) {
        return;
    }
    const auto mm = [](double v) { return formatNumber(v, 1, true); };
    const auto add = [&](const std::string& kind, const std::string& name, const std::string& unit, double amount,
                         const std::string& source, const std::string& step) {
        if (amount > 0.0) {
            plan.goods.push_back(
                {kind, name, unit, workedOut("goods_" + kind, name, amount, Unit::Count, source), step});
        }
    };
    for (const StockCut& cut : plan.stock) {
        add((cut.wood ? "board:" : "steel:") + cut.name, (cut.wood ? "Boards " : "Steel ") + cut.name,
            cut.wood ? "boards" : "bars", cut.list.bars, "the fewest they are sawn from", "base_w");
    }
    for (const BasePlateMember& p : plan.shape->plates) {
        const std::string size = p.disc ? "⌀ " + mm(p.long_mm) + " × " + mm(p.thick_mm)
                                        : mm(p.long_mm) + " × " + mm(p.wide_mm) + " × " + mm(p.thick_mm);
        add("plate:" + size, (p.disc ? "Steel disc " : "Steel plate ") + size, "", p.count, "the cut list", "base_w");
    }
    if (plan.panels.sheets) {
        add("sheet:base", "Boards or sheets for its panels, " + mm(kPanelSheetLong_mm) + " × " + mm(kPanelSheetWide_mm),
            "sheets", *plan.panels.sheets, "the fewest they are sawn from", "base_w");
    }
    if (c.feet != BaseFeet::None) {
        const bool screws = c.feet == BaseFeet::Adjustable;
        add(screws ? "feet:adjustable" : "feet:felt", screws ? "Adjustable feet" : "Felt pads", "",
            static_cast<double>(plan.shape->feet.size()), "one for each foot", "mount");
    }
    if (made == BaseOf::Steel && c.coat != MetalCoat::Raw) {
        const bool powder = c.coat == MetalCoat::Powder;
        add(powder ? "coat:powder" : "coat:paint", powder ? "Powder coat, kg of base" : "Paint and primer, kg of base",
            "kg", plan.baseMass.known() ? plan.baseMass.value() : kNotKnown, "what it weighs",
            powder ? "base_coater" : "base_paint");
    }
}

} // namespace burl
