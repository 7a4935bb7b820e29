#include "store/book_reader.h"

#include <algorithm>
#include <cstdint>
#include <cstdlib>
#include <map>
#include <memory>
#include <optional>
#include <utility>

#include <SQLiteCpp/SQLiteCpp.h>

#include "core/cure/calibrate.h"
#include "exchange/json/codec.h"
#include "exchange/materials.h"
#include "store/row_sum.h"
#include "store/schema.h"

namespace burl::store
{
namespace
{

/// Reads the rows of a book one by one; what is wrong with one is noted, and the others are read.
class BookReader
{
public:
    BookReader(SQLite::Database& db, int version, std::vector<std::string>& troubles)
        : db_(db), summed_(version >= kSumsSince), tallied_(version >= kTalliesSince), troubles_(troubles)
    {
    }

    Book read()
    {
        Shop shop = standardShop();
        Book book;
        rows("SELECT key, key, body", "setting", [&](const Row& row) {
            if (row.key == "habits") {
                take<Habits>(row, "The shop's habits", habitsFrom, [&](Habits h) { shop.habits = h; });
            } else if (row.key == "ids") {
                take<LastIds>(row, "The numbers given so far", idsFrom, [&](LastIds last) { book.last = last; });
            }
        });
        rows("SELECT kind || ' ' || id, kind || ' ' || id, body", "material", [&](const Row& row) {
            const auto put = [](auto& list, auto item) {
                const auto at = std::find_if(list.begin(), list.end(), [&](const auto& x) { return x.id == item.id; });
                at != list.end() ? void(*at = item) : list.push_back(item);
            };
            if (row.key.rfind("species ", 0) == 0) {
                take<Species>(row, "The " + row.name, speciesFrom,
                              [&](Species s) { put(shop.species, withUsualStiffness(std::move(s))); });
            } else if (row.key.rfind("climate ", 0) == 0) {
                take<Climate>(row, "The " + row.name, climateFrom, [&](Climate c) { put(shop.climates, c); });
            } else if (row.key.rfind("section ", 0) == 0) {
                take<SectionStock>(row, "The " + row.name, sectionFrom, [&](SectionStock c) { put(shop.sections, c); });
            } else if (row.key.rfind("resin ", 0) == 0) {
                take<ResinClass>(row, "The " + row.name, productFrom,
                                 [&](ResinClass r) { put(shop.resins, productOf(std::move(r), shop.resins)); });
            }
        });
        rows("SELECT id, name, body", "log", [&](const Row& row) {
            book.last.log = std::max(book.last.log, row.id);
            take<Log>(row, "Log " + row.name, logFrom, [&](Log log) { shop.logs.push_back(std::move(log)); });
        });
        rows("SELECT id, name, body", "slab", [&](const Row& row) {
            book.last.slab = std::max(book.last.slab, row.id);
            take<Slab>(row, "Slab " + row.name, slabFrom,
                       [&](Slab slab) { shop.slabs.push_back(std::make_shared<const Slab>(std::move(slab))); });
        });
        rows("SELECT id, name, body", "job", [&](const Row& row) {
            book.last.job = std::max(book.last.job, row.id);
            take<Job>(row, "Job " + row.name, jobFrom,
                      [&](Job job) { book.jobs.push_back(std::make_shared<const Job>(std::move(job))); });
        });
        if (tallied_) {
            for (const Tallied& of : kTallied) {
                compare(of);
            }
        }
        book.shop = std::make_shared<const Shop>(std::move(shop));
        return book;
    }

private:
    struct Row {
        std::string key;
        int id = 0;
        std::string name;
        std::string body;
        bool sumFits = true;
    };

    static LastIds idsFrom(JsonReader r)
    {
        LastIds last;
        r.read("slab", last.slab);
        r.read("log", last.log);
        r.read("job", last.job);
        return last;
    }

    template <typename Take> void rows(const std::string& select, const std::string& table, Take take)
    {
        SQLite::Statement statement(db_, select + (summed_ ? ", sum" : "") + " FROM " + table + " ORDER BY rowid");
        while (statement.executeStep()) {
            Row row;
            row.key = statement.getColumn(0).getString();
            row.id = statement.getColumn(0).getInt();
            row.name = statement.getColumn(1).getString();
            row.body = statement.getColumn(2).getString();
            const std::int64_t sum = summed_ ? statement.getColumn(3).getInt64() : 0;
            row.sumFits = !summed_ || sum == rowSum(row.key, row.body);
            if (table != "setting" || row.key != kOpenKey) {
                ++read_[table].count;
                read_[table].sum += sum;
            }
            take(row);
        }
    }

    /// What was read against what the last edit left: a row that is gone leaves no other trace.
    void compare(const Tallied& of)
    {
        SQLite::Statement written(db_, "SELECT count, sum FROM tally WHERE name = ?");
        written.bind(1, std::string(of.table));
        if (!written.executeStep()) {
            return;
        }
        const std::int64_t missing = written.getColumn(0).getInt64() - read_[of.table].count;
        if (missing != 0) {
            const std::string count = std::to_string(std::abs(missing));
            troubles_.push_back(missing > 0 ? "Of the " + std::string(of.many) + " in the book " + count +
                                                  (missing == 1 ? " is" : " are") +
                                                  " missing: the file was damaged. A backup beside it may have more."
                                            : "The book holds " + count + " more " + of.many +
                                                  " than were written: another program has changed the file.");
        } else if (written.getColumn(1).getInt64() != read_[of.table].sum) {
            troubles_.push_back("The " + std::string(of.many) +
                                " in the book are not those that were written last: the file was damaged, or changed "
                                "by another program.");
        }
    }

    template <typename T, typename From, typename Put>
    void take(const Row& row, const std::string& name, From from, Put put)
    {
        const auto wrong = [&](const std::string& what) {
            troubles_.push_back(name + " (" + row.key + ") cannot be read: " + what +
                                ". It is left as it is in the book.");
        };
        if (!row.sumFits) {
            wrong("what the disk gives is not what was written");
            return;
        }
        const auto json = nlohmann::json::parse(row.body, nullptr, false);
        if (json.is_discarded()) {
            wrong("it is not readable");
            return;
        }
        std::optional<JsonMiss> miss;
        T value = from(JsonReader(json, "", miss));
        if (miss) {
            wrong((miss->pointer.empty() ? "" : miss->pointer.substr(1) + " ") + miss->sentence);
            return;
        }
        put(std::move(value));
    }

    SQLite::Database& db_;
    bool summed_;
    bool tallied_;
    struct Tally {
        std::int64_t count = 0;
        std::int64_t sum = 0;
    };
    std::map<std::string, Tally> read_;
    std::vector<std::string>& troubles_;
};

} // namespace

Book readBook(SQLite::Database& db, int version, std::vector<std::string>& troubles)
{
    return BookReader(db, version, troubles).read();
}

} // namespace burl::store
