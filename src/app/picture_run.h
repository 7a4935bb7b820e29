#pragma once
// Pictures of the table beside the window: a quick one for every turn of the hand, then a fine one that gets better
// until it is turned again.

#include <condition_variable>
#include <memory>
#include <mutex>
#include <optional>
#include <thread>

#include <QImage>
#include <QObject>
#include <QSize>

#include "scene/tracer.h"

namespace burl
{

class PictureRun : public QObject
{
    Q_OBJECT

public:
    explicit PictureRun(QObject* parent = nullptr);
    ~PictureRun() override;

    /// The scene that is looked at from now on; null: none.
    void setScene(std::shared_ptr<const TableScene> scene);
    /// The newest look wins; while it is `moving` pictures are quick, afterwards they get better.
    void look(const SceneCamera& camera, QSize size, bool moving, bool cut = false);
    /// Milliseconds that the last quick picture took.
    [[nodiscard]] double quick_ms() const;

    static constexpr int kPasses = 160; // of a fine picture: after that nobody sees a difference

Q_SIGNALS:
    /// `passes` 0: a quick one. Given on the thread of this object.
    void framed(const QImage& image, int passes);

private:
    struct Look {
        SceneCamera camera;
        QSize size;
        bool moving = false;
        bool cut = false;
        int number = 0;
    };
    void work();
    void give(const QImage& image, int passes, int number);
    [[nodiscard]] bool newer(int number);

    mutable std::mutex mutex_;
    std::condition_variable wake_;
    std::shared_ptr<const TableScene> scene_;
    std::optional<Look> look_;
    int number_ = 0;
    bool quit_ = false;
    double quick_ms_ = 0.0;
    std::thread thread_;
};

} // namespace burl
