#pragma once
// What the synthetic slabs of tests/reference/slabs really are.

#include <string>

#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>

#include "core/geometry/ring.h"
#include "support/files.h"

namespace burl::test
{

inline std::string slabFile(const std::string& name)
{
    return reference("slabs/" + name);
}

inline nlohmann::json truthOf(const std::string& slab)
{
    return nlohmann::json::parse(slabFile(slab + "/truth.json"));
}

inline Ring ringOf(const nlohmann::json& points)
{
    Ring out;
    for (const auto& p : points) {
        out.push_back({p.at(0), p.at(1)});
    }
    return out;
}

} // namespace burl::test
