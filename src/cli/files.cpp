#include "cli/files.h"

#include <cstdio>
#include <iostream>

#include "cli/commands.h"
#include "exchange/bytes.h"

namespace burl::cli
{

int complain(int code, const std::string& sentence)
{
    std::cerr << "burl: " << sentence << '\n';
    return code;
}

std::optional<std::string> contents(const std::string& file)
{
    auto bytes = bytesOf(file);
    if (!bytes) {
        complain(kUnreadable, bytes.error().sentence);
        return std::nullopt;
    }
    return std::move(*bytes);
}

int writeOut(const std::string& out, std::string_view bytes)
{
    if (out.empty() || out == "-") {
        std::cout.flush(); // as they are: what a file holds is not for the terminal's eyes
        const bool whole = std::fwrite(bytes.data(), 1, bytes.size(), stdout) == bytes.size();
        return whole && std::fflush(stdout) == 0 ? kDone : complain(kUnwritable, "standard output cannot be written.");
    }
    return putBytes(out, bytes) ? kDone : complain(kUnwritable, out + " cannot be written; choose another place.");
}

} // namespace burl::cli
