#include <iostream>

#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/job.h"
#include "core/measure/format.h"
#include "core/offers/offer_figures.h"
#include "core/offers/offers.h"

namespace burl::cli
{
namespace
{

std::string poseText(const Piece& piece, const Shop& shop)
{
    const Slab* slab = shop.slab(piece.slab);
    return (slab != nullptr ? slab->name : std::string("?")) + (piece.show == Face::Bottom ? " bottom up" : "") +
           (piece.endForEnd ? " end for end" : "");
}

nlohmann::ordered_json offerJson(const Offer& offer, const OfferView& view, const UnitChoice& units)
{
    nlohmann::ordered_json out{{"points", offer.points}, {"bookmatch", offer.bookmatch}};
    out["loss"] = {{"match", offer.loss.match},
                   {"even", offer.loss.even},
                   {"sound", offer.loss.sound},
                   {"waste", offer.loss.waste},
                   {"price", offer.loss.price}};
    out["pieces"] = nlohmann::ordered_json::array();
    for (const Piece& p : offer.layup.pieces) {
        out["pieces"].push_back({{"slab", p.slab.value},
                                 {"show", p.show == Face::Top ? "top" : "bottom"},
                                 {"end_for_end", p.endForEnd},
                                 {"left_mm", p.left_mm}});
    }
    out["figures"] = nlohmann::ordered_json::array();
    for (const Entry& entry : view.figures) {
        out["figures"].push_back(figureJson(entry.figure, units, false));
    }
    return out;
}

std::string leftOutText(const LeftOut& l)
{
    std::string text;
    const auto say = [&text](int n, const char* why) {
        if (n > 0) {
            text += (text.empty() ? "" : ", ") + std::to_string(n) + ' ' + why;
        }
    };
    say(l.tooShort, "too short");
    say(l.tooThin, "too thin");
    say(l.tooDear, "too dear");
    say(l.otherSpecies, "of other wood");
    say(l.rounds, "cross-cut");
    say(l.notMeasured, "not measured");
    return text;
}

} // namespace

int offers(const OffersCommand& options)
{
    int code = kDone;
    const auto job = jobFrom(options.file, options.units, code);
    if (!job) {
        return code;
    }
    const OfferInput input = offerInput(job->job, job->shop);
    const auto count = static_cast<std::size_t>(options.count);
    const OfferAnswer answer = options.exhaustive ? exhaustiveOffers(input, count) : bestOffers(input, count);
    const UnitChoice& units = job->shop.habits.units;
    if (options.json) {
        nlohmann::ordered_json root{{"job", job->job.name}, {"compared", answer.compared}};
        root["offers"] = nlohmann::ordered_json::array();
        for (const Offer& offer : answer.offers) {
            root["offers"].push_back(offerJson(offer, offerView(offer, job->job, job->shop), units));
        }
        std::cout << root.dump(2) << '\n';
        return kDone;
    }
    if (job->job.layup.kind == TopKind::Panel) {
        std::cout << "panels are sought within one tree\n";
    }
    if (const std::string left = leftOutText(answer.leftOut); !left.empty()) {
        std::cout << "left out: " << left << '\n';
    }
    if (answer.offers.empty()) {
        std::cout << "No slab gives this top; make it shorter, narrower or thinner.\n";
    }
    int rank = 0;
    for (const Offer& offer : answer.offers) {
        std::cout << ++rank << ". ";
        for (size_t i = 0; i < offer.layup.pieces.size(); ++i) {
            std::cout << (i > 0 ? " + " : "") << poseText(offer.layup.pieces[i], job->shop);
        }
        std::cout << (offer.bookmatch ? ", bookmatch" : "") << "  (" << formatNumber(offer.points, 1) << " points)\n";
        for (const Entry& entry : offerView(offer, job->job, job->shop).figures) {
            std::cout << "     " << entry.figure.node().label << ": " << figureText(entry.figure, units) << '\n';
        }
    }
    return kDone;
}

} // namespace burl::cli
