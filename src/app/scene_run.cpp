#include "app/scene_run.h"

namespace burl
{

bool SceneRun::canBeSeen(const Document& document)
{
    const Plan* plan = document.plan();
    return plan != nullptr && !plan->layup->missing && !plan->layup->pieces.empty() && plan->base->surface.known() &&
           plan->flatten->thickness.known();
}

void SceneRun::make(const Document& document, const SceneChoices& choices)
{
    // Pictures are read here: the book belongs to the window's thread.
    auto pictures = std::make_shared<std::map<std::string, std::string>>();
    for (const PlacedPiece& piece : document.plan()->layup->pieces) {
        if (const Slab* slab = document.shop().slab(piece.slab)) {
            for (const auto* picture : {&slab->topPicture, &slab->bottomPicture}) {
                if (*picture) {
                    (*pictures)[(*picture)->key] = document.picture((*picture)->key);
                }
            }
        }
    }
    begin([this, pictures, choices, job = *document.job(), shop = document.shop(),
           plan = *document.plan()](const RunControl& control) {
        auto scene = std::make_shared<const TableScene>(tableScene(
            job, shop, plan,
            [pictures](const std::string& key) {
                const auto at = pictures->find(key);
                return at == pictures->end() ? std::string() : at->second;
            },
            choices));
        if (control.goOn(1.0)) {
            control.done([this, scene] { Q_EMIT made(scene); });
        }
    });
}

} // namespace burl
