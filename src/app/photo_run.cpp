#include "app/photo_run.h"

namespace burl
{

PhotoRun::~PhotoRun()
{
    if (stopped_) {
        *stopped_ = true;
    }
    if (thread_) {
        thread_->wait();
    }
}

void PhotoRun::begin(std::function<void()> work)
{
    if (stopped_) {
        *stopped_ = true;
    }
    if (thread_) {
        thread_->wait();
    }
    stopped_ = std::make_shared<std::atomic<bool>>(false);
    busy_ = true;
    ++run_;
    thread_.reset(QThread::create(std::move(work)));
    thread_->start();
}

void PhotoRun::answer(int run, std::function<void()> what)
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

void PhotoRun::open(std::string bytes)
{
    const int run = run_ + 1;
    begin([this, run, bytes = std::move(bytes)] {
        auto read = readPhoto(bytes);
        if (!read) {
            answer(run, [this, sentence = QString::fromStdString(read.error().sentence)] {
                busy_ = false;
                Q_EMIT failed(sentence);
            });
            return;
        }
        auto photo = std::make_shared<const Photo>(std::move(*read));
        auto found = findMarkers(photo->pixels);
        answer(run, [this, photo, found] {
            busy_ = false;
            photo_ = photo;
            markers_ = found;
            Q_EMIT opened();
        });
    });
}

void PhotoRun::trace(const PhotoChoices& choices, const std::vector<Vec2>& through)
{
    if (!photo_) {
        return;
    }
    const int run = run_ + 1;
    const auto photo = photo_;
    begin([this, run, photo, choices, through] {
        const auto stopped = stopped_;
        const auto fail = [this, run](const Refusal& refusal) {
            answer(run, [this, sentence = QString::fromStdString(refusal.sentence)] {
                busy_ = false;
                Q_EMIT failed(sentence);
            });
        };
        const auto setting = setPhoto(*photo, choices);
        if (!setting) {
            fail(setting.error());
            return;
        }
        const auto done = tracePhoto(
            *photo, *setting,
            [this, run, stopped](double share) {
                answer(run, [this, share] { Q_EMIT progressed(share); });
                return !*stopped;
            },
            through);
        if (!done) {
            fail(done.error());
            return;
        }
        answer(run, [this, setting = *setting, done = *done] {
            busy_ = false;
            setting_ = setting;
            result_ = done;
            Q_EMIT traced();
        });
    });
}

void PhotoRun::stop()
{
    if (stopped_) {
        *stopped_ = true;
    }
}

} // namespace burl
