#include "cli/files.h"

#include <cstdio>
#include <filesystem>
#include <fstream>
#include <iostream>
#include <sstream>

#include "cli/commands.h"

namespace burl::cli
{

int complain(int code, const std::string& sentence)
{
    std::cerr << "burl: " << sentence << '\n';
    return code;
}

std::optional<std::string> contents(const std::string& file)
{
    std::ifstream in(file, std::ios::binary);
    if (!in) {
        return std::nullopt;
    }
    std::ostringstream text;
    text << in.rdbuf();
    if (in.bad()) { // a folder opens but cannot be read
        return std::nullopt;
    }
    return text.str();
}

int writeOut(const std::string& out, std::string_view bytes)
{
    if (out.empty() || out == "-") {
        std::cout.flush(); // as they are: what a file holds is not for the terminal's eyes
        const bool whole = std::fwrite(bytes.data(), 1, bytes.size(), stdout) == bytes.size();
        return whole && std::fflush(stdout) == 0 ? kDone : complain(kUnwritable, "standard output cannot be written.");
    }
    const auto failed = [&] { return complain(kUnwritable, out + " cannot be written; choose another place."); };
    namespace fs = std::filesystem;
    std::error_code error;
    const auto put = [&](const fs::path& to) {
        std::ofstream file(to, std::ios::binary);
        file << bytes;
        file.close();
        return static_cast<bool>(file);
    };
    if (fs::exists(out, error) && !fs::is_regular_file(out, error)) { // a pipe or a device is written as it is
        return put(out) ? kDone : failed();
    }
    // Aside first: what stood there stays until the new file is whole.
    const fs::path aside = out + ".part";
    if (!put(aside)) {
        fs::remove(aside, error);
        return failed();
    }
    fs::rename(aside, out, error);
    if (error) {
        fs::remove(aside, error);
        return failed();
    }
    return kDone;
}

} // namespace burl::cli
