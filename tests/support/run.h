#pragma once
// Runs the tests of this program, as its command line asks.

int runTests(int argc, char** argv);
