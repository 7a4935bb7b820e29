#include "cli/job.h"

#include <iostream>

#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/files.h"

namespace burl::cli
{
namespace
{

bool chooseUnits(const std::string& name, UnitChoice& units)
{
    const bool inches = name == "inch" || name == "feet";
    if (name == "mm" || name == "cm" || inches) {
        units.length = name == "mm"     ? LengthStyle::Millimetres
                       : name == "cm"   ? LengthStyle::Centimetres
                       : name == "inch" ? LengthStyle::FractionalInches
                                        : LengthStyle::FeetAndInches;
        units.volume = inches ? VolumeStyle::Quarts : VolumeStyle::Litres;
        units.mass = inches ? MassStyle::Pounds : MassStyle::Metric;
        units.temperature = inches ? TemperatureStyle::Fahrenheit : TemperatureStyle::Celsius;
        return true;
    }
    return name.empty();
}

} // namespace

std::optional<JobFile> jobFrom(const std::string& file, const std::string& units, int& code)
{
    const auto text = contents(file);
    if (!text) {
        code = kUnreadable;
        return std::nullopt;
    }
    auto job = readJobFile(*text);
    if (!job) {
        code = complain(kUnreadable, file + ", " + job.error().sentence);
        return std::nullopt;
    }
    for (const std::string& note : job->notes) {
        std::cerr << "burl: " << file << ", " << note << '\n';
    }
    if (!chooseUnits(units, job->shop.habits.units)) {
        code = complain(kUsage, "units are mm, cm, inch or feet, not " + units + ".");
        return std::nullopt;
    }
    return std::move(*job);
}

nlohmann::ordered_json figureJson(const Figure& f, const UnitChoice& units, bool working)
{
    const FigureNode& node = f.node();
    nlohmann::ordered_json out{{"key", node.key}, {"label", node.label}, {"text", figureText(f, units)}};
    out["value"] = f.known() ? nlohmann::ordered_json(node.value) : nlohmann::ordered_json(nullptr);
    out["guess"] = f.isGuess();
    if (working) {
        out["working"] = wholeWorking(f, units);
    }
    return out;
}

} // namespace burl::cli
