#include "core/shop/tape_slips.h"

// Method: an edge changes slowly from station to station. A reading is foreign when it lies further
// from the line through its neighbours than live edges do (three times the typical jump of this very
// edge, and 40 mm at least), and a slip is told only when a single well-known mistake brings it back
// to its neighbours. A wild edge without such an explanation is left alone: it may be a crotch.

#include "core/measure/units.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

namespace burl
{
namespace
{

constexpr double kLeastForeign_mm = 40.0;

double nearY(const Tape& tape, double reading)
{
    return tape.from == TapeFrom::String ? -reading : reading;
}

/// Where the edge ought to be at station i, from the stations on both sides; nothing at a lonely one.
std::optional<double> expected(const std::vector<double>& at, const std::vector<double>& values,
                               const std::vector<bool>& sound, size_t i)
{
    std::optional<size_t> before;
    std::optional<size_t> after;
    for (size_t k = i; k-- > 0;) {
        if (sound[k]) {
            before = k;
            break;
        }
    }
    for (size_t k = i + 1; k < values.size(); ++k) {
        if (sound[k]) {
            after = k;
            break;
        }
    }
    if (before && after && at[*after] > at[*before]) {
        const double share = (at[i] - at[*before]) / (at[*after] - at[*before]);
        return values[*before] + std::clamp(share, 0.0, 1.0) * (values[*after] - values[*before]);
    }
    if (before || after) {
        return values[before ? *before : *after];
    }
    return std::nullopt;
}

struct Try {
    TapeSlip::Kind kind;
    double value;
    const char* words;
};

std::array<Try, 6> triesFor(double value)
{
    using Kind = TapeSlip::Kind;
    return {{{Kind::Tenfold, value / 10.0, "ten times too much"},
             {Kind::Tenfold, value * 10.0, "ten times too little (centimetres for millimetres?)"},
             {Kind::Inches, value * kInch_mm, "inches, taken for millimetres"},
             {Kind::Inches, value / kInch_mm, "millimetres, taken for inches"},
             {Kind::OffByTen, value - 100.0, "off by 100"},
             {Kind::OffByTen, value + 100.0, "off by 100"}}};
}

std::string rounded(double mm)
{
    return std::to_string(std::lround(mm));
}

/// The stations of a tape that were read whole, and which of them may vouch for their neighbours.
class SlipFinder
{
public:
    explicit SlipFinder(const Tape& tape) : tape_(tape)
    {
        for (size_t i = 0; i < tape.readings.size(); ++i) {
            const TapeReading& r = tape.readings[i];
            if (r.near_mm && r.far_mm && std::isfinite(*r.near_mm) && std::isfinite(*r.far_mm) &&
                std::isfinite(r.at_mm)) {
                rows_.push_back(i);
                at_.push_back(r.at_mm);
                near_.push_back(*r.near_mm);
                far_.push_back(*r.far_mm);
            }
        }
        for (size_t i = 0; i < rows_.size(); ++i) { // edges that cross cannot be wood
            sound_.push_back(far_[i] > nearY(tape_, near_[i]));
        }
    }

    std::vector<TapeSlip> find()
    {
        crossedEdges();
        stationsOutOfOrder();
        if (rows_.size() >= kLeastStations && knowsTheRun()) {
            for (size_t i = 0; i < rows_.size(); ++i) {
                foreignReadings(i);
            }
        }
        std::stable_sort(slips_.begin(), slips_.end(),
                         [](const TapeSlip& a, const TapeSlip& b) { return a.row < b.row; });
        return std::move(slips_);
    }

private:
    static constexpr size_t kLeastStations = 4;    // fewer do not tell what an edge does
    static constexpr double kJumps = 3.0;          // so many usual steps off its neighbours, a reading is foreign
    static constexpr double kLeastClose_mm = 12.0; // as near what is expected a reading put right must come
    static constexpr double kLevel_mm = 6.0;       // neighbours that differ by no more, beside the usual step, agree

    void say(size_t i, TapeSlip::Kind kind, const TapeReading& instead, const std::string& sentence)
    {
        slips_.push_back({kind, static_cast<int>(rows_[i]), instead,
                          "row " + std::to_string(rows_[i] + 1) + " (station " + rounded(at_[i]) + "): " + sentence});
    }

    void crossedEdges()
    {
        for (size_t i = 0; i < rows_.size(); ++i) {
            if (sound_[i]) {
                continue;
            }
            TapeReading instead = tape_.readings[rows_[i]];
            const bool string = tape_.from == TapeFrom::String;
            instead.near_mm = string ? -far_[i] : far_[i];
            instead.far_mm = string ? -near_[i] : near_[i];
            say(i, TapeSlip::Kind::Swapped, instead,
                "the near edge lies beyond the far edge; near and far are swapped.");
        }
    }

