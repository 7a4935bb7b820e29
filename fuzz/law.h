#pragma once
// What every reader must keep to, whatever bytes it is given. A law that is broken ends the program, so
// that the fuzzer keeps the bytes.

#include <cmath>
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <string_view>

#include "core/geometry/vec2.h"
#include "core/measure/outcome.h"

namespace burl::fuzz
{

inline void law(bool holds, const char* what)
{
    if (!holds) {
        std::fprintf(stderr, "broken: %s\n", what);
        std::abort();
    }
}

inline std::string_view text(const std::uint8_t* data, std::size_t size)
{
    return {reinterpret_cast<const char*>(data), size};
}

inline void finite(const Ring& ring)
{
    for (const Vec2 p : ring) {
        law(std::isfinite(p.x) && std::isfinite(p.y), "every corner is a number");
    }
}

/// A refusal is a sentence with a code, never a blank.
inline void spoken(const Refusal& refusal)
{
    law(!refusal.code.empty() && refusal.sentence.size() > 8, "a refusal says why");
}

} // namespace burl::fuzz
