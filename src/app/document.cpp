#include "app/document.h"

#include <QCryptographicHash>

#include "core/shop/edit.h"

namespace burl
{

/// The only command there is: a swap of snapshots, so undo cannot drift from redo.
class SwapCommand final : public QUndoCommand
{
public:
    SwapCommand(Document& document, const QString& label, Book before, Book after, int gesture)
        : QUndoCommand(label), document_(document), before_(std::move(before)), after_(std::move(after)),
          gesture_(gesture)
    {
    }
    void redo() override { document_.swapTo(after_); }
    void undo() override { document_.swapTo(before_); }
    [[nodiscard]] int id() const override { return gesture_ == 0 ? -1 : 1; }
    bool mergeWith(const QUndoCommand* next) override
    {
        const auto* other = dynamic_cast<const SwapCommand*>(next);
        if (other == nullptr || other->gesture_ != gesture_) {
            return false;
        }
        after_ = other->after_;
        return true;
    }

private:
    Document& document_;
    Book before_;
    Book after_;
    int gesture_;
};

Document::Document(Book book, std::optional<ShopBook> store, QObject* parent)
    : QObject(parent), book_(std::move(book)), kept_(book_), store_(std::move(store))
{
    if (!book_.jobs.empty()) {
        jobId_ = book_.jobs.front()->id;
    }
    if (const Job* j = job()) {
        plan_ = makePlan(*j, shop());
    }
    if (store_) {
        std::vector<std::string> shown;
        for (const auto& slab : shop().slabs) {
            for (const auto& picture : {slab->topPicture, slab->bottomPicture}) {
                if (picture) {
                    shown.push_back(picture->key);
                }
            }
        }
        store_->dropPicturesNotIn(shown);
    }
}

bool Document::readOnly() const
{
    return store_ && store_->access() == ShopBook::Access::ReadOnly;
}

void Document::showJob(JobId id)
{
    if (id == jobId_ || book_.job(id) == nullptr) {
        return;
    }
    jobId_ = id;
    plan_ = makePlan(*job(), shop());
    Q_EMIT changed();
}

void Document::apply(const QString& label, Book after, int gesture)
{
    inGesture_ = gesture != 0;
    undo_.push(new SwapCommand(*this, label, book_, std::move(after), gesture));
}

void Document::edit(const QString& label, const std::function<void(Job&)>& change, int gesture)
{
    const Job* current = job();
    if (current == nullptr) {
        return;
    }
    Job next = *current;
    change(next);
    if (!(next == *current)) {
        apply(label, withJob(book_, std::move(next)), gesture);
    }
}

void Document::editSlab(const QString& label, SlabId id, const std::function<void(Slab&)>& change, int gesture)
{
    const Slab* current = shop().slab(id);
    if (current == nullptr) {
        return;
    }
    Slab next = *current;
    change(next);
    if (!(next == *current)) {
        apply(label, withSlab(book_, std::move(next)), gesture);
    }
}

void Document::swapTo(const Book& book)
{
    book_ = book;
    if (book_.job(jobId_) == nullptr) {
        jobId_ = book_.jobs.empty() ? JobId{} : book_.jobs.front()->id;
    }
    if (const Job* j = job()) {
        plan_ = makePlan(*j, shop(), plan_ ? &*plan_ : nullptr);
    } else {
        plan_.reset();
    }
    if (!inGesture_) {
        keep();
    }
    Q_EMIT changed();
}

void Document::endGesture()
{
    inGesture_ = false;
    keep();
}

void Document::keep()
{
    if (!store_ || store_->access() == ShopBook::Access::ReadOnly) {
        return;
    }
    const auto written = store_->write(kept_, book_);
    if (written) {
        kept_ = book_;
    } else {
        Q_EMIT troubled(QString::fromStdString(written.error().sentence));
    }
}

std::string Document::picture(const std::string& key) const
{
    if (const auto at = pictures_.find(key); at != pictures_.end()) {
        return at->second;
    }
    return store_ ? store_->picture(key) : std::string();
}

std::string Document::pictureKey(const std::string& bytes)
{
    const QByteArray raw = QByteArray::fromRawData(bytes.data(), static_cast<qsizetype>(bytes.size()));
    return QCryptographicHash::hash(raw, QCryptographicHash::Sha1).toHex().toStdString();
}

std::string Document::keepPicture(const std::string& bytes)
{
    const std::string key = pictureKey(bytes);
    if (store_ && store_->access() == ShopBook::Access::ReadWrite) {
        if (const auto kept = store_->putPicture(key, bytes); !kept) {
            Q_EMIT troubled(QString::fromStdString(kept.error().sentence));
            pictures_[key] = bytes;
        }
    } else {
        pictures_[key] = bytes;
    }
    return key;
}

} // namespace burl
