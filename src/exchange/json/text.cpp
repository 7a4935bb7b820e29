#include "exchange/json/text.h"

namespace burl
{
namespace
{

constexpr size_t kLine = 96;

/// A writer never throws: what is no UTF-8 becomes a mark that says so.
std::string plainDump(const OrderedJson& value)
{
    return value.dump(-1, ' ', false, OrderedJson::error_handler_t::replace);
}

void write(const OrderedJson& value, size_t indent, std::string& out)
{
    const bool container = value.is_array() || value.is_object();
    if (!container || value.empty()) {
        out += plainDump(value);
        return;
    }
    const std::string flat = plainDump(value);
    bool nested = false;
    for (const auto& item : value) {
        nested = nested || item.is_object() || (item.is_array() && value.is_object());
    }
    if (!nested && flat.size() + indent <= kLine) {
        for (size_t i = 0; i < flat.size(); ++i) {
            out += flat[i];
            const bool between = flat[i] == ',' || (flat[i] == ':' && value.is_object());
            // inside strings a comma or colon must stay bare
            size_t quotes = 0;
            for (size_t k = 0; between && k < i; ++k) {
                quotes += flat[k] == '"' && (k == 0 || flat[k - 1] != '\\') ? 1 : 0;
            }
            if (between && quotes % 2 == 0) {
                out += ' ';
            }
        }
        return;
    }
    const std::string pad(indent + 2, ' ');
    out += value.is_array() ? "[\n" : "{\n";
    bool first = true;
    for (auto it = value.begin(); it != value.end(); ++it) {
        if (!first) {
            out += ",\n";
        }
        first = false;
        out += pad;
        if (value.is_object()) {
            out += plainDump(OrderedJson(it.key())) + ": ";
        }
        write(*it, indent + 2, out);
    }
    out += '\n' + std::string(indent, ' ') + (value.is_array() ? ']' : '}');
}

} // namespace

std::string prettyText(const OrderedJson& value)
{
    std::string out;
    write(value, 0, out);
    out += '\n';
    return out;
}

} // namespace burl
