#include "app/picture_run.h"

#include <algorithm>
#include <chrono>
#include <cmath>

namespace burl
{
namespace
{

constexpr double kFrame_ms = 40.0; // a quick picture takes no longer: with what the window adds, under 50
constexpr double kLeastScale = 0.2;

double since_ms(std::chrono::steady_clock::time_point from)
{
    return std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - from).count();
}

} // namespace

PictureRun::PictureRun(QObject* parent) : QObject(parent), thread_([this] { work(); }) {}

PictureRun::~PictureRun()
{
    {
        const std::lock_guard lock(mutex_);
        quit_ = true;
    }
    wake_.notify_all();
    thread_.join();
}

void PictureRun::setScene(std::shared_ptr<const TableScene> scene)
{
    const std::lock_guard lock(mutex_);
    scene_ = std::move(scene);
    look_.reset();
    ++number_;
}

void PictureRun::look(const SceneCamera& camera, QSize size, bool moving, bool cut)
{
    {
        const std::lock_guard lock(mutex_);
        look_ = Look{camera, size, moving, cut, ++number_};
    }
    wake_.notify_all();
}

double PictureRun::quick_ms() const
{
    const std::lock_guard lock(mutex_);
    return quick_ms_;
}

bool PictureRun::newer(int number)
{
    const std::lock_guard lock(mutex_);
    return quit_ || number_ != number;
}

void PictureRun::give(const QImage& image, int passes, int number)
{
    QMetaObject::invokeMethod(
        this,
        [this, image, passes, number] {
            bool gone = false;
            {
                const std::lock_guard lock(mutex_);
                gone = !look_ || (passes > 0 && number_ != number); // of another scene, or overtaken
            }
            if (!gone) {
                Q_EMIT framed(image, passes);
            }
        },
        Qt::QueuedConnection);
}

void PictureRun::work()
{
    std::shared_ptr<const TableScene> traced;
    std::unique_ptr<Tracer> tracer;
    double scale = 0.4; // of a quick picture; it finds what this machine can do
    int seen = 0;
    for (;;) {
        Look look;
        std::shared_ptr<const TableScene> scene;
        {
            std::unique_lock lock(mutex_);
            wake_.wait(lock, [&] { return quit_ || (look_ && look_->number != seen && scene_); });
            if (quit_) {
                return;
            }
            look = *look_;
            scene = scene_;
        }
        seen = look.number;
        if (look.size.isEmpty()) {
            continue;
        }
        if (scene != traced) {
            tracer = std::make_unique<Tracer>(scene);
            traced = scene;
        }
        const auto began = std::chrono::steady_clock::now();
        Film small(std::max(8, static_cast<int>(look.size.width() * scale)),
                   std::max(8, static_cast<int>(look.size.height() * scale)));
        tracer->pass(small, look.camera, true);
        give(imageOf(small, look.cut).scaled(look.size, Qt::IgnoreAspectRatio, Qt::SmoothTransformation), 0,
             look.number);
        const double took = since_ms(began);
        {
            const std::lock_guard lock(mutex_);
            quick_ms_ = took;
        }
        scale = std::clamp(scale * std::clamp(std::sqrt(kFrame_ms * 0.8 / std::max(1.0, took)), 0.7, 1.25), kLeastScale,
                           1.0);
        if (look.moving) {
            continue;
        }
        Film film(look.size.width(), look.size.height());
        for (int pass = 0; pass < kPasses && !newer(look.number); ++pass) {
            if (!tracer->pass(film, look.camera, false, [&] { return !newer(look.number); })) {
                break;
            }
            give(imageOf(film, look.cut), film.passes, look.number);
        }
    }
}

} // namespace burl
