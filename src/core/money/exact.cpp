#include "core/money/exact.h"

#include <array>
#include <charconv>
#include <string>

namespace burl
{

Exact exactOf(double written)
{
    std::array<char, 400> buffer{};
    const auto end = std::to_chars(buffer.data(), buffer.data() + buffer.size(), written, std::chars_format::fixed);
    std::string digits(buffer.data(), end.ptr);
    Whole scale = 1;
    if (const size_t point = digits.find('.'); point != std::string::npos) {
        for (size_t i = point + 1; i < digits.size(); ++i) {
            scale *= 10;
        }
        digits.erase(point, 1);
    }
    const bool minus = !digits.empty() && digits[0] == '-';
    digits.erase(0, digits.find_first_of("123456789")); // a leading nought would be read as base eight
    Whole value = digits.empty() ? Whole(0) : Whole(digits);
    return Exact(minus ? -value : value, scale);
}

double plain(const Exact& value)
{
    return value.convert_to<double>();
}

Exact nearest(const Exact& value)
{
    const bool minus = value < 0;
    const Exact up = (minus ? -value : value) + Exact(1, 2);
    const Whole whole = numerator(up) / denominator(up);
    return minus ? Exact(-whole) : Exact(whole);
}

Exact cents(const Exact& value)
{
    return nearest(value * 100) / 100;
}

Exact ceiling(const Exact& value)
{
    Whole whole = numerator(value) / denominator(value); // towards nought
    if (Exact(whole) < value) {
        ++whole;
    }
    return whole;
}

} // namespace burl
