#pragma once
// What stands before the first test of a program and is taken down after its last. The test library brings its own
// main; this is how a test program gets an application round it.

#define CATCH_CONFIG_EXTERNAL_INTERFACES
#include <catch2/catch.hpp>

#include <memory>

namespace burl::test
{

/// `Application` is made from (argc, argv) by `make` when the run starts.
template <class Application> class Around : public Catch::TestEventListenerBase
{
public:
    using TestEventListenerBase::TestEventListenerBase;
    void testRunStarting(const Catch::TestRunInfo&) override { application_ = make(argc_, argv_); }
    void testRunEnded(const Catch::TestRunStats&) override { application_.reset(); }

private:
    static std::unique_ptr<Application> make(int& argc, char** argv);
    int argc_ = 1;
    char name_[6] = "tests";
    char* argv_[2] = {name_, nullptr};
    std::unique_ptr<Application> application_;
};

} // namespace burl::test
