#include "core/plate/plate_contact.h"

namespace burl
{
namespace
{

constexpr int kRounds = 60;           // all at once; after that one by one
constexpr int kRoundsOneByOne = 2000; // each round lets one go or takes one in
constexpr double kForce_N = 1e-4;     // a pull that counts
constexpr double kGap_mm = 1e-7;      // a place that has sunk into its support
constexpr double kTips_mm = 2000.0;   // a deflection that is none: it falls

} // namespace

std::optional<Eigen::VectorXd> solved(const Held& held)
{
    const auto n = static_cast<Eigen::Index>(held.places.size());
    std::vector<bool> pressed(held.places.size(), false);
    for (size_t i = 0; i < pressed.size(); ++i) {
        pressed[i] = held.places[i].kind == HeldPlace::Presses || held.places[i].kind == HeldPlace::Holds;
    }
    Eigen::VectorXd u(n);
    for (int round = 0; round < kRounds + kRoundsOneByOne; ++round) {
        std::vector<Eigen::Index> free;
        u.setZero();
        for (size_t i = 0; i < pressed.size(); ++i) {
            if (pressed[i]) {
                u(static_cast<Eigen::Index>(i)) = held.places[i].level_mm;
            } else if (held.places[i].kind != HeldPlace::Gone) {
                free.push_back(static_cast<Eigen::Index>(i));
            }
        }
        if (!free.empty()) {
            const Eigen::MatrixXd k = held.stiffness(free, free);
            const Eigen::VectorXd rest = held.load - held.stiffness * u;
            const Eigen::VectorXd f = rest(free);
            const Eigen::LDLT<Eigen::MatrixXd> ldlt(k);
            const Eigen::VectorXd own = ldlt.solve(f);
            if (ldlt.info() != Eigen::Success || !own.allFinite() || own.cwiseAbs().maxCoeff() > kTips_mm) {
                return std::nullopt;
            }
            u(free) = own;
        }
        const Eigen::VectorXd upward = held.load - held.stiffness * u;
        bool changed = false;
        double worst = 0.0;
        size_t worstAt = pressed.size();
        for (size_t i = 0; i < pressed.size(); ++i) {
            if (held.places[i].kind != HeldPlace::Presses) {
                continue;
            }
            const auto at = static_cast<Eigen::Index>(i);
            const double wrong = pressed[i] ? -upward(at) / kForce_N : (u(at) - held.places[i].level_mm) / kGap_mm;
            if (wrong <= 1.0) {
                continue;
            }
            changed = true;
            if (round < kRounds) {
                pressed[i] = !pressed[i];
            } else if (wrong > worst) {
                worst = wrong;
                worstAt = i;
            }
        }
        if (!changed) {
            return u;
        }
        if (worstAt < pressed.size()) {
            pressed[worstAt] = !pressed[worstAt];
        }
    }
    return std::nullopt;
}

} // namespace burl
