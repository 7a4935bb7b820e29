#pragma once
// Writing into the day book of the job on the wall.

#include <QString>

#include "app/document.h"
#include "core/book/book_line.h"
#include "core/days/day_entry.h"

namespace burl::ui
{

/// The line as it is read now; `correcting`: the entry whose words it is to take the place of, 0 for none.
[[nodiscard]] Expected<BookReading> understoodLine(const Document& document, const QString& text,
                                                   const BookAnswers& answers = {}, int correcting = 0);
/// Into the book; nothing of it may be in question any more.
void writeLine(Document& document, const BookReading& reading, std::vector<std::string> pictures = {});
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
