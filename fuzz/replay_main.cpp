// Feeds files to a fuzz target without a fuzzer: each as it is, cut short in a few places, and with bytes
// turned over at places that follow from its size, so that every run is the same.

#include <cstdint>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <iterator>
#include <vector>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size);

namespace
{

void feed(const std::vector<std::uint8_t>& bytes)
{
    LLVMFuzzerTestOneInput(bytes.data(), bytes.size());
}

void feedWithNeighbours(const std::vector<std::uint8_t>& bytes)
{
    feed(bytes);
    for (std::size_t parts = 1; parts < 8; ++parts) {
        feed({bytes.begin(), bytes.begin() + static_cast<std::ptrdiff_t>(bytes.size() * parts / 8)});
    }
    std::uint64_t state = 0x9e3779b97f4a7c15ULL ^ bytes.size();
    for (int turn = 0; turn < 24 && !bytes.empty(); ++turn) {
        std::vector<std::uint8_t> changed = bytes;
        for (int k = 0; k <= turn % 4; ++k) {
            state = state * 6364136223846793005ULL + 1442695040888963407ULL;
            changed[(state >> 20U) % changed.size()] = static_cast<std::uint8_t>(state >> 56U);
        }
        feed(changed);
    }
}

} // namespace

int main(int argc, char** argv)
{
    int files = 0;
    for (int i = 1; i < argc; ++i) {
        for (const auto& entry : std::filesystem::directory_iterator(argv[i])) {
            std::ifstream in(entry.path(), std::ios::binary);
            feedWithNeighbours({std::istreambuf_iterator<char>(in), {}});
            ++files;
        }
    }
    std::printf("%d files\n", files);
    return files > 0 ? 0 : 1;
}
