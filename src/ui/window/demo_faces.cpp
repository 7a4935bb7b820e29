#include "ui/window/demo_faces.h"

#include <atomic>
#include <thread>

#include "app/document.h"
#include "core/shop/edit.h"
#include "drawing/face_pictures.h"

namespace burl::ui
{

PicturedBook withDrawnPictures(const Book& book, double mm_per_px)
{
    const auto& slabs = book.shop->slabs;
    std::vector<DrawnPicture> drawn(slabs.size() * 2);
    std::atomic<size_t> next{0};
    const auto work = [&] {
        for (size_t i = next++; i < drawn.size(); i = next++) {
            drawn[i] = pictureOfDrawnFace(*slabs[i / 2], i % 2 == 0 ? Face::Top : Face::Bottom, mm_per_px);
        }
    };
    std::vector<std::thread> others;
    for (unsigned k = 1; k < std::thread::hardware_concurrency(); ++k) {
        others.emplace_back(work);
    }
    work();
    for (std::thread& t : others) {
        t.join();
    }
    PicturedBook out{book, {}};
    for (size_t i = 0; i < slabs.size(); ++i) {
        Slab slab = *slabs[i];
        for (const Face face : {Face::Top, Face::Bottom}) {
            DrawnPicture& picture = drawn[i * 2 + (face == Face::Top ? 0 : 1)];
            if (picture.bytes.isEmpty()) {
                continue;
            }
            out.pictures.push_back(picture.bytes.toStdString());
            picture.place.key = Document::pictureKey(out.pictures.back());
            (face == Face::Top ? slab.topPicture : slab.bottomPicture) = picture.place;
        }
        out.book = withSlab(out.book, std::move(slab));
    }
    return out;
}

} // namespace burl::ui
