// Feeds the files of a folder to a fuzz target without a fuzzer: each as it is, cut short in a few places, and with
// bytes turned over at places that follow from its size, so that every run is the same.
//   fuzz_replay svg corpus/svg

#include <cstdint>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <iterator>
#include <map>
#include <string>
#include <vector>

using Target = int (*)(const std::uint8_t* data, std::size_t size);

// The build lists the targets, each under its own name: FUZZ_TARGET(svg).
#define FUZZ_TARGET(name) extern "C" int fuzz_##name(const std::uint8_t* data, std::size_t size);
#include "fuzz_targets.h"
#undef FUZZ_TARGET

namespace
{

const std::map<std::string, Target> kTargets{
#define FUZZ_TARGET(name) {#name, &fuzz_##name},
#include "fuzz_targets.h"
#undef FUZZ_TARGET
};

void feedWithNeighbours(Target target, const std::vector<std::uint8_t>& bytes)
{
    const auto feed = [target](const std::vector<std::uint8_t>& some) { target(some.data(), some.size()); };
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
    const auto target = argc == 3 ? kTargets.find(argv[1]) : kTargets.end();
    if (target == kTargets.end()) {
        std::fprintf(stderr, "fuzz_replay TARGET FOLDER\n");
        return 2;
    }
    int files = 0;
    for (const auto& entry : std::filesystem::directory_iterator(argv[2])) {
        std::ifstream in(entry.path(), std::ios::binary);
        feedWithNeighbours(target->second, {std::istreambuf_iterator<char>(in), {}});
        ++files;
    }
    std::printf("%d files\n", files);
    return files > 0 ? 0 : 1;
}
