#pragma once
// Who may write a shop book: the first instance. The lock is the kernel's, so it goes with the
// process however that ends.

#include <filesystem>

namespace burl::store
{

class WriterLock
{
public:
    explicit WriterLock(const std::filesystem::path& book);
    ~WriterLock();
    WriterLock(const WriterLock&) = delete;
    WriterLock& operator=(const WriterLock&) = delete;
    [[nodiscard]] bool held() const { return held_; }

private:
    int descriptor_ = -1;
    bool held_ = false;
};

} // namespace burl::store
