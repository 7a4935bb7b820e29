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
    std::vector<double> k1_, k2_;      // over the temperature
    std::vector<double> power_, left_; // alpha^m and (1 - alpha)^n over alpha
};

} // namespace burl
