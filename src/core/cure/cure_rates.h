#pragma once
// The cure's rate from tables, for a solver that asks for it a million times: within 1 part in 10,000 of
// cureRate_per_s().   Units: as in cure_resin.h.   Threads: pure once built.

#include <vector>

#include "core/cure/cure_resin.h"

namespace burl
{

class CureRates
{
public:
    explicit CureRates(const CureKinetics& kinetics);
    /// Of alpha from 0 to 1.
    [[nodiscard]] double per_s(double alpha, double temperature_C) const;

private:
    CureKinetics kinetics_;
    struct Warm {
        double k1, k2;
    };
    struct Far {
        double power, left; // alpha^m and (1 - alpha)^n
    };
    std::vector<Warm> warm_; // over the temperature
    std::vector<Far> far_;   // over alpha
};

} // namespace burl
