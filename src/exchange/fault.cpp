#include "exchange/fault.h"

#include <algorithm>

#include "exchange/json/codec.h"

namespace burl
{
namespace
{

template <typename T, typename From>
std::optional<std::string> faultIn(const T& value, const std::string& name, From from)
{
    std::string text;
    try {
        text = toJson(value).dump();
    } catch (const nlohmann::json::exception&) { // text that is no UTF-8
        return name + " has letters in it that are not UTF-8; type them again.";
    }
    const auto json = nlohmann::json::parse(text, nullptr, false);
    std::optional<JsonMiss> miss;
    const T back = from(JsonReader(json, "", miss));
    if (miss) {
        return name + ": " + (miss->pointer.empty() ? "" : miss->pointer.substr(1) + " ") + miss->sentence + ".";
    }
    return back == value ? std::nullopt : std::optional(name + " would not come back as it is; it is left as it was.");
}

} // namespace

std::optional<std::string> faultOf(const Book& before, const Book& after)
{
    const Shop& old = *before.shop;
    const Shop& now = *after.shop;
    if (&old != &now) {
        if (!(old.habits == now.habits)) {
            if (auto fault = faultIn(now.habits, "The shop's habits", habitsFrom)) {
                return fault;
            }
        }
        for (const Log& log : now.logs) {
            if (std::find(old.logs.begin(), old.logs.end(), log) == old.logs.end()) {
                if (auto fault = faultIn(log, "Log " + log.name, logFrom)) {
                    return fault;
                }
            }
        }
        for (const auto& slab : now.slabs) {
            if (std::find(old.slabs.begin(), old.slabs.end(), slab) == old.slabs.end()) {
                if (auto fault = faultIn(*slab, slab->name, slabFrom)) {
                    return fault;
                }
            }
        }
    }
    for (const auto& job : after.jobs) {
        if (std::find(before.jobs.begin(), before.jobs.end(), job) == before.jobs.end()) {
            if (auto fault = faultIn(*job, job->name, jobFrom)) {
                return fault;
            }
        }
    }
    return std::nullopt;
}

} // namespace burl
