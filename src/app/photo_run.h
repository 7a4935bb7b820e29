#pragma once
// Reading and tracing a photo beside the interface.

#include <memory>

#include "app/background_run.h"
#include "photo/photo.h"

namespace burl
{

class PhotoRun : public BackgroundRun
{
    Q_OBJECT

public:
    using BackgroundRun::BackgroundRun;
    ~PhotoRun() override { finish(); }

    /// Decodes the picture and looks for markers; answers with opened() or failed().
    void open(std::string bytes);
    /// Traces; answers with traced() or failed(). Nothing happens before a picture is open.
    void trace(const PhotoChoices& choices, const std::vector<Vec2>& through);

    [[nodiscard]] const Photo* photo() const { return photo_.get(); }
    [[nodiscard]] const std::vector<Marker>& markers() const { return markers_; }
    [[nodiscard]] const PhotoSetting& setting() const { return setting_; }
    [[nodiscard]] const Traced& result() const { return result_; }

Q_SIGNALS:
    void opened();
    void traced();
    void failed(const QString& sentence);

private:
    void fail(const RunControl& control, const Refusal& refusal);

    std::shared_ptr<const Photo> photo_;
    std::vector<Marker> markers_;
    PhotoSetting setting_;
    Traced result_;
};

} // namespace burl
