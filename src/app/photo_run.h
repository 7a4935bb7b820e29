#pragma once
// Reading and tracing a photo beside the interface: one run at a time, with progress, to be stopped.

#include <atomic>
#include <memory>

#include <QObject>
#include <QThread>

#include "photo/photo.h"

namespace burl
{

class PhotoRun : public QObject
{
    Q_OBJECT

public:
    explicit PhotoRun(QObject* parent = nullptr) : QObject(parent) {}
    ~PhotoRun() override;

    /// Decodes the picture and looks for markers; answers with opened() or failed().
    void open(std::string bytes);
    /// Traces; answers with traced() or failed(). Nothing happens before a picture is open.
    void trace(const PhotoChoices& choices, const std::vector<Vec2>& through);
    void stop();
    [[nodiscard]] bool busy() const { return busy_; }

    [[nodiscard]] const Photo* photo() const { return photo_.get(); }
    [[nodiscard]] const std::vector<Marker>& markers() const { return markers_; }
    [[nodiscard]] const PhotoSetting& setting() const { return setting_; }
    [[nodiscard]] const Traced& result() const { return result_; }

Q_SIGNALS:
    void opened();
    void traced();
    void progressed(double share);
    void failed(const QString& sentence);

private:
    void begin(std::function<void()> work);
    /// On the interface's thread, unless this run was stopped or followed by another.
    void answer(int run, std::function<void()> what);

    std::shared_ptr<const Photo> photo_;
    std::vector<Marker> markers_;
    PhotoSetting setting_;
    Traced result_;
    std::shared_ptr<std::atomic<bool>> stopped_;
    std::unique_ptr<QThread> thread_;
    bool busy_ = false;
    int run_ = 0;
};

} // namespace burl
