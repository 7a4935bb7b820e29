#pragma once
// Work beside the interface: one run at a time, with progress, to be stopped. Answers come back on the
// interface's thread, and only those of the latest run.

#include <atomic>
#include <functional>
#include <memory>
#include <vector>

#include <QObject>
#include <QThread>

namespace burl
{

class BackgroundRun : public QObject
{
    Q_OBJECT

public:
    explicit BackgroundRun(QObject* parent = nullptr) : QObject(parent) {}
    ~BackgroundRun() override;

    void stop();
    [[nodiscard]] bool busy() const { return busy_; }

Q_SIGNALS:
    void progressed(double share);
    void answered();

protected:
    /// What the work may ask and tell while it goes on.
    struct RunControl {
        /// Tells how far the work is; false when it shall stop.
        std::function<bool(double)> goOn;
        /// Runs on the interface's thread when the work is done, unless a newer run has begun.
        std::function<void(std::function<void()>)> done;
    };
    /// Tells what runs to stop and begins anew without waiting for it: the newest wins.
    void begin(std::function<void(const RunControl&)> work);
    /// Stops all and waits: nothing of this object is used afterwards. A class whose work uses its own members calls
    /// it in its destructor.
    void finish();

private:
    void answer(int run, std::function<void()> what);

    std::shared_ptr<std::atomic<bool>> stopped_;
    std::vector<std::unique_ptr<QThread>> threads_; // the newest last; the others are on their way out
    bool busy_ = false;
    int run_ = 0;
};

} // namespace burl
