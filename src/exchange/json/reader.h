#pragma once
// Reading JSON that somebody may have written by hand: every miss is noted with its place, the first
// one is reported, and nothing throws.

#include <cmath>
#include <map>
#include <optional>
#include <set>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include <nlohmann/json.hpp>

#include "core/measure/parse.h"
#include "core/shop/ranges.h"

namespace burl
{

struct JsonMiss {
    std::string pointer; // "/slabs/1/tape"
    std::string sentence;
};

/// Which keys of each object were asked for: what a file says beside them is not understood, and named.
struct JsonAsked {
    std::map<std::string, std::set<std::string>> keys; // by the object's pointer
};

class JsonReader
{
public:
    JsonReader(const nlohmann::json& value, std::string pointer, std::optional<JsonMiss>& miss,
               JsonAsked* asked = nullptr)
        : value_(value), pointer_(std::move(pointer)), miss_(miss), asked_(asked)
    {
        if (!value_.is_object()) {
            note("", "an object { } is wanted here");
        }
    }

    [[nodiscard]] bool has(const char* key) const
    {
        if (asked_ != nullptr) {
            asked_->keys[pointer_].insert(key);
        }
        return value_.is_object() && value_.contains(key) && !value_.at(key).is_null();
    }

    /// A number, or with `length` also text such as "7' 6 1/2\"". Outside its range it is noted and not taken.
    void read(const char* key, double& out, Range range, bool length = false)
    {
        if (!has(key)) {
            return;
        }
        const nlohmann::json& v = value_.at(key);
        double number = 0.0;
        if (v.is_number()) {
            number = v.get<double>();
        } else if (length && v.is_string()) {
            const auto parsed = parseLength_mm(v.get<std::string>());
            if (!parsed) {
                note(key, parsed.error().sentence);
                return;
            }
            number = *parsed;
        } else {
            note(key,
                 length ? "a length is wanted: millimetres, or text such as \"7' 6 1/2\\\"\"" : "a number is wanted");
            return;
        }
        if (range.holds(number)) {
            out = number;
        } else {
            note(key, rangeSentence(range));
        }
    }

    void readLength(const char* key, double& out, Range range) { read(key, out, range, true); }

    void need(const char* key)
    {
        if (!has(key)) {
            note("", std::string("\"") + key + "\" is missing");
        }
    }

    void read(const char* key, std::optional<double>& out, Range range, bool length = false)
    {
        if (has(key)) {
            double v = 0.0;
            read(key, v, range, length);
            out = v;
        }
    }

    /// A whole number in a range.
    void read(const char* key, int& out, Range range)
    {
        int v = out;
        read(key, v);
        if (!range.holds(v)) {
            note(key, rangeSentence(range));
        } else {
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
            if (!value_.at(key).is_string()) {
                note(key, "text in quotes is wanted");
            } else if (value_.at(key).get_ref<const std::string&>().size() > counts::kText) {
                note(key, "this text is too long: " + std::to_string(counts::kText) + " letters are allowed");
            } else {
                out = value_.at(key).get<std::string>();
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
        note(key, "\"" + shortened(text) + "\" is not one of " + all);
    }

    /// Calls `item(reader)` for each object of a list, of which there may be so many.
    template <typename Item> void each(const char* key, size_t most, Item item)
    {
        const nlohmann::json* const found = list(key, most);
        if (found == nullptr) {
            return;
        }
        const nlohmann::json& list = *found;
        for (size_t i = 0; i < list.size(); ++i) {
            item(JsonReader(list[i], pointer_ + '/' + key + '/' + std::to_string(i), miss_, asked_));
        }
    }

    template <typename Inner> void inside(const char* key, Inner inner)
    {
        if (has(key)) {
            inner(JsonReader(value_.at(key), pointer_ + '/' + key, miss_, asked_));
        }
    }

    /// Rows of numbers, each number in the range of its column; null allowed where `blanks` is given.
    [[nodiscard]] std::vector<std::vector<std::optional<double>>>
    rows(const char* key, const std::vector<Range>& columns, size_t most, bool blanks = false)
    {
        std::vector<std::vector<std::optional<double>>> out;
        const nlohmann::json* const found = list(key, most);
        if (found == nullptr) {
            return out;
        }
        out.reserve(found->size());
        for (size_t i = 0; i < found->size(); ++i) {
            const nlohmann::json& cells = (*found)[i];
            if (!cells.is_array() || cells.size() != columns.size()) {
                note(std::string(key) + '/' + std::to_string(i),
                     "a row of " + std::to_string(columns.size()) + " numbers is wanted");
                return out;
            }
            std::vector<std::optional<double>> row;
            row.reserve(columns.size());
            for (size_t k = 0; k < columns.size(); ++k) {
                row.push_back(number(cells[k], key, i, columns[k], blanks));
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

    [[nodiscard]] std::vector<double> numbers(const char* key, Range range, size_t most)
    {
        std::vector<double> out;
        if (const nlohmann::json* const found = list(key, most)) {
            for (size_t i = 0; i < found->size(); ++i) {
                out.push_back(number((*found)[i], key, i, range, false).value_or(0.0));
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

    /// A bad word is told in its sentence, but not a megabyte of it.
    [[nodiscard]] static std::string shortened(const std::string& text)
    {
        constexpr size_t kTold = 60;
        return text.size() > kTold ? text.substr(0, kTold) + "…" : text;
    }

private:
    /// The list under a key, when there is one that is not too long.
    const nlohmann::json* list(const char* key, size_t most)
    {
        if (!has(key)) {
            return nullptr;
        }
        const nlohmann::json& found = value_.at(key);
        if (!found.is_array()) {
            note(key, "a list [ ] is wanted");
            return nullptr;
        }
        if (found.size() > most) {
            note(key, "this list has " + std::to_string(found.size()) + " entries; " + std::to_string(most) +
                          " are allowed");
            return nullptr;
        }
        return &found;
    }

    std::optional<double> number(const nlohmann::json& cell, const char* key, size_t index, Range range, bool blanks)
    {
        if (cell.is_null() && blanks) {
            return std::nullopt;
        }
        const auto where = [&] { return std::string(key) + '/' + std::to_string(index); };
        double value = 0.0;
        if (cell.is_number()) {
            value = cell.get<double>();
        } else if (cell.is_string() && parseLength_mm(cell.get_ref<const std::string&>())) {
            value = *parseLength_mm(cell.get_ref<const std::string&>());
        } else {
            note(where(), "\"" + shortened(cell.dump(-1, ' ', false, nlohmann::json::error_handler_t::replace)) +
                              "\" is not a number");
            return 0.0;
        }
        if (!range.holds(value)) {
            note(where(), "a number here " + rangeSentence(range));
            return 0.0;
        }
        return value;
    }

    const nlohmann::json& value_;
    std::string pointer_;
    std::optional<JsonMiss>& miss_;
    JsonAsked* asked_;
};

} // namespace burl
