#pragma once
// What a maker's own hands have taught: minutes or litres per quantity, drawn from a standard towards what was written
// down, with how sure. Units: the caller's: minutes for a square metre and pass, litres for a planned one.
// Source: docs/formulas.md#learned-rates (normal with unknown scatter, Student's t).   Threads: pure.

#include <vector>

namespace burl
{

struct RateLog {
    double used = 0.0;
    double quantity = 0.0;
};
struct RatePrior {
    double rate = 0.0;
    double weight = 1.0; // the quantity it is worth
    double spread = 0.0;
    double df = 4.0;
};
struct LearnedRate {
    double rate = 0.0;
    double spread = 0.0;
    double df = 0.0;
    double low = 0.0; // nine of ten, of the rate
    double high = 0.0;
    double againstPrior = 1.0;
    double k = 0.0; // weight of the prior and all quantities
    double t = 0.0;
    /// Of one job of that quantity.
    struct Next {
        double used = 0.0;
        double low = 0.0;
        double high = 0.0;
    };
    [[nodiscard]] Next next(double quantity) const;
};
/// REQUIRES: quantities and the prior's weight above 0, its df 1 or more
[[nodiscard]] LearnedRate learnedRate(const RatePrior& prior, const std::vector<RateLog>& logs);

} // namespace burl
