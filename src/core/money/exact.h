#pragma once
// Sums of money and measures as the decimals that are written: 12.35 is 12.35, not the nearest binary fraction.
// Source: docs/formulas.md#money.   Threads: values.

#include <boost/multiprecision/cpp_int.hpp>

namespace burl
{

// Without expression templates: a result is a value, wherever it is named.
using Whole = boost::multiprecision::number<boost::multiprecision::cpp_int_backend<>, boost::multiprecision::et_off>;
using Exact = boost::multiprecision::number<boost::multiprecision::cpp_rational_backend, boost::multiprecision::et_off>;

/// The shortest decimal that reads as this number: what somebody typed.   REQUIRES: finite
[[nodiscard]] Exact exactOf(double written);
[[nodiscard]] double plain(const Exact& value);
/// To the cent; half a cent and more goes away from zero.
[[nodiscard]] Exact cents(const Exact& value);
/// The next whole number not below.
[[nodiscard]] Exact ceiling(const Exact& value);
/// To a whole number, half away from zero.
[[nodiscard]] Exact nearest(const Exact& value);

} // namespace burl
