#include "photo/heif.h"

#include <cstdio>
#include <cstring>
#include <memory>
#include <new>

#include <libheif/heif.h>

#include "photo/apart.h"

namespace burl
{
namespace
{

template <typename T, void (*release)(T*)> struct Release {
    void operator()(T* what) const { release(what); }
};
template <typename T, void (*release)(T*)> using Held = std::unique_ptr<T, Release<T, release>>;

void releaseHandle(heif_image_handle* handle)
{
    heif_image_handle_release(handle);
}
void releaseImage(heif_image* image)
{
    heif_image_release(image);
}

tl::unexpected<Refusal> unreadable(const std::string& why)
{
    return refuse("photo.unreadable", "the picture cannot be read (" + why + "); a whole HEIC, JPEG or PNG is wanted.");
}

std::string exifOf(const heif_image_handle* handle)
{
    constexpr size_t kOffset = 4; // of the words, stored before them
    heif_item_id id = 0;
    if (heif_image_handle_get_list_of_metadata_block_IDs(handle, "Exif", &id, 1) != 1) {
        return {};
    }
    std::string block(heif_image_handle_get_metadata_size(handle, id), '\0');
    if (block.size() <= kOffset || heif_image_handle_get_metadata(handle, id, block.data()).code != heif_error_Ok) {
        return {};
    }
    return block.substr(kOffset);
}

} // namespace

bool isHeif(std::string_view bytes)
{
    const auto* data = reinterpret_cast<const uint8_t*>(bytes.data());
    constexpr size_t kHead = 64;
    return bytes.size() > 12 &&
           heif_check_filetype(data, static_cast<int>(std::min(bytes.size(), kHead))) != heif_filetype_no;
}

Expected<HeifPicture> readHeif(std::string_view bytes, double mostPixels, const std::function<bool()>& goOn)
{
    const Held<heif_context, heif_context_free> context(heif_context_alloc());
    heif_error error = heif_context_read_from_memory_without_copy(context.get(), bytes.data(), bytes.size(), nullptr);
    if (error.code != heif_error_Ok) {
        return unreadable(error.message);
    }
    heif_image_handle* first = nullptr;
    error = heif_context_get_primary_image_handle(context.get(), &first);
    const Held<heif_image_handle, releaseHandle> handle(first);
    if (error.code != heif_error_Ok) {
        return unreadable(error.message);
    }
    const double pixels =
        static_cast<double>(heif_image_handle_get_width(handle.get())) * heif_image_handle_get_height(handle.get());
    if (pixels > mostPixels) {
        return refuse("photo.too_large", "the picture has more than " +
                                             std::to_string(static_cast<int>(mostPixels / 1e6)) +
                                             " megapixels; hand in a smaller one.");
    }
    struct Handed { // before the pixels
        int width = 0;
        int height = 0;
        char complaint[256] = {};
    };
    constexpr size_t kChannels = 3;
    const SharedBytes shared(sizeof(Handed) + static_cast<size_t>(pixels) * kChannels);
    if (shared.bytes() == nullptr) {
        return refuse("photo.too_large", "there is no memory for a picture of this size; hand in a smaller one.");
    }
    auto* handed = new (shared.bytes()) Handed;
    uint8_t* out_px = shared.bytes() + sizeof(Handed);
    const auto decode = [&] {
        heif_image* decoded = nullptr;
        const heif_error failed =
            heif_decode_image(handle.get(), &decoded, heif_colorspace_RGB, heif_chroma_interleaved_RGB, nullptr);
        const Held<heif_image, releaseImage> image(decoded);
        if (failed.code != heif_error_Ok) {
            std::snprintf(handed->complaint, sizeof handed->complaint, "%s", failed.message);
            return false;
        }
        const int width = heif_image_get_width(image.get(), heif_channel_interleaved);
        const int height = heif_image_get_height(image.get(), heif_channel_interleaved);
        if (static_cast<double>(width) * height > pixels) {
            return false;
        }
        int stride = 0;
        const uint8_t* rows = heif_image_get_plane_readonly(image.get(), heif_channel_interleaved, &stride);
        const size_t row = static_cast<size_t>(width) * kChannels;
        for (int y = 0; y < height; ++y) {
            std::memcpy(out_px + static_cast<size_t>(y) * row, rows + static_cast<ptrdiff_t>(y) * stride, row);
        }
        handed->width = width;
        handed->height = height;
        return true;
    };
    switch (runApart(decode, goOn)) {
    case ApartEnd::Stopped:
        return refuse("photo.stopped", "the reading of the picture was stopped.");
    case ApartEnd::Failed:
        return unreadable(handed->complaint[0] != 0 ? handed->complaint : "its decoder gave up");
    case ApartEnd::Done:
        break;
    }
    HeifPicture out;
    out.image = QImage(out_px, handed->width, handed->height, handed->width * static_cast<qsizetype>(kChannels),
                       QImage::Format_RGB888)
                    .copy();
    out.exif = exifOf(handle.get());
    return out;
}

} // namespace burl
