#pragma once
// What a stage shows: figures in the order they are read, and what it could not answer.

#include <string>

#include "core/figure/figure.h"
#include "core/figure/finding.h"

namespace burl
{

enum class Weight { Telling, Plain, Folded };

struct Entry {
    Figure figure;
    Weight weight = Weight::Plain;
};

/// A question the stage cannot answer yet, and what would answer it.
struct Missing {
    std::string what;  // one sentence
    std::string where; // where to give it: "Yard: surface readings of A4"
};

} // namespace burl
