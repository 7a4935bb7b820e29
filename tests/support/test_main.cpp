// The test library itself is compiled here, once for all test programs.
#define CATCH_CONFIG_RUNNER
#include <catch2/catch.hpp>

#include "support/run.h"

int runTests(int argc, char** argv)
{
    return Catch::Session().run(argc, argv);
}
