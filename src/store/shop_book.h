#pragma once
// The shop book on disk: one SQLite file. Every edit is one transaction, written when it is made.
// A book is a JSON body per slab, log and job (the job file's spelling) with the columns that are
// searched beside it; foreign keys keep a slab that a job uses from being lost.
// Threads: one thread at a time.   Errors: no exception leaves; see the codes below.

#include <filesystem>
#include <memory>

#include "core/measure/outcome.h"
#include "core/shop/book.h"

namespace burl
{

class ShopBook
{
public:
    enum class Access { ReadWrite, ReadOnly };

    /// Opens or creates. Takes a backup first (the last `kBackups` are kept beside the file, in
    /// NAME.backups/). When another instance holds the book it is opened read-only.
    /// Errors: "store.newer" (written by a newer program), "store.not_a_book", "store.damaged",
    ///         "store.cannot_open".
    [[nodiscard]] static Expected<ShopBook> open(const std::filesystem::path& file);

    ShopBook(ShopBook&&) noexcept;
    ShopBook& operator=(ShopBook&&) noexcept;
    ~ShopBook();

    [[nodiscard]] Access access() const;
    [[nodiscard]] const std::filesystem::path& file() const;
    /// True when the file did not exist before.
    [[nodiscard]] bool isNew() const;

    /// Everything in the book, with the standard materials.  Errors: "store.damaged".
    [[nodiscard]] Expected<Book> load() const;

    /// Writes the difference of two snapshots in one transaction; on failure nothing is changed.
    /// Errors: "store.read_only", "store.write_failed".
    [[nodiscard]] Expected<void> write(const Book& before, const Book& after);

    /// Keeps a picture under its key; one that is there already stays.   Errors: "store.read_only",
    /// "store.write_failed".
    [[nodiscard]] Expected<void> putPicture(const std::string& key, std::string_view bytes);
    /// Empty when there is none.
    [[nodiscard]] std::string picture(const std::string& key) const;
    /// Pictures that no slab shows any more are let go; called at start, when nothing can be undone.
    void dropPicturesNotIn(const std::vector<std::string>& keys);

    static constexpr int kSchema = 2;
    static constexpr int kBackups = 5;

private:
    struct Inside;
    explicit ShopBook(std::unique_ptr<Inside> inside);
    std::unique_ptr<Inside> inside_;
};

} // namespace burl
