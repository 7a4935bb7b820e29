#include "app/background_run.h"

namespace burl
{

BackgroundRun::~BackgroundRun()
{
    finish();
}

void BackgroundRun::finish()
{
    stop();
    for (const auto& thread : threads_) {
        thread->wait();
    }
    threads_.clear();
}

void BackgroundRun::stop()
{
    if (stopped_) {
        *stopped_ = true;
    }
}

void BackgroundRun::begin(std::function<void(const RunControl&)> work)
{
    stop();
    std::erase_if(threads_, [](const auto& thread) { return thread->isFinished(); });
    stopped_ = std::make_shared<std::atomic<bool>>(false);
    busy_ = true;
    const int run = ++run_;
    RunControl control;
    control.goOn = [this, run, stopped = stopped_](double share) {
        answer(run, [this, share] { Q_EMIT progressed(share); });
        return !*stopped;
    };
    control.done = [this, run](std::function<void()> what) {
        answer(run, [this, what = std::move(what)] {
            busy_ = false;
            what();
        });
    };
    threads_.emplace_back(QThread::create([work = std::move(work), control] { work(control); }));
    threads_.back()->start();
}

void BackgroundRun::answer(int run, std::function<void()> what)
{
    QMetaObject::invokeMethod(
        this,
        [this, run, what = std::move(what)] {
            if (run == run_) {
                what();
            }
        },
        Qt::QueuedConnection);
}

} // namespace burl
