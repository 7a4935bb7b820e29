#include "exchange/json/position.h"

#include <algorithm>
#include <charconv>
#include <string>

namespace burl
{
namespace
{

// A walk over valid JSON that only counts brackets and skips strings.
class Walker
{
public:
    explicit Walker(std::string_view text) : text_(text) {}

    size_t find(std::string_view pointer)
    {
        skipSpace();
        size_t found = at_;
        while (!pointer.empty() && pointer.front() == '/') {
            pointer.remove_prefix(1);
            const size_t end = std::min(pointer.find('/'), pointer.size());
            if (!enter(pointer.substr(0, end))) {
                return found;
            }
            found = at_;
            pointer.remove_prefix(end);
        }
        return found;
    }

private:
    void skipSpace()
    {
        while (at_ < text_.size() && (text_[at_] == ' ' || text_[at_] == '\n' || text_[at_] == '\r' ||
                                      text_[at_] == '\t' || text_[at_] == ',' || text_[at_] == ':')) {
            ++at_;
        }
    }

    std::string_view readString()
    {
        const size_t start = ++at_;
        while (at_ < text_.size() && text_[at_] != '"') {
            at_ += text_[at_] == '\\' ? 2 : 1;
        }
        const size_t end = std::min(at_, text_.size());
        ++at_;
        return text_.substr(start, end - start);
    }

    void skipValue()
    {
        skipSpace();
        int depth = 0;
        while (at_ < text_.size()) {
            const char c = text_[at_];
            if (c == '"') {
                readString();
            } else {
                depth += (c == '{' || c == '[') ? 1 : 0;
                if (c == '}' || c == ']') {
                    if (depth == 0) {
                        return;
                    }
                    --depth;
                } else if (c == ',' && depth == 0) {
                    return;
                }
                ++at_;
            }
            if (depth == 0 && (c == '"' || c == '}' || c == ']')) {
                return;
            }
        }
    }

    bool enter(std::string_view step)
    {
        if (at_ >= text_.size()) {
            return false;
        }
        const char open = text_[at_];
        if (open != '{' && open != '[') {
            return false;
        }
        int wanted = -1;
        if (open == '[') {
            std::from_chars(step.data(), step.data() + step.size(), wanted);
        }
        ++at_;
        for (int index = 0;; ++index) {
            skipSpace();
            if (at_ >= text_.size() || text_[at_] == '}' || text_[at_] == ']') {
                return false;
            }
            if (open == '{') {
                const bool match = readString() == step;
                skipSpace();
                if (match) {
                    return true;
                }
            } else if (index == wanted) {
                return true;
            }
            skipValue();
        }
    }

    std::string_view text_;
    size_t at_ = 0;
};

} // namespace

int lineOfOffset(std::string_view text, size_t offset)
{
    const size_t end = std::min(offset > 0 ? offset - 1 : 0, text.size());
    return 1 + static_cast<int>(std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(end), '\n'));
}

int lineOfPointer(std::string_view text, std::string_view pointer)
{
    return lineOfOffset(text, Walker(text).find(pointer) + 1);
}

} // namespace burl
