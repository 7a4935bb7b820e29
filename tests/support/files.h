#pragma once
// Files of the test data, and a folder that goes away.

#include <unistd.h>

#include <atomic>
#include <filesystem>
#include <fstream>
#include <sstream>
#include <string>

namespace burl::test
{

inline std::string contents(const std::filesystem::path& file)
{
    std::ifstream in(file, std::ios::binary);
    std::ostringstream text;
    text << in.rdbuf();
    return text.str();
}

inline std::string reference(const std::string& name)
{
    return contents(std::string(BURL_TEST_DATA) + "/reference/" + name);
}

class Folder
{
public:
    Folder()
    {
        static std::atomic<int> count{0};
        path_ = std::filesystem::temp_directory_path() /
                ("burl_test_" + std::to_string(::getpid()) + "_" + std::to_string(++count));
        std::filesystem::create_directories(path_);
    }
    ~Folder()
    {
        std::error_code ignored;
        std::filesystem::remove_all(path_, ignored);
    }
    Folder(const Folder&) = delete;
    Folder& operator=(const Folder&) = delete;
    [[nodiscard]] std::filesystem::path operator/(const std::string& name) const { return path_ / name; }

private:
    std::filesystem::path path_;
};

} // namespace burl::test