    void stationsOutOfOrder()
    {
        const size_t n = rows_.size();
        for (size_t i = 0; i + 1 < n; ++i) {
            const bool lonely = i > 0 ? at_[i] <= at_[i - 1] && at_[i + 1] > at_[i - 1] : at_[i] >= at_[i + 1];
            if (lonely && n > 2) {
                TapeReading instead = tape_.readings[rows_[i]];
                instead.at_mm = i > 0 ? (at_[i - 1] + at_[i + 1]) / 2.0 : at_[i + 1] - (at_[2] - at_[1]);
                say(i, TapeSlip::Kind::Order, instead, "the station does not lie between its neighbours.");
            }
        }
    }

    /// The usual step of both edges from station to station; false when no two sound stations follow each other.
    bool knowsTheRun()
    {
        std::vector<double> jumps;
        for (const auto* edge : {&near_, &far_}) {
            for (size_t i = 0; i + 1 < rows_.size(); ++i) {
                if (sound_[i] && sound_[i + 1]) {
                    jumps.push_back(std::abs((*edge)[i + 1] - (*edge)[i]));
                }
            }
        }
        if (jumps.empty()) {
            return false;
        }
        const auto middle = jumps.begin() + static_cast<std::ptrdiff_t>(jumps.size() / 2);
        std::nth_element(jumps.begin(), middle, jumps.end());
        usual_mm_ = *middle;
        foreign_mm_ = std::max(kLeastForeign_mm, kJumps * usual_mm_);
        close_mm_ = std::max(kLeastClose_mm, usual_mm_);
        return true;
    }

    /// A station whose readings do not suit those on both sides, though another meaning of them would.
    void foreignReadings(size_t i)
    {
        const bool said = std::any_of(slips_.begin(), slips_.end(),
                                      [&](const TapeSlip& s) { return s.row == static_cast<int>(rows_[i]); });
        if (said) {
            return;
        }
        sound_[i] = false; // it may not vouch for itself
        const auto wantNear = expected(at_, near_, sound_, i);
        const auto wantFar = expected(at_, far_, sound_, i);
        sound_[i] = true;
        if (!wantNear || !wantFar || swappedUnseen(i, *wantNear, *wantFar)) {
            return;
        }
        if (!misread(i, true, *wantNear)) {
            misread(i, false, *wantFar);
        }
    }

    /// Both sides swapped without a sign show only in the run of the edges: each suits the other's place.
    bool swappedUnseen(size_t i, double wantNear, double wantFar)
    {
        const bool foreign =
            std::abs(near_[i] - wantNear) > foreign_mm_ / 2.0 && std::abs(far_[i] - wantFar) > foreign_mm_ / 2.0;
        const bool suits = std::abs(near_[i] - wantFar) < close_mm_ && std::abs(far_[i] - wantNear) < close_mm_;
        if (!foreign || !suits || tape_.from != TapeFrom::String) {
            return false;
        }
        TapeReading instead = tape_.readings[rows_[i]];
        std::swap(*instead.near_mm, *instead.far_mm);
        say(i, TapeSlip::Kind::Swapped, instead, "near and far suit each other's place; they are swapped.");
        sound_[i] = false;
        return true;
    }

    bool misread(size_t i, bool nearSide, double want)
    {
        const std::vector<double>& edge = nearSide ? near_ : far_;
        if (std::abs(edge[i] - want) <= foreign_mm_) {
            return false;
        }
        // A hundred more or less is told only where the neighbours on both sides agree: live edges flare at their ends
        // and bulge at a fork.
        const bool between = i > 0 && i + 1 < rows_.size() && sound_[i - 1] && sound_[i + 1] &&
                             std::abs(edge[i + 1] - edge[i - 1]) < 2.0 * close_mm_ + kLevel_mm;
        const Try* best = nullptr;
        const auto tries = triesFor(edge[i]);
        for (const Try& t : tries) {
            if ((between || t.kind != TapeSlip::Kind::OffByTen) && std::abs(t.value - want) <= close_mm_ &&
                (best == nullptr || std::abs(t.value - want) < std::abs(best->value - want))) {
                best = &t;
            }
        }
        if (best == nullptr) {
            return false;
        }
        TapeReading instead = tape_.readings[rows_[i]];
        (nearSide ? instead.near_mm : instead.far_mm) = best->value;
        say(i, best->kind, instead,
            std::string(nearSide ? "near " : "far ") + rounded(edge[i]) + " looks " + best->words + "; " +
                rounded(best->value) + " would suit its neighbours.");
        sound_[i] = false;
        return true;
    }

    const Tape& tape_;
    std::vector<size_t> rows_; // of the tape
    std::vector<double> at_;
    std::vector<double> near_; // readings as typed
    std::vector<double> far_;
    std::vector<bool> sound_;
    double usual_mm_ = 0.0;
    double foreign_mm_ = 0.0;
    double close_mm_ = 0.0;
    std::vector<TapeSlip> slips_;
};

} // namespace

std::vector<TapeSlip> tapeSlips(const Tape& tape)
{
    return SlipFinder(tape).find();
}

} // namespace burl
