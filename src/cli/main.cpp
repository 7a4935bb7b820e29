#include <cstdio>
#include <fstream>
#include <sstream>
#include "exchange/verify/verify.h"
int main(int argc, char** argv)
{
    bool ok = true;
    for (int i = 1; i < argc; ++i) {
        std::ifstream in(argv[i]); std::stringstream ss; ss << in.rdbuf();
        auto r = burl::verifyReference(ss.str());
        if (!r) { std::printf("%s\n", r.error().sentence.c_str()); return 1; }
        for (auto& c : r->cases) { std::printf("%s %s %g (%g of tol) %s %s\n", c.passed ? "ok  " : "FAIL", c.name.c_str(), c.largestDeviation, c.shareOfTolerance, c.where.c_str(), c.trouble.c_str()); ok = ok && c.passed; }
    }
    return ok ? 0 : 1;
}
