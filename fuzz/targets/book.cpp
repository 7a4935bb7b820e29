#include <filesystem>
#include <fstream>
#include <string>

#include <unistd.h>

#include "law.h"
#include "store/shop_book.h"

// The bytes of a shop book. Nothing of it may fall over; what loads can be written again.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    using namespace burl;
    namespace fs = std::filesystem;
    static const fs::path folder = [] {
        const fs::path memory = "/dev/shm"; // a fuzzer opens thousands: spare the disk
        const fs::path base = fs::is_directory(memory) ? memory : fs::temp_directory_path();
        return base / ("burl_fuzz_book_" + std::to_string(getpid()));
    }();
    fs::remove_all(folder);
    fs::create_directories(folder);
    const fs::path file = folder / "shop.burl";
    std::ofstream(file, std::ios::binary).write(reinterpret_cast<const char*>(data), static_cast<long>(size));
    if (auto book = ShopBook::open(file); !book) {
        fuzz::spoken(book.error());
    } else if (const auto loaded = book->load(); !loaded) {
        fuzz::spoken(loaded.error());
    } else {
        for (const std::string& trouble : book->troubles()) {
            fuzz::law(trouble.size() > 8, "trouble is a sentence");
        }
        if (const auto written = book->write(Book{}, *loaded); !written) {
            fuzz::spoken(written.error());
        }
    }
    fs::remove_all(folder);
    return 0;
}
