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

std::string listed(const std::vector<std::string>& names)
{
    std::string out;
    for (size_t i = 0; i < names.size(); ++i) {
        out += (i == 0 ? "" : i + 1 == names.size() ? " and " : ", ") + names[i];
    }
    return out;
}

std::string lower(std::string_view text)
{
    std::string out(text);
    for (char& c : out) {
        c = c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c;
    }
    return out;
}

std::string onOneLine(std::string_view text)
{
    constexpr unsigned char kBlank = 0x20;
    constexpr unsigned char kDelete = 0x7F;
    std::string out(text);
    for (char& c : out) {
        const auto byte = static_cast<unsigned char>(c);
        c = byte < kBlank || byte == kDelete ? ' ' : c;
    }
    return out;
}

std::string asSentence(std::string text)
{
    if (!text.empty() && text[0] >= 'a' && text[0] <= 'z') {
        text[0] = static_cast<char>(text[0] - 'a' + 'A');
    }
    if (!text.empty() && text.back() != '.') {
        text += '.';
    }
    return text;
}

namespace
{

/// Length of the UTF-8 letter that begins here, 0 when none does.
size_t letterAt(std::string_view text, size_t at)
{
    const auto byte = [&](size_t i) { return static_cast<unsigned char>(at + i < text.size() ? text[at + i] : '\0'); };
    const auto follows = [&](size_t i, unsigned low = 0x80, unsigned high = 0xBF) {
        return byte(i) >= low && byte(i) <= high;
    };
    const unsigned first = byte(0);
    if (first < 0x80) {
        return 1;
    }
    if (first >= 0xC2 && first <= 0xDF) {
        return follows(1) ? 2 : 0;
    }
    if (first >= 0xE0 && first <= 0xEF) {
        const unsigned low = first == 0xE0 ? 0xA0 : 0x80;
        const unsigned high = first == 0xED ? 0x9F : 0xBF;
        return follows(1, low, high) && follows(2) ? 3 : 0;
    }
    if (first >= 0xF0 && first <= 0xF4) {
        const unsigned low = first == 0xF0 ? 0x90 : 0x80;
        const unsigned high = first == 0xF4 ? 0x8F : 0xBF;
        return follows(1, low, high) && follows(2) && follows(3) ? 4 : 0;
    }
    return 0;
}

} // namespace

bool isUtf8(std::string_view text)
{
    for (size_t i = 0; i < text.size();) {
        const size_t letter = letterAt(text, i);
        if (letter == 0) {
            return false;
        }
        i += letter;
    }
    return true;
}

std::string asUtf8(std::string_view text)
{
    if (isUtf8(text)) {
        return std::string(text);
    }
    std::string out;
    for (const char c : text) {
        const auto byte = static_cast<unsigned char>(c);
        if (byte < 0x80) {
            out += c;
        } else {
            out += static_cast<char>(0xC0U | byte >> 6U);
            out += static_cast<char>(0x80U | (byte & 0x3FU));
        }
    }
    return out;
}

std::string shownText(std::string_view text)
{
    constexpr size_t kMost = 60;
    std::string out;
    for (size_t i = 0; i < text.size();) {
        if (out.size() >= kMost) {
            return out + "…";
        }
        const size_t letter = letterAt(text, i);
        if (letter == 0) {
            out += '?';
            ++i;
            continue;
        }
        const auto first = static_cast<unsigned char>(text[i]);
        const bool control =
            first < 0x20 || first == 0x7F || (first == 0xC2 && static_cast<unsigned char>(text[i + 1]) < 0xA0);
        out += control ? std::string(" ") : std::string(text.substr(i, letter));
        i += letter;
    }
    return out;
}

} // namespace burl
