#pragma once
// The open shop book: the current snapshot, the job on the wall and its plan, undo, and the store.
// Views show the snapshot and the plan; they change it only through edit() and editSlab().

#include <functional>
#include <map>
#include <memory>
#include <optional>

#include <QObject>
#include <QString>
#include <QTimer>
#include <QUndoStack>

#include "app/heat_run.h"
#include "app/hold_run.h"
#include "app/picture_check.h"
#include "core/plan/plan.h"
#include "core/shop/book.h"
#include "store/shop_book.h"

namespace burl
{

class Document : public QObject
{
    Q_OBJECT

public:
    /// A document on disk, or in memory only when `store` is empty.
    explicit Document(Book book, std::optional<ShopBook> store = std::nullopt, QObject* parent = nullptr);

    [[nodiscard]] const Book& book() const { return book_; }
    [[nodiscard]] const Shop& shop() const { return *book_.shop; }
    [[nodiscard]] const UnitChoice& units() const { return book_.shop->habits.units; }
    /// The job on the wall; null in a book without jobs.
    [[nodiscard]] const Job* job() const { return book_.job(jobId_); }
    [[nodiscard]] const Plan* plan() const { return plan_ ? &*plan_ : nullptr; }
    /// The bench on show: while a hand drags, only what it shows is planned at once, the rest when the hand rests.
    void setShown(std::string bench);
    /// True while the cure model works on what the plan asks: its figures go by the sheets of the resins until then.
    [[nodiscard]] bool heatIsOpen() const { return plan_ && !plan_->asks().empty(); }
    /// And while the plate model does.
    [[nodiscard]] bool holdIsOpen() const { return plan_ && plan_->hold->asks() != nullptr; }
    [[nodiscard]] const std::shared_ptr<const HeatAnswers>& heat() const { return worked_.heat; }
    /// The clock on the wall of the shop: hours since 1970, local time. That of the machine until another is set.
    void setClock(std::function<double()> clock);
    [[nodiscard]] double now_h() const { return clock_(); }
    [[nodiscard]] std::string today() const;  // ISO date
    [[nodiscard]] std::string moment() const; // "2026-11-27T10:10"
    [[nodiscard]] const Worked& workedOut() const { return worked_; }
    /// A short name of the open book, the same as long as it lies where it lies: for settings that are its own.
    [[nodiscard]] QString bookKey() const;
    [[nodiscard]] bool readOnly() const;
    /// Why, a sentence; empty when changes are kept.
    [[nodiscard]] QString whyReadOnly() const;
    [[nodiscard]] QUndoStack& undoStack() { return undo_; }

    void showJob(JobId id);

    /// Begins a gesture: edits with its number are one undo step and one write. It ends by endGesture or cancelGesture;
    /// one that still runs when another edit, job or gesture comes is kept first.
    [[nodiscard]] int newGesture();
    /// Keeps and writes what the gesture changed; nothing when none runs.
    void endGesture();
    /// Takes back what the gesture changed, and its undo step with it.
    void cancelGesture();
    [[nodiscard]] bool inGesture() const { return gesture_ != 0; }

    /// What these edits change is one undo step; none when they change nothing.
    void together(const QString& label, const std::function<void()>& edits);
    void undo();
    void redo();

    /// Changes the whole book. An edit that no file could hold is refused: message() says why. A step of a gesture that
    /// goes so far is left out: the hand may come back.
    void apply(const QString& label, Book after, int gesture = 0);
    /// Changes the job on the wall.
    void edit(const QString& label, const std::function<void(Job&)>& change, int gesture = 0);
    /// Changes one slab.
    void editSlab(const QString& label, SlabId id, const std::function<void(Slab&)>& change, int gesture = 0);

    /// Bytes of a face's picture, empty when there is none.
    [[nodiscard]] std::string picture(const std::string& key) const;
    /// The name a picture is kept under: that of its bytes.
    [[nodiscard]] static std::string pictureKey(const std::string& bytes);
    /// Keys of pictures that the disk has damaged, as far as they were looked at.
    [[nodiscard]] const std::vector<std::string>& damagedPictures() const { return damagedPictures_; }
    /// What they are pictures of, a sentence; empty while none is damaged.
    [[nodiscard]] QString damage() const;
    /// Keeps a picture and gives its key. Pictures do not change: an undo takes only the slab's mention.
    std::string keepPicture(const std::string& bytes);

Q_SIGNALS:
    void changed();
    /// The book is as it was, but the plan knows more: a slow model has answered.
    void worked();
    /// The pictures of the book were looked at, or one that was damaged was healed: damage() says how they are.
    void picturesLookedAt();
    /// Something could not be kept on disk; the sentence says what to do.
    void message(const QString& sentence);

private:
    friend class SwapCommand;
    void swapTo(const Book& book);
    void showChangedJob(const Book& before);
    void writeEdit();
    /// `upTo`: the bench whose stages alone are asked; empty: all.
    void planAnew(bool fromScratch, const std::string& upTo = {});
    void catchUp();
    void takeHeat();
    void takeHold();
    void lookAtClock();
    void takePictureCheck(const std::vector<std::string>& damaged);
    /// What shows this picture, as a maker would say it.
    [[nodiscard]] QString shownBy(const std::string& key) const;

    Book book_;
    Book kept_; // what the store holds
    std::optional<ShopBook> store_;
    std::map<std::string, std::string> pictures_; // of a book in memory
    PictureCheck pictureCheck_;
    std::vector<std::string> damagedPictures_;
    JobId jobId_;
    std::optional<Plan> plan_;
    Worked worked_; // what slow models answered so far
    HeatAsked heatAsked_;
    HeatRun heatRun_;
    QTimer heatSoon_, holdSoon_; // until the hand rests
    QTimer restSoon_;
    std::string shown_; // bench
    HoldRun holdRun_;
    std::function<double()> clock_;
    QTimer minute_;
    QUndoStack undo_;
    int lastGesture_ = 0;
    int gesture_ = 0;      // that runs; 0: none
    Book beforeGesture_;   // to go back to
    bool pushing_ = false; // an edit is made, not undone or done again
};

} // namespace burl
