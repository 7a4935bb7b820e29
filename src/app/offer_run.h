#pragma once
// Seeking offers beside the interface, each with its plan.

#include <memory>
#include <vector>

#include "app/background_run.h"
#include "core/offers/offer_figures.h"
#include "core/shop/book.h"

namespace burl
{

/// An offer with what it gains and loses; never changes once made.
struct ShownOffer {
    Offer offer;
    OfferView view;
};

class OfferRun : public BackgroundRun
{
    Q_OBJECT

public:
    using BackgroundRun::BackgroundRun;
    ~OfferRun() override { finish(); }

    /// Answers with found(). The job and the shop are as they are now; later edits do not matter to it.
    void seek(const Job& job, std::shared_ptr<const Shop> shop);

    [[nodiscard]] const std::vector<std::shared_ptr<const ShownOffer>>& offers() const { return offers_; }
    [[nodiscard]] const LeftOut& leftOut() const { return leftOut_; }
    /// What the offers were sought for: the job's layup without pieces, and its wishes.
    [[nodiscard]] bool soughtFor(const Job& job, const Shop* shop) const;

Q_SIGNALS:
    void found();

private:
    std::vector<std::shared_ptr<const ShownOffer>> offers_;
    LeftOut leftOut_;
    LayupChoices sought_;
    OfferWishes wishes_;
    std::shared_ptr<const Shop> shop_;
};

} // namespace burl
