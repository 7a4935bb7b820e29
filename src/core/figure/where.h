#pragma once
// A place of the program where something is given or done: as data, for whoever shows it.   Threads: values.

#include <string>

namespace burl
{

struct Where {
    std::string bench{}; // its id: "yard", "flat"; empty: here, or nowhere in the program
    std::string page{};  // of that bench, by its id: "heights"; empty: the bench itself
    int slab = 0;        // the number of the slab's id it is about; 0: of none
    std::string step{};  // the key of the step of the days it is about; empty: of none
    bool operator==(const Where&) const = default;
    [[nodiscard]] bool known() const { return !bench.empty(); }
};

/// What a bench is called: "Yard" for "yard"; nothing for an id that no bench has.
[[nodiscard]] std::string benchName(const std::string& id);

} // namespace burl
