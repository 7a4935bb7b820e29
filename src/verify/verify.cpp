#include "verify/verify.h"

#include <algorithm>
#include <cmath>

#include "exchange/json/position.h"
#include "verify/operations.h"

namespace burl
{
namespace
{

using verify::Json;

struct Tolerance {
    double absolute = 0.0;
    double relative = 0.0;
};

class Comparison
{
public:
    Comparison(const Json& rules, CaseReport& report) : rules_(rules), report_(report) {}

    void compare(const Json& want, const Json& got, const std::string& path, const Tolerance& tolerance)
    {
        if (want.is_object()) {
            for (const auto& [key, value] : want.items()) {
                const std::string inner = path.empty() ? key : path + '.' + key;
                if (!got.is_object() || !got.contains(key)) {
                    trouble(inner + " is missing from the answer");
                    continue;
                }
                compare(value, got.at(key), inner, toleranceFor(key, tolerance));
            }
        } else if (want.is_array()) {
            if (!got.is_array() || got.size() != want.size()) {
                trouble(path + " has another length");
                return;
            }
            for (size_t i = 0; i < want.size(); ++i) {
                compare(want[i], got[i], path + '[' + std::to_string(i) + ']', tolerance);
            }
        } else if (want.is_number() && got.is_number() && (want.is_number_float() || got.is_number_float())) {
            number(want.get<double>(), got.get<double>(), path, tolerance);
        } else if (want != got) {
            trouble(path + " should be " + want.dump() + " and is " + got.dump());
        }
    }

    [[nodiscard]] Tolerance toleranceFor(const std::string& key, const Tolerance& outer) const
    {
        const auto fields = rules_.find("fields");
        if (fields == rules_.end() || !fields->contains(key)) {
            return outer;
        }
        const Json& rule = fields->at(key);
        return {rule.value("abs", 0.0), rule.value("rel", 0.0)};
    }

private:
    void number(double want, double got, const std::string& path, const Tolerance& tolerance)
    {
        const double deviation = std::abs(got - want);
        const double allowed = tolerance.absolute + tolerance.relative * std::abs(want);
        const double share = allowed > 0.0 ? deviation / allowed : (deviation > 0.0 ? 1e300 : 0.0);
        if (!(share <= report_.shareOfTolerance)) { // also catches NaN
            report_.shareOfTolerance = share;
            report_.largestDeviation = deviation;
            report_.where = path;
        }
        if (!(deviation <= allowed)) {
            report_.passed = false;
        }
    }

    void trouble(const std::string& what)
    {
        report_.passed = false;
        if (report_.trouble.empty()) {
            report_.trouble = what;
        }
    }

    const Json& rules_;
    CaseReport& report_;
};

} // namespace

bool VerifyReport::passed() const
{
    return std::all_of(cases.begin(), cases.end(), [](const CaseReport& c) { return c.passed; });
}

Expected<VerifyReport> verifyReference(std::string_view text)
{
    Json file;
    try {
        file = Json::parse(text);
    } catch (const Json::parse_error& error) {
        return refuse("verify.unreadable",
                      "not JSON at line " + std::to_string(lineOfOffset(text, error.byte)) + "; mend it there.");
    } catch (const Json::exception&) {
        return refuse("verify.unreadable", "a number in it is larger than any number; mend it.");
    }
    if (!file.is_object() || !file.contains("cases") || !file["cases"].is_array() || !file.contains("tolerance")) {
        return refuse("verify.not_reference", "this is not a reference file: \"cases\" and \"tolerance\" are wanted.");
    }
    verify::Operations operations;
    verify::addWood(operations);
    verify::addFlatten(operations);
    verify::addLayout(operations);
    verify::addFill(operations);
    verify::addPlate(operations);
    verify::addBase(operations);
    verify::addSurface(operations);
    verify::addMoney(operations);
    verify::addDays(operations);

    const Json& rules = file["tolerance"];
    Tolerance standard;
    if (rules.contains("default")) {
        try {
            standard = {rules["default"].value("abs", 0.0), rules["default"].value("rel", 0.0)};
        } catch (const Json::exception&) { // not a number, or not even an object
            return refuse("verify.not_reference", "tolerance.default wants numbers \"abs\" and \"rel\".");
        }
    }
    VerifyReport report;
    for (const Json& testCase : file["cases"]) {
        CaseReport entry;
        entry.name = "unnamed";
        entry.passed = true;
        try {
            entry.name = testCase.value("name", "unnamed");
            const Json& input = testCase.at("input");
            const std::string op = input.value("op", "");
            const auto known = operations.find(op);
            if (known == operations.end()) {
                entry.passed = false;
                entry.trouble = "operation \"" + op + "\" is not known here";
            } else {
                Comparison(rules, entry).compare(testCase.at("expect"), known->second(input), "", standard);
            }
        } catch (const std::exception& error) {
            entry.passed = false;
            entry.trouble = error.what();
        }
        report.cases.push_back(entry);
    }
    return report;
}

} // namespace burl
