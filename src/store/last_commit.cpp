#include "store/last_commit.h"

#include <fstream>
#include <string>

#include <SQLiteCpp/SQLiteCpp.h>

#include <fcntl.h>
#include <unistd.h>

#include "store/schema.h"

namespace burl::store
{
namespace
{

std::string besideOf(const std::filesystem::path& book)
{
    return book.string() + ".last";
}

} // namespace

std::optional<LastCommit> lastCommitIn(SQLite::Database& db)
{
    if (!db.tableExists("tally")) {
        return std::nullopt;
    }
    LastCommit out;
    SQLite::Statement rows(db, "SELECT name, count FROM tally");
    while (rows.executeStep()) {
        const std::string name = rows.getColumn(0).getString();
        if (name == kCommits) {
            out.number = rows.getColumn(1).getInt64();
        } else if (name == kIdentity) {
            out.identity = rows.getColumn(1).getInt64();
        }
    }
    return out;
}

std::optional<LastCommit> lastCommitBeside(const std::filesystem::path& book)
{
    std::ifstream in(besideOf(book));
    LastCommit out;
    if (in >> out.identity >> out.number) {
        return out;
    }
    return std::nullopt;
}

void putLastCommitBeside(const std::filesystem::path& book, const LastCommit& last)
{
    constexpr int kWidth =
        20; // as wide as the largest number: the line keeps its length, so one write changes it whole
    std::string number = std::to_string(last.number);
    number.insert(0, static_cast<size_t>(kWidth) - std::min<size_t>(kWidth, number.size()), ' ');
    const std::string line = std::to_string(last.identity) + ' ' + number + '\n';
    const int file = ::open(besideOf(book).c_str(), O_WRONLY | O_CREAT | O_CLOEXEC, 0600);
    if (file < 0) {
        return; // then a loss would not be noticed; nothing is lost by that
    }
    const auto written = ::pwrite(file, line.data(), line.size(), 0);
    if (written == static_cast<ssize_t>(line.size())) {
        (void)!::ftruncate(file, static_cast<off_t>(line.size()));
    }
    ::close(file);
}

} // namespace burl::store
