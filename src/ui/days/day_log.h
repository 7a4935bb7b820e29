#pragma once
// Writing into the day book of the job on the wall.

#include <QString>

#include "app/document.h"
#include "core/days/day_line.h"

namespace burl::ui
{

/// The line as it would be understood now.
[[nodiscard]] Expected<DayLine> understoodLine(const Document& document, const QString& text);
/// Into the book, with the clock's moment. Gives what to say; empty when it was written without a word.
QString writeLine(Document& document, const QString& text, std::vector<std::string> pictures = {});
/// Another wording of an entry.
QString correctLine(Document& document, int entry, const QString& text, const std::vector<std::string>& pictures = {});
void strikeLine(Document& document, int entry);
/// A step is done, or not yet, with the minutes that were stopped; 0: none were.
void writeDone(Document& document, const std::string& step, double minutes, bool ends = true);
/// A moment as the pages show it: "today 14:10", "Wed 17:20", "3 Nov, 08:20".
[[nodiscard]] QString momentWord(double at_h, double now_h);

/// The watch on the bench: which step it runs for, since when. Kept outside the book, so that it survives a crash.
struct Stopwatch {
    std::string step;
    double since_h = 0.0;
    /// For the job on the wall of this book; nothing when it runs for another, or for none.
    [[nodiscard]] static std::optional<Stopwatch> running(const Document& document);
    static void start(const Document& document, const std::string& step);
    static void clear(const Document& document);
};

} // namespace burl::ui
