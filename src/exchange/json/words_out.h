#pragma once
// A word of a list, written when it is not the usual one.

#include "exchange/json/enum_names.h"
#include "exchange/json/text.h"

namespace burl
{

template <typename E, size_t n>
void word(OrderedJson& out, const char* key, E value, E usual, const words::Table<E, n>& table)
{
    if (value != usual) {
        out[key] = words::of(value, table);
    }
}

} // namespace burl
