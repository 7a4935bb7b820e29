#pragma once
// Work beside the interface: one run at a time, with progress, to be stopped. Answers come back on the
// interface's thread, and only those of the latest run.

#include <atomic>
#include <functional>
#include <memory>

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

protected:
    /// What the work may ask and tell while it goes on.
    struct Talk {
        /// Tells how far the work is; false when it shall stop.
        std::function<bool(double)> goOn;
        /// Runs on the interface's thread when the work is done, unless a newer run has begun.
        std::function<void(std::function<void()>)> done;
    };
    /// Stops what runs, waits for it, and begins anew.
    void begin(std::function<void(const Talk&)> work);

private:
    void answer(int run, std::function<void()> what);

    std::shared_ptr<std::atomic<bool>> stopped_;
    std::unique_ptr<QThread> thread_;
    bool busy_ = false;
    int run_ = 0;
};

} // namespace burl
