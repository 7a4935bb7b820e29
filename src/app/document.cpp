#include "app/document.h"

#include <algorithm>
#include <cmath>

#include <QDateTime>

#include "core/measure/clock.h"
#include "core/measure/units.h"
#include "core/shop/edit.h"
#include "exchange/fault.h"

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
    [[nodiscard]] int gesture() const { return gesture_; }
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
    constexpr int kSoon_ms = 120;
    constexpr int kRest_ms = 150; // shorter than a hand waits for an answer, longer than between two of its steps
    restSoon_.setSingleShot(true);
    restSoon_.setInterval(kRest_ms);
    connect(&restSoon_, &QTimer::timeout, this, &Document::catchUp);
    heatSoon_.setSingleShot(true);
    heatSoon_.setInterval(kSoon_ms);
    connect(&heatSoon_, &QTimer::timeout, this, [this] { heatRun_.ask(heatAsked_); });
    holdSoon_.setSingleShot(true);
    holdSoon_.setInterval(kSoon_ms);
    connect(&holdSoon_, &QTimer::timeout, this, [this] {
        if (const HoldQuestion* question = plan_ ? plan_->hold->asks() : nullptr) {
            holdRun_.ask(*question);
        }
    });
    clock_ = [] {
        const QDateTime now = QDateTime::currentDateTime();
        constexpr double kMsOfHour = 3'600'000.0;
        return static_cast<double>(QDate(1970, 1, 1).daysTo(now.date())) * kDay_h +
               now.time().msecsSinceStartOfDay() / kMsOfHour;
    };
    constexpr int kMinute_ms = 60'000;
    minute_.setInterval(kMinute_ms);
    connect(&minute_, &QTimer::timeout, this, &Document::lookAtClock);
    minute_.start();
    connect(&heatRun_, &HeatRun::answered, this, &Document::takeHeat);
    connect(&holdRun_, &HoldRun::answered, this, &Document::takeHold);
    planAnew(true);
    if (store_) {
        std::vector<std::string> shown;
        for (const auto& slab : shop().slabs) {
            for (const auto& picture : {slab->topPicture, slab->bottomPicture}) {
                if (picture) {
                    shown.push_back(picture->key);
                }
            }
        }
        for (const auto& job : book_.jobs) {
            for (const DayEntry& entry : job->days.book) {
                shown.insert(shown.end(), entry.pictures.begin(), entry.pictures.end());
            }
        }
        store_->dropPicturesNotIn(shown);
        // A picture is known to be whole only when all of it was read: then the book may become the newest backup.
        connect(&pictureCheck_, &PictureCheck::looked, this, &Document::takePictureCheck);
        connect(&pictureCheck_, &PictureCheck::failed, this, &Document::picturesLookedAt);
        pictureCheck_.begin(store_->file());
    }
}

void Document::setClock(std::function<double()> clock)
{
    clock_ = std::move(clock);
    planAnew(false);
    Q_EMIT worked();
}

std::string Document::today() const
{
    return moment().substr(0, moment().find('T'));
}

std::string Document::moment() const
{
    return isoTime(now_h());
}

namespace
{

/// Plans go by quarters of an hour: within one nothing is planned anew.
double quarterOf(double hours)
{
    constexpr double kQuarters = 4.0;
    return std::floor(hours * kQuarters) / kQuarters;
}

} // namespace

void Document::lookAtClock()
{
    if (plan_ && worked_.now_h != quarterOf(now_h()) && !inGesture()) {
        planAnew(false);
        Q_EMIT worked();
    }
}

void Document::takePictureCheck(const std::vector<std::string>& damaged)
{
    damagedPictures_ = damaged;
    if (damaged.empty()) {
        store_->backUp();
    }
    Q_EMIT picturesLookedAt();
}

QString Document::damage() const
{
    if (damagedPictures_.empty()) {
        return {};
    }
    QStringList which;
    for (const std::string& key : damagedPictures_) {
        which << shownBy(key);
    }
    return tr("Damaged in the book: %1. Take the same photo in again to heal it; a backup beside the book "
              "may hold it whole. No new backup is made until then.")
        .arg(which.join(QStringLiteral("; ")));
}

