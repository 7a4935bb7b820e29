#pragma once
// A serial line that ends in this program: the other end has a path that any program opens as a serial port.

#include <optional>
#include <string>

#include "core/measure/outcome.h"

namespace burl
{

class PseudoTerminal
{
public:
    /// Errors: "terminal.none" when the system gives none.
    [[nodiscard]] static Expected<PseudoTerminal> open();
    PseudoTerminal(PseudoTerminal&& other) noexcept;
    PseudoTerminal& operator=(PseudoTerminal&&) = delete;
    PseudoTerminal(const PseudoTerminal&) = delete;
    PseudoTerminal& operator=(const PseudoTerminal&) = delete;
    ~PseudoTerminal();

    [[nodiscard]] const std::string& path() const { return path_; }
    /// What came within the time; empty when nothing did.
    [[nodiscard]] std::string read(int wait_ms);
    /// Bytes that the other end does not take in time are let go, as a serial line lets them go.
    void write(const std::string& bytes);

private:
    PseudoTerminal(int ours, int theirs, std::string path) : ours_(ours), theirs_(theirs), path_(std::move(path)) {}
    int ours_ = -1;
    int theirs_ = -1; // held open, so that the line stays when a program hangs up
    std::string path_;
};

} // namespace burl
