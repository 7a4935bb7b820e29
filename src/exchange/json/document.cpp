#include "exchange/json/document.h"

#include "core/measure/text.h"
#include "exchange/json/position.h"

namespace burl
{

Expected<nlohmann::json> parseDocument(std::string_view text, std::string_view format, int newest,
                                       const std::string& kind, const std::string& code)
{
    const auto line = [&](size_t offset) { return "line " + std::to_string(lineOfOffset(text, offset)) + ": "; };
    nlohmann::json root;
    try {
        root = nlohmann::json::parse(text);
    } catch (const nlohmann::json::parse_error& error) {
        return refuse(code + ".not_json", line(error.byte) + "not JSON; a bracket, comma or quote is wrong there.");
    } catch (const nlohmann::json::exception& error) { // a number larger than any number
        const std::string_view said = error.what();
        const size_t from = said.find('\'');
        const std::string_view number =
            from == std::string_view::npos ? "" : said.substr(from + 1, said.rfind('\'') - from - 1);
        const size_t at = number.empty() ? 0 : text.find(number);
        return refuse(code + ".not_json", line(at == std::string_view::npos ? 0 : at) + "the number " +
                                              std::string(number) + " is impossible.");
    }
    if (!root.is_object() || !root.contains("format") || root["format"] != format) {
        return refuse(code + ".format",
                      "line 1: not " + kind + "; \"format\": \"" + std::string(format) + "\" is wanted.");
    }
    std::optional<JsonMiss> miss;
    JsonReader reader(root, "", miss);
    int version = 0;
    reader.read("version", version);
    if (miss) {
        return tl::unexpected(refusalOf(*miss, text, code));
    }
    if (version > newest) {
        return refuse(code + ".newer", "line " + std::to_string(lineOfPointer(text, "/version")) +
                                           ": written by a newer Young Burl (version " + std::to_string(version) +
                                           "); open it there.");
    }
    if (version < 1) {
        return refuse(code + ".format", "line 1: \"version\": 1 is wanted.");
    }
    return root;
}

namespace
{

void lookFor(const nlohmann::json& value, const std::string& pointer, const JsonAsked& asked,
             std::vector<std::pair<std::string, std::string>>& out)
{
    constexpr size_t kMost = 12; // a file of another kind would name them all
    if (out.size() >= kMost) {
        return;
    }
    if (value.is_array()) {
        for (size_t i = 0; i < value.size() && (value[i].is_object() || value[i].is_array()); ++i) {
            lookFor(value[i], pointer + '/' + std::to_string(i), asked, out);
        }
        return;
    }
    const auto known = asked.keys.find(pointer);
    if (!value.is_object() || known == asked.keys.end()) {
        return; // named with what it stands in
    }
    for (const auto& [key, inner] : value.items()) {
        if (out.size() >= kMost) {
            return;
        }
        if (known->second.count(key) == 0) {
            out.emplace_back(pointer + '/' + key, key);
        } else {
            lookFor(inner, pointer + '/' + key, asked, out);
        }
    }
}

} // namespace

std::vector<std::string> notUnderstood(const nlohmann::json& root, const JsonAsked& asked, std::string_view text)
{
    std::vector<std::pair<std::string, std::string>> unknown;
    lookFor(root, "", asked, unknown);
    std::vector<std::string> out;
    for (const auto& [pointer, key] : unknown) {
        out.push_back("line " + std::to_string(lineOfPointer(text, pointer)) + ", " + shownText(pointer) + ": \"" +
                      shownText(key) + "\" is no key here; it is left out.");
    }
    return out;
}

Refusal refusalOf(const JsonMiss& miss, std::string_view text, const std::string& code)
{
    return {code + ".value", "line " + std::to_string(lineOfPointer(text, miss.pointer)) + ", " +
                                 (miss.pointer.empty() ? "/" : miss.pointer) + ": " + miss.sentence + "."};
}

} // namespace burl
