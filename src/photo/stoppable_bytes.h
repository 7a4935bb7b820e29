#pragma once
// Bytes in memory as a device that a decoder reads piece by piece, and that ends when the work is stopped: a decoder
// asks nobody.   Threads: one.

#include <algorithm>
#include <functional>
#include <string_view>

#include <QIODevice>

namespace burl
{

class StoppableBytes : public QIODevice
{
public:
    /// `bytes` outlive it; `goOn` may be empty.
    StoppableBytes(std::string_view bytes, const std::function<bool()>& goOn) : bytes_(bytes), goOn_(goOn) {}
    [[nodiscard]] bool stopped() const { return stopped_; }
    [[nodiscard]] qint64 size() const override { return static_cast<qint64>(bytes_.size()); }

protected:
    qint64 readData(char* to, qint64 most) override
    {
        stopped_ = stopped_ || (goOn_ && !goOn_());
        const auto at = static_cast<size_t>(pos());
        if (stopped_ || at >= bytes_.size()) {
            return stopped_ ? -1 : 0;
        }
        const size_t n = std::min(static_cast<size_t>(most), bytes_.size() - at);
        std::copy_n(bytes_.data() + at, n, to);
        return static_cast<qint64>(n);
    }
    qint64 writeData(const char*, qint64) override { return -1; }

private:
    std::string_view bytes_;
    const std::function<bool()>& goOn_;
    bool stopped_ = false;
};

} // namespace burl
