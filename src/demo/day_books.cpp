#include "demo/day_books.h"

#include "core/shop/edit.h"

namespace burl
{
namespace
{

struct Row {
    const char* at;
    const char* text;
    const char* step;
    double minutes;
    std::vector<PlannedWork> planned{};
    std::vector<DayReading> readings{};
    bool ends = true;
    bool agreed = false;
};

void write(Job& job, const std::vector<Row>& rows)
{
    for (const Row& row : rows) {
        DayEntry e;
        e.id = ++job.days.lastEntry;
        e.at = row.at;
        e.words.text = row.text;
        e.words.step = row.step;
        e.words.minutes = row.minutes;
        e.words.ends = row.ends;
        e.words.readings = row.readings;
        e.planned = row.planned;
        e.agreed = row.agreed;
        job.days.book.push_back(std::move(e));
    }
}

DayReading warm(double degC)
{
    return {ReadingKind::Temperature, {}, degC};
}
DayReading thick(int slab, double mm)
{
    return {ReadingKind::Thickness, {slab}, mm};
}
DayReading damp(int slab, double pct)
{
    return {ReadingKind::Moisture, {slab}, pct};
}

/// Glued up; its voids are next.
void readingRoom(Job& job)
{
    job.days.promised = "2026-12-21";
    write(job,
          {{"2026-11-03T09:40",
            "A3 and A4 in, on stickers, A3 MC 9.1 A4 MC 9.3, 35 min",
            "stack",
            35.0,
            {{"stack", 2.0}},
            {damp(3, 9.1), damp(4, 9.3)}},
           {"2026-11-10T11:20", "rough cut A3 and A4 60 min", "rough_cut", 60.0, {{"rough_cut", 7.64}}},
           {"2026-11-11T09:10", "bark off, voids cleaned 55 min", "bark", 55.0, {{"bark", 5.56}}},
           {"2026-11-17T16:40",
            "A4 flattened, both faces, half, 230 min",
            "flatten_1",
            230.0,
            {{"flatten", 22.5}},
            {},
            false},
           {"2026-11-18T16:10",
            "A3 flattened 195 min, 51.2 mm",
            "flatten_1",
            195.0,
            {{"flatten", 22.5}},
            {thick(3, 51.2)}},
           {"2026-11-23T11:45", "jointed, light closed over the whole length, 95 min", "joint", 95.0, {{"joint", 2.7}}},
           {"2026-11-24T10:30", "15 mortises a side 80 min", "tenons", 80.0, {{"tenons", 15.0}}},
           {"2026-11-26T11:10", "glued up 40 min 19C, Iris helped", "glue", 40.0, {{"glue", 2.7}}, {warm(19.0)}},
           {"2026-11-26T13:20", "squeeze-out scraped 15 min", "squeeze_out", 15.0}});
    job.money.customer = "Reading room of a village hall";
    job.money.lines = {{"Delivery and two carriers", "freight", 1.0, 140.0},
                       {"Powder coat, two frames", "coater", 1.0, 185.0},
                       {"Bolts, inserts, washers", "hardware", 1.0, 38.0}};
    job.fill.price_per_L = 26.0;
    job.base.barPrice = 54.0;
    KeptQuote quote;
    quote.on = "2026-10-29";
    quote.accepted = "2026-11-02";
    quote.table = "Reading-room table. Bookmatched, seats eight; two steel U frames.";
    quote.delivery = "2026-12-21";
    quote.lines = {{"Slab A3", "slab", 1.0, 370.0},
                   {"Slab A4", "slab", 1.0, 340.0},
                   {"Resin, litres", "resin", 0.5, 26.0},
                   {"Steel bars", "steel", 2.0, 54.0},
                   {"Finish, litres", "finish", 0.35, 68.0},
                   {"Sanding discs", "consumables", 28.0, 0.7},
                   {"Delivery and two carriers", "freight", 1.0, 140.0},
                   {"Powder coat, two frames", "coater", 1.0, 185.0},
                   {"Bolts, inserts, washers", "hardware", 1.0, 38.0}};
    quote.work = {{"Sawing and jointing", 230.0, 1, 48.0},
                  {"Flattening", 460.0, 1, 48.0},
                  {"Resin", 140.0, 1, 48.0},
                  {"Underside", 270.0, 1, 48.0},
                  {"Base, packing, delivery", 565.0, 1, 48.0},
                  {"Gluing, sanding, finish", 430.0, 1, 48.0},
                  {"Second person", 230.0, 1, 26.0}};
    quote.overhead_pct = 12.0;
    quote.by = PriceBy::Markup;
    quote.pct = 22.0;
    quote.round = RoundPrice::Up;
    quote.roundTo = 10.0;
    quote.tax_pct = 19.0;
    quote.deposit_pct = 40.0;
    job.money.quotes.push_back(std::move(quote));
}

/// The first layer of its river is poured.
void ferry(Job& job)
{
    job.days.promised = "2026-12-11";
    write(
        job,
        {{"2026-11-09T10:15",
          "B2 and B4 in, B2 MC 9.4 B4 MC 9.8, 30 min",
          "stack",
          30.0,
          {{"stack", 2.0}},
          {damp(11, 9.4), damp(13, 9.8)}},
         {"2026-11-09T11:20", "rough cut 20 min", "rough_cut", 20.0, {{"rough_cut", 1.52}}},
         {"2026-11-09T15:00", "bark off B2, through void cleaned to sound wood 45 min", "bark", 45.0, {{"bark", 3.76}}},
         {"2026-11-12T15:30",
          "B2 and B4 flattened first time 170 min",
          "flatten_1",
          170.0,
          {{"flatten", 5.72}},
          {thick(11, 55.1), thick(13, 55.0)}},
         {"2026-11-14T10:40",
          "out of the rest: B4 moved 1.9 mm 35 min",
          "read_2",
          35.0,
          {{"read", 2.0}},
          {{ReadingKind::Moved, {13}, 1.9}}},
         {"2026-11-14T12:20", "B2 and B4 flattened second time 85 min", "flatten_2", 85.0, {{"flatten", 2.55}}},
         {"2026-11-16T08:20",
          "void in B2, first fill, 1 pot 0.16 l 20 min",
          "pour_voids-deep_pour_slow-1",
          20.0,
          {},
          {{ReadingKind::Pots, {}, 1.0}, {ReadingKind::Litres, {}, 0.16}}},
         {"2026-11-20T16:30", "form built and sealed 150 min", "form", 150.0, {{"form", 5.56}}},
         {"2026-11-21T08:45",
          "pour 1: 2 pots 9.5 l 45 min, 20C",
          "pour_river-1",
          45.0,
          {{"pour", 9.68}, {"resin", 9.68}},
          {{ReadingKind::Pots, {}, 2.0}, {ReadingKind::Litres, {}, 9.5}, warm(20.0)}},
         {"2026-11-21T15:20",
          "pour 1 at hour 7: 24C, no bubbles, customer agreed to the blue",
          "pour_river-1",
          0.0,
          {},
          {warm(24.0)},
          true,
          true},
         {"2026-11-25T16:45", "base cut, half welded 190 min", "base_weld", 190.0, {{"steel", 10.0}}, {}, false}});
    job.money.customer = "Ferry office";
    job.money.lines = {{"Delivery over the water", "freight", 1.0, 95.0}, {"Powder coat", "coater", 1.0, 160.0}};
    job.fill.price_per_L = 26.0;
    job.base.barPrice = 54.0;
}

/// Sanded below; the show face is half done.
void bayWindow(Job& job)
{
    job.days.promised = "2026-12-23";
    write(
        job,
        {{"2026-11-16T09:20",
          "K1 in, MC 10.8, crack opened and cleaned 25 min",
          "stack",
          25.0,
          {{"stack", 1.0}},
          {damp(18, 10.8)}},
         {"2026-11-17T10:00", "bark off 20 min", "bark", 20.0, {{"bark", 1.65}}},
         {"2026-11-18T15:40",
          "K1 flattened 65 min, 50.4 mm",
          "flatten_1",
          65.0,
          {{"flatten", 3.53}},
          {thick(18, 50.4)}},
         {"2026-11-19T10:10", "cut round with the trammel 35 min", "trim", 35.0, {{"trim", 2.6}}},
         {"2026-11-23T16:30", "key let in across the crack, three slips 185 min", "repairs", 185.0, {{"repairs", 4.0}}},
         {"2026-11-24T17:00", "customer agreed to keep the small crack at the rim", "", 0.0, {}, {}, true, true},
         {"2026-11-25T09:00", "edge broken 10 min", "edges", 10.0, {{"edges", 2.6}}},
         {"2026-11-25T11:30",
          "sanded underside 25 min 3 discs",
          "sand_1",
          25.0,
          {{"sand", 1.07}, {"discs", 2.0}},
          {{ReadingKind::Discs, {}, 3.0}}},
         {"2026-11-26T16:30", "sanded show face to 80, half, 15 min", "sand_0", 15.0, {{"sand", 1.61}}, {}, false}});
    job.base.barPrice = 54.0;
}

/// Just begun.
void hall(Job& job)
{
    job.days.promised = "2026-12-18";
    write(job, {{"2026-11-18T10:30",
                 "R1 and R2 in, R1 MC 9.4 R2 MC 9.7, 20 min",
                 "stack",
                 20.0,
                 {{"stack", 2.0}},
                 {damp(16, 9.4), damp(17, 9.7)}},
                {"2026-11-27T08:50", "rough cut 20 min", "rough_cut", 20.0, {{"rough_cut", 1.34}}}});
    job.base.barPrice = 32.0;
}

Habits habitsOf(const Book& book)
{
    Habits habits = book.shop->habits;
    constexpr int kHour = 60;
    ShopMaker maker;
    maker.week = WeekHours{};
    WeekHours helper;
    for (size_t day = 0; day < 5; ++day) {
        maker.week.days[day] = {{8 * kHour, 12 * kHour}, {13 * kHour, 17 * kHour}};
    }
    for (const size_t day : {size_t{0}, size_t{3}}) {
        helper.days[day] = {{8 * kHour, 12 * kHour}, {13 * kHour, 17 * kHour}};
    }
    habits.work.makers = {maker};
    habits.work.helper = helper;
    habits.work.holidays = {"2026-12-24", "2026-12-25", "2026-12-31", "2027-01-01"};
    habits.money.currency = "EUR";
    habits.money.hour = 48.0;
    habits.money.helper = 26.0;
    habits.money.overhead_pct = 12.0;
    habits.money.pct = 22.0;
    habits.money.tax_pct = 19.0;
    habits.money.disc = 0.7;
    habits.money.finish_L = 68.0;
    habits.money.glue_kg = 9.5;
    habits.stock = {{"discs", 40.0, 50.0, 32.0},
                    {"finish", 0.4, 1.0, 68.0},
                    {"glue", 0.8, 1.0, 9.5},
                    {"fastener:insert_8", 0.0, 50.0, 24.0},
                    {"tenon:Loose tenons 40 × 60", 0.0, 50.0, 18.0},
                    {"channel:steel C 40 × 20 × 4 × 700", 0.0, 1.0, 14.0},
                    {"rod:Rods ⌀ 12", 0.0, 1.0, 4.5},
                    {"plate:700 × 80 × 8", 0.0, 1.0, 21.0},
                    {"plate:620 × 80 × 6", 0.0, 1.0, 15.0},
                    {"plate:400 × 400 × 8", 0.0, 1.0, 29.0},
                    {"plate:⌀ 560 × 12", 0.0, 1.0, 74.0},
                    {"feet:adjustable", 0.0, 4.0, 12.0},
                    {"feet:felt", 0.0, 16.0, 6.4},
                    {"form_board:melamine board", 0.0, 1.0, 38.0},
                    {"sealant", 0.0, 1.0, 6.5},
                    {"release", 0.0, 12.0, 11.4},
                    {"pigment:", 0.0, 100.0, 9.0},
                    {"pigment:deep blue", 0.0, 100.0, 12.0}};
    return habits;
}

} // namespace

Book withDayBooks(Book book)
{
    book = withHabits(book, habitsOf(book));
    const std::pair<int, void (*)(Job&)> stories[] = {{1, readingRoom}, {2, ferry}, {3, bayWindow}, {4, hall}};
    for (const auto& [id, story] : stories) {
        if (const Job* now = book.job({id})) {
            Job job = *now;
            story(job);
            book = withJob(book, std::move(job));
        }
    }
    const std::vector<std::shared_ptr<const Job>> all = book.jobs;
    for (const auto& shared : all) { // one shop, one price of resin
        if (!shared->fill.price_per_L) {
            Job job = *shared;
            job.fill.price_per_L = 26.0;
            book = withJob(book, std::move(job));
        }
    }
    return book;
}

} // namespace burl
