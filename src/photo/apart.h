#pragma once
// Work of a library that cannot be asked to stop, done in a process of its own.
// Errors: none of ours: an answer says how it ended.   Threads: any; only one begins at a time.

#include <cstddef>
#include <functional>
#include <memory>

namespace burl
{

enum class ApartEnd { Done, Failed, Stopped };

/// Memory that both processes see.
class SharedBytes
{
public:
    /// `bytes` is null where there is no room.
    explicit SharedBytes(size_t size);
    ~SharedBytes();
    SharedBytes(const SharedBytes&) = delete;
    SharedBytes& operator=(const SharedBytes&) = delete;
    SharedBytes(SharedBytes&&) = delete;
    SharedBytes& operator=(SharedBytes&&) = delete;
    [[nodiscard]] unsigned char* bytes() const { return bytes_; }
    [[nodiscard]] size_t size() const { return size_; }

private:
    unsigned char* bytes_ = nullptr;
    size_t size_ = 0;
};

/// Runs `work` in a child of this process; what it is to hand over it writes into shared memory, all else is lost. It
/// is asked every few milliseconds whether to go on.   Failed: `work` said so, or was brought down.
[[nodiscard]] ApartEnd runApart(const std::function<bool()>& work, const std::function<bool()>& goOn);

} // namespace burl
