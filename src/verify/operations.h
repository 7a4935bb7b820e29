#pragma once
// The operations that reference files may name. Each takes the input and gives an answer with the
// keys of `expect`; a missing key throws nlohmann's exception, which the runner reports.

#include <map>
#include <string>

#include <nlohmann/json.hpp>

#include "core/geometry/profile.h"
#include "core/geometry/ring.h"

namespace burl::verify
{

using Json = nlohmann::json;
using Operation = Json (*)(const Json& input);
using Operations = std::map<std::string, Operation, std::less<>>;

void addWood(Operations& operations);
void addFlatten(Operations& operations);
void addLayout(Operations& operations);
void addFill(Operations& operations);
void addPlate(Operations& operations);
void addBase(Operations& operations);
void addSurface(Operations& operations);
void addMoney(Operations& operations);
void addDays(Operations& operations);

inline std::vector<Vec2> pairs(const Json& rows)
{
    std::vector<Vec2> out;
    for (const Json& row : rows) {
        out.push_back({row.at(0).get<double>(), row.at(1).get<double>()});
    }
    return out;
}

} // namespace burl::verify
