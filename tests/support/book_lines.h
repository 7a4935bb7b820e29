#pragma once
// Lines of the day book against steps and slabs made for a test.

#include <catch2/catch.hpp>

#include "core/book/book_line.h"
#include "core/measure/clock.h"

namespace burl::test
{

inline JobStep someStep(const char* key, const char* name, const char* after = "")
{
    JobStep out;
    out.key = key;
    out.name = name;
    out.hands = given(std::string("hands_") + key, name, 60.0, Unit::Minutes, "test");
    if (*after != 0) {
        out.after = {{after}};
    }
    return out;
}

inline BookContext lineContext(std::vector<JobStep> steps, std::vector<std::shared_ptr<const Slab>> slabs)
{
    BookContext out;
    out.steps = std::move(steps);
    out.slabs = std::move(slabs);
    out.now_h = *hoursOf("2026-11-24T16:00");
    return out;
}

inline BookReading readLine(const std::string& text, const BookContext& in, const BookAnswers& answers = {})
{
    auto found = readBookLine(text, in, answers);
    INFO(text);
    REQUIRE(found);
    return *found;
}

/// A line that says one thing, and asks nothing.
inline BookEntry sureEntry(const std::string& text, const BookContext& in)
{
    const BookReading read = readLine(text, in);
    INFO(text << (read.asks.empty() ? "" : ": " + read.asks.front().sentence));
    CHECK(read.asks.empty());
    REQUIRE(read.entries.size() == 1);
    return read.entries.front();
}

} // namespace burl::test
