#include "app/photo_run.h"

namespace burl
{

void PhotoRun::fail(const RunControl& control, const Refusal& refusal)
{
    control.done([this, sentence = QString::fromStdString(refusal.sentence)] { Q_EMIT failed(sentence); });
}

void PhotoRun::open(std::string bytes)
{
    begin([this, bytes = std::move(bytes)](const RunControl& control) {
        const auto on = [&control] { return control.goOn(0.0); };
        auto read = readPhoto(bytes, on);
        if (!read) {
            fail(control, read.error());
            return;
        }
        auto photo = std::make_shared<const Photo>(std::move(*read));
        auto found = findMarkers(photo->pixels, on);
        control.done([this, photo, found] {
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
    begin([this, photo = photo_, choices, through](const RunControl& control) {
        const auto setting = setPhoto(*photo, choices, [&control] { return control.goOn(0.0); });
        if (!setting) {
            fail(control, setting.error());
            return;
        }
        const auto done = tracePhoto(*photo, *setting, control.goOn, through);
        if (!done) {
            fail(control, done.error());
            return;
        }
        control.done([this, setting = *setting, done = *done] {
            setting_ = setting;
            result_ = done;
            Q_EMIT traced();
        });
    });
}

} // namespace burl
