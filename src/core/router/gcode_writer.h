#pragma once
// The words of a G-code file as this program writes them.   Units: mm in, those of the file out.   Threads: one at a
// time.

#include <locale>
#include <sstream>
#include <string>

#include "core/measure/units.h"
#include "core/router/gcode.h"

namespace burl
{

constexpr double kMostFeed_mm_min = 30'000.0;

/// Writes a file word by word, in its units.
class GcodeWriter
{
public:
    explicit GcodeWriter(const GcodeSettings& settings) : settings_(settings)
    {
        out_.imbue(std::locale::classic()); // a decimal point whatever the machine's language
        out_.setf(std::ios::fixed);
        out_.precision(settings.inches ? 5 : 3);
    }

    void comment(const std::string& words)
    {
        std::string safe;
        for (const char c : words) { // brackets end a comment, and controllers know plain letters only
            safe += c == '(' || c == ')' || static_cast<unsigned char>(c) > 126 || c == '\n' ? ' ' : c;
        }
        out_ << "(" << safe << ")\n";
    }
    void word(const char* text) { out_ << text << '\n'; }
    void spindle() { out_ << "M3 S" << static_cast<long>(settings_.spindle_rpm) << '\n'; }
    void rapidTo(double x, double y) { out_ << "G0 X" << shown(x) << " Y" << shown(y) << '\n'; }
    void rapidUp(double z) { out_ << "G0 Z" << shown(z) << '\n'; }
    void plunge(double z) { out_ << "G1 Z" << shown(z) << " F" << shown(settings_.plunge_mm_min) << '\n'; }
    void cutTo(double x, double y)
    {
        out_ << "G1 X" << shown(x) << " Y" << shown(y) << " F" << shown(settings_.feed_mm_min) << '\n';
    }
    [[nodiscard]] std::string text() const { return out_.str(); }

private:
    [[nodiscard]] double shown(double mm) const { return settings_.inches ? mm / kInch_mm : mm; }
    const GcodeSettings& settings_;
    std::ostringstream out_;
};

} // namespace burl
