#pragma once
// What a call gives back when it may not be able to give its value.
// Threads: values.

#include <string>
#include <utility>

#include <tl/expected.hpp>

namespace burl
{

/// Why a value could not be had: a stable code for tests, and one sentence for the maker that says
/// what is wrong and what to do about it.
struct Refusal {
    std::string code;
    std::string sentence;
};

template <typename T> using Expected = tl::expected<T, Refusal>;

inline tl::unexpected<Refusal> refuse(std::string code, std::string sentence)
{
    return tl::unexpected<Refusal>(Refusal{std::move(code), std::move(sentence)});
}

} // namespace burl
