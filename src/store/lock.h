#pragma once
// Who may write a shop book: the first instance. The lock is the kernel's and lies on the file itself, so it holds
// whichever name the file is opened by, leaves nothing beside it, and goes with the process however that ends.

#include <filesystem>

namespace burl::store
{

class WriterLock
{
public:
    /// The file must be there.
    explicit WriterLock(const std::filesystem::path& book);
    ~WriterLock();
    WriterLock(const WriterLock&) = delete;
    WriterLock& operator=(const WriterLock&) = delete;
    [[nodiscard]] bool held() const { return held_; }
    /// False when it is not held because files cannot be locked there at all.
    [[nodiscard]] bool isPossible() const { return possible_; }
    /// True while the path still leads to the file that was locked: its folder may be gone, or another file in its
    /// place.
    [[nodiscard]] bool stillThere(const std::filesystem::path& book) const;

private:
    int descriptor_ = -1;
    bool held_ = false;
    bool possible_ = true;
    unsigned long device_ = 0;
    unsigned long node_ = 0;
};

} // namespace burl::store
