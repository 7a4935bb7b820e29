#include "core/measure/text.h"

namespace burl
{

std::string_view trimmed(std::string_view text)
{
    constexpr std::string_view kBlank = " \t\r\n";
    const size_t from = text.find_first_not_of(kBlank);
    return from == std::string_view::npos ? std::string_view()
                                          : text.substr(from, text.find_last_not_of(kBlank) - from + 1);
}

std::string lower(std::string_view text)
{
    std::string out(text);
    for (char& c : out) {
        c = c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c;
    }
    return out;
}

} // namespace burl
