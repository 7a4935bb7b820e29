#include <charconv>
#include <cmath>
#include <iomanip>
#include <iostream>
#include <sstream>

#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/files.h"
#include "cli/job.h"
#include "core/days/pour_times.h"
#include "core/measure/clock.h"
#include "core/measure/format.h"
#include "core/plan/plan.h"

namespace burl::cli
{
namespace
{

nlohmann::ordered_json eventJson(const PourEvent& e, const PourTimes& times)
{
    nlohmann::ordered_json out{
        {"id", e.id},     {"name", e.name},        {"resin", e.resin}, {"litres", e.litres.value()},
        {"pots", e.pots}, {"minutes", e.time_min}, {"done", e.done},   {"scuff", times.scuffed()}};
    const auto put = [&](const char* key, const std::optional<double>& value) {
        out[key] = value ? nlohmann::ordered_json(*value) : nlohmann::ordered_json(nullptr);
    };
    put("works_minutes", e.works_min);
    put("at_h", e.at_h);
    put("earliest_h", e.earliest_h);
    put("latest_h", e.latest_h);
    const auto moment = [&](const char* key, const std::optional<double>& value) {
        out[key] =
            value && times.ofTheClock ? nlohmann::ordered_json(isoTime(*value)) : nlohmann::ordered_json(nullptr);
    };
    moment("at", times.at_h);
    moment("not_before", times.notBefore_h);
    moment("closes", times.closes_h);
    for (const ColourPots& c : e.colours) {
        out["colours"].push_back({{"colour", c.colour},
                                  {"where", c.where},
                                  {"litres", c.pots.all.volume_L},
                                  {"pots", c.pots.count},
                                  {"a_kg", c.pots.each.a_kg},
                                  {"b_kg", c.pots.each.b_kg},
                                  {"a_litres", c.pots.each.a_L},
                                  {"b_litres", c.pots.each.b_L},
                                  {"pigment_g", c.pots.each.pigment_g}});
    }
    return out;
}

void printEvent(const PourEvent& e, const PourTimes& times, const UnitChoice& units)
{
    std::cout << pourWhen(times)
              << (e.isIn() ? ", done"
                  : e.done ? ", begun"
                           : "")
              << ": " << e.name << ", " << figureText(e.litres, units);
    if (e.depth_mm > 0.0) {
        std::cout << ", " << formatQuantity(e.depth_mm, Unit::Length, units) << " deep";
    }
    std::cout << '\n';
    if (!e.note.empty()) {
        std::cout << "    " << e.note << '\n';
    }
    constexpr double kGrams = 1000.0;
    for (const ColourPots& c : e.colours) {
        const std::string colour = c.colour.empty() ? "" : c.colour + (c.where.empty() ? ": " : ", " + c.where + ": ");
        std::cout << "    " << colour << c.pots.count << (c.pots.count == 1 ? " pot of " : " pots of ")
                  << formatQuantity(c.pots.each.volume_L, Unit::Volume, units) << ": A "
                  << formatQuantity(c.pots.each.a_kg * kGrams, Unit::SmallMass, units) << " or "
                  << formatQuantity(c.pots.each.a_L, Unit::Volume, units) << ", B "
                  << formatQuantity(c.pots.each.b_kg * kGrams, Unit::SmallMass, units) << " or "
                  << formatQuantity(c.pots.each.b_L, Unit::Volume, units);
        if (c.pots.each.pigment_g > 0.0) {
            std::cout << ", pigment " << formatQuantity(c.pots.each.pigment_g, Unit::SmallMass, units);
        }
        std::cout << '\n';
    }
    std::cout << "    takes " << formatQuantity(e.time_min, Unit::Minutes, units);
    if (e.works_min) {
        std::cout << ", the resin works " << formatQuantity(*e.works_min, Unit::Minutes, units);
    }
    if (times.notBefore_h) {
        std::cout << "; not before " << pourMoment(times, times.notBefore_h);
        if (times.closes_h) {
            std::cout << (times.scuffed() ? ", scuffed: its window closed " : ", scuffed after ")
                      << pourMoment(times, times.closes_h);
        }
    }
    std::cout << '\n';
}

void printForm(const Form& form, const FormChoices& choices, const UnitChoice& units)
{
    const auto mm = [&](double v) { return formatQuantity(v, Unit::Length, units); };
    std::cout << "\nForm: inside " << mm(form.insideLong_mm) << " × " << mm(form.insideWide_mm) << ", sides "
              << mm(form.high_mm) << "; " << form.sheets << (form.sheets == 1 ? " sheet" : " sheets") << " of "
              << mm(choices.sheetLong_mm) << " × " << mm(choices.sheetWide_mm) << ", "
              << formatQuantity(form.waste * 100.0, Unit::Percent, units) << " left over\n";
    for (const FormBoardPiece& piece : form.pieces) {
        std::cout << "    " << piece.name << ": " << mm(piece.long_mm) << " × " << mm(piece.wide_mm) << " from sheet "
                  << piece.sheet + 1 << '\n';
    }
    if (choices.board != FormBoard::Hdpe) { // resin lets go of that by itself
        std::cout << "    release tape or film over " << formatQuantity(form.release_m2 * kMm2PerM2, Unit::Area, units)
                  << ", every face that resin meets\n";
    }
    std::cout << "    seams " << mm(form.tape_mm) << ", sealant " << form.cartridges << " cartridges, joints "
              << form.joints << ", straps " << form.straps << '\n';
}

} // namespace

int pours(const PoursCommand& options)
{
    int code = kDone;
    const auto job = jobFrom(options.file, options.units, code);
    if (!job) {
        return code;
    }
    const auto said = momentOf(options.now, code);
    if (!said) {
        return code;
    }
    const Plan plan = planAt(job->job, job->shop, *said);
    const PourPlan& pour = *plan.pour;
    const UnitChoice& units = job->shop.habits.units;
    if (options.json) {
        nlohmann::ordered_json out{{"events", nlohmann::ordered_json::array()}};
        for (const PourEvent& e : pour.events) {
            out["events"].push_back(eventJson(e, pourTimes(pour, *plan.days, e)));
        }
        for (const Finding& f : pour.findings) {
            out["findings"].push_back(
                {{"code", f.code}, {"text", sentence(f, units)}, {"remedy", remedyText(f, units)}});
        }
        std::cout << out.dump(2) << '\n';
        return kDone;
    }
    if (pour.events.empty()) {
        std::cout << "Nothing is poured in this job.\n";
        return kDone;
    }
    for (const PourEvent& e : pour.events) {
        printEvent(e, pourTimes(pour, *plan.days, e), units);
    }
    std::cout << "\nPlaces whose heat is worked out (burl heat --place):\n";
    for (size_t i = 0; i < pour.places.size(); ++i) {
        const PlaceHeat& place = pour.places[i];
        std::cout << "    " << i + 1 << "  " << plan.fill->items[place.item].name;
        if (place.heat) {
            std::cout << (place.heat->runsAway
                              ? std::string(": runs away")
                              : ": hottest " + formatQuantity(place.heat->peak_C, Unit::Temperature, units) + ", " +
                                    formatQuantity(place.heat->least_C, Unit::Temperature, units) + " to " +
                                    formatQuantity(place.heat->most_C, Unit::Temperature, units));
        }
        std::cout << '\n';
    }
    std::cout << "\nResin:\n";
    for (const Purchase& p : pour.purchases) {
        std::cout << "    " << p.name << ": " << figureText(p.litres, units);
        if (p.packs) {
            std::cout << "; buy " << formatQuantity(p.packs->litres, Unit::Volume, units) << " in whole packs, "
                      << formatQuantity(p.packs->left_L, Unit::Volume, units) << " left over";
        }
        std::cout << '\n';
    }
    if (pour.form) {
        printForm(*pour.form, job->job.fill.form, units);
    }
    std::cout << '\n';
    for (const Finding& f : grouped(pour.findings)) {
        const std::string remedy = remedyText(f, units);
        std::cout << "- " << sentence(f, units) << (remedy.empty() ? "" : " → " + remedy) << '\n';
    }
    return kDone;
}

int heat(const HeatCommand& options)
{
    int code = kDone;
    const auto job = jobFrom(options.file, "", code);
    if (!job) {
        return code;
    }
    const Plan plan = planWorkedOut(job->job, job->shop);
    const PlaceHeat* place = nullptr;
    if (options.place == "river") {
        place = plan.pour->river();
    } else {
        size_t number = 0;
        const char* end = options.place.data() + options.place.size();
        const auto [at, error] = std::from_chars(options.place.data(), end, number);
        if (error == std::errc() && at == end && number >= 1 && number <= plan.pour->places.size()) {
            place = &plan.pour->places[number - 1];
        }
    }
    if (place == nullptr || !place->heat) {
        return complain(kMissed, "no place \"" + options.place +
                                     "\" is poured in this job; burl pours lists those whose heat is worked out.");
    }
    std::ostringstream out;
    out << "hour,room_c,warmest_c";
    for (size_t k = 0; k < place->heat->layers.size(); ++k) {
        out << ",layer" << k + 1 << "_middle_c,layer" << k + 1 << "_top_c,layer" << k + 1 << "_cure";
    }
    out << '\n' << std::fixed << std::setprecision(3);
    for (const CureInstant& i : place->heat->instants) {
        out << i.at_h << ',' << i.air_C << ',' << i.warmest_C;
        for (size_t k = 0; k < place->heat->layers.size(); ++k) {
            if (k < i.middle_C.size()) {
                out << ',' << i.middle_C[k] << ',' << i.top_C[k] << ',' << i.middleAlpha[k];
            } else {
                out << ",,,"; // not poured yet
            }
        }
        out << '\n';
    }
    return writeOut(options.out, out.str());
}

} // namespace burl::cli