QString Document::shownBy(const std::string& key) const
{
    for (const auto& slab : shop().slabs) {
        for (const auto* picture : {&slab->topPicture, &slab->bottomPicture}) {
            if (*picture && (*picture)->key == key) {
                const QString name = QString::fromStdString(slab->name);
                return picture == &slab->topPicture ? tr("the picture of the top face of %1").arg(name)
                                                    : tr("the picture of the bottom face of %1").arg(name);
            }
        }
    }
    for (const auto& job : book_.jobs) {
        for (const DayEntry& entry : job->days.book) {
            if (std::find(entry.pictures.begin(), entry.pictures.end(), key) != entry.pictures.end()) {
                return tr("a picture of the day book of %1, %2")
                    .arg(QString::fromStdString(job->name),
                         QString::fromStdString(entry.at.substr(0, entry.at.find('T'))));
            }
        }
    }
    return tr("a picture");
}

void Document::planAnew(bool fromScratch, const std::string& upTo)
{
    const Job* j = job();
    if (j == nullptr) {
        plan_.reset();
        return;
    }
    worked_.now_h = quarterOf(now_h());
    worked_.rates = std::make_shared<const RateLogs>(rateLogsOf(book_.jobs, shop().habits.work));
    plan_ = makePlan(*j, shop(), !fromScratch && plan_ ? &*plan_ : nullptr, worked_, upTo);
    if (plan_->isBehind()) {
        restSoon_.start(); // what is slow is asked then
        return;
    }
    if (HeatQuestions open = plan_->asks(); !open.empty()) {
        heatAsked_ = {std::move(open), worked_.heat};
        heatSoon_.start();
    }
    if (plan_->hold->asks() != nullptr) {
        holdSoon_.start();
    }
}

void Document::setShown(std::string bench)
{
    if (bench != shown_) {
        shown_ = std::move(bench);
        catchUp();
    }
}

void Document::catchUp()
{
    restSoon_.stop();
    if (plan_ && plan_->isBehind()) {
        planAnew(false);
        Q_EMIT worked();
    }
}

void Document::takeHeat()
{
    const auto answer = heatRun_.answerTo(heatAsked_);
    if (!answer || !*answer) {
        return; // of an older question
    }
    worked_.heat = *answer;
    planAnew(false);
    Q_EMIT worked();
}

void Document::takeHold()
{
    const HoldQuestion* question = plan_ ? plan_->hold->asks() : nullptr;
    const auto answer = question != nullptr ? holdRun_.answerTo(*question) : nullptr;
    if (!answer || !*answer) {
        return; // of an older question
    }
    worked_.hold = std::make_shared<const HoldAnswers>(HoldAnswers{*question, *answer});
    planAnew(false);
    Q_EMIT worked();
}

QString Document::bookKey() const
{
    return store_ ? QString::fromStdString(pictureKey(store_->file().string())) : QStringLiteral("memory");
}

bool Document::readOnly() const
{
    return store_ && store_->access() == ShopBook::Access::ReadOnly;
}

QString Document::whyReadOnly() const
{
    return store_ ? QString::fromStdString(store_->whyReadOnly()) : QString();
}

void Document::showJob(JobId id)
{
    if (id == jobId_ || book_.job(id) == nullptr) {
        return;
    }
    endGesture();
    jobId_ = id;
    planAnew(true);
    Q_EMIT changed();
}

int Document::newGesture()
{
    endGesture();
    beforeGesture_ = book_;
    gesture_ = ++lastGesture_;
    return gesture_;
}

