#pragma once
// Measures of a struct as rows of a table: key, member, range. What is as usual is not written.

#include "core/shop/ranges.h"
#include "exchange/json/reader.h"
#include "exchange/json/text.h"

namespace burl
{

/// A number of a struct under its key; written when it is not what it usually is.
template <typename T> struct Number {
    const char* key = nullptr;
    double T::*member = nullptr;
    Range range;
};

template <typename T, size_t n> void writeNumbers(OrderedJson& out, const T& of, const Number<T> (&numbers)[n])
{
    const T usual;
    for (const Number<T>& number : numbers) {
        if (of.*number.member != usual.*number.member) {
            out[number.key] = of.*number.member;
        }
    }
}
template <typename T, size_t n> void readNumbers(JsonReader& r, T& to, const Number<T> (&numbers)[n])
{
    for (const Number<T>& number : numbers) {
        r.readLength(number.key, to.*number.member, number.range);
    }
}
/// All of them, whatever they usually are.
template <typename T, size_t n> void writeAll(OrderedJson& out, const T& of, const Number<T> (&numbers)[n])
{
    for (const Number<T>& number : numbers) {
        out[number.key] = of.*number.member;
    }
}

inline void flag(OrderedJson& out, const char* key, bool on)
{
    if (on) {
        out[key] = true;
    }
}
inline void text(OrderedJson& out, const char* key, const std::string& value)
{
    if (!value.empty()) {
        out[key] = value;
    }
}

/// A measure that may be left empty.
template <typename T> struct Maybe {
    const char* key = nullptr;
    std::optional<double> T::*member = nullptr;
    Range range;
};
template <typename T, size_t n> void writeNumbers(OrderedJson& out, const T& of, const Maybe<T> (&numbers)[n])
{
    for (const Maybe<T>& number : numbers) {
        if (of.*number.member) {
            out[number.key] = *(of.*number.member);
        }
    }
}
template <typename T, size_t n> void readNumbers(JsonReader& r, T& to, const Maybe<T> (&numbers)[n])
{
    for (const Maybe<T>& number : numbers) {
        r.read(number.key, to.*number.member, number.range, true);
    }
}

} // namespace burl
