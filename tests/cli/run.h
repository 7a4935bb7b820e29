#pragma once
// Runs burl and keeps what it said.

#include <array>
#include <cstdio>
#include <string>

#include <catch2/catch.hpp>

#include <sys/wait.h>

namespace burl::test
{

struct Ran {
    int code = -1;
    std::string out; // stdout and stderr
};

inline Ran run(const std::string& arguments)
{
    Ran ran;
    FILE* pipe =
        popen((std::string("LC_ALL=C XDG_RUNTIME_DIR=/tmp ") + BURL_CLI + " " + arguments + " 2>&1").c_str(), "r");
    REQUIRE(pipe != nullptr);
    std::array<char, 4096> buffer{};
    while (const size_t n = fread(buffer.data(), 1, buffer.size(), pipe)) {
        ran.out.append(buffer.data(), n);
    }
    const int status = pclose(pipe);
    ran.code = WIFEXITED(status) ? WEXITSTATUS(status) : -1;
    return ran;
}

inline bool has(const std::string& text, const std::string& part)
{
    return text.find(part) != std::string::npos;
}

} // namespace burl::test