void Document::apply(const QString& label, Book after, int gesture)
{
    if (gesture == 0) {
        endGesture();
    } else if (gesture != gesture_) {
        return; // it has ended: its hand is still moving, but nothing follows it
    }
    if (const auto fault = faultOf(book_, after)) {
        if (gesture == 0) { // else the hand has gone too far, and may come back: what it left last stays
            Q_EMIT message(QString::fromStdString(*fault));
            Q_EMIT changed(); // a field shows again what holds
        }
        return;
    }
    after = withoutStaleSheets(book_, std::move(after));
    pushing_ = true;
    undo_.push(new SwapCommand(*this, label, book_, std::move(after), gesture));
    pushing_ = false;
}

void Document::together(const QString& label, const std::function<void()>& edits)
{
    endGesture();
    undo_.beginMacro(label);
    edits();
    endGesture();
    undo_.endMacro();
    if (const QUndoCommand* last = undo_.command(undo_.index() - 1); last != nullptr && last->childCount() == 0) {
        const_cast<QUndoCommand*>(last)->setObsolete(true); // so it goes from the stack
        undo_.undo();
    }
}

void Document::undo()
{
    if (inGesture()) { // going back while something is dragged takes the drag back
        cancelGesture();
        return;
    }
    const Book before = book_;
    undo_.undo();
    showChangedJob(before);
}

void Document::redo()
{
    endGesture();
    const Book before = book_;
    undo_.redo();
    showChangedJob(before);
}

void Document::showChangedJob(const Book& before)
{
    // What was undone is to be seen: the job that differs, when it is not the one on the wall.
    const Job* now = job();
    if (now != nullptr && before.job(jobId_) != now) {
        return;
    }
    for (const auto& j : book_.jobs) {
        if (std::find(before.jobs.begin(), before.jobs.end(), j) == before.jobs.end()) {
            showJob(j->id);
            return;
        }
    }
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
    const LastIds last = higherOf(book_.last, book.last); // ids that were given once are not given again
    book_ = book;
    book_.last = last;
    if (book_.job(jobId_) == nullptr) {
        jobId_ = book_.jobs.empty() ? JobId{} : book_.jobs.front()->id;
    }
    planAnew(false, inGesture() ? shown_ : std::string());
    if (!inGesture()) {
        writeEdit();
    }
    Q_EMIT changed();
}

void Document::endGesture()
{
    if (!inGesture()) {
        return;
    }
    gesture_ = 0;
    beforeGesture_ = {};
    writeEdit(); // kept first: what the hand left does not wait for the plan
    catchUp();
}

void Document::cancelGesture()
{
    if (!inGesture()) {
        return;
    }
    const auto* top = undo_.index() > 0 ? dynamic_cast<const SwapCommand*>(undo_.command(undo_.index() - 1)) : nullptr;
    const bool moved = top != nullptr && top->gesture() == gesture_;
    const Book before = beforeGesture_;
    gesture_ = 0;
    beforeGesture_ = {};
    if (moved) {
        // An obsolete step is not undone but goes from the stack: nothing is left to do again.
        const_cast<QUndoCommand*>(undo_.command(undo_.index() - 1))->setObsolete(true);
        undo_.undo();
        swapTo(before);
    }
}

void Document::writeEdit()
{
    if (!store_ || store_->access() == ShopBook::Access::ReadOnly) {
        return;
    }
    const auto written = store_->write(kept_, book_);
    if (written) {
        kept_ = book_;
    } else {
        Q_EMIT message(QString::fromStdString(written.error().sentence));
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
    return pictureKeyOf(bytes);
}

std::string Document::keepPicture(const std::string& bytes)
{
    std::string key = pictureKey(bytes);
    if (store_ && store_->access() == ShopBook::Access::ReadWrite) {
        if (const auto kept = store_->putPicture(key, bytes); !kept) {
            Q_EMIT message(QString::fromStdString(kept.error().sentence));
            pictures_[key] = bytes;
        } else if (std::erase(damagedPictures_, key) > 0) { // these bytes took the place of the damaged ones
            if (damagedPictures_.empty()) {
                store_->backUp();
            }
            Q_EMIT picturesLookedAt();
        }
    } else {
        pictures_[key] = bytes;
    }
    return key;
}

} // namespace burl
