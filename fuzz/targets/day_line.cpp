// A line of the day book: read or refused, never a figure that is none, and the same with its own answers.

#include "core/book/book_line.h"
#include "law.h"

using namespace burl;

namespace
{

BookContext table()
{
    BookContext in;
    for (const auto& [key, name] : {std::pair{"flatten_1", "Flatten A4 and A5, first milling"},
                                    std::pair{"flatten_2", "Flatten A4 and A5, second milling"},
                                    std::pair{"pour_river-1", "Pour: river, layer 1"}, std::pair{"glue", "Glue up"},
                                    std::pair{"sand_0", "Sand the show face"}, std::pair{"sand_1", "Sand the underside"},
                                    std::pair{"own_1", "Carve the sign"}}) {
        JobStep step;
        step.key = key;
        step.name = name;
        in.steps.push_back(step);
    }
    in.steps[0].milling = 1;
    in.steps[2].pour = "river-1";
    in.steps[6].own = 1;
    in.progress.resize(in.steps.size());
    for (const int id : {4, 5}) {
        Slab slab;
        slab.id = {id};
        slab.name = "A" + std::to_string(id);
        slab.thickness_mm = 55.0;
        in.slabs.push_back(std::make_shared<const Slab>(slab));
    }
    in.started = "2026-11-09";
    in.now_h = 20781.0 * 24.0 + 16.0;
    return in;
}

void holds(const BookReading& reading, size_t letters)
{
    fuzz::law(!reading.entries.empty(), "a line is an entry at least");
    for (const BookEntry& e : reading.entries) {
        fuzz::law(std::isfinite(e.line.words.minutes) && e.line.words.minutes >= 0.0, "minutes are a number");
        fuzz::law(std::isfinite(e.at_h), "a moment is a number");
        for (const DayReading& r : e.line.words.readings) {
            fuzz::law(std::isfinite(r.value), "a reading is a number");
        }
    }
    for (const auto& [from, to] : reading.left) {
        fuzz::law(from < to && to <= letters, "what is left lies in the line");
    }
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    static const BookContext kTable = table();
    const std::string text(fuzz::text(data, size));
    const auto read = readBookLine(text, kTable);
    if (!read) {
        fuzz::spoken(read.error());
        return 0;
    }
    holds(*read, size);
    BookAnswers answers;
    for (const BookAsk& ask : read->asks) {
        fuzz::law(!ask.sentence.empty(), "a question is a sentence");
        if (!ask.choices.empty()) {
            answers[ask.id] = ask.choices.front().value;
        }
    }
    if (const auto again = readBookLine(text, kTable, answers)) {
        holds(*again, size);
    }
    return 0;
}
