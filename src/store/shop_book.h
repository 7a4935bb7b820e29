#pragma once
// The shop book on disk: one SQLite file. Every edit is one transaction, on the disk when it is made.
// A book is a JSON body per slab, log and job (the job file's spelling) with the columns that are
// searched beside it and a sum over each row; foreign keys keep a slab that a job uses from being lost.
// Threads: one thread at a time.   Errors: no exception leaves; see the codes below.

#include <filesystem>
#include <functional>
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
    /// there, or its disk is full, it is opened read-only. Nothing is put beside a file that is no shop book. A new one
    /// is made beside its place and renamed when it is whole. Errors: "store.newer" (written by a newer program),
    /// "store.not_a_book", "store.damaged", "store.busy" (held by
    ///         another program: try again), "store.full", "store.cannot_open".
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
    /// troubles(), and so are rows that are gone and edits that were lost; the rest opens.
    /// Errors: "store.damaged", "store.busy", "store.full", "store.cannot_open".
    [[nodiscard]] Expected<Book> load();
    /// Once a start, after a load without trouble and when its pictures are known to be whole: the book becomes the
    /// newest backup (the last `kBackups` are kept beside the file, in NAME.backups/).
    void backUp();
    /// What the last open and load found wrong, a sentence each.
    [[nodiscard]] const std::vector<std::string>& troubles() const;

    /// Writes the difference of two snapshots in one transaction; on failure nothing is changed.
    /// Errors: "store.read_only", "store.value" (it could not be read back), "store.gone" (the file is no longer in
    ///         its place), "store.write_failed".
    [[nodiscard]] Expected<void> write(const Book& before, const Book& after);

    /// Keeps a picture under its key; one that is there already stays when it is the same.   Errors: as write.
    [[nodiscard]] Expected<void> putPicture(const std::string& key, std::string_view bytes);
    /// Empty when there is none.
    [[nodiscard]] std::string picture(const std::string& key) const;
    /// Keys of pictures whose bytes are not those that were kept: `keyOf` gives the key of bytes, `goOn` is asked
    /// before each. It looks by a connection of its own, for a thread beside.   Errors: as load.
    [[nodiscard]] static Expected<std::vector<std::string>>
    picturesUnlikeTheirKey(const std::filesystem::path& file, const std::function<std::string(std::string_view)>& keyOf,
                           const std::function<bool()>& goOn);
    /// Pictures that no slab shows any more are let go; called at start, when nothing can be undone.
    void dropPicturesNotIn(const std::vector<std::string>& keys);

    /// The newest backup of a book that opens and loads without trouble: its number, from 1.
    [[nodiscard]] static std::optional<int> newestGoodBackup(const std::filesystem::path& file);
    /// When a backup was made, as "3 Nov 2026, 14:05"; empty when there is none.
    [[nodiscard]] static std::string backupTime(const std::filesystem::path& file, int number);
    /// Puts a backup in the book's place; what stood there is kept beside it as NAME.damaged-N, and named.
    /// Errors: "store.write_failed".
    [[nodiscard]] static Expected<std::filesystem::path> takeBackup(const std::filesystem::path& file, int number);

    static constexpr int kSchema = 4;
    static constexpr int kBackups = 5;

private:
    struct Inside;
    explicit ShopBook(std::unique_ptr<Inside> inside);
    [[nodiscard]] Expected<void> mayWrite() const;
    std::unique_ptr<Inside> inside_;
};

} // namespace burl
