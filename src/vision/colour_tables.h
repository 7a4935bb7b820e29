#pragma once
// The library's tables for telling colours apart are made once, which takes a sixth of a second that cannot be stopped:
// they are begun while a picture is still decoded.   Threads: may be called from any.

namespace burl
{

/// Begins them the first time; does not wait.
void beginColourTables();

} // namespace burl
