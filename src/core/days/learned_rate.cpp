#include "core/days/learned_rate.h"

#include <algorithm>
#include <cmath>

#include <boost/math/distributions/students_t.hpp>

namespace burl
{

LearnedRate learnedRate(const RatePrior& prior, const std::vector<RateLog>& logs)
{
    constexpr double kUpper = 0.95; // nine of ten lie between both ends
    LearnedRate out;
    double used = prior.weight * prior.rate;
    out.k = prior.weight;
    for (const RateLog& log : logs) {
        used += log.used;
        out.k += log.quantity;
    }
    out.rate = used / out.k;
    out.df = prior.df + static_cast<double>(logs.size());
    double square =
        prior.df * prior.spread * prior.spread + prior.weight * (prior.rate - out.rate) * (prior.rate - out.rate);
    for (const RateLog& log : logs) {
        const double off = log.used - out.rate * log.quantity;
        square += off * off / log.quantity;
    }
    out.spread = std::sqrt(square / out.df);
    out.t = boost::math::quantile(boost::math::students_t(out.df), kUpper);
    const double half = out.t * out.spread / std::sqrt(out.k);
    out.low = std::max(0.0, out.rate - half);
    out.high = out.rate + half;
    out.againstPrior = prior.rate != 0.0 ? out.rate / prior.rate : 1.0;
    return out;
}

LearnedRate::Next LearnedRate::next(double quantity) const
{
    const double half = t * spread * std::sqrt(quantity + quantity * quantity / k);
    return {quantity * rate, std::max(0.0, quantity * rate - half), quantity * rate + half};
}

} // namespace burl
