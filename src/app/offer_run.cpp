#include "app/offer_run.h"

namespace burl
{

void OfferRun::seek(const Job& job, std::shared_ptr<const Shop> shop)
{
    begin([this, job, shop](const RunControl& control) {
        const OfferInput input = offerInput(job, *shop);
        const OfferAnswer answer =
            bestOffers(input, 20, [&control](double share) { return control.goOn(0.8 * share); });
        if (answer.cancelled) {
            control.done([] {}); // stopped: there is nothing to show, and the next search may begin
            return;
        }
        std::vector<std::shared_ptr<const ShownOffer>> shown;
        for (const Offer& offer : answer.offers) {
            if (!control.goOn(0.8 + 0.2 * static_cast<double>(shown.size()) / 20.0)) {
                control.done([] {});
                return;
            }
            shown.push_back(std::make_shared<const ShownOffer>(ShownOffer{offer, offerView(offer, job, *shop)}));
        }
        control.done([this, shown, left = answer.leftOut, choices = input.choices, wishes = job.wishes, shop] {
            offers_ = shown;
            leftOut_ = left;
            sought_ = choices;
            wishes_ = wishes;
            shop_ = shop;
            Q_EMIT found();
        });
    });
}

bool OfferRun::soughtFor(const Job& job, const Shop* shop) const
{
    LayupChoices now = job.layup;
    now.pieces.clear();
    return now == sought_ && job.wishes == wishes_ && shop_.get() == shop;
}

} // namespace burl
