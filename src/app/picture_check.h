#pragma once
// Whether the pictures in a shop book are still those that were kept: looked at beside the interface after opening,
// by a connection of its own.

#include <filesystem>
#include <string>
#include <vector>

#include "app/background_run.h"

namespace burl
{

class PictureCheck : public BackgroundRun
{
    Q_OBJECT

public:
    using BackgroundRun::BackgroundRun;
    ~PictureCheck() override { finish(); }

    void begin(const std::filesystem::path& book);

Q_SIGNALS:
    /// All of them were looked at; the keys of those that are damaged.
    void looked(const std::vector<std::string>& damaged);
    /// They could not be read just now: nothing is known of them.
    void failed(const QString& sentence);
};

/// The name that the bytes of a picture are kept under: SHA-1 in hexadecimal digits.
[[nodiscard]] std::string pictureKeyOf(std::string_view bytes);

} // namespace burl
