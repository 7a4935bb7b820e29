#include "store/row_sum.h"

#include <zlib.h>

namespace burl::store
{

std::int64_t rowSum(std::string_view key, std::string_view body)
{
    uLong sum = ::crc32_z(0, nullptr, 0);
    for (const std::string_view part : {key, body}) {
        sum = ::crc32_z(sum, reinterpret_cast<const Bytef*>(part.data()), part.size());
    }
    return static_cast<std::int64_t>(sum);
}

} // namespace burl::store
