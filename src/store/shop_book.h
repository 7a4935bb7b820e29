#pragma once
// The shop book on disk: one SQLite file. Every edit is one transaction, on the disk when it is made.
// A book is a JSON body per slab, log and job (the job file's spelling) with the columns that are
// searched beside it and a sum over each row; foreign keys keep a slab that a job uses from being lost.
// Threads: one thread at a time.   Errors: no exception leaves; see the codes below.

#include <filesystem>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/measure/outcome.h"
#include "core/shop/book.h"

namespace burl
{

class ShopBook
{
public:
    enum class Access { ReadWrite, ReadOnly };

    /// Opens or creates, readable by its owner only. When another instance holds the book, or nothing can be written
    /// there, it is opened read-only. Nothing is put beside a file that is no shop book.
    /// Errors: "store.newer" (written by a newer program), "store.not_a_book", "store.damaged",
    ///         "store.cannot_open".
    [[nodiscard]] static Expected<ShopBook> open(const std::filesystem::path& file);

    ShopBook(ShopBook&&) noexcept;
    ShopBook& operator=(ShopBook&&) noexcept;
    ~ShopBook();

    [[nodiscard]] Access access() const;
    /// Why it is read-only, a sentence; empty when it is not.
    [[nodiscard]] const std::string& whyReadOnly() const;
    [[nodiscard]] const std::filesystem::path& file() const;
    /// True when the file did not exist before, or was empty.
    [[nodiscard]] bool isNew() const;

    /// Everything in the book, with the standard materials. A row that cannot be read is left where it is and named in
    /// troubles(); the rest opens. After a load without trouble the newest backup is renewed (the last `kBackups` are
    /// kept beside the file, in NAME.backups/).   Errors: "store.damaged".
    [[nodiscard]] Expected<Book> load();
    /// What the last open and load found wrong, a sentence each.
    [[nodiscard]] const std::vector<std::string>& troubles() const;

    /// Writes the difference of two snapshots in one transaction; on failure nothing is changed.
    /// Errors: "store.read_only", "store.value" (it could not be read back), "store.gone" (the file is no longer in
    ///         its place), "store.write_failed".
    [[nodiscard]] Expected<void> write(const Book& before, const Book& after);

    /// Keeps a picture under its key; one that is there already stays.   Errors: as write.
    [[nodiscard]] Expected<void> putPicture(const std::string& key, std::string_view bytes);
    /// Empty when there is none.
    [[nodiscard]] std::string picture(const std::string& key) const;
    /// Pictures that no slab shows any more are let go; called at start, when nothing can be undone.
    void dropPicturesNotIn(const std::vector<std::string>& keys);

    /// The newest backup of a book that opens and loads without trouble: its number, from 1.
    [[nodiscard]] static std::optional<int> newestGoodBackup(const std::filesystem::path& file);
    /// When a backup was made, as "3 Nov 2026, 14:05"; empty when there is none.
    [[nodiscard]] static std::string backupTime(const std::filesystem::path& file, int number);
    /// Puts a backup in the book's place; what stood there is kept beside it as NAME.damaged-N, and named.
    /// Errors: "store.write_failed".
    [[nodiscard]] static Expected<std::filesystem::path> takeBackup(const std::filesystem::path& file, int number);

    static constexpr int kSchema = 3;
    static constexpr int kBackups = 5;

private:
    struct Inside;
    explicit ShopBook(std::unique_ptr<Inside> inside);
    [[nodiscard]] Expected<void> mayWrite() const;
    std::unique_ptr<Inside> inside_;
};

} // namespace burl
