#pragma once
// Reading JSON that somebody may have written by hand: every miss is noted with its place, the first
// one is reported, and nothing throws.

#include <cmath>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include <nlohmann/json.hpp>

#include "core/measure/parse.h"

namespace burl
{

struct JsonMiss {
    std::string pointer; // "/slabs/1/tape"
    std::string sentence;
};

class JsonReader
{
public:
    JsonReader(const nlohmann::json& value, std::string pointer, std::optional<JsonMiss>& miss)
        : value_(value), pointer_(std::move(pointer)), miss_(miss)
    {
        if (!value_.is_object()) {
            note("", "an object { } is wanted here");
        }
    }

    [[nodiscard]] bool has(const char* key) const
    {
        return value_.is_object() && value_.contains(key) && !value_.at(key).is_null();
    }

    void read(const char* key, double& out, bool length = false)
    {
        if (!has(key)) {
            return;
        }
        const nlohmann::json& v = value_.at(key);
        if (v.is_number()) {
            const double number = v.get<double>();
            if (std::isfinite(number) && std::abs(number) < 1e9) {
                out = number;
            } else {
                note(key, "this number is impossible");
            }
        } else if (length && v.is_string()) {
            const auto parsed = parseLength_mm(v.get<std::string>());
            if (parsed) {
                out = *parsed;
            } else {
                note(key, parsed.error().sentence);
            }
        } else {
            note(key,
                 length ? "a length is wanted: millimetres, or text such as \"7' 6 1/2\\\"\"" : "a number is wanted");
        }
    }

    void readLength(const char* key, double& out) { read(key, out, true); }

    void need(const char* key)
    {
        if (!has(key)) {
            note("", std::string("\"") + key + "\" is missing");
        }
    }

    void readPositiveLength(const char* key, double& out)
    {
        readLength(key, out);
        if (has(key) && !(out > 0.0)) {
            note(key, "must be more than nothing");
        }
    }

    void read(const char* key, std::optional<double>& out, bool length = false)
    {
        if (has(key)) {
            double v = 0.0;
            read(key, v, length);
            out = v;
        }
    }

    void read(const char* key, int& out)
    {
        if (has(key)) {
            const nlohmann::json& v = value_.at(key);
            if (v.is_number_integer() && v.get<long long>() >= -1'000'000'000 && v.get<long long>() <= 1'000'000'000) {
                out = v.get<int>();
            } else {
                note(key, "a whole number is wanted");
            }
        }
    }

    void read(const char* key, bool& out)
    {
        if (has(key)) {
            if (value_.at(key).is_boolean()) {
                out = value_.at(key).get<bool>();
            } else {
                note(key, "true or false is wanted");
            }
        }
    }

    void read(const char* key, std::string& out)
    {
        if (has(key)) {
            if (value_.at(key).is_string()) {
                out = value_.at(key).get<std::string>();
            } else {
                note(key, "text in quotes is wanted");
            }
        }
    }

    template <typename E, typename Words> void readWord(const char* key, E& out, const Words& words)
    {
        if (!has(key)) {
            return;
        }
        std::string text;
        read(key, text);
        std::string all;
        for (const auto& [value, word] : words) {
            if (text == word) {
                out = value;
                return;
            }
            all += (all.empty() ? "" : ", ") + std::string(word);
        }
        note(key, "\"" + text + "\" is not one of " + all);
    }

    /// Calls `item(reader)` for each object of a list.
    template <typename Item> void each(const char* key, Item item)
    {
        if (!has(key)) {
            return;
        }
        const nlohmann::json& list = value_.at(key);
        if (!list.is_array()) {
            note(key, "a list [ ] is wanted");
            return;
        }
        for (size_t i = 0; i < list.size(); ++i) {
            item(JsonReader(list[i], pointer_ + '/' + key + '/' + std::to_string(i), miss_));
        }
    }

    template <typename Inner> void inside(const char* key, Inner inner)
    {
        if (has(key)) {
            inner(JsonReader(value_.at(key), pointer_ + '/' + key, miss_));
        }
    }

    /// Lists of numbers; `width` numbers in each row, null allowed where `blanks` is given.
    [[nodiscard]] std::vector<std::vector<std::optional<double>>> rows(const char* key, size_t least, size_t most,
                                                                       bool blanks = false)
    {
        std::vector<std::vector<std::optional<double>>> out;
        if (!has(key)) {
            return out;
        }
        const nlohmann::json& list = value_.at(key);
        if (!list.is_array()) {
            note(key, "a list [ ] of rows is wanted");
            return out;
        }
        for (size_t i = 0; i < list.size(); ++i) {
            const std::string place = std::string(key) + '/' + std::to_string(i);
            if (!list[i].is_array() || list[i].size() < least || list[i].size() > most) {
                note(place, "a row of " + std::to_string(least) + (most > least ? " to " + std::to_string(most) : "") +
                                " numbers is wanted");
                return out;
            }
            std::vector<std::optional<double>> row;
            for (const nlohmann::json& cell : list[i]) {
                row.push_back(number(cell, place, blanks));
            }
            out.push_back(std::move(row));
        }
        return out;
    }

    [[nodiscard]] std::vector<std::string> strings(const char* key)
    {
        std::vector<std::string> out;
        if (has(key) && value_.at(key).is_array()) {
            for (const nlohmann::json& cell : value_.at(key)) {
                out.push_back(cell.is_string() ? cell.get<std::string>() : "");
            }
        } else if (has(key)) {
            note(key, "a list [ ] of texts is wanted");
        }
        return out;
    }

    [[nodiscard]] std::vector<double> numbers(const char* key)
    {
        std::vector<double> out;
        if (has(key)) {
            const nlohmann::json& list = value_.at(key);
            if (!list.is_array()) {
                note(key, "a list [ ] of numbers is wanted");
                return out;
            }
            for (const nlohmann::json& cell : list) {
                out.push_back(number(cell, key, false).value_or(0.0));
            }
        }
        return out;
    }

    void note(const std::string& key, std::string sentence)
    {
        if (!miss_) {
            miss_ = JsonMiss{key.empty() ? pointer_ : pointer_ + '/' + key, std::move(sentence)};
        }
    }

private:
    std::optional<double> number(const nlohmann::json& cell, const std::string& place, bool blanks)
    {
        if (cell.is_null() && blanks) {
            return std::nullopt;
        }
        if (cell.is_number() && std::isfinite(cell.get<double>()) && std::abs(cell.get<double>()) < 1e9) {
            return cell.get<double>();
        }
        if (cell.is_string()) {
            if (const auto parsed = parseLength_mm(cell.get<std::string>())) {
                return *parsed;
            }
        }
        note(place, "\"" + cell.dump() + "\" is not a number");
        return 0.0;
    }

    const nlohmann::json& value_;
    std::string pointer_;
    std::optional<JsonMiss>& miss_;
};

} // namespace burl
