#include "cli/files.h"

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
        std::cout << bytes;
        return kDone;
    }
    std::ofstream file(out, std::ios::binary);
    file << bytes;
    file.close();
    return file ? kDone : complain(kUnwritable, out + " cannot be written; choose another place.");
}

} // namespace burl::cli
