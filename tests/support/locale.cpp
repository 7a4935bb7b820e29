// The program runs under the user's locale; tests that start no toolkit take it on as well, so that a decimal comma
// cannot creep into what is read or written.

#include <clocale>

namespace
{

[[maybe_unused]] const char* const adopted = std::setlocale(LC_ALL, "");

}
